// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/governor.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/kit/calibration.h"
#include "stations/kit/rowbuilder.h"
#include "stations/kit/solverkit.h"
#include "stations/kit/tables.h"
#include "stations/kit/timerrows.h"
#include "stations/power/power.h"
#include "stations/power/powerfigures.h"

#include <set>

namespace kh {

namespace {

// rows of the one that the other has not
const std::set<std::string_view> kNotAnEngines{"poles"_row,  "electrical"_row, "headroom"_row,  "protection"_row,     "start-pulse"_row,
                                               "arming"_row, "endurance"_row,  "pack-read"_row, "pack-connected"_row, "after-flight"_row};
const std::set<std::string_view> kEnginesOnly{"engine-linkage"_row};

bool byEngine(const RowBuilder& b) { return b.setup().machine.power.kind == PowerKind::Engine; }

/// What was read last, or a dash.
Part lastRead(const RowBuilder& b, const char* what, const char* unit, int decimals, Message before) {
    const Reading* r = latest(b.setup().readings, what);
    Part part = r == nullptr ? RowBuilder::dash() : RowBuilder::text(say("{v}", {{"v", num(r->value, decimals)}}));
    part.label = std::move(before);
    if (r != nullptr) part.unit = unit;
    return part;
}

/// One line a mode: what is wanted, what the curve gives, what it asks of pack and blades.
std::vector<Row> modeLines(const RowBuilder& b) {
    std::vector<Row> lines;
    const std::vector<ModePower>& power = b.figures().of<PowerFigures>().modes;
    for (std::size_t i = 0; i < power.size(); ++i) {
        const ModeFigures& m = b.figures().modes[i];
        if (m.id == kHoldMode) continue;
        lines.push_back(b.line("head-speed", "speeds-" + m.id, say(KH_TR("{m}"), {{"m", m.name}}),
                               {{{b.field(elementPath("transmitter.modes.{}.targetRpm"_field, m.id))}},
                                {{RowBuilder::figure(power[i].rangeRpm)}},
                                {{RowBuilder::figure(m.headRpm)}},
                                {{RowBuilder::figure(power[i].differencePct)}},
                                {{RowBuilder::figure(power[i].peakRpm)}}}));
    }
    return lines;
}

/// What the motor is told when the pack is plugged in, and by whom.
Message arming(const Setup& setup) {
    return setup.machine.wiring.throttleLead == ThrottleLead::Receiver ? say(KH_TR("receiver's: live before the controller"))
                                                                       : say(KH_TR("controller's: may be live at once"));
}

/// What the first governed run asks for at most.
Figure firstRunFigure(const RowBuilder& b) {
    Figure f;
    f.unit = "rpm";
    const auto& limit = helicopter(b.setup()).rotor.bladeMaxRpm;
    if (!limit) return f;
    f.known = true;
    f.value = firstGovernedRpm(*limit);
    f.why.title = say(KH_TR("first governed run"));
    f.why.line(KH_TR("at most {s} of the blade limit: {s} · {l}"),
               {{"s", num(kFirstRunShare, 2)}, {"l", amount(b.setup(), "machine.rotor.bladeMaxRpm"_field, *limit)}});
    f.why.line(KH_TR("= {v} {unit}"), {{"v", num(f.value)}, {"unit", std::string(f.unit)}});
    f.why.inputs = {"machine.rotor.bladeMaxRpm"_field};
    return f;
}

/// Its ratio, or its own teeth where they are known: what is not known of them takes nothing from the row's standing.
Row secondStage(const RowBuilder& b) {
    const PowerTrain& p = b.setup().machine.power;
    const bool byTeeth = p.secondMainTeeth && p.secondPinionTeeth;
    const std::vector<Part> ratio{b.field("machine.power.secondStage"_field, label(KH_TR("×")))};
    const std::vector<Part> teeth{b.labelled("machine.power.secondMainTeeth"_field), b.labelled("machine.power.secondPinionTeeth"_field)};
    Row row = b.row("second-stage", say(KH_TR("Second stage")), {}, {}, {byTeeth ? teeth : ratio});
    std::vector<Part>& parts = row.cells[2].parts;
    if (byTeeth) parts.insert(parts.begin(), ratio.begin(), ratio.end());
    else parts.insert(parts.end(), teeth.begin(), teeth.end());
    return row;
}

Row bailOut(const RowBuilder& b) {
    const bool own = b.setup().controller.governor.kind == GovernorKind::Internal;
    Cell controller, machine;
    if (own) controller.parts.push_back(b.field("controller.governor.bailOutS"_field));
    else
        machine.parts = {b.field("speedController.bailOutS"_field, label(KH_TR("takes"))),
                         b.field("speedController.bailOutWithinS"_field, label(KH_TR("within")))};
    return b.row("bail-out", say(KH_TR("Bail-out")), {}, std::move(controller), std::move(machine));
}

/// What ends the flight, one below the other: what is set, when it comes, and what is left until the next.
std::vector<Row> endLines(const RowBuilder& b) {
    std::vector<Row> lines;
    for (const EndFigures& end : b.figures().of<PowerFigures>().ends) {
        Cell set;
        std::string path;
        switch (end.what) {
            case FlightEnd::Warning: set.parts.push_back(RowBuilder::text(say(KH_TR("{s} s before"), {{"s", num(kTimerWarnsS)}}))); break;
            case FlightEnd::Timer: path = "transmitter.timerMin"_field; break;
            case FlightEnd::UsedCharge: path = "transmitter.alarms.usedMah"_field; break;
            case FlightEnd::Voltage: path = "transmitter.alarms.voltsPerCell"_field; break;
            case FlightEnd::Reduction: path = "speedController.cutOffVoltsPerCell"_field; break;
            case FlightEnd::Empty: path = "machine.power.capacityMah"_field; break;
        }
        Message name = path.empty() ? say(end.brief) : inUnitOf(b.setup(), path, say(end.brief));
        if (!path.empty() && fieldHome(path).box == Box::Transmitter) set.parts.push_back(b.field(path));
        else if (!path.empty()) set.parts.push_back(RowBuilder::text(showBare(b.setup(), path, readField(b.setup(), path)->value)));
        lines.push_back(b.line("timer", "end-" + std::to_string(lines.size()), std::move(name),
                               {std::move(set),
                                {{RowBuilder::figure(end.minutes)}},
                                {{RowBuilder::figure(end.usedMah)}},
                                {{RowBuilder::figure(end.leftS)}},
                                {{RowBuilder::figure(end.leftMah)}}}));
    }
    return lines;
}

}  // namespace

StationPage powerRows(const RowBuilder& b) {
    const Setup& s = b.setup();
    const Figures& f = b.figures();
    const PowerFigures& own = f.of<PowerFigures>();
    Cell speeds, headroom, tips;
    for (std::size_t i = 0; i < own.modes.size(); ++i) {
        const ModeFigures& m = f.modes[i];
        if (m.id == kHoldMode) continue;
        speeds.parts.push_back(RowBuilder::figure(m.headRpm));
        headroom.parts.push_back(RowBuilder::figure(own.modes[i].headroomPct));
        tips.parts.push_back(RowBuilder::figure(m.tipSpeed));
    }
    for (Cell* c : {&speeds, &headroom, &tips})
        for (std::size_t i = 0; i + 1 < c->parts.size(); ++i) c->parts[i].unit = "";
    Cell governor;
    governor.parts = {b.word("controller.governor.kind"_field, s.controller.profile->governors)};
    if (s.controller.governor.kind == GovernorKind::Internal) {
        governor.parts.push_back(b.labelled("controller.governor.ratio"_field));
        governor.parts.push_back(b.field("controller.governor.poleCount"_field,
                                         s.controller.profile->asksPolePairs ? label(KH_TR("pairs")) : label(KH_TR("poles"))));
    }
    tips.parts.push_back(b.field("machine.rotor.bladeMaxRpm"_field, label(KH_TR("limit"))));
    Cell logged;
    for (const CalibrationPoint& p : s.speedController.calibration) {
        logged.parts.push_back(b.field(elementPath("speedController.calibration.{}.throttlePct"_field, p.id)));
        logged.parts.push_back(b.field(elementPath("speedController.calibration.{}.headRpm"_field, p.id)));
    }
    if (logged.parts.empty()) logged.parts.push_back(RowBuilder::text(say(KH_TR("none yet"))));
    const bool engine = byEngine(b);
    Cell drive{{b.labelled(engine ? "machine.power.clutchPct"_field : "machine.power.efficiency"_field)}};
    Cell available{{RowBuilder::figure(own.availableRpm), RowBuilder::figure(own.availableEndRpm, label(KH_TR("end of pack")))}};
    Cell governs{{b.field("speedController.control"_field, say(KH_TR("{n}"), {{"n", s.speedController.profile->name}}))}};
    Cell pack{{b.labelled("machine.power.cells"_field), b.field("machine.power.capacityMah"_field)}};
    Cell lasts{{RowBuilder::figure(own.timerMin, label(KH_TR("leaves a fifth")))}};
    Cell alarms{{b.field("transmitter.alarms.voltsPerCell"_field), b.field("transmitter.alarms.usedMah"_field),
                 b.field("transmitter.alarms.headRpm"_field), b.field("transmitter.alarms.temperatureC"_field, label(KH_TR("hot")))}};
    Cell used{{b.labelled("machine.power.loggedMahPerMin"_field), b.labelled("machine.power.plannedMahPerMin"_field)}};
    if (engine) {  // what an engine has not is not asked
        available = {{RowBuilder::text(say(KH_TR("drives through its clutch")))}};
        governs = {{RowBuilder::text(s.controller.governor.kind == GovernorKind::Internal ? say(KH_TR("its throttle servo"))
                                                                                          : say(KH_TR("nothing: the curve alone")))}};
        pack = {{RowBuilder::text(say(KH_TR("the receiver's own, as in Link")))}};
        lasts = {{RowBuilder::text(say(KH_TR("a quarter of the tank stays")))}};
        alarms = {{b.field("transmitter.alarms.headRpm"_field), b.field("transmitter.alarms.temperatureC"_field, label(KH_TR("hot")))}};
        used = {};
    }
    StationPage page{Station::Power, {}};
    ModePower fastest;
    for (const ModePower& m : own.modes)
        if (m.electricalRpm.known && m.electricalRpm.value > fastest.electricalRpm.value) fastest = m;
    Cell ends{{RowBuilder::figure(f.channel("throttle") ? f.channel("throttle")->lowUs : Figure{}),
               RowBuilder::figure(f.channel("throttle") ? f.channel("throttle")->highUs : Figure{})}};
    ends.parts.front().unit = "";
    page.rows = {
        b.row("gear", say(KH_TR("Gear ratio")), {}, {},
              {{b.labelled("machine.power.mainTeeth"_field), b.labelled("machine.power.pinionTeeth"_field),
                RowBuilder::figure(own.ratio, label(KH_TR("=")))}}),
        RowBuilder::under("gear", secondStage(b)),
        b.row("poles", say(KH_TR("Pole pairs")), {}, {},
              {{b.labelled("machine.power.poles"_field), RowBuilder::figure(own.polePairs, label(KH_TR("pairs")))}}),
        RowBuilder::under("poles", b.row("electrical", say(KH_TR("Electrical turns")), {}, {},
                                         {{RowBuilder::figure(fastest.electricalRpm),
                                           b.field("speedController.profile.maxElectricalRpm"_field, label(KH_TR("at most"))),
                                           b.labelled("speedController.profile.leastOpeningPct"_field)}})),
        b.row("available", engine ? say(KH_TR("Engine")) : say(KH_TR("Available")), {}, {}, std::move(available)),
        RowBuilder::under("available", b.row("clutch", say(KH_TR("Drive")), {}, {}, std::move(drive))),
        RowBuilder::aside("available", KH_TR("of an engine: throttle arm square at half barrel, full open at 100, closed at cut"),
                          b.row("engine-linkage", say(KH_TR("Linkage")), {}, {},
                                {{RowBuilder::text(say(KH_TR("arm square at half barrel; mixture is the maker's")))}})),
        b.row("governor", say(KH_TR("Governor")), {}, std::move(governor), std::move(governs)),
        RowBuilder::under("governor", b.row("governor-run", say(KH_TR("Its run-up")), {},
                                            {{b.field("controller.governor.runUpS"_field),
                                              b.field("controller.governor.minThrottlePct"_field, label(KH_TR("least")))}},
                                            {})),
        RowBuilder::aside("governor",
                          KH_TR("of a box that can: passed through only while the speed controller learns its ends, then governed again"),
                          b.row("governor-direct", say(KH_TR("Its throttle")), {},
                                s.controller.profile->passesThrottle ? Cell{{b.field("controller.governor.direct"_field)}}
                                                                     : Cell{{RowBuilder::text(say(KH_TR("always as it governs")))}},
                                {})),
        RowBuilder::aside(
            "governor", KH_TR("at first power a speed on the monitor that follows the motor; turned by hand a one-way bearing shows none"),
            b.row("governor-signal", say(KH_TR("Its rpm signal")), {}, {},
                  {{RowBuilder::text(s.controller.governor.kind == GovernorKind::Internal
                                         ? say(KH_TR("seen on the monitor before it is enabled"))
                                         : say(KH_TR("none needed here"))),
                    b.field("machine.wiring.rpmLead"_field)}})),
        b.row("head-speed", say(KH_TR("Head speed")), {}, {}, std::move(speeds)),
        RowBuilder::under("head-speed", b.row("logged-speeds", say(KH_TR("Logged")), {}, {}, std::move(logged))),
        b.row("headroom", say(KH_TR("Headroom")), {}, {}, std::move(headroom)),
        b.row("tip-speed", say(KH_TR("Tip speed")), {}, {}, std::move(tips)),
        b.row("throttle-ends", say(KH_TR("Throttle ends")), std::move(ends), {},
              {{b.field("speedController.lowUs"_field, label(KH_TR("learned"))), b.field("speedController.highUs"_field)}}),
        RowBuilder::under("throttle-ends", b.row("start-pulse", say(KH_TR("Motor starts")), {}, {},
                                                 {{b.field("speedController.startUs"_field, label(KH_TR("at"))),
                                                   b.labelled("speedController.profile.learnsFirst"_field),
                                                   b.labelled("speedController.profile.signalsBy"_field)}})),
        RowBuilder::aside("throttle-ends", KH_TR("stay clear with hold on until everything has started: the motor can be live first"),
                          b.row("arming", say(KH_TR("Arming")), {}, {}, {{RowBuilder::text(arming(s))}})),
        b.row("soft-start", say(KH_TR("Soft start")), {}, {},
              {{engine ? RowBuilder::text(say(KH_TR("by the governor's run-up"))) : b.field("speedController.softStartS"_field)}}),
        RowBuilder::under("soft-start", bailOut(b)),
        b.row("protection", say(KH_TR("Pack protection")), {}, {},
              {{b.field("speedController.cutOff"_field), b.field("speedController.cutOffVoltsPerCell"_field),
                b.field("speedController.brake"_field)}}),
        b.row("pack", engine ? say(KH_TR("Battery")) : say(KH_TR("Pack")), {}, {}, std::move(pack)),
        RowBuilder::aside("pack", KH_TR("at connection: 0.10 V a cell below full means that the pack has been used"),
                          readRow(b.row("pack-connected", say(KH_TR("Connected")), {}, {},
                                        {{b.field("machine.power.fullVoltsPerCell"_field, label(KH_TR("full"))),
                                          lastRead(b, "pack.volts", "V", 2, label(KH_TR("read")))}}),
                                  latest(s.readings, "pack.volts"))),
        RowBuilder::aside("pack", KH_TR("the receiver supply with all sticks stirred, and with the tail held hard over"),
                          readRow(b.row("supply-dip", say(KH_TR("Supply dip")), {}, {},
                                        {{lastRead(b, "supply.rest", "V", 2, label(KH_TR("at rest"))),
                                          lastRead(b, "supply.stirred", "V", 2, label(KH_TR("stirred"))),
                                          lastRead(b, "supply.tail", "V", 2, label(KH_TR("tail over")))}}),
                                  latest(s.readings, "supply.stirred"))),
        b.row("timer", say(KH_TR("Flight timer")), {{b.field("transmitter.timerMin"_field)}}, {}, std::move(lasts)),
        RowBuilder::aside("timer", KH_TR("it must run while the motor does: from the first throttle to hold"),
                          b.row("timer-follows", say(KH_TR("It follows")), timerFollowedBy(b), {}, {})),
        RowBuilder::under(
            "timer", b.row("endurance", say(KH_TR("Minutes")), {}, {},
                           {{RowBuilder::figure(own.enduranceMin, label(KH_TR("estimate"))),
                             RowBuilder::figure(s.machine.power.loggedMahPerMin ? own.timerMin : Figure{}, label(KH_TR("by the log")))}})),
        RowBuilder::under("timer", b.row("alarms", say(KH_TR("Alarms")), std::move(alarms), {}, std::move(used))),
        RowBuilder::aside("timer", KH_TR("as the telemetry or a thermometer shows it right after a flight; no log is needed"),
                          readRow(b.row("after-flight", say(KH_TR("After a flight")), {}, {},
                                        {{lastRead(b, "after.motor", "°C", 0, label(KH_TR("motor"))),
                                          lastRead(b, "after.speed-controller", "°C", 0, label(KH_TR("speed controller"))),
                                          lastRead(b, "after.pack", "°C", 0, label(KH_TR("pack"))),
                                          lastRead(b, "after.lowest-cell", "V", 2, label(KH_TR("cell"))),
                                          lastRead(b, "after.supply", "V", 1, label(KH_TR("supply"))),
                                          lastRead(b, "after.hours", "h", 1, label(KH_TR("run")))}}),
                                  latest(s.readings, "after.motor"))),
        RowBuilder::aside("timer", KH_TR("a pack that was flown already is noticed before it is flown again"),
                          b.row("pack-read", say(KH_TR("Pack read")), {{b.field("transmitter.alarms.voicePack"_field)}}, {}, {})),
        RowBuilder::aside("timer", KH_TR("timer, used charge or voltage alarm; two together are better than one"),
                          b.row("flight-end", say(KH_TR("Flight's end")), {{b.field("transmitter.schools.end"_field)}}, {}, {})),
        b.row("first-power", say(KH_TR("First power")), {}, {},
              {{RowBuilder::text(byEngine(b) ? say(KH_TR("blades on: idle, clutch, cut"))
                                             : say(KH_TR("no blades: head and tail the right way")))}}),
        RowBuilder::aside("first-power", KH_TR("half the blades' limit at most: poles typed for pairs ask for twice the speed"),
                          b.row("first-governed", say(KH_TR("First governed")), {}, {}, {{RowBuilder::figure(firstRunFigure(b))}})),
    };
    const std::set<std::string_view> no = engine ? kNotAnEngines : kEnginesOnly;
    std::erase_if(page.rows, [&](const Row& row) {
        return no.count(row.id) != 0 ||
               (engine && s.controller.governor.kind != GovernorKind::Internal && (row.id == "soft-start"_row || row.id == "bail-out"_row));
    });
    setTable(page, "head-speed",
             {{KH_TR("wanted"), "rpm", KH_TR("the head speed this mode is meant to fly at"), Box::Transmitter},
              {KH_TR("suits"), "rpm",
               KH_TR("between hover stick, opening and step between modes, and minutes, headroom, blade limit, tips and that step"),
               Box::Transmitter},
              {KH_TR("given"), "rpm", KH_TR("what the curve gives, by the log or as a share of what the pack gives"), Box::Transmitter},
              {KH_TR("differs"), "%", KH_TR("given beside wanted"), Box::Transmitter},
              {KH_TR("at most"), "rpm", KH_TR("on the way to speed and back after a bail-out"), Box::SpeedController}},
             modeLines(b));
    if (std::vector<Row> flightEnds = endLines(b); !flightEnds.empty())
        setTable(page, "timer",
                 {{KH_TR("set"), "", KH_TR("what tells the end of the flight, and ends it, in the order in which it must come"),
                   Box::Transmitter},
                  {KH_TR("at"), "min", KH_TR("by the consumption logged or planned; voltages as under the usual load"), Box::Machine},
                  {KH_TR("used"), "mAh", KH_TR("of the charge by then"), Box::Machine},
                  {KH_TR("left"), "s", KH_TR("until the next of them; below 0 that comes first"), Box::Machine},
                  {KH_TR("left"), "mAh", KH_TR("of charge until the next of them"), Box::Machine}},
                 std::move(flightEnds));
    return page;
}

}  // namespace kh
