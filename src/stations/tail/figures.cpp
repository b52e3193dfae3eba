// SPDX-License-Identifier: GPL-3.0-or-later
//
// Slider, tail pitch, the pitch that holds the hover, tip speed.
#include "judge/helicopter/figures.h"
#include "base/conventions.h"
#include "base/error.h"
#include "formula/answers.h"
#include "formula/linkage.h"
#include "judge/figurebuilder.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/tail/tail.h"

#include <algorithm>

namespace kh {

namespace {

struct TailFigures : FigureBuilder {
    void tail();
    void hovers();
    void frame();
};

void TailFigures::tail() {
    const std::vector<std::string> paths{"machine.tail.armMm"_field,           "machine.tail.squareErrorDeg"_field,
                                         "machine.tail.linkMm"_field,          "machine.tail.crankRatio"_field,
                                         "machine.tail.gripMm"_field,          "machine.tail.neutralPitchDeg"_field,
                                         "machine.tail.lever"_field,           "machine.rotor.turning"_field,
                                         "controller.tail.limitLeftPct"_field, "controller.tail.limitRightPct"_field,
                                         "controller.tail.reversed"_field};
    const auto tailAt = [&](double rudder, bool pitch) {
        return [this, rudder, pitch](Derivation& why) {
            DeckNumbers deck = model.numbers({});
            deck.sticks.rudder = rudder;
            const HelicopterInstant i = helicopterAt(model.at(deck));
            why.line(KH_TR("tail pulse {p} µs, arm {a}°, slider {s} mm"),
                     {{"p", num(i.tailPulseUs)}, {"a", signedNum(i.tailArmDeg, 1)}, {"s", signedNum(i.sliderMm, 2)}});
            if (pitch)
                why.line(KH_TR("asin((s·slider + g·sin n) / g) = asin(({s}·{x} + {g}·sin {n}°) / {g})"),
                         {{"s", signedNum(helicopter(setup).tail.lever == LeverEdge::Trailing ? 1.0 : -1.0)},
                          {"x", signedNum(i.sliderMm, 2)},
                          {"g", amount(setup, "machine.tail.gripMm"_field, helicopter(setup).tail.gripMm)},
                          {"n", signedNum(helicopter(setup).tail.neutralPitchDeg *
                                              (helicopter(setup).rotor.turning == Turning::Clockwise ? 1.0 : -1.0),
                                          1)}});
            return pitch ? i.tailPitchDeg : i.sliderMm;
        };
    };
    const std::vector<FigureNeed> slider{{"machine.tail.drive"_field, tailBladesTurn(setup)}};
    out.sliderLeftMm = make(KH_TR("slider, full left rudder"), {"mm", 1, true}, paths, tailAt(-1, false), slider);
    out.sliderRightMm = make(KH_TR("slider, full right rudder"), {"mm", 1, true}, paths, tailAt(1, false), slider);
    out.tailPitchLeftDeg = make(KH_TR("tail pitch, full left rudder"), {"°", 1, true}, paths, tailAt(-1, true), slider);
    out.tailPitchRightDeg = make(KH_TR("tail pitch, full right rudder"), {"°", 1, true}, paths, tailAt(1, true), slider);
}

void TailFigures::hovers() {
    const TailFacts& t = helicopter(setup).tail;
    const FlightMode& base = setup.transmitter.modes.front();
    const std::string basePath = elementPath("transmitter.modes.{}.targetRpm"_field, base.id);
    const double rpm = base.targetRpm.value_or(0.0);
    const std::vector<FigureNeed> speed{{basePath, rpm > 0.0}};
    out.tailNeutralDeg = tailHoverFigure(*this, rpm, basePath);
    out.tailTipSpeed = make(
        KH_TR("tail tip speed"), {"m/s", 0}, {"machine.tail.discM"_field, "machine.tail.ratio"_field},
        [&](Derivation& why) {
            double fastest = 0.0;
            for (const FlightMode& m : setup.transmitter.modes) fastest = std::max(fastest, m.targetRpm.value_or(0.0));
            return tipSpeed(t.discM, fastest * t.ratio, &why);
        },
        speed);
}

void TailFigures::frame() {
    const ControllerTail& t = setup.controller.tail;
    out.tailArmMm = make(
        KH_TR("arm that brings the limits to 100 %"), {"mm", 1},
        {"machine.tail.armMm"_field, "controller.tail.limitLeftPct"_field, "controller.tail.limitRightPct"_field}, [&](Derivation& why) {
            const double mean = std::max(1.0, (t.limitLeftPct + t.limitRightPct) / 2.0);
            const double arm = helicopter(setup).tail.armMm;
            why.line(KH_TR("arm · mean limit / 100 = {a} · {l}"), {{"a", amount(setup, "machine.tail.armMm"_field, arm)},
                                                                   {"l", amount(setup, "controller.tail.limitLeftPct"_field, mean)}});
            return tailArmFor(arm, mean);
        });
    out.tailFrameUs = make(KH_TR("frame period of the tail servo"), {"µs", 0}, {"controller.tail.rateHz"_field}, [&](Derivation& why) {
        why.line(KH_TR("1 / {r}"), {{"r", amount(setup, "controller.tail.rateHz"_field, t.rateHz)}});
        return 1e6 / t.rateHz;
    });
    out.tailLongestUs =
        make(KH_TR("longest pulse to the tail servo"), {"µs", 0},
             {"controller.tail.pulseUs"_field, "controller.profile.tailStrokeUs"_field}, [&](Derivation& why) {
                 const double stroke = strokeFor(setup.controller.profile->tailStrokeUs, t.pulseUs);
                 why.line(KH_TR("centre + stroke = {c} + {s}"), {{"c", amount(setup, "controller.tail.pulseUs"_field, t.pulseUs)},
                                                                 {"s", amount(setup, "controller.profile.tailStrokeUs"_field, stroke)}});
                 return t.pulseUs + stroke;
             });
}

}  // namespace

void tailFigures(const FigureBuilder& b) {
    TailFigures f{b};
    f.tail();
    f.hovers();
    f.frame();
}

}  // namespace kh
