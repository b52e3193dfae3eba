// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every reading counts: what was read of tail, supply, speed and pack reaches the audit, and falls silent with what it rests on.
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "model/helicopter/helicopter.h"
#include "procedure/registry.h"
#include "stations/kit/benchwork.h"
#include "stations/power/speedreadings.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace readrules_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

Setup with(Setup s, const std::string& what, double value, const char* unit) {
    Reading r{"t" + std::to_string(s.readings.size()), what, value, unit, "2026-11-28T10:00:00Z", "", "", settingsInForce(s, what)};
    r.change = ++s.change;
    s.readings.push_back(std::move(r));
    return s;
}

const Finding* found(const Setup& s, const std::string& id) {
    static Evaluation e;
    e = evaluate(s);
    return khtest::find(e, id);
}

}  // namespace

TEST_CASE("a tail limit is never raised past where it binds, read or not; another hole carries both limits along") {
    std::size_t looked = 0, holes = 0;
    for (const double left : {55.0, 70.0, 84.0, 96.0, 118.0, 140.0})
        for (const double right : {60.0, 84.0, 100.0, 118.0, 150.0})
            for (const double bind : {0.0, 76.0, 110.0}) {
                Setup s = edited(turnstone(), {{"controller.tail.limitLeftPct", left}, {"controller.tail.limitRightPct", right}});
                if (bind > 0.0) s = with(with(s, "tail.bind.left", bind, "%"), "tail.bind.right", bind + 6.0, "%");
                INFO(left << " " << right << " bound at " << bind);
                const Plan plan = makePlan(s, shippedStations().rules());
                Setup at = s;
                for (const PlanStep& step : plan.steps) {
                    const double arm = helicopter(at).tail.armMm;
                    const auto slider = [](const Setup& x, double limit) { return limit * helicopter(x).tail.armMm; };
                    const Setup to = edited(at, step.edits);
                    if (helicopter(to).tail.armMm != arm) {
                        CHECK(step.byHand);
                        ++holes;
                    }
                    // as far as the arm's length says, the slider goes no further than before
                    CHECK(slider(to, to.controller.tail.limitLeftPct) <= slider(at, at.controller.tail.limitLeftPct) * 1.0001);
                    CHECK(slider(to, to.controller.tail.limitRightPct) <= slider(at, at.controller.tail.limitRightPct) * 1.0001);
                    at = to;
                }
                const Evaluation after = evaluate(at);
                for (const Finding& f : after.findings)
                    if (f.row == "tail-limits") CHECK(f.severity == Severity::Note);
                ++looked;
            }
    CHECK(looked == 90);
    CHECK(holes > 40);
}

TEST_CASE("a limit past where it was read to bind is a danger, backed off from there; a slider at its stop is lowered first") {
    const Setup s = with(turnstone(), "tail.bind.left", 94.0, "%");
    const Finding* f = found(s, "tail-bind.left");
    REQUIRE(f != nullptr);
    CHECK(f->severity == Severity::Danger);
    CHECK(f->fix == std::vector<Edit>{{"controller.tail.limitLeftPct", 90.0}});
    CHECK(found(edited(s, f->fix), "tail-bind.left") == nullptr);
    CHECK(found(with(turnstone(), "tail.bind.left", 104.0, "%"), "tail-bind.left") == nullptr);
    CHECK(found(edited(s, {{"machine.tail.armMm", 7.0}}), "tail-bind.left") == nullptr);  // read on another arm
    CHECK(found(edited(s, {{"controller.tail.reversed", true}}), "tail-bind.left") == nullptr);
    // the stop: whatever the window says of the lowered limit
    const Setup low = edited(turnstone(), {{"machine.tail.sliderLimitMm", 3.9}});
    const Plan plan = makePlan(low, shippedStations().rules());
    REQUIRE(plan.steps.size() >= 2);
    CHECK(plan.steps[0].finding == "tail-stop");
    CHECK_FALSE(plan.steps[0].byHand);
    CHECK(plan.steps[1].finding.starts_with("tail-window"));
    CHECK(plan.steps[1].byHand);
    CHECK(plan.left.empty());
}

TEST_CASE("the neutral of a tail is judged alike on both rotations") {
    for (const char* turning : {"clockwise", "counter-clockwise"}) {
        const Setup s = edited(turnstone(), {{"machine.rotor.turning", std::string(turning)}});
        CHECK(found(s, "tail-neutral") == nullptr);
        const Setup off = edited(s, {{"machine.tail.neutralPitchDeg", -6.0}});
        REQUIRE(found(off, "tail-neutral") != nullptr);
        CHECK(found(edited(off, found(off, "tail-neutral")->fix), "tail-neutral") == nullptr);
    }
}

TEST_CASE("a gain that oscillated and is still in force is told, and lowered; at another head speed it says nothing") {
    for (const FlightMode& m : turnstone().transmitter.modes) {
        if (m.id == kHoldMode) continue;
        const Evaluation e = evaluate(turnstone());
        const double reads = std::abs(e.figures.mode(m.id)->gainRead.value);
        const std::string id = "gain-oscillates." + m.id;
        CHECK(found(with(turnstone(), "gain." + m.id + ".oscillating", reads + 3.0, "%"), id) == nullptr);
        const Setup s = with(turnstone(), "gain." + m.id + ".oscillating", reads, "%");
        const Finding* f = found(s, id);
        REQUIRE(f != nullptr);
        REQUIRE_FALSE(f->fix.empty());
        const Setup after = edited(s, f->fix);
        CHECK(found(after, id) == nullptr);
        CHECK(std::abs(evaluate(after).figures.mode(m.id)->gainRead.value) < reads);
        if (m.targetRpm) CHECK(found(edited(s, {{"transmitter.modes." + m.id + ".targetRpm", *m.targetRpm * 1.1}}), id) == nullptr);
    }
}

TEST_CASE("a measured speed above the blades', far from the wanted one, or near a factor of two is told, and that is no log") {
    Setup plain = turnstone();
    plain.speedController.calibration.clear();
    for (const FlightMode& m : turnstone().transmitter.modes) {
        if (m.id == kHoldMode) continue;
        const double wanted = *m.targetRpm;
        const std::string id = "speed-read." + m.id;
        const double blades = *helicopter(turnstone()).rotor.bladeMaxRpm;
        const Setup fast = with(turnstone(), "speed." + m.id, blades + 40.0, "rpm");
        REQUIRE(found(fast, id) != nullptr);
        CHECK(found(fast, id)->severity == Severity::Danger);
        const Setup slowed = edited(fast, found(fast, id)->fix);
        CHECK(found(slowed, id) == nullptr);  // another curve: read again
        const Setup far = with(turnstone(), "speed." + m.id, wanted * 0.86, "rpm");
        REQUIRE(found(far, id) != nullptr);
        CHECK(found(far, id)->severity == Severity::Warning);
        CHECK(found(with(turnstone(), "speed." + m.id, wanted * 1.04, "rpm"), id) == nullptr);
        const auto computed = computedRpm(turnstone(), m);
        REQUIRE(computed.has_value());
        for (const double factor : {0.5, 0.45, 2.0, 2.2}) {
            const Setup twice = with(turnstone(), "speed." + m.id, *computed * factor, "rpm");
            CHECK(found(twice, "speed-read-factor." + m.id) != nullptr);
            CHECK(found(twice, id) == nullptr);
        }
        std::vector<Reading> fresh{{"", "speed." + m.id, *computed * 2.0, "rpm", "", "", "", {}}};
        const Solved solved = solveRound(turnstone(), *solverById("governor"), fresh);
        CHECK(std::any_of(solved.remarks.begin(), solved.remarks.end(),
                          [](const Message& r) { return render(r).find("It is not taken") != std::string::npos; }));
    }
}

TEST_CASE("a supply measured above a rating comes before all else; where none suits both, both are told so and nothing is typed") {
    const Setup s = with(turnstone(), "supply.rest", 9.1, "V");
    const Finding* f = found(s, "supply-read");
    REQUIRE(f != nullptr);
    CHECK(f->severity == Severity::Danger);
    REQUIRE_FALSE(f->fix.empty());
    CHECK(found(edited(s, f->fix), "supply-read") == nullptr);
    CHECK(found(with(turnstone(), "supply.rest", 8.0, "V"), "supply-read") == nullptr);
    const Setup two = edited(s, {{"controller.tail.reversed", true}, {"transmitter.hold.throttlePct", 8.0}});
    const Plan plan = makePlan(two, shippedStations().rules());
    REQUIRE_FALSE(plan.steps.empty());
    CHECK(plan.steps.front().finding == "supply-read");
    const Setup never = edited(
        turnstone(), {{"machine.supply.volts", 8.0}, {"machine.tail.servo.minVolts", 7.0}, {"machine.supply.receiverMaxVolts", 6.0}});
    for (const double volts : {8.0, 6.5, 5.0}) {
        const Setup at = edited(never, {{"machine.supply.volts", volts}});
        bool told = false;
        for (const char* id : {"supply-volts", "supply-low"})
            if (const Finding* one = found(at, id)) {
                told = true;
                CHECK(one->fix.empty());
                CHECK(render(one->todo).find("no supply suits both") != std::string::npos);
            }
        CHECK(told);
    }
}

TEST_CASE("a pack that was used, and cells apart, are told until it is read again or is another pack") {
    const double full = turnstone().machine.power.fullVoltsPerCell * turnstone().machine.power.cells;
    CHECK(found(with(turnstone(), "pack.volts", full - 0.1, "V"), "pack-used") == nullptr);
    const Setup used = with(turnstone(), "pack.volts", full - 0.2 * turnstone().machine.power.cells, "V");
    REQUIRE(found(used, "pack-used") != nullptr);
    CHECK(found(with(used, "pack.volts", full, "V"), "pack-used") == nullptr);
    CHECK(found(edited(used, {{"machine.power.cells", turnstone().machine.power.cells + 2.0}}), "pack-used") == nullptr);
    const auto cells = [](double low) { return with(with(turnstone(), "pack.lowestCell", low, "V"), "pack.highestCell", 4.19, "V"); };
    CHECK(found(cells(4.16), "pack-cells") == nullptr);
    CHECK(found(cells(4.12), "pack-cells")->severity == Severity::Note);
    CHECK(found(cells(4.05), "pack-cells")->severity == Severity::Warning);
}

}  // namespace readrules_tests
