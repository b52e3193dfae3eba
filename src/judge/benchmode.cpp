// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/benchmode.h"

#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"

#include <algorithm>

namespace kh {

std::optional<MotorDriven> drivenIn(const ChainModel& model, const MotorLimits& motor, const Deck& deck, const FlightMode& mode) {
    for (const double stick : decisiveSticks(mode))
        for (const double trim : {-1.0, 1.0}) {
            DeckNumbers numbers = model.numbers(deck);
            numbers.sticks.collective = stick;
            numbers.throttleTrim = trim;
            const Instant now = model.at(numbers);
            if (!motor.low(now.motorPulseUs) || !motor.accepted(now.motorPulseUs))  // a curve goes no lower than the learned end
                return MotorDriven{stick, trim, now.motorPulseUs, now.throttlePct};
        }
    return std::nullopt;
}

Finding benchModeRuns(const Setup& setup, const FlightMode& mode, const MotorDriven& driven, PartialDeck state) {
    state.collective = driven.stick;
    state.throttleTrim = driven.trim;
    return {.severity = Severity::Danger,
            .row = "throttle-curve"_row,
            .title = say(KH_TR("{m} is for the bench and drives the motor"), {{"m", mode.name}}),
            .found = say(KH_TR("It is reached with hold and kill off; at stick {s} the speed controller gets {u} µs, {t}."),
                         {{"s", signedNum(driven.stick, 2)},
                          {"u", num(driven.pulseUs)},
                          {"t", amount(setup, throttlePath(setup.transmitter), driven.throttlePct)}}),
            .why = say(KH_TR("You reach for a machine that was thought to be still.")),
            .todo = say(KH_TR("Let {m} be reached with hold on only, or set its throttle to {z} over the whole stick, in the transmitter."),
                        {{"m", mode.name}, {"z", amount(setup, modePath(mode, "throttle"), 0.0)}}),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, std::move(state)},
            .subject = modePath(mode, "throttle"),
            .fix = {{modePath(mode, "throttle"), flatCurve(0.0, mode.throttle.points.size())}}};
}

bool benchOnly(const TransmitterSettings& tx, const FlightMode& mode) {
    if (mode.benchOnly) return true;
    const FlightMode* hold = modeById(tx, kHoldMode);
    if (hold == nullptr || hold->when.size() != 1 || hold->when.front().size() != 1 || mode.id == kHoldMode || mode.when.empty())
        return false;
    const Term& on = hold->when.front().front();
    return !on.switchId.empty() && std::all_of(mode.when.begin(), mode.when.end(), [&](const std::vector<Term>& all) {
        return std::any_of(all.begin(), all.end(), [&](const Term& t) { return t.switchId == on.switchId && t.place == on.place; });
    });
}

}  // namespace kh
