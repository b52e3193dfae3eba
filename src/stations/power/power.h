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
[[nodiscard]] std::span<const Rule> powerReadRules();
[[nodiscard]] std::span<const Rule> afterFlightRules();
[[nodiscard]] std::span<const Rule> powerNoteRules();
[[nodiscard]] std::span<const Rule> timerRules();
[[nodiscard]] std::span<const Rule> flightEndRules();
[[nodiscard]] std::span<const BenchWork> powerSolvers();
[[nodiscard]] std::span<const BenchWork> powerGuides();
void powerFigures(const FigureBuilder& b);

}  // namespace kh
