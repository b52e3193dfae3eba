// SPDX-License-Identifier: GPL-3.0-or-later
//
// The tail servo's arm square: by the spline first, then by its trim in the controller, the rod last (docs/domain.md 6).
#include "base/conventions.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/helicopter/armseat.h"
#include "stations/kit/solverkit.h"
#include "stations/tail/tail.h"

#include <cmath>

namespace kh {

namespace {

constexpr double kMostTailArmDeg = 60.0;
constexpr double kSettledTailArmDeg = 0.3;

}  // namespace

std::vector<Step> tailArmSteps(const Setup&, const Figures&) {
    return {readStep("tail.arm", say(KH_TR("Rudder at rest: the tail servo's arm, with the ball end up from square to its link")), "°")};
}

Solved solveTailArm(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    if (!tailBladesTurn(setup)) throw InputError("machine.tail.drive"_field, "a tail with a motor of its own has no servo");
    const TailFacts& tail = helicopter(setup).tail;
    const ControllerProfile& box = setup.controller.profile;
    const ServoProfile& servo = tail.servo;
    const bool cross = helicopter(setup).arms.cross;
    const double now = plausible(needed(readings, "tail.arm"), kMostTailArmDeg, "°");
    const double perUs = (tail.risesWithPulse ? 1.0 : -1.0) * servo.degPerUs;
    const double untrimmed = now - setup.controller.tail.trimUs * perUs;
    const double step = splineStepDeg(servo, cross);
    const double turn = std::abs(untrimmed) > step / 2.0 ? -roundToStep(untrimmed, step) : 0.0;
    const double left = untrimmed + turn;
    if (turn != 0.0) {
        SolvedField a;
        a.field = "tail-arm-seat";
        a.box = Box::Machine;
        a.value = turn;
        a.unit = a.expectUnit = "°";
        a.decimals = 1;
        a.expect = a.residue = left;
        a.partsReadings = false;  // plate and blades do not know of it
        a.todo = seatText("tail", servo, cross, turn);
        a.why.title = say(KH_TR("seat of the tail servo's arm"));
        a.why.line(KH_TR("{n}° read, without the trim {b}°; {s}° a step; {l}° remain"),
                   {{"n", signedNum(now, 1)}, {"b", signedNum(untrimmed, 1)}, {"s", num(step, 1)}, {"l", signedNum(left, 1)}});
        out.answers.push_back(std::move(a));
    } else if (std::abs(now) <= kSettledTailArmDeg) {
        out.remarks.push_back(
            say(KH_TR("The tail servo's arm is square within {d}°: leave it, and set the rod."), {{"d", num(kSettledTailArmDeg, 1)}}));
        return out;
    }
    SolvedField t;
    t.field = "controller.tail.trimUs"_field;
    t.box = Box::Controller;
    t.value = roundToStep(-left / perUs, box.trimStepUs);
    t.unit = "µs";
    t.expectUnit = "°";
    t.expect = t.residue = left + t.value * perUs;
    t.why.title = say(KH_TR("trim of the tail servo"));
    t.why.line(KH_TR("{l}° / {u}° a µs = {v}, safe is ±{s}"), {{"l", signedNum(-left, 2)},
                                                               {"u", signedNum(perUs, 3)},
                                                               {"v", amount(setup, t.field, t.value)},
                                                               {"s", amount(setup, t.field, box.trimSafeUs, Amount::Kind::Step)}});
    t.edits = {{"machine.tail.squareErrorDeg"_field, roundToStep(left, 0.1)}};
    if (std::abs(t.value) > box.trimSafeUs) {
        t.todo = say(KH_TR("The tail servo would need {v}, more than the safe {s}: try another arm; teeth and trim do not reach."),
                     {{"v", amount(setup, t.field, t.value)}, {"s", amount(setup, t.field, box.trimSafeUs, Amount::Kind::Step)}});
    } else {
        t.todo = say(KH_TR("Set the tail servo's trim to {v} in the controller."), {{"v", amount(setup, t.field, t.value)}});
        t.edits.push_back({t.field, t.value});
    }
    out.answers.push_back(std::move(t));
    out.remarks.push_back(say(KH_TR("The rod last: with the arm square the slider stands at mid travel (Neutral pitch).")));
    return out;
}

}  // namespace kh
