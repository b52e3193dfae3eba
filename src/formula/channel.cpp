// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/channel.h"

#include "base/conventions.h"
#include "base/error.h"

#include <algorithm>
#include <cmath>

namespace kh {

RatedValue rated(double stick, const AxisRates& rates) {
    requireWithin("stick", stick, -1.0, 1.0);
    const double rate = shareFromPct(requireWithin("ratePct", rates.ratePct, 0.0, 125.0));
    const double expo = requireWithin("expoPct", rates.expoPct, -50.0, 100.0);
    return {rate * withExpo(stick, expo), rate * (1.0 - shareFromPct(expo))};
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
                   {"t", num(value < 0.0 ? scale.travelLowPct : scale.travelHighPct, 1)},
                   {"s", signedNum(scale.subTrimPct, 1)}});
        why->line(scale.reversed ? KH_TR("= {p} %, limit ±{l} %, then reversed") : KH_TR("= {p} %, limit ±{l} %, not reversed"),
                  {{"p", signedNum(out.pct, 1)}, {"l", num(scale.limitPct, 0)}});
        why->line(KH_TR("pulse = {c} µs + {p} · {u} µs = {us} µs"),
                  {{"c", num(scale.centreUs)}, {"p", signedNum(out.pct, 1)}, {"u", num(scale.usPerPct, 2)}, {"us", num(out.pulseUs)}});
    }
    return out;
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
