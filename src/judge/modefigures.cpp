// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/modefigures.h"

#include "base/error.h"
#include "formula/root.h"
#include "judge/modechecks.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"

#include <algorithm>

namespace kh {

namespace {

/// What a mode's throttle stands in.
std::string throttleFieldOf(const FlightMode& m) {
    return m.id == kHoldMode ? std::string("transmitter.hold.throttlePct"_field) : elementPath("transmitter.modes.{}.throttle"_field, m.id);
}

ModeStep stepBetween(const FigureBuilder& b, const ModePitch& pitch, std::size_t was, std::size_t is) {
    const auto& list = b.setup.transmitter.modes;
    const ModeFigures& from = b.out.modes[was];
    const ModeFigures& to = b.out.modes[is];
    ModeStep s;
    s.from = from.id;
    s.to = to.id;
    s.leavesHold = from.id == kHoldMode;
    const ModeFigures& anchor = s.leavesHold ? to : from;
    const std::vector<std::string> curves =
        pitch.paths({elementPath("transmitter.modes.{}.pitch"_field, from.id), elementPath("transmitter.modes.{}.pitch"_field, to.id)});
    s.hoverJumpDeg = b.make(KH_TR("pitch jump at the hover"), {"°", 1, true}, curves,
                            [&](Derivation& why) {
                                const double stick = anchor.hoverStick.value;
                                why.line(KH_TR("at stick {s}"), {{"s", signedNum(stick, 2)}});
                                return pitch.deg(is, stick, why) - pitch.deg(was, stick, why);
                            },
                            {{"machine.power.kv"_field, anchor.hoverStick.known}});
    s.speedChangePct =
        b.make(KH_TR("change of head speed"), {"%", 0, true},
               {throttleFieldOf(list[was]), throttleFieldOf(list[is]), "speedController.calibration"_field},
               [&](Derivation& why) {
                   why.line(KH_TR("{a} rpm to {b} rpm"), {{"a", num(from.headRpm.value)}, {"b", num(to.headRpm.value)}});
                   return 100.0 * (to.headRpm.value / from.headRpm.value - 1.0);
               },
               {{"machine.power.kv"_field, !s.leavesHold && from.headRpm.known && to.headRpm.known && from.headRpm.value > 0.0}});
    s.lowJumpDeg = b.make(KH_TR("pitch change at low stick"), {"°", 1, true}, curves,
                          [&](Derivation& why) { return pitch.deg(is, -1.0, why) - pitch.deg(was, -1.0, why); });
    s.throttleFrom = s.leavesHold ? b.setup.transmitter.hold.throttlePct : b.model.throttleCurveAt(was, -1.0);
    s.throttleTo = b.model.throttleCurveAt(is, -1.0);
    if (!s.leavesHold && s.hoverJumpDeg.known) {
        const double stick = anchor.hoverStick.value;
        s.jumps = !levelAtHover(b.setup, b.model, from, to, collectiveDeg(b.setup, b.model, list[was], stick),
                                collectiveDeg(b.setup, b.model, list[is], stick));
    }
    return s;
}

}  // namespace

void modeThrottleFigures(const FigureBuilder& b, std::size_t mode, const char* speedTitle, ModeFigures& of) {
    const Setup& setup = b.setup;
    const FlightMode& m = setup.transmitter.modes[mode];
    const bool hold = m.id == kHoldMode;
    double highest = 0.0;
    for (const CurvePoint& p : m.throttle.points) highest = std::max(highest, p.y);
    const std::string field = throttleFieldOf(m);
    of.throttlePct = b.make(KH_TR("throttle, highest"), {"%", 0, false}, {field}, [&](Derivation& why) {
        why.line(hold ? KH_TR("hold's own value") : KH_TR("highest point of the curve"));
        return hold ? setup.transmitter.hold.throttlePct : highest;
    });
    const double throttle = hold ? 0.0 : b.model.motorPctOf(highest);
    double rpm = 0.0;
    const bool known = b.model.headSpeedAt(throttle, mode, rpm);
    of.headRpm = b.make(speedTitle, {"rpm", 0},
                        {field, "speedController.calibration"_field, "machine.power.kv"_field, "machine.power.mainTeeth"_field,
                         "machine.power.pinionTeeth"_field},
                        [&](Derivation& why) {
                            if (setup.speedController.calibration.size() >= 2)
                                why.line(KH_TR("straight line through {n} logged points, at {t}"),
                                         {{"n", num(static_cast<double>(setup.speedController.calibration.size()))},
                                          {"t", b.amount(setup, throttlePath(setup.transmitter), throttle)}});
                            else
                                why.line(KH_TR("share of what is available, at {t}: no speed was logged yet"),
                                         {{"t", b.amount(setup, throttlePath(setup.transmitter), throttle)}});
                            return rpm;
                        },
                        {{"machine.power.kv"_field, known}});
}

void modePitchFigures(const FigureBuilder& b, std::size_t mode, const ModePitch& pitch, ModeFigures& of) {
    const std::string curve = elementPath("transmitter.modes.{}.pitch"_field, of.id);
    const std::vector<std::string> paths = pitch.paths({curve});
    const auto at = [&](const char* title, double stick) {
        return b.make(title, {"°", 1, true}, paths, [&pitch, mode, stick](Derivation& why) { return pitch.deg(mode, stick, why); });
    };
    of.pitchLow = at(KH_TR("blade pitch at low stick"), -1.0);
    of.pitchMid = at(KH_TR("blade pitch at mid stick"), 0.0);
    of.pitchHigh = at(KH_TR("blade pitch at high stick"), 1.0);
    const double wanted = of.hoverPitch.value;
    of.hoverStick = b.make(KH_TR("stick that holds the hover"), {"", 2, true}, paths,
                           [&](Derivation& why) {
                               Derivation quiet;
                               quiet.wanted = false;
                               if (pitch.deg(mode, 1.0, quiet) < wanted) throw InputError(curve, "the curve never reaches the hover pitch");
                               const auto side = [&](double stick) { return pitch.deg(mode, stick, quiet) < wanted ? -1.0 : 1.0; };
                               if (pitch.deg(mode, -1.0, quiet) > wanted)
                                   throw InputError(curve, "the curve never comes down to the hover pitch");
                               why.line(KH_TR("where the curve gives {p}°"), {{"p", num(wanted, 1)}});
                               return side(-1.0) > 0.0 ? -1.0 : bracketOfRoot(side, -1.0, 1.0, kStickTolerance).second;
                           },
                           {{of.hoverPitch.missing, of.hoverPitch.known}});
}

void modeSteps(const FigureBuilder& b, const ModePitch& pitch) {
    const auto& list = b.setup.transmitter.modes;
    std::size_t last = list.size(), hold = list.size(), first = list.size();
    for (std::size_t i = 0; i < list.size(); ++i) {
        if (list[i].id == kHoldMode) {
            hold = i;
            continue;
        }
        if (last < list.size()) b.out.steps.push_back(stepBetween(b, pitch, last, i));
        else first = i;
        last = i;
    }
    if (hold < list.size() && first < list.size()) b.out.steps.push_back(stepBetween(b, pitch, hold, first));
}

}  // namespace kh
