// SPDX-License-Identifier: GPL-3.0-or-later
//
// Hold, kill and the switches that work them.
#include "core/base/conventions.h"
#include "core/proof/modechecks.h"
#include "core/proof/switchspace.h"

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
                       .row = "hold",
                       .title = say(KH_TR("Hold does not hold in {m}"), {{"m", m.name}}),
                       .found = say(KH_TR("With hold on in {m} the throttle stays at {t} %; hold asks for {h} %."),
                                    {{"m", m.name}, {"t", num(now.throttlePct, 1)}, {"h", num(c.setup.transmitter.hold.throttlePct, 1)}}),
                       .why = say(KH_TR("You land, put hold on and reach for the model: the main rotor is still driven.")),
                       .todo = say(KH_TR("Add {m} to the hold switch in the transmitter."), {{"m", m.name}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = "transmitter.hold.actsIn",
                       .fix = {{"transmitter.hold.actsIn", std::monostate{}}}});
    }
}

void holdSwitch(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
    if (hold != nullptr && !hold->when.empty()) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "hold-switch",
                   .title = say(KH_TR("Hold has no switch")),
                   .found = say(KH_TR("No switch of the transmitter puts the motor on hold.")),
                   .why = say(KH_TR("There is nothing that keeps the rotor still while you carry the model.")),
                   .todo = say(KH_TR("Give hold a two-position switch of its own in the transmitter.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.modes.hold.when"});
}

void holdValue(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& hold = c.figures.holdUs;
    const Figure& off = c.figures.motorOffUs;
    if (!hold.known || !off.known || c.setup.machine.power.kind == PowerKind::Engine) return;
    if (c.setup.transmitter.schools.hold == HoldSchool::BailOut) return;  // hold is the bail-out value there; kill is judged instead
    const SpeedControllerSettings& esc = c.setup.speedController;
    const MotorLimits& motor = c.figures.motor;
    const bool accepted = motor.accepted(hold.value);
    if (motor.off(hold.value) && accepted) return;
    const FlightMode* mode = modeById(c.setup.transmitter, kHoldMode);
    PartialDeck state;
    if (mode != nullptr) putTerms(state, mode->when);
    const double perPct = 2.0 * c.setup.transmitter.profile.usPerPct;
    const double missing = std::ceil((hold.value - off.value) / perPct);
    const double value = std::clamp(c.setup.transmitter.hold.throttlePct - missing, c.setup.transmitter.profile.holdLowPct, 0.0);
    Finding f{.severity = Severity::Danger,
              .row = "hold",
              .title = accepted ? say(KH_TR("Hold is not below motor-off"))
                                : say(KH_TR("Hold is outside the pulses {b} accepts"), {{"b", esc.profile.name}}),
              .found = say(KH_TR("Hold sends {h} µs; the motor is surely off at {o} µs, learned low is {l} µs."),
                           {{"h", num(hold.value)}, {"o", num(off.value)}, {"l", num(esc.lowUs)}}),
              .why = accepted ? say(KH_TR("The motor can creep or start while you carry the model."))
                              : say(KH_TR("The speed controller may read it as no signal and arm anew.")),
              .todo = say(KH_TR("Set hold to {v} % in the transmitter, then watch the monitor."), {{"v", num(value, 1)}}),
              .box = Box::Transmitter,
              .witness = Witness{std::nullopt, state},
              .subject = "transmitter.hold.throttlePct",
              .fix = {{"transmitter.hold.throttlePct", value}}};
    for (const ChannelSettings& ch : c.setup.transmitter.channels)
        if (ch.id == functionId(Function::Throttle) && ch.reversed) {
            f.todo = say(KH_TR("Set throttle, channel {n}, to normal in the transmitter: reversed, hold is full power."),
                         {{"n", num(ch.number)}});
            f.fix = {{"transmitter.channels.throttle.reversed", false}};
        }
    out.push_back(std::move(f));
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
        out.push_back({.id = std::string("stop-value.") + name,
                       .severity = Severity::Danger,
                       .row = "kill-switch",
                       .title = say(KH_TR("{f} does not stop the motor"), {{"f", std::string(name)}}),
                       .found = say(KH_TR("It sends {u} µs; the motor is surely off at {o} µs."), {{"u", num(us)}, {"o", num(off.value)}}),
                       .why = say(KH_TR("The last way to stop the rotor does not stop it.")),
                       .todo = say(KH_TR("Set {f} to {v} % in the transmitter, as hold is, then watch the monitor."),
                                   {{"f", std::string(name)}, {"v", num(c.setup.transmitter.hold.throttlePct, 1)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = path,
                       .fix = {{path, std::min(c.setup.transmitter.hold.throttlePct, -5.0)}}});
    };
    check(KH_TR("kill"), "transmitter.kill.throttlePct", c.setup.transmitter.kill);
    check(KH_TR("cut"), "transmitter.cut.throttlePct", c.setup.transmitter.cut);
}

void doubleSwitch(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (std::size_t f = 0; f < c.model.functionCount(); ++f) {
        const std::string& function = c.model.functionName(f);
        const auto two = twoSwitches(tx, function);
        if (!two) continue;
        const std::string name = functionTitle(tx, function);
        const std::string path = conditionPath(tx, function);
        out.push_back({.id = "double-switch." + name,
                       .severity = Severity::Warning,
                       .row = switchRow(function),
                       .title = say(KH_TR("{f} answers to two switches"), {{"f", name}}),
                       .found = say(KH_TR("{a} and {b} both work it."), {{"a", two->first}, {"b", two->second}}),
                       .why = say(KH_TR("A function that was moved still works from its old place: one bump is enough.")),
                       .todo = say(KH_TR("Remove it from {b} in the transmitter, or declare it shared."), {{"b", two->second}}),
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
                               .title = say(KH_TR("{f} is on a place that does not exist"), {{"f", name}}),
                               .found = say(KH_TR("It asks for {s} at {p}; {box} has no such place."),
                                            {{"s", t.switchId}, {"p", num(t.place)}, {"box", c.setup.transmitter.profile.name}}),
                               .why = say(KH_TR("The function can never be reached.")),
                               .todo = say(KH_TR("Choose another switch for it in the transmitter.")),
                               .box = Box::Transmitter,
                               .subject = path});
            }
    };
    for (const FlightMode& m : c.setup.transmitter.modes)
        check(m.name, modePath(m, "when"), m.when, m.id == kHoldMode ? "hold-switch" : "mode-switch");
    check("kill", "transmitter.kill.when", c.setup.transmitter.kill.when, "kill-switch");
}

void holdMirrors(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const std::vector<Edit> edits = holdMirrorEdits(tx);
    if (edits.empty()) return;
    const FlightMode& from = *modeById(tx, tx.hold.autorotationFrom);
    out.push_back(
        {.severity = Severity::Warning,
         .row = "hold-flies",
         .title = say(KH_TR("Hold does not fly like {m}"), {{"m", from.name}}),
         .found = say(KH_TR("Rates, expo or tail gain differ; gain is {a} % in {m} and {b} % in hold."),
                      {{"a", signedNum(from.tailGainPct)}, {"m", from.name}, {"b", signedNum(modeById(tx, kHoldMode)->tailGainPct)}}),
         .why = say(KH_TR("In an autorotation there is no time to find out that the sticks answer differently.")),
         .todo = say(KH_TR("Copy rates, expo and gain of {m} to hold in the transmitter."), {{"m", from.name}}),
         .box = Box::Transmitter,
         .subject = edits.front().path,
         .fix = edits});
}

void powerOn(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
    if (hold == nullptr || hold->when.empty()) return;
    const Instant now = c.model.at(Deck{});
    if (now.holdActs && now.beneath == 0) return;
    Finding f{
        .severity = Severity::Warning,
        .row = "hold-switch",
        .title = say(KH_TR("The transmitter may start with the motor live")),
        .found = say(KH_TR("At the power-on places hold is {h} and the mode is {m}."),
                     {{"h", std::string(now.holdActs ? KH_TR("on") : KH_TR("off"))}, {"m", c.setup.transmitter.modes[now.beneath].name}}),
        .why = say(KH_TR("The pack is plugged in with the throttle open.")),
        .todo = say(KH_TR("Set the power-on places to hold on and the first mode in the transmitter.")),
        .box = Box::Transmitter,
        .subject = "transmitter.switches"};
    f.fix = holdAtPowerOn(c.setup.transmitter);
    out.push_back(std::move(f));
}

void killSwitch(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.transmitter.kill.when.empty()) return;
    const bool bailOut = c.setup.transmitter.schools.hold == HoldSchool::BailOut && c.setup.machine.power.kind == PowerKind::Electric;
    out.push_back({.severity = bailOut ? Severity::Danger : Severity::Note,
                   .row = "kill-switch",
                   .title = bailOut ? say(KH_TR("Bail-out has no kill switch")) : say(KH_TR("There is no second way to stop the motor")),
                   .found = bailOut ? say(KH_TR("Hold keeps {t} % for the bail-out, and kill is on no switch."),
                                          {{"t", num(c.setup.transmitter.hold.throttlePct, 1)}})
                                    : say(KH_TR("Kill is on no switch.")),
                   .why = bailOut ? say(KH_TR("Nothing switches the motor off for good: one bump of hold and the rotor turns."))
                                  : say(KH_TR("A bumped hold switch starts the rotor; a kill switch overrides it.")),
                   .todo = say(KH_TR("Give kill a switch away from hold in the transmitter.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.kill.when"});
}

}  // namespace

std::span<const Rule> holdRules() {
    static constexpr std::array rules{
        Rule{"hold-acts", Station::Modes, holdActs, "P1"},         Rule{"hold-switch", Station::Radio, holdSwitch},
        Rule{"hold-value", Station::Modes, holdValue, "P1"},       Rule{"stop-value", Station::Radio, stopValue, "P1"},
        Rule{"double-switch", Station::Radio, doubleSwitch, "P3"}, Rule{"switch-exists", Station::Radio, switchExists},
        Rule{"hold-mirrors", Station::Modes, holdMirrors, "P8"},   Rule{"power-on", Station::Radio, powerOn, "P9"},
        Rule{"kill-switch", Station::Radio, killSwitch},
    };
    return rules;
}

}  // namespace kh
