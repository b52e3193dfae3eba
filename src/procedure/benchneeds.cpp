// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/benchneeds.h"

#include "judge/rowids.h"

#include <array>

namespace kh {

namespace {

struct RowNeed {
    const char* row;
    BenchNeed need;
};

constexpr BenchNeed kBladesOn{Need::Yes, Need::No, Need::Yes};
constexpr BenchNeed kPlate{Need::Yes, Need::Any, Need::Yes};     // the blades do not matter
constexpr BenchNeed kMotorTurns{Need::No, Need::Yes, Need::No};  // its tones, its start, first power: no blades
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
    RowNeed{"governor-signal"_row, {Need::Any, Need::Yes, Need::Any}},
    RowNeed{"tail-edges"_row, {Need::Yes, Need::Any, Need::Any}},
    RowNeed{"tail-neutral"_row, kPlate},
};

}  // namespace

BenchNeed benchNeed(Station station, std::string_view row) {
    for (const RowNeed& r : kRowNeeds)
        if (row == r.row) return r.need;
    if (station == Station::Radio) return {Need::Any, Need::Any, Need::Any};  // on the transmitter's own monitor, no pack connected
    if (station == Station::Airframe) return {Need::Yes, Need::Any, Need::Any};
    return {};
}

std::vector<Message> inTheWay(const BenchNeed& need, const BenchState& state) {
    struct Asked {
        Need need;
        bool is;
        const char* tick;
        const char* untick;
    };
    std::vector<Message> out;
    for (const Asked& a : {Asked{need.leadsOff, state.leadsOff, KH_TR("tick leads off"),
                                 KH_TR("untick leads off: the motor signals by itself, its pinion out of mesh")},
                           Asked{need.bladesOff, state.bladesOff, KH_TR("tick blades off"),
                                 KH_TR("untick blades off: this is read with the main blades on")},
                           Asked{need.holdOn, state.holdOn, KH_TR("tick hold on"), KH_TR("untick hold on: this is done with hold off")}}) {
        if (a.need == Need::Yes && !a.is) out.push_back(say(a.tick));
        if (a.need == Need::No && a.is) out.push_back(say(a.untick));
    }
    return out;
}

}  // namespace kh
