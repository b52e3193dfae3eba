// SPDX-License-Identifier: GPL-3.0-or-later
//
// Calculations of machines with four rotors.
#include "formula/rotors.h"
#include "formula/windows.h"
#include "io/calcinput.h"

namespace kh::io {

namespace {

using nlohmann::json;
using In = CalcInput;

ClockwisePair pairOf(const In& in) { return static_cast<ClockwisePair>(in.word("clockwisePair", {"front-left", "front-right"})); }

json mixCalc(const In& in) {
    const FourRotors u = rotorsMix({in.number("collective"), in.number("aileron"), in.number("elevator"), in.number("rudder")},
                                   {in.number("aileronReachPct"), in.number("elevatorReachPct"), in.number("rudderReachPct"), pairOf(in),
                                    in.flag("yawFollows")});
    return {{"frontLeft", u[0]}, {"backLeft", u[1]}, {"backRight", u[2]}, {"frontRight", u[3]}};
}

json momentCalc(const In& in) {
    const RotorsMoment m = rotorsMoment(
        {in.number("frontLeftDeg"), in.number("backLeftDeg"), in.number("backRightDeg"), in.number("frontRightDeg")},
        {.diameterM = in.number("diameterM"),
         .rpm = in.number("rpm"),
         .chordMm = in.number("chordMm"),
         .blades = in.number("blades"),
         .densityKgM3 = in.number("densityKgM3"),
         .inducedFactor = in.number("inducedFactor"),
         .profileDrag = in.number("profileDrag")},
        {in.number("armMm"), in.number("armAngleDeg"), pairOf(in)});
    return {{"liftN", m.liftN}, {"rollNm", m.rollNm},       {"pitchNm", m.pitchNm},
            {"yawNm", m.yawNm}, {"thrustsN", m.thrustsN}, {"torquesNm", m.torquesNm}};
}

json limitCalc(const In& in) {
    const RotorsLimit l = rotorsLimit(in.number("setting"), in.number("readDeg"), in.number("wantedDeg"), in.number("step"));
    return {{"setting", l.setting}, {"expectDeg", l.expectDeg}};
}

json checkPointCalc(const In& in) {
    const CheckPoint c =
        checkPoint({in.number("curvePct"), in.number("travelPct"), in.number("transmitterUsPerPct"), in.number("controllerUsPerPct"),
                    in.number("lowPct"), in.number("highPct"), in.number("stepPct")});
    return {{"readingPct", c.readingPct}, {"met", c.met}, {"curvePct", c.curvePct}, {"reachable", c.reachable}};
}

json modeWindowCalc(const In& in) {
    std::vector<ModeWindow> windows;
    const json& list = in.raw("windows");
    if (!list.is_array()) throw InputError("windows", "a list of {mode, lowUs, highUs} is needed");
    for (const json& w : list) {
        const auto edge = [&](const char* key) {
            if (!w.contains(key)) throw InputError("windows", std::string(key) + " is missing");
            return In::asNumber("windows", w.at(key));
        };
        if (!w.is_object() || !w.contains("mode") || !w.at("mode").is_string())
            throw InputError("windows", "each needs mode, lowUs and highUs");
        windows.push_back({w.at("mode").get<std::string>(), edge("lowUs"), edge("highUs")});
    }
    const ModePlaces p = modePlaces(std::move(windows), in.numbers("placesUs"), in.number("clearUs"));
    json modes = json::array(), margins = json::array(), clear = json::array();
    for (const ModePlace& place : p.places) {
        modes.push_back(place.mode ? json(*place.mode) : json());
        margins.push_back(place.marginUs ? json(*place.marginUs) : json());
        clear.push_back(place.clear);
    }
    return {{"modes", modes}, {"marginsUs", margins}, {"clear", clear}, {"sound", p.sound}};
}

}  // namespace

const std::map<std::string, Calc>& rotorsCalculations() {
    static const std::map<std::string, Calc> table{{"rotors-mix", mixCalc},
                                                   {"rotors-moment", momentCalc},
                                                   {"rotors-limit", limitCalc},
                                                   {"check-point", checkPointCalc},
                                                   {"mode-window", modeWindowCalc}};
    return table;
}

}  // namespace kh::io
