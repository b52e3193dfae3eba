// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the program brings for a camera quadrotor.
#pragma once

#include "model/camera/camera.h"
#include "procedure/aircraft.h"

namespace kh {

[[nodiscard]] const AircraftEntry& cameraEntry();
[[nodiscard]] const StationSet& cameraStations();
/// Binding and range check, propellers off.
[[nodiscard]] std::span<const BenchWork> cameraLinkGuides();
[[nodiscard]] std::unique_ptr<MachineStages> cameraStages(const Setup& setup, const ChainModel& model);

}  // namespace kh
