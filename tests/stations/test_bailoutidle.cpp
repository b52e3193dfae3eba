// SPDX-License-Identifier: GPL-3.0-or-later
//
// The idle hold keeps armed, found in steps: below where the motor starts and stops, whatever the direction of its pulses, and what the
// audit then says of it.
#include "golden/builds.h"
#include "judge/motorfigures.h"
#include "stations/healing.h"
#include "stations/solving.h"

namespace bailoutidle_tests {

using namespace khtest;
using Catch::Contains;

namespace {

std::vector<Reading> idle(double starts, double stops) { return {reading("idle.starts", starts, "%"), reading("idle.stops", stops, "%")}; }
Setup armed(const Setup& s) {
    return edited(s, {{"transmitter.schools.hold", std::string("bail-out")}, {"transmitter.hold.throttlePct", 12.0}});
}
Solved solved(const Setup& s, double starts, double stops) { return solveRound(s, *solverById("bail-out-idle"), idle(starts, stops)); }

}  // namespace

TEST_CASE("hold stays 3 % below the lower of start and stop, and the audit then finds nothing that drives the rotor") {
    std::size_t tried = 0;
    for (const NamedSetup& b : triedBuilds()) {
        if (b.setup.machine.power.kind == PowerKind::Engine || b.setup.transmitter.modes.size() < 2) continue;
        INFO(b.name);
        const Setup s = armed(b.setup);
        if (!holdIsArmed(s)) continue;
        for (const auto& [starts, stops] : {std::pair(11.0, 8.0), std::pair(9.0, 12.0)}) {
            const Solved found = solved(s, starts, stops);
            REQUIRE(found.answers.size() == 2);
            CHECK(found.answers[1].value <= std::min(starts, stops) - 3.0 + 0.51);
            const Setup after = takenOver(s, found, idle(starts, stops), "2026-12-01T10:00:00Z");
            CHECK(after.transmitter.hold.throttlePct == found.answers[1].value);
            CHECK_FALSE(tells(after, "hold-not-measured"));
            ++tried;
        }
    }
    CHECK(tried > 10);
    const Setup after = takenOver(armed(turnstone()), solved(armed(turnstone()), 11.0, 8.0), idle(11.0, 8.0), "2026-12-01T10:00:00Z");
    CHECK_FALSE(tells(after, "hold-bail-out"));
}

TEST_CASE("the speed controller's own value comes first where it is lower") {
    const Setup own = edited(armed(turnstone()), {{"speedController.profile.bailOutPct", 4.0}});
    CHECK(solved(own, 12.0, 11.0).answers[1].value == 4.0);
    CHECK(solved(own, 5.0, 6.0).answers[1].value == 2.0);
}

TEST_CASE("what cannot be is refused in the reading's name; an idle that is nothing is told") {
    const Setup s = armed(turnstone());
    CHECK_THROWS_WITH(solved(s, 70.0, 8.0), Contains("idle.starts") && Contains("40 %"));
    CHECK_THROWS_WITH(solved(s, 9.0, -2.0), Contains("idle.stops"));
    CHECK_THROWS_WITH(solved(turnstone(), 9.0, 8.0), Contains("hold cuts the motor"));
    const Solved low = solved(s, 3.0, 2.0);
    CHECK(low.answers.size() == 1);
    CHECK_THAT(remarks(low), Contains("fly with a cut"));
}

}  // namespace bailoutidle_tests
