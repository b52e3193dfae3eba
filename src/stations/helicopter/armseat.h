// SPDX-License-Identifier: GPL-3.0-or-later
//
// A servo's arm on the teeth of its shaft: by which steps it turns, and how it is seated.
#pragma once

#include "base/message.h"
#include "model/machine.h"

#include <string>

namespace kh {

/// Sides of a cross arm.
inline constexpr int kCrossSides = 4;
/// The smallest turn that another seat gives, in °: a tooth, or less where a cross arm can go on by another of its sides.
[[nodiscard]] double splineStepDeg(const ServoProfile& servo, bool cross);
/// What to do at the machine to turn the arm by whole steps.
/// @param servo  as it is called. @param turnDeg  with the ball end up, +
[[nodiscard]] Message seatText(const std::string& servo, const ServoProfile& profile, bool cross, double turnDeg);

}  // namespace kh
