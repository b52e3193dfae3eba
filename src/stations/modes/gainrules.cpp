// SPDX-License-Identifier: GPL-3.0-or-later
//
// The tail gain of each mode: side, size, and the channel it is sent on.
#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kGainAbovePct = 20.0;   ///< beyond the size's start value
constexpr double kGainBelowShare = 0.5;  ///< of the size's lowest start value
constexpr double kGainEndPct = 70.0;     ///< the least a full gain may read

void gainSide(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        const ChannelSettings* set = channelOf(c.setup.transmitter, functionId(Function::Gain));
        if (set == nullptr || f == nullptr || !f->gainRead.known) continue;
        // a gain channel that is read the wrong way is that channel's fault: the gain is judged as it will be read
        const ChannelFigures* ends = c.figures.channel(functionId(Function::Gain));
        const bool turned = ends != nullptr && ends->highReading.known && ends->highReading.value < 0.0;
        const double reads = turned ? -f->gainRead.value : f->gainRead.value;
        if (reads > 0.0) continue;
        ChannelSettings channel = *set;
        if (turned) channel.reversed = !channel.reversed;
        const double wanted = std::abs(reads) < 1.0 ? c.sizeClass.gainPct[0] : std::abs(reads);
        const GainSentAnswer sent = gainToSend(std::min(wanted, 100.0), channelScale(c.setup.transmitter.profile, channel),
                                               readingScale(c.setup.controller.profile), 1.0);
        out.push_back({.id = "gain-side." + m.id,
                       .severity = Severity::Danger,
                       .row = "tail-gain"_row,
                       .title = c.say(KH_TR("Tail gain is on the rate side in {m}"), {{"m", m.name}}),
                       .found = c.say(KH_TR("It reads {g} %: rate mode."), {{"g", signedNum(reads)}}),
                       .why = c.say(KH_TR("The tail does not hold: in wind or with collective the nose swings round.")),
                       .todo = c.say(KH_TR("Set the tail gain of {m} to {t} ({g} %) in the transmitter."),
                                     {{"m", m.name},
                                      {"t", render(gainAsShown(sent.sentPct, c.setup.transmitter.profile.gainScale))},
                                      {"g", signedNum(sent.sentPct)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
                       .subject = modePath(m, "tailGainPct"),
                       .fix = {{modePath(m, "tailGainPct"), sent.sentPct}},
                       .proposal = true});
    }
}

void gainRange(const AuditContext& c, std::vector<Finding>& out) {
    const double high = c.sizeClass.gainPct[1] + kGainAbovePct;
    const double low = c.sizeClass.gainPct[0] * kGainBelowShare;
    const ChannelSettings* channel = channelOf(c.setup.transmitter, functionId(Function::Gain));
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (channel == nullptr || f == nullptr || !f->gainRead.known || f->gainRead.value <= 0.0) continue;
        const bool much = f->gainRead.value > high;
        if (!much && f->gainRead.value >= low) continue;
        const double wanted = c.sizeClass.gainPct[much ? 1 : 0];
        const GainSentAnswer sent =
            gainToSend(wanted, channelScale(c.setup.transmitter.profile, *channel), readingScale(c.setup.controller.profile), 1.0);
        out.push_back(
            {.id = "gain-range." + m.id,
             .severity = Severity::Warning,
             .row = "tail-gain"_row,
             .title = much ? c.say(KH_TR("Tail gain is high in {m}"), {{"m", m.name}})
                           : c.say(KH_TR("Tail gain is low in {m}"), {{"m", m.name}}),
             .found = c.say(KH_TR("It reads {g} %; this size starts at {a} … {b} %."),
                            {{"g", num(f->gainRead.value)}, {"a", num(c.sizeClass.gainPct[0])}, {"b", num(c.sizeClass.gainPct[1])}}),
             .why = much ? c.say(KH_TR("The tail can wag fast enough to strip its servo."))
                         : c.say(KH_TR("The tail hardly holds: it swings with the wind and with every change of power.")),
             .todo = c.say(KH_TR("Start at {b} % in the transmitter and search upwards in flight."), {{"b", num(wanted)}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
             .subject = modePath(m, "tailGainPct"),
             .fix = {{modePath(m, "tailGainPct"), sent.sentPct}},
             .proposal = true});
    }
}

void gainChannel(const AuditContext& c, std::vector<Finding>& out) {
    const ChannelFigures* f = c.figures.channel(functionId(Function::Gain));
    const ChannelSettings* ch = channelOf(c.setup.transmitter, functionId(Function::Gain));
    if (f == nullptr || ch == nullptr || !f->highReading.known || !f->lowReading.known) return;
    for (const bool high : {true, false}) {
        const double reads = std::abs(high ? f->highReading.value : f->lowReading.value);
        if (reads >= kGainEndPct) continue;
        const std::string path = channelPath(ch->id, high ? "travelHighPct" : "travelLowPct");
        const double travel = openEnd(c, *ch, high).travelPct;
        Finding found{.id = high ? "gain-channel.high" : "gain-channel.low",
                      .severity = Severity::Warning,
                      .row = "channel-gain"_row,
                      .title = c.say(KH_TR("The gain channel ends short")),
                      .found = c.say(KH_TR("A gain of 100 % reads {r} %."), {{"r", num(reads, 1)}}),
                      .why = c.say(KH_TR("Every gain that is sent is read as less of it.")),
                      .todo = c.say(KH_TR("Set the travel of the gain channel to {t} % in the transmitter."), {{"t", num(travel, 1)}}),
                      .box = Box::Transmitter,
                      .subject = path,
                      .fix = {{path, travel}}};
        if (ch->limitPct) found.also = {{{channelPath(ch->id, "limitPct"), std::monostate{}}}};
        out.push_back(std::move(found));
    }
}

}  // namespace

std::span<const Rule> gainRules() {
    static constexpr std::array rules{
        Rule{"gain-channel", Station::Link, Work::Sign, gainChannel},
        Rule{"gain-side", Station::Modes, Work::Sign, gainSide},
        Rule{"gain-range", Station::Modes, Work::Tail, gainRange},
    };
    return rules;
}

}  // namespace kh
