// SPDX-License-Identifier: GPL-3.0-or-later
//
// What changes from one flight mode to the next.
#include "judge/helicopter/figures.h"
#include "base/conventions.h"
#include "base/error.h"
#include "formula/root.h"
#include "judge/modechecks.h"
#include "judge/modedecks.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "stations/modes/modes.h"
#include "stations/modes/modesfiguremaker.h"

#include <algorithm>
#include <cmath>

namespace kh {

void ModesFigureMaker::steps() {
    const auto& list = setup.transmitter.modes;
    const auto add = [&](std::size_t a, std::size_t b) {
        const ModeFigures& from = out.modes[a];
        const ModeFigures& to = out.modes[b];
        ModeStep s;
        s.from = from.id;
        s.to = to.id;
        s.leavesHold = from.id == kHoldMode;
        const ModeFigures& anchor = s.leavesHold ? to : from;
        const std::vector<std::string> curves{elementPath("transmitter.modes.{}.pitch"_field, from.id),
                                              elementPath("transmitter.modes.{}.pitch"_field, to.id)};
        s.hoverJumpDeg = make(KH_TR("pitch jump at the hover"), {"°", 1, true}, bladePaths(*this, curves),
                              [&](Derivation& why) {
                                  const double stick = anchor.hoverStick.value;
                                  why.line(KH_TR("at stick {s}"), {{"s", signedNum(stick, 2)}});
                                  return modePitchDeg(*this, b, stick, why) - modePitchDeg(*this, a, stick, why);
                              },
                              {{"machine.power.kv"_field, anchor.hoverStick.known}});
        s.speedChangePct =
            make(KH_TR("change of head speed"), {"%", 0, true},
                 {s.leavesHold ? "transmitter.hold.throttlePct"_field : elementPath("transmitter.modes.{}.throttle"_field, from.id),
                  elementPath("transmitter.modes.{}.throttle"_field, to.id), "speedController.calibration"_field},
                 [&](Derivation& why) {
                     why.line(KH_TR("{a} rpm to {b} rpm"), {{"a", num(from.headRpm.value)}, {"b", num(to.headRpm.value)}});
                     return 100.0 * (to.headRpm.value / from.headRpm.value - 1.0);
                 },
                 {{"machine.power.kv"_field, !s.leavesHold && from.headRpm.known && to.headRpm.known && from.headRpm.value > 0.0}});
        s.lowJumpDeg = make(KH_TR("pitch change at low stick"), {"°", 1, true}, bladePaths(*this, curves),
                            [&](Derivation& why) { return modePitchDeg(*this, b, -1.0, why) - modePitchDeg(*this, a, -1.0, why); });
        s.throttleFrom = s.leavesHold ? setup.transmitter.hold.throttlePct : model.throttleCurveAt(a, -1.0);
        s.throttleTo = model.throttleCurveAt(b, -1.0);
        if (!s.leavesHold && s.hoverJumpDeg.known) {
            const double stick = anchor.hoverStick.value;
            s.jumps = !levelAtHover(setup, model, from, to, collectiveDeg(setup, model, list[a], stick),
                                    collectiveDeg(setup, model, list[b], stick));
        }
        out.steps.push_back(std::move(s));
    };
    std::size_t last = list.size();
    std::size_t hold = list.size();
    std::size_t first = list.size();
    for (std::size_t i = 0; i < list.size(); ++i) {
        if (list[i].id == kHoldMode) {
            hold = i;
            continue;
        }
        if (last < list.size()) add(last, i);
        else first = i;
        last = i;
    }
    if (hold < list.size() && first < list.size()) add(hold, first);
}

void modesFigures(const FigureBuilder& b) {
    helicopterFigures(b);
    ModesFigureMaker f{b};
    for (std::size_t i = 0; i < b.out.modes.size(); ++i)
        f.own.modes.push_back({f.gainForms(b.out.modes[i]), f.agility(i, b.out.modes[i].bank)});
    f.steps();
    f.zones();
    if (b.words) f.flown();  // no rule reads it
}

}  // namespace kh
