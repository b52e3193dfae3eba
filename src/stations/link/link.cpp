// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/link/link.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    return {{DrawingId::Wiring, {kPanelLeft, 10, w, 286}, KH_TR("Wiring"), true},
            {DrawingId::ChannelBars, {kPanelLeft, 306, w, c.innerHeight() - 300}, KH_TR("Channels")}};
}

}  // namespace

const StationEntry& linkStation() {
    static const StationEntry entry{.station = Station::Link,
                                    .name = KH_TR("Link"),
                                    .shortName = KH_TR("Link"),
                                    .rows = linkRows,
                                    .columns = {94, 184, 149, 140, 77},
                                    .rules = {supplyRules, linkRules, receiverRules, leadRules},
                                    .figures = linkFigures,
                                    .work = {linkSolvers, linkGuides},
                                    .panels = panels,
                                    .shots = {{"link", "turnstone-470", "channel-rudder-high", "normal", {0.0, 0.0, 0.0, 1.0}, "rudder"}}};
    return entry;
}

}  // namespace kh
