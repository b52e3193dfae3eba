// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/rotors/rotors.h"

#include "stations/kit/boxrules.h"
#include "stations/kit/mountingrules.h"

namespace kh {

namespace {

std::vector<PanelSpec> planPanels(const PanelContext& c) {
    return {{DrawingId::RotorsPlan, {kPanelLeft, 10, c.innerWidth(), c.innerHeight()}, KH_TR("From above")}};
}

std::vector<PanelSpec> rotorPanels(const PanelContext& c) {
    const double w = c.innerWidth(), h = c.innerHeight(), plan = h * 0.56;
    return {{DrawingId::RotorsPlan, {kPanelLeft, 10, w * 0.74, plan - 14}, KH_TR("From above")},
            {DrawingId::RotorsAnswer, {kPanelLeft + w * 0.76, 10, w * 0.24, plan - 14}, KH_TR("Asked and done")},
            {DrawingId::RotorSection, {kPanelLeft, 10 + plan, w * 0.54, h - plan}, KH_TR("Rotor")},
            {DrawingId::RotorsAlike, {kPanelLeft + w * 0.57, 10 + plan, w * 0.43, h - plan}, KH_TR("Four alike"), true}};
}

}  // namespace

const StationEntry& rotorsAirframeStation() {
    static const StationEntry entry{.station = Station::Airframe,
                                    .name = KH_TR("Airframe"),
                                    .shortName = KH_TR("Air"),
                                    .rows = rotorsAirframeRows,
                                    .columns = {110, 82, 82, 306, 92},
                                    .rules = {boxRules},
                                    .figures = rotorsFigures,
                                    .panels = planPanels};
    return entry;
}

const StationEntry& rotorsStation() {
    static const StationEntry entry{.station = Station::Rotors,
                                    .name = KH_TR("Rotors"),
                                    .shortName = KH_TR("Rotors"),
                                    .rows = rotorsRows,
                                    .columns = {106, 86, 182, 182, 88},
                                    .rules = {rotorLeadRules, rotorSenseRules, rotorLimitRules, rotorCheckRules},
                                    .figures = rotorsFigures,
                                    .work = {rotorSolvers, rotorGuides},
                                    .panels = rotorPanels,
                                    .drawn = {rotors::Aileron, rotors::Elevator, rotors::Collective, rotors::Rudder},
                                    .shots = {{"rotors", "oystercatcher", "rotor-elevator", "idle1", {0.47, 0.0, 1.0, 0.0}, "elevator"}}};
    return entry;
}

const StationEntry& rotorsSensorsStation() {
    static const StationEntry entry{.station = Station::Sensors,
                                    .name = KH_TR("Sensors"),
                                    .shortName = KH_TR("Sens"),
                                    .rows = rotorsSensorsRows,
                                    .columns = {104, 86, 176, 196, 92},
                                    .rules = {mountingRules},
                                    .work = {rotorSensorGuides},
                                    .panels = planPanels};
    return entry;
}

const StationEntry& rotorsPowerStation() {
    static const StationEntry entry{.station = Station::Power,
                                    .name = KH_TR("Power"),
                                    .shortName = KH_TR("Power"),
                                    .rows = rotorsPowerRows,
                                    .columns = {112, 126, 86, 254, 92},
                                    .rules = {rotorPowerRules},
                                    .panels = planPanels};
    return entry;
}

}  // namespace kh
