// SPDX-License-Identifier: GPL-3.0-or-later
//
// Arms and holes, level plate, cyclic left, tip gap, coupled motion, custom layouts.
#include "base/conventions.h"
#include "base/error.h"
#include "formula/linkage.h"
#include "judge/figures.h"
#include "judge/helicopter/figures.h"
#include "kernel/chain.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "procedure/registry.h"
#include "stations/helicopter/armfigures.h"
#include "stations/pitch/pitchfigures.h"
#include "stations/swash/swashfigures.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace benchfigures_tests {

using namespace kh;
using Catch::Contains;
using khtest::edited;
using khtest::turnstone;

namespace {

Figures figuresOf(const Setup& s) { return evaluate(s).figures; }

}  // namespace

TEST_CASE("the arm radius is the inverse of the ball's height") {
    REQUIRE(rc::check("arm radius", [] {
        const double arm = *rc::gen::inRange(60, 400) / 10.0;
        const double link = arm * *rc::gen::inRange(15, 60) / 10.0;
        const double deg = *rc::gen::inRange(1, 800) / 10.0 * (*rc::gen::arbitrary<bool>() ? 1.0 : -1.0);
        const double z = ballHeightMm(arm, link, deg);
        RC_PRE(std::abs(z) > 1e-3 && z * deg > 0.0);
        // of two arms that do it the shorter is meant; the other lies past the link's own length
        const double found = armRadiusMm(link, z, deg);
        RC_ASSERT(std::abs(ballHeightMm(found, link, deg) - z) < 1e-8);
        RC_ASSERT(found <= arm + 1e-6);
    }));
    CHECK_THROWS_WITH(armRadiusMm(40.0, 5.0, -20.0), Contains("armAngleDeg"));
    CHECK_THROWS_WITH(armRadiusMm(10.0, 60.0, 20.0), Contains("armAngleDeg"));
    CHECK_THROWS_WITH(armRadiusMm(0.0, 5.0, 20.0), Contains("linkMm"));
}

TEST_CASE("the arm that is proposed brings the stroke use to 80 %, the nearest hole close to it") {
    const Setup s = turnstone();
    const Figures f = figuresOf(s);
    REQUIRE(f.of<ArmFigures>().goodArmMm.known);
    CHECK(f.of<ArmFigures>().holeMm.value == 16.0);
    Setup other = s;
    const double perPct = shareFromPct(s.controller.profile->strokeUs) * helicopter(s).servos[0].servo->degPerUs;
    const PlateServo old = helicopter(s).servos[0];
    for (PlateServo& servo : helicopter(other).servos) servo.armMm = f.of<ArmFigures>().goodArmMm.value;
    for (double* pct : {&other.controller.collectiveHighPct, &other.controller.collectiveLowPct, &other.controller.referencePct})
        *pct = armAngleDeg(f.of<ArmFigures>().goodArmMm.value, old.linkMm, ballHeightMm(old.armMm, old.linkMm, *pct * perPct)) / perPct;
    const Figures now = figuresOf(other);
    CHECK(now.collectiveHighDeg.value == Approx(f.collectiveHighDeg.value).margin(0.05));
    CHECK(now.of<SwashFigures>().strokeUsePct.value == Approx(80.0).margin(1.0));
    CHECK(f.of<ArmFigures>().holeUsePct.value == Approx(81.0).margin(1.0));
    const Figures none = figuresOf(edited(s, {{"machine.arms.holesMm", std::vector<double>{}}}));
    CHECK_FALSE(none.of<ArmFigures>().holeMm.known);
    CHECK(none.of<ArmFigures>().holeMm.missing == "machine.arms.holesMm");
    CHECK(none.of<ArmFigures>().goodArmMm.known);
}

TEST_CASE("little stroke used: the remedy is another hole with the same blade angles") {
    Setup s = turnstone();
    const double before = figuresOf(s).collectiveHighDeg.value;
    const double perPct = shareFromPct(s.controller.profile->strokeUs) * helicopter(s).servos[0].servo->degPerUs;
    const PlateServo old = helicopter(s).servos[0];
    for (PlateServo& servo : helicopter(s).servos) servo.armMm = 26.0;
    for (double* pct : {&s.controller.collectiveHighPct, &s.controller.collectiveLowPct, &s.controller.referencePct})
        *pct = roundToStep(armAngleDeg(26.0, old.linkMm, ballHeightMm(old.armMm, old.linkMm, *pct * perPct)) / perPct, 0.1);
    const Evaluation e = evaluate(s);
    const Finding* f = khtest::find(e, "stroke-use");
    REQUIRE(f != nullptr);
    CHECK_THAT(render(f->todo), Contains("Use an arm of 16.0 mm"));
    const Setup mended = edited(s, f->fix);
    CHECK(khtest::find(evaluate(mended), "stroke-use") == nullptr);
    CHECK(figuresOf(mended).collectiveHighDeg.value == Approx(before).margin(0.2));
}

TEST_CASE("resolution: the pulse for a tenth of a degree moves the blade by it") {
    Setup s = turnstone();
    for (PlateServo& servo : helicopter(s).servos) servo.squareErrorDeg = 0.0;
    for (PortSettings& port : s.controller.ports) port.trimUs = 0.0;
    const double us = figuresOf(s).of<PitchFigures>().usPerTenthDeg.value;
    const double demand = us / s.controller.profile->strokeUs / shareFromPct(s.controller.collectiveHighPct);
    const ChainModel model(s);
    CHECK(helicopterIn(model).bladeAt({helicopterIn(model).plateAt(demand, 0, 0).plate.heightMm, 0, 0}, 180.0) ==
          Approx(0.1).epsilon(0.01));
}

TEST_CASE("arms that are not square cost blade up against blade down") {
    Setup s = turnstone();
    for (PlateServo& servo : helicopter(s).servos) servo.squareErrorDeg = 0.0;
    for (PortSettings& port : s.controller.ports) port.trimUs = 0.0;
    const double square = figuresOf(s).of<SwashFigures>().squareDiffDeg.value;
    CHECK(std::abs(square) < 0.15);
    for (PlateServo& servo : helicopter(s).servos) servo.squareErrorDeg = 8.0;
    const double off = figuresOf(s).of<SwashFigures>().squareDiffDeg.value;
    // by hand: balls at 8° ± the same servo angle
    const PlateServo& one = helicopter(s).servos[0];
    const double angle = shareFromPct(s.controller.collectiveHighPct) * s.controller.profile->strokeUs * one.servo->degPerUs;
    const auto blade = [&](double deg) {
        return degFromRad(std::asin(ballHeightMm(one.armMm, one.linkMm, 8.0 + deg) / helicopter(s).head.gripMm));
    };
    CHECK(off == Approx(blade(angle) + blade(-angle) - 2.0 * blade(0.0)).margin(1e-6));
    CHECK(std::abs(off) > std::abs(square) + 0.1);
}

TEST_CASE("the plate's tilt at neutral is that of its balls") {
    Setup s = turnstone();
    CHECK(figuresOf(s).of<SwashFigures>().neutralTiltDeg.value < 0.2);
    helicopter(s).servos[1].squareErrorDeg = 6.0;
    std::vector<double> azimuths, heights;
    for (std::size_t i = 0; i < 3; ++i) {
        const PlateServo& servo = helicopter(s).servos[i];
        azimuths.push_back(servo.azimuthDeg);
        heights.push_back(
            ballHeightMm(servo.armMm, servo.linkMm, servo.squareErrorDeg + s.controller.ports[i].trimUs * servo.servo->degPerUs));
    }
    CHECK(figuresOf(s).of<SwashFigures>().neutralTiltDeg.value ==
          Approx(fitPlate(azimuths, heights, helicopter(s).plate.ballRadiusMm).tiltDeg).margin(1e-9));
}

TEST_CASE("cyclic left at full collective is what the rose leaves, and what limits it is told") {
    const Setup s = turnstone();
    const Evaluation e = evaluate(s);
    double tilt = 90.0;
    Limit by = Limit::None;
    for (const std::size_t i : {2U, 0U})
        if (e.figures.of<HelicopterFigures>().roses[i].round.tiltDeg < tilt) {
            tilt = e.figures.of<HelicopterFigures>().roses[i].round.tiltDeg;
            by = e.figures.of<HelicopterFigures>().roses[i].round.limitedBy;
        }
    CHECK(e.figures.of<HelicopterFigures>().cyclicLeftLimit == by);
    CHECK(sinDeg(e.figures.of<PitchFigures>().cyclicLeftDeg.value) * helicopter(s).head.gripMm ==
          Approx(helicopter(s).head.innerRadiusMm * sinDeg(tilt)));
    const Figures grip = figuresOf(edited(s, {{"machine.head.gripLimitDeg", 14.0}}));
    CHECK(grip.of<HelicopterFigures>().cyclicLeftLimit == Limit::GripAngle);
    CHECK(grip.of<PitchFigures>().cyclicLeftDeg.value < e.figures.of<PitchFigures>().cyclicLeftDeg.value);
}

TEST_CASE("folded tips stand as far apart as the collective says") {
    const Figures f = figuresOf(turnstone());
    CHECK(f.of<PitchFigures>().tipGapMm.value == Approx(2.0 * 470.0 * sinDeg(f.collectiveHighDeg.value)));
    CHECK_THAT(render(f.of<PitchFigures>().tipGapMm.why.lines.at(1)), Contains("±0.5 mm") && Contains("0.03°"));
}

TEST_CASE("a wrong layout shows as coupled motion, a right one does not") {
    for (const CoupledMotion& m : figuresOf(turnstone()).of<SwashFigures>().coupled) CHECK_FALSE(m.parted);
    Setup s = turnstone();
    helicopter(s).servos[1].azimuthDeg = 320;
    helicopter(s).servos[2].azimuthDeg = 40;
    const Figures f = figuresOf(s);
    REQUIRE(f.of<SwashFigures>().coupled.size() == 3);
    const CoupledMotion& right = f.of<SwashFigures>().coupled[0];
    const CoupledMotion& forward = f.of<SwashFigures>().coupled[1];
    CHECK(right.parted);
    CHECK(right.done.rightDeg / right.asked.rightDeg == Approx(1.347).epsilon(0.03));
    CHECK(forward.parted);
    CHECK(forward.done.forwardDeg / forward.asked.forwardDeg == Approx(0.849).epsilon(0.03));
    CHECK(std::abs(forward.done.collectiveDeg) > 1.0);
    // mixing left on in the transmitter is as asked of no layout
    const Figures twice = figuresOf(edited(turnstone(), {{"transmitter.swashMixing", std::string("120")}}));
    CHECK(twice.of<SwashFigures>().coupled[2].parted);
    CHECK(std::hypot(twice.of<SwashFigures>().coupled[2].done.rightDeg, twice.of<SwashFigures>().coupled[2].done.forwardDeg) > 1.0);
}

TEST_CASE("a custom layout that is the machine's moves the plate as asked, at any angles and radii") {
    REQUIRE(rc::check("custom layouts", [] {
        Setup s = turnstone();
        std::vector<double> angles, shares;
        for (std::size_t i = 0; i < 3; ++i) {
            PlateServo& servo = helicopter(s).servos[i];
            servo.squareErrorDeg = 0.0;
            servo.azimuthDeg = 180.0 - 120.0 * static_cast<double>(i) + *rc::gen::inRange(-25, 26);
            if (servo.azimuthDeg < 0.0) servo.azimuthDeg += 360.0;
            const double share = *rc::gen::inRange(80, 121);
            servo.ballRadiusMm = helicopter(s).plate.ballRadiusMm * share / 100.0;
            servo.linkMm = 300.0;  // long links: what remains is the mix itself
            angles.push_back(servo.azimuthDeg);
            shares.push_back(share);
            s.controller.ports[i].trimUs = 0.0;
        }
        s = edited(s, {{"controller.layout", std::string(kCustomLayout)},
                       {"controller.customAzimuthsDeg", angles},
                       {"controller.customRadiiPct", shares}});
        const ChainModel model(s);
        const double gain = shareFromPct(s.controller.referencePct);
        for (const auto& [a, e] : {std::pair(0.2, 0.0), std::pair(0.0, 0.2), std::pair(-0.1, 0.15)}) {
            const auto at = helicopterIn(model).plateAt(0.0, a, e);
            const PlateServo& servo = helicopter(s).servos[0];
            const double perDeflection =
                servo.armMm * radFromDeg(s.controller.profile->strokeUs * servo.servo->degPerUs) / helicopter(s).plate.ballRadiusMm;
            RC_ASSERT(std::abs(at.plate.right - gain * a * perDeflection) < 2e-3);
            RC_ASSERT(std::abs(at.plate.forward - gain * e * perDeflection) < 2e-3);
            RC_ASSERT(std::abs(at.plate.heightMm) < 0.05);
        }
        RC_ASSERT(khtest::find(evaluate(s), "layout") == nullptr);
    }));
}

TEST_CASE("radii that are not the setting's are a wrong layout, and the remedy types them in") {
    const Setup wrong = edited(turnstone(), {{"machine.servos.left.ballRadiusMm", 34.0}});
    CHECK(machineLayout(wrong.machine) == nullptr);
    const Evaluation e = evaluate(wrong);
    const Finding* f = khtest::find(e, "layout");
    REQUIRE(f != nullptr);
    const Setup mended = edited(wrong, f->fix);
    CHECK(mended.controller.customRadiiPct.size() == 3);
    CHECK(khtest::find(evaluate(mended), "layout") == nullptr);
    Setup odd = mended;
    odd.controller.customRadiiPct.pop_back();
    CHECK_THROWS_WITH(settingRadii(odd.controller), Contains("controller.customRadiiPct") && Contains("3 radii"));
    CHECK_FALSE(evaluate(odd).simulated);
}

}  // namespace benchfigures_tests
