// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/power/power.h"
#include "judge/rowids.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    const double h = c.innerHeight();
    const bool ends = c.row != nullptr && c.row->keelId() == "timer"_row;
    return {{DrawingId::HeadSpeeds, {kPanelLeft, 10, w, h * 0.335}, KH_TR("Head speeds")},
            {DrawingId::SpoolUp, {kPanelLeft, 18 + h * 0.335, w, h * 0.30 - 14}, KH_TR("Spool-up")},
            PanelSpec{ends ? DrawingId::FlightEnd : DrawingId::PinionTable,
                      {kPanelLeft, 14 + h * 0.635, w, h * 0.365 - 6},
                      ends ? KH_TR("End of flight") : KH_TR("Pinions"),
                      true}};
}

}  // namespace

const StationEntry& powerStation() {
    static const StationEntry entry{
        .station = Station::Power,
        .name = KH_TR("Power"),
        .shortName = KH_TR("Power"),
        .rows = powerRows,
        .columns = {112, 106, 96, 264, 92},
        .rules = {powerRules, speedControllerRules, powerFlightRules, powerStartRules, powerReadRules, afterFlightRules, powerNoteRules,
                  timerRules, flightEndRules},
        .figures = powerFigures,
        .work = {powerSolvers, powerGuides},
        .panels = panels,
        .shots = {{"power", "turnstone-470", "soft-start", "idle1", {0.4, 0.0, 0.0, 0.0}, "throttle"}}};
    return entry;
}

}  // namespace kh
