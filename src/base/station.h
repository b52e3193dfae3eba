// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace kh {

/// Final station numbers; one that does not exist yet is absent.
enum class Station {
    Airframe = 1,
    Radio = 2,
    Link = 3,
    Swash = 4,
    Pitch = 5,
    Tail = 6,
    Sensors = 7,
    Power = 8,
    Modes = 9,
    Proof = 10,
    Flight = 11,
    Rotors = 12  ///< of a variable-pitch quadrotor
};

}  // namespace kh
