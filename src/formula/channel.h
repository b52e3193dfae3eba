// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/conventions.h"
#include "base/derivation.h"

#include <algorithm>
#include <cmath>
#include <vector>

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

/// What a box makes of a stick at expo 100: a cubic, or shares of the end at evenly spaced places of the stick, from its centre (0)
/// to its end (1). Own choice of shape: any table that rises.
using ExpoTable = std::vector<double>;

/// What expo makes of a stick or a demand −1 … +1: (1−k)·x + k·x³, the ends kept.
[[nodiscard]] constexpr double withExpo(double x, double expoPct) {
    const double k = expoPct / 100.0;
    return (1.0 - k) * x + k * x * x * x;
}
/// The same by a box's own table, straight between its places; an empty one is the cubic.
[[nodiscard]] inline double withExpo(double x, double expoPct, const ExpoTable& table) {
    if (table.size() < 2) return withExpo(x, expoPct);
    const double at = std::min(std::abs(x), 1.0) * static_cast<double>(table.size() - 1);
    const auto i = std::min(static_cast<std::size_t>(at), table.size() - 2);
    const double bent = std::copysign(table[i] + (table[i + 1] - table[i]) * (at - static_cast<double>(i)), x);
    const double k = expoPct / 100.0;
    return (1.0 - k) * x + k * bent;
}

/// y = rate·((1−k)·x + k·x³), slope at the centre rate·(1−k); by a table, its own bend in place of the cubic.
/// @param stick  −1 … +1
/// @throws InputError naming `stick`, `ratePct`, `expoPct` or `expoTable`
[[nodiscard]] RatedValue rated(double stick, const AxisRates& rates, const ExpoTable& table = {});
/// @throws InputError naming `expoTable`: one that does not go from 0 to 1, or along which some expo would turn the stick back
void requireExpoTable(const ExpoTable& table);

/// By which side's travel a value is served: that of the value itself, or that of what comes out after reversing.
enum class TravelSide { BeforeReversing, AfterReversing };
/// Sub-trim moves the whole channel, or bends it: the centre moves, what 100 % sends stays.
enum class SubTrimLaw { Moves, Bends };
/// An output limit cuts what goes beyond it, or draws the whole side in so that 100 % ends there.
enum class LimitLaw { Clips, Scales };

/// In what transmitters differ when they make a channel of a value.
struct ChannelLaws {
    TravelSide side = TravelSide::BeforeReversing;
    SubTrimLaw subTrim = SubTrimLaw::Moves;
    bool reverseTurnsTrim = true;  ///< reversing turns the sub-trim over with the rest
    LimitLaw limit = LimitLaw::Clips;
    bool operator==(const ChannelLaws&) const = default;
};

/// What turns a value into a channel and a channel into a pulse.
struct ChannelScale {
    double travelLowPct = 100.0;
    double travelHighPct = 100.0;
    double subTrimPct = 0.0;
    bool reversed = false;
    double limitPct = 150.0;
    double centreUs = 1500.0;
    double usPerPct = 4.0;
    double resolutionUs = 1.0;
    ChannelLaws laws;

    /// Whether the high travel serves values of this sign.
    [[nodiscard]] bool highServes(double value) const {
        const bool turned = reversed && laws.side == TravelSide::AfterReversing;
        return (value < 0.0) == turned;
    }
    [[nodiscard]] double travelPct(double value) const { return highServes(value) ? travelHighPct : travelLowPct; }
    /// +1 or −1: what one of sub-trim does to what comes out.
    [[nodiscard]] double trimSign() const { return reversed && laws.reverseTurnsTrim ? -1.0 : 1.0; }
    /// The sub-trim as it acts before reversing.
    [[nodiscard]] double trimPct() const { return reversed && !laws.reverseTurnsTrim ? -subTrimPct : subTrimPct; }
    /// Of it what is left at a value.
    [[nodiscard]] double trimShare(double value) const {
        return laws.subTrim == SubTrimLaw::Moves ? 1.0 : std::max(0.0, 1.0 - std::abs(value) / 100.0);
    }
    /// Before limit and reversing.
    [[nodiscard]] double openPct(double value) const { return value * travelPct(value) / 100.0 + trimPct() * trimShare(value); }
};

struct ChannelOutput {
    double pct = 0.0;      ///< after limit and reversing, unrounded
    double pulseUs = 0.0;  ///< on the transmitter's grid, counted from the centre
};

/// p = v·travel(side)/100 + subTrim, clamped to ±limit, then reversed; pulse = centre + p·usPerPct. The laws say which side's travel,
/// where the sub-trim acts, whether reversing turns it, and what the limit does (docs/domain.md 2).
/// @param value  % of the channel; a hold of −5 % is −110
/// @throws InputError naming the field that is out of range
[[nodiscard]] ChannelOutput channelOutput(double value, const ChannelScale& scale, Derivation* why = nullptr);
/// The same without the checks, for settings that were checked when they were compiled.
[[nodiscard]] inline ChannelOutput channelOutputUnchecked(double value, const ChannelScale& scale) {
    double p = scale.openPct(value);
    if (scale.laws.limit == LimitLaw::Scales) {  // about the centre, so that it stays one channel
        const double centre = scale.trimPct();
        const double end = scale.openPct(value < 0.0 ? -100.0 : 100.0);
        const double most = std::copysign(scale.limitPct, end);
        if (std::abs(end) > scale.limitPct && end != centre) p = centre + (p - centre) * (most - centre) / (end - centre);
    }
    p = std::clamp(p, -scale.limitPct, scale.limitPct);
    if (scale.reversed) p = -p;
    return {p, scale.centreUs + roundToStep(p * scale.usPerPct, scale.resolutionUs)};
}

/// The channel turned round, not rounded; what the limit does is not undone.
/// @param outPct  after reversing
/// @return the value that sends it; of no travel on that side, a value far beyond any
[[nodiscard]] double valueSending(double outPct, const ChannelScale& scale);
/// @return the travel of the side that serves `value`, with which it sends `outPct`; `value` ≠ 0
[[nodiscard]] double travelSending(double outPct, double value, const ChannelScale& scale);

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
