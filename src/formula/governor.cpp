// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/governor.h"

#include "base/conventions.h"
#include "base/error.h"
#include "formula/line.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace kh {

GovernorFit governorFit(std::span<const SpeedPoint> points, double targetRpm) {
    requireNotNegative("targetRpm", targetRpm);
    std::vector<double> throttle, rpm;
    for (const SpeedPoint& p : points) {
        throttle.push_back(requireWithin("points", p.throttlePct, 0.0, 100.0));
        rpm.push_back(requireNotNegative("points", p.rpm));
    }
    const std::optional<Line> line = fitLine(throttle, rpm);
    if (!line) throw InputError("points", "two or more at different throttle are needed");
    if (line->slope <= kRoundingFuzz) throw InputError("points", "the head must turn faster with more throttle; read them again");
    GovernorFit out;
    out.slopeRpmPerPct = line->slope;
    out.interceptRpm = line->offset;
    for (std::size_t i = 0; i < rpm.size(); ++i) out.worstRpm = std::max(out.worstRpm, std::abs(rpm[i] - line->at(throttle[i])));
    out.throttlePct = (targetRpm - line->offset) / line->slope;
    out.why.title = say(KH_TR("throttle for the head speed"));
    out.why.line(KH_TR("head speed = {o} rpm + {s} rpm per % · throttle, no point further off than {w} rpm"),
                 {{"o", signedNum(out.interceptRpm)}, {"s", num(out.slopeRpmPerPct, 1)}, {"w", num(out.worstRpm)}});
    out.why.line(KH_TR("for {t} rpm: {p} %"), {{"t", num(targetRpm)}, {"p", num(out.throttlePct, 1)}});
    return out;
}

double trueSpeed(double askedRpm, double enteredPairs, double enteredRatio, double truePairs, double trueRatio, Derivation* why) {
    requireNotNegative("askedRpm", askedRpm);
    requireCount("enteredPairs", enteredPairs);
    requirePositive("enteredRatio", enteredRatio);
    requireCount("truePairs", truePairs);
    requirePositive("trueRatio", trueRatio);
    const double rpm = askedRpm * (enteredPairs * enteredRatio) / (truePairs * trueRatio);
    if (wants(why))
        why->line(KH_TR("held = asked · (pairs · ratio entered) / (pairs · ratio true) = {a} · ({p} · {r}) / ({q} · {s}) = {n} rpm"),
                  {{"a", num(askedRpm)},
                   {"p", num(enteredPairs)},
                   {"r", num(enteredRatio, 2)},
                   {"q", num(truePairs)},
                   {"s", num(trueRatio, 2)},
                   {"n", num(rpm)}});
    return rpm;
}

}  // namespace kh
