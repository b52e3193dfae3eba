// SPDX-License-Identifier: GPL-3.0-or-later
//
// Blade angles, the arm that would use the stroke well, what is left at full collective, the chart of observed binding.
#include "judge/helicopter/figures.h"
#include "base/conventions.h"
#include "base/error.h"
#include "formula/linkage.h"
#include "judge/figurebuilder.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/head.h"
#include "model/helicopter/helicopter.h"
#include "stations/helicopter/armfigures.h"
#include "stations/kit/calibration.h"
#include "stations/kit/solverkit.h"
#include "stations/pitch/bindingchart.h"
#include "stations/pitch/pitch.h"
#include "stations/pitch/pitchfigures.h"
#include "stations/pitch/pitchsolvers.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace kh {

namespace {

struct PitchFigureMaker : FigureBuilder {
    PitchFigures& own = made<PitchFigures>();
    ArmFigures& arm = made<ArmFigures>();
    HelicopterFigures& head = made<HelicopterFigures>();
    void blades();
    void arms();
    void binding();
};

constexpr double kTenthDeg = 0.1;

/// The largest deflection any servo is asked for, and the ball travel it gives, signed.
struct MostStroke {
    double deflection = 0.0, travelMm = 0.0;
};

MostStroke mostStroke(const FigureBuilder& builder) {
    const Setup& setup = builder.setup;
    MostStroke most{builder.out.of<HelicopterFigures>().mostDeflection, 0.0};
    const PlateServo& s = helicopter(setup).servos.front();
    const double stroke = strokeFor(setup.controller.profile->strokeUs, setup.controller.pulseUs);
    most.travelMm = ballHeightMm(s.armMm, s.linkMm, most.deflection * stroke * s.servo->degPerUs);
    return most;
}

/// The reading that puts a figure of the blades right, if one speaks.
/// @param modelled  the figure, of the model under the reading's settings
std::optional<Calibration> calibrated(const Setup& setup, const char* solver, const char* what,
                                      const std::function<double(const ChainModel&, const Setup& then)>& modelled,
                                      const std::function<std::optional<double>(const Reading&)>& read) {
    // the cyclic limit came after the throw: it does not clip what was read
    const BenchWork& entry = pitchSolver(solver);
    const Reading* r = speakingReading(setup, entry, what);
    if (r == nullptr) return std::nullopt;
    try {
        const auto value = read(*r);
        if (!value) return std::nullopt;
        Setup then = asRead(setup, *r);
        then.controller.cyclicLimitPct = std::max(then.controller.cyclicLimitPct, 100.0);
        return Calibration{*value, modelled(ChainModel(then), then)};
    } catch (const InputError&) {
        return std::nullopt;  // the solver says what is wrong with it
    }
}

/// A reading this far off the model is of another machine, or a slip of the pen: the solver says so.
bool proportional(const Calibration& c) {
    return std::abs(c.modelled) > 0.5 && c.read / c.modelled > 1.0 / 3.0 && c.read / c.modelled < 3.0;
}

void PitchFigureMaker::blades() {
    const BladeLinkage linkage = bladeLinkage(setup.machine);
    const auto with = [&](std::vector<std::string> first) { return bladePaths(*this, std::move(first)); };
    // one function each for the model as it is, with its derivation, and as it was when something was read
    const auto collective = [this, linkage](const ChainModel& m, double c, Derivation* why = nullptr) {
        const auto plate = helicopterIn(m).plateAtReading(c, 0.0, 0.0);
        if (wants(why))
            why->line(KH_TR("servo pulse {p} µs off centre, arm {a}°, plate {h} mm"),
                      {{"p", signedNum(plate.servos[0].pulseUs - setup.controller.pulseUs)},
                       {"a", signedNum(plate.servos[0].armDeg, 1)},
                       {"h", signedNum(plate.plate.heightMm, 2)}});
        return bladePitchDeg({plate.plate.heightMm, 0, 0}, linkage, 180.0, why);  // tilt is not collective
    };
    const auto told = [](Derivation& why, const Calibration& c) {
        why.line(KH_TR("read at the machine: {r}° where the model says {m}°"),
                 {{"r", signedNum(c.read, 1)}, {"m", signedNum(c.modelled, 2)}});
    };
    const auto pitchAt = [&](double c, const std::optional<Calibration>& put, bool shift) {
        return [this, collective, c, put, shift, told](Derivation& why) {
            const double deg = collective(model, c, &why);
            if (!put) return deg;
            told(why, *put);
            return shift ? put->shifted(deg) : put->angleDeg(deg);
        };
    };
    const auto end = [&](const char* title, const char* what, const char* field, double side) {
        const double c = collectiveReach(setup).at(side);
        auto put = calibrated(
            setup, "range", what, [&](const ChainModel& m, const Setup& then) { return collective(m, collectiveReach(then).at(side)); },
            [&](const Reading& r) { return pitchDegOf(r, setup); });
        if (put && !proportional(*put)) put.reset();
        Figure f = make(title, {"°", 1, true}, with({field}), pitchAt(c, put, false));
        f.measured = put.has_value();
        return f;
    };
    out.collectiveHighDeg = end(KH_TR("blade pitch at full collective"), "range.high", "controller.collectiveHighPct"_field, 1.0);
    out.collectiveLowDeg = end(KH_TR("blade pitch at low collective"), "range.low", "controller.collectiveLowPct"_field, -1.0);
    // both blades of one round: their common part is the collective's
    const auto zero = calibrated(
        setup, "zero", "blade-b.nose", [&](const ChainModel& m, const Setup&) { return collective(m, 0.0); },
        [&](const Reading& b) -> std::optional<double> {
            const Reading* a = speakingReading(setup, pitchSolver("zero"), "blade-a.tail");
            if (a == nullptr || a->under != b.under) return std::nullopt;
            return (pitchDegOf(*a, setup) + pitchDegOf(b, setup)) / 2.0;
        });
    out.midPitchDeg = make(KH_TR("blade pitch at collective 0 %"), {"°", 1, true}, with({"controller.collectiveTrimPct"_field}),
                           pitchAt(0.0, zero, true));
    out.midPitchDeg.measured = zero.has_value();
    // along the boom, aileron shows as pitch; half the difference removes the gauge's zero
    const auto cyclic = [linkage](const ChainModel& m, double demand, Derivation* why = nullptr) {
        const auto right = helicopterIn(m).plateAt(0.0, demand, 0.0);
        const double a = bladePitchDeg(right.plate, linkage, 180.0);
        const double b = bladePitchDeg(helicopterIn(m).plateAt(0.0, -demand, 0.0).plate, linkage, 180.0);
        if (wants(why)) {
            why->line(KH_TR("plate tilts {t}° to the side at demand {d}"),
                      {{"t", num(degFromRad(std::asin(std::clamp(std::hypot(right.plate.forward, right.plate.right), 0.0, 1.0))), 2)},
                       {"d", num(demand, 2)}});
            why->line(KH_TR("half the difference of {a}° and {b}°"), {{"a", signedNum(a, 2)}, {"b", signedNum(b, 2)}});
        }
        return std::abs(a - b) / 2.0;
    };
    const double referenceDemand = shareFromPct(setup.controller.profile->referenceDemandPct);
    auto thrown = calibrated(
        setup, "throw", "throw.right", [&](const ChainModel& m, const Setup&) { return cyclic(m, referenceDemand); },
        [&](const Reading& right) -> std::optional<double> {
            const Reading* left = speakingReading(setup, pitchSolver("throw"), "throw.left");
            if (left == nullptr || left->under != right.under) return std::nullopt;
            return thrownDeg(pitchDegOf(*left, setup), pitchDegOf(right, setup));
        });
    if (thrown && !proportional(*thrown)) thrown.reset();
    const auto cyclicAt = [&](double demand) {
        return [this, cyclic, demand, thrown, told](Derivation& why) {
            const double deg = cyclic(model, demand, &why);
            if (!thrown) return deg;
            told(why, *thrown);
            return thrown->angleDeg(deg);
        };
    };
    out.referenceDeg =
        make(KH_TR("cyclic at the reference demand"), {"°", 1},
             with({"controller.referencePct"_field, "controller.profile.referenceDemandPct"_field}), cyclicAt(referenceDemand));
    out.referenceDeg.measured = thrown.has_value();
    own.cyclicDeg = make(KH_TR("cyclic at the blade, full stick"), {"°", 1},
                         with({"controller.referencePct"_field, "controller.cyclicLimitPct"_field}), cyclicAt(1.0));
    own.cyclicDeg.measured = thrown.has_value();
    own.cyclicTiltDeg = make(
        KH_TR("plate tilt, full cyclic"), {"°", 1}, with({"controller.referencePct"_field, "controller.cyclicLimitPct"_field}),
        [&](Derivation& why) {
            const Plane p = helicopterIn(model).plateAt(0.0, 1.0, 0.0).plate;
            why.line(KH_TR("sine of the tilt: forward {a}, right {b}"), {{"a", signedNum(p.forward, 3)}, {"b", signedNum(p.right, 3)}});
            return degFromRad(std::asin(std::clamp(std::hypot(p.forward, p.right), 0.0, 1.0)));
        });
    own.pitchStepDeg =
        make(KH_TR("pitch step of the servo's dead band"), {"°", 2}, with({"machine.servos.elevator.servo.deadBandUs"_field}),
             [&](Derivation& why) {
                 const PlateServo& s = helicopter(setup).servos.front();
                 const double mm = ballHeightMm(s.armMm, s.linkMm, s.servo->deadBandUs * s.servo->degPerUs);
                 why.line(KH_TR("{b} move the plate by {m} mm"),
                          {{"b", amount(setup, elementPath("machine.servos.{}.servo.deadBandUs"_field, s.id))}, {"m", num(mm, 3)}});
                 return std::abs(bladePitchDeg({mm, 0, 0}, linkage, 180.0));
             });
    own.tiltAtFullCollectiveDeg =
        make(KH_TR("free tilt at full collective"), {"°", 1},
             with({"machine.plate.travelMm"_field, "machine.plate.tiltLimitDeg"_field, "machine.head.gripLimitDeg"_field,
                   "controller.profile.usableStrokeUs"_field}),
             [&](Derivation& why) {
                 double least = 90.0;
                 const CollectiveReach reach = collectiveReach(setup);
                 for (const double c : {reach.high, reach.low}) {
                     const ClearanceRose& rose = memory.of<RoseMemory>().at(setup, c, helicopterIn(model).plateAt(c, 0, 0).plate.heightMm);
                     why.line(KH_TR("plate at {h} mm: {t}° toward {a}°, then {l}"), {{"h", signedNum(rose.heightMm, 1)},
                                                                                     {"t", num(rose.round.tiltDeg, 1)},
                                                                                     {"a", num(rose.round.azimuthDeg)},
                                                                                     {"l", asWord(limitId(rose.round.limitedBy))}});
                     if (rose.round.tiltDeg >= least) continue;
                     least = rose.round.tiltDeg;
                     head.cyclicLeftLimit = rose.round.limitedBy;
                 }
                 return least;
             });
    own.turnDeg =
        make(KH_TR("blade pitch a turn of the link"), {"°", 2}, {"machine.head.threadMmPerTurn"_field, "machine.head.gripMm"_field},
             [&](Derivation& why) {
                 const double deg =
                     degFromRad(std::asin(std::clamp(*helicopter(setup).head.threadMmPerTurn / helicopter(setup).head.gripMm, 0.0, 1.0)));
                 why.line(KH_TR("asin(ℓ / g) = asin({l} / {g})"),
                          {{"l", bare(amount(setup, "machine.head.threadMmPerTurn"_field, *helicopter(setup).head.threadMmPerTurn))},
                           {"g", amount(setup, "machine.head.gripMm"_field, helicopter(setup).head.gripMm)}});
                 return deg;
             },
             {{"machine.head.threadMmPerTurn"_field, helicopter(setup).head.threadMmPerTurn.has_value()}});
}

void PitchFigureMaker::arms() {
    const Machine& m = setup.machine;
    const ControllerProfile& box = setup.controller.profile;
    const PlateServo& s = helicopter(m).servos.front();
    const std::vector<std::string> paths =
        bladePaths(*this, {"controller.collectiveHighPct"_field, "controller.collectiveLowPct"_field, "controller.referencePct"_field,
                           "controller.cyclicLimitPct"_field, "controller.profile.usableStrokeUs"_field});
    std::optional<MostStroke> found;  // once, and not before a figure is asked: it may not exist
    const auto stroke = [&] {
        if (!found) found = mostStroke(*this);
        return *found;
    };
    const auto wanted = [&](Derivation* why) {
        const MostStroke most = stroke();
        const double deg = std::copysign(shareFromPct(kGoodUsePct) * box.usableStrokeUs * s.servo->degPerUs, most.travelMm);
        if (wants(why))
            why->line(KH_TR("the ball travels {z} mm at most; {u} % of the stroke is {d}° of arm"),
                      {{"z", signedNum(most.travelMm, 2)}, {"u", num(kGoodUsePct)}, {"d", signedNum(deg, 1)}});
        return armRadiusMm(s.linkMm, most.travelMm, deg);
    };
    arm.goodArmMm = make(KH_TR("arm radius that uses 80 % of the stroke"), {"mm", 1}, paths, [&](Derivation& why) { return wanted(&why); });
    auto holePaths = paths;
    holePaths.emplace_back("machine.arms.holesMm"_field);
    const std::vector<FigureNeed> holes{{"machine.arms.holesMm"_field, !helicopter(m).arms.holesMm.empty()}};
    const auto nearest = [&] {
        const double r = wanted(nullptr);
        return *std::min_element(helicopter(m).arms.holesMm.begin(), helicopter(m).arms.holesMm.end(),
                                 [&](double a, double b) { return std::abs(a - r) < std::abs(b - r); });
    };
    arm.holeMm = make(
        KH_TR("nearest hole"), {"mm", 1}, holePaths,
        [&](Derivation& why) {
            why.line(KH_TR("80 % of the stroke would want {r} mm"), {{"r", num(wanted(nullptr), 1)}});
            return nearest();
        },
        holes);
    arm.holeUsePct = make(
        KH_TR("stroke use at the nearest hole"), {"%", 0}, holePaths,
        [&](Derivation& why) {
            const double z = stroke().travelMm;
            const double deg = armAngleDeg(nearest(), s.linkMm, z);
            why.line(KH_TR("{z} mm need {d}° of arm there, {u} µs"),
                     {{"z", signedNum(z, 2)}, {"d", signedNum(deg, 1)}, {"u", signedNum(deg / s.servo->degPerUs)}});
            return pctFromShare(std::abs(deg) / s.servo->degPerUs / box.usableStrokeUs);
        },
        holes);
    own.usPerTenthDeg = make(KH_TR("servo pulse for 0.1° of blade"), {"µs", 1},
                             bladePaths(*this, {"machine.servos.elevator.servo.degPerUs"_field}), [&](Derivation& why) {
                                 const double mm = helicopter(m).head.gripMm * sinDeg(kTenthDeg);
                                 why.line(KH_TR("0.1° lifts the grip's ball by {m} mm"), {{"m", num(mm, 3)}});
                                 return armAngleDeg(s.armMm, s.linkMm, mm) / s.servo->degPerUs;
                             });
    own.cyclicLeftDeg = make(
        KH_TR("cyclic left at full collective"), {"°", 1}, own.tiltAtFullCollectiveDeg.why.inputs,
        [&](Derivation& why) {
            const double tilt = own.tiltAtFullCollectiveDeg.value;
            why.line(KH_TR("the plate is free to {t}°; asin(Ri·sin {t}° / g) = asin({r}·sin {t}° / {g})"),
                     {{"t", num(tilt, 1)},
                      {"r", amount(setup, "machine.head.innerRadiusMm"_field, helicopter(m).head.innerRadiusMm)},
                      {"g", amount(setup, "machine.head.gripMm"_field, helicopter(m).head.gripMm)}});
            return degFromRad(std::asin(std::clamp(helicopter(m).head.innerRadiusMm * sinDeg(tilt) / helicopter(m).head.gripMm, 0.0, 1.0)));
        },
        {{own.tiltAtFullCollectiveDeg.missing.c_str(), own.tiltAtFullCollectiveDeg.known}});
    auto tipPaths = out.collectiveHighDeg.why.inputs;
    tipPaths.emplace_back("machine.rotor.bladeMm"_field);
    own.tipGapMm = make(KH_TR("tips apart, blades folded, full collective"), {"mm", 1}, tipPaths, [&](Derivation& why) {
        const double gap = tipGapMm(helicopter(m).rotor.bladeMm, out.collectiveHighDeg.value);
        why.line(
            KH_TR("2·L·sin θ = 2·{l}·sin {t}°; blades exactly square to the feathering axes"),
            {{"l", amount(setup, "machine.rotor.bladeMm"_field, helicopter(m).rotor.bladeMm)}, {"t", num(out.collectiveHighDeg.value, 1)}});
        why.line(KH_TR("a ruler's ±{u} mm is ±{d}°"),
                 {{"u", num(kRulerMm, 1)}, {"d", num(pitchFromTipGap(helicopter(m).rotor.bladeMm, std::abs(gap), kRulerMm).errorDeg, 2)}});
        return gap;
    });
}

void PitchFigureMaker::binding() {
    std::vector<BindingPlace> chart;
    try {
        chart = bindingChart(learnedReadings(setup, limitSolver()));
    } catch (const InputError&) {
        return;  // the solver names the reading
    }
    std::map<double, ChainModel> models;  // by limit
    const auto plateAt = [&](double limitPct, const BindingPlace& p) {
        auto at = models.find(limitPct);
        if (at == models.end()) {
            Setup limited = withoutRecords(setup);
            limited.controller.cyclicLimitPct = limitPct;
            at = models.emplace(limitPct, ChainModel(limited)).first;
        }
        return describePlane(helicopterIn(at->second)
                                 .plateAt(static_cast<double>(p.collective) - 1.0, sinDeg(p.directionDeg), cosDeg(p.directionDeg))
                                 .plate);
    };
    for (const BindingPlace& p : chart) {
        if (p.directionDeg == kHeadTurned) continue;  // of no single direction
        BindingMark mark{p.collective, 0.0, {}, {}};
        for (const auto& [limit, tilt] : {std::pair(p.clearPct, &mark.clearTiltDeg), std::pair(p.unclearPct, &mark.unclearTiltDeg)}) {
            if (!limit) continue;
            const PlateFit fit = plateAt(*limit, p);
            *tilt = fit.tiltDeg;
            mark.towardDeg = fit.towardDeg;
        }
        own.binding.push_back(mark);
    }
}

}  // namespace

void pitchFigures(const FigureBuilder& b) {
    helicopterFigures(b);
    PitchFigureMaker f{b};
    f.blades();
    f.arms();
    if (!b.words) return;  // the rest is drawn, not judged
    f.binding();
    const CollectiveReach reach = collectiveReach(b.setup);
    const std::array<double, 3> collectives{reach.low, 0.0, reach.high};
    for (std::size_t i = 0; i < collectives.size(); ++i)
        f.head.roses[i] =
            b.memory.of<RoseMemory>().at(b.setup, collectives[i], helicopterIn(b.model).plateAt(collectives[i], 0, 0).plate.heightMm);
}

}  // namespace kh
