// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the program brings for a camera quadrotor.
#pragma once

#include "model/camera/camera.h"
#include "procedure/aircraft.h"

namespace kh {

[[nodiscard]] const AircraftEntry& cameraEntry();
[[nodiscard]] const StationSet& cameraStations();
[[nodiscard]] std::unique_ptr<MachineStages> cameraStages(const Setup& setup, const ChainModel& model);

}  // namespace kh
