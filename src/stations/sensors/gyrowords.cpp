// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/sensors/gyrowords.h"

#include "base/error.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/controllerwords.h"
#include "model/fieldpatterns.h"

namespace kh {

namespace {

constexpr std::array kTurns{TurnText{"roll-sense"_row, KH_TR("rolled right"), KH_TR("Roll the airframe right: what answers?"),
                                     "controller.gyro.rollReversed"_field, KH_TR("roll")},
                            TurnText{"pitch-sense"_row, KH_TR("nose down"), KH_TR("Nose down: what answers?"),
                                     "controller.gyro.pitchReversed"_field, KH_TR("pitch")},
                            TurnText{"yaw-sense"_row, KH_TR("tail moved left"), KH_TR("Move the tail left: what answers?"),
                                     "controller.gyro.yawReversed"_field, KH_TR("yaw")}};

}  // namespace

const TurnText& textOf(HandTurn turn) { return kTurns[static_cast<std::size_t>(turn)]; }

Derivation answerWhy(const Setup& setup, HandTurn turn) {
    const auto i = static_cast<std::size_t>(turn);
    const AxisMatrix believed = believedTurns(mountingBuilt(setup), mountingSet(setup), gyroReversals(setup));
    const double sign = turn == HandTurn::NoseDown ? -1.0 : 1.0;  // the column is for nose up
    Derivation why;
    why.title = say(KH_TR("answer to a turn by hand"));
    why.line(KH_TR("the box sits {b} and is told {s}"),
             {{"b", asWord(setup.machine.mounting)}, {"s", settingsText(mountingSet(setup), gyroReversals(setup))}});
    why.line(KH_TR("{turn} it takes for roll {x}, nose up {y}, nose right {z}"), {{"turn", say(textOf(turn).done)},
                                                                                  {"x", signedNum(sign * believed[0][i])},
                                                                                  {"y", signedNum(sign * believed[1][i])},
                                                                                  {"z", signedNum(sign * believed[2][i])}});
    if (yawWay(setup) < 0.0) why.line(KH_TR("the tail, as its servo is set and built in, goes against what is asked"));
    why.line(KH_TR("and moves against it: {a}"), {{"a", answerText(answersByRecord(setup)[i])}});
    why.inputs = kAnswerInputs.paths();
    return why;
}

Message answerText(const HandAnswer& answer) { return say(kAnswerWords[static_cast<std::size_t>(codeOf(answer))]); }

Message settingsText(const Mounting& mounting, const GyroReversals& reversed) {
    const Message sits = asWord(mountingWord(mounting));
    if (reversed.count() == 0) return say(KH_TR("{m}, gyros normal"), {{"m", sits}});
    std::vector<Message> axes;
    if (reversed.roll) axes.push_back(say(KH_TR("roll")));
    if (reversed.pitch) axes.push_back(say(KH_TR("pitch")));
    if (reversed.yaw) axes.push_back(say(KH_TR("yaw")));
    return say(KH_TR("{m}, reversed: {axes}"), {{"m", sits}, {"axes", axes}});
}

std::optional<HandTurn> turnOf(std::string_view key) {
    for (const HandTurn turn : kHandTurns)
        if (key == kHandTurnKeys[static_cast<std::size_t>(turn)]) return turn;
    return std::nullopt;
}

HandVerdict handVerdict(const Setup& setup) {
    HandVerdict out;
    const std::optional<HandAnswers> seen = answersInForce(setup);
    if (!seen) return out;
    try {
        const GyroInference found = explained(setup, *seen);
        out.kind = found.sound ? HandVerdict::Kind::Sound : HandVerdict::Kind::Explained;
        out.first = settingsText(found.causes[0].mounting, found.causes[0].reversed);
        out.second = settingsText(found.causes[1].mounting, found.causes[1].reversed);
    } catch (const InputError&) {
        out.kind = HandVerdict::Kind::Contradict;
    }
    return out;
}

std::optional<HandTurn> senseInBox(const Setup& setup, const GyroInference& inferred) {
    const ControllerProfile& box = setup.controller.profile;
    const GyroCause& first = inferred.causes.front();
    if (inferred.sound || !box.gyroSenses || first.changes != 1 || first.mounting != mountingSet(setup) ||
        first.mounting != mountingBuilt(setup))
        return std::nullopt;
    const GyroReversals entered = gyroReversals(setup);
    if (first.reversed.roll != entered.roll) return HandTurn::RollRight;
    if (first.reversed.pitch != entered.pitch) return HandTurn::NoseDown;
    return box.oneTailDirection ? std::nullopt : std::optional(HandTurn::TailLeft);
}

Message senseInBoxText(const Setup& setup, HandTurn turn) {
    const TurnText& text = textOf(turn);
    return say(
        KH_TR("Look at the {a} gyro in the controller: it is entered as {v} and answers as the other. Set it to {v} there, save, start "
              "anew, and turn the machine again."),
        {{"a", say(text.axis)}, {"v", show(setup, text.sense)}});
}

std::optional<std::vector<Edit>> tailOtherwise(const Setup& setup, const HandAnswers& seen) {
    const YawPath* path = setup.machine.aircraft.of().yaw;
    if (path == nullptr || rowSeen(setup, path->row) || seen != withEdgesOver(answersByRecord(setup))) return std::nullopt;
    return path->otherwise(setup);
}

std::optional<std::vector<Edit>> editsFor(const Setup& setup, const GyroInference& inferred, const GyroCause& cause) {
    if (inferred.sound) return editsOf(setup, cause.mounting, {mountingSet(setup), cause.reversed});  // a record that differs is mended
    const std::optional<GyroRemedy> remedy = remedyFor(setup, cause.mounting);
    if (!remedy) return std::nullopt;
    return editsOf(setup, cause.mounting, *remedy);
}

}  // namespace kh
