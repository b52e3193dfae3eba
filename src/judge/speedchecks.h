// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speeds that were measured, beside what motor, gearing and pack give.
#pragma once

#include "kernel/chain.h"

#include <optional>
#include <vector>

namespace kh {

/// A measured speed and the throttle it was measured at.
struct MeasuredSpeed {
    double throttlePct = 0.0;  ///< of the curve
    double headRpm = 0.0;
};
/// By what the measured speeds differ from the computed ones, where all of them differ by one factor: then motor, cells or gearing are
/// entered wrongly, in that order, not the curves (docs/domain.md 8). Nothing where they agree within a tenth, do not go together, are
/// fewer than two, or nothing can be computed.
[[nodiscard]] std::optional<double> oneFactor(const Setup& setup, const ChainModel& model, const std::vector<MeasuredSpeed>& measured);
/// The same of the log alone.
[[nodiscard]] std::optional<double> loggedFactor(const Setup& setup, const ChainModel& model);
[[nodiscard]] std::vector<MeasuredSpeed> loggedSpeeds(const Setup& setup);

/// How a measured speed stands to the computed one (docs/domain.md 8).
enum class SpeedTells { Nothing, Twice, Half };
/// Within 12 % of twice or half of what is computed it is poles, ratio or the instrument, never a log.
[[nodiscard]] SpeedTells toldBy(double readRpm, double computed);

}  // namespace kh
