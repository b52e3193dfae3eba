// SPDX-License-Identifier: GPL-3.0-or-later
//
// Layout and mixing, and what the plate then does with what it is told.
#include "base/conventions.h"
#include "formula/linkage.h"
#include "judge/candidates.h"
#include "judge/helicopter/candidates.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "kernel/helicopter/plant.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "stations/helicopter/armfigures.h"
#include "stations/swash/servoparts.h"
#include "stations/swash/swash.h"
#include "stations/swash/swashfigures.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

void mixing(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.transmitter.swashMixing == SwashMixing::Off) return;
    Deck deck;
    deck.sticks.collective = 0.0;
    deck.sticks.aileron = 1.0;
    const auto tilt = [&](const ChainModel& m) {
        const Plane plate = helicopterAt(m.at(deck)).plate;
        return degFromRad(std::asin(std::clamp(std::hypot(plate.forward, plate.right), 0.0, 1.0)));
    };
    out.push_back({.severity = Severity::Danger,
                   .row = "swash-mixing"_row,
                   .title = c.say(KH_TR("The swash is mixed twice")),
                   .found = c.say(KH_TR("Full right tilts the plate {d}° where {a}° is asked, and sticks move axes they do not belong to."),
                                  {{"d", num(tilt(c.model), 1)}, {"a", num(tilt(c.asked), 1)}}),
                   .why = c.say(KH_TR("Transmitter and controller both mix: the model cannot be controlled at lift-off.")),
                   .todo = c.say(KH_TR("Switch swash mixing off in the transmitter: one servo per function.")),
                   .box = Box::Transmitter,
                   .witness = sticksAt(0.0, 1.0),
                   .subject = "transmitter.swashMixing"_field,
                   .fix = {{"transmitter.swashMixing"_field, std::string("off")}}});
}

void layout(const AuditContext& c, std::vector<Finding>& out) {
    const std::vector<double> setting = settingAzimuths(c.setup.controller);
    const std::vector<double> radii = settingRadii(c.setup.controller);
    const Layout* built = machineLayout(c.setup.machine);
    const Layout* set = findLayout(c.setup.controller.layout);
    bool same =
        setting.size() == helicopter(c.setup).servos.size() && (set != nullptr && set->mechanical) == helicopter(c.setup).plate.mechanical;
    const auto roles = layoutRoles();
    for (std::size_t i = 0; same && i < setting.size(); ++i) {
        const PlateServo* s = servoOf(c, roles[i]);
        same = s != nullptr && azimuthApartDeg(s->azimuthDeg, setting[i]) <= 0.5 &&
               std::abs(ballRadiusMm(c.setup.machine, *s) / helicopter(c.setup).plate.ballRadiusMm - radii[i]) <= kSameRadius;
    }
    if (same) return;
    const Figure& roll = c.figures.of<SwashFigures>().rollRatio;
    const Figure& pitch = c.figures.of<SwashFigures>().pitchRatio;
    Finding f{.severity = Severity::Danger,
              .row = "layout"_row,
              .title = c.say(KH_TR("The layout is not the machine's")),
              .found = c.say(KH_TR("Full right tilts the plate {r} × as far as asked, full forward {p} × with a change of height."),
                             {{"r", num(roll.value, 2)}, {"p", num(pitch.value, 2)}}),
              .why = c.say(KH_TR("Cyclic and collective are coupled: the model darts aside when it should climb.")),
              .box = Box::Controller,
              .witness = sticksAt(0.0, 1.0),
              .subject = "controller.layout"_field};
    const auto& known = c.setup.controller.profile->layouts;
    if (built != nullptr && std::find(known.begin(), known.end(), built->id) != known.end()) {
        f.todo = c.say(KH_TR("Set {l} in the controller."), {{"l", asWord(built->id)}});
        f.fix = {{"controller.layout"_field, std::string(built->id)}};
    } else {
        f.todo = c.say(KH_TR("Set the measured angles and radii as a custom layout in the controller."));
        std::vector<double> angles, shares;
        for (const char* role : roles)  // in the order in which the mix drives the ports
            if (const PlateServo* s = servoOf(c, role)) {
                angles.push_back(s->azimuthDeg);
                shares.push_back(pctFromShare(ballRadiusMm(c.setup.machine, *s) / helicopter(c.setup).plate.ballRadiusMm));
            }
        f.fix = {{"controller.customAzimuthsDeg"_field, angles},
                 {"controller.customRadiiPct"_field, shares},
                 {"controller.layout"_field, std::string(kCustomLayout)}};
    }
    out.push_back(std::move(f));
}

constexpr double kSenseDeg = 0.3;  ///< an end closer to mid stick's pitch goes neither way

/// Every port turned to its servo's mounting.
std::vector<Edit> allPorts(const AuditContext& c) {
    std::vector<Edit> edits;
    for (const PortSettings& p : c.setup.controller.ports)
        if (const PlateServo* s = servoOf(c, p.role); s != nullptr && p.reversed == s->risesWithPulse)
            edits.push_back({portPath(p, "reversed"), !s->risesWithPulse});
    return edits;
}

void collectiveSense(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& high = c.figures.collectiveHighDeg;
    const Figure& low = c.figures.collectiveLowDeg;
    const Figure& mid = c.figures.midPitchDeg;
    if (!high.known || !low.known || !mid.known) return;
    // each half by itself: one end may be turned over and still lie below the other
    if (high.value > mid.value - kSenseDeg && low.value < mid.value + kSenseDeg && high.value >= low.value) return;
    PartialDeck d;
    d.collective = 1.0;
    const ControllerSettings& box = c.setup.controller;
    const bool trailing = helicopter(c.setup).head.link == LinkSide::Trailing;
    const Edit turn{"controller.directions.collectiveReversed"_field, !box.directions.collectiveReversed};
    const std::vector<Edit> range{{"controller.collectiveHighPct"_field, -box.collectiveHighPct},
                                  {"controller.collectiveLowPct"_field, -box.collectiveLowPct}};
    const std::vector<Edit> positive{{"controller.collectiveHighPct"_field, std::abs(box.collectiveHighPct)},
                                     {"controller.collectiveLowPct"_field, std::abs(box.collectiveLowPct)}};
    // a trailing link is undone in the direction, else by a negative range; else what stands there turned over goes back
    const bool byRange = box.collectiveHighPct < 0.0 && box.collectiveLowPct < 0.0 && !(trailing && !box.directions.collectiveReversed);
    Finding f{
        .severity = Severity::Danger,
        .row = "collective-sense"_row,
        .title = c.say(KH_TR("Collective works backwards")),
        .found = c.say(KH_TR("Stick up gives {h}°, stick down {l}°."), {{"h", signedNum(high.value, 1)}, {"l", signedNum(low.value, 1)}}),
        .why = c.say(KH_TR("The model is driven into the ground when you ask it to climb.")),
        .todo = byRange                             ? c.say(KH_TR("Turn the sign of the collective range over in the controller."))
                : box.directions.collectiveReversed ? c.say(KH_TR("Set the collective direction to normal in the controller."))
                                                    : c.say(KH_TR("Reverse the collective direction in the controller.")),
        .box = Box::Controller,
        .witness = Witness{std::nullopt, d},
        .subject = byRange ? "controller.collectiveHighPct"_field : "controller.directions.collectiveReversed"_field,
        .fix = byRange ? range : std::vector<Edit>{turn},
        .also = {byRange ? std::vector<Edit>{turn} : range, positive, allPorts(c)}};
    out.push_back(std::move(f));
}

/// What the plate does with a stick, for a machine whose head needs a phase: turned back by it.
Plane answered(const AuditContext& c, bool roll) {
    const Plane rest = helicopterIn(c.model).plateAtReading(0.0, 0.0, 0.0).plate;
    const Plane now = helicopterIn(c.model).plateAtReading(0.0, roll ? kSenseDemand : 0.0, roll ? 0.0 : kSenseDemand).plate;
    const double f = now.forward - rest.forward;
    const double r = now.right - rest.right;
    const double phase = helicopter(c.setup).head.phaseDeg;
    return {0.0, f * cosDeg(phase) + r * sinDeg(phase), r * cosDeg(phase) - f * sinDeg(phase)};
}

void referenceSign(const AuditContext& c, std::vector<Finding>& out) {
    const double set = c.setup.controller.referencePct;
    if (set >= 0.0) return;
    PartialDeck d;
    d.collective = 0.0;
    d.aileron = 1.0;
    out.push_back({.severity = Severity::Danger,
                   .row = "cyclic-sense"_row,
                   .title = c.say(KH_TR("The reference throw is negative")),
                   .found = c.say(KH_TR("It stands at {v}: both cyclic axes are turned over by it."),
                                  {{"v", c.amount("controller.referencePct"_field, set)}}),
                   .why = c.say(KH_TR("The model answers the cyclic stick backwards.")),
                   .todo = c.say(KH_TR("Make the reference throw positive in the controller.")),
                   .box = Box::Controller,
                   .witness = Witness{std::nullopt, d},
                   .subject = "controller.referencePct"_field,
                   .fix = {{"controller.referencePct"_field, -set}}});
}

void cyclicSense(const AuditContext& c, std::vector<Finding>& out) {
    const auto check = [&](bool roll, bool reversed, const char* path) {
        const Plane plane = answered(c, roll);
        if ((roll ? plane.right : plane.forward) >= 0.0) return;
        PartialDeck d;
        d.collective = 0.0;
        (roll ? d.aileron : d.elevator) = 1.0;
        out.push_back({.id = roll ? "cyclic-sense.aileron" : "cyclic-sense.elevator",
                       .severity = Severity::Danger,
                       .row = "cyclic-sense"_row,
                       .title = roll ? c.say(KH_TR("The plate tilts against the aileron stick"))
                                     : c.say(KH_TR("The plate tilts against the elevator stick")),
                       .found = reversed ? c.say(KH_TR("The controller reverses this axis."))
                                         : c.say(KH_TR("The reading is right, and the plate goes the other way.")),
                       .why = c.say(KH_TR("The model answers the cyclic stick backwards.")),
                       .todo = reversed
                                   ? c.say(KH_TR("Set this axis to normal in the controller; put the channel right in the transmitter."))
                                   : c.say(KH_TR("Reverse this axis in the controller.")),
                       .box = Box::Controller,
                       .witness = Witness{std::nullopt, d},
                       .subject = path,
                       .fix = {{path, !reversed}},
                       .also = {allPorts(c)}});
    };
    check(true, c.setup.controller.directions.aileronReversed, "controller.directions.aileronReversed"_field);
    check(false, c.setup.controller.directions.elevatorReversed, "controller.directions.elevatorReversed"_field);
}

void strokeUse(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& use = c.figures.of<SwashFigures>().strokeUsePct;
    if (!use.known || (use.value >= 60.0 && use.value <= 95.5)) return;
    const bool much = use.value > 95.5;
    const Figure& hole = c.figures.of<ArmFigures>().holeMm;
    const double arm = hole.known ? hole.value : roundToStep(c.figures.of<ArmFigures>().goodArmMm.value, 0.5);
    Finding f{
        .severity = Severity::Warning,
        .row = "stroke-use"_row,
        .title = much ? c.say(KH_TR("The servos are asked for more stroke than they have"))
                      : c.say(KH_TR("The servos use little of their stroke")),
        .found = c.say(KH_TR("{u} % of the usable stroke; 60 … 95 % is good."), {{"u", num(use.value)}}),
        .why = much ? c.say(KH_TR("At the corners of the sticks the plate stops short on one side."))
                    : c.say(KH_TR("Each servo step is a large step of pitch: the head is coarse.")),
        .todo = much ? c.say(KH_TR("Lower the cyclic limit in the controller, or use an arm of {r}."),
                             {{"r", c.amount(elementPath("machine.servos.{}.armMm"_field, helicopter(c.setup).servos.front().id), arm)}})
                     : c.say(KH_TR("Use an arm of {r} and read pitch and throw again."),
                             {{"r", c.amount(elementPath("machine.servos.{}.armMm"_field, helicopter(c.setup).servos.front().id), arm)}}),
        .box = much ? Box::Controller : Box::Machine,
        .subject = "controller.cyclicLimitPct"_field};
    if (much) {
        const double limit = std::floor(std::clamp(
            (93.0 - std::abs(collectiveRangePct(c.setup.controller, true))) / std::abs(c.setup.controller.referencePct) * 100.0, 10.0, 150.0));
        f.fix = {{"controller.cyclicLimitPct"_field, limit}};
        f.also = offeredRanges(c);
    } else {
        // the same blade angles on the new arm: the settings grow as the arm shrinks
        const PlateServo& first = helicopter(c.setup).servos.front();
        const double perPct =
            shareFromPct(strokeFor(c.setup.controller.profile->strokeUs, c.setup.controller.pulseUs)) * first.servo->degPerUs;
        const auto rescaled = [&](double pct) {
            return roundToStep(armAngleDeg(arm, first.linkMm, ballHeightMm(first.armMm, first.linkMm, pct * perPct)) / perPct, 0.1);
        };
        const ControllerSettings& fc = c.setup.controller;
        const CollectiveRanges ranges = fc.profile->collectiveRanges;
        if (ranges != CollectiveRanges::None) f.fix.push_back({"controller.collectiveHighPct"_field, rescaled(fc.collectiveHighPct)});
        if (ranges == CollectiveRanges::Two) f.fix.push_back({"controller.collectiveLowPct"_field, rescaled(fc.collectiveLowPct)});
        f.fix.push_back({"controller.referencePct"_field, rescaled(fc.referencePct)});
        for (const PlateServo& s : helicopter(c.setup).servos) f.fix.push_back({servoPath(s, "armMm"), arm});
        f.subject = "machine.servos.elevator.armMm"_field;
    }
    out.push_back(std::move(f));
}

void phase(const AuditContext& c, std::vector<Finding>& out) {
    if (std::abs(c.setup.controller.phaseDeg - helicopter(c.setup).head.phaseDeg) <= 0.5) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "layout"_row,
                   .title = c.say(KH_TR("The phase angle is not the head's")),
                   .found = c.say(KH_TR("Set {s}, the head needs {m}."),
                                  {{"s", c.amount("controller.phaseDeg"_field)},
                                   {"m", c.amount("controller.phaseDeg"_field, helicopter(c.setup).head.phaseDeg)}}),
                   .why = c.say(KH_TR("Roll creeps into pitch and pitch into roll.")),
                   .todo = c.say(KH_TR("Set the phase to {m} in the controller."),
                                 {{"m", c.amount("controller.phaseDeg"_field, helicopter(c.setup).head.phaseDeg)}}),
                   .box = Box::Controller,
                   .subject = "controller.phaseDeg"_field,
                   .fix = {{"controller.phaseDeg"_field, helicopter(c.setup).head.phaseDeg}}});
}

}  // namespace

std::span<const Rule> swashRules() {
    static constexpr std::array rules{
        Rule{"swash-mixing", Station::Swash, Work::Wiring, mixing},
        Rule{"layout", Station::Swash, Work::Plate, layout},
    };
    return rules;
}

std::span<const Rule> plateRules() {
    static constexpr std::array rules{
        Rule{"collective-sense", Station::Swash, Work::Sign, collectiveSense},
        Rule{"reference-sign", Station::Swash, Work::Sign, referenceSign},
        Rule{"cyclic-sense", Station::Swash, Work::Sign, cyclicSense},
        Rule{"stroke-use", Station::Swash, Work::Range, strokeUse},
        Rule{"phase", Station::Swash, Work::Plate, phase},
    };
    return rules;
}

}  // namespace kh
