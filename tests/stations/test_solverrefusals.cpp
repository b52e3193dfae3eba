// SPDX-License-Identifier: GPL-3.0-or-later
//
// Readings that cannot be, and documents nothing can be measured under: what is said of them.
#include "base/error.h"
#include "procedure/registry.h"
#include "stations/link/endpoints.h"
#include "stations/pitch/pitchsolvers.h"
#include "stations/solving.h"
#include "stations/swash/swashsolvers.h"

#include <catch2/catch.hpp>

namespace solverrefusals_tests {

using namespace khtest;
using Catch::Contains;

TEST_CASE("what cannot be is said in words, with the likely cause") {
    const Setup& s = turnstone();
    const auto list = [](std::initializer_list<Reading> r) { return std::vector<Reading>(r); };
    CHECK_THROWS_WITH(solveEndpoints(s, list({reading("rudder.low", 40, "%"), reading("rudder.high", 80, "%")})), Contains("same side"));
    CHECK_THROWS_WITH(solveEndpoints(s, list({reading("rudder.high", 900, "%")})), Contains("rudder.high") && Contains("±200"));
    CHECK_THROWS_WITH(solveEndpoints(s, list({reading("rudder.high", 3, "%")})), Contains("hardly moves"));
    CHECK_THROWS_WITH(solveEndpoints(s, {}), Contains("aileron.low"));
    Reading creeping = reading("aileron.high", 96, "%");
    creeping.under = {"state=flying"};
    CHECK_THROWS_WITH(solveEndpoints(s, list({creeping})), Contains("creeps"));
    CHECK_THROWS_WITH(solveThrow(s, list({reading("throw.left", 5, "°")})), Contains("throw.right") && Contains("missing"));
    CHECK_THROWS_WITH(solveThrow(s, list({reading("throw.left", 0.1, "°"), reading("throw.right", -0.1, "°")})), Contains("hardly moves"));
    CHECK_THROWS_WITH(solveRange(s, list({reading("range.high", -11, "°"), reading("range.low", 11, "°")})),
                      Contains("reverse the collective"));
    CHECK_THROWS_WITH(solveRange(s, list({reading("range.high", 13, "°"), reading("range.low", 2, "°")})),
                      Contains("gauge was not zeroed"));
    CHECK_THROWS_WITH(solveLinks(s, list({reading("level.left", 60, "mm")})), Contains("three servos"));
    CHECK_THROWS_WITH(
        solveLinks(s, list({reading("level.left", 60, "mm"), reading("level.right", 60, "mm"), reading("level.elevator", 95, "mm")})),
        Contains("another mark"));
    CHECK_THROWS_WITH(solveLimit(s, {}), Contains("clear.45.high"));
    CHECK_THROWS_WITH(solveRound(s, *solverById("throw"), list({reading("throw.left", 5, "%"), reading("throw.right", -5, "%")})),
                      Contains("throw.left") && Contains("°, or mm"));
    CHECK_THROWS_WITH(
        solveRound(s, *solverById("links"),
                   list({reading("level.elevator", 60, "mm"), reading("level.left", 60, "mm"), reading("level.right", 60, "°")})),
        Contains("level.right") && Contains("allowed is mm"));
    // an offset in both blades and both ends
    const Solved offset = solveZero(s, list({reading("blade-a.tail", 8, "°"), reading("blade-b.nose", 8, "°"),
                                             reading("blade-a.nose", 8, "°"), reading("blade-b.tail", 8, "°")}));
    CHECK_THAT(remarks(offset), Contains("gauge's zero"));
    CHECK_THAT(remarks(solveZero(s, list({reading("blade-a.tail", 1, "°"), reading("blade-b.nose", -1, "°")}))),
               Contains("cannot be told apart"));
}

TEST_CASE("without a flight mode there is nothing to measure under: every solver says so") {
    Setup none = turnstone();
    none.transmitter.modes.clear();
    REQUIRE(solvers().size() > 10);
    for (const BenchWork& solver : solvers()) {
        INFO(solver.id);
        CHECK_THROWS_WITH(solveRound(none, solver, {}), Contains("transmitter.modes") && Contains("one flight mode or more"));
    }
}

}  // namespace solverrefusals_tests
