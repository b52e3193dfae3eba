// SPDX-License-Identifier: GPL-3.0-or-later
//
// Variable-pitch quadrotors of every build: which pair turns clockwise, servos up or down, levers ahead or behind, a box that turns yaw
// over and one that does not, frames and blades of other sizes.
#pragma once

#include "judge/finding.h"
#include "model/rotors/rotors.h"

#include <random>
#include <string>
#include <vector>

namespace khtest {

struct NamedQuad {
    std::string name;
    kh::Setup setup;
};
/// Sound: no danger, no warning but what no document can hold (the failsafe is stored).
[[nodiscard]] const std::vector<NamedQuad>& soundQuads();

struct QuadMistake {
    const char* name;
    const char* finding;  ///< id, or how it begins
    kh::Severity severity;
    void (*make)(kh::Setup& s, std::mt19937& dice);
};
[[nodiscard]] const std::vector<QuadMistake>& quadMistakes();

}  // namespace khtest
