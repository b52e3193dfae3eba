// SPDX-License-Identifier: GPL-3.0-or-later
//
// Stick, gyro and precompensation reach the tail by different ways: accused exactly where the trace goes wrong, healed with all right.
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "kernel/helicopter/plant.h"
#include "model/gyro.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/tailways.h"
#include "procedure/helicopter/trace.h"
#include "procedure/registry.h"
#include "stations/kit/benchwork.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace tailways_tests {

using namespace kh;
using khtest::turnstone;

namespace {

struct Ways {
    bool stick, gyro, precompensation;
};

/// What the chain does, by its last stage: never by the signs that are judged with.
Ways traced(const Setup& s) {
    const ChainModel model(s);
    const HelicopterEnd end = helicopterIn(model);
    const auto edges = [&](double from, double to) { return end.tailAt(to).pitchDeg - end.tailAt(from).pitchDeg; };
    const double reading = end.tailAtReading(0.3).pitchDeg - end.tailAtReading(-0.3).pitchDeg;
    const Trace t = trace(s, Deck{});
    const auto turn = std::find_if(t.stages.begin(), t.stages.end(), [&](const Stage& stage) {
        return stage.function == t.aircraft->gyro(2) && std::string(stage.id) == "tail-pitch";
    });
    REQUIRE(turn != t.stages.end());
    const double set = s.controller.tail.precompensationPct;
    const double told = s.controller.rotorTurning == ToldTurning::CounterClockwise ? -1.0 : 1.0;
    const double built = helicopter(s).rotor.turning == Turning::Clockwise ? 1.0 : -1.0;  // torque turns a clockwise one's nose left
    return {reading > 0.0, turn->value * turn->asked > 0.0, set == 0.0 || edges(0.0, told * set / 500.0) * built > 0.0};
}

bool speaks(const Evaluation& e, const char* id) { return khtest::find(e, id) != nullptr; }

/// Every way a tail can be built in and set.
template <class F>
void everyTail(F&& take) {
    for (int bits = 0; bits < 1 << 10; ++bits)
        for (const double precompensation : {0.0, 20.0, -20.0}) {
            const auto bit = [&](int n) { return (bits >> n & 1) != 0; };
            Setup s = turnstone();
            helicopter(s).rotor.turning = bit(0) ? Turning::CounterClockwise : Turning::Clockwise;
            TailFacts& tail = helicopter(s).tail;
            tail.lever = bit(1) ? LeverEdge::Leading : LeverEdge::Trailing;
            tail.crankTurnsOver = bit(2);
            tail.risesWithPulse = bit(3);
            s.controller.tail.reversed = bit(4);
            s.controller.directions.rudderReversed = bit(5);
            s.controller.gyro.yawReversed = bit(6);
            s.controller.profile.edit().oneTailDirection = bit(7);
            s.controller.rotorTurning = !bit(8) ? ToldTurning::NotAsked : bit(0) ? ToldTurning::CounterClockwise : ToldTurning::Clockwise;
            for (ChannelSettings& c : s.transmitter.channels)
                if (c.id == "rudder") c.reversed = bit(9);
            s.controller.tail.precompensationPct = precompensation;
            take(s);
        }
}

}  // namespace

TEST_CASE("the tail's stick, gyro and precompensation are accused exactly where the trace goes wrong, and healed with all right") {
    std::size_t wrong = 0, healed = 0;
    int number = 0;
    everyTail([&](const Setup& s) {
        const Ways is = traced(s);
        INFO("tail " << number << ": servo " << s.controller.tail.reversed << ", stick " << s.controller.directions.rudderReversed
                     << ", gyro " << s.controller.gyro.yawReversed << ", precompensation " << s.controller.tail.precompensationPct
                     << ", one direction " << s.controller.profile->oneTailDirection);
        if ((rudderStickWay(s) > 0.0) != is.stick) FAIL("stick");
        if ((yawGyroWay(s) > 0.0) != (is.gyro != s.controller.gyro.yawReversed)) FAIL("gyro");
        if ((precompensationWay(s) >= 0.0) != is.precompensation) FAIL("precompensation");
        // the stick's own trace parts from what is asked where controller, servo or build turn it over
        Deck left;
        left.sticks.rudder = -0.5;
        const Trace stick = trace(s, left);
        const auto last = std::find_if(stick.stages.begin(), stick.stages.end(), [&](const Stage& stage) {
            return stage.function == heli::Rudder && std::string(stage.id) == "slider";
        });
        REQUIRE(last != stick.stages.end());
        if ((last->value * last->asked > 0.0) != is.stick) FAIL("the stick's trace");
        if (number++ % 4 != 0) return;  // judged: a share of them
        const Evaluation e = evaluate(s);
        if (speaks(e, "tail-direction") == is.stick) FAIL("the stick is judged otherwise than traced");
        if (speaks(e, "gyro-sense.yaw") == is.gyro) FAIL("the gyro is judged otherwise than traced");
        if (speaks(e, "precompensation-sense") == is.precompensation) FAIL("the precompensation is judged otherwise than traced");
        if (is.stick && is.gyro && is.precompensation) return;
        ++wrong;
        for (const char* id : {"tail-direction", "gyro-sense.yaw", "precompensation-sense"}) {
            const Finding* f = khtest::find(e, id);
            if (f == nullptr) continue;
            if (f->fix.empty()) FAIL(id << " has no remedy");
            const Setup after = withEdits(s, f->fix, Standing::Computed, "2026-01-01T10:00:00Z");
            const Ways then = traced(after);
            // its own is right, and nothing that was right went wrong; stick and gyro are healed together
            if (!then.stick && (is.stick || std::string(id) == "tail-direction")) FAIL(id << " leaves the stick wrong");
            if (!then.gyro && (is.gyro || std::string(id) != "precompensation-sense")) FAIL(id << " leaves the gyro wrong");
            if (!then.precompensation) FAIL(id << " leaves the precompensation wrong");
            ++healed;
        }
    });
    CHECK(number == 3072);
    CHECK(wrong > 500);
    CHECK(healed >= wrong);
}

TEST_CASE(
    "a tail servo the wrong way round, undone by the rudder direction, is a perfect stick and a reversed gyro: the servo comes first") {
    const Setup s = khtest::edited(turnstone(), {{"controller.tail.reversed", true},
                                                 {"controller.directions.rudderReversed", true},
                                                 {"controller.tail.limitLeftPct", 104.0},
                                                 {"controller.tail.precompensationPct", -15.0}});
    const Evaluation e = evaluate(s);
    CHECK_FALSE(speaks(e, "tail-direction"));
    REQUIRE(speaks(e, "gyro-sense.yaw"));
    const Finding& f = *khtest::find(e, "gyro-sense.yaw");
    CHECK(f.severity == Severity::Danger);
    // its limits go over with the servo, the precompensation was right only through it
    CHECK(f.fix == std::vector<Edit>{{"controller.tail.reversed", false},
                                     {"controller.tail.limitLeftPct", 100.0},
                                     {"controller.tail.limitRightPct", 104.0},
                                     {"controller.directions.rudderReversed", false},
                                     {"controller.tail.precompensationPct", 15.0}});
    CHECK(render(f.todo).find("read both tail limits again") != std::string::npos);
    const Plan plan = makePlan(s, shippedStations().rules());
    CHECK(plan.left.empty());
    REQUIRE(plan.steps.size() == 1);
    CHECK(plan.steps.front().edits == f.fix);  // the plan takes what the rule says, the gyro's sense stays
    const Setup after = withPlan(s, plan, plan.steps.size(), true, "2026-01-01T10:00:00Z");
    CHECK(traced(after).stick);
    CHECK(traced(after).gyro);
    CHECK(traced(after).precompensation);
    CHECK(answersByRecord(after) == rightAnswers());
}

TEST_CASE("a gyro that is right through a servo turned over is not accused, and the stick is mended without turning it wrong") {
    const Setup s = khtest::edited(turnstone(), {{"controller.tail.reversed", true}, {"controller.gyro.yawReversed", true}});
    CHECK(traced(s).gyro);
    const Evaluation e = evaluate(s);
    CHECK_FALSE(speaks(e, "gyro-sense.yaw"));
    REQUIRE(speaks(e, "tail-direction"));
    CHECK(khtest::find(e, "tail-direction")->fix == std::vector<Edit>{{"controller.directions.rudderReversed", true}});
}

TEST_CASE("answers by hand that only the tail parts from the record are explained by its servo, until the stick has proved it") {
    Setup s = turnstone();
    s.standings.erase("rows.tail-direction");
    const HandAnswers seen = withEdgesOver(rightAnswers());
    for (const HandTurn turn : kHandTurns)
        s.readings.push_back({"h" + std::to_string(s.readings.size()), handReading(turn), codeOf(seen[static_cast<std::size_t>(turn)]),
                              kAnswerUnit, "", "", "", settingsInForce(s, handReading(turn))});
    const Evaluation e = evaluate(s);
    REQUIRE(speaks(e, "hand-answers"));
    const Finding& f = *khtest::find(e, "hand-answers");
    REQUIRE_FALSE(f.fix.empty());
    CHECK(f.fix.front() == Edit{"machine.tail.risesWithPulse", !helicopter(s).tail.risesWithPulse});
    const Setup after = withEdits(s, f.fix, Standing::Entered, "2026-01-01T10:00:00Z");
    CHECK_FALSE(speaks(evaluate(after), "hand-answers"));
    CHECK(traced(after).stick);
    CHECK(traced(after).gyro);
    s.standings["rows.tail-direction"] = {Standing::Proved, "2026-01-01T10:00:00Z", "", "", 9000};
    const Evaluation proved = evaluate(s);
    REQUIRE(speaks(proved, "hand-answers"));
    for (const Edit& edit : khtest::find(proved, "hand-answers")->fix) CHECK(edit.path != "machine.tail.risesWithPulse");
}

TEST_CASE("a single sense that stands otherwise in the box is that sense: rule and solver say so, and no mounting is changed") {
    for (const Setup* model : {&turnstone(), &khtest::gannet(), &khtest::dunlin()})
        for (const HandTurn turn : kHandTurns) {
            Setup s = *model;
            s.standings["rows.tail-direction"] = {Standing::Proved, "", "", "", 9000};  // the stick has proved the tail
            GyroReversals inBox = gyroReversals(s);
            bool& other = turn == HandTurn::RollRight ? inBox.roll : turn == HandTurn::NoseDown ? inBox.pitch : inBox.yaw;
            other = !other;
            const HandAnswers seen = gyroResponse(mountingSet(s), mountingSet(s), inBox);
            std::vector<Reading> fresh;
            for (const HandTurn one : kHandTurns)
                fresh.push_back({"s" + std::to_string(s.readings.size() + fresh.size()), handReading(one),
                                 codeOf(seen[static_cast<std::size_t>(one)]), kAnswerUnit, "", "", "",
                                 settingsInForce(s, handReading(one))});
            const Solved solved = solveRound(s, *solverById("mounting"), fresh);
            static constexpr std::array kAxes{"the roll gyro", "the pitch gyro", "the yaw gyro"};
            const std::string asked = kAxes[static_cast<std::size_t>(turn)];
            INFO(s.machine.name << ", " << asked);
            CHECK(solved.answers.empty());
            CHECK(std::any_of(solved.remarks.begin(), solved.remarks.end(),
                              [&](const Message& m) { return render(m).find(asked) != std::string::npos; }));
            s.readings.insert(s.readings.end(), fresh.begin(), fresh.end());
            const Evaluation e = evaluate(s);
            const Finding* f = khtest::find(e, "hand-answers");
            REQUIRE(f != nullptr);
            CHECK(f->severity == Severity::Danger);
            CHECK(f->fix.empty());
            CHECK(f->also.empty());
            CHECK(render(f->todo).find(asked) != std::string::npos);
        }
}

}  // namespace tailways_tests
