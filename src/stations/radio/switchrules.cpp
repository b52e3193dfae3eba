// SPDX-License-Identifier: GPL-3.0-or-later
//
// The switches: hold, kill and cut, doubled and missing ones, power-on, and the schools that choose switches.
#include "base/conventions.h"
#include "judge/modechecks.h"
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
    if (hold != nullptr && !hold->when.empty()) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "hold-switch"_row,
                   .title = c.say(KH_TR("Hold has no switch")),
                   .found = c.say(KH_TR("No switch of the transmitter puts the motor on hold.")),
                   .why = c.say(KH_TR("There is nothing that keeps the rotor still while you carry the model.")),
                   .todo = c.say(KH_TR("Give hold a two-position switch of its own in the transmitter.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.modes.hold.when"_field});
}

void stopValue(const AuditContext& c, std::vector<Finding>& out) {
    const ChannelSettings* throttle = channelOf(c.setup.transmitter, functionId(Function::Throttle));
    const Figure& off = c.figures.motorOffUs;
    if (throttle == nullptr || !off.known || !c.figures.holdUs.known) return;
    const ChannelScale scale = channelScale(c.setup.transmitter.profile, *throttle);
    const auto check = [&](const char* name, const char* path, const ThrottleStop& stop) {
        if (stop.when.empty()) return;
        const double us = channelOutputUnchecked(channelPctFromThrottlePct(stop.throttlePct), scale).pulseUs;
        if (c.figures.motor.off(us) && c.figures.motor.accepted(us)) return;
        PartialDeck state;
        putTerms(state, stop.when);
        out.push_back(
            {.id = std::string("stop-value.") + name,
             .severity = Severity::Danger,
             .row = "kill-switch"_row,
             .title = c.say(KH_TR("{f} does not stop the motor"), {{"f", std::string(name)}}),
             .found = c.say(KH_TR("It sends {u} µs; the motor is surely off at {o} µs."), {{"u", num(us)}, {"o", num(off.value)}}),
             .why = c.say(KH_TR("The last way to stop the rotor does not stop it.")),
             .todo = c.say(KH_TR("Set {f} to {v} % in the transmitter, as hold is, then watch the monitor."),
                           {{"f", std::string(name)}, {"v", num(c.setup.transmitter.hold.throttlePct, 1)}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, state},
             .subject = path,
             .fix = {{path, std::min(c.setup.transmitter.hold.throttlePct, -5.0)}}});
    };
    check(KH_TR("kill"), "transmitter.kill.throttlePct"_field, c.setup.transmitter.kill);
    check(KH_TR("cut"), "transmitter.cut.throttlePct"_field, c.setup.transmitter.cut);
}

void doubleSwitch(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (std::size_t f = 0; f < c.model.functionCount(); ++f) {
        const std::string& function = c.model.functionName(f);
        const auto two = twoSwitches(tx, function);
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

void switchExists(const AuditContext& c, std::vector<Finding>& out) {
    const auto& switches = c.setup.transmitter.profile.switches;
    const auto check = [&](const std::string& name, const std::string& path, const Condition& when, const char* row) {
        for (const auto& all : when)
            for (const Term& t : all) {
                if (t.switchId.empty()) continue;
                const auto s = std::find_if(switches.begin(), switches.end(), [&](const SwitchProfile& p) { return p.id == t.switchId; });
                if (s != switches.end() && t.place >= 1 && t.place <= s->places) continue;
                out.push_back({.id = "switch-exists." + name,
                               .severity = Severity::Danger,
                               .row = row,
                               .title = c.say(KH_TR("{f} is on a place that does not exist"), {{"f", name}}),
                               .found = c.say(KH_TR("It asks for {s} at {p}; {box} has no such place."),
                                              {{"s", t.switchId}, {"p", num(t.place)}, {"box", c.setup.transmitter.profile.name}}),
                               .why = c.say(KH_TR("The function can never be reached.")),
                               .todo = c.say(KH_TR("Choose another switch for it in the transmitter.")),
                               .box = Box::Transmitter,
                               .subject = path});
            }
    };
    for (const FlightMode& m : c.setup.transmitter.modes)
        check(m.name, modePath(m, "when"), m.when, m.id == kHoldMode ? "hold-switch" : "mode-switch");
    check("kill", "transmitter.kill.when"_field, c.setup.transmitter.kill.when, "kill-switch");
}

void powerOn(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
    if (hold == nullptr || hold->when.empty()) return;
    const Instant now = c.model.at(Deck{});
    if (now.holdActs && now.beneath == 0) return;
    Finding f{
        .severity = Severity::Warning,
        .row = "hold-switch"_row,
        .title = c.say(KH_TR("The transmitter may start with the motor live")),
        .found = c.say(KH_TR("At the power-on places hold is {h} and the mode is {m}."),
                       {{"h", std::string(now.holdActs ? KH_TR("on") : KH_TR("off"))}, {"m", c.setup.transmitter.modes[now.beneath].name}}),
        .why = c.say(KH_TR("The pack is plugged in with the throttle open.")),
        .todo = c.say(KH_TR("Set the power-on places to hold on and the first mode in the transmitter.")),
        .box = Box::Transmitter,
        .subject = "transmitter.switches"_field};
    f.fix = holdAtPowerOn(c.setup.transmitter);
    out.push_back(std::move(f));
}

void killSwitch(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.transmitter.kill.when.empty()) return;
    const bool bailOut = c.setup.transmitter.schools.hold == HoldSchool::BailOut && c.setup.machine.power.kind == PowerKind::Electric;
    out.push_back(
        {.severity = bailOut ? Severity::Danger : Severity::Note,
         .row = "kill-switch"_row,
         .title = bailOut ? c.say(KH_TR("Bail-out has no kill switch")) : c.say(KH_TR("There is no second way to stop the motor")),
         .found = bailOut ? c.say(KH_TR("Hold keeps {t} % for the bail-out, and kill is on no switch."),
                                  {{"t", num(c.setup.transmitter.hold.throttlePct, 1)}})
                          : c.say(KH_TR("Kill is on no switch.")),
         .why = bailOut ? c.say(KH_TR("Nothing switches the motor off for good: one bump of hold and the rotor turns."))
                        : c.say(KH_TR("A bumped hold switch starts the rotor; a kill switch overrides it.")),
         .todo = c.say(KH_TR("Give kill a switch away from hold in the transmitter.")),
         .box = Box::Transmitter,
         .subject = "transmitter.kill.when"_field});
}

bool worked(const TransmitterSettings& tx, const std::string& function) {
    const Condition* when = conditionOf(tx, function);
    return when != nullptr && !when->empty();
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

void rescue(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const std::string path = "transmitter.functions.rescue.when"_field;
    if (!worked(tx, "rescue")) return;
    const Condition& when = *conditionOf(tx, "rescue");
    PartialDeck on;
    putTerms(on, when);
    const auto tell = [&](const char* id, Severity severity, Message title, Message found, Message why, Message todo) {
        out.push_back({.id = id,
                       .severity = severity,
                       .row = "rescue-switch"_row,
                       .title = std::move(title),
                       .found = std::move(found),
                       .why = std::move(why),
                       .todo = std::move(todo),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, on},
                       .subject = path});
    };
    if (tx.schools.rescue == RescueSchool::None) {
        tell("school-rescue", Severity::Note, c.say(KH_TR("Rescue is on a switch")),
             c.say(KH_TR("It answers to {w}; the school chosen does not use it."), {{"w", conditionTitle(tx, when)}}),
             c.say(KH_TR("A bumped switch throws the machine over.")), c.say(KH_TR("Take rescue off its switch in the transmitter.")));
        out.back().fix = {{path, Condition{}}};
        return;
    }
    std::set<std::string> stops;
    for (const char* id : {kHoldMode, "kill", "cut"})
        if (const Condition* stop = conditionOf(tx, id)) stops.merge(switchesOf(tx, *stop));
    const std::set<std::string> rescues = switchesOf(tx, when);
    for (const SwitchProfile& s : tx.profile.switches) {
        if (rescues.count(s.id) == 0) continue;
        if (stops.count(s.id) != 0)
            tell("rescue-finger", Severity::Danger, c.say(KH_TR("Rescue is under the finger that works hold or kill")),
                 c.say(KH_TR("{s} works both."), {{"s", s.id}}),
                 c.say(KH_TR("Reaching for hold next to the machine can set off a rescue: full collective and a tilted disc.")),
                 c.say(KH_TR("Put rescue on another switch in the transmitter.")));
        if (tx.schools.rescue == RescueSchool::Momentary && !s.momentary)
            tell("school-rescue", Severity::Warning, c.say(KH_TR("Rescue stays on")),
                 c.say(KH_TR("{s} does not spring back; the school chosen is a momentary switch."), {{"s", s.id}}),
                 c.say(KH_TR("Forgotten on, it takes the machine over at the next start.")),
                 c.say(KH_TR("Put rescue on a momentary switch in the transmitter.")));
    }
}

void channelOrder(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.transmitter.schools.order != OrderSchool::Controller) return;
    const std::vector<Edit> edits = controllerOrder(c.setup);
    if (edits.empty()) return;
    std::vector<Message> names;
    for (const std::string& id : c.setup.controller.profile.channelOrder) names.push_back(c.say(KH_TR("{f}"), {{"f", id}}));
    out.push_back(
        {.severity = Severity::Warning,
         .row = "channel-map"_row,
         .title = c.say(KH_TR("The channels are not in the controller's order")),
         .found = c.say(KH_TR("{n} differ; {box} expects {all}."),
                        {{"n", num(static_cast<double>(edits.size()))}, {"box", c.setup.controller.profile.name}, {"all", names}}),
         .why = c.say(KH_TR("A stick then moves another axis, and the throttle can sit where a stick is.")),
         .todo = c.say(KH_TR("Set the channels to that order in the transmitter, or choose the school \"learned order\".")),
         .box = Box::Transmitter,
         .subject = edits.front().path,
         .fix = edits});
}

}  // namespace

std::span<const Rule> switchRules() {
    static constexpr std::array rules{
        Rule{"hold-switch", Station::Radio, holdSwitch},
        Rule{"stop-value", Station::Radio, stopValue, "P1"},
        Rule{"double-switch", Station::Radio, doubleSwitch, "P3"},
        Rule{"switch-exists", Station::Radio, switchExists},
        Rule{"power-on", Station::Radio, powerOn, "P9"},
        Rule{"kill-switch", Station::Radio, killSwitch},
        Rule{"school-hold-switch", Station::Radio, holdSwitchAsChosen},
        Rule{"school-rescue", Station::Radio, rescue},
        Rule{"school-order", Station::Radio, channelOrder},
    };
    return rules;
}

}  // namespace kh
