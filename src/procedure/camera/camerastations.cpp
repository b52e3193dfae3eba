// SPDX-License-Identifier: GPL-3.0-or-later
//
// The stations of a camera quadrotor: its own, and of the shared ones what says something of such a machine.
#include "procedure/camera/cameraentry.h"
#include "stations/camera/camera.h"
#include "stations/kit/subset.h"
#include "stations/link/link.h"
#include "stations/proof/proof.h"
#include "stations/radio/radio.h"

#include <vector>

namespace kh {

namespace {

/// Without hold, whose windows are judged by themselves, and whose sticks need no zero of a plate.
std::span<const Rule> switchRulesOfCamera() {
    static const std::vector<Rule> all = rulesWithout(
        switchRules(), {"hold-switch", "power-on", "power-on-guard", "kill-switch", "school-hold-switch", "stop-acts", "mode-switch"});
    return all;
}
std::span<const Rule> carriedRulesOfCamera() {
    static const std::vector<Rule> all = rulesWithout(carriedRules(), {"carried", "fade"});
    return all;
}
std::span<const Rule> linkRulesOfCamera() {
    static const std::vector<Rule> all =
        rulesWithout(linkRules(), {"failsafe", "channel-sense", "supply-leads", "two-supplies", "throttle-lead"});
    return all;
}

StationPage radioRowsOfCamera(const RowBuilder& b) {
    return rowsWithout(radioRows(b), {"hold-switch", "bank-switch", "gain-switch", "rescue-switch", "throttle-trim", "setup-switch"});
}

/// Its box feeds the receiver, its throttle goes into the box, its lost signal is judged in Modes, and it has no collective.
StationPage linkRowsOfCamera(const RowBuilder& b) {
    return rowsWithout(linkRows(b), {"supply", "throttle-lead", "failsafe", "failsafe-test", "channel-collective", "channel-gain"});
}

std::vector<PanelSpec> linkPanelsOfCamera(const PanelContext& c) {
    const double w = c.innerWidth(), half = 240.0;
    return {
        {DrawingId::ChannelBars, {kPanelLeft, 10, w, half}, KH_TR("Channels")},
        {DrawingId::ReachedModes, {kPanelLeft, 20 + half, w, c.innerHeight() - half - 10}, KH_TR("Switch places and the mode reached")}};
}

std::vector<PanelSpec> proofPanelsOfCamera(const PanelContext& c) {
    std::vector<PanelSpec> out = proofStation().panels(c);
    constexpr double kBars = 170.0, kPlaces = 240.0;  // a few sets of rates; on a tall window the places beneath
    PanelSpec& bars = out.back();
    const double top = bars.area.top + kBars, left = c.innerHeight() - top + 6;
    if (left < kPlaces) return out;
    bars.area.height = kBars;
    out.push_back({DrawingId::ReachedModes, {kPanelLeft, top, c.innerWidth(), left}, KH_TR("Switch places and the mode reached")});
    return out;
}

const StationEntry& radioOfCamera() {
    static const StationEntry entry = [] {
        StationEntry e = asShared(radioStation());
        e.rows = radioRowsOfCamera;
        e.rules = {radioRules, switchRulesOfCamera, carriedRulesOfCamera, stickRules, barRules, trainerRules};
        return e;
    }();
    return entry;
}

const StationEntry& linkOfCamera() {
    static const StationEntry entry = [] {
        StationEntry e = asShared(linkStation());
        e.rows = linkRowsOfCamera;
        e.rules = {linkRulesOfCamera, receiverRules};
        e.panels = linkPanelsOfCamera;
        e.work = {linkSolvers, cameraLinkGuides};
        return e;
    }();
    return entry;
}

const StationEntry& proofOfCamera() {
    static const StationEntry entry = [] {
        StationEntry e = asShared(proofStation());
        e.panels = proofPanelsOfCamera;
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
