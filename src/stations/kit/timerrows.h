// SPDX-License-Identifier: GPL-3.0-or-later
//
// The end of a flight as every class asks for it: the timer and what it follows, the alarms, the pack read out.
#pragma once

#include "stations/kit/rowbuilder.h"

#include <vector>

namespace kh {

/// What makes the timer run, and the value or mode that belongs to it.
[[nodiscard]] Cell timerFollowedBy(const RowBuilder& b);
/// `timer`, and what opens from it.
[[nodiscard]] std::vector<Row> timerRows(const RowBuilder& b);

}  // namespace kh
