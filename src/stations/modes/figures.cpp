// SPDX-License-Identifier: GPL-3.0-or-later
//
// Each flight mode in real units, and what changes from one to the next.
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
#include "stations/modes/modesfigures.h"

#include <algorithm>
#include <cmath>

namespace kh {

void ModesFigures::modes() {
    const auto& list = setup.transmitter.modes;
    const ChannelSettings* gainChannel = channelOf(setup.transmitter, functionId(heli::Gain));
    const std::vector<std::optional<Deck>>& decks = memory.of<ModeDecks>().of(setup, model);
    for (std::size_t i = 0; i < list.size(); ++i) {
        const FlightMode& m = list[i];
        const std::string base = "transmitter.modes." + m.id;
        const bool hold = m.id == kHoldMode;
        ModeFigures f;
        f.id = m.id;
        f.name = m.name;
        const auto highest = [&m]() {
            double t = 0.0;
            for (const CurvePoint& p : m.throttle.points) t = std::max(t, p.y);
            return t;
        };
        f.throttlePct = make(KH_TR("throttle, highest"), {"%", 0, false},
                             {hold ? "transmitter.hold.throttlePct"_field : base + ".throttle"}, [&](Derivation& why) {
                                 why.line(hold ? KH_TR("hold's own value") : KH_TR("highest point of the curve"));
                                 return hold ? setup.transmitter.hold.throttlePct : highest();
                             });
        const double throttle = hold ? 0.0 : model.motorPctOf(highest());
        double rpm = 0.0;
        const bool rpmKnown = model.headSpeedAt(throttle, i, rpm);
        const std::vector<FigureNeed> speed{{"machine.power.kv"_field, rpmKnown}};
        f.headRpm = make(
            KH_TR("head speed"), {"rpm", 0},
            {hold ? "transmitter.hold.throttlePct"_field : base + ".throttle", "speedController.calibration"_field,
             "machine.power.kv"_field, "machine.power.mainTeeth"_field, "machine.power.pinionTeeth"_field},
            [&](Derivation& why) {
                if (setup.speedController.calibration.size() >= 2)
                    why.line(KH_TR("straight line through {n} logged points, at {t}"),
                             {{"n", num(static_cast<double>(setup.speedController.calibration.size()))},
                              {"t", amount(setup, throttlePath(setup.transmitter), throttle)}});
                else
                    why.line(KH_TR("share of what is available, at {t}: no speed was logged yet"),
                             {{"t", amount(setup, throttlePath(setup.transmitter), throttle)}});
                return rpm;
            },
            speed);
        f.tipSpeed = make(
            KH_TR("blade tip speed"), {"m/s", 0}, {"machine.rotor.discM"_field},
            [&](Derivation& why) { return tipSpeed(helicopter(setup).rotor.discM, rpm, &why); }, speed);
        const auto pitchAt = [this, i](double stick) {
            return [this, i, stick](Derivation& why) { return modePitchDeg(*this, i, stick, why); };
        };
        const std::vector<std::string> pitchPaths =
            bladePaths(*this, {base + ".pitch", "controller.collectiveHighPct"_field, "controller.collectiveLowPct"_field});
        f.pitchLow = make(KH_TR("blade pitch at low stick"), {"°", 1, true}, pitchPaths, pitchAt(-1));
        f.pitchMid = make(KH_TR("blade pitch at mid stick"), {"°", 1, true}, pitchPaths, pitchAt(0));
        f.pitchHigh = make(KH_TR("blade pitch at high stick"), {"°", 1, true}, pitchPaths, pitchAt(1));
        const std::string speedPath = hold ? "transmitter.hold.throttlePct"_field : base + ".throttle";
        const std::vector<std::string> hoverPaths{"machine.massKg"_field, "machine.rotor.discM"_field, "machine.rotor.chordMm"_field,
                                                  "machine.rotor.blades"_field, speedPath};
        // where no head speed is known the wanted one stands for it
        const double hoverRpm = rpmKnown || hold ? rpm : m.targetRpm.value_or(0.0);
        const std::vector<FigureNeed> turning{{"machine.power.kv"_field, hoverRpm > 0.0}};
        f.hoverPitch = make(
            KH_TR("hover pitch, estimate"), {"°", 1}, hoverPaths,
            [&](Derivation& why) {
                const double deg = hover(mainRotor(setup.machine, hoverRpm), &why).pitchDeg;
                why.line(KH_TR("gauges at the field read 0.5 … 1.5° more"));
                return deg;
            },
            turning);
        f.hoverStick = make(
            KH_TR("stick that holds the hover"), {"", 2, true}, pitchPaths,
            [&](Derivation& why) {
                const double wanted = hover(mainRotor(setup.machine, hoverRpm)).pitchDeg;
                Derivation quiet;
                if (pitchAt(1.0)(quiet) < wanted) throw InputError(base + ".pitch", "the curve never reaches the hover pitch");
                if (pitchAt(-1.0)(quiet) > wanted) throw InputError(base + ".pitch", "the curve never comes down to the hover pitch");
                quiet.wanted = false;
                const auto side = [&](double stick) { return pitchAt(stick)(quiet) < wanted ? -1.0 : 1.0; };
                why.line(KH_TR("where the curve gives {p}°"), {{"p", num(wanted, 1)}});
                return side(-1.0) > 0.0 ? -1.0 : bracketOfRoot(side, -1.0, 1.0, kStickTolerance).second;
            },
            turning);
        f.gainRead =
            make(KH_TR("tail gain as read"), {"%", 0, true},
                 {base + ".tailGainPct", "transmitter.channels.gain.travelHighPct"_field, "transmitter.channels.gain.travelLowPct"_field,
                  "transmitter.channels.gain.reversed"_field},
                 [&](Derivation& why) {
                     if (gainChannel == nullptr) throw InputError("transmitter.channels"_field, "there is no gain channel");
                     const ChannelScale scale = channelScale(setup.transmitter.profile, *gainChannel);
                     return readingPct(channelOutput(m.tailGainPct, scale, &why).pulseUs, readingScale(setup.controller.profile), &why);
                 });
        if (decks[i]) f.bank = model.modesAt(model.numbers(*decks[i])).bank;
        heldPulse(i, f);
        gainForms(f);
        speeds(i, f);
        agility(i, f);
        out.modes.push_back(std::move(f));
    }
}

void ModesFigures::heldPulse(std::size_t mode, ModeFigures& f) const {
    const TransmitterSettings& tx = setup.transmitter;
    const FlightMode& m = tx.modes[mode];
    if (m.id == kHoldMode) return;
    const auto& acts = tx.hold.actsIn;
    f.holdActs = !acts || std::find(acts->begin(), acts->end(), m.id) != acts->end();
    const std::string from = f.holdActs ? "transmitter.hold.throttlePct"_field : elementPath("transmitter.modes.{}.throttle"_field, m.id);
    f.heldThrottlePct =
        make(KH_TR("throttle with hold on, collective low"), {"%", 1}, {from, "transmitter.hold.actsIn"_field}, [&](Derivation& why) {
            why.line(f.holdActs ? KH_TR("hold acts in this mode: its own value") : KH_TR("hold does not act here: the curve's low end"));
            return f.holdActs ? tx.hold.throttlePct : model.throttleCurveAt(mode, -1.0);
        });
    const ChannelSettings* throttle = channelOf(tx, functionId(heli::Throttle));
    const ChannelScale scale = channelScale(tx.profile, throttle == nullptr ? ChannelSettings{} : *throttle);
    f.heldUs = make(KH_TR("pulse with hold on"), {"µs", 0},
                    {from, "transmitter.channels.throttle.travelLowPct"_field, "transmitter.profile.usPerPct"_field}, [&](Derivation& why) {
                        return channelOutput(channelPctFromThrottlePct(f.heldThrottlePct.value), scale, &why).pulseUs;
                    });
    f.heldOff = f.heldUs.known && out.motor.off(f.heldUs.value);
}

void ModesFigures::steps() {
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
    ModesFigures f{b};
    f.modes();
    f.steps();
    f.zones();
}

}  // namespace kh
