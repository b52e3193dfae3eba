// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/helicopter/figures.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/airframe/airframe.h"
#include "stations/kit/rowbuilder.h"

namespace kh {

StationPage airframeRows(const RowBuilder& b) {
    const Machine& m = b.setup().machine;
    const auto fact = [&](const char* id, const char* title, std::vector<Part> parts) {
        return b.row(id, say(title), {}, {}, {std::move(parts)});
    };
    StationPage page{Station::Airframe, {}};
    page.rows = {
        fact("model", KH_TR("Model"),
             {b.field("machine.name"_field), b.labelled("machine.sizeClass"_field), b.field("machine.style"_field)}),
        fact("rotor", KH_TR("Rotor"), {b.labelled("machine.rotor.discM"_field), b.field("machine.rotor.turning"_field)}),
        fact("blades", KH_TR("Main blades"),
             {b.field("machine.rotor.blades"_field), b.field("machine.rotor.bladeMm"_field, label(KH_TR("×"))),
              b.labelled("machine.rotor.chordMm"_field)}),
        fact("mass", KH_TR("Flying mass"), {b.field("machine.massKg"_field)}),
        RowBuilder::aside("mass", KH_TR("thin air, hot or high, asks for more pitch, more power and more tail"),
                          fact("air", KH_TR("Air"),
                               {b.field("machine.air.temperatureC"_field), b.field("machine.air.heightM"_field, label(KH_TR("at"))),
                                RowBuilder::figure(b.figures().of<HelicopterFigures>().airDensity)})),
        fact("head", KH_TR("Head"),
             {b.labelled("machine.head.innerRadiusMm"_field), b.labelled("machine.head.gripMm"_field), b.field("machine.head.link"_field)}),
        RowBuilder::under("head", fact("head-lead", KH_TR("Link lead"), {b.field("machine.head.leadDeg"_field)})),
        fact("links", KH_TR("Blade links"),
             {b.field("machine.head.linkKind"_field), b.labelled("machine.head.threadMmPerTurn"_field),
              b.field("machine.head.linkEnds"_field, label(KH_TR("ball links")))}),
        fact("plate", KH_TR("Plate"),
             {b.labelled("machine.plate.ballRadiusMm"_field), b.field("machine.plate.travelMm"_field, label(KH_TR("travel ±")))}),
        fact("arms", KH_TR("Servo arms"),
             {b.field("machine.servos.elevator.armMm"_field, label(KH_TR("r"))),
              b.field("machine.servos.elevator.linkMm"_field, label(KH_TR("L"))), b.field("machine.arms.cross"_field),
              b.labelled("machine.arms.holesMm"_field)}),
        RowBuilder::aside("arms", KH_TR("from the kit's manual: where a link starts, and what a measured one is held against"),
                          fact("kit-lengths", KH_TR("Links of the kit"),
                               {b.field("machine.plate.kitLinkMm"_field, label(KH_TR("plate"))),
                                b.field("machine.tail.kitLinkMm"_field, label(KH_TR("tail"))),
                                b.field("machine.tail.linkMm"_field, label(KH_TR("built")))})),
        fact("tail-build", KH_TR("Tail rotor"), {b.labelled("machine.tail.discM"_field), b.labelled("machine.tail.ratio"_field)}),
        RowBuilder::under("tail-build", fact("tail-size", KH_TR("Boom, blades"),
                                             {b.labelled("machine.tail.boomM"_field), b.labelled("machine.tail.chordMm"_field),
                                              b.labelled("machine.tail.side"_field)})),
        fact("motor", KH_TR("Motor"),
             {b.field("machine.power.motor"_field), b.field("machine.power.kv"_field), b.labelled("machine.power.poles"_field)}),
        RowBuilder::aside("motor", KH_TR("by motor, speed controller and pack, the least of them: the tail must hold against it"),
                          fact("most-power", KH_TR("Most power"), {b.field("machine.power.mostPowerW"_field)})),
        fact("gears", KH_TR("Teeth"), {b.labelled("machine.power.mainTeeth"_field), b.labelled("machine.power.pinionTeeth"_field)}),
        fact("pack-build", KH_TR("Pack"), {b.labelled("machine.power.cells"_field), b.field("machine.power.capacityMah"_field)}),
        b.row("boxes", say(KH_TR("Boxes")), {{RowBuilder::text(say(KH_TR("{n}"), {{"n", b.setup().transmitter.profile->name}}))}},
              {{RowBuilder::text(say(KH_TR("{n}"), {{"n", b.setup().controller.profile->name}}))}},
              {{RowBuilder::text(say(KH_TR("{n}, {s}"),
                                     {{"n", b.setup().speedController.profile->name},
                                      {"s", helicopter(m).servos.empty() ? std::string() : helicopter(m).servos.front().servo->name}}))}}),
    };
    return page;
}

}  // namespace kh
