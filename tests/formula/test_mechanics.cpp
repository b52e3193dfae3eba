// SPDX-License-Identifier: GPL-3.0-or-later
//
// Plate, linkage, envelope: inverses, symmetries and limits over the whole range a head can have.
#include "base/conventions.h"
#include "base/error.h"
#include "formula/linkage.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/layouts.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>
#include <cmath>

namespace mechanics_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

double between(double low, double high) { return low + (high - low) * static_cast<double>(*rc::gen::inRange(0, 10001)) / 10000.0; }

}  // namespace

TEST_CASE("arm angle and ball height are each other's inverse to a millionth of a millimetre, for any arm and link") {
    REQUIRE(rc::check("there and back", [] {
        const double arm = between(4.0, 30.0);
        const double link = between(arm * 1.5, 120.0);
        const double angle = between(-60.0, 60.0);
        const double z = ballHeightMm(arm, link, angle);
        RC_ASSERT(std::abs(armAngleDeg(arm, link, z) - angle) < 1e-6);
        RC_ASSERT(std::abs(ballHeightMm(arm, link, armAngleDeg(arm, link, z)) - z) < 1e-9);
    }));
}

TEST_CASE("a ball rises less than it sinks: the link leans both ways") {
    CHECK(ballHeightMm(14, 40, 30) == Approx(6.956).margin(0.0005));
    CHECK(ballHeightMm(14, 40, -30) == Approx(-7.044).margin(0.0005));
    CHECK(ballHeightMm(14, 40, 0) == 0.0);
    REQUIRE(rc::check("up is less", [] {
        const double arm = between(4.0, 30.0);
        const double link = between(arm * 1.5, 120.0);
        const double angle = between(1.0, 60.0);
        RC_ASSERT(ballHeightMm(arm, link, angle) < -ballHeightMm(arm, link, -angle));
    }));
    // a longer link leans less
    const auto difference = [](double link) { return -ballHeightMm(14, link, -30) - ballHeightMm(14, link, 30); };
    CHECK(difference(40) > difference(80));
    CHECK(difference(80) > difference(160));
}

TEST_CASE("heights that no arm reaches, and lengths that are none, are refused by name") {
    CHECK_THROWS_AS(armAngleDeg(14, 40, 20), InputError);
    CHECK_THROWS_AS(armAngleDeg(14, 40, -200), InputError);
    CHECK_THROWS_AS(ballHeightMm(0, 40, 10), InputError);
    CHECK_THROWS_AS(ballHeightMm(14, -1, 10), InputError);
    CHECK_THROWS_AS(ballHeightMm(14, 40, std::nan("")), InputError);
    CHECK_THROWS_AS(ballHeightMm(40, 14, 80), InputError);  // the link is too short for that angle
}

TEST_CASE("a plane fitted to its own heights is itself, whatever the layout") {
    REQUIRE(rc::check("fit", [] {
        const Plane p{between(-8.0, 8.0), between(-0.2, 0.2), between(-0.2, 0.2)};
        const Layout& layout = layouts()[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(layouts().size())))];
        std::vector<double> azimuths = layout.azimuthsDeg;
        std::vector<double> heights;
        for (const double a : azimuths) heights.push_back(heightAt(p, 28.0, a));
        const PlateFit fit = fitPlate(azimuths, heights, 28.0);
        RC_ASSERT(std::abs(fit.plane.heightMm - p.heightMm) < 1e-9);
        RC_ASSERT(std::abs(fit.plane.forward - p.forward) < 1e-9);
        RC_ASSERT(std::abs(fit.plane.right - p.right) < 1e-9);
        RC_ASSERT(fit.fightMm < 1e-9);
        const PlateFit told = describePlane(p);
        RC_ASSERT(std::abs(std::sin(radFromDeg(told.tiltDeg)) - std::hypot(p.forward, p.right)) < 1e-9);
        RC_ASSERT(told.towardDeg >= 0.0);
        RC_ASSERT(told.towardDeg < 360.0);
    }));
}

TEST_CASE("the fitter made once agrees with the fit made each time, fight and all") {
    REQUIRE(rc::check("four balls that do not agree", [] {
        const std::vector<double> azimuths{180.0, 270.0, 90.0, 0.0};
        std::vector<double> heights;
        for (int i = 0; i < 4; ++i) heights.push_back(between(-3.0, 3.0));
        const PlateFit fit = fitPlate(azimuths, heights, 28.0);
        const PlateFitter fitter(azimuths, 28.0);
        const Plane plane = fitter.fit(heights);
        RC_ASSERT(std::abs(plane.heightMm - fit.plane.heightMm) < 1e-9);
        RC_ASSERT(std::abs(plane.forward - fit.plane.forward) < 1e-9);
        RC_ASSERT(std::abs(plane.right - fit.plane.right) < 1e-9);
        RC_ASSERT(std::abs(fitter.fightMm(heights, plane) - fit.fightMm) < 1e-9);
        double worst = 0.0;
        for (std::size_t i = 0; i < 4; ++i) worst = std::max(worst, std::abs(heights[i] - heightAt(plane, 28.0, azimuths[i])));
        RC_ASSERT(std::abs(worst - fit.fightMm) < 1e-9);
    }));
}

TEST_CASE("a plate that sinks in front tilts forward, one that sinks on the right tilts right") {
    const auto toward = [](double forward, double right) { return describePlane({0.0, forward, right}).towardDeg; };
    CHECK(toward(0.1, 0.0) == Approx(0.0).margin(1e-9));
    CHECK(toward(0.0, 0.1) == Approx(90.0));
    CHECK(toward(-0.1, 0.0) == Approx(180.0));
    CHECK(toward(0.0, -0.1) == Approx(270.0));
    CHECK(heightAt({0.0, 0.1, 0.0}, 28.0, 0.0) < 0.0);
    CHECK(heightAt({0.0, 0.1, 0.0}, 28.0, 180.0) > 0.0);
    CHECK(heightAt({0.0, 0.0, 0.1}, 28.0, 90.0) < 0.0);
}

TEST_CASE("mixing on the right plate gives each command its own motion and no other") {
    for (const Layout& layout : layouts()) {
        if (layout.mechanical) continue;
        INFO(layout.id);
        const auto deflect = [&](double c, double a, double e) {
            MixInput in;
            in.collective = c;
            in.aileron = a;
            in.elevator = e;
            in.collectiveGain = in.cyclicGain = 0.5;  // within what a plate can tilt
            Plane p = fitPlate(layout.azimuthsDeg, mix(layout.azimuthsDeg, in), 1.0).plane;
            return Plane{2.0 * p.heightMm, 2.0 * p.forward, 2.0 * p.right};
        };
        const Plane up = deflect(1, 0, 0);
        CHECK(up.heightMm == Approx(1.0));
        CHECK(std::hypot(up.forward, up.right) < 1e-9);
        const Plane roll = deflect(0, 1, 0);
        CHECK(std::abs(roll.heightMm) < 1e-9);
        CHECK(roll.right == Approx(1.0));
        CHECK(std::abs(roll.forward) < 1e-9);
        const Plane pitch = deflect(0, 0, 1);
        CHECK(pitch.forward == Approx(1.0));
        CHECK(std::abs(pitch.right) < 1e-9);
        CHECK(std::abs(pitch.heightMm) < 1e-9);
    }
}

TEST_CASE("blade pitch: the plate lifts both blades alike, its tilt turns them against each other") {
    const BladeLinkage leading{16.0, 22.0, 90.0, LinkSide::Leading};
    BladeLinkage trailing = leading;
    trailing.side = LinkSide::Trailing;
    REQUIRE(rc::check("blades", [&] {
        const Plane p{between(-3.0, 3.0), between(-0.12, 0.12), between(-0.12, 0.12)};
        const double azimuth = between(0.0, 360.0);
        const double here = bladePitchDeg(p, leading, azimuth);
        const double there = bladePitchDeg(p, leading, azimuth + 180.0);
        const double mean = std::sin(radFromDeg(here)) + std::sin(radFromDeg(there));
        RC_ASSERT(std::abs(mean * 22.0 - 2.0 * p.heightMm) < 1e-9);
        RC_ASSERT(std::abs(bladePitchDeg(p, trailing, azimuth) + here) < 1e-9);  // a trailing link turns everything round
        RC_ASSERT(std::abs(bladePitchDeg(p, leading, azimuth + 360.0) - here) < 1e-9);
    }));
    // blades along the boom with a lead of a quarter turn: aileron shows, elevator does not
    CHECK(std::abs(bladePitchDeg({0.0, 0.1, 0.0}, leading, 180.0)) < 1e-9);
    CHECK(std::abs(bladePitchDeg({0.0, 0.0, 0.1}, leading, 180.0)) > 3.0);
}

TEST_CASE("the reference tilt gives the reference angle at the blade") {
    REQUIRE(rc::check("tilt", [] {
        const double angle = between(3.0, 12.0);
        const double inner = between(10.0, 30.0);
        const double grip = between(12.0, 30.0);
        if (grip * std::sin(radFromDeg(angle)) >= inner * 0.9) return;
        const double tilt = referenceTiltDeg(angle, inner, grip);
        const BladeLinkage linkage{inner, grip, 90.0, LinkSide::Leading};
        const double blade = std::abs(bladePitchDeg({0.0, 0.0, std::sin(radFromDeg(tilt))}, linkage, 180.0));
        RC_ASSERT(std::abs(blade - angle) < 1e-9);
    }));
    CHECK_THROWS_AS(referenceTiltDeg(8.0, 0.0, 22.0), InputError);
    CHECK_THROWS_AS(referenceTiltDeg(60.0, 10.0, 22.0), InputError);  // the ring is too small for that
}

TEST_CASE("the tip gap and the angle it was read from, with the ruler's half millimetre") {
    CHECK(tipGapMm(220, 10) == Approx(76.4).margin(0.05));
    REQUIRE(rc::check("gap", [] {
        const double blade = between(100.0, 800.0);
        const double angle = between(-14.0, 14.0);
        const TipGapPitch back = pitchFromTipGap(blade, tipGapMm(blade, angle), 0.5);
        RC_ASSERT(std::abs(back.pitchDeg - angle) < 1e-9);
        RC_ASSERT(back.errorDeg > 0.0);
        RC_ASSERT(std::abs(back.errorDeg - degFromRad(0.5 / (2.0 * blade * std::cos(radFromDeg(angle))))) < 1e-9);
    }));
    CHECK(pitchFromTipGap(220, 50, 1.0).errorDeg > pitchFromTipGap(600, 50, 1.0).errorDeg);  // long blades read better
    CHECK_THROWS_AS(pitchFromTipGap(220, 500, 0.5), InputError);
}

TEST_CASE("the clearance rose shrinks with every limit, and says which one holds it") {
    const auto rose = [](const Setup& s, double c = 0.0) {
        return clearanceRose(s, c, helicopterIn(ChainModel(s)).plateAt(c, 0, 0).plate.heightMm);
    };
    const ClearanceRose whole = rose(turnstone());
    CHECK(whole.points.size() == 72);
    for (const EnvelopePoint& p : whole.points) {
        CHECK(p.tiltDeg >= whole.round.tiltDeg);
        CHECK(p.tiltDeg <= 16.0 + 1e-6);
        CHECK(p.limitedBy != Limit::None);
    }
    const ClearanceRose tilt = rose(edited(turnstone(), {{"machine.plate.tiltLimitDeg", 6.0}}));
    CHECK(tilt.round.tiltDeg == Approx(6.0).margin(0.02));
    CHECK(tilt.round.limitedBy == Limit::PlateTilt);
    const ClearanceRose grip = rose(edited(turnstone(), {{"machine.head.gripLimitDeg", 5.0}}));
    CHECK(grip.round.tiltDeg < tilt.round.tiltDeg + 2.0);
    CHECK(grip.round.limitedBy == Limit::GripAngle);
    const ClearanceRose stroke = rose(edited(turnstone(), {{"controller.profile.usableStrokeUs", 150.0}}));
    CHECK(stroke.round.limitedBy == Limit::ServoStroke);
    CHECK(stroke.round.tiltDeg < whole.round.tiltDeg);
    const ClearanceRose high = rose(turnstone(), 1.0);
    CHECK(high.round.tiltDeg <= whole.round.tiltDeg);
    CHECK(high.heightMm > 3.0);
    const ClearanceRose beyond = clearanceRose(turnstone(), 1.0, 9.0);  // above the plate's travel nothing is free
    CHECK(beyond.round.tiltDeg == 0.0);
    CHECK(beyond.round.limitedBy == Limit::PlateTravel);
    for (const Limit l : {Limit::None, Limit::ServoStroke, Limit::ArmAngle, Limit::PlateTravel, Limit::PlateTilt, Limit::GripAngle})
        CHECK(std::string(limitId(l)).size() > 4);
}

}  // namespace mechanics_tests
