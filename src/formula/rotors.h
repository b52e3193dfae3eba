// SPDX-License-Identifier: GPL-3.0-or-later
//
// Four rotors of variable pitch on an X frame, one speed for all (docs/domain.md 15.1). Order throughout: front left, back left, back
// right, front right, seen from above with the nose up.
#pragma once

#include "formula/rotor.h"

#include <array>
#include <cstddef>

namespace kh {

inline constexpr std::size_t kRotors = 4;
using FourRotors = std::array<double, kRotors>;

[[nodiscard]] constexpr double rotorsMean(const FourRotors& of) {
    double sum = 0.0;
    for (const double one : of) sum += one;
    return sum / static_cast<double>(kRotors);
}

/// Which diagonal pair turns clockwise seen from above: that of the front left rotor or that of the front right one.
enum class ClockwisePair { FrontLeft, FrontRight };

/// Where a rotor stands: side +1 right −1 left, fore +1 front −1 back.
struct RotorPlace {
    double side = 0.0;
    double fore = 0.0;
};
inline constexpr std::array<RotorPlace, kRotors> kRotorPlaces{{{-1.0, 1.0}, {-1.0, -1.0}, {1.0, -1.0}, {1.0, 1.0}}};
/// +1 where the rotor turns counter-clockwise seen from above, −1 where it turns clockwise.
[[nodiscard]] constexpr double rotorSpin(std::size_t rotor, ClockwisePair pair) {
    const bool frontLeftPair = rotor == 0 || rotor == 2;
    return frontLeftPair == (pair == ClockwisePair::FrontLeft) ? -1.0 : 1.0;
}

/// How a box mixes: how far each function reaches, 0 … 100 % of the way from neutral to limit.
struct RotorMix {
    double aileronReachPct = 50.0;
    double elevatorReachPct = 50.0;
    double rudderReachPct = 30.0;
    ClockwisePair pair = ClockwisePair::FrontLeft;
    bool yawFollows = true;  ///< the rudder's sign is turned over below zero collective
};
/// What sticks ask of it, each −1 … +1.
struct RotorSticks {
    double collective = 0.0;
    double aileron = 0.0;
    double elevator = 0.0;
    double rudder = 0.0;
};
/// One demand a rotor, −1 … +1, + lifts; each is clamped by itself.
[[nodiscard]] FourRotors rotorsMix(const RotorSticks& sticks, const RotorMix& mix);
/// The same for the kernel: nothing is checked.
[[nodiscard]] FourRotors rotorsMixUnchecked(const RotorSticks& sticks, const RotorMix& mix);

/// The frame: how far each rotor's shaft is from the hub, and how far the front arms lie off the nose; the back arms mirror them.
struct RotorFrame {
    double armMm = 0.0;
    double armAngleDeg = 45.0;  ///< 10 … 80
    ClockwisePair pair = ClockwisePair::FrontLeft;
};
struct RotorsMoment {
    double liftN = 0.0;
    double rollNm = 0.0;   ///< + right
    double pitchNm = 0.0;  ///< + nose up
    double yawNm = 0.0;    ///< + nose right
    FourRotors thrustsN{};
    FourRotors torquesNm{};
};
/// Lift and moments of four blade pitches at one speed, by rotorAtPitch. @param rotor  its mass is not used
/// @throws InputError naming the field
[[nodiscard]] RotorsMoment rotorsMoment(const FourRotors& pitchDeg, const HoverIn& rotor, const RotorFrame& frame);
/// What one frame makes of given thrusts and torques.
[[nodiscard]] RotorsMoment rotorsMomentOf(const FourRotors& thrustsN, const FourRotors& torquesNm, const RotorFrame& frame);

struct RotorsLimit {
    double setting = 0.0;    ///< to enter, on the box's grid
    double expectDeg = 0.0;  ///< what the gauge then reads
};
/// The next limit of a rotor from the pitch that was read: by the ratio of sines. @param setting, step  above 0
/// @throws InputError naming `setting`, `readDeg`, `wantedDeg` or `step`
[[nodiscard]] RotorsLimit rotorsLimit(double setting, double readDeg, double wantedDeg, double step, Derivation* why = nullptr);

}  // namespace kh
