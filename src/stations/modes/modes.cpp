// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/modes/modes.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/helicopter/helicopter.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    // the drawing follows the row; curves are the page's own view
    const PanelArea whole{kPanelLeft, 10, c.innerWidth(), c.innerHeight()};
    if (c.row == nullptr) return {};
    if (c.row->id == "hold"_row) return {{DrawingId::ThrottleStates, whole, KH_TR("Hold and its family")}};
    if (c.row->id.starts_with("tail-gain")) return {{DrawingId::GainScales, whole, KH_TR("Tail gain in every scale")}};
    if (c.row->id == "agility-roll"_row || c.row->id == "flown-places"_row || c.row->id == "head-speed-mode"_row)
        return {{DrawingId::FlownPlaces, whole, KH_TR("Flown at every place")}};
    if (c.row->id.starts_with("rates")) return {{DrawingId::Rates, whole, KH_TR("Rate and expo")}};
    return {};
}

Message aboutMachine(const Setup& setup) {
    return say(KH_TR("hover in still air, mass {m}, disc {d}"),
               {{"m", amount(setup, "machine.massKg"_field, setup.machine.massKg)},
                {"d", amount(setup, "machine.rotor.discM"_field, helicopter(setup).rotor.discM)}});
}

}  // namespace

const StationEntry& modesStation() {
    static const StationEntry entry{.station = Station::Modes,
                                    .name = KH_TR("Modes"),
                                    .shortName = KH_TR("Modes"),
                                    .rows = modesRows,
                                    .page = PageKind::Matrix,
                                    .pageWidth = 616.0,
                                    .rules = {holdRules, modeRules, benchModeRules, modePitchRules, modeSpeedRules, headGainRules,
                                              gainRules, shownRateRules, modeSchoolRules},
                                    .figures = modesFigures,
                                    .work = {modesSolvers, modesGuides},
                                    .panels = panels,
                                    .aboutMachine = aboutMachine,
                                    .shots = {{"modes", "turnstone-470", "pitch-curve", "idle1", {0.4, 0.0, 0.0, 0.0}, "throttle", true}}};
    return entry;
}

}  // namespace kh
