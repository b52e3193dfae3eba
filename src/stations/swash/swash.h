// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& swashStation();

// what the entry lists
[[nodiscard]] StationPage swashRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> swashRules();
[[nodiscard]] std::span<const Rule> servoRules();
[[nodiscard]] std::span<const Rule> plateRules();
void swashFigures(const FigureBuilder& b);
[[nodiscard]] std::span<const BenchWork> swashSolvers();

}  // namespace kh
