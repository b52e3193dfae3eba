// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& sensorsStation();

// what the entry lists
[[nodiscard]] StationPage sensorsRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> sensorsRules();
[[nodiscard]] Row boxLevelRow(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> boxLevelRules();
[[nodiscard]] const BenchWork& boxLevelSolver();
[[nodiscard]] std::span<const BenchWork> sensorsSolvers();
[[nodiscard]] std::span<const BenchWork> sensorsGuides();

}  // namespace kh
