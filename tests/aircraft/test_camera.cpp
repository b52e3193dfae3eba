// SPDX-License-Identifier: GPL-3.0-or-later
//
// The camera quadrotor: every place reaches its mode, and the mistakes a pilot makes on it.
#include "aircraft/camerabuilds.h"
#include "aircraft/typed.h"
#include "base/error.h"
#include "io/document.h"
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "model/accepted.h"
#include "model/access.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "stations/camera/camerafigures.h"
#include "support.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <map>
#include <set>

namespace camera_tests {

using namespace kh;
using namespace khtest;

namespace {

const Finding* beginning(const Evaluation& e, const std::string& with) {
    for (const Finding& f : e.findings)
        if (f.id.starts_with(with)) return &f;
    return nullptr;
}

std::size_t worse(const Evaluation& e) { return e.count(Severity::Danger) + e.count(Severity::Warning); }

Setup planned(const Setup& s) { return withPlan(s, makePlan(s, stationsOf(s).rules()), 1000, true, "2026-12-01T08:00:00Z"); }

}  // namespace

TEST_CASE("sound camera quadrotors of every build are quiet, and each property of the proof holds for them") {
    CHECK(soundCameras().size() >= 36);
    for (const NamedCamera& b : soundCameras()) {
        INFO(b.name);
        REQUIRE_NOTHROW(requireAccepted(b.setup));
        const Evaluation e = evaluate(b.setup);
        INFO(listed(ids(e)));
        CHECK(e.simulated);
        CHECK(worse(e) == 0);
        const SwitchProof proof = proveSwitches(b.setup);
        CHECK(proof.whole());
        CHECK(proof.failures() == 0);
        const std::string text = io::writeDocument(b.setup);
        const io::Document again = io::parseDocument(text);
        CHECK(again.setup == b.setup);
        CHECK(io::writeDocument(again.setup) == text);
    }
}

TEST_CASE(
    "each place of the mode switch lands well inside the window it asks for, the trace says so, sticks answer as the sheet has them") {
    for (const NamedCamera& b : soundCameras()) {
        INFO(b.name);
        const Tracer tracer(b.setup);
        const Evaluation judged = evaluate(b.setup);
        const CameraFigures& own = judged.figures.of<CameraFigures>();
        CHECK(own.modes.sound);
        CHECK(own.modes.places.size() == own.modes.windows.size());
        std::set<std::string> reached;
        for (const ReachedPlace& p : own.modes.places) {
            INFO(p.label);
            CHECK(p.right());
            CHECK(p.margin.value >= camera::kClearUs);
            CHECK(reached.insert(p.lands).second);
            const Trace t = tracer.at(posed({}, p.deck));
            const auto stages = t.of(camera::Flight);
            std::vector<std::string> names;
            for (const Stage* s : stages) names.emplace_back(s->id);
            CHECK(names == std::vector<std::string>{"place", "value", "channel", "pulse", "reading", "window", "holds"});
            CHECK(stages[3]->value == Approx(p.pulse.value));
            for (const Stage* s : stages) {
                INFO(s->id);
                CHECK_FALSE(s->off());  // a sound chain is level from the place to what is held
            }
            CHECK(stages[5]->value == stages[5]->asked);
            CHECK(stages[6]->value == stages[6]->asked);
        }
        for (const Function f : {camera::Aileron, camera::Elevator, camera::Rudder}) {
            Deck full;
            full.sticks = {0.0, 1.0, 1.0, 1.0};
            const Instant at = tracer.model().at(full);
            CHECK(at.channels[indexOf(f)].demand > 0.6);
            CHECK(at.channels[indexOf(f)].demand == Approx(tracer.askedModel().at(full).channels[indexOf(f)].demand));
        }
    }
}

TEST_CASE("a channel that is short by a step is told its place, its pulse and the travel that cures it") {
    Setup s = soundCameras().front().setup;  // a box of 4 µs a per cent, a transmitter of 5.12
    for (FunctionChannel& c : s.transmitter.functionChannels)
        if (c.id == camera::kFlight) c.travelLowPct = 60.0;
    const Evaluation e = evaluate(s);
    const Finding* f = beginning(e, "windows.flight");
    REQUIRE(f != nullptr);
    CHECK(render(f->found).find("1193") != std::string::npos);
    REQUIRE(f->fix.size() == 1);
    CHECK(f->fix.front() == Edit("transmitter.functionChannels.flight.travelLowPct", 78.1));
    CHECK(f->fix.front().path == "transmitter.functionChannels.flight.travelLowPct");
    for (FunctionChannel& c : s.transmitter.functionChannels)
        if (c.id == camera::kFlight) c.travelLowPct = 65.0;  // 12.8 µs inside
    const Evaluation close = evaluate(s);
    const Finding* near = beginning(close, "windows.flight");
    REQUIRE(near != nullptr);
    CHECK(near->severity == Severity::Warning);
    CHECK(render(near->title).find("close to an edge") != std::string::npos);
    CHECK(render(near->found).find("1167") != std::string::npos);
}

TEST_CASE("a change of modes that climbs or drops is danger beyond a quarter, can be posed, and says what hovers") {
    for (const NamedCamera& b : soundCameras()) {
        if (cameraOf(b.setup).kind != CameraKind::Position) continue;
        INFO(b.name);
        for (const double hover : {20.0, 24.0, 30.0, 50.0, 70.0, 76.0, 80.0}) {
            Setup s = b.setup;
            s.transmitter.modes.front().id = "first";  // whatever its modes are called
            cameraOf(s).hoverPct = hover;
            const Evaluation e = evaluate(s);
            INFO(hover);
            CHECK(e.figures.of<CameraFigures>().climbs.value == Approx(50.0 - hover));
            const Finding* f = beginning(e, "climbs");
            REQUIRE((f != nullptr) == (std::abs(hover - 50.0) > 25.0));
            if (f == nullptr) continue;
            CHECK(f->severity == Severity::Danger);
            REQUIRE(f->witness);
            const Tracer tracer(s);
            const auto at = [&](const PartialDeck& part) { return tracer.at(posed({}, part)); };
            REQUIRE(f->witness->from);
            CHECK(at(*f->witness->from).of(camera::Flight)[6]->value > at(f->witness->to).of(camera::Flight)[6]->value);
            CHECK(render(f->title).find(hover > 50.0 ? "drops" : "shoots") != std::string::npos);
        }
    }
}

TEST_CASE("every listed mistake of a camera quadrotor is found with its severity and healed by its own plan, on every build") {
    std::mt19937 dice(20261201);
    for (const CameraMistake& m : cameraMistakes()) {
        std::size_t made = 0;
        for (const NamedCamera& b : soundCameras()) {
            INFO(m.name << ", " << b.name);
            Setup s = b.setup;
            if (!m.make(s, dice)) continue;
            ++made;
            REQUIRE_NOTHROW(requireAccepted(s));
            const Evaluation e = evaluate(s);
            INFO(listed(ids(e)));
            const Finding* f = beginning(e, m.finding);
            REQUIRE(f != nullptr);
            CHECK(f->severity == m.severity);
            CHECK_FALSE(render(f->title).empty());
            CHECK_FALSE(render(f->todo).empty());
            const Evaluation then = evaluate(planned(s));
            INFO("left " << listed(ids(then)));
            CHECK(worse(then) == 0);
        }
        INFO(m.name);
        CHECK(made >= 4);
    }
}

TEST_CASE(
    "the switch proof asks a camera quadrotor its own: each listed mistake of places, home, cut and start refutes the one property it is "
    "of") {
    const std::vector<std::string> asked{"P1", "P2", "P3", "P4", "P9", "P11", "P12", "P13", "P14"};
    const std::map<std::string, std::string> of{{"windows.flight", "P11"},    {"windows.home", "P11"},    {"window-channel.", "P11"},
                                                {"home-at-power-on", "P12"},  {"home-everywhere", "P12"}, {"climbs", "P13"},
                                                {"gesture-in-flight", "P14"}, {"cut-held", "P1"},         {"cut-everywhere", "P1"},
                                                {"cut-missing", "P1"},        {"cut-at-power-on", "P9"},  {"start-mode", "P9"},
                                                {"place-used.", "P2"},        {"double-switch", "P3"}};
    std::vector<CameraMistake> made = cameraMistakes();
    made.push_back({"a function on two switches", "", Severity::Warning, [](Setup& s, std::mt19937&) {
                        SwitchFunction& f = s.transmitter.functions.front();
                        for (const SwitchProfile& p : s.transmitter.profile->switches)
                            if (workedBy(s.transmitter, f.when).count(p.id) == 0) f.when.push_back({{p.id, 2, ""}});
                        return true;
                    }});
    made.push_back({"a spare channel that follows a switch", "", Severity::Warning, [](Setup& s, std::mt19937&) {
                        s.transmitter.spares.push_back({"9", 9, s.transmitter.profile->switches.front().id});
                        return true;
                    }});
    made.push_back({"a hover far from the middle", "", Severity::Danger, [](Setup& s, std::mt19937& dice) {
                        cameraOf(s).hoverPct = dice() % 2 == 0 ? 15.0 : 85.0;
                        return cameraOf(s).kind == CameraKind::Position;
                    }});
    made.push_back({"a corner that is heard in the air", "", Severity::Warning, [](Setup& s, std::mt19937&) {
                        cameraOf(s).gesture = ArmGesture::Always;
                        return true;
                    }});
    std::mt19937 dice(4711);
    std::set<std::string> refuted;
    for (const CameraMistake& m : made)
        for (std::size_t n = 0; n < soundCameras().size(); n += 5) {
            Setup s = soundCameras()[n].setup;
            if (!m.make(s, dice)) continue;
            INFO(m.name << ", " << soundCameras()[n].name);
            const SwitchProof proof = proveSwitches(s);
            std::vector<std::string> had;
            for (const PropertyResult& p : proof.properties) {
                had.push_back(p.id);
                if (!p.holds) refuted.insert(p.id);
                CHECK_FALSE(render(p.finding.title).empty());
                CHECK_FALSE(render(p.finding.found).empty());
            }
            CHECK(had == asked);
            const Evaluation e = evaluate(s);
            for (const Finding& f : e.findings) {  // what the audit says of a property the proof says too
                if (f.property.empty()) continue;
                INFO(f.id);
                const auto p = std::ranges::find_if(proof.properties, [&](const PropertyResult& r) { return r.id == f.property; });
                REQUIRE(p != proof.properties.end());
                CHECK_FALSE(p->holds);
            }
            for (const auto& [finding, property] : of)
                if (const Finding* f = beginning(e, finding); f != nullptr) CHECK(f->property == property);
        }
    CHECK(refuted == std::set<std::string>(asked.begin(), asked.end()));
}

TEST_CASE("places are proved by more than their switch: every combination of all switches, tried by hand, agrees with P11") {
    std::mt19937 dice(99);
    int wrong = 0, right = 0;
    for (std::size_t n = 0; n < soundCameras().size(); ++n) {
        Setup s = soundCameras()[n].setup;
        const auto carrier = [&](const char* family) -> FunctionChannel& {
            return *std::ranges::find_if(s.transmitter.functionChannels, [&](const FunctionChannel& c) { return c.id == family; });
        };
        switch (dice() % 4) {  // something, or nothing, that may break it
            case 0: carrier(camera::kFlight).travelLowPct *= 0.4; break;
            case 1: carrier(camera::kFlight).subTrimPct = 20.0; break;
            case 2: std::swap(s.transmitter.functions[0].valuePct, s.transmitter.functions[1].valuePct); break;
            default: break;
        }
        INFO(soundCameras()[n].name);
        const ChainModel model(s);
        const auto& switches = s.transmitter.profile->switches;
        std::vector<int> place(switches.size(), 1);
        bool sound = true;
        std::set<std::string> reached;
        const std::vector<ModeWindow> modes = windowsUs(s, camera::kFlight), home = windowsUs(s, camera::kHome);
        const auto lands = [&](const std::vector<ModeWindow>& windows, double us) {
            std::string in;
            for (std::size_t w = 0; w < windows.size(); ++w) {
                const bool clearLow = w == 0 || us - windows[w].lowUs >= 30.0,
                           clearHigh = w + 1 == windows.size() || windows[w].highUs - us >= 30.0;
                if (us >= windows[w].lowUs && us <= windows[w].highUs && clearLow && clearHigh) in = windows[w].mode;
            }
            return in;
        };
        for (bool more = true; more;) {
            Deck deck;
            for (std::size_t i = 0; i < switches.size(); ++i) deck.switches[switches[i].id] = place[i];
            const Instant now = model.at(deck);
            std::string wanted, homeWanted = camera::kHomeOff;
            for (const SwitchFunction& f : s.transmitter.functions) {
                const bool on = std::ranges::any_of(f.when, [&](const auto& all) {
                    return std::ranges::all_of(all, [&](const Term& t) { return deck.switches[t.switchId] == t.place; });
                });
                if (!on) continue;
                if (familyOf(f.id) == camera::kFlight) wanted = f.id;
                if (f.id == camera::kHome) homeWanted = f.id;
            }
            const std::string in = lands(modes, now.channels[indexOf(camera::Flight)].pulseUs);
            reached.insert(in);
            sound = sound && !in.empty() && in == wanted;
            if (!home.empty()) sound = sound && lands(home, now.channels[indexOf(camera::Home)].pulseUs) == homeWanted;
            more = false;  // the next combination
            for (std::size_t i = 0; i < place.size() && !more; ++i) {
                more = ++place[i] <= switches[i].places;
                if (!more) place[i] = 1;
            }
        }
        sound = sound && std::ranges::all_of(modes, [&](const ModeWindow& w) { return reached.count(w.mode) == 1; });
        const SwitchProof proof = proveSwitches(s);
        const auto p = std::ranges::find_if(proof.properties, [](const PropertyResult& r) { return r.id == "P11"; });
        CHECK(p->holds == sound);
        ++(sound ? right : wrong);
    }
    CHECK(right > 20);
    CHECK(wrong > 20);
}

TEST_CASE("cut beside return home is told where both seats are known, and moved away from it by the plan") {
    std::mt19937 dice(3);
    int told = 0;
    for (const NamedCamera& b : soundCameras()) {
        const Condition* home = conditionOf(b.setup.transmitter, camera::kHome);
        if (home == nullptr) continue;
        INFO(b.name);
        Setup s = b.setup;
        auto& switches = s.transmitter.profile.edit().switches;
        const std::string& homeOn = home->front().front().switchId;
        const std::string& cutOn = s.transmitter.cut.when.front().front().switchId;
        const auto seat = [&](const std::string& id, const char* where) {
            std::ranges::find_if(switches, [&](const SwitchProfile& p) { return p.id == id; })->where = where;
        };
        seat(homeOn, "front, left");
        CHECK(beginning(evaluate(s), "cut-beside-home") == nullptr);  // nobody said where cut sits
        seat(cutOn, "back, left");
        CHECK(beginning(evaluate(s), "cut-beside-home") == nullptr);
        seat(cutOn, dice() % 2 == 0 ? "front, far left" : "front, inside left");
        const Evaluation e = evaluate(s);
        const Finding* f = beginning(e, "cut-beside-home");
        REQUIRE(f != nullptr);
        CHECK(f->severity == Severity::Warning);
        CHECK(render(f->found).find(cutOn) != std::string::npos);
        if (f->fix.empty()) continue;  // no other switch of two places is free on this transmitter
        ++told;
        CHECK(worse(evaluate(planned(s))) == 0);
    }
    CHECK(told > 5);
}

TEST_CASE("200 random pairs of a camera quadrotor's mistakes are healed by one plan") {
    std::mt19937 dice(815);
    const auto& all = cameraMistakes();
    std::size_t healed = 0, tried = 0;
    std::string left;
    while (tried < 200) {
        const CameraMistake& a = all[dice() % all.size()];
        const CameraMistake& b = all[dice() % all.size()];
        if (&a == &b || std::string_view(a.finding) == b.finding) continue;
        Setup s = soundCameras()[dice() % soundCameras().size()].setup;
        if (!a.make(s, dice) || !b.make(s, dice)) continue;
        ++tried;
        const Evaluation then = evaluate(planned(s));
        if (worse(then) == 0) ++healed;
        else left += std::string(a.name) + " + " + b.name + ": " + listed(ids(then)) + "\n";
    }
    INFO(left);
    CHECK(healed == tried);
}

TEST_CASE(
    "everything a camera quadrotor's boxes are told stands on the sheet, in Carry and in a row, and nothing of a plate, a tail or a hold "
    "is asked "
    "for") {
    for (const NamedCamera& b : soundCameras()) {
        INFO(b.name);
        const std::set<std::string> typed = typedInto(b.setup), printed = printedOf(b.setup), shown = editableIn(b.setup);
        CHECK(typed.count("transmitter.functionChannels.flight.travelLowPct") == 1);
        CHECK(typed.count("transmitter.cut.throttlePct") == 1);
        CHECK(typed.count("machine.loss") == 1);
        for (const std::string& path : typed) {
            INFO(path);
            for (const char* not_ : {"tail", "channels.collective", "transmitter.hold", ".pitch.", "servo", "governor", "speedController."})
                CHECK(path.find(not_) == std::string::npos);
        }
        for (const std::string& path : typed) {
            INFO(path);
            CHECK(printed.count(path) == 1);
            CHECK((shown.count(path) == 1 || path == "transmitter.modes.normal.when"));  // that needs no switch
        }
    }
}

TEST_CASE("what a camera quadrotor's document cannot be is refused by the field's name, nothing lost") {
    const Setup& s = soundCameras().front().setup;
    Setup flat = s;
    cameraOf(flat).armMm = 0.0;
    try {
        requireAccepted(flat);
        (void)ChainModel(flat);
        FAIL("an arm of no length");
    } catch (const InputError& e) {
        CHECK(e.field() == "machine.armMm");
    }
    Setup silent = s;  // a box that takes no mode: told, not lost
    silent.controller.profile.edit().takes.clear();
    silent.controller.profile.edit().channelOrder = {"aileron", "elevator", "throttle", "rudder"};
    CHECK_NOTHROW((void)evaluate(silent));
    Setup none = s;
    none.transmitter.functionChannels.clear();
    CHECK(beginning(evaluate(none), "window-channel.flight") != nullptr);
    Setup unsaid = s;  // nobody said what a mode holds
    cameraOf(unsaid).modes.clear();
    CHECK_NOTHROW((void)evaluate(unsaid));
}

}  // namespace camera_tests
