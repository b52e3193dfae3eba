// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figures.h"

namespace kh {

/// Of one flight mode.
struct ModeTail {
    Figure hoverDeg;       ///< tail pitch that holds the hover in this mode
    Figure gainScaledPct;  ///< tail gain of the first mode scaled to this head speed
};

struct TailFigures {
    Figure sliderLeftMm, sliderRightMm;
    Figure pitchLeftDeg, pitchRightDeg;
    Figure hoverDeg;              ///< tail pitch that holds the hover in the first mode
    Figure armMm;                 ///< servo arm that brings the mean of the limits to 100 %
    Figure frameUs, longestUs;    ///< frame period of the servo, and the longest pulse sent to it
    std::vector<ModeTail> modes;  ///< as Figures::modes
};

}  // namespace kh
