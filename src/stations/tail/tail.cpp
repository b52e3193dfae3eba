// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/tail/tail.h"

#include "stations/tail/tailfigures.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    const double h = c.innerHeight();
    const double below = 184.0;
    return {{DrawingId::Tail, {kPanelLeft, 10, w, h - below - 14}, KH_TR("Tail")},
            {DrawingId::TailStroke, {kPanelLeft, h - below + 10, w * 0.52, below}, KH_TR("Slider stroke")},
            {DrawingId::TailGain, {kPanelLeft + w * 0.56, h - below + 10, w * 0.44, below}, KH_TR("Tail gain"), true}};
}

}  // namespace

const StationEntry& tailStation() {
    static const StationEntry entry{
        .station = Station::Tail,
        .name = KH_TR("Tail"),
        .shortName = KH_TR("Tail"),
        .rows = tailRows,
        .columns = {124, 80, 162, 216, 92},
        .rules = {tailBenchRules, tailRules, tailLimitRules, tailAuthorityRules},
        .figures = tailFigures,
        .beside = {{"controller.tail.limitLeftPct"_field, ownFigure<TailFigures, &TailFigures::pitchLeftDeg>},
                   {"controller.tail.limitRightPct"_field, ownFigure<TailFigures, &TailFigures::pitchRightDeg>}},
        .work = {tailSolvers, tailGuides},
        .panels = panels,
        .shots = {{"tail", "turnstone-470", "tail-limits", "idle1", {0.0, 0.0, 0.0, -0.7}, "rudder"}}};
    return entry;
}

}  // namespace kh
