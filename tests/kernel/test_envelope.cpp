// SPDX-License-Identifier: GPL-3.0-or-later
//
// The plate's geometry against slower, independent ways to the same numbers.
#include "base/conventions.h"
#include "base/error.h"
#include "formula/linkage.h"
#include "formula/plate.h"
#include "kernel/chain.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "support.h"

#include <array>
#include <catch2/catch.hpp>
#include <cmath>
#include <set>

namespace envelope_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

/// Whether the plate can stand at that height and tilt: the limits of docs/domain.md 5.6, one by one, without a formula of the
/// program's but the linkage's.
bool stands(const Setup& s, double heightMm, double tiltDeg, double towardDeg) {
    const Machine& m = s.machine;
    if (tiltDeg > helicopter(m).plate.tiltLimitDeg || std::abs(heightMm) > helicopter(m).plate.travelMm) return false;
    const double sine = sinDeg(tiltDeg);
    // the blade whose link stands where the tilt lifts most
    if ((std::abs(heightMm) + helicopter(m).head.innerRadiusMm * sine) / helicopter(m).head.gripMm >
        sinDeg(helicopter(m).head.gripLimitDeg))
        return false;
    for (const PlateServo& servo : helicopter(m).servos) {
        const double z = heightMm - helicopter(m).plate.ballRadiusMm * sine * cosDeg(servo.azimuthDeg - towardDeg);
        double arm = 0.0;
        try {
            arm = armAngleDeg(servo.armMm, servo.linkMm, z);
        } catch (const InputError&) {
            return false;
        }
        if (std::abs(arm) > servo.servo->rangeDeg) return false;
        const double us = (arm - servo.squareErrorDeg) / servo.servo->degPerUs;
        if (std::abs(us) > s.controller.profile->usableStrokeUs) return false;
    }
    return true;
}

}  // namespace

TEST_CASE("inverse kinematics closes on forward kinematics to a billionth of a millimetre over the reachable space") {
    double worst = 0.0;
    for (double arm = 5.0; arm <= 25.0; arm += 2.5)
        for (double link = 1.6 * arm; link <= 90.0; link += 7.0)
            for (double angle = -75.0; angle <= 75.0; angle += 1.0) {
                const double height = ballHeightMm(arm, link, angle);
                const double again = ballHeightMm(arm, link, armAngleDeg(arm, link, height));
                worst = std::max(worst, std::abs(again - height));
            }
    CHECK(worst <= 1e-9);
}

TEST_CASE("the rose agrees with brute force in every direction, within the step of the search") {
    constexpr double kStep = 0.1;
    const std::vector<Setup> setups{turnstone(),
                                    khtest::dunlin(),
                                    khtest::fulmar(),
                                    edited(turnstone(), {{"machine.plate.tiltLimitDeg", 25.0}}),
                                    builtAs(turnstone(), *findLayout("four at 45°"), "2026-11-25T10:00:00Z"),
                                    edited(turnstone(), {{"machine.servos.left.armMm", 9.0}, {"machine.servos.left.squareErrorDeg", 6.0}})};
    for (const Setup& s : setups) {
        const ChainModel model(s);
        for (const double collective : {-1.0, 0.0, 1.0}) {
            const double height = helicopterIn(model).plateAt(collective, 0, 0).plate.heightMm;
            const ClearanceRose rose = clearanceRose(s, collective, height);
            double least = 1e9;
            for (const EnvelopePoint& p : rose.points) {
                double free = 0.0;
                for (double tilt = 0.0; tilt <= 40.0 && stands(s, height, tilt, p.azimuthDeg); tilt += kStep) free = tilt;
                INFO(s.machine.name << " collective " << collective << " toward " << p.azimuthDeg << ", brute force " << free);
                CHECK(std::abs(p.tiltDeg - free) <= kStep + 0.03);
                least = std::min(least, free);
            }
            CHECK(std::abs(rose.round.tiltDeg - least) <= kStep + 0.03);
        }
    }
}

TEST_CASE("over every degree and every percent of tilt the rose holds, at eleven collectives, and names what stops the plate") {
    for (const Setup& s : {turnstone(), khtest::dunlin(), khtest::fulmar()}) {
        const ChainModel model(s);
        const double percentDeg = helicopter(s).plate.tiltLimitDeg / 100.0;
        std::set<Limit> named;
        int ties = 0;
        for (int tenth = -10; tenth <= 10; tenth += 2) {
            const double height = helicopterIn(model).plateAt(tenth / 10.0, 0, 0).plate.heightMm;
            const ClearanceRose rose = clearanceRose(s, tenth / 10.0, height);
            double least = 1e9;
            for (int azimuth = 0; azimuth < 360; ++azimuth) {
                int percent = 0;
                while (percent < 100 && stands(s, height, (percent + 1) * percentDeg, azimuth)) ++percent;
                least = std::min(least, percent * percentDeg);
                if (azimuth % 5 != 0) continue;
                const EnvelopePoint& p = rose.points[static_cast<std::size_t>(azimuth / 5)];
                INFO(s.machine.name << " collective " << tenth * 10 << " % toward " << azimuth << ", brute force " << percent << " %");
                CHECK(p.azimuthDeg == azimuth);
                CHECK(p.tiltDeg >= percent * percentDeg - 0.03);
                CHECK(p.tiltDeg <= (percent + 1) * percentDeg + 0.03);
                // with that limit out of the way the plate goes on
                named.insert(p.limitedBy);
                Setup freed = s;
                switch (p.limitedBy) {
                    case Limit::ServoStroke: freed.controller.profile.edit().usableStrokeUs *= 1.2; break;
                    case Limit::PlateTilt: helicopter(freed).plate.tiltLimitDeg *= 1.2; break;
                    case Limit::GripAngle: helicopter(freed).head.gripLimitDeg *= 1.2; break;
                    case Limit::PlateTravel: helicopter(freed).plate.travelMm *= 1.2; break;
                    default:
                        for (PlateServo& servo : helicopter(freed).servos) servo.servo.edit().rangeDeg *= 1.2;
                }
                if (!stands(freed, height, p.tiltDeg + 0.025, azimuth)) ++ties;  // two limits within the search's step
            }
            CHECK(std::abs(rose.round.tiltDeg - least) <= percentDeg + 0.05);  // 5° between its directions hide next to nothing
        }
        CHECK(named.size() >= 2);
        CHECK(ties <= 4);
    }
}

TEST_CASE("the level limit says what a rose of nothing says") {
    Setup low = edited(turnstone(), {{"machine.plate.travelMm", 3.0}});
    CHECK(levelLimit(low, 2.9) == Limit::None);
    CHECK(levelLimit(low, 3.1) == Limit::PlateTravel);
    CHECK(clearanceRose(low, 1.0, 3.1).round.tiltDeg == 0.0);
    CHECK(levelLimit(edited(turnstone(), {{"machine.head.gripLimitDeg", 5.0}}), 3.0) == Limit::GripAngle);
}

TEST_CASE("four servos with a wrong trim fight by the residual of the least-squares plane") {
    const std::array<double, 4> azimuths{180, 270, 90, 0};
    constexpr double kRadius = 28.0;
    for (int wrong = 0; wrong < 4; ++wrong)
        for (const double mm : {-0.8, 0.3, 1.5}) {
            std::array<double, 4> z{1.0, 1.0, 1.0, 1.0};
            z[static_cast<std::size_t>(wrong)] += mm;
            const PlateFit fit = fitPlate(azimuths, z, kRadius);
            // four balls at right angles: the plane takes the mean, and half the difference of each opposite pair
            const double h = (z[0] + z[1] + z[2] + z[3]) / 4.0;
            const double forward = (z[0] - z[3]) / 2.0 / kRadius;
            const double right = (z[1] - z[2]) / 2.0 / kRadius;
            double fight = 0.0;
            for (std::size_t i = 0; i < 4; ++i)
                fight = std::max(fight, std::abs(z[i] - (h - kRadius * (forward * cosDeg(azimuths[i]) + right * sinDeg(azimuths[i])))));
            CHECK(fit.plane.heightMm == Approx(h));
            CHECK(fit.plane.forward == Approx(forward).margin(1e-12));
            CHECK(fit.plane.right == Approx(right).margin(1e-12));
            CHECK(fit.fightMm == Approx(fight));
            CHECK(fit.fightMm == Approx(std::abs(mm) / 4.0));
        }
}

}  // namespace envelope_tests
