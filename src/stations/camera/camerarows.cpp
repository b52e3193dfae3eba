// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/rule.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/camera/camera.h"
#include "stations/kit/tables.h"
#include "stations/kit/timerrows.h"

#include <algorithm>
#include <utility>

namespace kh {

namespace {

/// Whether the transmitter sends a family.
bool sends(const RowBuilder& b, std::string_view family) { return carrierOf(b.setup().transmitter, family) != nullptr; }

/// A switch, as a condition that can be edited, of a function there is.
Part whenOf(const RowBuilder& b, const std::string& function, Message label = {}) {
    const std::string path = elementPath("transmitter.functions.{}.when"_field, function);
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
                                                                          : say(KH_TR("{w} {a} … {b} µs"), args)));
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

/// The functions of a channel, one a line: the place that asks for each, what is sent, and where it lands; of return home off too.
void placesTable(const RowBuilder& b, StationPage& page, const char* row, std::string_view family, const ReachedChannel& ch) {
    std::vector<Row> lines;
    struct Landed {
        Cell pulse, window, margin;
    };
    const auto landed = [&](std::string_view wanted) {
        Landed out;
        for (const ReachedPlace& p : ch.places) {
            if (p.wanted != wanted) continue;
            out.pulse.parts.push_back(RowBuilder::figure(p.pulse));
            out.window.parts.push_back(RowBuilder::text(p.lands.empty() ? say(KH_TR("none")) : windowWord(p.lands)));
            if (p.margin.known) out.margin.parts.push_back(RowBuilder::figure(p.margin));
            break;  // of several that ask for the same the first
        }
        return out;
    };
    for (const SwitchFunction& f : b.setup().transmitter.functions) {
        if (familyOf(f.id) != family) continue;
        Landed at = landed(f.id);
        lines.push_back(b.line(row, "place-" + f.id, windowWord(f.id),
                               {{{whenOf(b, f.id)}},
                                {{b.field(elementPath("transmitter.functions.{}.valuePct"_field, f.id))}},
                                std::move(at.pulse),
                                std::move(at.window),
                                std::move(at.margin)}));
    }
    if (family == camera::kHome && sends(b, family)) {
        Landed at = landed(camera::kHomeOff);
        lines.push_back(b.line(row, "place-rest", windowWord(camera::kHomeOff),
                               {{{RowBuilder::text(say(KH_TR("else")))}},
                                {{b.field(carrierPath(family, "restPct"))}},
                                std::move(at.pulse),
                                std::move(at.window),
                                std::move(at.margin)}));
    }
    if (lines.empty()) return;
    setTable(page, row,
             {{KH_TR("switch"), "", KH_TR("the place that asks the box for it: L1 2")},
              {KH_TR("sends"), "%", KH_TR("the value at that place, before the channel's travel")},
              {KH_TR("pulse"), "µs", KH_TR("what leaves the receiver"), Box::Machine},
              {KH_TR("lands in"), "", KH_TR("the window of the box it falls into"), Box::Controller},
              {KH_TR("inside"), "µs", KH_TR("how far from the nearest inner edge of its window; 30 are wanted"), Box::Controller}},
             std::move(lines));
}

/// What the receiver sends without a signal, channel by channel, where it is told to send stored values.
void lossTable(const RowBuilder& b, StationPage& page) {
    std::vector<Row> lines;
    for (const ChannelSettings& c : b.setup().transmitter.channels)
        lines.push_back(b.line("camera-loss", "loss-" + c.id, channelTitle(c.id),
                               {{{b.field(channelPath(c.id, "failsafePct"))}}, {{b.field(channelPath(c.id, "limitPct"))}}}));
    for (const FunctionChannel& c : b.setup().transmitter.functionChannels)
        lines.push_back(b.line("camera-loss", "loss-" + c.id, functionTitle(b.setup().transmitter, c.id),
                               {{{b.field(carrierPath(c.id, "failsafePct"))}}, {{b.field(carrierPath(c.id, "limitPct"))}}}));
    setTable(page, "camera-loss",
             {{KH_TR("stored"), "%", KH_TR("sent when the signal is lost, where the receiver sends stored values; empty: the last one")},
              {KH_TR("limit"), "%", KH_TR("beyond it the output is cut off; empty: the transmitter's own")}},
             std::move(lines));
}

/// Of each mode what it holds and which sign it gave, one a line.
void heldTable(const RowBuilder& b, StationPage& page) {
    std::vector<Row> lines;
    for (const HeldMode& m : cameraOf(b.setup()).modes) {
        const std::string base = "machine.modes." + m.id + ".";
        const auto field = [&](const char* key) { return Cell{{b.field(base + key)}}; };
        lines.push_back(b.line("camera-held", "held-" + m.id, heldTitle(m.id),
                               {field("angle"), field("height"), field("position"),
                                m.id == camera::kHome ? Cell{} : field(fullStick(m).field), field("seen")}));
    }
    setTable(page, "camera-held",
             {{KH_TR("angle"), "", KH_TR("sticks let go, it levels"), Box::Machine},
              {KH_TR("height"), "", KH_TR("throttle at the middle, it stays at its height"), Box::Machine},
              {KH_TR("place"), "", KH_TR("sticks let go, it stays where it is"), Box::Machine},
              {KH_TR("full stick"), "", KH_TR("what the box makes of it: a speed, a lean or a rate of turn; its sheet says"), Box::Machine},
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

StationPage cameraPowerRows(const RowBuilder& b) { return {Station::Power, timerRows(b)}; }

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
        return Cell{{b.field(carrierPath(family, "number"), label(KH_TR("ch"))),
                     b.field(carrierPath(family, "travelLowPct"), label(KH_TR("low"))),
                     b.field(carrierPath(family, "travelHighPct"), label(KH_TR("high"))), b.field(carrierPath(family, "reversed"))}};
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
    page.rows.push_back(RowBuilder::aside("camera-cut", KH_TR("sets of rates in which the cut switch acts: all of them"),
                                          b.row("cut-acts", say(KH_TR("Cut acts")), {{b.field("transmitter.cut.actsIn"_field)}}, {}, {})));
    Cell curves;
    for (const FlightMode& m : tx.modes)
        curves.parts.push_back(
            b.spark(elementPath("transmitter.modes.{}.throttle"_field, m.id), m.throttle, say(KH_TR("{m}"), {{"m", m.name}})));
    curves.parts.push_back(RowBuilder::figure(own.centreThrottle, label(KH_TR("mid"))));
    page.rows.push_back(
        b.row("camera-throttle", say(KH_TR("Throttle")), std::move(curves), {},
              {{b.field("machine.hoverPct"_field, label(KH_TR("hovers at"))), RowBuilder::figure(own.climbs, label(KH_TR("mid stick")))}}));
    const auto rates = [&](const char* row, const char* title, const char* stick) {
        Cell cell;
        for (const FlightMode& m : tx.modes) {
            const std::string at = "transmitter.modes." + m.id + "." + stick;
            cell.parts.push_back(b.field(at + ".ratePct", say(KH_TR("{m}"), {{"m", m.name}})));
            cell.parts.push_back(b.field(at + ".expoPct"));
        }
        return b.row(row, say(title), std::move(cell), {}, {});
    };
    page.rows.push_back(rates("camera-rates", KH_TR("Rate, expo"), "aileron"));
    page.rows.push_back(RowBuilder::under("camera-rates", rates("rates-elevator", KH_TR("Elevator"), "elevator")));
    page.rows.push_back(RowBuilder::under("camera-rates", rates("rates-rudder", KH_TR("Rudder"), "rudder")));
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
    placesTable(b, page, "camera-modes", camera::kFlight, own.modes);
    placesTable(b, page, "camera-home", camera::kHome, own.home);
    heldTable(b, page);
    lossTable(b, page);
    return page;
}

}  // namespace kh
