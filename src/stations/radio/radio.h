// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& radioStation();

// what the entry lists
[[nodiscard]] StationPage radioRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> radioRules();
[[nodiscard]] std::span<const Rule> switchRules();
[[nodiscard]] std::span<const Rule> rescueRules();
[[nodiscard]] std::span<const Rule> carriedRules();
[[nodiscard]] std::span<const Rule> stickRules();
[[nodiscard]] std::span<const Rule> barRules();
[[nodiscard]] std::span<const Rule> trainerRules();
[[nodiscard]] std::vector<Step> trainerGuide(const Setup& setup, const Figures& figures);
[[nodiscard]] std::span<const BenchWork> radioSolvers();
[[nodiscard]] std::span<const BenchWork> radioGuides();

}  // namespace kh
