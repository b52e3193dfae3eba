// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speed over time: from hold to speed, into a practised autorotation and back. A model of what the boxes were told, no
// measurement: the first run tells.
#pragma once

#include <optional>
#include <vector>

namespace kh {

struct SpoolPoint {
    double s = 0.0;
    double rpm = 0.0;
};

/// What a start is made of.
struct SpoolIn {
    double rpm = 0.0;                      ///< the speed that is held, 0 or more
    double runUpS = 0.0;                   ///< soft start or run-up, 0 … 60
    std::optional<double> bailOutS;        ///< back to speed after the throttle was closed; absent: soft start again
    std::optional<double> bailOutWithinS;  ///< for so long; absent: always
    double closedS = 4.0;                  ///< how long the throttle stays closed in the autorotation
    std::optional<double> mostRpm;         ///< what a fresh pack gives at full throttle; absent: not known
};

/// Head speed that is passed on the way to `rpm` in `seconds`: 5 % in 1.5 s or less, none from 4 s on, straight between
/// (own choice, from docs/domain.md 8: bail-out 1.5 … 3 s, overshoot at most 5 %). Never more than `mostRpm` where that is above `rpm`.
[[nodiscard]] double overshootRpm(double rpm, double seconds, const std::optional<double>& mostRpm);

/// Hold, run-up, a stretch at speed, throttle closed, back to speed. Times rise; rpm is 0 or more.
/// @throws InputError naming `rpm`, `runUpS`, `bailOutS` or `closedS` that is negative or not finite
[[nodiscard]] std::vector<SpoolPoint> spoolUp(const SpoolIn& in);

/// The highest of these points.
[[nodiscard]] double spoolPeakRpm(const SpoolIn& in);
/// Where a bail-out comes too late to be quick, or there is none.
[[nodiscard]] bool softStartAgain(const SpoolIn& in);

}  // namespace kh
