// SPDX-License-Identifier: GPL-3.0-or-later
//
// Numbers that betray mechanics are told before a correction is: first among the remarks, and only where they are far off.
#include "golden/builds.h"
#include "model/helicopter/helicopter.h"
#include "stations/pitch/pitchsolvers.h"
#include "stations/solving.h"

#include <catch2/catch.hpp>

namespace lookfirst_tests {

using namespace khtest;
using Catch::Contains;

namespace {

std::string first(const Solved& s) { return s.remarks.empty() ? std::string() : render(s.remarks.front()); }
Solved thrown(const Setup& s, double deg) {
    return solveThrow(s, std::vector<Reading>{reading("throw.left", deg, "°"), reading("throw.right", -deg, "°")});
}

}  // namespace

TEST_CASE("a throw far from what the lengths give speaks of a ball or a length first, one that is near does not") {
    const double right = evaluate(turnstone()).figures.referenceDeg.value;
    REQUIRE(right > 3.0);
    for (const double times : {0.6, 1.45}) {
        INFO(times);
        CHECK_THAT(first(thrown(turnstone(), times * right)), Contains("Look here first") && Contains("wrong hole"));
    }
    for (const double times : {0.85, 1.0, 1.15}) CHECK_THAT(first(thrown(turnstone(), times * right)), !Contains("Look here first"));
    // a ball on the inner hole of the ring: what the gauge then reads is what gives it away
    Setup built = turnstone();
    helicopter(built.machine).head.innerRadiusMm *= 1.5;
    CHECK_THAT(first(thrown(turnstone(), evaluate(built).figures.referenceDeg.value)), Contains("Look here first"));
}

TEST_CASE("a tail gain far above its class that is still clean speaks of servo and slop first") {
    const auto flown = [](double pct) {
        return solveRound(turnstone(), *solverById("gain"), std::vector<Reading>{reading("gain.normal.clean", pct, "%")});
    };
    CHECK_THAT(first(flown(75.0)), Contains("Look here first") && Contains("slop"));
    CHECK_THAT(first(flown(38.0)), !Contains("Look here first"));
}

}  // namespace lookfirst_tests
