// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/radio/radio.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    return {{DrawingId::Transmitter, {kPanelLeft, 10, w, 286}, KH_TR("Transmitter")},
            {DrawingId::ChannelBars, {kPanelLeft, 306, w, c.innerHeight() - 300}, KH_TR("Channels")}};
}

}  // namespace

const StationEntry& radioStation() {
    static const StationEntry entry{.station = Station::Radio,
                                    .name = KH_TR("Radio"),
                                    .shortName = KH_TR("Radio"),
                                    .rows = radioRows,
                                    .columns = {104, 236, 140, 96, 77},
                                    .rules = {radioRules, switchRules, rescueRules, carriedRules, stickRules, barRules, trainerRules},
                                    .work = {radioSolvers, radioGuides},
                                    .panels = panels,
                                    .shots = {{"radio", "turnstone-470", "mode-switch", "normal", {0.4, 0.0, 0.0, 0.0}, "throttle"}}};
    return entry;
}

}  // namespace kh
