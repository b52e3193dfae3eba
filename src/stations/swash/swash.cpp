// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/swash/swash.h"

#include "judge/rowids.h"
#include "model/helicopter/functions.h"
#include "stations/swash/swashfigures.h"

#include <algorithm>

namespace kh {

namespace {

/// Rows whose fault couples the axes.
bool coupledRow(const Row& row) {
    return row.id == "swash-mixing"_row || row.id == "layout"_row || row.id == "ports"_row || row.id == "servo-directions"_row ||
           row.id.ends_with("-sense");
}

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    const double h = c.innerHeight();
    const double left = kPanelLeft;
    const double side = std::min(w * 0.29, 190.0);
    const double top = h * 0.58;
    std::vector<PanelSpec> out{{DrawingId::SwashPlan, {left, 10, w - side - 20, top - 10}, KH_TR("Swash from above"), true},
                               {DrawingId::SwashTilt, {left, 10, w - side - 20, top - 10}, KH_TR("Tilt of the plate")},
                               {DrawingId::AskedAndDone, {left + w - side, 10, side, top - 10}, KH_TR("Asked and done")}};
    const bool parted = std::any_of(c.figures.of<SwashFigures>().coupled.begin(), c.figures.of<SwashFigures>().coupled.end(),
                                    [](const CoupledMotion& m) { return m.parted; });
    if (c.row != nullptr && coupledRow(*c.row) && !c.posed && parted) {
        out.push_back({DrawingId::CoupledMotion, {left, top + 14, w, h - top - 14}, KH_TR("What each stick does to the blades")});
        return out;
    }
    out.push_back({DrawingId::SwashSection, {left, top + 14, w * 0.52, h - top - 14}, KH_TR("Section through one port")});
    out.push_back({DrawingId::Strokes, {left + w * 0.57, top + 14, w * 0.43, h - top - 14}, KH_TR("Stroke of the servos")});
    return out;
}

}  // namespace

const StationEntry& swashStation() {
    static const StationEntry entry{.station = Station::Swash,
                                    .name = KH_TR("Swash"),
                                    .shortName = KH_TR("Swash"),
                                    .rows = swashRows,
                                    .rules = {swashRules, servoRules, plateRules},
                                    .figures = swashFigures,
                                    .work = {swashSolvers},
                                    .panels = panels,
                                    .drawn = {heli::Aileron, heli::Elevator, heli::Collective},
                                    .shots = {{"swash", "dunlin-380", "layout", "normal", {0.75, 0.80, 0.0, 0.0}, "aileron", false, true}}};
    return entry;
}

}  // namespace kh
