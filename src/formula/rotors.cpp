// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/rotors.h"

#include "base/conventions.h"
#include "base/error.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr std::array kPitchNames{"frontLeftDeg", "backLeftDeg", "backRightDeg", "frontRightDeg"};
constexpr double kArmLeastDeg = 10.0, kArmMostDeg = 80.0, kRightAngleDeg = 90.0;

void requireAngle(const char* name, double deg) {
    requireFinite(name, deg);
    if (deg == 0.0) throw InputError(name, "0° cannot be scaled; more throw is needed");
    if (std::abs(deg) >= kRightAngleDeg) throw InputError(name, "must be less than 90°");
}

}  // namespace

FourRotors rotorsMixUnchecked(const RotorSticks& s, const RotorMix& mix) {
    const double a = s.aileron * shareFromPct(mix.aileronReachPct), e = s.elevator * shareFromPct(mix.elevatorReachPct);
    const double r = s.rudder * shareFromPct(mix.rudderReachPct) * (mix.yawFollows && s.collective < 0.0 ? -1.0 : 1.0);
    FourRotors out{};
    for (std::size_t i = 0; i < kRotors; ++i)
        out[i] = std::clamp(s.collective - a * kRotorPlaces[i].side - e * kRotorPlaces[i].fore + r * rotorSpin(i, mix.pair), -1.0, 1.0);
    return out;
}

FourRotors rotorsMix(const RotorSticks& s, const RotorMix& mix) {
    requireWithin("collective", s.collective, -1.0, 1.0);
    requireWithin("aileron", s.aileron, -1.0, 1.0);
    requireWithin("elevator", s.elevator, -1.0, 1.0);
    requireWithin("rudder", s.rudder, -1.0, 1.0);
    requireWithin("aileronReachPct", mix.aileronReachPct, 0.0, 100.0);
    requireWithin("elevatorReachPct", mix.elevatorReachPct, 0.0, 100.0);
    requireWithin("rudderReachPct", mix.rudderReachPct, 0.0, 100.0);
    return rotorsMixUnchecked(s, mix);
}

RotorsMoment rotorsMomentOf(const FourRotors& thrustsN, const FourRotors& torquesNm, const RotorFrame& frame) {
    const double across = frame.armMm / 1000.0 * sinDeg(frame.armAngleDeg), along = frame.armMm / 1000.0 * cosDeg(frame.armAngleDeg);
    RotorsMoment out;
    out.thrustsN = thrustsN;
    out.torquesNm = torquesNm;
    for (std::size_t i = 0; i < kRotors; ++i) {
        out.liftN += thrustsN[i];
        out.rollNm -= kRotorPlaces[i].side * across * thrustsN[i];
        out.pitchNm += kRotorPlaces[i].fore * along * thrustsN[i];
        out.yawNm += rotorSpin(i, frame.pair) * torquesNm[i];
    }
    return out;
}

RotorsMoment rotorsMoment(const FourRotors& pitchDeg, const HoverIn& rotor, const RotorFrame& frame) {
    requirePositive("armMm", frame.armMm);
    requireWithin("armAngleDeg", frame.armAngleDeg, kArmLeastDeg, kArmMostDeg);
    FourRotors thrusts{}, torques{};
    for (std::size_t i = 0; i < kRotors; ++i) {
        requireWithin(kPitchNames[i], pitchDeg[i], -kMostRotorPitchDeg, kMostRotorPitchDeg);
        const RotorAtPitch one = rotorAtPitch(pitchDeg[i], rotor);
        thrusts[i] = one.thrustN;
        torques[i] = one.torqueNm;
    }
    return rotorsMomentOf(thrusts, torques, frame);
}

RotorsLimit rotorsLimit(double setting, double readDeg, double wantedDeg, double step, Derivation* why) {
    requirePositive("setting", setting);
    requirePositive("step", step);
    requireAngle("readDeg", readDeg);
    requireAngle("wantedDeg", wantedDeg);
    if (readDeg * wantedDeg < 0.0) throw InputError("readDeg", "the blade went the other way: turn the servo's direction over, then read again");
    RotorsLimit out;
    out.setting = roundToStep(setting * sinDeg(wantedDeg) / sinDeg(readDeg), step);
    const double sine = out.setting * sinDeg(readDeg) / setting;
    if (std::abs(sine) > 1.0) throw InputError("wantedDeg", "no limit brings the blade so far");
    out.expectDeg = degFromRad(std::asin(sine));
    if (why != nullptr) {
        why->line(KH_TR("L′ = L · sin θt / sin θ = {l} · sin {t}° / sin {m}°"),
                  {{"l", num(setting, 1)}, {"t", num(wantedDeg, 1)}, {"m", num(readDeg, 1)}});
        why->line(KH_TR("to the step of {s}: {v}; then it reads {r}°"),
                  {{"s", num(step, 1)}, {"v", num(out.setting, 1)}, {"r", signedNum(out.expectDeg, 1)}});
    }
    return out;
}

}  // namespace kh
