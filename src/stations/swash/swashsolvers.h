// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/benchwork.h"

namespace kh {

/// Servo and control directions from what was seen: "collective.port-1" … with the collective stick moved up, then
/// "cyclic.aileron" with the stick right and "cyclic.elevator" with it forward; +1 up or as the stick, −1 down or against it, 0 still.
[[nodiscard]] Solved solveDirections(const Setup& setup, std::span<const Reading> readings);
/// Arms square from "arm.elevator" …, each arm's angle at neutral in °, + is ball end up: first teeth, then sub-trim.
[[nodiscard]] Solved solveArms(const Setup& setup, std::span<const Reading> readings);
/// Levelling from the heights of the plate over the servos, "level.elevator" …, in mm over any common mark.
[[nodiscard]] Solved solveLinks(const Setup& setup, std::span<const Reading> readings);

}  // namespace kh
