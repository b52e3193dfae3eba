// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/throttlestates.h"

#include "judge/modechecks.h"
#include "judge/motorfigures.h"
#include "judge/switches/switchspace.h"
#include "kernel/chain.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/names.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh {

namespace {

constexpr double kLowStick = -0.95;  ///< below it the collective counts as low

constexpr const char* kDisarmed = "disarmed";

/// Flying, but for the switches that arm.
std::optional<Deck> disarmedDeck(const Setup& setup, const ChainModel& model) {
    Deck deck;
    if (const auto flying = deckInMode(model, setup, setup.transmitter.modes.front().id)) deck = *flying;
    const Condition* when = conditionOf(setup.transmitter, kArming);
    if (when == nullptr) return std::nullopt;
    for (const std::string& id : switchesOf(setup.transmitter, *when))
        for (const SwitchProfile& s : setup.transmitter.profile->switches)
            for (int place = 1; s.id == id && place <= s.places; ++place) {
                Deck off = deck;
                off.switches[id] = place;
                if (model.modesAt(model.numbers(off)).disarmed) return off;
            }
    return model.modesAt(model.numbers(deck)).disarmed ? std::optional(deck) : std::nullopt;
}

/// The switch that arms, where it does not; as a pilot types it.
std::string disarmedPlace(const Setup& setup, const Deck& deck, bool reachable) {
    const Condition* when = conditionOf(setup.transmitter, kArming);
    if (!reachable || when == nullptr || when->empty() || when->front().empty()) return {};
    const std::string& id = when->front().front().switchId;
    return id.empty() ? std::string() : fmt::format("{} {}", id, placeOf(setup.transmitter, deck, id));
}

/// A deck in which this state is on: its first branch, every other switch at its power-on place, nothing that outranks it.
std::optional<Deck> deckOf(const Setup& setup, const ChainModel& model, const std::string& id) {
    if (id == kDisarmed) return disarmedDeck(setup, model);
    if (id != "kill" && id != "cut") return deckInMode(model, setup, id);
    const Condition* when = conditionOf(setup.transmitter, id);
    Deck deck;
    if (const auto flying = deckInMode(model, setup, setup.transmitter.modes.front().id)) deck = *flying;
    if (when == nullptr || when->empty()) return std::nullopt;
    PartialDeck part;
    putTerms(part, *when);
    deck = posed(deck, part);
    return throttleStateOf(setup, model.at(deck)) == id ? std::optional(deck) : std::nullopt;
}

}  // namespace

std::string throttleStateOf(const Setup& setup, const Instant& now) {
    if (now.disarmed) return kDisarmed;
    if (now.killActs) return "kill";
    if (now.cutActs) return "cut";
    return setup.transmitter.modes[now.mode].id;
}

std::vector<ThrottleState> throttleStates(const Setup& setup, const ChainModel& model, const Figures& figures) {
    const TransmitterSettings& tx = setup.transmitter;
    std::vector<ThrottleState> out;
    const auto add = [&](const std::string& id, const Condition& when) {
        ThrottleState s{id, functionTitle(tx, id), when.empty() ? std::string() : render(conditionTitle(tx, when)), false, {}, 0, 0, 0,
                        0,  MotorState::MayRun};
        if (const auto deck = deckOf(setup, model, id)) {
            s.reachable = true;
            s.deck = *deck;
            const Instant now = model.at(*deck);
            s.lowPct = s.highPct = now.throttlePct;
            s.lowUs = s.highUs = now.motorPulseUs;
            for (const double stick : decisiveSticks(tx.modes[now.beneath])) {
                Deck moved = *deck;
                moved.sticks.collective = stick;
                const Instant at = model.at(moved);
                s.lowPct = std::min(s.lowPct, at.throttlePct);
                s.highPct = std::max(s.highPct, at.throttlePct);
                s.lowUs = std::min(s.lowUs, at.motorPulseUs);
                s.highUs = std::max(s.highUs, at.motorPulseUs);
            }
            s.motor = motorState(setup, figures.motor, s.lowUs, s.highUs, s.highPct);
        }
        out.push_back(std::move(s));
    };
    if (model.armingFunction()) {
        add(kDisarmed, {});
        ThrottleState& s = out.back();
        s.title = say(KH_TR("Not armed"));
        s.when = disarmedPlace(setup, s.deck, s.reachable);
        if (model.armingHoldsMotor()) {  // whatever is sent, nothing of it reaches the motor
            s.motor = MotorState::Off;
            s.lowPct = s.highPct = 0.0;
        }
    }
    add("kill", tx.kill.when);
    if (!tx.cut.when.empty()) add("cut", tx.cut.when);
    const FlightMode* hold = modeById(tx, kHoldMode);
    if (hold != nullptr) add(hold->id, hold->when);
    for (auto m = tx.modes.rbegin(); m != tx.modes.rend(); ++m)
        if (m->id != kHoldMode) add(m->id, m->when);
    return out;
}

std::vector<ThrottleMove> throttleMoves(const Setup& setup, const ChainModel& model, const Figures& figures, const Deck& deck) {
    std::vector<ThrottleMove> out;
    const std::string here = throttleStateOf(setup, model.at(deck));
    for (const SwitchProfile& s : setup.transmitter.profile->switches) {
        const int now = placeOf(setup.transmitter, deck, s.id);
        for (const int place : {now - 1, now + 1}) {
            if (place < 1 || place > s.places) continue;
            Deck moved = deck;
            moved.switches[s.id] = place;
            const Instant at = model.at(moved);
            const std::string to = throttleStateOf(setup, at);
            if (to != here)
                out.push_back(
                    {s.id, place, to, motorState(setup, figures.motor, at.motorPulseUs, at.motorPulseUs, at.throttlePct), at.throttlePct});
        }
    }
    return out;
}

PowerOnGuard powerOnGuard(const Setup& setup, const ChainModel& model, const Deck& deck) {
    const Instant now = model.at(deck);
    PowerOnGuard out;
    out.set = setup.transmitter.hold.powerOnGuard;
    out.armed = holdIsArmed(setup);
    out.holdOn = out.armed ? now.killActs : now.holdAsked;
    out.baseMode = now.beneath == 0;
    out.collectiveLow = deck.sticks.collective <= kLowStick;
    out.rescueOff = true;
    const SwitchPlaces places = model.numbers(deck).places;
    for (std::size_t i = 0; i < model.functionCount(); ++i)
        if (model.functionName(i) == "rescue" && model.functionActive(i, places)) out.rescueOff = false;
    out.arms = model.armingFunction().has_value();
    out.disarmed = !out.arms || now.disarmed;
    return out;
}

}  // namespace kh
