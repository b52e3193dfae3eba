// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/gyro.h"

#include "model/controllerwords.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr std::array kAnswers{HandAnswer{PlateMove::Still, EdgeMove::Still}, HandAnswer{PlateMove::Left, EdgeMove::Still},
                              HandAnswer{PlateMove::Right, EdgeMove::Still}, HandAnswer{PlateMove::Forward, EdgeMove::Still},
                              HandAnswer{PlateMove::Aft, EdgeMove::Still},   HandAnswer{PlateMove::Still, EdgeMove::Left},
                              HandAnswer{PlateMove::Still, EdgeMove::Right}};

}  // namespace

Mounting mountingBuilt(const Setup& setup) { return mountingOf(setup.machine.mounting).value_or(Mounting{}); }
Mounting mountingSet(const Setup& setup) { return mountingOf(setup.controller.mounting).value_or(Mounting{}); }

GyroReversals gyroReversals(const Setup& setup) {
    const GyroSettings& g = setup.controller.gyro;
    return {g.rollReversed, g.pitchReversed, g.yawReversed};
}

std::vector<Mounting> knownMountings(const ControllerProfile& box) {
    std::vector<Mounting> out;
    for (const std::string& word : box.mountings)
        if (const auto m = mountingOf(word)) out.push_back(*m);
    return out;
}

double yawWay(const Setup& setup) {
    const YawPath* path = setup.machine.aircraft.of().yaw;
    return path == nullptr ? 1.0 : path->way(setup);
}

HandAnswers withEdgesOver(HandAnswers answers) {
    for (HandAnswer& answer : answers)
        if (answer.edges != EdgeMove::Still) answer.edges = answer.edges == EdgeMove::Left ? EdgeMove::Right : EdgeMove::Left;
    return answers;
}

HandAnswers answersByRecord(const Setup& setup) {
    const HandAnswers asked = gyroResponse(mountingBuilt(setup), mountingSet(setup), gyroReversals(setup));
    return yawWay(setup) < 0.0 ? withEdgesOver(asked) : asked;
}

GyroInference explained(const Setup& setup, const HandAnswers& seen) {
    GyroInference out = inferGyro(mountingSet(setup), gyroReversals(setup), yawWay(setup) < 0.0 ? withEdgesOver(seen) : seen);
    out.sound = seen == rightAnswers();
    return out;
}

std::optional<GyroRemedy> remedyFor(const Setup& setup, const Mounting& built) {
    const ControllerProfile& box = setup.controller.profile;
    std::optional<GyroRemedy> best;
    for (const Mounting& known : knownMountings(box)) {
        const std::optional<GyroRemedy> remedy = gyroRemedy(built, std::array{known});
        if (!remedy) continue;
        const int reversals = remedy->reversed.count();
        if (reversals > 0 && (!box.gyroSenses || levels(box))) continue;
        if (remedy->reversed.yaw && box.oneTailDirection) continue;  // the yaw gyro goes with the tail's direction
        if (!best || reversals < best->reversed.count()) best = remedy;
    }
    // a tail that goes against the demand is undone by the sense, where the box has one
    if (best && yawWay(setup) < 0.0 && box.gyroSenses && !box.oneTailDirection) best->reversed.yaw = !best->reversed.yaw;
    return best;
}

std::vector<Edit> editsOf(const Setup& setup, const Mounting& built, const GyroRemedy& remedy) {
    std::vector<Edit> out;
    if (mountingBuilt(setup) != built) out.push_back({"machine.mounting"_field, std::string(mountingWord(built))});
    if (mountingSet(setup) != remedy.set) out.push_back({"controller.mounting"_field, std::string(mountingWord(remedy.set))});
    const GyroReversals now = gyroReversals(setup);
    if (now.roll != remedy.reversed.roll) out.push_back({"controller.gyro.rollReversed"_field, remedy.reversed.roll});
    if (now.pitch != remedy.reversed.pitch) out.push_back({"controller.gyro.pitchReversed"_field, remedy.reversed.pitch});
    if (now.yaw != remedy.reversed.yaw) out.push_back({"controller.gyro.yawReversed"_field, remedy.reversed.yaw});
    return out;
}

std::string handReading(HandTurn turn, std::string_view bank) {
    std::string what = std::string("hand.") + kHandTurnKeys[static_cast<std::size_t>(turn)];
    if (!bank.empty()) what += "." + std::string(bank);
    return what;
}

double codeOf(const HandAnswer& answer) {
    return static_cast<double>(std::find(kAnswers.begin(), kAnswers.end(), answer) - kAnswers.begin());
}

std::optional<HandAnswer> answerOf(double code) {
    for (std::size_t i = 0; i < kAnswers.size(); ++i)
        if (code == static_cast<double>(i)) return kAnswers[i];
    return std::nullopt;
}

std::optional<HandAnswer> answerInBank(const Setup& setup, HandTurn turn, std::string_view bank) {
    const std::string what = handReading(turn, bank);
    const Reading* read = newestUnder(setup, what, kHandSettings.paths());
    return read == nullptr ? std::nullopt : answerOf(read->value);
}

std::optional<HandAnswer> answerInForce(const Setup& setup, HandTurn turn) { return answerInBank(setup, turn, {}); }

std::optional<HandAnswers> answersInForce(const Setup& setup) {
    HandAnswers out;
    for (const HandTurn turn : kHandTurns) {
        const std::optional<HandAnswer> one = answerInForce(setup, turn);
        if (!one) return std::nullopt;
        out[static_cast<std::size_t>(turn)] = *one;
    }
    return out;
}

}  // namespace kh
