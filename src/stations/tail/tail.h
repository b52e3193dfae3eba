// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& tailStation();

// what the entry lists
[[nodiscard]] StationPage tailRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> tailRules();
[[nodiscard]] std::span<const Rule> tailBenchRules();
[[nodiscard]] std::span<const Rule> tailLimitRules();
[[nodiscard]] std::span<const Rule> tailAuthorityRules();
[[nodiscard]] std::span<const BenchWork> tailGuides();
[[nodiscard]] std::span<const BenchWork> tailSolvers();
[[nodiscard]] std::vector<Step> tailArmSteps(const Setup& setup, const Figures& figures);
[[nodiscard]] Solved solveTailArm(const Setup& setup, std::span<const Reading> readings);
void tailFigures(const FigureBuilder& b);

}  // namespace kh
