// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is remembered or counted quickly of the switches, against what is found slowly.
#include "golden/builds.h"
#include "judge/modedecks.h"
#include "kernel/deck.h"
#include "model/access.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace modedecks_tests {

using namespace kh;
using namespace khtest;

namespace {

void decksAreFound(ModeDecks& memory, const Setup& s) {
    const ChainModel model(s);
    const std::vector<std::optional<Deck>>& decks = memory.of(s, model);
    REQUIRE(decks.size() == s.transmitter.modes.size());
    for (std::size_t i = 0; i < decks.size(); ++i) {
        INFO(s.transmitter.modes[i].id);
        CHECK(decks[i] == deckInMode(s, s.transmitter.modes[i].id));
        if (decks[i]) CHECK(model.at(*decks[i]).mode == i);
    }
}

}  // namespace

TEST_CASE("remembered decks fly the modes of every build, and follow every edit of what decides them") {
    ModeDecks memory;  // one for all, as a window keeps one over its documents
    for (const NamedSetup& build : triedBuilds()) {
        INFO(build.name);
        decksAreFound(memory, build.setup);
    }
    const Setup s = turnstone();
    const std::string second = elementPath("transmitter.modes.{}.when"_field, s.transmitter.modes[1].id);
    const Condition elsewhere{{{"R3", 2, {}}}}, byFunction{{{{}, 1, "bank-2"}}};
    std::vector<Setup> edits{edited(s, {{second, elsewhere}}), edited(s, {{second, byFunction}}),
                             edited(s, {{"transmitter.kill.when"_field, Condition{{{"L1", 2, {}}}}}}),
                             edited(s, {{"transmitter.cut.when"_field, Condition{{{"L1", 1, {}}}}}}),
                             edited(s, {{second, byFunction}, {"transmitter.functions.bank-2.when", Condition{{{"L3", 2, {}}}}}})};
    edits.push_back(s);
    edits.back().transmitter.hold.actsIn = std::vector<std::string>{};
    edits.push_back(s);
    edits.back().transmitter.profile.edit().switches.push_back({"S9", 2, false});
    for (int round = 0; round < 2; ++round)
        for (const Setup& one : edits) {
            decksAreFound(memory, one);
            decksAreFound(memory, s);
        }
}

TEST_CASE("sets of switches are those that the conditions name") {
    std::vector<NamedSetup> all = triedBuilds();
    all.push_back({"filled", filledModel(0.5)});
    for (const NamedSetup& build : all) {
        const TransmitterSettings& tx = build.setup.transmitter;
        SwitchSets sets(tx);
        const auto agree = [&](const Condition& when) {
            const std::set<std::string> named = switchesOf(tx, when);
            const std::uint64_t bits = sets.of(when);
            for (std::size_t i = 0; i < tx.profile->switches.size(); ++i)
                CHECK(((bits >> i & 1U) != 0) == (named.count(tx.profile->switches[i].id) != 0));
        };
        INFO(build.name);
        for (const FlightMode& m : tx.modes) agree(m.when);
        for (const SwitchFunction& f : tx.functions) agree(f.when);
        agree(tx.kill.when);
        agree(tx.cut.when);
    }
}

}  // namespace modedecks_tests
