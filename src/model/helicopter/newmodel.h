// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

namespace kh {

/// Boxes and servos a new model starts with.
struct Boxes {
    TransmitterProfile transmitter;
    ControllerProfile controller;
    SpeedControllerProfile speedController;
    ServoProfile plateServo;
    ServoProfile tailServo;
};

/// A model of a size class in these boxes: geometry scaled from the 470 by blade length, travels and
/// sub-trims that make the controller read ±100, blade angles and gains to start from.
/// @throws InputError naming `sizeClass` if the class is not known
[[nodiscard]] Setup newModel(const std::string& name, const std::string& sizeClass, const Boxes& boxes);

}  // namespace kh
