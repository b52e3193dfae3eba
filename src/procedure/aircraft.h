// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the program brings for a class of aircraft: its stations, what its trace shows, its part of the sheet.
#pragma once

#include "procedure/figuretable.h"
#include "procedure/goeswith.h"
#include "procedure/guards.h"
#include "procedure/ladder.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "procedure/trace.h"

namespace kh {

/// The sheet's page of the machine, and what is drawn beside the controller's settings.
struct MachineSheet {
    std::vector<SheetSection> sections;
    std::vector<SheetFigure> besideController = {};
    SheetSection looks = {};             ///< what is proved by looking, once the boxes are set
    std::vector<Message> cautions = {};  ///< what of this machine can hurt at the bench, the first lines of the sheet
    std::vector<SheetFigure> curves = {SheetFigure::Throttle, SheetFigure::Pitch};  ///< drawn with the transmitter's settings
    std::vector<SheetFigure> drawings = {SheetFigure::Wiring};                      ///< and with the machine's
};

struct SheetBuilder;

struct AircraftEntry {
    const AircraftClass& of;
    const StationSet& (*stations)();
    std::unique_ptr<MachineStages> (*stages)(const Setup& setup, const ChainModel& model);
    MachineSheet (*sheet)(const SheetBuilder& builder);
    const GuardTable& (*guards)(const Setup& setup);
    GoesWithRule goesWith = nullptr;  ///< what goes with an edit; none: only what the rules say
    /// What suits the value a row is about: the head speed of a mode, the timer; none: the class has no such thing.
    /// @param keelRow  that is chosen, or that it opens from
    Suiting (*whatSuits)(const Setup& setup, const Figures& figures, std::string_view keelRow, std::size_t mode) = nullptr;
    /// Figures a report lists beside the findings; none: nothing.
    std::vector<FigureTable> (*tables)(const Setup& setup, const Figures& figures) = nullptr;
    const LadderPlan* ladder = nullptr;  ///< what may be done with it, rung by rung; none: nothing is said of that
};

/// @throws std::logic_error if nothing is brought for the document's class
[[nodiscard]] const AircraftEntry& aircraftEntry(const Setup& setup);
/// Of every class there is, the one that ships as the usual first.
[[nodiscard]] std::span<const AircraftEntry* const> aircraftEntries();
/// For a class that does not ship; with it, its facts and its plant.
void addAircraft(const AircraftEntry& added, const PlantClass& plant);

}  // namespace kh
