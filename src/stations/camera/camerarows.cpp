// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/camera/camera.h"
#include "stations/kit/tables.h"

#include <algorithm>

namespace kh {

namespace {

/// Whether the transmitter sends a family.
bool sends(const RowBuilder& b, std::string_view family) { return carrierOf(b.setup().transmitter, family) != nullptr; }

/// A switch, as a condition that can be edited, of a function there is.
Part whenOf(const RowBuilder& b, const std::string& function, Message label = {}) {
    const std::string path = "transmitter.functions." + function + ".when";
    return readField(b.setup(), path) ? b.field(path, std::move(label)) : RowBuilder::dash(std::move(label));
}

/// "Level to 1180", "Anchor 1180 … 1820", "Free from 1820": the outer ends are the monitor's.
Cell windowsSaid(const ReachedChannel& ch) {
    Cell out;
    for (std::size_t i = 0; i < ch.windows.size(); ++i) {
        const ModeWindow& w = ch.windows[i];
        const std::initializer_list<MessageArg> args{{"w", windowWord(w.mode)}, {"a", num(w.lowUs)}, {"b", num(w.highUs)}};
        out.parts.push_back(RowBuilder::text(i == 0                       ? say(KH_TR("{w} to {b} µs"), args)
                                             : i + 1 == ch.windows.size() ? say(KH_TR("{w} from {a} µs"), args)
                                                                          : say(KH_TR("{w} {a} … {b}"), args)));
    }
    return out;
}

Cell placesSaid(const ReachedChannel& ch) {
    Cell out;
    for (const ReachedPlace& p : ch.places) {
        Part part =
            RowBuilder::text(say(KH_TR("{p} {w}"), {{"p", p.label}, {"w", p.lands.empty() ? say(KH_TR("none")) : windowWord(p.lands)}}));
        part.why = p.pulse.why;
        out.parts.push_back(std::move(part));
    }
    return out;
}

/// Of each mode what it holds and which sign it gave, one a line.
void heldTable(const RowBuilder& b, StationPage& page) {
    std::vector<Row> lines;
    for (const HeldMode& m : cameraOf(b.setup()).modes) {
        const std::string base = "machine.modes." + m.id + ".";
        const auto field = [&](const char* key) { return Cell{{b.field(base + key)}}; };
        lines.push_back(
            b.line("camera-held", "held-" + m.id, heldTitle(m.id), {field("angle"), field("height"), field("position"), field("seen")}));
    }
    setTable(page, "camera-held",
             {{KH_TR("angle"), "", KH_TR("sticks let go, it levels"), Box::Machine},
              {KH_TR("height"), "", KH_TR("throttle at the middle, it stays at its height"), Box::Machine},
              {KH_TR("place"), "", KH_TR("sticks let go, it stays where it is"), Box::Machine},
              {KH_TR("sign"), "", KH_TR("what the box showed or sounded, in your words: colour, blink, tone"), Box::Machine}},
             std::move(lines));
}

}  // namespace

Message windowWord(std::string_view window) {
    return window == camera::kHome ? say(KH_TR("on")) : window == camera::kHomeOff ? say(KH_TR("off")) : heldTitle(window);
}

StationPage cameraAirframeRows(const RowBuilder& b) {
    const auto fact = [&](const char* id, const char* title, std::vector<Part> parts) {
        return b.row(id, say(title), {}, {}, {std::move(parts)});
    };
    StationPage page{Station::Airframe, {}};
    page.rows = {fact("model", KH_TR("Model"), {b.field("machine.name"_field), b.field("machine.style"_field)}),
                 fact("camera-kind", KH_TR("Kind"), {b.field("machine.kind"_field)}),
                 fact("frame", KH_TR("Frame"), {b.labelled("machine.armMm"_field)}),
                 fact("pair", KH_TR("Clockwise"), {b.field("machine.pair"_field)}),
                 fact("camera-props", KH_TR("Propellers"), {b.field("machine.propMm"_field)}),
                 fact("mass", KH_TR("Flying mass"), {b.field("machine.massKg"_field)}),
                 fact("motor", KH_TR("Motors"), {b.field("machine.power.motor"_field), b.field("machine.power.kv"_field)}),
                 fact("pack-build", KH_TR("Pack"), {b.labelled("machine.power.cells"_field), b.field("machine.power.capacityMah"_field)}),
                 b.row("boxes", say(KH_TR("Boxes")), {{RowBuilder::text(say(KH_TR("{n}"), {{"n", b.setup().transmitter.profile->name}}))}},
                       {{RowBuilder::text(say(KH_TR("{n}"), {{"n", b.setup().controller.profile->name}}))}},
                       {{RowBuilder::text(say(KH_TR("speed controllers inside")))}})};
    return page;
}

StationPage cameraSensorsRows(const RowBuilder& b) {
    StationPage page{Station::Sensors, {}};
    page.rows = {
        b.row("mounting", say(KH_TR("Mounting")), {}, {{b.word("controller.mounting"_field, b.setup().controller.profile->mountings)}},
              {{b.field("machine.mounting"_field)}}),
        b.row("camera-arrows", say(KH_TR("Motors")), {}, {}, {{RowBuilder::text(say(KH_TR("each its arrow's way, propellers off")))}}),
        b.row("fixing", say(KH_TR("Fixing")), {}, {}, {{b.field("machine.fixing"_field), b.field("machine.squareErrorDeg"_field)}}),
    };
    return page;
}

StationPage cameraPowerRows(const RowBuilder& b) {
    StationPage page{Station::Power, {}};
    page.rows = {
        b.row("timer", say(KH_TR("Timer")), {{b.field("transmitter.timerMin"_field)}}, {}, {{b.field("machine.power.capacityMah"_field)}}),
        b.row("alarms", say(KH_TR("Alarms")),
              {{b.field("transmitter.alarms.voltsPerCell"_field, label(KH_TR("below"))),
                b.field("transmitter.alarms.usedMah"_field, label(KH_TR("after")))}},
              {}, {}),
    };
    return page;
}

StationPage cameraModesRows(const RowBuilder& b) {
    const Setup& setup = b.setup();
    const TransmitterSettings& tx = setup.transmitter;
    const CameraFigures& own = b.figures().of<CameraFigures>();
    StationPage page{Station::Modes, {}};
    Cell turned, sheet;
    for (const Function f : {camera::Aileron, camera::Elevator, camera::Throttle, camera::Rudder}) {
        const FunctionEntry& entry = cameraClass().entry(f);
        const std::string path = std::string("transmitter.channels.") + entry.id + ".reversed";
        const char* brief = f == camera::Aileron    ? KH_TR("ail")
                            : f == camera::Elevator ? KH_TR("ele")
                            : f == camera::Throttle ? KH_TR("thr")
                                                    : KH_TR("rud");
        if (readField(setup, path)) turned.parts.push_back(b.field(path, say(brief)));
        if (entry.reversed != nullptr)
            sheet.parts.push_back(b.field(std::string("controller.directions.") + entry.id + "Reversed", say(brief)));
    }
    page.rows.push_back(b.row("camera-directions", say(KH_TR("Directions")), std::move(turned), std::move(sheet), {}));
    const auto channelCell = [&](std::string_view family) {
        if (!sends(b, family)) return Cell{{RowBuilder::text(say(KH_TR("no channel")))}};
        return Cell{{b.field(carrierField(family, "number"), label(KH_TR("ch"))),
                     b.field(carrierField(family, "travelLowPct"), label(KH_TR("low"))),
                     b.field(carrierField(family, "travelHighPct"), label(KH_TR("high"))), b.field(carrierField(family, "reversed"))}};
    };
    page.rows.push_back(
        b.row("camera-modes", say(KH_TR("Mode switch")), channelCell(camera::kFlight), windowsSaid(own.modes), placesSaid(own.modes)));
    page.rows.push_back(RowBuilder::under("camera-modes", b.row("camera-held", say(KH_TR("What it holds")), {}, {},
                                                                {{RowBuilder::text(say(KH_TR("Enter for each mode")))}})));
    page.rows.push_back(b.row(
        "camera-home", say(KH_TR("Return home")),
        [&] {
            Cell cell = channelCell(camera::kHome);
            cell.parts.push_back(whenOf(b, camera::kHome, label(KH_TR("on"))));
            return cell;
        }(),
        windowsSaid(own.home), placesSaid(own.home)));
    page.rows.push_back(b.row("camera-cut", say(KH_TR("Throttle cut")),
                              {{b.field("transmitter.cut.when"_field), b.field("transmitter.cut.throttlePct"_field, label(KH_TR("to")))}},
                              {{b.field("speedController.lowUs"_field, label(KH_TR("stops below")))}},
                              {{RowBuilder::text(say(KH_TR("in the air it falls")))}}));
    page.rows.push_back(b.row("camera-throttle", say(KH_TR("Throttle")),
                              {{b.spark("transmitter.modes.normal.throttle"_field, tx.modes.front().throttle, say(KH_TR("mid"))),
                                RowBuilder::figure(own.centreThrottle)}},
                              {}, {{b.field("machine.hoverPct"_field, label(KH_TR("hovers at")))}}));
    Cell rates;
    for (const FlightMode& m : tx.modes) {
        rates.parts.push_back(b.field("transmitter.modes." + m.id + ".aileron.ratePct", say(KH_TR("{m}"), {{"m", m.name}})));
        rates.parts.push_back(b.field("transmitter.modes." + m.id + ".aileron.expoPct"));
    }
    page.rows.push_back(b.row("camera-rates", say(KH_TR("Rate, expo")), std::move(rates), {}, {}));
    Cell start;
    for (const ReachedChannel* ch : {&own.modes, &own.home})
        for (const ReachedPlace& p : ch->places)
            if (std::ranges::all_of(p.deck.switches, [&](const auto& s) { return placeOf(tx, {}, s.first) == s.second; }))
                start.parts.push_back(RowBuilder::text(say(KH_TR("{p} {w}"), {{"p", p.label}, {"w", windowWord(p.wanted)}})));
    page.rows.push_back(b.row("camera-start", say(KH_TR("At switch-on")), std::move(start), {}, {{b.field("machine.gesture"_field)}}));
    page.rows.push_back(b.row("camera-home-check", say(KH_TR("Way home")), {},
                              {{b.field("machine.homeStored"_field, label(KH_TR("place stored")))}},
                              {{b.field("machine.returnHeightM"_field, label(KH_TR("returns at")))}}));
    const auto& modes = cameraOf(setup).modes;
    const auto noted = static_cast<double>(std::ranges::count_if(modes, [](const HeldMode& m) { return !m.seen.empty(); }));
    page.rows.push_back(
        b.row("camera-signals", say(KH_TR("Mode signals")), {{RowBuilder::text(say(KH_TR("each place two seconds")))}},
              {{RowBuilder::text(say(KH_TR("its sign")))}},
              {{RowBuilder::text(say(KH_TR("{n} of {m} noted"), {{"n", num(noted)}, {"m", num(static_cast<double>(modes.size()))}}))}}));
    page.rows.push_back(b.row("camera-loss", say(KH_TR("Lost signal")), {{b.field("machine.loss"_field)}}, {}, {}));
    heldTable(b, page);
    return page;
}

}  // namespace kh
