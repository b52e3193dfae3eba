// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figurebuilder.h"

namespace kh {

/// What hold sends, and the pulses at which the motor is surely off: of every class with a throttle.
void motorFigures(const FigureBuilder& builder);

/// What the motor may do where throttle and pulse reach from the lower to the higher value: an engine idles below its clutch, a motor
/// in the bail-out school at hold's own value.
[[nodiscard]] MotorState motorState(const Setup& setup, const MotorLimits& limits, double lowUs, double highUs, double highPct);

}  // namespace kh
