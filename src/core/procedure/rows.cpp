// SPDX-License-Identifier: GPL-3.0-or-later
//
// The rows of the plain ledgers, station by station.
#include "core/procedure/rowbuilder.h"

#include <algorithm>
#include <cctype>
#include <functional>

namespace kh {

namespace {

Part condition(const RowBuilder& b, const std::string& path) {
    Part p = b.field(path);
    for (const SwitchProfile& s : b.setup().transmitter.profile.switches)
        for (int place = 1; place <= s.places; ++place) p.options.push_back(s.id + " " + std::to_string(place));
    return p;
}

}  // namespace

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

StationPage radioRows(const RowBuilder& b) {
    const TransmitterSettings& tx = b.setup().transmitter;
    StationPage page{Station::Radio, {}};
    page.rows.push_back(b.row("model-type", say(KH_TR("Model type")),
                              {{b.field("transmitter.modelType"), b.flag("transmitter.modelMatch", KH_TR("match"), KH_TR("no match"))}}, {},
                              {}));
    page.rows.push_back(b.row(
        "stick-mode", say(KH_TR("Stick mode")),
        {{b.field("transmitter.stickMode"), b.flag("transmitter.collectiveReversed", KH_TR("collective reversed"), KH_TR("up climbs"))}},
        {}, {}));
    Cell map;
    for (const char* id : {"aileron", "elevator", "collective", "rudder", "throttle", "gain"})
        if (channelOf(tx, id) != nullptr) map.parts.push_back(b.field(std::string("transmitter.channels.") + id + ".number", say(id)));
    for (Part& part : map.parts) part.unit = "";
    Cell order;
    for (const std::string& id : b.setup().controller.profile.channelOrder)
        order.parts.push_back(RowBuilder::text(say(KH_TR("{f}"), {{"f", id}})));
    page.rows.push_back(b.row("channel-map", say(KH_TR("Channels")), std::move(map), std::move(order), {}));
    page.rows.push_back(
        b.row("stick-trims", say(KH_TR("Stick trims")),
              {{b.flag("transmitter.trims.live", KH_TR("live"), KH_TR("off")), b.field("transmitter.trims.aileronPct", label(KH_TR("a"))),
                b.field("transmitter.trims.elevatorPct", label(KH_TR("e"))), b.field("transmitter.trims.rudderPct", label(KH_TR("r")))}},
              {}, {}));
    for (Part& p : page.rows.back().cells[0].parts) p.unit = "";
    Cell spares{{b.flag("transmitter.unusedInhibited", KH_TR("inhibited"), KH_TR("not inhibited"))}};
    for (const SpareChannel& s : tx.spares)
        spares.parts.push_back(RowBuilder::text(s.follows.empty() ? say(KH_TR("ch {n} centre"), {{"n", num(s.number)}})
                                                                  : say(KH_TR("ch {n} {s}"), {{"n", num(s.number)}, {"s", s.follows}})));
    page.rows.push_back(b.row("unused-channels", say(KH_TR("Spare channels")), std::move(spares), {}, {}));
    Cell modes;
    for (const FlightMode& m : tx.modes)
        if (m.id != kHoldMode && !m.when.empty()) {
            Part p = condition(b, "transmitter.modes." + m.id + ".when");
            p.label = say(KH_TR("{m}"), {{"m", m.name}});
            modes.parts.push_back(std::move(p));
        }
    page.rows.push_back(b.row("mode-switch", say(KH_TR("Mode switch")), std::move(modes), {}, {}));
    page.rows.push_back(b.row("hold-switch", say(KH_TR("Hold switch")), {{condition(b, "transmitter.modes.hold.when")}}, {}, {}));
    page.rows.push_back(b.row("kill-switch", say(KH_TR("Kill switch")),
                              {{condition(b, "transmitter.kill.when"), b.field("transmitter.kill.throttlePct")}}, {}, {}));
    page.rows.push_back(b.row("cut-switch", say(KH_TR("Cut switch")),
                              {{condition(b, "transmitter.cut.when"), b.field("transmitter.cut.throttlePct")}}, {}, {}));
    struct Family {
        const char* row;
        const char* title;
        const char* prefix;
    };
    for (const Family& family : {Family{"bank-switch", KH_TR("Bank switch"), "bank-"}, Family{"gain-switch", KH_TR("Gain steps"), "gain-"},
                                 Family{"rescue-switch", KH_TR("Rescue"), "rescue"}, Family{"other-switches", KH_TR("Others"), ""}}) {
        Cell cell;
        for (const SwitchFunction& f : tx.functions) {
            const bool named = f.id.starts_with("bank-") || f.id.starts_with("gain-") || f.id == "rescue";
            if (*family.prefix == 0 ? named || f.when.empty() : !f.id.starts_with(family.prefix)) continue;
            Part part = condition(b, "transmitter.functions." + f.id + ".when");
            part.label = say(KH_TR("{f}"), {{"f", f.id}});
            cell.parts.push_back(std::move(part));
        }
        if (cell.parts.empty()) cell.parts.push_back(RowBuilder::text(say(KH_TR("on no switch"))));
        page.rows.push_back(b.row(family.row, say(family.title), std::move(cell), {}, {}));
    }
    return page;
}

StationPage tailRows(const RowBuilder& b) {
    const Setup& s = b.setup();
    const Figures& f = b.figures();
    const std::string name = s.machine.tail.servo.name;
    StationPage page{Station::Tail, {}};
    page.rows = {
        b.row("tail-pulse", say(KH_TR("Tail pulse")), {},
              {{b.word("controller.tail.pulseUs", numberOptions(s.controller.profile.pulsesUs))}},
              {{b.field("machine.tail.servo.pulseUs", say(KH_TR("{n}"), {{"n", name}}))}}),
        b.row("tail-rate", say(KH_TR("Tail rate")), {}, {{b.word("controller.tail.rateHz", numberOptions(s.controller.profile.ratesHz))}},
              {{b.field("machine.tail.servo.maxHz", say(KH_TR("{n} to"), {{"n", name}}))}}),
        b.row("tail-direction", say(KH_TR("Tail direction")),
              {{b.flag("transmitter.channels.rudder.reversed", KH_TR("reversed"), KH_TR("normal"))}},
              {{b.flag("controller.directions.rudderReversed", KH_TR("reversed"), KH_TR("normal")),
                b.flag("controller.tail.reversed", KH_TR("servo rev"), KH_TR("servo norm"))}},
              {{RowBuilder::figure(f.sliderLeftMm, label(KH_TR("stick left"))),
                b.word("machine.tail.lever", {"trailing", "leading"}, label(KH_TR("lever")))}}),
        b.row("tail-servo", say(KH_TR("Servo mounting")), {}, {},
              {{b.flag("machine.tail.risesWithPulse", KH_TR("rises"), KH_TR("sinks")),
                b.flag("machine.tail.crankTurnsOver", KH_TR("crank turns over"), KH_TR("straight"))}}),
        b.row("tail-arm", say(KH_TR("Arm and link")), {}, {},
              {{b.field("machine.tail.armMm", label(KH_TR("r"))), b.field("machine.tail.linkMm", label(KH_TR("L"))),
                b.field("machine.tail.gripMm", label(KH_TR("grip")))}}),
        b.row("tail-limits", say(KH_TR("Limits")), {},
              {{b.field("controller.tail.limitLeftPct", label(KH_TR("l"))), b.field("controller.tail.limitRightPct", label(KH_TR("r")))}},
              {{RowBuilder::figure(f.sliderLeftMm), RowBuilder::figure(f.sliderRightMm),
                b.field("machine.tail.sliderLimitMm", label(KH_TR("stop ±")))}}),
        b.row("tail-pitch", say(KH_TR("Tail pitch")), {}, {},
              {{RowBuilder::figure(f.tailPitchLeftDeg, label(KH_TR("l"))), RowBuilder::figure(f.tailPitchRightDeg, label(KH_TR("r")))}}),
        b.row("tail-neutral", say(KH_TR("Neutral pitch")), {}, {},
              {{b.field("machine.tail.neutralPitchDeg"), RowBuilder::figure(f.tailNeutralDeg, label(KH_TR("hover needs")))}}),
        b.row("precompensation", say(KH_TR("Precompensation")), {}, {{b.field("controller.tail.precompensationPct")}}, {}),
        b.row("tail-speed", say(KH_TR("Tail tip speed")), {}, {}, {{RowBuilder::figure(f.tailTipSpeed)}}),
    };
    return page;
}

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
    governor.parts = {b.word("controller.governor.kind", s.controller.profile.governors)};
    if (s.controller.governor.kind == "internal") {
        governor.parts.push_back(b.field("controller.governor.ratio", label(KH_TR("ratio"))));
        governor.parts.push_back(
            b.field("controller.governor.poleCount", s.controller.profile.asksPolePairs ? label(KH_TR("pairs")) : label(KH_TR("poles"))));
    }
    tips.parts.push_back(b.field("machine.rotor.bladeMaxRpm", label(KH_TR("limit"))));
    StationPage page{Station::Power, {}};
    Cell ends{{RowBuilder::figure(f.channel("throttle") ? f.channel("throttle")->lowUs : Figure{}),
               RowBuilder::figure(f.channel("throttle") ? f.channel("throttle")->highUs : Figure{})}};
    ends.parts.front().unit = "";
    page.rows = {
        b.row("gear", say(KH_TR("Gear ratio")), {}, {},
              {{b.field("machine.power.mainTeeth", label(KH_TR("main"))), b.field("machine.power.pinionTeeth", label(KH_TR("pinion"))),
                RowBuilder::figure(f.ratio, label(KH_TR("=")))}}),
        b.row("poles", say(KH_TR("Pole pairs")), {}, {},
              {{b.field("machine.power.poles", label(KH_TR("poles"))), RowBuilder::figure(f.polePairs, label(KH_TR("pairs")))}}),
        b.row("available", say(KH_TR("Available")), {}, {},
              {{RowBuilder::figure(f.availableRpm), RowBuilder::figure(f.availableEndRpm, label(KH_TR("end of pack")))}}),
        b.row("governor", say(KH_TR("Governor")), {}, std::move(governor),
              {{b.field("speedController.control", say(KH_TR("{n}"), {{"n", s.speedController.profile.name}}))}}),
        b.row("head-speed", say(KH_TR("Head speed")), {}, {}, std::move(speeds)),
        b.row("headroom", say(KH_TR("Headroom")), {}, {}, std::move(headroom)),
        b.row("tip-speed", say(KH_TR("Tip speed")), {}, {}, std::move(tips)),
        b.row("throttle-ends", say(KH_TR("Throttle ends")), std::move(ends), {},
              {{b.field("speedController.lowUs", label(KH_TR("learned"))), b.field("speedController.highUs")}}),
        b.row("soft-start", say(KH_TR("Soft start")), {}, {}, {{b.field("speedController.softStartS")}}),
        b.row("protection", say(KH_TR("Pack protection")), {}, {},
              {{b.field("speedController.cutOff"), b.field("speedController.cutOffVoltsPerCell"),
                b.flag("speedController.brake", KH_TR("brake on"), KH_TR("brake off"))}}),
        b.row("pack", say(KH_TR("Pack")), {}, {},
              {{b.field("machine.power.cells", label(KH_TR("cells"))), b.field("machine.power.capacityMah")}}),
        b.row("supply", say(KH_TR("Receiver supply")), {}, {},
              {{b.field("machine.supply.volts"), b.field("machine.supply.continuousA"),
                b.field("machine.supply.peakA", label(KH_TR("peak")))}}),
        b.row("timer", say(KH_TR("Flight timer")),
              {{b.field("transmitter.timerMin"), b.field("transmitter.alarms.timerStartPct", label(KH_TR("above")))}}, {},
              {{RowBuilder::figure(f.timerMin, label(KH_TR("leaves a fifth")))}}),
    };
    return page;
}

StationPage modesRows(const RowBuilder& b) {
    const TransmitterSettings& tx = b.setup().transmitter;
    const auto each = [&](const std::function<Cell(const FlightMode&)>& make) {
        std::vector<Cell> cells;
        for (const FlightMode& m : tx.modes) cells.push_back(make(m));
        return cells;
    };
    const auto path = [](const FlightMode& m, const char* key) { return "transmitter.modes." + m.id + "." + key; };
    const auto figures = [&](const FlightMode& m) -> const ModeFigures& { return *b.figures().mode(m.id); };
    const auto pair = [&](const std::string& rate, const std::string& expo) {
        Cell c{{b.field(rate), b.field(expo)}};
        for (Part& p : c.parts) p.unit = "";
        return c;
    };
    StationPage page{Station::Modes, {}};
    if (b.figures().modes.size() != tx.modes.size()) return page;
    page.rows = {
        b.matrixRow("throttle-curve", say(KH_TR("Throttle")), "%", Box::Transmitter, each([&](const FlightMode& m) {
                        if (m.id == kHoldMode) {
                            Part held = b.field("transmitter.hold.throttlePct");
                            held.unit = "";
                            return Cell{{held, RowBuilder::text(say(KH_TR("held")))}};
                        }
                        const double low = m.throttle.points.front().y;
                        const double high = m.throttle.points.back().y;
                        return Cell{{b.spark(path(m, "throttle"), m.throttle,
                                             isFlat(m.throttle) ? say(KH_TR("{v} flat"), {{"v", num(low)}})
                                                                : say(KH_TR("{a} … {b}"), {{"a", num(low)}, {"b", num(high)}}))}};
                    })),
        b.matrixRow("pitch-curve", say(KH_TR("Pitch")), "%", Box::Transmitter, each([&](const FlightMode& m) {
                        const double low = m.pitch.points.front().y;
                        const double high = m.pitch.points.back().y;
                        return Cell{{b.spark(path(m, "pitch"), m.pitch,
                                             low == -high ? say(KH_TR("±{v}"), {{"v", num(high)}})
                                                          : say(KH_TR("{a} … {b}"), {{"a", num(low)}, {"b", num(high)}}))}};
                    })),
        b.matrixRow("rates", say(KH_TR("Aileron")), KH_TR("rate, expo"), Box::Transmitter,
                    each([&](const FlightMode& m) { return pair(path(m, "aileron.ratePct"), path(m, "aileron.expoPct")); })),
        b.matrixRow("rates-elevator", say(KH_TR("Elevator")), KH_TR("rate, expo"), Box::Transmitter,
                    each([&](const FlightMode& m) { return pair(path(m, "elevator.ratePct"), path(m, "elevator.expoPct")); })),
        b.matrixRow("rates-rudder", say(KH_TR("Rudder")), KH_TR("rate, expo"), Box::Transmitter,
                    each([&](const FlightMode& m) { return pair(path(m, "rudder.ratePct"), path(m, "rudder.expoPct")); })),
        b.matrixRow("tail-gain", say(KH_TR("Tail gain")), KH_TR("sent"), Box::Transmitter,
                    each([&](const FlightMode& m) { return Cell{{b.gain(path(m, "tailGainPct"), tx.profile.gainScale)}}; })),
        b.matrixRow("hold", say(KH_TR("Hold acts")), "", Box::Transmitter, each([&](const FlightMode& m) {
                        if (m.id == kHoldMode) return Cell{};
                        const bool acts =
                            !tx.hold.actsIn || std::find(tx.hold.actsIn->begin(), tx.hold.actsIn->end(), m.id) != tx.hold.actsIn->end();
                        Part p = RowBuilder::text(acts ? say(KH_TR("yes")) : say(KH_TR("no")));
                        p.why.title = say(KH_TR("hold's set of modes"));
                        p.why.inputs = {"transmitter.hold.actsIn"};
                        p.field = "transmitter.hold.actsIn";
                        p.options = {KH_TR("yes"), KH_TR("no")};
                        p.mode = m.id;
                        return Cell{{p}};
                    })),
        b.matrixRow("tail-gain-read", say(KH_TR("Tail gain")), KH_TR("read"), Box::Controller, each([&](const FlightMode& m) {
                        Part p = RowBuilder::figure(figures(m).gainRead);
                        p.label = figures(m).gainRead.known && figures(m).gainRead.value < 0.0 ? say(KH_TR("R")) : say(KH_TR("H"));
                        p.unit = "";
                        return Cell{{p}};
                    })),
        b.matrixRow("agility-roll", say(KH_TR("Cyclic, rudder")), KH_TR("°/s"), Box::Controller, each([&](const FlightMode& m) {
                        const auto& banks = b.setup().controller.banks;
                        if (banks.empty()) return Cell{{RowBuilder::text(say(KH_TR("–")))}};
                        const Bank& bank = banks[std::min(figures(m).bank, banks.size() - 1)];  // the one that is on in this mode
                        const std::string base = "controller.banks." + bank.id;
                        Part cyclic = b.field(base + ".rollPitchDegS", banks.size() > 1 ? say(KH_TR("b{n}"), {{"n", bank.id}}) : Message{});
                        Part rudder = b.field(base + ".rudderDegS");
                        cyclic.unit = rudder.unit = "";
                        return Cell{{cyclic, rudder}};
                    })),
        b.matrixRow("head-gain", say(KH_TR("Head gain")), "%", Box::Controller, each([&](const FlightMode& m) {
                        const auto& banks = b.setup().controller.banks;
                        if (banks.empty()) return Cell{{RowBuilder::text(say(KH_TR("–")))}};
                        const Bank& bank = banks[std::min(figures(m).bank, banks.size() - 1)];
                        Part gain = b.field("controller.banks." + bank.id + ".headGainPct",
                                            banks.size() > 1 ? say(KH_TR("b{n}"), {{"n", bank.id}}) : Message{});
                        gain.unit = "";
                        return Cell{{gain}};
                    })),
        b.matrixRow("head-speed-mode", say(KH_TR("Head speed")), "rpm", Box::Machine, each([&](const FlightMode& m) {
                        Part p = m.id == kHoldMode ? RowBuilder::text(say(KH_TR("runs down"))) : RowBuilder::figure(figures(m).headRpm);
                        p.unit = "";
                        return Cell{{p}};
                    })),
        b.matrixRow("spool-up", say(KH_TR("Blade pitch")), "°", Box::Machine, each([&](const FlightMode& m) {
                        Part low = RowBuilder::figure(figures(m).pitchLow);
                        Part high = RowBuilder::figure(figures(m).pitchHigh, say(KH_TR("…")));
                        low.unit = high.unit = "";
                        return Cell{{low, high}};
                    })),
        b.matrixRow("hover-mode", say(KH_TR("Hover")), KH_TR("stick, °"), Box::Machine, each([&](const FlightMode& m) {
                        if (m.id == kHoldMode) return Cell{};
                        Part stick = RowBuilder::figure(figures(m).hoverStick);
                        Part deg = RowBuilder::figure(figures(m).hoverPitch);
                        stick.unit = deg.unit = "";
                        return Cell{{stick, deg}};
                    })),
    };
    // the mirrored hold is marked on its gain, where it is mended
    for (Row& r : page.rows)
        if (r.id == "tail-gain") {
            const Row mirror = b.row("hold-flies", {}, {}, {}, {});
            r.findings.insert(r.findings.end(), mirror.findings.begin(), mirror.findings.end());
        }
    return page;
}

}  // namespace kh
