// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is flown at every pair of places, held against the chain itself at those places.
#include "formula/channel.h"
#include "golden/builds.h"
#include "judge/switches/switchproof.h"
#include "kernel/chain.h"
#include "model/conditions.h"
#include "model/helicopter/functions.h"
#include "procedure/registry.h"
#include "stations/modes/modesfigures.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace flownplaces_tests {

using namespace kh;
using namespace khtest;

namespace {

/// A deck in a mode with the switches at some places.
Deck deckAt(const Setup& s, const ChainModel& model, const FlownPlace& at) {
    PartialDeck more;
    for (const auto& [id, place] : at.choosing) more.switches[id] = place;
    return posed(*deckInMode(model, s, s.transmitter.modes[at.mode].id), more);
}

}  // namespace

TEST_CASE("every build: at each pair of places mode, bank, gain and turn rates are what the chain does there") {
    std::size_t checked = 0;
    for (const NamedSetup& b : triedBuilds()) {
        INFO(b.name);
        const Setup& s = b.setup;
        const ChainModel model(s);
        const Figures figures = evaluate(s).figures;
        for (const FlownPlace& at : figures.of<ModesFigures>().flown) {
            Deck deck = deckAt(s, model, at);
            const Instant now = model.at(deck);
            CHECK(now.mode == at.mode);
            CHECK(now.bank == at.bank);
            if (at.gain.known) CHECK(at.gain.value == Approx(now.channels[indexOf(heli::Gain)].readingPct));
            if (s.controller.banks.empty() || s.transmitter.swashMixing != SwashMixing::Off) continue;
            deck.sticks.aileron = deck.sticks.rudder = 1.0;
            const Instant full = model.at(deck);
            const Bank& bank = s.controller.banks[std::min(at.bank, s.controller.banks.size() - 1)];
            if (at.axes[0].fullDegS.known && !s.transmitter.trims.live)
                CHECK(at.axes[0].fullDegS.value == Approx(turnRateDegS(bankAxis(s.controller.profile, bank, TurnAxis::Roll),
                                                                       std::abs(full.channels[indexOf(heli::Aileron)].demand)))
                                                       .margin(0.01));
            if (at.axes[2].fullDegS.known && !s.transmitter.trims.live)
                CHECK(at.axes[2].fullDegS.value == Approx(turnRateDegS(bankAxis(s.controller.profile, bank, TurnAxis::Yaw),
                                                                       std::abs(full.channels[indexOf(heli::Rudder)].demand)))
                                                       .margin(0.01));
            ++checked;
        }
    }
    CHECK(checked > 20);
}

TEST_CASE("a bank switch makes as many lines as it has places, a gain switch multiplies them, and one that flies modes does not") {
    const auto linesOf = [](const Setup& s) { return evaluate(s).figures.of<ModesFigures>().flown.size(); };
    const Setup s = turnstone();
    const std::size_t modes = s.transmitter.modes.size();
    CHECK(linesOf(s) == modes * 3);
    Setup gains = s;
    gains.transmitter.functions.push_back({.id = "gain-2", .when = {{{"L3", 2, ""}}}, .sentPct = -30.0});
    const Figures f = evaluate(gains).figures;
    const auto& flown = f.of<ModesFigures>().flown;
    const auto places = static_cast<std::size_t>(
        std::find_if(s.transmitter.profile->switches.begin(), s.transmitter.profile->switches.end(), [](const SwitchProfile& p) {
            return p.id == "L3";
        })->places);
    CHECK(flown.size() == modes * 3 * places);
    std::size_t rate = 0;
    for (const FlownPlace& at : flown) {
        if (at.choosing.at("L3") == 2) CHECK(at.gain.value < 0.0);  // its own step, in rate mode
        else CHECK(at.gain.value > 0.0);
        rate += at.gain.value < 0.0 ? 1 : 0;
    }
    CHECK(rate == modes * 3);
    Setup byMode = s;  // the bank goes with the mode's own switch: nothing else chooses
    for (SwitchFunction& fn : byMode.transmitter.functions)
        if (fn.id.starts_with("bank-"))
            for (auto& all : fn.when)
                for (Term& t : all) t.switchId = "L1";
    CHECK(linesOf(byMode) == modes);
}

}  // namespace flownplaces_tests
