// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/modedecks.h"

#include "kernel/deck.h"

#include <algorithm>
#include <functional>

namespace kh {

namespace {

constexpr std::size_t kMostKept = 8;

/// The functions that conditions name, and those that theirs name.
std::vector<SwitchFunction> namedFunctions(const TransmitterSettings& tx) {
    std::vector<bool> named(tx.functions.size(), false);
    const std::function<void(const Condition&)> look = [&](const Condition& when) {
        for (const auto& all : when)
            for (const Term& term : all)
                for (std::size_t i = 0; i < tx.functions.size(); ++i) {
                    if (named[i] || tx.functions[i].id != term.functionId) continue;
                    named[i] = true;
                    look(tx.functions[i].when);
                }
    };
    for (const FlightMode& m : tx.modes) look(m.when);
    look(tx.kill.when);
    look(tx.cut.when);
    std::vector<SwitchFunction> out;
    for (std::size_t i = 0; i < named.size(); ++i)
        if (named[i]) out.push_back(tx.functions[i]);
    return out;
}

}  // namespace

const std::vector<std::optional<Deck>>& ModeDecks::of(const Setup& setup, const ChainModel& model) {
    const TransmitterSettings& tx = setup.transmitter;
    Logic now{{}, tx.hold.actsIn, tx.kill, tx.cut, namedFunctions(tx), tx.switches, tx.profile->switches};
    now.modes.reserve(tx.modes.size());
    for (const FlightMode& m : tx.modes) now.modes.emplace_back(m.id, m.when);
    const auto known = std::find_if(found_.begin(), found_.end(), [&](const Found& f) { return f.logic == now; });
    if (known != found_.end()) return known->decks;
    Found found{std::move(now), {}};
    for (const FlightMode& m : tx.modes) found.decks.push_back(deckInMode(model, setup, m.id));
    found_.push_front(std::move(found));
    if (found_.size() > kMostKept) found_.pop_back();
    return found_.front().decks;
}

}  // namespace kh
