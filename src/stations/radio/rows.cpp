// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/kit/rowbuilder.h"
#include "stations/radio/radio.h"

namespace kh {

namespace {

Part condition(const RowBuilder& b, const std::string& path) {
    Part p = b.field(path);
    for (const SwitchProfile& s : b.setup().transmitter.profile.switches)
        for (int place = 1; place <= s.places; ++place) p.options.push_back(s.id + " " + std::to_string(place));
    return p;
}

}  // namespace

StationPage radioRows(const RowBuilder& b) {
    const TransmitterSettings& tx = b.setup().transmitter;
    StationPage page{Station::Radio, {}};
    page.rows.push_back(b.row(
        "model-type", say(KH_TR("Model type")),
        {{b.field("transmitter.modelType"_field), b.flag("transmitter.modelMatch"_field, KH_TR("match"), KH_TR("no match"))}}, {}, {}));
    page.rows.push_back(b.row("stick-mode", say(KH_TR("Stick mode")),
                              {{b.field("transmitter.stickMode"_field),
                                b.flag("transmitter.collectiveReversed"_field, KH_TR("collective reversed"), KH_TR("up climbs"))}},
                              {}, {}));
    Cell map;
    for (const char* id : {"aileron", "elevator", "collective", "rudder", "throttle", "gain"})
        if (channelOf(tx, id) != nullptr) map.parts.push_back(b.field(elementPath("transmitter.channels.{}.number"_field, id), say(id)));
    for (Part& part : map.parts) part.unit = "";
    Cell order;
    for (const std::string& id : b.setup().controller.profile.channelOrder)
        order.parts.push_back(RowBuilder::text(say(KH_TR("{f}"), {{"f", id}})));
    page.rows.push_back(b.row("channel-map", say(KH_TR("Channels")), std::move(map), std::move(order), {}));
    page.rows.push_back(b.row("stick-trims", say(KH_TR("Stick trims")),
                              {{b.flag("transmitter.trims.live"_field, KH_TR("live"), KH_TR("off")),
                                b.field("transmitter.trims.aileronPct"_field, label(KH_TR("a"))),
                                b.field("transmitter.trims.elevatorPct"_field, label(KH_TR("e"))),
                                b.field("transmitter.trims.rudderPct"_field, label(KH_TR("r")))}},
                              {}, {}));
    for (Part& p : page.rows.back().cells[0].parts) p.unit = "";
    page.rows.push_back(RowBuilder::under("stick-trims", b.row("throttle-trim", say(KH_TR("Throttle trim")),
                                                               {{b.labelled("transmitter.throttleTrimRangePct"_field)}}, {}, {})));
    Cell spares{{b.flag("transmitter.unusedInhibited"_field, KH_TR("inhibited"), KH_TR("not inhibited"))}};
    for (const SpareChannel& s : tx.spares)
        spares.parts.push_back(RowBuilder::text(s.follows.empty() ? say(KH_TR("ch {n} centre"), {{"n", num(s.number)}})
                                                                  : say(KH_TR("ch {n} {s}"), {{"n", num(s.number)}, {"s", s.follows}})));
    page.rows.push_back(b.row("unused-channels", say(KH_TR("Spare channels")), std::move(spares), {}, {}));
    Cell modes;
    for (const FlightMode& m : tx.modes)
        if (m.id != kHoldMode && !m.when.empty()) {
            Part p = condition(b, elementPath("transmitter.modes.{}.when"_field, m.id));
            p.label = say(KH_TR("{m}"), {{"m", m.name}});
            modes.parts.push_back(std::move(p));
        }
    page.rows.push_back(b.row("mode-switch", say(KH_TR("Mode switch")), std::move(modes), {}, {}));
    page.rows.push_back(b.row("hold-switch", say(KH_TR("Hold switch")), {{condition(b, "transmitter.modes.hold.when"_field)}}, {}, {}));
    page.rows.push_back(RowBuilder::under(
        "hold-switch", b.row("power-on", say(KH_TR("Power-on")),
                             {{b.flag("transmitter.hold.powerOnGuard"_field, KH_TR("on"), KH_TR("off"), label(KH_TR("guard")))}}, {}, {})));
    page.rows.push_back(b.row("kill-switch", say(KH_TR("Kill switch")),
                              {{condition(b, "transmitter.kill.when"_field), b.field("transmitter.kill.throttlePct"_field)}}, {}, {}));
    page.rows.push_back(b.row("cut-switch", say(KH_TR("Cut switch")),
                              {{condition(b, "transmitter.cut.when"_field), b.field("transmitter.cut.throttlePct"_field)}}, {}, {}));
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
            Part part = condition(b, elementPath("transmitter.functions.{}.when"_field, f.id));
            if (f.id != family.prefix) part.label = functionTitle(tx, f.id);  // else the row's own title says it
            cell.parts.push_back(std::move(part));
        }
        if (cell.parts.empty()) cell.parts.push_back(RowBuilder::text(say(KH_TR("on no switch"))));
        page.rows.push_back(b.row(family.row, say(family.title), std::move(cell), {}, {}));
    }
    return page;
}

}  // namespace kh
