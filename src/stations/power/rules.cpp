// SPDX-License-Identifier: GPL-3.0-or-later
//
// Governor, headroom, blade and tip limits, speed controller, supply.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "stations/power/power.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kHeadroomPct = 12.0;
constexpr double kOpeningPct = 50.0;     ///< where the speed controller gives no limit of its own
constexpr double kThrottleEndUs = 15.0;  ///< what the box sends and what was learned, apart
constexpr double kLeastCutOffV = 3.0;
constexpr double kBladeAim = 0.95;  ///< of the blade limit

bool electric(const AuditContext& c) { return c.setup.machine.power.kind == PowerKind::Electric; }

const ModeFigures* fastest(const AuditContext& c) {
    const ModeFigures* best = nullptr;
    for (const ModeFigures& m : c.figures.modes)
        if (m.headRpm.known && (best == nullptr || m.headRpm.value > best->headRpm.value)) best = &m;
    return best;
}

void twoGovernors(const AuditContext& c, std::vector<Finding>& out) {
    if (!electric(c) || c.setup.controller.governor.kind != GovernorKind::Internal ||
        c.setup.speedController.control != SpeedControl::Governor)
        return;
    out.push_back({.severity = Severity::Danger,
                   .row = "governor"_row,
                   .title = c.say(KH_TR("Two governors are active")),
                   .found = c.say(KH_TR("Both the controller and the speed controller govern.")),
                   .why = c.say(KH_TR("They chase each other: head speed swings until something gives way.")),
                   .todo = c.say(KH_TR("Set the governor of the controller to off, or the speed controller to direct.")),
                   .box = Box::Controller,
                   .subject = "controller.governor.kind"_field,
                   .fix = {{"controller.governor.kind"_field, std::string("off")}}});
}

void noGovernor(const AuditContext& c, std::vector<Finding>& out) {
    if (!electric(c) || c.setup.controller.governor.kind == GovernorKind::Internal ||
        c.setup.speedController.control == SpeedControl::Governor)
        return;
    out.push_back({.severity = Severity::Note,
                   .row = "governor"_row,
                   .title = c.say(KH_TR("Nothing governs the head speed")),
                   .found = c.say(KH_TR("Controller: off. Speed controller: direct.")),
                   .why = c.say(KH_TR("The throttle curve alone must hold the speed; Idle-up then needs a V curve.")),
                   .todo = c.say(KH_TR("Set the speed controller to governor if it can.")),
                   .box = Box::SpeedController,
                   .subject = "speedController.control"_field,
                   .fix = {{"speedController.control"_field, std::string("governor")}}});
}

void governorNumbers(const AuditContext& c, std::vector<Finding>& out) {
    const GovernorSettings& g = c.setup.controller.governor;
    if (g.kind != GovernorKind::Internal) return;
    const bool pairs = c.setup.controller.profile.asksPolePairs;
    if (c.figures.polePairs.known) {
        const double right = pairs ? c.figures.polePairs.value : 2.0 * c.figures.polePairs.value;
        if (g.poleCount != right)
            out.push_back({.id = "governor-poles",
                           .severity = Severity::Danger,
                           .row = "governor"_row,
                           .title = c.say(KH_TR("The governor has the wrong pole count")),
                           .found = c.say(KH_TR("{e} entered; {box} wants {w}: it would ask for {x} × the head speed."),
                                          {{"e", num(g.poleCount)},
                                           {"box", c.setup.controller.profile.name},
                                           {"w", num(right)},
                                           {"x", num(g.poleCount / right, 2)}}),
                           .why = g.poleCount > right
                                      ? c.say(KH_TR("The rotor is driven to the pack's limit, past what the blades bear."))
                                      : c.say(KH_TR("The rotor turns slower than asked: tail and collective run out of reach.")),
                           .todo = pairs ? c.say(KH_TR("Enter {w} pole pairs in the controller."), {{"w", num(right)}})
                                         : c.say(KH_TR("Enter {w} magnet poles in the controller."), {{"w", num(right)}}),
                           .box = Box::Controller,
                           .subject = "controller.governor.poleCount"_field,
                           .fix = {{"controller.governor.poleCount"_field, right}}});
    }
    if (c.figures.ratio.known && std::abs(g.ratio / c.figures.ratio.value - 1.0) > 0.01)
        out.push_back(
            {.id = "governor-ratio",
             .severity = Severity::Danger,
             .row = "governor"_row,
             .title = c.say(KH_TR("The governor has the wrong gear ratio")),
             .found = c.say(KH_TR("{e} entered; the teeth give {w}."), {{"e", num(g.ratio, 2)}, {"w", num(c.figures.ratio.value, 2)}}),
             .why = g.ratio > c.figures.ratio.value
                        ? c.say(KH_TR("The rotor is driven faster than asked by the same factor, past what the blades bear."))
                        : c.say(KH_TR("The rotor turns slower than asked by the same factor: tail and collective run out of reach.")),
             .todo =
                 c.say(KH_TR("Enter {w} in the controller; first governed run without blades."), {{"w", num(c.figures.ratio.value, 2)}}),
             .box = Box::Controller,
             .subject = "controller.governor.ratio"_field,
             .fix = {{"controller.governor.ratio"_field, roundToStep(c.figures.ratio.value, 0.01)}}});
}

void headroom(const AuditContext& c, std::vector<Finding>& out) {
    if (!electric(c)) return;
    for (const ModeFigures& m : c.figures.modes) {
        if (!m.headroomPct.known || m.headroomPct.value >= kHeadroomPct) continue;
        const bool none = m.headroomPct.value < 0.0;
        const double target = roundToStep(c.figures.ceilingRpm.value - 5.0, 10.0);
        const double pinion = *c.setup.machine.power.pinionTeeth;
        const double needed = std::ceil(pinion * (100.0 - m.headroomPct.value) / (100.0 - kHeadroomPct));
        out.push_back({.id = "headroom." + m.id,
                       .severity = none ? Severity::Danger : Severity::Warning,
                       .row = "headroom"_row,
                       .title = c.say(KH_TR("{m} leaves the governor no headroom"), {{"m", m.name}}),
                       .found = c.say(KH_TR("At the end of the pack {p} % is left; 12 % is needed. At most {t} rpm can be kept."),
                                      {{"p", signedNum(m.headroomPct.value)}, {"t", num(target)}}),
                       .why = c.say(KH_TR("Head speed sags in every climb, and the tail with it.")),
                       .todo = c.say(KH_TR("Fit a pinion of {n} teeth, or fly {m} at {t} rpm."),
                                     {{"n", num(needed)}, {"m", m.name}, {"t", num(target)}}),
                       .box = Box::Machine,
                       .subject = "machine.power.pinionTeeth"_field,
                       .fix = {{"machine.power.pinionTeeth"_field, needed}}});
    }
}

void opening(const AuditContext& c, std::vector<Finding>& out) {
    if (!electric(c) || !c.figures.availableRpm.known) return;
    const ModeFigures* slowest = nullptr;
    for (const ModeFigures& m : c.figures.modes)
        if (m.headRpm.known && m.headRpm.value > 0.0 && (slowest == nullptr || m.headRpm.value < slowest->headRpm.value)) slowest = &m;
    if (slowest == nullptr) return;
    const double fresh = c.figures.availableRpm.value * kFreshVolts / kNominalVolts;
    const double open = 100.0 * slowest->headRpm.value / fresh;
    const double least = c.setup.speedController.profile.leastOpeningPct.value_or(kOpeningPct);
    if (open >= least) return;
    // a smaller pinion, where the fastest mode keeps its headroom with it; else nothing is to be done about it
    const PinionFigures* smaller = nullptr;
    for (const PinionFigures& p : c.figures.pinions) {
        if (p.fitted) break;
        if (smaller == nullptr && p.openingPct.known && p.openingPct.value <= kOpeningWarnPct) smaller = &p;
    }
    if (smaller == nullptr) return;
    out.push_back(
        {.severity = Severity::Note,
         .row = "headroom"_row,
         .title = c.say(KH_TR("The speed controller works far from full in {m}"), {{"m", slowest->name}}),
         .found = c.say(KH_TR("{o} % opening on a fresh pack; below {l} % it runs hot."), {{"o", num(open)}, {"l", num(least)}}),
         .why = c.say(KH_TR("Partial load heats the speed controller most.")),
         .todo = c.say(KH_TR("Fit a pinion of {n} teeth: the fastest mode keeps its headroom with it."), {{"n", num(smaller->teeth)}}),
         .box = Box::Machine,
         .subject = "machine.power.pinionTeeth"_field,
         .fix = {{"machine.power.pinionTeeth"_field, smaller->teeth}}});
}

/// Every mode that is faster than that brought to it, or to the speed that is wanted where that is slower.
std::vector<Edit> slower(const AuditContext& c, double rpm) {
    std::vector<Edit> edits;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        const ModeFigures* f = c.figures.mode(m.id);
        if (m.id == kHoldMode || f == nullptr) continue;
        const double most = std::min(rpm, m.targetRpm.value_or(rpm));
        if (m.targetRpm && *m.targetRpm > rpm) edits.push_back({modePath(m, "targetRpm"), std::floor(rpm / 10.0) * 10.0});
        if (!f->headRpm.known || f->headRpm.value <= rpm) continue;
        if (const auto value = throttleForRpm(c.model, i, most))
            for (Edit& e : governedCurveFix(c.setup.transmitter, m, *value)) edits.push_back(std::move(e));
    }
    return edits;
}

void bladeLimit(const AuditContext& c, std::vector<Finding>& out) {
    const auto& limit = helicopter(c.setup).rotor.bladeMaxRpm;
    if (!limit) {
        out.push_back({.severity = Severity::Warning,
                       .row = "tip-speed"_row,
                       .title = c.say(KH_TR("The blades' highest speed is not known")),
                       .found = c.say(KH_TR("No limit of the blade maker is entered.")),
                       .why = c.say(KH_TR("A blade that lets go is the worst thing this machine can do to a person.")),
                       .todo = c.say(KH_TR("Look it up on the blade or in its manual and enter it at the machine.")),
                       .box = Box::Machine,
                       .subject = "machine.rotor.bladeMaxRpm"_field});
        return;
    }
    const ModeFigures* m = fastest(c);
    double rpm = m != nullptr ? m->headRpm.value : 0.0;
    for (const FlightMode& mode : c.setup.transmitter.modes) rpm = std::max(rpm, mode.targetRpm.value_or(0.0));
    if (rpm <= *limit) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "tip-speed"_row,
                   .title = c.say(KH_TR("The rotor is faster than its blades allow")),
                   .found = c.say(KH_TR("{n} rpm; the blade maker's limit is {l} rpm."), {{"n", num(rpm)}, {"l", num(*limit)}}),
                   .why = c.say(KH_TR("A blade can leave its grip; everyone in the plane of the disc is in danger.")),
                   .todo = c.say(KH_TR("Lower the throttle of the fastest mode in the transmitter, below {l} rpm."), {{"l", num(*limit)}}),
                   .box = Box::Transmitter,
                   .subject = "machine.rotor.bladeMaxRpm"_field,
                   .fix = slower(c, *limit * kBladeAim),
                   .proposal = true});
}

void tipSpeeds(const AuditContext& c, std::vector<Finding>& out) {
    const ModeFigures* m = fastest(c);
    if (m != nullptr && m->tipSpeed.known && m->tipSpeed.value > 170.0)
        out.push_back({.id = "tip-speed",
                       .severity = m->tipSpeed.value > 190.0 ? Severity::Warning : Severity::Note,
                       .row = "tip-speed"_row,
                       .title = c.say(KH_TR("Blade tips are fast in {m}"), {{"m", m->name}}),
                       .found = c.say(KH_TR("{v} m/s; above 170 drag and noise grow, above 190 the blades lose lift."),
                                      {{"v", num(m->tipSpeed.value)}}),
                       .why = c.say(KH_TR("More speed then costs power and gives little.")),
                       .todo = c.say(KH_TR("Lower the throttle of {m} in the transmitter."), {{"m", m->name}}),
                       .box = Box::Transmitter,
                       .subject = elementPath("transmitter.modes.{}.throttle"_field, m->id),
                       .fix = slower(c, m->headRpm.value * 165.0 / m->tipSpeed.value),
                       .proposal = true});
    const Figure& tail = c.figures.tailTipSpeed;
    if (tail.known && tail.value > 170.0)
        out.push_back({.id = "tail-tip-speed",
                       .severity = Severity::Warning,
                       .row = "tip-speed"_row,
                       .title = c.say(KH_TR("Tail blade tips are fast")),
                       .found = c.say(KH_TR("{v} m/s; 170 is the limit."), {{"v", num(tail.value)}}),
                       .why = c.say(KH_TR("The tail loses thrust and its grips wear.")),
                       .todo = c.say(KH_TR("Fit shorter tail blades or fly slower.")),
                       .box = Box::Machine,
                       .subject = "machine.tail.discM"_field});
}

void speedController(const AuditContext& c, std::vector<Finding>& out) {
    if (!electric(c)) return;
    const SpeedControllerSettings& esc = c.setup.speedController;
    if (esc.brake)
        out.push_back({.id = "brake",
                       .severity = Severity::Danger,
                       .row = "protection"_row,
                       .title = c.say(KH_TR("The motor brake is on")),
                       .found = c.say(KH_TR("The speed controller brakes when the throttle closes.")),
                       .why = c.say(KH_TR("In an autorotation it strips the gear and stops the rotor.")),
                       .todo = c.say(KH_TR("Set the brake to off in the speed controller.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.brake"_field,
                       .fix = {{"speedController.brake"_field, false}}});
    if (esc.cutOff == CutOff::Hard)
        out.push_back({.id = "cut-off",
                       .severity = Severity::Warning,
                       .row = "protection"_row,
                       .title = c.say(KH_TR("The pack protection cuts hard")),
                       .found = c.say(KH_TR("Cut-off is hard.")),
                       .why = c.say(KH_TR("The motor stops without warning in the air.")),
                       .todo = c.say(KH_TR("Set cut-off to reduce in the speed controller.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.cutOff"_field,
                       .fix = {{"speedController.cutOff"_field, std::string("reduce")}}});
    if (esc.cutOffVoltsPerCell < kLeastCutOffV - 1e-9)
        out.push_back({.id = "cut-off-late",
                       .severity = Severity::Warning,
                       .row = "protection"_row,
                       .title = c.say(KH_TR("The pack protection acts too late")),
                       .found = c.say(KH_TR("{v} V per cell; below 3.0 V a cell is damaged."), {{"v", num(esc.cutOffVoltsPerCell, 2)}}),
                       .why = c.say(KH_TR("A cell that was drawn that low swells, and can burn when it is charged.")),
                       .todo = c.say(KH_TR("Set cut-off to 3.2 V per cell in the speed controller.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.cutOffVoltsPerCell"_field,
                       .fix = {{"speedController.cutOffVoltsPerCell"_field, 3.2}},
                       .proposal = true});
    if (esc.cutOffVoltsPerCell > 3.3 + 1e-9)
        out.push_back({.id = "cut-off-volts",
                       .severity = Severity::Warning,
                       .row = "protection"_row,
                       .title = c.say(KH_TR("The pack protection acts early")),
                       .found = c.say(KH_TR("{v} V per cell; at most 3.3 V is right."), {{"v", num(esc.cutOffVoltsPerCell, 2)}}),
                       .why = c.say(KH_TR("Under load a good pack dips below that: power is cut in a climb.")),
                       .todo = c.say(KH_TR("Set cut-off to 3.2 V per cell in the speed controller.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.cutOffVoltsPerCell"_field,
                       .fix = {{"speedController.cutOffVoltsPerCell"_field, 3.2}}});
    if (c.setup.machine.power.cells > esc.profile.maxCells)
        out.push_back(
            {.id = "cells",
             .severity = Severity::Danger,
             .row = "pack"_row,
             .title = c.say(KH_TR("The pack has more cells than {b} bears"), {{"b", esc.profile.name}}),
             .found = c.say(KH_TR("{n} cells; at most {m}."), {{"n", num(c.setup.machine.power.cells)}, {"m", num(esc.profile.maxCells)}}),
             .why = c.say(KH_TR("It fails at the moment the pack is plugged in.")),
             .todo = c.say(KH_TR("Use a pack of at most {m} cells or another speed controller."), {{"m", num(esc.profile.maxCells)}}),
             .box = Box::Machine,
             .subject = "machine.power.cells"_field,
             .fix = {{"machine.power.cells"_field, esc.profile.maxCells}}});
    if (speedControllerGoverns(c.setup) && !esc.profile.governs)
        out.push_back({.id = "cannot-govern",
                       .severity = Severity::Danger,
                       .row = "governor"_row,
                       .title = c.say(KH_TR("{b} has no governor"), {{"b", esc.profile.name}}),
                       .found = c.say(KH_TR("It is set to governor.")),
                       .why = c.say(KH_TR("The throttle curve would then be taken as power.")),
                       .todo = c.say(KH_TR("Set the speed controller to direct.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.control"_field,
                       .fix = {{"speedController.control"_field, std::string("direct")}}});
}

void throttleEnds(const AuditContext& c, std::vector<Finding>& out) {
    const ChannelSettings* ch = channelOf(c.setup.transmitter, functionId(heli::Throttle));
    const ChannelFigures* f = c.figures.channel(functionId(heli::Throttle));
    if (ch == nullptr || f == nullptr || !f->lowUs.known) return;
    const SpeedControllerSettings& esc = c.setup.speedController;
    const bool lowFits = std::abs(f->lowUs.value - esc.lowUs) <= kThrottleEndUs;
    const bool highFits = std::abs(f->highUs.value - esc.highUs) <= kThrottleEndUs;
    if (lowFits && highFits) return;
    const bool against = (f->highUs.value > f->lowUs.value) != (esc.highUs > esc.lowUs);
    Finding found{.severity = against ? Severity::Danger : Severity::Warning,
                  .row = "throttle-ends"_row,
                  .title = against ? c.say(KH_TR("The throttle works the wrong way round"))
                                   : c.say(KH_TR("Throttle ends are not those that were learned")),
                  .found = c.say(KH_TR("The transmitter sends {a} … {b} µs; {c} … {d} µs were learned."),
                                 {{"a", num(f->lowUs.value)}, {"b", num(f->highUs.value)}, {"c", num(esc.lowUs)}, {"d", num(esc.highUs)}}),
                  .why = against ? c.say(KH_TR("Closed is full power, and hold with it."))
                                 : c.say(KH_TR("Every throttle number then means something else, and closed may not be off.")),
                  .box = Box::Transmitter,
                  .subject = channelPath(ch->id, "reversed")};
    // the channel as it would meet the learned ends, in the box's steps
    const TransmitterProfile& tx = c.setup.transmitter.profile;
    const auto met = [&](bool reversed) {
        std::vector<Edit> edits;
        const auto put = [&](const char* key, double now, double wanted) {
            if (std::abs(now - wanted) > 1e-9) edits.push_back({channelPath(ch->id, key), wanted});
        };
        if (reversed != ch->reversed) edits.push_back({channelPath(ch->id, "reversed"), reversed});
        const double sign = reversed ? -1.0 : 1.0;
        double trim = ch->subTrimPct;
        const auto travel = [&](double us, double side) {
            return roundToStep(std::abs(side * (sign * (us - tx.centreUs) / tx.usPerPct - trim)), tx.travelStepPct);
        };
        // the sub-trim goes back to 0 where the travels alone meet both ends
        if (trim != 0.0) {
            put("subTrimPct", trim, 0.0);
            trim = 0.0;
        }
        const double low = travel(esc.lowUs, -1.0);
        const double high = travel(esc.highUs, 1.0);
        if (low > tx.travelLimitPct || high > tx.travelLimitPct) return std::vector<Edit>{};
        put("travelLowPct", ch->travelLowPct, low);
        put("travelHighPct", ch->travelHighPct, high);
        return edits;
    };
    const bool wanted = against ? !ch->reversed : ch->reversed;
    const std::vector<Edit> channel = met(wanted);
    std::vector<Edit> open = channel;
    if (ch->limitPct) open.push_back({channelPath(ch->id, "limitPct"), std::monostate{}});
    // a channel that is normal and ends that fall: they were learned the wrong way round
    const bool learned = against && !ch->reversed;
    const std::vector<Edit> again{{"speedController.lowUs"_field, learned ? f->lowUs.value : std::min(f->lowUs.value, f->highUs.value)},
                                  {"speedController.highUs"_field, learned ? f->highUs.value : std::max(f->lowUs.value, f->highUs.value)}};
    if (learned) {
        found.box = Box::SpeedController;
        found.subject = "speedController.lowUs"_field;
        found.todo = c.say(KH_TR("Teach the speed controller its ends again: high first, then low; pinion out of mesh, blades off."));
        found.fix = again;
    } else {
        found.todo =
            against
                ? c.say(KH_TR("Set throttle, channel {n}, to normal in the transmitter."), {{"n", num(ch->number)}})
                : c.say(KH_TR("Set direction, travel, sub-trim and limit of the throttle channel in the transmitter to the ends that were "
                              "learned; or learn them again: blades off, pinion out of mesh."));
        found.fix = channel;
        found.also = {open};
        if (c.setup.machine.power.kind == PowerKind::Electric) found.also.push_back(again);
        if (ch->limitPct) found.also.push_back({{channelPath(ch->id, "limitPct"), std::monostate{}}});
    }
    out.push_back(std::move(found));
}

}  // namespace

std::span<const Rule> powerRules() {
    static constexpr std::array rules{
        Rule{"two-governors", Station::Power, Work::ServoHarm, twoGovernors},
        Rule{"no-governor", Station::Power, Work::Governor, noGovernor},
        Rule{"governor-numbers", Station::Power, Work::Governor, governorNumbers},
        Rule{"headroom", Station::Power, Work::Governor, headroom},
        Rule{"opening", Station::Power, Work::Governor, opening},
        Rule{"blade-limit", Station::Power, Work::Governor, bladeLimit},
        Rule{"tip-speed", Station::Power, Work::Governor, tipSpeeds},
        Rule{"speed-controller", Station::Power, Work::Governor, speedController},
        Rule{"throttle-ends", Station::Power, Work::MotorOff, throttleEnds},
    };
    return rules;
}

}  // namespace kh
