// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

#include <string>

namespace kh {

/// The inverse of conditionTitle and conditionAsTyped: functions by name or by id.
/// @param field  the path the condition is for; an empty text is no condition
/// @throws InputError naming `field`, the term and what is allowed: an unknown switch or function, a place the
///         switch has not, or functions that would refer to each other in a circle
[[nodiscard]] Condition parseCondition(const Setup& setup, const std::string& field, const std::string& text);

}  // namespace kh
