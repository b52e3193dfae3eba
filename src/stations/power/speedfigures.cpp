// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a mode's head speed, the wanted and the given, asks of pack, motor and blades.
#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/helicopter/figures.h"
#include "judge/modechecks.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/softstart.h"
#include "stations/power/power.h"
#include "stations/power/powerfiguremaker.h"

#include <algorithm>

namespace kh {

namespace {

/// How a start runs: by the governor that governs, else by the speed controller's soft start.
SpoolIn startOf(const Setup& setup, double rpm) {
    SpoolIn in;
    in.rpm = rpm;
    const SoftStart start = softStartOf(setup);
    in.runUpS = start.seconds;
    if (start.byGovernor()) {
        in.bailOutS = setup.controller.governor.bailOutS;
        return in;
    }
    in.bailOutS = setup.speedController.bailOutS;
    in.bailOutWithinS = setup.speedController.bailOutWithinS;
    return in;
}

}  // namespace

ModePower PowerFigureMaker::ofMode(const FlightMode& m, const ModeFigures& f) const {
    ModePower made{.id = m.id, .name = m.name};
    const std::string wantedPath = elementPath("transmitter.modes.{}.targetRpm"_field, m.id);
    const double wanted = m.targetRpm.value_or(0.0);
    const double given = f.headRpm.known ? f.headRpm.value : 0.0;
    const PowerTrain& p = setup.machine.power;
    // a governor must keep the faster of the two, where the log says what the curve gives; else the curve is power, not speed
    const bool logged = speedControllerGoverns(setup) && setup.controller.governor.kind == GovernorKind::Off &&
                        setup.speedController.calibration.size() >= 2;
    const double kept = logged ? std::max(wanted, given) : wanted;
    const std::vector<std::string> gearing = gearPaths();
    std::vector<std::string> headroomPaths{"machine.power.kv"_field, "machine.power.cells"_field, "machine.power.efficiency"_field};
    headroomPaths.insert(headroomPaths.end(), gearing.begin(), gearing.end());
    headroomPaths.insert(headroomPaths.end(), {"machine.style"_field, wantedPath});
    made.headroomPct = make(KH_TR("headroom at the end of the pack"), {"%", 0}, headroomPaths,
                            [&](Derivation& why) {
                                const HeadSpeedOut h = headSpeed(
                                    {*p.kv, p.cells, endVoltsPerCell(setup.machine), p.efficiency, gearRatio(gears()), kept}, &why);
                                why.line(KH_TR("{t} rpm are {s} % of it"), {{"t", num(kept)}, {"s", num(h.throttlePct, 0)}});
                                if (kept > wanted)
                                    why.line(KH_TR("the curve gives more than the {w} wanted"), {{"w", amount(setup, wantedPath, wanted)}});
                                return h.headroomPct;
                            },
                            {{"machine.power.kv"_field, p.kv.has_value()},
                             {"machine.power.pinionTeeth"_field, p.pinionTeeth.has_value()},
                             {"machine.power.mainTeeth"_field, p.mainTeeth.has_value()},
                             {wantedPath, m.targetRpm.has_value()}});
    if (m.id == kHoldMode) return made;
    made.differencePct =
        make(KH_TR("speed given beside the one wanted"), {"%", 1, true}, {wantedPath, modePath(m, "throttle")},
             [&](Derivation& why) {
                 why.line(KH_TR("{g} rpm given, {w} wanted"), {{"g", num(given)}, {"w", amount(setup, wantedPath, wanted)}});
                 return 100.0 * (given / wanted - 1.0);
             },
             {{wantedPath, wanted > 0.0}, {"machine.power.kv"_field, given > 0.0}});
    const double rpm = std::max(wanted, given);
    std::vector<std::string> electricalPaths{wantedPath, "machine.power.poles"_field};
    electricalPaths.insert(electricalPaths.end(), gearing.begin(), gearing.end());
    made.electricalRpm = make(KH_TR("electrical turns of the motor"), {"rpm", 0}, electricalPaths,
                              [&](Derivation& why) {
                                  const MotorSpeeds speeds = motorSpeeds(gears(), *p.poles, rpm);
                                  why.line(KH_TR("head speed · ratio · pole pairs = {n} · {r} · {p}"),
                                           {{"n", num(rpm)}, {"r", num(speeds.ratio, 2)}, {"p", num(speeds.polePairs)}});
                                  return speeds.electricalRpm;
                              },
                              {{"machine.power.poles"_field, p.poles.has_value()},
                               {"machine.power.mainTeeth"_field, p.mainTeeth.has_value()},
                               {"machine.power.pinionTeeth"_field, p.pinionTeeth.has_value()},
                               {wantedPath, rpm > 0.0}});
    if (rpm <= 0.0 || (p.kind == PowerKind::Engine && !governed(setup))) return made;
    SpoolIn start = startOf(setup, rpm);
    if (own.availableRpm.known) start.mostRpm = own.availableRpm.value * kFreshVolts / kNominalVolts;
    made.spoolUp = start;
    made.peakRpm =
        make(KH_TR("highest head speed on the way"), {"rpm", 0},
             {wantedPath, modePath(m, "throttle"), "speedController.softStartS"_field, "controller.governor.runUpS"_field},
             [&](Derivation& why) {
                 const double peak = spoolPeakRpm(start);
                 why.line(KH_TR("{n} rpm, and what a start in {s} s passes it by: 5 % in 1.5 s, nothing from 4 s on"),
                          {{"n", num(rpm)}, {"s", num(std::min(start.runUpS, softStartAgain(start) ? start.runUpS : *start.bailOutS), 1)}});
                 if (start.mostRpm) why.line(KH_TR("never more than a fresh pack gives, {m} rpm"), {{"m", num(*start.mostRpm)}});
                 return peak;
             });
    return made;
}

}  // namespace kh
