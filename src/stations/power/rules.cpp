// SPDX-License-Identifier: GPL-3.0-or-later
//
// Governor, headroom, blade and tip limits.
#include "base/conventions.h"
#include "formula/rotor.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "judge/speedchecks.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "stations/power/power.h"
#include "stations/power/powerfigures.h"
#include "stations/power/speedreadings.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kHeadroomPct = 12.0;
constexpr double kSameRatioShare = 0.01;
constexpr double kSameSpeedShare = 0.01;     ///< modes closer than this fly at one speed
constexpr double kBetweenModesShare = 0.04;  ///< a mode that is slowed stays this far below the one above it

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
                   .todo = c.say(KH_TR("Choose: V curves in the idle-ups, or a governor in the speed controller and curves of one value.")),
                   .box = Box::SpeedController,
                   .subject = "speedController.control"_field});
}

void governorNumbers(const AuditContext& c, std::vector<Finding>& out) {
    const GovernorSettings& g = c.setup.controller.governor;
    if (g.kind != GovernorKind::Internal) return;
    const bool pairs = c.setup.controller.profile->asksPolePairs;
    if (c.figures.of<PowerFigures>().polePairs.known) {
        const double right = pairs ? c.figures.of<PowerFigures>().polePairs.value : 2.0 * c.figures.of<PowerFigures>().polePairs.value;
        const Amount wants = c.amount("controller.governor.poleCount"_field, right);
        if (g.poleCount != right)
            out.push_back({.id = "governor-poles",
                           .severity = Severity::Danger,
                           .row = "governor"_row,
                           .title = c.say(KH_TR("The governor has the wrong pole count")),
                           .found = c.say(KH_TR("{e} entered; {box} wants {w}: it would ask for {x} × the head speed."),
                                          {{"e", c.amount("controller.governor.poleCount"_field)},
                                           {"box", c.setup.controller.profile->name},
                                           {"w", wants},
                                           {"x", num(g.poleCount / right, 2)}}),
                           .why = g.poleCount > right
                                      ? c.say(KH_TR("The rotor is driven to the pack's limit, past what the blades bear."))
                                      : c.say(KH_TR("The rotor turns slower than asked: tail and collective run out of reach.")),
                           .todo = pairs ? c.say(KH_TR("Enter {w} pole pairs in the controller."), {{"w", wants}})
                                         : c.say(KH_TR("Enter {w} magnet poles in the controller."), {{"w", wants}}),
                           .box = Box::Controller,
                           .subject = "controller.governor.poleCount"_field,
                           .fix = {{"controller.governor.poleCount"_field, right}}});
    }
    if (!c.figures.of<PowerFigures>().ratio.known || std::abs(g.ratio / c.figures.of<PowerFigures>().ratio.value - 1.0) <= kSameRatioShare)
        return;
    const Amount teeth = c.amount("controller.governor.ratio"_field, c.figures.of<PowerFigures>().ratio.value);
    out.push_back(
        {.id = "governor-ratio",
         .severity = Severity::Danger,
         .row = "governor"_row,
         .title = c.say(KH_TR("The governor has the wrong gear ratio")),
         .found = c.say(KH_TR("{e} entered; the teeth give {w}."), {{"e", c.amount("controller.governor.ratio"_field)}, {"w", teeth}}),
         .why = g.ratio > c.figures.of<PowerFigures>().ratio.value
                    ? c.say(KH_TR("The rotor is driven faster than asked by the same factor, past what the blades bear."))
                    : c.say(KH_TR("The rotor turns slower than asked by the same factor: tail and collective run out of reach.")),
         .todo = c.say(KH_TR("Enter {w} in the controller; first governed run without blades."), {{"w", teeth}}),
         .box = Box::Controller,
         .subject = "controller.governor.ratio"_field,
         .fix = {{"controller.governor.ratio"_field, roundToStep(c.figures.of<PowerFigures>().ratio.value, 0.01)}}});
}

void headroom(const AuditContext& c, std::vector<Finding>& out) {
    if (!electric(c)) return;
    for (const ModePower& m : c.figures.of<PowerFigures>().modes) {
        if (!m.headroomPct.known || m.headroomPct.value >= kHeadroomPct) continue;
        const bool none = m.headroomPct.value < 0.0;
        const double target = roundToStep(c.figures.of<PowerFigures>().ceilingRpm.value - 5.0, 10.0);
        const double pinion = *c.setup.machine.power.pinionTeeth;
        const double needed = std::ceil(pinion * (100.0 - m.headroomPct.value) / (100.0 - kHeadroomPct));
        const Amount keeps = c.amount(elementPath("transmitter.modes.{}.targetRpm"_field, m.id), target);
        Finding f{.id = "headroom." + m.id,
                  .severity = none ? Severity::Danger : Severity::Warning,
                  .row = "headroom"_row,
                  .title = c.say(KH_TR("{m} leaves the governor no headroom"), {{"m", m.name}}),
                  .found = c.say(KH_TR("At the end of the pack {p} % is left; 12 % is needed. At most {t} can be kept."),
                                 {{"p", signedNum(m.headroomPct.value)}, {"t", keeps}}),
                  .why = c.say(KH_TR("Head speed sags in every climb, and the tail with it.")),
                  .box = Box::Machine,
                  .subject = "machine.power.pinionTeeth"_field};
        const GovernorSettings& g = c.setup.controller.governor;
        const Figure& ratio = c.figures.of<PowerFigures>().ratio;
        const bool internal = g.kind == GovernorKind::Internal;
        if (loggedFactor(c.setup, c.model)) {
            f.todo = c.say(KH_TR("First find out why log and computed speed differ: what is computed here is wrong by the same factor."));
        } else if (internal && ratio.known && std::abs(g.ratio / ratio.value - 1.0) > kSameRatioShare) {
            f.todo = c.say(KH_TR("First bring teeth and the governor's ratio into agreement; then look again."));
        } else {
            f.todo = c.say(KH_TR("Fit a pinion of {n} teeth, or fly {m} at {t}."),
                           {{"n", bare(c.amount("machine.power.pinionTeeth"_field, needed))}, {"m", m.name}, {"t", keeps}});
            f.fix = {{"machine.power.pinionTeeth"_field, needed}};
            if (internal && ratio.known) {  // the governor is told of it in the same step
                f.fix.push_back({"controller.governor.ratio"_field, roundToStep(ratio.value * pinion / needed, 0.01)});
                f.whole = true;
            }
        }
        out.push_back(std::move(f));
    }
}

void opening(const AuditContext& c, std::vector<Finding>& out) {
    if (!electric(c) || !c.figures.of<PowerFigures>().availableRpm.known) return;
    const ModeFigures* slowest = nullptr;
    for (const ModeFigures& m : c.figures.modes)
        if (m.headRpm.known && m.headRpm.value > 0.0 && (slowest == nullptr || m.headRpm.value < slowest->headRpm.value)) slowest = &m;
    if (slowest == nullptr) return;
    const double fresh = c.figures.of<PowerFigures>().availableRpm.value * kFreshVolts / kNominalVolts;
    const double open = 100.0 * slowest->headRpm.value / fresh;
    const double least = leastOpeningPct(c.setup);
    if (open >= least) return;
    // a smaller pinion, where the fastest mode keeps its headroom with it; else nothing is to be done about it
    const PinionFigures* smaller = nullptr;
    for (const PinionFigures& p : c.figures.of<PowerFigures>().pinions) {
        if (p.fitted) break;
        if (smaller == nullptr && p.openingPct.known && p.openingPct.value <= kOpeningWarnPct) smaller = &p;
    }
    const bool internal = c.setup.controller.governor.kind == GovernorKind::Internal;
    if (smaller == nullptr || (internal && !smaller->ratio.known)) return;
    std::vector<Edit> fitted{{"machine.power.pinionTeeth"_field, smaller->teeth}};
    if (internal) fitted.push_back({"controller.governor.ratio"_field, roundToStep(smaller->ratio.value, 0.01)});
    out.push_back({.severity = Severity::Note,
                   .row = "headroom"_row,
                   .title = c.say(KH_TR("The speed controller works far from full in {m}"), {{"m", slowest->name}}),
                   .found = c.say(KH_TR("{o} opening on a fresh pack; below {l} it runs hot."),
                                  {{"o", c.amount("speedController.profile.leastOpeningPct"_field, open)},
                                   {"l", c.amount("speedController.profile.leastOpeningPct"_field, least)}}),
                   .why = c.say(KH_TR("Partial load heats the speed controller most.")),
                   .todo = c.say(KH_TR("Fit a pinion of {n} teeth: the fastest mode keeps its headroom with it."),
                                 {{"n", bare(c.amount("machine.power.pinionTeeth"_field, smaller->teeth))}}),
                   .box = Box::Machine,
                   .subject = "machine.power.pinionTeeth"_field,
                   .fix = std::move(fitted),
                   .whole = internal});
}

/// What brings every mode below a speed, and the modes it touches.
struct Slowed {
    std::vector<Edit> edits;
    std::vector<Message> modes;
};
/// The fastest mode brought to a speed, the next ones below it as far as they were above: the order of the modes stays.
Slowed slower(const AuditContext& c, double rpm) {
    struct Flown {
        std::size_t mode;
        double wanted, given, fastest;
    };
    std::vector<Flown> flown;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        const ModeFigures* f = c.figures.mode(m.id);
        if (!isFlown(m) || f == nullptr) continue;
        const double wanted = m.targetRpm.value_or(0.0);
        const double given = f->headRpm.known ? f->headRpm.value : 0.0;
        flown.push_back({i, wanted, given, std::max(wanted, given)});
    }
    std::stable_sort(flown.begin(), flown.end(), [](const Flown& a, const Flown& b) { return a.fastest > b.fastest; });
    Slowed out;
    double cap = rpm;
    double before = 0.0;
    for (const Flown& f : flown) {
        if (before > 0.0 && f.fastest < before * (1.0 - kSameSpeedShare)) cap *= 1.0 - kBetweenModesShare;
        before = f.fastest;
        const FlightMode& m = c.setup.transmitter.modes[f.mode];
        const std::size_t held = out.edits.size();
        const double most = f.wanted > 0.0 ? std::min(cap, f.wanted) : cap;
        if (f.wanted > cap) out.edits.push_back({modePath(m, "targetRpm"), std::floor(cap / 10.0) * 10.0});
        if (f.given > cap)
            if (const auto value = throttleForRpm(c.model, f.mode, most))
                for (Edit& e : throttleFix(c.setup, m, *value)) out.edits.push_back(std::move(e));
        if (out.edits.size() > held) out.modes.push_back(c.say(KH_TR("{m}"), {{"m", m.name}}));
    }
    return out;
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
    const Amount bears = c.amount("machine.rotor.bladeMaxRpm"_field, *limit);
    Slowed slowed = slower(c, *limit * kBladeAim);
    out.push_back(
        {.severity = Severity::Danger,
         .row = "tip-speed"_row,
         .title = c.say(KH_TR("The rotor is faster than its blades allow")),
         .found =
             c.say(KH_TR("{n}; the blade maker's limit is {l}."), {{"n", c.amount("machine.rotor.bladeMaxRpm"_field, rpm)}, {"l", bears}}),
         .why = c.say(KH_TR("A blade can leave its grip; everyone in the plane of the disc is in danger.")),
         .todo = c.say(KH_TR("Lower throttle and wanted speed of {list} in the transmitter, below {l}; the order of the modes stays."),
                       {{"list", slowed.modes}, {"l", bears}}),
         .box = Box::Transmitter,
         .subject = "machine.rotor.bladeMaxRpm"_field,
         .fix = std::move(slowed.edits),
         .proposal = true});
}

void tipSpeeds(const AuditContext& c, std::vector<Finding>& out) {
    const ModeFigures* m = fastest(c);
    if (m != nullptr && m->tipSpeed.known && m->tipSpeed.value > kFastTipsMs) {
        Slowed slowed = slower(c, m->headRpm.value * 165.0 / m->tipSpeed.value);
        out.push_back({.id = "tip-speed",
                       .severity = m->tipSpeed.value > 190.0 ? Severity::Warning : Severity::Note,
                       .row = "tip-speed"_row,
                       .title = c.say(KH_TR("Blade tips are fast in {m}"), {{"m", m->name}}),
                       .found = c.say(KH_TR("{v} m/s; above 170 drag and noise grow, above 190 the blades lose lift."),
                                      {{"v", num(m->tipSpeed.value)}}),
                       .why = c.say(KH_TR("More speed then costs power and gives little.")),
                       .todo = c.say(KH_TR("Lower throttle and wanted speed of {list} in the transmitter."), {{"list", slowed.modes}}),
                       .box = Box::Transmitter,
                       .subject = elementPath("transmitter.modes.{}.throttle"_field, m->id),
                       .fix = std::move(slowed.edits),
                       .proposal = true});
    }
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
    };
    return rules;
}

}  // namespace kh
