// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/layouts.h"

#include "base/conventions.h"
#include "base/error.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

std::span<const Layout> layouts() {
    static const std::vector<Layout> table{
        {kLayoutChoices[0].id, {180, 300, 60}, KH_TR("120°"), KH_TR("aft")},
        {kLayoutChoices[1].id, {180, 315, 45}, KH_TR("135°"), KH_TR("aft")},
        {kLayoutChoices[2].id, {180, 320, 40}, KH_TR("140°"), KH_TR("aft")},
        {kLayoutChoices[3].id, {180, 270, 90}, KH_TR("90°"), KH_TR("aft")},
        {kLayoutChoices[4].id, {0, 240, 120}, KH_TR("120°"), KH_TR("fwd")},
        {kLayoutChoices[5].id, {0, 225, 135}, KH_TR("135°"), KH_TR("fwd")},
        {kLayoutChoices[6].id, {0, 220, 140}, KH_TR("140°"), KH_TR("fwd")},
        {kLayoutChoices[7].id, {180, 270, 90, 0}, KH_TR("four"), KH_TR("90°")},
        {kLayoutChoices[8].id, {225, 315, 45, 135}, KH_TR("four"), KH_TR("45°")},
        {kLayoutChoices[9].id, {180, 270, 90}, KH_TR("mech."), "", true},
    };
    return table;
}

const Layout* findLayout(std::string_view id) {
    const auto all = layouts();
    const auto found = std::find_if(all.begin(), all.end(), [id](const Layout& l) { return l.id == id; });
    return found == all.end() ? nullptr : &*found;
}

std::span<const char* const> layoutRoles() {
    static constexpr std::array roles{KH_TR("elevator"), KH_TR("left"), KH_TR("right"), KH_TR("fourth")};
    return roles;
}

std::vector<double> settingAzimuths(const ControllerSettings& controller) {
    if (controller.layout == kCustomLayout) {
        if (controller.customAzimuthsDeg.size() < 3 || controller.customAzimuthsDeg.size() > kMaxBalls)
            throw InputError("controller.customAzimuthsDeg"_field, "three or four angles are needed for a custom layout");
        return controller.customAzimuthsDeg;
    }
    const Layout* layout = findLayout(controller.layout);
    if (layout == nullptr) throw InputError("controller.layout"_field, fmt::format("{} is not a known layout", controller.layout));
    return layout->azimuthsDeg;
}

std::vector<double> settingRadii(const ControllerSettings& controller) {
    const std::size_t balls = settingAzimuths(controller).size();
    std::vector<double> shares(balls, 1.0);
    if (controller.layout != kCustomLayout || controller.customRadiiPct.empty()) return shares;
    if (controller.customRadiiPct.size() != balls)
        throw InputError("controller.customRadiiPct"_field, fmt::format("{} radii are needed, one for each angle, or none", balls));
    for (std::size_t i = 0; i < balls; ++i) shares[i] = shareFromPct(controller.customRadiiPct[i]);
    return shares;
}

const Layout* machineLayout(const Machine& machine) {
    if (helicopter(machine).plate.mechanical) {
        const auto all = layouts();
        return &*std::find_if(all.begin(), all.end(), [](const Layout& l) { return l.mechanical; });
    }
    for (const PlateServo& s : helicopter(machine).servos)
        if (std::abs(ballRadiusMm(machine, s) - helicopter(machine).plate.ballRadiusMm) >
            kSameRadius * helicopter(machine).plate.ballRadiusMm)
            return nullptr;
    for (const Layout& layout : layouts()) {
        if (layout.mechanical || layout.azimuthsDeg.size() != helicopter(machine).servos.size()) continue;
        bool match = true;
        for (std::size_t i = 0; i < helicopter(machine).servos.size(); ++i) {
            const auto roles = layoutRoles();
            const auto role = std::find(roles.begin(), roles.end(), helicopter(machine).servos[i].id);
            if (role == roles.end()) return nullptr;
            const auto at = static_cast<std::size_t>(role - roles.begin());
            if (at >= layout.azimuthsDeg.size() || azimuthApartDeg(layout.azimuthsDeg[at], helicopter(machine).servos[i].azimuthDeg) > 0.5)
                match = false;
        }
        if (match) return &layout;
    }
    return nullptr;
}

std::vector<BallFollow> ballFollows(const Machine& machine) {
    std::vector<BallFollow> out;
    for (const PlateServo& s : helicopter(machine).servos) {
        const double radius = ballRadiusMm(machine, s);
        if (!helicopter(machine).plate.mechanical) out.push_back({1.0, -radius * cosDeg(s.azimuthDeg), -radius * sinDeg(s.azimuthDeg)});
        else out.push_back({out.size() == 2 ? 1.0 : 0.0, out.empty() ? radius : 0.0, out.size() == 1 ? radius : 0.0});
    }
    return out;
}

PlateFitter plateFitter(const Machine& machine) {
    if (helicopter(machine).plate.mechanical) return PlateFitter::mechanical(helicopter(machine).plate.ballRadiusMm);
    std::vector<double> azimuths, radii;
    for (const PlateServo& s : helicopter(machine).servos) {
        azimuths.push_back(s.azimuthDeg);
        radii.push_back(ballRadiusMm(machine, s));
    }
    return PlateFitter(azimuths, radii);
}

Setup builtAs(const Setup& setup, const Layout& layout, const std::string& at) {
    Setup out = setup;
    const std::size_t count = layout.azimuthsDeg.size();
    const auto roles = layoutRoles().first(count);
    std::vector<PlateServo> servos;
    for (std::size_t i = 0; i < count; ++i) {
        const auto there = std::find_if(helicopter(setup).servos.begin(), helicopter(setup).servos.end(),
                                        [&](const PlateServo& s) { return s.id == roles[i]; });
        const bool known = there != helicopter(setup).servos.end();
        PlateServo servo = known ? *there : helicopter(setup).servos.empty() ? PlateServo{} : helicopter(setup).servos.front();
        if (!known) servo.squareErrorDeg = 0.0;
        servo.id = roles[i];
        servo.azimuthDeg = layout.azimuthsDeg[i];
        servo.ballRadiusMm.reset();
        servos.push_back(std::move(servo));
    }
    helicopter(out).servos = std::move(servos);
    helicopter(out).plate.mechanical = layout.mechanical;
    std::vector<PortSettings>& ports = out.controller.ports;
    for (std::size_t i = ports.size(); i < count && i < out.controller.profile->ports.size(); ++i)
        ports.push_back({out.controller.profile->ports[i], {}, false, 0.0});
    if (ports.size() > count) ports.resize(count);
    const auto plugged = [&](const std::string& role) {
        return std::count_if(ports.begin(), ports.end(), [&](const PortSettings& p) { return p.role == role; });
    };
    for (PortSettings& port : ports) {  // a port whose servo is gone, or that is new, takes the one that is in none
        if (std::find(roles.begin(), roles.end(), port.role) != roles.end()) continue;
        const auto left = std::find_if(roles.begin(), roles.end(), [&](const char* role) { return plugged(role) == 0; });
        if (left != roles.end()) port.role = *left;
    }
    for (const PlateServo& s : helicopter(out).servos)
        out.standings[elementPath("machine.servos.{}.azimuthDeg"_field, s.id)] = {Standing::Entered, at, {}, {}};
    std::erase_if(out.standings, [&](const auto& entry) {  // of a servo that is gone
        return entry.first.starts_with("machine.servos.") && !readField(out, entry.first);
    });
    return out;
}

}  // namespace kh
