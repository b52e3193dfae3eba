// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the signal comes aboard: failsafe, leads, end points as the controller reads them, versions.
#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/candidates.h"
#include "judge/helicopter/figures.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/endtravel.h"
#include "model/failsafe.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "stations/link/endpoints.h"
#include "stations/link/link.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kDeadEndPct = 10.0;  ///< an end that reads less is not moved
constexpr double kReadingLowPct = 98.5;
constexpr double kReadingHighPct = 100.5;
constexpr double kCentrePct = 0.6;
constexpr double kTwoLeadsBladeMm = 550.0;

bool readByMonitor(const std::string& id) { return id == "aileron" || id == "elevator" || id == "rudder" || id == "collective"; }

bool centreOff(const AuditContext& c, const ChannelFigures& f) {
    const TransmitterProfile& tx = c.setup.transmitter.profile;
    return f.centreReading.known && std::abs(f.centreReading.value) >
                                        std::max(kCentrePct, 0.5 * tx.subTrimStepPct * tx.usPerPct / c.setup.controller.profile->usPerPct);
}

/// The travel with which an end reads as far as the other one does, the other way.
EndpointAnswer mirroredEnd(const AuditContext& c, const ChannelSettings& ch, const ChannelFigures& f, bool high) {
    const double reads = -(high ? f.lowReading : f.highReading).value;
    EndpointAnswer answer;
    answer.travelPct = travelToSend(c.setup.transmitter.profile, ch, high, pulseRead(c.setup, ch, reads), true).pct;
    answer.reachedPct = std::abs(reads);
    return answer;
}

/// Of an end that its lamp calls short or over as it stands.
Finding lampFinding(const AuditContext& c, const ChannelSettings& ch, const LampTold& lamp, bool high) {
    return {
        .id = std::string("end-point.") + ch.id + (high ? ".high" : ".low"),
        .severity = Severity::Warning,
        .row = "channel-" + ch.id,
        .title = c.say(KH_TR("{f} does not read ±100 %"), {{"f", asWord(ch.id)}}),
        .found =
            c.say(KH_TR("At its {side} end, travel {t}, its lamp shows {w}."), {{"side", std::string(high ? KH_TR("high") : KH_TR("low"))},
                                                                                {"t", c.amount(lamp.field)},
                                                                                {"w", c.say(kEndLamps.at(lamp.seen == Seen::Short  ? 0
                                                                                                         : lamp.seen == Seen::Full ? 1
                                                                                                                                   : 2))}}),
        .why = lamp.seen == Seen::Over ? c.say(KH_TR("Beyond 100 % the stick's last part does nothing, or the controller counts it twice."))
                                       : c.say(KH_TR("Full stick then commands less than the whole authority.")),
        .todo = c.say(KH_TR("Go on reading (Ctrl R): the next travel to try follows from what the lamps said.")),
        .box = Box::Transmitter,
        .witness = Witness{std::nullopt, stickAt(ch.id, high ? 1.0 : -1.0)},
        .subject = lamp.field};
}

void endPoints(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterProfile& tx = c.setup.transmitter.profile;
    const ControllerProfile& box = c.setup.controller.profile;
    for (const ChannelSettings& ch : c.setup.transmitter.channels) {
        const ChannelFigures* f = c.figures.channel(ch.id);
        if (!readByMonitor(ch.id) || f == nullptr || !f->highReading.known || !f->lowReading.known) continue;
        for (const bool high : {false, true}) {
            if (const auto lamp = lampTold(c.setup, ch, high ? "high" : "low")) {  // measured beats computed
                if (lamp->seen != Seen::Full) out.push_back(lampFinding(c, ch, *lamp, high));
                continue;
            }
            const double reading = high ? f->highReading.value : f->lowReading.value;
            const double size = std::abs(reading);
            // one step of travel is all the pilot can do
            const double step = tx.travelStepPct * tx.usPerPct / box.usPerPct;
            if (size >= std::min(kReadingLowPct, 100.0 - step) && size <= kReadingHighPct) continue;
            const std::string path = travelPath(c.setup, ch, high);
            Finding finding{
                .id = std::string("end-point.") + ch.id + (high ? ".high" : ".low"),
                .severity = Severity::Warning,
                .row = "channel-" + ch.id,
                .title = c.say(KH_TR("{f} does not read ±100 %"), {{"f", asWord(ch.id)}}),
                .found = c.say(
                    (high ? f->highReading : f->lowReading).measured ? KH_TR("At its {side} end {f} reads {r}.")
                                                                     : KH_TR("At its {side} end {f} computes to {r}."),
                    {{"f", asWord(ch.id)}, {"side", std::string(high ? KH_TR("high") : KH_TR("low"))}, {"r", c.reading(ch.id, reading)}}),
                .why = size > 100.0 ? c.say(KH_TR("Beyond 100 % the stick's last part does nothing, or the controller counts it twice."))
                                    : c.say(KH_TR("Full stick then commands only {r} % of the authority."), {{"r", num(size, 1)}}),
                .box = Box::Transmitter,
                .witness = Witness{std::nullopt, stickAt(ch.id, high ? 1.0 : -1.0)},
                .subject = path};
            const CollectiveRanges ranges = box.collectiveRanges;
            bool mirrored = false;  // an end that is not moved at all is to go as far as the other
            if (ch.id == functionId(heli::Collective) && ranges != CollectiveRanges::Two && size <= kReadingHighPct) {
                // without a range of its own the travel is it; with one for both sides the longer one reads full
                const double other = std::abs((high ? f->lowReading : f->highReading).value);
                if (size >= kDeadEndPct && (ranges == CollectiveRanges::None || other >= std::min(kReadingLowPct, 100.0 - step))) continue;
                mirrored = size < kDeadEndPct && other >= kDeadEndPct;
            }
            if (ch.id == functionId(heli::Collective) && ranges == CollectiveRanges::Two && collectiveReach(c.setup).byTravel) {
                finding.severity = Severity::Note;
                finding.todo = c.say(KH_TR("In a box without a collective range of its own the travel is the range: then it is right so."));
                out.push_back(std::move(finding));
                continue;
            }
            if (centreOff(c, *f)) {
                finding.todo = c.say(KH_TR("Bring its centre to 0 first: an end is read from there."));
                out.push_back(std::move(finding));
                continue;
            }
            const EndpointAnswer answer = mirrored ? mirroredEnd(c, ch, *f, high) : openEnd(c, ch, high);
            const Edit travel{path, answer.travelPct};
            finding.todo =
                c.say(KH_TR("Set its travel to {t} in the transmitter; it will read {r}."),
                      {{"t", c.amount(path, answer.travelPct)}, {"r", c.reading(ch.id, high ? answer.reachedPct : -answer.reachedPct)}});
            finding.fix = {travel};
            if (ch.limitPct) {
                finding.also = {{{channelPath(ch.id, "limitPct"), std::monostate{}}},
                                {{channelPath(ch.id, "limitPct"), std::monostate{}}, travel}};
                if (*ch.limitPct < answer.travelPct)
                    finding.todo = c.say(KH_TR("Its output limit of {l} cuts it: take the limit off in the transmitter."),
                                         {{"l", c.amount(channelPath(ch.id, "limitPct"), *ch.limitPct)}});
            }
            out.push_back(std::move(finding));
        }
    }
}

void centres(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterProfile& tx = c.setup.transmitter.profile;
    const ControllerProfile& box = c.setup.controller.profile;
    for (const ChannelSettings& ch : c.setup.transmitter.channels) {
        const ChannelFigures* f = c.figures.channel(ch.id);
        if ((!readByMonitor(ch.id) && ch.id != functionId(heli::Gain)) || f == nullptr || !centreOff(c, *f)) continue;
        if (const auto lamp = lampTold(c.setup, ch, "centre"); lamp && lamp->seen == Seen::Full) continue;  // measured beats computed
        const double reading = f->centreReading.value;
        const double change = subTrimFor(reading, box.usPerPct, tx.usPerPct, tx.subTrimStepPct).changePct * channelScale(tx, ch).trimSign();
        const double value = ch.subTrimPct + change;
        out.push_back(
            {.id = "centre." + ch.id,
             .severity = Severity::Warning,
             .row = "channel-" + ch.id,
             .title = c.say(KH_TR("{f} does not rest at 0"), {{"f", asWord(ch.id)}}),
             .found = c.say(f->centreReading.measured ? KH_TR("At the centre it reads {r}.") : KH_TR("At the centre it computes to {r}."),
                            {{"r", c.reading(ch.id, reading)}}),
             .why = ch.id == functionId(heli::Gain) ? c.say(KH_TR("Every gain that is sent is read shifted by it."))
                    : ch.id == "rudder"             ? c.say(KH_TR("The tail is asked to turn all the time: the first cause of drift."))
                                                    : c.say(KH_TR("The controller is asked to move while the stick rests.")),
             .todo =
                 c.say(KH_TR("Set its sub-trim to {v} in the transmitter."), {{"v", c.amount(channelPath(ch.id, "subTrimPct"), value)}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, stickAt(ch.id, 0.0)},
             .subject = channelPath(ch.id, "subTrimPct"),
             .fix = {{channelPath(ch.id, "subTrimPct"), value}}});
    }
}

void channelSense(const AuditContext& c, std::vector<Finding>& out) {
    for (const ChannelSettings& ch : c.setup.transmitter.channels) {
        const ChannelFigures* f = c.figures.channel(ch.id);
        if ((!readByMonitor(ch.id) && ch.id != functionId(heli::Gain)) || f == nullptr || !f->highReading.known) continue;
        // an end without travel tells no sense: then the other one does
        const ChannelScale scale = channelScale(c.setup.transmitter.profile, ch);
        const bool low = scale.travelPct(1.0) == 0.0;
        if (low ? scale.travelPct(-1.0) == 0.0 || !f->lowReading.known || f->lowReading.value <= 0.0 : f->highReading.value > 0.0) continue;
        const auto& read = low ? f->lowReading : f->highReading;
        if (ch.id == functionId(heli::Gain) && gainsReadPlus(c.setup, c.figures)) continue;  // undone by the signs of the gains
        out.push_back({.id = "channel-sense." + ch.id,
                       .severity = Severity::Danger,
                       .row = "channel-" + ch.id,
                       .title = c.say(KH_TR("{f} is read the wrong way"), {{"f", asWord(ch.id)}}),
                       .found = c.say(low             ? KH_TR("Full negative stick is read as {r}.")
                                      : read.measured ? KH_TR("Full positive stick reads {r}.")
                                                      : KH_TR("Full positive stick computes to {r}."),
                                      {{"r", c.reading(ch.id, read.value)}}),
                       .why = c.say(KH_TR("The machine answers this stick backwards.")),
                       .todo = c.say(KH_TR("Reverse channel {n} in the transmitter, never the servo."),
                                     {{"n", c.amount(channelPath(ch.id, "number"), ch.number)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, stickAt(ch.id, low ? -1.0 : 1.0)},
                       .subject = channelPath(ch.id, "reversed"),
                       .fix = {{channelPath(ch.id, "reversed"), !ch.reversed}}});
    }
}

void supplyLeads(const AuditContext& c, std::vector<Finding>& out) {
    const Wiring& w = c.setup.machine.wiring;
    if (c.setup.machine.aircraft.facts().foldedBladeMm().value_or(0.0) < kTwoLeadsBladeMm || w.supplyLeads >= 2.0 || w.buffer) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "supply-leads"_row,
                   .title = c.say(KH_TR("One lead feeds all servos")),
                   .found = c.say(KH_TR("{n} supply lead, no buffer; from 550 mm blades up two leads or a buffer."),
                                  {{"n", c.amount("machine.wiring.supplyLeads"_field)}}),
                   .why = c.say(KH_TR("One loose plug, or all servos at once, and receiver and controller go dark in the air.")),
                   .todo = c.say(KH_TR("Run a second supply lead into the controller, or fit a buffer.")),
                   .box = Box::Machine,
                   .subject = "machine.wiring.supplyLeads"_field,
                   .fix = {{"machine.wiring.supplyLeads"_field, 2.0}}});
}

void twoSupplies(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.wiring.second != SecondSupply::Joined) return;
    out.push_back(
        {.severity = Severity::Danger,
         .row = "supply-leads"_row,
         .title = c.say(KH_TR("Two supplies are joined")),
         .found = c.say(KH_TR("A second supply is plugged in beside the first.")),
         .why = c.say(KH_TR("The one that gives more feeds into the other: a regulator burns, or a pack is charged without limit.")),
         .todo = c.say(KH_TR("Pull the second supply's lead, or take its red wire out of the plug, and park it; only where both makers "
                             "allow it may two be joined.")),
         .box = Box::Machine,
         .subject = "machine.wiring.second"_field,
         .fix = {{"machine.wiring.second"_field, std::string("parked")}}});
}

void throttleLead(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.wiring.throttleLead == ThrottleLead::Controller || c.setup.controller.governor.kind != GovernorKind::Internal)
        return;
    out.push_back({.severity = Severity::Danger,
                   .row = "throttle-lead"_row,
                   .title = c.say(KH_TR("The controller cannot govern")),
                   .found = c.say(KH_TR("Its governor is on, and the throttle lead is in the receiver.")),
                   .why = c.say(KH_TR("The head speed is then the bare throttle value: it can run to the pack's limit.")),
                   .todo = c.say(KH_TR("Plug the throttle lead into the controller, or switch its governor off.")),
                   .box = Box::Machine,
                   .subject = "machine.wiring.throttleLead"_field,
                   .fix = {{"machine.wiring.throttleLead"_field, std::string("controller")}}});
}

void failsafe(const AuditContext& c, std::vector<Finding>& out) {
    const ChannelSettings* throttle = channelOf(c.setup.transmitter, functionId(heli::Throttle));
    if (throttle == nullptr || !c.figures.motorOffUs.known) return;
    if (failsafeIn(c.setup) != FailsafeIn::Transmitter) return;  // its page is not what acts: receiverrules.cpp
    const bool engine = c.setup.machine.power.kind == PowerKind::Engine;
    const char* path = "transmitter.channels.throttle.failsafePct"_field;
    Finding f{.id = "failsafe",
              .severity = Severity::Danger,
              .row = "failsafe"_row,
              .why = c.say(KH_TR("A model that has lost its signal flies on under power, towards whoever stands there.")),
              .box = Box::Transmitter,
              .subject = path};
    if (!throttle->failsafePct) {
        f.id = "failsafe-missing";
        f.title = c.say(KH_TR("No failsafe is stored for the throttle"));
        f.found = c.say(KH_TR("Without a signal the receiver keeps the last value."));
    } else {
        const double us = channelOutputUnchecked(*throttle->failsafePct, channelScale(c.setup.transmitter.profile, *throttle)).pulseUs;
        const MotorOff at = motorOffAt(c.figures.motor, us);
        // an engine may idle or stop
        const double most = idleLimits(c.setup.machine).mostPct;
        if (at == MotorOff::Surely || (engine && (at == MotorOff::Barely || c.model.motorPctAt(us) <= most))) return;
        if (at == MotorOff::Barely) f.severity = Severity::Warning;
        f.title =
            engine ? c.say(KH_TR("Without a signal the engine keeps driving")) : c.say(KH_TR("Without a signal the motor keeps running"));
        f.found = engine ? c.say(KH_TR("The throttle's failsafe opens it {p} %."), {{"p", num(c.model.motorPctAt(us), 1)}})
                         : c.say(KH_TR("The throttle's failsafe sends {u} µs; the motor is surely off at {o} µs."),
                                 {{"u", num(us)}, {"o", num(c.figures.motorOffUs.value)}});
    }
    if (const auto stop = stopPct(c)) {
        const double value = channelPctFromThrottlePct(*stop);
        f.todo = c.say(KH_TR("Store {v} for the throttle in the transmitter's failsafe, then test it: motor locked, hold off."),
                       {{"v", c.amount(path, value)}});
        f.fix = {{path, value}};
    } else {
        f.todo = throttleFirst(c);
    }
    out.push_back(std::move(f));
}

/// A box whose manual is another version's.
struct Versions {
    const char* id;  ///< of the finding
    Box box;
    const std::string& name;
    const std::string& firmware;
    const std::string& manual;
    std::string path;  ///< of the manual's
    const char* row;
};

void versions(const AuditContext& c, std::vector<Finding>& out) {
    const Setup& s = c.setup;
    const std::array all{
        Versions{"versions.transmitter", Box::Transmitter, s.transmitter.profile->name, s.transmitter.firmware, s.transmitter.manual,
                 "transmitter.manual"_field, "versions-others"_row},
        Versions{"versions", Box::Controller, s.controller.profile->name, s.controller.firmware, s.controller.manual,
                 "controller.manual"_field, "versions"_row},
        Versions{"versions.speed-controller", Box::SpeedController, s.speedController.profile->name, s.speedController.firmware,
                 s.speedController.manual, "speedController.manual"_field, "versions-others"_row}};
    for (const Versions& v : all) {
        if (v.firmware.empty() || v.manual.empty() || v.firmware == v.manual) continue;
        if (v.box == Box::SpeedController && s.machine.power.kind == PowerKind::Engine) continue;
        out.push_back(
            {.id = v.id,
             .severity = Severity::Warning,
             .row = "versions"_row,
             .title = c.say(KH_TR("Manual and firmware do not match")),
             .found = c.say(KH_TR("The manual of {b} is for version {m}, the box reports {f}."),
                            {{"b", v.name}, {"m", v.manual}, {"f", v.firmware}}),
             .why = c.say(KH_TR("Menus and directions can mean something else in another version.")),
             .todo = c.say(KH_TR("Get the manual for version {f} of {b}. If the difference is known to be harmless, accept it with "
                                 "its source."),
                           {{"f", v.firmware}, {"b", v.name}}),
             .box = v.box,
             .subject = v.path,
             .fix = {{v.path, v.firmware}}});
    }
}

}  // namespace

std::span<const Rule> linkRules() {
    static constexpr std::array rules{
        Rule{"failsafe", Station::Link, Work::MotorOff, failsafe},      Rule{"supply-leads", Station::Link, Work::Wiring, supplyLeads},
        Rule{"two-supplies", Station::Link, Work::Supply, twoSupplies}, Rule{"throttle-lead", Station::Link, Work::Wiring, throttleLead},
        Rule{"end-point", Station::Link, Work::Ends, endPoints},        Rule{"centre", Station::Link, Work::Centre, centres},
        Rule{"channel-sense", Station::Link, Work::Sign, channelSense}, Rule{"versions", Station::Link, Work::Wiring, versions},
    };
    return rules;
}

}  // namespace kh
