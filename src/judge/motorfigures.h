// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figurebuilder.h"

namespace kh {

/// What hold sends, and the pulses at which the motor is surely off: of every class with a throttle.
void motorFigures(const FigureBuilder& builder);

}  // namespace kh
