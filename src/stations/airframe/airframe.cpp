// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/airframe/airframe.h"

#include "stations/kit/boxrules.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    return {{DrawingId::Helicopter, {kPanelLeft, 10, c.innerWidth(), c.innerHeight()}, KH_TR("The machine from above"), true}};
}

}  // namespace

const StationEntry& airframeStation() {
    static const StationEntry entry{.station = Station::Airframe,
                                    .name = KH_TR("Airframe"),
                                    .shortName = KH_TR("Air"),
                                    .rows = airframeRows,
                                    .columns = {110, 82, 82, 306, 92},
                                    .rules = {airframeRules, boxRules},
                                    .panels = panels,
                                    .shots = {}};
    return entry;
}

}  // namespace kh
