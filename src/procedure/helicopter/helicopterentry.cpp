// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/helicopterentry.h"

#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/helicopter/helicopter.h"
#include "procedure/helicopter/goeswith.h"
#include "procedure/helicopter/guards.h"
#include "procedure/helicopter/helicoptertables.h"
#include "procedure/helicopter/ladder.h"
#include "procedure/helicopter/trace.h"
#include "procedure/sheetbuilder.h"
#include "stations/power/powerfigures.h"
#include "stations/sensors/gyrowords.h"
#include "stations/tail/tailwords.h"

namespace kh {

namespace {

/// What is proved by looking, with what must be seen, in the order in which it is looked at.
std::vector<SheetRow> looks(const Setup& setup) {
    std::vector<SheetRow> out;
    const auto look = [&](const char* row, Message what, Message must) {
        out.push_back({std::move(what), {}, {}, standingOf(setup, std::string("rows.") + row), {std::move(must)}});
    };
    look("tail-edges"_row, say(KH_TR("Tail blades and drive")),
         tailBladesTurn(setup) ? say(helicopter(setup).tail.topBlade == TopBlade::Aft ? KH_TR("leading edges first, top blade aft")
                                                                                      : KH_TR("leading edges first, top blade forward"))
                               : say(KH_TR("its motor turns the kit's way")));
    look("tail-direction"_row, say(KH_TR("Rudder stick")), say(KH_TR("stick left: {s}"), {{"s", noseLeftSign(setup)}}));
    std::vector<Message> turns;
    turns.reserve(kHandTurns.size());
    for (const HandTurn turn : kHandTurns)
        turns.push_back(say(KH_TR("{turn}: {want}"),
                            {{"turn", say(textOf(turn).done)}, {"want", answerText(rightAnswers()[static_cast<std::size_t>(turn)])}}));
    look("on-the-ground"_row, say(KH_TR("Turned by hand, motor off")), say(KH_TR("{t}"), {{"t", turns}}));
    look("heading-hold"_row, say(KH_TR("Rudder tapped")), say(KH_TR("the tail stays; in rate mode it returns")));
    const bool engine = setup.machine.power.kind == PowerKind::Engine;
    look("first-power"_row, engine ? say(KH_TR("First run, blades on")) : say(KH_TR("First power, no blades")),
         say(KH_TR("head and tail driven, the right way")));
    out.push_back({say(KH_TR("Before each flight: battery, nothing lent is out")),
                   {},
                   {},
                   {},
                   {say(KH_TR("above its alarm; range test, trainer, bench mode, set-up back"))}});
    if (setup.transmitter.schools.rateMode == RateModeSchool::OwnSwitch)
        out.push_back({say(KH_TR("Before each flight: rate mode")), {}, {}, {}, {say(KH_TR("its switch is where the tail is held"))}});
    return out;
}

std::vector<Message> helicopterCautions(const Setup& setup) {
    const bool engine = setup.machine.power.kind == PowerKind::Engine;
    return {
        engine
            ? say(KH_TR(
                  "Engine stopped, igniter off and fuel line clamped for every bench step; it is never run without blades, nor indoors."))
            : say(KH_TR("The main rotor can start when hold is released: unplug two motor leads, insulate each, mark its pair.")),
        engine
            ? say(KH_TR("Main and tail blades stay off on the bench; main blades go on indoors only for the pitch steps."))
            : say(KH_TR(
                  "Main and tail blades stay off for every powered check; main blades go on indoors only for the pitch steps, leads off.")),
        say(KH_TR("Transmitter on first and off last, hold on. No rotor is turned by its motor indoors."))};
}

/// The sheet's page of a helicopter.
MachineSheet helicopterSheet(const SheetBuilder& b) {
    const Setup& setup = b.setup;
    const auto fact = [&](Message what, const std::string& path) { return b.field(std::move(what), path); };
    std::vector<SheetRow> rotor{
        fact(say(KH_TR("Disc")), "machine.rotor.discM"_field), fact(say(KH_TR("Blade")), "machine.rotor.bladeMm"_field),
        fact(say(KH_TR("Blade limit")), "machine.rotor.bladeMaxRpm"_field), fact(say(KH_TR("Mass")), "machine.massKg"_field),
        fact(say(KH_TR("Turning")), "machine.rotor.turning"_field)};
    std::vector<SheetRow> head{fact(say(KH_TR("Grip lever")), "machine.head.gripMm"_field),
                               fact(say(KH_TR("Inner ring")), "machine.head.innerRadiusMm"_field),
                               fact(say(KH_TR("Ball radius")), "machine.plate.ballRadiusMm"_field)};
    for (const PlateServo& s : helicopter(setup).servos)
        head.push_back({servoTitle(s.id),
                        say(KH_TR("{n} at {a}, arm {m}"), {{"n", s.servo->name},
                                                           {"a", amount(setup, elementPath("machine.servos.{}.azimuthDeg"_field, s.id))},
                                                           {"m", amount(setup, elementPath("machine.servos.{}.armMm"_field, s.id))}}),
                        {},
                        standingOf(setup, elementPath("machine.servos.{}.armMm"_field, s.id))});
    std::vector<SheetRow> power{fact(say(KH_TR("Main gear")), "machine.power.mainTeeth"_field),
                                fact(say(KH_TR("Pinion")), "machine.power.pinionTeeth"_field)};
    if (setup.machine.power.kind == PowerKind::Engine) {
        power.push_back(fact(say(KH_TR("Clutch")), "machine.power.clutchPct"_field));
    } else {
        power.push_back(fact(say(KH_TR("Magnet poles")), "machine.power.poles"_field));
        power.push_back(fact(say(KH_TR("Kv")), "machine.power.kv"_field));
        power.push_back(fact(say(KH_TR("Cells")), "machine.power.cells"_field));
    }
    power[1].machine = say(KH_TR("ratio {r}"), {{"r", SheetBuilder::shown(b.evaluation.figures.of<PowerFigures>().ratio)}});
    return {{{say(KH_TR("Rotor")), rotor}, {say(KH_TR("Head and plate")), head}, {say(KH_TR("Power")), power}},
            {SheetFigure::Plate},
            {say(KH_TR("Look at")), looks(setup), {sheetHeading(KH_TR("must show"))}},
            helicopterCautions(setup)};
}

}  // namespace

const AircraftEntry& helicopterEntry() {
    static const AircraftEntry entry{helicopterClass(),  shippedStations, helicopterStages, helicopterSheet,    helicopterGuards,
                                     helicopterGoesWith, helicopterSuits, helicopterTables, &helicopterLadder()};
    return entry;
}

}  // namespace kh
