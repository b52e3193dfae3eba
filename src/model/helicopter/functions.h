// SPDX-License-Identifier: GPL-3.0-or-later
//
// A helicopter's functions by name, in the order of its class's table.
#pragma once

#include "model/aircraft.h"

namespace kh {

namespace heli {

inline constexpr Function Aileron{0}, Elevator{1}, Collective{2}, Rudder{3}, Throttle{4}, Gain{5};

}  // namespace heli

/// "aileron", "elevator", "collective", "rudder", "throttle", "gain".
[[nodiscard]] const char* functionId(Function f);

}  // namespace kh
