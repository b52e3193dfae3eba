// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/helicoptertables.h"

#include "model/setup.h"
#include "stations/modes/modesfigures.h"
#include "stations/power/powerfigures.h"

#include <algorithm>

namespace kh {

namespace {

FigureTable endTable(const Figures& figures) {
    FigureTable table{"flight-end", say(KH_TR("End of flight")), {}};
    for (const EndFigures& end : figures.of<PowerFigures>().ends)
        table.lines.push_back(
            {say(end.name), {}, {{"minutes", end.minutes}, {"usedMah", end.usedMah}, {"leftS", end.leftS}, {"leftMah", end.leftMah}}});
    return table;
}

FigureTable flownTable(const Setup& setup, const Figures& figures) {
    FigureTable table{"flown", say(KH_TR("Flown at every place")), {}};
    const auto& banks = setup.controller.banks;
    for (const FlownPlace& at : figures.of<ModesFigures>().flown) {
        FigureTable::Line line{say(KH_TR("{m}"), {{"m", setup.transmitter.modes[at.mode].name}}), {}, {}};
        std::vector<Message> places;
        places.reserve(at.choosing.size());
        for (const auto& [id, place] : at.choosing) places.push_back(say("{s} {n}", {{"s", id}, {"n", num(place)}}));
        line.words = {{"place", say("{p}", {{"p", places}})},
                      {"bank", banks.empty() ? Message{} : say("{b}", {{"b", banks[std::min(at.bank, banks.size() - 1)].id}})},
                      {"gainMode", !at.gain.known ? Message{} : say(at.gain.value < 0.0 ? KH_TR("R") : KH_TR("H"))}};
        line.figures = {{"rollDegS", at.axes[0].fullDegS},
                        {"pitchDegS", at.axes[1].fullDegS},
                        {"yawDegS", at.axes[2].fullDegS},
                        {"gainPct", at.gain},
                        {"headRpm", setup.transmitter.modes[at.mode].id == kHoldMode ? Figure{} : figures.modes[at.mode].headRpm}};
        table.lines.push_back(std::move(line));
    }
    return table;
}

}  // namespace

std::vector<FigureTable> helicopterTables(const Setup& setup, const Figures& figures) {
    std::vector<FigureTable> out;
    for (FigureTable& table : std::vector<FigureTable>{endTable(figures), flownTable(setup, figures)})
        if (!table.lines.empty()) out.push_back(std::move(table));
    return out;
}

}  // namespace kh
