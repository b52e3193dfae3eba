// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/helicopter/envelope.h"

#include "base/conventions.h"
#include "base/message.h"
#include "formula/linkage.h"
#include "formula/root.h"
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

struct Checker {
    std::vector<Ball> balls;
    double heightMm, travelMm, tiltLimitDeg, innerRadiusMm, gripSine, gripMm;

    [[nodiscard]] Limit violated(double tiltDeg, double cosToward, double sinToward) const {
        if (tiltDeg > tiltLimitDeg) return Limit::PlateTilt;
        if (std::abs(heightMm) > travelMm) return Limit::PlateTravel;
        const double sine = std::sin(radFromDeg(tiltDeg));
        if ((std::abs(heightMm) + innerRadiusMm * sine) / gripMm > gripSine) return Limit::GripAngle;
        for (const Ball& b : balls) {
            const std::optional<double> deg =
                armAngleUncheckedDeg(b.armMm, b.linkMm, b.follows.at({heightMm, sine * cosToward, sine * sinToward}));
            if (!deg || std::abs(*deg) > b.maxArmDeg) return Limit::ArmAngle;
            if (*deg > b.highDeg || *deg < b.lowDeg) return Limit::ServoStroke;
        }
        return Limit::None;
    }
};

Checker checkerAt(const Setup& setup, double heightMm) {
    const Machine& m = setup.machine;
    Checker check{{},
                  heightMm,
                  helicopter(m).plate.travelMm,
                  helicopter(m).plate.tiltLimitDeg,
                  helicopter(m).head.innerRadiusMm,
                  sinDeg(helicopter(m).head.gripLimitDeg),
                  helicopter(m).head.gripMm};
    const std::vector<BallFollow> follows = ballFollows(m);
    for (const PlateServo& s : helicopter(m).servos) {
        const double stroke = strokeFor(setup.controller.profile->usableStrokeUs, setup.controller.pulseUs) * s.servo->degPerUs;
        check.balls.push_back(
            {follows[check.balls.size()], s.armMm, s.linkMm, s.servo->rangeDeg, s.squareErrorDeg - stroke, s.squareErrorDeg + stroke});
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
        const double high = helicopter(setup).plate.tiltLimitDeg + 1.0;
        Limit stop = check.violated(0.0, c, s);
        if (stop == Limit::None) {
            const auto side = [&](double tilt) {
                const Limit now = check.violated(tilt, c, s);
                if (now != Limit::None) stop = now;
                return now == Limit::None ? -1.0 : 1.0;
            };
            low = bracketOfRoot(side, low, high, kTiltStepDeg).first;
        }
        rose.points[i] = {azimuth, low, stop};
        if (low < rose.round.tiltDeg) rose.round = rose.points[i];
    }
    return rose;
}

const ClearanceRose& RoseMemory::at(const Setup& setup, double collective, double heightMm) {
    const Checker check = checkerAt(setup, heightMm);
    std::vector<double> key{collective, heightMm, check.travelMm, check.tiltLimitDeg, check.innerRadiusMm, check.gripSine, check.gripMm};
    for (const Ball& b : check.balls)
        key.insert(key.end(),
                   {b.follows.height, b.follows.forwardMm, b.follows.rightMm, b.armMm, b.linkMm, b.maxArmDeg, b.lowDeg, b.highDeg});
    for (const Kept& k : kept_)
        if (k.key == key) return k.rose;
    ++found_;
    if (kept_.size() < kMost) {
        kept_.reserve(kMost);  // answers stay where they are
        kept_.push_back({std::move(key), clearanceRose(setup, collective, heightMm)});
        return kept_.back().rose;
    }
    Kept& oldest = kept_[next_++ % kMost];
    oldest = {std::move(key), clearanceRose(setup, collective, heightMm)};
    return oldest.rose;
}

}  // namespace kh
