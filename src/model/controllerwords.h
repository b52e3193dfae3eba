// SPDX-License-Identifier: GPL-3.0-or-later
//
// Words a controller knows for what it is told of the machine.
#pragma once

#include "model/fields.h"

#include <array>

namespace kh {

inline constexpr const char* kCustomLayout = "custom";

/// Every layout there is a word for.
inline constexpr std::array kLayoutChoices{Choice{KH_TR("three at 120°, elevator aft")},
                                           Choice{KH_TR("three at 135°, elevator aft")},
                                           Choice{KH_TR("three at 140°, elevator aft")},
                                           Choice{KH_TR("three at 90°, elevator aft")},
                                           Choice{KH_TR("three at 120°, elevator forward")},
                                           Choice{KH_TR("three at 135°, elevator forward")},
                                           Choice{KH_TR("three at 140°, elevator forward")},
                                           Choice{KH_TR("four at 90°")},
                                           Choice{KH_TR("four at 45°")},
                                           Choice{KH_TR("mechanical")},
                                           Choice{kCustomLayout}};
/// Every way a controller can sit that there is a word for.
inline constexpr std::array kMountingChoices{
    Choice{KH_TR("flat, plugs aft")},         Choice{KH_TR("flat, plugs forward")},      Choice{KH_TR("flat, plugs left")},
    Choice{KH_TR("flat, plugs right")},       Choice{KH_TR("upside down, plugs aft")},   Choice{KH_TR("upside down, plugs forward")},
    Choice{KH_TR("upside down, plugs left")}, Choice{KH_TR("upside down, plugs right")}, Choice{KH_TR("on edge, plugs aft")},
    Choice{KH_TR("on edge, plugs forward")},  Choice{KH_TR("on edge, plugs up")},        Choice{KH_TR("on edge, plugs down")}};

}  // namespace kh
