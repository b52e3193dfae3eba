// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/setup/setup.h"

#include <span>
#include <string_view>
#include <vector>

namespace kh {

/// A swash layout: which roles there are and where their balls stand.
struct Layout {
    const char* id;
    std::vector<double> azimuthsDeg;  ///< in the order of `layoutRoles`
    bool mechanical = false;          ///< one servo each for elevator, aileron and collective
};

inline constexpr const char* kCustomLayout = "custom";
inline constexpr double kSameRadius = 0.02;  ///< shares of the ring's radius closer than this are one

/// All layouts of DOMAIN 5.1, custom excepted.
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

}  // namespace kh
