// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/envelope.h"

#include "base/conventions.h"
#include "base/message.h"
#include "model/helicopter/layouts.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kTiltStepDeg = 0.02;

/// Everything about one ball that does not change with the tilt.
struct Ball {
    BallFollow follows;
    double armMm, linkMm, maxArmDeg, lowDeg, highDeg;  ///< low/high: the servo's stroke as arm angles
};

/// As armAngleDeg, but a height out of reach is told by the return value.
bool armAngle(const Ball& b, double travelMm, double& deg) {
    const double h = b.linkMm + travelMm;
    const double k = 2.0 * b.armMm * b.armMm + h * h - b.linkMm * b.linkMm;
    const double cosine = k / (2.0 * b.armMm * std::sqrt(b.armMm * b.armMm + h * h));
    if (std::abs(cosine) > 1.0) return false;
    deg = degFromRad(std::atan2(h, b.armMm) - std::acos(cosine));
    return true;
}

struct Checker {
    std::vector<Ball> balls;
    double heightMm, travelMm, tiltLimitDeg, innerRadiusMm, gripSine, gripMm;

    [[nodiscard]] Limit violated(double tiltDeg, double cosToward, double sinToward) const {
        if (tiltDeg > tiltLimitDeg) return Limit::PlateTilt;
        if (std::abs(heightMm) > travelMm) return Limit::PlateTravel;
        const double sine = std::sin(radFromDeg(tiltDeg));
        if ((std::abs(heightMm) + innerRadiusMm * sine) / gripMm > gripSine) return Limit::GripAngle;
        for (const Ball& b : balls) {
            double deg = 0.0;
            if (!armAngle(b, b.follows.at({heightMm, sine * cosToward, sine * sinToward}), deg)) return Limit::ArmAngle;
            if (std::abs(deg) > b.maxArmDeg) return Limit::ArmAngle;
            if (deg > b.highDeg || deg < b.lowDeg) return Limit::ServoStroke;
        }
        return Limit::None;
    }
};

Checker checkerAt(const Setup& setup, double heightMm) {
    const Machine& m = setup.machine;
    Checker check{{}, heightMm, m.plate.travelMm, m.plate.tiltLimitDeg, m.head.innerRadiusMm, sinDeg(m.head.gripLimitDeg), m.head.gripMm};
    const std::vector<BallFollow> follows = ballFollows(m);
    for (const PlateServo& s : m.servos) {
        const double stroke = setup.controller.profile.usableStrokeUs * (setup.controller.pulseUs < 1200.0 ? 0.5 : 1.0) * s.servo.degPerUs;
        check.balls.push_back(
            {follows[check.balls.size()], s.armMm, s.linkMm, s.servo.rangeDeg, s.squareErrorDeg - stroke, s.squareErrorDeg + stroke});
    }
    return check;
}

}  // namespace

Limit levelLimit(const Setup& setup, double heightMm) { return checkerAt(setup, heightMm).violated(0.0, 1.0, 0.0); }

const char* limitId(Limit limit) {
    switch (limit) {
        case Limit::None: return KH_TR("nothing");
        case Limit::ServoStroke: return KH_TR("servo stroke");
        case Limit::ArmAngle: return KH_TR("arm angle");
        case Limit::PlateTravel: return KH_TR("plate travel");
        case Limit::PlateTilt: return KH_TR("plate tilt");
        case Limit::GripAngle: return KH_TR("grip angle");
    }
    return "";
}

ClearanceRose clearanceRose(const Setup& setup, double collective, double heightMm) {
    const Checker check = checkerAt(setup, heightMm);
    ClearanceRose rose;
    rose.collective = collective;
    rose.heightMm = heightMm;
    rose.round.tiltDeg = 90.0;
    for (std::size_t i = 0; i < kRosePoints; ++i) {
        const double azimuth = 360.0 / static_cast<double>(kRosePoints) * static_cast<double>(i);
        const double c = cosDeg(azimuth);
        const double s = sinDeg(azimuth);
        double low = 0.0;
        double high = setup.machine.plate.tiltLimitDeg + 1.0;
        Limit stop = check.violated(0.0, c, s);
        if (stop == Limit::None) {
            while (high - low > kTiltStepDeg) {
                const double middle = (low + high) / 2.0;
                const Limit now = check.violated(middle, c, s);
                if (now == Limit::None) {
                    low = middle;
                } else {
                    high = middle;
                    stop = now;
                }
            }
        }
        rose.points[i] = {azimuth, low, stop};
        if (low < rose.round.tiltDeg) rose.round = rose.points[i];
    }
    return rose;
}

}  // namespace kh
