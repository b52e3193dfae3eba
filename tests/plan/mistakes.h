// SPDX-License-Identifier: GPL-3.0-or-later
//
// Sound machines of every build, and the mistakes a pilot makes on them.
#pragma once

#include "golden/builds.h"
#include "model/access.h"

#include <optional>
#include <random>
#include <string>
#include <vector>

namespace khtest {

/// What a plan gives back.
enum class Returns {
    Motion,  ///< at every stick corner what the machine did before, within a step of the box
    Band,    ///< a value inside the rule's band: what stood there is lost
    Nothing  ///< no motion hangs on it
};

/// What a mistake is made of: the sound machine, and dice where it has a choice.
struct In {
    const kh::Setup& s;
    std::mt19937& dice;
};
struct Mistake {
    const char* name;
    Returns returns;
    /// @return no edits where the machine has nothing of the kind
    std::vector<kh::Edit> (*make)(const In& in);
};
[[nodiscard]] const std::vector<Mistake>& mistakes();

/// Demo models and builds with both rotations, both link sides, three and four servos, engine, scale: no danger, no warning.
[[nodiscard]] std::vector<NamedSetup> soundMachines();
/// The same in other boxes: of other laws, scales and ranges, with other switches.
[[nodiscard]] std::vector<NamedSetup> movedMachines();

/// Largest differences over all stick corners of every flight mode, and with hold on.
struct MotionDifference {
    double bladeDeg = 0.0, sliderMm = 0.0, motorPct = 0.0;
};
[[nodiscard]] MotionDifference motionDifference(const kh::Setup& a, const kh::Setup& b);

}  // namespace khtest
