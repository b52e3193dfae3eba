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
#include "model/helicopter/functions.h"
#include "model/helicopter/sizeclass.h"
#include "model/names.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kGainAbovePct = 20.0;                        ///< beyond the size's start value
constexpr double kGainBelowShare = 0.5;                       ///< of the size's lowest start value
constexpr double kChosenRatePct = 10.0;                       ///< a rate gain below the zero by so much was typed as one
constexpr double kRisesShare = 0.02, kRisesMuchShare = 0.20;  ///< of the head speed between modes
constexpr double kGainEndPct = 70.0;                          ///< the least a full gain may read

void gainSide(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        const ChannelSettings* set = channelOf(c.setup.transmitter, functionId(heli::Gain));
        if (set == nullptr || f == nullptr || !f->gainRead.known) continue;
        // a gain channel that is read the wrong way is that channel's fault: the gain is judged as it will be read
        const ChannelFigures* ends = c.figures.channel(functionId(heli::Gain));
        const bool turned =
            ends != nullptr && ends->highReading.known && ends->highReading.value < 0.0 && !gainsReadPlus(c.setup, c.figures);
        const double reads = turned ? -f->gainRead.value : f->gainRead.value;
        if (reads > 0.0) continue;
        if (m.id == kHoldMode && c.setup.transmitter.schools.holdTail == HoldTailSchool::Rate && std::abs(reads) >= 1.0) continue;
        ChannelSettings channel = *set;
        if (turned) channel.reversed = !channel.reversed;
        const double wanted = std::abs(reads) < 1.0 ? startingGainPct(c.setup)[0] : std::abs(reads);
        const GainSentAnswer sent =
            gainToSend(std::min(wanted, 100.0), channelScale(c.setup.transmitter.profile, channel), readingScale(c.setup, channel), 1.0);
        out.push_back(
            {.id = "gain-side." + m.id,
             .severity = Severity::Danger,
             .row = "tail-gain"_row,
             .title = c.say(KH_TR("Tail gain is on the rate side in {m}"), {{"m", m.name}}),
             .found = c.say(KH_TR("It reads {g} %: rate mode."), {{"g", signedNum(reads)}}),
             .why = c.say(KH_TR("The tail does not hold: in wind or with collective the nose swings round.")),
             .todo = c.say(KH_TR("Set the tail gain of {m} to {t} in the transmitter; it then reads {g} %."),
                           {{"m", m.name}, {"t", c.amount(modePath(m, "tailGainPct"), sent.sentPct)}, {"g", signedNum(sent.readsPct)}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
             .subject = modePath(m, "tailGainPct"),
             .fix = {{modePath(m, "tailGainPct"), sent.sentPct}},
             .proposal = true});
    }
}

void gainSteps(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const ChannelSettings* set = channelOf(tx, functionId(heli::Gain));
    const ChannelFigures* ends = c.figures.channel(functionId(heli::Gain));
    if (set == nullptr || ends == nullptr || !ends->highReading.known) return;
    ChannelSettings channel = *set;  // one that is read the wrong way is that channel's fault
    if (ends->highReading.value < 0.0 && !gainsReadPlus(c.setup, c.figures)) channel.reversed = !channel.reversed;
    const ChannelScale scale = channelScale(tx.profile, channel);
    const ReadingScale reading = readingScale(c.setup, channel);
    for (const SwitchFunction& f : tx.functions) {
        if (!f.id.starts_with("gain-") || f.when.empty() || !f.sentPct) continue;
        const double reads = readingPctUnchecked(channelOutputUnchecked(*f.sentPct, scale).pulseUs, reading);
        if (reads > 0.0) continue;
        // typed as rate mode, on a switch of its own: by choice
        const bool chosen = reads <= -kChosenRatePct && *f.sentPct < 0.0 && f.id != "gain-1";
        const double wanted = std::abs(reads) < 1.0 ? startingGainPct(c.setup)[0] : std::abs(reads);
        const double sent = gainToSend(std::min(wanted, 100.0), scale, reading, 1.0).sentPct;
        PartialDeck on;
        putTerms(on, f.when);
        const std::string path = elementPath("transmitter.functions.{}.sentPct"_field, f.id);
        out.push_back({.id = "gain-step." + f.id,
                       .severity = chosen ? Severity::Note : Severity::Danger,
                       .row = "gain-switch"_row,
                       .title = c.say(KH_TR("{s} is on the rate side"), {{"s", functionTitle(tx, f.id)}}),
                       .found = c.say(KH_TR("It reads {g} %: rate mode."), {{"g", signedNum(reads)}}),
                       .why = c.say(KH_TR("The tail lets go at the switch you reach for when it wags.")),
                       .todo = chosen
                                   ? c.say(KH_TR("If you want rate mode there, nothing; else set it to the other side in the transmitter."))
                                   : c.say(KH_TR("Set it to {t} in the transmitter."), {{"t", c.amount(path, sent)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, on},
                       .subject = path,
                       .fix = chosen ? std::vector<Edit>{} : std::vector<Edit>{{path, sent}},
                       .proposal = true});
    }
}

void gainRange(const AuditContext& c, std::vector<Finding>& out) {
    const double high = startingGainPct(c.setup)[1] + kGainAbovePct;
    const double low = startingGainPct(c.setup)[0] * kGainBelowShare;
    const ChannelSettings* channel = channelOf(c.setup.transmitter, functionId(heli::Gain));
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (channel == nullptr || f == nullptr || !f->gainRead.known || f->gainRead.value <= 0.0) continue;
        const bool much = f->gainRead.value > high;
        if (!much && f->gainRead.value >= low) continue;
        const double wanted = startingGainPct(c.setup)[much ? 1 : 0];
        const GainSentAnswer sent =
            gainToSend(wanted, channelScale(c.setup.transmitter.profile, *channel), readingScale(c.setup, *channel), 1.0);
        out.push_back({.id = "gain-range." + m.id,
                       .severity = Severity::Warning,
                       .row = "tail-gain"_row,
                       .title = much ? c.say(KH_TR("Tail gain is high in {m}"), {{"m", m.name}})
                                     : c.say(KH_TR("Tail gain is low in {m}"), {{"m", m.name}}),
                       .found = c.say(KH_TR("It reads {g} %; this size starts at {a} … {b} %."), {{"g", num(f->gainRead.value)},
                                                                                                  {"a", num(startingGainPct(c.setup)[0])},
                                                                                                  {"b", num(startingGainPct(c.setup)[1])}}),
                       .why = much ? c.say(KH_TR("The tail can wag fast enough to strip its servo."))
                                   : c.say(KH_TR("The tail hardly holds: it swings with the wind and with every change of power.")),
                       .todo = c.say(KH_TR("Start at {t} in the transmitter, which reads {b} %, and search upwards in flight."),
                                     {{"t", c.amount(modePath(m, "tailGainPct"), sent.sentPct)}, {"b", signedNum(sent.readsPct)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
                       .subject = modePath(m, "tailGainPct"),
                       .fix = {{modePath(m, "tailGainPct"), sent.sentPct}},
                       .proposal = true});
    }
}

/// The faster the rotor, the more a gain does: it falls with the square of the speed (docs/domain.md 6).
void gainOverSpeed(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.controller.profile->scalesGain || c.setup.transmitter.schools.tailGain != GainSchool::PerMode) return;
    for (const auto& [from, to] : neighbourModes(c.setup.transmitter)) {
        const ModeFigures* a = c.figures.mode(from->id);
        const ModeFigures* b = c.figures.mode(to->id);
        if (a == nullptr || b == nullptr || !a->gainRead.known || !b->gainRead.known) continue;
        const bool given = a->headRpm.known && b->headRpm.known;
        const double slow = given ? a->headRpm.value : from->targetRpm.value_or(0.0);
        const double fast = given ? b->headRpm.value : to->targetRpm.value_or(0.0);
        if (slow <= 0.0 || fast <= slow * (1.0 + kRisesShare)) continue;
        const double more = b->gainRead.value - a->gainRead.value;
        const bool rises = more > kSamePct;
        const bool stays = std::abs(more) <= kSamePct && fast >= slow * (1.0 + kRisesMuchShare);
        if (a->gainRead.value <= 0.0 || b->gainRead.value <= 0.0 || (!rises && !stays)) continue;
        out.push_back({.id = "gain-over-speed." + to->id,
                       .severity = Severity::Note,
                       .row = "tail-gain"_row,
                       .title = rises ? c.say(KH_TR("Tail gain rises with the head speed in {m}"), {{"m", to->name}})
                                      : c.say(KH_TR("Tail gain stays where the head speed rises, in {m}"), {{"m", to->name}}),
                       .found = c.say(KH_TR("{a}: {x} rpm, {g} %. {b}: {y} rpm, {h} %."), {{"a", from->name},
                                                                                           {"x", num(slow)},
                                                                                           {"g", num(a->gainRead.value)},
                                                                                           {"b", to->name},
                                                                                           {"y", num(fast)},
                                                                                           {"h", num(b->gainRead.value)}}),
                       .why = c.say(KH_TR("The tail does more the faster it turns: it wags there first.")),
                       .todo = c.say(KH_TR("Start lower in {b} in the transmitter, and search upwards in flight."), {{"b", to->name}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, modeState(c.setup.transmitter, *to)},
                       .subject = modePath(*to, "tailGainPct")});
    }
}

void gainChannel(const AuditContext& c, std::vector<Finding>& out) {
    const ChannelFigures* f = c.figures.channel(functionId(heli::Gain));
    const ChannelSettings* ch = channelOf(c.setup.transmitter, functionId(heli::Gain));
    if (f == nullptr || ch == nullptr || !f->highReading.known || !f->lowReading.known) return;
    for (const bool high : {true, false}) {
        const double reads = std::abs(high ? f->highReading.value : f->lowReading.value);
        if (reads >= kGainEndPct) continue;
        const std::string path = travelPath(c.setup, *ch, high);
        const double travel = openEnd(c, *ch, high).travelPct;
        Finding found{
            .id = high ? "gain-channel.high" : "gain-channel.low",
            .severity = Severity::Warning,
            .row = "channel-gain"_row,
            .title = c.say(KH_TR("The gain channel ends short")),
            .found = c.say(KH_TR("A gain of {g} reads {r} %."),
                           {{"g", c.amount("transmitter.modes.normal.tailGainPct", high ? 100.0 : -100.0)}, {"r", num(reads, 1)}}),
            .why = c.say(KH_TR("Every gain that is sent is read as less of it.")),
            .todo = c.say(KH_TR("Set the travel of the gain channel to {t} in the transmitter."), {{"t", c.amount(path, travel)}}),
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
        Rule{"gain-channel", Station::Link, Work::Sign, gainChannel}, Rule{"gain-side", Station::Modes, Work::Sign, gainSide},
        Rule{"gain-step", Station::Radio, Work::Sign, gainSteps},     Rule{"gain-over-speed", Station::Modes, Work::Tail, gainOverSpeed},
        Rule{"gain-range", Station::Modes, Work::Tail, gainRange},
    };
    return rules;
}

}  // namespace kh
