// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/boxes.h"
#include "model/camera/camera.h"

namespace kh {

/// The speed controllers of such a machine: four, behind its controller.
inline constexpr const char* kInsideTheBox = "inside-four";

/// What a pilot knows of a camera quadrotor on day one.
struct NewCameraAnswers {
    std::string name = "New model";
    CameraKind kind = CameraKind::Position;
    ClockwisePair pair = ClockwisePair::FrontRight;
    double armMm = 225.0;
    double propMm = 240.0;
    std::vector<std::string> reversed;  ///< channels that the box's sheet asks to be reversed
    Boxes boxes;                        ///< no servo of it is used
};

/// Such a model in these boxes: an aeroplane's memory, one channel for the modes and one for return home on switches of their own, cut on
/// a third, travels that reach the middle of each window. Every value stands at *default*, but what was answered is *entered*.
/// @param at  when it was answered, ISO 8601
/// @throws InputError naming the field of a box that cannot do it: a controller that takes no mode by a channel, too few switches
[[nodiscard]] Setup newCameraModel(const NewCameraAnswers& answers, const std::string& at = {});

}  // namespace kh
