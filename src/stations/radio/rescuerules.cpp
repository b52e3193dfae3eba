// SPDX-License-Identifier: GPL-3.0-or-later
//
// Rescue: where it is, when it is on, and what bars it.
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/conditions.h"
#include "model/conditiontext.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/radio/radio.h"

#include <algorithm>
#include <array>
#include <set>

namespace kh {

namespace {

bool worked(const TransmitterSettings& tx, const std::string& function) {
    const Condition* when = conditionOf(tx, function);
    return when != nullptr && !when->empty();
}

void rescueAtPowerOn(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const DeckNumbers start = c.model.numbers(Deck{});
    for (std::size_t i = 0; i < c.model.functionCount(); ++i) {
        if (c.model.functionName(i) != "rescue" || !c.model.functionActive(i, start.places)) continue;
        Finding f{.severity = Severity::Danger,
                  .row = "rescue-switch"_row,
                  .title = c.say(KH_TR("Rescue is on when the transmitter starts")),
                  .found = c.say(KH_TR("At the power-on places {w} is met."), {{"w", conditionTitle(tx, *conditionOf(tx, "rescue"))}}),
                  .why = c.say(KH_TR("With the rotor running it throws the machine over on the ground.")),
                  .todo = c.say(KH_TR("Set the power-on place of its switch to off in the transmitter.")),
                  .box = Box::Transmitter,
                  .subject = "transmitter.functions.rescue.when"_field};
        for (const Term& t : conditionOf(tx, "rescue")->front())
            if (!t.switchId.empty())
                f.fix.push_back({elementPath("transmitter.switches.{}.powerOnPlace"_field, t.switchId), t.place == 1 ? 2.0 : 1.0});
        offerEach(f, switchCandidates(tx, "rescue"));
        out.push_back(std::move(f));
    }
}

void rescueInHold(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const FlightMode* hold = modeById(tx, kHoldMode);
    if (hold == nullptr || hold->when.size() != 1 || !worked(tx, "rescue")) return;
    const Condition& when = *conditionOf(tx, "rescue");
    PartialDeck on;
    putTerms(on, when);
    putTerms(on, hold->when);
    const DeckNumbers deck = c.model.numbers(posed(Deck{}, on));
    for (std::size_t i = 0; i < c.model.functionCount(); ++i) {
        if (c.model.functionName(i) != "rescue" || !c.model.functionActive(i, deck.places)) continue;
        const std::string path = "transmitter.functions.rescue.when"_field;
        Condition barred = when;  // each branch with hold's switch at another place
        for (const Term& t : hold->when.front())
            for (auto& all : barred)
                if (!t.switchId.empty()) all.push_back({t.switchId, t.place == 1 ? 2 : 1, ""});
        out.push_back({.severity = Severity::Note,
                       .row = "rescue-switch"_row,
                       .title = c.say(KH_TR("Rescue answers in Hold too")),
                       .found = c.say(KH_TR("With hold on, {w} still sets it off."), {{"w", conditionTitle(tx, when)}}),
                       .why = c.say(KH_TR("Without power it takes the collective that the autorotation needs.")),
                       .todo = c.say(KH_TR("Bar rescue in the transmitter while hold is on.")),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, on},
                       .subject = path,
                       .fix = {{path, barred}}});
    }
}

void rescue(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const std::string path = "transmitter.functions.rescue.when"_field;
    if (!worked(tx, "rescue")) return;
    const Condition& when = *conditionOf(tx, "rescue");
    PartialDeck on;
    putTerms(on, when);
    const auto tell = [&](const char* id, Severity severity, Message title, Message found, Message why, Message todo) {
        out.push_back({.id = id,
                       .severity = severity,
                       .row = "rescue-switch"_row,
                       .title = std::move(title),
                       .found = std::move(found),
                       .why = std::move(why),
                       .todo = std::move(todo),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, on},
                       .subject = path,
                       .proposal = true});
        if (severity != Severity::Note) offerEach(out.back(), switchCandidates(tx, "rescue"));
    };
    if (tx.schools.rescue == RescueSchool::None) {
        tell("school-rescue", Severity::Note, c.say(KH_TR("Rescue is on a switch")),
             c.say(KH_TR("It answers to {w}; the school chosen does not use it."), {{"w", conditionTitle(tx, when)}}),
             c.say(KH_TR("A bumped switch throws the machine over.")), c.say(KH_TR("Take rescue off its switch in the transmitter.")));
        out.back().fix = {{path, Condition{}}};
        return;
    }
    std::set<std::string> stops;
    for (const char* id : {kHoldMode, "kill", "cut"})
        if (const Condition* stop = conditionOf(tx, id)) stops.merge(switchesOf(tx, *stop));
    const std::set<std::string> rescues = switchesOf(tx, when);
    // a place of hold's switch that only bars rescue, beside the switch that sets it off, is under no finger
    const std::set<std::string> bars = barsOf(tx, when);
    std::vector<Message> shared, latching;
    for (const SwitchProfile& s : tx.profile->switches) {
        if (rescues.count(s.id) == 0) continue;
        if (stops.count(s.id) != 0 && bars.count(s.id) == 0) shared.push_back(c.say(KH_TR("{s}"), {{"s", s.id}}));
        if (!s.momentary && bars.count(s.id) == 0) latching.push_back(c.say(KH_TR("{s}"), {{"s", s.id}}));
    }
    if (!shared.empty())
        tell("rescue-finger", Severity::Danger, c.say(KH_TR("Rescue is under the finger that works hold or kill")),
             c.say(KH_TR("{s} works both."), {{"s", shared}}),
             c.say(KH_TR("Reaching for hold next to the machine can set off a rescue: full collective and a tilted disc.")),
             c.say(KH_TR("Put rescue on another switch in the transmitter.")));
    if (tx.schools.rescue == RescueSchool::Momentary && !latching.empty())
        tell("school-rescue", Severity::Warning, c.say(KH_TR("Rescue stays on")),
             c.say(KH_TR("{s} does not spring back; the school chosen is a momentary switch."), {{"s", latching}}),
             c.say(KH_TR("Forgotten on, it takes the machine over at the next start.")),
             c.say(KH_TR("Put rescue on a momentary switch in the transmitter.")));
}

}  // namespace

std::span<const Rule> rescueRules() {
    static constexpr std::array rules{
        Rule{"rescue-at-power-on", Station::Radio, Work::MotorOff, rescueAtPowerOn, "P9"},
        Rule{"rescue-in-hold", Station::Radio, Work::Curves, rescueInHold},
        Rule{"school-rescue", Station::Radio, Work::Curves, rescue},
    };
    return rules;
}

}  // namespace kh
