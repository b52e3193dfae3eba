// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/sheet.h"

#include "formula/gainscale.h"
#include "model/fieldpatterns.h"
#include "model/names.h"

#include <algorithm>
#include <functional>
#include <map>

namespace kh {

namespace {

struct SheetBuilder {
    const Setup& setup;
    const Evaluation& evaluation;

    /// A row for one stored field, as it is typed.
    [[nodiscard]] SheetRow field(Message what, const std::string& path, Message machine = {}) const {
        const auto f = readField(setup, path);
        return {std::move(what), f ? fieldAsText(*f) : Message{}, std::move(machine), standingOf(setup, path)};
    }
    [[nodiscard]] static Message shown(const Figure& f) {
        if (!f.known) return say(KH_TR("–"));
        if (std::string_view(f.unit) == "°") return say(KH_TR("{v}°"), {{"v", Number{f.value, f.decimals, f.sign}}});
        return *f.unit == 0 ? say(KH_TR("{v}"), {{"v", Number{f.value, f.decimals, f.sign}}})
                            : say(KH_TR("{v} {unit}"), {{"v", Number{f.value, f.decimals, f.sign}}, {"unit", std::string(f.unit)}});
    }
    [[nodiscard]] Message condition(const Condition& when) const { return conditionTitle(setup.transmitter, when); }

    // the transmitter's topics
    std::vector<SheetRow> model() const;
    std::vector<SheetRow> channels() const;
    std::vector<SheetRow> switches() const;
    std::vector<SheetRow> throttle() const;
    std::vector<SheetRow> pitch() const;
    std::vector<SheetRow> rates() const;
    std::vector<SheetRow> gain() const;
    std::vector<SheetRow> hold() const;
    std::vector<SheetRow> timer() const;
    // the controller's
    std::vector<SheetRow> mounting() const;
    std::vector<SheetRow> receiver() const;
    std::vector<SheetRow> servos() const;
    std::vector<SheetRow> plate() const;
    std::vector<SheetRow> blades() const;
    std::vector<SheetRow> tail() const;
    std::vector<SheetRow> governor() const;
    std::vector<SheetRow> banks() const;
    // the speed controller's
    std::vector<SheetRow> ends() const;
    std::vector<SheetRow> control() const;
    std::vector<SheetRow> start() const { return {field(say(KH_TR("Soft start")), "speedController.softStartS"_field)}; }
    std::vector<SheetRow> pack() const;
    std::vector<SheetSection> machine() const;

    using Topic = std::vector<SheetRow> (SheetBuilder::*)() const;
    [[nodiscard]] SheetPart part(Box box, const std::string& name, const std::vector<MenuEntry>& menu,
                                 const std::map<std::string, Topic>& topics) const {
        SheetPart out{box, name, {}};
        for (const MenuEntry& entry : menu)
            if (const auto t = topics.find(entry.id); t != topics.end()) out.sections.push_back({entry.title, (this->*t->second)()});
        for (const auto& [id, topic] : topics)  // a profile's menu may lack a topic: nothing is dropped for that
            if (std::none_of(menu.begin(), menu.end(), [&id = id](const MenuEntry& e) { return e.id == id; }))
                out.sections.push_back({id, (this->*topic)()});
        return out;
    }
};

std::vector<SheetRow> SheetBuilder::model() const {
    return {field(say(KH_TR("Model type")), "transmitter.modelType"_field),
            field(say(KH_TR("Swash mixing")), "transmitter.swashMixing"_field, say(KH_TR("the controller mixes"))),
            field(say(KH_TR("Model match")), "transmitter.modelMatch"_field),
            field(say(KH_TR("Stick mode")), "transmitter.stickMode"_field),
            field(say(KH_TR("Stick trims act")), "transmitter.trims.live"_field),
            field(say(KH_TR("Unused channels inhibited")), "transmitter.unusedInhibited"_field)};
}

std::vector<SheetRow> SheetBuilder::channels() const {
    std::vector<SheetRow> rows;
    auto ordered = setup.transmitter.channels;
    std::sort(ordered.begin(), ordered.end(), [](const auto& a, const auto& b) { return a.number < b.number; });
    for (const ChannelSettings& c : ordered) {
        const ChannelFigures* f = evaluation.figures.channel(c.id);
        rows.push_back({say(KH_TR("Channel {n}, {f}"), {{"n", num(c.number)}, {"f", channelTitle(c.id)}}),
                        c.reversed
                            ? say(KH_TR("travel {l} / {h} %, sub-trim {s} %, reversed"),
                                  {{"l", num(c.travelLowPct, 1)}, {"h", num(c.travelHighPct, 1)}, {"s", signedNum(c.subTrimPct, 1)}})
                            : say(KH_TR("travel {l} / {h} %, sub-trim {s} %, normal"),
                                  {{"l", num(c.travelLowPct, 1)}, {"h", num(c.travelHighPct, 1)}, {"s", signedNum(c.subTrimPct, 1)}}),
                        f == nullptr ? Message{}
                                     : say(KH_TR("{a} … {b} µs, reads {l} … {h}"), {{"a", num(f->lowUs.value)},
                                                                                    {"b", num(f->highUs.value)},
                                                                                    {"l", shown(f->lowReading)},
                                                                                    {"h", shown(f->highReading)}}),
                        standingOf(setup, elementPath("transmitter.channels.{}.travelHighPct"_field, c.id))});
        const std::string base = "transmitter.channels." + c.id + ".";
        if (c.limitPct) rows.push_back(field(say(KH_TR("Channel {n}, limit"), {{"n", num(c.number)}}), base + "limitPct"));
        if (c.failsafePct)
            rows.push_back(field(say(KH_TR("Channel {n}, failsafe"), {{"n", num(c.number)}}), base + "failsafePct",
                                 say(KH_TR("without a signal; test it with the motor locked"))));
    }
    return rows;
}

std::vector<SheetRow> SheetBuilder::timer() const {
    std::vector<SheetRow> rows{field(say(KH_TR("Timer")), "transmitter.timerMin"_field),
                               field(say(KH_TR("Timer runs above")), "transmitter.alarms.timerStartPct"_field, say(KH_TR("throttle")))};
    const Alarms& a = setup.transmitter.alarms;
    if (a.usedMah) rows.push_back(field(say(KH_TR("Alarm on used charge")), "transmitter.alarms.usedMah"_field));
    if (a.voltsPerCell)
        rows.push_back(field(say(KH_TR("Alarm on pack voltage")), "transmitter.alarms.voltsPerCell"_field, say(KH_TR("a cell"))));
    if (a.headRpm) rows.push_back(field(say(KH_TR("Alarm on head speed")), "transmitter.alarms.headRpm"_field));
    if (a.voicePack) rows.push_back(field(say(KH_TR("Read the pack at power-up")), "transmitter.alarms.voicePack"_field));
    return rows;
}

std::vector<SheetRow> SheetBuilder::switches() const {
    std::vector<SheetRow> rows;
    for (const FlightMode& m : setup.transmitter.modes)
        rows.push_back({say(KH_TR("{m}"), {{"m", m.name}}),
                        m.when.empty() ? say(KH_TR("when no other is on")) : condition(m.when),
                        {},
                        standingOf(setup, elementPath("transmitter.modes.{}.when"_field, m.id))});
    if (!setup.transmitter.cut.when.empty())
        rows.push_back({say(KH_TR("Cut")), condition(setup.transmitter.cut.when), {}, standingOf(setup, "transmitter.cut.when"_field)});
    rows.push_back({say(KH_TR("Kill")), condition(setup.transmitter.kill.when), {}, standingOf(setup, "transmitter.kill.when"_field)});
    for (const SwitchFunction& f : setup.transmitter.functions) {
        if (f.when.empty()) continue;
        rows.push_back({functionTitle(setup.transmitter, f.id),
                        condition(f.when),
                        {},
                        standingOf(setup, elementPath("transmitter.functions.{}.when"_field, f.id))});
    }
    return rows;
}

std::vector<SheetRow> SheetBuilder::throttle() const {
    std::vector<SheetRow> rows;
    for (const FlightMode& m : setup.transmitter.modes)
        if (m.id != kHoldMode) {
            const ModeFigures* f = evaluation.figures.mode(m.id);
            rows.push_back(field(say(KH_TR("{m}"), {{"m", m.name}}), elementPath("transmitter.modes.{}.throttle"_field, m.id),
                                 f ? shown(f->headRpm) : Message{}));
        }
    return rows;
}

std::vector<SheetRow> SheetBuilder::pitch() const {
    std::vector<SheetRow> rows;
    for (const FlightMode& m : setup.transmitter.modes) {
        const ModeFigures* f = evaluation.figures.mode(m.id);
        rows.push_back(field(say(KH_TR("{m}"), {{"m", m.name}}), elementPath("transmitter.modes.{}.pitch"_field, m.id),
                             f ? say(KH_TR("{l} … {h}"), {{"l", shown(f->pitchLow)}, {"h", shown(f->pitchHigh)}}) : Message{}));
    }
    return rows;
}

std::vector<SheetRow> SheetBuilder::rates() const {
    std::vector<SheetRow> rows;
    for (const FlightMode& m : setup.transmitter.modes)
        rows.push_back(
            {say(KH_TR("{m}"), {{"m", m.name}}),
             say(KH_TR("rate, expo: aileron {a} %, {b} %; elevator {c} %, {d} %; rudder {e} %, {f} %"), {{"a", num(m.aileron.ratePct)},
                                                                                                         {"b", num(m.aileron.expoPct)},
                                                                                                         {"c", num(m.elevator.ratePct)},
                                                                                                         {"d", num(m.elevator.expoPct)},
                                                                                                         {"e", num(m.rudder.ratePct)},
                                                                                                         {"f", num(m.rudder.expoPct)}}),
             {},
             standingOf(setup, elementPath("transmitter.modes.{}.aileron.ratePct"_field, m.id))});
    return rows;
}

std::vector<SheetRow> SheetBuilder::gain() const {
    std::vector<SheetRow> rows;
    for (const FlightMode& m : setup.transmitter.modes) {
        const ModeFigures* f = evaluation.figures.mode(m.id);
        rows.push_back({say(KH_TR("{m}"), {{"m", m.name}}), gainAsShown(m.tailGainPct, setup.transmitter.profile.gainScale),
                        f ? say(KH_TR("reads {g}"), {{"g", shown(f->gainRead)}}) : Message{},
                        standingOf(setup, elementPath("transmitter.modes.{}.tailGainPct"_field, m.id))});
    }
    return rows;
}

std::vector<SheetRow> SheetBuilder::hold() const {
    SheetRow acts{say(KH_TR("Hold acts in")), say(KH_TR("every mode")), {}, standingOf(setup, "transmitter.hold.actsIn"_field)};
    if (setup.transmitter.hold.actsIn)
        acts.value = fieldAsText({*setup.transmitter.hold.actsIn, {FieldKind::Names, false, 0, 0, "", 0, {}}});
    return {field(say(KH_TR("Hold")), "transmitter.hold.throttlePct"_field, shown(evaluation.figures.holdUs)), acts,
            field(say(KH_TR("Kill")), "transmitter.kill.throttlePct"_field)};
}

std::vector<SheetRow> SheetBuilder::mounting() const {
    std::vector<SheetRow> rows{field(say(KH_TR("Mounting")), "controller.mounting"_field)};
    if (setup.controller.rotorTurning != ToldTurning::NotAsked)
        rows.push_back(field(say(KH_TR("Main rotor rotation")), "controller.rotorTurning"_field));
    return rows;
}

std::vector<SheetRow> SheetBuilder::receiver() const {
    std::vector<SheetRow> rows;
    for (const ChannelSettings& c : setup.transmitter.channels)
        rows.push_back({channelTitle(c.id),
                        say(KH_TR("channel {n}"), {{"n", num(c.number)}}),
                        {},
                        standingOf(setup, elementPath("transmitter.channels.{}.number"_field, c.id))});
    return rows;
}

std::vector<SheetRow> SheetBuilder::servos() const {
    std::vector<SheetRow> rows{field(say(KH_TR("Servo pulse")), "controller.pulseUs"_field),
                               field(say(KH_TR("Servo rate")), "controller.rateHz"_field)};
    for (const PortSettings& p : setup.controller.ports)
        rows.push_back({say(KH_TR("Port {p}, {r}"), {{"p", p.id}, {"r", p.role}}),
                        p.reversed ? say(KH_TR("reversed, trim {t} µs"), {{"t", signedNum(p.trimUs)}})
                                   : say(KH_TR("normal, trim {t} µs"), {{"t", signedNum(p.trimUs)}}),
                        {},
                        standingOf(setup, elementPath("controller.ports.{}.trimUs"_field, p.id))});
    return rows;
}

std::vector<SheetRow> SheetBuilder::plate() const {
    const Figures& f = evaluation.figures;
    return {field(say(KH_TR("Layout")), "controller.layout"_field), field(say(KH_TR("Phase")), "controller.phaseDeg"_field),
            field(say(KH_TR("Reference throw")), "controller.referencePct"_field, shown(f.referenceDeg)),
            field(say(KH_TR("Cyclic limit")), "controller.cyclicLimitPct"_field, shown(f.cyclicDeg))};
}

std::vector<SheetRow> SheetBuilder::blades() const {
    const Figures& f = evaluation.figures;
    return {field(say(KH_TR("Collective up")), "controller.collectiveHighPct"_field, shown(f.collectiveHighDeg)),
            field(say(KH_TR("Collective down")), "controller.collectiveLowPct"_field, shown(f.collectiveLowDeg)),
            field(say(KH_TR("Collective trim")), "controller.collectiveTrimPct"_field, shown(f.midPitchDeg))};
}

std::vector<SheetRow> SheetBuilder::tail() const {
    const Figures& f = evaluation.figures;
    return {field(say(KH_TR("Tail pulse")), "controller.tail.pulseUs"_field),
            field(say(KH_TR("Tail rate")), "controller.tail.rateHz"_field),
            field(say(KH_TR("Tail reversed")), "controller.tail.reversed"_field),
            field(say(KH_TR("Limit left")), "controller.tail.limitLeftPct"_field, shown(f.tailPitchLeftDeg)),
            field(say(KH_TR("Limit right")), "controller.tail.limitRightPct"_field, shown(f.tailPitchRightDeg)),
            field(say(KH_TR("Precompensation")), "controller.tail.precompensationPct"_field)};
}

std::vector<SheetRow> SheetBuilder::governor() const {
    std::vector<SheetRow> rows{field(say(KH_TR("Governor")), "controller.governor.kind"_field)};
    if (setup.controller.governor.kind != GovernorKind::Internal) return rows;
    rows.push_back(field(say(KH_TR("Gear ratio")), "controller.governor.ratio"_field));
    rows.push_back(field(setup.controller.profile.asksPolePairs ? say(KH_TR("Pole pairs")) : say(KH_TR("Magnet poles")),
                         "controller.governor.poleCount"_field));
    rows.push_back(field(say(KH_TR("Run-up")), "controller.governor.runUpS"_field));
    return rows;
}

std::vector<SheetRow> SheetBuilder::banks() const {
    std::vector<SheetRow> rows;
    for (const Bank& b : setup.controller.banks)
        rows.push_back({say(KH_TR("Bank {b}"), {{"b", b.id}}),
                        say(KH_TR("roll and pitch {r} °/s, rudder {y} °/s, expo {e} %, head gain {g} %"),
                            {{"r", num(b.rollPitchDegS)}, {"y", num(b.rudderDegS)}, {"e", num(b.expoPct)}, {"g", num(b.headGainPct)}}),
                        {},
                        standingOf(setup, elementPath("controller.banks.{}.rollPitchDegS"_field, b.id))});
    return rows;
}

std::vector<SheetRow> SheetBuilder::ends() const {
    return {field(say(KH_TR("Learned low")), "speedController.lowUs"_field, say(KH_TR("motor off"))),
            field(say(KH_TR("Learned high")), "speedController.highUs"_field, say(KH_TR("full power")))};
}
std::vector<SheetRow> SheetBuilder::control() const {
    return {field(say(KH_TR("Control")), "speedController.control"_field), field(say(KH_TR("Brake")), "speedController.brake"_field)};
}
std::vector<SheetRow> SheetBuilder::pack() const {
    return {field(say(KH_TR("Cut-off")), "speedController.cutOff"_field),
            field(say(KH_TR("Cut-off per cell")), "speedController.cutOffVoltsPerCell"_field)};
}

std::vector<SheetSection> SheetBuilder::machine() const {
    const Figures& f = evaluation.figures;
    const auto fact = [&](Message what, const std::string& path) { return field(std::move(what), path); };
    std::vector<SheetRow> rotor{
        fact(say(KH_TR("Disc")), "machine.rotor.discM"_field), fact(say(KH_TR("Blade")), "machine.rotor.bladeMm"_field),
        fact(say(KH_TR("Blade limit")), "machine.rotor.bladeMaxRpm"_field), fact(say(KH_TR("Mass")), "machine.massKg"_field),
        fact(say(KH_TR("Turning")), "machine.rotor.turning"_field)};
    std::vector<SheetRow> head{fact(say(KH_TR("Grip lever")), "machine.head.gripMm"_field),
                               fact(say(KH_TR("Inner ring")), "machine.head.innerRadiusMm"_field),
                               fact(say(KH_TR("Ball radius")), "machine.plate.ballRadiusMm"_field)};
    for (const PlateServo& s : setup.machine.servos)
        head.push_back({servoTitle(s.id),
                        say(KH_TR("{n} at {a}°, arm {m} mm"), {{"n", s.servo.name}, {"a", num(s.azimuthDeg)}, {"m", num(s.armMm, 1)}}),
                        {},
                        standingOf(setup, elementPath("machine.servos.{}.armMm"_field, s.id))});
    std::vector<SheetRow> power{fact(say(KH_TR("Main gear")), "machine.power.mainTeeth"_field),
                                fact(say(KH_TR("Pinion")), "machine.power.pinionTeeth"_field),
                                fact(say(KH_TR("Magnet poles")), "machine.power.poles"_field),
                                fact(say(KH_TR("Kv")), "machine.power.kv"_field), fact(say(KH_TR("Cells")), "machine.power.cells"_field)};
    power[1].machine = say(KH_TR("ratio {r}"), {{"r", shown(f.ratio)}});
    return {{KH_TR("Rotor"), rotor}, {KH_TR("Head and plate"), head}, {KH_TR("Power"), power}};
}

}  // namespace

Sheet benchSheet(const Setup& setup, const Evaluation& evaluation, const WordedPlan& plan) {
    const SheetBuilder b{setup, evaluation};
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
    sheet.parts.push_back({Box::Machine, setup.machine.name, b.machine()});
    return sheet;
}

}  // namespace kh
