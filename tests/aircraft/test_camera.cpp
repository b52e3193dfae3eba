// SPDX-License-Identifier: GPL-3.0-or-later
//
// The camera quadrotor: every place reaches its mode, and the mistakes a pilot makes on it.
#include "aircraft/camerabuilds.h"
#include "aircraft/found.h"
#include "aircraft/quadbuilds.h"
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
#include "procedure/sheet.h"
#include "procedure/trace.h"
#include "stations/camera/camerafigures.h"
#include "support.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <map>
#include <set>
#include <tuple>

namespace camera_tests {

using namespace kh;
using namespace khtest;

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

TEST_CASE("the sheet of each class begins with what can hurt on such a machine, and draws nothing that it has not") {
    const auto sheetOf = [](const Setup& s) { return benchSheet(s, evaluate(s), {}); };
    const auto cautions = [](const Sheet& sheet) {
        std::string all;
        for (const Message& m : sheet.cautions) all += render(m) + "\n";
        return all;
    };
    const auto drawn = [](const Sheet& sheet, SheetFigure figure) {
        return std::ranges::any_of(sheet.parts, [&](const SheetPart& p) { return std::ranges::count(p.figures, figure) > 0; });
    };
    const Sheet camera = sheetOf(soundCameras().front().setup), rotors = sheetOf(soundQuads().front().setup),
                helicopter = sheetOf(turnstone());
    CHECK(cautions(camera).find("propellers off") != std::string::npos);
    CHECK(cautions(camera).find("hold") == std::string::npos);
    CHECK(cautions(camera).find("tail") == std::string::npos);
    CHECK(cautions(rotors).find("All four rotors") != std::string::npos);
    CHECK(cautions(rotors).find("tail") == std::string::npos);
    CHECK(cautions(helicopter).find("tail blades") != std::string::npos);
    for (const Sheet* sheet : {&camera, &rotors, &helicopter}) {
        CHECK(cautions(*sheet).find("manuals") != std::string::npos);
        CHECK(drawn(*sheet, SheetFigure::Throttle));
        CHECK(drawn(*sheet, SheetFigure::Pitch) == (sheet != &camera));
        CHECK(drawn(*sheet, SheetFigure::Wiring) == (sheet != &camera));
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
    const auto windows = [&](double low, double high) {  // of the middle mode
        Setup with = s;
        for (TakenWindow& w : with.controller.profile.edit().takes)
            if (w.id == "flight-anchor") std::tie(w.lowPct, w.highPct) = std::pair(low, high);
        return evaluate(with);
    };
    for (const auto& [low, high] : {std::pair(-120.0, 80.0), std::pair(50.0, -50.0)}) {
        const Evaluation e = windows(low, high);
        REQUIRE(e.findings.size() == 1);
        CHECK(e.findings.front().subject.starts_with("controller.profile.takes.flight-"));
        const std::string found = render(e.findings.front().found);
        CHECK(found.find("flight-") == std::string::npos);  // by its name, no id
        CHECK(found.find("µs") != std::string::npos);
    }
    CHECK(windows(-5.0, 5.0).count(Severity::Warning) == 1);  // no room: close to an edge at best
    Setup silent = s;                                         // a box that takes no mode: told, not lost
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
