// SPDX-License-Identifier: GPL-3.0-or-later
//
// Slider, tail pitch, the pitch that holds the hover, tip speed.
#include "judge/helicopter/figures.h"
#include "base/conventions.h"
#include "base/error.h"
#include "judge/figurebuilder.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/tail/tail.h"

#include <algorithm>

namespace kh {

namespace {

struct TailFigures : FigureBuilder {
    void tail();
};

void TailFigures::tail() {
    const TailFacts& t = helicopter(setup).tail;
    const std::vector<std::string> paths{
        "machine.tail.armMm"_field,           "machine.tail.linkMm"_field,           "machine.tail.crankRatio"_field,
        "machine.tail.gripMm"_field,          "machine.tail.neutralPitchDeg"_field,  "machine.rotor.turning"_field,
        "controller.tail.limitLeftPct"_field, "controller.tail.limitRightPct"_field, "controller.tail.reversed"_field};
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
                          {"g", num(helicopter(setup).tail.gripMm, 1)},
                          {"n", signedNum(helicopter(setup).tail.neutralPitchDeg *
                                              (helicopter(setup).rotor.turning == Turning::Clockwise ? 1.0 : -1.0),
                                          1)}});
            return pitch ? i.tailPitchDeg : i.sliderMm;
        };
    };
    out.sliderLeftMm = make(KH_TR("slider, full left rudder"), {"mm", 1, true}, paths, tailAt(-1, false));
    out.sliderRightMm = make(KH_TR("slider, full right rudder"), {"mm", 1, true}, paths, tailAt(1, false));
    out.tailPitchLeftDeg = make(KH_TR("tail pitch, full left rudder"), {"°", 1, true}, paths, tailAt(-1, true));
    out.tailPitchRightDeg = make(KH_TR("tail pitch, full right rudder"), {"°", 1, true}, paths, tailAt(1, true));
    const double rpm = setup.transmitter.modes.front().targetRpm.value_or(0.0);
    const std::vector<FigureNeed> speed{{"transmitter.modes.normal.targetRpm"_field, rpm > 0.0}};
    const std::vector<std::string> hoverPaths{"machine.massKg"_field,     "machine.rotor.discM"_field,  "machine.rotor.chordMm"_field,
                                              "machine.tail.discM"_field, "machine.tail.chordMm"_field, "machine.tail.ratio"_field,
                                              "machine.tail.boomM"_field};
    out.tailNeutralDeg = make(
        KH_TR("tail pitch that holds the hover"), {"°", 1}, hoverPaths,
        [&, rpm](Derivation& why) {
            const HoverOut h = hover(mainRotor(setup.machine, rpm));
            why.line(KH_TR("torque P / Ω = {p} W / {n} rpm = {q} N·m"), {{"p", num(h.powerW)}, {"n", num(rpm)}, {"q", num(h.torqueNm, 2)}});
            HoverIn tailRotor = mainRotor(setup.machine, rpm * t.ratio);
            tailRotor.diameterM = t.discM;
            tailRotor.chordMm = t.chordMm;
            tailRotor.blades = 2.0;
            return tailHover(h.torqueNm, t.boomM, tailRotor, &why).pitchDeg;
        },
        speed);
    out.tailTipSpeed = make(
        KH_TR("tail tip speed"), {"m/s", 0}, {"machine.tail.discM"_field, "machine.tail.ratio"_field},
        [&](Derivation& why) {
            double fastest = 0.0;
            for (const FlightMode& m : setup.transmitter.modes) fastest = std::max(fastest, m.targetRpm.value_or(0.0));
            return tipSpeed(t.discM, fastest * t.ratio, &why);
        },
        speed);
}

}  // namespace

void tailFigures(const FigureBuilder& b) {
    TailFigures f{b};
    f.tail();
}

}  // namespace kh
