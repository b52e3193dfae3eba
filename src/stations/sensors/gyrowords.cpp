// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/sensors/gyrowords.h"

#include "judge/rowids.h"
#include "model/controllerwords.h"
#include "model/fieldpatterns.h"

namespace kh {

namespace {

constexpr double kTurnDegS = 120.0;

constexpr std::array kTurns{TurnText{"roll-sense"_row, KH_TR("rolled right"), KH_TR("Roll the airframe right: what answers?"),
                                     "controller.gyro.rollReversed"_field, KH_TR("roll")},
                            TurnText{"pitch-sense"_row, KH_TR("nose down"), KH_TR("Nose down: what answers?"),
                                     "controller.gyro.pitchReversed"_field, KH_TR("pitch")},
                            TurnText{"yaw-sense"_row, KH_TR("tail moved left"), KH_TR("Move the tail left: what answers?"),
                                     "controller.gyro.yawReversed"_field, KH_TR("yaw")}};

}  // namespace

const TurnText& textOf(HandTurn turn) { return kTurns[static_cast<std::size_t>(turn)]; }

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

Witness turnedByHand(HandTurn turn) {
    PartialDeck to;
    to.rates = TurnRates{};
    switch (turn) {
        case HandTurn::RollRight: to.rates->rollDegS = kTurnDegS; break;
        case HandTurn::NoseDown: to.rates->pitchDegS = -kTurnDegS; break;
        case HandTurn::TailLeft: to.rates->yawDegS = kTurnDegS; break;
    }
    return {std::nullopt, to};
}

std::optional<std::vector<Edit>> editsFor(const Setup& setup, const GyroInference& inferred, const GyroCause& cause) {
    if (inferred.sound) return editsOf(setup, cause.mounting, {mountingSet(setup), cause.reversed});  // a record that differs is mended
    const std::optional<GyroRemedy> remedy = remedyFor(setup, cause.mounting);
    if (!remedy) return std::nullopt;
    return editsOf(setup, cause.mounting, *remedy);
}

}  // namespace kh
