// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/channel.h"

#include "base/conventions.h"
#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

RatedValue rated(double stick, const AxisRates& rates, const ExpoTable& table) {
    requireWithin("stick", stick, -1.0, 1.0);
    const double rate = shareFromPct(requireWithin("ratePct", rates.ratePct, 0.0, 125.0));
    const double expo = requireWithin("expoPct", rates.expoPct, -50.0, 100.0);
    if (!table.empty()) requireExpoTable(table);
    const double k = shareFromPct(expo);
    const double bend = table.empty() ? 0.0 : table[1] * static_cast<double>(table.size() - 1);
    return {rate * withExpo(stick, expo, table), rate * (1.0 - k + k * bend)};
}

void requireExpoTable(const ExpoTable& table) {
    constexpr double kSteepest = 3.0;  // with expo −50 a steeper one turns the stick back, as the cubic's end just does not
    if (table.size() < 3 || table.front() != 0.0 || std::abs(table.back() - 1.0) > kRoundingFuzz)
        throw InputError("expoTable", "goes from 0 at the stick's centre to 1 at its end, with one value or more between");
    const double step = 1.0 / static_cast<double>(table.size() - 1);
    for (std::size_t i = 1; i < table.size(); ++i)
        if (const double rise = (table[i] - table[i - 1]) / step; rise < -kRoundingFuzz || rise > kSteepest + kRoundingFuzz)
            throw InputError("expoTable", fmt::format("value {} rises {:.3g} times as fast as the stick: 0 … 3 keeps it from turning back",
                                                      i + 1, rise));
}

ChannelOutput channelOutput(double value, const ChannelScale& scale, Derivation* why) {
    requireFinite("value", value);
    requireNotNegative("travelLowPct", scale.travelLowPct);
    requireNotNegative("travelHighPct", scale.travelHighPct);
    requireFinite("subTrimPct", scale.subTrimPct);
    requirePositive("limitPct", scale.limitPct);
    requirePositive("centreUs", scale.centreUs);
    requirePositive("usPerPct", scale.usPerPct);
    requirePositive("resolutionUs", scale.resolutionUs);
    const ChannelOutput out = channelOutputUnchecked(value, scale);
    if (wants(why)) {
        why->line(KH_TR("p = v · travel / 100 + sub-trim = {v} · {t} / 100 {s}"),
                  {{"v", signedNum(value, 1)},
                   {"t", num(scale.travelPct(value), 1)},
                   {"s", signedNum(scale.trimPct() * scale.trimShare(value), 1)}});
        if (scale.laws.side == TravelSide::AfterReversing && scale.reversed)
            why->line(KH_TR("the travel is that of the side that comes out, after reversing"));
        if (scale.laws.subTrim == SubTrimLaw::Bends && scale.subTrimPct != 0.0)
            why->line(KH_TR("the sub-trim moves the centre only: what 100 % sends stays"));
        if (!scale.laws.reverseTurnsTrim && scale.reversed && scale.subTrimPct != 0.0)
            why->line(KH_TR("the sub-trim keeps its direction when the channel is reversed"));
        if (scale.laws.limit == LimitLaw::Scales && std::abs(scale.openPct(value < 0.0 ? -100.0 : 100.0)) > scale.limitPct)
            why->line(KH_TR("the limit draws the whole side in, so that 100 % ends at {l} %"), {{"l", num(scale.limitPct, 0)}});
        why->line(scale.reversed ? KH_TR("= {p} %, limit ±{l} %, then reversed") : KH_TR("= {p} %, limit ±{l} %, not reversed"),
                  {{"p", signedNum(out.pct, 1)}, {"l", num(scale.limitPct, 0)}});
        why->line(KH_TR("pulse = {c} µs + {p} · {u} µs = {us} µs"),
                  {{"c", num(scale.centreUs)}, {"p", signedNum(out.pct, 1)}, {"u", num(scale.usPerPct, 2)}, {"us", num(out.pulseUs)}});
    }
    return out;
}

double valueSending(double outPct, const ChannelScale& scale) {
    const double p = scale.reversed ? -outPct : outPct;
    const double moved = p - scale.trimPct();
    const double side = moved < 0.0 ? -1.0 : 1.0;
    // a sub-trim that bends is gone at 100 %: the side is steeper or flatter by it, and beyond 100 % only the travel counts
    const double travel = scale.travelPct(side);
    const double bent = scale.laws.subTrim == SubTrimLaw::Bends ? travel - side * scale.trimPct() : travel;
    constexpr double kBeyondAny = 1e9;
    double value = bent > 0.0 ? moved * 100.0 / bent : moved == 0.0 ? 0.0 : side * kBeyondAny;
    if (scale.laws.subTrim == SubTrimLaw::Bends && std::abs(value) > 100.0 && travel > 0.0) value = p * 100.0 / travel;
    return value;
}

double travelSending(double outPct, double value, const ChannelScale& scale) {
    const double p = scale.reversed ? -outPct : outPct;
    return (p - scale.trimPct() * scale.trimShare(value)) * 100.0 / value;
}

double readingPct(double pulseUs, const ReadingScale& scale, Derivation* why) {
    requirePositive("pulseUs", pulseUs);
    requirePositive("centreUs", scale.centreUs);
    requirePositive("usPerPct", scale.usPerPct);
    requireNotNegative("deadBandPct", scale.deadBandPct);
    const double reading = readingPctUnchecked(pulseUs, scale);
    if (wants(why))
        why->line(KH_TR("reading = ({p} − {c}) µs / {u} µs = {r} %"),
                  {{"p", num(pulseUs)}, {"c", num(scale.centreUs)}, {"u", num(scale.usPerPct, 2)}, {"r", signedNum(reading, 1)}});
    return reading;
}

}  // namespace kh
