// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/mountingrules.h"

#include "judge/rowids.h"
#include "model/fieldpatterns.h"
#include "model/gyro.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

void sitsOtherwise(const AuditContext& c, std::vector<Finding>& out) {
    const std::string &set = c.setup.controller.mounting, &built = c.setup.machine.mounting;
    if (set == built) return;
    const auto& known = c.setup.controller.profile->mountings;
    const bool can = std::find(known.begin(), known.end(), built) != known.end();
    Finding f{.severity = Severity::Danger,
              .row = "mounting"_row,
              .title = c.say(KH_TR("The controller thinks it sits another way")),
              .found = c.say(KH_TR("It sits {a}; it was told {b}."),
                             {{"a", c.show("machine.mounting"_field)}, {"b", c.show("controller.mounting"_field)}}),
              .why = c.say(KH_TR("It steadies about the wrong axes, or the wrong way: it turns over the moment it is light.")),
              .box = can ? Box::Controller : Box::Machine,
              .subject = "controller.mounting"_field};
    if (!c.setup.machine.aircraft.of().gyros.empty())  // a trace shows which way it answers
        f.witness = turnedByHand(wrongTurn(gyroResponse(mountingBuilt(c.setup), mountingSet(c.setup), gyroReversals(c.setup))));
    if (can) {
        f.todo = c.say(KH_TR("Set {a} in the controller."), {{"a", c.show("machine.mounting"_field)}});
        f.fix = {{"controller.mounting"_field, built}};
    } else {
        f.todo = c.say(KH_TR("It cannot be told of that: mount it {b} and say so here."), {{"b", c.show("controller.mounting"_field)}});
        f.fix = {{"machine.mounting"_field, set}};
    }
    out.push_back(std::move(f));
}

}  // namespace

Witness turnedByHand(HandTurn turn) {
    PartialDeck to;
    to.rates = turnRates(turn);
    return {std::nullopt, to};
}

HandTurn wrongTurn(const HandAnswers& answers) {
    const HandAnswers right = rightAnswers();
    for (const HandTurn turn : kHandTurns)
        if (answers[static_cast<std::size_t>(turn)] != right[static_cast<std::size_t>(turn)]) return turn;
    return HandTurn::RollRight;
}

std::span<const Rule> mountingRules() {
    static constexpr std::array rules{Rule{"controller-mounting", Station::Sensors, Work::Sign, sitsOtherwise}};
    return rules;
}

}  // namespace kh
