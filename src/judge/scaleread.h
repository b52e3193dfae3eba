// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the monitor's readings decide of two boxes' scales (docs/domain.md 14): only their ratio, and that within the monitor's step.
#pragma once

#include "judge/figures.h"
#include "model/questions.h"

#include <optional>
#include <vector>

namespace kh {

/// A percent of the transmitter in percents of the controller, as it is read.
struct ScaleRead {
    double ratio = 1.0;      ///< read for what the profiles' scales say
    double plusMinus = 0.0;  ///< of the ratio: the monitor's step, the pulse's, and how far the ends lie apart
    int ends = 0;            ///< ends of channels it rests on
    /// Whether it says of the profiles that they are not true together.
    [[nodiscard]] bool contradicts() const;
    /// A scale of the transmitter that agrees with the controller's, least and most, in µs a percent.
    [[nodiscard]] std::pair<double, double> transmitterUsPerPct(const Setup& setup) const;
    [[nodiscard]] std::pair<double, double> controllerUsPerPct(const Setup& setup) const;
};
/// @return nothing unless two ends or more were read, and all say the same
[[nodiscard]] std::optional<ScaleRead> scaleRead(const Setup& setup, const Figures& figures);

/// The open facts, a scale that the other box's and the readings decide with what is left of it.
[[nodiscard]] std::vector<OpenFact> decidedByReadings(std::vector<OpenFact> facts, const Setup& setup, const Figures& figures);

}  // namespace kh
