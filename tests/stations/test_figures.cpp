// SPDX-License-Identifier: GPL-3.0-or-later
//
// The derived numbers against sums done by hand, and what becomes of them when a fact is unknown.
#include "base/conventions.h"
#include "judge/figures.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/helicopter.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "stations/modes/modesfigures.h"
#include "stations/pitch/pitchfigures.h"
#include "stations/power/powerfigures.h"
#include "stations/swash/swashfigures.h"
#include "stations/tail/tailfigures.h"
#include "support.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

namespace figures_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::turnstone;

namespace {

Figures figuresOf(const Setup& s) { return evaluate(s).figures; }

Figures figuresWith(const std::vector<Edit>& edits) { return figuresOf(edited(turnstone(), edits)); }

}  // namespace

TEST_CASE("gears, speeds and their ceiling by hand") {
    const Figures f = figuresOf(turnstone());
    CHECK(f.of<PowerFigures>().ratio.value == Approx(120.0 / 15.0));
    CHECK(f.of<PowerFigures>().polePairs.value == 5.0);
    CHECK(f.of<PowerFigures>().availableRpm.value == Approx(1160 * 6 * 3.7 * 0.92 / 8.0));
    CHECK(f.of<PowerFigures>().availableEndRpm.value == Approx(1160 * 6 * 3.5 * 0.92 / 8.0));
    CHECK(f.of<PowerFigures>().ceilingRpm.value == Approx(0.88 * f.of<PowerFigures>().availableEndRpm.value));
    const Figures two = figuresWith({{"machine.power.secondStage", 1.25}});
    CHECK(two.of<PowerFigures>().ratio.value == Approx(10.0));
    CHECK(two.of<PowerFigures>().availableRpm.value == Approx(f.of<PowerFigures>().availableRpm.value / 1.25));
    // a second stage by its own teeth counts before the ratio typed; half of them says nothing
    const Figures teeth = figuresWith({{"machine.power.secondMainTeeth", 30.0}, {"machine.power.secondPinionTeeth", 24.0}});
    CHECK(teeth.of<PowerFigures>().ratio.value == Approx(10.0));
    CHECK(teeth.of<PowerFigures>().availableRpm.value == Approx(two.of<PowerFigures>().availableRpm.value));
    for (const PinionFigures& p : teeth.of<PowerFigures>().pinions)
        if (p.fitted) CHECK(p.ratio.value == Approx(10.0));
    CHECK(figuresWith({{"machine.power.secondMainTeeth", 30.0}}).of<PowerFigures>().ratio.value == f.of<PowerFigures>().ratio.value);
    CHECK(std::count(teeth.of<PowerFigures>().ratio.why.inputs.begin(), teeth.of<PowerFigures>().ratio.why.inputs.end(),
                     "machine.power.secondMainTeeth") == 1);
    CHECK(std::count(f.of<PowerFigures>().ratio.why.inputs.begin(), f.of<PowerFigures>().ratio.why.inputs.end(),
                     "machine.power.secondMainTeeth") == 0);
    for (const StationPage& page : ledger(turnstone(), evaluate(turnstone())))
        for (const Row& row : page.rows)
            if (row.id == "gear" || row.id == "second-stage")
                CHECK(row.standing == Standing::Entered);  // unknown teeth take nothing from it
    using namespace std::string_literals;
    const Figures hard = figuresWith({{"machine.style", "aerobatic"s}});
    CHECK(hard.of<PowerFigures>().availableEndRpm.value == Approx(1160 * 6 * 3.3 * 0.92 / 8.0));
}

TEST_CASE("a head speed is read off the logged line, and shared from the pack without a log") {
    const Figures f = figuresOf(turnstone());
    // the least-squares line through (55, 1762) (65, 2004) (75, 2221) (85, 2449)
    const double slope = (-15.0 * (1762 - 2109) + -5.0 * (2004 - 2109) + 5.0 * (2221 - 2109) + 15.0 * (2449 - 2109)) / 500.0;
    const auto line = [&](double t) { return 2109.0 + slope * (t - 70.0); };
    CHECK(f.mode("normal")->headRpm.value == Approx(line(65)).margin(0.5));
    CHECK(f.mode("idle1")->headRpm.value == Approx(line(75)).margin(0.5));
    CHECK(f.mode("idle2")->headRpm.value == Approx(line(85)).margin(0.5));
    Setup unlogged = turnstone();
    unlogged.speedController.calibration.clear();
    const Figures g = figuresOf(unlogged);
    CHECK(g.mode("normal")->headRpm.value == Approx(0.65 * g.of<PowerFigures>().availableRpm.value));
    CHECK(g.mode("hold")->headRpm.value == 0.0);
    unlogged.machine.power.kv.reset();
    const Figures none = figuresOf(unlogged);
    CHECK_FALSE(none.mode("normal")->headRpm.known);
    CHECK_FALSE(none.of<PowerFigures>().availableRpm.known);
    CHECK(none.of<PowerFigures>().availableRpm.missing == "machine.power.kv");
    CHECK(none.mode("normal")->hoverPitch.known);  // by the speed that is wanted
}

TEST_CASE("tip speeds and headroom by hand") {
    const Figures f = figuresOf(turnstone());
    const ModeFigures& idle2 = *f.mode("idle2");
    CHECK(idle2.tipSpeed.value == Approx(kPi * 1.05 * idle2.headRpm.value / 60.0));
    CHECK(f.tailTipSpeed.value == Approx(kPi * 0.2 * 2450 * 4.6 / 60.0));
    CHECK(khtest::ofMode<PowerFigures>(f, "idle2").headroomPct.value ==
          Approx(100.0 - 100.0 * std::max(2450.0, idle2.headRpm.value) / f.of<PowerFigures>().availableEndRpm.value).margin(1e-6));
    CHECK_FALSE(
        khtest::ofMode<PowerFigures>(figuresWith({{"transmitter.modes.idle2.targetRpm", std::monostate{}}}), "idle2").headroomPct.known);
}

TEST_CASE("readings and pulses of a channel by hand") {
    const Figures f = figuresOf(turnstone());
    const ControllerProfile& box = turnstone().controller.profile;
    const ChannelFigures& a = *f.channel("aileron");
    CHECK(a.highUs.value == Approx(1500 + 105 * 4.0));
    CHECK(a.lowUs.value == Approx(1500 - 105 * 4.0));
    CHECK(a.centreUs.value == 1500.0);
    CHECK(a.highReading.value == Approx((1920 - box.centreUs) / box.usPerPct).margin(0.01));
    const Figures reversed = figuresWith({{"transmitter.channels.aileron.reversed", true}});
    CHECK(reversed.channel("aileron")->highUs.value == a.lowUs.value);
    CHECK(reversed.channel("aileron")->highReading.value == Approx(a.lowReading.value));
    const Figures trimmed = figuresWith({{"transmitter.channels.aileron.subTrimPct", 3.0}});
    CHECK(trimmed.channel("aileron")->centreUs.value == 1512.0);
    CHECK(f.channel("no such") == nullptr);
    CHECK(f.mode("no such") == nullptr);
}

TEST_CASE("hold's pulse, by mode, against motor-off") {
    const Figures f = figuresOf(turnstone());
    CHECK(f.holdUs.value == 1060.0);
    CHECK(f.motorOffUs.value == 1080.0);
    for (const char* id : {"normal", "idle1", "idle2"}) {
        CHECK(f.mode(id)->holdActs);
        CHECK(f.mode(id)->heldUs.value == 1060.0);
        CHECK(f.mode(id)->heldThrottlePct.value == -5.0);
        CHECK(f.mode(id)->held == MotorState::Off);
    }
    const Figures g = figuresWith({{"transmitter.hold.actsIn", std::vector<std::string>{"normal"}}});
    CHECK(g.mode("normal")->held == MotorState::Off);
    CHECK_FALSE(g.mode("idle2")->holdActs);
    CHECK(g.mode("idle2")->held == MotorState::MayRun);
    CHECK(g.mode("idle2")->heldThrottlePct.value == 85.0);
    CHECK(g.mode("idle2")->heldUs.value == Approx(1500 + (2 * 85 - 100) * 4.0));
    // a speed controller learned the other way round is off above its low point
    const Figures turned = figuresWith({{"speedController.lowUs", 1900.0}, {"speedController.highUs", 1100.0}});
    CHECK(turned.motorOffUs.value == 1920.0);
    CHECK(turned.mode("normal")->held == MotorState::MayRun);
}

TEST_CASE("steps between modes: hover jump, speed, low stick, and leaving hold") {
    const Figures f = figuresOf(turnstone());
    REQUIRE(f.steps.size() == 3);
    CHECK(f.steps[0].from == "normal");
    CHECK(f.steps[0].to == "idle1");
    CHECK(f.steps[1].to == "idle2");
    CHECK(f.steps[2].leavesHold);
    CHECK(f.steps[2].to == "normal");
    for (const ModeStep& s : f.steps) CHECK_FALSE(s.jumps);
    const auto rpm = [&](const char* id) { return f.mode(id)->headRpm.value; };
    CHECK(f.steps[0].speedChangePct.value == Approx(100.0 * (rpm("idle1") / rpm("normal") - 1.0)));
    CHECK_FALSE(f.steps[2].speedChangePct.known);
    CHECK(f.steps[2].throttleFrom == -5.0);
    CHECK(f.steps[2].throttleTo == 65.0);
    CHECK(f.steps[0].lowJumpDeg.value == Approx(f.mode("idle1")->pitchLow.value - f.mode("normal")->pitchLow.value));
    const Figures g = figuresWith({{"transmitter.modes.idle1.pitch", curveOf({-100, -50, 12, 56, 100})}});
    CHECK(g.steps[0].jumps);
    CHECK(g.steps[0].hoverJumpDeg.value > kPitchJumpDeg);
    CHECK(g.steps[1].jumps);
    CHECK(g.steps[1].hoverJumpDeg.value < 0.0);
}

TEST_CASE("pinions around the fitted one scale the speed with their teeth") {
    const Figures f = figuresOf(turnstone());
    REQUIRE(f.of<PowerFigures>().pinions.size() == 5);
    CHECK(f.of<PowerFigures>().pinions[2].fitted);
    CHECK(f.of<PowerFigures>().pinions[2].teeth == 15.0);
    CHECK(f.of<PowerFigures>().pinions[2].endRpm.value == Approx(f.of<PowerFigures>().availableEndRpm.value));
    CHECK(f.of<PowerFigures>().pinions[2].freshRpm.value == Approx(f.of<PowerFigures>().availableRpm.value * 4.1 / 3.7));
    for (std::size_t i = 0; i < f.of<PowerFigures>().pinions.size(); ++i) {
        const PinionFigures& p = f.of<PowerFigures>().pinions[i];
        CHECK(p.ratio.value == Approx(120.0 / p.teeth));
        CHECK(p.endRpm.value == Approx(f.of<PowerFigures>().availableEndRpm.value * p.teeth / 15.0));
        CHECK(p.openingPct.value == Approx(100.0 * 2450.0 / p.endRpm.value));
        if (i > 0) CHECK(p.openingPct.value < f.of<PowerFigures>().pinions[i - 1].openingPct.value);
    }
    CHECK(figuresWith({{"machine.power.kv", std::monostate{}}}).of<PowerFigures>().pinions.empty());
    CHECK(figuresWith({{"machine.power.pinionTeeth", 2.0}}).of<PowerFigures>().pinions.size() == 4);  // none of no teeth
}

TEST_CASE("blade pitch follows geometry: a longer grip lever turns the blade less") {
    const Figures f = figuresOf(turnstone());
    CHECK(f.collectiveHighDeg.value == Approx(11.5).margin(0.1));
    CHECK(f.collectiveLowDeg.value == Approx(-11.5).margin(0.2));
    CHECK(std::abs(f.midPitchDeg.value) < 0.1);
    const Figures longer = figuresWith({{"machine.head.gripMm", 26.0}});
    CHECK(std::abs(longer.collectiveHighDeg.value) < std::abs(f.collectiveHighDeg.value));
    CHECK(sinDeg(longer.collectiveHighDeg.value) * 26.0 == Approx(sinDeg(f.collectiveHighDeg.value) * 22.0).margin(0.01));
    CHECK(f.of<PitchFigures>().turnDeg.value == Approx(degFromRad(std::asin(0.4 / 22.0))));
    CHECK_FALSE(figuresWith({{"machine.head.threadMmPerTurn", std::monostate{}}}).of<PitchFigures>().turnDeg.known);
    CHECK(f.bladeDegAt(100.0) == Approx(f.collectiveHighDeg.value));
    CHECK(f.bladeDegAt(-100.0) == Approx(f.collectiveLowDeg.value));
    CHECK(f.bladeDegAt(0.0) == 0.0);
    CHECK(f.bladeDegAt(50.0) == Approx(f.collectiveHighDeg.value / 2.0));
}

TEST_CASE("cyclic at the blade is the plate's tilt through ring and grip") {
    for (const double limit : {76.0, 60.0, 40.0}) {
        const Figures f = figuresWith({{"controller.cyclicLimitPct", limit}});
        INFO(limit);
        // blade angle: sine = ring · sine of the tilt / grip
        CHECK(sinDeg(f.of<PitchFigures>().cyclicDeg.value) ==
              Approx(16.0 * sinDeg(f.of<PitchFigures>().cyclicTiltDeg.value) / 22.0).epsilon(0.02));
    }
    const double full = figuresOf(turnstone()).of<PitchFigures>().cyclicTiltDeg.value;
    CHECK(figuresWith({{"controller.cyclicLimitPct", 38.0}}).of<PitchFigures>().cyclicTiltDeg.value == Approx(full / 2.0).epsilon(0.03));
    CHECK(figuresOf(turnstone()).referenceDeg.value == Approx(6.0).margin(0.1));  // what the controller wants to learn
    CHECK(figuresWith({{"controller.referencePct", 33.2}}).referenceDeg.value == Approx(3.0).margin(0.1));
}

TEST_CASE("stroke use, its step and what the servos do against each other") {
    const Figures f = figuresOf(turnstone());
    CHECK(f.of<SwashFigures>().strokeUsePct.value > 60.0);
    CHECK(f.of<SwashFigures>().strokeUsePct.value <= 95.0);
    const Figures more = figuresWith({{"controller.collectiveHighPct", 55.0}});
    CHECK(more.of<SwashFigures>().strokeUsePct.value > f.of<SwashFigures>().strokeUsePct.value);
    const Figures less = figuresWith({{"controller.profile.usableStrokeUs", turnstone().controller.profile->usableStrokeUs * 2.0}});
    CHECK(less.of<SwashFigures>().strokeUsePct.value == Approx(f.of<SwashFigures>().strokeUsePct.value / 2.0));
    CHECK(f.of<PitchFigures>().pitchStepDeg.value > 0.0);
    CHECK(figuresWith({{"machine.servos.elevator.servo.deadBandUs", 8.0}}).of<PitchFigures>().pitchStepDeg.value >
          f.of<PitchFigures>().pitchStepDeg.value);
    CHECK(f.of<SwashFigures>().fightMm.value < 0.05);  // three servos always agree on a plane
    CHECK(f.of<SwashFigures>().rollRatio.value == Approx(1.0).margin(0.01));
    CHECK(f.of<SwashFigures>().pitchRatio.value == Approx(1.0).margin(0.01));
    const Figures foreign = figuresOf(khtest::dunlin());
    CHECK(foreign.of<SwashFigures>().rollRatio.value > 1.2);
    CHECK(foreign.of<SwashFigures>().pitchRatio.value < 0.95);
}

TEST_CASE("the tail by hand: slider from the arm, pitch from the slider, and what the hover needs") {
    const Figures f = figuresOf(turnstone());
    CHECK(f.of<TailFigures>().sliderLeftMm.value < 0.0);
    CHECK(f.of<TailFigures>().sliderRightMm.value > 0.0);
    CHECK(f.of<TailFigures>().pitchRightDeg.value ==
          Approx(degFromRad(std::asin((f.of<TailFigures>().sliderRightMm.value + 12.0 * sinDeg(4.0)) / 12.0))));
    CHECK(f.of<TailFigures>().pitchLeftDeg.value ==
          Approx(degFromRad(std::asin((f.of<TailFigures>().sliderLeftMm.value + 12.0 * sinDeg(4.0)) / 12.0))));
    CHECK(f.of<TailFigures>().hoverDeg.value > 1.0);
    CHECK(f.of<TailFigures>().hoverDeg.value < 12.0);
    CHECK(figuresWith({{"machine.tail.boomM", 0.9}}).of<TailFigures>().hoverDeg.value <
          f.of<TailFigures>().hoverDeg.value);  // a longer boom needs less thrust
    CHECK(figuresWith({{"machine.massKg", 3.0}}).of<TailFigures>().hoverDeg.value > f.of<TailFigures>().hoverDeg.value);
    const Figures stopped = figuresWith({{"machine.tail.sliderLimitMm", 2.0}});
    CHECK(stopped.of<TailFigures>().sliderRightMm.value == 2.0);
    CHECK(stopped.of<TailFigures>().sliderLeftMm.value == -2.0);
}

TEST_CASE("the hover stick is where the curve gives the hover pitch") {
    const Figures f = figuresOf(turnstone());
    for (const char* id : {"normal", "idle1", "idle2"}) {
        const ModeFigures& m = *f.mode(id);
        REQUIRE(m.hoverStick.known);
        const ChainModel model(turnstone());
        auto deck = deckInMode(turnstone(), id);
        REQUIRE(deck);
        deck->sticks.collective = m.hoverStick.value;
        CHECK(helicopterAt(model.at(*deck)).bladeDeg[2] == Approx(m.hoverPitch.value).margin(0.1));
    }
    CHECK(f.mode("idle2")->hoverPitch.value < f.mode("normal")->hoverPitch.value);  // more speed, less pitch
    const Figures heavy = figuresWith({{"machine.massKg", 2.8}});
    CHECK(heavy.mode("normal")->hoverPitch.value > f.mode("normal")->hoverPitch.value);
    const Figures never = figuresWith({{"transmitter.modes.normal.pitch", flatCurve(0.0, 5)}});
    CHECK_FALSE(never.mode("normal")->hoverStick.known);
    CHECK(never.mode("normal")->hoverStick.missing == "transmitter.modes.normal.pitch");
}

TEST_CASE("the bank of a mode is what the bank switch says at power-on, or with the mode's own switch") {
    CHECK(figuresOf(turnstone()).mode("idle1")->bank == 0);
    Setup s = turnstone();
    for (SwitchFunction& f : s.transmitter.functions)
        if (f.id == "bank-3") f.when = {{{"L1", 3, ""}}};
    const Figures f = figuresOf(s);
    CHECK(f.mode("idle1")->bank == 0);
    CHECK(f.mode("idle2")->bank == 2);
}

TEST_CASE("every figure that is known shows its value in its last line, and every unknown names a field") {
    const auto all = [](const Figures& f) {
        std::vector<const Figure*> out{&f.of<PowerFigures>().ratio,
                                       &f.of<PowerFigures>().polePairs,
                                       &f.of<PowerFigures>().availableRpm,
                                       &f.of<PowerFigures>().availableEndRpm,
                                       &f.of<PowerFigures>().ceilingRpm,
                                       &f.collectiveHighDeg,
                                       &f.collectiveLowDeg,
                                       &f.midPitchDeg,
                                       &f.referenceDeg,
                                       &f.of<PitchFigures>().cyclicDeg,
                                       &f.of<SwashFigures>().strokeUsePct,
                                       &f.of<PitchFigures>().cyclicTiltDeg,
                                       &f.of<PitchFigures>().pitchStepDeg,
                                       &f.of<SwashFigures>().fightMm,
                                       &f.of<PitchFigures>().tiltAtFullCollectiveDeg,
                                       &f.of<SwashFigures>().rollRatio,
                                       &f.of<SwashFigures>().pitchRatio,
                                       &f.of<TailFigures>().sliderLeftMm,
                                       &f.of<TailFigures>().sliderRightMm,
                                       &f.of<TailFigures>().pitchLeftDeg,
                                       &f.of<TailFigures>().pitchRightDeg,
                                       &f.of<TailFigures>().hoverDeg,
                                       &f.tailTipSpeed,
                                       &f.holdUs,
                                       &f.motorOffUs,
                                       &f.of<PitchFigures>().turnDeg};
        for (const ModeFigures& m : f.modes)
            for (const Figure* x :
                 {&m.headRpm, &m.tipSpeed, &m.pitchLow, &m.pitchMid, &m.pitchHigh, &m.hoverPitch, &m.hoverStick, &m.gainRead})
                out.push_back(x);
        for (const ModePower& m : f.of<PowerFigures>().modes) out.push_back(&m.headroomPct);
        for (const ModeStep& s : f.steps)
            for (const Figure* x : {&s.hoverJumpDeg, &s.speedChangePct, &s.lowJumpDeg}) out.push_back(x);
        for (const PinionFigures& p : f.of<PowerFigures>().pinions)
            for (const Figure* x : {&p.ratio, &p.freshRpm, &p.endRpm, &p.openingPct}) out.push_back(x);
        return out;
    };
    Setup bare = turnstone();
    bare.machine.power.kv.reset();
    bare.machine.power.poles.reset();
    helicopter(bare).head.threadMmPerTurn.reset();
    bare.speedController.calibration.clear();
    for (const Setup& s : {turnstone(), bare, khtest::dunlin()}) {
        const Figures f = figuresOf(s);
        for (const Figure* x : all(f)) {
            INFO(render(x->why.title));
            REQUIRE_FALSE(x->why.lines.empty());
            CHECK_FALSE(x->why.inputs.empty());
            const std::string last = render(x->why.lines.back());
            if (x->known) {
                CHECK(last.find(render(Number{x->value, x->decimals, x->sign})) != std::string::npos);
                CHECK(std::isfinite(x->value));
            } else {
                CHECK_FALSE(x->missing.empty());
                CHECK(x->value == 0.0);
            }
            for (const std::string& path : x->why.inputs) {
                const bool list = path == "speedController.calibration" || path == "transmitter.hold.actsIn";
                INFO(path);
                CHECK((list || readField(s, path).has_value()));
            }
        }
    }
}

}  // namespace figures_tests
