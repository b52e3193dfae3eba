// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/fieldpatterns.h"
#include "stations/kit/rowbuilder.h"
#include "stations/power/power.h"

namespace kh {

StationPage powerRows(const RowBuilder& b) {
    const Setup& s = b.setup();
    const Figures& f = b.figures();
    Cell speeds, headroom, tips;
    for (const ModeFigures& m : f.modes) {
        if (m.id == kHoldMode) continue;
        speeds.parts.push_back(RowBuilder::figure(m.headRpm));
        headroom.parts.push_back(RowBuilder::figure(m.headroomPct));
        tips.parts.push_back(RowBuilder::figure(m.tipSpeed));
    }
    for (Cell* c : {&speeds, &headroom, &tips})
        for (std::size_t i = 0; i + 1 < c->parts.size(); ++i) c->parts[i].unit = "";
    Cell governor;
    governor.parts = {b.word("controller.governor.kind"_field, s.controller.profile.governors)};
    if (s.controller.governor.kind == GovernorKind::Internal) {
        governor.parts.push_back(b.labelled("controller.governor.ratio"_field));
        governor.parts.push_back(b.field("controller.governor.poleCount"_field,
                                         s.controller.profile.asksPolePairs ? label(KH_TR("pairs")) : label(KH_TR("poles"))));
    }
    tips.parts.push_back(b.field("machine.rotor.bladeMaxRpm"_field, label(KH_TR("limit"))));
    Cell logged;
    for (const CalibrationPoint& p : s.speedController.calibration) {
        logged.parts.push_back(b.field(elementPath("speedController.calibration.{}.throttlePct"_field, p.id)));
        logged.parts.push_back(b.field(elementPath("speedController.calibration.{}.headRpm"_field, p.id)));
    }
    if (logged.parts.empty()) logged.parts.push_back(RowBuilder::text(say(KH_TR("none yet"))));
    Cell drive{{b.labelled("machine.power.efficiency"_field)}};
    if (s.machine.power.kind == PowerKind::Engine) drive.parts.push_back(b.labelled("machine.power.clutchPct"_field));
    StationPage page{Station::Power, {}};
    Cell ends{{RowBuilder::figure(f.channel("throttle") ? f.channel("throttle")->lowUs : Figure{}),
               RowBuilder::figure(f.channel("throttle") ? f.channel("throttle")->highUs : Figure{})}};
    ends.parts.front().unit = "";
    page.rows = {
        b.row("gear", say(KH_TR("Gear ratio")), {}, {},
              {{b.labelled("machine.power.mainTeeth"_field), b.labelled("machine.power.pinionTeeth"_field),
                RowBuilder::figure(f.ratio, label(KH_TR("=")))}}),
        RowBuilder::under("gear", b.row("second-stage", say(KH_TR("Second stage")), {}, {},
                                        {{b.field("machine.power.secondStage"_field, label(KH_TR("×")))}})),
        b.row("poles", say(KH_TR("Pole pairs")), {}, {},
              {{b.labelled("machine.power.poles"_field), RowBuilder::figure(f.polePairs, label(KH_TR("pairs")))}}),
        b.row("available", say(KH_TR("Available")), {}, {},
              {{RowBuilder::figure(f.availableRpm), RowBuilder::figure(f.availableEndRpm, label(KH_TR("end of pack")))}}),
        RowBuilder::under("available", b.row("clutch", say(KH_TR("Drive")), {}, {}, std::move(drive))),
        b.row("governor", say(KH_TR("Governor")), {}, std::move(governor),
              {{b.field("speedController.control"_field, say(KH_TR("{n}"), {{"n", s.speedController.profile.name}}))}}),
        RowBuilder::under("governor", b.row("governor-run", say(KH_TR("Its run-up")), {},
                                            {{b.field("controller.governor.runUpS"_field),
                                              b.field("controller.governor.minThrottlePct"_field, label(KH_TR("least")))}},
                                            {})),
        b.row("head-speed", say(KH_TR("Head speed")), {}, {}, std::move(speeds)),
        RowBuilder::under("head-speed", b.row("logged-speeds", say(KH_TR("Logged")), {}, {}, std::move(logged))),
        b.row("headroom", say(KH_TR("Headroom")), {}, {}, std::move(headroom)),
        b.row("tip-speed", say(KH_TR("Tip speed")), {}, {}, std::move(tips)),
        b.row("throttle-ends", say(KH_TR("Throttle ends")), std::move(ends), {},
              {{b.field("speedController.lowUs"_field, label(KH_TR("learned"))), b.field("speedController.highUs"_field)}}),
        RowBuilder::under("throttle-ends", b.row("start-pulse", say(KH_TR("Motor starts")), {}, {},
                                                 {{b.field("speedController.startUs"_field, label(KH_TR("at")))}})),
        b.row("soft-start", say(KH_TR("Soft start")), {}, {}, {{b.field("speedController.softStartS"_field)}}),
        b.row("protection", say(KH_TR("Pack protection")), {}, {},
              {{b.field("speedController.cutOff"_field), b.field("speedController.cutOffVoltsPerCell"_field),
                b.flag("speedController.brake"_field, KH_TR("brake on"), KH_TR("brake off"))}}),
        b.row("pack", say(KH_TR("Pack")), {}, {}, {{b.labelled("machine.power.cells"_field), b.field("machine.power.capacityMah"_field)}}),
        b.row("timer", say(KH_TR("Flight timer")),
              {{b.field("transmitter.timerMin"_field), b.labelled("transmitter.alarms.timerStartPct"_field)}}, {},
              {{RowBuilder::figure(f.timerMin, label(KH_TR("leaves a fifth")))}}),
        RowBuilder::under(
            "timer", b.row("alarms", say(KH_TR("Alarms")),
                           {{b.field("transmitter.alarms.voltsPerCell"_field), b.field("transmitter.alarms.usedMah"_field),
                             b.field("transmitter.alarms.headRpm"_field)}},
                           {}, {{b.labelled("machine.power.loggedMahPerMin"_field), b.labelled("machine.power.plannedMahPerMin"_field)}})),
        RowBuilder::aside("timer", KH_TR("a pack that was flown already is noticed before it is flown again"),
                          b.row("pack-read", say(KH_TR("Pack read")),
                                {{b.flag("transmitter.alarms.voicePack"_field, KH_TR("at power-up"), KH_TR("not read"))}}, {}, {})),
        RowBuilder::aside("timer", KH_TR("timer, used charge or voltage alarm; two together are better than one"),
                          b.row("flight-end", say(KH_TR("Flight's end")), {{b.field("transmitter.schools.end"_field)}}, {}, {})),
    };
    return page;
}

}  // namespace kh
