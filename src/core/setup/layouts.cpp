// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/setup/layouts.h"

#include "core/base/conventions.h"
#include "core/base/error.h"
#include "core/mechanics/plate.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {}  // namespace

std::span<const Layout> layouts() {
    static const std::vector<Layout> table{
        {KH_TR("three at 120°, elevator aft"), {180, 300, 60}},
        {KH_TR("three at 135°, elevator aft"), {180, 315, 45}},
        {KH_TR("three at 140°, elevator aft"), {180, 320, 40}},
        {KH_TR("three at 90°, elevator aft"), {180, 270, 90}},
        {KH_TR("three at 120°, elevator forward"), {0, 240, 120}},
        {KH_TR("three at 135°, elevator forward"), {0, 225, 135}},
        {KH_TR("three at 140°, elevator forward"), {0, 220, 140}},
        {KH_TR("four at 90°"), {180, 270, 90, 0}},
        {KH_TR("four at 45°"), {225, 315, 45, 135}},
        {KH_TR("mechanical"), {180, 270, 90}, true},
    };
    return table;
}

const Layout* findLayout(std::string_view id) {
    const auto all = layouts();
    const auto found = std::find_if(all.begin(), all.end(), [id](const Layout& l) { return l.id == id; });
    return found == all.end() ? nullptr : &*found;
}

std::span<const char* const> layoutRoles() {
    static constexpr std::array roles{"elevator", "left", "right", "fourth"};
    return roles;
}

std::vector<double> settingAzimuths(const ControllerSettings& controller) {
    if (controller.layout == kCustomLayout) {
        if (controller.customAzimuthsDeg.size() < 3 || controller.customAzimuthsDeg.size() > kMaxBalls)
            throw InputError("controller.customAzimuthsDeg", "three or four angles are needed for a custom layout");
        return controller.customAzimuthsDeg;
    }
    const Layout* layout = findLayout(controller.layout);
    if (layout == nullptr) throw InputError("controller.layout", fmt::format("{} is not a known layout", controller.layout));
    return layout->azimuthsDeg;
}

std::vector<double> settingRadii(const ControllerSettings& controller) {
    const std::size_t balls = settingAzimuths(controller).size();
    std::vector<double> shares(balls, 1.0);
    if (controller.layout != kCustomLayout || controller.customRadiiPct.empty()) return shares;
    if (controller.customRadiiPct.size() != balls)
        throw InputError("controller.customRadiiPct", fmt::format("{} radii are needed, one for each angle, or none", balls));
    for (std::size_t i = 0; i < balls; ++i) shares[i] = shareFromPct(controller.customRadiiPct[i]);
    return shares;
}

const Layout* machineLayout(const Machine& machine) {
    for (const PlateServo& s : machine.servos)
        if (std::abs(ballRadiusMm(machine, s) - machine.plate.ballRadiusMm) > kSameRadius * machine.plate.ballRadiusMm) return nullptr;
    for (const Layout& layout : layouts()) {
        if (layout.mechanical || layout.azimuthsDeg.size() != machine.servos.size()) continue;
        bool match = true;
        for (std::size_t i = 0; i < machine.servos.size(); ++i) {
            const auto roles = layoutRoles();
            const auto role = std::find(roles.begin(), roles.end(), machine.servos[i].id);
            if (role == roles.end()) return nullptr;
            const auto at = static_cast<std::size_t>(role - roles.begin());
            if (at >= layout.azimuthsDeg.size() || std::abs(layout.azimuthsDeg[at] - machine.servos[i].azimuthDeg) > 0.5) match = false;
        }
        if (match) return &layout;
    }
    return nullptr;
}

}  // namespace kh
