// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/guards.h"

#include "judge/motorfigures.h"
#include "judge/rowids.h"

namespace kh {

namespace {

/// What keeps the motor still, by the school: told in its own words.
constexpr Guard kLeadsGuard{KH_TR("leads off"), KH_TR("tick leads off"),
                            KH_TR("untick leads off: the motor signals by itself, its pinion out of mesh")};
constexpr Guard kPinionGuard{KH_TR("pinion out"), KH_TR("tick pinion out of mesh"),
                             KH_TR("untick pinion out once the motor is to drive: here it signals or drives by itself")};
constexpr Guard kCurveGuard{KH_TR("throttle zero"), KH_TR("tick throttle zero: hold on, and every mode's curve at 0"),
                            KH_TR("untick throttle zero: here the throttle is open")};
constexpr Guard kPackGuard{KH_TR("main pack off"), KH_TR("tick main pack off: a receiver pack alone feeds the boxes"),
                           KH_TR("untick main pack off: this needs the motor's own pack")};
constexpr Guard kBladesGuard{KH_TR("blades off"), KH_TR("tick blades off"),
                             KH_TR("untick blades off: this is read with the main blades on")};
constexpr Guard kHoldGuard{KH_TR("hold on"), KH_TR("tick hold on"), KH_TR("untick hold on: this is done with hold off")};
/// Where hold is an armed idle.
constexpr Guard kKillGuard{KH_TR("kill on"), KH_TR("tick kill on"), KH_TR("untick kill on: this is done with kill and hold off")};

template <const Guard& Lock, const Guard& Stop, const Guard&... More>
constexpr std::array kGuardsOf{Lock, kBladesGuard, Stop, More...};

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
    RowNeed{"range-check"_row, {Need::Yes, Need::Any, Need::Yes}},
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

/// A curve that holds the motor cannot hold it where the throttle must be open: there its leads are off all the same.
constexpr auto kCurveNeeds = [] {
    auto needs = kRowNeeds;
    for (RowNeed& n : needs)
        if (std::string_view(n.row) == "failsafe-test"_row) n.need = {Need::No, Need::Yes, Need::No, Need::Yes};
    return needs;
}();

BenchNeed ofStation(Station station) {
    if (station == Station::Radio) return {};  // on the transmitter's own monitor, no pack connected
    if (station == Station::Airframe) return {Need::Yes, Need::Any, Need::Any};
    return kAllOff;
}

template <const Guard& Lock, const auto& Needs, const Guard&... More>
const GuardTable& tableOf(bool armed) {
    static constexpr GuardTable held{kGuardsOf<Lock, kHoldGuard, More...>, Needs, ofStation};
    static constexpr GuardTable killed{kGuardsOf<Lock, kKillGuard, More...>, Needs, ofStation};
    return armed ? killed : held;
}

}  // namespace

const GuardTable& helicopterGuards(const Setup& setup) {
    const Schools& schools = setup.transmitter.schools;
    if (setup.machine.power.kind == PowerKind::Engine) return tableOf<kLeadsGuard, kEngineNeeds>(false);
    const bool armed = holdIsArmed(setup);
    if (schools.benchPower == BenchPowerSchool::Apart) return tableOf<kPackGuard, kRowNeeds>(armed);
    switch (schools.motorLock) {
        case MotorLockSchool::PinionOut: return tableOf<kPinionGuard, kRowNeeds>(armed);
        case MotorLockSchool::ByCurve: return tableOf<kCurveGuard, kCurveNeeds, kLeadsGuard>(armed);
        case MotorLockSchool::LeadsOff: break;
    }
    return tableOf<kLeadsGuard, kRowNeeds>(armed);
}

}  // namespace kh
