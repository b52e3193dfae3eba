// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/tail/tail.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    return {{DrawingId::Tail, {kPanelLeft, 10, c.innerWidth(), c.innerHeight()}, KH_TR("Tail")}};
}

}  // namespace

const StationEntry& tailStation() {
    static const StationEntry entry{.station = Station::Tail,
                                    .name = KH_TR("Tail"),
                                    .shortName = KH_TR("Tail"),
                                    .rows = tailRows,
                                    .columns = {112, 84, 168, 218, 92},
                                    .rules = {tailRules},
                                    .figures = tailFigures,
                                    .panels = panels,
                                    .shots = {{"tail", "turnstone-470", "tail-limits", "idle1", {0.0, 0.0, 0.0, -0.7}, "rudder"}}};
    return entry;
}

}  // namespace kh
