// SPDX-License-Identifier: GPL-3.0-or-later
//
// Figures of the flight modes that every class with a collective has: throttle, speed, pitch, the hover's stick, and what changes from one
// mode to the next.
#pragma once

#include "judge/figurebuilder.h"

#include <functional>

namespace kh {

/// How a class's collective ends in blade pitch.
struct ModePitch {
    std::function<double(std::size_t mode, double stick, Derivation& why)> deg;     ///< ° of one blade, stick −1 … +1
    std::function<std::vector<std::string>(std::vector<std::string> first)> paths;  ///< every field in between, behind the first ones
};

/// The highest throttle of a mode, hold's own in hold, and the speed it asks for. @param speedTitle  what the class calls that
void modeThrottleFigures(const FigureBuilder& b, std::size_t mode, const char* speedTitle, ModeFigures& of);
/// Pitch at low, mid and high stick, and the stick that gives `of.hoverPitch`.
void modePitchFigures(const FigureBuilder& b, std::size_t mode, const ModePitch& pitch, ModeFigures& of);
/// From each mode to the next, and out of hold into the first. @param b  its modes are made
void modeSteps(const FigureBuilder& b, const ModePitch& pitch);

}  // namespace kh
