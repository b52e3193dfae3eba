// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "stations/kit/rowbuilder.h"
#include "stations/kit/tables.h"
#include "stations/swash/swash.h"
#include "stations/swash/swashfigures.h"

#include <functional>

namespace kh {

namespace {

Cell portsCell(const RowBuilder& b, const std::function<Part(const PortSettings&)>& part) {
    Cell cell;
    for (const PortSettings& p : b.setup().controller.ports) {
        cell.parts.push_back(RowBuilder::port(p.id));
        cell.parts.push_back(part(p));
    }
    return cell;
}

}  // namespace

StationPage swashRows(const RowBuilder& b) {
    const Setup& s = b.setup();
    const Figures& f = b.figures();
    const Layout* built = machineLayout(s.machine);
    const auto controllerField = [&](const std::string& key, Message l = {}) { return b.field("controller." + key, std::move(l)); };
    Cell azimuths;
    azimuths.parts.push_back(RowBuilder::text(say(built != nullptr ? built->id : kCustomLayout)));
    azimuths.parts.front().kind = Part::Act{"layout-built"};
    Cell angles;
    for (const PortSettings& p : s.controller.ports)
        angles.parts.push_back(b.field(elementPath("machine.servos.{}.azimuthDeg"_field, p.role)));
    azimuths.parts.insert(azimuths.parts.end(), angles.parts.begin(), angles.parts.end());
    const std::string servo = helicopter(s).servos.empty() ? "" : "machine.servos." + helicopter(s).servos.front().id + ".servo";
    const std::string servoName = helicopter(s).servos.empty() ? "" : helicopter(s).servos.front().servo->name;
    const auto servoFact = [&](const char* key) {
        return servo.empty() ? RowBuilder::dash() : b.field(servo + key, say(KH_TR("{n}"), {{"n", servoName}}));
    };
    std::vector<std::string> roles;
    for (const PlateServo& p : helicopter(s).servos) roles.push_back(p.id);
    Cell square, directions;
    for (const PlateServo& p : helicopter(s).servos) {
        square.parts.push_back(b.field(elementPath("machine.servos.{}.squareErrorDeg"_field, p.id)));
        directions.parts.push_back(b.field(elementPath("machine.servos.{}.risesWithPulse"_field, p.id)));
    }
    square.parts.push_back(RowBuilder::figure(f.of<SwashFigures>().squareDiffDeg, label(KH_TR("up − down"))));
    StationPage page{Station::Swash, {}};
    Part anglesSet = controllerField("customAzimuthsDeg");
    Part radiiSet = controllerField("customRadiiPct", label(KH_TR("radii")));
    page.rows = {
        b.row("swash-mixing", say(KH_TR("Swash mixing")), {{b.field("transmitter.swashMixing"_field)}},
              {{RowBuilder::text(say(KH_TR("on")))}},
              {{RowBuilder::text(s.transmitter.swashMixing == SwashMixing::Off ? say(KH_TR("mixed once")) : say(KH_TR("mixed twice")))}}),
        b.row("layout", say(KH_TR("Layout")), {},
              {{b.word("controller.layout"_field, s.controller.profile->layouts), controllerField("phaseDeg", label(KH_TR("phase")))}},
              std::move(azimuths)),
        RowBuilder::under(
            "layout", b.row("phase", say(KH_TR("Phase")), {}, {}, {{b.field("machine.head.phaseDeg"_field, label(KH_TR("of the head")))}})),
        RowBuilder::aside("layout",
                          KH_TR("of the balls from the nose, clockwise from above, in the order of the ports; used with the layout custom"),
                          b.row("layout-angles", say(KH_TR("Own angles")), {}, {{std::move(anglesSet), std::move(radiiSet)}}, {})),
        b.row("servo-pulse", say(KH_TR("Servo pulse")), {}, {{b.oneOf("controller.pulseUs"_field, s.controller.profile->pulsesUs)}},
              {{servoFact(".pulseUs")}}),
        b.row("servo-rate", say(KH_TR("Servo rate")), {}, {{b.oneOf("controller.rateHz"_field, s.controller.profile->ratesHz)}},
              {{servoFact(".maxHz")}}),
        b.row("ports", say(KH_TR("Ports")), {},
              portsCell(b, [&](const PortSettings& p) { return b.word(elementPath("controller.ports.{}.role"_field, p.id), roles); }),
              std::move(angles)),
        b.row("servo-directions", say(KH_TR("Servo directions")), {},
              portsCell(b, [&](const PortSettings& p) { return b.field(elementPath("controller.ports.{}.reversed"_field, p.id)); }),
              std::move(directions)),
        b.row("arms-square", say(KH_TR("Arms square")), {},
              portsCell(b,
                        [&](const PortSettings& p) {
                            Part part = b.field(elementPath("controller.ports.{}.trimUs"_field, p.id));
                            const bool last = &p == &s.controller.ports.back();
                            if (!last) part.unit = "";
                            return part;
                        }),
              std::move(square)),
        b.row("collective-sense", say(KH_TR("Collective sense")), {{b.field("transmitter.channels.collective.reversed"_field)}},
              {{b.field("controller.directions.collectiveReversed"_field)}},
              {{RowBuilder::figure(f.collectiveHighDeg, label(KH_TR("stick up")))}}),
        b.row("cyclic-sense", say(KH_TR("Cyclic sense")),
              {{b.field("transmitter.channels.aileron.reversed"_field, label(KH_TR("a"))),
                b.field("transmitter.channels.elevator.reversed"_field, label(KH_TR("e")))}},
              {{b.field("controller.directions.aileronReversed"_field, label(KH_TR("a"))),
                b.field("controller.directions.elevatorReversed"_field, label(KH_TR("e")))}},
              {{RowBuilder::figure(f.of<SwashFigures>().rollRatio, label(KH_TR("roll"))),
                RowBuilder::figure(f.of<SwashFigures>().pitchRatio, label(KH_TR("pitch")))}}),
        b.row("level-plate", say(KH_TR("Plate level")), {}, {},
              {{RowBuilder::figure(f.of<SwashFigures>().neutralTiltDeg, label(KH_TR("at neutral")))}}),
        RowBuilder::aside("level-plate",
                          KH_TR("links first, sub-trim for what is left; a sub-trim that is large eats the servo's range on one side"),
                          b.row("plate-trim", say(KH_TR("Trimmed by")), {{b.field("transmitter.schools.plateTrim"_field)}}, {}, {})),
        b.row("servo-fight", say(KH_TR("Servo fight")), {}, {},
              {{RowBuilder::figure(f.of<SwashFigures>().fightMm, label(KH_TR("at most")))}}),
        b.row("stroke-use", say(KH_TR("Stroke use")), {}, {},
              {{RowBuilder::figure(f.of<SwashFigures>().strokeUsePct),
                RowBuilder::text(say(KH_TR("of ±{u}"), {{"u", amount(s, "controller.profile.usableStrokeUs"_field)}}))}}),
    };
    std::vector<Row> balls, data;
    for (const PlateServo& p : helicopter(s).servos) {
        balls.push_back(b.line("layout", "ball-" + p.id, asWord(p.id),
                               {{{b.field(elementPath("machine.servos.{}.azimuthDeg"_field, p.id))}},
                                {{b.field(elementPath("machine.servos.{}.ballRadiusMm"_field, p.id))}},
                                {{b.field(elementPath("machine.servos.{}.armMm"_field, p.id))}}}));
        data.push_back(b.line("servo-pulse", "servo-data-" + p.id, asWord(p.id),
                              {{{b.field(elementPath("machine.servos.{}.servo.pulseUs"_field, p.id))}},
                               {{b.field(elementPath("machine.servos.{}.servo.maxHz"_field, p.id))}},
                               {{b.field(elementPath("machine.servos.{}.servo.source"_field, p.id))}},
                               {{b.field(elementPath("machine.servos.{}.servo.otherPulseUs"_field, p.id))}},
                               {{b.field(elementPath("machine.servos.{}.servo.otherMaxHz"_field, p.id))}},
                               {{b.field(elementPath("machine.servos.{}.servo.otherSource"_field, p.id))}}}));
    }
    setTable(page, "layout",
             {{KH_TR("angle"), "°", KH_TR("where the servo's ball stands, from the nose, clockwise from above"), Box::Machine},
              {KH_TR("radius"), "mm", KH_TR("from the shaft's middle to the ball; empty: the plate's own"), Box::Machine},
              {KH_TR("arm"), "mm", KH_TR("from the servo's shaft to its ball"), Box::Machine}},
             std::move(balls));
    setTable(
        page, "servo-pulse",
        {{KH_TR("pulse"), "µs",
          KH_TR("the centre of its pulse class, from the servo's data: a wide pulse drives a narrow servo into its stop"), Box::Machine},
         {KH_TR("rate"), "Hz", KH_TR("the frame rate it survives, from its data: too high a rate burns it within minutes"), Box::Machine},
         {KH_TR("source"), "", KH_TR("where both stand: its case, a sheet, a seller's page"), Box::Machine},
         {KH_TR("2nd pulse"), "µs", KH_TR("what a second source says; where two contradict, nothing is known"), Box::Machine},
         {KH_TR("2nd rate"), "Hz", KH_TR("the highest rate by that"), Box::Machine},
         {KH_TR("2nd source"), "", KH_TR("where the second one stands"), Box::Machine}},
        std::move(data));
    return page;
}

}  // namespace kh
