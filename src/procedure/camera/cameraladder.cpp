// SPDX-License-Identifier: GPL-3.0-or-later
//
// The rungs of a camera quadrotor, and what stands in the way of which.
#include "procedure/camera/cameraladder.h"

#include "judge/rowids.h"
#include "model/camera/camera.h"
#include "model/carried.h"
#include "procedure/ladderkit.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

using namespace rung;

/// The mode that is hovered in first: of those noted the first that holds angle and height, else the first.
std::string hoveredIn(const Setup& setup) {
    const auto& modes = cameraOf(setup).modes;
    const auto safe = std::ranges::find_if(modes, [](const HeldMode& m) { return m.angle && m.height && m.id != camera::kHome; });
    return safe != modes.end() ? safe->id : modes.empty() ? std::string() : modes.front().id;
}

bool fliesHome(const Setup& setup) { return takesFamily(setup.controller.profile, camera::kHome); }

std::vector<Rung> rungsOfCamera(const Setup& setup) {
    std::vector<Rung> out{lookAndType()};
    out.push_back({kPack, say(KH_TR("Powered, propellers off")), say(KH_TR("Powered")),
                   say(KH_TR("places and their signs, cut in each mode, lost signal, motors one by one")),
                   say(KH_TR("Propellers off. Disarm, pack out, then the transmitter off."))});
    out.push_back({kSpool, say(KH_TR("First start, propellers on")), say(KH_TR("Start")),
                   say(KH_TR("on open ground, armed at low stick: all four turn evenly; cut is seen to stop them")),
                   say(KH_TR("Everyone 10 m away; it may lift off by itself. Never reach for it while it is armed."))});
    const std::string first = hoveredIn(setup);
    out.push_back({kHover, first.empty() ? say(KH_TR("First hover")) : say(KH_TR("Hover in {m}"), {{"m", heldTitle(first)}}),
                   say(KH_TR("Hover")), say(KH_TR("after the range check, its place stored: two metres up, sticks let go, it stands")),
                   say(KH_TR("Cut in the air is a fall. Where it may be flown, and with the maker's manual at hand."))});
    for (const HeldMode& m : cameraOf(setup).modes)
        if (m.id != first && m.id != camera::kHome)
            out.push_back({rungOfMode(m.id), heldTitle(m.id), heldTitle(m.id), say(KH_TR("changed to in the hover, at height")), {}});
    if (fliesHome(setup))
        out.push_back({kHome, say(KH_TR("Return home called for")), say(KH_TR("Home")),
                       say(KH_TR("from near by and in sight, the thumb on its switch: it climbs to its height, comes, and obeys again")),
                       say(KH_TR("Nothing higher than its return height stands around."))});
    return out;
}

constexpr std::array kRuleOfCamera{OfRule{"lost-signal", kSpool},
                                   OfRule{"home-at-power-on", kSpool},
                                   OfRule{"cut-at-power-on", kPack},
                                   OfRule{"start-mode", kHover},
                                   OfRule{"home-everywhere", kHover},
                                   OfRule{"home-place", kHome},
                                   OfRule{"home-stored", kHome},
                                   OfRule{"return-height", kHome},
                                   OfRule{"windows.home", kHome},
                                   OfRule{"window-channel.home", kHome},
                                   OfRule{"P1", kSpool},
                                   OfRule{"P2", kHover},
                                   OfRule{"P3", kHover},
                                   OfRule{"P4", kHover},
                                   OfRule{"P9", kSpool},
                                   OfRule{"P11", kHover},
                                   OfRule{"P12", kHover},
                                   OfRule{"P14", kHover}};

std::string findingOfCamera(const Setup& setup, const Finding& f) {
    const auto present = [&](std::string_view at) { return std::string(at == kHome && !fliesHome(setup) ? kHover : at); };
    if (const char* own = rungOfRule(kRuleOfCamera, f); own != nullptr) return present(own);
    if (f.id == "climbs" || f.property == "P13") {  // nobody drops who does not change to it
        const auto& modes = cameraOf(setup).modes;
        const auto direct = std::ranges::find_if(modes, [](const HeldMode& m) { return !m.height && m.id != camera::kHome; });
        return direct == modes.end() || direct->id == hoveredIn(setup) ? kHover : rungOfMode(direct->id);
    }
    switch (f.work) {
        case Work::Supply: return kPack;
        case Work::MotorOff:
        case Work::Wiring:
        case Work::Sign: return kSpool;  // what starts it, or tips it over, once it has propellers
        default: return kHover;
    }
}

constexpr std::array kRowOfCamera{OfRule{"supply"_row, kPack},         OfRule{"mounting"_row, kSpool},
                                  OfRule{"camera-arrows"_row, kSpool}, OfRule{"camera-cut"_row, kSpool},
                                  OfRule{"camera-loss"_row, kHover},   OfRule{"camera-home-check"_row, kHome}};

std::string rowOfCamera(const Setup& setup, std::string_view row) {
    const char* own = rungOfRow(kRowOfCamera, row);
    return own == nullptr || (std::string_view(own) == kHome && !fliesHome(setup)) ? kHover : own;
}

}  // namespace

const LadderPlan& cameraLadder() {
    static const LadderPlan plan{rungsOfCamera, findingOfCamera, rowOfCamera};
    return plan;
}

}  // namespace kh
