// SPDX-License-Identifier: GPL-3.0-or-later
//
// The least aircraft there can be: one rotor, one servo that pitches its blades, a motor. It ships with no program; that it flies
// through all of it shows that nothing outside a class's own folders assumes the helicopter.
#pragma once

#include "model/setup.h"

namespace khtest {

struct Lifter {
    double discM = 0.8;
    double armMm = 12.0;
    double gripMm = 20.0;
    bool risesWithPulse = true;
    kh::Shared<kh::ServoProfile> servo;
    bool operator==(const Lifter&) const = default;
};

/// Registers the class with its plant and its stations; more than once is once.
void bringLifter();
/// A sound one on the plain boxes' scale: two modes and hold, motor off by hold, kill and at power-on.
[[nodiscard]] kh::Setup lifterSetup();
/// The facts of one. @throws std::bad_cast if it is another aircraft
[[nodiscard]] const Lifter& lifter(const kh::Setup& setup);

/// The drawing of its station, by its number (paint/drawings.h).
inline constexpr int kLifterDrawing = 100;

}  // namespace khtest
