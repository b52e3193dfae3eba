// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/rotors/figures.h"

#include "base/conventions.h"
#include "judge/motorfigures.h"
#include "model/air.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kUsualHover = 0.3;

double collectiveOf(RotorState state) { return state == RotorState::Zero ? 0.0 : state == RotorState::Plus ? 1.0 : -1.0; }

struct RotorsMaker : FigureBuilder {
    RotorsFigures& own;

    void pitches() {
        for (const RotorState state : kRotorStates) {
            const auto s = static_cast<std::size_t>(state);
            const RotorsInstant at = rotorsIn(model).at({collectiveOf(state), 0.0, 0.0, 0.0});
            for (std::size_t i = 0; i < kRotors; ++i) {
                const std::string unit = "machine.rotors." + std::string(rotors::kIds[i]);
                own.pitch[s][i] = make(state == RotorState::Zero   ? KH_TR("blade at neutral")
                                       : state == RotorState::Plus ? KH_TR("blade at the + limit")
                                                                   : KH_TR("blade at the − limit"),
                                       {"°", 1, true},
                                       std::vector<std::string>{unit + ".armMm", unit + ".linkMm", unit + ".leverMm", unit + ".squareErrorDeg",
                                                                unit + ".zeroErrorDeg", "machine.limits"},
                                       [&](Derivation& why) {
                                           why.line(KH_TR("pulse {p} µs, arm {a}°, push rod, lever"),
                                                    {{"p", num(at.pulseUs[portOf(i)])}, {"a", signedNum(at.armDeg[i], 1)}});
                                           return at.bladeDeg[i];
                                       });
                if (state == RotorState::Zero)
                    own.armDeg[i] = make(KH_TR("arm off square at neutral"), {"°", 1, true},
                                         std::vector<std::string>{unit + ".squareErrorDeg", "controller.ports"}, [&](Derivation& why) {
                                             why.line(KH_TR("to its push rod, with the box's trim"));
                                             return at.armDeg[i];
                                         });
            }
            own.apart[s] = make(KH_TR("unlike by"), {"°", 1}, {"machine.rotors"_field, "machine.limits"_field}, [&](Derivation& why) {
                const auto [low, high] = std::minmax_element(at.bladeDeg.begin(), at.bladeDeg.end());
                why.line(KH_TR("from {a}° to {b}°"), {{"a", signedNum(*low, 1)}, {"b", signedNum(*high, 1)}});
                return *high - *low;
            });
        }
        own.wanted = make(KH_TR("blade pitch wanted at the limits"), {"°", 1}, {"machine.wantedDeg"_field}, [&](Derivation& why) {
            why.line(KH_TR("the maker's, else 12°"));
            return wantedPitchDeg(setup.machine);
        });
    }
    /// The port whose lead goes to a rotor; the rotor's own where none does.
    [[nodiscard]] std::size_t portOf(std::size_t rotor) const {
        for (std::size_t p = 0; p < kRotors; ++p)
            if (rotorsIn(model).rotorOfPort(p) == rotor) return p;
        return rotor;
    }
    void flight() {
        const double rpm = rotorSpeedRpm(setup, model);
        const std::vector<FigureNeed> speed{{"machine.power.kv"_field, rpm > 0.0}};
        own.speed = make(
            KH_TR("speed of the rotors"), {"rpm", 0}, {"machine.power.kv"_field, "machine.power.mainTeeth"_field, "machine.power.pinionTeeth"_field},
            [&](Derivation& why) {
                why.line(KH_TR("the fastest any mode asks for"));
                return rpm;
            },
            speed);
        own.hoverDeg = make(
            KH_TR("hover pitch, estimate"), {"°", 1}, {"machine.massKg"_field, "machine.discM"_field, "machine.chordMm"_field},
            [&](Derivation& why) { return hover(rotorAt(setup.machine, rpm, densityAt(setup.machine.air)), &why).pitchDeg; }, speed);
        const double c = hoverDemand(setup, model);
        const auto moment = [&](const ChainModel& of, const RotorSticks& sticks) {
            return rotorsIn(of).momentAt(rotorsIn(of).at(sticks).bladeDeg, rpm);
        };
        const auto answer = [&](const char* title, const char* unit, int decimals, auto value) {
            return make(
                title, {unit, decimals, true}, {"machine.armMm"_field, "machine.pair"_field, "machine.toldPair"_field},
                [&](Derivation& why) {
                    why.line(KH_TR("at {n} rpm, collective {c}"), {{"n", num(rpm)}, {"c", signedNum(c, 2)}});
                    return value();
                },
                speed);
        };
        const RotorsMoment still = moment(model, {c, 0, 0, 0});
        own.answers[0] = answer(KH_TR("roll for full aileron"), "N·m", 2, [&] { return moment(model, {c, 1, 0, 0}).rollNm - still.rollNm; });
        own.answers[1] = answer(KH_TR("pitch for full elevator"), "N·m", 2, [&] { return still.pitchNm - moment(model, {c, 0, 1, 0}).pitchNm; });
        own.answers[2] = answer(KH_TR("yaw for full rudder"), "N·m", 3, [&] { return moment(model, {c, 0, 0, 1}).yawNm - still.yawNm; });
        own.answers[3] = answer(KH_TR("lift of full collective"), "N", 1, [&] { return moment(model, {1, 0, 0, 0}).liftN; });
        own.authority = make(
            KH_TR("authority that unlike rotors use up"), {"%", 0}, {"machine.rotors"_field, "machine.limits"_field},
            [&](Derivation& why) {
                double worst = 0.0;
                for (const double at : {-1.0, 0.0, c, 1.0}) {
                    const RotorsMoment m = moment(model, {at, 0, 0, 0});
                    const double full = std::abs(own.answers[0].value), pitch = std::abs(own.answers[1].value);
                    if (full > 0.0) worst = std::max(worst, std::abs(m.rollNm) / full);
                    if (pitch > 0.0) worst = std::max(worst, std::abs(m.pitchNm) / pitch);
                }
                why.line(KH_TR("the moment left with sticks at rest, as a share of full stick's"));
                return pctFromShare(worst);
            },
            speed);
    }
    [[nodiscard]] Figure meanOf(RotorState state) const {
        return make(KH_TR("mean of the four blades"), {"°", 1, true}, {"machine.rotors"_field, "machine.limits"_field}, [&](Derivation&) {
            double sum = 0.0;
            for (std::size_t i = 0; i < kRotors; ++i) sum += own.of(state, i).value;
            return sum / static_cast<double>(kRotors);
        });
    }
    /// From each mode to the next, and out of hold into the first.
    void steps() {
        const auto& list = setup.transmitter.modes;
        std::vector<std::size_t> order;
        for (std::size_t i = 0; i < list.size(); ++i)
            if (list[i].id != kHoldMode) order.push_back(i);
        if (order.empty()) return;
        const auto add = [&](std::size_t from, std::size_t to, bool leavesHold) {
            ModeStep step{.from = list[from].id, .to = list[to].id, .leavesHold = leavesHold};
            const ModeFigures &a = out.modes[from], &b = out.modes[to];
            const auto pitch = [&](std::size_t mode, double stick) { return bladeOf(model.pitchCurveAt(mode, stick)); };
            double low = -1.0, high = 1.0;  // the stick at which the mode that is left hovers
            constexpr int kHalvings = 20;
            for (int i = 0; i < kHalvings; ++i) {
                const double mid = 0.5 * (low + high);
                (pitch(from, mid) < b.hoverPitch.value ? low : high) = mid;
            }
            const std::vector<FigureNeed> hovers{{"machine.power.kv"_field, b.hoverPitch.known}};
            const std::vector<std::string> curves{"transmitter.modes." + list[from].id + ".pitch", "transmitter.modes." + list[to].id + ".pitch"};
            step.hoverJumpDeg = make(
                KH_TR("jump at the hover"), {"°", 1, true}, curves, [&](Derivation&) { return pitch(to, high) - pitch(from, high); }, hovers);
            step.lowJumpDeg = make(KH_TR("jump at low stick"), {"°", 1, true}, curves, [&](Derivation&) { return pitch(to, -1.0) - pitch(from, -1.0); });
            step.speedChangePct = make(
                KH_TR("change of speed"), {"%", 0, true}, curves,
                [&](Derivation&) { return a.headRpm.value > 0.0 ? 100.0 * (b.headRpm.value / a.headRpm.value - 1.0) : 0.0; },
                {{"machine.power.kv"_field, a.headRpm.known && b.headRpm.known && !leavesHold}});
            step.throttleFrom = leavesHold ? setup.transmitter.hold.throttlePct : model.throttleCurveAt(from, -1.0);
            step.throttleTo = model.throttleCurveAt(to, -1.0);
            step.jumps = step.hoverJumpDeg.known && std::abs(step.hoverJumpDeg.value) > kPitchJumpDeg;
            out.steps.push_back(std::move(step));
        };
        for (std::size_t k = 0; k + 1 < order.size(); ++k) add(order[k], order[k + 1], false);
        for (std::size_t i = 0; i < list.size(); ++i)
            if (list[i].id == kHoldMode) add(i, order.front(), true);
    }
    /// The mean of the four blades for a collective curve value.
    [[nodiscard]] double bladeOf(double curvePct) const {
        const ChannelSettings* channel = channelOf(setup.transmitter, "collective");
        const double read = demandOf(setup.controller.profile, readsPct(setup, channel == nullptr ? ChannelSettings{} : *channel, curvePct));
        const RotorsInstant at = rotorsIn(model).at({std::clamp(read, -1.0, 1.0), 0.0, 0.0, 0.0});
        return (at.bladeDeg[0] + at.bladeDeg[1] + at.bladeDeg[2] + at.bladeDeg[3]) / static_cast<double>(kRotors);
    }
    void modes() {
        const auto& list = setup.transmitter.modes;
        for (std::size_t i = 0; i < list.size(); ++i) {
            const FlightMode& m = list[i];
            const std::string base = "transmitter.modes." + m.id;
            const bool hold = m.id == kHoldMode;
            ModeFigures f;
            f.id = m.id;
            f.name = m.name;
            const auto highest = [&m] {
                double most = 0.0;
                for (const CurvePoint& p : m.throttle.points) most = std::max(most, p.y);
                return most;
            };
            const std::string from = hold ? "transmitter.hold.throttlePct"_field : base + ".throttle";
            f.throttlePct = make(KH_TR("throttle, highest"), {"%", 0}, {from}, [&](Derivation& why) {
                why.line(hold ? KH_TR("hold's own value") : KH_TR("highest point of the curve"));
                return hold ? setup.transmitter.hold.throttlePct : highest();
            });
            double rpm = 0.0;
            const bool known = model.headSpeedAt(hold ? 0.0 : model.motorPctOf(highest()), i, rpm);
            f.headRpm = make(
                KH_TR("speed of the rotors"), {"rpm", 0}, {from, "machine.power.kv"_field, "machine.power.mainTeeth"_field},
                [&](Derivation& why) {
                    why.line(KH_TR("one belt or shaft: one speed for all four"));
                    return rpm;
                },
                {{"machine.power.kv"_field, known}});
            const auto pitch = [&](const char* title, double stick) {
                return make(title, {"°", 1, true}, {base + ".pitch", "machine.limits"_field}, [&](Derivation& why) {
                    why.line(KH_TR("curve {c} %, reading, mix, blade"), {{"c", signedNum(model.pitchCurveAt(i, stick), 1)}});
                    return bladeOf(model.pitchCurveAt(i, stick));
                });
            };
            f.pitchLow = pitch(KH_TR("blade pitch at low stick"), -1.0);
            f.pitchMid = pitch(KH_TR("blade pitch at mid stick"), 0.0);
            f.pitchHigh = pitch(KH_TR("blade pitch at high stick"), 1.0);
            f.hoverPitch = make(
                KH_TR("hover pitch, estimate"), {"°", 1}, {"machine.massKg"_field, "machine.discM"_field},
                [&](Derivation& why) { return hover(rotorAt(setup.machine, rpm, densityAt(setup.machine.air)), &why).pitchDeg; },
                {{"machine.power.kv"_field, known && rpm > 0.0}});
            heldFigures(*this, i, f);
            out.modes.push_back(std::move(f));
        }
    }
    void checks() {
        const TransmitterSettings& tx = setup.transmitter;
        const std::size_t base = tx.modes.size() > 1 && tx.modes.front().id == kHoldMode ? 1 : 0;
        if (tx.modes.empty()) return;
        const FlightMode& normal = tx.modes[base];
        std::size_t lowest = base;
        for (std::size_t m = 0; m < tx.modes.size(); ++m)
            if (tx.modes[m].id != kHoldMode && model.pitchCurveAt(m, -1.0) < model.pitchCurveAt(lowest, -1.0)) lowest = m;
        for (const CheckWindow& w : setup.controller.profile->checks) {
            CheckFigure f;
            f.id = w.id;
            f.lowPct = w.lowPct;
            f.highPct = w.highPct;
            const bool collective = w.id.starts_with("collective");
            f.channel = collective ? "collective" : "throttle";
            if (w.id == "collective-low") {
                f.sentPct = model.pitchCurveAt(lowest, -1.0);
                f.path = elementPath("transmitter.modes.{}.pitch"_field, tx.modes[lowest].id);
            } else if (w.id == "collective-high") {
                f.sentPct = model.pitchCurveAt(base, 1.0);
                f.path = elementPath("transmitter.modes.{}.pitch"_field, normal.id);
            } else if (w.id == "collective-idle") {
                f.sentPct = model.pitchCurveAt(base, -1.0);
                f.path = elementPath("transmitter.modes.{}.pitch"_field, normal.id);
            } else if (w.id == "throttle-hold") {
                f.sentPct = channelPctFromThrottlePct(tx.hold.throttlePct);
                f.path = "transmitter.hold.throttlePct"_field;
            } else {
                f.sentPct = channelPctFromThrottlePct(model.throttleCurveAt(base, w.id == "throttle-idle" ? -1.0 : 1.0));
                f.path = elementPath("transmitter.modes.{}.throttle"_field, normal.id);
            }
            const ChannelSettings* channel = channelOf(tx, f.channel);
            f.reading = make(KH_TR("reads"), {"%", 1, true},
                             std::vector<std::string>{f.path, std::string("transmitter.channels.") + f.channel + ".travelHighPct"},
                             [&](Derivation& why) {
                                 why.line(KH_TR("sent {c} %, between the scales of both boxes"), {{"c", signedNum(f.sentPct, 1)}});
                                 return readsPct(setup, channel == nullptr ? ChannelSettings{} : *channel, f.sentPct);
                             });
            own.checks.push_back(std::move(f));
        }
    }
};

}  // namespace

double rotorSpeedRpm(const Setup& setup, const ChainModel& model) {
    double best = 0.0;
    for (std::size_t m = 0; m < setup.transmitter.modes.size(); ++m) {
        if (setup.transmitter.modes[m].id == kHoldMode) continue;
        double rpm = 0.0;
        if (model.headSpeedAt(model.motorPctOf(model.throttleCurveAt(m, 1.0)), m, rpm)) best = std::max(best, rpm);
    }
    return best;
}

double hoverDemand(const Setup& setup, const ChainModel& model) {
    const double rpm = rotorSpeedRpm(setup, model);
    if (rpm <= 0.0) return kUsualHover;
    const double weight = setup.machine.massKg * kGravity;
    double low = 0.0, high = 1.0;
    constexpr int kHalvings = 24;
    for (int i = 0; i < kHalvings; ++i) {  // lift grows with the demand where the limits are the right way round
        const double mid = 0.5 * (low + high);
        (rotorsIn(model).momentAt(rotorsIn(model).at({mid, 0, 0, 0}).bladeDeg, rpm).liftN < weight ? low : high) = mid;
    }
    return high > 0.95 ? kUsualHover : high;
}

void rotorsFigures(const FigureBuilder& builder) {
    if (builder.out.of<RotorsFigures>().wanted.known) return;
    motorFigures(builder);
    RotorsMaker f{builder, builder.out.own.made<RotorsFigures>()};
    f.pitches();
    f.flight();
    f.modes();
    f.checks();
    // what curves are drawn against
    builder.out.collectiveHighDeg = f.meanOf(RotorState::Plus);
    builder.out.collectiveLowDeg = f.meanOf(RotorState::Minus);
    builder.out.midPitchDeg = f.meanOf(RotorState::Zero);
    f.steps();
}

}  // namespace kh
