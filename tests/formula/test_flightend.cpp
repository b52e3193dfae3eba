// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "formula/flightend.h"
#include "formula/rotor.h"

#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <cmath>

namespace flightend_tests {

using namespace kh;

TEST_CASE("a cell at rest reads the open-circuit table both ways, and under load a fifth is left at the end's volts") {
    rc::prop("volts and charge", [] {
        const double pct = *rc::gen::inRange(1, 100);
        RC_ASSERT(std::abs(batteryState(restVolts(pct), 1.0).chargePct - pct) < 1e-6);
        const double end = *rc::gen::element(3.3, 3.5);
        RC_ASSERT(std::abs(usedShareAtLoaded(loadedVolts(pct / 100.0, end), end) - pct / 100.0) < 1e-6);
        RC_ASSERT(loadedVolts(pct / 100.0, end) >= loadedVolts(std::min(1.0, pct / 100.0 + 0.05), end));
    });
    CHECK(restVolts(100.0) == Approx(4.20));
    CHECK(restVolts(0.0) == Approx(3.27));
    CHECK(restVolts(-5.0) == Approx(3.27));
    CHECK(restVolts(120.0) == Approx(4.20));
    for (const double end : {3.3, 3.5}) CHECK(loadedVolts(0.8, end) == Approx(end));
    CHECK(usedShareAtLoaded(4.2, 3.5) == 0.0);  // it never shows so much under load
    CHECK(usedShareAtLoaded(2.5, 3.5) == 1.0);
}

TEST_CASE("what ends a flight stands in the order in which it must come; minutes and charge go together") {
    const FlightEndIn in{
        .capacityMah = 3300.0, .mahPerMin = 505.0, .endVolts = 3.5, .timerMin = 5.0, .alarmVolts = 3.5, .reductionVolts = 3.2};
    const auto points = flightEnd(in);
    REQUIRE(points.size() == 5);
    CHECK(points[0].what == FlightEnd::Warning);
    CHECK(points[0].minutes == Approx(4.5));
    CHECK(points[1].usedMah == Approx(2525.0));
    CHECK(points[2].what == FlightEnd::Voltage);  // 3.5 V under load leave a fifth
    CHECK(points[2].usedMah == Approx(2640.0));
    CHECK(points[3].what == FlightEnd::Reduction);  // 3.43 V at rest: 5 % · 0.16 / 0.34
    CHECK(points[3].usedMah == Approx(3300.0 * (1.0 - 0.05 * (3.43 - 3.27) / (3.61 - 3.27))));
    CHECK(points[4].minutes == Approx(3300.0 / 505.0));
    for (const FlightEndPoint& p : points) CHECK(p.minutes * in.mahPerMin == Approx(p.usedMah));
    FlightEndIn bare{.capacityMah = 1000.0, .mahPerMin = 100.0, .endVolts = 3.5, .usedMah = 800.0};
    REQUIRE(flightEnd(bare).size() == 2);
    CHECK(flightEnd(bare).front().minutes == Approx(8.0));
    bare.timerMin = 0.25;  // shorter than its own warning
    CHECK(flightEnd(bare).front().minutes == 0.0);
    for (const double wrong : {0.0, -1.0}) {
        FlightEndIn none = in;
        none.capacityMah = wrong;
        CHECK_THROWS_WITH(flightEnd(none), Catch::Contains("capacityMah"));
        none = in;
        none.mahPerMin = wrong;
        CHECK_THROWS_WITH(flightEnd(none), Catch::Contains("mahPerMin"));
    }
}

}  // namespace flightend_tests
