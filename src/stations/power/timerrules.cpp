// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the flight timer follows: it must run while the motor does, and at all.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/modedecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "model/ungoverned.h"
#include "stations/power/power.h"

#include <array>

namespace kh {

namespace {

/// Whether the timer runs in a state. @param timer  its place among the switch functions
bool runs(const AuditContext& c, const Instant& now, const DeckNumbers& deck, std::size_t timer) {
    const TransmitterSettings& tx = c.setup.transmitter;
    switch (tx.alarms.timerFollows) {
        case TimerFollows::Throttle: return now.throttlePct > tx.alarms.timerStartPct;
        case TimerFollows::Stick: return curveXFromStick(deck.sticks.collective) > tx.alarms.timerStartPct;
        case TimerFollows::HoldOff: return !now.holdActs;
        case TimerFollows::Mode: {
            const FlightMode* from = modeById(tx, tx.alarms.timerMode);
            return from != nullptr && now.beneath >= indexOfMode(tx, *from);
        }
        case TimerFollows::Switch: break;
    }
    return timer < c.model.functionCount() && c.model.functionActive(timer, deck.places);
}

/// Whether the rotor is driven: an engine that idles below its clutch drives nothing.
bool drives(const AuditContext& c, const Instant& now) {
    const PowerTrain& power = c.setup.machine.power;
    if (power.kind == PowerKind::Engine) return now.motorThrottlePct >= power.clutchPct.value_or(kClutchUnknownPct);
    return motorOffAt(c.figures.motor, now.motorPulseUs) == MotorOff::Runs;
}

/// A state in which the motor runs and the timer does not.
struct Stops {
    const FlightMode* mode;
    double stick;
};

void timerFollows(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    if (tx.timerMin <= 0.0 || channelOf(tx, kThrottleChannel) == nullptr) return;
    Finding f{.severity = Severity::Warning,
              .row = "timer-follows"_row,
              .why = c.say(KH_TR("An empty pack stops the motor in the air.")),
              .box = Box::Transmitter,
              .subject = "transmitter.alarms.timerFollows"_field};
    const TimerFollows follows = tx.alarms.timerFollows;
    const Condition* own = conditionOf(tx, "timer");
    const bool nothing = (follows == TimerFollows::Switch && (own == nullptr || own->empty())) ||
                         (follows == TimerFollows::Mode && modeById(tx, tx.alarms.timerMode) == nullptr);
    if (nothing) {
        f.id = "timer-nothing";
        f.title = c.say(KH_TR("The flight timer follows nothing"));
        f.found = follows == TimerFollows::Switch ? c.say(KH_TR("It is to follow a switch, and no switch is given to the timer."))
                                                  : c.say(KH_TR("It is to run from a flight mode on that the transmitter has not."));
        f.todo = c.say(KH_TR("Let it follow hold being off, in the transmitter: then it runs whenever the motor can."));
        f.fix = {{f.subject, std::string("hold being off")}};
        out.push_back(std::move(f));
        return;
    }
    std::size_t timer = 0;
    while (timer < c.model.functionCount() && c.model.functionName(timer) != "timer") ++timer;
    const auto& decks = c.memory.of<ModeDecks>().of(c.setup, c.model);
    std::optional<Stops> stops;
    bool ever = false;
    for (std::size_t i = 0; i < tx.modes.size() && i < decks.size(); ++i) {
        if (!isFlown(tx.modes[i]) || !decks[i]) continue;
        for (const double stick : decisiveSticks(tx.modes[i])) {
            DeckNumbers numbers = c.model.numbers(*decks[i]);
            numbers.sticks.collective = stick;
            const Instant now = c.model.at(numbers);
            const bool on = runs(c, now, numbers, timer);
            ever = ever || on;
            const bool rises = risesFromZero(tx, tx.modes[i]) && stick < -0.5;  // spooling up by the stick, not flying
            const bool motor = drives(c, now) && !rises;
            if (motor && !on && !stops) stops = Stops{&tx.modes[i], stick};
        }
    }
    if (!stops) return;
    f.title = ever ? c.say(KH_TR("The flight timer stands still while the motor runs")) : c.say(KH_TR("The flight timer never starts"));
    const Message what = c.show("transmitter.alarms.timerFollows"_field);
    f.found = ever ? c.say(KH_TR("In {m} at stick {s} the motor runs and the timer does not; it follows {w}."),
                           {{"m", stops->mode->name}, {"s", signedNum(stops->stick, 2)}, {"w", what}})
                   : c.say(KH_TR("In no flight mode does {w} make it run."), {{"w", what}});
    f.todo = c.say(KH_TR("Let it follow hold being off, in the transmitter: then it runs whenever the motor can."));
    f.fix = {{f.subject, std::string("hold being off")}};
    if (follows == TimerFollows::Throttle) f.also = {{{"transmitter.alarms.timerStartPct"_field, 1.0}}};
    PartialDeck state = modeState(tx, *stops->mode);
    state.collective = stops->stick;
    f.witness = Witness{std::nullopt, std::move(state)};
    out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> timerRules() {
    static constexpr std::array rules{Rule{"timer-follows", Station::Power, Work::Curves, timerFollows}};
    return rules;
}

}  // namespace kh
