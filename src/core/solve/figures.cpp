// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/solve/figures.h"

#include "core/base/conventions.h"
#include "core/base/error.h"
#include "core/mechanics/envelope.h"
#include "core/solve/figurebuilder.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr int kPinionsEachSide = 2;

}  // namespace

Figure FigureBuilder::make(const char* title, FigureShape shape, std::vector<std::string> inputs,
                           const std::function<double(Derivation&)>& compute, const std::vector<FigureNeed>& needed) {
    Figure f;
    f.unit = shape.unit;
    f.decimals = shape.decimals;
    f.sign = shape.sign;
    f.why.title = say(title);
    f.why.inputs = std::move(inputs);
    for (const auto& [path, there] : needed)
        if (!there) {
            f.missing = path;
            f.why.line(KH_TR("{path} is not known"), {{"path", std::string(path)}});
            return f;
        }
    try {
        f.value = compute(f.why);
        f.known = std::isfinite(f.value);
    } catch (const InputError& e) {
        f.missing = e.field();
        f.why.line(KH_TR("cannot be computed: {reason}"), {{"reason", std::string(e.what())}});
        return f;
    }
    const Number shown{f.value, f.decimals, f.sign};
    if (*f.unit == 0) f.why.line(KH_TR("= {v}"), {{"v", shown}});
    else f.why.line(KH_TR("= {v} {unit}"), {{"v", shown}, {"unit", std::string(f.unit)}});
    return f;
}

GearTrain FigureBuilder::gears() const {
    const PowerTrain& p = setup.machine.power;
    return {p.mainTeeth.value_or(0), p.pinionTeeth.value_or(0), p.secondStage};
}

void FigureBuilder::power() {
    const PowerTrain& p = setup.machine.power;
    const std::vector<std::string> gearPaths{"machine.power.mainTeeth", "machine.power.pinionTeeth", "machine.power.secondStage"};
    const std::vector<FigureNeed> teeth{{"machine.power.mainTeeth", p.mainTeeth.has_value()},
                                        {"machine.power.pinionTeeth", p.pinionTeeth.has_value()}};
    out.ratio = make(
        KH_TR("gear ratio"), {"", 2}, gearPaths, [&](Derivation& why) { return gearRatio(gears(), &why); }, teeth);
    out.polePairs = make(KH_TR("pole pairs"), {"", 0}, {"machine.power.poles"},
                         [&](Derivation& why) {
                             why.line(KH_TR("pole pairs = magnet poles / 2 = {p} / 2"), {{"p", num(*p.poles)}});
                             return *p.poles / 2.0;
                         },
                         {{"machine.power.poles", p.poles.has_value()}});
    auto needed = teeth;
    needed.insert(needed.begin(), FigureNeed{"machine.power.kv", p.kv.has_value()});
    std::vector<std::string> paths{"machine.power.kv", "machine.power.cells", "machine.power.efficiency"};
    paths.insert(paths.end(), gearPaths.begin(), gearPaths.end());
    const auto available = [&](double volts) {
        return [this, &p, volts](Derivation& why) {
            return headSpeed({p.kv.value_or(0), p.cells, volts, p.efficiency, gearRatio(gears()), 0.0}, &why).availableRpm;
        };
    };
    out.availableRpm = make(KH_TR("head speed available, nominal pack"), {"rpm", 0}, paths, available(3.7), needed);
    auto endPaths = paths;
    endPaths.emplace_back("machine.style");
    out.availableEndRpm =
        make(KH_TR("head speed available at the end of the pack"), {"rpm", 0}, endPaths, available(endVoltsPerCell(setup.machine)), needed);
    out.ceilingRpm = make(
        KH_TR("highest head speed a governor can keep"), {"rpm", 0}, endPaths,
        [&](Derivation& why) {
            const double end = available(endVoltsPerCell(setup.machine))(why);
            why.line(KH_TR("88 % of it, the rest is the governor's headroom"));
            return kCeilingShare * end;
        },
        needed);
}

HoverIn FigureBuilder::rotor(double rpm) const {
    const Machine& m = setup.machine;
    return {m.massKg, m.rotor.discM, rpm, m.rotor.chordMm, m.rotor.blades, kAirDensity, 1.15, m.rotor.bladeMm < 250.0 ? 0.016 : 0.011};
}

std::vector<std::string> FigureBuilder::bladePaths(std::vector<std::string> first) const {
    first.insert(first.end(), {"machine.head.gripMm", "machine.head.innerRadiusMm", "controller.profile.strokeUs"});
    for (const PlateServo& s : setup.machine.servos)
        for (const char* key : {".armMm", ".linkMm"}) first.push_back("machine.servos." + s.id + key);
    return first;
}

double FigureBuilder::pitchAt(std::size_t mode, double stick, Derivation& why) const {
    const double curve = model.pitchCurveAt(mode, stick);
    const TransmitterSettings& tx = setup.transmitter;
    const ChannelSettings* channel = channelOf(tx, functionId(Function::Collective));
    const ChannelScale scale = channelScale(tx.profile, channel == nullptr ? ChannelSettings{} : *channel);
    const double reading = readingPctUnchecked(channelOutputUnchecked(curve, scale).pulseUs, readingScale(setup.controller.profile));
    const double demand = std::clamp(shareFromPct(reading), -1.0, 1.0) * (setup.controller.directions.collectiveReversed ? -1.0 : 1.0);
    const double deg = model.bladeAt({model.plateAt(demand, 0, 0).plate.heightMm, 0, 0}, 180.0);
    why.line(KH_TR("curve {c} %, reading {r} %, plate, blade"), {{"c", signedNum(curve, 1)}, {"r", signedNum(reading, 1)}});
    return deg;
}

void FigureBuilder::pinions() {
    const PowerTrain& p = setup.machine.power;
    if (!p.pinionTeeth || !p.mainTeeth || !p.kv) return;
    double fastest = 0.0;
    for (const FlightMode& m : setup.transmitter.modes) fastest = std::max(fastest, m.targetRpm.value_or(0.0));
    const std::vector<std::string> paths{"machine.power.kv", "machine.power.cells", "machine.power.efficiency", "machine.power.mainTeeth",
                                         "machine.power.secondStage"};
    for (int d = -kPinionsEachSide; d <= kPinionsEachSide; ++d) {
        const double teeth = *p.pinionTeeth + d;
        if (teeth < 1.0) continue;
        const GearTrain train{*p.mainTeeth, teeth, p.secondStage};
        const auto available = [&](double volts) {
            return [&, volts](Derivation& why) {
                return headSpeed({*p.kv, p.cells, volts, p.efficiency, gearRatio(train), 0.0}, &why).availableRpm;
            };
        };
        PinionFigures f;
        f.teeth = teeth;
        f.fitted = d == 0;
        f.ratio = make(KH_TR("gear ratio"), {"", 2}, {"machine.power.mainTeeth", "machine.power.secondStage"},
                       [&](Derivation& why) { return gearRatio(train, &why); });
        f.freshRpm = make(KH_TR("head speed available, fresh pack"), {"rpm", 0}, paths, available(kFreshVolts));
        f.endRpm = make(KH_TR("head speed available at the end of the pack"), {"rpm", 0}, paths, available(endVoltsPerCell(setup.machine)));
        f.openingPct =
            make(KH_TR("opening for the fastest mode"), {"%", 0}, {"machine.power.kv", "machine.power.mainTeeth"},
                 [&](Derivation& why) {
                     why.line(KH_TR("{t} rpm of {e} rpm at the end of the pack"), {{"t", num(fastest)}, {"e", num(f.endRpm.value)}});
                     return pctFromShare(fastest / f.endRpm.value);
                 },
                 {{"transmitter.modes.idle2.targetRpm", fastest > 0.0}});
        out.pinions.push_back(std::move(f));
    }
}

void FigureBuilder::blades() {
    const BladeLinkage linkage{setup.machine.head.innerRadiusMm, setup.machine.head.gripMm, setup.machine.head.leadDeg,
                               setup.machine.head.link};
    const auto with = [&](std::vector<std::string> first) { return bladePaths(std::move(first)); };
    const auto pitchAt = [&](double c) {
        return [this, linkage, c](Derivation& why) {
            const auto plate = model.plateAt(c, 0.0, 0.0);
            why.line(KH_TR("servo pulse {p} µs off centre, arm {a}°, plate {h} mm"),
                     {{"p", signedNum(plate.servos[0].pulseUs - setup.controller.pulseUs)},
                      {"a", signedNum(plate.servos[0].armDeg, 1)},
                      {"h", signedNum(plate.plate.heightMm, 2)}});
            return bladePitchDeg({plate.plate.heightMm, 0, 0}, linkage, 180.0, &why);  // tilt is not collective
        };
    };
    out.collectiveHighDeg =
        make(KH_TR("blade pitch at full collective"), {"°", 1, true}, with({"controller.collectiveHighPct"}), pitchAt(1.0));
    out.collectiveLowDeg =
        make(KH_TR("blade pitch at low collective"), {"°", 1, true}, with({"controller.collectiveLowPct"}), pitchAt(-1.0));
    out.midPitchDeg = make(KH_TR("blade pitch at collective 0 %"), {"°", 1, true}, with({"controller.collectiveTrimPct"}), pitchAt(0.0));
    const auto cyclicAt = [&](double demand) {
        return [this, linkage, demand](Derivation& why) {
            // along the boom, aileron shows as pitch; half the difference removes the gauge's zero
            const auto right = model.plateAt(0.0, demand, 0.0);
            const auto left = model.plateAt(0.0, -demand, 0.0);
            why.line(KH_TR("plate tilts {t}° to the side at demand {d}"),
                     {{"t", num(degFromRad(std::asin(std::clamp(std::hypot(right.plate.forward, right.plate.right), 0.0, 1.0))), 2)},
                      {"d", num(demand, 2)}});
            const double a = bladePitchDeg(right.plate, linkage, 180.0);
            const double b = bladePitchDeg(left.plate, linkage, 180.0);
            why.line(KH_TR("half the difference of {a}° and {b}°"), {{"a", signedNum(a, 2)}, {"b", signedNum(b, 2)}});
            return std::abs(a - b) / 2.0;
        };
    };
    out.referenceDeg =
        make(KH_TR("cyclic at the reference demand"), {"°", 1}, with({"controller.referencePct", "controller.profile.referenceDemandPct"}),
             cyclicAt(shareFromPct(setup.controller.profile.referenceDemandPct)));
    out.cyclicDeg = make(KH_TR("cyclic at the blade, full stick"), {"°", 1}, with({"controller.referencePct", "controller.cyclicLimitPct"}),
                         cyclicAt(1.0));
    out.cyclicTiltDeg = make(
        KH_TR("plate tilt, full cyclic"), {"°", 1}, with({"controller.referencePct", "controller.cyclicLimitPct"}), [&](Derivation& why) {
            const Plane p = model.plateAt(0.0, 1.0, 0.0).plate;
            why.line(KH_TR("sine of the tilt: forward {a}, right {b}"), {{"a", signedNum(p.forward, 3)}, {"b", signedNum(p.right, 3)}});
            return degFromRad(std::asin(std::clamp(std::hypot(p.forward, p.right), 0.0, 1.0)));
        });
    out.strokeUsePct =
        make(KH_TR("stroke use"), {"%", 0},
             with({"controller.collectiveHighPct", "controller.collectiveLowPct", "controller.referencePct", "controller.cyclicLimitPct"}),
             [&](Derivation& why) {
                 double most = 0.0;
                 for (const double c : {-1.0, 1.0})
                     for (int i = 0; i < 72; ++i) {
                         const auto p = model.plateAt(c, sinDeg(5.0 * i), cosDeg(5.0 * i));
                         for (const double d : p.deflection) most = std::max(most, std::abs(d));
                     }
                 const ControllerProfile& box = setup.controller.profile;
                 why.line(KH_TR("largest deflection {d} · {s} µs of usable ±{u} µs"),
                          {{"d", num(most, 2)}, {"s", num(box.strokeUs)}, {"u", num(box.usableStrokeUs)}});
                 return pctFromShare(most * box.strokeUs / box.usableStrokeUs);
             });
    out.pitchStepDeg = make(KH_TR("pitch step of the servo's dead band"), {"°", 2}, with({"machine.servos.elevator.servo.deadBandUs"}),
                            [&](Derivation& why) {
                                const PlateServo& s = setup.machine.servos.front();
                                const double mm = ballHeightMm(s.armMm, s.linkMm, s.servo.deadBandUs * s.servo.degPerUs);
                                why.line(KH_TR("{b} µs move the plate by {m} mm"), {{"b", num(s.servo.deadBandUs, 1)}, {"m", num(mm, 3)}});
                                return std::abs(bladePitchDeg({mm, 0, 0}, linkage, 180.0));
                            });
    out.fightMm = make(KH_TR("servos against each other"), {"mm", 2}, with({"controller.layout"}), [&](Derivation& why) {
        double most = 0.0;
        for (int i = 0; i < 8; ++i) most = std::max(most, model.plateAt(0.0, sinDeg(45.0 * i), cosDeg(45.0 * i)).fightMm);
        why.line(KH_TR("largest residual of the plane through the balls, eight directions"));
        return most;
    });
    out.tiltAtFullCollectiveDeg = make(
        KH_TR("free tilt at full collective"), {"°", 1},
        with({"machine.plate.travelMm", "machine.plate.tiltLimitDeg", "machine.head.gripLimitDeg", "controller.profile.usableStrokeUs"}),
        [&](Derivation& why) {
            double least = 90.0;
            for (const double c : {1.0, -1.0}) {
                const ClearanceRose rose = clearanceRose(setup, c, model.plateAt(c, 0, 0).plate.heightMm);
                why.line(KH_TR("plate at {h} mm: {t}° toward {a}°, then {l}"), {{"h", signedNum(rose.heightMm, 1)},
                                                                                {"t", num(rose.round.tiltDeg, 1)},
                                                                                {"a", num(rose.round.azimuthDeg)},
                                                                                {"l", std::string(limitId(rose.round.limitedBy))}});
                if (rose.round.tiltDeg >= least) continue;
                least = rose.round.tiltDeg;
                out.cyclicLeftLimit = rose.round.limitedBy;
            }
            return least;
        });
    out.turnDeg = make(KH_TR("blade pitch a turn of the link"), {"°", 2}, {"machine.head.threadMmPerTurn", "machine.head.gripMm"},
                       [&](Derivation& why) {
                           const double deg =
                               degFromRad(std::asin(std::clamp(*setup.machine.head.threadMmPerTurn / setup.machine.head.gripMm, 0.0, 1.0)));
                           why.line(KH_TR("asin(ℓ / g) = asin({l} / {g})"),
                                    {{"l", num(*setup.machine.head.threadMmPerTurn, 2)}, {"g", num(setup.machine.head.gripMm, 1)}});
                           return deg;
                       },
                       {{"machine.head.threadMmPerTurn", setup.machine.head.threadMmPerTurn.has_value()}});
}

void FigureBuilder::layout() {
    const auto ratio = [&](bool roll) {
        return [this, roll](Derivation& why) {
            const double a = roll ? 0.1 : 0.0;
            const double e = roll ? 0.0 : 0.1;
            const auto done = model.plateAt(0, a, e).plate;
            const auto want = asked.plateAt(0, a, e).plate;
            const double d = roll ? done.right : done.forward;
            const double w = roll ? want.right : want.forward;
            if (std::abs(w) < 1e-9) throw InputError("controller.referencePct", "no cyclic is asked for");
            why.line(KH_TR("tilt done / tilt asked = {d} / {w}"), {{"d", num(d, 4)}, {"w", num(w, 4)}});
            return d / w;
        };
    };
    const std::vector<std::string> paths{"controller.layout", "machine.servos.elevator.azimuthDeg", "machine.servos.left.azimuthDeg",
                                         "machine.servos.right.azimuthDeg"};
    out.rollRatio = make(KH_TR("roll done / asked"), {"×", 2}, paths, ratio(true));
    out.pitchRatio = make(KH_TR("pitch done / asked"), {"×", 2}, paths, ratio(false));
}

void FigureBuilder::tail() {
    const TailFacts& t = setup.machine.tail;
    const std::vector<std::string> paths{"machine.tail.armMm",      "machine.tail.linkMm",          "machine.tail.crankRatio",
                                         "machine.tail.gripMm",     "controller.tail.limitLeftPct", "controller.tail.limitRightPct",
                                         "controller.tail.reversed"};
    const auto tailAt = [&](double rudder, bool pitch) {
        return [this, rudder, pitch](Derivation& why) {
            DeckNumbers deck = model.numbers({});
            deck.sticks.rudder = rudder;
            const Instant i = model.at(deck);
            why.line(KH_TR("tail pulse {p} µs, arm {a}°, slider {s} mm"),
                     {{"p", num(i.tailPulseUs)}, {"a", signedNum(i.tailArmDeg, 1)}, {"s", signedNum(i.sliderMm, 2)}});
            if (pitch)
                why.line(KH_TR("asin(slider / grip) = asin({s} / {g})"),
                         {{"s", signedNum(i.sliderMm, 2)}, {"g", num(setup.machine.tail.gripMm, 1)}});
            return pitch ? i.tailPitchDeg : i.sliderMm;
        };
    };
    out.sliderLeftMm = make(KH_TR("slider, full left rudder"), {"mm", 1, true}, paths, tailAt(-1, false));
    out.sliderRightMm = make(KH_TR("slider, full right rudder"), {"mm", 1, true}, paths, tailAt(1, false));
    out.tailPitchLeftDeg = make(KH_TR("tail pitch, full left rudder"), {"°", 1, true}, paths, tailAt(-1, true));
    out.tailPitchRightDeg = make(KH_TR("tail pitch, full right rudder"), {"°", 1, true}, paths, tailAt(1, true));
    const double rpm = setup.transmitter.modes.front().targetRpm.value_or(0.0);
    const std::vector<FigureNeed> speed{{"transmitter.modes.normal.targetRpm", rpm > 0.0}};
    const std::vector<std::string> hoverPaths{"machine.massKg",       "machine.rotor.discM", "machine.rotor.chordMm", "machine.tail.discM",
                                              "machine.tail.chordMm", "machine.tail.ratio",  "machine.tail.boomM"};
    out.tailNeutralDeg = make(
        KH_TR("tail pitch that holds the hover"), {"°", 1}, hoverPaths,
        [&, rpm](Derivation& why) {
            const HoverOut h = hover(rotor(rpm));
            const double thrust = h.torqueNm / t.boomM;
            why.line(KH_TR("torque P / Ω = {p} W / {n} rpm = {q} N·m, thrust = torque / boom = {t} N"),
                     {{"p", num(h.powerW)}, {"n", num(rpm)}, {"q", num(h.torqueNm, 2)}, {"t", num(thrust, 1)}});
            HoverIn tailRotor = rotor(rpm * t.ratio);
            tailRotor.diameterM = t.discM;
            tailRotor.chordMm = t.chordMm;
            tailRotor.blades = 2.0;
            return pitchForThrustDeg(thrust, tailRotor, &why);
        },
        speed);
    out.tailTipSpeed = make(
        KH_TR("tail tip speed"), {"m/s", 0}, {"machine.tail.discM", "machine.tail.ratio"},
        [&](Derivation& why) {
            double fastest = 0.0;
            for (const FlightMode& m : setup.transmitter.modes) fastest = std::max(fastest, m.targetRpm.value_or(0.0));
            return tipSpeed(t.discM, fastest * t.ratio, &why);
        },
        speed);
}

double endVoltsPerCell(const Machine& machine) {
    const bool hard = machine.style == "aerobatic" || machine.rotor.bladeMm < 250.0;
    return hard ? 3.3 : 3.5;
}

double Figures::bladeDegAt(double pitchPct) const {
    return pitchPct / 100.0 * (pitchPct >= 0.0 ? collectiveHighDeg.value : -collectiveLowDeg.value);
}

CurveReadout curveReadout(const Setup& setup, const ChainModel& model, const Figures& figures, std::size_t mode, CurveKind kind,
                          double valuePct) {
    CurveReadout out;
    const bool pitch = kind == CurveKind::Pitch;
    if (const ChannelSettings* channel = channelOf(setup.transmitter, functionId(pitch ? Function::Collective : Function::Throttle)))
        out.pulseUs = channelOutputUnchecked(pitch ? valuePct : channelPctFromThrottlePct(valuePct),
                                             channelScale(setup.transmitter.profile, *channel))
                          .pulseUs;
    if (pitch) out.bladeDeg = figures.bladeDegAt(valuePct);
    else if (double rpm = 0.0; model.headSpeedAt(valuePct, mode, rpm)) out.headRpm = rpm;
    return out;
}

const ModeFigures* Figures::mode(const std::string& id) const {
    const auto f = std::find_if(modes.begin(), modes.end(), [&](const ModeFigures& m) { return m.id == id; });
    return f == modes.end() ? nullptr : &*f;
}

const ChannelFigures* Figures::channel(const std::string& id) const {
    const auto f = std::find_if(channels.begin(), channels.end(), [&](const ChannelFigures& c) { return c.id == id; });
    return f == channels.end() ? nullptr : &*f;
}

Figures computeFigures(const Setup& setup, const ChainModel& model, const ChainModel& asked) {
    FigureBuilder b{setup, model, asked, {}};
    b.power();
    b.pinions();
    b.blades();
    b.arms();
    b.coupled();
    b.binding();
    b.layout();
    b.tail();
    b.hold();
    b.channels();
    b.modes();
    b.steps();
    b.speedMarks();
    b.zones();
    b.timer();
    return std::move(b.out);
}

}  // namespace kh
