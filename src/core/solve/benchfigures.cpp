// SPDX-License-Identifier: GPL-3.0-or-later
//
// Figures of the evening at the bench: arms and holes, level plate, what is left at full collective, tip gap, and what a
// wrong layout does.
#include "core/base/conventions.h"
#include "core/base/error.h"
#include "core/mechanics/linkage.h"
#include "core/solve/bindingchart.h"
#include "core/solve/figurebuilder.h"
#include "core/solve/solvers.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace kh {

namespace {

constexpr double kTenthDeg = 0.1;
constexpr double kPartedDeg = 0.1;

/// The largest deflection any servo is asked for, and the ball travel it gives, signed.
struct MostStroke {
    double deflection = 0.0, travelMm = 0.0;
};

MostStroke mostStroke(const Setup& setup, const ChainModel& model) {
    MostStroke most;
    const PlateServo& s = setup.machine.servos.front();
    for (const double c : {-1.0, 1.0})
        for (int i = 0; i < 72; ++i)
            for (const double d : model.plateAt(c, sinDeg(5.0 * i), cosDeg(5.0 * i)).deflection)
                if (std::abs(d) > std::abs(most.deflection)) most.deflection = d;
    most.travelMm = ballHeightMm(s.armMm, s.linkMm, most.deflection * setup.controller.profile.strokeUs * s.servo.degPerUs);
    return most;
}

}  // namespace

void FigureBuilder::arms() {
    const Machine& m = setup.machine;
    const ControllerProfile& box = setup.controller.profile;
    const PlateServo& s = m.servos.front();
    const std::vector<std::string> paths =
        bladePaths({"controller.collectiveHighPct", "controller.collectiveLowPct", "controller.referencePct", "controller.cyclicLimitPct",
                    "controller.profile.usableStrokeUs"});
    const auto wanted = [&](Derivation* why) {
        const MostStroke most = mostStroke(setup, model);
        const double deg = std::copysign(shareFromPct(kGoodUsePct) * box.usableStrokeUs * s.servo.degPerUs, most.travelMm);
        if (why != nullptr)
            why->line(KH_TR("the ball travels {z} mm at most; {u} % of the stroke is {d}° of arm"),
                      {{"z", signedNum(most.travelMm, 2)}, {"u", num(kGoodUsePct)}, {"d", signedNum(deg, 1)}});
        return armRadiusMm(s.linkMm, most.travelMm, deg);
    };
    out.goodArmMm = make(KH_TR("arm radius that uses 80 % of the stroke"), {"mm", 1}, paths, [&](Derivation& why) { return wanted(&why); });
    auto holePaths = paths;
    holePaths.emplace_back("machine.arms.holesMm");
    const std::vector<FigureNeed> holes{{"machine.arms.holesMm", !m.arms.holesMm.empty()}};
    const auto nearest = [&] {
        const double r = wanted(nullptr);
        return *std::min_element(m.arms.holesMm.begin(), m.arms.holesMm.end(),
                                 [&](double a, double b) { return std::abs(a - r) < std::abs(b - r); });
    };
    out.holeMm = make(
        KH_TR("nearest hole"), {"mm", 1}, holePaths,
        [&](Derivation& why) {
            why.line(KH_TR("80 % of the stroke would want {r} mm"), {{"r", num(wanted(nullptr), 1)}});
            return nearest();
        },
        holes);
    out.holeUsePct = make(
        KH_TR("stroke use at the nearest hole"), {"%", 0}, holePaths,
        [&](Derivation& why) {
            const double z = mostStroke(setup, model).travelMm;
            const double deg = armAngleDeg(nearest(), s.linkMm, z);
            why.line(KH_TR("{z} mm need {d}° of arm there, {u} µs"),
                     {{"z", signedNum(z, 2)}, {"d", signedNum(deg, 1)}, {"u", signedNum(deg / s.servo.degPerUs)}});
            return pctFromShare(std::abs(deg) / s.servo.degPerUs / box.usableStrokeUs);
        },
        holes);
    out.usPerTenthDeg = make(KH_TR("servo pulse for 0.1° of blade"), {"µs", 1}, bladePaths({"machine.servos.elevator.servo.degPerUs"}),
                             [&](Derivation& why) {
                                 const double mm = m.head.gripMm * sinDeg(kTenthDeg);
                                 why.line(KH_TR("0.1° lifts the grip's ball by {m} mm"), {{"m", num(mm, 3)}});
                                 return armAngleDeg(s.armMm, s.linkMm, mm) / s.servo.degPerUs;
                             });
    std::vector<std::string> squarePaths = bladePaths({"controller.collectiveHighPct"});
    for (const PlateServo& servo : m.servos) squarePaths.push_back("machine.servos." + servo.id + ".squareErrorDeg");
    for (const PortSettings& port : setup.controller.ports) squarePaths.push_back("controller.ports." + port.id + ".trimUs");
    out.squareDiffDeg = make(KH_TR("up less down, by the arms"), {"°", 1, true}, squarePaths, [&](Derivation& why) {
        Setup even = setup;  // the same stroke both ways
        even.controller.collectiveLowPct = even.controller.collectiveHighPct;
        even.controller.collectiveTrimPct = 0.0;
        const auto difference = [](const Setup& of) {
            const ChainModel chain(of);
            const auto at = [&](double c) { return chain.bladeAt({chain.plateAt(c, 0, 0).plate.heightMm, 0, 0}, 180.0); };
            return at(1.0) + at(-1.0) - 2.0 * at(0.0);
        };
        Setup square = even;
        for (PlateServo& servo : square.machine.servos) servo.squareErrorDeg = 0.0;
        for (PortSettings& port : square.controller.ports) port.trimUs = 0.0;
        why.line(KH_TR("with equal stroke both ways; square arms would differ by {d}°"), {{"d", signedNum(difference(square), 2)}});
        return difference(even);
    });
    out.neutralTiltDeg = make(KH_TR("plate tilt at neutral"), {"°", 1}, squarePaths, [&](Derivation& why) {
        const PlateFit fit = describePlane(model.plateAt(0, 0, 0).plate);
        why.line(KH_TR("toward {a}°, height {h} mm"), {{"a", num(fit.towardDeg)}, {"h", signedNum(fit.plane.heightMm, 2)}});
        return fit.tiltDeg;
    });
    out.cyclicLeftDeg = make(KH_TR("cyclic left at full collective"), {"°", 1}, out.tiltAtFullCollectiveDeg.why.inputs,
                             [&](Derivation& why) {
                                 const double tilt = out.tiltAtFullCollectiveDeg.value;
                                 why.line(KH_TR("the plate is free to {t}°; asin(Ri·sin {t}° / g) = asin({r}·sin {t}° / {g})"),
                                          {{"t", num(tilt, 1)}, {"r", num(m.head.innerRadiusMm, 1)}, {"g", num(m.head.gripMm, 1)}});
                                 return degFromRad(std::asin(std::clamp(m.head.innerRadiusMm * sinDeg(tilt) / m.head.gripMm, 0.0, 1.0)));
                             },
                             {{out.tiltAtFullCollectiveDeg.missing.c_str(), out.tiltAtFullCollectiveDeg.known}});
    auto tipPaths = out.collectiveHighDeg.why.inputs;
    tipPaths.emplace_back("machine.rotor.bladeMm");
    out.tipGapMm = make(KH_TR("tips apart, blades folded, full collective"), {"mm", 1}, tipPaths, [&](Derivation& why) {
        const double gap = tipGapMm(m.rotor.bladeMm, out.collectiveHighDeg.value);
        why.line(KH_TR("2·L·sin θ = 2·{l}·sin {t}°; blades exactly square to the feathering axes"),
                 {{"l", num(m.rotor.bladeMm)}, {"t", num(out.collectiveHighDeg.value, 1)}});
        why.line(KH_TR("a ruler's ±{u} mm is ±{d}°"),
                 {{"u", num(kRulerMm, 1)}, {"d", num(pitchFromTipGap(m.rotor.bladeMm, std::abs(gap), kRulerMm).errorDeg, 2)}});
        return gap;
    });
}

void FigureBuilder::coupled() {
    const Head& head = setup.machine.head;
    const auto motion = [&](const ChainModel& chain, Function f) {
        Deck deck;
        deck.sticks.collective = 0.0;
        const Plane rest = chain.at(deck).plate;
        (f == Function::Aileron ? deck.sticks.aileron : f == Function::Elevator ? deck.sticks.elevator : deck.sticks.collective) = 1.0;
        const Plane now = chain.at(deck).plate;
        const auto cyclic = [&](double sine) {
            return degFromRad(std::asin(std::clamp(head.innerRadiusMm * sine / head.gripMm, -1.0, 1.0)));
        };
        const double sign = head.link == LinkSide::Leading ? 1.0 : -1.0;
        return BladeMotion{cyclic(now.right - rest.right), cyclic(now.forward - rest.forward),
                           sign * degFromRad(std::asin(std::clamp((now.heightMm - rest.heightMm) / head.gripMm, -1.0, 1.0)))};
    };
    const auto apart = [](const BladeMotion& a, const BladeMotion& b) {
        return std::max({std::abs(a.rightDeg - b.rightDeg), std::abs(a.forwardDeg - b.forwardDeg),
                         std::abs(a.collectiveDeg - b.collectiveDeg)}) > kPartedDeg;
    };
    for (const Function f : {Function::Aileron, Function::Elevator, Function::Collective}) {
        CoupledMotion c{f, motion(asked, f), motion(model, f), false};
        c.parted = apart(c.asked, c.done);
        out.coupled.push_back(c);
    }
}

void FigureBuilder::binding() {
    std::vector<BindingPlace> chart;
    try {
        chart = bindingChart(learnedReadings(setup, *solverById("limit")));
    } catch (const InputError&) {
        return;  // the solver names the reading
    }
    std::map<double, ChainModel> models;  // by limit
    const auto plateAt = [&](double limitPct, const BindingPlace& p) {
        auto at = models.find(limitPct);
        if (at == models.end()) {
            Setup limited = setup;
            limited.controller.cyclicLimitPct = limitPct;
            at = models.emplace(limitPct, ChainModel(limited)).first;
        }
        return describePlane(
            at->second.plateAt(static_cast<double>(p.collective) - 1.0, sinDeg(p.directionDeg), cosDeg(p.directionDeg)).plate);
    };
    for (const BindingPlace& p : chart) {
        BindingMark mark{p.collective, 0.0, {}, {}};
        for (const auto& [limit, tilt] : {std::pair(p.clearPct, &mark.clearTiltDeg), std::pair(p.unclearPct, &mark.unclearTiltDeg)}) {
            if (!limit) continue;
            const PlateFit fit = plateAt(*limit, p);
            *tilt = fit.tiltDeg;
            mark.towardDeg = fit.towardDeg;
        }
        out.binding.push_back(mark);
    }
}

}  // namespace kh
