// SPDX-License-Identifier: GPL-3.0-or-later
//
// Arms square by teeth, then by sub-trim; and which readings a change on the machine makes stale.
#include "base/conventions.h"
#include "base/error.h"
#include "judge/dependencies.h"
#include "model/helicopter/helicopter.h"
#include "procedure/registry.h"
#include "stations/helicopter/armseat.h"
#include "stations/kit/benchwork.h"
#include "stations/swash/swashsolvers.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

namespace armsolver_tests {

using namespace kh;
using Catch::Contains;
using khtest::edited;
using khtest::turnstone;

namespace {

Reading arm(const std::string& role, double deg) {
    Reading r;
    r.what = "arm." + role;
    r.value = deg;
    r.unit = "°";
    return r;
}

const SolvedField* answer(const Solved& solved, const std::string& field) {
    for (const SolvedField& a : solved.answers)
        if (a.field == field) return &a;
    return nullptr;
}

}  // namespace

TEST_CASE("a cross arm on 25 teeth has quarter steps; 24 teeth and one-sided arms have none") {
    ServoProfile servo;
    CHECK(splineStepDeg(servo, true) == Approx(3.6));
    CHECK(splineStepDeg(servo, false) == Approx(14.4));
    servo.splineTeeth = 24;
    CHECK(splineStepDeg(servo, true) == Approx(15.0));
    CHECK(splineStepDeg(servo, false) == Approx(15.0));
    servo.splineTeeth = 23;
    CHECK(splineStepDeg(servo, true) == Approx(360.0 / 92.0));
}

TEST_CASE("arms: from 200 random wrong seats all stand square in at most three rounds, by teeth before sub-trim") {
    std::mt19937 engine(7);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(engine); };
    for (int n = 0; n < 200; ++n) {
        Setup s = turnstone();
        const bool teeth25 = n % 3 != 0;
        helicopter(s).arms.cross = n % 2 == 0;
        std::vector<double> seat;  // what the arm's seat alone gives, hidden from the document
        for (std::size_t i = 0; i < 3; ++i) {
            PlateServo& servo = helicopter(s).servos[i];
            servo.risesWithPulse = n % 5 != 0;
            servo.servo.edit().splineTeeth = teeth25 ? 25 : 24;
            servo.servo.edit().degPerUs = between(0.08, 0.2);
            s.controller.ports[i].trimUs = std::round(between(-50, 50));
            seat.push_back(between(-40, 40));
        }
        const auto stands = [&](std::size_t i) {
            const PlateServo& servo = helicopter(s).servos[i];
            return seat[i] + (servo.risesWithPulse ? 1.0 : -1.0) * s.controller.ports[i].trimUs * servo.servo->degPerUs;
        };
        const double step = splineStepDeg(helicopter(s).servos[0].servo, helicopter(s).arms.cross);
        bool reached = false;
        for (int round = 0; round < 3 && !reached; ++round) {
            std::vector<Reading> now;
            for (std::size_t i = 0; i < 3; ++i) now.push_back(arm(helicopter(s).servos[i].id, roundToStep(stands(i), 0.1)));
            const Solved solved = solveArms(s, now);
            for (std::size_t i = 0; i < 3; ++i)
                if (const SolvedField* a = answer(solved, "arms." + helicopter(s).servos[i].id)) {
                    CHECK(std::abs(std::remainder(a->value, step)) < 1e-9);  // a seat there is
                    seat[i] += a->value;
                }
            for (const SolvedField& a : solved.answers)
                for (const Edit& e : a.edits) writeField(s, e.path, e.value);
            reached = true;
            for (std::size_t i = 0; i < 3; ++i) {
                // what a half step would need beyond the safe count is the arm's own limit, told and not entered
                const double residue = 0.5 * helicopter(s).servos[i].servo->degPerUs + 0.1;
                const bool possible = step / 2.0 / helicopter(s).servos[i].servo->degPerUs <= s.controller.profile->trimSafeUs;
                reached = reached && (!possible || std::abs(stands(i)) <= std::max(residue, 0.3));
            }
        }
        INFO(n);
        CHECK(reached);
        for (const PortSettings& p : s.controller.ports) CHECK(std::abs(p.trimUs) <= s.controller.profile->trimSafeUs);
    }
}

TEST_CASE("the seat is told in sides and teeth that add up") {
    Setup s = turnstone();
    const Solved solved = solveArms(s, std::vector{arm("elevator", -9.2)});
    const SolvedField* a = answer(solved, "arms.elevator");
    REQUIRE(a != nullptr);
    // −9.2° with 14 µs of trim: bare −10.7°, three steps of 3.6° up; down by one side, 90°, and seven teeth, 100.8°, up
    CHECK(a->value == Approx(10.8));
    CHECK(render(a->todo) ==
          "Take the elevator servo's arm off, turn it down by one side and seat it 7 teeth up from there: +10.8° in all.");
    CHECK(a->edits.empty());
    const SolvedField* trim = answer(solved, "controller.ports.1.trimUs");
    REQUIRE(trim != nullptr);
    CHECK(trim->value == -1.0);
    CHECK(answer(solveArms(s, std::vector{arm("left", 0.2)}), "controller.ports.2.trimUs") == nullptr);  // square enough

    helicopter(s).arms.cross = false;
    const Solved whole = solveArms(s, std::vector{arm("left", 20.0)});
    CHECK(render(answer(whole, "arms.left")->todo) == "Take the left servo's arm off and seat it one tooth down: −14.4° in all.");
    CHECK(answer(whole, "arms.left")->value == Approx(-14.4));
}

TEST_CASE("a sub-trim beyond the safe count is told, not entered; nonsense is refused by name") {
    Setup s = turnstone();
    for (PlateServo& servo : helicopter(s).servos) servo.servo.edit().splineTeeth = 24;
    const Solved solved = solveArms(s, std::vector{arm("right", 8.0)});  // half of 15° is 7.5: 67 µs
    const SolvedField* trim = answer(solved, "controller.ports.3.trimUs");
    REQUIRE(trim != nullptr);
    CHECK_THAT(render(trim->todo), Contains("more than the safe 60"));
    for (const Edit& e : trim->edits) CHECK(e.path != trim->field);
    CHECK_THAT(render(solved.remarks.back()), Contains("24 teeth divide by four"));
    CHECK_THROWS_WITH(solveArms(s, {}), Contains("arm.elevator"));
    CHECK_THROWS_WITH(solveArms(s, std::vector{arm("left", 75.0)}), Contains("arm.left") && Contains("60"));
}

TEST_CASE("work by hand is written down with the readings, and makes what was read before it stale") {
    const Setup s = turnstone();
    REQUIRE(staleReadings(s).empty());
    const BenchWork& zero = *solverById("zero");
    std::vector<Reading> now;
    for (const auto& [what, value] :
         std::map<std::string, double>{{"blade-a.tail", 1.2}, {"blade-b.nose", -1.2}, {"blade-a.nose", 1.2}, {"blade-b.tail", -1.2}}) {
        Reading r;
        r.what = what;
        r.value = value;
        r.unit = "°";
        r.under = settingsInForce(s, what);
        now.push_back(r);
    }
    const Setup after = takenOver(s, solveRound(s, zero, now), now, "2026-11-24T10:00:00Z");
    REQUIRE(after.readings.size() == s.readings.size() + 4 + 2);  // four readings, two turned links
    CHECK(after.readings.back().what == "turned.blade-links.b");
    std::set<std::string> rows;
    for (const StaleReading& stale : staleReadings(after)) {
        rows.insert(stale.row);
        CHECK(stale.handWork == "blade-links.b");
    }
    CHECK(rows == std::set<std::string>{"zero-pitch", "reference-throw", "collective-range", "cyclic-limit"});
    const Evaluation e = evaluate(after);
    REQUIRE(khtest::find(e, "stale-reading.reference-throw") != nullptr);
    CHECK_THAT(render(khtest::find(e, "stale-reading.reference-throw")->found), Contains("blade links b"));
    // a throw that is read again speaks for the machine as it is now
    Setup again = after;
    for (const char* side : {"throw.left", "throw.right"}) {
        Reading r;
        r.id = std::string("new-") + side;
        r.what = side;
        r.value = 6.0;
        r.unit = "°";
        again.readings.push_back(r);
    }
    CHECK(khtest::find(evaluate(again), "stale-reading.reference-throw") == nullptr);
    CHECK(khtest::find(evaluate(again), "stale-reading.collective-range") != nullptr);
}

TEST_CASE("a changed lever makes a throw stale, its own setting does not") {
    const Evaluation e = evaluate(edited(turnstone(), {{"machine.head.gripMm", 24.0}}));
    const Finding* f = khtest::find(e, "stale-reading.reference-throw");
    REQUIRE(f != nullptr);
    CHECK_THAT(render(f->found), Contains("Blade grip lever = 22.0") && Contains("24.0"));
    CHECK(f->subject == "controller.referencePct");
    CHECK(khtest::find(evaluate(edited(turnstone(), {{"controller.referencePct", 60.0}})), "stale-reading.reference-throw") == nullptr);
}

TEST_CASE("a round takes no reading from an earlier one, except to learn from it") {
    const Setup s = turnstone();  // holds a throw and a range
    Reading left;
    left.what = "throw.left";
    left.value = 5.0;
    left.unit = "°";
    CHECK_THROWS_WITH(solveRound(s, *solverById("throw"), std::vector{left}), Contains("throw.right"));
    Setup turned = s;
    Reading work;
    work.id = "r9";
    work.what = "turned.blade-links.a";
    turned.readings.push_back(work);
    const auto lines = [&](const Setup& setup) {
        Setup other = setup;
        other.controller.referencePct = 80.0;
        Reading right = left;
        right.what = "throw.right";
        right.value = -5.0;
        const Solved solved = solveRound(other, *solverById("throw"), std::vector{left, right});
        std::string text;
        for (const Message& m : solved.answers.at(0).why.lines) text += render(m) + "\n";
        return text;
    };
    CHECK_THAT(lines(s), Contains("θ₀"));        // the secant through the throw before
    CHECK_THAT(lines(turned), !Contains("θ₀"));  // another machine since
}

TEST_CASE("bad readings are told with their likely cause") {
    const Setup s = turnstone();
    const auto told = [&](const char* solver, const std::vector<std::pair<std::string, double>>& in, const char* unit = "°") {
        std::vector<Reading> fresh;
        for (const auto& [what, value] : in) {
            Reading r;
            r.what = what;
            r.value = value;
            r.unit = unit;
            fresh.push_back(r);
        }
        std::string text;
        for (const Message& m : solveRound(s, *solverById(solver), fresh).remarks) text += render(m) + "\n";
        return text;
    };
    // a gauge that was not zeroed: both ends, both blades
    CHECK_THAT(told("range", {{"range.high", 13.1}, {"range.low", -9.9}}), Contains("shifted by +1.6°") && Contains("not zeroed"));
    CHECK_THAT(told("range", {{"range.high", 13.1}, {"range.low", -9.9}, {"range.mid", 1.6}}), Contains("gauge reads +1.6°"));
    CHECK_THAT(told("range", {{"range.high", 11.6}, {"range.low", -11.5}}), !Contains("shifted"));
    CHECK_THAT(told("zero", {{"blade-a.tail", 2.0}, {"blade-b.nose", 2.1}, {"blade-a.nose", 2.0}, {"blade-b.tail", 1.9}}),
               Contains("off by +2.0° the same way") && Contains("not zeroed"));
    CHECK_THAT(told("zero", {{"blade-a.tail", 0.8}, {"blade-b.nose", -0.8}, {"blade-a.nose", 0.8}, {"blade-b.tail", -0.8}}),
               !Contains("not zeroed"));
    // a ruler between folded tips
    CHECK_THAT(told("throw", {{"throw.left", 98.3}, {"throw.right", -98.3}}, "mm"), Contains("98.3 mm between the tips is 6.0° ± 0.03°"));
    CHECK_THROWS_WITH(told("throw", {{"throw.left", 70.0}, {"throw.right", -6.0}}), Contains("throw.left") && Contains("±45"));
    CHECK_THROWS_WITH(told("range", {{"range.high", -11.0}, {"range.low", 11.0}}), Contains("reverse the collective"));
}

}  // namespace armsolver_tests
