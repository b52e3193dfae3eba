// SPDX-License-Identifier: GPL-3.0-or-later
//
// A camera quadrotor's plant: its motors stand inside the box, so that the demands are the end of what can be computed.
#pragma once

#include "kernel/plant.h"

namespace kh {

[[nodiscard]] const PlantClass& cameraPlant();

}  // namespace kh
