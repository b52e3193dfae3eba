// SPDX-License-Identifier: GPL-3.0-or-later
//
// Zero pitch, range, symmetry, reference throw and cyclic limit; and the tail.
#include "core/base/conventions.h"
#include "core/mechanics/envelope.h"
#include "core/mechanics/linkage.h"
#include "core/proof/finding.h"
#include "core/solve/answers.h"
#include "core/solve/solvers.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kZeroDeg = 0.2;
constexpr double kReferenceDeg = 0.2;
constexpr double kRangeDeg = 1.5;
constexpr double kSideSharePct = 10.0;

Witness at(double collective, double aileron, double rudder = 0.0) {
    PartialDeck d;
    d.collective = collective;
    d.aileron = aileron;
    d.rudder = rudder;
    return {std::nullopt, d};
}

void zeroPitch(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& mid = c.figures.midPitchDeg;
    if (!mid.known || std::abs(mid.value) <= kZeroDeg) return;
    Finding f{.severity = Severity::Warning,
              .row = "zero-pitch",
              .title = say(KH_TR("Collective 0 % is not zero pitch")),
              .found = say(KH_TR("At collective 0 % the blades stand at {p}°."), {{"p", signedNum(mid.value, 1)}}),
              .why = say(KH_TR("Up and down are unequal and every later angle is off by as much.")),
              .todo = say(KH_TR("Level the plate, then set zero with the blade links; collective trim to 0 in the controller.")),
              .box = Box::Controller,
              .subject = "controller.collectiveTrimPct"};
    if (c.setup.controller.collectiveTrimPct != 0.0) f.fix = {{"controller.collectiveTrimPct", 0.0}};
    out.push_back(std::move(f));
}

void symmetry(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& high = c.figures.collectiveHighDeg;
    const Figure& low = c.figures.collectiveLowDeg;
    if (!high.known || !low.known || c.setup.machine.style == "scale" || std::abs(high.value + low.value) <= kSymmetryDeg) return;
    Finding f{.severity = Severity::Warning,
              .row = "collective-range",
              .title = say(KH_TR("Up and down pitch differ")),
              .found = say(KH_TR("{h}° up and {l}° down; equal within 0.2° is wanted."),
                           {{"h", signedNum(high.value, 1)}, {"l", signedNum(low.value, 1)}}),
              .why = say(KH_TR("The model climbs differently upright and inverted.")),
              .box = Box::Controller,
              .witness = at(-1.0, 0.0),
              .subject = "controller.collectiveLowPct"};
    if (low.value < 0.0 && high.value > 0.0 && c.setup.controller.collectiveLowPct != 0.0) {
        const double value = roundToStep(pitchSettingFor({c.setup.controller.collectiveLowPct, low.value}, -high.value).setting, 0.1);
        f.todo = say(KH_TR("Set the low collective range to {v} % in the controller."), {{"v", num(value, 1)}});
        f.fix = {{"controller.collectiveLowPct", value}};
    } else {
        f.todo = say(KH_TR("Read both ends again and enter them in the controller."));
        f.fix = {{"controller.collectiveLowPct", c.setup.controller.collectiveHighPct}};
    }
    out.push_back(std::move(f));
}

void range(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& high = c.figures.collectiveHighDeg;
    const Figure& low = c.figures.collectiveLowDeg;
    const CollectiveTarget target = collectiveTarget(c.setup.machine);
    if (!high.known || !low.known || high.value <= 0.0 || low.value >= 0.0) return;
    if (std::abs(high.value - target.highDeg) <= kRangeDeg && std::abs(low.value - target.lowDeg) <= kRangeDeg) return;
    const ControllerSettings& box = c.setup.controller;
    const double up = roundToStep(pitchSettingFor({box.collectiveHighPct, high.value}, target.highDeg).setting, 0.1);
    const double down = roundToStep(pitchSettingFor({box.collectiveLowPct, low.value}, target.lowDeg).setting, 0.1);
    out.push_back(
        {.severity = Severity::Note,
         .row = "collective-range",
         .title = say(KH_TR("Collective range is unusual for this style")),
         .found = say(KH_TR("{l} … {h}°; {a} … {b}° is usual for {s}."), {{"l", signedNum(low.value, 1)},
                                                                         {"h", signedNum(high.value, 1)},
                                                                         {"a", signedNum(target.lowDeg, 1)},
                                                                         {"b", signedNum(target.highDeg, 1)},
                                                                         {"s", c.setup.machine.style}}),
         .why = say(KH_TR("More bogs the rotor down, less climbs slowly.")),
         .todo = say(KH_TR("For {a} … {b}° set {d} % down and {u} % up in the controller."), {{"a", signedNum(target.lowDeg, 1)},
                                                                                              {"b", signedNum(target.highDeg, 1)},
                                                                                              {"d", num(down, 1)},
                                                                                              {"u", num(up, 1)}}),
         .box = Box::Controller,
         .subject = "controller.collectiveHighPct",
         .fix = {{"controller.collectiveHighPct", up}, {"controller.collectiveLowPct", down}}});
}

void reference(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& f = c.figures.referenceDeg;
    const double wanted = c.setup.controller.profile.referenceDeg;
    if (!f.known || std::abs(f.value - wanted) <= kReferenceDeg) return;
    Finding finding{.severity = Severity::Warning,
                    .row = "reference-throw",
                    .title = say(KH_TR("The reference throw is not learned right")),
                    .found = say(KH_TR("At the reference step the blade reads {d}°; {box} wants {w}°."),
                                 {{"d", num(f.value, 1)}, {"box", c.setup.controller.profile.name}, {"w", num(wanted, 1)}}),
                    .why = say(KH_TR("All rates the controller holds are wrong by the same factor. It is not the cyclic you fly.")),
                    .box = Box::Controller,
                    .witness = at(0.0, shareFromPct(c.setup.controller.profile.referenceDemandPct)),
                    .subject = "controller.referencePct"};
    if (f.value > 0.01) {
        const double value = roundToStep(pitchSettingFor({c.setup.controller.referencePct, f.value}, wanted).setting, 0.1);
        finding.todo = say(KH_TR("Set the reference throw to {v} in the controller, then read again."), {{"v", num(value, 1)}});
        finding.fix = {{"controller.referencePct", value}};
    } else {
        finding.todo = say(KH_TR("Enter a reference throw in the controller and read the blade."));
    }
    out.push_back(std::move(finding));
}

void cyclicLimit(const AuditContext& c, std::vector<Finding>& out) {
    // direction by direction: what is asked there against what is free there
    double asked = 0.0;
    double freeTilt = 0.0;
    double toward = 0.0;
    double worstShare = 1.0;
    double collective = 1.0;
    for (const double high : {1.0, -1.0}) {
        const ClearanceRose rose = clearanceRose(c.setup, high, c.model.plateAt(high, 0, 0).plate.heightMm);
        for (const EnvelopePoint& p : rose.points) {
            const Plane plane = c.model.plateAt(high, sinDeg(p.azimuthDeg), cosDeg(p.azimuthDeg)).plate;
            const double tilt = degFromRad(std::asin(std::clamp(std::hypot(plane.forward, plane.right), 0.0, 1.0)));
            const double share = tilt / std::max(p.tiltDeg, 0.01);
            if (share <= worstShare) continue;
            worstShare = share;
            asked = tilt;
            freeTilt = p.tiltDeg;
            toward = p.azimuthDeg;
            collective = high;
        }
    }
    if (asked <= freeTilt + 0.3) return;
    PartialDeck d;
    d.collective = collective;
    d.aileron = sinDeg(toward);
    d.elevator = cosDeg(toward);
    const double limit = std::max(1.0, std::floor(c.setup.controller.cyclicLimitPct * freeTilt / asked) - 1.0);
    out.push_back({.severity = Severity::Warning,
                   .row = "cyclic-limit",
                   .title = say(KH_TR("Full cyclic at full collective is out of reach")),
                   .found = say(KH_TR("Toward {t}° the plate is asked to tilt {a}°; {f}° is free there."),
                                {{"t", num(toward)}, {"a", num(asked, 1)}, {"f", num(freeTilt, 1)}}),
                   .why = say(KH_TR("The plate binds at the corner: a servo stalls and the rest of the plate is pushed off level.")),
                   .todo = say(KH_TR("Set the cyclic limit to {l} % in the controller."), {{"l", num(limit)}}),
                   .box = Box::Controller,
                   .witness = Witness{std::nullopt, d},
                   .subject = "controller.cyclicLimitPct",
                   .fix = {{"controller.cyclicLimitPct", limit}}});
}

void cyclicAmount(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& f = c.figures.cyclicDeg;
    if (!f.known || (f.value >= 6.0 && f.value <= 13.0)) return;
    out.push_back({.severity = Severity::Note,
                   .row = "cyclic-limit",
                   .title = say(KH_TR("Cyclic is unusual")),
                   .found = say(KH_TR("{c}° at the blade; 7 … 9° is sport, 10 … 12° aerobatic."), {{"c", num(f.value, 1)}}),
                   .why = say(KH_TR("Little cyclic cannot follow the rate that is asked; much of it stalls the blades.")),
                   .todo = say(KH_TR("Change the cyclic limit in the controller, or the arm length.")),
                   .box = Box::Controller,
                   .subject = "controller.cyclicLimitPct"});
}

void tailServo(const AuditContext& c, std::vector<Finding>& out) {
    const ServoProfile& s = c.setup.machine.tail.servo;
    const ControllerTail& t = c.setup.controller.tail;
    if (s.maxHz && t.rateHz > *s.maxHz + 1e-9)
        out.push_back(
            {.id = "tail-rate",
             .severity = Severity::Danger,
             .row = "tail-rate",
             .title = say(KH_TR("The tail rate destroys {s}"), {{"s", s.name}}),
             .found = say(KH_TR("{r} Hz is sent; {s} survives {m} Hz."), {{"r", num(t.rateHz)}, {"s", s.name}, {"m", num(*s.maxHz)}}),
             .why = say(KH_TR("The servo overheats and the tail is lost in flight.")),
             .todo = say(KH_TR("Set {m} Hz or less for the tail in the controller."), {{"m", num(*s.maxHz)}}),
             .box = Box::Controller,
             .subject = "controller.tail.rateHz",
             .fix = {{"controller.tail.rateHz", std::min(*s.maxHz, 50.0)}}});
    if (!s.maxHz && t.rateHz > 50.0)
        out.push_back({.id = "tail-rate",
                       .severity = Severity::Warning,
                       .row = "tail-rate",
                       .title = say(KH_TR("The tail servo's highest rate is not known")),
                       .found = say(KH_TR("{r} Hz is sent to {s}."), {{"r", num(t.rateHz)}, {"s", s.name}}),
                       .why = say(KH_TR("An analogue servo burns above 50 Hz.")),
                       .todo = say(KH_TR("Set 50 Hz for the tail in the controller until you have looked it up.")),
                       .box = Box::Controller,
                       .subject = "machine.tail.servo.maxHz",
                       .fix = {{"controller.tail.rateHz", 50.0}}});
    if (!s.pulseUs)
        out.push_back({.id = "tail-pulse",
                       .severity = Severity::Warning,
                       .row = "tail-pulse",
                       .title = say(KH_TR("The tail servo's pulse class is not known")),
                       .found = say(KH_TR("Nothing is proposed for {s}."), {{"s", s.name}}),
                       .why = say(KH_TR("A wide pulse drives a narrow servo to its stop and burns it.")),
                       .todo = say(KH_TR("Leave the tail servo unplugged until you have looked up its data.")),
                       .box = Box::Bench,
                       .subject = "machine.tail.servo.pulseUs"});
    else if (std::abs(*s.pulseUs - t.pulseUs) > 100.0)
        out.push_back({.id = "tail-pulse",
                       .severity = Severity::Danger,
                       .row = "tail-pulse",
                       .title = say(KH_TR("The pulse drives {s} to its stop"), {{"s", s.name}}),
                       .found = say(KH_TR("{p} µs centre is sent; {s} wants {w} µs."),
                                    {{"p", num(t.pulseUs)}, {"s", s.name}, {"w", num(*s.pulseUs)}}),
                       .why = say(KH_TR("The tail servo runs against its end, hums and burns.")),
                       .todo = say(KH_TR("Set {w} µs for the tail in the controller; if it hums at power-up, pull the pack at once."),
                                   {{"w", num(*s.pulseUs)}}),
                       .box = Box::Controller,
                       .witness = at(0.0, 0.0),
                       .subject = "controller.tail.pulseUs",
                       .fix = {{"controller.tail.pulseUs", *s.pulseUs}}});
}

void tailDirection(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& left = c.figures.sliderLeftMm;
    if (!left.known || std::abs(left.value) < 0.05) return;
    const bool trailing = c.setup.machine.tail.lever == LeverEdge::Trailing;
    const bool edgesLeft = trailing ? left.value < 0.0 : left.value > 0.0;
    if (edgesLeft) return;
    const bool reversed = c.setup.controller.directions.rudderReversed;
    out.push_back(
        {.severity = Severity::Danger,
         .row = "tail-direction",
         .title = say(KH_TR("The tail moves against the rudder stick")),
         .found = say(KH_TR("Rudder left moves the slider {s} mm: the trailing edges go right."), {{"s", signedNum(left.value, 1)}}),
         .why = say(KH_TR("Trailing edges must go to the stick's side; otherwise the nose turns the other way.")),
         .todo = reversed ? say(KH_TR("Set the rudder direction to normal in the controller."))
                          : say(KH_TR("Reverse the tail servo in the controller.")),
         .box = Box::Controller,
         .witness = at(0.0, 0.0, -1.0),
         .subject = "controller.tail.reversed",
         .fix = reversed ? std::vector<Edit>{{"controller.directions.rudderReversed", false}}
                         : std::vector<Edit>{{"controller.tail.reversed", !c.setup.controller.tail.reversed}}});
}

void tailWindow(const AuditContext& c, std::vector<Finding>& out) {
    const ControllerProfile& box = c.setup.controller.profile;
    const auto check = [&](double limit, const char* key, const char* id) {
        if (limit >= box.tailWindowLowPct && limit <= box.tailWindowHighPct) return;
        out.push_back(
            {.id = id,
             .severity = Severity::Warning,
             .row = "tail-limits",
             .title = say(KH_TR("A tail limit is outside the controller's window")),
             .found = say(KH_TR("{l} %; {box} judges {a} … {b} % as right."),
                          {{"l", num(limit)}, {"box", box.name}, {"a", num(box.tailWindowLowPct)}, {"b", num(box.tailWindowHighPct)}}),
             .why = say(KH_TR("The geometry does not suit: the tail is coarse or slow.")),
             .todo = say(KH_TR("Use a tail arm of {m} mm, then read the limits again."),
                         {{"m", num(tailArmFor(c.setup.machine.tail.armMm, std::max(1.0, limit)), 1)}}),
             .box = Box::Machine,
             .witness = at(0.0, 0.0, key == std::string("limitLeftPct") ? -1.0 : 1.0),
             .subject = std::string("controller.tail.") + key,
             .fix = {{std::string("controller.tail.") + key, 100.0}}});
    };
    check(c.setup.controller.tail.limitLeftPct, "limitLeftPct", "tail-window.left");
    check(c.setup.controller.tail.limitRightPct, "limitRightPct", "tail-window.right");
}

void tailSides(const AuditContext& c, std::vector<Finding>& out) {
    const ControllerTail& t = c.setup.controller.tail;
    const double larger = std::max(t.limitLeftPct, t.limitRightPct);
    if (larger <= 0.0 || std::abs(t.limitLeftPct - t.limitRightPct) <= kSideSharePct / 100.0 * larger) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "tail-limits",
                   .title = say(KH_TR("The tail limits of the two sides differ")),
                   .found = say(KH_TR("{l} % left and {r} % right: more than 10 % apart."),
                                {{"l", num(t.limitLeftPct)}, {"r", num(t.limitRightPct)}}),
                   .why = say(KH_TR("The slider is not centred or the neutral pitch is off; one side blows out first.")),
                   .todo = say(KH_TR("Centre the slider with the link, arm square, then read both limits again.")),
                   .box = Box::Machine,
                   .subject = "controller.tail.limitLeftPct",
                   .fix = {{"controller.tail.limitLeftPct", 100.0}, {"controller.tail.limitRightPct", 100.0}}});
}

void tailStop(const AuditContext& c, std::vector<Finding>& out) {
    const double stop = c.setup.machine.tail.sliderLimitMm;
    const double most = std::max(std::abs(c.figures.sliderLeftMm.value), std::abs(c.figures.sliderRightMm.value));
    if (most < stop - 1e-6) return;
    const TailFacts& tail = c.setup.machine.tail;
    const double stroke = c.setup.controller.profile.tailStrokeUs * (c.setup.controller.tail.pulseUs < 1200.0 ? 0.5 : 1.0);
    const double ball = std::min(0.95 * stop / tail.crankRatio, 0.9 * tail.armMm);
    const double limit = std::floor(pctFromShare(armAngleDeg(tail.armMm, tail.linkMm, ball) / tail.servo.degPerUs / stroke));
    out.push_back({.severity = Severity::Warning,
                   .row = "tail-limits",
                   .title = say(KH_TR("The tail slider runs into its stop")),
                   .found = say(KH_TR("The slider reaches ±{s} mm, its stop."), {{"s", num(stop, 1)}}),
                   .why = say(KH_TR("The servo stalls against it and heats up.")),
                   .todo = say(KH_TR("Bind, then back off: set the tail limits to {l} % in the controller."), {{"l", num(limit)}}),
                   .box = Box::Controller,
                   .witness = at(0.0, 0.0, 1.0),
                   .subject = "controller.tail.limitRightPct",
                   .fix = {{"controller.tail.limitLeftPct", limit}, {"controller.tail.limitRightPct", limit}}});
}

void tailNeutral(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& f = c.figures.tailNeutralDeg;
    const bool clockwise = c.setup.machine.rotor.turning == Turning::Clockwise;
    const double built = c.setup.machine.tail.neutralPitchDeg * (clockwise ? 1.0 : -1.0);
    if (!f.known || std::abs(f.value - built) <= 4.0) return;
    out.push_back(
        {.severity = Severity::Note,
         .row = "tail-neutral",
         .title = say(KH_TR("The tail's neutral pitch is far from the hover's")),
         .found = say(KH_TR("{b}° is built in; the hover needs about {n}°."), {{"b", signedNum(built, 1)}, {"n", signedNum(f.value, 1)}}),
         .why = say(KH_TR("One side has less left than the other.")),
         .todo = say(KH_TR("Set the link so that mid travel carries about {n}°."), {{"n", signedNum(f.value, 1)}}),
         .box = Box::Machine,
         .subject = "machine.tail.neutralPitchDeg",
         .fix = {{"machine.tail.neutralPitchDeg", roundToStep(f.value, 0.5) * (clockwise ? 1.0 : -1.0)}}});
}

void stale(const AuditContext& c, std::vector<Finding>& out) {
    for (const StaleReading& s : staleReadings(c.setup)) {
        const bool byHand = !s.handWork.empty();
        out.push_back({.id = "stale-reading." + s.row,
                       .severity = Severity::Warning,
                       .row = s.row,
                       .title = say(KH_TR("A reading is older than what it depends on")),
                       .found = byHand
                                    ? say(KH_TR("{r} was read before {w} was changed on the machine."), {{"r", s.what}, {"w", s.handWork}})
                                    : say(KH_TR("{r} was read under {f} = {t}; now it is {n}."),
                                          {{"r", s.what}, {"f", s.field}, {"t", num(s.then, 1)}, {"n", num(s.now, 1)}}),
                       .why = say(KH_TR("The numbers that follow from it belong to a machine that is not there any more.")),
                       .todo = say(KH_TR("Take the reading again: choose this row, Ctrl R.")),
                       .box = Box::Bench,
                       .subject = s.setting});
    }
}

}  // namespace

std::span<const Rule> pitchRules() {
    static constexpr std::array rules{
        Rule{"zero-pitch", Station::Pitch, zeroPitch},     Rule{"symmetry", Station::Pitch, symmetry},
        Rule{"collective-range", Station::Pitch, range},   Rule{"reference-throw", Station::Pitch, reference},
        Rule{"cyclic-limit", Station::Pitch, cyclicLimit}, Rule{"cyclic-amount", Station::Pitch, cyclicAmount},
        Rule{"stale-reading", Station::Pitch, stale},
    };
    return rules;
}

std::span<const Rule> tailRules() {
    static constexpr std::array rules{
        Rule{"tail-servo", Station::Tail, tailServo},   Rule{"tail-direction", Station::Tail, tailDirection},
        Rule{"tail-window", Station::Tail, tailWindow}, Rule{"tail-sides", Station::Tail, tailSides},
        Rule{"tail-stop", Station::Tail, tailStop},     Rule{"tail-neutral", Station::Tail, tailNeutral},
    };
    return rules;
}

}  // namespace kh
