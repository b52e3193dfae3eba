// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/calc.h"

#include "base/conventions.h"
#include "base/error.h"
#include "formula/answers.h"
#include "formula/channel.h"
#include "formula/curve.h"
#include "formula/gainscale.h"
#include "formula/governor.h"
#include "formula/linkage.h"
#include "formula/plate.h"
#include "formula/rotor.h"
#include "io/calcinput.h"

#include <fmt/format.h>
#include <cmath>
#include <map>
#include <nlohmann/json.hpp>

namespace kh::io {

namespace {

using nlohmann::json;

using In = CalcInput;

json planeJson(const Plane& p) { return {{"height", p.heightMm}, {"forward", p.forward}, {"right", p.right}}; }

json curveCalc(const In& in) {
    Curve curve;
    curve.points.clear();
    const json& points = in.raw("points");
    if (!points.is_array()) throw InputError("points", "a list of {x, y} is needed");
    for (const json& p : points) {
        if (!p.is_object() || !p.contains("x") || !p.contains("y")) throw InputError("points", "each point needs x and y");
        curve.points.push_back({In::asNumber("points", p.at("x")), In::asNumber("points", p.at("y"))});
    }
    curve.shape = in.word("shape", {"straight", "smooth"}) == 0 ? CurveShape::Straight : CurveShape::Smooth;
    const CurveEvaluator evaluator(curve);
    json values = json::array();
    for (const double x : in.numbers("at")) values.push_back(evaluator.at(x));
    return {{"values", values}};
}

/// How transmitters differ; what is not given is as most have it.
ChannelLaws channelLaws(const In& in) {
    return {.side = static_cast<TravelSide>(in.wordOrFirst("travelSide", {"before-reversing", "after-reversing"})),
            .subTrim = static_cast<SubTrimLaw>(in.wordOrFirst("subTrimLaw", {"moves", "bends"})),
            .reverseTurnsTrim = !in.has("reverseTurnsTrim") || in.flag("reverseTurnsTrim"),
            .limit = static_cast<LimitLaw>(in.wordOrFirst("limitLaw", {"clips", "scales"}))};
}

json channelCalc(const In& in) {
    const ChannelScale scale{.travelLowPct = in.number("travelLowPct"),
                             .travelHighPct = in.number("travelHighPct"),
                             .subTrimPct = in.number("subTrimPct"),
                             .reversed = in.flag("reversed"),
                             .limitPct = in.number("limitPct"),
                             .centreUs = in.number("centreUs"),
                             .usPerPct = in.number("usPerPct"),
                             .resolutionUs = in.number("resolutionUs"),
                             .laws = channelLaws(in)};
    const ChannelOutput out = channelOutput(in.number("value"), scale);
    return {{"pct", out.pct}, {"pulseUs", out.pulseUs}};
}

json hoverCalc(const In& in) {
    const HoverOut out = hover({.massKg = in.number("massKg"),
                                .diameterM = in.number("diameterM"),
                                .rpm = in.number("rpm"),
                                .chordMm = in.number("chordMm"),
                                .blades = in.number("blades"),
                                .densityKgM3 = in.number("densityKgM3"),
                                .inducedFactor = in.number("inducedFactor"),
                                .profileDrag = in.number("profileDrag")});
    return {{"thrustCoefficient", out.thrustCoefficient},
            {"solidity", out.solidity},
            {"pitchDeg", out.pitchDeg},
            {"powerW", out.powerW},
            {"torqueNm", out.torqueNm},
            {"figureOfMerit", out.figureOfMerit}};
}

json pitchSettingCalc(const In& in) {
    std::optional<PitchReading> previous;
    if (in.has("previous")) {
        const json& p = in.raw("previous");
        if (!p.is_object() || !p.contains("setting") || !p.contains("measuredDeg"))
            throw InputError("previous", "setting and measuredDeg are needed");
        previous = {In::asNumber("previous", p.at("setting")), In::asNumber("previous", p.at("measuredDeg"))};
    }
    return {{"setting", pitchSettingFor({in.number("setting"), in.number("measuredDeg")}, in.number("targetDeg"), previous).setting}};
}

json governorFitCalc(const In& in) {
    std::vector<SpeedPoint> points;
    const json& list = in.raw("points");
    if (!list.is_array()) throw InputError("points", "a list of {throttlePct, rpm} is needed");
    for (const json& p : list) {
        if (!p.is_object() || !p.contains("throttlePct") || !p.contains("rpm"))
            throw InputError("points", "each point needs throttlePct and rpm");
        points.push_back({In::asNumber("points", p.at("throttlePct")), In::asNumber("points", p.at("rpm"))});
    }
    const GovernorFit fit = governorFit(points, in.number("targetRpm"));
    return {{"slopeRpmPerPct", fit.slopeRpmPerPct},
            {"interceptRpm", fit.interceptRpm},
            {"worstRpm", fit.worstRpm},
            {"throttlePct", fit.throttlePct}};
}

std::map<std::string, Calc> makeTable() {
    std::map<std::string, Calc> table{
        {"rated",
         [](const In& in) -> json {
             const RatedValue r = rated(in.number("stick"), {in.number("ratePct"), in.number("expoPct")},
                                        in.has("expoTable") ? in.numbers("expoTable") : ExpoTable{});
             return {{"value", r.value}, {"centreSlope", r.centreSlope}};
         }},
        {"curve", curveCalc},
        {"channel", channelCalc},
        {"reading",
         [](const In& in) -> json {
             return {{"readingPct",
                      readingPct(in.number("pulseUs"), {in.number("centreUs"), in.number("usPerPct"), in.number("deadBandPct")})}};
         }},
        {"endpoint",
         [](const In& in) -> json {
             const TravelGrid grid{in.number("stepPct"), in.number("limitPct"),
                                   in.word("overshoot", {"forbid", "allow"}) == 0 ? Overshoot::Forbid : Overshoot::Allow};
             const EndpointAnswer a = endpointFor(in.number("travelPct"), in.number("readingPct"), grid);
             return {{"travelPct", a.travelPct}, {"reachedPct", a.reachedPct}, {"reachable", a.reachable}};
         }},
        {"subtrim",
         [](const In& in) -> json {
             return {{"changePct", subTrimFor(in.number("readingPct"), in.number("controllerUsPerPct"), in.number("transmitterUsPerPct"),
                                              in.number("stepPct"))
                                       .changePct}};
         }},
        {"gain",
         [](const In& in) -> json {
             const GainWriting g = writeGain(in.number("signed"));
             return {{"centre50", g.centre50}, {"mode", g.mode == GyroMode::Hold ? "hold" : "rate"}, {"percent", g.percent}};
         }},
        {"plate",
         [](const In& in) -> json {
             const PlateFit f = fitPlate(in.numbers("azimuthsDeg"), in.numbers("heightsMm"), in.number("radiusMm"));
             return {{"heightMm", f.plane.heightMm}, {"tiltDeg", f.tiltDeg}, {"towardDeg", f.towardDeg}, {"fightMm", f.fightMm}};
         }},
        {"mix",
         [](const In& in) -> json {
             return {{"servo", mix(in.numbers("azimuthsDeg"), {.collective = in.number("collective"),
                                                               .aileron = in.number("aileron"),
                                                               .elevator = in.number("elevator"),
                                                               .collectiveGain = in.number("collectiveGain"),
                                                               .cyclicGain = in.number("cyclicGain"),
                                                               .phaseDeg = in.number("phaseDeg")})}};
         }},
        {"layout-mismatch",
         [](const In& in) -> json {
             const LayoutMismatch m = layoutMismatch(in.numbers("settingAzimuthsDeg"), in.numbers("machineAzimuthsDeg"));
             return {{"elevator", planeJson(m.elevator)}, {"aileron", planeJson(m.aileron)}, {"collective", planeJson(m.collective)}};
         }},
        {"servo-arm",
         [](const In& in) -> json {
             return {{"travelMm", ballHeightMm(in.number("armMm"), in.number("linkMm"), in.number("angleDeg"))}};
         }},
        {"servo-angle",
         [](const In& in) -> json {
             return {{"angleDeg", armAngleDeg(in.number("armMm"), in.number("linkMm"), in.number("travelMm"))}};
         }},
        {"blade-pitch",
         [](const In& in) -> json {
             const double tilt = in.number("tiltDeg");
             const double toward = in.number("towardDeg");
             const Plane plane{in.number("heightMm"), sinDeg(tilt) * cosDeg(toward), sinDeg(tilt) * sinDeg(toward)};
             const BladeLinkage linkage{in.number("innerRadiusMm"), in.number("gripMm"), in.number("leadDeg"),
                                        in.word("link", {"leading", "trailing"}) == 0 ? LinkSide::Leading : LinkSide::Trailing};
             return {{"pitchDeg", bladePitchDeg(plane, linkage, in.number("bladeAzimuthDeg"))}};
         }},
        {"reference-tilt",
         [](const In& in) -> json {
             return {{"tiltDeg", referenceTiltDeg(in.number("referenceDeg"), in.number("innerRadiusMm"), in.number("gripMm"))}};
         }},
        {"pitch-setting", pitchSettingCalc},
        {"link-turns",
         [](const In& in) -> json {
             const LinkTurnsAnswer a =
                 linkTurnsFor(in.number("leadMmPerTurn"), in.number("gripMm"), in.number("errorDeg"), in.number("stepTurns"));
             return {{"perTurnDeg", a.perTurnDeg}, {"turns", a.turns}, {"remainderDeg", a.remainderDeg}};
         }},
        {"tip-gap",
         [](const In& in) -> json {
             return {{"gapMm", tipGapMm(in.number("bladeMm"), in.number("pitchDeg"))}};
         }},
        {"tip-gap-pitch",
         [](const In& in) -> json {
             const TipGapPitch p = pitchFromTipGap(in.number("bladeMm"), in.number("gapMm"), in.number("gapErrorMm"));
             return {{"pitchDeg", p.pitchDeg}, {"errorDeg", p.errorDeg}};
         }},
        {"tail-arm",
         [](const In& in) -> json {
             return {{"armMm", tailArmFor(in.number("armMm"), in.number("limitPct"))}};
         }},
        {"gear",
         [](const In& in) -> json {
             const MotorSpeeds s = motorSpeeds({in.number("mainTeeth"), in.number("pinionTeeth"), in.number("secondStage")},
                                               in.number("poles"), in.number("headSpeedRpm"));
             return {{"ratio", s.ratio}, {"polePairs", s.polePairs}, {"motorRpm", s.motorRpm}, {"electricalRpm", s.electricalRpm}};
         }},
        {"head-speed",
         [](const In& in) -> json {
             const HeadSpeedOut o = headSpeed({in.number("kv"), in.number("cells"), in.number("voltsPerCell"), in.number("efficiency"),
                                               in.number("ratio"), in.number("targetRpm")});
             return {{"availableRpm", o.availableRpm}, {"throttlePct", o.throttlePct}, {"headroomPct", o.headroomPct}};
         }},
        {"tip-speed",
         [](const In& in) -> json {
             return {{"metresPerSecond", tipSpeed(in.number("diameterM"), in.number("rpm"))}};
         }},
        {"hover", hoverCalc},
        {"rotor-at-pitch",
         [](const In& in) -> json {
             const RotorAtPitch r = rotorAtPitch(in.number("pitchDeg"), {.diameterM = in.number("diameterM"),
                                                                         .rpm = in.number("rpm"),
                                                                         .chordMm = in.number("chordMm"),
                                                                         .blades = in.number("blades"),
                                                                         .densityKgM3 = in.number("densityKgM3"),
                                                                         .inducedFactor = in.number("inducedFactor"),
                                                                         .profileDrag = in.number("profileDrag")});
             return {{"thrustN", r.thrustN}, {"powerW", r.powerW}, {"torqueNm", r.torqueNm}};
         }},
        {"battery",
         [](const In& in) -> json {
             const BatteryState s = batteryState(in.number("packVolts"), in.number("cells"));
             return {{"voltsPerCell", s.voltsPerCell}, {"chargePct", s.chargePct}, {"used", s.used}};
         }},
        {"timer",
         [](const In& in) -> json {
             return {
                 {"minutes", timerMinutes(in.number("capacityMah"), in.number("usedMah"), in.number("minutes"), in.number("reservePct"))}};
         }},
        {"gain-scale",
         [](const In& in) -> json {
             return {{"gain", gainScaled(in.number("gain"), in.number("fromRpm"), in.number("toRpm"))}};
         }},
        {"gain-search",
         [](const In& in) -> json {
             const GainSearchAnswer a = gainSearch(in.numbers("clean"), in.numbers("oscillating"));
             return {{"done", a.done}, {a.done ? "set" : "next", a.gain}};
         }},
        {"tail-hover",
         [](const In& in) -> json {
             const TailHover t = tailHover(in.number("torqueNm"), in.number("boomM"),
                                           {.diameterM = in.number("diameterM"),
                                            .rpm = in.number("rpm"),
                                            .chordMm = in.number("chordMm"),
                                            .blades = in.number("blades"),
                                            .densityKgM3 = in.number("densityKgM3")});
             return {{"thrustN", t.thrustN}, {"pitchDeg", t.pitchDeg}};
         }},
        {"governor-fit", governorFitCalc},
        {"true-speed",
         [](const In& in) -> json {
             return {{"rpm", trueSpeed(in.number("askedRpm"), in.number("enteredPairs"), in.number("enteredRatio"), in.number("truePairs"),
                                       in.number("trueRatio"))}};
         }},
        {"endurance",
         [](const In& in) -> json {
             const Endurance e = endurance(in.number("powerW"), in.number("volts"), in.number("efficiency"), in.number("capacityMah"),
                                           in.number("reservePct"));
             return {{"currentA", e.currentA}, {"minutes", e.minutes}};
         }},
    };
    table.insert(gyroCalculations().begin(), gyroCalculations().end());
    table.insert(rotorsCalculations().begin(), rotorsCalculations().end());
    return table;
}

const std::map<std::string, Calc>& calculations() {
    static const std::map<std::string, Calc> table = makeTable();
    return table;
}

/// Refuses an answer beyond what a double holds, and writes −0 as 0.
void tidyAnswer(json& answer, const json& in) {
    if (answer.is_number_float()) {
        if (!std::isfinite(answer.get<double>())) {
            std::vector<std::string> keys;
            for (const auto& [key, value] : in.items()) keys.push_back(key);
            throw InputError("in", fmt::format("these values lead beyond what can be computed: {}", fmt::join(keys, ", ")));
        }
        if (answer.get<double>() == 0.0) answer = 0.0;
    }
    if (answer.is_structured())
        for (json& part : answer) tidyAnswer(part, in);
}

}  // namespace

json calculate(const std::string& name, const json& in) {
    const auto found = calculations().find(name);
    if (found == calculations().end())
        throw InputError("calc", fmt::format("{} is not known; known are {}", name, fmt::join(calculationNames(), ", ")));
    json answer = found->second(In(in));
    tidyAnswer(answer, in);
    return answer;
}

json calculateBatch(const json& file) {
    if (!file.is_object() || !file.contains("calc") || !file.at("calc").is_string())
        throw InputError("calc", "the file must name its calculation");
    if (!file.contains("cases") || !file.at("cases").is_array()) throw InputError("cases", "a list of cases is needed");
    json out = file;
    const std::string name = file.at("calc").get<std::string>();
    for (json& one : out.at("cases")) {
        if (!one.is_object()) {
            one = {{"error", "cases: each case must be an object"}};
            continue;
        }
        one.erase("out");
        one.erase("error");
        try {
            one["out"] = calculate(name, one.contains("in") ? one.at("in") : json());
        } catch (const InputError& e) {
            one["error"] = e.what();
        }
    }
    return out;
}

std::vector<std::string> calculationNames() {
    std::vector<std::string> names;
    for (const auto& [name, calc] : calculations()) names.push_back(name);
    return names;
}

}  // namespace kh::io
