// SPDX-License-Identifier: GPL-3.0-or-later
//
// Hold's state machine, and what each place of each switch is for.
#include "judge/throttlestates.h"
#include "model/switchroles.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace throttlestates_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

struct Family {
    Setup setup;
    ChainModel model{setup};
    Figures figures = computeFigures(setup, model, ChainModel(askedSetup(setup)));
    std::vector<ThrottleState> states = throttleStates(setup, model, figures);
    [[nodiscard]] const ThrottleState& state(const std::string& id) const {
        for (const ThrottleState& s : states)
            if (s.id == id) return s;
        FAIL("no state " << id);
        throw 0;
    }
};

std::string joined(const std::vector<Message>& list) {
    std::string out;
    for (const Message& m : list) out += (out.empty() ? "" : " ") + render(m);
    return out;
}

std::string roleText(const Setup& s, const std::string& id) {
    for (const SwitchRole& r : switchRoles(s.transmitter))
        if (r.id == id) return joined(r.functions) + ": " + joined(r.places);
    return {};
}

}  // namespace

TEST_CASE("the states stand by priority, each with what it sends") {
    const Family m{turnstone()};
    std::vector<std::string> ids;
    for (const ThrottleState& s : m.states) ids.push_back(s.id);
    REQUIRE(ids == std::vector<std::string>{"kill", "hold", "idle2", "idle1", "normal"});
    CHECK(m.state("hold").motor == MotorState::Off);
    CHECK(m.state("hold").lowPct == -5.0);
    CHECK(m.state("hold").highUs == 1060.0);
    CHECK(m.state("kill").motor == MotorState::Off);
    CHECK(m.state("idle1").motor == MotorState::MayRun);
    CHECK(m.state("idle1").lowPct == 75.0);
    CHECK(m.state("hold").when == "R1 2");
    CHECK(m.state("normal").when.empty());
    for (const ThrottleState& s : m.states) {
        INFO(s.id);
        REQUIRE(s.reachable);
        CHECK(throttleStateOf(m.setup, m.model.at(s.deck)) == s.id);
    }
}

TEST_CASE("a state that no switch gives is told, and a school changes what hold is") {
    const Family none{edited(turnstone(), {{"transmitter.kill.when", Condition{}}})};
    CHECK_FALSE(none.state("kill").reachable);
    CHECK(none.state("kill").when.empty());
    const Family bail{edited(turnstone(), {{"transmitter.schools.hold", std::string("bail-out")}, {"transmitter.hold.throttlePct", 10.0}})};
    CHECK(bail.state("hold").motor == MotorState::Idle);
    const Family runs{edited(turnstone(), {{"transmitter.hold.throttlePct", 10.0}})};
    CHECK(runs.state("hold").motor == MotorState::MayRun);
    const Family cut{edited(turnstone(), {{"transmitter.cut.when", Condition{{{"L3", 2, ""}}}}})};
    CHECK(cut.states[1].id == "cut");
    CHECK(cut.state("cut").motor == MotorState::Off);
}

TEST_CASE("every move from every state leads where it says, by one switch and one place") {
    const Family m{turnstone()};
    std::size_t moves = 0;
    for (const ThrottleState& from : m.states)
        for (const ThrottleMove& move : throttleMoves(m.setup, m.model, m.figures, from.deck)) {
            INFO(from.id << " by " << move.switchId << " " << move.place << " to " << move.to);
            Deck deck = from.deck;
            CHECK(std::abs(placeOf(m.setup.transmitter, deck, move.switchId) - move.place) == 1);
            deck.switches[move.switchId] = move.place;
            const Instant at = m.model.at(deck);
            CHECK(throttleStateOf(m.setup, at) == move.to);
            CHECK(at.throttlePct == move.throttlePct);
            CHECK(move.to != from.id);
            CHECK((move.motor == MotorState::Off) == m.figures.motor.off(at.motorPulseUs));
            ++moves;
        }
    REQUIRE(moves >= 8);
    // out of hold there are two ways: to kill, and into the mode beneath
    const auto out = throttleMoves(m.setup, m.model, m.figures, m.state("hold").deck);
    std::set<std::string> to;
    for (const ThrottleMove& move : out) to.insert(move.to);
    CHECK(to == std::set<std::string>{"kill", "normal"});
}

TEST_CASE("the power-on guard asks for hold, base mode, low collective and no rescue") {
    const Family m{turnstone()};
    Deck safe = m.state("hold").deck;
    safe.sticks.collective = -1.0;
    CHECK(powerOnGuard(m.setup, m.model, safe).met());
    Deck high = safe;
    high.sticks.collective = 0.2;
    CHECK_FALSE(powerOnGuard(m.setup, m.model, high).collectiveLow);
    Deck mode = safe;
    mode.switches["L1"] = 2;
    CHECK_FALSE(powerOnGuard(m.setup, m.model, mode).baseMode);
    Deck rescue = safe;
    rescue.switches["R3"] = 2;
    CHECK(powerOnGuard(m.setup, m.model, rescue).rescueOff);  // barred while hold is on
    rescue.switches["R1"] = 1;
    CHECK_FALSE(powerOnGuard(m.setup, m.model, rescue).rescueOff);
    CHECK_FALSE(powerOnGuard(m.setup, m.model, m.state("normal").deck).holdOn);
    CHECK_FALSE(powerOnGuard(edited(turnstone(), {{"transmitter.hold.powerOnGuard", false}}), m.model, safe).set);
}

TEST_CASE("each place of each switch says what it is for") {
    const Setup& s = turnstone();
    CHECK(roleText(s, "L1") == "mode: N 1 2");
    CHECK(roleText(s, "L2") == "bank: 1 2 3");
    CHECK(roleText(s, "R1") == "hold: off on");
    CHECK(roleText(s, "R2") == "kill: off on");
    CHECK(roleText(s, "R3") == "rescue: off on");
    CHECK(roleText(s, "L3") == ": 1 2");
    const Setup both = edited(s, {{"transmitter.cut.when", Condition{{{"R2", 2, ""}}}}});
    CHECK(roleText(both, "R2") == "kill cut: off, off on, on");
    const Setup gain = edited(s, {{"transmitter.functions.gain-2.when", Condition{{{"L3", 2, ""}}}}});
    CHECK(roleText(gain, "L3") == "gain: 1 2");
}

}  // namespace throttlestates_tests
