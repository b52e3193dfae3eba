// SPDX-License-Identifier: GPL-3.0-or-later
//
// The solvers of the station: what each asks to be read.
#include "stations/swash/swashsolvers.h"

#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/swash/swash.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

std::vector<Step> directionSteps(const Setup& setup, const Figures&) {
    std::vector<Step> out;
    for (const PortSettings& p : setup.controller.ports)
        out.push_back(readStep("collective.port-" + p.id,
                               say(KH_TR("Collective up: the {r} servo, port {p}"), {{"r", asWord(p.role)}, {"p", p.id}}), "way", true));
    out.push_back(readStep("cyclic.aileron", say(KH_TR("Stick right: the plate")), "way", true));
    out.push_back(readStep("cyclic.elevator", say(KH_TR("Stick forward: the plate")), "way", true));
    return out;
}

std::vector<Step> armSteps(const Setup& setup, const Figures&) {
    std::vector<Step> out;
    for (const PortSettings& p : setup.controller.ports)
        if (std::any_of(helicopter(setup).servos.begin(), helicopter(setup).servos.end(),
                        [&](const PlateServo& s) { return s.id == p.role; }))
            out.push_back(readStep("arm." + p.role,
                                   say(KH_TR("Arm of the {r} servo, port {p}, up from square"), {{"r", asWord(p.role)}, {"p", p.id}}), "°",
                                   true));
    return out;
}

std::vector<Step> linkSteps(const Setup& setup, const Figures&) {
    std::vector<Step> out;
    for (const PlateServo& s : helicopter(setup).servos)  // three fix a plane, a fourth tells whether they agree
        out.push_back(readStep("level." + s.id, say(KH_TR("Height over the {r} servo"), {{"r", asWord(s.id)}}), "mm", out.size() >= 3));
    return out;
}

}  // namespace

std::span<const BenchWork> swashSolvers() {
    static constexpr std::array entries{
        BenchWork{.id = "directions",
                  .title = KH_TR("Directions"),
                  .caution = KH_TR("Leads off, main blades off: arms, levers and links move and pinch."),
                  .rows = "servo-directions collective-sense cyclic-sense",
                  .steps = directionSteps,
                  .solve = solveDirections,
                  .with = ReadWith::Eye},
        BenchWork{.id = "arms",
                  .title = KH_TR("Arms square"),
                  .caution = KH_TR("Leads off, main blades off, links popped off: an arm that runs to its stop pinches."),
                  .rows = "arms-square",
                  .steps = armSteps,
                  .solve = solveArms,
                  .with = ReadWith::Square},
        BenchWork{.id = "links",
                  .title = KH_TR("Level plate"),
                  .caution = KH_TR("Leads off, main blades off: arms and levers pinch."),
                  .rows = "level-plate servo-fight",
                  .steps = linkSteps,
                  .solve = solveLinks,
                  .with = ReadWith::Calliper},
    };
    return entries;
}

}  // namespace kh
