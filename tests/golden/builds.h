// SPDX-License-Identifier: GPL-3.0-or-later
//
// Documents of every build, made from a seed: what the goldens and the properties over all builds are tried on.
#pragma once

#include "model/setup.h"

#include <string>
#include <vector>

namespace khtest {

struct NamedSetup {
    std::string name;
    kh::Setup setup;
};

inline constexpr int kGeneratedBuilds = 300;

/// The frozen demo documents of version 1, and `generated` others: size classes with all boxes, all layouts, both
/// rotations, both link sides, engine and electric, each with up to four settings or facts changed within their ranges.
[[nodiscard]] std::vector<NamedSetup> allBuilds(int generated = kGeneratedBuilds);

}  // namespace khtest
