// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/mounting.h"
#include "io/calcinput.h"

namespace kh::io {

namespace {

using nlohmann::json;
using In = CalcInput;

const std::vector<std::string> kSideWords{"up", "down", "left", "right", "forward", "aft"};
const std::vector<std::string> kPlateWords{"still", "left", "right", "forward", "aft"};
const std::vector<std::string> kEdgeWords{"still", "left", "right"};

const std::string& sideWord(Side side) { return kSideWords[static_cast<std::size_t>(side)]; }

Side sideOf(const In& in, const char* key) { return static_cast<Side>(in.word(key, kSideWords)); }

GyroReversals reversalsOf(const In& in) { return {in.flag("reversedRoll"), in.flag("reversedPitch"), in.flag("reversedYaw")}; }

/// A part of an object or list: what is wrong with it is told by the outer key.
template <class Read>
auto underOuterKey(const char* key, const json& part, Read read) {
    try {
        return read(In(part));
    } catch (const InputError& e) {
        throw InputError(key, std::string(e.what()));
    }
}

HandAnswers answersOf(const In& in) {
    HandAnswers out;
    for (std::size_t turn = 0; turn < out.size(); ++turn)
        out[turn] = underOuterKey(kHandTurnKeys[turn], in.raw(kHandTurnKeys[turn]), [](const In& one) {
            return HandAnswer{static_cast<PlateMove>(one.word("plate", kPlateWords)), static_cast<EdgeMove>(one.word("edges", kEdgeWords))};
        });
    return out;
}

json mountingCalc(const In& in) { return {{"matrix", boxAxes({sideOf(in, "label"), sideOf(in, "plugs")})}}; }

json responseCalc(const In& in) {
    const HandAnswers answers =
        gyroResponse({sideOf(in, "label"), sideOf(in, "plugs")}, {sideOf(in, "setLabel"), sideOf(in, "setPlugs")}, reversalsOf(in));
    json out;
    for (std::size_t turn = 0; turn < answers.size(); ++turn)
        out[kHandTurnKeys[turn]] = {{"plate", kPlateWords[static_cast<std::size_t>(answers[turn].plate)]},
                                    {"edges", kEdgeWords[static_cast<std::size_t>(answers[turn].edges)]}};
    return out;
}

json inferenceCalc(const In& in) {
    const GyroInference inferred = inferGyro({sideOf(in, "setLabel"), sideOf(in, "setPlugs")}, reversalsOf(in), answersOf(in));
    json causes = json::array();
    for (const GyroCause& c : inferred.causes)
        causes.push_back({{"label", sideWord(c.mounting.label)},
                          {"plugs", sideWord(c.mounting.plugs)},
                          {"reversedRoll", c.reversed.roll},
                          {"reversedPitch", c.reversed.pitch},
                          {"reversedYaw", c.reversed.yaw},
                          {"changes", c.changes}});
    return {{"sound", inferred.sound}, {"causes", causes}};
}

json remedyCalc(const In& in) {
    const json& list = in.raw("allowed");
    if (!list.is_array()) throw InputError("allowed", "a list of {label, plugs} is needed");
    std::vector<Mounting> allowed;
    for (const json& one : list)
        allowed.push_back(underOuterKey("allowed", one, [](const In& m) { return Mounting{sideOf(m, "label"), sideOf(m, "plugs")}; }));
    const std::optional<GyroRemedy> remedy = gyroRemedy({sideOf(in, "label"), sideOf(in, "plugs")}, allowed);
    if (!remedy) return {{"possible", false}};
    return {{"possible", true},
            {"setLabel", sideWord(remedy->set.label)},
            {"setPlugs", sideWord(remedy->set.plugs)},
            {"reversedRoll", remedy->reversed.roll},
            {"reversedPitch", remedy->reversed.pitch},
            {"reversedYaw", remedy->reversed.yaw}};
}

json pirouetteCalc(const In& in) {
    return {{"towardDeg",
             pirouetteTowardDeg(in.number("tiltDeg"), in.number("towardDeg"), in.number("turnedRightDeg"), in.flag("yawReversed"))}};
}

}  // namespace

const std::map<std::string, Calc>& gyroCalculations() {
    static const std::map<std::string, Calc> table{{"mounting", mountingCalc},
                                                   {"gyro-response", responseCalc},
                                                   {"gyro-inference", inferenceCalc},
                                                   {"gyro-remedy", remedyCalc},
                                                   {"pirouette", pirouetteCalc}};
    return table;
}

}  // namespace kh::io
