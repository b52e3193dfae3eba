// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& airframeStation();

// what the entry lists
[[nodiscard]] StationPage airframeRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> airframeRules();

}  // namespace kh
