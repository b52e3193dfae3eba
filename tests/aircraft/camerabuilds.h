// SPDX-License-Identifier: GPL-3.0-or-later
//
// Camera quadrotors of every build: with return home and without, by modes and by rates, either pair, sheets that ask for this channel or
// that to be reversed, transmitters of other scales.
#pragma once

#include "judge/finding.h"
#include "model/camera/camera.h"

#include <random>
#include <string>
#include <vector>

namespace khtest {

struct NamedCamera {
    std::string name;
    kh::Setup setup;
};
/// Sound: no danger, no warning.
[[nodiscard]] const std::vector<NamedCamera>& soundCameras();

struct CameraMistake {
    const char* name;
    const char* finding;  ///< id, or how it begins
    kh::Severity severity;
    /// @return false where such a build cannot make it
    bool (*make)(kh::Setup& s, std::mt19937& dice);
};
[[nodiscard]] const std::vector<CameraMistake>& cameraMistakes();

}  // namespace khtest
