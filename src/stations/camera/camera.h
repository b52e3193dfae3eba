// SPDX-License-Identifier: GPL-3.0-or-later
//
// Stations that are a camera quadrotor's own: airframe, sensors, power, modes.
#pragma once

#include "stations/camera/camerafigures.h"
#include "stations/kit/station.h"

namespace kh {

[[nodiscard]] const StationEntry& cameraAirframeStation();
[[nodiscard]] const StationEntry& cameraSensorsStation();
[[nodiscard]] const StationEntry& cameraPowerStation();
[[nodiscard]] const StationEntry& cameraModesStation();

/// A window in a word, beside its family's name: "Level", "off", "on".
[[nodiscard]] Message windowWord(std::string_view window);

// what the entries list
[[nodiscard]] StationPage cameraAirframeRows(const RowBuilder& b);
[[nodiscard]] StationPage cameraSensorsRows(const RowBuilder& b);
[[nodiscard]] StationPage cameraPowerRows(const RowBuilder& b);
[[nodiscard]] StationPage cameraModesRows(const RowBuilder& b);
/// What its channels reach: modes, return home, power-on.
[[nodiscard]] std::span<const Rule> cameraWindowRules();
/// What stops its motors: cut, failsafe; what its sticks do.
[[nodiscard]] std::span<const Rule> cameraStopRules();
[[nodiscard]] std::span<const BenchWork> cameraGuides();
[[nodiscard]] std::span<const BenchWork> cameraSensorGuides();

}  // namespace kh
