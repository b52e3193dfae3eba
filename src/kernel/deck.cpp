// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/deck.h"

#include "kernel/chain.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/limits.h"

#include <algorithm>

namespace kh {

namespace {

constexpr std::size_t kMostNamed = 8;  ///< switches tried in every combination

}  // namespace

Deck posed(Deck deck, const PartialDeck& part) {
    const auto put = [](double& to, const std::optional<double>& from) {
        if (from) to = *from;
    };
    put(deck.sticks.collective, part.collective);
    put(deck.sticks.aileron, part.aileron);
    put(deck.sticks.elevator, part.elevator);
    put(deck.sticks.rudder, part.rudder);
    put(deck.throttleTrim, part.throttleTrim);
    for (const auto& [id, place] : part.switches) deck.switches[id] = place;
    if (part.cutLatched) deck.cutLatched = *part.cutLatched;
    if (part.rates) deck.rates = *part.rates;
    return deck;
}

int placeOf(const TransmitterSettings& transmitter, const Deck& deck, std::string_view switchId) {
    const auto set = deck.switches.find(std::string(switchId));
    if (set != deck.switches.end()) return set->second;
    for (const SwitchProfile& s : transmitter.profile->switches)
        if (s.id == switchId) return powerOnPlaceOf(transmitter, s);
    return 1;
}

std::optional<Deck> deckInMode(const Setup& setup, std::string_view modeId, Deck base) {
    return deckInMode(ChainModel(setup), setup, modeId, std::move(base));
}

std::optional<Deck> deckInMode(const ChainModel& model, const Setup& setup, std::string_view modeId, Deck base) {
    const auto& modes = setup.transmitter.modes;
    const auto asked = std::find_if(modes.begin(), modes.end(), [&](const FlightMode& m) { return m.id == modeId; });
    if (asked == modes.end()) return std::nullopt;
    const auto mode = static_cast<std::size_t>(asked - modes.begin());
    const auto isThere = [&](const DeckNumbers& deck) {
        if (!model.isAsked(mode, deck)) return false;  // most places ask for another: told without all that follows
        const Instant now = model.modesAt(deck);
        return now.mode == mode && !now.killActs && !now.cutActs && !now.disarmed;
    };
    DeckNumbers numbers = model.numbers(base);
    if (isThere(numbers)) return base;
    // the switches that modes and stops depend on, tried in every combination: few, so exhaustive is fine; those of this mode first
    std::vector<const SwitchProfile*> named;
    SwitchSets sets(setup.transmitter);
    const auto add = [&](const Condition& when) {
        const std::uint64_t dependsOn = sets.of(when);
        const auto& switches = setup.transmitter.profile->switches;
        for (std::size_t i = 0; i < std::min(switches.size(), kMaxSwitches); ++i)
            if ((dependsOn >> i & 1U) != 0 && std::find(named.begin(), named.end(), &switches[i]) == named.end())
                named.push_back(&switches[i]);
    };
    add(asked->when);
    for (const SwitchFunction& f : setup.transmitter.functions)
        if (f.id == kArming) add(f.when);
    for (const FlightMode& m : modes)
        if (named.size() < kMostNamed) add(m.when);
    for (const ThrottleStop* stop : {&setup.transmitter.kill, &setup.transmitter.cut})  // one may be on at power-on
        if (named.size() < kMostNamed) add(stop->when);
    if (named.size() > kMostNamed) named.resize(kMostNamed);
    std::size_t combinations = 1;
    for (const SwitchProfile* s : named) combinations *= static_cast<std::size_t>(s->places);
    const auto eachPlace = [&](std::size_t n, const auto& put) {
        for (const SwitchProfile* s : named) {
            put(*s, static_cast<int>(n % static_cast<std::size_t>(s->places)) + 1);
            n /= static_cast<std::size_t>(s->places);
        }
    };
    const SwitchProfile* first = setup.transmitter.profile->switches.data();
    for (std::size_t n = 0; n < combinations; ++n) {
        eachPlace(n, [&](const SwitchProfile& s, int place) {
            numbers.places[static_cast<std::size_t>(&s - first)] = static_cast<std::int8_t>(place);
        });
        if (!isThere(numbers)) continue;
        eachPlace(n, [&](const SwitchProfile& s, int place) { base.switches[s.id] = place; });
        return base;
    }
    return std::nullopt;
}

}  // namespace kh
