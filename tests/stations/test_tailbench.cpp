// SPDX-License-Identifier: GPL-3.0-or-later
//
// Tail before and beside its numbers: blades and drive first, the schools' words, a motor of its own, gains carried, guides.
#include "base/conventions.h"
#include "base/error.h"
#include "formula/answers.h"
#include "judge/helicopter/figures.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/functions.h"
#include "procedure/helicopter/trace.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "solving.h"
#include "stations/tail/tailfigures.h"
#include "stations/tail/tailwords.h"

#include <catch2/catch.hpp>

namespace tailbench_tests {

using namespace kh;
using namespace khtest;

namespace {

Row rowOf(const Setup& s, std::string_view id) {
    for (const StationPage& page : ledger(s, evaluate(s)))
        for (const Row& row : page.rows)
            if (row.id == id) return row;
    throw std::logic_error("no such row");
}

std::string textOfGuide(const Setup& s, const char* row) {
    std::string out;
    for (const Step& step : guideOfRow(row)->steps(s, evaluate(s).figures))
        out += render(step.todo) + "\n" + render(step.seen) + "\n" + render(step.caution) + "\n";
    return out;
}

Deck rudder(double stick) {
    Deck d;
    d.sticks.rudder = stick;
    return d;
}

}  // namespace

TEST_CASE("a direction that was seen proves nothing before blades and drive were, and again once these were changed") {
    Setup s = turnstone();
    CHECK(rowOf(s, "tail-direction").standing == Standing::Proved);
    CHECK(find(evaluate(s), "tail-edges") == nullptr);
    s.standings.erase("rows.tail-edges");
    CHECK(rowOf(s, "tail-direction").standing != Standing::Proved);
    REQUIRE(find(evaluate(s), "tail-edges") != nullptr);
    s = turnstone();
    s.standings["machine.rotor.turning"] = {Standing::Entered, "", "", "", 1001};
    CHECK(find(evaluate(s), "tail-edges") != nullptr);
    s.standings.erase("rows.tail-direction");  // nothing was claimed: nothing is told
    CHECK(find(evaluate(s), "tail-edges") == nullptr);
}

TEST_CASE("the words of each school agree with what the tail does, for every rotation and lever") {
    for (const Turning turning : {Turning::Clockwise, Turning::CounterClockwise})
        for (const LeverEdge lever : {LeverEdge::Trailing, LeverEdge::Leading}) {
            Setup s = turnstone();
            helicopter(s).rotor.turning = turning;
            helicopter(s).tail.lever = lever;
            if (lever == LeverEdge::Leading) s.controller.tail.reversed = !s.controller.tail.reversed;  // sound again
            REQUIRE(find(evaluate(s), "tail-direction") == nullptr);
            const HelicopterTrace left = helicopterTrace(Tracer(s).at(rudder(-0.6)));
            CHECK(left.nose == EdgeSide::Left);
            CHECK(render(noseLeftSign(s)) == std::string("trailing edges ") + edgeId(left.trailingEdge));
            s.transmitter.schools.tailCheck = TailCheckSchool::Nose;
            CHECK(render(noseLeftSign(s)) == std::string("nose ") + edgeId(left.nose));
            s.transmitter.schools.tailCheck = TailCheckSchool::Slider;
            CHECK(render(noseLeftSign(s)) == std::string(left.sliderMm > 0.0 ? "slider right" : "slider left"));
            CHECK(textOfGuide(s, "tail-direction").find(render(noseLeftSign(s))) != std::string::npos);
        }
}

TEST_CASE("a tail with a motor of its own has speed for edges: the trace, the rows and the solvers know") {
    for (const Turning turning : {Turning::Clockwise, Turning::CounterClockwise}) {
        Setup s = turnstone();
        helicopter(s).rotor.turning = turning;
        helicopter(s).tail.drive = TailDrive::OwnMotor;
        helicopter(s).tail.lever = LeverEdge::Leading;  // of blades that are not there
        const Evaluation e = evaluate(s);
        for (const Finding& f : e.findings) CHECK_FALSE(f.id.starts_with("tail-direction"));
        CHECK_FALSE(e.figures.of<TailFigures>().sliderLeftMm.known);
        CHECK_FALSE(e.figures.of<TailFigures>().hoverDeg.known);
        const Trace left = Tracer(s).at(rudder(-0.5));
        const auto motor =
            std::find_if(left.stages.begin(), left.stages.end(), [](const Stage& x) { return x.id == std::string("tail-motor"); });
        REQUIRE(motor != left.stages.end());
        const bool faster = turning == Turning::CounterClockwise;
        CHECK((motor->value > 0.0) == faster);
        CHECK(motor->level == Approx(0.525));  // travel 105
        CHECK(render(noseLeftSign(s)) == (faster ? "tail motor faster" : "tail motor slower"));
        CHECK(std::none_of(left.stages.begin(), left.stages.end(), [](const Stage& x) { return x.id == std::string("slider"); }));
        Deck turned;  // the tail is moved left, the nose goes right: it must come back left
        turned.rates = turnRates(HandTurn::TailLeft);
        const Trace by = Tracer(s).at(turned);
        const auto answers = std::find_if(by.stages.begin(), by.stages.end(), [&](const Stage& x) {
            return x.id == std::string("tail-motor") && x.function == by.aircraft->gyro(2);
        });
        REQUIRE(answers != by.stages.end());
        CHECK((answers->value > 0.0) == faster);
        CHECK_THROWS_WITH(solveRound(s, *solverById("tail-limits"),
                                     std::vector<Reading>{reading("tail.bind.left", 104, "%"), reading("tail.bind.right", 104, "%")}),
                          Catch::Contains("motor of its own"));
        CHECK(textOfGuide(s, "tail-edges").find("Only the tail motor is connected") != std::string::npos);
    }
}

TEST_CASE("an arm off square moves the slider at neutral, both ways of the servo, and is told") {
    for (const bool rises : {true, false}) {
        Setup s = turnstone();
        helicopter(s).tail.risesWithPulse = rises;
        helicopter(s).tail.squareErrorDeg = 6.0;
        const double slider = helicopterTrace(Tracer(s).at(rudder(0.0))).sliderMm;
        CHECK(slider == Approx(ballHeightMm(helicopter(s).tail.armMm, helicopter(s).tail.linkMm, 6.0)).margin(1e-9));
        CHECK(find(evaluate(s), "tail-square") != nullptr);
    }
}

TEST_CASE("limits that the servo cannot turn are told with their likely cause, when set and when read") {
    Setup s = turnstone();
    helicopter(s).tail.servo.edit().rangeDeg = 40.0;  // 38 degrees are 100 %
    CHECK(find(evaluate(s), "tail-range") == nullptr);
    s.controller.tail.limitLeftPct = 110.0;
    const Evaluation e = evaluate(s);
    const Finding* f = find(e, "tail-range");
    REQUIRE(f != nullptr);
    CHECK(find(evaluate(withEdits(s, f->fix, Standing::Computed, "2027-01-01T10:00:00Z")), "tail-range") == nullptr);
    CHECK_THROWS_WITH(solveRound(s, *solverById("tail-limits"),
                                 std::vector<Reading>{reading("tail.bind.left", 112, "%"), reading("tail.bind.right", 104, "%")}),
                      Catch::Contains("beyond what the servo can turn"));
}

TEST_CASE("the pitch read after a steady hover replaces the estimate, which stays a band beside it") {
    Setup s = turnstone();
    const std::vector<Reading> flown{reading("tail.hover", 6.8, "°")};
    const Solved out = solveRound(s, *solverById("tail-neutral"), flown);
    REQUIRE(out.answers.size() == 1);
    CHECK(out.answers[0].expect == Approx(6.8));
    const TailFacts& t = helicopter(s).tail;
    CHECK(out.answers[0].value == Approx(t.gripMm * (sinDeg(6.8) - sinDeg(t.neutralPitchDeg))));
    s = takenOver(s, out, flown, "2026-11-27T10:00:00Z");
    const Row row = rowOf(s, "tail-neutral");
    REQUIRE(row.cells[2].parts.size() == 3);
    CHECK(render(row.cells[2].parts[1].value).find("…") != std::string::npos);
    CHECK(render(row.cells[2].parts[2].value).find("6.8") != std::string::npos);
    const Figures f = evaluate(s).figures;
    CHECK(khtest::ofMode<TailFigures>(f, "idle2").hoverDeg.value <
          khtest::ofMode<TailFigures>(f, "normal").hoverDeg.value);  // less pitch at more speed
}

TEST_CASE("a finished search is carried to the modes that were not flown, by the ratio of the speeds or as the box scales it") {
    Setup s = turnstone();
    std::vector<Reading> flown{reading("gain.normal.clean", 42, "%"), reading("gain.normal.oscillating", 44, "%")};
    const Solved out = solveRound(s, *solverById("gain"), flown);
    REQUIRE(out.answers.size() == 3);  // Hold has no wanted speed
    const double found = std::abs(out.answers[0].expect);
    const auto& modes = s.transmitter.modes;
    for (std::size_t i = 1; i < 3; ++i) {
        CHECK(out.answers[i].field == "transmitter.modes." + modes[i].id + ".tailGainPct");
        const double want = gainCarried(gainSearch({42}, {44}).gain, *modes[0].targetRpm, *modes[i].targetRpm);
        CHECK(std::abs(out.answers[i].expect - want) < 1.2);  // a step of the transmitter's scale
    }
    s.controller.profile.edit().scalesGain = true;
    const Solved same = solveRound(s, *solverById("gain"), flown);
    for (const SolvedField& a : same.answers) CHECK(std::abs(std::abs(a.expect) - found) < 1.2);
    s.controller.profile.edit().gainStartPct = 55.0;
    CHECK(render(rowOf(s, "tail-gains").cells[2].parts[0].value).find("55") != std::string::npos);
}

TEST_CASE("the tail's guides name each mode's behaviour, and the side that precompensation goes to") {
    Setup s = turnstone();
    s.transmitter.modes[1].tailGainPct = -s.transmitter.modes[1].tailGainPct;
    const std::string hold = textOfGuide(s, "heading-hold");
    CHECK(hold.find("Normal, reads") != std::string::npos);
    CHECK(hold.find("The tail returns: rate mode.") != std::string::npos);
    CHECK(hold.find("The tail stays where it went: heading hold.") != std::string::npos);
    CHECK(textOfGuide(s, "precompensation").find("trailing edges right") != std::string::npos);
    helicopter(s).rotor.turning = Turning::CounterClockwise;
    CHECK(textOfGuide(s, "precompensation").find("trailing edges left") != std::string::npos);
    s.controller.profile.edit().oneTailDirection = true;
    CHECK(textOfGuide(s, "tail-direction").find("one direction in this box") != std::string::npos);
}

TEST_CASE("a box with one tail direction is told to reverse the servo, never the stick alone") {
    Setup s = turnstone();
    s.controller.profile.edit().oneTailDirection = true;
    s.controller.tail.reversed = !s.controller.tail.reversed;
    const Evaluation e = evaluate(s);
    const Finding* f = find(e, "tail-direction");
    REQUIRE(f != nullptr);
    CHECK(f->fix.front().path == "controller.tail.reversed");
    CHECK(f->also.empty());
    const Row row = rowOf(s, "tail-direction");
    for (const Part& part : row.cells[1].parts) CHECK(part.field() != "controller.directions.rudderReversed");
    s.controller.directions.rudderReversed = true;  // entered all the same: it is shown, and turned back
    s.controller.tail.reversed = !s.controller.tail.reversed;
    const Evaluation both = evaluate(s);
    REQUIRE(find(both, "tail-direction") != nullptr);
    CHECK(find(both, "tail-direction")->fix.front().path == "controller.directions.rudderReversed");
}

namespace {

/// Where the air pushes a tail blade, + right: a flat plate that is blown at as it moves, seen along its span.
/// @param way  + forward, − aft  @param edgesRight  how far its trailing edge hangs to the right, of its chord
double pushRight(double way, double edgesRight) {
    const double length = std::hypot(way, edgesRight);
    const double chordX = -way / length, chordY = edgesRight / length;  // from leading to trailing edge
    const double normalX = -chordY, normalY = chordX;
    const double windX = -way;  // it comes from where the blade goes
    return normalY * (windX * normalX);
}

}  // namespace

TEST_CASE("trailing edges and nose agree whichever way the tail rotor turns and whichever side of the boom it is on") {
    for (const Turning turning : {Turning::Clockwise, Turning::CounterClockwise})
        for (const LeverEdge lever : {LeverEdge::Trailing, LeverEdge::Leading})
            for (const TopBlade top : {TopBlade::Aft, TopBlade::Forward})
                for (const TailSide side : {TailSide::Right, TailSide::Left})
                    for (const double stick : {-0.8, -0.3, 0.3, 0.8}) {
                        Setup s = turnstone();
                        helicopter(s).rotor.turning = turning;
                        helicopter(s).tail.lever = lever;
                        helicopter(s).tail.topBlade = top;
                        helicopter(s).tail.side = side;
                        const HelicopterTrace t = helicopterTrace(Tracer(s).at(rudder(stick)));
                        const double edges = t.trailingEdge == EdgeSide::Right ? 0.2 : -0.2;
                        for (const double blade : {1.0, -1.0}) {  // upper, lower: it goes the other way
                            const double way = (top == TopBlade::Forward ? 1.0 : -1.0) * blade;
                            CHECK((pushRight(way, edges) < 0.0) ==
                                  (t.nose == EdgeSide::Right));  // the tail pushed left turns the nose right
                        }
                    }
}

}  // namespace tailbench_tests
