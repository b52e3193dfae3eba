// SPDX-License-Identifier: GPL-3.0-or-later
//
// Stage by stage through the chain, each against a sum done here; banks, gain steps, limits, trims and stops.
#include "base/conventions.h"
#include "base/error.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "procedure/helicopter/trace.h"
#include "procedure/trace.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>
#include <cmath>

namespace stages_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::turnstone;

namespace {

double value(const Trace& t, Function f, const char* stage) {
    for (const Stage* s : t.of(f))
        if (std::string(s->id) == stage) return s->value;
    FAIL("no stage " << stage);
    return 0.0;
}

Deck flying(const Setup& s, const char* mode = "idle1") {
    auto deck = deckInMode(s, mode);
    REQUIRE(deck);
    deck->sticks = {0.0, 0.0, 0.0, 0.0};
    return *deck;
}

}  // namespace

TEST_CASE("aileron by hand: rate, expo, travel, pulse, reading, demand") {
    const Setup s =
        edited(turnstone(), {{"transmitter.modes.idle1.aileron.ratePct", 80.0}, {"transmitter.modes.idle1.aileron.expoPct", 30.0}});
    const Tracer tracer(s);
    Deck deck = flying(s);
    REQUIRE(rc::check("every stick position", [&] {
        const double x = static_cast<double>(*rc::gen::inRange(-100, 101)) / 100.0;
        deck.sticks.aileron = x;
        const Trace t = tracer.at(deck);
        const double rated = 0.8 * (0.7 * x + 0.3 * x * x * x);
        RC_ASSERT(std::abs(value(t, heli::Aileron, "stick") - x) < 1e-12);
        RC_ASSERT(std::abs(value(t, heli::Aileron, "rated") - rated) < 1e-9);
        const double pct = rated * 105.0;
        RC_ASSERT(std::abs(value(t, heli::Aileron, "channel") - pct) < 1e-6);
        const double pulse = value(t, heli::Aileron, "pulse");
        RC_ASSERT(std::abs(pulse - (1500.0 + pct * 4.0)) <= 0.25 + 1e-9);
        const ControllerProfile& box = s.controller.profile;
        const double reading = (pulse - box.centreUs) / box.usPerPct;
        const double shown = std::abs(reading) < box.deadBandPct ? 0.0 : reading;
        RC_ASSERT(std::abs(value(t, heli::Aileron, "reading") - shown) < 1e-6);
        RC_ASSERT(std::abs(value(t, heli::Aileron, "demand") - std::clamp(shown / 100.0, -1.0, 1.0)) < 1e-9);
    }));
}

TEST_CASE("throttle by hand: curve, hold, channel scale, speed controller, head speed") {
    const Setup s = edited(turnstone(), {{"transmitter.modes.idle1.throttle", curveOf({40, 60, 70, 80, 90})}});
    const Tracer tracer(s);
    Deck deck = flying(s);
    for (const double stick : {-1.0, -0.5, 0.0, 0.25, 1.0}) {
        deck.sticks.collective = stick;
        const Trace t = tracer.at(deck);
        const double expected = stick < -0.5  ? 40 + 40 * (stick + 1.0)
                                : stick < 0   ? 60 + 20 * (stick + 0.5)
                                : stick < 0.5 ? 70 + 20 * stick
                                              : 80 + 20 * (stick - 0.5);
        CHECK(value(t, heli::Throttle, "curve") == Approx(expected));
        CHECK(value(t, heli::Throttle, "hold") == Approx(expected));
        CHECK(value(t, heli::Throttle, "channel") == Approx(2 * expected - 100));
        CHECK(value(t, heli::Throttle, "motor-pulse") == Approx(1500 + (2 * expected - 100) * 4).margin(0.3));
        CHECK(value(t, heli::Throttle, "throttle") == Approx((value(t, heli::Throttle, "motor-pulse") - 1100) / 8.0));
    }
    deck.switches["R1"] = 2;
    const Trace held = tracer.at(deck);
    CHECK(value(held, heli::Throttle, "curve") == Approx(90));  // beneath hold the curve is still there to see
    CHECK(value(held, heli::Throttle, "hold") == -5.0);
    CHECK(value(held, heli::Throttle, "channel") == -110.0);
    CHECK(value(held, heli::Throttle, "throttle") == 0.0);
    CHECK(held.mode == "hold");
}

TEST_CASE("stops rank: kill over cut over hold, and where one does not act the next does") {
    Setup s = turnstone();
    s.transmitter.cut.when = {{{"L3", 2, ""}}};
    s.transmitter.cut.throttlePct = 4.0;
    s.transmitter.kill.throttlePct = -7.0;
    const ChainModel model(s);
    Deck deck = flying(s);
    CHECK(model.at(deck).throttlePct == 75.0);
    deck.switches["L3"] = 2;
    CHECK(model.at(deck).throttlePct == 4.0);
    CHECK(model.at(deck).cutActs);
    deck.switches["R1"] = 2;
    CHECK(model.at(deck).throttlePct == -5.0);  // a floor never lifts hold
    deck.switches["R2"] = 2;
    CHECK(model.at(deck).throttlePct == -7.0);
    deck.switches = {};
    deck.cutLatched = true;
    deck.switches["R1"] = 1;
    CHECK(model.at(deck).cutActs);
    s.transmitter.kill.actsIn = std::vector<std::string>{"normal"};
    const ChainModel partly(s);
    Deck idle = flying(s);
    idle.switches["R2"] = 2;
    CHECK(partly.at(idle).throttlePct == 75.0);
    CHECK_FALSE(partly.at(idle).killActs);
}

TEST_CASE("the throttle trim moves the curve within its range, and no stop feels it") {
    const Setup s = edited(turnstone(), {{"transmitter.throttleTrimRangePct", 8.0}});
    const ChainModel model(s);
    Deck deck = flying(s);
    deck.throttleTrim = 1.0;
    CHECK(model.at(deck).throttlePct == 83.0);
    deck.throttleTrim = -0.5;
    CHECK(model.at(deck).throttlePct == 71.0);
    deck.switches["R1"] = 2;
    CHECK(model.at(deck).throttlePct == -5.0);
    const Setup high = edited(s, {{"transmitter.modes.idle1.throttle", flatCurve(97, 5)}});
    deck.switches["R1"] = 1;
    deck.throttleTrim = 1.0;
    CHECK(ChainModel(high).at(deck).throttlePct == 100.0);
}

TEST_CASE("a channel's own limit clamps its output, and cannot exceed the transmitter's") {
    const Setup s = edited(turnstone(), {{"transmitter.channels.aileron.limitPct", 60.0}});
    const ChainModel model(s);
    Deck deck = flying(s);
    deck.sticks.aileron = 1.0;
    CHECK(model.at(deck).channels[indexOf(heli::Aileron)].pct == 60.0);
    deck.sticks.aileron = -1.0;
    CHECK(model.at(deck).channels[indexOf(heli::Aileron)].pct == -60.0);
    const Setup wide =
        edited(turnstone(), {{"transmitter.channels.aileron.limitPct", 200.0}, {"transmitter.channels.aileron.travelHighPct", 180.0}});
    deck.sticks.aileron = 1.0;
    CHECK(ChainModel(wide).at(deck).channels[indexOf(heli::Aileron)].pct == 150.0);
}

TEST_CASE("a gain step sends its own value while its switch is there") {
    Setup s = turnstone();
    s.transmitter.functions.push_back({"gain-low", {{{"L3", 2, ""}}}, 20.0});
    const ChainModel model(s);
    Deck deck = flying(s);
    const double own = model.at(deck).channels[indexOf(heli::Gain)].value;
    CHECK(own == s.transmitter.modes[1].tailGainPct);
    deck.switches["L3"] = 2;
    CHECK(model.at(deck).channels[indexOf(heli::Gain)].value == 20.0);
}

TEST_CASE("the bank switch chooses the bank, and only °/s follow it") {
    const Setup s = turnstone();
    const Tracer tracer(s);
    Deck deck = flying(s);
    deck.sticks.aileron = 1.0;
    deck.sticks.rudder = 1.0;
    std::array<double, 3> roll{};
    for (int place = 1; place <= 3; ++place) {
        deck.switches["L2"] = place;
        const Trace setup = tracer.at(deck, ChainState::SetUp);
        const Trace fly = tracer.at(deck, ChainState::Flying);
        CHECK(fly.now.bank == static_cast<std::size_t>(place - 1));
        roll[static_cast<std::size_t>(place - 1)] = value(fly, heli::Aileron, "demand");
        CHECK(roll[static_cast<std::size_t>(place - 1)] ==
              Approx(s.controller.banks[static_cast<std::size_t>(place - 1)].rollPitchDegS).epsilon(0.01));
        CHECK(value(fly, heli::Rudder, "demand") ==
              Approx(s.controller.banks[static_cast<std::size_t>(place - 1)].rudderDegS).epsilon(0.01));
        CHECK(value(setup, heli::Aileron, "demand") == Approx(1.0).margin(0.01));
    }
    CHECK(roll[0] < roll[1]);
    CHECK(roll[1] < roll[2]);
}

TEST_CASE("levels: a straight line where nothing is lost, and the share of what was asked where it is") {
    const Tracer tracer(turnstone());
    Deck deck = flying(turnstone());
    deck.sticks.aileron = 0.6;
    const double limit = turnstone().controller.cyclicLimitPct / 100.0;  // full stick is cut to it, so 0.6 is a larger share behind it
    const Trace whole = tracer.at(deck);
    for (const Stage* s : whole.of(heli::Aileron)) {
        INFO(s->id);
        const bool behind = std::string(s->id) == "servo-pulse" || std::string(s->id) == "arm-angle" || std::string(s->id) == "plate" ||
                            std::string(s->id) == "blade";
        CHECK(s->level == Approx(behind ? 0.6 / limit : 0.6).margin(0.035));
        CHECK_FALSE(s->off());
    }
    const Setup half = edited(turnstone(), {{"transmitter.channels.aileron.travelHighPct", 50.0}});
    bool lost = false;
    const Trace less = Tracer(half).at(deck);
    for (const Stage* s : less.of(heli::Aileron))
        if (std::string(s->id) == "reading") lost = s->level < 0.35;
    CHECK(lost);
}

TEST_CASE("rudder to slider to tail pitch, and which way the trailing edges go") {
    const Tracer tracer(turnstone());
    Deck deck = flying(turnstone());
    for (const double rudder : {-1.0, -0.4, 0.0, 0.4, 1.0}) {
        deck.sticks.rudder = rudder;
        const Trace t = tracer.at(deck);
        CHECK((helicopterTrace(t).sliderMm > 0.01) == (rudder > 0.0));
        CHECK((helicopterTrace(t).sliderMm < -0.01) == (rudder < 0.0));
        CHECK(helicopterTrace(t).tailPitchDeg ==
              Approx(degFromRad(std::asin((helicopterTrace(t).sliderMm + 12.0 * std::sin(radFromDeg(4.0))) / 12.0))).margin(1e-9));
        double slider = -1.0, pitch = -2.0;  // the neutral built in is no answer to the stick
        for (const Stage* s : t.of(heli::Rudder)) {
            if (std::string(s->id) == "slider") slider = s->level;
            if (std::string(s->id) == "tail-pitch") pitch = s->level;
        }
        CHECK(pitch == slider);
        CHECK((slider < 0.01) == (rudder == 0.0));
        CHECK(helicopterTrace(t).trailingEdge == (rudder > 0 ? EdgeSide::Right : rudder < 0 ? EdgeSide::Left : EdgeSide::Still));
    }
    CHECK(trailingEdge(2.0, LeverEdge::Leading) == EdgeSide::Left);
    CHECK(trailingEdge(-2.0, LeverEdge::Leading) == EdgeSide::Right);
    CHECK(trailingEdge(0.0, LeverEdge::Trailing) == EdgeSide::Still);
    deck.sticks.rudder = 1.0;
    const double full = helicopterTrace(tracer.at(deck)).sliderMm;
    const Setup less = edited(turnstone(), {{"controller.tail.limitRightPct", 60.0}});
    CHECK(helicopterTrace(Tracer(less).at(deck)).sliderMm < full * 0.7);
    deck.sticks.rudder = -1.0;
    CHECK(helicopterTrace(Tracer(less).at(deck)).sliderMm ==
          Approx(helicopterTrace(tracer.at(deck)).sliderMm));  // the other side is its own
}

TEST_CASE("cyclic is clipped to a circle before it is mixed") {
    const ChainModel model(turnstone());
    const auto tilt = [&](double a, double e) {
        const Plane p = helicopterIn(model).plateAt(0.0, a, e).plate;
        return std::hypot(p.forward, p.right);
    };
    const double round = tilt(1.0, 0.0);
    CHECK(tilt(0.0, 1.0) == Approx(round).epsilon(0.05));
    CHECK(tilt(1.0, 1.0) == Approx(round).epsilon(0.05));
    CHECK(tilt(0.3, 0.0) == Approx(round * 0.3 / 0.76).epsilon(0.02));
    const Setup free = edited(turnstone(), {{"controller.cyclicLimitPct", 100.0}});
    const Plane p = helicopterIn(ChainModel(free)).plateAt(0.0, 1.0, 0.0).plate;
    CHECK(std::hypot(p.forward, p.right) > round * 1.2);
}

TEST_CASE("a servo in the wrong port moves the wrong ball; one not plugged in stays") {
    using namespace std::string_literals;
    const Setup swapped = edited(turnstone(), {{"controller.ports.2.role", "right"s}, {"controller.ports.3.role", "left"s}});
    const auto right = [](const Setup& s) { return helicopterIn(ChainModel(s)).plateAt(0.0, 0.5, 0.0).plate.right; };
    CHECK(right(turnstone()) > 0.05);
    CHECK(right(swapped) < 0.0);
    const Setup loose = edited(turnstone(), {{"controller.ports.2.role", "fourth"s}});
    const auto p = helicopterIn(ChainModel(loose)).plateAt(1.0, 0.0, 0.0);
    const auto whole = helicopterIn(ChainModel(turnstone())).plateAt(1.0, 0.0, 0.0);
    CHECK(p.servos[1].pulseUs != whole.servos[1].pulseUs);
    CHECK(std::hypot(p.plate.forward, p.plate.right) > 0.05);  // two servos lift, one does not: the plate tilts
}

TEST_CASE("deckInMode finds a combination for every mode, or says there is none") {
    for (const Setup& s : {turnstone(), khtest::dunlin()})
        for (const FlightMode& m : s.transmitter.modes) {
            const auto deck = deckInMode(s, m.id);
            INFO(m.id);
            REQUIRE(deck);
            CHECK(s.transmitter.modes[ChainModel(s).at(*deck).mode].id == m.id);
        }
    CHECK_FALSE(deckInMode(turnstone(), "no such mode"));
    Setup s = turnstone();
    s.transmitter.modes[1].when = {{{"L1", 2, ""}, {"L1", 3, ""}}};
    CHECK_FALSE(deckInMode(s, "idle1"));
}

}  // namespace stages_tests
