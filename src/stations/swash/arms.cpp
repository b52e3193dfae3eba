// SPDX-License-Identifier: GPL-3.0-or-later
//
// Servo arms square by the spline first, by sub-trim after (docs/domain.md 5.5).
#include "base/conventions.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/helicopter/armseat.h"
#include "stations/kit/solverkit.h"
#include "stations/swash/swashsolvers.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kMostArmDeg = 60.0;
constexpr double kSettledArmDeg = 0.3;  ///< what the eye along a square tells

}  // namespace

Solved solveArms(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    const double safe = setup.controller.profile->trimSafeUs;
    bool any = false;
    for (const PortSettings& port : setup.controller.ports) {
        const auto servo = std::find_if(helicopter(setup).servos.begin(), helicopter(setup).servos.end(),
                                        [&](const PlateServo& s) { return s.id == port.role; });
        if (servo == helicopter(setup).servos.end()) continue;
        const Reading* reading = latest(readings, "arm." + servo->id);
        if (reading == nullptr) continue;
        any = true;
        const double now = plausible(*reading, kMostArmDeg, "°");
        const double perUs = (servo->risesWithPulse ? 1.0 : -1.0) * servo->servo->degPerUs;
        const double untrimmed = now - port.trimUs * perUs;  // where it would stand without sub-trim
        const double step = splineStepDeg(servo->servo, helicopter(setup).arms.cross);
        double turn = 0.0;
        if (std::abs(untrimmed) > step / 2.0) turn = -roundToStep(untrimmed, step);
        const double left = untrimmed + turn;
        if (turn != 0.0) {
            SolvedField a;
            a.field = "arms." + servo->id;
            a.box = Box::Machine;
            a.value = turn;
            a.unit = "°";
            a.decimals = 1;
            a.expect = a.residue = left;
            a.expectUnit = "°";
            a.todo = seatText(servo->id, servo->servo, helicopter(setup).arms.cross, turn);
            a.why.title = say(KH_TR("seat of the {s} servo's arm"), {{"s", servo->id}});
            a.why.line(KH_TR("{n}° read, without the sub-trim {b}°"), {{"n", signedNum(now, 1)}, {"b", signedNum(untrimmed, 1)}});
            a.why.line(KH_TR("{t} teeth{c}: {s}° a step; turned by {d}°, {l}° remain"),
                       {{"t", bare(amount(setup, elementPath("machine.servos.{}.servo.splineTeeth"_field, servo->id)))},
                        {"c", std::string(helicopter(setup).arms.cross ? KH_TR(", cross arm") : "")},
                        {"s", num(step, 1)},
                        {"d", signedNum(turn, 1)},
                        {"l", signedNum(left, 1)}});
            out.answers.push_back(std::move(a));
        }
        const double trim = roundToStep(-left / perUs, setup.controller.profile->trimStepUs);
        SolvedField t;
        t.field = elementPath("controller.ports.{}.trimUs"_field, port.id);
        t.box = Box::Controller;
        t.value = trim;
        t.unit = "µs";
        t.expectUnit = "°";
        t.residue = t.expect = left + trim * perUs;
        t.why.title = say(KH_TR("sub-trim of port {p}"), {{"p", port.id}});
        t.why.line(KH_TR("{l}° / {u}° a µs = {v}, safe is ±{s}"),
                   {{"l", signedNum(-left, 2)},
                    {"u", signedNum(perUs, 3)},
                    {"v", amount(setup, elementPath("controller.ports.{}.trimUs"_field, port.id), trim)},
                    {"s", amount(setup, elementPath("controller.ports.{}.trimUs"_field, port.id), safe, Amount::Kind::Step)}});
        t.edits = {{elementPath("machine.servos.{}.squareErrorDeg"_field, servo->id), roundToStep(left, 0.1)}};
        if (std::abs(trim) > safe) {
            t.todo = say(KH_TR("Port {p} would need {v}, more than the safe {s}: try another arm; teeth and sub-trim do not reach."),
                         {{"p", port.id},
                          {"v", amount(setup, elementPath("controller.ports.{}.trimUs"_field, port.id), trim)},
                          {"s", amount(setup, elementPath("controller.ports.{}.trimUs"_field, port.id), safe, Amount::Kind::Step)}});
        } else if (turn == 0.0 && std::abs(now) <= kSettledArmDeg) {
            out.remarks.push_back(
                say(KH_TR("The {s} servo's arm is square within {d}°: leave it."), {{"s", servo->id}, {"d", num(kSettledArmDeg, 1)}}));
            continue;
        } else {
            t.todo = say(KH_TR("Set the sub-trim of port {p} to {v} in the controller."),
                         {{"p", port.id}, {"v", amount(setup, elementPath("controller.ports.{}.trimUs"_field, port.id), trim)}});
            t.edits.push_back({t.field, trim});
        }
        out.answers.push_back(std::move(t));
    }
    if (!any) throw InputError("arm.elevator", "the angle of one arm or more is needed, at neutral");
    if (helicopter(setup).arms.cross && !helicopter(setup).servos.empty() &&
        std::lround(helicopter(setup).servos.front().servo->splineTeeth) % kCrossSides == 0)
        out.remarks.push_back(say(
            KH_TR("{t} teeth divide by four: another side of the arm gains nothing."),
            {{"t", bare(amount(setup, elementPath("machine.servos.{}.servo.splineTeeth"_field, helicopter(setup).servos.front().id)))}}));
    return out;
}

}  // namespace kh
