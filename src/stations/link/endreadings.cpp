// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/link/endreadings.h"

#include "base/conventions.h"
#include "stations/kit/calibration.h"
#include "stations/link/link.h"

#include <cmath>

namespace kh {

namespace {

/// A reading of a channel that speaks, and the channel as it stood then.
struct ReadChannel {
    const Reading* reading;
    ChannelSettings then;
};

std::optional<ReadChannel> readChannel(const Setup& setup, const ChannelSettings& channel, const char* end) {
    const Reading* r = speakingReading(setup, linkSolvers().front(), channel.id + "." + end);
    if (r == nullptr || r->unit != "%" || std::abs(r->value) >= setup.controller.profile->monitorStopPct) return std::nullopt;
    ReadChannel out{r, channel};
    const auto stood = [&](const char* key, double now) {
        return underValue(*r, "transmitter.channels." + channel.id + "." + key).value_or(now);
    };
    out.then.travelLowPct = stood("travelLowPct", channel.travelLowPct);
    out.then.travelHighPct = stood("travelHighPct", channel.travelHighPct);
    out.then.subTrimPct = stood("subTrimPct", channel.subTrimPct);
    out.then.reversed = stood("reversed", channel.reversed ? 1.0 : 0.0) != 0.0;
    return out;
}

}  // namespace

Sent sentAtEnd(const Setup& setup, const ChainModel& model, const ChannelSettings& channel, bool high, double reads) {
    Sent best;
    double nearest = 1e9;
    bool differ = false;
    const auto& modes = setup.transmitter.modes;
    for (std::size_t i = 0; i < modes.size(); ++i) {
        const FlightMode& m = modes[i];
        const double pct = channel.id == "aileron"      ? m.aileron.ratePct
                           : channel.id == "elevator"   ? m.elevator.ratePct
                           : channel.id == "rudder"     ? m.rudder.ratePct
                           : channel.id == "collective" ? std::abs(model.pitchCurveAt(i, high ? 1.0 : -1.0))
                                                        : 100.0;
        const double expected = readsPct(setup, channel, high ? pct : -pct);
        differ = differ || (i > 0 && std::abs(pct - best.pct) > 0.5);
        if (const double off = std::abs(std::abs(expected) - std::abs(reads)); off < nearest - kAlikePct) {
            nearest = off;
            best = {pct, &m};
        }
    }
    if (!differ) best.mode = nullptr;
    return best;
}

std::optional<double> endRatio(const Setup& setup, const ChainModel& model, const ChannelSettings& channel, bool high) {
    const auto read = readChannel(setup, channel, high ? "high" : "low");
    if (!read) return std::nullopt;
    const ChannelSettings& then = read->then;
    const double value = read->reading->value;
    const Sent sent = sentAtEnd(setup, model, then, high, value);
    const ChannelScale scale = channelScale(setup.transmitter.profile, then);
    const double asked = shareFromPct(sent.pct) * scale.travelPct(high ? 1.0 : -1.0) + std::abs(then.subTrimPct);
    if (asked > scale.limitPct) return std::nullopt;
    const double modelled = readsPct(setup, then, high ? sent.pct : -sent.pct);
    if (std::abs(modelled) < kLeastSentPct || std::abs(value) < kLeastSentPct) return std::nullopt;
    return value / modelled;
}

std::optional<double> centreShift(const Setup& setup, const ChannelSettings& channel) {
    const auto read = readChannel(setup, channel, "centre");
    if (!read) return std::nullopt;
    return read->reading->value - readsPct(setup, read->then, 0.0);
}

}  // namespace kh
