// SPDX-License-Identifier: GPL-3.0-or-later
//
// The tail's limits: never past where slider or servo binds, alike on both sides, within what the controller judges as right.
#include "base/conventions.h"
#include "formula/answers.h"
#include "formula/linkage.h"
#include "judge/candidates.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/tail/tail.h"
#include "stations/tail/tailfigures.h"
#include "stations/tail/taillimits.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kSideSharePct = 10.0;   ///< sides further apart tell of link or neutral
constexpr double kOtherPulseUs = 100.0;  ///< centres further apart are of another class

struct Side {
    const char* id;
    const char* name;
    const char* path;
    double ControllerTail::*limitPct;
    double stick;
};
constexpr std::array kBothSides{Side{"left", KH_TR("left"), "controller.tail.limitLeftPct", &ControllerTail::limitLeftPct, -1.0},
                                Side{"right", KH_TR("right"), "controller.tail.limitRightPct", &ControllerTail::limitRightPct, 1.0}};

/// The ball on another hole, so that limits of `meanPct` become 100: both are carried along, since the slider must go as far as before.
std::vector<Edit> otherHole(const Setup& setup, double leftPct, double rightPct) {
    const double arm = helicopter(setup).tail.armMm;
    const double other = roundToStep(tailArmFor(arm, std::max(1.0, (leftPct + rightPct) / 2.0)), 0.1);
    const auto carried = [&](double limit) { return std::floor(limit * arm / other + kRoundingFuzz); };
    return {{"machine.tail.armMm"_field, other},
            {"controller.tail.limitLeftPct"_field, carried(leftPct)},
            {"controller.tail.limitRightPct"_field, carried(rightPct)}};
}

bool sidesApart(const ControllerTail& t) {
    const double larger = std::max(t.limitLeftPct, t.limitRightPct);
    return larger > 0.0 && std::abs(t.limitLeftPct - t.limitRightPct) > kSideSharePct / 100.0 * larger;
}

void window(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    const ControllerProfile& box = c.setup.controller.profile;
    const ControllerTail& t = c.setup.controller.tail;
    const double less = std::min(t.limitLeftPct, t.limitRightPct);
    const bool apart = sidesApart(t);  // another hole alone keeps the ratio
    const std::vector<Edit> hole = apart ? otherHole(c.setup, less, less) : otherHole(c.setup, t.limitLeftPct, t.limitRightPct);
    for (const Side& side : kBothSides) {
        const double limit = t.*side.limitPct;
        if (limit >= box.tailWindowLowPct && limit <= box.tailWindowHighPct) continue;
        out.push_back(
            {.id = std::string("tail-window.") + side.id,
             .severity = Severity::Warning,
             .row = "tail-limits"_row,
             .title = c.say(KH_TR("A tail limit is outside the controller's window")),
             .found = c.say(KH_TR("{l}; {box} judges {a} … {b} as right."), {{"l", c.amount(side.path, limit)},
                                                                             {"box", box.name},
                                                                             {"a", bare(c.amount(side.path, box.tailWindowLowPct))},
                                                                             {"b", c.amount(side.path, box.tailWindowHighPct)}}),
             .why = c.say(KH_TR("The geometry does not suit: the tail is coarse or slow.")),
             .todo = c.say(KH_TR("Put the ball on the hole at {m} of the tail arm, centre the slider with the link, then read both "
                                 "limits again. Never raise a limit past where it binds."),
                           {{"m", c.amount("machine.tail.armMm"_field, std::get<double>(hole.front().value))}}),
             .box = Box::Machine,
             .witness = sticksAt(0.0, 0.0, side.stick),
             .subject = side.path,
             .fix = hole,
             .proposal = true,
             .whole = true});
    }
}

void sides(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    const ControllerTail& t = c.setup.controller.tail;
    if (!sidesApart(t)) return;
    const double less = std::min(t.limitLeftPct, t.limitRightPct);
    const char* path = t.limitLeftPct > t.limitRightPct ? kBothSides[0].path : kBothSides[1].path;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "tail-limits"_row,
         .title = c.say(KH_TR("The tail limits of the two sides differ")),
         .found = c.say(KH_TR("{l} left and {r} right: more than 10 % apart."),
                        {{"l", c.amount("controller.tail.limitLeftPct"_field)}, {"r", c.amount("controller.tail.limitRightPct"_field)}}),
         .why =
             c.say(KH_TR("The slider is not centred or the neutral pitch is off; one side blows out first. Another arm keeps the ratio.")),
         .todo = c.say(
             KH_TR("Set {l} on both sides in the controller; centre the slider with the link, arm square, then read both limits again."),
             {{"l", c.amount(path, less)}}),
         .box = Box::Controller,
         .subject = path,
         .fix = {{path, less}},
         .proposal = true});
}

void stop(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    const TailFacts& tail = helicopter(c.setup).tail;
    const double most =
        std::max(std::abs(c.figures.of<TailFigures>().sliderLeftMm.value), std::abs(c.figures.of<TailFigures>().sliderRightMm.value));
    if (most < tail.sliderLimitMm - 1e-6) return;
    const double stroke = strokeFor(c.setup.controller.profile->tailStrokeUs, c.setup.controller.tail.pulseUs);
    const double ball = std::min(0.95 * tail.sliderLimitMm / tail.crankRatio, 0.9 * tail.armMm);
    // what the servo's trim takes of the way to the nearer stop
    const double turn = armAngleDeg(tail.armMm, tail.linkMm, ball) - std::abs(c.setup.controller.tail.trimUs) * tail.servo->degPerUs;
    const double limit = std::max(0.0, std::floor(pctFromShare(turn / tail.servo->degPerUs / stroke)));
    Finding f{.severity = Severity::Danger,  // lowered at once, whatever the window says of it then
              .row = "tail-limits"_row,
              .title = c.say(KH_TR("The tail slider runs into its stop")),
              .found = c.say(KH_TR("The slider reaches ±{s}, its stop."),
                             {{"s", c.amount("machine.tail.sliderLimitMm"_field, tail.sliderLimitMm, Amount::Kind::Step)}}),
              .why = c.say(KH_TR("The servo stalls against it and heats up.")),
              .todo = c.setup.transmitter.schools.tailLimits == TailLimitSchool::Bind
                          ? c.say(KH_TR("Bind, then back off: set the tail limits to {l} in the controller."),
                                  {{"l", c.amount("controller.tail.limitLeftPct"_field, limit)}})
                          : c.say(KH_TR("Where it buzzes, then back off: set the tail limits to {l} in the controller."),
                                  {{"l", c.amount("controller.tail.limitLeftPct"_field, limit)}}),
              .box = Box::Controller,
              .witness = sticksAt(0.0, 0.0, 1.0),
              .subject = "controller.tail.limitRightPct"_field,
              .whole = true};
    for (const Side& side : kBothSides)
        if (c.setup.controller.tail.*side.limitPct > limit) f.fix.push_back({side.path, limit});
    if (f.fix.empty())
        f.todo = c.say(KH_TR("Settle the tail pulse and the arm first, with little or no trim; then read both limits again."));
    out.push_back(std::move(f));
}

/// A limit beyond where it was read to bind.
void bound(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    for (const Side& side : kBothSides) {
        const Reading* read = tailBindInForce(c.setup, side.id);
        const double limit = c.setup.controller.tail.*side.limitPct;
        if (read == nullptr || limit <= read->value) continue;
        const double then = tailLimitFor(read->value);
        out.push_back(
            {.id = std::string("tail-bind.") + side.id,
             .severity = Severity::Danger,
             .row = "tail-limits"_row,
             .title = c.say(KH_TR("A tail limit is past where it binds")),
             .found = c.say(KH_TR("{l} {side}; it was read to bind at {b}."),
                            {{"l", c.amount(side.path, limit)}, {"side", asWord(side.name)}, {"b", c.amount(side.path, read->value)}}),
             .why = c.say(KH_TR("The servo stalls at full rudder, heats up and is lost in flight.")),
             .todo = c.say(KH_TR("Set the {side} limit to {l} in the controller."),
                           {{"side", asWord(side.name)}, {"l", c.amount(side.path, then)}}),
             .box = Box::Controller,
             .witness = sticksAt(0.0, 0.0, side.stick),
             .subject = side.path,
             .fix = {{side.path, then}},
             .whole = true});
    }
}

void servoRange(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    const TailFacts& tail = helicopter(c.setup).tail;
    const ControllerTail& t = c.setup.controller.tail;
    // a pulse the servo is not made for is another fault
    if (tail.servo->pulseUs && std::abs(*tail.servo->pulseUs - t.pulseUs) > kOtherPulseUs) return;
    const double stroke = strokeFor(c.setup.controller.profile->tailStrokeUs, t.pulseUs);
    const double most = 100.0 * tail.servo->rangeDeg / tail.servo->degPerUs / stroke;
    const double larger = std::max(t.limitLeftPct, t.limitRightPct);
    if (larger <= most + 1e-9) return;
    const double limit = std::floor(most);
    std::vector<Edit> edits;
    if (t.limitLeftPct > most) edits.push_back({"controller.tail.limitLeftPct"_field, limit});
    if (t.limitRightPct > most) edits.push_back({"controller.tail.limitRightPct"_field, limit});
    out.push_back(
        {.severity = Severity::Warning,
         .row = "tail-limits"_row,
         .title = c.say(KH_TR("A tail limit asks for more than {s} can turn"), {{"s", tail.servo->name}}),
         .found = c.say(KH_TR("{l} would be {a}°; it turns ±{r}."), {{"l", c.amount("controller.tail.limitLeftPct"_field, larger)},
                                                                     {"a", num(shareFromPct(larger) * stroke * tail.servo->degPerUs)},
                                                                     {"r", c.amount("machine.tail.servo.rangeDeg"_field)}}),
         .why = c.say(KH_TR("It stalls at its own stop, or the arm sits in too short a hole for the slider's way.")),
         .todo = c.say(KH_TR("Set at most {l} in the controller; if the slider then does not reach its ends, use a longer hole."),
                       {{"l", c.amount("controller.tail.limitLeftPct"_field, limit)}}),
         .box = Box::Controller,
         .subject = t.limitLeftPct > most ? "controller.tail.limitLeftPct"_field : "controller.tail.limitRightPct"_field,
         .fix = std::move(edits)});
}

}  // namespace

std::span<const Rule> tailLimitRules() {
    static constexpr std::array rules{
        Rule{"tail-bind", Station::Tail, Work::ServoHarm, bound},  Rule{"tail-stop", Station::Tail, Work::ServoHarm, stop},
        Rule{"tail-range", Station::Tail, Work::Tail, servoRange}, Rule{"tail-sides", Station::Tail, Work::Tail, sides},
        Rule{"tail-window", Station::Tail, Work::Tail, window},
    };
    return rules;
}

}  // namespace kh
