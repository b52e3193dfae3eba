// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figures.h"

namespace kh {

/// A place of the binding chart as tilt of the plate: where it was free, and where it was heard.
struct BindingMark {
    std::size_t collective = 0;  ///< low, mid, high
    double towardDeg = 0.0;
    std::optional<double> clearTiltDeg, unclearTiltDeg;
};

struct PitchFigures {
    Figure cyclicDeg;                  ///< blade at full cyclic, plate at mid height
    Figure cyclicTiltDeg;              ///< plate tilt at full cyclic, plate at mid height
    Figure pitchStepDeg;               ///< of the servo's dead band
    Figure usPerTenthDeg;              ///< servo pulse that moves the blade by 0.1°
    Figure tiltAtFullCollectiveDeg;    ///< round limit of the envelope at full collective
    Figure cyclicLeftDeg;              ///< the same at the blade
    Figure tipGapMm;                   ///< between the tips of blades folded side by side, at full collective
    Figure turnDeg;                    ///< blade pitch a turn of the blade link
    std::vector<BindingMark> binding;  ///< the observed chart, readings older than the last work by hand left out
};

}  // namespace kh
