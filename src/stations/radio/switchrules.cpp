// SPDX-License-Identifier: GPL-3.0-or-later
//
// The switches: hold, kill and cut, doubled and missing ones, power-on, and the schools that choose switches.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/motorfigures.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "stations/radio/radio.h"

#include <algorithm>
#include <array>
#include <set>

namespace kh {

namespace {

void holdSwitch(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
    if (hold == nullptr || !hold->when.empty()) return;
    Finding f{.severity = Severity::Danger,
              .row = "hold-switch"_row,
              .title = c.say(KH_TR("Hold has no switch")),
              .found = c.say(KH_TR("No switch of the transmitter puts the motor on hold.")),
              .why = c.say(KH_TR("There is nothing that keeps the rotor still while you carry the model.")),
              .todo = c.say(KH_TR("Give hold a two-position switch of its own in the transmitter.")),
              .box = Box::Transmitter,
              .subject = "transmitter.modes.hold.when"_field,
              .proposal = true};
    offerEach(f, switchCandidates(c.setup.transmitter, kHoldMode));
    out.push_back(std::move(f));
}

void modeSwitch(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 1; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        if (m.id == kHoldMode || !m.when.empty()) continue;
        Finding f{.id = "mode-switch." + m.id,
                  .severity = Severity::Warning,
                  .row = "mode-switch"_row,
                  .title = c.say(KH_TR("No switch reaches {m}"), {{"m", m.name}}),
                  .found = c.say(KH_TR("{m} is on no switch of the transmitter."), {{"m", m.name}}),
                  .why = c.say(KH_TR("You move the switch you know and fly another mode than you think.")),
                  .todo = c.say(KH_TR("Put {m} on a place of the mode switch in the transmitter, or take the mode out."), {{"m", m.name}}),
                  .box = Box::Transmitter,
                  .subject = modePath(m, "when"),
                  .proposal = true};
        offerEach(f, switchCandidates(c.setup.transmitter, m.id));
        out.push_back(std::move(f));
    }
}

void stopValue(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& off = c.figures.motorOffUs;
    if (!off.known || channelOf(c.setup.transmitter, kThrottleChannel) == nullptr) return;
    const bool engine = c.setup.machine.power.kind == PowerKind::Engine;
    const auto check = [&](const char* name, const char* path, const ThrottleStop& stop) {
        if (stop.when.empty()) return;
        const double us = throttlePulseUs(c.setup.transmitter, stop.throttlePct);
        const MotorOff at = motorOffAt(c.figures.motor, us);
        if (at == MotorOff::Surely || (engine && at == MotorOff::Barely)) return;
        PartialDeck state;
        putTerms(state, stop.when);
        Finding f{
            .id = std::string("stop-value.") + name,
            .severity = at == MotorOff::Barely ? Severity::Warning : Severity::Danger,
            .row = "kill-switch"_row,
            .title = at == MotorOff::Refused
                         ? c.say(KH_TR("{f} is outside the pulses that are accepted"), {{"f", functionTitle(c.setup.transmitter, name)}})
                     : at == MotorOff::Barely
                         ? c.say(KH_TR("{f} is barely below the learned low point"), {{"f", functionTitle(c.setup.transmitter, name)}})
                     : engine ? c.say(KH_TR("{f} does not stop the engine"), {{"f", functionTitle(c.setup.transmitter, name)}})
                              : c.say(KH_TR("{f} does not stop the motor"), {{"f", functionTitle(c.setup.transmitter, name)}}),
            .found = engine ? c.say(KH_TR("It sends {u} µs; the throttle is closed at {o}."),
                                    {{"u", num(us)}, {"o", c.amount("speedController.lowUs"_field)}})
                            : c.say(KH_TR("It sends {u} µs; the motor is surely off at {o} µs."), {{"u", num(us)}, {"o", num(off.value)}}),
            .why = at == MotorOff::Refused ? c.say(KH_TR("It may be read as no signal: what the motor then does is not known."))
                   : at == MotorOff::Barely
                       ? c.say(KH_TR("A little drift of a trim or a pulse, and the last way to stop the rotor creeps."))
                   : c.setup.machine.aircraft.of().holds ? c.say(KH_TR("The last way to stop the rotor does not stop it."))
                                                         : c.say(KH_TR("The last way to stop the motors does not stop them.")),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, state},
            .subject = path};
        if (const auto value = stopPct(c)) {
            f.todo = c.say(KH_TR("Set {f} to {v} in the transmitter, then watch the monitor."),
                           {{"f", std::string(name)}, {"v", c.amount(path, *value)}});
            f.fix = {{path, *value}};
        } else {
            f.todo = throttleFirst(c);
            f.fix = stopUncut(c, path);
        }
        out.push_back(std::move(f));
    };
    check(KH_TR("kill"), "transmitter.kill.throttlePct"_field, c.setup.transmitter.kill);
    check(KH_TR("cut"), "transmitter.cut.throttlePct"_field, c.setup.transmitter.cut);
}

void stopActs(const AuditContext& c, std::vector<Finding>& out) {
    const auto check = [&](const char* name, const char* path, const ThrottleStop& stop, Severity severity) {
        if (stop.when.empty() || !stop.actsIn) return;
        std::vector<Message> missing;
        PartialDeck state;
        for (const FlightMode& m : c.setup.transmitter.modes) {
            if (m.id == kHoldMode || std::find(stop.actsIn->begin(), stop.actsIn->end(), m.id) != stop.actsIn->end()) continue;
            if (missing.empty()) state = modeState(c.setup.transmitter, m);
            missing.push_back(c.say(KH_TR("{m}"), {{"m", m.name}}));
        }
        if (missing.empty()) return;
        putTerms(state, stop.when);
        out.push_back({.id = std::string("stop-acts.") + name,
                       .severity = severity,
                       .row = severity == Severity::Danger ? "kill-acts"_row : "cut-acts"_row,
                       .title = c.say(KH_TR("{f} does not act in every mode"), {{"f", functionTitle(c.setup.transmitter, name)}}),
                       .found = c.say(KH_TR("Not in {list}."), {{"list", missing}}),
                       .why = c.say(KH_TR("The last way to stop the rotor works in some modes only.")),
                       .todo = c.say(KH_TR("Let {f} act in all modes in the transmitter."), {{"f", std::string(name)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = path,
                       .fix = {{path, std::monostate{}}}});
    };
    check(KH_TR("kill"), "transmitter.kill.actsIn"_field, c.setup.transmitter.kill, Severity::Danger);
    check(KH_TR("cut"), "transmitter.cut.actsIn"_field, c.setup.transmitter.cut, Severity::Warning);
}

void doubleSwitch(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    SwitchSets sets(tx);
    for (std::size_t f = 0; f < c.model.functionCount(); ++f) {
        const std::string& function = c.model.functionName(f);
        const auto two = twoSwitches(tx, sets, function);
        if (!two) continue;
        const FlightMode* mode = modeById(tx, function);
        const Message name = functionTitle(tx, function);
        const std::string path = conditionPath(tx, function);
        out.push_back({.id = "double-switch." + (mode == nullptr ? function : mode->name),
                       .severity = Severity::Warning,
                       .row = switchRow(function),
                       .title = c.say(KH_TR("{f} answers to two switches"), {{"f", name}}),
                       .found = c.say(KH_TR("{a} and {b} both work it."), {{"a", two->first}, {"b", two->second}}),
                       .why = c.say(KH_TR("A function that was moved still works from its old place: one bump is enough.")),
                       .todo = c.say(KH_TR("Remove it from {b} in the transmitter, or declare it shared."), {{"b", two->second}}),
                       .box = Box::Transmitter,
                       .subject = path,
                       .fix = {{path, Condition{conditionOf(tx, function)->front()}}}});
    }
}

void placeUsed(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (const PlaceUsedTwice& used : placesUsedTwice(tx, c.model)) {
        const Message name = functionTitle(tx, used.second);
        PartialDeck there;
        there.switches[used.switchId] = used.place;
        Finding f{.id = "place-used." + used.second,
                  .severity = Severity::Warning,
                  .row = switchRow(used.second),
                  .title = c.say(KH_TR("{f} is on a place that is used"), {{"f", name}}),
                  .found = c.say(KH_TR("{s} at {p} works {a} and {b} at once."),
                                 {{"s", used.switchId}, {"p", num(used.place)}, {"a", functionTitle(tx, used.first)}, {"b", name}}),
                  .why = c.say(KH_TR("One movement does two things, and one of them may not be meant.")),
                  .todo = c.say(KH_TR("Move {b} to another switch in the transmitter, or declare {s} shared."),
                                {{"b", name}, {"s", used.switchId}}),
                  .box = Box::Transmitter,
                  .witness = Witness{std::nullopt, there},
                  .subject = conditionPath(tx, used.second),
                  .proposal = true};
        offerEach(f, switchCandidates(tx, used.second));
        out.push_back(std::move(f));
    }
}

void switchExists(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const auto missing = [&](const Condition& when) -> const Term* {
        for (const auto& all : when)
            for (const Term& t : all) {
                if (t.switchId.empty()) continue;
                const auto s = std::find_if(tx.profile->switches.begin(), tx.profile->switches.end(),
                                            [&](const SwitchProfile& p) { return p.id == t.switchId; });
                if (s == tx.profile->switches.end() || t.place < 1 || t.place > s->places) return &t;
            }
        return nullptr;
    };
    for (std::size_t i = 0; i < c.model.functionCount(); ++i) {
        const std::string& function = c.model.functionName(i);
        const Condition* when = conditionOf(tx, function);
        const Term* t = when == nullptr ? nullptr : missing(*when);
        if (t == nullptr) continue;
        const bool stops = function == kHoldMode || function == "kill" || function == "cut";
        const Message name = functionTitle(tx, function);
        Finding f{.id = "switch-exists." + function,
                  .severity = stops ? Severity::Danger : Severity::Warning,
                  .row = switchRow(function),
                  .title = c.say(KH_TR("{f} is on a place that does not exist"), {{"f", name}}),
                  .found = c.say(KH_TR("It asks for {s} at {p}; {box} has no such place."),
                                 {{"s", t->switchId}, {"p", num(t->place)}, {"box", tx.profile->name}}),
                  .why = c.say(KH_TR("The function can never be reached.")),
                  .todo = c.say(KH_TR("Choose another switch for it in the transmitter.")),
                  .box = Box::Transmitter,
                  .subject = conditionPath(tx, function),
                  .proposal = true};
        offerEach(f, switchCandidates(tx, function));
        out.push_back(std::move(f));
    }
}

void powerOnGuard(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.transmitter.hold.powerOnGuard) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "power-on"_row,
                   .title = c.say(KH_TR("The power-on guard is off")),
                   .found = c.say(KH_TR("The transmitter starts with whatever its switches say, and does not ask.")),
                   .why = c.say(KH_TR("Switched on with hold off, it opens the throttle at once.")),
                   .todo = c.say(KH_TR("Switch the power-on guard on in the transmitter: hold on, first mode, collective low.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.hold.powerOnGuard"_field,
                   .fix = {{"transmitter.hold.powerOnGuard"_field, true}}});
}

void powerOn(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
    if (hold == nullptr || hold->when.empty()) return;
    const Instant now = c.model.at(Deck{});
    if (startsOff(c.setup, now) && now.beneath == 0) return;
    Finding f{.severity = Severity::Warning,
              .row = "hold-switch"_row,
              .title = c.say(KH_TR("The transmitter may start with the motor live")),
              .found = now.holdActs && !startsOff(c.setup, now)
                           ? c.say(KH_TR("At the power-on places hold is on, armed at {t}, and kill is off."),
                                   {{"t", c.amount("transmitter.hold.throttlePct"_field)}})
                           : c.say(KH_TR("At the power-on places hold is {h} and the mode is {m}."),
                                   {{"h", std::string(now.holdActs ? KH_TR("on") : KH_TR("off"))},
                                    {"m", c.setup.transmitter.modes[now.beneath].name}}),
              .why = c.say(KH_TR("The pack is plugged in with the throttle open.")),
              .todo = holdIsArmed(c.setup)
                          ? c.say(KH_TR("Set the power-on places to kill and hold on and the first mode in the transmitter."))
                          : c.say(KH_TR("Set the power-on places to hold on and the first mode in the transmitter.")),
              .box = Box::Transmitter,
              .subject = "transmitter.switches"_field};
    f.fix = holdAtPowerOn(c.setup);
    out.push_back(std::move(f));
}

void killSwitch(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.transmitter.kill.when.empty()) return;
    const bool bailOut = c.setup.transmitter.schools.hold == HoldSchool::BailOut && c.setup.machine.power.kind == PowerKind::Electric;
    out.push_back(
        {.severity = bailOut ? Severity::Danger : Severity::Note,
         .row = "kill-switch"_row,
         .title = bailOut ? c.say(KH_TR("Bail-out has no kill switch")) : c.say(KH_TR("There is no second way to stop the motor")),
         .found = bailOut ? c.say(KH_TR("Hold keeps {t} for the bail-out, and kill is on no switch."),
                                  {{"t", c.amount("transmitter.hold.throttlePct"_field)}})
                          : c.say(KH_TR("Kill is on no switch.")),
         .why = bailOut ? c.say(KH_TR("Nothing switches the motor off for good: one bump of hold and the rotor turns."))
                        : c.say(KH_TR("A bumped hold switch starts the rotor; a kill switch overrides it.")),
         .todo = c.say(KH_TR("Give kill a switch away from hold in the transmitter.")),
         .box = Box::Transmitter,
         .subject = "transmitter.kill.when"_field});
}

void holdSwitchAsChosen(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const FlightMode* hold = modeById(tx, kHoldMode);
    if (hold == nullptr || hold->when.empty()) return;  // another rule's
    std::set<std::string> modes;
    for (const FlightMode& m : tx.modes)
        if (m.id != kHoldMode) modes.merge(switchesOf(tx, m.when));
    std::string common;
    for (const std::string& s : switchesOf(tx, hold->when))
        if (modes.count(s) != 0) common = s;
    const bool own = tx.schools.holdSwitch == HoldSwitchSchool::Own;
    if (own == common.empty()) return;
    out.push_back({.severity = Severity::Note,
                   .row = "hold-switch"_row,
                   .title = own ? c.say(KH_TR("Hold is on the mode switch")) : c.say(KH_TR("Hold has a switch of its own")),
                   .found = own ? c.say(KH_TR("{s} works hold and the flight modes."), {{"s", common}})
                                : c.say(KH_TR("Hold answers to {w}; the school chosen is the mode switch's last place."),
                                        {{"w", conditionTitle(tx, hold->when)}}),
                   .why = own ? c.say(KH_TR("Leaving the wrong mode in a hurry can pass through hold, and hold through a mode."))
                              : c.say(KH_TR("The hand looks for hold where it is in your other models.")),
                   .todo = own ? c.say(KH_TR("Give hold a two-position switch of its own in the transmitter."))
                               : c.say(KH_TR("Put hold on the mode switch's last place in the transmitter.")),
                   .box = Box::Transmitter,
                   .subject = modePath(*hold, "when")});
}

void channelOrder(const AuditContext& c, std::vector<Finding>& out) {
    const bool learned = c.setup.transmitter.schools.order == OrderSchool::Learned;
    if (learned && c.setup.controller.receiver.map.empty()) return;  // nobody wrote down what it learned
    const std::vector<Edit> edits = controllerOrder(c.setup);
    if (edits.empty()) return;
    std::vector<Message> names;
    for (const std::string& id : channelMap(c.setup.controller)) names.push_back(c.say(KH_TR("{f}"), {{"f", asWord(id)}}));
    out.push_back(
        {.severity = Severity::Danger,
         .row = "channel-map"_row,
         .title = learned ? c.say(KH_TR("The channels are not in the order the controller learned"))
                          : c.say(KH_TR("The channels are not in the controller's order")),
         .found = c.say(KH_TR("{n} differ; {box} expects {all}."),
                        {{"n", num(static_cast<double>(edits.size()))}, {"box", c.setup.controller.profile->name}, {"all", names}}),
         .why = c.say(KH_TR("A stick then moves another axis, and the throttle can sit where a stick is.")),
         .todo = learned
                     ? c.say(KH_TR("Learn the order anew in the controller, as the channels stand, and see every stick on its monitor."))
                     : c.say(KH_TR("Set the channels to that order in the transmitter, or choose the school \"learned order\".")),
         .box = learned ? Box::Controller : Box::Transmitter,
         .subject = learned ? "controller.receiver.map"_field : edits.front().path,
         .fix = learned ? mapOfChannels(c.setup) : edits,
         .also = learned ? std::vector<std::vector<Edit>>{edits} : std::vector<std::vector<Edit>>{}});
}

}  // namespace

std::span<const Rule> switchRules() {
    static constexpr std::array rules{
        Rule{"hold-switch", Station::Radio, Work::MotorOff, holdSwitch},
        Rule{"mode-switch", Station::Radio, Work::MotorOff, modeSwitch, "P2"},
        Rule{"stop-value", Station::Radio, Work::MotorOff, stopValue, "P1"},
        Rule{"stop-acts", Station::Modes, Work::MotorOff, stopActs, "P1"},
        Rule{"double-switch", Station::Radio, Work::MotorOff, doubleSwitch, "P3"},
        Rule{"place-used", Station::Radio, Work::MotorOff, placeUsed, "P2"},
        Rule{"switch-exists", Station::Radio, Work::MotorOff, switchExists},
        Rule{"power-on", Station::Radio, Work::MotorOff, powerOn, "P9"},
        Rule{"power-on-guard", Station::Radio, Work::MotorOff, powerOnGuard, "P9"},
        Rule{"kill-switch", Station::Radio, Work::MotorOff, killSwitch},
        Rule{"school-hold-switch", Station::Radio, Work::Curves, holdSwitchAsChosen},
        Rule{"school-order", Station::Radio, Work::Wiring, channelOrder},
    };
    return rules;
}

}  // namespace kh
