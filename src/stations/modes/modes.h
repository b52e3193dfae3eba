// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& modesStation();

// what the entry lists
[[nodiscard]] StationPage modesRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> gainRules();
[[nodiscard]] std::span<const Rule> headGainRules();
[[nodiscard]] std::span<const Rule> shownRateRules();
[[nodiscard]] std::span<const BenchWork> modesSolvers();
[[nodiscard]] std::span<const BenchWork> modesGuides();
[[nodiscard]] std::span<const Rule> holdRules();
[[nodiscard]] std::span<const Rule> modePitchRules();
[[nodiscard]] std::span<const Rule> modeSpeedRules();
[[nodiscard]] std::span<const Rule> modeRules();
[[nodiscard]] std::span<const Rule> benchModeRules();
[[nodiscard]] std::span<const Rule> modeSchoolRules();
void modesFigures(const FigureBuilder& b);

}  // namespace kh
