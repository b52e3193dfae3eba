// SPDX-License-Identifier: GPL-3.0-or-later
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
             {b.field("machine.name"), b.field("machine.sizeClass", label(KH_TR("class"))),
              b.word("machine.style", {"training", "sport", "aerobatic", "scale"})}),
        fact("rotor", KH_TR("Rotor"), {b.field("machine.rotor.discM", label(KH_TR("disc"))), b.field("machine.rotor.turning")}),
        fact("blades", KH_TR("Main blades"),
             {b.field("machine.rotor.blades"), b.field("machine.rotor.bladeMm", label(KH_TR("×"))),
              b.field("machine.rotor.chordMm", label(KH_TR("chord")))}),
        fact("mass", KH_TR("Flying mass"), {b.field("machine.massKg")}),
        fact("head", KH_TR("Head"),
             {b.field("machine.head.innerRadiusMm", label(KH_TR("ring"))), b.field("machine.head.gripMm", label(KH_TR("grip"))),
              b.field("machine.head.link")}),
        fact("links", KH_TR("Blade links"),
             {b.field("machine.head.linkKind"), b.field("machine.head.threadMmPerTurn", label(KH_TR("thread"))),
              b.field("machine.head.linkEnds", label(KH_TR("ball links")))}),
        fact("plate", KH_TR("Plate"),
             {b.field("machine.plate.ballRadiusMm", label(KH_TR("balls"))), b.field("machine.plate.travelMm", label(KH_TR("travel ±")))}),
        fact("arms", KH_TR("Servo arms"),
             {b.field("machine.servos.elevator.armMm", label(KH_TR("r"))), b.field("machine.servos.elevator.linkMm", label(KH_TR("L"))),
              b.flag("machine.arms.cross", KH_TR("cross"), KH_TR("one side")), b.field("machine.arms.holesMm", label(KH_TR("holes")))}),
        fact("tail-build", KH_TR("Tail rotor"),
             {b.field("machine.tail.discM", label(KH_TR("disc"))), b.field("machine.tail.ratio", label(KH_TR("ratio")))}),
        fact("motor", KH_TR("Motor"),
             {b.field("machine.power.motor"), b.field("machine.power.kv"), b.field("machine.power.poles", label(KH_TR("poles")))}),
        fact("gears", KH_TR("Teeth"),
             {b.field("machine.power.mainTeeth", label(KH_TR("main"))), b.field("machine.power.pinionTeeth", label(KH_TR("pinion")))}),
        fact("pack-build", KH_TR("Pack"), {b.field("machine.power.cells", label(KH_TR("cells"))), b.field("machine.power.capacityMah")}),
        b.row("boxes", say(KH_TR("Boxes")), {{RowBuilder::text(say(KH_TR("{n}"), {{"n", b.setup().transmitter.profile.name}}))}},
              {{RowBuilder::text(say(KH_TR("{n}"), {{"n", b.setup().controller.profile.name}}))}},
              {{RowBuilder::text(say(KH_TR("{n}, {s}"), {{"n", b.setup().speedController.profile.name},
                                                         {"s", m.servos.empty() ? std::string() : m.servos.front().servo.name}}))}}),
    };
    return page;
}

}  // namespace kh
