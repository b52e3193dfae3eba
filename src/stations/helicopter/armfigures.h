// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figures.h"

namespace kh {

/// Stroke use an arm is chosen for (docs/domain.md 5.5).
inline constexpr double kGoodUsePct = 80.0;

/// The servo arm that would use the stroke well: Swash judges by it, Pitch works it out and shows it.
struct ArmFigures {
    Figure goodArmMm;           ///< radius that brings the stroke use to kGoodUsePct
    Figure holeMm, holeUsePct;  ///< the hole nearest to that, and the stroke use there; unknown while no holes are given
};

}  // namespace kh
