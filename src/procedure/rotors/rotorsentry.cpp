// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/rotors/rotorsentry.h"

#include "model/fieldpatterns.h"
#include "procedure/rotors/rotorsladder.h"
#include "procedure/rotors/rotorstrace.h"
#include "procedure/sheetbuilder.h"
#include "stations/rotors/rotorsfigures.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kRotorGuards{
    Guard{KH_TR("leads off"), KH_TR("tick leads off"), KH_TR("untick leads off: here the motor turns, blades off")},
    Guard{KH_TR("blades folded"), KH_TR("tick blades folded: they are the pointers"),
          KH_TR("untick blades folded: this is read with them spread")},
    Guard{KH_TR("hold on"), KH_TR("tick hold on"), KH_TR("untick hold on: this is done with hold off")}};
// leads off, blades folded, hold on
constexpr BenchNeed kFolded{Need::Yes, Need::Yes, Need::Yes};
constexpr BenchNeed kTurns{Need::No, Need::Any, Need::No};
constexpr std::array kRotorNeeds{RowNeed{"failsafe-test", {Need::Yes, Need::Any, Need::No}},
                                 RowNeed{"range-check", {Need::Yes, Need::Any, Need::Yes}}, RowNeed{"start-pulse", kTurns},
                                 RowNeed{"throttle-ends", {Need::Any, Need::Any, Need::No}}};

BenchNeed needOfRotors(Station station) {
    if (station == Station::Radio) return {};
    if (station == Station::Airframe || station == Station::Modes || station == Station::Power) return {Need::Yes, Need::Any, Need::Any};
    return kFolded;
}

const GuardTable& rotorsGuards(const Setup&) {
    static constexpr GuardTable table{kRotorGuards, kRotorNeeds, needOfRotors};
    return table;
}

MachineSheet rotorsSheet(const SheetBuilder& b) {
    const Setup& setup = b.setup;
    std::vector<SheetRow> frame{b.field(say(KH_TR("Arm")), "machine.armMm"_field),
                                b.field(say(KH_TR("Front arms at")), "machine.armAngleDeg"_field),
                                b.field(say(KH_TR("Clockwise")), "machine.pair"_field), b.field(say(KH_TR("Mass")), "machine.massKg"_field),
                                b.field(say(KH_TR("Blade limit")), "machine.bladeMaxRpm"_field)};
    const RotorsFigures& own = b.evaluation.figures.of<RotorsFigures>();
    std::vector<SheetRow> wiring;
    for (std::size_t p = 0; p < setup.controller.ports.size() && p < kRotors; ++p) {
        const std::size_t i = rotorOfPort(setup, p);
        wiring.push_back({say(KH_TR("Port {p}"), {{"p", setup.controller.ports[p].id}}),
                          i < kRotors ? say(KH_TR("{r}"), {{"r", rotorTitle(rotors::kIds[i])}}) : say(KH_TR("no rotor")),
                          i < kRotors ? say(KH_TR("{a}, {b}, {c}"), {{"a", SheetBuilder::shown(own.of(RotorState::Minus, i))},
                                                                     {"b", SheetBuilder::shown(own.of(RotorState::Zero, i))},
                                                                     {"c", SheetBuilder::shown(own.of(RotorState::Plus, i))}})
                                      : Message{},
                          standingOf(setup, elementPath("controller.ports.{}.role"_field, setup.controller.ports[p].id))});
    }
    // from the receiver: one lead, or one for each function in the box's order
    const bool each = setup.machine.wiring.receiver == ReceiverKind::LeadEach;
    std::vector<Message> order;
    for (const std::string& id : setup.controller.profile->channelOrder)
        if (const ChannelSettings* ch = channelOf(setup.transmitter, id); ch != nullptr)
            order.push_back(say(KH_TR("{f} {n}"), {{"f", asWord(id)}, {"n", num(ch->number)}}));
    wiring.push_back({say(KH_TR("Receiver")), each ? say(KH_TR("a lead each, by function and output")) : say(KH_TR("one lead")),
                      each ? say(KH_TR("{list}"), {{"list", order}}) : Message{}, standingOf(setup, "machine.wiring.receiver"_field)});
    wiring.push_back({say(KH_TR("Speed controller")),
                      setup.machine.wiring.throttleLead == ThrottleLead::Controller ? say(KH_TR("throttle lead into the controller"))
                                                                                    : say(KH_TR("throttle lead into the receiver")),
                      say(KH_TR("its supply into either power port")), standingOf(setup, "machine.wiring.throttleLead"_field)});
    std::vector<SheetRow> power{
        b.field(say(KH_TR("Main gear")), "machine.power.mainTeeth"_field), b.field(say(KH_TR("Pinion")), "machine.power.pinionTeeth"_field),
        b.field(say(KH_TR("Kv")), "machine.power.kv"_field), b.field(say(KH_TR("Cells")), "machine.power.cells"_field)};
    std::vector<SheetRow> looks{
        {say(KH_TR("Each rotor, turned by hand")),
         {},
         {},
         standingOf(setup, "rows.rotor-ports"),
         {say(KH_TR("its arrow's way, leading edges forward"))}},
        {say(KH_TR("Collective up")), {}, {}, standingOf(setup, "rows.rotor-collective"), {say(KH_TR("all four rise"))}},
        {say(KH_TR("Aileron right")), {}, {}, standingOf(setup, "rows.rotor-aileron"), {say(KH_TR("the left pair rises"))}},
        {say(KH_TR("Elevator forward")), {}, {}, standingOf(setup, "rows.rotor-elevator"), {say(KH_TR("the back pair rises"))}},
        {say(KH_TR("Rudder right")), {}, {}, standingOf(setup, "rows.rotor-rudder"), {say(KH_TR("the counter-clockwise pair rises"))}},
        {say(KH_TR("Before each flight: battery, nothing lent is out")),
         {},
         {},
         {},
         {say(KH_TR("above its alarm; range test, trainer, set-up back"))}}};
    return {
        {{say(KH_TR("Frame")), frame}, {say(KH_TR("Wiring, blades at −, 0, +")), wiring}, {say(KH_TR("Power")), power}},
        {},
        {say(KH_TR("Look at")), looks, {sheetHeading(KH_TR("must show"))}},
        {say(KH_TR("All four rotors can start when hold is released: unplug two motor leads, insulate each, mark its pair.")),
         say(KH_TR("Blades stay off, or folded as pointers with the leads off, for every powered check.")),
         say(KH_TR("Transmitter on first and off last, hold on. No rotor is turned by its motor indoors; hold in the air is a fall."))}};
}

}  // namespace

const AircraftEntry& rotorsEntry() {
    static const AircraftEntry entry{.of = rotorsClass(),
                                     .stations = rotorsStations,
                                     .stages = rotorsStages,
                                     .sheet = rotorsSheet,
                                     .guards = rotorsGuards,
                                     .ladder = &rotorsLadder()};
    return entry;
}

}  // namespace kh
