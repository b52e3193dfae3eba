// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/fieldpatterns.h"
#include "model/setup.h"

#include <string_view>

namespace kh {

/// What brings the rotor to speed when hold is left: the governor that governs, else the speed controller.
struct SoftStart {
    std::string_view path;  ///< of the seconds
    Box box = Box::SpeedController;
    double seconds = 0.0;  ///< 0: none
    [[nodiscard]] bool byGovernor() const { return box == Box::Controller; }
};
[[nodiscard]] inline SoftStart softStartOf(const Setup& setup) {
    if (setup.controller.governor.kind == GovernorKind::Internal)
        return {"controller.governor.runUpS"_field, Box::Controller, setup.controller.governor.runUpS};
    return {"speedController.softStartS"_field, Box::SpeedController, setup.speedController.softStartS};
}

}  // namespace kh
