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

constexpr double kNoFlyingPct = 20.0;    ///< throttle of a motor that turns and carries nothing
constexpr double kSpeedFallsPct = 10.0;  ///< of throttle below the governed value: the speed falls away

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
        out.push_back({.severity = Severity::Warning,
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

/// The lowest throttle over the stick where rescue can be called in a mode.
struct Called {
    PartialDeck deck;
    double stick = 0.0, throttlePct = 0.0, topPct = 0.0, us = 0.0;
};
std::optional<Called> leastThrottle(const AuditContext& c, std::size_t rescueIndex, std::size_t mode) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const std::optional<Deck> flown = deckInMode(c.model, c.setup, tx.modes[mode].id);
    if (!flown) return std::nullopt;
    for (const std::vector<Term>& branch : *conditionOf(tx, "rescue")) {
        Called worst{.throttlePct = 1e9};
        for (const auto& [id, place] : flown->switches) worst.deck.switches[id] = place;
        putTerms(worst.deck, Condition{branch});
        DeckNumbers deck = c.model.numbers(posed(*flown, worst.deck));
        const auto at = [&](double stick) {
            deck.sticks.collective = stick;
            return c.model.at(deck);
        };
        const Instant top = at(1.0);
        if (top.mode != mode || top.killActs || top.cutActs || !c.model.functionActive(rescueIndex, deck.places)) continue;
        worst.topPct = top.throttlePct;
        for (const double stick : decisiveSticks(tx.modes[mode]))
            if (const Instant now = at(stick); now.throttlePct < worst.throttlePct) {
                worst.stick = stick;
                worst.throttlePct = now.throttlePct;
                worst.us = now.motorPulseUs;
            }
        worst.deck.collective = worst.stick;
        return worst;
    }
    return std::nullopt;
}

/// Rescue takes pitch from wherever it is called: without power that stops the rotor (docs/domain.md 7).
void rescuePower(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    if (!worked(tx, "rescue") || channelOf(tx, kThrottleChannel) == nullptr) return;
    std::size_t index = 0;
    while (index < c.model.functionCount() && c.model.functionName(index) != "rescue") ++index;
    if (index == c.model.functionCount()) return;
    const bool engine = c.setup.machine.power.kind == PowerKind::Engine;
    const GovernorSettings& g = c.setup.controller.governor;
    const double idle = engine ? idleLimits(c.setup.machine).mostPct : kNoFlyingPct;
    const double governedLeast = g.kind == GovernorKind::Internal ? g.minThrottlePct : 0.0;
    for (std::size_t i = 0; i < tx.modes.size(); ++i) {
        const FlightMode& m = tx.modes[i];
        if (!isFlown(m)) continue;
        // the curve alone first: most modes have power over the whole stick
        double least = 100.0;
        for (const double stick : decisiveSticks(m)) least = std::min(least, c.model.throttleCurveAt(i, stick));
        if (least >= std::max(c.model.throttleCurveAt(i, 1.0) - kSamePct, kInvertedLeastPct) && least > idle &&
            motorOffAt(c.figures.motor, throttlePulseUs(tx, least)) == MotorOff::Runs && least >= governedLeast)
            continue;
        const auto called = leastThrottle(c, index, i);
        if (!called) continue;
        const bool stands = called->throttlePct <= idle || motorOffAt(c.figures.motor, called->us) == MotorOff::Surely;
        const double needed = g.kind == GovernorKind::Internal  ? g.minThrottlePct
                              : speedControllerGoverns(c.setup) ? called->topPct - kSpeedFallsPct
                                                                : std::min(kInvertedLeastPct, called->topPct);
        if (!stands && called->throttlePct >= needed - kSamePct) continue;
        const std::string path = modePath(m, "throttle");
        const std::string rescuePath = "transmitter.functions.rescue.when"_field;
        Condition elsewhere;  // called in the other modes only
        for (const auto& branch : *conditionOf(tx, "rescue"))
            for (const FlightMode& other : tx.modes) {
                if (other.id == kHoldMode || other.id == m.id || other.when.size() != 1) continue;
                elsewhere.push_back(branch);
                for (const Term& t : other.when.front()) elsewhere.back().push_back(t);
            }
        Curve raised = m.throttle;
        for (CurvePoint& p : raised.points) p.y = std::max(p.y, governed(c.setup) ? called->topPct : kInvertedLeastPct);
        Finding f{
            .id = "rescue-power." + m.id,
            .severity = !c.setup.controller.rescueInUse ? Severity::Note
                        : stands                        ? Severity::Danger
                                                        : Severity::Warning,
            .row = "rescue-switch"_row,
            .title = c.say(KH_TR("Rescue has no power in {m}"), {{"m", m.name}}),
            .found = c.say(KH_TR("It can be called there at stick {s}, where the throttle is {t}."),
                           {{"s", signedNum(called->stick, 2)}, {"t", c.amount(throttlePath(tx), called->throttlePct)}}),
            .why = c.say(KH_TR("Whoever pulls down and calls it gets pitch without a motor: the rotor stops in the air.")),
            .todo = engine ? c.say(KH_TR("Bar rescue in the transmitter while {m} is flown."), {{"m", m.name}})
                           : c.say(KH_TR("Let the throttle of {m} drive the rotor over the whole stick in the transmitter, or bar rescue "
                                         "while it is flown."),
                                   {{"m", m.name}}),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, called->deck},
            .subject = engine ? rescuePath : path,
            .proposal = true};
        if (!engine) f.fix = {{path, raised}};
        if (!elsewhere.empty()) (f.fix.empty() ? f.fix : f.also.emplace_back()) = {{rescuePath, elsewhere}};
        out.push_back(std::move(f));
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
        Rule{"rescue-power", Station::Radio, Work::Curves, rescuePower},
        Rule{"school-rescue", Station::Radio, Work::Curves, rescue},
    };
    return rules;
}

}  // namespace kh
