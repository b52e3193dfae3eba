// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& pitchStation();

// what the entry lists
[[nodiscard]] StationPage pitchRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> pitchRules();
[[nodiscard]] std::span<const Rule> pitchSeenRules();
void pitchFigures(const FigureBuilder& b);
[[nodiscard]] std::span<const BenchWork> pitchSolvers();

}  // namespace kh
