// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/rotors/rotorsfigures.h"

#include "base/conventions.h"
#include "base/error.h"
#include "judge/modechecks.h"
#include "judge/modefigures.h"
#include "judge/motorfigures.h"
#include "judge/rule.h"
#include "kernel/rotors/hover.h"
#include "model/air.h"
#include "model/fieldpatterns.h"
#include "stations/kit/calibration.h"
#include "stations/rotors/rotors.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kTellingDeg = 0.5;  ///< a blade nearer to zero calibrates nothing

double bladeAt(const ChainModel& model, RotorState state, std::size_t rotor) {
    return rotorsIn(model).at({collectiveOf(state), 0.0, 0.0, 0.0}).bladeDeg[rotor];
}

/// The mean of the four blades at a mode's stick, through curve, channel and reading.
double modeBladesDeg(const FigureBuilder& b, std::size_t mode, double stick, Derivation& why) {
    const double curve = b.model.pitchCurveAt(mode, stick);
    const ChannelSettings* channel = channelOf(b.setup.transmitter, rotorsClass().entry(rotors::Collective).id);
    const double reading = readsPct(b.setup, channel == nullptr ? ChannelSettings{} : *channel, curve);
    const double demand = std::clamp(demandOf(b.setup.controller.profile, reading), -1.0, 1.0);
    if (why.wanted) why.line(KH_TR("curve {c} %, reading {r} %, mix, blade"), {{"c", signedNum(curve, 1)}, {"r", signedNum(reading, 1)}});
    return rotorsMean(rotorsIn(b.model).at({demand, 0.0, 0.0, 0.0}).bladeDeg);
}

ModePitch rotorPitchOfModes(const FigureBuilder& b) {
    return {[&b](std::size_t mode, double stick, Derivation& why) { return modeBladesDeg(b, mode, stick, why); },
            [&b](std::vector<std::string> first) {
                if (!b.words) return std::vector<std::string>{};
                first.insert(first.end(), {"machine.rotors"_field, "machine.limits"_field});
                return first;
            }};
}

struct RotorsMaker : FigureBuilder {
    RotorsFigures& own;

    void pitches();
    void flight();
    void modes();
    void checks();

private:
    [[nodiscard]] std::optional<Calibration> calibrated(RotorState state, std::size_t rotor) const;
    [[nodiscard]] Figure bladeFigure(RotorState state, std::size_t rotor) const;
    [[nodiscard]] Figure meanFigure(RotorState state) const;
};

/// The reading that puts a blade right, if one speaks: of a lead in a port of another rotor none does.
std::optional<Calibration> RotorsMaker::calibrated(RotorState state, std::size_t rotor) const {
    if (portOfRotor(setup, rotor) != rotor) return std::nullopt;
    const BenchWork& solver = rotorSolvers()[static_cast<std::size_t>(state)];
    const Reading* r = speakingReading(setup, solver, rotorReading(state, rotor));
    if (r == nullptr) return std::nullopt;
    try {
        return Calibration{rotorReadDeg(setup, state, *r), bladeAt(ChainModel(asRead(setup, *r)), state, rotor)};
    } catch (const InputError&) {
        return std::nullopt;  // the solver says what is wrong with it
    }
}

/// What a blade's angle comes from, of its own rotor.
std::vector<std::string> linkageOf(std::size_t rotor) {
    std::vector<std::string> out;
    for (const char* pattern : {"machine.rotors.{}.armMm"_field, "machine.rotors.{}.linkMm"_field, "machine.rotors.{}.leverMm"_field,
                                "machine.rotors.{}.squareErrorDeg"_field, "machine.rotors.{}.zeroErrorDeg"_field})
        out.push_back(elementPath(pattern, rotors::kIds[rotor]));
    out.emplace_back("machine.limits");
    return out;
}

Figure RotorsMaker::bladeFigure(RotorState state, std::size_t rotor) const {
    std::optional<Calibration> put = calibrated(state, rotor);
    if (put && state != RotorState::Zero && (std::abs(put->modelled) < kTellingDeg || std::abs(put->read) < kTellingDeg)) put.reset();
    if (put && state != RotorState::Zero && put->read * put->modelled < 0.0) {
        own.otherWay.push_back({rotor, state, put->read, put->modelled});
        put.reset();
    }
    const std::size_t port = portOfRotor(setup, rotor);
    Figure f = make(state == RotorState::Zero   ? KH_TR("blade at neutral")
                    : state == RotorState::Plus ? KH_TR("blade at the + limit")
                                                : KH_TR("blade at the − limit"),
                    {"°", 1, true}, words ? linkageOf(rotor) : std::vector<std::string>{}, [&](Derivation& why) {
                        const RotorsInstant at = rotorsIn(model).at({collectiveOf(state), 0.0, 0.0, 0.0});
                        if (why.wanted && port < kRotors)
                            why.line(KH_TR("pulse {p} µs, arm {a}°, push rod, lever"),
                                     {{"p", num(at.pulseUs[port])}, {"a", signedNum(at.armDeg[rotor], 1)}});
                        const double deg = at.bladeDeg[rotor];
                        if (!put) return deg;
                        if (why.wanted)
                            why.line(KH_TR("read at the machine: {r}° where the model says {m}°"),
                                     {{"r", signedNum(put->read, 1)}, {"m", signedNum(put->modelled, 2)}});
                        return state == RotorState::Zero ? put->shifted(deg) : put->angleDeg(deg);
                    });
    f.measured = put.has_value();
    return f;
}

void RotorsMaker::pitches() {
    for (const RotorState state : kRotorStates) {
        const auto s = static_cast<std::size_t>(state);
        for (std::size_t i = 0; i < kRotors; ++i) own.pitch[s][i] = bladeFigure(state, i);
        own.apart[s] = make(KH_TR("unlike by"), {"°", 1}, {"machine.rotors"_field, "machine.limits"_field}, [&](Derivation& why) {
            const auto [low, high] = std::minmax_element(own.pitch[s].begin(), own.pitch[s].end(),
                                                         [](const Figure& a, const Figure& b) { return a.value < b.value; });
            why.line(KH_TR("from {a}° to {b}°"), {{"a", signedNum(low->value, 1)}, {"b", signedNum(high->value, 1)}});
            return high->value - low->value;
        });
        own.apart[s].measured = std::any_of(own.pitch[s].begin(), own.pitch[s].end(), [](const Figure& f) { return f.measured; });
    }
    const RotorsInstant neutral = rotorsIn(model).at({});
    for (std::size_t i = 0; i < kRotors; ++i)
        own.armDeg[i] =
            make(KH_TR("arm off square at neutral"), {"°", 1, true},
                 {elementPath("machine.rotors.{}.squareErrorDeg"_field, rotors::kIds[i]), "controller.ports"_field}, [&](Derivation& why) {
                     why.line(KH_TR("to its push rod, with the box's trim"));
                     return neutral.armDeg[i];
                 });
    own.wanted =
        make(KH_TR("blade pitch wanted at the limits"), {"°", 1}, {"machine.wantedDeg"_field, "machine.gauge"_field}, [&](Derivation& why) {
            if (const auto& wanted = rotorsOf(setup).wantedDeg; wanted && rotorsOf(setup).gauge == GaugeScale::Folded)
                why.line(KH_TR("the maker's {w}° between folded blades are twice the pitch"), {{"w", num(*wanted, 1)}});
            else why.line(wanted ? KH_TR("the maker's") : KH_TR("12°, as nothing else is said"));
            return wantedPitchDeg(setup.machine);
        });
    // what curves are drawn against
    out.collectiveHighDeg = meanFigure(RotorState::Plus);
    out.collectiveLowDeg = meanFigure(RotorState::Minus);
    out.midPitchDeg = meanFigure(RotorState::Zero);
}

Figure RotorsMaker::meanFigure(RotorState state) const {
    Figure f =
        make(KH_TR("mean of the four blades"), {"°", 1, true}, {"machine.rotors"_field, "machine.limits"_field}, [&](Derivation& why) {
            FourRotors four{};
            for (std::size_t i = 0; i < kRotors; ++i) four[i] = own.of(state, i).value;
            why.line(
                KH_TR("({a}° {b}° {c}° {d}°) / 4"),
                {{"a", signedNum(four[0], 1)}, {"b", signedNum(four[1], 1)}, {"c", signedNum(four[2], 1)}, {"d", signedNum(four[3], 1)}});
            return rotorsMean(four);
        });
    f.measured = own.apart[static_cast<std::size_t>(state)].measured;
    return f;
}

void RotorsMaker::flight() {
    const double rpm = rotorSpeedRpm(setup, model);
    const std::vector<FigureNeed> speed{{"machine.power.kv"_field, rpm > 0.0}};
    own.speed = make(
        KH_TR("speed of the rotors"), {"rpm", 0},
        {"machine.power.kv"_field, "machine.power.mainTeeth"_field, "machine.power.pinionTeeth"_field},
        [&](Derivation& why) {
            why.line(KH_TR("the fastest any mode asks for"));
            return rpm;
        },
        speed);
    own.hoverDeg = make(
        KH_TR("hover pitch, estimate"), {"°", 1}, {"machine.massKg"_field, "machine.discM"_field, "machine.chordMm"_field},
        [&](Derivation& why) { return hover(rotorAt(setup.machine, rpm, densityAt(setup.machine.air)), &why).pitchDeg; }, speed);
    const double c = hoverDemand(setup, model);
    const auto moment = [&](const RotorSticks& sticks) { return rotorsIn(model).momentAt(rotorsIn(model).at(sticks).bladeDeg, rpm); };
    const auto answer = [&](const char* title, const char* unit, int decimals, double collective, auto value) {
        return make(
            title, {unit, decimals, true}, {"machine.armMm"_field, "machine.pair"_field, "machine.toldPair"_field},
            [&](Derivation& why) {
                why.line(KH_TR("at {n} rpm, collective {c}"), {{"n", num(rpm)}, {"c", signedNum(collective, 2)}});
                return value();
            },
            speed);
    };
    const RotorsMoment still = moment({c, 0, 0, 0});
    own.answers[0] = answer(KH_TR("roll for full aileron"), "N·m", 2, c, [&] { return moment({c, 1, 0, 0}).rollNm - still.rollNm; });
    own.answers[1] = answer(KH_TR("pitch for full elevator"), "N·m", 2, c, [&] { return still.pitchNm - moment({c, 0, 1, 0}).pitchNm; });
    own.answers[2] = answer(KH_TR("yaw for full rudder"), "N·m", 3, c, [&] { return moment({c, 0, 0, 1}).yawNm - still.yawNm; });
    own.answers[3] = answer(KH_TR("lift of full collective"), "N", 1, 1.0, [&] { return moment({1, 0, 0, 0}).liftN; });
    own.authority = make(
        KH_TR("authority that unlike rotors use up"), {"%", 0}, {"machine.rotors"_field, "machine.limits"_field},
        [&](Derivation& why) {
            double worst = 0.0;
            for (const double at : {-1.0, 0.0, c, 1.0}) {
                const RotorsMoment m = moment({at, 0, 0, 0});
                const double full = std::abs(own.answers[0].value), pitch = std::abs(own.answers[1].value);
                if (full > 0.0) worst = std::max(worst, std::abs(m.rollNm) / full);
                if (pitch > 0.0) worst = std::max(worst, std::abs(m.pitchNm) / pitch);
            }
            why.line(KH_TR("the moment left with sticks at rest, as a share of full stick's"));
            return pctFromShare(worst);
        },
        speed);
}

void RotorsMaker::modes() {
    const ModePitch pitch = rotorPitchOfModes(*this);
    for (std::size_t i = 0; i < setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = setup.transmitter.modes[i];
        ModeFigures f;
        f.id = m.id;
        f.name = m.name;
        modeThrottleFigures(*this, i, KH_TR("speed of the rotors"), f);
        f.hoverPitch = make(
            KH_TR("hover pitch, estimate"), {"°", 1}, {"machine.massKg"_field, "machine.discM"_field},
            [&](Derivation& why) { return hover(rotorAt(setup.machine, f.headRpm.value, densityAt(setup.machine.air)), &why).pitchDeg; },
            {{"machine.power.kv"_field, f.headRpm.known && f.headRpm.value > 0.0}});
        modePitchFigures(*this, i, pitch, f);
        heldFigures(*this, i, f);
        out.modes.push_back(std::move(f));
    }
    modeSteps(*this, pitch);
}

void RotorsMaker::checks() {
    const TransmitterSettings& tx = setup.transmitter;
    const std::size_t base = model.baseMode();
    if (base >= tx.modes.size()) return;
    std::size_t lowest = base;
    for (std::size_t m = 0; m < tx.modes.size(); ++m)
        if (tx.modes[m].id != kHoldMode && model.pitchCurveAt(m, -1.0) < model.pitchCurveAt(lowest, -1.0)) lowest = m;
    const FlightMode* hold = modeById(tx, kHoldMode);
    for (const CheckWindow& w : setup.controller.profile->checks) {
        if (w.id == kStopState) continue;  // of boxes that hold the speed controllers
        CheckFigure f;
        f.id = w.id;
        f.lowPct = w.lowPct;
        f.highPct = w.highPct;
        const bool collective = w.id.starts_with("collective"), high = w.id == "collective-high" || w.id == "throttle-full";
        const std::size_t mode = w.id == "collective-low" ? lowest : base;
        const double stick = high ? 1.0 : -1.0;
        f.channel = rotorsClass().entry(collective ? rotors::Collective : rotors::Throttle).id;
        const bool held = w.id == "throttle-hold";
        f.sentPct = collective ? model.pitchCurveAt(mode, stick)
                               : channelPctFromThrottlePct(held ? tx.hold.throttlePct : model.throttleCurveAt(mode, stick));
        f.path = held ? std::string("transmitter.hold.throttlePct"_field) : modePath(tx.modes[mode], collective ? "pitch" : "throttle");
        if (words) {
            f.deck = modeState(tx, tx.modes[mode]);
            if (held && hold != nullptr) putTerms(f.deck, hold->when);
        }
        f.deck.collective = stick;
        const ChannelSettings* channel = channelOf(tx, f.channel);
        f.reading =
            make(KH_TR("reads"), {"%", 1, true},
                 std::vector<std::string>{f.path, channel == nullptr ? std::string("transmitter.channels"_field)
                                                                     : travelPath(setup, *channel, f.sentPct >= 0.0)},
                 [&](Derivation& why) {
                     const ChannelSettings& ch = channel == nullptr ? ChannelSettings{} : *channel;
                     return readingPct(channelOutput(f.sentPct, channelScale(tx.profile, ch), &why).pulseUs, readingScale(setup, ch), &why);
                 });
        own.checks.push_back(std::move(f));
    }
}

}  // namespace

void rotorsFigures(const FigureBuilder& builder) {
    if (builder.out.of<RotorsFigures>().wanted.known) return;
    motorFigures(builder);
    RotorsMaker f{builder, builder.out.own.made<RotorsFigures>()};
    f.pitches();
    f.flight();
    f.modes();
    f.checks();
}

}  // namespace kh
