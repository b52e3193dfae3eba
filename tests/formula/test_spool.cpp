// SPDX-License-Identifier: GPL-3.0-or-later
//
// A start and a bail-out over time; the receiver supply under load; thrust of a blade angle; gains carried between speeds.
#include "base/error.h"
#include "formula/answers.h"
#include "formula/rotor.h"
#include "formula/spool.h"
#include "formula/supply.h"

#include <rapidcheck/catch.h>
#include <algorithm>
#include <catch2/catch.hpp>

namespace spool_tests {

using namespace kh;

namespace {

double unit() { return *rc::gen::inRange(0, 10001) / 10000.0; }

SpoolIn anyStart() {
    SpoolIn in;
    in.rpm = 4000.0 * unit();
    in.runUpS = 60.0 * unit();
    if (*rc::gen::arbitrary<bool>()) in.bailOutS = 30.0 * unit();
    if (*rc::gen::arbitrary<bool>()) in.bailOutWithinS = 1.0 + 20.0 * unit();
    if (*rc::gen::arbitrary<bool>()) in.mostRpm = 5000.0 * unit();
    in.closedS = 10.0 * unit();
    return in;
}

}  // namespace

TEST_CASE("a start never passes its peak, and the peak never what the pack gives nor 5 percent") {
    rc::prop("points, peak, order", [] {
        const SpoolIn in = anyStart();
        const std::vector<SpoolPoint> points = spoolUp(in);
        double most = 0.0;
        for (std::size_t i = 0; i < points.size(); ++i) {
            RC_ASSERT(points[i].rpm >= 0.0);
            if (i > 0) RC_ASSERT(points[i].s >= points[i - 1].s);
            most = std::max(most, points[i].rpm);
        }
        RC_ASSERT(std::abs(most - spoolPeakRpm(in)) < 1e-9);
        RC_ASSERT(most <= in.rpm * 1.05 + 1e-9);
        RC_ASSERT(most >= in.rpm - 1e-9);
        if (in.mostRpm) RC_ASSERT(most <= std::max(in.rpm, *in.mostRpm) + 1e-9);
        RC_ASSERT(points.back().rpm == in.rpm);
    });
    rc::prop("the slower, the less is passed", [] {
        const double rpm = 3000.0 * unit(), a = 20.0 * unit(), b = 20.0 * unit();
        RC_ASSERT(overshootRpm(rpm, std::max(a, b), {}) <= overshootRpm(rpm, std::min(a, b), {}) + 1e-9);
    });
    CHECK(overshootRpm(2000, 1.5, {}) == Approx(2100));
    CHECK(overshootRpm(2000, 4.0, {}) == 2000);
    CHECK(overshootRpm(2000, 1.5, 2050.0) == 2050);
}

TEST_CASE("a bail-out that comes too late is a soft start again, and takes as long") {
    SpoolIn in{2000, 10, 2.0, 3.0, 4.0, {}};
    CHECK(softStartAgain(in));
    in.bailOutWithinS = 5.0;
    CHECK_FALSE(softStartAgain(in));
    const double quick = spoolUp(in).back().s;
    in.bailOutS.reset();
    CHECK(softStartAgain(in));
    CHECK(spoolUp(in).back().s == Approx(quick + 8.0));
    in.runUpS = -1.0;
    CHECK_THROWS_WITH(spoolUp(in), Catch::Contains("runUpS"));
}

TEST_CASE("a supply is judged by its deepest dip: half a volt, and 5 V in any case") {
    CHECK_FALSE(supplyDip(8.0, 7.5, {}).deep);
    CHECK(supplyDip(8.0, 7.49, {}).deep);
    CHECK(supplyDip(8.0, 7.9, 7.4).deep);
    CHECK_FALSE(supplyDip(5.4, 5.0, {}).low);
    CHECK(supplyDip(5.4, 4.99, {}).low);
    CHECK(supplyDip(8.0, {}, 7.7).dipVolts == Approx(0.3));
    CHECK_THROWS_WITH(supplyDip(0.0, 7.0, {}), Catch::Contains("restVolts"));
    CHECK_THROWS_WITH(supplyDip(8.0, -1.0, {}), Catch::Contains("stirredVolts"));
    // used is judged from the pack's own full voltage
    CHECK(batteryState(6 * 4.22, 6, 4.35).used);
    CHECK_FALSE(batteryState(6 * 4.26, 6, 4.35).used);
}

TEST_CASE("the thrust of a blade angle is the angle of a thrust, inverted") {
    rc::prop("there and back", [] {
        HoverIn rotor{0.0, 0.15 + 1.5 * unit(), 800 + 9000 * unit(), 12 + 50 * unit(), 2.0 + *rc::gen::inRange(0, 3)};
        const double thrust = 0.05 + 90.0 * unit();
        RC_ASSERT(std::abs(thrustForPitchN(pitchForThrustDeg(thrust, rotor), rotor) / thrust - 1.0) < 1e-9);
        RC_ASSERT(std::abs(thrustForPitchN(-pitchForThrustDeg(thrust, rotor), rotor) / thrust + 1.0) < 1e-9);
    });
}

TEST_CASE("a gain is carried by the square to a faster head, and raised by at most the ratio to a slower one") {
    CHECK(gainCarried(40, 1600, 2000) == Approx(25.6));
    CHECK(gainCarried(40, 2000, 1600) == Approx(50.0));
    CHECK(gainCarried(-35, 2100, 1800) == Approx(-35.0 * 2100 / 1800));
    CHECK(gainCarried(90, 2000, 1500) == 100.0);
    CHECK(gainCarried(40, 2000, 2000) == 40.0);
    CHECK_THROWS_AS(gainCarried(40, 0, 2000), InputError);
}

}  // namespace spool_tests
