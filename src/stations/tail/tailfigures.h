// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figures.h"

namespace kh {

/// Of one flight mode.
struct ModeTail {
    Figure hoverDeg;        ///< tail pitch that holds the hover in this mode
    Figure needDeg;         ///< tail pitch against full collective and the drive's most power, in still air; an estimate
    Figure marginDeg;       ///< left of it with the side wind the tail is to hold
    Figure windMs;          ///< side wind that takes all that is left
    double endDeg = 0.0;    ///< what the limit of that side gives, + against the torque
    double loading = 0.0;   ///< C_T/σ the need asks of the tail's blades
    bool endBinds = false;  ///< the limit ends it before the blades' stall does
    Figure gainScaledPct;   ///< tail gain of the first mode scaled to this head speed
};

struct TailFigures {
    Figure sliderLeftMm, sliderRightMm;
    Figure pitchLeftDeg, pitchRightDeg;
    Figure hoverDeg;              ///< tail pitch that holds the hover in the first mode
    Figure otherWayDeg;           ///< what the other side's limit gives: negative against the torque's side
    Figure armMm;                 ///< servo arm that brings the mean of the limits to 100 %
    Figure frameUs, longestUs;    ///< frame period of the servo, and the longest pulse sent to it
    std::vector<ModeTail> modes;  ///< as Figures::modes
};

}  // namespace kh
