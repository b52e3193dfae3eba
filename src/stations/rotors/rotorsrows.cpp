// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/boxsettings.h"
#include "model/fieldpatterns.h"
#include "stations/kit/timerrows.h"
#include "stations/rotors/rotors.h"

namespace kh {

namespace {

/// One part a port, in the box's order.
template <class Make>
Cell byPort(const RowBuilder& b, Make make) {
    Cell out;
    for (std::size_t i = 0; i < b.setup().controller.ports.size() && i < kRotors; ++i) out.parts.push_back(make(i));
    return out;
}

/// Of four values beside each other the last says the unit.
Part lastUnit(Part part, std::size_t i) {
    if (i + 1 < kRotors) part.unit = "";
    return part;
}

/// What the machine answers to a stick at its end.
Cell answer(const RotorsFigures& own, std::size_t stick) { return {{RowBuilder::figure(own.answers[stick])}}; }

}  // namespace

StationPage rotorsAirframeRows(const RowBuilder& b) {
    const auto fact = [&](const char* id, const char* title, std::vector<Part> parts) {
        return b.row(id, say(title), {}, {}, {std::move(parts)});
    };
    const Setup& setup = b.setup();
    StationPage page{Station::Airframe, {}};
    page.rows = {
        fact("model", KH_TR("Model"),
             {b.field("machine.name"_field), b.labelled("machine.sizeClass"_field), b.field("machine.style"_field)}),
        fact("frame", KH_TR("Frame"), {b.labelled("machine.armMm"_field), b.field("machine.armAngleDeg"_field, label(KH_TR("at")))}),
        fact("pair", KH_TR("Clockwise"), {b.field("machine.pair"_field)}),
        fact("rotor", KH_TR("Rotors"), {b.labelled("machine.discM"_field), b.labelled("machine.blades"_field)}),
        fact("blades", KH_TR("Blades"), {b.field("machine.bladeMm"_field), b.labelled("machine.chordMm"_field)}),
        fact("mass", KH_TR("Flying mass"), {b.field("machine.massKg"_field)}),
        RowBuilder::aside("mass", KH_TR("thin air, hot or high, asks for more pitch and more power"),
                          fact("air", KH_TR("Air"),
                               {b.field("machine.air.temperatureC"_field), b.field("machine.air.heightM"_field, label(KH_TR("at")))})),
    };
    for (std::size_t i = 0; i < kRotors; ++i) {
        const std::string at = "machine.rotors." + std::string(rotors::kIds[i]);
        if (!readField(setup, at + ".armMm")) continue;
        Row row =
            b.row(("rotor-" + std::string(rotors::kIds[i])).c_str(), say(KH_TR("Rotor {r}"), {{"r", rotorTitle(rotors::kIds[i])}}), {}, {},
                  {{b.labelled(at + ".armMm"), b.labelled(at + ".linkMm"), b.labelled(at + ".leverMm"), b.field(at + ".lever")}});
        page.rows.push_back(i == 0 ? std::move(row) : RowBuilder::under("rotor-front-left", std::move(row)));
    }
    page.rows.push_back(
        fact("motor", KH_TR("Motor"),
             {b.field("machine.power.motor"_field), b.field("machine.power.kv"_field), b.labelled("machine.power.poles"_field)}));
    page.rows.push_back(
        fact("gears", KH_TR("Teeth"), {b.labelled("machine.power.mainTeeth"_field), b.labelled("machine.power.pinionTeeth"_field)}));
    page.rows.push_back(
        fact("pack-build", KH_TR("Pack"), {b.labelled("machine.power.cells"_field), b.field("machine.power.capacityMah"_field)}));
    page.rows.push_back(b.row("boxes", say(KH_TR("Boxes")),
                              {{RowBuilder::text(say(KH_TR("{n}"), {{"n", setup.transmitter.profile->name}}))}},
                              {{RowBuilder::text(say(KH_TR("{n}"), {{"n", setup.controller.profile->name}}))}},
                              {{RowBuilder::text(say(KH_TR("{n}"), {{"n", setup.speedController.profile->name}}))}}));
    return page;
}

StationPage rotorsRows(const RowBuilder& b) {
    const Setup& setup = b.setup();
    const RotorsFigures& own = b.figures().of<RotorsFigures>();
    const auto unit = [](std::size_t i, const char* key) { return "machine.rotors." + std::string(rotors::kIds[i]) + "." + key; };
    const auto limit = [](std::size_t i, const char* key) { return "machine.limits." + std::string(rotors::kIds[i]) + "." + key; };
    const auto pitches = [&](RotorState state) {
        Cell out;
        for (std::size_t i = 0; i < kRotors; ++i) out.parts.push_back(lastUnit(RowBuilder::figure(own.of(state, i)), i));
        return out;
    };
    const auto limits = [&](const char* key) {
        return byPort(
            b, [&](std::size_t i) { return lastUnit(readField(setup, limit(i, key)) ? b.field(limit(i, key)) : RowBuilder::dash(), i); });
    };
    StationPage page{Station::Rotors, {}};
    page.rows = {
        b.row("rotor-layout", say(KH_TR("Clockwise")), {{b.field("transmitter.swashMixing"_field, label(KH_TR("mix")))}},
              {{b.field("machine.toldPair"_field)}}, {{b.field("machine.pair"_field)}}),
        b.row("servo-pulse", say(KH_TR("Servo pulse")), {}, {{b.oneOf("controller.pulseUs"_field, setup.controller.profile->pulsesUs)}},
              {{b.field(unit(0, "servo.pulseUs"))}}),
        RowBuilder::under("servo-pulse", b.row("servo-rate", say(KH_TR("Servo rate")), {},
                                               {{b.oneOf("controller.rateHz"_field, setup.controller.profile->ratesHz)}},
                                               {{b.field(unit(0, "servo.maxHz"), label(KH_TR("to")))}})),
        b.row("rotor-ports", say(KH_TR("Ports")), {},
              byPort(b, [&](std::size_t i) { return RowBuilder::port(setup.controller.ports[i].id); }),
              byPort(b,
                     [&](std::size_t i) {
                         Part p = b.word("controller.ports." + setup.controller.ports[i].id + ".role",
                                         {rotors::kIds.begin(), rotors::kIds.end()});
                         p.value = rotorTitle(setup.controller.ports[i].role);
                         if (auto* entry = std::get_if<Part::Entry>(&p.kind))
                             for (std::size_t k = 0; k < entry->choices.captions.size(); ++k)
                                 entry->choices.captions[k] = rotorTitle(rotors::kIds[k]);
                         return p;
                     })),
        b.row(
            "rotor-square", say(KH_TR("Square to rod")), {},
            byPort(b, [&](std::size_t i) { return lastUnit(b.field("controller.ports." + setup.controller.ports[i].id + ".trimUs"), i); }),
            [&] {
                Cell out;
                for (std::size_t i = 0; i < kRotors; ++i) out.parts.push_back(lastUnit(RowBuilder::figure(own.armDeg[i]), i));
                return out;
            }()),
        RowBuilder::under("rotor-square", b.row("rotor-off-square", say(KH_TR("As mounted")), {}, {},
                                                [&] {
                                                    Cell out;
                                                    for (std::size_t i = 0; i < kRotors; ++i)
                                                        out.parts.push_back(lastUnit(b.field(unit(i, "squareErrorDeg")), i));
                                                    return out;
                                                }())),
        RowBuilder::under("rotor-square", b.row("rotor-mounted", say(KH_TR("Ball")), {}, {},
                                                [&] {
                                                    Cell out;
                                                    for (std::size_t i = 0; i < kRotors; ++i)
                                                        out.parts.push_back(b.field(unit(i, "risesWithPulse")));
                                                    return out;
                                                }())),
        b.row("rotor-zero", say(KH_TR("Zero pitch")), {}, {}, pitches(RotorState::Zero)),
        RowBuilder::under("rotor-zero", b.row("rotor-rods", say(KH_TR("Push rods")), {}, {},
                                              [&] {
                                                  Cell out;
                                                  for (std::size_t i = 0; i < kRotors; ++i)
                                                      out.parts.push_back(lastUnit(b.field(unit(i, "zeroErrorDeg")), i));
                                                  return out;
                                              }())),
        b.row("rotor-plus", say(KH_TR("+ limit")), {}, limits("plusUs"), pitches(RotorState::Plus)),
        RowBuilder::under("rotor-plus", b.row("rotor-wanted", say(KH_TR("Wanted")), {}, {},
                                              {{b.field("machine.wantedDeg"_field), b.field("machine.gauge"_field)}})),
        b.row("rotor-minus", say(KH_TR("− limit")), {}, limits("minusUs"), pitches(RotorState::Minus)),
        b.row("rotor-alike", say(KH_TR("Alike")), {}, {},
              {{RowBuilder::figure(own.apart[0], label(KH_TR("zero"))), RowBuilder::figure(own.apart[2], label(KH_TR("−"))),
                RowBuilder::figure(own.apart[1], label(KH_TR("+"))), RowBuilder::figure(own.authority, label(KH_TR("uses")))}}),
        b.row("rotor-collective", say(KH_TR("Collective")), {{b.field("transmitter.channels.collective.reversed"_field)}}, {},
              answer(own, 3)),
        b.row("rotor-aileron", say(KH_TR("Aileron")), {{b.field("transmitter.channels.aileron.reversed"_field)}}, {}, answer(own, 0)),
        b.row("rotor-elevator", say(KH_TR("Elevator")), {{b.field("transmitter.channels.elevator.reversed"_field)}}, {}, answer(own, 1)),
        b.row("rotor-rudder", say(KH_TR("Rudder")), {{b.field("transmitter.channels.rudder.reversed"_field)}},
              {{b.field("controller.profile.yawFollows"_field, label(KH_TR("yaw follows")))}}, answer(own, 2)),
    };
    // what the box asks its readings to be
    Cell checks;
    Cell windows;
    for (const CheckFigure& f : own.checks) {
        checks.parts.push_back(RowBuilder::figure(f.reading, checkTitle(f.id)));
        windows.parts.push_back(RowBuilder::text(say(KH_TR("{a} … {b} %"), {{"a", signedNum(f.lowPct)}, {"b", signedNum(f.highPct)}})));
    }
    page.rows.push_back(b.row("rotor-checks", say(KH_TR("Check points")), {}, std::move(checks), std::move(windows)));
    page.rows.push_back(
        RowBuilder::under("rotor-checks", b.row("rotor-gains", say(KH_TR("Gains")), {}, {{b.field("machine.gainsInside"_field)}}, {})));
    return page;
}

StationPage rotorsPowerRows(const RowBuilder& b) {
    const RotorsFigures& own = b.figures().of<RotorsFigures>();
    StationPage page{Station::Power, {}};
    page.rows = {
        b.row("throttle-ends", say(KH_TR("Throttle ends")),
              {{b.field("transmitter.channels.throttle.travelLowPct"_field), b.field("transmitter.channels.throttle.travelHighPct"_field)}},
              {}, {{b.field("speedController.lowUs"_field), b.field("speedController.highUs"_field)}}),
        RowBuilder::under("throttle-ends",
                          b.row("start-pulse", say(KH_TR("Start pulse")), {}, {}, {{b.field("speedController.startUs"_field)}})),
        b.row("rotor-speed", say(KH_TR("Rotor speed")), {}, {}, {{RowBuilder::figure(own.speed), b.labelled("machine.bladeMaxRpm"_field)}}),
        b.row("rotor-hover", say(KH_TR("Hover")), {}, {}, {{RowBuilder::figure(own.hoverDeg)}}),
        b.row("control", say(KH_TR("Speed control")), {}, {{b.field("controller.governor.kind"_field)}},
              {{b.field("speedController.control"_field)}}),
        b.row("soft-start", say(KH_TR("Soft start")), {}, {}, {{b.field("speedController.softStartS"_field)}}),
        b.row("brake", say(KH_TR("Brake")), {}, {}, {{b.field("speedController.brake"_field)}}),
        b.row("cut-off", say(KH_TR("Cut-off")), {}, {},
              {{b.field("speedController.cutOff"_field), b.field("speedController.cutOffVoltsPerCell"_field)}}),
    };
    for (Row& row : timerRows(b)) page.rows.push_back(std::move(row));
    return page;
}

}  // namespace kh
