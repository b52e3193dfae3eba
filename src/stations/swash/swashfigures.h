// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figures.h"

namespace kh {

/// What one stick does to the blades, in °.
struct BladeMotion {
    double rightDeg = 0.0, forwardDeg = 0.0;  ///< cyclic, by where the plate goes
    double collectiveDeg = 0.0;
};

/// One stick at its end, as asked of the layout and as the machine does it: parted, they are a coupled motion.
struct CoupledMotion {
    Function moved{};
    BladeMotion asked, done;
    bool parted = false;
};

struct SwashFigures {
    Figure strokeUsePct;
    Figure squareDiffDeg;   ///< blade up less blade down at equal stroke: what arms that are not square cost
    Figure neutralTiltDeg;  ///< plate at neutral
    Figure fightMm;
    std::vector<CoupledMotion> coupled;  ///< aileron, elevator, collective
    Figure rollRatio, pitchRatio;        ///< done / asked of the layout
};

}  // namespace kh
