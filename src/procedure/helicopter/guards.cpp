// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/guards.h"

#include "judge/motorfigures.h"
#include "judge/rowids.h"

namespace kh {

namespace {

constexpr std::array kGuards{
    Guard{KH_TR("leads off"), KH_TR("tick leads off"), KH_TR("untick leads off: the motor signals by itself, its pinion out of mesh")},
    Guard{KH_TR("blades off"), KH_TR("tick blades off"), KH_TR("untick blades off: this is read with the main blades on")},
    Guard{KH_TR("hold on"), KH_TR("tick hold on"), KH_TR("untick hold on: this is done with hold off")}};

/// Where hold is an armed idle.
constexpr std::array kArmedGuards{
    kGuards[0], kGuards[1], Guard{KH_TR("kill on"), KH_TR("tick kill on"), KH_TR("untick kill on: this is done with kill and hold off")}};

// leads off, blades off, hold (or kill) on
constexpr BenchNeed kAllOff{Need::Yes, Need::Yes, Need::Yes};
constexpr BenchNeed kBladesOn{Need::Yes, Need::No, Need::Yes};
constexpr BenchNeed kPlate{Need::Yes, Need::Any, Need::Yes};     // the blades do not matter
constexpr BenchNeed kMotorTurns{Need::No, Need::Yes, Need::No};  // its tones, its start, first power: no blades
constexpr BenchNeed kEngineRuns{Need::No, Need::No, Need::No};   // an engine is never run without blades
constexpr std::array kRowNeeds{
    RowNeed{"zero-pitch"_row, kBladesOn},
    RowNeed{"links"_row, kBladesOn},
    RowNeed{"reference-throw"_row, kBladesOn},
    RowNeed{"collective-range"_row, kBladesOn},
    RowNeed{"tip-gap"_row, kBladesOn},
    RowNeed{"grip"_row, kPlate},
    RowNeed{"cyclic-limit"_row, kPlate},
    RowNeed{"envelope"_row, kPlate},
    RowNeed{"failsafe-test"_row, {Need::Yes, Need::Yes, Need::No}},
    RowNeed{"throttle-ends"_row, {Need::Any, Need::Yes, Need::No}},  // leads on for tones, off where a lamp confirms
    RowNeed{"start-pulse"_row, kMotorTurns},
    RowNeed{"first-power"_row, kMotorTurns},
    RowNeed{"first-governed"_row, kMotorTurns},
    RowNeed{"governor-signal"_row, kMotorTurns},
    RowNeed{"tail-edges"_row, {Need::Yes, Need::Any, Need::Any}},
    RowNeed{"tail-neutral"_row, kPlate},
};

constexpr auto kEngineNeeds = [] {
    auto needs = kRowNeeds;
    for (RowNeed& n : needs)
        for (const char* run : {"first-power"_row, "first-governed"_row, "governor-signal"_row})
            if (std::string_view(n.row) == run) n.need = kEngineRuns;
    return needs;
}();

BenchNeed ofStation(Station station) {
    if (station == Station::Radio) return {};  // on the transmitter's own monitor, no pack connected
    if (station == Station::Airframe) return {Need::Yes, Need::Any, Need::Any};
    return kAllOff;
}

}  // namespace

const GuardTable& helicopterGuards(const Setup& setup) {
    static constexpr GuardTable table{kGuards, kRowNeeds, ofStation};
    static constexpr GuardTable armed{kArmedGuards, kRowNeeds, ofStation};
    static constexpr GuardTable engine{kGuards, kEngineNeeds, ofStation};
    if (setup.machine.power.kind == PowerKind::Engine) return engine;
    return holdIsArmed(setup) ? armed : table;
}

}  // namespace kh
