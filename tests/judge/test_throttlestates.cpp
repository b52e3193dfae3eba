// SPDX-License-Identifier: GPL-3.0-or-later
//
// Hold's state machine, and what each place of each switch is for.
#include "judge/motorfigures.h"
#include "judge/plan/plan.h"
#include "judge/switches/switchproof.h"
#include "judge/throttlestates.h"
#include "model/switchroles.h"
#include "procedure/helicopter/guards.h"
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
    CHECK(roleText(both, "R2") == "kill cut: off kill, cut");
    const Setup gain = edited(s, {{"transmitter.functions.gain-2.when", Condition{{{"L3", 2, ""}}}}});
    CHECK(roleText(gain, "L3") == "gain: 1 2");
}

}  // namespace throttlestates_tests

namespace armedhold_tests {

using namespace kh;
using khtest::edited;

namespace {

Setup armed(double holdPct, std::optional<double> startUs, bool logged) {
    Setup s = edited(khtest::turnstone(), {{"transmitter.schools.hold", std::string("bail-out")},
                                           {"transmitter.hold.throttlePct", holdPct},
                                           {"speedController.bailOutS", 2.0},
                                           {"transmitter.switches.R2.powerOnPlace", 2.0}});
    s.speedController.startUs = startUs;
    if (!logged) s.speedController.calibration.clear();
    return s;
}

}  // namespace

TEST_CASE("an armed hold that drives the rotor is a danger in audit and proof alike, and no plan proposes one") {
    std::size_t drives = 0, sound = 0;
    for (const double holdPct : {2.0, 8.0, 12.0, 16.0, 24.0, 40.0, 66.0, 90.0})
        for (const std::optional<double> startUs : {std::optional<double>(), std::optional(1180.0), std::optional(1260.0)})
            for (const bool logged : {false, true}) {
                const Setup s = armed(holdPct, startUs, logged);
                const Evaluation e = evaluate(s);
                const double pulse = e.figures.holdUs.value;
                double leastLogged = 200.0;
                for (const CalibrationPoint& p : s.speedController.calibration) leastLogged = std::min(leastLogged, p.throttlePct);
                const bool turns = startUs ? pulse >= *startUs : holdPct >= leastLogged || holdPct > 20.0;
                INFO(holdPct << " % " << pulse << " us, starts " << startUs.value_or(0.0) << ", logged " << logged);
                const Finding* f = khtest::find(e, "hold-bail-out");
                CHECK((f != nullptr && f->severity == Severity::Danger) == turns);
                const SwitchProof proof = prove(s, shippedStations().rules(), {});
                const auto p1 = std::find_if(proof.properties.begin(), proof.properties.end(),
                                             [](const PropertyResult& p) { return std::string(p.id) == "P1"; });
                REQUIRE(p1 != proof.properties.end());
                CHECK(p1->holds == !turns);
                if (!turns) {
                    ++sound;
                    continue;
                }
                ++drives;
                const Plan plan = makePlan(s, shippedStations().rules());
                const Setup after = withPlan(s, plan, plan.steps.size(), true, "2026-01-01T10:00:00Z");
                const Finding* left = khtest::find(evaluate(after), "hold-bail-out");
                CHECK((left == nullptr || left->severity == Severity::Note));
            }
    CHECK(drives > 15);
    CHECK(sound > 15);
}

TEST_CASE("in the bail-out school kill stands where others ask for hold, and the way back to speed is set and not too quick") {
    const Setup s = armed(8.0, 1200.0, true);
    CHECK(khtest::find(evaluate(s), "bail-out-time") == nullptr);
    for (const FieldValue& takes : {FieldValue(std::monostate{}), FieldValue(1.2)}) {
        const Setup wrong = edited(s, {{"speedController.bailOutS", takes}});
        const Evaluation e = evaluate(wrong);
        const Finding* f = khtest::find(e, "bail-out-time");
        REQUIRE(f != nullptr);
        CHECK(f->severity == Severity::Warning);
        CHECK(khtest::find(evaluate(edited(wrong, f->fix)), "bail-out-time") == nullptr);
    }
    CHECK(khtest::find(evaluate(edited(khtest::turnstone(), {{"speedController.bailOutS", std::monostate{}}})), "bail-out-time") ==
          nullptr);
    CHECK(std::string(helicopterGuards(s).guards[2].name) == "kill on");
    CHECK(std::string(helicopterGuards(khtest::turnstone()).guards[2].name) == "hold on");
    CHECK(khtest::find(evaluate(s), "power-on") == nullptr);
    const Setup off = edited(s, {{"transmitter.switches.R2.powerOnPlace", 1.0}});
    const Evaluation e = evaluate(off);
    REQUIRE(khtest::find(e, "power-on") != nullptr);
    CHECK(render(khtest::find(e, "power-on")->todo).find("kill") != std::string::npos);
    CHECK(khtest::find(evaluate(edited(off, khtest::find(e, "power-on")->fix)), "power-on") == nullptr);
    const ChainModel model(s);
    CHECK(powerOnGuard(s, model, Deck{}).armed);
    CHECK(powerOnGuard(s, model, Deck{}).holdOn);
}

}  // namespace armedhold_tests
