// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/rowids.h"
#include "procedure/benchneeds.h"
#include "procedure/ledger.h"
#include "procedure/tobeset.h"
#include "support.h"

#include <catch2/catch.hpp>

using namespace kh;
using namespace khtest;

TEST_CASE("a step asks for what it needs: blades on for pitch, hold off for the failsafe test, leads off nearly always") {
    const BenchState all{true, true, true};
    CHECK(inTheWay(benchNeed(Station::Swash, "ports"), all).empty());
    CHECK(inTheWay(benchNeed(Station::Swash, "ports"), {}).size() == 3);
    const auto pitch = inTheWay(benchNeed(Station::Pitch, "zero-pitch"), all);
    REQUIRE(pitch.size() == 1);
    CHECK(render(pitch.front()).find("blades on") != std::string::npos);
    CHECK(inTheWay(benchNeed(Station::Pitch, "zero-pitch"), {true, false, true}).empty());
    const auto failsafe = inTheWay(benchNeed(Station::Link, "failsafe-test"), all);
    REQUIRE(failsafe.size() == 1);
    CHECK(render(failsafe.front()).find("hold off") != std::string::npos);
    CHECK(inTheWay(benchNeed(Station::Link, "failsafe-test"), {true, true, false}).empty());
    CHECK(inTheWay(benchNeed(Station::Power, "throttle-ends"), {false, true, false}).empty());
    CHECK(inTheWay(benchNeed(Station::Radio, "hold-switch"), {}).empty());
    // no row lets leads be on while the blades are on, or hold be off
    for (const RowId& row : kRowIds) {
        INFO(row.id);
        const BenchNeed need = benchNeed(row.station, row.id);
        if (row.station == Station::Radio) continue;
        CHECK((need.leadsOff == Need::Yes || need.bladesOff == Need::Yes));
        CHECK((need.holdOn != Need::No || need.bladesOff == Need::Yes));
    }
}

TEST_CASE("what must be seen on the machine stays open until it was, and opens again with a later change") {
    const auto open = [](const Setup& s) {
        std::set<std::string> rows;
        for (const ToBeSet& seen : stillToSee(s, ledger(s, evaluate(s)))) rows.insert(seen.row);
        return rows;
    };
    CHECK(open(turnstone()).empty());
    Setup fresh = turnstone();
    fresh.standings.clear();
    CHECK(open(fresh) == std::set<std::string>{"failsafe-test", "hold-switch", "pitch-sense", "ports", "roll-sense", "yaw-sense"});
    const Setup later =
        withEdits(turnstone(), {{"transmitter.channels.throttle.travelLowPct", 99.0}}, Standing::Entered, "2027-01-01T00:00:00Z");
    CHECK(open(later).count("failsafe-test") == 1);
}
