// SPDX-License-Identifier: GPL-3.0-or-later
//
// Where each rule begins to speak: a value on the silent side and one on the other, close to the line.
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace thresholds_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::turnstone;

namespace {

struct Line {
    std::string rule;
    std::string path;
    FieldValue silent, speaks;
    std::vector<Edit> with = {};  ///< on both sides
};

std::vector<Line> lines() {
    using namespace std::string_literals;
    const auto unknown = FieldValue{std::monostate{}};
    return {
        {"hold-value", "transmitter.hold.throttlePct", -2.5, -2.0},
        {"hold-value", "speedController.profile.acceptsLowUs", 1060.0, 1061.0},
        {"stop-value.kill", "transmitter.kill.throttlePct", -2.5, -2.0},
        {"failsafe", "transmitter.channels.throttle.failsafePct", -105.0, -104.0},
        {"failsafe", "transmitter.channels.throttle.failsafePct", unknown, -100.0},
        {"trim-safe.1", "controller.ports.1.trimUs", 60.0, 61.0},
        {"trim-safe.1", "controller.ports.1.trimUs", -60.0, -61.0},
        {"arm-square.1", "machine.servos.elevator.squareErrorDeg", -4.4, -4.6},
        {"servo-rate", "controller.rateHz", 330.0, 340.0},
        {"tail-rate", "controller.tail.rateHz", 560.0, 561.0},
        {"servo-rate", "machine.servos.left.servo.maxHz", 200.0, 199.0},
        {"end-point.aileron.high", "transmitter.channels.aileron.travelHighPct", 104.0, 103.0},
        {"end-point.aileron.low", "transmitter.channels.aileron.travelLowPct", 105.0, 106.0},
        {"end-point.elevator.high", "transmitter.channels.elevator.travelHighPct", 104.0, 103.0},
        {"centre.elevator", "transmitter.channels.elevator.subTrimPct", 0.0, 1.0},
        {"channel-clash.gain", "transmitter.channels.gain.number", 7.0, 1.0},
        {"inverted-throttle.idle2", "transmitter.modes.idle2.throttle", curveOf({45, 45, 45, 45, 45}), curveOf({44, 45, 45, 45, 45})},
        {"governed-curve.idle1", "transmitter.modes.idle1.throttle", curveOf({75, 75, 75.5, 75, 75}), curveOf({75, 75, 75.6, 75, 75})},
        {"spool-up.normal", "transmitter.modes.normal.pitch", curveOf({-26, -13, 0, 50, 100}), curveOf({-28, -14, 0, 50, 100})},
        {"soft-start", "speedController.softStartS", 4.8, 4.7},
        {"gain-range.idle2", "transmitter.modes.idle2.tailGainPct", 60.0, 64.0},
        {"gain-side.idle2", "transmitter.modes.idle2.tailGainPct", 1.0, -1.0},
        {"kill-switch", "transmitter.kill.when", Condition{{{"R2", 2, ""}}}, Condition{}},
        {"blade-limit", "machine.rotor.bladeMaxRpm", 2500.0, 2400.0},
        {"headroom.idle2", "machine.power.pinionTeeth", 15.0, 14.0},
        {"brake", "speedController.brake", false, true},
        {"cut-off", "speedController.cutOff", "reduce"s, "hard"s},
        {"cut-off-volts", "speedController.cutOffVoltsPerCell", 3.3, 3.31},
        {"throttle-ends", "speedController.highUs", 1900.0, 1850.0},
        {"supply-volts", "machine.supply.volts", 8.4, 8.5},
        {"supply-volts", "machine.tail.servo.maxVolts", 8.0, 7.4},
        {"supply-current", "machine.supply.continuousA", 5.0, 4.9},
        {"supply-current", "machine.supply.peakA", 10.0, 9.9},
        {"supply-unknown", "machine.supply.volts", 8.0, unknown},
        {"zero-pitch", "controller.collectiveTrimPct", 0.5, 1.5},
        {"symmetry", "controller.collectiveLowPct", 43.0, 42.0},
        {"reference-throw", "controller.referencePct", 66.0, 63.0},
        {"cyclic-limit", "machine.plate.tiltLimitDeg", 12.0, 9.0},
        {"tail-window.left", "controller.tail.limitLeftPct", 90.0, 84.0},
        {"tail-sides", "controller.tail.limitLeftPct", 91.0, 89.0},
        {"tail-direction", "controller.tail.reversed", false, true},
        {"tail-direction", "machine.tail.lever", "trailing"s, "leading"s},
        {"tail-direction", "machine.tail.crankTurnsOver", false, true},
        {"collective-sense", "machine.head.link", "leading"s, "trailing"s},
        {"model-match", "transmitter.modelMatch", true, false},
        {"unused-channels", "transmitter.unusedInhibited", true, false},
        {"swash-mixing", "transmitter.swashMixing", "off"s, "140"s},
        {"mounting", "machine.mounting", "label up, plugs aft"s, "label up, plugs forward"s},
        {"phase", "controller.phaseDeg", 0.0, 5.0},
        {"timer", "transmitter.timerMin", 5.0, 0.0},
        {"power-on", "transmitter.switches.L1.powerOnPlace", 1.0, 2.0},
        {"versions", "controller.firmware", "2.1"s, "2.2"s},
        {"hold-mirrors", "transmitter.modes.hold.rudder.expoPct", 0.0, 5.0},
        {"agility.idle1", "transmitter.modes.idle1.rudder.expoPct", 0.0, 20.0, {{"controller.banks.2.expoPct", 20.0}}},
        {"set-up-curve.idle1", "transmitter.modes.idle1.throttle", flatCurve(1, 5), flatCurve(0, 5)},
        {"no-governor", "speedController.control", "governor"s, "direct"s},
        {"two-governors", "controller.governor.kind", "off"s, "internal"s},
        {"cells", "machine.power.cells", 14.0, 15.0},
    };
}

}  // namespace

TEST_CASE("each rule begins to speak at its line, and not before") {
    for (const Line& l : lines()) {
        INFO(l.rule << " at " << l.path);
        std::vector<Edit> silent = l.with;
        std::vector<Edit> speaks = l.with;
        silent.push_back({l.path, l.silent});
        speaks.push_back({l.path, l.speaks});
        const Evaluation quiet = evaluate(edited(turnstone(), silent));
        const Evaluation loud = evaluate(edited(turnstone(), speaks));
        CAPTURE(khtest::listed(khtest::ids(quiet)));
        CAPTURE(khtest::listed(khtest::ids(loud)));
        CHECK(khtest::find(quiet, l.rule) == nullptr);
        const Finding* f = khtest::find(loud, l.rule);
        CHECK(f != nullptr);
        if (f != nullptr) CHECK_FALSE(f->subject.empty());
    }
}

TEST_CASE("a finding tells the property of the switch proof that says the same") {
    const auto property = [](const std::string& id, const std::vector<Edit>& edits) {
        const Evaluation e = evaluate(edited(turnstone(), edits));
        const Finding* f = khtest::find(e, id);
        REQUIRE(f != nullptr);
        return f->property;
    };
    CHECK(property("hold-value", {{"transmitter.hold.throttlePct", 0.0}}) == "P1");
    CHECK(property("double-switch.Hold", {{"transmitter.modes.hold.when", Condition{{{"R1", 2, ""}}, {{"L3", 2, ""}}}}}) == "P3");
    CHECK(property("pitch-jump.idle1", {{"transmitter.modes.idle1.pitch", curveOf({-100, -50, 12, 56, 100})}}) == "P7");
    CHECK(property("servo-rate", {{"controller.rateHz", 400.0}}).empty());
}

TEST_CASE("hold is brought to the usual value below low, and lower only where the channel needs it") {
    for (const double hold : {-2.0, -1.0, 0.0, 3.0}) {
        const Setup wrong = edited(turnstone(), {{"transmitter.hold.throttlePct", hold}});
        const Evaluation e = evaluate(wrong);
        const Finding* f = khtest::find(e, "hold-value");
        REQUIRE(f != nullptr);
        REQUIRE(f->fix.size() == 1);
        const double to = std::get<double>(f->fix[0].value);
        CHECK(to < hold);
        const Evaluation after = evaluate(edited(wrong, f->fix));
        CHECK(khtest::find(after, "hold-value") == nullptr);
        CHECK(after.figures.holdUs.value <= after.figures.motorOffUs.value);
        CHECK(to == -5.0);
    }
    const Setup narrow =
        edited(turnstone(), {{"transmitter.channels.throttle.travelLowPct", 92.0}, {"transmitter.hold.throttlePct", -2.0}});
    const Evaluation low = evaluate(narrow);
    REQUIRE(khtest::find(low, "hold-value") != nullptr);
    const double to = std::get<double>(khtest::find(low, "hold-value")->fix[0].value);
    CHECK(to < -5.0);
    CHECK(to > -10.0);
}

}  // namespace thresholds_tests
