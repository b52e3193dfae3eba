// SPDX-License-Identifier: GPL-3.0-or-later
//
// Where a quadrotor's moments are told at: how fast its rotors turn, and the collective that holds its weight.
#pragma once

#include "kernel/rotors/plant.h"

namespace kh {

/// The fastest any mode asks for, rpm; 0 where nothing gives it.
[[nodiscard]] double rotorSpeedRpm(const Setup& setup, const ChainModel& model);
/// Collective, −1 … +1, at which the box's rotors hold the weight at that speed. A usual one where it is not known.
[[nodiscard]] double hoverDemand(const Setup& setup, const ChainModel& model);

}  // namespace kh
