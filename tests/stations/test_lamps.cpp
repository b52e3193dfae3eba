// SPDX-License-Identifier: GPL-3.0-or-later
//
// Boxes that show lamps in place of numbers: what is right is bracketed, and what a lamp says counts before what is computed.
#include "boxes/tenboxes.h"
#include "formula/bracketing.h"
#include "procedure/move.h"
#include "procedure/registry.h"
#include "stations/healing.h"
#include "stations/readingkit.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace lamps_tests {

using namespace kh;
using Catch::Contains;
using khtest::edited;
using khtest::find;
using khtest::readAt;
using khtest::tells;
using khtest::turnstone;
using khtest::withReadings;

TEST_CASE("lamps bracket: half way between too little and too much, ended by neighbours; contradictions are told") {
    const auto next = [](std::vector<SeenAt> tried) { return nextTry(tried, 1.0, 0.0, 150.0); };
    CHECK(next({{100.0, Seen::Short}}).value == 110.0);
    CHECK(next({{100.0, Seen::Over}}).value == 90.0);
    CHECK(next({{100.0, Seen::Short}, {110.0, Seen::Over}}).value == 105.0);
    CHECK(next({{100.0, Seen::Full}}).found);
    CHECK(next({{100.0, Seen::Short}, {101.0, Seen::Over}}).found);
    CHECK(next({{100.0, Seen::Short}, {101.0, Seen::Over}}).value == 100.0);
    CHECK(next({{110.0, Seen::Short}, {100.0, Seen::Over}}).contradicts);
    CHECK(next({{150.0, Seen::Short}}).found);
    // it ends, wherever right lies, within what halving needs
    for (double right = 20.0; right <= 140.0; right += 7.3) {
        std::vector<SeenAt> tried;
        double value = 100.0;
        for (int i = 0; i < 20; ++i) {
            tried.push_back({value, value < right - 0.5 ? Seen::Short : value > right + 0.5 ? Seen::Over : Seen::Full});
            const NextTry n = nextTry(tried, 1.0, 0.0, 150.0);
            REQUIRE_FALSE(n.contradicts);
            if (n.found) break;
            value = n.value;
        }
        INFO(right);
        CHECK(std::abs(value - right) <= 1.0);
        CHECK(tried.size() <= 18);
    }
}

TEST_CASE("a box with lamps only: its ends are bracketed from what the lamps say, with the bracket's width") {
    Setup s = moveTo(turnstone(), khtest::controller("rowlock"), "2026-11-24T10:00:00Z").setup;
    const BenchWork& ends = *solverById("endpoints");
    for (const Step& step : ends.asks(s)) CHECK(std::string(step.unit) == kLampUnit);
    const std::string path = "transmitter.channels.aileron.travelHighPct";
    const auto travel = [&] { return channelOf(s.transmitter, "aileron")->travelHighPct; };
    const double right = 87.0;  // where its lamp says full
    int rounds = 0;
    std::string remarks;
    for (; rounds < 20; ++rounds) {
        const double lamp = travel() < right - 0.5 ? -1.0 : travel() > right + 0.5 ? 1.0 : 0.0;
        const std::vector<Reading> now{readAt(s, "aileron.high", lamp, kLampUnit)};
        const Solved solved = solveRound(s, ends, now);
        for (const Message& m : solved.remarks) remarks += render(m);
        s = takenOver(s, solved, now, "2026-11-24T10:00:00Z");
        if (solved.answers.empty()) break;
        CHECK(solved.answers[0].field == path);
    }
    CHECK(rounds < 12);
    CHECK(std::abs(travel() - right) <= 1.0);
    // measured beats computed: what its lamp calls full is not accused, what it calls short is, where both are silent it is computed
    const auto end = [&](double lamp, double at) {
        Setup x = edited(s, {{path, at}});
        x.readings.clear();
        return withReadings(x, {readAt(x, "aileron.high", lamp, kLampUnit)});
    };
    CHECK_FALSE(tells(end(0.0, 70.0), "end-point.aileron.high"));
    CHECK(tells(end(-1.0, 70.0), "end-point.aileron.high"));
    CHECK(tells(end(1.0, 100.0), "end-point.aileron.high"));
    CHECK(tells(edited(end(0.0, 100.0), {{path, 60.0}}), "end-point.aileron.high"));
    CHECK_THAT(remarks, Contains("right lies between"));
    CHECK_THROWS_WITH(solveRound(s, ends, std::vector{readAt(s, "aileron.high", 98.0, "%")}), Contains("not its unit"));
    CHECK_THROWS_WITH(solveRound(s, ends, std::vector{readAt(s, "aileron.high", 98.0, kLampUnit)}), Contains("shows lamps"));
    // numbers of a box that shows numbers are not mixed with them
    const Setup back = moveTo(s, turnstone().controller.profile, "2026-11-24T10:00:00Z").setup;
    CHECK_NOTHROW(solveRound(back, ends, std::vector{readAt(back, "aileron.high", 96.0, "%")}));
    CHECK_THROWS_WITH(solveRound(back, ends, std::vector{readAt(back, "aileron.high", 1.0, kLampUnit)}), Contains("not its unit"));
}

TEST_CASE("a lamp that judges the throw brackets the servo arm") {
    Setup s = moveTo(turnstone(), khtest::controller("rowlock"), "2026-11-24T10:00:00Z").setup;
    const BenchWork& thrown = *solverById("throw");
    REQUIRE(thrown.asks(s).size() == 3);
    CHECK(thrown.asks(turnstone()).size() == 2);
    const double wants = s.controller.profile->referenceDeg;
    const auto round = [&](double verdict, double referencePct, double armMm) {
        s = edited(s, {{"controller.referencePct", referencePct}, {"machine.servos.elevator.armMm", armMm}});
        const std::vector<Reading> now{readAt(s, "throw.left", -wants, "°"), readAt(s, "throw.right", wants, "°"),
                                       readAt(s, "throw.verdict", verdict, kLampUnit)};
        const Solved solved = solveRound(s, thrown, now);
        s = takenOver(s, solved, now, "2026-11-24T10:00:00Z");
        std::string out;
        for (const Message& m : solved.remarks) out += render(m) + "\n";
        return out;
    };
    CHECK_THAT(round(-1.0, 95.0, 12.0), Contains("13"));  // too short for its setting
    CHECK_THAT(round(0.0, 30.0, 16.0), Contains("14") && Contains("between 12") && Contains("4.0 mm apart"));
    CHECK(tells(s, "throw-verdict"));
    CHECK(find(evaluate(s), "throw-verdict")->severity == Severity::Note);
    CHECK_THAT(round(1.0, 60.0, 14.0), Contains("leave the arm at 14"));
    CHECK_FALSE(tells(s, "throw-verdict"));
    CHECK_FALSE(tells(edited(s, {{"controller.referencePct", 61.0}}), "throw-verdict"));
    CHECK_THROWS_WITH(solveRound(s, thrown,
                                 std::vector{readAt(s, "throw.left", -wants, "°"), readAt(s, "throw.right", wants, "°"),
                                             readAt(s, "throw.verdict", 7.0, kLampUnit)}),
                      Contains("throw.verdict"));
}

}  // namespace lamps_tests
