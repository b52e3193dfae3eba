// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/spool.h"
#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kWaitS = 1.0;     ///< hold, before it is switched off
constexpr double kAtSpeedS = 3.0;  ///< drawn at speed
constexpr double kSettleS = 0.8;   ///< from the overshoot to the speed
constexpr double kSteepS = 1.5, kGentleS = 4.0;
constexpr double kOvershootShare = 0.05;
constexpr double kAutorotationShare = 0.85;  ///< head speed that a practised autorotation keeps
constexpr int kRampSteps = 12;

double notNegative(const char* name, double value) {
    if (!std::isfinite(value) || value < 0.0) throw InputError(name, fmt::format("{} is not allowed; it must be 0 or more", value));
    return value;
}

/// From one speed to another with a soft beginning and end, then the overshoot and back.
void ramp(std::vector<SpoolPoint>& out, double toRpm, double seconds, const std::optional<double>& mostRpm) {
    const SpoolPoint from = out.back();
    const double peak = overshootRpm(toRpm, seconds, mostRpm);
    for (int i = 1; i <= kRampSteps; ++i) {
        const double share = static_cast<double>(i) / kRampSteps;
        const double eased = share * share * (3.0 - 2.0 * share);
        out.push_back({from.s + share * seconds, from.rpm + eased * (peak - from.rpm)});
    }
    out.push_back({out.back().s + kSettleS, toRpm});
}

}  // namespace

double overshootRpm(double rpm, double seconds, const std::optional<double>& mostRpm) {
    const double share = kOvershootShare * std::clamp((kGentleS - seconds) / (kGentleS - kSteepS), 0.0, 1.0);
    const double passed = rpm * (1.0 + share);
    return mostRpm ? std::max(rpm, std::min(passed, *mostRpm)) : passed;
}

bool softStartAgain(const SpoolIn& in) { return !in.bailOutS || (in.bailOutWithinS && in.closedS > *in.bailOutWithinS); }

double spoolPeakRpm(const SpoolIn& in) {
    const double back = softStartAgain(in) ? in.runUpS : *in.bailOutS;
    return overshootRpm(in.rpm, std::min(in.runUpS, back), in.mostRpm);
}

std::vector<SpoolPoint> spoolUp(const SpoolIn& in) {
    const double rpm = notNegative("rpm", in.rpm);
    const double runUp = notNegative("runUpS", in.runUpS);
    const double closed = notNegative("closedS", in.closedS);
    const double back = softStartAgain(in) ? runUp : notNegative("bailOutS", *in.bailOutS);
    std::vector<SpoolPoint> out{{0.0, 0.0}, {kWaitS, 0.0}};
    ramp(out, rpm, runUp, in.mostRpm);
    out.push_back({out.back().s + kAtSpeedS, rpm});
    out.push_back({out.back().s + closed, kAutorotationShare * rpm});
    ramp(out, rpm, back, in.mostRpm);
    out.push_back({out.back().s + kAtSpeedS, rpm});
    return out;
}

}  // namespace kh
