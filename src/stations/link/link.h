// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/station.h"

#include <string>
#include <vector>

namespace kh {

[[nodiscard]] const StationEntry& linkStation();

// what the entry lists
[[nodiscard]] StationPage linkRows(const RowBuilder& b);
[[nodiscard]] std::span<const Rule> linkRules();
[[nodiscard]] std::span<const Rule> supplyRules();
[[nodiscard]] std::span<const Rule> receiverRules();
[[nodiscard]] std::span<const Rule> leadRules();
void linkFigures(const FigureBuilder& b);
[[nodiscard]] std::span<const BenchWork> linkSolvers();
[[nodiscard]] std::span<const BenchWork> linkGuides();
// their steps as a helicopter's are worded; other classes put their own in place of some
[[nodiscard]] std::vector<Step> bindingSteps(const Setup& setup, const Figures& figures);
[[nodiscard]] std::vector<Step> rangeSteps(const Setup& setup, const Figures& figures);
[[nodiscard]] std::vector<Step> failsafeSteps(const Setup& setup, const Figures& figures);
[[nodiscard]] std::vector<Step> supplyAlarmSteps(const Setup& setup, const Figures& figures);

}  // namespace kh
