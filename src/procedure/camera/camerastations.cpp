// SPDX-License-Identifier: GPL-3.0-or-later
//
// The stations of a camera quadrotor: its own, and of the shared ones what says something of such a machine.
#include "procedure/camera/cameraentry.h"
#include "stations/camera/camera.h"
#include "stations/link/link.h"
#include "stations/proof/proof.h"
#include "stations/radio/radio.h"

#include <algorithm>
#include <array>
#include <string_view>

namespace kh {

namespace {

/// Of a family's rules those that ask for something it has.
template <std::size_t N>
std::vector<Rule> rulesWithout(std::span<const Rule> rules, const std::array<std::string_view, N>& ids) {
    std::vector<Rule> kept;
    for (const Rule& r : rules)
        if (std::find(ids.begin(), ids.end(), std::string_view(r.id)) == ids.end()) kept.push_back(r);
    return kept;
}

/// Without hold, whose windows are judged by themselves, and whose sticks need no zero of a plate.
std::span<const Rule> switchRulesOfCamera() {
    static const std::vector<Rule> all =
        rulesWithout(switchRules(), std::array<std::string_view, 7>{"hold-switch", "power-on", "power-on-guard", "kill-switch",
                                                                    "school-hold-switch", "stop-acts", "mode-switch"});
    return all;
}
std::span<const Rule> carriedRulesOfCamera() {
    static const std::vector<Rule> all = rulesWithout(carriedRules(), std::array<std::string_view, 2>{"carried", "fade"});
    return all;
}
std::span<const Rule> linkRulesOfCamera() {
    static const std::vector<Rule> all = rulesWithout(
        linkRules(), std::array<std::string_view, 5>{"failsafe", "channel-sense", "supply-leads", "two-supplies", "throttle-lead"});
    return all;
}

StationPage radioRowsOfCamera(const RowBuilder& b) {
    static constexpr std::array<std::string_view, 16> gone{
        "hold-switch", "power-on",    "hold-throttle", "hold-from",     "hold-school",  "hold-place",    "hold-tail",     "bank-switch",
        "gain-switch", "gain-school", "rate-mode",     "rescue-switch", "level-switch", "rescue-school", "throttle-trim", "setup-switch"};
    StationPage page = radioRows(b);
    std::erase_if(page.rows, [](const Row& row) { return std::find(gone.begin(), gone.end(), row.id) != gone.end(); });
    return page;
}

/// Its throttle goes into the box, its lost signal is judged in Modes, and it has no collective.
StationPage linkRowsOfCamera(const RowBuilder& b) {
    static constexpr std::array<std::string_view, 4> gone{"throttle-lead", "failsafe", "channel-collective", "channel-gain"};
    StationPage page = linkRows(b);
    std::erase_if(page.rows, [](const Row& row) { return std::find(gone.begin(), gone.end(), row.keelId()) != gone.end(); });
    return page;
}

std::vector<PanelSpec> linkPanelsOfCamera(const PanelContext& c) {
    const double w = c.innerWidth(), half = 240.0;
    return {
        {DrawingId::ChannelBars, {kPanelLeft, 10, w, half}, KH_TR("Channels")},
        {DrawingId::ReachedModes, {kPanelLeft, 20 + half, w, c.innerHeight() - half - 10}, KH_TR("Switch places and the mode reached")}};
}

const StationEntry& radioOfCamera() {
    static const StationEntry entry = [] {
        StationEntry e = radioStation();
        e.rows = radioRowsOfCamera;
        e.rules = {radioRules, switchRulesOfCamera, carriedRulesOfCamera, stickRules, barRules, trainerRules};
        e.shots.clear();
        return e;
    }();
    return entry;
}

const StationEntry& linkOfCamera() {
    static const StationEntry entry = [] {
        StationEntry e = linkStation();
        e.rows = linkRowsOfCamera;
        e.rules = {linkRulesOfCamera, receiverRules};
        e.panels = linkPanelsOfCamera;
        e.shots.clear();
        return e;
    }();
    return entry;
}

const StationEntry& proofOfCamera() {
    static const StationEntry entry = [] {
        StationEntry e = proofStation();
        e.shots.clear();
        return e;
    }();
    return entry;
}

}  // namespace

const StationSet& cameraStations() {
    static const StationSet set({cameraAirframeStation(), radioOfCamera(), linkOfCamera(), cameraSensorsStation(), cameraPowerStation(),
                                 cameraModesStation(), proofOfCamera()},
                                false);
    return set;
}

}  // namespace kh
