// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the plate does: coupled motion, ratios, stroke, levels.
#include "judge/helicopter/figures.h"
#include "base/conventions.h"
#include "base/error.h"
#include "judge/figurebuilder.h"
#include "kernel/helicopter/plant.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/head.h"
#include "model/helicopter/helicopter.h"
#include "stations/swash/swash.h"
#include "stations/swash/swashfigures.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

struct SwashFigureMaker : FigureBuilder {
    SwashFigures& own = made<SwashFigures>();
    void strokes();
    void square();
    void coupled();
    void layout();
};

constexpr double kPartedDeg = 0.1;

void SwashFigureMaker::strokes() {
    const auto with = [&](std::vector<std::string> first) { return bladePaths(*this, std::move(first)); };
    own.strokeUsePct = make(KH_TR("stroke use"), {"%", 0},
                            with({"controller.collectiveHighPct"_field, "controller.collectiveLowPct"_field,
                                  "controller.referencePct"_field, "controller.cyclicLimitPct"_field}),
                            [&](Derivation& why) {
                                const double most = std::abs(out.of<HelicopterFigures>().mostDeflection);
                                const ControllerProfile& box = setup.controller.profile;
                                const double stroke = strokeFor(box.strokeUs, setup.controller.pulseUs);
                                const double usable = strokeFor(box.usableStrokeUs, setup.controller.pulseUs);
                                why.line(KH_TR("largest deflection {d} · {s} of usable ±{u}"),
                                         {{"d", num(most, 2)},
                                          {"s", amount(setup, "controller.profile.strokeUs"_field, stroke)},
                                          {"u", amount(setup, "controller.profile.usableStrokeUs"_field, usable, Amount::Kind::Step)}});
                                return pctFromShare(most * stroke / usable);
                            });
    own.fightMm = make(KH_TR("servos against each other"), {"mm", 2}, with({"controller.layout"_field}), [&](Derivation& why) {
        double most = 0.0;
        for (int i = 0; i < 8; ++i) most = std::max(most, helicopterIn(model).plateAt(0.0, sinDeg(45.0 * i), cosDeg(45.0 * i)).fightMm);
        why.line(KH_TR("largest residual of the plane through the balls, eight directions"));
        return most;
    });
}

void SwashFigureMaker::square() {
    const Machine& m = setup.machine;
    std::vector<std::string> squarePaths = bladePaths(*this, {"controller.collectiveHighPct"_field});
    for (const PlateServo& servo : helicopter(m).servos)
        squarePaths.push_back(elementPath("machine.servos.{}.squareErrorDeg"_field, servo.id));
    for (const PortSettings& port : setup.controller.ports) squarePaths.push_back(elementPath("controller.ports.{}.trimUs"_field, port.id));
    own.squareDiffDeg = make(KH_TR("up less down, by the arms"), {"°", 1, true}, squarePaths, [&](Derivation& why) {
        Setup even = withoutRecords(setup);  // the same stroke both ways
        even.controller.collectiveLowPct = even.controller.collectiveHighPct;
        even.controller.collectiveTrimPct = 0.0;
        const auto difference = [](const Setup& of) {
            const ChainModel chain(of);
            const auto at = [&](double c) {
                return helicopterIn(chain).bladeAt({helicopterIn(chain).plateAt(c, 0, 0).plate.heightMm, 0, 0}, 180.0);
            };
            return at(1.0) + at(-1.0) - 2.0 * at(0.0);
        };
        if (why.wanted) {
            Setup square = even;
            for (PlateServo& servo : helicopter(square).servos) servo.squareErrorDeg = 0.0;
            for (PortSettings& port : square.controller.ports) port.trimUs = 0.0;
            why.line(KH_TR("with equal stroke both ways; square arms would differ by {d}°"), {{"d", signedNum(difference(square), 2)}});
        }
        return difference(even);
    });
    own.neutralTiltDeg = make(KH_TR("plate tilt at neutral"), {"°", 1}, squarePaths, [&](Derivation& why) {
        const PlateFit fit = describePlane(helicopterIn(model).plateAt(0, 0, 0).plate);
        why.line(KH_TR("toward {a}°, height {h} mm"), {{"a", num(fit.towardDeg)}, {"h", signedNum(fit.plane.heightMm, 2)}});
        return fit.tiltDeg;
    });
}

void SwashFigureMaker::coupled() {
    const Head& head = helicopter(setup).head;
    const auto motion = [&](const ChainModel& chain, Function f) {
        Deck deck;
        deck.sticks.collective = 0.0;
        const Plane rest = helicopterAt(chain.at(deck)).plate;
        (f == heli::Aileron ? deck.sticks.aileron : f == heli::Elevator ? deck.sticks.elevator : deck.sticks.collective) = 1.0;
        const Plane now = helicopterAt(chain.at(deck)).plate;
        const auto cyclic = [&](double sine) {
            return degFromRad(std::asin(std::clamp(head.innerRadiusMm * sine / head.gripMm, -1.0, 1.0)));
        };
        const double sign = linkSign(setup.machine);
        return BladeMotion{cyclic(now.right - rest.right), cyclic(now.forward - rest.forward),
                           sign * degFromRad(std::asin(std::clamp((now.heightMm - rest.heightMm) / head.gripMm, -1.0, 1.0)))};
    };
    const auto apart = [](const BladeMotion& a, const BladeMotion& b) {
        return std::max({std::abs(a.rightDeg - b.rightDeg), std::abs(a.forwardDeg - b.forwardDeg),
                         std::abs(a.collectiveDeg - b.collectiveDeg)}) > kPartedDeg;
    };
    for (const Function f : {heli::Aileron, heli::Elevator, heli::Collective}) {
        CoupledMotion c{f, motion(asked, f), motion(model, f), false};
        c.parted = apart(c.asked, c.done);
        own.coupled.push_back(c);
    }
}

void SwashFigureMaker::layout() {
    const auto ratio = [&](bool roll) {
        return [this, roll](Derivation& why) {
            const double a = roll ? 0.1 : 0.0;
            const double e = roll ? 0.0 : 0.1;
            const auto done = helicopterIn(model).plateAt(0, a, e).plate;
            const auto want = helicopterIn(asked).plateAt(0, a, e).plate;
            const double d = roll ? done.right : done.forward;
            const double w = roll ? want.right : want.forward;
            if (std::abs(w) < 1e-9) throw InputError("controller.referencePct"_field, "no cyclic is asked for");
            why.line(KH_TR("tilt done / tilt asked = {d} / {w}"), {{"d", num(d, 4)}, {"w", num(w, 4)}});
            return d / w;
        };
    };
    const std::vector<std::string> paths{"controller.layout"_field, "machine.servos.elevator.azimuthDeg"_field,
                                         "machine.servos.left.azimuthDeg"_field, "machine.servos.right.azimuthDeg"_field};
    own.rollRatio = make(KH_TR("roll done / asked"), {"×", 2}, paths, ratio(true));
    own.pitchRatio = make(KH_TR("pitch done / asked"), {"×", 2}, paths, ratio(false));
}

}  // namespace

void swashFigures(const FigureBuilder& b) {
    helicopterFigures(b);
    SwashFigureMaker f{b};
    f.strokes();
    f.square();
    f.coupled();
    f.layout();
}

}  // namespace kh
