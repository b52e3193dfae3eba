// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& powerStation();

// what the entry lists
[[nodiscard]] StationPage powerRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> powerRules();
[[nodiscard]] std::span<const Rule> speedControllerRules();
[[nodiscard]] std::span<const Rule> powerFlightRules();
[[nodiscard]] std::span<const Rule> powerStartRules();
[[nodiscard]] std::span<const SolverEntry> powerSolvers();
[[nodiscard]] std::span<const GuideEntry> powerGuides();
void powerFigures(const FigureBuilder& b);

}  // namespace kh
