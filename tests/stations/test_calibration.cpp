// SPDX-License-Identifier: GPL-3.0-or-later
//
// Measured beats computed: a reading puts the model's figure right for its row, at its own setting and at every other.
#include "base/conventions.h"
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "model/helicopter/helicopter.h"
#include "procedure/registry.h"
#include "stations/solving.h"

#include <catch2/catch.hpp>
#include <cmath>

namespace calibration_tests {

using namespace khtest;

namespace {

std::string noted(const Setup& s, const char* path) {
    const auto f = readField(s, path);
    return underText(path, std::holds_alternative<bool>(f->value) ? (std::get<bool>(f->value) ? 1.0 : 0.0) : std::get<double>(f->value));
}

Setup withReading(Setup s, const char* what, double value, const char* unit, const std::vector<const char*>& under) {
    Reading r = reading(what, value, unit, 0.01);
    r.id = "t" + std::to_string(s.readings.size());
    for (const char* path : under) r.under.push_back(noted(s, path));
    s.readings.push_back(r);
    return s;
}

Setup withoutReadings() {
    Setup s = turnstone();
    s.readings.clear();
    return s;
}

Setup withThrow(const Setup& s, double left, double right) {
    return withReading(withReading(s, "throw.left", left, "°", {"controller.referencePct"}), "throw.right", right, "°",
                       {"controller.referencePct"});
}

}  // namespace

TEST_CASE("a throw read as the box wants it raises nothing, whatever the lengths compute") {
    Setup s = withoutReadings();
    s.controller.referencePct = 73.0;  // the model says about 6.6°
    REQUIRE(find(evaluate(s), "reference-throw") != nullptr);
    CHECK(render(find(evaluate(s), "reference-throw")->found).find("computes to") != std::string::npos);
    const Setup read = withThrow(s, -6.0, 6.0);
    CHECK(find(evaluate(read), "reference-throw") == nullptr);
    CHECK(evaluate(read).figures.referenceDeg.value == Approx(6.0).margin(0.01));
    // at another setting the sines stay in proportion, and what is found is told as read
    const Setup later = edited(read, {{"controller.referencePct", 60.0}});
    const Evaluation e = evaluate(later);
    CHECK(e.figures.referenceDeg.value < 5.3);
    REQUIRE(find(e, "reference-throw") != nullptr);
    CHECK(render(find(e, "reference-throw")->found).find("reads") != std::string::npos);
    // and the remedy leads back to where it was read, within the box's step
    const Plan plan = makePlan(later, shippedStations().rules());
    REQUIRE(plan.steps.size() == 1);
    CHECK(std::get<double>(plan.steps.front().edits.front().value) == Approx(73.0).margin(0.3));
    // a gauge that was not zeroed falls out
    CHECK(evaluate(withThrow(s, -5.2, 6.8)).figures.referenceDeg.value == Approx(6.0).margin(0.01));
}

TEST_CASE("a reading says nothing once a length, work by hand or its own state makes it another machine's") {
    Setup s = withoutReadings();
    s.controller.referencePct = 73.0;
    const auto raised = [](const Setup& setup) { return find(evaluate(setup), "reference-throw") != nullptr; };
    Setup lengths = withThrow(s, -6.0, 6.0);
    for (Reading& r : lengths.readings) r.under.push_back(noted(s, "machine.head.gripMm"));
    CHECK_FALSE(raised(lengths));
    helicopter(lengths).head.gripMm = 19.0;
    CHECK(raised(lengths));
    Setup turned = withThrow(s, -6.0, 6.0);
    Reading hand = reading("turned.blade-links.a", 1.0, "turns");
    hand.id = "h";
    turned.readings.push_back(hand);
    CHECK(raised(turned));
    Setup flying = withThrow(s, -6.0, 6.0);
    for (Reading& r : flying.readings) r.under.emplace_back(kFlyingState);
    CHECK(raised(flying));
    Setup bare = withThrow(s, -6.0, 6.0);
    for (Reading& r : bare.readings) r.under.clear();  // nobody knows at which setting
    CHECK(raised(bare));
    CHECK(raised(withThrow(s, -0.6, 0.6)));  // a slip of the pen
}

TEST_CASE("a range read as equal is equal, on all four builds") {
    for (const bool clockwise : {true, false})
        for (const bool leading : {true, false}) {
            INFO(clockwise << leading);
            Setup s = withoutReadings();
            helicopter(s).rotor.turning = clockwise ? Turning::Clockwise : Turning::CounterClockwise;
            helicopter(s).head.link = leading ? LinkSide::Leading : LinkSide::Trailing;
            s.controller.directions.collectiveReversed = !leading;
            s.controller.collectiveLowPct = 40.0;
            REQUIRE(find(evaluate(s), "symmetry") != nullptr);
            const std::vector<const char*> under{"controller.collectiveHighPct", "controller.collectiveLowPct"};
            const Setup read = withReading(withReading(s, "range.high", 11.5, "°", under), "range.low", -11.5, "°", under);
            const Evaluation e = evaluate(read);
            CHECK(find(e, "symmetry") == nullptr);
            CHECK(find(e, "collective-range") == nullptr);
            CHECK(e.figures.collectiveLowDeg.value == Approx(-11.5).margin(0.01));
            CHECK(e.figures.collectiveLowDeg.measured);
            CHECK_FALSE(evaluate(s).figures.collectiveLowDeg.measured);
        }
}

TEST_CASE("zero pitch that was read as zero is zero; the controller's trim moves it from there") {
    Setup s = withoutReadings();
    for (PlateServo& servo : helicopter(s).servos) servo.squareErrorDeg = 1.5;
    REQUIRE(find(evaluate(s), "zero-pitch") != nullptr);
    const Setup read = withReading(withReading(s, "blade-a.tail", 0.1, "°", {"controller.collectiveTrimPct"}), "blade-b.nose", -0.1, "°",
                                   {"controller.collectiveTrimPct"});
    CHECK(find(evaluate(read), "zero-pitch") == nullptr);
    const Evaluation moved = evaluate(edited(read, {{"controller.collectiveTrimPct", 4.0}}));
    CHECK(std::abs(moved.figures.midPitchDeg.value) > 0.5);
    CHECK(find(moved, "zero-pitch") != nullptr);
}

TEST_CASE("an end that was read outweighs the profiles' scales, in size, centre and sign") {
    const std::vector<const char*> under{"transmitter.channels.rudder.travelLowPct", "transmitter.channels.rudder.travelHighPct",
                                         "transmitter.channels.rudder.subTrimPct", "transmitter.channels.rudder.reversed"};
    Setup s = withoutReadings();
    s.transmitter.channels.at(3).travelHighPct = 98.0;
    const std::string high = s.transmitter.channels.at(3).id;
    REQUIRE(high == "rudder");
    const double computed = evaluate(s).figures.channel("rudder")->highReading.value;
    REQUIRE(computed < 97.0);
    REQUIRE(find(evaluate(s), "end-point.rudder.high") != nullptr);
    const Setup read = withReading(s, "rudder.high", 100.0, "%", under);
    CHECK(find(evaluate(read), "end-point.rudder.high") == nullptr);
    CHECK(find(evaluate(read), "end-point.rudder.low") == nullptr);
    // it is carried to another travel, and the plan finds the way back
    const Setup later = edited(read, {{"transmitter.channels.rudder.travelHighPct", 80.0}});
    const Evaluation e = evaluate(later);
    CHECK(e.figures.channel("rudder")->highReading.value == Approx(100.0 * 80.0 / 98.0).margin(0.3));
    REQUIRE(find(e, "end-point.rudder.high") != nullptr);
    const Plan plan = makePlan(later, shippedStations().rules());
    REQUIRE(plan.steps.size() == 1);
    CHECK(std::get<double>(plan.steps.front().edits.front().value) == Approx(98.0).margin(1.0));
    // the monitor shows the other sign: the channel is read backwards, whatever the document believes
    const Setup turned = withReading(s, "rudder.high", -100.0, "%", under);
    CHECK(find(evaluate(turned), "channel-sense.rudder") != nullptr);
    // at the monitor's stop it says nothing
    CHECK(find(evaluate(withReading(s, "rudder.high", 150.0, "%", under)), "end-point.rudder.high") != nullptr);
    // a centre that rests elsewhere
    const Setup centre =
        withReading(s, "rudder.centre", 3.0, "%", {"transmitter.channels.rudder.subTrimPct", "transmitter.channels.rudder.reversed"});
    REQUIRE(find(evaluate(centre), "centre.rudder") != nullptr);
    CHECK(render(find(evaluate(centre), "centre.rudder")->found).find("reads +3.0 %") != std::string::npos);
}

TEST_CASE("what a solver promised is what is judged once it is entered, on random machines") {
    Dice dice(11);
    for (int n = 0; n < 60; ++n) {
        INFO(n);
        Setup s = withoutReadings();
        helicopter(s).head.link = dice.coin() ? LinkSide::Leading : LinkSide::Trailing;
        s.controller.directions.collectiveReversed = helicopter(s).head.link == LinkSide::Trailing;
        s.controller.referencePct = dice.between(50.0, 80.0);
        const double off = dice.between(0.9, 1.1);
        const double is = evaluate(s).figures.referenceDeg.value * off;
        const BenchWork* solver = solverById("throw");
        REQUIRE(solver != nullptr);
        std::vector<Reading> round{reading("throw.left", -is, "°"), reading("throw.right", is, "°")};
        for (Reading& r : round) r.under = settingsInForce(s, r.what);
        const Solved solved = solveRound(s, *solver, round);
        const Setup after = takenOver(s, solved, round, "2026-11-21T20:00:00Z");
        CHECK(evaluate(after).figures.referenceDeg.value == Approx(6.0).margin(0.12));
        CHECK(find(evaluate(after), "reference-throw") == nullptr);
    }
}

}  // namespace calibration_tests
