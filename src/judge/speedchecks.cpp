// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/speedchecks.h"

#include "model/setup.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kAgreeShare = 0.10;     ///< measured and computed closer than this agree
constexpr double kTogetherShare = 0.15;  ///< the largest factor above the smallest, of one factor
constexpr double kTwiceShare = 0.12;     ///< this near to twice or half

}  // namespace

std::optional<double> oneFactor(const Setup& setup, const ChainModel& model, const std::vector<MeasuredSpeed>& measured) {
    if (measured.size() < 2) return std::nullopt;
    const double full = nominalHeadRpm(setup.machine.power);
    double least = 1e9, most = 0.0, sum = 0.0;
    for (const MeasuredSpeed& m : measured) {
        const double computed = full * model.motorPctOf(m.throttlePct) / 100.0;
        if (computed <= 0.0) return std::nullopt;
        const double factor = m.headRpm / computed;
        least = std::min(least, factor);
        most = std::max(most, factor);
        sum += factor;
    }
    const bool apart = least > 1.0 + kAgreeShare || most < 1.0 - kAgreeShare;
    if (!apart || most > least * (1.0 + kTogetherShare)) return std::nullopt;
    return sum / static_cast<double>(measured.size());
}

std::vector<MeasuredSpeed> loggedSpeeds(const Setup& setup) {
    std::vector<MeasuredSpeed> out;
    out.reserve(setup.speedController.calibration.size());
    for (const CalibrationPoint& p : setup.speedController.calibration) out.push_back({p.throttlePct, p.headRpm});
    return out;
}

std::optional<double> loggedFactor(const Setup& setup, const ChainModel& model) { return oneFactor(setup, model, loggedSpeeds(setup)); }

SpeedTells toldBy(double readRpm, double computed) {
    if (std::abs(readRpm / (2.0 * computed) - 1.0) <= kTwiceShare) return SpeedTells::Twice;
    if (std::abs(readRpm / (0.5 * computed) - 1.0) <= kTwiceShare) return SpeedTells::Half;
    return SpeedTells::Nothing;
}

}  // namespace kh
