// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every rule has a pair: the smallest change to a sound document that fires it, and its own remedy that clears it.
#include "base/error.h"
#include "io/library.h"
#include "judge/switches/switchproof.h"
#include "model/helicopter/newmodel.h"
#include "model/helicopter/sizeclass.h"
#include "procedure/registry.h"
#include "stations/power/powerfigures.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace audit_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::turnstone;

namespace {

struct Pair {
    std::string id;
    Severity severity;
    std::vector<Edit> change;
    std::set<std::string> consequences;  ///< other findings this change brings with it
    bool remedied = true;                ///< the remedy can be computed and applied
};

std::vector<Pair> pairs() {
    using namespace std::string_literals;
    const auto D = Severity::Danger;
    const auto W = Severity::Warning;
    const auto N = Severity::Note;
    const Condition twice{{{"R1", 2, ""}}, {{"L3", 2, ""}}};
    const Condition missing{{{"Q9", 2, ""}}};
    const Condition never{};
    return {
        {"link-length.left", D, {{"machine.servos.left.linkMm", 6.0}}, {"cyclic-limit"}, false},
        {"dead-centre.right",
         D,
         {{"machine.servos.right.servo.degPerUs", 0.25}},
         {"zero-pitch", "collective-range", "reference-throw", "symmetry", "cyclic-limit", "spool-up.normal", "cyclic-amount",
          "stale-reading.reference-throw", "stale-reading.collective-range", "stale-reading.cyclic-limit"},
         false},
        {"grip-lever",
         D,
         {{"machine.head.gripMm", 5.0}},
         {"collective-range", "reference-throw", "cyclic-limit", "cyclic-amount", "spool-up.normal", "stale-reading.reference-throw",
          "stale-reading.collective-range", "stale-reading.cyclic-limit", "zero-pitch", "symmetry"},
         false},
        {"model-type", D, {{"transmitter.modelType", "aeroplane"s}}, {}},
        {"stick-trims", W, {{"transmitter.trims.live", true}}, {}},
        {"failsafe", D, {{"transmitter.channels.throttle.failsafePct", 0.0}}, {}},
        {"stop-value.kill", D, {{"transmitter.kill.throttlePct", 5.0}}, {}},
        {"unused-channels", W, {{"transmitter.unusedInhibited", false}}, {}},
        {"channel-clash.elevator", D, {{"transmitter.channels.elevator.number", 1.0}}, {"school-order"}},
        {"end-point.aileron.high", W, {{"transmitter.channels.aileron.travelHighPct", 90.0}}, {}},
        {"end-point.rudder.low", W, {{"transmitter.channels.rudder.travelLowPct", 118.0}}, {}},
        {"centre.rudder", W, {{"transmitter.channels.rudder.subTrimPct", 4.0}}, {"end-point.rudder.high", "end-point.rudder.low"}},
        {"channel-sense.aileron", D, {{"transmitter.channels.aileron.reversed", true}}, {}},
        {"model-match", N, {{"transmitter.modelMatch", false}}, {}},
        {"hold-acts.idle2", D, {{"transmitter.hold.actsIn", std::vector<std::string>{"normal", "idle1"}}}, {}},
        {"hold-switch", D, {{"transmitter.modes.hold.when", never}}, {}},
        {"hold-value", W, {{"transmitter.hold.throttlePct", 0.0}}, {}},
        {"hold-value", D, {{"transmitter.hold.throttlePct", 8.0}}, {}},
        {"double-switch.Hold", W, {{"transmitter.modes.hold.when", twice}}, {}},
        {"switch-exists.idle1", W, {{"transmitter.modes.idle1.when", missing}}, {}},
        {"inverted-throttle.idle1", D, {{"transmitter.modes.idle1.throttle", curveOf({30, 75, 75, 75, 75})}}, {"governed-curve.idle1"}},
        {"governed-curve.normal", D, {{"transmitter.modes.normal.throttle", curveOf({0, 40, 60, 64, 65})}}, {}},
        {"spool-up.normal", W, {{"transmitter.modes.normal.pitch", curveOf({-60, -30, 0, 50, 100})}}, {}},
        {"soft-start", W, {{"speedController.softStartS", 1.0}}, {}},
        {"pitch-jump.idle1",
         W,
         {{"transmitter.modes.idle1.pitch", curveOf({-100, -50, 12, 56, 100})}},
         {"pitch-jump.idle2", "school-mid-stick.idle1", "school-pitch.idle2"}},
        {"speed-jump.idle1", W, {{"transmitter.modes.normal.throttle", flatCurve(55, 5)}}, {"opening", "wanted-speed.normal"}},
        {"hold-mirrors", W, {{"transmitter.modes.hold.tailGainPct", 20.0}}, {}},
        {"gain-side.idle1", D, {{"transmitter.modes.idle1.tailGainPct", -32.0}}, {"hold-mirrors"}},
        {"gain-range.normal", W, {{"transmitter.modes.normal.tailGainPct", 90.0}}, {}},
        {"agility.normal",
         W,
         {{"transmitter.modes.normal.aileron.expoPct", 30.0}, {"controller.banks.1.expoPct", 30.0}},
         {"school-agility.normal"}},
        {"power-on", W, {{"transmitter.switches.R1.powerOnPlace", 1.0}}, {}},
        {"set-up-curve.normal", W, {{"transmitter.modes.normal.throttle", flatCurve(0, 5)}}, {}, false},
        {"kill-switch", N, {{"transmitter.kill.when", never}}, {}, false},
        {"swash-mixing", D, {{"transmitter.swashMixing", "120"s}}, {}},
        {"layout", D, {{"controller.layout", "three at 140°, elevator aft"s}}, {"cyclic-limit", "cyclic-amount", "reference-throw"}},
        {"mounting", D, {{"controller.mounting", "label up, plugs forward"s}}, {}},
        {"servo-rate", D, {{"controller.rateHz", 400.0}}, {}},
        {"servo-pulse",
         D,
         {{"controller.pulseUs", 760.0}},
         {"reference-throw", "collective-range", "zero-pitch", "symmetry", "cyclic-limit", "cyclic-amount", "spool-up.normal"}},
        {"frame-period", D, {{"controller.rateHz", 560.0}}, {"servo-rate"}},
        {"ports",
         D,
         {{"controller.ports.2.role", "right"s}, {"controller.ports.3.role", "left"s}},
         {"reference-throw", "cyclic-limit", "zero-pitch", "cyclic-sense.aileron"}},
        {"servo-direction.2",
         D,
         {{"controller.ports.2.reversed", true}},
         {"reference-throw", "cyclic-limit", "collective-range", "symmetry", "zero-pitch"}},
        {"trim-safe.1", D, {{"controller.ports.1.trimUs", 70.0}}, {"arm-square.1", "zero-pitch", "symmetry", "cyclic-limit"}},
        {"arm-square.1", N, {{"machine.servos.elevator.squareErrorDeg", -5.0}}, {"zero-pitch", "symmetry", "spool-up.normal"}},
        {"collective-sense",
         D,
         {{"controller.collectiveHighPct", -43.5}, {"controller.collectiveLowPct", -43.5}},
         {"spool-up.normal", "stale-reading.cyclic-limit"}},
        {"cyclic-sense.aileron", D, {{"controller.directions.aileronReversed", true}}, {}},
        {"stroke-use", W, {{"controller.cyclicLimitPct", 100.0}}, {"cyclic-limit"}},
        {"phase", W, {{"controller.phaseDeg", 12.0}}, {"cyclic-limit", "stroke-use"}},
        {"versions", W, {{"controller.manual", "1.9"s}}, {}},
        {"zero-pitch", W, {{"controller.collectiveTrimPct", 4.0}}, {"symmetry", "stroke-use", "cyclic-limit"}},
        {"symmetry", W, {{"controller.collectiveLowPct", 38.0}}, {"stale-reading.cyclic-limit"}},
        {"collective-range",
         N,
         {{"controller.collectiveHighPct", 34.0}, {"controller.collectiveLowPct", 34.0}},
         {"stale-reading.cyclic-limit"}},
        {"reference-throw", W, {{"controller.referencePct", 60.0}}, {"stale-reading.cyclic-limit"}},
        {"stale-reading.collective-range",
         N,
         {{"machine.servos.elevator.armMm", 14.4}},
         {"stale-reading.reference-throw", "stale-reading.cyclic-limit", "zero-pitch", "cyclic-limit", "reference-throw"},
         false},
        {"cyclic-limit", W, {{"machine.plate.tiltLimitDeg", 9.0}}, {}},
        {"cyclic-amount", N, {{"controller.cyclicLimitPct", 50.0}}, {"reference-throw"}, false},
        {"tail-rate", D, {{"controller.tail.rateHz", 600.0}}, {}},
        {"tail-pulse", D, {{"controller.tail.pulseUs", 1520.0}}, {"frame-period.tail", "tail-direction"}},
        {"tail-direction", D, {{"controller.tail.reversed", true}}, {}},
        {"tail-window.left", W, {{"controller.tail.limitLeftPct", 70.0}}, {"tail-sides"}},
        {"tail-sides", W, {{"controller.tail.limitLeftPct", 86.0}}, {}},
        {"tail-stop", W, {{"machine.tail.sliderLimitMm", 4.4}}, {}},
        {"tail-neutral", N, {{"machine.tail.neutralPitchDeg", 14.0}}, {}},
        {"two-governors", D, {{"controller.governor.kind", "internal"s}}, {"governor-ratio", "blade-limit", "rpm-signal"}},
        {"no-governor", N, {{"speedController.control", "direct"s}}, {}},
        {"governor-poles",
         D,
         {{"controller.governor.kind", "internal"s},
          {"speedController.control", "direct"s},
          {"controller.governor.poleCount", 10.0},
          {"controller.governor.ratio", 8.0}},
         {"tip-speed", "tail-tip-speed", "blade-limit", "speed-jump.idle1", "rpm-signal"}},
        {"governor-ratio",
         D,
         {{"controller.governor.kind", "internal"s}, {"speedController.control", "direct"s}, {"controller.governor.ratio", 9.0}},
         {"rpm-signal"}},
        {"rpm-signal",
         W,
         {{"controller.governor.kind", "internal"s}, {"speedController.control", "direct"s}, {"controller.governor.ratio", 8.0}},
         {}},
        {"start-over-limit.idle2", D, {{"machine.rotor.bladeMaxRpm", 2500.0}, {"speedController.bailOutS", 1.5}}, {}},
        {"electrical-turns", D, {{"speedController.profile.maxElectricalRpm", 95000.0}}, {}, false},
        {"alarms-agree", N, {{"transmitter.alarms.usedMah", 900.0}}, {"school-end"}},
        {"tail-square", N, {{"machine.tail.squareErrorDeg", 6.0}}, {}},
        {"tail-range", W, {{"machine.tail.servo.rangeDeg", 34.0}}, {}},
        {"tail-edges",
         W,
         {{"machine.rotor.turning", "counter-clockwise"s}, {"controller.rotorTurning", "counter-clockwise"s}},
         {"tail-neutral"},
         false},
        {"headroom.idle2", W, {{"machine.power.pinionTeeth", 14.0}}, {}},
        {"opening", N, {{"machine.power.kv", 1700.0}}, {}, false},
        {"blade-limit", W, {{"machine.rotor.bladeMaxRpm", std::monostate{}}}, {}, false},
        {"tip-speed", W, {{"machine.rotor.discM", 1.5}}, {"tail-neutral", "pitch-jump.idle1"}, false},
        {"tail-tip-speed", W, {{"machine.tail.ratio", 7.5}}, {"tail-neutral"}, false},
        {"brake", D, {{"speedController.brake", true}}, {}},
        {"cut-off", W, {{"speedController.cutOff", "hard"s}}, {}},
        {"cut-off-volts", W, {{"speedController.cutOffVoltsPerCell", 3.6}}, {}},
        {"cells", D, {{"machine.power.cells", 16.0}}, {"opening"}},
        {"throttle-ends", W, {{"speedController.highUs", 1840.0}}, {"headroom.idle2"}},
        {"timer", W, {{"transmitter.timerMin", 0.0}}, {"school-end"}},
        {"box-limits.travel.rudder.high", W, {{"transmitter.channels.rudder.travelHighPct", 155.0}}, {"end-point.rudder.high"}},
        {"box-limits.hold", W, {{"transmitter.hold.throttlePct", -25.0}}, {"hold-value"}},
        {"box-limits.points.idle1.pitch", W, {{"transmitter.modes.idle1.pitch", lineCurve(-100, 100, 21)}}, {}},
        {"failsafe-missing", D, {{"transmitter.channels.throttle.failsafePct", std::monostate{}}}, {}},
        {"supply-leads", W, {{"machine.rotor.bladeMm", 560.0}}, {}},
        {"throttle-lead",
         D,
         {{"controller.governor.kind", "internal"s},
          {"speedController.control", "direct"s},
          {"machine.wiring.throttleLead", "receiver"s},
          {"controller.governor.ratio", 8.0}},
         {"rpm-signal"}},
        {"timer-long", W, {{"transmitter.timerMin", 7.0}}, {}},
        {"school-entry.normal.pitch",
         N,
         {{"transmitter.schools.entry", "line"s}},
         {"school-entry.normal.throttle", "school-entry.idle1.pitch", "school-entry.idle1.throttle", "school-entry.idle2.pitch",
          "school-entry.idle2.throttle", "school-entry.hold.pitch"}},
        {"school-pitch.idle2", N, {{"transmitter.modes.idle2.pitch", curveOf({-92, -48, 0, 48, 92})}}, {}},
        {"school-agility.normal", N, {{"transmitter.modes.normal.aileron.ratePct", 80.0}}, {}},
        {"school-agility.bank-1", N, {{"transmitter.schools.agility", "transmitter"s}, {"controller.banks.1.expoPct", 20.0}}, {}},
        {"school-gain", N, {{"transmitter.functions.gain-2.when", Condition{{{"L3", 2, ""}}}}}, {}},
        {"school-gain", W, {{"transmitter.schools.tailGain", "steps"s}}, {}, false},
        {"school-gain", N, {{"transmitter.schools.tailGain", "fixed"s}}, {}},
        {"school-hold-switch", N, {{"transmitter.schools.holdSwitch", "mode switch"s}}, {}, false},
        {"school-mid-stick.normal", N, {{"transmitter.modes.normal.pitch", curveOf({-26, -10, 3, 51, 100})}}, {}},
        {"school-mid-stick.normal", N, {{"transmitter.schools.midStick", "hover"s}}, {}, false},
        {"school-rescue", W, {{"transmitter.functions.rescue.when", Condition{{{"L3", 2, ""}}}}}, {"rescue-in-hold"}, false},
        {"school-rescue", N, {{"transmitter.schools.rescue", "none"s}}, {}},
        {"rescue-finger",
         D,
         {{"transmitter.functions.rescue.when", Condition{{{"R2", 2, ""}}}}},
         {"school-rescue", "rescue-in-hold"},
         false},
        {"school-order", D, {{"transmitter.channels.gain.number", 6.0}, {"transmitter.channels.collective.number", 5.0}}, {}},
        {"school-end", N, {{"transmitter.alarms.voltsPerCell", std::monostate{}}}, {}},
        {"school-end", W, {{"transmitter.schools.end", "used charge"s}}, {}},
        {"school-end", W, {{"transmitter.schools.end", "voltage alarm"s}, {"transmitter.alarms.voltsPerCell", std::monostate{}}}, {}},
        {"supply-volts", D, {{"machine.supply.volts", 9.0}}, {}},
        {"supply-current", W, {{"machine.supply.continuousA", 2.0}}, {}},
        {"supply-unknown", N, {{"machine.supply.volts", std::monostate{}}}, {}, false},
        {"supply-volts", D, {{"controller.profile.maxVolts", 7.4}}, {}},
        {"supply-volts", D, {{"machine.supply.receiverMaxVolts", 6.0}}, {}},
        {"supply-low", W, {{"machine.supply.volts", 5.4}}, {}},
        {"supply-low", D, {{"machine.supply.volts", 4.8}}, {}},
        {"supply-low", D, {{"machine.tail.servo.minVolts", 8.2}}, {}},
        {"supply-low",
         D,
         {{"machine.supply.volts", 6.0}, {"machine.tail.servo.minVolts", 7.0}, {"machine.supply.receiverMaxVolts", 6.0}},
         {},
         false},
        {"supply-rating", W, {{"machine.tail.servo.maxVolts", std::monostate{}}}, {}, false},
        {"supply-rating", N, {{"controller.profile.maxVolts", std::monostate{}}}, {}, false},
        {"rotor-turning", W, {{"controller.rotorTurning", "counter-clockwise"s}}, {}},
        {"mass", W, {{"machine.massKg", 0.22}}, {"tail-neutral"}},
        {"mass", W, {{"machine.massKg", 5.1}}, {"tail-neutral"}},
        {"rescue-in-hold", N, {{"transmitter.functions.rescue.when", Condition{{{"R3", 2, ""}}}}}, {}},
        {"gain-step.gain-2",
         D,
         {{"transmitter.functions.gain-2.when", Condition{{{"L3", 2, ""}}}}, {"transmitter.functions.gain-2.sentPct", -30.0}},
         {"school-gain"}},
        {"stop-acts.kill", D, {{"transmitter.kill.actsIn", std::vector<std::string>{"normal", "idle1"}}}, {}},
    };
}

}  // namespace

TEST_CASE("a sound model has no danger and no warning; its notes are these") {
    struct Sound {
        const Setup& setup;
        std::set<std::string> notes;
    };
    for (const Sound& sound : {Sound{turnstone(), {"spool-up.idle1", "spool-up.idle2"}},
                               Sound{khtest::fulmar(), {"spool-up.idle1", "spool-up.idle2"}}, Sound{khtest::gannet(), {}}}) {
        INFO(sound.setup.machine.name);
        const Evaluation e = evaluate(sound.setup);
        REQUIRE(e.simulated);
        CHECK(khtest::listed(khtest::ids(e)) == khtest::listed(sound.notes));
        CHECK(e.count(Severity::Danger) == 0);
        CHECK(e.count(Severity::Warning) == 0);
        CHECK(proveSwitches(sound.setup).failures() == 0);
    }
}

TEST_CASE("a new model of every size class warns of nothing but what only its machine can give") {
    const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    for (const SizeClass& c : sizeClasses())
        for (const ControllerProfile& box : lib.controllers) {
            INFO(c.id << " with " << box.name);
            const auto servo = [&](const char* id) {
                return *std::find_if(lib.servos.begin(), lib.servos.end(), [&](const ServoProfile& s) { return s.id == id; });
            };
            NewModelAnswers answers;
            answers.sizeClass = c.id;
            answers.boxes = {lib.transmitters.front(), box, lib.speedControllers.front(), servo("cleat-c12"), servo("cleat-t7")};
            const Evaluation e = evaluate(newModel(answers));
            for (const Finding& f : e.findings)
                if (f.severity != Severity::Note) CHECK((f.id == "blade-limit" || f.id == "failsafe-missing"));
        }
}

TEST_CASE("each rule fires on its smallest mistake, and its remedy clears it") {
    const std::set<std::string> sound = khtest::ids(evaluate(turnstone()));
    for (const Pair& pair : pairs()) {
        INFO(pair.id);
        const Setup wrong = edited(turnstone(), pair.change);
        const Evaluation e = evaluate(wrong);
        const Finding* f = khtest::find(e, pair.id);
        INFO("found: " << khtest::listed(khtest::ids(e)));
        REQUIRE(f != nullptr);
        CHECK(f->severity == pair.severity);
        CHECK_FALSE(render(f->found).empty());
        CHECK_FALSE(render(f->why).empty());
        CHECK_FALSE(render(f->todo).empty());
        CHECK_FALSE(f->subject.empty());
        for (const std::string& text : {render(f->title), render(f->found), render(f->why), render(f->todo)})
            CHECK(text.find('{') == std::string::npos);
        for (const std::string& other : khtest::ids(e)) {
            INFO("unlisted consequence: " << other);
            CHECK((other == pair.id || sound.count(other) != 0 || pair.consequences.count(other) != 0));
        }
        if (!pair.remedied) continue;
        REQUIRE_FALSE(f->fix.empty());
        const Evaluation after = evaluate(edited(wrong, f->fix));
        INFO("after the remedy: " << khtest::listed(khtest::ids(after)));
        CHECK(khtest::find(after, pair.id) == nullptr);
    }
}

TEST_CASE("the range is judged by the style's own target, at both ends") {
    const auto note = [](const char* style, double low, double high) {
        return khtest::find(evaluate(edited(turnstone(), {{"machine.style", std::string(style)},
                                                          {"controller.collectiveLowPct", low},
                                                          {"controller.collectiveHighPct", high}})),
                            "collective-range") != nullptr;
    };
    CHECK_FALSE(note("sport", 43.5, 43.5));
    CHECK(note("scale", 43.5, 43.5));  // −11.5° where −2 is usual
    CHECK_FALSE(note("scale", 7.6, 38.0));
    CHECK(note("sport", 7.6, 38.0));
    CHECK(note("sport", 34.0, 43.5));
}

TEST_CASE("a layout the controller does not know is set as a custom one") {
    Setup s = edited(turnstone(), {{"machine.servos.left.azimuthDeg", 315.0}, {"machine.servos.right.azimuthDeg", 45.0}});
    CHECK(khtest::find(evaluate(s), "layout")->fix.front().path == "controller.layout");
    std::erase(s.controller.profile.edit().layouts, "three at 135°, elevator aft");
    const std::vector<Edit> fix = khtest::find(evaluate(s), "layout")->fix;
    CHECK(fix.front().path == "controller.customAzimuthsDeg");
    CHECK(khtest::find(evaluate(edited(s, fix)), "layout") == nullptr);
}

TEST_CASE("the number in the text follows the value") {
    const auto text = [](double rate) {
        return render(khtest::find(evaluate(edited(turnstone(), {{"controller.rateHz", rate}})), "servo-rate")->found);
    };
    REQUIRE(text(400).find("400 Hz") != std::string::npos);
    REQUIRE(text(450).find("450 Hz") != std::string::npos);
    const auto trim = [](double us) {
        return render(khtest::find(evaluate(edited(turnstone(), {{"controller.ports.2.trimUs", us}})), "trim-safe.2")->found);
    };
    REQUIRE(trim(-75).find("−75") != std::string::npos);
    REQUIRE(trim(-90).find("−90") != std::string::npos);
}

TEST_CASE("the seven mistakes left in the first model are found") {
    const Evaluation e = evaluate(khtest::dunlin());
    for (const char* id : {"swash-mixing", "layout", "hold-acts.idle2", "gain-side.idle1", "servo-rate", "headroom.idle2", "trim-safe.2"}) {
        INFO(id);
        const Finding* f = khtest::find(e, id);
        REQUIRE(f != nullptr);
        REQUIRE(f->severity == Severity::Danger);
    }
}

TEST_CASE("findings come dangers first and each stands at an existing station") {
    const Evaluation e = evaluate(khtest::dunlin());
    for (std::size_t i = 1; i < e.findings.size(); ++i) REQUIRE(e.findings[i - 1].severity <= e.findings[i].severity);
    REQUIRE(e.count(Severity::Danger) + e.count(Severity::Warning) + e.count(Severity::Note) == e.findings.size());
}

TEST_CASE("an unknown is never guessed") {
    const Setup s = edited(turnstone(), {{"machine.power.kv", std::monostate{}},
                                         {"machine.servos.elevator.servo.pulseUs", std::monostate{}},
                                         {"machine.servos.elevator.servo.maxHz", std::monostate{}}});
    const Evaluation e = evaluate(s);
    REQUIRE_FALSE(e.figures.of<PowerFigures>().availableRpm.known);
    REQUIRE(e.figures.of<PowerFigures>().availableRpm.missing == "machine.power.kv");
    REQUIRE(khtest::find(e, "servo-pulse")->box == Box::Bench);
    REQUIRE(std::get<double>(khtest::find(e, "servo-rate")->fix.front().value) == 50.0);
}

}  // namespace audit_tests
