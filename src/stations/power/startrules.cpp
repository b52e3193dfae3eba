// SPDX-License-Identifier: GPL-3.0-or-later
//
// Starts and what they rest on: speed passed on the way, electrical turns, the rpm signal, the supply under load, alarms that agree.
#include "base/conventions.h"
#include "formula/spool.h"
#include "judge/dependencies.h"
#include "judge/motorfigures.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/access.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/sizeclass.h"
#include "stations/power/packsolvers.h"
#include "stations/power/power.h"
#include "stations/power/powerfigures.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kGentleStartS = 4.0;  ///< nothing is passed from there on
constexpr double kLeastBailOutS = 1.5;
constexpr double kAlarmsApartShare = 0.3;  ///< timer and alarm on used charge

void passedOnTheWay(const AuditContext& c, std::vector<Finding>& out) {
    const auto& limit = helicopter(c.setup).rotor.bladeMaxRpm;
    if (!limit) return;  // told by the blade limit
    for (const ModePower& m : c.figures.of<PowerFigures>().modes) {
        if (!m.spoolUp || m.spoolUp->rpm > *limit || !m.peakRpm.known || m.peakRpm.value <= *limit) continue;
        const bool internal = c.setup.controller.governor.kind == GovernorKind::Internal;
        std::vector<Edit> gentle;
        const auto slower = [&](const char* path, const std::optional<double>& seconds) {
            if (seconds && *seconds < kGentleStartS) gentle.push_back({path, kGentleStartS});
        };
        if (internal) {
            slower("controller.governor.runUpS"_field, c.setup.controller.governor.runUpS);
            slower("controller.governor.bailOutS"_field, c.setup.controller.governor.bailOutS);
        } else {
            slower("speedController.softStartS"_field, c.setup.speedController.softStartS);
            slower("speedController.bailOutS"_field, c.setup.speedController.bailOutS);
        }
        out.push_back({.id = "start-over-limit." + m.id,
                       .severity = Severity::Danger,
                       .row = "soft-start"_row,
                       .title = c.say(KH_TR("A quick start in {m} passes what the blades allow"), {{"m", m.name}}),
                       .found = c.say(KH_TR("{r} are held; on the way back to speed it can pass to {p}. The blades bear {l}."),
                                      {{"r", c.amount("machine.rotor.bladeMaxRpm"_field, m.spoolUp->rpm)},
                                       {"p", c.amount("machine.rotor.bladeMaxRpm"_field, m.peakRpm.value)},
                                       {"l", c.amount("machine.rotor.bladeMaxRpm"_field, *limit)}}),
                       .why = c.say(KH_TR("A blade can leave its grip; everyone in the plane of the disc is in danger.")),
                       .todo = c.say(KH_TR("Give run-up and bail-out {s} or more, or fly slower."),
                                     {{"s", c.amount("controller.governor.runUpS"_field, kGentleStartS)}}),
                       .box = internal ? Box::Controller : Box::SpeedController,
                       .subject = gentle.empty() ? std::string("speedController.softStartS"_field) : gentle.front().path,
                       .fix = gentle,
                       .proposal = true});
        return;
    }
}

void electricalTurns(const AuditContext& c, std::vector<Finding>& out) {
    const auto& most = c.setup.speedController.profile->maxElectricalRpm;
    if (!most || c.setup.machine.power.kind == PowerKind::Engine) return;
    const ModePower* worst = nullptr;
    for (const ModePower& m : c.figures.of<PowerFigures>().modes)
        if (m.electricalRpm.known && m.electricalRpm.value > *most &&
            (worst == nullptr || m.electricalRpm.value > worst->electricalRpm.value))
            worst = &m;
    if (worst == nullptr) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "poles"_row,
                   .title = c.say(KH_TR("The motor turns faster than the speed controller can follow")),
                   .found = c.say(KH_TR("{m}: {e} electrical turns a minute; {b} follows {l}."),
                                  {{"m", worst->name},
                                   {"e", c.amount("speedController.profile.maxElectricalRpm"_field, worst->electricalRpm.value)},
                                   {"b", c.setup.speedController.profile->name},
                                   {"l", c.amount("speedController.profile.maxElectricalRpm"_field, *most)}}),
                   .why = c.say(KH_TR("It loses step: the motor stutters or burns, in the air.")),
                   .todo = c.say(KH_TR("Fly {m} slower, fit a lower gear, or use a speed controller that follows."), {{"m", worst->name}}),
                   .box = Box::Machine,
                   .subject = "speedController.profile.maxElectricalRpm"_field});
}

void rpmLead(const AuditContext& c, std::vector<Finding>& out) {
    if (bringsSpeed(c.setup.machine.wiring) || c.setup.controller.governor.kind != GovernorKind::Internal) return;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "governor-signal"_row,
         .title = c.say(KH_TR("The controller's governor has no rpm lead")),
         .found = c.say(KH_TR("Its governor is on, and nothing brings it the speed.")),
         .why = c.say(KH_TR("Without a signal it cannot hold the head speed, or falls back to bare throttle in the air.")),
         .todo = c.say(KH_TR("Run the rpm lead into the controller, as its manual shows, and see the speed on its monitor first.")),
         .box = Box::Machine,
         .subject = "machine.wiring.rpmLead"_field,
         .fix = {{"machine.wiring.rpmLead"_field, true}}});
}

void passedThrough(const AuditContext& c, std::vector<Finding>& out) {
    const GovernorSettings& g = c.setup.controller.governor;
    if (!g.direct || !c.setup.controller.profile->passesThrottle || g.kind != GovernorKind::Internal) return;
    out.push_back(
        {.id = "governor-direct",
         .severity = Severity::Danger,
         .row = "governor-direct"_row,
         .title = c.say(KH_TR("The governor is passed through")),
         .found = c.say(KH_TR("The throttle goes straight to the speed controller: meant for learning its ends only.")),
         .why = c.say(KH_TR("The curve's value, meant as a target, is then bare throttle: the rotor can run away to full speed.")),
         .todo = c.say(KH_TR("Set the throttle back to governed in the controller once the ends are learned.")),
         .box = Box::Controller,
         .subject = "controller.governor.direct"_field,
         .fix = {{"controller.governor.direct"_field, false}}});
}

void rpmSignal(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.controller.governor.kind != GovernorKind::Internal) return;
    if (rowSeen(c.setup, "governor-signal"_row)) return;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "governor-signal"_row,
         .title = c.say(KH_TR("The governor's rpm signal was not seen")),
         .found = c.say(KH_TR("The controller governs; nobody has seen a speed on its monitor yet.")),
         .why = c.say(KH_TR("Without a signal it opens the throttle fully to find one.")),
         .todo = c.setup.machine.power.kind == PowerKind::Engine
                     ? c.say(KH_TR("Leave the governor off until the first run, blades on: mark the row when the monitor shows a speed "
                                   "that follows the engine."))
                     : c.say(KH_TR("Leave the governor off until first power, all blades off: mark the row when the monitor shows a "
                                   "speed that follows the motor. Behind a one-way bearing turning the head by hand shows nothing.")),
         .box = Box::Controller,
         .subject = "controller.governor.kind"_field});
}

/// Back to speed from an idle that is kept for it: at all, and not so fast that it swings the machine round.
void bailOutTime(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    const bool internal = c.setup.controller.governor.kind == GovernorKind::Internal;
    const std::optional<double> takes = internal ? std::optional(c.setup.controller.governor.bailOutS) : c.setup.speedController.bailOutS;
    const bool missing = !takes && holdIsArmed(c.setup);
    if (!missing && (!takes || *takes >= kLeastBailOutS)) return;
    const std::string path = internal ? "controller.governor.bailOutS"_field : "speedController.bailOutS"_field;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "soft-start"_row,
         .title = missing ? c.say(KH_TR("Hold keeps an idle for a bail-out that is not set")) : c.say(KH_TR("The bail-out is too quick")),
         .found = missing ? c.say(KH_TR("No bail-out time is entered: leaving hold is a whole soft start."))
                          : c.say(KH_TR("Back to speed in {s}; {l} or more is right."),
                                  {{"s", c.amount(path, *takes)}, {"l", c.amount(path, kLeastBailOutS)}}),
         .why = missing ? c.say(KH_TR("An autorotation that is broken off finds no power before the ground."))
                        : c.say(KH_TR("The jerk swings the machine round and folds blades into the boom.")),
         .todo = internal ? c.say(KH_TR("Set the bail-out to {s} in the controller; try it on the ground without blades."),
                                  {{"s", c.amount(path, kUsualBailOutS)}})
                          : c.say(KH_TR("Set the bail-out to {s} in the speed controller; try it on the ground without blades."),
                                  {{"s", c.amount(path, kUsualBailOutS)}}),
         .box = internal ? Box::Controller : Box::SpeedController,
         .subject = path,
         .fix = {{path, kUsualBailOutS}},
         .proposal = true});
}

void dip(const AuditContext& c, std::vector<Finding>& out) {
    const std::optional<SupplyDip> read = dipInForce(c.setup);
    if (!read || (!read->deep && !read->low)) return;
    const Wiring& w = c.setup.machine.wiring;
    Finding f{.severity = Severity::Danger,
              .row = "supply-dip"_row,
              .title = c.say(KH_TR("The receiver supply gives way under load")),
              .found = c.say(KH_TR("It dips by {d} V to {l} V; at most {a} V is right, and never below {b} V."),
                             {{"d", num(read->dipVolts, 2)},
                              {"l", num(read->lowestVolts, 2)},
                              {"a", num(kSupplyDipVolts, 1)},
                              {"b", num(kLeastSupplyVolts, 1)}}),
              .why = c.say(KH_TR("In a hard manoeuvre the receiver or the controller restarts, and nobody steers.")),
              .todo = c.say(KH_TR("Fit a buffer or a second lead, or a stronger supply; then read it again.")),
              .box = Box::Machine,
              .subject = "machine.wiring.buffer"_field};
    if (!w.buffer) f.fix = {{"machine.wiring.buffer"_field, true}};
    if (w.supplyLeads < 2.0) (f.fix.empty() ? f.fix : f.also.emplace_back()) = {{"machine.wiring.supplyLeads"_field, 2.0}};
    out.push_back(std::move(f));
}

void alarmsAgree(const AuditContext& c, std::vector<Finding>& out) {
    const PowerTrain& p = c.setup.machine.power;
    const auto& used = c.setup.transmitter.alarms.usedMah;
    const std::optional<double> perMinute = p.loggedMahPerMin ? p.loggedMahPerMin : p.plannedMahPerMin;
    const double set = c.setup.transmitter.timerMin;
    if (p.kind == PowerKind::Engine || !used || !perMinute || set <= 0.0) return;
    const double byCharge = *used / *perMinute;
    if (std::abs(byCharge - set) <= kAlarmsApartShare * set) return;
    out.push_back(
        {.severity = Severity::Note,
         .row = "timer"_row,
         .title = c.say(KH_TR("Timer and alarm on used charge do not agree")),
         .found = c.say(KH_TR("The timer runs {t}; {u} are used after {m}."), {{"t", c.amount("transmitter.timerMin"_field, set)},
                                                                               {"u", c.amount("transmitter.alarms.usedMah"_field)},
                                                                               {"m", c.amount("transmitter.timerMin"_field, byCharge)}}),
         .why = c.say(KH_TR("One of them is always early or late, and is soon not listened to.")),
         .todo = c.say(KH_TR("Set the alarm in the transmitter to {u}, what the timer's minutes use."),
                       {{"u", c.amount("transmitter.alarms.usedMah"_field, roundToStep(set * *perMinute, 10.0))}}),
         .box = Box::Transmitter,
         .subject = "transmitter.alarms.usedMah"_field,
         .fix = {{"transmitter.alarms.usedMah"_field, roundToStep(set * *perMinute, 10.0)}},
         .proposal = true});
}

}  // namespace

std::span<const Rule> powerStartRules() {
    static constexpr std::array rules{
        Rule{"start-over-limit", Station::Power, Work::Governor, passedOnTheWay},
        Rule{"electrical-turns", Station::Power, Work::Governor, electricalTurns},
        Rule{"rpm-lead", Station::Power, Work::Wiring, rpmLead},
        Rule{"governor-direct", Station::Power, Work::MotorOff, passedThrough},
        Rule{"rpm-signal", Station::Power, Work::Governor, rpmSignal},
        Rule{"bail-out-time", Station::Power, Work::Governor, bailOutTime},
        Rule{"supply-dip", Station::Power, Work::Wiring, dip},
        Rule{"alarms-agree", Station::Power, Work::Curves, alarmsAgree},
    };
    return rules;
}

}  // namespace kh
