// SPDX-License-Identifier: GPL-3.0-or-later
//
// Turn rates of both boxes together, the gain in every scale, the zones of the curve picture, and the timer.
#include "base/error.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/functions.h"
#include "model/modeedits.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "stations/modes/modesfigures.h"
#include "stations/power/powerfigures.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace agility_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

AxisFigures axis(const Setup& s, const char* mode, std::size_t i) {
    return khtest::ofMode<ModesFigures>(evaluate(s).figures, mode).axes.at(i);
}

}  // namespace

TEST_CASE("a full stick turns the machine at the bank's rate, a whole turn takes 360° over it") {
    const AxisFigures a = axis(turnstone(), "normal", 0);
    CHECK(a.id == "aileron");
    CHECK(a.fullDegS.value == Approx(200.0).margin(1.0));
    CHECK(a.flipS.value == Approx(360.0 / a.fullDegS.value));
    CHECK(a.centreSlopePct.value == 100.0);
    REQUIRE(a.degS.size() == kAxisSamples);
    CHECK(a.degS.front() == 0.0);
    CHECK(a.degS.back() == a.fullDegS.value);
    CHECK(axis(turnstone(), "normal", 2).fullDegS.value == Approx(400.0).margin(2.0));
}

TEST_CASE("expo in both boxes multiplies: 30 and 30 leave a centre slope of 0.49") {
    const Setup s = edited(turnstone(), {{"transmitter.modes.normal.aileron.expoPct", 30.0}, {"controller.banks.1.expoPct", 30.0}});
    const AxisFigures a = axis(s, "normal", 0);
    CHECK(a.centreSlopePct.value == Approx(49.0));
    // the sampled curve has that slope at the centre, and both meet at full stick
    CHECK(a.degS[1] / a.degS.back() == Approx(0.05 * 0.49).margin(0.002));
    for (std::size_t i = 1; i < a.degS.size(); ++i) CHECK(a.degS[i] > a.degS[i - 1]);
    const AxisFigures slow = axis(edited(turnstone(), {{"transmitter.modes.normal.aileron.ratePct", 50.0}}), "normal", 0);
    CHECK(slow.fullDegS.value == Approx(100.0).margin(1.0));
    CHECK(slow.flipS.value == Approx(3.6).margin(0.05));
}

TEST_CASE("the flying trace turns as fast as the figures say") {
    const Setup s = edited(turnstone(), {{"controller.banks.1.expoPct", 40.0}});
    Deck deck = *deckInMode(s, "normal");
    deck.sticks.aileron = 0.5;
    const Trace t = trace(s, deck, ChainState::Flying);
    for (const Stage* stage : t.of(heli::Aileron))
        if (std::string(stage->id) == "demand") {
            CHECK(std::string(stage->unit) == "°/s");
            CHECK(stage->value == Approx(axis(s, "normal", 0).degS[10]).margin(0.5));
        }
}

TEST_CASE("a gain stands in every scale, and a rounding that crosses zero is flagged") {
    const ModeAgility f = khtest::ofMode<ModesFigures>(evaluate(turnstone()).figures, "normal");
    REQUIRE(f.gainForms.size() == 4);
    CHECK(render(f.gainForms[0].text) == "+42");
    CHECK(render(f.gainForms[1].text) == "71");
    CHECK(render(f.gainForms[2].text) == "H 42");
    CHECK(render(f.gainForms[3].text) == "H 42 %");
    for (const GainForm& g : f.gainForms) {
        CHECK_FALSE(g.crossesZero);
        CHECK(g.standsFor == 42.0);
    }
    // −0.6 % is rate mode, but 50 in centre-50: no gain at all, on neither side
    Setup small = edited(turnstone(), {{"transmitter.modes.normal.tailGainPct", -0.6}});
    small.controller.profile.edit().deadBandPct = 0.1;
    const Figures smaller = evaluate(small).figures;
    const ModeAgility tiny = khtest::ofMode<ModesFigures>(smaller, "normal");
    REQUIRE(smaller.mode("normal")->gainRead.value < 0.0);
    CHECK(tiny.gainForms[1].crossesZero);
    const ModeAgility rate = khtest::ofMode<ModesFigures>(evaluate(khtest::dunlin()).figures, "idle1");
    CHECK(render(rate.gainForms[2].text).substr(0, 1) == "R");
}

TEST_CASE("the motor-off band follows the learned ends, the pitch zones the plate") {
    const Figures f = evaluate(turnstone()).figures;
    // 1080 µs, 20 below the learned 1100, is −105 % of the channel: −2.5 % of throttle
    CHECK(f.motorOffPct.value == -2.5);
    CHECK(evaluate(edited(turnstone(), {{"speedController.lowUs", 1140.0}})).figures.motorOffPct.value == 2.5);
    CHECK(f.usablePitchHighPct.value == 100.0);
    CHECK(f.usablePitchLowPct.value == -100.0);
    const Figures tight = evaluate(edited(turnstone(), {{"machine.plate.travelMm", 3.0}})).figures;
    CHECK(tight.usablePitchHighPct.value < 80.0);
    CHECK(tight.usablePitchHighPct.value > 50.0);
    CHECK(tight.usablePitchLowPct.value < -50.0);
    const Setup s = edited(turnstone(), {{"machine.plate.travelMm", 3.0}});
    const ChainModel model(s);
    CHECK(std::abs(helicopterIn(model).plateAt(tight.usablePitchHighPct.value / 100.0, 0, 0).plate.heightMm) == Approx(3.0).margin(0.02));
}

TEST_CASE("the timer leaves a fifth of the charge, by the log, else by the plan") {
    const Figures f = evaluate(turnstone()).figures;
    CHECK(f.of<PowerFigures>().timerMin.value == Approx(0.8 * 3300.0 / 505.0));
    const Setup planned =
        edited(turnstone(), {{"machine.power.loggedMahPerMin", std::monostate{}}, {"machine.power.plannedMahPerMin", 660.0}});
    CHECK(evaluate(planned).figures.of<PowerFigures>().timerMin.value == Approx(4.0));
    CHECK(khtest::find(evaluate(planned), "timer-long") != nullptr);
    const Setup none = edited(turnstone(), {{"machine.power.loggedMahPerMin", std::monostate{}}});
    CHECK_FALSE(evaluate(none).figures.of<PowerFigures>().timerMin.known);
    CHECK(evaluate(none).figures.of<PowerFigures>().timerMin.missing == "machine.power.plannedMahPerMin");
}

TEST_CASE("a line is two ends and an offset") {
    const Curve line = asLine(khtest::curveOf({-90, -40, 0, 40, 90}));
    CHECK(line.shape == CurveShape::Line);
    REQUIRE(line.points.size() == 2);
    const Curve moved = withOffset(line, 6.0, -100.0, 100.0);
    CHECK(moved.points[0].y == -84.0);
    CHECK(moved.points[1].y == 96.0);
    CHECK(CurveEvaluator(moved).at(50.0) == 6.0);
    CHECK(withOffset(moved, 0.0, -100.0, 100.0) == line);
    const OffsetRange range = offsetRange(moved, -100.0, 100.0);
    CHECK(range.least == -10.0);
    CHECK(range.most == 10.0);
    CHECK_THROWS_WITH(withOffset(line, 11.0, -100.0, 100.0), Catch::Contains("-10 … 10"));
    CHECK(resampledCurve(moved, 5).shape == CurveShape::Straight);
    Curve bad = line;
    bad.points.insert(bad.points.begin() + 1, {50.0, 0.0});
    CHECK_THROWS_AS(CurveEvaluator(bad), InputError);
    Curve stray = khtest::curveOf({0, 50, 100});
    stray.offsetPct = 5.0;
    CHECK_THROWS_AS(requireCurve(stray), InputError);
}

TEST_CASE("channels go to the controller's order, and spare ones are named one by one") {
    CHECK(controllerOrder(turnstone()).empty());
    const Setup swapped =
        edited(turnstone(), {{"transmitter.channels.aileron.number", 2.0}, {"transmitter.channels.elevator.number", 1.0}});
    const std::vector<Edit> edits = controllerOrder(swapped);
    REQUIRE(edits.size() == 2);
    CHECK(edited(swapped, edits).transmitter.channels == turnstone().transmitter.channels);
    CHECK(unusedChannels(turnstone().transmitter) == std::vector<int>{7, 8, 9, 10});
    const Setup live = withSpares(turnstone(), {{"ch8", 8, "L3"}, {"ch9", 9, ""}});
    CHECK_FALSE(live.transmitter.unusedInhibited);
    const Evaluation e = evaluate(live);
    const Finding* f = khtest::find(e, "unused-channels");
    REQUIRE(f != nullptr);
    CHECK(render(f->found).find("channel 8 follows L3") != std::string::npos);
    CHECK(render(f->found).find("channel 9 sends its centre") != std::string::npos);
    CHECK(withSpares(live, turnstone().transmitter.spares) == turnstone());
    CHECK(withSpares(live, {}).transmitter.unusedInhibited);
    CHECK_THROWS_WITH(withSpares(turnstone(), {{"ch1", 1, ""}}), Catch::Contains("channel 1"));
    CHECK_THROWS_WITH(withSpares(turnstone(), {{"ch8", 8, "Q9"}}), Catch::Contains("Q9"));
}

TEST_CASE("a channel tells its failsafe and its limits in µs") {
    const Figures f = evaluate(turnstone()).figures;
    CHECK(f.channel("throttle")->failsafeUs.value == 1060.0);
    CHECK_FALSE(f.channel("rudder")->failsafeUs.known);
    CHECK(f.channel("rudder")->limitHighUs.value == 2100.0);
    const Figures tight = evaluate(edited(turnstone(), {{"transmitter.channels.rudder.limitPct", 110.0}})).figures;
    CHECK(tight.channel("rudder")->limitLowUs.value == 1060.0);
    CHECK(tight.channel("rudder")->limitHighUs.value == 1940.0);
}

TEST_CASE("a curve's value is read out down the chain: pulse, blade, head speed") {
    const Setup& s = turnstone();
    const ChainModel model(s);
    const Figures f = evaluate(s).figures;
    const CurveReadout pitch = curveReadout(s, model, f, 1, CurveKind::Pitch, 50.0);
    CHECK(pitch.pulseUs == 1710.0);
    CHECK(pitch.bladeDeg == Approx(f.collectiveHighDeg.value / 2.0));
    CHECK_FALSE(pitch.headRpm);
    const CurveReadout throttle = curveReadout(s, model, f, 1, CurveKind::Throttle, 75.0);
    CHECK(throttle.pulseUs == 1700.0);
    CHECK(*throttle.headRpm == Approx(f.mode("idle1")->headRpm.value));
    Setup none = s;
    std::erase_if(none.transmitter.channels, [](const ChannelSettings& c) { return c.id == "throttle"; });
    CHECK_FALSE(curveReadout(none, model, f, 1, CurveKind::Throttle, 75.0).pulseUs);
}

}  // namespace agility_tests
