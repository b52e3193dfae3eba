// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/switches/switchproof.h"
#include "model/amounts.h"

#include "base/conventions.h"
#include "judge/modechecks.h"
#include "judge/motorfigures.h"
#include "judge/rowids.h"
#include "judge/switches/switchlogic.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/names.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

/// P2, first half: modes that no combination gives; second half in deadPlaces and doubleBooked.
void unreachable(const ProofContext& c, PropertyResult& r) {
    for (std::size_t m = 0; m < c.modes.size(); ++m) {
        const bool hold = c.modes[m].id == kHoldMode;
        const bool reached =
            std::any_of(c.logic.keys.begin(), c.logic.keys.end(), [&](const LogicKey& k) { return hold ? k.holdAsked : k.beneath == m; });
        if (reached) continue;
        c.refute(r, {.severity = Severity::Warning,
                     .row = hold ? "hold-switch"_row : "mode-switch"_row,
                     .found = say(KH_TR("{m} can never be reached."), {{"m", c.modes[m].name}}),
                     .why = say(KH_TR("A mode you count on is not there when you reach for it.")),
                     .todo = say(KH_TR("Give {m} a switch place of its own in the transmitter."), {{"m", c.modes[m].name}}),
                     .subject = conditionPath(c.setup.transmitter, c.modes[m].id)});
        return;
    }
}

/// A place that is not its switch's declared neutral and changes nothing in any combination.
void deadPlaces(const ProofContext& c, PropertyResult& r) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (const SwitchAxis& axis : c.logic.everything.axes()) {
        const SwitchProfile& s = tx.profile->switches[axis.index];
        const int neutral = neutralPlaceOf(tx, s);
        for (int place = 1; place <= s.places; ++place) {
            if (place == neutral) continue;
            const std::optional<bool> changes = c.logic.changesAnything(axis.index, place, neutral);
            if (!changes) r.whole = false;
            if (changes.value_or(true)) continue;
            c.refute(r, {.severity = Severity::Note,
                         .row = "mode-switch"_row,
                         .found = say(KH_TR("{s} at {p} does the same as at {n}, its neutral place, in every combination."),
                                      {{"s", s.id}, {"p", num(place)}, {"n", num(neutral)}}),
                         .why = say(KH_TR("You move a switch and nothing happens; you cannot tell whether it was heard.")),
                         .todo = say(KH_TR("Give {s} at {p} a function, or declare it the neutral place, in the transmitter."),
                                     {{"s", s.id}, {"p", num(place)}}),
                         .subject = elementPath("transmitter.switches.{}.neutralPlace"_field, s.id)});
            return;
        }
    }
}

void doubleBooked(const ProofContext& c, PropertyResult& r) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (const PlaceUsedTwice& used : placesUsedTwice(tx, c.model)) {
        c.refute(r, {.severity = Severity::Warning,
                     .row = switchRow(used.second),
                     .found = say(KH_TR("{s} at {p} works {a} and {b} at once."), {{"s", used.switchId},
                                                                                   {"p", num(used.place)},
                                                                                   {"a", functionTitle(tx, used.first)},
                                                                                   {"b", functionTitle(tx, used.second)}}),
                     .why = say(KH_TR("One movement does two things, and one of them may not be meant.")),
                     .todo = say(KH_TR("Move {b} to another switch in the transmitter, or declare {s} shared."),
                                 {{"b", functionTitle(tx, used.second)}, {"s", used.switchId}}),
                     .subject = conditionPath(tx, used.second)});
        return;
    }
}

void judgeOneMode(const ProofContext& c, PropertyResult& r) {
    r.covered = c.logic.combinations;
    r.finding.found = say(KH_TR("In each of {n} combinations exactly one mode flies; every mode is reached, no place is dead."),
                          {{"n", num(static_cast<double>(r.covered))}});
    if (c.logic.untried == 0) unreachable(c, r);  // what was not met may stand in what was not tried
    if (r.holds) doubleBooked(c, r);
    if (r.holds) deadPlaces(c, r);
}

void judgeTwoSwitches(const ProofContext& c, PropertyResult& r) {
    const TransmitterSettings& tx = c.setup.transmitter;
    SwitchSets sets(tx);
    r.finding.found = say(KH_TR("No function answers to two switches, but for those that were declared."));
    r.covered = c.model.functionCount();
    for (std::size_t f = 0; f < c.model.functionCount(); ++f) {
        const std::string& function = c.model.functionName(f);
        const auto two = twoSwitches(tx, sets, function);
        if (!two) continue;
        const Message name = functionTitle(tx, function);
        c.refute(r, {.severity = Severity::Warning,
                     .row = switchRow(function),
                     .found = say(KH_TR("{f} answers to {a} and to {b}."), {{"f", name}, {"a", two->first}, {"b", two->second}}),
                     .why = say(KH_TR("A function that was moved still works from its old place: one bump is enough.")),
                     .todo = say(KH_TR("Remove {f} from {b} in the transmitter, or declare it shared."), {{"f", name}, {"b", two->second}}),
                     .subject = conditionPath(tx, function),
                     .fix = {{conditionPath(tx, function), Condition{conditionOf(tx, function)->front()}}}});
        return;
    }
}

void judgeSpareChannels(const ProofContext& c, PropertyResult& r) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const std::size_t used = tx.channels.size() + tx.functionChannels.size();
    r.covered = static_cast<std::uint64_t>(std::max<int>(0, tx.profile->channels - static_cast<int>(used)));
    r.finding.found = say(KH_TR("None of {n} unused channels follows a switch."), {{"n", num(static_cast<double>(r.covered))}});
    for (const SpareChannel& s : tx.spares) {
        if (s.follows.empty() || carriesFunction(tx, s)) continue;
        c.refute(r, {.severity = Severity::Warning,
                     .row = "unused-channels"_row,
                     .found = say(KH_TR("Channel {n} is unused and follows {s}."),
                                  {{"n", amount(c.setup, elementPath("transmitter.spares.{}.number"_field, s.id))}, {"s", s.follows}}),
                     .why = say(KH_TR("What is plugged in there later moves with a switch nobody thinks of.")),
                     .todo = say(KH_TR("Inhibit channel {n} in the transmitter."),
                                 {{"n", amount(c.setup, elementPath("transmitter.spares.{}.number"_field, s.id))}}),
                     .subject = elementPath("transmitter.spares.{}.follows"_field, s.id),
                     .fix = {{elementPath("transmitter.spares.{}.follows"_field, s.id), std::string()}}});
        return;
    }
}

void judgeHoldFlies(const ProofContext& c, PropertyResult& r) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const FlightMode* hold = modeById(tx, kHoldMode);
    const FlightMode* from = modeById(tx, tx.hold.autorotationFrom);
    r.covered = 8;
    if (!c.setup.machine.aircraft.of().autorotates) {
        r.finding.found = say(KH_TR("It is not asked: hold in the air is a fall, and no autorotation."));
        return;
    }
    if (hold == nullptr) {
        r.finding.found = say(KH_TR("There is no hold to fly in."));
        return;
    }
    if (from == nullptr) {
        c.refute(r, {.severity = Severity::Warning,
                     .row = "tail-gain"_row,
                     .found = say(KH_TR("No mode is named from which an autorotation begins.")),
                     .why = say(KH_TR("Nothing says what hold has to fly like.")),
                     .todo = say(KH_TR("Name the mode an autorotation begins in, in Modes.")),
                     .subject = "transmitter.hold.autorotationFrom"_field});
        return;
    }
    r.finding.found = say(KH_TR("Hold's rates, expo and tail gain equal those of {m}."), {{"m", from->name}});
    const std::vector<Edit> fix = holdMirrorEdits(tx);
    if (fix.empty()) return;
    PartialDeck sticks;  // deflected, so that whatever differs is seen
    sticks.aileron = sticks.elevator = sticks.rudder = 0.5;
    const auto at = c.logic.where(
        [&](const LogicKey& k) { return c.modes[k.beneath].id == from->id && k.holdAsked && !k.kill && !k.cut && !k.disarmed; });
    const auto before = c.logic.where([&](const LogicKey& k) { return c.modes[k.beneath].id == from->id && !k.stopped(); });
    std::optional<Witness> witness;
    const bool seen = std::any_of(fix.begin(), fix.end(), [](const Edit& e) {
        return std::none_of(kHeadGainFamilies.begin(), kHeadGainFamilies.end(),
                            [&](const char* f) { return e.path == modeGainPath(f, kHoldMode); });
    });
    if (at && before && seen) {  // no trace shows a gain of roll or pitch
        witness = Witness{c.deckAt(*before, sticks), c.deckAt(*at, sticks)};
    }
    c.refute(r, {.severity = Severity::Warning,
                 .row = "tail-gain"_row,
                 .found = holdDiffers(c.setup, *from, fix),
                 .why = say(KH_TR("In an autorotation there is no time to find out that the sticks answer differently.")),
                 .todo = say(KH_TR("Copy rates, expo and gain of {m} to hold in the transmitter."), {{"m", from->name}}),
                 .witness = witness,
                 .subject = fix.front().path,
                 .fix = fix});
}

void judgePowerOn(const ProofContext& c, PropertyResult& r) {
    const TransmitterSettings& tx = c.setup.transmitter;
    r.covered = 1;
    r.finding.found = say(KH_TR("The transmitter starts with hold on, in the first mode, rescue off, and refuses to start otherwise."));
    const auto refute = [&](Message found, Message todo, std::string subject, std::vector<Edit> fix) {
        c.refute(r, {.severity = Severity::Warning,
                     .row = "hold-switch"_row,
                     .found = std::move(found),
                     .why = say(KH_TR("The pack is plugged in with the throttle open, or with another machine's settings.")),
                     .todo = std::move(todo),
                     .subject = std::move(subject),
                     .fix = std::move(fix)});
    };
    const Instant now = c.model.at(Deck{});
    if (!c.setup.machine.aircraft.of().holds) {
        r.finding.found = say(KH_TR("The transmitter starts with the motors cut."));
        if (!now.cutActs && !now.killActs)
            c.refute(r, {.severity = Severity::Warning,
                         .row = "cut-switch"_row,
                         .found = say(KH_TR("At the power-on places cut is off.")),
                         .why = say(KH_TR("The pack is plugged in with the throttle wherever it was left.")),
                         .todo = say(KH_TR("Set the power-on place of the cut switch to where it cuts, in the transmitter.")),
                         .subject = "transmitter.switches"_field,
                         .fix = cutAtPowerOn(c.setup)});
        return;
    }
    if (!startsOff(c.setup, now) || now.beneath != c.model.baseMode()) {
        const bool armed = holdIsArmed(c.setup);
        refute(now.holdActs && !startsOff(c.setup, now)
                   ? say(KH_TR("At the power-on places hold is on, armed at {t}, and kill is off."),
                         {{"t", amount(c.setup, "transmitter.hold.throttlePct"_field)}})
                   : say(KH_TR("At the power-on places hold is {h} and the mode is {m}."),
                         {{"h", std::string(now.holdActs ? KH_TR("on") : KH_TR("off"))}, {"m", c.modes[now.beneath].name}}),
               armed ? say(KH_TR("Set the power-on places to kill and hold on and the first mode in the transmitter."))
                     : say(KH_TR("Set the power-on places to hold on and the first mode in the transmitter.")),
               "transmitter.switches"_field, holdAtPowerOn(c.setup));
    } else if (const auto rescue = c.function("rescue"); rescue && c.model.functionActive(*rescue, c.model.numbers({}).places)) {
        refute(say(KH_TR("Rescue is on at the power-on places.")), say(KH_TR("Put rescue on a momentary switch in the transmitter.")),
               conditionPath(tx, "rescue"), {});
    } else if (onAtPowerOn(c.model, "level")) {
        refute(say(KH_TR("Level is on at the power-on places.")), say(KH_TR("Set the power-on place of its switch to where level is off.")),
               conditionPath(tx, "level"), offAtPowerOn(c.setup, c.model, "level"));
    } else if (c.model.armingFunction() && !now.disarmed) {
        refute(say(KH_TR("{b} is armed at the power-on places."), {{"b", c.setup.controller.profile->name}}),
               say(KH_TR("Set the power-on place of the arming switch to where it is not armed, in the transmitter.")),
               conditionPath(tx, kArming), offAtPowerOn(c.setup, c.model, kArming));
    } else if (!tx.hold.powerOnGuard) {
        refute(say(KH_TR("The power-on guard of {b} is not set."), {{"b", tx.profile->name}}),
               say(KH_TR("Set the power-on guard in the transmitter: hold on, first mode, collective low, rescue off.")),
               "transmitter.hold.powerOnGuard"_field, {{"transmitter.hold.powerOnGuard"_field, true}});
    } else if (tx.profile->modelMatch && !tx.modelMatch) {
        refute(say(KH_TR("Model match is off: another model's memory would drive this machine.")),
               say(KH_TR("Switch model match on in the transmitter.")), "transmitter.modelMatch"_field,
               {{"transmitter.modelMatch"_field, true}});
    } else if (!tx.profile->modelMatch) {
        r.finding.found =
            say(KH_TR("Hold on, first mode, rescue off at power-on. {b} has no model match: bump aileron before the motor is armed."),
                {{"b", tx.profile->name}});
    }
}

/// Nothing refutes it, and not all was tried.
void leaveOpen(const ProofContext& c, PropertyResult& r) {
    const auto used = static_cast<double>(c.logic.everything.axes().size());
    const double all = static_cast<double>(c.logic.throttle.size());
    c.refute(
        r,
        {.severity = Severity::Warning,
         .row = "mode-switch"_row,
         .found = c.logic.untried > 0
                      ? say(KH_TR("Not proved: {n} switches are used, in {m} combinations; {t} were tried and none refutes it."),
                            {{"n", num(used)}, {"m", num(all)}, {"t", num(all - static_cast<double>(c.logic.untried))}})
                      : say(KH_TR("Not proved: {n} switches are used, and one function depends on more of them than can be tried."),
                            {{"n", num(used)}}),
         .why = say(KH_TR("What was not tried may start the motor.")),
         .todo = say(KH_TR("Let modes, hold, kill, cut and what they name depend on fewer switches in the transmitter, then try again.")),
         .subject = "transmitter.switches"_field});
}

/// A class's own: it stands until one of its rules refutes it.
void judgeOwn(const ProofContext& c, PropertyResult& r) {
    for (const OwnProperty& own : c.setup.machine.aircraft.of().proves)
        if (r.id == own.id) r.finding.found = say(own.holds);
    r.covered = c.logic.combinations;
}

/// What a rule that names the property finds refutes it: of a class that brings properties of its own its rules judge them, and of the
/// shared ones what only it can tell (a cut that is held).
void byRules(const AuditContext& c, const RuleSet& rules, PropertyResult& r) {
    for (const Rule& rule : rules.rules) {
        if (r.id != rule.property) continue;
        std::vector<Finding> found;
        rule.check(c, found);
        std::erase_if(found, [](const Finding& f) { return f.severity == Severity::Note; });
        if (found.empty()) continue;
        Finding f = std::move(found.front());
        f.id = r.finding.id;
        f.title = r.finding.title;
        r.finding = std::move(f);
        r.holds = false;
        return;
    }
}

using Judge = void (*)(const ProofContext&, PropertyResult&);
struct Property {
    PropertyEntry entry;
    Station station;
    Judge judge;
    bool walks = true;  ///< judged on every combination
};

constexpr std::array kProperties{
    Property{{"P1"_row, KH_TR("Hold, kill and cut keep the motor off")}, Station::Modes, judgeMotorOff},
    Property{{"P2"_row, KH_TR("One mode at a time, no dead or doubled place")}, Station::Radio, judgeOneMode},
    Property{{"P3"_row, KH_TR("No function on two switches")}, Station::Radio, judgeTwoSwitches, false},
    Property{{"P4"_row, KH_TR("No unused channel follows a switch")}, Station::Radio, judgeSpareChannels, false},
    Property{{"P5"_row, KH_TR("Power stays when flown inverted")}, Station::Modes, judgeInverted},
    Property{{"P6"_row, KH_TR("Leaving hold starts gently")}, Station::Modes, judgeLeavingHold},
    Property{{"P7"_row, KH_TR("Modes meet at the hover")}, Station::Modes, judgeModeChange},
    Property{{"P8"_row, KH_TR("Hold flies like the mode before")}, Station::Modes, judgeHoldFlies, false},
    Property{{"P9"_row, KH_TR("Power-on is guarded")}, Station::Radio, judgePowerOn, false},
    Property{{"P10"_row, KH_TR("A governor sees one value")}, Station::Modes, judgeGoverned},
};

}  // namespace

std::span<const PropertyEntry> switchProperties() {
    static const auto entries = [] {
        std::array<PropertyEntry, kProperties.size()> out{};
        for (std::size_t i = 0; i < out.size(); ++i) out[i] = kProperties[i].entry;
        return out;
    }();
    return entries;
}

std::vector<PropertyEntry> propertiesOf(const Setup& setup) {
    const AircraftClass& of = setup.machine.aircraft.of();
    std::vector<PropertyEntry> out;
    for (const Property& p : kProperties)
        if (std::ranges::none_of(of.notProved, [&](std::string_view id) { return id == p.entry.id; })) out.push_back(p.entry);
    for (const OwnProperty& own : of.proves) out.push_back({own.id, own.title});
    return out;
}

std::size_t SwitchProof::failures() const {
    return static_cast<std::size_t>(std::count_if(properties.begin(), properties.end(), [](const PropertyResult& p) { return !p.holds; }));
}

bool SwitchProof::whole() const {
    return std::all_of(properties.begin(), properties.end(), [](const PropertyResult& p) { return p.whole; });
}

SwitchProof prove(const Setup& setup, const RuleSet& rules, const ProofProgress& progress) {
    const ChainModel model(setup);
    SwitchProof out;
    const SwitchLogic logic(setup, model, progress);
    out.cancelled = logic.cancelled;
    if (out.cancelled) return out;
    out.combinations = logic.combinations;
    out.untried = logic.untried;
    out.walked = logic.walked;
    out.free = logic.free;
    const Figures figures = computeFigures(setup, model, model, rules.figures);
    const ProofContext context{setup, model, logic, figures, setup.transmitter.modes};
    for (const auto& [key, seen] : logic.seen) {
        PositionRow row{key.beneath, key.holdAsked, key.kill, key.cut, key.disarmed, seen.states, PositionRow::Motor::MayRun};
        PropertyResult none;
        if (key.stopped()) row.motor = motorRuns(context, key, seen, none) ? PositionRow::Motor::Fails : PositionRow::Motor::Off;
        out.positions.push_back(row);
    }
    JudgeMemory memory;
    const AuditContext audit{setup, model, model, figures, memory};
    const std::vector<PropertyEntry> asked = propertiesOf(setup);
    for (const PropertyEntry& entry : asked) {
        PropertyResult r;
        r.id = entry.id;
        r.finding.id = entry.id;
        r.finding.title = say(entry.title);
        r.finding.severity = Severity::Note;
        const auto shared = std::find_if(kProperties.begin(), kProperties.end(), [&](const Property& p) { return r.id == p.entry.id; });
        if (shared != kProperties.end()) shared->judge(context, r);
        else judgeOwn(context, r);
        if (r.holds && !setup.machine.aircraft.of().proves.empty()) byRules(audit, rules, r);
        if (r.holds && (shared == kProperties.end() || shared->walks) && logic.untried > 0) r.whole = false;
        if (r.holds && !r.whole) leaveOpen(context, r);
        const RowId* row = rowOf(r.finding.row);  // settled where its row stands
        r.finding.station = row != nullptr ? row->station : shared != kProperties.end() ? shared->station : Station::Modes;
        out.properties.push_back(std::move(r));
        if (progress && !progress(out.properties.size(), asked.size())) {
            out.cancelled = true;
            return out;
        }
    }
    return out;
}

}  // namespace kh
