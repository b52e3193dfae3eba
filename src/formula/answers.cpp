// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/answers.h"

#include "base/conventions.h"
#include "base/error.h"

#include <algorithm>
#include <cmath>

namespace kh {

EndpointAnswer endpointFor(double travelPct, double readingPct, const TravelGrid& grid) {
    requirePositive("travelPct", travelPct);
    requireFinite("readingPct", readingPct);
    if (readingPct == 0.0) throw InputError("readingPct", "0 says nothing about the travel; move the stick to its end");
    requirePositive("stepPct", grid.stepPct);
    requirePositive("limitPct", grid.limitPct);
    const double exact = travelPct * 100.0 / std::abs(readingPct);
    const double stepped = grid.overshoot == Overshoot::Forbid ? floorToStep(exact, grid.stepPct) : roundToStep(exact, grid.stepPct);
    EndpointAnswer answer;
    answer.reachable = stepped <= grid.limitPct + kRoundingFuzz;
    answer.travelPct = answer.reachable ? stepped : grid.limitPct;
    answer.reachedPct = std::abs(readingPct) * answer.travelPct / travelPct;
    answer.why.title = say(KH_TR("travel"));
    answer.why.line(KH_TR("T′ = T · 100 / |u| = {t} · 100 / {u} = {x}"),
                    {{"t", num(travelPct, 1)}, {"u", num(std::abs(readingPct), 1)}, {"x", num(exact, 2)}});
    answer.why.line(answer.reachable ? KH_TR("to the step of {s} %: {v} %, then it reads {r} %")
                                     : KH_TR("beyond the limit; with {v} % it reads {r} % (step {s} %)"),
                    {{"s", num(grid.stepPct, 1)}, {"v", num(answer.travelPct, 1)}, {"r", num(answer.reachedPct, 1)}});
    return answer;
}

SubTrimAnswer subTrimFor(double readingPct, double controllerUsPerPct, double transmitterUsPerPct, double stepPct) {
    requireFinite("readingPct", readingPct);
    requirePositive("controllerUsPerPct", controllerUsPerPct);
    requirePositive("transmitterUsPerPct", transmitterUsPerPct);
    requirePositive("stepPct", stepPct);
    const double exact = -readingPct * controllerUsPerPct / transmitterUsPerPct;
    SubTrimAnswer answer;
    answer.changePct = roundToStep(exact, stepPct);
    answer.why.title = say(KH_TR("sub-trim"));
    answer.why.line(KH_TR("change = −c · {k} µs / {t} µs = {x} %"),
                    {{"k", num(controllerUsPerPct, 2)}, {"t", num(transmitterUsPerPct, 2)}, {"x", signedNum(exact, 2)}});
    answer.why.line(KH_TR("to the step of {s} %: {v} %"), {{"s", num(stepPct, 1)}, {"v", signedNum(answer.changePct, 1)}});
    return answer;
}

PitchSettingAnswer pitchSettingFor(const PitchReading& now, double targetDeg, const std::optional<PitchReading>& previous) {
    requireFinite("setting", now.setting);
    requireFinite("measuredDeg", now.measuredDeg);
    requireFinite("targetDeg", targetDeg);
    const double sineNow = sinDeg(now.measuredDeg);
    const double sineTarget = sinDeg(targetDeg);
    PitchSettingAnswer answer;
    answer.why.title = say(KH_TR("setting"));
    if (previous) {
        requireFinite("previous", previous->setting);
        requireFinite("previous", previous->measuredDeg);
        const double sinePrevious = sinDeg(previous->measuredDeg);
        if (previous->setting == now.setting) throw InputError("previous", "two readings at the same setting give no slope");
        if (std::abs(sinePrevious - sineNow) < 1e-15) throw InputError("previous", "two readings of the same pitch give no slope");
        answer.setting = now.setting + (sineTarget - sineNow) * (now.setting - previous->setting) / (sineNow - sinePrevious);
        answer.why.line(KH_TR("p′ = p + (sin θt − sin θ) · (p − p₀) / (sin θ − sin θ₀) = {v}"), {{"v", num(answer.setting, 2)}});
        return answer;
    }
    if (now.setting == 0.0) throw InputError("setting", "0 cannot be scaled; enter a value other than 0 and read again");
    if (sineNow == 0.0) throw InputError("measuredDeg", "a reading of 0° cannot be scaled; enter more throw and read again");
    if (sineNow * sineTarget < 0.0)
        throw InputError("measuredDeg", "the blade went the other way: reverse the direction first, then read again");
    answer.setting = now.setting * sineTarget / sineNow;
    answer.why.line(KH_TR("p′ = p · sin θt / sin θ = {p} · sin {t}° / sin {m}° = {v}"),
                    {{"p", num(now.setting, 1)}, {"t", num(targetDeg, 1)}, {"m", num(now.measuredDeg, 1)}, {"v", num(answer.setting, 2)}});
    return answer;
}

LinkTurnsAnswer linkTurnsFor(double leadMmPerTurn, double gripMm, double errorDeg, double stepTurns) {
    requirePositive("leadMmPerTurn", leadMmPerTurn);
    requirePositive("gripMm", gripMm);
    requireFinite("errorDeg", errorDeg);
    requirePositive("stepTurns", stepTurns);
    if (leadMmPerTurn > gripMm) throw InputError("gripMm", "the grip lever is shorter than the lead of one turn");
    LinkTurnsAnswer answer;
    answer.perTurnDeg = degFromRad(std::asin(leadMmPerTurn / gripMm));
    answer.turns = roundToStep(-errorDeg / answer.perTurnDeg, stepTurns);
    answer.remainderDeg = errorDeg + answer.turns * answer.perTurnDeg;
    answer.why.title = say(KH_TR("link turns"));
    answer.why.line(KH_TR("one turn = asin(ℓ / g) = asin({l} / {g}) = {d}°"),
                    {{"l", num(leadMmPerTurn, 2)}, {"g", num(gripMm, 1)}, {"d", num(answer.perTurnDeg, 2)}});
    answer.why.line(KH_TR("turns = {e}° / {d}° to the step of {s}: {n}, leaves {r}°"), {{"e", signedNum(-errorDeg, 2)},
                                                                                        {"d", num(answer.perTurnDeg, 2)},
                                                                                        {"s", num(stepTurns, 2)},
                                                                                        {"n", signedNum(answer.turns, 2)},
                                                                                        {"r", signedNum(answer.remainderDeg, 2)}});
    return answer;
}

double tailArmFor(double armMm, double limitPct) {
    requirePositive("armMm", armMm);
    requirePositive("limitPct", limitPct);
    return armMm * limitPct / 100.0;
}

double gainScaled(double gain, double fromRpm, double toRpm) {
    requireWithin("gain", gain, -100.0, 100.0);
    requirePositive("fromRpm", fromRpm);
    requirePositive("toRpm", toRpm);
    const double ratio = fromRpm / toRpm;
    return gain * ratio * ratio;
}

double gainCarried(double gain, double fromRpm, double toRpm) {
    const double scaled = gainScaled(gain, fromRpm, toRpm);
    return std::clamp(toRpm < fromRpm ? gain * fromRpm / toRpm : scaled, -100.0, 100.0);
}

GainSentAnswer gainToSend(double wantedPct, const ChannelScale& channel, const ReadingScale& reading, double stepPct) {
    requireWithin("wantedPct", wantedPct, -100.0, 100.0);
    requirePositive("stepPct", stepPct);
    GainSentAnswer answer;
    const double pulse = reading.centreUs + wantedPct * reading.usPerPct;
    const double out = (pulse - channel.centreUs) / channel.usPerPct;
    const double p = channel.reversed ? -out : out;
    answer.why.line(KH_TR("a reading of {w} % is {u} µs, {p} % of the channel"),
                    {{"w", signedNum(wantedPct)}, {"u", num(pulse)}, {"p", signedNum(p, 1)}});
    const double side = p - channel.trimPct() < 0.0 ? -1.0 : 1.0;
    (void)requirePositive(channel.highServes(side) ? "travelHighPct" : "travelLowPct", channel.travelPct(side));
    const double exact = valueSending(out, channel);
    answer.sentPct = std::clamp(roundToStep(exact, stepPct), -100.0, 100.0);
    answer.reachable = std::abs(exact) <= 100.0 + stepPct / 2.0;
    answer.readsPct = readingPct(channelOutput(answer.sentPct, channel).pulseUs, reading);
    answer.why.line(KH_TR("sent = (p − sub-trim) · 100 / travel = {s} %, which reads {r} %"),
                    {{"s", signedNum(answer.sentPct)}, {"r", signedNum(answer.readsPct, 1)}});
    return answer;
}

GainSearchAnswer gainSearch(const std::vector<double>& clean, const std::vector<double>& oscillating) {
    for (const double g : clean) requireWithin("clean", g, 0.0, 100.0);
    for (const double g : oscillating) requireWithin("oscillating", g, 0.0, 100.0);
    if (clean.empty() && oscillating.empty()) throw InputError("clean", "one flown gain or more is needed");
    if (oscillating.empty()) {
        const double high = *std::max_element(clean.begin(), clean.end());
        return high >= 100.0 ? GainSearchAnswer{true, 100.0} : GainSearchAnswer{false, std::min(100.0, high + 5.0)};
    }
    const double low = *std::min_element(oscillating.begin(), oscillating.end());
    double high = 0.0;
    bool anyClean = false;
    for (const double g : clean) {
        if (g >= low) continue;  // oscillation wins
        high = std::max(high, g);
        anyClean = true;
    }
    if (low - high <= 2.0 + kRoundingFuzz) return {true, anyClean ? std::min(high, 0.9 * low) : 0.9 * low};
    return {false, (low + high) / 2.0};
}

}  // namespace kh
