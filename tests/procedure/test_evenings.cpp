// SPDX-License-Identifier: GPL-3.0-or-later
//
// Three whole evenings, from a new model to the sheet: a machine that nobody sees answers what is read, and what the program says is done
// is done. A box set by its own sticks with lamps only; a basic transmitter with remote receivers and a program; one maker's transmitter
// with another's box, three gain channels, level mode and arming.
#include "boxes/tenboxes.h"
#include "io/library.h"
#include "judge/candidates.h"
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/newmodel.h"
#include "model/modeedits.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "procedure/tobeset.h"
#include "procedure/trace.h"
#include "stations/readingkit.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace evenings_tests {

using namespace kh;
using Catch::Contains;
using khtest::edited;
using khtest::find;

namespace {

const std::string kNow = "2026-11-27T20:00:00Z";

/// The machine on the bench: the same boxes and settings, but some facts are otherwise than anybody knows.
struct Evening {
    Setup document;
    double monitorScale = 1.0;  ///< the monitor's real microseconds a percent, as a share of the profile's
    std::string backwards;      ///< role of a servo that is mounted the other way
    bool crossed = false;       ///< aileron and rudder change places on the way

    [[nodiscard]] Setup truth() const {
        Setup s = withoutRecords(document);
        s.controller.profile.edit().usPerPct *= monitorScale;
        for (PlateServo& servo : helicopter(s).servos)
            if (servo.id == backwards) servo.risesWithPulse = !servo.risesWithPulse;
        return s;
    }
    [[nodiscard]] double monitor(const std::string& function, double value) const {
        const Setup s = truth();
        return readsPct(s, *channelOf(s.transmitter, function), value);
    }
    /// +1 as the stick, −1 against it.
    [[nodiscard]] std::vector<double> servoWays() const {
        Deck up;
        up.sticks.collective = 1.0;
        const Setup s = truth();
        std::vector<double> out;
        for (const Stage* stage : trace(s, up).of(*s.machine.aircraft.of().find("collective")))
            if (std::string_view(stage->id) == "arm-angle")
                for (const PortValue& p : stage->ports) out.push_back(p.value > 0.0 ? 1.0 : -1.0);
        return out;
    }
    [[nodiscard]] double tilts(const char* function) const {
        Deck deck;
        (std::string_view(function) == "aileron" ? deck.sticks.aileron : deck.sticks.elevator) = 1.0;
        const Setup s = truth();
        for (const Stage* stage : trace(s, deck).of(*s.machine.aircraft.of().find(function)))
            if (std::string_view(stage->id) == "plate") return stage->value > 0.0 ? 1.0 : -1.0;
        return 0.0;
    }
    [[nodiscard]] Reading at(const std::string& what, double value, const char* unit) const {
        return khtest::readAt(document, what, value, unit);
    }
    /// One round: read, answered, typed. @return how many numbers were to be typed
    std::size_t round(const char* solver, const std::vector<Reading>& readings) {
        const Solved solved = solveRound(document, *solverById(solver), readings);
        document = takenOver(document, solved, readings, kNow);
        return solved.answers.size();
    }
    void type(const std::vector<Edit>& edits) { document = withEdits(document, edits, Standing::Entered, kNow); }

    void directions() {
        for (int i = 0; i < 6; ++i) {
            std::vector<Reading> seen;
            const std::vector<double> ways = servoWays();
            for (std::size_t p = 0; p < ways.size(); ++p)
                seen.push_back(at("collective.port-" + document.controller.ports[p].id, ways[p], "way"));
            seen.push_back(at("cyclic.aileron", tilts("aileron"), "way"));
            seen.push_back(at("cyclic.elevator", tilts("elevator"), "way"));
            if (round("directions", seen) == 0) return;
        }
        FAIL("the directions do not settle");
    }
    /// All that the plan can type by itself.
    void plan() {
        for (int i = 0; i < 3; ++i)
            for (const PlanStep& step : makePlan(document, stationsOf(document).rules()).steps)
                if (!step.byHand) type(step.edits);
    }
    /// What is dangerous or warned of in the end.
    [[nodiscard]] std::set<std::string> left() const {
        std::set<std::string> out;
        for (const Finding& f : evaluate(document).findings)
            if (f.severity != Severity::Note) out.insert(f.id);
        return out;
    }
    [[nodiscard]] std::string sheet() const {
        std::string out;
        const Sheet s = benchSheet(document, evaluate(document), {});
        for (const Message& m : s.cautions) out += render(m) + "\n";
        for (const SheetPart& part : s.parts)
            for (const SheetSection& section : part.sections) {
                out += render(section.title) + "\n";
                for (const SheetRow& row : section.rows)
                    out += render(row.what) + " " + render(row.value) + " " + render(row.machine) + "\n";
            }
        return out;
    }
};

Setup started(const char* transmitter, const char* controller) {
    static const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    const auto servo = [&](const char* id) {
        return *std::find_if(lib.servos.begin(), lib.servos.end(), [&](const ServoProfile& s) { return s.id == id; });
    };
    NewModelAnswers answers;
    answers.boxes = {khtest::transmitter(transmitter), khtest::controller(controller), lib.speedControllers.front(), servo("cleat-c12"),
                     servo("cleat-t7")};
    return newModel(answers, kNow);
}

std::string steps(const Setup& s, const char* row) {
    std::string out;
    for (const Step& step : guideOfRow(row)->steps(s, evaluate(s).figures)) out += render(step.todo) + " " + render(step.seen) + "\n";
    return out;
}

const std::set<std::string> kOnlyTheMachineKnows{"blade-limit", "failsafe-missing"};

void doneBut(const Evening& bench, std::set<std::string> more = {}) {
    more.insert(kOnlyTheMachineKnows.begin(), kOnlyTheMachineKnows.end());
    for (const std::string& id : bench.left()) {
        const Evaluation e = evaluate(bench.document);
        INFO("left at the end: " << id << ": " << render(find(e, id)->found) << " " << render(find(e, id)->todo));
        CHECK(more.count(id) == 1);
    }
}

}  // namespace

TEST_CASE("an evening with a box that is set by its own sticks and shows lamps only") {
    Evening bench{started("jib-7", "rowlock"), 1.06, "left"};
    const std::vector<ToBeSet> before = stillToBeSet(bench.document, ledger(bench.document, evaluate(bench.document)));
    CHECK(before.size() > 20);
    CHECK_THAT(steps(bench.document, "binding"), Contains("the socket it is plugged into"));
    // the transmitter's own sticks first: one is uneven, calibrated, read again
    bench.type({{"transmitter.sticks.rudder.lowPct", -96.0}});
    CHECK(bench.left().count("own-stick.rudder") == 1);
    bench.type({{"transmitter.profile.sticksCalibrated", 1.0}, {"transmitter.sticks.rudder.lowPct", -100.0}});
    CHECK(bench.left().count("own-stick.rudder") == 0);
    // ends by lamps, until nothing finer can be typed
    for (const char* function : {"aileron", "elevator", "collective", "rudder"}) {
        INFO(function);
        int rounds = 0;
        for (; rounds < 20; ++rounds) {
            std::vector<Reading> seen;
            for (const bool high : {false, true}) {
                const double reads = std::abs(bench.monitor(function, high ? 100.0 : -100.0));
                seen.push_back(bench.at(std::string(function) + (high ? ".high" : ".low"),
                                        reads < 99.0    ? -1.0
                                        : reads > 101.0 ? 1.0
                                                        : 0.0,
                                        kLampUnit));
            }
            if (bench.round("endpoints", seen) == 0) break;
        }
        CHECK(rounds < 12);
        for (const double value : {-100.0, 100.0}) CHECK(std::abs(std::abs(bench.monitor(function, value)) - 100.0) < 2.0);
    }
    bench.directions();
    for (const double way : bench.servoWays()) CHECK(way == 1.0);
    // its hold goes no lower than 0: the low end is learned above what that sends; rescue, which this box has not, leaves its switches
    const Figures figures = evaluate(edited(bench.document, {{"transmitter.hold.throttlePct", 0.0}})).figures;
    REQUIRE(figures.holdUs.known);
    bench.type({{"transmitter.hold.throttlePct", 0.0},
                {"transmitter.kill.throttlePct", 0.0},
                {"transmitter.cut.throttlePct", 0.0},
                {"speedController.lowUs", figures.holdUs.value + 20.0},
                {"transmitter.functions.rescue.when", Condition()}});
    bench.plan();
    doneBut(bench);
    CHECK_THAT(bench.sheet(), Contains("stick"));
    const std::vector<ToBeSet> after = stillToBeSet(bench.document, ledger(bench.document, evaluate(bench.document)));
    CHECK(after.size() < before.size());
}

TEST_CASE("an evening with a basic transmitter, remote receivers and a program") {
    Evening bench{started("topsail-9", "sextant"), 1.03, "right", true};
    bench.type({{"machine.wiring.receiver", std::string("remote receivers")},
                {"transmitter.schools.order", std::string("learned")},
                {"controller.program", std::string("3.1")},
                {"controller.firmware", std::string("3.1")}});
    // the box cannot be told of remote receivers: told at once, with what to look for
    CHECK(bench.left().count("receiver-kind") == 1);
    bench.type({{"machine.wiring.receiver", std::string("one lead")},
                {"machine.receiver.protocol", std::string("S2")},
                {"controller.receiver.variant", std::string("S1")}});
    CHECK(bench.left().count("receiver-variant") == 1);
    CHECK_THAT(steps(bench.document, "binding"), Contains("another variant of the signal"));
    bench.plan();
    CHECK(bench.document.controller.receiver.variant == "S2");
    // which bar answers: aileron and rudder are changed over, and are learned anew
    const std::vector<std::string> order = channelMap(bench.document.controller);
    const auto bars = [&] {
        std::vector<Reading> out;
        for (std::size_t i = 0; i < order.size(); ++i) {
            std::string moved = order[i];
            if (bench.crossed) moved = moved == "aileron" ? "rudder" : moved == "rudder" ? "aileron" : moved;
            if (channelOf(bench.document.transmitter, moved) != nullptr)
                out.push_back(bench.at("answers." + moved, static_cast<double>(i + 1), kBarUnit));
        }
        return out;
    };
    CHECK(bench.round("answers", bars()) == 1);
    CHECK(bench.document.controller.receiver.map != order);
    // learned anew, every stick moves its own bar, and it stays with the box's own order
    bench.crossed = false;
    bench.type({{"controller.receiver.map", std::vector<std::string>()}});
    CHECK(bench.left().count("bar-answers.aileron") == 1);  // until it was seen
    CHECK(bench.round("answers", bars()) == 0);
    CHECK(bench.left().count("bar-answers.aileron") == 0);
    // ends by numbers
    for (const char* function : {"aileron", "elevator", "collective", "rudder"})
        for (int i = 0; i < 4; ++i)
            if (bench.round("endpoints", {bench.at(std::string(function) + ".low", bench.monitor(function, -100.0), "%"),
                                          bench.at(std::string(function) + ".centre", bench.monitor(function, 0.0), "%"),
                                          bench.at(std::string(function) + ".high", bench.monitor(function, 100.0), "%")}) == 0)
                break;
    for (const char* function : {"aileron", "elevator", "rudder"}) CHECK(std::abs(bench.monitor(function, 100.0)) <= 101.5);
    bench.directions();
    bench.plan();
    doneBut(bench);
    CHECK_THAT(bench.sheet(), Contains("S2"));
}

TEST_CASE("an evening with one maker's transmitter and another's box: three gain channels, level mode, arming") {
    Setup s = started("mizzen-12", "logline");
    std::vector<TakenWindow>& takes = s.controller.profile.edit().takes;
    takes.insert(takes.end(), {{"roll-gain", 1, 100}, {"pitch-gain", 1, 100}, {"level", 30, 150}});
    s.controller.profile.edit().levelling.push_back("level");
    s.transmitter.profile.edit().channels = 16;
    Evening bench{withTakenFunctions(s), 0.98, "elevator"};
    for (const char* family : {"roll-gain", "pitch-gain", "level", "arming", "bank"}) {
        INFO(family);
        REQUIRE(carrierOf(bench.document.transmitter, family) != nullptr);
        for (const CarriedPlace& p : carriedPlaces(bench.document, *carrierOf(bench.document.transmitter, family))) CHECK(p.right());
    }
    // three gains, each with its side; one mode by a slip on the rate side
    bench.type({{"transmitter.modes.idle1.rollGainPct", -45.0}});
    CHECK(bench.left().count("head-gain-side.roll-gain.idle1") == 1);
    // arming is on a switch; level gets one, and is refused until the axes were seen
    std::vector<Condition> free = freePlaces(bench.document.transmitter, SwitchKind::Latching);
    if (free.empty()) free = freePlaces(bench.document.transmitter, SwitchKind::Momentary);
    REQUIRE_FALSE(free.empty());
    bench.type({{"transmitter.functions.level.when", free.front()}});
    CHECK(bench.left().count("level-shut") == 1);
    bench.directions();
    bench.plan();
    CHECK(bench.document.transmitter.modes[1].rollGainPct.value_or(50.0) > 0.0);
    CHECK(conditionOf(bench.document.transmitter, "level")->empty());
    // the places by the monitor, each with what the box then does
    CHECK_THAT(steps(bench.document, "bank-switch"), Contains("Arming") && Contains("Level") && Contains("nothing of it"));
    // the switch proof tries arming with everything else
    const SwitchProof proof = proveSwitches(bench.document);
    CHECK(std::any_of(proof.positions.begin(), proof.positions.end(), [](const PositionRow& r) { return r.disarmed; }));
    for (const PropertyResult& p : proof.properties) {
        INFO(p.id << " " << render(p.finding.found));
        CHECK((p.holds || p.finding.severity == Severity::Note));
    }
    doneBut(bench);
    CHECK_THAT(bench.sheet(), Contains("Head gains") && Contains("Function values"));
}

}  // namespace evenings_tests
