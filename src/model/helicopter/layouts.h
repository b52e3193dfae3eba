// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "formula/plate.h"
#include "model/controllerwords.h"
#include "model/helicopter/helicopter.h"

#include <span>
#include <string_view>
#include <vector>

namespace kh {

/// A swash layout: which roles there are and where their balls stand.
struct Layout {
    const char* id;
    std::vector<double> azimuthsDeg;  ///< in the order of `layoutRoles`
    const char* shortAngle;           ///< the id in two words that stand beneath each other
    const char* shortWhere;
    bool mechanical = false;  ///< one servo each for elevator, aileron and collective
};

inline constexpr double kSameRadius = 0.02;  ///< shares of the ring's radius closer than this are one

/// How the height of a servo's ball follows the plate: height · h + forwardMm · A + rightMm · B (A, B the sines of the tilt).
struct BallFollow {
    double height = 1.0, forwardMm = 0.0, rightMm = 0.0;
    [[nodiscard]] double at(const Plane& plane) const {
        return height * plane.heightMm + forwardMm * plane.forward + rightMm * plane.right;
    }
};
/// Of each servo, in the machine's order; with mechanical mixing each follows one thing: forward, right, height.
[[nodiscard]] std::vector<BallFollow> ballFollows(const Machine& machine);

/// The plane through the balls of that machine.
[[nodiscard]] PlateFitter plateFitter(const Machine& machine);

/// All layouts of docs/domain.md 5.1, custom excepted.
[[nodiscard]] std::span<const Layout> layouts();
/// @return nullptr if there is none of that name
[[nodiscard]] const Layout* findLayout(std::string_view id);
/// Roles in layout order: elevator, left, right, fourth.
[[nodiscard]] std::span<const char* const> layoutRoles();
/// Azimuth of a role's ball in the controller's layout setting.
/// @throws InputError naming controller.layout or controller.customAzimuthsDeg
[[nodiscard]] std::vector<double> settingAzimuths(const ControllerSettings& controller);
/// Radius of each ball in the controller's layout setting, as a share of the ring's: 1 unless a custom layout says otherwise.
/// @throws InputError naming controller.customRadiiPct unless there is one for each ball, or as settingAzimuths
[[nodiscard]] std::vector<double> settingRadii(const ControllerSettings& controller);
/// The named layout that the machine's balls match within 0.5° at equal radii, or nullptr.
[[nodiscard]] const Layout* machineLayout(const Machine& machine);

/// The machine built in that layout: servos by role with their data, one that was not there a copy of the first; ports
/// follow as far as the controller has them, each with a servo of its own. Angles stand as *entered* at `at`.
[[nodiscard]] Setup builtAs(const Setup& setup, const Layout& layout, const std::string& at);

}  // namespace kh
