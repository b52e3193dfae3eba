// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "model/setup.h"

#include <string>
#include <vector>

namespace kh {

/// The inverse of conditionTitle and conditionAsTyped: functions by name or by id.
/// @param field  the path the condition is for; an empty text is no condition
/// @throws InputError naming `field`, the term and what is allowed: an unknown switch or function, a place the
///         switch has not, or functions that would refer to each other in a circle
[[nodiscard]] Condition parseCondition(const Setup& setup, const std::string& field, const std::string& text);

/// Each switch a condition names with the box's own word for the place and where it sits: "L1 back, on the left shoulder"; none where the
/// box has no words of its own. Labels are for show: a place is its number.
[[nodiscard]] std::vector<Message> placeWords(const TransmitterSettings& transmitter, const Condition& condition);

}  // namespace kh
