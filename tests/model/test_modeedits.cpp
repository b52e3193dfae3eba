// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "judge/switches/switchproof.h"
#include "model/helicopter/helicopter.h"
#include "model/modeedits.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace modeedits_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::turnstone;

namespace {

const FlightMode& mode(const Setup& s, const std::string& id) {
    for (const FlightMode& m : s.transmitter.modes)
        if (m.id == id) return m;
    FAIL("no mode " << id);
    return s.transmitter.modes.front();
}

}  // namespace

TEST_CASE("a copied mode flies like the other and keeps its name, switch and target") {
    const Setup s = edited(turnstone(), {{"transmitter.modes.idle1.aileron.expoPct", 25.0}});
    const Setup after = edited(s, copyMode(s, "idle1", "idle2"));
    const FlightMode& from = mode(after, "idle1");
    const FlightMode& to = mode(after, "idle2");
    CHECK(to.throttle == from.throttle);
    CHECK(to.pitch == from.pitch);
    CHECK(to.aileron == from.aileron);
    CHECK(to.elevator == from.elevator);
    CHECK(to.rudder == from.rudder);
    CHECK(to.tailGainPct == from.tailGainPct);
    CHECK(to.name == "Idle-up 2");
    CHECK(to.when == mode(s, "idle2").when);
    CHECK(to.targetRpm == mode(s, "idle2").targetRpm);
    // hold has no throttle curve to take or give
    const Setup held = edited(s, copyMode(s, "idle1", "hold"));
    CHECK(mode(held, "hold").pitch == from.pitch);
    CHECK(mode(held, "hold").throttle == mode(s, "hold").throttle);
    CHECK_THROWS_AS(copyMode(s, "idle1", "idle9"), InputError);
    CHECK_THROWS_AS(copyMode(s, "idle9", "idle1"), InputError);
}

TEST_CASE("a mode is added behind another, up to what the transmitter has") {
    const Setup s = turnstone();
    const Setup more = withModeAfter(s, "idle2");
    REQUIRE(more.transmitter.modes.size() == 5);
    CHECK(more.transmitter.modes[3].id == "idle3");
    CHECK(more.transmitter.modes[3].name == "Idle-up 3");
    CHECK(more.transmitter.modes[3].when.empty());
    CHECK(more.transmitter.modes[3].pitch == mode(s, "idle2").pitch);
    CHECK(more.transmitter.modes[4].id == "hold");
    CHECK(evaluate(more).simulated);
    // a mode without a switch is told by the proof, not hidden
    const SwitchProof proof = proveSwitches(more);
    CHECK_FALSE(proof.properties[1].holds);
    CHECK(proof.properties[1].finding.subject == "transmitter.modes.idle3.when");
    try {
        (void)withModeAfter(more, "idle3");
        FAIL("the transmitter has five modes");
    } catch (const InputError& e) {
        CHECK(std::string(e.what()).find("5 flight modes") != std::string::npos);
    }
    // after hold means before it: hold stays last
    CHECK(withModeAfter(s, "hold").transmitter.modes.back().id == "hold");
}

TEST_CASE("a mode goes with everything that names it; the first mode and hold stay") {
    Setup s = turnstone();
    s.transmitter.hold.actsIn = std::vector<std::string>{"normal", "idle1", "idle2"};
    s.standings["transmitter.modes.idle1.pitch"] = {Standing::Entered, "", "", ""};
    const Setup less = withoutMode(s, "idle1");
    CHECK(less.transmitter.modes.size() == 3);
    CHECK(*less.transmitter.hold.actsIn == std::vector<std::string>{"normal", "idle2"});
    CHECK(less.transmitter.hold.autorotationFrom == "normal");
    CHECK(less.standings.count("transmitter.modes.idle1.pitch") == 0);
    CHECK(evaluate(less).simulated);
    CHECK_THROWS_AS(withoutMode(s, "hold"), InputError);
    CHECK_THROWS_AS(withoutMode(s, "normal"), InputError);
    CHECK_THROWS_AS(withoutMode(s, "none"), InputError);
}

TEST_CASE("the bench state is travel 100, sub-trim 0, straight curves, no mixing, and says what it changes") {
    const std::vector<Edit> edits = benchState(turnstone());
    CHECK_FALSE(edits.empty());
    const Setup bench = edited(turnstone(), edits);
    for (const ChannelSettings& c : bench.transmitter.channels) {
        CHECK(c.travelLowPct == 100.0);
        CHECK(c.travelHighPct == 100.0);
        CHECK(c.subTrimPct == 0.0);
    }
    for (const FlightMode& m : bench.transmitter.modes)
        if (m.id != kHoldMode) CHECK(m.pitch == lineCurve(-100, 100, m.pitch.points.size()));
    CHECK(mode(bench, "hold").pitch == mode(turnstone(), "hold").pitch);
    CHECK(bench.transmitter.hold == turnstone().transmitter.hold);
    CHECK(benchState(bench).empty());  // nothing left to do
    const Setup mixing = edited(khtest::dunlin(), benchState(khtest::dunlin()));
    CHECK(mixing.transmitter.swashMixing == SwashMixing::Off);
}

TEST_CASE("a template keeps what the boxes hold and forgets the machine's facts and readings") {
    const Setup t = asTemplate(turnstone());
    CHECK(t.revision == 0);
    CHECK(t.standings.empty());
    CHECK(t.transmitter == turnstone().transmitter);
    CHECK_FALSE(t.machine.power.kv);
    CHECK_FALSE(helicopter(t).rotor.bladeMaxRpm);
    CHECK(t.speedController.calibration.empty());
    for (const PortSettings& p : t.controller.ports) CHECK(p.trimUs == 0.0);
    CHECK(t.machine.name != turnstone().machine.name);
}

TEST_CASE("curves are mirrored, straightened and read at other points") {
    const Curve c = curveOf({-30, -20, 5, 60, 100});
    const Curve m = mirroredCurve(c);
    CHECK(m.points[0].y == -100.0);
    CHECK(m.points[1].y == -60.0);
    CHECK(m.points[2].y == 0.0);
    CHECK(m.points[3].y == 60.0);
    CHECK(mirroredCurve(m) == m);
    const Curve s = straightenedCurve(c);
    CHECK(s.points.front().y == -30.0);
    CHECK(s.points.back().y == 100.0);
    CHECK(s.points[2].y == Approx(35.0));
    CHECK(s.points.size() == 5);
    const Curve more = resampledCurve(s, 9);
    REQUIRE(more.points.size() == 9);
    const CurveEvaluator a(s);
    for (const CurvePoint& p : more.points) CHECK(p.y == Approx(a.at(p.x)).margin(0.26));
    CHECK(resampledCurve(s, 2) == lineCurve(-30, 100, 2));
    CHECK_THROWS_AS(resampledCurve(s, 1), InputError);
    // mirroring works between points too
    const Curve even = mirroredCurve(curveOf({0, 0, 80, 100}));
    CHECK(even.points[0].y == -100.0);
    CHECK(even.points[1].y == Approx(-80.0));
}

}  // namespace modeedits_tests
