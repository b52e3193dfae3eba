// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/sensors/sensors.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    const double h = c.innerHeight();
    const double box = w * 0.58;
    return {{DrawingId::Mounting, {kPanelLeft, 10, box - 14, h * 0.46}, KH_TR("Box in the airframe"), true},
            {DrawingId::Mountings, {kPanelLeft + box, 10, w - box, h * 0.46}, KH_TR("Mountings"), true},
            {DrawingId::HandTests, {kPanelLeft, 24 + h * 0.46, w, h * 0.54 - 24}, KH_TR("By hand"), true}};
}

}  // namespace

const StationEntry& sensorsStation() {
    static const StationEntry entry{.station = Station::Sensors,
                                    .name = KH_TR("Sensors"),
                                    .shortName = KH_TR("Sens"),
                                    .rows = sensorsRows,
                                    .columns = {104, 106, 136, 236, 92},
                                    .rules = {sensorsRules, boxLevelRules},
                                    .work = {sensorsSolvers, sensorsGuides},
                                    .panels = panels,
                                    .shots = {{"sensors", "redshank-470", "mounting", "", {}, "aileron", false, true}}};
    return entry;
}

}  // namespace kh
