// SPDX-License-Identifier: GPL-3.0-or-later
//
// Slider, tail pitch, the pitch that holds the hover, gains carried to other head speeds, frame period.
#include "judge/helicopter/figures.h"
#include "base/conventions.h"
#include "base/error.h"
#include "formula/answers.h"
#include "formula/linkage.h"
#include "formula/tailauthority.h"
#include "judge/figurebuilder.h"
#include "judge/modechecks.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/tail/tail.h"
#include "stations/tail/tailfigures.h"

#include <algorithm>

namespace kh {

namespace {

struct TailFigureMaker : FigureBuilder {
    TailFigures& own = made<TailFigures>();
    void tail();
    void hovers();
    void otherWay();
    void authority(std::size_t mode, ModeTail& tail) const;
    [[nodiscard]] ModeTail ofMode(const FlightMode& m, const ModeFigures& f) const;
    void frame();
};

void TailFigureMaker::tail() {
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
    own.sliderLeftMm = make(KH_TR("slider, full left rudder"), {"mm", 1, true}, paths, tailAt(-1, false), slider);
    own.sliderRightMm = make(KH_TR("slider, full right rudder"), {"mm", 1, true}, paths, tailAt(1, false), slider);
    own.pitchLeftDeg = make(KH_TR("tail pitch, full left rudder"), {"°", 1, true}, paths, tailAt(-1, true), slider);
    own.pitchRightDeg = make(KH_TR("tail pitch, full right rudder"), {"°", 1, true}, paths, tailAt(1, true), slider);
}

void TailFigureMaker::hovers() {
    const auto& list = setup.transmitter.modes;
    const FlightMode& base = list.front();
    const std::string basePath = elementPath("transmitter.modes.{}.targetRpm"_field, base.id);
    own.hoverDeg = tailHoverFigure(*this, base.targetRpm.value_or(0.0), basePath);
    for (std::size_t i = 0; i < list.size(); ++i) {
        own.modes.push_back(list[i].id == kHoldMode ? ModeTail{} : ofMode(list[i], out.modes[i]));
        if (isFlown(list[i])) authority(i, own.modes.back());
    }
}

namespace {

/// + where the tail pushes against the main rotor's torque.
double towardTorque(const Setup& setup) { return helicopter(setup).rotor.turning == Turning::Clockwise ? 1.0 : -1.0; }

}  // namespace

void TailFigureMaker::otherWay() {
    const Figure& end = towardTorque(setup) > 0.0 ? own.pitchLeftDeg : own.pitchRightDeg;
    own.otherWayDeg = make(KH_TR("tail pitch at the other side's limit"), {"°", 1, true}, end.why.inputs,
                           [&](Derivation& why) {
                               why.line(KH_TR("counted from the side that works against the torque: {p}°"),
                                        {{"p", signedNum(towardTorque(setup) * end.value, 1)}});
                               return towardTorque(setup) * end.value;
                           },
                           {{"machine.tail.drive"_field, end.known}});
}

void TailFigureMaker::authority(std::size_t mode, ModeTail& tail) const {
    const FlightMode& m = setup.transmitter.modes[mode];
    const ModeFigures& f = out.modes[mode];
    const Figure& end = towardTorque(setup) > 0.0 ? own.pitchRightDeg : own.pitchLeftDeg;
    const std::string wantedPath = elementPath("transmitter.modes.{}.targetRpm"_field, m.id);
    const double rpm = m.targetRpm && *m.targetRpm > 0.0 ? *m.targetRpm : f.headRpm.known ? f.headRpm.value : 0.0;
    const std::string pitchPath = modePath(m, "pitch");
    const std::vector<FigureNeed> needed{
        {wantedPath, rpm > 0.0}, {"machine.tail.drive"_field, end.known}, {pitchPath, f.pitchHigh.known && f.pitchLow.known}};
    const std::vector<std::string> paths{wantedPath,
                                         pitchPath,
                                         "machine.power.mostPowerW"_field,
                                         "machine.tail.discM"_field,
                                         "machine.tail.chordMm"_field,
                                         "machine.tail.ratio"_field,
                                         "machine.tail.boomM"_field,
                                         "machine.air.sideWindMs"_field,
                                         "machine.air.temperatureC"_field,
                                         "machine.air.heightM"_field};
    const auto against = [&](Derivation* why) {
        const double full = std::clamp(std::max(f.pitchHigh.value, -f.pitchLow.value), 0.0, kFullPitchDeg);
        return torqueAgainst(mainRotor(setup.machine, rpm), full, setup.machine.power.mostPowerW.value_or(0.0), why);
    };
    const auto authorityAt = [&](double torqueNm, Derivation* why) {
        return tailAuthority({torqueNm, helicopter(setup).tail.boomM, tailRotor(setup.machine, rpm), towardTorque(setup) * end.value,
                              setup.machine.air.sideWindMs},
                             why);
    };
    // what the air alone asks for is judged; 1.3 times that, or all the drive gives, is the far end of the band
    const auto figure = [&](const char* title, FigureShape shape, double TailAuthority::*what) {
        return make(
            title, shape, paths, [&](Derivation& why) { return authorityAt(against(&why).airNm, &why).*what; }, needed);
    };
    tail.needDeg = figure(KH_TR("tail pitch against full collective, estimate"), {"°", 1}, &TailAuthority::needDeg);
    tail.marginDeg = figure(KH_TR("tail pitch left in the side wind, estimate"), {"°", 1, true}, &TailAuthority::marginDeg);
    tail.windMs = figure(KH_TR("side wind the tail holds at full collective, estimate"), {"m/s", 0}, &TailAuthority::windMs);
    if (!tail.needDeg.known) return;
    const TorqueAgainst torque = against(nullptr);
    const TailAuthority least = authorityAt(torque.airNm, nullptr), most = authorityAt(torque.mostNm, nullptr);
    span(tail.needDeg, least.needDeg, most.needDeg);
    span(tail.marginDeg, most.marginDeg, least.marginDeg);
    tail.loading = least.loading;
    tail.endBinds = least.endBinds();
    tail.endDeg = towardTorque(setup) * end.value;
}

ModeTail TailFigureMaker::ofMode(const FlightMode& m, const ModeFigures& f) const {
    const FlightMode& base = setup.transmitter.modes.front();
    const ModeFigures& first = out.modes.front();
    const std::string wantedPath = elementPath("transmitter.modes.{}.targetRpm"_field, m.id);
    const double wanted = m.targetRpm.value_or(0.0);
    const double given = f.headRpm.known ? f.headRpm.value : 0.0;
    ModeTail tail;
    tail.hoverDeg = tailHoverFigure(*this, wanted > 0.0 ? wanted : given, wantedPath);
    tail.gainScaledPct = make(
        KH_TR("tail gain carried to this head speed"), {"%", 0, true},
        {elementPath("transmitter.modes.{}.tailGainPct"_field, base.id), elementPath("transmitter.modes.{}.targetRpm"_field, base.id),
         wantedPath},
        [&](Derivation& why) {
            if (setup.controller.profile->scalesGain) {
                why.line(KH_TR("the controller scales it by head speed itself"));
                return first.gainRead.value;
            }
            why.line(KH_TR("{g} % at {a}; to a faster one by the square of the speeds, to a slower one raised by at most their ratio"),
                     {{"g", signedNum(first.gainRead.value)},
                      {"a", amount(setup, elementPath("transmitter.modes.{}.targetRpm"_field, base.id), base.targetRpm.value_or(0.0))}});
            return gainCarried(first.gainRead.value, *base.targetRpm, wanted);
        },
        {{wantedPath, wanted > 0.0 && base.targetRpm.value_or(0.0) > 0.0},
         {elementPath("transmitter.modes.{}.tailGainPct"_field, base.id), first.gainRead.known}});
    return tail;
}

void TailFigureMaker::frame() {
    const ControllerTail& t = setup.controller.tail;
    own.armMm = make(
        KH_TR("arm that brings the limits to 100 %"), {"mm", 1},
        {"machine.tail.armMm"_field, "controller.tail.limitLeftPct"_field, "controller.tail.limitRightPct"_field}, [&](Derivation& why) {
            const double mean = std::max(1.0, (t.limitLeftPct + t.limitRightPct) / 2.0);
            const double arm = helicopter(setup).tail.armMm;
            why.line(KH_TR("arm · mean limit / 100 = {a} · {l}"), {{"a", amount(setup, "machine.tail.armMm"_field, arm)},
                                                                   {"l", amount(setup, "controller.tail.limitLeftPct"_field, mean)}});
            return tailArmFor(arm, mean);
        });
    own.frameUs = make(KH_TR("frame period of the tail servo"), {"µs", 0}, {"controller.tail.rateHz"_field}, [&](Derivation& why) {
        why.line(KH_TR("1 / {r}"), {{"r", amount(setup, "controller.tail.rateHz"_field, t.rateHz)}});
        return 1e6 / t.rateHz;
    });
    own.longestUs =
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
    helicopterFigures(b);
    TailFigureMaker f{b};
    f.tail();
    f.otherWay();
    f.hovers();
    f.frame();
}

}  // namespace kh
