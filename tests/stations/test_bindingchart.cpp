// SPDX-License-Identifier: GPL-3.0-or-later
//
// The observed binding: the chart, the next limit, and where it stands on the clearance rose.
#include "base/error.h"
#include "model/helicopter/helicopter.h"
#include "procedure/registry.h"
#include "stations/pitch/bindingchart.h"
#include "stations/pitch/pitchfigures.h"
#include "stations/pitch/pitchsolvers.h"
#include "stations/solving.h"

#include <catch2/catch.hpp>

namespace bindingchart_tests {

using namespace khtest;
using Catch::Contains;

TEST_CASE("cyclic limit: the bracket closes below what binds and never proposes what bound") {
    for (unsigned n = 0; n < kSetups; ++n) {
        Dice dice(5000 + n);
        Setup s = turnstone();
        s.controller.cyclicLimitPct = std::round(dice.between(40, 100));
        const double binds = dice.between(25, 110);  // everywhere clear below it
        std::vector<Reading> all;
        double worst = 1e9, promised = 1e9;
        for (int round = 0; round < 9; ++round) {
            const double limit = s.controller.cyclicLimitPct;
            const bool clear = limit < binds;
            if (!clear) worst = std::min(worst, limit);
            for (const char* place : {"0.high", "45.high", "180.low"})
                all.push_back(reading(std::string(clear || place[0] == '1' ? "clear." : "binds.") + place, limit, "%"));
            const Solved solved = solveLimit(s, all);
            REQUIRE(solved.answers.size() == 1);
            INFO("set-up " << n << ", binds at " << binds << ", proposed " << solved.answers[0].value);
            REQUIRE(solved.answers[0].value < worst);
            if (worst < 1e8) {  // once heard: what is promised holds, and halves from round to round
                CHECK(std::abs(std::min(binds, worst) - solved.answers[0].value) <= solved.answers[0].residue + 1e-9);
                CHECK(solved.answers[0].residue <= std::max(2.5, promised / 2.0 + 1.0));
                promised = solved.answers[0].residue;
            }
            enter(s, solved);
        }
        CHECK(s.controller.cyclicLimitPct < std::min(binds, 101.0));
        if (binds < 70) CHECK(s.controller.cyclicLimitPct >= binds - 4.0);
    }
}

TEST_CASE("a limit clear in a few places is kept until all 24 were tried, and a computed envelope below it is told") {
    Setup s = turnstone();
    helicopter(s).plate.travelMm = 3.0;
    std::vector<Reading> some{reading("clear.45.high", s.controller.cyclicLimitPct, "%")};
    const Solved early = solveLimit(s, some);
    CHECK(early.answers[0].value == s.controller.cyclicLimitPct);
    CHECK_THAT(render(early.answers[0].todo), Contains("places that are left"));
    CHECK_THAT(remarks(early), Contains("1 of 24") && Contains("below what was clear"));
    for (int direction = 0; direction < 360; direction += 45)
        for (const char* collective : {".low", ".mid", ".high"})
            some.push_back(reading("clear." + std::to_string(direction) + collective, s.controller.cyclicLimitPct, "%"));
    CHECK_THAT(render(solveLimit(s, some).answers[0].todo), Contains("all 24 places"));
}

TEST_CASE("the binding chart keeps the limits of each place; another place's clear says nothing about the worst one") {
    const std::vector<Reading> seen{reading("clear.45.high", 60, "%"), reading("clear.45.high", 66, "%"), reading("buzz.45.high", 74, "%"),
                                    reading("binds.45.high", 72, "%"), reading("clear.180.low", 70, "%"), reading("throw.left", 5, "°")};
    const std::vector<BindingPlace> chart = bindingChart(seen);
    REQUIRE(chart.size() == 2);
    CHECK(placeName(chart[0].directionDeg, chart[0].collective) == "45.high");
    CHECK(chart[0].clearPct == 66.0);
    CHECK(chart[0].unclearPct == 72.0);
    CHECK(chart[0].bound);
    CHECK(render(placeText(turnstone(), chart[0])) == "clear 66 %, binds 72 %");
    CHECK(render(placeText(turnstone(), chart[1])) == "clear 70 %");
    const Solved solved = solveLimit(turnstone(), seen);
    CHECK(solved.answers[0].value == 69.0);  // between 66 and 72, though 180.low was clear at 70
    CHECK(solved.answers[0].residue == 3.0);
    CHECK_THAT(render(solved.answers[0].todo), Contains("stick forward right, collective high"));
    CHECK_THROWS_WITH(bindingChart(std::vector<Reading>{reading("clear.40.high", 60, "%")}), Contains("clear.40.high"));
    CHECK_THROWS_WITH(bindingChart(std::vector<Reading>{reading("binds.45.top", 60, "%")}), Contains("low, mid or high"));
    CHECK_THROWS_WITH(bindingChart(std::vector<Reading>{reading("binds.45", 60, "%")}), Contains("low, mid or high"));
    CHECK_THROWS_WITH(bindingChart(std::vector<Reading>{reading("buzz.45.low", 0, "%")}), Contains("above 0"));
}

TEST_CASE("the chart stands on the rose as tilts toward where the plate goes, until work by hand makes it another machine") {
    Setup s = turnstone();
    s.readings = {reading("clear.90.mid", 50, "%"), reading("binds.90.mid", 100, "%")};
    const Figures f = evaluate(s).figures;
    REQUIRE(f.of<PitchFigures>().binding.size() == 1);
    CHECK(f.of<PitchFigures>().binding[0].collective == 1);
    CHECK(f.of<PitchFigures>().binding[0].towardDeg == Approx(90.0).margin(0.5));
    Setup full = s;
    full.controller.cyclicLimitPct = 100;
    CHECK(*f.of<PitchFigures>().binding[0].unclearTiltDeg ==
          Approx(evaluate(full).figures.of<PitchFigures>().cyclicTiltDeg.value).margin(0.05));
    CHECK(*f.of<PitchFigures>().binding[0].clearTiltDeg < 0.55 * *f.of<PitchFigures>().binding[0].unclearTiltDeg);
    s.readings.push_back(reading("turned.links.left", 1, "turns"));
    CHECK(evaluate(s).figures.of<PitchFigures>().binding.empty());
    s.readings = {reading("clear.91.mid", 50, "%")};  // from a file: told by the solver, not by a failing evaluation
    CHECK(evaluate(s).figures.of<PitchFigures>().binding.empty());
}

}  // namespace bindingchart_tests
