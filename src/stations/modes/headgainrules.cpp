// SPDX-License-Identifier: GPL-3.0-or-later
//
// The gains of roll and pitch: in the controller's banks, or sent on channels; side, size, what moves them.
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/names.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace kh {

namespace {

constexpr double kLeastHeadGainPct = 15.0, kMostHeadGainPct = 95.0, kStartHeadGainPct = 50.0;
constexpr double kNoSidePct = 1.0;       ///< a reading nearer to 0 is on no side
constexpr double kChosenSidePct = 10.0;  ///< one so far on the rate side, on a switch, was typed as that
constexpr double kOwnApartPct = 2.0;     ///< what the box shows and what it is sent differ by more

bool sizable(double gainPct) { return gainPct >= kLeastHeadGainPct && gainPct <= kMostHeadGainPct; }

/// Channels that carry a gain this controller takes.
std::vector<const FunctionChannel*> gainCarriers(const Setup& setup) {
    std::vector<const FunctionChannel*> out;
    for (const FunctionChannel& c : setup.transmitter.functionChannels)
        if (carriesGain(c.id) && takesFamily(setup.controller.profile, c.id)) out.push_back(&c);
    return out;
}
/// Whether a gain of roll, or of pitch, comes on a channel: then the bank's own is not what acts.
bool isSent(const Setup& setup, TurnAxis axis) {
    const auto all = gainCarriers(setup);
    return std::any_of(all.begin(), all.end(), [&](const FunctionChannel* c) {
        return c->id == "head-gain" || c->id == (axis == TurnAxis::Pitch ? "pitch-gain" : "roll-gain");
    });
}

/// What to send to be read as `readingPct` on the side that holds.
double sendFor(const AuditContext& c, const FunctionChannel& channel, double readingPct) {
    double low = kNoSidePct, high = 100.0;
    for (const TakenWindow* w : windowsOf(c.setup.controller.profile, channel.id)) {
        low = std::max(low, w->lowPct);
        high = std::min(high, w->highPct);
    }
    return valueReading(c.setup, channel, std::clamp(readingPct, std::min(low, high), std::max(low, high)));
}

Finding ofGain(const FunctionChannel& channel, const std::string& id, Severity severity, std::string subject) {
    Finding f{.id = id + "." + channel.id, .severity = severity, .row = "head-gain-sent"_row, .box = Box::Transmitter};
    f.subject = std::move(subject);
    return f;
}

/// Steps of a gain that a switch works.
std::vector<const SwitchFunction*> gainStepsOf(const AuditContext& c, const FunctionChannel& channel) {
    std::vector<const SwitchFunction*> out;
    for (const SwitchFunction& f : c.setup.transmitter.functions)
        if (familyOf(f.id) == channel.id && !f.when.empty() && f.valuePct) out.push_back(&f);
    return out;
}

void wrongSide(const AuditContext& c, const FunctionChannel& channel, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const Message name = functionTitle(tx, channel.id);
    const auto sent = sentGains(c.setup, channel);
    const auto bad = [](const SentGain& g) { return !g.holds; };
    if (std::none_of(sent.begin(), sent.end(), bad)) return;
    Setup turned = c.setup;
    writeField(turned, carrierPath(channel.id, "reversed"), !channel.reversed);
    const auto then = sentGains(turned, *carrierOf(turned.transmitter, channel.id));
    if (std::none_of(then.begin(), then.end(), bad)) {
        const SentGain& first = *std::find_if(sent.begin(), sent.end(), bad);
        Finding f = ofGain(channel, "head-gain-way", Severity::Danger, carrierPath(channel.id, "reversed"));
        f.title = c.say(KH_TR("{g} is read the wrong way round"), {{"g", name}});
        f.found = c.say(KH_TR("{v} % are sent and {r} % are read: the rate side."),
                        {{"v", signedNum(first.valuePct)}, {"r", signedNum(first.readingPct)}});
        f.why = c.say(KH_TR("More sent is less held: the disc follows every gust, and each step makes it worse."));
        f.todo = c.say(KH_TR("Turn the channel of {g} round in the transmitter."), {{"g", name}});
        f.fix = {{f.subject, !channel.reversed}};
        out.push_back(std::move(f));
        return;
    }
    std::set<std::string> told;  // one value can serve several modes
    for (const SentGain& g : sent) {
        if (g.holds || !told.insert(g.path).second) continue;
        const double wanted = std::abs(g.readingPct) < kNoSidePct ? kStartHeadGainPct : std::abs(g.readingPct);
        const double value = sendFor(c, channel, wanted);
        const FlightMode* m = modeById(tx, g.mode);
        Finding f = ofGain(channel, "head-gain-side", Severity::Danger, g.path);
        f.id += "." + g.mode;
        f.title = c.say(KH_TR("{g} is on the rate side in {m}"), {{"g", name}, {"m", m->name}});
        f.found = c.say(KH_TR("It reads {r} %: the disc is not held."), {{"r", signedNum(g.readingPct)}});
        f.why = c.say(KH_TR("The machine tips with every gust, and stays where the stick left it no longer."));
        f.todo = c.say(KH_TR("Set {g} of {m} to {v} % in the transmitter."), {{"g", name}, {"m", m->name}, {"v", signedNum(value)}});
        f.witness = Witness{std::nullopt, modeState(tx, *m)};
        f.fix = {{g.path, value}};
        f.proposal = true;
        out.push_back(std::move(f));
    }
}

void wrongStep(const AuditContext& c, const FunctionChannel& channel, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const auto places = carriedPlaces(c.setup, channel);
    for (const SwitchFunction* s : gainStepsOf(c, channel)) {
        const auto p = std::find_if(places.begin(), places.end(), [&](const CarriedPlace& x) { return x.function == s->id; });
        if (p == places.end() || (p->right() && p->readingPct > 0.0)) continue;
        const bool chosen = p->readingPct <= -kChosenSidePct && *s->valuePct < 0.0;
        const double value = sendFor(c, channel, std::abs(p->readingPct) < kNoSidePct ? kStartHeadGainPct : std::abs(p->readingPct));
        const std::string path = elementPath("transmitter.functions.{}.valuePct"_field, s->id);
        Finding f = ofGain(channel, "head-gain-step", chosen ? Severity::Note : Severity::Danger, path);
        f.id = "head-gain-step." + s->id;
        f.title = c.say(KH_TR("{s} is on the rate side"), {{"s", functionTitle(tx, s->id)}});
        f.found = c.say(KH_TR("It reads {r} %: the disc is not held."), {{"r", signedNum(p->readingPct)}});
        f.why = c.say(KH_TR("The machine is let go at the switch you reach for when it shakes."));
        f.todo = chosen ? c.say(KH_TR("If you want it so there, nothing; else set it to the other side in the transmitter."))
                        : c.say(KH_TR("Set it to {t} in the transmitter."), {{"t", c.amount(path, value)}});
        PartialDeck on;
        putTerms(on, s->when);
        f.witness = Witness{std::nullopt, on};
        if (!chosen) f.fix = {{path, value}};
        f.proposal = true;
        out.push_back(std::move(f));
    }
}

void headGainSide(const AuditContext& c, std::vector<Finding>& out) {
    for (const FunctionChannel* channel : gainCarriers(c.setup)) {
        wrongSide(c, *channel, out);
        wrongStep(c, *channel, out);
    }
}

void headGainSize(const AuditContext& c, std::vector<Finding>& out) {
    for (const FunctionChannel* channel : gainCarriers(c.setup)) {
        std::set<std::string> told;
        for (const SentGain& g : sentGains(c.setup, *channel)) {
            if (!g.holds || sizable(g.readingPct) || !told.insert(g.path).second) continue;
            const double value = sendFor(c, *channel, kStartHeadGainPct);
            Finding f = ofGain(*channel, "head-gain-sent", Severity::Warning, g.path);
            f.id += "." + g.mode;
            const Message name = functionTitle(c.setup.transmitter, channel->id);
            f.title = c.say(KH_TR("{g} is far off in {m}"), {{"g", name}, {"m", modeById(c.setup.transmitter, g.mode)->name}});
            f.found =
                c.say(KH_TR("It reads {r} %; {s} % is where a search starts."), {{"r", num(g.readingPct)}, {"s", num(kStartHeadGainPct)}});
            f.why = g.readingPct < kStartHeadGainPct ? c.say(KH_TR("The controller hardly holds the disc: it wobbles and drifts away."))
                                                     : c.say(KH_TR("The disc shakes quickly: links and servos suffer."));
            f.todo = c.say(KH_TR("Start at {v} % in the transmitter and search in flight."), {{"v", signedNum(value)}});
            f.witness = Witness{std::nullopt, modeState(c.setup.transmitter, *modeById(c.setup.transmitter, g.mode))};
            f.fix = {{g.path, value}};
            f.proposal = true;
            out.push_back(std::move(f));
        }
    }
}

/// Of the banks, where no channel brings it.
void headGainOfBank(const AuditContext& c, std::vector<Finding>& out) {
    const ControllerProfile& box = c.setup.controller.profile;
    for (const Bank& b : c.setup.controller.banks) {
        std::set<std::string> told;
        for (const TurnAxis axis : {TurnAxis::Roll, TurnAxis::Pitch}) {
            const double gain = bankAxis(box, b, axis).gainPct;
            const std::string path = "controller.banks." + b.id + "." + bankKeys(box, b, axis).gain;
            if (isSent(c.setup, axis) || sizable(gain) || !told.insert(path).second) continue;
            const bool ofPitch = path.ends_with(".pitchGainPct");
            out.push_back(
                {.id = (ofPitch ? "head-gain-pitch." : "head-gain.") + b.id,
                 .severity = Severity::Warning,
                 .row = ofPitch ? "bank-pitch"_row : "head-gain"_row,
                 .title = ofPitch ? c.say(KH_TR("The head gain of pitch in bank {b} is far off"), {{"b", b.id}})
                                  : c.say(KH_TR("The head gain of bank {b} is far off"), {{"b", b.id}}),
                 .found =
                     c.say(KH_TR("{g}; {s} is where a search starts."), {{"g", c.amount(path)}, {"s", c.amount(path, kStartHeadGainPct)}}),
                 .why = gain < kStartHeadGainPct ? c.say(KH_TR("The controller hardly holds the disc: it wobbles and drifts away."))
                                                 : c.say(KH_TR("The disc shakes quickly: links and servos suffer.")),
                 .todo = c.say(KH_TR("Start at {s} in the controller and search in flight."), {{"s", c.amount(path, kStartHeadGainPct)}}),
                 .box = Box::Controller,
                 .subject = path,
                 .fix = {{path, kStartHeadGainPct}},
                 .proposal = true});
        }
    }
}

/// A gain that comes on a channel and the number the box shows for it.
void headGainShown(const AuditContext& c, std::vector<Finding>& out) {
    const ControllerProfile& box = c.setup.controller.profile;
    for (const FunctionChannel* channel : gainCarriers(c.setup)) {
        const TurnAxis axis = channel->id == kPitchGain ? TurnAxis::Pitch : TurnAxis::Roll;
        std::set<std::size_t> seen;  // a bank is compared in the first mode that flies with it
        for (const SentGain& g : sentGains(c.setup, *channel)) {
            const ModeFigures* f = c.figures.mode(g.mode);
            if (f == nullptr || g.mode == kHoldMode || f->bank >= c.setup.controller.banks.size() || !seen.insert(f->bank).second) continue;
            const Bank& b = c.setup.controller.banks[f->bank];
            const double own = bankAxis(box, b, axis).gainPct;
            if (!g.holds || std::abs(own - g.readingPct) <= kOwnApartPct) continue;
            const std::string path = "controller.banks." + b.id + "." + bankKeys(box, b, axis).gain;
            const double reads = std::round(g.readingPct);
            Finding n = ofGain(*channel, "head-gain-shown", Severity::Note, path);
            n.id += "." + b.id;
            n.title = c.say(KH_TR("{g} is sent, and bank {b} says another"),
                            {{"g", functionTitle(c.setup.transmitter, channel->id)}, {"b", b.id}});
            n.found = c.say(KH_TR("{r} % are read in {m}; the bank says {o}."),
                            {{"r", num(g.readingPct)}, {"m", modeById(c.setup.transmitter, g.mode)->name}, {"o", c.amount(path)}});
            n.why = c.say(KH_TR("What is flown is what is read; the bank's number misleads whoever looks at it."));
            n.todo = c.say(KH_TR("Look at the box with the transmitter on, and write down {v}, what it then shows."),
                           {{"v", c.amount(path, reads)}});
            n.box = Box::Controller;
            n.fix = {{path, reads}};
            out.push_back(std::move(n));
        }
    }
}

/// What moves a gain, as the school has it.
void headGainAsChosen(const AuditContext& c, std::vector<Finding>& out) {
    const HeadGainSchool school = c.setup.transmitter.schools.headGain;
    for (const FunctionChannel* channel : gainCarriers(c.setup)) {
        const Message name = functionTitle(c.setup.transmitter, channel->id);
        const auto steps = gainStepsOf(c, *channel);
        if (school == HeadGainSchool::Switch && steps.empty()) {
            Finding f = ofGain(*channel, "school-head-gain", Severity::Note, "transmitter.schools.headGain"_field);
            f.title = c.say(KH_TR("No switch moves {g}"), {{"g", name}});
            f.found = c.say(KH_TR("The school chosen has it on a switch; no step of it has one."));
            f.why = c.say(KH_TR("There is no way back to a lower gain in flight."));
            f.todo = c.say(KH_TR("Give steps of {g} a switch in the transmitter, or choose another school."), {{"g", name}});
            out.push_back(std::move(f));
        } else if (school != HeadGainSchool::Switch && !steps.empty()) {
            Finding f = ofGain(*channel, "school-head-gain", Severity::Note, conditionPath(c.setup.transmitter, steps.front()->id));
            f.title = c.say(KH_TR("{s} is on a switch"), {{"s", functionTitle(c.setup.transmitter, steps.front()->id)}});
            f.found = school == HeadGainSchool::Knob ? c.say(KH_TR("The school chosen has {g} on a knob."), {{"g", name}})
                                                     : c.say(KH_TR("The school chosen has {g} in each mode."), {{"g", name}});
            f.why = c.say(KH_TR("Two hands move one gain: which of them counts shows only in the air."));
            f.todo = c.say(KH_TR("Take it off its switch in the transmitter, or choose the school that has it there."));
            out.push_back(std::move(f));
        }
        if (school != HeadGainSchool::Knob) continue;
        std::vector<Edit> clear;
        for (const FlightMode& m : c.setup.transmitter.modes)
            if (*modeGain(channel->id, m)) clear.push_back({modeGainPath(channel->id, m.id), std::monostate{}});
        if (clear.empty()) continue;
        Finding f = ofGain(*channel, "head-gain-knob", Severity::Note, clear.front().path);
        f.title = c.say(KH_TR("{g} of a mode is not sent: a knob moves it"), {{"g", name}});
        f.found = c.say(KH_TR("{n} modes hold a value of their own."), {{"n", num(static_cast<double>(clear.size()))}});
        f.why = c.say(KH_TR("What stands in the mode and what is flown are two numbers."));
        f.todo = c.say(KH_TR("Clear it in the modes, or choose the school that has it there."));
        f.fix = std::move(clear);
        out.push_back(std::move(f));
    }
}

}  // namespace

std::span<const Rule> headGainRules() {
    static constexpr std::array rules{
        Rule{"head-gain-side", Station::Modes, Work::Sign, headGainSide},
        Rule{"head-gain-sent", Station::Modes, Work::Curves, headGainSize},
        Rule{"head-gain", Station::Modes, Work::Curves, headGainOfBank},
        Rule{"head-gain-shown", Station::Modes, Work::Curves, headGainShown},
        Rule{"school-head-gain", Station::Modes, Work::Curves, headGainAsChosen},
    };
    return rules;
}

}  // namespace kh
