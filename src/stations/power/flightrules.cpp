// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the rotor starts, and what ends the flight.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/sizeclass.h"
#include "stations/power/power.h"
#include "stations/power/powerfigures.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kMostUsedShare = 0.9;
constexpr double kMostAlarmV = 3.9;

void timer(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& lasts = c.figures.of<PowerFigures>().timerMin;
    const double set = c.setup.transmitter.timerMin;
    const std::optional<FlightEndIn> ends = flightEndOf(c.setup);  // an engine has none
    if (set > 0.0 && ends && lasts.known && set > lasts.value + 0.05) {
        const double wanted = suitingTimerMin(c.setup, *ends);
        out.push_back(
            {.id = "timer-long",
             .severity = Severity::Warning,
             .row = "timer"_row,
             .title = c.say(KH_TR("The timer outlasts the pack")),
             .found = c.say(KH_TR("It runs {t}; a fifth of the charge is left after {m} min."),
                            {{"t", c.amount("transmitter.timerMin"_field, set)}, {"m", num(lasts.value, 1)}}),
             .why = c.say(KH_TR("An empty pack stops the motor in the air.")),
             .todo = c.say(KH_TR("Set the timer to {t} in the transmitter."), {{"t", c.amount("transmitter.timerMin"_field, wanted)}}),
             .box = Box::Transmitter,
             .subject = "transmitter.timerMin"_field,
             .fix = {{"transmitter.timerMin"_field, wanted}}});
    }
    if (set > 0.0 || c.setup.transmitter.schools.end != EndSchool::Timer) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "timer"_row,
                   .title = c.say(KH_TR("No flight timer is set")),
                   .found = c.say(KH_TR("The timer stands at 0 min.")),
                   .why = c.say(KH_TR("An empty pack stops the motor in the air.")),
                   .todo = c.say(KH_TR("Set the timer to 3 min in the transmitter for the first flight.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.timerMin"_field,
                   .fix = {{"transmitter.timerMin"_field, 3.0}}});
}

void alarms(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    const Alarms& a = c.setup.transmitter.alarms;
    const auto& pack = c.setup.machine.power.capacityMah;
    if (a.usedMah && pack && *a.usedMah > kMostUsedShare * *pack)
        out.push_back(
            {.id = "alarm-charge",
             .severity = Severity::Warning,
             .row = "timer"_row,
             .title = c.say(KH_TR("The alarm on used charge comes too late")),
             .found = c.say(KH_TR("It sounds at {a}; the pack holds {p}."), {{"a", c.amount("transmitter.alarms.usedMah"_field)},
                                                                             {"p", c.amount("machine.power.capacityMah"_field, *pack)}}),
             .why = c.say(KH_TR("The pack is empty before it sounds.")),
             .todo = c.say(KH_TR("Set it to {v} in the transmitter: four fifths of the pack."),
                           {{"v", c.amount("transmitter.alarms.usedMah"_field, std::floor(*pack * 0.8))}}),
             .box = Box::Transmitter,
             .subject = "transmitter.alarms.usedMah"_field,
             .fix = {{"transmitter.alarms.usedMah"_field, std::floor(*pack * 0.8)}},
             .proposal = true});
    if (a.voltsPerCell && (*a.voltsPerCell < kLeastAlarmV - 1e-9 || *a.voltsPerCell > kMostAlarmV + 1e-9)) {
        const bool never = *a.voltsPerCell < kLeastAlarmV;
        out.push_back({.id = "alarm-volts",
                       .severity = Severity::Warning,
                       .row = "timer"_row,
                       .title = never ? c.say(KH_TR("The alarm on pack voltage never sounds in time"))
                                      : c.say(KH_TR("The alarm on pack voltage always sounds")),
                       .found = c.say(KH_TR("{v} a cell; under load a pack runs from 4.0 down to 3.3 V."),
                                      {{"v", c.amount("transmitter.alarms.voltsPerCell"_field)}}),
                       .why = never ? c.say(KH_TR("An empty pack stops the motor in the air."))
                                    : c.say(KH_TR("An alarm that always sounds is switched off, and then never does.")),
                       .todo = c.say(KH_TR("Set the alarm in the transmitter to 3.5 V a cell.")),
                       .box = Box::Transmitter,
                       .subject = "transmitter.alarms.voltsPerCell"_field,
                       .fix = {{"transmitter.alarms.voltsPerCell"_field, 3.5}},
                       .proposal = true});
    }
}

void governorRun(const AuditContext& c, std::vector<Finding>& out) {
    const GovernorSettings& g = c.setup.controller.governor;
    if (g.kind != GovernorKind::Internal) return;
    if (!c.setup.machine.power.poles && c.setup.machine.power.kind == PowerKind::Electric)
        out.push_back({.id = "governor-unknown",
                       .severity = Severity::Warning,
                       .row = "governor"_row,
                       .title = c.say(KH_TR("The governor's pole count cannot be judged")),
                       .found = c.say(KH_TR("The motor's magnet poles are not known; {n} stands in the controller."),
                                      {{"n", c.amount("controller.governor.poleCount"_field)}}),
                       .why = c.say(KH_TR("Poles typed for pole pairs ask for twice the head speed: past what the blades bear.")),
                       .todo = c.say(KH_TR("Look the poles up and enter them at the machine; first governed run without blades.")),
                       .box = Box::Machine,
                       .subject = "machine.power.poles"_field});
    const double least = sizeClassOf(c.setup.machine).runUpS * 0.6;
    if (g.runUpS < least)
        out.push_back({.id = "governor-run-up",
                       .severity = Severity::Warning,
                       .row = "governor"_row,
                       .title = c.say(KH_TR("The governor runs up hard")),
                       .found = c.say(KH_TR("{r}; at least {l} is right for this size."),
                                      {{"r", c.amount("controller.governor.runUpS"_field)},
                                       {"l", c.amount("controller.governor.runUpS"_field, least)}}),
                       .why = c.say(KH_TR("A hard start strips gears and turns the model on the ground.")),
                       .todo = c.say(KH_TR("Set the run-up to {s} in the controller."),
                                     {{"s", c.amount("controller.governor.runUpS"_field, sizeClassOf(c.setup.machine).runUpS)}}),
                       .box = Box::Controller,
                       .subject = "controller.governor.runUpS"_field,
                       .fix = {{"controller.governor.runUpS"_field, sizeClassOf(c.setup.machine).runUpS}},
                       .proposal = true});
    double lowest = 100.0;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i)
        if (isFlown(c.setup.transmitter.modes[i])) lowest = std::min(lowest, c.model.throttleCurveAt(i, 1.0));
    if (g.minThrottlePct > lowest) {
        const double wanted = std::max(20.0, std::floor(lowest - 10.0));
        out.push_back({.id = "governor-minimum",
                       .severity = Severity::Warning,
                       .row = "governor"_row,
                       .title = c.say(KH_TR("The governor never starts in some mode")),
                       .found = c.say(KH_TR("Its lowest throttle is {m}; a curve asks for {t}."),
                                      {{"m", c.amount("controller.governor.minThrottlePct"_field)},
                                       {"t", c.amount(throttlePath(c.setup.transmitter), lowest)}}),
                       .why = c.say(KH_TR("Below it the motor runs ungoverned.")),
                       .todo = c.say(KH_TR("Set the lowest throttle to {v} in the controller."),
                                     {{"v", c.amount("controller.governor.minThrottlePct"_field, wanted)}}),
                       .box = Box::Controller,
                       .subject = "controller.governor.minThrottlePct"_field,
                       .fix = {{"controller.governor.minThrottlePct"_field, wanted}},
                       .proposal = true});
    }
}

void throttleLimit(const AuditContext& c, std::vector<Finding>& out) {
    const ChannelSettings* ch = channelOf(c.setup.transmitter, functionId(heli::Throttle));
    if (ch == nullptr || !ch->limitPct || c.setup.machine.power.kind == PowerKind::Engine) return;
    const double held = channelPctFromThrottlePct(c.setup.transmitter.hold.throttlePct);
    const double asked = std::abs(held) * channelScale(c.setup.transmitter.profile, *ch).travelPct(held) / 100.0;
    if (*ch->limitPct >= asked || motorOffAt(c.figures.motor, c.figures.holdUs.value) == MotorOff::Surely) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "throttle-ends"_row,
                   .title = c.say(KH_TR("The throttle's output limit cuts hold off")),
                   .found = c.say(KH_TR("Hold asks for {a}; the limit lets {l} through."),
                                  {{"a", c.amount(channelPath(ch->id, "limitPct"), -asked)},
                                   {"l", c.amount(channelPath(ch->id, "limitPct"), *ch->limitPct)}}),
                   .why = c.say(KH_TR("The motor can creep or start while you carry the model.")),
                   .todo = c.say(KH_TR("Take the output limit of the throttle channel off in the transmitter.")),
                   .box = Box::Transmitter,
                   .subject = channelPath(ch->id, "limitPct"),
                   .fix = {{channelPath(ch->id, "limitPct"), std::monostate{}}}});
}

void oddPoles(const AuditContext& c, std::vector<Finding>& out) {
    const std::optional<double>& poles = c.setup.machine.power.poles;
    if (c.setup.machine.power.kind != PowerKind::Electric || !poles || std::fmod(*poles, 2.0) == 0.0) return;
    Finding f{.severity = Severity::Danger,
              .row = "poles"_row,
              .title = c.say(KH_TR("A motor has no odd number of magnets")),
              .found = c.say(KH_TR("{n} magnet poles are entered; they come in pairs."), {{"n", c.amount("machine.power.poles"_field)}}),
              .why = c.say(KH_TR("A governor that is told a wrong count drives the rotor past what the blades bear.")),
              .todo = c.say(KH_TR("Count the magnets, not the teeth of the stator; if {n} were the pairs, there are {p} magnets."),
                            {{"n", c.amount("machine.power.poles"_field)}, {"p", c.amount("machine.power.poles"_field, 2.0 * *poles)}}),
              .box = Box::Machine,
              .subject = "machine.power.poles"_field,
              .proposal = true};
    const auto field = readField(c.setup, "machine.power.poles"_field);
    for (const double other : {2.0 * *poles, *poles + 1.0, *poles - 1.0}) {  // the pairs were counted, or it was miscounted by one
        if (other > field->info.max) continue;
        const std::vector<Edit> edits{{"machine.power.poles"_field, other}};
        if (f.fix.empty()) f.fix = edits;
        else f.also.push_back(edits);
    }
    out.push_back(std::move(f));
}

void gearTeeth(const AuditContext& c, std::vector<Finding>& out) {
    const PowerTrain& p = c.setup.machine.power;
    if (!p.mainTeeth || !p.pinionTeeth || *p.mainTeeth > *p.pinionTeeth) return;
    out.push_back(
        {.severity = Severity::Danger,
         .row = "gear"_row,
         .title = c.say(KH_TR("Main gear and pinion are the wrong way round")),
         .found = c.say(KH_TR("{m} teeth on the main gear, {n} on the pinion."),
                        {{"m", bare(c.amount("machine.power.mainTeeth"_field))}, {"n", bare(c.amount("machine.power.pinionTeeth"_field))}}),
         .why = c.say(KH_TR("Every head speed that is computed from them is wrong by far.")),
         .todo = c.say(KH_TR("Count the teeth again and enter them at the machine.")),
         .box = Box::Machine,
         .subject = "machine.power.mainTeeth"_field,
         .fix = {{"machine.power.mainTeeth"_field, *p.pinionTeeth}, {"machine.power.pinionTeeth"_field, *p.mainTeeth}}});
}

void softStart(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine || c.setup.controller.governor.kind == GovernorKind::Internal) return;
    double jump = 0.0;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i)
        if (isFlown(c.setup.transmitter.modes[i])) jump = std::max(jump, c.model.throttleCurveAt(i, -1.0));
    const double least = sizeClassOf(c.setup.machine).runUpS * 0.6;
    if (jump <= 0.0 || c.setup.speedController.softStartS >= least) return;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "soft-start"_row,
         .title = c.say(KH_TR("The rotor would start hard")),
         .found = c.say(KH_TR("Leaving hold at low stick asks for {t} at once; soft start is {s}, at least {l} is right for this size."),
                        {{"t", c.amount(throttlePath(c.setup.transmitter), jump)},
                         {"s", c.amount("speedController.softStartS"_field)},
                         {"l", c.amount("speedController.softStartS"_field, least)}}),
         .why = c.say(KH_TR("A hard start strips gears and turns the model on the ground.")),
         .todo = c.say(KH_TR("Set soft start to {s} in the speed controller, and guard the hold switch."),
                       {{"s", c.amount("speedController.softStartS"_field, sizeClassOf(c.setup.machine).runUpS)}}),
         .box = Box::SpeedController,
         .subject = "speedController.softStartS"_field,
         .fix = {{"speedController.softStartS"_field, sizeClassOf(c.setup.machine).runUpS}}});
}

void endOfFlight(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const bool charge = tx.alarms.usedMah.has_value();
    const bool volts = tx.alarms.voltsPerCell.has_value();
    Finding f{.severity = Severity::Warning,
              .row = "timer"_row,
              .why = c.say(KH_TR("An empty pack stops the motor in the air.")),
              .box = Box::Transmitter};
    if (tx.schools.end == EndSchool::UsedCharge && !charge) {
        f.title = c.say(KH_TR("No alarm on used charge"));
        f.found = c.say(KH_TR("The school chosen ends the flight by used charge; none is set."));
        f.todo = c.say(KH_TR("Set the alarm in the transmitter to four fifths of the pack."));
        f.subject = "transmitter.alarms.usedMah"_field;
        if (c.setup.machine.power.capacityMah) f.fix = {{f.subject, std::floor(*c.setup.machine.power.capacityMah * 0.8)}};
    } else if (tx.schools.end == EndSchool::VoltageAlarm && !volts) {
        f.title = c.say(KH_TR("No alarm on pack voltage"));
        f.found = c.say(KH_TR("The school chosen ends the flight by pack voltage; none is set."));
        f.todo = c.say(KH_TR("Set the alarm in the transmitter to 3.5 V a cell."));
        f.subject = "transmitter.alarms.voltsPerCell"_field;
        f.fix = {{f.subject, 3.5}};
    } else if (c.setup.machine.power.kind == PowerKind::Electric &&
               static_cast<int>(charge) + static_cast<int>(volts) + static_cast<int>(tx.timerMin > 0.0) == 1) {
        f.severity = Severity::Note;
        f.title = c.say(KH_TR("One thing alone ends the flight"));
        f.found = c.say(KH_TR("Of timer, used charge and pack voltage one is set."));
        f.why = c.say(KH_TR("A used or an aged pack is empty before its time; two together notice it."));
        f.todo = c.say(KH_TR("Add an alarm on pack voltage in the transmitter: 3.5 V a cell."));
        f.subject = "transmitter.alarms.voltsPerCell"_field;
        f.fix = {{f.subject, 3.5}};
    } else {
        return;
    }
    out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> powerFlightRules() {
    static constexpr std::array rules{
        Rule{"soft-start", Station::Power, Work::Governor, softStart, "P6"},
        Rule{"timer", Station::Power, Work::Curves, timer},
        Rule{"alarms", Station::Power, Work::Curves, alarms},
        Rule{"governor-run", Station::Power, Work::Governor, governorRun},
        Rule{"throttle-limit", Station::Power, Work::MotorOff, throttleLimit, "P1"},
        Rule{"gear-teeth", Station::Power, Work::Wiring, gearTeeth},
        Rule{"odd-poles", Station::Power, Work::Wiring, oddPoles},
        Rule{"school-end", Station::Power, Work::Curves, endOfFlight},
    };
    return rules;
}

}  // namespace kh
