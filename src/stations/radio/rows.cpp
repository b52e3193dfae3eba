// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/amounts.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "model/monitor.h"
#include "model/names.h"
#include "model/ownsticks.h"
#include "stations/kit/rowbuilder.h"
#include "stations/kit/tables.h"
#include "stations/radio/radio.h"

#include <algorithm>

namespace kh {

namespace {

/// What an unused channel sends, chosen among what it can send.
Part spare(const TransmitterSettings& tx, int number) {
    Part p = RowBuilder::text(say(KH_TR("inhibited")));
    Choices choices{{kSpareInhibited, kSpareCentre}, {say(KH_TR("inhibited")), say(KH_TR("its centre"))}};
    for (const SwitchProfile& s : tx.profile->switches) {
        choices.typed.push_back(s.id);
        choices.captions.push_back(say(KH_TR("follows {s}"), {{"s", s.id}}));
    }
    for (const SpareChannel& s : tx.spares)
        if (s.number == number) p.value = s.follows.empty() ? choices.captions[1] : say(KH_TR("follows {s}"), {{"s", s.follows}});
    p.kind = Part::Spare{number, std::move(choices)};
    return p;
}

/// What a function's channel sends while it is on, where it has one.
Part sent(const RowBuilder& b, const SwitchFunction& f, Message name = {}) {
    if (carrierOf(b.setup().transmitter, f.id) == nullptr) return RowBuilder::dash();
    return b.field(elementPath("transmitter.functions.{}.valuePct"_field, f.id), std::move(name));
}

/// What the controller reads at a place of a function's channel, and what it then does.
Part heardAt(const RowBuilder& b, const FunctionChannel& channel, const CarriedPlace& p) {
    const Message reads = onMonitor(b.setup().controller.profile, {}, p.readingPct);
    Part part =
        RowBuilder::text(p.lands.empty() ? say(KH_TR("{r}: nothing"), {{"r", reads}})
                                         : say(KH_TR("{r}: {w}"), {{"r", reads}, {"w", functionTitle(b.setup().transmitter, p.lands)}}));
    part.why.title = say(KH_TR("What {box} hears"), {{"box", b.setup().controller.profile->name}});
    part.why.line(KH_TR("sent {v} % → {u} µs → reads {r}"), {{"v", signedNum(p.valuePct)}, {"u", num(p.pulseUs)}, {"r", reads}});
    part.why.lines.push_back(say(KH_TR("= {v}"), {{"v", part.value}}));
    part.why.inputs = {p.function.empty() ? elementPath("transmitter.functionChannels.{}.restPct"_field, channel.id)
                                          : elementPath("transmitter.functions.{}.valuePct"_field, p.function),
                       elementPath("transmitter.functionChannels.{}.reversed"_field, channel.id),
                       elementPath("transmitter.functionChannels.{}.travelLowPct"_field, channel.id),
                       elementPath("transmitter.functionChannels.{}.travelHighPct"_field, channel.id),
                       elementPath("transmitter.functionChannels.{}.subTrimPct"_field, channel.id)};
    return part;
}
Cell heard(const RowBuilder& b, std::string_view function) {
    Cell cell;
    if (const FunctionChannel* channel = carrierOf(b.setup().transmitter, function))
        for (const CarriedPlace& p : carriedPlaces(b.setup(), *channel))
            if (p.function == function) cell.parts.push_back(heardAt(b, *channel, p));
    return cell;
}
/// The same at rest, none of the family on.
Cell heardAtRest(const RowBuilder& b, std::string_view family) {
    Cell cell;
    if (const FunctionChannel* channel = carrierOf(b.setup().transmitter, family)) {
        const auto places = carriedPlaces(b.setup(), *channel);
        if (!places.empty()) cell.parts.push_back(heardAt(b, *channel, places.front()));
        if (!cell.parts.empty()) cell.parts.back().label = label(KH_TR("off"));
    }
    return cell;
}

/// The functions of one family, each with its switch and, of gains, what is sent then.
std::vector<Row> functionLines(const RowBuilder& b, const char* row, const std::vector<const SwitchFunction*>& functions, bool gains,
                               bool carried) {
    std::vector<Row> out;
    for (const SwitchFunction* f : functions) {
        std::vector<Cell> cells{{{b.field(elementPath("transmitter.functions.{}.when"_field, f->id))}}};
        if (gains) cells.push_back({{b.field(elementPath("transmitter.functions.{}.sentPct"_field, f->id))}});
        if (carried) {
            cells.push_back({{sent(b, *f)}});
            cells.push_back(heard(b, f->id));
        }
        out.push_back(b.line(row, "function-" + f->id, functionTitle(b.setup().transmitter, f->id), std::move(cells)));
    }
    return out;
}

/// A function that is alone in its family: its switch, what is sent, what is heard.
Row alone(const RowBuilder& b, const char* row, const char* title, const char* function) {
    const auto& all = b.setup().transmitter.functions;
    const auto f = std::find_if(all.begin(), all.end(), [&](const SwitchFunction& x) { return x.id == function; });
    if (f == all.end()) return b.row(row, say(title), {{RowBuilder::text(say(KH_TR("on no switch")))}}, {}, {});
    Cell cell{{b.field(elementPath("transmitter.functions.{}.when"_field, function))}};
    if (carrierOf(b.setup().transmitter, function) != nullptr) cell.parts.push_back(sent(b, *f, label(KH_TR("sends"))));
    Cell there = heard(b, function);
    for (Part& p : heardAtRest(b, function).parts) there.parts.push_back(std::move(p));
    return b.row(row, say(title), std::move(cell), std::move(there), {});
}

/// Rate mode by choice: the school, and, where it has one, its switch and what is sent then.
Row rateModeRow(const RowBuilder& b) {
    const auto& all = b.setup().transmitter.functions;
    Cell cell{{b.field("transmitter.schools.rateMode"_field)}};
    if (std::any_of(all.begin(), all.end(), [](const SwitchFunction& f) { return f.id == kRateMode; })) {
        cell.parts.push_back(b.field(elementPath("transmitter.functions.{}.when"_field, kRateMode)));
        cell.parts.push_back(b.field(elementPath("transmitter.functions.{}.sentPct"_field, kRateMode), label(KH_TR("sends"))));
    }
    return b.row("rate-mode", say(KH_TR("Rate mode")), std::move(cell), {}, {});
}

/// What a pupil gets, by which switch, and what was tried of it.
Row trainerRow(const RowBuilder& b) {
    const auto& all = b.setup().transmitter.functions;
    const bool used = b.setup().transmitter.trainer.hands != TrainerHands::Nothing;
    Cell cell{{b.field("transmitter.trainer.hands"_field)}};
    if (std::any_of(all.begin(), all.end(), [&](const SwitchFunction& f) { return f.id == kTrainer && (used || !f.when.empty()); }))
        cell.parts.push_back(b.field(elementPath("transmitter.functions.{}.when"_field, kTrainer)));
    if (used) {
        cell.parts.push_back(b.labelled("transmitter.trainer.memory"_field));
        cell.parts.push_back(b.labelled("transmitter.trainer.stops"_field));
    }
    return b.row("trainer-link", say(KH_TR("Trainer link")), std::move(cell), {}, {});
}

/// Channels of functions, one a line.
void functionChannels(const RowBuilder& b, StationPage& page) {
    std::vector<Row> lines;
    for (const FunctionChannel& c : b.setup().transmitter.functionChannels) {
        const auto field = [&](std::string_view pattern) { return Cell{{b.field(elementPath(pattern, c.id))}}; };
        lines.push_back(b.line(
            "channel-map", "carrier-" + c.id, functionTitle(b.setup().transmitter, c.id),
            {field("transmitter.functionChannels.{}.number"_field), field("transmitter.functionChannels.{}.reversed"_field),
             field("transmitter.functionChannels.{}.travelLowPct"_field), field("transmitter.functionChannels.{}.travelHighPct"_field),
             field("transmitter.functionChannels.{}.subTrimPct"_field), field("transmitter.functionChannels.{}.restPct"_field)}));
    }
    if (lines.empty()) return;
    setTable(page, "channel-map",
             {{KH_TR("channel"), "", KH_TR("of a function that is no stick's: what its switch sends goes out there")},
              {KH_TR("direction"), "", KH_TR("reversed, the first place is read where the last should be")},
              {KH_TR("low"), "%", KH_TR("travel on the low side")},
              {KH_TR("high"), "%", KH_TR("travel on the high side")},
              {KH_TR("sub-trim"), "%", KH_TR("moves what every place is read as")},
              {KH_TR("at rest"), "%", KH_TR("sent while none of its functions is on")}},
             std::move(lines));
}

/// What was seen of the sticks, in a word.
Message sticksLookedAt(const OwnSticks& sticks) {
    std::vector<Message> off;
    bool all = true;
    for (const OwnStickRead& s : sticksRead(sticks)) {
        if (!s.right()) off.push_back(asWord(s.id));
        all = all && s.stick->lowPct && s.stick->highPct;
    }
    return !off.empty() ? say(KH_TR("off: {list}"), {{"list", off}}) : all ? say(KH_TR("all even")) : say(KH_TR("not all read"));
}

/// The sticks, one a line, as the transmitter's own monitor shows them.
void ownStickTable(const RowBuilder& b, StationPage& page) {
    std::vector<Row> lines;
    for (const OwnStickRead& s : sticksRead(b.setup().transmitter.sticks)) {
        const std::string base = std::string("transmitter.sticks.") + s.id + ".";
        Cell centre{{RowBuilder::dash()}};  // it stays where it is put
        if (s.springs) centre = {{b.field(base + "centrePct")}};
        lines.push_back(b.line("stick-mode", std::string("own-") + s.id, asWord(s.id),
                               {{{b.field(base + "lowPct")}}, std::move(centre), {{b.field(base + "highPct")}}}));
    }
    setTable(page, "stick-mode",
             {{KH_TR("low stop"), "%", KH_TR("what the transmitter's own monitor shows, trims centred, rates 100: −100")},
              {KH_TR("let go"), "%", KH_TR("0 where it springs back; less than 1.5 beside it")},
              {KH_TR("high stop"), "%", KH_TR("+100; a stick that ends short is calibrated, not covered by travel")}},
             std::move(lines));
}

constexpr const char* kTyped = KH_TR("the switch and its place: L1 2; + is and, | is or; empty: on no switch");

}  // namespace

StationPage radioRows(const RowBuilder& b) {
    const TransmitterSettings& tx = b.setup().transmitter;
    StationPage page{Station::Radio, {}};
    page.rows.push_back(b.row("model-type", say(KH_TR("Model type")),
                              {{b.field("transmitter.modelType"_field), b.field("transmitter.modelMatch"_field)}}, {}, {}));
    page.rows.push_back(b.row("stick-mode", say(KH_TR("Stick mode")),
                              {{b.field("transmitter.stickMode"_field), b.field("transmitter.collectiveReversed"_field)}}, {}, {}));
    Cell calibrated{{b.field("transmitter.profile.sticksCalibrated"_field, label(KH_TR("calibrated")))}};
    calibrated.parts.push_back(RowBuilder::text(sticksLookedAt(tx.sticks)));
    page.rows.push_back(RowBuilder::aside(
        "stick-mode", KH_TR("as its own monitor shows the sticks; calibrated anew, ends, hold and failsafe of every model are read anew"),
        b.row("stick-calibration", say(KH_TR("Own sticks")), std::move(calibrated), {}, {})));
    Cell map;
    for (const FunctionEntry& function : b.setup().machine.aircraft.of().functions)
        if (channelOf(tx, function.id) != nullptr)
            map.parts.push_back(b.field(elementPath("transmitter.channels.{}.number"_field, function.id), say(function.id)));
    for (Part& part : map.parts) part.unit = "";
    Cell order;
    for (const std::string& id : channelMap(b.setup().controller))
        order.parts.push_back(RowBuilder::text(say(KH_TR("{f}"), {{"f", asWord(id)}})));
    page.rows.push_back(b.row("channel-map", say(KH_TR("Channels")), std::move(map), std::move(order), {}));
    page.rows.push_back(RowBuilder::aside("channel-map", KH_TR("the controller's own order, or the one it has learned"),
                                          b.row("order-school", say(KH_TR("Order")), {{b.field("transmitter.schools.order"_field)}},
                                                {{b.field("controller.receiver.map"_field)}}, {})));
    page.rows.push_back(b.row("stick-trims", say(KH_TR("Stick trims")),
                              {{b.field("transmitter.trims.live"_field), b.field("transmitter.trims.aileronPct"_field, label(KH_TR("a"))),
                                b.field("transmitter.trims.elevatorPct"_field, label(KH_TR("e"))),
                                b.field("transmitter.trims.rudderPct"_field, label(KH_TR("r")))}},
                              {}, {}));
    for (Part& p : page.rows.back().cells[0].parts) p.unit = "";
    page.rows.push_back(RowBuilder::under("stick-trims", b.row("throttle-trim", say(KH_TR("Throttle trim")),
                                                               {{b.labelled("transmitter.throttleTrimRangePct"_field)}}, {}, {})));
    Cell spares{{b.field("transmitter.unusedInhibited"_field)}};
    for (const SpareChannel& s : tx.spares)
        spares.parts.push_back(RowBuilder::text(
            s.follows.empty()
                ? say(KH_TR("ch {n} centre"), {{"n", amount(b.setup(), elementPath("transmitter.spares.{}.number"_field, s.id))}})
                : say(KH_TR("ch {n} {s}"),
                      {{"n", amount(b.setup(), elementPath("transmitter.spares.{}.number"_field, s.id))}, {"s", s.follows}})));
    page.rows.push_back(b.row("unused-channels", say(KH_TR("Spare channels")), std::move(spares), {}, {}));
    std::vector<Row> unused;
    for (const int number : unusedChannels(tx))
        unused.push_back(b.line("unused-channels", "spare-" + std::to_string(number), say(KH_TR("channel {n}"), {{"n", num(number)}}),
                                {{{spare(tx, number)}}}));
    setTable(page, "unused-channels",
             {{KH_TR("sends"), "",
               KH_TR("a channel that sends can reach a port and change a setting in flight: inhibit what nothing listens to")}},
             std::move(unused));
    Cell modes;
    for (const FlightMode& m : tx.modes)
        if (m.id != kHoldMode && !m.when.empty()) {
            Part p = b.field(elementPath("transmitter.modes.{}.when"_field, m.id));
            p.label = say(KH_TR("{m}"), {{"m", m.name}});
            modes.parts.push_back(std::move(p));
        }
    page.rows.push_back(b.row("mode-switch", say(KH_TR("Mode switch")), std::move(modes), {}, {}));
    page.rows.push_back(b.row("hold-switch", say(KH_TR("Hold switch")), {{b.field("transmitter.modes.hold.when"_field)}}, {}, {}));
    page.rows.push_back(RowBuilder::under(
        "hold-switch",
        b.row("power-on", say(KH_TR("Power-on")), {{b.field("transmitter.hold.powerOnGuard"_field, label(KH_TR("guard")))}}, {}, {})));
    page.rows.back().help = KH_TR("it starts only with hold on, the base mode, the collective low and rescue off");
    const auto holdRow = [&](const char* id, const char* title, Part part, const char* help) {
        page.rows.push_back(RowBuilder::aside("hold-switch", help, b.row(id, say(title), {{std::move(part)}}, {}, {})));
    };
    holdRow("hold-throttle", KH_TR("Its throttle"), b.field("transmitter.hold.throttlePct"_field),
            KH_TR("judged in µs at the speed controller, 20 µs on the off side; an engine's idle. Leads off while you set it"));
    holdRow("hold-from", KH_TR("Flies like"), b.mode("transmitter.hold.autorotationFrom"_field),
            KH_TR("the mode an autorotation begins in: hold takes its rates, expo and gain"));
    holdRow("hold-school", KH_TR("School"), b.field("transmitter.schools.hold"_field),
            KH_TR("cut: just below the throttle's end; bail-out: the idle to spool up from, with a kill switch beside it"));
    holdRow("hold-place", KH_TR("Stands on"), b.field("transmitter.schools.holdSwitch"_field),
            KH_TR("a switch of its own, or the mode switch's last place; reachable without letting go"));
    holdRow("hold-tail", KH_TR("Tail in it"), b.field("transmitter.schools.holdTail"_field),
            KH_TR("heading hold as everywhere, or rate mode for autorotations: then the tail follows the machine"));
    page.rows.push_back(b.row("kill-switch", say(KH_TR("Kill switch")),
                              {{b.field("transmitter.kill.when"_field), b.field("transmitter.kill.throttlePct"_field)}}, {}, {}));
    addUnder(page, RowBuilder::under("kill-switch", alone(b, "arming-switch", KH_TR("Arming"), kArming)));
    page.rows.push_back(b.row("cut-switch", say(KH_TR("Cut switch")),
                              {{b.field("transmitter.cut.when"_field), b.field("transmitter.cut.throttlePct"_field)}}, {}, {}));
    struct Family {
        const char* row;
        const char* title;
        const char* prefix;
    };
    for (const Family& family : {Family{"bank-switch", KH_TR("Bank switch"), "bank-"}, Family{"gain-switch", KH_TR("Gain steps"), "gain-"},
                                 Family{"rescue-switch", KH_TR("Rescue"), "rescue"}, Family{"other-switches", KH_TR("Others"), ""}}) {
        Cell cell;
        std::vector<const SwitchFunction*> all;
        for (const SwitchFunction& f : tx.functions) {
            const bool named = f.id.starts_with("gain-") || f.id == kRateMode || f.id == kTrainer || !familyOf(f.id).empty();
            if (*family.prefix == 0 ? named : !f.id.starts_with(family.prefix)) continue;
            all.push_back(&f);
            if (f.when.empty() && f.id != family.prefix) continue;  // in the table beneath
            Part part = b.field(elementPath("transmitter.functions.{}.when"_field, f.id));
            if (f.id != family.prefix) part.label = functionTitle(tx, f.id);  // else the row's own title says it
            cell.parts.push_back(std::move(part));
        }
        if (cell.parts.empty()) cell.parts.push_back(RowBuilder::text(say(KH_TR("on no switch"))));
        if (std::string_view(family.prefix) == "rescue") {  // its row says it all
            page.rows.push_back(alone(b, family.row, family.title, family.prefix));
            continue;
        }
        const bool carried = std::string_view(family.prefix) == "bank-" && carrierOf(tx, "bank") != nullptr;
        page.rows.push_back(b.row(family.row, say(family.title), std::move(cell), carried ? heardAtRest(b, "bank") : Cell{}, {}));
        if (all.empty()) continue;
        const bool gains = std::string_view(family.prefix) == "gain-";
        std::vector<SubColumn> columns{{KH_TR("switch"), "", kTyped}};
        if (gains)
            columns.push_back(
                {KH_TR("sent"), "%", KH_TR("the tail gain that replaces the mode's own while the switch is there; + is heading hold")});
        if (carried) {
            columns.push_back({KH_TR("sends"), "%", KH_TR("what its channel sends while the switch is there")});
            columns.push_back({KH_TR("is read as"), "", KH_TR("what the controller reads then, and which bank it flies")});
        }
        setTable(page, family.row, std::move(columns), functionLines(b, family.row, all, gains, carried));
    }
    const auto school = [&](const char* row, const char* id, const char* title, const std::string& field, const char* help) {
        addUnder(page, RowBuilder::aside(row, help, b.row(id, say(title), {{b.field(field)}}, {}, {})));
    };
    addUnder(page, RowBuilder::under("rescue-switch", alone(b, "level-switch", KH_TR("Level"), "level")));
    functionChannels(b, page);
    school("gain-switch", "gain-school", KH_TR("School"), "transmitter.schools.tailGain"_field,
           KH_TR("per flight mode, three steps on a switch of their own, or fixed in the controller"));
    addUnder(page, RowBuilder::aside("gain-switch", KH_TR("to track the tail or trim in flight: off at power-on, and told while it is on"),
                                     rateModeRow(b)));
    school("rescue-switch", "rescue-school", KH_TR("School"), "transmitter.schools.rescue"_field,
           KH_TR("momentary, so that it cannot stay on; latched; or not used. Never under the finger that works hold"));
    school("other-switches", "shared-switches", KH_TR("Shared"), "transmitter.shared"_field,
           KH_TR("functions that stay on two switches, and switches that work two functions, by choice: hold, R2"));
    addUnder(page, RowBuilder::under("other-switches", alone(b, "setup-switch", KH_TR("Set-up button"), "setup")));
    addUnder(page, RowBuilder::aside("other-switches", KH_TR("of two transmitters: the teacher's hold and kill must win whoever flies"),
                                     trainerRow(b)));
    ownStickTable(b, page);
    return page;
}

}  // namespace kh
