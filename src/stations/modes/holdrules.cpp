// SPDX-License-Identifier: GPL-3.0-or-later
//
// Hold: where it acts, what it sends, what it flies like.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/motorfigures.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

void holdActs(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
    if (hold == nullptr || hold->when.empty() || !c.setup.transmitter.hold.actsIn) return;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        const auto& acts = *c.setup.transmitter.hold.actsIn;
        if (m.id == kHoldMode || std::find(acts.begin(), acts.end(), m.id) != acts.end()) continue;
        PartialDeck state = modeState(c.setup.transmitter, m);
        putTerms(state, hold->when);
        state.collective = -1.0;
        const Instant now = c.model.at(posed({}, state));
        out.push_back({.id = "hold-acts." + m.id,
                       .severity = Severity::Danger,
                       .row = "hold"_row,
                       .title = c.say(KH_TR("Hold does not hold in {m}"), {{"m", m.name}}),
                       .found = c.say(KH_TR("With hold on in {m} the throttle stays at {t}; hold asks for {h}."),
                                      {{"m", m.name},
                                       {"t", c.amount(throttlePath(c.setup.transmitter), now.throttlePct)},
                                       {"h", c.amount("transmitter.hold.throttlePct"_field)}}),
                       .why = c.say(KH_TR("You land, put hold on and reach for the model: the main rotor is still driven.")),
                       .todo = c.say(KH_TR("Add {m} to the hold switch in the transmitter."), {{"m", m.name}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = "transmitter.hold.actsIn"_field,
                       .fix = {{"transmitter.hold.actsIn"_field, std::monostate{}}}});
    }
}

void holdValue(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& hold = c.figures.holdUs;
    const Figure& off = c.figures.motorOffUs;
    if (!hold.known || !off.known || c.setup.machine.power.kind == PowerKind::Engine) return;
    if (holdIsArmed(c.setup)) return;  // another rule's
    const SpeedControllerSettings& esc = c.setup.speedController;
    const MotorOff at = motorOffAt(c.figures.motor, hold.value);
    if (at == MotorOff::Surely) return;
    const FlightMode* mode = modeById(c.setup.transmitter, kHoldMode);
    PartialDeck state;
    if (mode != nullptr) putTerms(state, mode->when);
    Finding f{.severity = at == MotorOff::Barely ? Severity::Warning : Severity::Danger,
              .row = "hold"_row,
              .title = at == MotorOff::Refused  ? c.say(KH_TR("Hold is outside the pulses {b} accepts"), {{"b", esc.profile->name}})
                       : at == MotorOff::Barely ? c.say(KH_TR("Hold is barely below the learned low point"))
                                                : c.say(KH_TR("Hold is not below motor-off")),
              .found = c.say(KH_TR("Hold sends {h} µs; the motor is surely off at {o} µs, learned low is {l}."),
                             {{"h", num(hold.value)}, {"o", num(off.value)}, {"l", c.amount("speedController.lowUs"_field)}}),
              .why = at == MotorOff::Refused ? c.say(KH_TR("The speed controller may read it as no signal and arm anew."))
                                             : c.say(KH_TR("The motor can creep or start while you carry the model.")),
              .box = Box::Transmitter,
              .witness = Witness{std::nullopt, state},
              .subject = "transmitter.hold.throttlePct"_field};
    if (const auto value = stopPct(c)) {
        f.todo = c.say(KH_TR("Set hold to {v} in the transmitter, then watch the monitor."),
                       {{"v", c.amount("transmitter.hold.throttlePct"_field, *value)}});
        f.fix = {{"transmitter.hold.throttlePct"_field, *value}};
    } else {
        f.todo = throttleFirst(c);
        f.fix = stopUncut(c, "transmitter.hold.throttlePct"_field);
    }
    out.push_back(std::move(f));
}

Message drivenBy(const AuditContext& c, ArmedHold is) {
    const Amount hold = c.amount("transmitter.hold.throttlePct"_field);
    switch (is) {
        case ArmedHold::PastStart:
            return c.say(KH_TR("Hold sends {u} µs; the motor starts at {s}."),
                         {{"u", num(c.figures.holdUs.value)}, {"s", c.amount("speedController.startUs"_field)}});
        case ArmedHold::LoggedTurning:
            return c.say(KH_TR("Hold keeps {h}; at that throttle or less the rotor was logged turning."), {{"h", hold}});
        case ArmedHold::TooMuch: return c.say(KH_TR("Hold keeps {h}; nothing was measured, and so much drives a rotor."), {{"h", hold}});
        default: return c.say(KH_TR("Hold sends {u} µs."), {{"u", num(c.figures.holdUs.value)}});
    }
}

/// An idle that is kept armed for a bail-out must not drive the rotor.
void bailOutHold(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& hold = c.figures.holdUs;
    if (!hold.known || !holdIsArmed(c.setup)) return;
    const double now = c.setup.transmitter.hold.throttlePct;
    const ArmedHold is = armedHold(c.setup, c.figures.motor, hold.value, now);
    if (is == ArmedHold::Stops) return;
    const SpeedControllerSettings& esc = c.setup.speedController;
    const FlightMode* mode = modeById(c.setup.transmitter, kHoldMode);
    PartialDeck state;
    if (mode != nullptr) putTerms(state, mode->when);
    if (is == ArmedHold::NotMeasured) {
        out.push_back(
            {.id = "hold-not-measured",
             .severity = Severity::Note,
             .row = "hold"_row,
             .title = c.say(KH_TR("Where the motor stops was not measured")),
             .found = c.say(KH_TR("Hold keeps {h} for the bail-out; nothing says from where the motor turns."),
                            {{"h", c.amount("transmitter.hold.throttlePct"_field)}}),
             .why = c.say(KH_TR("Some motors creep there, some run straight up: hold would drive the rotor.")),
             .todo = c.say(KH_TR("Pinion out: raise until the motor turns, lower until it stops, stay 3 % below; enter where it starts.")),
             .box = Box::Bench,
             .subject = "speedController.startUs"_field});
        return;
    }
    const double then = armedHoldPct(c.setup);
    Finding f{.severity = Severity::Danger,
              .row = "hold"_row,
              .title = is == ArmedHold::Refused ? c.say(KH_TR("Hold is outside the pulses {b} accepts"), {{"b", esc.profile->name}})
                                                : c.say(KH_TR("Hold drives the rotor")),
              .found = drivenBy(c, is),
              .why = c.say(KH_TR("You land, put hold on and reach for the model: the main rotor is still driven.")),
              .todo = c.say(KH_TR("Set hold to {v} in the transmitter, then see with the pinion out that the motor stops."),
                            {{"v", c.amount("transmitter.hold.throttlePct"_field, then)}}),
              .box = Box::Transmitter,
              .witness = Witness{std::nullopt, state},
              .subject = "transmitter.hold.throttlePct"_field,
              .fix = {{"transmitter.hold.throttlePct"_field, then}},
              .proposal = true};
    out.push_back(std::move(f));
}

/// A speed controller that says with which throttle it is to be held armed.
void armedAsWanted(const AuditContext& c, std::vector<Finding>& out) {
    const SpeedControllerProfile& box = c.setup.speedController.profile;
    if (!holdIsArmed(c.setup) || !box.bailOutPct) return;
    const double now = c.setup.transmitter.hold.throttlePct;
    if (std::abs(now - *box.bailOutPct) <= kSamePct) return;
    const double then = armedHoldPct(c.setup);
    out.push_back({.severity = Severity::Note,
                   .row = "hold"_row,
                   .title = c.say(KH_TR("{box} wants to be held armed otherwise"), {{"box", box.name}}),
                   .found = c.say(KH_TR("Hold keeps {h}; {box} knows a bail-out at {w}."),
                                  {{"h", c.amount("transmitter.hold.throttlePct"_field, now)},
                                   {"box", box.name},
                                   {"w", c.amount("transmitter.hold.throttlePct"_field, *box.bailOutPct)}}),
                   .why = c.say(KH_TR("Elsewhere it may take leaving hold for a first start: the slow one, while the rotor runs down.")),
                   .todo = c.say(KH_TR("Set hold to {v} in the transmitter, then see with the pinion out that the motor stops."),
                                 {{"v", c.amount("transmitter.hold.throttlePct"_field, then)}}),
                   .box = Box::Transmitter,
                   .subject = "transmitter.hold.throttlePct"_field,
                   .fix = {{"transmitter.hold.throttlePct"_field, then}}});
}

void engineHold(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& hold = c.figures.holdUs;
    if (!hold.known || c.setup.machine.power.kind != PowerKind::Engine) return;
    const double held = c.model.motorPctOf(c.setup.transmitter.hold.throttlePct);
    const auto& clutch = c.setup.machine.power.clutchPct;
    const IdleLimits limits = idleLimits(c.setup.machine);
    const bool stops = held < limits.leastPct;
    if (!stops && held <= limits.mostPct + kSamePct) return;
    const double idle = limits.startPct;
    const FlightMode* mode = modeById(c.setup.transmitter, kHoldMode);
    PartialDeck state;
    if (mode != nullptr) putTerms(state, mode->when);
    out.push_back({.severity = stops ? Severity::Warning : Severity::Danger,
                   .row = "hold"_row,
                   .title = stops ? c.say(KH_TR("Hold stops the engine")) : c.say(KH_TR("Hold drives the rotor")),
                   .found = stops    ? c.say(KH_TR("Hold opens the throttle {h}; an engine idles there."),
                                             {{"h", c.amount("transmitter.hold.throttlePct"_field, held)}})
                            : clutch ? c.say(KH_TR("Hold opens the throttle {h}; the clutch engages at {k}, and idle stays 15 % below it."),
                                             {{"h", c.amount("transmitter.hold.throttlePct"_field, held)},
                                              {"k", c.amount("machine.power.clutchPct"_field, *clutch)}})
                                     : c.say(KH_TR("Hold opens the throttle {h}; where the clutch engages is not known."),
                                             {{"h", c.amount("transmitter.hold.throttlePct"_field, held)}}),
                   .why = stops ? c.say(KH_TR("An autorotation that is broken off has no engine left to climb with."))
                                : c.say(KH_TR("The rotor turns while you carry the model.")),
                   .todo = c.say(KH_TR("Set hold to {v} in the transmitter: a reliable idle, hot and cold, rotor not creeping."),
                                 {{"v", c.amount("transmitter.hold.throttlePct"_field, idle)}}),
                   .box = Box::Transmitter,
                   .witness = Witness{std::nullopt, state},
                   .subject = "transmitter.hold.throttlePct"_field,
                   .fix = {{"transmitter.hold.throttlePct"_field, idle}},
                   .proposal = true});
}

void holdSecond(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
    if (hold == nullptr || hold->when.empty()) return;
    const bool sure = std::any_of(hold->when.begin(), hold->when.end(), [](const auto& all) { return all.size() == 1; });
    if (sure) return;
    Finding f{.severity = Severity::Danger,
              .row = "hold-switch"_row,
              .title = c.say(KH_TR("Hold needs more than one switch")),
              .found = c.say(KH_TR("It is on only while {w}."), {{"w", conditionTitle(c.setup.transmitter, hold->when)}}),
              .why = c.say(KH_TR("You put hold on, the other switch stands elsewhere, and the rotor is still driven.")),
              .todo = c.say(KH_TR("Put hold on one switch alone in the transmitter.")),
              .box = Box::Transmitter,
              .subject = modePath(*hold, "when")};
    for (const Term& t : hold->when.front()) {
        std::vector<Edit> alone{{modePath(*hold, "when"), Condition{{t}}}};
        if (f.fix.empty()) f.fix = std::move(alone);
        else f.also.push_back(std::move(alone));
    }
    out.push_back(std::move(f));
}

void holdMirrors(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const std::vector<Edit> edits = holdMirrorEdits(tx);
    if (edits.empty()) return;
    const FlightMode& from = *modeById(tx, tx.hold.autorotationFrom);
    out.push_back({.severity = Severity::Warning,
                   .row = "tail-gain"_row,
                   .title = c.say(KH_TR("Hold does not fly like {m}"), {{"m", from.name}}),
                   .found = c.words ? holdDiffers(c.setup, from, edits) : Message{},
                   .why = c.say(KH_TR("In an autorotation there is no time to find out that the sticks answer differently.")),
                   .todo = c.say(KH_TR("Copy rates, expo and gain of {m} to hold in the transmitter."), {{"m", from.name}}),
                   .box = Box::Transmitter,
                   .subject = edits.front().path,
                   .fix = edits});
}

}  // namespace

std::span<const Rule> holdRules() {
    static constexpr std::array rules{
        Rule{"hold-acts", Station::Modes, Work::MotorOff, holdActs, "P1"},
        Rule{"hold-value", Station::Modes, Work::MotorOff, holdValue, "P1"},
        Rule{"hold-bail-out", Station::Modes, Work::MotorOff, bailOutHold, "P1"},
        Rule{"hold-wanted", Station::Modes, Work::MotorOff, armedAsWanted},
        Rule{"hold-idle", Station::Modes, Work::MotorOff, engineHold, "P1"},
        Rule{"hold-second", Station::Modes, Work::MotorOff, holdSecond, "P1"},
        Rule{"hold-mirrors", Station::Modes, Work::Curves, holdMirrors, "P8"},
    };
    return rules;
}

}  // namespace kh
