// SPDX-License-Identifier: GPL-3.0-or-later
//
// What stops the motors of a camera quadrotor, on purpose and without a signal; what its sticks and rates do.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/names.h"
#include "model/switchspots.h"
#include "stations/camera/camera.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace kh {

namespace {

constexpr double kStraightPct = 1.0, kDoesNotClimbPct = 2.0;

const SwitchProfile* profileOfSwitch(const TransmitterSettings& tx, const std::string& id) {
    for (const SwitchProfile& s : tx.profile->switches)
        if (s.id == id) return &s;
    return nullptr;
}

/// Switches cut could be on, each with its power-on place where it cuts.
std::vector<std::vector<Edit>> cutCandidates(const Setup& setup) {
    std::vector<std::vector<Edit>> out = switchCandidates(setup.transmitter, "cut");
    for (std::vector<Edit>& way : out) {
        Setup with = setup;
        for (const Edit& e : way) writeField(with, e.path, e.value);
        for (Edit& e : cutAtPowerOn(with)) way.push_back(std::move(e));
    }
    return out;
}

/// Every stick by the sign its box asks for.
void sticksTurned(const AuditContext& c, std::vector<Finding>& out) {
    for (const Function f : {camera::Aileron, camera::Elevator, camera::Rudder, camera::Throttle}) {
        const FunctionEntry& entry = cameraClass().entry(f);
        const ChannelSettings* ch = channelOf(c.setup.transmitter, entry.id);
        if (ch == nullptr) continue;
        Deck low, high;
        low.sticks = high.sticks = {0.0, 0.0, 0.0, 0.0};
        low.sticks.*entry.stick = -1.0;
        high.sticks.*entry.stick = 1.0;
        // the throttle may be cut whatever its stick does: by the channel alone
        const double moved = f == camera::Throttle
                                 ? (ch->reversed ? -1.0 : 1.0)
                                 : c.model.at(high).channels[indexOf(f)].demand - c.model.at(low).channels[indexOf(f)].demand;
        if (moved > 0.0 || (moved == 0.0 && f != camera::Throttle)) continue;
        const std::string path = channelPath(ch->id, "reversed");
        out.push_back(
            {.id = std::string("stick-way.") + entry.id,
             .severity = Severity::Danger,
             .row = "camera-directions"_row,
             .title = c.say(KH_TR("{f} works the wrong way"), {{"f", channelTitle(entry.id)}}),
             .found = c.say(KH_TR("Channel {n} is {r}; {b}'s sheet asks for the other."),
                            {{"n", c.amount(channelPath(ch->id, "number"))}, {"r", c.show(path)}, {"b", c.setup.controller.profile->name}}),
             .why = f == camera::Throttle ? c.say(KH_TR("Low stick is full throttle: it starts with everything it has."))
                                          : c.say(KH_TR("The machine answers this stick backwards.")),
             .todo = c.say(KH_TR("Turn channel {n} round in the transmitter, propellers off."),
                           {{"n", c.amount(channelPath(ch->id, "number"))}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, stickAt(entry.id, 1.0)},
             .subject = path,
             .fix = {{path, !ch->reversed}}});
    }
}

void cutMissing(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.transmitter.cut.when.empty()) return;
    Finding f{.severity = Severity::Danger,
              .row = "camera-cut"_row,
              .title = c.say(KH_TR("Nothing cuts the motors")),
              .found = c.say(KH_TR("Cut is on no switch.")),
              .why = c.say(KH_TR("Tipped over on the ground it goes on turning, and you reach into it.")),
              .todo = c.say(KH_TR("Give cut a switch of two places of its own in the transmitter.")),
              .box = Box::Transmitter,
              .subject = "transmitter.cut.when"_field,
              .proposal = true};
    offerEach(f, cutCandidates(c.setup));
    out.push_back(std::move(f));
}

void cutHeld(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (const std::string& id : workedBy(tx, tx.cut.when)) {
        const SwitchProfile* s = profileOfSwitch(tx, id);
        if (s == nullptr || !s->momentary) continue;
        Finding f{.severity = Severity::Danger,
                  .row = "camera-cut"_row,
                  .title = c.say(KH_TR("Cut is only held")),
                  .found = c.say(KH_TR("{s} springs back: let go, the motors get the throttle again."), {{"s", id}}),
                  .why = c.say(KH_TR("At mid stick they start again, in your hand.")),
                  .todo = c.say(KH_TR("Put cut on a switch of two places that stays, in the transmitter.")),
                  .box = Box::Transmitter,
                  .subject = "transmitter.cut.when"_field,
                  .proposal = true};
        offerEach(f, cutCandidates(c.setup));
        out.push_back(std::move(f));
        return;
    }
}

/// By one place of a switch alone, whatever else stands where; nullptr where every way asks for more.
const Term* aloneIn(const Condition& when) {
    for (const auto& all : when)
        if (all.size() == 1) return &all.front();
    return nullptr;
}

/// Of a condition the place of a switch that works nothing else the box takes; nullptr if it has none.
const Term* ownPlace(const TransmitterSettings& tx, const Condition& when) {
    std::set<std::string> shared;
    for (const SwitchFunction& f : tx.functions)
        if (!familyOf(f.id).empty()) shared.merge(workedBy(tx, f.when));
    for (const auto& all : when)
        for (const Term& t : all)
            if (!t.switchId.empty() && shared.count(t.switchId) == 0) return &t;
    return nullptr;
}

void cutEverywhere(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const bool bound = !tx.cut.when.empty() && aloneIn(tx.cut.when) == nullptr;
    if (!bound && !tx.cut.actsIn) return;
    Finding f{.severity = Severity::Danger,
              .row = "camera-cut"_row,
              .title = c.say(KH_TR("Cut does not act in every mode")),
              .found = bound ? c.say(KH_TR("It asks for more than its own switch: {w}."), {{"w", conditionTitle(tx, tx.cut.when)}})
                             : c.say(KH_TR("It acts in {n} of {m} sets of rates."), {{"n", num(static_cast<double>(tx.cut.actsIn->size()))},
                                                                                     {"m", num(static_cast<double>(tx.modes.size()))}}),
              .why = c.say(KH_TR("The way to stop the motors works in some modes only.")),
              .todo = c.say(KH_TR("Let cut act by its own switch alone, in every mode, in the transmitter.")),
              .box = Box::Transmitter,
              .subject = "transmitter.cut.when"_field,
              .whole = true};
    if (tx.cut.actsIn) f.fix.push_back({"transmitter.cut.actsIn"_field, std::monostate{}});
    if (const Term* own = bound ? ownPlace(tx, tx.cut.when) : nullptr; own != nullptr)
        f.fix.push_back({"transmitter.cut.when"_field, FieldValue(Condition{{*own}})});
    out.push_back(std::move(f));
}

/// In a hurry the hand takes the neighbour: the one that stops the motors in the air.
void cutBesideHome(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const Condition* home = conditionOf(tx, camera::kHome);
    if (home == nullptr) return;
    for (const std::string& a : workedBy(tx, tx.cut.when))
        for (const std::string& b : workedBy(tx, *home)) {
            if (!sitSideBySide(tx.profile, a, b)) continue;
            Finding f{.severity = Severity::Warning,
                      .row = "camera-cut"_row,
                      .title = c.say(KH_TR("Cut sits beside return home")),
                      .found = c.say(KH_TR("{a} and {b} are neighbours on the case."), {{"a", a}, {"b", b}}),
                      .why = c.say(KH_TR("In a hurry the hand takes the other: the motors stop in the air.")),
                      .todo = c.say(KH_TR("Put cut on a switch away from {b}, in the transmitter."), {{"b", b}}),
                      .box = Box::Transmitter,
                      .subject = "transmitter.cut.when"_field,
                      .proposal = true};
            offerEach(f, cutCandidates(c.setup));
            out.push_back(std::move(f));
            return;
        }
}

void cutAtStart(const AuditContext& c, std::vector<Finding>& out) {
    const Instant now = c.model.at(Deck{});
    if (c.setup.transmitter.cut.when.empty() || now.cutActs || now.killActs) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "camera-start"_row,
                   .title = c.say(KH_TR("The motors are not cut when the transmitter is switched on")),
                   .found = c.say(KH_TR("At the power-on places cut is off.")),
                   .why = c.say(KH_TR("The pack is plugged in with the throttle wherever it was left.")),
                   .todo = c.say(KH_TR("Set the power-on place of the cut switch to where it cuts, in the transmitter.")),
                   .box = Box::Transmitter,
                   .witness = Witness{std::nullopt, {}},
                   .subject = "transmitter.switches"_field,
                   .fix = cutAtPowerOn(c.setup)});
}

/// Places of the rates' switch that nobody speaks of: they fly with the first set, 100 %.
void ratePlaces(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (std::size_t m = 1; m < tx.modes.size(); ++m)
        for (const auto& all : tx.modes[m].when)
            for (const Term& t : all) {
                const SwitchProfile* s = profileOfSwitch(tx, t.switchId);
                if (s == nullptr || s->places < 3) continue;
                std::vector<int> unsaid;
                for (int place = 1; place <= s->places; ++place) {
                    Deck deck;
                    deck.switches[s->id] = place;
                    if (c.model.at(deck).beneath == c.model.baseMode()) unsaid.push_back(place);
                }
                if (unsaid.size() < 2) continue;
                PartialDeck there;
                there.switches[s->id] = unsaid.back();
                Condition when = tx.modes[m].when;
                when.push_back({{s->id, unsaid.back(), ""}});
                out.push_back({.severity = Severity::Warning,
                               .row = "camera-rates"_row,
                               .title = c.say(KH_TR("A place of the rates' switch is left out")),
                               .found = c.say(KH_TR("{s} at {p} flies with {m}, unsaid."),
                                              {{"s", s->id}, {"p", num(unsaid.back())}, {"m", tx.modes[c.model.baseMode()].name}}),
                               .why = c.say(KH_TR("One bump past the low rates, and it answers with the whole stick.")),
                               .todo = c.say(KH_TR("Give {s} at {p} the rates of {m} in the transmitter."),
                                             {{"s", s->id}, {"p", num(unsaid.back())}, {"m", tx.modes[m].name}}),
                               .box = Box::Transmitter,
                               .witness = Witness{std::nullopt, there},
                               .subject = elementPath("transmitter.modes.{}.when"_field, tx.modes[m].id),
                               .fix = {{elementPath("transmitter.modes.{}.when"_field, tx.modes[m].id), FieldValue(when)}}});
                return;
            }
}

void throttleStraight(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t m = 0; m < c.setup.transmitter.modes.size(); ++m) {
        double off = 0.0;
        for (const double stick : {-1.0, -0.5, 0.0, 0.5, 1.0})
            off = std::max(off, std::abs(c.model.throttleCurveAt(m, stick) - (stick + 1.0) * 50.0));
        if (off <= kStraightPct) continue;
        const FlightMode& mode = c.setup.transmitter.modes[m];
        const std::string path = elementPath("transmitter.modes.{}.throttle"_field, mode.id);
        const Curve straight = lineCurve(0.0, 100.0, std::max<std::size_t>(mode.throttle.points.size(), 2));
        PartialDeck mid;
        mid.collective = 0.0;
        out.push_back({.id = "throttle-straight." + mode.id,
                       .severity = Severity::Warning,
                       .row = "camera-throttle"_row,
                       .title = c.say(KH_TR("The throttle is curved in {m}"), {{"m", mode.name}}),
                       .found = c.say(KH_TR("It parts from a straight line by {d} %."), {{"d", num(off)}}),
                       .why = c.say(KH_TR("The box looks for the middle of the stick: it climbs or sinks there.")),
                       .todo = c.say(KH_TR("Set the throttle curve straight from 0 to 100 in the transmitter.")),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, mid},
                       .subject = path,
                       .fix = {{path, straight}}});
    }
}

/// What the receiver does without a signal: what the box takes for a loss, or values that bring it home.
void lostSignal(const AuditContext& c, std::vector<Finding>& out) {
    const Camera& facts = cameraOf(c.setup);
    const TransmitterSettings& tx = c.setup.transmitter;
    const FunctionChannel* home = carrierOf(tx, camera::kHome);
    Finding f{.severity = Severity::Danger,
              .row = "camera-loss"_row,
              .why = c.say(KH_TR("It goes on with what the sticks said last, until the pack is empty.")),
              .box = Box::Transmitter,
              .subject = "machine.loss"_field};
    if (facts.loss == LossAnswer::KeepsLast) {
        f.title = c.say(KH_TR("Without a signal the receiver keeps the last values"));
        f.found = c.say(KH_TR("The box never hears that the signal is gone."));
        f.todo = c.say(
            KH_TR("Set the receiver to send no pulses, so that {b} sees the loss itself; then switch the transmitter off, propellers off."),
            {{"b", c.setup.controller.profile->name}});
        f.fix = {{"machine.loss"_field, "no-pulses"}};
        out.push_back(std::move(f));
        return;
    }
    if (facts.loss == LossAnswer::NoPulses) return;
    const ChannelSettings* throttle = channelOf(tx, kThrottleChannel);
    const auto landsHome = [&] {
        if (home == nullptr || !home->failsafePct) return false;
        const double us = channelOutputUnchecked(*home->failsafePct, channelScale(tx.profile, *home)).pulseUs;
        const std::vector<ModeWindow> windows = windowsUs(c.setup, camera::kHome);
        const ModeWindow* w = windowAt(windows, us);
        return w != nullptr && w->mode == camera::kHome;
    };
    if (home != nullptr && !landsHome()) {
        f.title = c.say(KH_TR("Without a signal return home is not called"));
        f.found = home->failsafePct
                      ? c.say(KH_TR("Its channel is stored at {v}."), {{"v", c.amount(carrierPath(camera::kHome, "failsafePct"))}})
                      : c.say(KH_TR("Its channel keeps the last value."));
        f.todo = c.say(KH_TR("Store the value of return home for its channel, or set the receiver to send no pulses."));
        f.subject = carrierPath(camera::kHome, "failsafePct");
        f.fix = {{f.subject, 100.0}};
        f.also = {{{f.subject, -100.0}}, {{"machine.loss"_field, "no-pulses"}}};
        out.push_back(std::move(f));
        return;
    }
    if (throttle == nullptr) return;
    const bool climbsOn = !throttle->failsafePct || *throttle->failsafePct * (throttle->reversed ? -1.0 : 1.0) > kDoesNotClimbPct;
    if (climbsOn) {
        f.title = c.say(KH_TR("Without a signal the throttle may climb"));
        f.found = throttle->failsafePct
                      ? c.say(KH_TR("It is stored at {v}."), {{"v", c.amount(channelPath(kThrottleChannel, "failsafePct"))}})
                      : c.say(KH_TR("Its channel keeps the last value."));
        f.todo = c.say(KH_TR("Store mid stick for the throttle: it then neither climbs nor sinks while it flies home."));
        f.subject = channelPath(kThrottleChannel, "failsafePct");
        f.fix = {{f.subject, 0.0}};
        out.push_back(std::move(f));
    } else if (home == nullptr || *throttle->failsafePct <= -90.0) {
        f.severity = Severity::Note;
        f.title = c.say(KH_TR("Without a signal the motors stop, and it falls"));
        f.found = c.say(KH_TR("The throttle is stored at {v}."), {{"v", c.amount(channelPath(kThrottleChannel, "failsafePct"))}});
        f.why = c.say(KH_TR("That is asked for in some places; it comes down where it is."));
        f.todo = c.say(KH_TR("Look up what local rules ask for."));
        f.subject = channelPath(kThrottleChannel, "failsafePct");
        out.push_back(std::move(f));
    }
}

void homePlace(const AuditContext& c, std::vector<Finding>& out) {
    const Camera& facts = cameraOf(c.setup);
    if (!takesFamily(c.setup.controller.profile, camera::kHome)) return;
    if (!facts.homeStored)
        out.push_back({.id = "home-stored",
                       .severity = Severity::Warning,
                       .row = "camera-home-check"_row,
                       .title = c.say(KH_TR("It does not store where it starts")),
                       .found = c.say(KH_TR("Return home then has no place to fly to.")),
                       .why = c.say(KH_TR("It lands where it is, or flies to the place of another day.")),
                       .todo = c.say(KH_TR("Wait for the box's sign that its place is stored, before every take-off.")),
                       .box = Box::Machine,
                       .subject = "machine.homeStored"_field,
                       .fix = {{"machine.homeStored"_field, true}}});
    if (!facts.returnHeightM)
        out.push_back({.id = "return-height",
                       .severity = Severity::Note,
                       .row = "camera-home-check"_row,
                       .title = c.say(KH_TR("The height it returns at is not known")),
                       .found = c.say(KH_TR("Nobody noted it.")),
                       .why = c.say(KH_TR("Below a tree line it flies home through the trees.")),
                       .todo = c.say(KH_TR("Look it up in the box, above what stands around where you fly, and enter it here.")),
                       .box = Box::Machine,
                       .subject = "machine.returnHeightM"_field});
}

void cornerInFlight(const AuditContext& c, std::vector<Finding>& out) {
    if (cameraOf(c.setup).gesture != ArmGesture::Always) return;
    PartialDeck corner;
    corner.collective = -1.0;
    corner.rudder = 1.0;
    out.push_back(
        {.id = "gesture-in-flight",
         .severity = Severity::Warning,
         .row = "camera-start"_row,
         .title = c.say(KH_TR("A stick corner that stops the motors is flown too")),
         .found = c.say(KH_TR("The box hears its arming gesture in the air.")),
         .why = c.say(KH_TR("A quick descent with rudder is that corner: the motors stop, and it falls.")),
         .todo = c.say(KH_TR("Let the box hear it on the ground only, or arm by a switch; else never hold throttle low and rudder over.")),
         .box = Box::Bench,
         .witness = Witness{std::nullopt, corner},
         .subject = "machine.gesture"_field});
}

}  // namespace

std::span<const Rule> cameraStopRules() {
    static constexpr std::array rules{Rule{"stick-way", Station::Modes, Work::Sign, sticksTurned},
                                      Rule{"cut-missing", Station::Modes, Work::MotorOff, cutMissing, "P1"},
                                      Rule{"cut-held", Station::Modes, Work::MotorOff, cutHeld, "P1"},
                                      Rule{"cut-everywhere", Station::Modes, Work::MotorOff, cutEverywhere, "P1"},
                                      Rule{"cut-beside-home", Station::Modes, Work::MotorOff, cutBesideHome},
                                      Rule{"cut-at-power-on", Station::Modes, Work::MotorOff, cutAtStart, "P9"},
                                      Rule{"lost-signal", Station::Modes, Work::MotorOff, lostSignal},
                                      Rule{"rate-place", Station::Modes, Work::Curves, ratePlaces},
                                      Rule{"throttle-straight", Station::Modes, Work::Curves, throttleStraight},
                                      Rule{"home-place", Station::Modes, Work::Curves, homePlace},
                                      Rule{"gesture-in-flight", Station::Modes, Work::Curves, cornerInFlight, "P14"}};
    return rules;
}

}  // namespace kh
