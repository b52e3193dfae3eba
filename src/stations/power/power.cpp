// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/power/power.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    const double h = c.innerHeight();
    return {{DrawingId::HeadSpeeds, {kPanelLeft, 10, w, h * 0.47}, KH_TR("Head speeds")},
            {DrawingId::PinionTable, {kPanelLeft, 24 + h * 0.47, w, h * 0.5 - 24}, KH_TR("Pinions"), true}};
}

}  // namespace

const StationEntry& powerStation() {
    static const StationEntry entry{
        .station = Station::Power,
        .name = KH_TR("Power"),
        .shortName = KH_TR("Power"),
        .rows = powerRows,
        .columns = {112, 106, 96, 264, 92},
        .rules = {powerRules, powerFlightRules},
        .figures = powerFigures,
        .solvers = powerSolvers,
        .panels = panels,
        .shots = {{"power", "turnstone-470", "headroom", "idle1", {0.4, 0.0, 0.0, 0.0}, "throttle", false, false, true}}};
    return entry;
}

}  // namespace kh
