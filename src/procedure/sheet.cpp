// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/sheet.h"

#include "procedure/aircraft.h"
#include "procedure/sheetbuilder.h"

#include <algorithm>

namespace kh {

SheetContent SheetBuilder::mounting() const {
    std::vector<SheetRow> rows{field(say(KH_TR("Mounting")), "controller.mounting"_field)};
    if (setup.controller.profile.gyroSenses) {
        std::vector<Message> reversed;
        Standing weakest = Standing::Proved;
        for (const auto& [path, axis] : {std::pair("controller.gyro.rollReversed"_field, KH_TR("roll")),
                                         std::pair("controller.gyro.pitchReversed"_field, KH_TR("pitch")),
                                         std::pair("controller.gyro.yawReversed"_field, KH_TR("yaw"))}) {
            if (std::get<bool>(readField(setup, path)->value)) reversed.push_back(say(axis));
            weakest = std::min(weakest, standingOf(setup, path));
        }
        const Message senses = reversed.empty() ? say(KH_TR("normal")) : say(KH_TR("reversed: {axes}"), {{"axes", reversed}});
        rows.push_back({say(KH_TR("Gyros")), senses, {}, weakest});
    }
    const auto& levelling = setup.controller.profile.levelling;
    if (std::find(levelling.begin(), levelling.end(), "rescue") != levelling.end())
        rows.push_back(field(say(KH_TR("Rescue")), "controller.rescueInUse"_field));
    if (setup.controller.rotorTurning != ToldTurning::NotAsked)
        rows.push_back(field(say(KH_TR("Main rotor rotation")), "controller.rotorTurning"_field));
    return rows;
}

SheetContent SheetBuilder::receiver() const {
    std::vector<SheetRow> rows;
    for (const ChannelSettings& c : setup.transmitter.channels)
        rows.push_back({channelTitle(c.id),
                        say(KH_TR("channel {n}"), {{"n", num(c.number)}}),
                        {},
                        standingOf(setup, elementPath("transmitter.channels.{}.number"_field, c.id))});
    return rows;
}

SheetContent SheetBuilder::servos() const {
    std::vector<SheetRow> rows{field(say(KH_TR("Servo pulse")), "controller.pulseUs"_field),
                               field(say(KH_TR("Servo rate")), "controller.rateHz"_field)};
    for (const PortSettings& p : setup.controller.ports)
        rows.push_back({say(KH_TR("Port {p}, {r}"), {{"p", p.id}, {"r", asWord(p.role)}}),
                        p.reversed ? say(KH_TR("reversed, trim {t} µs"), {{"t", signedNum(p.trimUs)}})
                                   : say(KH_TR("normal, trim {t} µs"), {{"t", signedNum(p.trimUs)}}),
                        {},
                        standingOf(setup, elementPath("controller.ports.{}.trimUs"_field, p.id))});
    return rows;
}

SheetContent SheetBuilder::plate() const {
    const Figures& f = evaluation.figures;
    return {field(say(KH_TR("Layout")), "controller.layout"_field), field(say(KH_TR("Phase")), "controller.phaseDeg"_field),
            field(say(KH_TR("Reference throw")), "controller.referencePct"_field, shown(f.referenceDeg)),
            field(say(KH_TR("Cyclic limit")), "controller.cyclicLimitPct"_field, shown(f.cyclicDeg))};
}

SheetContent SheetBuilder::blades() const {
    const Figures& f = evaluation.figures;
    return {field(say(KH_TR("Collective up")), "controller.collectiveHighPct"_field, shown(f.collectiveHighDeg)),
            field(say(KH_TR("Collective down")), "controller.collectiveLowPct"_field, shown(f.collectiveLowDeg)),
            field(say(KH_TR("Collective trim")), "controller.collectiveTrimPct"_field, shown(f.midPitchDeg))};
}

SheetContent SheetBuilder::tail() const {
    const Figures& f = evaluation.figures;
    return {field(say(KH_TR("Tail pulse")), "controller.tail.pulseUs"_field),
            field(say(KH_TR("Tail rate")), "controller.tail.rateHz"_field),
            field(say(KH_TR("Tail reversed")), "controller.tail.reversed"_field),
            field(say(KH_TR("Limit left")), "controller.tail.limitLeftPct"_field, shown(f.tailPitchLeftDeg)),
            field(say(KH_TR("Limit right")), "controller.tail.limitRightPct"_field, shown(f.tailPitchRightDeg)),
            field(say(KH_TR("Precompensation")), "controller.tail.precompensationPct"_field)};
}

SheetContent SheetBuilder::governor() const {
    std::vector<SheetRow> rows{field(say(KH_TR("Governor")), "controller.governor.kind"_field)};
    if (setup.controller.governor.kind != GovernorKind::Internal) return rows;
    rows.push_back(field(say(KH_TR("Gear ratio")), "controller.governor.ratio"_field));
    rows.push_back(field(setup.controller.profile.asksPolePairs ? say(KH_TR("Pole pairs")) : say(KH_TR("Magnet poles")),
                         "controller.governor.poleCount"_field));
    rows.push_back(field(say(KH_TR("Run-up")), "controller.governor.runUpS"_field));
    rows.push_back(field(say(KH_TR("Bail-out")), "controller.governor.bailOutS"_field));
    rows.push_back(field(say(KH_TR("Lowest throttle")), "controller.governor.minThrottlePct"_field));
    return rows;
}

SheetContent SheetBuilder::banks() const {
    SheetContent out;
    out.columns = {sheetHeading(KH_TR("roll, pitch °/s")), sheetHeading(KH_TR("rudder °/s")), sheetHeading(KH_TR("expo %")),
                   sheetHeading(KH_TR("head gain %"))};
    for (const Bank& b : setup.controller.banks)
        out.rows.push_back({say(KH_TR("Bank {b}"), {{"b", b.id}}),
                            {},
                            {},
                            standingOf(setup, elementPath("controller.banks.{}.rollPitchDegS"_field, b.id)),
                            {sheetCell(b.rollPitchDegS), sheetCell(b.rudderDegS), sheetCell(b.expoPct), sheetCell(b.headGainPct)}});
    return out;
}

SheetContent SheetBuilder::ends() const {
    return {field(say(KH_TR("Learned low")), "speedController.lowUs"_field, say(KH_TR("motor off"))),
            field(say(KH_TR("Learned high")), "speedController.highUs"_field, say(KH_TR("full power")))};
}
SheetContent SheetBuilder::control() const {
    return {field(say(KH_TR("Control")), "speedController.control"_field), field(say(KH_TR("Brake")), "speedController.brake"_field)};
}
SheetContent SheetBuilder::start() const {
    std::vector<SheetRow> rows{field(say(KH_TR("Soft start")), "speedController.softStartS"_field)};
    if (!setup.speedController.bailOutS) return rows;
    rows.push_back(field(say(KH_TR("Bail-out")), "speedController.bailOutS"_field));
    if (setup.speedController.bailOutWithinS) rows.push_back(field(say(KH_TR("Bail-out within")), "speedController.bailOutWithinS"_field));
    return rows;
}
SheetContent SheetBuilder::pack() const {
    return {field(say(KH_TR("Cut-off")), "speedController.cutOff"_field),
            field(say(KH_TR("Cut-off per cell")), "speedController.cutOffVoltsPerCell"_field)};
}

Sheet benchSheet(const Setup& setup, const Evaluation& evaluation, const WordedPlan& plan) {
    const SheetBuilder b{setup, evaluation};
    const MachineSheet machine = aircraftEntry(setup).sheet(setup, evaluation);
    Sheet sheet;
    sheet.model = setup.machine.name;
    sheet.revision = setup.revision;
    sheet.cautions = {
        say(KH_TR("The main rotor can start when hold is released: unplug two motor leads, insulate each, mark its pair.")),
        say(KH_TR("Main and tail blades stay off for every powered check; main blades go on indoors only for the pitch steps, leads off.")),
        say(KH_TR("Transmitter on first and off last, hold on. No rotor is turned by its motor indoors.")),
        say(KH_TR("The makers' manuals, your club's rules and local law come first. This sheet states which checks passed; it does not say "
                  "that the model is safe.")),
    };
    for (const Finding& f : evaluation.findings)
        if (f.severity == Severity::Danger) sheet.cautions.push_back(say(KH_TR("Open danger: {t}."), {{"t", f.title}}));
    for (std::size_t i = 0; i < plan.texts.size(); ++i) {
        const PlanStep& s = plan.plan.steps[i];
        const StepText& text = plan.texts[i];
        sheet.plan.push_back(s.byHand ? say(KH_TR("{n}. By hand: {todo}"), {{"n", num(static_cast<double>(i + 1))}, {"todo", text.todo}})
                                      : say(KH_TR("{n}. {field}: {was} → {is}. {todo}"), {{"n", num(static_cast<double>(i + 1))},
                                                                                          {"field", text.title},
                                                                                          {"was", text.was},
                                                                                          {"is", text.is},
                                                                                          {"todo", text.todo}}));
    }
    for (const std::string& id : plan.plan.left)
        for (const Finding& f : evaluation.findings)
            if (f.id == id)
                sheet.plan.push_back(say(KH_TR("Left to you: {todo}"), {{"todo", remedyText(setup, evaluation.findings, f, &plan.plan)}}));
    using B = SheetBuilder;
    sheet.parts.push_back(b.part(Box::Transmitter, setup.transmitter.profile.name, setup.transmitter.profile.menu,
                                 {{"model", &B::model},
                                  {"channels", &B::channels},
                                  {"switches", &B::switches},
                                  {"throttle", &B::throttle},
                                  {"pitch", &B::pitch},
                                  {"rates", &B::rates},
                                  {"gain", &B::gain},
                                  {"hold", &B::hold},
                                  {"timer", &B::timer}}));
    sheet.parts.push_back(b.part(Box::Controller, setup.controller.profile.name, setup.controller.profile.menu,
                                 {{"mounting", &B::mounting},
                                  {"receiver", &B::receiver},
                                  {"servos", &B::servos},
                                  {"plate", &B::plate},
                                  {"pitch", &B::blades},
                                  {"tail", &B::tail},
                                  {"governor", &B::governor},
                                  {"banks", &B::banks}}));
    if (setup.machine.power.kind == PowerKind::Electric)
        sheet.parts.push_back(b.part(Box::SpeedController, setup.speedController.profile.name, setup.speedController.profile.menu,
                                     {{"ends", &B::ends}, {"control", &B::control}, {"start", &B::start}, {"pack", &B::pack}}));
    sheet.parts.push_back({Box::Machine, setup.machine.name, machine.sections, {SheetFigure::Wiring}});
    sheet.parts[0].figures = {SheetFigure::Throttle, SheetFigure::Pitch};
    sheet.parts[1].figures = machine.besideController;
    if (!machine.looks.rows.empty())  // behind the transmitter, where a page has room
        sheet.parts.insert(sheet.parts.begin() + 1, {Box::Bench, setup.machine.name, {machine.looks}});
    return sheet;
}

const char* sheetFigureTitle(SheetFigure figure) {
    switch (figure) {
        case SheetFigure::Throttle: return KH_TR("Throttle by stick");
        case SheetFigure::Pitch: return KH_TR("Pitch by stick");
        case SheetFigure::Plate: return KH_TR("Plate from above, nose up");
        case SheetFigure::Wiring: break;
    }
    return KH_TR("Wiring");
}

}  // namespace kh
