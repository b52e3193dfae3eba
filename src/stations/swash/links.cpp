// SPDX-License-Identifier: GPL-3.0-or-later
//
// Zero pitch, reference throw and collective range from the pitch gauge (docs/domain.md 5.5).
#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/figures.h"
#include "kernel/chain.h"
#include "kernel/helicopter/envelope.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "stations/helicopter/linkturns.h"
#include "stations/kit/solverkit.h"
#include "stations/swash/swashsolvers.h"

#include <algorithm>
#include <cmath>

namespace kh {

Solved solveLinks(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    if (helicopter(setup).plate.mechanical)
        throw InputError(
            "machine.plate.mechanical"_field,
            "each servo of a mechanical plate works one axis: level it by the elevator and aileron links, the collective last");
    std::vector<double> azimuths, heights, radii;
    std::vector<const PlateServo*> servos;
    for (const PlateServo& s : helicopter(setup).servos)
        if (const Reading* r = latest(readings, "level." + s.id)) {
            azimuths.push_back(s.azimuthDeg);
            radii.push_back(ballRadiusMm(setup.machine, s));
            heights.push_back(plausible(*r, 400.0, "mm"));
            servos.push_back(&s);
        }
    if (servos.size() < 3) throw InputError("level.elevator", "heights over three servos or more are needed, all from the same mark");
    const PlateFit fit = fitPlate(azimuths, heights, radii);
    if (fit.tiltDeg > 20.0)
        throw InputError("level.elevator", "the heights describe a plate tilted by more than 20°: one of them was read from another mark");
    if (linkSteps(helicopter(setup).head).mmPerTurn <= 0.0) {
        out.remarks.push_back(
            say(KH_TR("The links are moulded: the plate is levelled by sub-trim alone, within the controller's safe count.")));
    }
    out.remarks.push_back(fit.tiltDeg < 0.1 ? say(KH_TR("The plate is level within 0.1°."))
                                            : say(KH_TR("The plate is tilted by {t}° toward {a}°."),
                                                  {{"t", num(fit.tiltDeg, 2)}, {"a", num(fit.towardDeg)}}));
    if (fit.fightMm > 0.2)
        out.remarks.push_back(
            say(KH_TR("The heights do not lie on one plane by {f} mm: with four links one of them pulls against the others."),
                {{"f", num(fit.fightMm, 2)}}));
    const PlateTrimSchool school = setup.transmitter.schools.plateTrim;
    const bool flown = school == PlateTrimSchool::TrimFlight || school == PlateTrimSchool::AutomaticFlight;
    if (flown && fit.tiltDeg >= 0.1)
        out.remarks.push_back(
            say(KH_TR("By the school chosen the links bring the plate near; what remains is left to the trim flight, and no "
                      "sub-trim is proposed.")));
    if (school == PlateTrimSchool::Relearn && fit.tiltDeg >= 0.1)
        out.remarks.push_back(
            say(KH_TR("By the school chosen the sub-trims level the plate; let the controller learn its centre again "
                      "after them.")));
    double mean = 0.0;
    for (const double h : heights) mean += h / static_cast<double>(heights.size());
    for (std::size_t i = 0; i < servos.size(); ++i) {
        const double mm = mean - heights[i];
        SolvedField a = servoLink(setup, *servos[i], mm);
        if (school == PlateTrimSchool::Relearn) a.value = 0.0;  // all of it by the sub-trim
        if (a.value != 0.0) out.answers.push_back(a);
        if (flown) continue;
        // the remainder for the sub-trim of the port this servo is plugged into
        const double left = a.value == 0.0 ? mm : a.residue;
        const double perUs = ballHeightMm(servos[i]->armMm, servos[i]->linkMm, servos[i]->servo->degPerUs);
        for (const PortSettings& port : setup.controller.ports) {
            if (port.role != servos[i]->id || std::abs(left) < perUs) continue;
            const double sign = (servos[i]->risesWithPulse ? 1.0 : -1.0);
            SolvedField t;
            t.field = elementPath("controller.ports.{}.trimUs"_field, port.id);
            t.box = Box::Controller;
            t.value = roundToStep(port.trimUs + sign * left / perUs, setup.controller.profile->trimStepUs);
            t.unit = "µs";
            t.expectUnit = "mm";
            t.residue = t.expect = left - sign * (t.value - port.trimUs) * perUs;
            t.why.title = say(KH_TR("sub-trim of port {p}"), {{"p", port.id}});
            t.why.line(KH_TR("{m} mm remain; 1 µs moves the ball by {u} mm"), {{"m", signedNum(left, 2)}, {"u", num(perUs, 3)}});
            t.why.line(KH_TR("= {v}, safe is ±{s}"),
                       {{"v", amount(setup, t.field, t.value)},
                        {"s", amount(setup, t.field, setup.controller.profile->trimSafeUs, Amount::Kind::Step)}});
            t.todo = std::abs(t.value) <= setup.controller.profile->trimSafeUs
                         ? say(KH_TR("Set the sub-trim of port {p} to {v} in the controller."),
                               {{"p", port.id}, {"v", amount(setup, t.field, t.value)}})
                         : say(KH_TR("Port {p} would need {v}, more than the safe {s}: square the arm by its teeth first (Arms square), or "
                                     "turn the link."),
                               {{"p", port.id},
                                {"v", amount(setup, t.field, t.value)},
                                {"s", amount(setup, t.field, setup.controller.profile->trimSafeUs, Amount::Kind::Step)}});
            if (std::abs(t.value) <= setup.controller.profile->trimSafeUs) t.edits = {{t.field, t.value}};
            out.answers.push_back(std::move(t));
        }
    }
    return out;
}

}  // namespace kh
