// SPDX-License-Identifier: GPL-3.0-or-later
//
// Frames, signs and scales. Nothing else in the project defines a sign.
//
// Body axes     right-handed: x forward, y right, z DOWN. Positive rotations: roll right,
//               pitch nose up, yaw nose right.
// Heights       of balls, plate and blades are measured UP, in mm.
// Azimuth       psi in degrees, clockwise seen from above: 0 nose, 90 right, 180 tail, 270 left.
// Plate tilt    by tau toward azimuth delta: A = sin(tau)*cos(delta) (forward), B = sin(tau)*sin(delta)
//               (right); a ball at psi stands at h - R*(A*cos(psi) + B*sin(psi)).
// Sticks        -1 ... +1: collective + climb, aileron + right, elevator + stick forward (nose DOWN),
//               rudder + nose right (clockwise from above). Throttle shares the collective stick.
// Blade pitch   + lifts. Tail slider + right, seen from behind; tail pitch + pushes the tail thrust right.
// Tail gain     + heading hold, - rate mode, -100 ... +100.
// Storage       angles in degrees, lengths in mm, pulses in us, times in s, mass in kg, shares in %.
#pragma once

#include <cmath>

namespace kh {

inline constexpr double kPi = 3.14159265358979323846;
inline constexpr double kGravity = 9.80665;    ///< m/s^2
inline constexpr double kAirDensity = 1.225;   ///< kg/m^3, standard atmosphere at sea level
inline constexpr double kRoundingFuzz = 1e-9;  ///< the only fuzz used when rounding to a grid

[[nodiscard]] constexpr double radFromDeg(double deg) { return deg * kPi / 180.0; }
[[nodiscard]] constexpr double degFromRad(double rad) { return rad * 180.0 / kPi; }
[[nodiscard]] inline double sinDeg(double deg) { return std::sin(radFromDeg(deg)); }
[[nodiscard]] inline double cosDeg(double deg) { return std::cos(radFromDeg(deg)); }

/// Nearest multiple of `step` (> 0); ties go away from zero.
[[nodiscard]] inline double roundToStep(double x, double step) {
    const double q = x / step;
    return std::copysign(std::floor(std::abs(q) + 0.5 + kRoundingFuzz) * step, q);
}

/// Largest multiple of `step` (> 0) that is not above `x`.
[[nodiscard]] inline double floorToStep(double x, double step) { return std::floor(x / step + kRoundingFuzz) * step; }

/// Throttle 0 ... 100 % as the channel carries it, -100 ... +100 %. A hold of -5 % is -110 %.
[[nodiscard]] constexpr double channelPctFromThrottlePct(double throttlePct) { return 2.0 * throttlePct - 100.0; }
[[nodiscard]] constexpr double throttlePctFromChannelPct(double channelPct) { return (channelPct + 100.0) / 2.0; }

/// Stick -1 ... +1 as a curve's x, 0 ... 100 %.
[[nodiscard]] constexpr double curveXFromStick(double stick) { return 50.0 * (stick + 1.0); }
/// A curve's x, 0 ... 100 %, as a stick, -1 ... +1.
[[nodiscard]] constexpr double stickFromCurveX(double x) { return x / 50.0 - 1.0; }

/// Percent as a share of one, and back: the one conversion between the two scales.
[[nodiscard]] constexpr double shareFromPct(double pct) { return pct / 100.0; }
[[nodiscard]] constexpr double pctFromShare(double share) { return 100.0 * share; }

/// The angle brought into 0 <= a < 360 degrees.
[[nodiscard]] inline double wrapAzimuthDeg(double deg) {
    const double a = std::fmod(deg, 360.0);
    return a < 0.0 ? a + 360.0 : a;
}
/// How far two directions lie apart, 0 … 180 degrees: 359.9 and 0 nearly not at all.
[[nodiscard]] inline double azimuthApartDeg(double a, double b) { return std::abs(wrapAzimuthDeg(a - b + 180.0) - 180.0); }

}  // namespace kh
