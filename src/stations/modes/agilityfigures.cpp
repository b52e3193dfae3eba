// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a mode's sticks and gain come to: turn rates of both boxes together, the gain in every scale; and what bounds the
// curves: motor-off and the plate's envelope.
#include "base/conventions.h"
#include "base/error.h"
#include "formula/root.h"
#include "judge/helicopter/figures.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "stations/modes/modesfiguremaker.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kUsableStep = 1.0 / 1024.0;  ///< of the curve's range

}  // namespace

std::vector<AxisFigures> ModesFigureMaker::agility(std::size_t mode, std::size_t inForce) const {
    std::vector<AxisFigures> axes;
    const FlightMode& m = setup.transmitter.modes[mode];
    const auto& banks = setup.controller.banks;
    const Bank none;
    const Bank& bank = banks.empty() ? none : banks[std::min(inForce, banks.size() - 1)];
    struct Axis {
        const char* id;
        AxisRates rates;
        TurnAxis turns;
    };
    for (const Axis& axis : {Axis{"aileron", m.aileron, TurnAxis::Roll}, Axis{"elevator", m.elevator, TurnAxis::Pitch},
                             Axis{"rudder", m.rudder, TurnAxis::Yaw}}) {
        const BankAxis has = bankAxis(setup.controller.profile, bank, axis.turns);
        const BankKeys keys = bankKeys(setup.controller.profile, bank, axis.turns);
        const ChannelSettings* channel = channelOf(setup.transmitter, axis.id);
        const std::string base = "transmitter.modes." + m.id + "." + axis.id;
        const std::string box = "controller.banks." + bank.id + ".";
        const std::vector<std::string> paths{base + ".ratePct",
                                             base + ".expoPct",
                                             elementPath("transmitter.channels.{}.travelHighPct"_field, axis.id),
                                             "controller.profile.usPerPct"_field,
                                             box + keys.rate,
                                             box + keys.expo};
        const std::vector<FigureNeed> needed{{"transmitter.channels"_field, channel != nullptr},
                                             {"controller.banks"_field, !banks.empty()}};
        const ChannelSettings sent = channel == nullptr ? ChannelSettings{} : *channel;
        const ExpoTable& expo = setup.transmitter.profile->expoTable;
        const auto sentAt = [&](double stick) { return axis.rates.ratePct * withExpo(stick, axis.rates.expoPct, expo); };
        const auto demandAt = [&](double stick) {
            return std::abs(demandOf(setup.controller.profile, readsPct(setup, sent, sentAt(stick))));
        };
        const auto degSAt = [&](double stick) { return turnRateDegS(has, demandAt(stick)); };
        AxisFigures a;
        a.id = axis.id;
        a.fullDegS = make(
            KH_TR("turn rate at full stick"), {"°/s", 0}, paths,
            [&](Derivation& why) {
                why.line(KH_TR("demand at full stick {d}, of {r} °/s"), {{"d", num(demandAt(1.0), 2)}, {"r", num(has.fullDegS)}});
                return degSAt(1.0);
            },
            needed);
        a.flipS = make(
            KH_TR("one whole turn at full stick"), {"s", 2}, paths,
            [&](Derivation& why) {
                const double full = degSAt(1.0);
                if (full <= 0.0) throw InputError(base + ".ratePct", "the stick does not turn the machine");
                why.line(KH_TR("360° / {r} °/s"), {{"r", num(full)}});
                return 360.0 / full;
            },
            needed);
        a.centreSlopePct = make(
            KH_TR("slope at the centre, of the straight line"), {"%", 0}, paths,
            [&](Derivation& why) {
                // both expos leave their share; the rate cancels
                const double radio = 1.0 - axis.rates.expoPct / 100.0;
                const double controller = 1.0 - has.expoPct / 100.0;
                why.line(KH_TR("(1 − {a}) · (1 − {b})"),
                         {{"a", amount(setup, elementPath("transmitter.modes.{}.aileron.expoPct"_field, setup.transmitter.modes.front().id),
                                       axis.rates.expoPct)},
                          {"b", amount(setup, elementPath("controller.banks.{}.expoPct"_field, bank.id), has.expoPct)}});
                return 100.0 * radio * controller;
            },
            needed);
        for (std::size_t i = 0; words && i < kAxisSamples; ++i) {
            const double stick = static_cast<double>(i) / static_cast<double>(kAxisSamples - 1);
            a.sentPct.push_back(sentAt(stick));
            if (a.fullDegS.known) a.degS.push_back(degSAt(stick));
        }
        axes.push_back(std::move(a));
    }
    return axes;
}

std::vector<GainForm> ModesFigureMaker::gainForms(const ModeFigures& f) {
    std::vector<GainForm> forms;
    if (!f.gainRead.known) return forms;
    const double gain = std::clamp(f.gainRead.value, -100.0, 100.0);
    for (const GainScale scale : {GainScale::Signed, GainScale::Centre50, GainScale::ModePercent, GainScale::Travel}) {
        GainForm form{scale, gainAsShown(gain, scale), gainFromTyped(gainTyped(gain, scale), scale, gain), false};
        form.crossesZero = gain != 0.0 && (form.standsFor == 0.0 || std::signbit(form.standsFor) != std::signbit(gain));
        forms.push_back(std::move(form));
    }
    return forms;
}

void ModesFigureMaker::zones() {
    const ChannelSettings* throttle = channelOf(setup.transmitter, functionId(heli::Throttle));
    const ChannelScale scale = channelScale(setup.transmitter.profile, throttle == nullptr ? ChannelSettings{} : *throttle);
    out.motorOffPct =
        make(KH_TR("throttle at which the motor is surely off"), {"%", 1, true},
             {"speedController.lowUs"_field, "speedController.highUs"_field, "transmitter.channels.throttle.travelLowPct"_field,
              "transmitter.channels.throttle.subTrimPct"_field, "transmitter.channels.throttle.reversed"_field},
             [&](Derivation& why) {
                 // highest of the curve's values, in half percents, whose pulse is off
                 double best = -200.0;
                 for (double v = -60.0; v <= 100.0; v += 0.5)
                     if (out.motor.off(channelOutputUnchecked(channelPctFromThrottlePct(v), scale).pulseUs)) best = v;
                 if (best < -100.0) throw InputError("speedController.lowUs"_field, "no throttle value reaches it");
                 why.line(KH_TR("highest value whose pulse is at most {o} µs"), {{"o", num(out.motorOffUs.value)}});
                 return best;
             },
             {{"transmitter.channels"_field, throttle != nullptr}});
    const auto usable = [&](double side) {
        return [this, side](Derivation& why) {
            const double sign = side * (setup.controller.directions.collectiveReversed ? -1.0 : 1.0);
            const auto height = [&](double share) { return helicopterIn(model).plateAt(sign * share, 0, 0).plate.heightMm; };
            const auto free = [&](double share) { return levelLimit(setup, height(share)) == Limit::None; };
            if (free(1.0)) {
                why.line(KH_TR("the plate stays inside its envelope over the whole curve"));
                return side * 100.0;
            }
            const auto stands = [&](double share) { return free(share) ? -1.0 : 1.0; };
            const RootBracket edge = free(0.0) ? bracketOfRoot(stands, 0.0, 1.0, kUsableStep) : RootBracket{0.0, kUsableStep};
            why.line(KH_TR("beyond it the plate stands at {h} mm and {l} stops it"),
                     {{"h", signedNum(height(edge.second), 1)}, {"l", asWord(limitId(levelLimit(setup, height(edge.second))))}});
            return side * 100.0 * edge.first;
        };
    };
    const std::vector<std::string> paths =
        bladePaths(*this, {"controller.collectiveHighPct"_field, "controller.collectiveLowPct"_field, "machine.plate.travelMm"_field,
                           "machine.head.gripLimitDeg"_field, "controller.profile.usableStrokeUs"_field});
    out.usablePitchHighPct = make(KH_TR("highest pitch value inside the envelope"), {"%", 0, true}, paths, usable(1.0));
    out.usablePitchLowPct = make(KH_TR("lowest pitch value inside the envelope"), {"%", 0, true}, paths, usable(-1.0));
}

}  // namespace kh
