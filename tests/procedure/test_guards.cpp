// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/rowids.h"
#include "procedure/helicopter/guards.h"
#include "procedure/ledger.h"
#include "procedure/tobeset.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace guards_tests {

using namespace kh;
using namespace khtest;

TEST_CASE("a step asks for what it needs: blades on for pitch, hold off for the failsafe test, leads off nearly always") {
    const GuardTable& table = helicopterGuards(khtest::turnstone());
    const auto lacks = [&](Station station, const char* row, std::vector<std::size_t> ticked) {
        std::array<bool, kMostGuards> is{};
        for (const std::size_t guard : ticked) is.at(guard) = true;
        return inTheWay(table, table.of(station, row), is);
    };
    const std::vector<std::size_t> all{kLeadsOff, kBladesOff, kHoldOn};
    CHECK(lacks(Station::Swash, "ports", all).empty());
    CHECK(lacks(Station::Swash, "ports", {}).size() == 3);
    const auto pitch = lacks(Station::Pitch, "zero-pitch", all);
    REQUIRE(pitch.size() == 1);
    CHECK(render(pitch.front()).find("blades on") != std::string::npos);
    CHECK(lacks(Station::Pitch, "zero-pitch", {kLeadsOff, kHoldOn}).empty());
    const auto failsafe = lacks(Station::Link, "failsafe-test", all);
    REQUIRE(failsafe.size() == 1);
    CHECK(render(failsafe.front()).find("hold off") != std::string::npos);
    CHECK(lacks(Station::Link, "failsafe-test", {kLeadsOff, kBladesOff}).empty());
    CHECK(lacks(Station::Power, "throttle-ends", {kBladesOff}).empty());
    CHECK(lacks(Station::Radio, "hold-switch", {}).empty());
    // no row lets leads be on while the blades are on, or hold be off
    for (const RowId& row : kRowIds) {
        INFO(row.id);
        const BenchNeed need = table.of(row.station, row.id);
        if (row.station == Station::Radio) continue;
        CHECK((need[kLeadsOff] == Need::Yes || need[kBladesOff] == Need::Yes));
        CHECK((need[kHoldOn] != Need::No || need[kBladesOff] == Need::Yes));
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
    CHECK(open(fresh) == std::set<std::string>{"failsafe-test", "first-power", "hold-switch", "pitch-sense", "ports", "range-check",
                                               "roll-sense", "yaw-sense"});
    const Setup later =
        withEdits(turnstone(), {{"transmitter.channels.throttle.travelLowPct", 99.0}}, Standing::Entered, "2027-01-01T00:00:00Z");
    CHECK(open(later).count("failsafe-test") == 1);
}

}  // namespace guards_tests
