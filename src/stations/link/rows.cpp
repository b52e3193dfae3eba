// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/amounts.h"
#include "model/failsafe.h"
#include "model/fieldpatterns.h"
#include "model/monitor.h"
#include "model/names.h"
#include "stations/kit/rowbuilder.h"
#include "stations/kit/tables.h"
#include "stations/link/link.h"

#include <algorithm>
#include <array>
#include <cctype>

namespace kh {

namespace {

/// What the receiver sends when the signal is lost, channel by channel, and whether that stops the motor.
void failsafeTable(const RowBuilder& b, StationPage& page) {
    const auto fault =
        std::find_if(b.evaluation().findings.begin(), b.evaluation().findings.end(), [](const Finding& f) { return f.row == "failsafe"; });
    const bool engine = b.setup().machine.power.kind == PowerKind::Engine;
    std::vector<Row> lines;
    for (const ChannelSettings& c : b.setup().transmitter.channels) {
        const ChannelFigures* f = b.figures().channel(c.id);
        if (f == nullptr) continue;
        const char* judged = c.id != "throttle"                       ? KH_TR("may stay")
                             : !b.figures().motorOffUs.known          ? KH_TR("not known")
                             : fault == b.evaluation().findings.end() ? (engine ? KH_TR("idles or stops") : KH_TR("stops it"))
                             : fault->severity == Severity::Danger    ? KH_TR("runs on")
                                                                      : KH_TR("barely off");
        lines.push_back(b.line("failsafe", "failsafe-" + c.id, channelTitle(c.id),
                               {{{b.field(elementPath("transmitter.channels.{}.failsafePct"_field, c.id))}},
                                {{f->failsafeUs.known ? RowBuilder::figure(f->failsafeUs) : RowBuilder::text(say(KH_TR("last value")))}},
                                {{b.field(elementPath("transmitter.channels.{}.limitPct"_field, c.id))}},
                                {{RowBuilder::text(say(judged))}}}));
    }
    setTable(page, "failsafe",
             {{KH_TR("stored"), unitOf(b.setup(), "transmitter.channels.throttle.failsafePct"_field),
               KH_TR("what the receiver sends when the signal is lost; empty: it keeps the last value")},
              {KH_TR("pulse"), "µs", KH_TR("what that is at the receiver's output"), Box::Machine},
              {KH_TR("limit"), unitOf(b.setup(), "transmitter.channels.throttle.limitPct"_field),
               KH_TR("beyond it the output is cut off; empty: the transmitter's own")},
              {KH_TR("judged"), "", KH_TR("the motor must stop: hold's value or below. Test it with the motor locked and hold off"),
               Box::Machine}},
             std::move(lines));
}

/// A reading as the controller's monitor shows it: its own numbers, or what its lamps say.
Part monitored(const RowBuilder& b, const std::string& function, const Figure& reading) {
    Part part = RowBuilder::figure(reading);
    const ControllerProfile& box = b.setup().controller.profile;
    if (!reading.known || box.monitor == Monitor{}) return part;
    part.value = onMonitorBare(box, function, reading.value);
    part.unit = monitorUnit(box);
    part.why.lines.push_back(
        say(KH_TR("on the monitor of {box}: {v}"), {{"box", box.name}, {"v", onMonitor(box, function, reading.value)}}));
    return part;
}

/// A channel's ends, side by side with what they come to.
void channelTable(const RowBuilder& b, StationPage& page, const std::string& id) {
    struct Side {
        const char* id;
        const char* title;
        const char* travel;
        Figure ChannelFigures::*us;
        Figure ChannelFigures::*reading;
    };
    static constexpr std::array sides{
        Side{"-low", KH_TR("low"), ".travelLowPct", &ChannelFigures::lowUs, &ChannelFigures::lowReading},
        Side{"-centre", KH_TR("centre"), "", &ChannelFigures::centreUs, &ChannelFigures::centreReading},
        Side{"-high", KH_TR("high"), ".travelHighPct", &ChannelFigures::highUs, &ChannelFigures::highReading}};
    const std::string base = "transmitter.channels." + id;
    const std::string row = "channel-" + id;
    const ChannelFigures* f = b.figures().channel(id);
    std::vector<Row> lines;
    for (const Side& s : sides) {
        Cell travel, trim, reverse, pulse, reading;
        if (*s.travel != 0) travel.parts = {b.field(base + s.travel)};
        trim.joins = reverse.joins = 0;  // all three share what stands in the first
        if (lines.empty()) {
            trim = {{b.field(base + ".subTrimPct")}, 1, 3};
            reverse = {{b.field(base + ".reversed")}, 1, 3};
        }
        if (f != nullptr) {
            pulse.parts = {RowBuilder::figure(f->*s.us)};
            if (id != "throttle") reading.parts = {monitored(b, id, f->*s.reading)};
        }
        lines.push_back(b.line(row.c_str(), row + s.id, say(s.title),
                               {std::move(travel), std::move(trim), std::move(reverse), std::move(pulse), std::move(reading)}));
    }
    setTable(page, row,
             {{KH_TR("travel"), unitOf(b.setup(), base + ".travelLowPct"),
               KH_TR("how far the stick's end moves the channel, by side: until it reads 100 and never beyond")},
              {KH_TR("sub-trim"), unitOf(b.setup(), base + ".subTrimPct"),
               KH_TR("moves the channel's centre: until it reads 0 with the stick let go")},
              {KH_TR("reverse"), "", KH_TR("turns the whole channel over; the reading must follow the stick")},
              {KH_TR("pulse"), "µs", KH_TR("what leaves the receiver"), Box::Machine},
              {KH_TR("reading"), monitorUnit(b.setup().controller.profile), KH_TR("what the controller makes of it: −100, 0, +100"),
               Box::Controller}},
             std::move(lines));
}

/// What the controller is told of the receiver, chosen among what it knows.
Row toldOfReceiver(const RowBuilder& b) {
    const ControllerProfile& box = b.setup().controller.profile;
    Cell told;
    if (!box.receiverKinds.empty()) told.parts.push_back(b.word("controller.receiver.kind"_field, box.receiverKinds, label(KH_TR("kind"))));
    if (!box.variants.empty()) told.parts.push_back(b.word("controller.receiver.variant"_field, box.variants, label(KH_TR("variant"))));
    if (told.parts.empty()) told.parts.push_back(RowBuilder::text(say(KH_TR("it does not ask"))));
    return b.row("receiver-told", say(KH_TR("Told of it")), {}, std::move(told),
                 {{b.labelled("machine.receiver.protocol"_field), b.labelled("machine.receiver.variantBy"_field)}});
}

/// How many leads there are beside; Enter adds one.
Part otherLeads(const RowBuilder& b) {
    const std::size_t n = b.setup().machine.wiring.leads.size();
    Part part = RowBuilder::text(n == 0 ? say(KH_TR("add another")) : sayCount(n, KH_TR("{n} other"), KH_TR("{n} others")));
    part.kind = Part::Act{"add-lead"};
    return part;
}

/// The leads beside those that the wiring names, one a line.
void leadTable(const RowBuilder& b, StationPage& page) {
    std::vector<Row> lines;
    for (const Lead& l : b.setup().machine.wiring.leads) {
        const auto field = [&](std::string_view pattern) { return Cell{{b.field(elementPath(pattern, l.id))}}; };
        lines.push_back(b.line("throttle-lead", "lead-" + l.id, say(KH_TR("lead {n}"), {{"n", l.id}}),
                               {field("machine.wiring.leads.{}.from"_field), field("machine.wiring.leads.{}.to"_field),
                                field("machine.wiring.leads.{}.carries"_field), field("machine.wiring.leads.{}.parked"_field),
                                field("machine.wiring.leads.{}.homeMade"_field)}));
    }
    if (lines.empty()) return;
    setTable(page, "throttle-lead",
             {{KH_TR("from"), "", KH_TR("the box it comes from, in your words; leads are labelled before they are pulled"), Box::Machine},
              {KH_TR("to"), "", KH_TR("the box it goes to"), Box::Machine},
              {KH_TR("carries"), "", KH_TR("a second supply is parked or allowed by both makers, never just plugged in"), Box::Machine},
              {KH_TR("end"), "", KH_TR("parked: insulated, in no socket"), Box::Machine},
              {KH_TR("made"), "", KH_TR("home-made: look at its polarity, wire by wire, before the first plug"), Box::Machine}},
             std::move(lines));
}

}  // namespace

StationPage linkRows(const RowBuilder& b) {
    const TransmitterSettings& tx = b.setup().transmitter;
    StationPage page{Station::Link, {}};
    page.rows.push_back(b.row(
        "supply", say(KH_TR("Supply")), {}, {},
        {{b.field("machine.supply.volts"_field), b.field("machine.supply.continuousA"_field), b.labelled("machine.supply.peakA"_field)}}));
    page.rows.push_back(
        RowBuilder::under("supply", b.row("supply-ratings", say(KH_TR("Boxes bear")), {}, {{b.field("controller.profile.maxVolts"_field)}},
                                          {{b.labelled("machine.supply.receiverMaxVolts"_field)}})));
    Cell servos;
    std::string_view group;
    for (const FittedServo& s : fittedServos(b.setup().machine)) {  // the first of each group: they get the same
        if (s.place.group == group) continue;
        group = s.place.group;
        servos.parts.push_back(b.field(s.place.path + ".minVolts", label(s.place.group)));
        servos.parts.push_back(b.field(s.place.path + ".maxVolts", label(KH_TR("to"))));
    }
    page.rows.push_back(RowBuilder::under("supply", b.row("supply-servos", say(KH_TR("Servos bear")), {}, {}, std::move(servos))));
    page.rows.push_back(
        RowBuilder::under("supply", b.row("supply-leads", say(KH_TR("Leads")), {}, {},
                                          {{b.field("machine.wiring.supplyLeads"_field), b.field("machine.wiring.buffer"_field),
                                            b.labelled("machine.wiring.second"_field)}})));
    page.rows.push_back(RowBuilder::aside(
        "supply", KH_TR("between what the regulator gives and what the buffer takes over at; tested once by pulling the pack"),
        b.row("supply-alarm", say(KH_TR("Alarm")), {}, {},
              {{b.field("machine.supply.alarmVolts"_field, label(KH_TR("below"))), b.labelled("machine.supply.bufferVolts"_field)}})));
    page.rows.push_back(RowBuilder::aside(
        "supply", KH_TR("the main pack as in flight, or a receiver pack with the main pack never connected; two supplies are never joined"),
        b.row("bench-power", say(KH_TR("Bench power")), {{b.field("transmitter.schools.benchPower"_field)}}, {}, {})));
    page.rows.push_back(b.row("receiver", say(KH_TR("Receiver")), {}, {},
                              {{b.field("machine.receiver.name"_field), b.field("machine.wiring.receiver"_field)}}));
    setTable(page, "receiver",
             {{KH_TR("outputs"), "", KH_TR("channels that leave it on leads of their own"), Box::Machine},
              {KH_TR("signal lost"), "", KH_TR("what it does then: the failsafe test shows it"), Box::Machine},
              {KH_TR("plugs"), "", KH_TR("which way round; it may be the other way than the controller's"), Box::Machine},
              {KH_TR("bound by"), "", KH_TR("its gesture, as its manual says"), Box::Machine},
              {KH_TR("lamp, bound"), "", KH_TR("what its lamp shows when it hears the transmitter"), Box::Machine},
              {KH_TR("lamp, waiting"), "", KH_TR("and while it waits to be bound"), Box::Machine}},
             {b.line("receiver", "receiver-data", say(KH_TR("its data")),
                     {{{b.field("machine.receiver.outputs"_field)}},
                      {{b.field("machine.receiver.failsafe"_field)}},
                      {{b.field("machine.receiver.plugMark"_field)}},
                      {{b.field("machine.receiver.bindGesture"_field)}},
                      {{b.field("machine.receiver.lampBound"_field)}},
                      {{b.field("machine.receiver.lampWaits"_field)}}})});
    page.rows.push_back(
        RowBuilder::aside("receiver", KH_TR("what the controller is told of it, beside what is aboard"), toldOfReceiver(b)));
    page.rows.push_back(b.row("throttle-lead", say(KH_TR("Throttle lead")), {}, {},
                              {{b.field("machine.wiring.throttleLead"_field, label(KH_TR("into the"))), otherLeads(b)}}));
    leadTable(b, page);
    page.rows.push_back(RowBuilder::aside(
        "throttle-lead",
        KH_TR("leads off is surest; by curve is the weakest: one place of a switch that was forgotten, and the motor runs"),
        b.row("motor-lock", say(KH_TR("Motor lock")), {{b.field("transmitter.schools.motorLock"_field)}}, {}, {})));
    Part bound = RowBuilder::text(say(KH_TR("the receiver answers")));
    bound.why.inputs = {"machine.wiring.receiver"_field, "transmitter.modelMatch"_field};  // another receiver is bound anew
    page.rows.push_back(b.row("binding", say(KH_TR("Binding")), {{RowBuilder::text(say(KH_TR("model memory")))}}, {}, {{bound}}));
    page.rows.push_back(RowBuilder::aside("binding", KH_TR("with the transmitter at range-test power, before the first hover"),
                                          b.row("range-check", say(KH_TR("Range check")), {{RowBuilder::text(say(KH_TR("reduced power")))}},
                                                {}, {{RowBuilder::text(say(KH_TR("every stick answers")))}})));
    const ChannelFigures* throttle = b.figures().channel("throttle");
    const FailsafeIn in = failsafeIn(b.setup());
    Cell stored, storedThere, pulses;
    if (in == FailsafeIn::Transmitter) {
        stored.parts = {b.field("transmitter.channels.throttle.failsafePct"_field, label(KH_TR("throttle")))};
        pulses.parts = {RowBuilder::figure(throttle == nullptr ? Figure{} : throttle->failsafeUs),
                        RowBuilder::figure(b.figures().motorOffUs, label(KH_TR("off up to")))};
    } else if (in == FailsafeIn::Controller) {
        storedThere.parts = {RowBuilder::text(say(KH_TR("stored in it")))};
        storedThere.parts[0].why.inputs = {"controller.profile.ownFailsafe"_field};
    } else {
        pulses.parts = {b.field("machine.receiver.failsafe"_field, label(KH_TR("receiver")))};
    }
    page.rows.push_back(b.row("failsafe", say(KH_TR("Failsafe")), std::move(stored), std::move(storedThere), std::move(pulses)));
    if (in == FailsafeIn::Transmitter) failsafeTable(b, page);
    Part tested = RowBuilder::text(say(KH_TR("locked; off in 2 s")));
    for (const char* key : {"reversed", "travelLowPct", "travelHighPct", "subTrimPct", "failsafePct"})  // stale once one of them changes
        tested.why.inputs.push_back(std::string("transmitter.channels.throttle.") + key);
    tested.why.inputs.insert(tested.why.inputs.end(), {"machine.wiring.receiver"_field, "rows.binding"});
    if (in != FailsafeIn::Transmitter)  // it is another box's, and stale with that
        tested.why.inputs.insert(tested.why.inputs.end(), {"machine.receiver.failsafe"_field, "controller.profile.ownFailsafe"_field});
    page.rows.push_back(
        b.row("failsafe-test", say(KH_TR("Failsafe test")), {{RowBuilder::text(say(KH_TR("hold off, Idle-up")))}}, {}, {{tested}}));
    page.rows.push_back(b.row("versions", say(KH_TR("Versions")), {},
                              {{b.field("controller.firmware"_field, label(KH_TR("box"))), b.labelled("controller.manual"_field)}}, {}));
    Cell speedController;  // an engine has none
    if (b.setup().machine.power.kind == PowerKind::Electric)
        speedController.parts = {b.field("speedController.firmware"_field, label(KH_TR("box"))),
                                 b.labelled("speedController.manual"_field)};
    page.rows.push_back(
        RowBuilder::aside("versions", KH_TR("of transmitter and speed controller, as each says of itself and as its manual is for"),
                          b.row("versions-others", say(KH_TR("The others")),
                                {{b.field("transmitter.firmware"_field, label(KH_TR("box"))), b.labelled("transmitter.manual"_field)}}, {},
                                std::move(speedController))));
    Cell motorsManual;
    if (b.setup().machine.power.kind == PowerKind::Electric) motorsManual.parts = {b.field("speedController.manualAt"_field)};
    page.rows.push_back(RowBuilder::aside("versions", KH_TR("where the right one lies: a shelf, a folder, the box itself"),
                                          b.row("manuals", say(KH_TR("Manuals")), {{b.field("transmitter.manualAt"_field)}},
                                                {{b.field("controller.manualAt"_field)}}, std::move(motorsManual))));
    page.rows.push_back(RowBuilder::aside("versions", KH_TR("of a box that is set by a program: its version belongs to the box's firmware"),
                                          b.row("program", say(KH_TR("Program")), {}, {{b.field("controller.program"_field)}}, {})));
    for (const char* id : {"aileron", "elevator", "collective", "rudder", "throttle", "gain"}) {
        const auto ch = std::find_if(tx.channels.begin(), tx.channels.end(), [&](const ChannelSettings& c) { return c.id == id; });
        const std::string base = std::string("transmitter.channels.") + id;
        Cell transmitter, controller, machine;
        if (ch != tx.channels.end()) {
            transmitter.parts = {b.labelled(base + ".number"), b.field(base + ".travelLowPct"), b.field(base + ".travelHighPct"),
                                 b.labelled(base + ".subTrimPct"), b.field(base + ".reversed")};
            for (Part& p : transmitter.parts) p.unit = "";
            if (const ChannelFigures* f = b.figures().channel(id)) {
                if (std::string(id) != "throttle")
                    controller.parts = {monitored(b, id, f->lowReading), monitored(b, id, f->centreReading),
                                        monitored(b, id, f->highReading)};
                for (std::size_t i = 0; i + 1 < controller.parts.size(); ++i) controller.parts[i].unit = "";
                machine.parts = {RowBuilder::figure(f->lowUs), RowBuilder::figure(f->centreUs), RowBuilder::figure(f->highUs)};
                machine.parts[0].unit = machine.parts[1].unit = "";
            }
        }
        page.rows.push_back(b.row((std::string("channel-") + id).c_str(), channelTitle(id), std::move(transmitter), std::move(controller),
                                  std::move(machine)));
        if (ch != tx.channels.end()) channelTable(b, page, id);
    }
    return page;
}

}  // namespace kh
