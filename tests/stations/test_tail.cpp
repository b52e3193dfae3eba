// SPDX-License-Identifier: GPL-3.0-or-later
//
// Tail: what its solvers make of readings, and that edges, slider and nose agree whatever the linkage.
#include "base/error.h"
#include "formula/answers.h"
#include "formula/rotor.h"
#include "judge/dependencies.h"
#include "judge/helicopter/figures.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/helicopter.h"
#include "procedure/helicopter/trace.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace tail_tests {

using namespace kh;
using khtest::turnstone;

namespace {

Reading percent(const char* what, double value) { return {"", what, value, "%", "", "", "", {}}; }

Solved solved(const Setup& s, const char* solver, const std::vector<Reading>& readings) {
    return solveRound(s, *solverById(solver), readings);
}

bool says(const Solved& s, std::string_view part) {
    return std::any_of(s.remarks.begin(), s.remarks.end(), [&](const Message& m) { return render(m).find(part) != std::string::npos; });
}

}  // namespace

TEST_CASE("tail limits are where it binds less the back-off; sides apart and a wrong window are told") {
    const Setup& s = turnstone();
    const Solved good = solved(s, "tail-limits", {percent("tail.bind.left", 105), percent("tail.bind.right", 104)});
    REQUIRE(good.answers.size() == 2);
    CHECK(good.answers[0].value == 101.0);
    CHECK(good.answers[1].value == 100.0);
    CHECK(good.remarks.empty());
    const Setup after = takenOver(s, good, {percent("tail.bind.left", 105), percent("tail.bind.right", 104)}, "2027-01-01T10:00:00");
    CHECK(after.controller.tail.limitLeftPct == 101.0);
    CHECK(after.controller.tail.limitRightPct == 100.0);
    CHECK(says(solved(s, "tail-limits", {percent("tail.bind.left", 110), percent("tail.bind.right", 95)}), "more than 10 %"));
    // 136 and 134 less 4: the mean of 131 needs an arm 1.31 times as long
    const Solved wide = solved(s, "tail-limits", {percent("tail.bind.left", 136), percent("tail.bind.right", 134)});
    CHECK(says(wide, render(num(tailArmFor(helicopter(s).tail.armMm, 131.0), 1))));
    CHECK_THROWS_WITH(solved(s, "tail-limits", {percent("tail.bind.left", 3), percent("tail.bind.right", 104)}),
                      Catch::Contains("tail.bind.left"));
    CHECK_THROWS_WITH(solved(s, "tail-limits", {percent("tail.bind.left", 105)}), Catch::Contains("tail.bind.right"));
    CHECK_THROWS_AS(solved(s, "tail-limits", {percent("tail.bind.left", 500), percent("tail.bind.right", 104)}), InputError);
}

TEST_CASE("the neutral's slider offset brings mid travel to the pitch that holds the hover, on both rotations and levers") {
    for (const Turning turning : {Turning::Clockwise, Turning::CounterClockwise})
        for (const LeverEdge lever : {LeverEdge::Trailing, LeverEdge::Leading}) {
            Setup s = turnstone();
            helicopter(s).rotor.turning = turning;
            helicopter(s).tail.lever = lever;
            const Solved out = solved(s, "tail-neutral", {});
            REQUIRE(out.answers.size() == 1);
            const TailFacts& tail = helicopter(s).tail;
            const double rpm = *s.transmitter.modes.front().targetRpm;
            const double need = tailHover(hover(mainRotor(s.machine, rpm)).torqueNm, tail.boomM, tailRotor(s.machine, rpm)).pitchDeg;
            // the blade's pitch by the plant's own formula, at that slider
            const double side = turning == Turning::Clockwise ? 1.0 : -1.0;
            const double way = lever == LeverEdge::Trailing ? 1.0 : -1.0;
            const double sine = (way * out.answers[0].value + tail.gripMm * side * sinDeg(tail.neutralPitchDeg)) / tail.gripMm;
            CHECK(degFromRad(std::asin(sine)) == Approx(side * need).margin(1e-9));
            CHECK(out.answers[0].expect == Approx(need));
        }
    // moved by hand, the slider makes no reading of plate and blades stale
    const Setup moved = takenOver(turnstone(), solved(turnstone(), "tail-neutral", {}), {}, "2027-01-01T10:00:00Z");
    CHECK(staleReadings(moved).empty());
    CHECK(moved.readings.size() == turnstone().readings.size());
    Setup unknown = turnstone();
    unknown.transmitter.modes.front().targetRpm.reset();
    CHECK_THROWS_WITH(solved(unknown, "tail-neutral", {}), Catch::Contains("tail.neutral"));
    const Solved read = solved(unknown, "tail-neutral", {{"", "tail.neutral", 3.2, "°", "", "", "", {}}});
    REQUIRE(read.answers.size() == 1);
    CHECK(read.answers[0].field == "machine.tail.neutralPitchDeg");
}

TEST_CASE("a gain is searched from flight to flight, in the boxes' own scales; a contradiction is told") {
    Setup s = turnstone();
    const FlightMode& mode = s.transmitter.modes.front();
    const std::string clean = "gain." + mode.id + ".clean", bad = "gain." + mode.id + ".oscillating";
    const double most = 57.0;  // it oscillates from here on
    double fly = 40.0;
    bool done = false;
    for (int flight = 0; flight < 12 && !done; ++flight) {
        const Reading r = percent((fly < most ? clean : bad).c_str(), fly);
        const Solved out = solved(s, "gain", {r});
        REQUIRE_FALSE(out.answers.empty());                  // once it is done, the other modes get a start
        CHECK(std::abs(out.answers[0].expect) < fly + 6.0);  // never more than a step
        done = render(out.answers[0].todo).find("done") != std::string::npos;
        s = takenOver(s, out, {r}, "2027-01-01T10:00:00");
        fly = std::abs(out.answers[0].expect);
    }
    CHECK(done);
    CHECK(fly < most);
    CHECK(fly > 0.8 * most);
    const Solved odd = solved(turnstone(), "gain", {percent(clean.c_str(), 50), percent(bad.c_str(), 44)});
    CHECK(says(odd, "oscillation counts"));
    CHECK_THROWS_AS(solved(turnstone(), "gain", {}), InputError);
    CHECK_THROWS_AS(solved(turnstone(), "gain", {percent(clean.c_str(), 130)}), InputError);
}

TEST_CASE("trailing edges, slider and nose agree whatever rotation, lever, crank, servo and link") {
    std::size_t tried = 0;
    for (const Turning turning : {Turning::Clockwise, Turning::CounterClockwise})
        for (const LeverEdge lever : {LeverEdge::Trailing, LeverEdge::Leading})
            for (const bool over : {false, true})
                for (const bool rises : {false, true})
                    for (const bool reversed : {false, true})
                        for (const double link : {30.0, 60.0, 120.0}) {
                            Setup s = turnstone();
                            helicopter(s).rotor.turning = turning;
                            TailFacts& tail = helicopter(s).tail;
                            tail.lever = lever;
                            tail.crankTurnsOver = over;
                            tail.risesWithPulse = rises;
                            tail.linkMm = link;
                            s.controller.tail.reversed = reversed;
                            const auto at = [&](double rudder) {
                                Deck deck;
                                deck.sticks = {0.0, 0.0, 0.0, rudder};
                                return helicopterTrace(trace(s, deck));
                            };
                            const HelicopterTrace still = at(0.0), right = at(0.8), left = at(-0.8);
                            for (const HelicopterTrace* moved : {&right, &left}) {
                                const bool nose = moved->tailPitchDeg > still.tailPitchDeg;  // + turns the nose right
                                const double slid = moved->sliderMm - still.sliderMm;
                                CHECK((trailingEdge(slid, lever) == EdgeSide::Right) == nose);
                                CHECK(moved->nose == (nose ? EdgeSide::Right : EdgeSide::Left));
                                CHECK(moved->nose == moved->trailingEdge);
                                CHECK((slid > 0.0) == (nose == (lever == LeverEdge::Trailing)));
                                ++tried;
                            }
                            CHECK((right.tailPitchDeg > still.tailPitchDeg) != (left.tailPitchDeg > still.tailPitchDeg));
                        }
    CHECK(tried == 192);
}

TEST_CASE("the rows of limits, neutral and gain name their solvers") {
    CHECK(solverOfRow("tail-limits").solver == solverById("tail-limits"));
    CHECK(solverOfRow("tail-neutral").solver == solverById("tail-neutral"));
    CHECK(solverOfRow("tail-gain").solver == solverById("gain"));
    CHECK(solverOfRow("tail-direction").solver == nullptr);
}

}  // namespace tail_tests
