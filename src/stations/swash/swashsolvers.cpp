// SPDX-License-Identifier: GPL-3.0-or-later
//
// The solvers of the station: what each asks to be read, and under which settings.
#include "stations/swash/swashsolvers.h"

#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/swash/swash.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

std::vector<ReadingSlot> directionSlots(const Setup& setup) {
    std::vector<ReadingSlot> out;
    for (const PortSettings& p : setup.controller.ports)
        out.push_back({"collective.port-" + p.id,
                       render(say(KH_TR("Collective up: the {r} servo, port {p}"), {{"r", asWord(p.role)}, {"p", p.id}})), "way", true});
    out.push_back({"cyclic.aileron", KH_TR("Stick right: the plate"), "way", true});
    out.push_back({"cyclic.elevator", KH_TR("Stick forward: the plate"), "way", true});
    return out;
}

std::vector<ReadingSlot> armSlots(const Setup& setup) {
    std::vector<ReadingSlot> out;
    for (const PortSettings& p : setup.controller.ports)
        if (std::any_of(helicopter(setup).servos.begin(), helicopter(setup).servos.end(),
                        [&](const PlateServo& s) { return s.id == p.role; }))
            out.push_back({"arm." + p.role,
                           render(say(KH_TR("Arm of the {r} servo, port {p}, up from square"), {{"r", asWord(p.role)}, {"p", p.id}})), "°",
                           true});
    return out;
}

std::vector<ReadingSlot> linkSlots(const Setup& setup) {
    std::vector<ReadingSlot> out;
    for (const PlateServo& s : helicopter(setup).servos)  // three fix a plane, a fourth tells whether they agree
        out.push_back({"level." + s.id, render(say(KH_TR("Height over the {r} servo"), {{"r", asWord(s.id)}})), "mm", out.size() >= 3});
    return out;
}

std::vector<std::string> noSettings(const Setup&, const std::string&) { return {}; }

std::vector<std::string> portTrims(const Setup& setup, const std::string&) {
    std::vector<std::string> paths;
    for (const PortSettings& p : setup.controller.ports) paths.push_back(elementPath("controller.ports.{}.trimUs"_field, p.id));
    return paths;
}

}  // namespace

std::span<const SolverEntry> swashSolvers() {
    static constexpr std::array entries{
        SolverEntry{"directions", KH_TR("Directions"), KH_TR("Leads off, main blades off: arms, levers and links move and pinch."),
                    "servo-directions collective-sense cyclic-sense", solveDirections, directionSlots, noSettings, ReadWith::Eye},
        SolverEntry{"arms", KH_TR("Arms square"),
                    KH_TR("Leads off, main blades off, links popped off: an arm that runs to its stop pinches."), "arms-square", solveArms,
                    armSlots, portTrims, ReadWith::Square},
        SolverEntry{"links", KH_TR("Level plate"), KH_TR("Leads off, main blades off: arms and levers pinch."), "level-plate servo-fight",
                    solveLinks, linkSlots, portTrims, ReadWith::Calliper},
    };
    return entries;
}

}  // namespace kh
