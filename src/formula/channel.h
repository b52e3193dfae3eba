// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/conventions.h"
#include "base/derivation.h"

#include <algorithm>
#include <cmath>

namespace kh {

/// Rate and expo of one stick axis in one flight mode.
struct AxisRates {
    double ratePct = 100.0;  ///< 0 … 125
    double expoPct = 0.0;    ///< −50 … 100, positive softens the centre
    bool operator==(const AxisRates&) const = default;
};

struct RatedValue {
    double value = 0.0;        ///< −1.25 … +1.25, not clamped
    double centreSlope = 0.0;  ///< output per input at the centre
};

/// What expo makes of a stick or a demand −1 … +1: (1−k)·x + k·x³, the ends kept.
[[nodiscard]] constexpr double withExpo(double x, double expoPct) {
    const double k = expoPct / 100.0;
    return (1.0 - k) * x + k * x * x * x;
}

/// y = rate·((1−k)·x + k·x³), slope at the centre rate·(1−k).
/// @param stick  −1 … +1
/// @throws InputError naming `stick`, `ratePct` or `expoPct`
[[nodiscard]] RatedValue rated(double stick, const AxisRates& rates);

/// What turns a value into a channel and a channel into a pulse.
struct ChannelScale {
    double travelLowPct = 100.0;   ///< serves values below 0
    double travelHighPct = 100.0;  ///< serves the rest
    double subTrimPct = 0.0;
    bool reversed = false;
    double limitPct = 150.0;
    double centreUs = 1500.0;
    double usPerPct = 4.0;
    double resolutionUs = 1.0;
};

struct ChannelOutput {
    double pct = 0.0;      ///< after clamp and reversing, unrounded
    double pulseUs = 0.0;  ///< on the transmitter's grid, counted from the centre
};

/// p = v·travel(side)/100 + subTrim, clamped to ±limit, then reversed; pulse = centre + p·usPerPct.
/// @param value  % of the channel; a hold of −5 % is −110
/// @throws InputError naming the field that is out of range
[[nodiscard]] ChannelOutput channelOutput(double value, const ChannelScale& scale, Derivation* why = nullptr);
/// The same without the checks, for settings that were checked when they were compiled.
[[nodiscard]] inline ChannelOutput channelOutputUnchecked(double value, const ChannelScale& scale) {
    const double travel = value < 0.0 ? scale.travelLowPct : scale.travelHighPct;
    double p = std::clamp(value * travel / 100.0 + scale.subTrimPct, -scale.limitPct, scale.limitPct);
    if (scale.reversed) p = -p;
    return {p, scale.centreUs + roundToStep(p * scale.usPerPct, scale.resolutionUs)};
}

/// What the controller's monitor shows.
struct ReadingScale {
    double centreUs = 1500.0;
    double usPerPct = 4.0;
    double deadBandPct = 0.0;
};

/// (pulse − centre)/usPerPct, 0 inside the dead band, unchanged outside, not clamped.
/// @throws InputError naming `pulseUs`, `centreUs`, `usPerPct` or `deadBandPct`
[[nodiscard]] double readingPct(double pulseUs, const ReadingScale& scale, Derivation* why = nullptr);
[[nodiscard]] inline double readingPctUnchecked(double pulseUs, const ReadingScale& scale) {
    const double reading = (pulseUs - scale.centreUs) / scale.usPerPct;
    return std::abs(reading) <= scale.deadBandPct + kRoundingFuzz ? 0.0 : reading;
}

}  // namespace kh
