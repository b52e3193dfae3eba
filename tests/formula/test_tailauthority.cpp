// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "formula/air.h"
#include "formula/tailauthority.h"

#include <catch2/catch.hpp>

namespace tailauthority_tests {

using namespace kh;

namespace {

HoverIn mainAt(double rpm) { return {2.2, 1.05, rpm, 43.0, 2.0, 1.225, 1.15, 0.011}; }
HoverIn tailAt(double rpm) { return {2.2, 0.2, rpm * 4.6, 17.0, 2.0, 1.225, 1.15, 0.011}; }
TailAuthority at(double rpm, double full, double wind, double end = 40.0, double boom = 0.63) {
    return tailAuthority({torqueAgainst(mainAt(rpm), full, 0.0).airNm, boom, tailAt(rpm), end, wind});
}

}  // namespace

TEST_CASE("in still air need and reach grow alike with the head speed; against the wind speed helps") {
    const TailAuthority slow = at(1600, 9.0, 0.0), fast = at(2400, 9.0, 0.0);
    CHECK(slow.needDeg == Approx(fast.needDeg));
    CHECK(slow.marginDeg == Approx(fast.marginDeg));
    CHECK(slow.loading == Approx(fast.loading));
    CHECK(at(1600, 9.0, 8.0).marginDeg < at(2400, 9.0, 8.0).marginDeg);
    CHECK(slow.windMs < fast.windMs);
}

TEST_CASE("the usable pitch ends at the stall of the blade, or at the limit before") {
    const TailAuthority a = at(2000, 8.0, 0.0);
    CHECK(a.stallDeg > 14.0);
    CHECK(a.stallDeg < 18.5);
    CHECK(a.usableDeg == a.stallDeg);
    CHECK_FALSE(a.endBinds());
    const TailAuthority bound = at(2000, 8.0, 0.0, 12.0);
    CHECK(bound.usableDeg == 12.0);
    CHECK(bound.endBinds());
    // the wind that takes all leaves nothing
    CHECK(at(2000, 8.0, a.windMs).marginDeg == Approx(0.0).margin(1e-9));
}

TEST_CASE("a longer boom needs less, more pitch and a strong drive more") {
    CHECK(at(2000, 9.0, 0.0, 40.0, 0.7).needDeg < at(2000, 9.0, 0.0).needDeg);
    CHECK(at(2000, 11.0, 0.0).needDeg > at(2000, 9.0, 0.0).needDeg);
    const TorqueAgainst weak = torqueAgainst(mainAt(2000), 9.0, 100.0), strong = torqueAgainst(mainAt(2000), 9.0, 4000.0);
    CHECK(weak.mostNm == Approx(1.3 * weak.airNm));
    CHECK(strong.mostNm == Approx(4000.0 / (1900.0 * 3.14159265358979 / 30.0)));
    CHECK(strong.airNm == weak.airNm);
}

TEST_CASE("air: the standard at sea level, a fifth thinner at 35 °C and 1 500 m; what is none is refused") {
    CHECK(airDensity(15.0, 0.0) == Approx(1.225).epsilon(0.001));
    CHECK(airDensity(35.0, 1500.0) == Approx(0.8 * 1.225).epsilon(0.03));
    CHECK(airDensity(-10.0, 0.0) > 1.3);
    CHECK_THROWS_AS(airDensity(200.0, 0.0), InputError);
    CHECK_THROWS_AS(airDensity(15.0, 30000.0), InputError);
    CHECK_THROWS_AS(torqueAgainst(mainAt(2000), 9.0, -1.0), InputError);
    CHECK_THROWS_AS(at(2000, 9.0, -1.0), InputError);
}

}  // namespace tailauthority_tests
