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

}  // namespace kh
