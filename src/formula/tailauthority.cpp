// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/tailauthority.h"

#include "base/conventions.h"
#include "base/error.h"

#include <algorithm>
#include <cmath>

namespace kh {

TorqueAgainst torqueAgainst(const HoverIn& main, double pitchDeg, double powerW, Derivation* why) {
    requireNotNegative("powerW", powerW);
    HoverIn sagged = main;
    sagged.rpm *= 1.0 - kSpeedSag;
    sagged.profileDrag = kTailProfileDrag;
    TorqueAgainst out;
    out.airNm = rotorAtPitch(pitchDeg, sagged).torqueNm;
    const double drive = powerW / (sagged.rpm * kPi / 30.0);
    out.mostNm = std::max(kTorqueMargin * out.airNm, drive);
    if (wants(why)) {
        why->line(KH_TR("torque of the air at {p}° and {n} rpm, sagged by 5 %: {q} N·m"),
                  {{"p", num(pitchDeg, 1)}, {"n", num(sagged.rpm)}, {"q", num(out.airNm, 2)}});
        if (powerW > 0.0)
            why->line(KH_TR("of the drive's most power: {w} W / {n} rpm = {q} N·m"),
                      {{"w", num(powerW)}, {"n", num(sagged.rpm)}, {"q", num(drive, 2)}});
        why->line(KH_TR("at most: the larger of 1.3 times the first and the second, {q} N·m"), {{"q", num(out.mostNm, 2)}});
    }
    return out;
}

TailAuthority tailAuthority(const TailAuthorityIn& in, Derivation* why) {
    requireNotNegative("sideWindMs", in.sideWindMs);
    requireFinite("endDeg", in.endDeg);
    HoverIn tail = in.tail;
    tail.rpm *= 1.0 - kSpeedSag;
    TailAuthority out;
    const TailHover need = tailHover(in.torqueNm, in.boomM, tail, why);
    out.needDeg = need.pitchDeg;
    out.loading = bladeLoading(need.thrustN, tail);
    out.stallDeg = pitchForThrustDeg(thrustAtLoadingN(kStallLoading, tail), tail);
    const double tipMs = tail.rpm * kPi / 30.0 * tail.diameterM / 2.0;
    const double degPerMs = degFromRad(1.0 / (0.7 * tipMs));
    out.inflowDeg = in.sideWindMs * degPerMs;
    out.usableDeg = std::min(out.stallDeg, in.endDeg);
    out.marginDeg = out.usableDeg - out.needDeg - out.inflowDeg;
    out.windMs = std::max(0.0, (out.usableDeg - out.needDeg) / degPerMs);
    if (wants(why)) {
        why->line(KH_TR("loading C_T/σ = {l}; beyond 0.13, at {s}°, a blade gives nothing more; the limit is at {e}°"),
                  {{"l", num(out.loading, 3)}, {"s", num(out.stallDeg, 1)}, {"e", num(in.endDeg, 1)}});
        why->line(KH_TR("side wind V / (0.7 Ω R) = {v} m/s: {i}° more"), {{"v", num(in.sideWindMs, 1)}, {"i", num(out.inflowDeg, 1)}});
        why->line(KH_TR("left: {u}° − {n}° − {i}° = {m}°; gone in {w} m/s"), {{"u", num(out.usableDeg, 1)},
                                                                              {"n", num(out.needDeg, 1)},
                                                                              {"i", num(out.inflowDeg, 1)},
                                                                              {"m", signedNum(out.marginDeg, 1)},
                                                                              {"w", num(out.windMs, 1)}});
    }
    return out;
}

}  // namespace kh
