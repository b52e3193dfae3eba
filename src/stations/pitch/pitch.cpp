// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/pitch/pitch.h"

#include "kernel/helicopter/envelope.h"
#include "stations/pitch/pitchfigures.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    const double h = c.innerHeight();
    const PanelArea rose{kPanelLeft, 20 + h * 0.47, w, h * 0.53 - 20};
    return {{DrawingId::BladeSection, {kPanelLeft, 10, w, h * 0.47}, KH_TR("Blade section")},
            {DrawingId::ClearanceRose, rose, KH_TR("Clearance rose"), true},
            {DrawingId::RosePlate, rose, KH_TR("Tilt of the plate")}};
}

}  // namespace

const StationEntry& pitchStation() {
    static const StationEntry entry{.station = Station::Pitch,
                                    .name = KH_TR("Pitch"),
                                    .shortName = KH_TR("Pitch"),
                                    .rows = pitchRows,
                                    .columns = {116, 84, 176, 202, 92},
                                    .rules = {pitchRules, pitchSeenRules},
                                    .figures = pitchFigures,
                                    .beside = {{"controller.referencePct"_field, sharedFigure<&Figures::referenceDeg>},
                                               {"controller.cyclicLimitPct"_field, ownFigure<PitchFigures, &PitchFigures::cyclicDeg>},
                                               {"controller.collectiveHighPct"_field, sharedFigure<&Figures::collectiveHighDeg>},
                                               {"controller.collectiveLowPct"_field, sharedFigure<&Figures::collectiveLowDeg>},
                                               {"controller.collectiveTrimPct"_field, sharedFigure<&Figures::midPitchDeg>}},
                                    .work = {pitchSolvers},
                                    .panels = panels,
                                    .shots = {{"pitch", "turnstone-470", "collective-range", "idle1", {0.75, 0.80, 0.0, 0.0}, "aileron"}}};
    return entry;
}

}  // namespace kh
