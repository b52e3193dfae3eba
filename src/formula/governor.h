// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/derivation.h"

#include <span>

namespace kh {

/// Throttle and the head speed it gave.
struct SpeedPoint {
    double throttlePct = 0.0;
    double rpm = 0.0;
};
struct GovernorFit {
    double slopeRpmPerPct = 0.0;
    double interceptRpm = 0.0;
    double worstRpm = 0.0;     ///< largest distance of a point from the line
    double throttlePct = 0.0;  ///< for the target; not clamped
    Derivation why;
};
/// The line through read points, least squares, and the throttle it gives a speed at.
/// @throws InputError naming `points` (fewer than two, one throttle only, outside 0 … 100 %, a line that does not rise) or `targetRpm`
[[nodiscard]] GovernorFit governorFit(std::span<const SpeedPoint> points, double targetRpm);

/// The most that a first governed run asks for: poles typed for pairs ask for twice the speed (docs/domain.md 8).
inline constexpr double kFirstRunShare = 0.45;
[[nodiscard]] constexpr double firstGovernedRpm(double bladeMaxRpm) { return kFirstRunShare * bladeMaxRpm; }

/// Head speed a governor holds when poles or ratio were entered wrong: asked · (entered pairs · ratio) / (true pairs · ratio).
/// @param enteredPairs, truePairs  whole; @throws InputError naming the field
[[nodiscard]] double trueSpeed(double askedRpm, double enteredPairs, double enteredRatio, double truePairs, double trueRatio,
                               Derivation* why = nullptr);

}  // namespace kh
