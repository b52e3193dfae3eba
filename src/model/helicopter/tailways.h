// SPDX-License-Identifier: GPL-3.0-or-later
//
// The ways to the tail's trailing edges (docs/domain.md 6): stick, gyro and precompensation each pass other signs.
#pragma once

#include "model/setup.h"

namespace kh {

/// What tail servo, crank and lever make of a demand: +1 where one to the right moves the trailing edges right, −1 where left. A tail
/// with a motor of its own has no servo: +1.
[[nodiscard]] double tailServoWay(const Setup& setup);
/// From the controller's reading of the rudder to the edges: its rudder direction, then the servo. +1 is right.
[[nodiscard]] double rudderStickWay(const Setup& setup);
/// From the gyro's demand to the edges: the servo; in a box with one tail direction that too. +1 is right.
[[nodiscard]] double yawGyroWay(const Setup& setup);
/// Of the precompensation: its own sign, the rotation told to the box, then the servo. +1 pushes against the main rotor's torque, −1
/// with it, 0: none is set.
[[nodiscard]] double precompensationWay(const Setup& setup);

}  // namespace kh
