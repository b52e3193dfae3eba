// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& proofStation();

// what the entry lists
[[nodiscard]] StationPage proofRows(const RowBuilder& b);

}  // namespace kh
