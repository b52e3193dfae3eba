// SPDX-License-Identifier: GPL-3.0-or-later
//
// The sheet's part for the transmitter: its topics, each under the entry of the box's own menu.
#include "formula/gainscale.h"
#include "procedure/sheetbuilder.h"

namespace kh {

SheetContent SheetBuilder::model() const {
    return {field(say(KH_TR("Model type")), "transmitter.modelType"_field),
            field(say(KH_TR("Swash mixing")), "transmitter.swashMixing"_field, say(KH_TR("the controller mixes"))),
            field(say(KH_TR("Model match")), "transmitter.modelMatch"_field),
            field(say(KH_TR("Stick mode")), "transmitter.stickMode"_field),
            field(say(KH_TR("Stick trims act")), "transmitter.trims.live"_field),
            field(say(KH_TR("Unused channels inhibited")), "transmitter.unusedInhibited"_field)};
}

SheetContent SheetBuilder::channels() const {
    SheetContent out;
    out.columns = {sheetHeading(KH_TR("low %")),    sheetHeading(KH_TR("high %")),  sheetHeading(KH_TR("sub-trim %")),
                   sheetHeading(KH_TR("sense")),    sheetHeading(KH_TR("limit %")), sheetHeading(KH_TR("failsafe %")),
                   sheetHeading(KH_TR("pulse µs")), sheetHeading(KH_TR("reads %"))};
    auto ordered = setup.transmitter.channels;
    std::sort(ordered.begin(), ordered.end(), [](const auto& a, const auto& b) { return a.number < b.number; });
    for (const ChannelSettings& c : ordered) {
        const ChannelFigures* f = evaluation.figures.channel(c.id);
        const bool reads = f != nullptr && f->lowReading.known && c.id != "throttle";
        out.rows.push_back(
            {say(KH_TR("{n} {f}"), {{"n", num(c.number)}, {"f", channelTitle(c.id)}}),
             {},
             {},
             standingOf(setup, elementPath("transmitter.channels.{}.travelHighPct"_field, c.id)),
             {sheetCell(c.travelLowPct, sheetDecimals(c.travelLowPct)), sheetCell(c.travelHighPct, sheetDecimals(c.travelHighPct)),
              sheetCell(c.subTrimPct, sheetDecimals(c.subTrimPct), true), say(c.reversed ? KH_TR("reversed") : KH_TR("normal")),
              sheetCell(c.limitPct, KH_TR("own")),
              c.failsafePct ? sheetCell(*c.failsafePct, sheetDecimals(*c.failsafePct), true) : say(KH_TR("kept")),
              f == nullptr || !f->lowUs.known ? say(KH_TR("–"))
                                              : say(KH_TR("{a} … {b}"), {{"a", num(f->lowUs.value)}, {"b", num(f->highUs.value)}}),
              reads ? say(KH_TR("{a} … {b}"), {{"a", signedNum(f->lowReading.value, 1)}, {"b", signedNum(f->highReading.value, 1)}})
                    : say(KH_TR("–"))}});
    }
    return out;
}

SheetContent SheetBuilder::timer() const {
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

SheetContent SheetBuilder::switches() const {
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

SheetContent SheetBuilder::curves(const char* key, const Curve FlightMode::*curve, const char* means,
                                  const std::function<Message(const ModeFigures&)>& comesTo) const {
    SheetContent out;
    std::vector<const FlightMode*> modes;
    std::size_t most = 0;
    for (const FlightMode& m : setup.transmitter.modes)
        if (readField(setup, "transmitter.modes." + m.id + "." + key)) {
            modes.push_back(&m);
            most = std::max(most, (m.*curve).points.size());
        }
    for (std::size_t i = 0; i < most; ++i) out.columns.push_back(say(KH_TR("point {n} %"), {{"n", num(static_cast<double>(i + 1))}}));
    out.columns.push_back(sheetHeading(means));
    for (const FlightMode* m : modes) {
        SheetRow row{say(KH_TR("{m}"), {{"m", m->name}}), {}, {}, standingOf(setup, "transmitter.modes." + m->id + "." + key)};
        const Curve& c = m->*curve;
        for (std::size_t i = 0; i < most; ++i)
            row.cells.push_back(
                i < c.points.size() ? sheetCell(c.points[i].y, sheetDecimals(c.points[i].y), std::string_view(key) == "pitch") : Message{});
        const ModeFigures* f = evaluation.figures.mode(m->id);
        row.cells.push_back(f == nullptr ? say(KH_TR("–")) : comesTo(*f));
        out.rows.push_back(std::move(row));
    }
    return out;
}

SheetContent SheetBuilder::throttle() const {
    return curves("throttle", &FlightMode::throttle, KH_TR("head"), [](const ModeFigures& f) { return shown(f.headRpm); });
}

SheetContent SheetBuilder::pitch() const {
    return curves("pitch", &FlightMode::pitch, KH_TR("blade"), [](const ModeFigures& f) {
        return say(KH_TR("{l} … {h}"), {{"l", shown(f.pitchLow)}, {"h", shown(f.pitchHigh)}});
    });
}

SheetContent SheetBuilder::rates() const {
    SheetContent out;
    std::vector<AxisRates FlightMode::*> axes;
    for (const FunctionEntry& function : setup.machine.aircraft.of().functions) {
        if (function.rates == nullptr) continue;
        axes.push_back(function.rates);
        out.columns.push_back(say(KH_TR("{function} %"), {{"function", say(function.id)}}));
        out.columns.push_back(sheetHeading(KH_TR("expo %")));
    }
    if (axes.empty()) return {};
    for (const FlightMode& m : setup.transmitter.modes) {
        SheetRow row{
            say(KH_TR("{m}"), {{"m", m.name}}), {}, {}, standingOf(setup, elementPath("transmitter.modes.{}.aileron.ratePct"_field, m.id))};
        for (const auto axis : axes) {
            const AxisRates& r = m.*axis;
            row.cells.push_back(sheetCell(r.ratePct, sheetDecimals(r.ratePct)));
            row.cells.push_back(sheetCell(r.expoPct, sheetDecimals(r.expoPct)));
        }
        out.rows.push_back(std::move(row));
    }
    return out;
}

SheetContent SheetBuilder::gain() const {
    std::vector<SheetRow> rows;
    for (const FlightMode& m : setup.transmitter.modes) {
        const ModeFigures* f = evaluation.figures.mode(m.id);
        rows.push_back({say(KH_TR("{m}"), {{"m", m.name}}), gainAsShown(m.tailGainPct, setup.transmitter.profile.gainScale),
                        f ? say(KH_TR("reads {g}"), {{"g", shown(f->gainRead)}}) : Message{},
                        standingOf(setup, elementPath("transmitter.modes.{}.tailGainPct"_field, m.id))});
    }
    return rows;
}

SheetContent SheetBuilder::hold() const {
    SheetRow acts{say(KH_TR("Hold acts in")), say(KH_TR("every mode")), {}, standingOf(setup, "transmitter.hold.actsIn"_field)};
    if (setup.transmitter.hold.actsIn) acts.value = shownValue(setup, "transmitter.hold.actsIn"_field, *setup.transmitter.hold.actsIn);
    return {field(say(KH_TR("Hold")), "transmitter.hold.throttlePct"_field, shown(evaluation.figures.holdUs)), acts,
            field(say(KH_TR("Kill")), "transmitter.kill.throttlePct"_field)};
}

}  // namespace kh
