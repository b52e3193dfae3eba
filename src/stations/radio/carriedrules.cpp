// SPDX-License-Identifier: GPL-3.0-or-later
//
// Functions on channels of their own: what the controller hears at each place, who carries them, logical switches, fades.
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "stations/radio/radio.h"

#include <algorithm>
#include <array>
#include <set>

namespace kh {

namespace {

constexpr const char* kChannelFamily = "carried.";

Message windowName(const AuditContext& c, const std::string& window) {
    return window.empty() ? c.say(KH_TR("nothing")) : functionTitle(c.setup.transmitter, window);
}
Message placeName(const AuditContext& c, const FunctionChannel& channel, const CarriedPlace& p) {
    return p.function.empty() ? c.say(KH_TR("{f} at rest"), {{"f", functionTitle(c.setup.transmitter, channel.id)}})
                              : functionTitle(c.setup.transmitter, p.function);
}

bool allRight(const std::vector<CarriedPlace>& places) {
    return std::all_of(places.begin(), places.end(), [](const CarriedPlace& p) { return p.right(); });
}

/// Ways to have every place heard as it is meant, those that work first; the channel turned round before its values are changed.
std::vector<std::vector<Edit>> hearingEdits(const Setup& setup, const FunctionChannel& channel) {
    std::vector<std::vector<Edit>> out;
    const auto tried = [&](std::vector<Edit> edits) {
        Setup copy = setup;
        for (const Edit& e : edits) writeField(copy, e.path, e.value);
        const FunctionChannel& now = *carrierOf(copy.transmitter, channel.id);
        for (Edit& e : heardValues(copy, now)) {
            writeField(copy, e.path, e.value);
            edits.push_back(std::move(e));
        }
        if (!edits.empty() && allRight(carriedPlaces(copy, *carrierOf(copy.transmitter, channel.id)))) out.push_back(std::move(edits));
    };
    tried({{carrierPath(channel.id, "reversed"), !channel.reversed}});
    if (!out.empty() && out.front().size() > 1) out.clear();  // turning it round is not what is wrong
    tried({});
    tried({{carrierPath(channel.id, "travelLowPct"), 100.0},
           {carrierPath(channel.id, "travelHighPct"), 100.0},
           {carrierPath(channel.id, "subTrimPct"), 0.0}});
    return out;
}

void carriedHeard(const AuditContext& c, std::vector<Finding>& out) {
    for (const FunctionChannel& channel : c.setup.transmitter.functionChannels) {
        if (carriesGain(channel.id)) continue;  // judged by their side, in Modes
        const auto places = carriedPlaces(c.setup, channel);
        const auto wrong = std::find_if(places.begin(), places.end(), [](const CarriedPlace& p) { return !p.right(); });
        if (wrong == places.end()) continue;
        const bool alwaysOn = channel.id != "bank" && !places.front().right();
        Finding f{.id = kChannelFamily + channel.id,
                  .severity = alwaysOn ? Severity::Danger : Severity::Warning,
                  .row = wrong->function.empty() && channel.id != "bank" ? switchRow(channel.id) : switchRow(places.back().function),
                  .title = c.say(KH_TR("{box} does not hear {f} as it is meant"),
                                 {{"box", c.setup.controller.profile->name}, {"f", functionTitle(c.setup.transmitter, channel.id)}}),
                  .found = c.say(KH_TR("{p} sends {v} %, which is read as {r} %: {lands}, where {wanted} is meant."),
                                 {{"p", placeName(c, channel, *wrong)},
                                  {"v", signedNum(wrong->valuePct)},
                                  {"r", signedNum(wrong->readingPct, 1)},
                                  {"lands", windowName(c, wrong->lands)},
                                  {"wanted", windowName(c, wrong->wanted)}}),
                  .why = alwaysOn ? c.say(KH_TR("It acts while its switch is off, and nobody called it."))
                                  : c.say(KH_TR("The switch is moved and the box does something else, or nothing.")),
                  .box = Box::Transmitter,
                  .subject = carrierPath(channel.id, "reversed"),
                  .whole = true};
        const auto ways = hearingEdits(c.setup, channel);
        if (!ways.empty()) {
            f.fix = ways.front();
            f.also.assign(ways.begin() + 1, ways.end());
        }
        f.todo =
            f.fix.size() == 1 && f.fix.front().path == carrierPath(channel.id, "reversed")
                ? c.say(KH_TR("Turn the channel of {f} round in the transmitter."), {{"f", functionTitle(c.setup.transmitter, channel.id)}})
                : c.say(KH_TR("Set what is sent for {f} in the transmitter until the controller's page shows what is meant."),
                        {{"f", functionTitle(c.setup.transmitter, channel.id)}});
        out.push_back(std::move(f));
    }
}

/// A channel that carries what its controller does not take.
void carriedUnheard(const AuditContext& c, std::vector<Finding>& out) {
    for (const FunctionChannel& channel : c.setup.transmitter.functionChannels)
        if (!takesFamily(c.setup.controller.profile, channel.id))
            out.push_back({.id = "unheard." + channel.id,
                           .severity = Severity::Note,
                           .row = "channel-map"_row,
                           .title = c.say(KH_TR("{box} takes no {f}"), {{"box", c.setup.controller.profile->name},
                                                                        {"f", functionTitle(c.setup.transmitter, channel.id)}}),
                           .found = c.say(KH_TR("Channel {n} carries it."), {{"n", c.amount(carrierPath(channel.id, "number"))}}),
                           .why = c.say(KH_TR("What is plugged in there moves with that switch, and the controller hears nothing.")),
                           .todo = c.say(KH_TR("Take it off its channel in the transmitter, or look whether the box takes it after all.")),
                           .box = Box::Transmitter,
                           .subject = carrierPath(channel.id, "number")});
}

/// A controller that arms by a channel of its own and is never armed.
void armingMissing(const AuditContext& c, std::vector<Finding>& out) {
    if (!takesFamily(c.setup.controller.profile, kArming)) return;
    const Condition* when = conditionOf(c.setup.transmitter, kArming);
    const bool carriedThere = carrierOf(c.setup.transmitter, kArming) != nullptr;
    if (carriedThere && when != nullptr && !when->empty()) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "arming-switch"_row,
                   .title = c.say(KH_TR("Nothing arms {box}"), {{"box", c.setup.controller.profile->name}}),
                   .found = carriedThere ? c.say(KH_TR("Its arming channel is on no switch."))
                                         : c.say(KH_TR("It arms by a channel of its own, and no channel carries that.")),
                   .why = c.say(KH_TR("It never lets the motor run; or it was armed in another way that this model knows nothing of.")),
                   .todo = c.say(KH_TR("Give arming a switch and a channel of its own in the transmitter, off at power-on.")),
                   .box = Box::Transmitter,
                   .subject = carriedThere ? conditionPath(c.setup.transmitter, kArming) : std::string()});
}

/// What must be off when the transmitter is switched on.
void onFromTheStart(const AuditContext& c, std::vector<Finding>& out) {
    const bool armed = c.model.armingFunction() && !c.model.at(Deck{}).disarmed;
    if (armed && onAtPowerOn(c.model, kArming))  // else its channel is heard wrong, which is told
        out.push_back({.id = "armed-at-power-on",
                       .severity = Severity::Warning,
                       .row = "arming-switch"_row,
                       .title = c.say(KH_TR("{b} is armed at power-on"), {{"b", c.setup.controller.profile->name}}),
                       .found = c.say(KH_TR("{b} is armed at the power-on places."), {{"b", c.setup.controller.profile->name}}),
                       .why = c.setup.machine.aircraft.of().holds
                                  ? c.say(KH_TR("The pack is plugged in and nothing but hold keeps the motor off."))
                                  : c.say(KH_TR("The pack is plugged in and nothing but the low stick keeps the motors off.")),
                       .todo = c.say(KH_TR("Set the power-on place of the arming switch to where it is not armed, in the transmitter.")),
                       .box = Box::Transmitter,
                       .subject = conditionPath(c.setup.transmitter, kArming),
                       .fix = offAtPowerOn(c.setup, c.model, kArming)});
    if (onAtPowerOn(c.model, "level"))
        out.push_back({.id = "level-at-power-on",
                       .severity = Severity::Warning,
                       .row = "level-switch"_row,
                       .title = c.say(KH_TR("Level is on at power-on")),
                       .found = c.say(KH_TR("Level is on at the power-on places.")),
                       .why = c.say(KH_TR("The box steers by what it takes for level before anybody has seen that it does so rightly.")),
                       .todo = c.say(KH_TR("Set the power-on place of its switch to where level is off.")),
                       .box = Box::Transmitter,
                       .subject = conditionPath(c.setup.transmitter, "level"),
                       .fix = offAtPowerOn(c.setup, c.model, "level")});
}

/// Conditions that no single switch makes: each takes one of the transmitter's logical switches.
void logicalSwitches(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    int needed = 0;
    const auto count = [&](const Condition& when) {
        std::set<std::string> named;
        bool nested = false;
        for (const auto& all : when)
            for (const Term& t : all) {
                named.insert(t.switchId);
                nested = nested || t.switchId.empty();
            }
        if (nested || named.size() > 1) ++needed;
    };
    for (const FlightMode& m : tx.modes) count(m.when);
    for (const Condition* when : {&tx.kill.when, &tx.cut.when}) count(*when);
    for (const SwitchFunction& f : tx.functions) count(f.when);
    if (needed <= tx.profile->logicalSwitches) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "other-switches"_row,
                   .title = c.say(KH_TR("{box} has too few logical switches"), {{"box", tx.profile->name}}),
                   .found = c.say(KH_TR("{n} functions depend on more than one switch; it holds {m} such conditions."),
                                  {{"n", num(needed)}, {"m", num(tx.profile->logicalSwitches)}}),
                   .why = c.say(KH_TR("One of them cannot be typed, and acts otherwise than it stands here.")),
                   .todo = c.say(KH_TR("Let a function depend on one switch alone in the transmitter.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.profile.logicalSwitches"_field});
}

/// Hold must come at once; and what the transmitter does not fade jumps.
void fadesInto(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (const FlightMode& m : tx.modes) {
        if (m.fadeS <= 0.0) continue;
        const std::string path = modePath(m, "fadeS");
        if (m.id == kHoldMode) {
            PartialDeck state;
            putTerms(state, m.when);
            out.push_back({.id = "fade-hold",
                           .severity = Severity::Danger,
                           .row = "mode-fade"_row,
                           .title = c.say(KH_TR("Hold comes only after a fade")),
                           .found = c.say(KH_TR("The throttle goes down over {s} once the switch is there."), {{"s", c.amount(path)}}),
                           .why = c.say(KH_TR("You reach for hold because something goes wrong, and the motor runs on.")),
                           .todo = c.say(KH_TR("Take the fade out of hold in the transmitter.")),
                           .box = Box::Transmitter,
                           .witness = Witness{std::nullopt, state},
                           .subject = path,
                           .fix = {{path, 0.0}}});
        } else if (!tx.profile->fades) {
            out.push_back({.id = "fade-none." + m.id,
                           .severity = Severity::Note,
                           .row = "mode-fade"_row,
                           .title = c.say(KH_TR("{box} does not fade"), {{"box", tx.profile->name}}),
                           .found = c.say(KH_TR("{m} is to be faded into over {s}."), {{"m", m.name}, {"s", c.amount(path)}}),
                           .why = c.say(KH_TR("Its values are there at once, whatever stands here.")),
                           .todo = c.say(KH_TR("Take the fade out of {m}."), {{"m", m.name}}),
                           .box = Box::Transmitter,
                           .subject = path,
                           .fix = {{path, 0.0}}});
        }
    }
}

}  // namespace

std::span<const Rule> carriedRules() {
    static constexpr std::array rules{
        Rule{"carried", Station::Radio, Work::Wiring, carriedHeard},
        Rule{"unheard", Station::Radio, Work::Wiring, carriedUnheard},
        Rule{"arming-missing", Station::Radio, Work::Wiring, armingMissing},
        Rule{"on-at-power-on", Station::Radio, Work::MotorOff, onFromTheStart, "P9"},
        Rule{"logical-switches", Station::Radio, Work::Wiring, logicalSwitches},
        Rule{"fade", Station::Modes, Work::MotorOff, fadesInto},
    };
    return rules;
}

}  // namespace kh
