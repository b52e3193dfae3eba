// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the places of a switch reach in the box: each mode by one place, return home from each mode, and what is on from the start.
#include "base/error.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/names.h"
#include "stations/camera/camera.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace kh {

namespace {

const ReachedChannel& reached(const AuditContext& c, Function f) {
    const CameraFigures& own = c.figures.of<CameraFigures>();
    return f == camera::Flight ? own.modes : own.home;
}
Message windowSaid(const AuditContext& c, const std::string& window) {
    if (!c.words) return {};
    return window.empty() ? say(KH_TR("none")) : heldTitle(window);
}

/// Ways to bring every place into its window, the shortest first: the channel's end, its trim, its sense, its switch's values.
std::vector<std::vector<Edit>> reachingEdits(const Setup& setup, Function f) {
    const std::string family = cameraClass().entry(f).id;
    const FunctionChannel* channel = carrierOf(setup.transmitter, family);
    if (channel == nullptr) return {};
    const double full = fullTravelPct(setup.transmitter.profile, setup.controller.profile);
    const Edit low{carrierPath(family, "travelLowPct"), full}, high{carrierPath(family, "travelHighPct"), full};
    const Edit trim{carrierPath(family, "subTrimPct"), 0.0}, turned{carrierPath(family, "reversed"), !channel->reversed};
    std::vector<std::vector<Edit>> ways{{low}, {high}, {trim}, {turned}, {low, high}, {low, high, trim}, {low, high, trim, turned}};
    // values of its switch, spread over the windows in their order
    std::vector<Edit> values;
    const std::vector<ModeWindow> windows = windowsUs(setup, family);
    for (std::size_t i = 0; i < windows.size() && windows.size() > 1; ++i) {
        const double value = -100.0 + 200.0 * static_cast<double>(i) / static_cast<double>(windows.size() - 1);
        if (windows[i].mode == camera::kHomeOff) values.push_back({carrierPath(family, "restPct"), value});
        else if (const auto path = elementPath("transmitter.functions.{}.valuePct"_field, windows[i].mode); readField(setup, path))
            values.push_back({path, value});
    }
    for (const bool turn : {false, true}) {
        std::vector<Edit> all = values;
        all.insert(all.end(), {low, high, trim});
        if (turn) all.push_back(turned);
        ways.push_back(values);
        ways.push_back(std::move(all));
    }
    std::vector<std::vector<Edit>> out;
    for (std::vector<Edit>& way : ways) {
        std::erase_if(way, [&](const Edit& e) { return readField(setup, e.path)->value == e.value; });
        if (way.empty()) continue;
        Setup copy = setup;
        try {
            for (const Edit& e : way) writeField(copy, e.path, e.value);
            if (reachedChannel(copy, ChainModel(copy), f).sound) out.push_back(std::move(way));
        } catch (const InputError&) {
            continue;  // not a value such a box holds
        }
    }
    return out;
}

/// "Set travel low of flight mode to 78.1 %", of each edit.
Message setAll(const AuditContext& c, const std::vector<Edit>& edits) {
    if (!c.words) return {};
    std::vector<Message> out;
    for (const Edit& e : edits)
        out.push_back(say(KH_TR("{f} to {v}"), {{"f", fieldTitle(c.setup, e.path)}, {"v", show(c.setup, e.path, e.value)}}));
    return say(KH_TR("Set {list} in the transmitter."), {{"list", out}});
}

void reaches(const AuditContext& c, Function f, const char* row, std::vector<Finding>& out) {
    const ReachedChannel& ch = reached(c, f);
    if (ch.places.empty() || ch.sound) return;
    const auto wrong = std::ranges::find_if(ch.places, [](const ReachedPlace& p) { return !p.wanted.empty() && !p.right(); });
    const auto near = std::ranges::find_if(ch.places, [](const ReachedPlace& p) { return p.right() && !p.clear; });
    const auto unreached = std::ranges::find_if(ch.windows, [&](const ModeWindow& w) { return ch.in(w.mode).empty(); });
    const auto unsaid = std::ranges::find_if(ch.places, [](const ReachedPlace& p) { return p.wanted.empty(); });
    const bool danger = wrong != ch.places.end();
    const std::string family = cameraClass().entry(f).id;
    Finding one{.id = std::string("windows.") + family,
                .severity = danger ? Severity::Danger : Severity::Warning,
                .row = row,
                .box = Box::Transmitter,
                .subject = carrierPath(family, "travelLowPct"),
                .whole = true};
    const ReachedPlace& at = danger ? *wrong : near != ch.places.end() ? *near : unsaid != ch.places.end() ? *unsaid : ch.places.front();
    one.witness = Witness{std::nullopt, at.deck};
    if (danger) {
        one.title =
            c.say(KH_TR("{p} reaches {l}, not {w}"), {{"p", at.label}, {"l", windowSaid(c, at.lands)}, {"w", windowSaid(c, at.wanted)}});
        one.found = unreached == ch.windows.end() ? c.say(KH_TR("It sends {u} µs."), {{"u", num(at.pulse.value)}})
                                                  : c.say(KH_TR("It sends {u} µs; {w} cannot be reached."),
                                                          {{"u", num(at.pulse.value)}, {"w", windowSaid(c, unreached->mode)}});
        one.why = f == camera::Flight
                      ? c.say(KH_TR("The switch you trust leads to another mode: sticks let go, it does not do what you count on."))
                      : c.say(KH_TR("The way home is not there when you reach for it, or it leaves on its own."));
    } else if (near != ch.places.end()) {
        one.title = c.say(KH_TR("{p} lies close to an edge of its window"), {{"p", at.label}});
        one.found =
            c.say(KH_TR("It sends {u} µs, {m} inside; 30 µs are wanted."), {{"u", num(at.pulse.value)}, {"m", num(at.margin.value)}});
        one.why = c.say(KH_TR("A cold day or another receiver moves a pulse by more than that."));
    } else {
        const Message which = unreached == ch.windows.end() ? Message{} : windowSaid(c, unreached->mode);
        one.title = unreached == ch.windows.end()
                        ? c.say(KH_TR("A place of {f} does what another does already"), {{"f", c.words ? heldTitle(family) : Message{}}})
                        : c.say(KH_TR("No place reaches {w}"), {{"w", which}});
        one.found = c.say(KH_TR("{n} places, {m} windows."),
                          {{"n", num(static_cast<double>(ch.places.size()))}, {"m", num(static_cast<double>(ch.windows.size()))}});
        one.why = c.say(KH_TR("A place does something that nobody said, or a mode is missing when it is wanted."));
    }
    const auto ways = reachingEdits(c.setup, f);
    if (!ways.empty()) {
        one.fix = ways.front();
        one.also.assign(ways.begin() + 1, ways.end());
        one.subject = one.fix.front().path;
        one.todo = setAll(c, one.fix);
    } else {
        one.todo =
            c.say(KH_TR("Give each window a place of the switch, and each place a value in the middle of its window, in the transmitter."));
        for (const ModeWindow& w : ch.windows)  // a place that asks for nothing, a window nobody asks for
            if (const auto when = conditionPath(c.setup.transmitter, w.mode);
                unsaid != ch.places.end() && ch.in(w.mode).empty() && readField(c.setup, when)) {
                std::vector<Term> terms;
                for (const auto& [id, place] : unsaid->deck.switches) terms.push_back({id, place, ""});
                one.fix = {{when, FieldValue(Condition{terms})}};
                one.subject = when;
                break;
            }
    }
    out.push_back(std::move(one));
}

void modeWindows(const AuditContext& c, std::vector<Finding>& out) { reaches(c, camera::Flight, "camera-modes"_row, out); }
void homeWindows(const AuditContext& c, std::vector<Finding>& out) { reaches(c, camera::Home, "camera-home"_row, out); }

/// Modes or return home that the box takes and the transmitter does not send at all.
void channelsMissing(const AuditContext& c, std::vector<Finding>& out) {
    for (const Function f : {camera::Flight, camera::Home}) {
        const std::string family = cameraClass().entry(f).id;
        if (!takesFamily(c.setup.controller.profile, family) || carrierOf(c.setup.transmitter, family) != nullptr) continue;
        out.push_back(
            {.id = "window-channel." + family,
             .severity = Severity::Danger,
             .row = f == camera::Flight ? "camera-modes"_row : "camera-home"_row,
             .title = c.say(KH_TR("{f} has no channel"), {{"f", c.words ? heldTitle(family) : Message{}}}),
             .found = c.say(KH_TR("{b} takes it, and the transmitter sends nothing for it."), {{"b", c.setup.controller.profile->name}}),
             .why = c.say(KH_TR("No switch reaches a mode: what it flies in is what it was left in.")),
             .todo = c.say(KH_TR("Give it a channel and a switch in the transmitter.")),
             .box = Box::Transmitter,
             .subject = "transmitter.functionChannels"_field});
    }
}

/// The deck with return home asked for from a mode's place; nothing where its condition cannot be met there.
bool homeFrom(const AuditContext& c, const PartialDeck& mode) {
    const ReachedChannel& home = reached(c, camera::Home);
    for (const ReachedPlace& p : home.places) {
        // where one switch works both it stands at the mode's place
        const bool apart = std::ranges::any_of(p.deck.switches, [&](const auto& s) {
            const auto there = mode.switches.find(s.first);
            return there != mode.switches.end() && there->second != s.second;
        });
        if (apart) continue;
        PartialDeck both = mode;
        both.switches.insert(p.deck.switches.begin(), p.deck.switches.end());
        const double us = c.model.at(posed({}, both)).channels[indexOf(camera::Home)].pulseUs;
        if (const ModeWindow* w = windowAt(home.windows, us); w != nullptr && w->mode == camera::kHome) return true;
    }
    return false;
}

/// Return home from every mode, by its switch alone.
void homeEverywhere(const AuditContext& c, std::vector<Finding>& out) {
    const ReachedChannel &modes = reached(c, camera::Flight), &home = reached(c, camera::Home);
    if (home.places.empty() || home.in(camera::kHome).empty()) return;  // told of its windows
    std::vector<Message> missing;
    const ReachedPlace* first = nullptr;
    for (const ReachedPlace& m : modes.places)
        if (!homeFrom(c, m.deck)) {
            missing.push_back(windowSaid(c, m.wanted));
            if (first == nullptr) first = &m;
        }
    if (first == nullptr) return;
    const std::string when = conditionPath(c.setup.transmitter, camera::kHome);
    const Condition* is = conditionOf(c.setup.transmitter, camera::kHome);
    Finding f{.severity = Severity::Danger,
              .row = "camera-home"_row,
              .title = c.say(KH_TR("Return home cannot be reached from every mode")),
              .found = c.say(KH_TR("Not from {list}."), {{"list", missing}}),
              .why = c.say(KH_TR("It is wanted when nothing else helps; then nobody thinks of the mode first.")),
              .todo = c.say(KH_TR("Let its own switch alone ask for it, in the transmitter.")),
              .box = Box::Transmitter,
              .witness = Witness{std::nullopt, first->deck},
              .subject = when};
    std::set<std::string> ofModes;
    for (const ReachedPlace& m : modes.places)
        for (const auto& [id, place] : m.deck.switches) ofModes.insert(id);
    if (is != nullptr)
        for (const auto& all : *is)
            for (const Term& t : all)
                if (!t.switchId.empty() && ofModes.count(t.switchId) == 0 && f.fix.empty())
                    f.fix = {{when, FieldValue(Condition{{{t.switchId, t.place, ""}}})}};
    if (f.fix.empty()) offerEach(f, switchCandidates(c.setup.transmitter, camera::kHome));
    out.push_back(std::move(f));
}

void homeAtPowerOn(const AuditContext& c, std::vector<Finding>& out) {
    const ReachedChannel& home = reached(c, camera::Home);
    if (home.places.empty() || !c.model.isOn(camera::kHome, {})) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "camera-home"_row,
                   .title = c.say(KH_TR("Return home is on when the transmitter is switched on")),
                   .found = c.say(KH_TR("At the power-on places its switch asks for it.")),
                   .why = c.say(KH_TR("Armed so, it climbs to its return height by itself, where people stand.")),
                   .todo = c.say(KH_TR("Set the power-on place of its switch to where it is off, in the transmitter.")),
                   .box = Box::Transmitter,
                   .witness = Witness{std::nullopt, {}},
                   .subject = conditionPath(c.setup.transmitter, camera::kHome),
                   .fix = offAtPowerOn(c.setup, c.model, camera::kHome)});
}

/// A machine that holds its place starts in a mode that holds angle and height.
void safeAtPowerOn(const AuditContext& c, std::vector<Finding>& out) {
    if (cameraOf(c.setup).kind != CameraKind::Position) return;
    const Deck start;
    for (const ReachedPlace& p : reached(c, camera::Flight).places) {
        const bool here =
            std::ranges::all_of(p.deck.switches, [&](const auto& s) { return placeOf(c.setup.transmitter, start, s.first) == s.second; });
        const HeldMode* held = heldMode(cameraOf(c.setup), p.wanted);
        if (!here || held == nullptr || (held->angle && held->height)) continue;
        Finding f{
            .severity = Severity::Warning,
            .row = "camera-start"_row,
            .title = c.say(KH_TR("It starts in {m}, which does not hold it"), {{"m", windowSaid(c, p.wanted)}}),
            .found = c.say(KH_TR("At the power-on places the mode switch asks for {m}."), {{"m", windowSaid(c, p.wanted)}}),
            .why = c.say(KH_TR("The first metre is flown in a mode that neither levels nor keeps its height.")),
            .todo = c.say(KH_TR("Set the power-on place of the mode switch to a mode that holds angle and height, in the transmitter.")),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, p.deck},
            .subject = "transmitter.switches"_field};
        for (const ReachedPlace& other : reached(c, camera::Flight).places) {
            const HeldMode* safe = heldMode(cameraOf(c.setup), other.wanted);
            if (safe == nullptr || !safe->angle || !safe->height) continue;
            std::vector<Edit> edits;
            for (const auto& [id, place] : other.deck.switches)
                edits.push_back({elementPath("transmitter.switches.{}.powerOnPlace"_field, id), static_cast<double>(place)});
            if (f.fix.empty() || safe->position) f.fix = std::move(edits);
        }
        out.push_back(std::move(f));
        return;
    }
}

/// Modes that sound or look alike may be one.
void signsAlike(const AuditContext& c, std::vector<Finding>& out) {
    const auto& modes = cameraOf(c.setup).modes;
    for (std::size_t i = 0; i < modes.size(); ++i)
        for (std::size_t k = 0; k < i; ++k) {
            if (modes[i].seen.empty() || modes[i].seen != modes[k].seen) continue;
            out.push_back({.id = "signs-alike." + modes[i].id,
                           .severity = Severity::Warning,
                           .row = "camera-signals"_row,
                           .title = c.say(KH_TR("{a} and {b} gave the same sign"),
                                          {{"a", windowSaid(c, modes[k].id)}, {"b", windowSaid(c, modes[i].id)}}),
                           .found = c.say(KH_TR("For both was noted: {s}."), {{"s", modes[i].seen}}),
                           .why = c.say(KH_TR("Either they are one mode, or the sign does not tell them apart.")),
                           .todo = c.say(KH_TR("Look again, place by place, propellers off.")),
                           .box = Box::Bench,
                           .subject = elementPath("machine.modes.{}.seen"_field, modes[i].id)});
        }
}

/// Between a mode that holds height at mid stick and one that takes the throttle directly.
void climbs(const AuditContext& c, std::vector<Finding>& out) {
    constexpr double kMuchPct = 25.0;
    const CameraFigures& own = c.figures.of<CameraFigures>();
    const auto& modes = cameraOf(c.setup).modes;
    const auto holds = [&](bool height) {
        return std::ranges::find_if(modes, [&](const HeldMode& m) { return m.height == height && m.id != camera::kHome; });
    };
    const auto held = holds(true), direct = holds(false);
    if (held == modes.end() || direct == modes.end() || !own.climbs.known || std::abs(own.climbs.value) <= kMuchPct) return;
    const auto deckOf = [&](const std::string& mode) {  // its place, the throttle in the middle
        PartialDeck deck;
        for (const ReachedPlace& p : own.modes.places)
            if (p.wanted == mode) deck = p.deck;
        deck.collective = 0.0;
        return deck;
    };
    out.push_back(
        {.severity = Severity::Danger,
         .row = "camera-throttle"_row,
         .title = own.climbs.value < 0.0 ? c.say(KH_TR("Changing to {m} drops it"), {{"m", windowSaid(c, direct->id)}})
                                         : c.say(KH_TR("Changing to {m} shoots it up"), {{"m", windowSaid(c, direct->id)}}),
         .found = c.say(KH_TR("Mid stick holds its height, and in {m} sends {d} % beside what hovers, which is {h}."),
                        {{"m", windowSaid(c, direct->id)}, {"d", signedNum(own.climbs.value)}, {"h", c.amount("machine.hoverPct"_field)}}),
         .why = c.say(KH_TR("The stick stands where it was good for the other mode.")),
         .todo = c.say(
             KH_TR(
                 "Change modes with the throttle stick at {h}, high up; another pack or propeller brings the hover nearer to the middle."),
             {{"h", c.amount("machine.hoverPct"_field)}}),
         .box = Box::Bench,
         .witness = Witness{deckOf(held->id), deckOf(direct->id)},
         .subject = "machine.hoverPct"_field});
}

}  // namespace

std::span<const Rule> cameraWindowRules() {
    static constexpr std::array rules{Rule{"window-channel", Station::Modes, Work::Wiring, channelsMissing, "P11"},
                                      Rule{"mode-windows", Station::Modes, Work::Ends, modeWindows, "P11"},
                                      Rule{"home-windows", Station::Modes, Work::Ends, homeWindows, "P11"},
                                      Rule{"home-everywhere", Station::Modes, Work::MotorOff, homeEverywhere, "P12"},
                                      Rule{"home-at-power-on", Station::Modes, Work::MotorOff, homeAtPowerOn, "P12"},
                                      Rule{"start-mode", Station::Modes, Work::MotorOff, safeAtPowerOn, "P9"},
                                      Rule{"signs-alike", Station::Modes, Work::Curves, signsAlike},
                                      Rule{"climbs", Station::Modes, Work::Curves, climbs, "P13"}};
    return rules;
}

}  // namespace kh
