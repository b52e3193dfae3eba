// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "base/error.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "procedure/helicopter/trace.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace chain_tests {

using namespace kh;
using khtest::turnstone;

namespace {

const Stage& stage(const Trace& t, Function f, const std::string& id) {
    for (const Stage* s : t.of(f))
        if (id == s->id) return *s;
    FAIL("no stage " << id);
    throw std::logic_error(id);
}

Deck flying(const Setup& s, const std::string& mode) {
    const auto deck = deckInMode(s, mode);
    REQUIRE(deck.has_value());
    return *deck;
}

}  // namespace

TEST_CASE("the sound model does what is asked") {
    Deck deck = flying(turnstone(), "idle1");
    deck.sticks = {0.75, 0.5, -0.3, 0.4};
    const Trace t = trace(turnstone(), deck);
    REQUIRE(t.mode == "idle1");
    for (const Stage& s : t.stages) {
        INFO(functionId(s.function) << " " << s.id << " " << s.value << " asked " << s.asked);
        REQUIRE_FALSE(s.off());
    }
    REQUIRE(stage(t, heli::Aileron, "reading").value == Approx(50).margin(0.2));
    REQUIRE(stage(t, heli::Collective, "blade").value == Approx(8.6).margin(0.2));
    REQUIRE(helicopterTrace(t).heightMm > 0);
    REQUIRE(t.headSpeedRpm == Approx(2223).margin(3));
    REQUIRE(helicopterTrace(t).trailingEdge == EdgeSide::Right);
}

TEST_CASE("a 120° mix on a 140° plate shows its coupling") {
    Setup s = turnstone();
    helicopter(s).servos[1].azimuthDeg = 320;
    helicopter(s).servos[2].azimuthDeg = 40;
    const ChainModel done(s);
    const ChainModel asked(askedSetup(s));
    const auto a = helicopterIn(done).plateAt(0, 0.02, 0).plate;
    const auto w = helicopterIn(asked).plateAt(0, 0.02, 0).plate;
    REQUIRE(a.right / w.right == Approx(1.3473).margin(0.003));
    const auto e = helicopterIn(done).plateAt(0, 0, 0.02).plate;
    const auto we = helicopterIn(asked).plateAt(0, 0, 0.02).plate;
    REQUIRE(e.forward / we.forward == Approx(0.8494).margin(0.003));
    REQUIRE(e.heightMm / (28.0 * we.forward) == Approx(0.1506).margin(0.012));
}

TEST_CASE("a mix left in the transmitter parts from what was asked at the channel") {
    const Setup s = khtest::edited(turnstone(), {{"transmitter.swashMixing", std::string("120")}});
    Deck deck = flying(s, "normal");
    deck.sticks = {0, 1, 0, 0};
    const Trace t = trace(s, deck);
    REQUIRE_FALSE(stage(t, heli::Aileron, "rated").off());
    REQUIRE(stage(t, heli::Aileron, "channel").off());
    REQUIRE(stage(t, heli::Aileron, "channel").asked == Approx(105));
    // right stick: the left ball rises, so its channel (aileron) and the right ball's (collective) part
    REQUIRE(stage(t, heli::Collective, "reading").value != Approx(0).margin(5));
}

TEST_CASE("hold replaces the curve, kill overrides all, and where hold does not act the mode stays whole") {
    Setup s = turnstone();
    Deck deck = flying(s, "idle2");
    REQUIRE(trace(s, deck).throttlePct == Approx(85));
    deck.switches["R1"] = 2;
    Trace t = trace(s, deck);
    REQUIRE(t.mode == "hold");
    REQUIRE(t.throttlePct == 0);
    REQUIRE(t.headSpeedRpm == 0);
    REQUIRE(stage(t, heli::Throttle, "pulse").value == 1060);
    s.transmitter.hold.actsIn = std::vector<std::string>{"normal", "idle1"};
    t = trace(s, deck);
    REQUIRE(t.mode == "idle2");
    REQUIRE(t.throttlePct == Approx(85));
    REQUIRE(stage(t, heli::Throttle, "hold").asked == Approx(-5));
    deck.switches["R2"] = 2;
    REQUIRE(trace(s, deck).throttlePct == 0);
}

TEST_CASE("a reversed throttle channel turns hold into full power") {
    const Setup s = khtest::edited(turnstone(), {{"transmitter.channels.throttle.reversed", true}});
    Deck deck;  // power-on places: hold on
    REQUIRE(trace(s, deck).throttlePct == 100);
}

TEST_CASE("every finding with a witness can be posed, and its mode is the one it names") {
    const Evaluation e = evaluate(khtest::dunlin());
    const Tracer tracer(khtest::dunlin());
    int posable = 0;
    for (const Finding& f : e.findings) {
        if (!f.witness) {
            REQUIRE_FALSE(f.subject.empty());
            continue;
        }
        ++posable;
        (void)tracer.at(posed({}, f.witness->to));
    }
    REQUIRE(posable >= 6);
    const Finding* hold = khtest::find(e, "hold-acts.idle2");
    REQUIRE(hold != nullptr);
    const Trace t = tracer.at(posed({}, hold->witness->to));
    REQUIRE(t.mode == "idle2");
    REQUIRE(t.now.holdAsked);
    REQUIRE(t.throttlePct > 50);
    const Finding* gain = khtest::find(e, "gain-side.idle1");
    REQUIRE(gain != nullptr);
    const Trace g = tracer.at(posed({}, gain->witness->to));
    REQUIRE(g.mode == "idle1");
    REQUIRE(stage(g, heli::Gain, "gain").value < 0);
}

TEST_CASE("the kernel agrees with the checked functions") {
    REQUIRE(rc::check("arm, plate and blade", [] {
        const double c = (*rc::gen::inRange(-100, 101)) / 100.0;
        const double a = (*rc::gen::inRange(-70, 71)) / 100.0;
        const Setup& s = turnstone();
        const ChainModel model(s);
        const auto plate = helicopterIn(model).plateAt(c, a, 0);
        std::vector<double> heights;
        std::vector<double> azimuths;
        for (std::size_t i = 0; i < 3; ++i) {
            const PlateServo& servo = helicopter(s).servos[i];
            RC_ASSERT(std::abs(ballHeightMm(servo.armMm, servo.linkMm, plate.servos[i].armDeg) - plate.servos[i].ballMm) < 1e-9);
            heights.push_back(plate.servos[i].ballMm);
            azimuths.push_back(servo.azimuthDeg);
        }
        const PlateFit fit = fitPlate(azimuths, heights, helicopter(s).plate.ballRadiusMm);
        RC_ASSERT(std::abs(fit.plane.heightMm - plate.plate.heightMm) < 1e-9);
        RC_ASSERT(std::abs(fit.plane.right - plate.plate.right) < 1e-12);
        const BladeLinkage link{helicopter(s).head.innerRadiusMm, helicopter(s).head.gripMm, helicopter(s).head.leadDeg,
                                helicopter(s).head.link};
        RC_ASSERT(std::abs(helicopterIn(model).bladeAt(plate.plate, 180) - bladePitchDeg(plate.plate, link, 180)) < 1e-9);
    }));
}

TEST_CASE("inverse linkage closes on forward") {
    REQUIRE(rc::check("angle to height and back", [] {
        const double arm = 5.0 + (*rc::gen::inRange(0, 150)) / 10.0;
        const double link = arm * 2 + (*rc::gen::inRange(0, 500)) / 10.0;
        const double deg = (*rc::gen::inRange(-6000, 6001)) / 100.0;
        RC_ASSERT(std::abs(armAngleDeg(arm, link, ballHeightMm(arm, link, deg)) - deg) < 1e-9);
    }));
}

TEST_CASE("the rose meets brute force") {
    const Setup& s = turnstone();
    const ChainModel model(s);
    const double height = helicopterIn(model).plateAt(1, 0, 0).plate.heightMm;
    const ClearanceRose rose = clearanceRose(s, 1, height);
    const double stroke = s.controller.profile->usableStrokeUs;
    for (std::size_t k = 0; k < kRosePoints; k += 7) {
        const EnvelopePoint& p = rose.points[k];
        double brute = 0;
        for (double tilt = 0; tilt < 20; tilt += 0.05) {
            bool fine = tilt <= helicopter(s).plate.tiltLimitDeg && std::abs(height) <= helicopter(s).plate.travelMm;
            const Plane plane{height, sinDeg(tilt) * cosDeg(p.azimuthDeg), sinDeg(tilt) * sinDeg(p.azimuthDeg)};
            for (const PlateServo& servo : helicopter(s).servos) {
                try {
                    const double deg =
                        armAngleDeg(servo.armMm, servo.linkMm, heightAt(plane, helicopter(s).plate.ballRadiusMm, servo.azimuthDeg));
                    fine = fine && std::abs(deg - servo.squareErrorDeg) <= stroke * servo.servo->degPerUs &&
                           std::abs(deg) <= servo.servo->rangeDeg;
                } catch (const InputError&) {
                    fine = false;
                }
            }
            fine = fine && (std::abs(height) + helicopter(s).head.innerRadiusMm * sinDeg(tilt)) / helicopter(s).head.gripMm <=
                               sinDeg(helicopter(s).head.gripLimitDeg);
            if (!fine) break;
            brute = tilt;
        }
        REQUIRE(p.tiltDeg == Approx(brute).margin(0.08));
    }
    REQUIRE(rose.round.limitedBy != Limit::None);
}

TEST_CASE("conditions that go in a circle, and chains that cannot be built, are refused by field") {
    Setup s = turnstone();
    s.transmitter.functions.push_back({"a", {{{"", 1, "b"}}}});
    s.transmitter.functions.push_back({"b", {{{"", 1, "a"}}}});
    REQUIRE_THROWS_AS(ChainModel(s), InputError);
    s = turnstone();
    helicopter(s).servos.pop_back();
    REQUIRE_THROWS_WITH(ChainModel(s), Catch::Contains("machine.servos"));
    s = turnstone();
    s.controller.layout = "round the corner";
    REQUIRE_THROWS_WITH(ChainModel(s), Catch::Contains("controller.layout"));
    const Evaluation e = evaluate(s);
    REQUIRE_FALSE(e.simulated);
    REQUIRE(e.findings.size() == 1);
    REQUIRE(e.findings[0].id == "chain-impossible");
}

TEST_CASE("the mechanical layout moves one thing a servo") {
    Setup s = turnstone();
    s.controller.layout = "mechanical";
    helicopter(s).plate.mechanical = true;
    for (PlateServo& x : helicopter(s).servos) x.squareErrorDeg = 0;
    for (PortSettings& p : s.controller.ports) p.trimUs = 0;
    const ChainModel m(s);
    const auto c = helicopterIn(m).plateAt(0.5, 0, 0);
    REQUIRE(c.plate.heightMm > 1);
    REQUIRE(std::abs(c.plate.right) < 1e-9);
    REQUIRE(helicopterIn(m).plateAt(0, 0.5, 0).plate.right > 0.01);
    REQUIRE(helicopterIn(m).plateAt(0, 0, 0.5).plate.forward > 0.01);
}

TEST_CASE("°/s act only in the flying state, and the state is said") {
    Deck deck = flying(turnstone(), "normal");
    deck.sticks = {0, 0.5, 0, 0};
    const Trace bench = trace(turnstone(), deck);
    const Trace air = trace(turnstone(), deck, ChainState::Flying);
    REQUIRE(stage(bench, heli::Aileron, "demand").value == Approx(0.5).margin(0.01));
    REQUIRE(stage(air, heli::Aileron, "demand").value == Approx(100).margin(1));
    REQUIRE(std::string(stage(air, heli::Aileron, "demand").unit) == "°/s");
}

TEST_CASE("a mode that is reached through another function is found on the deck") {
    Setup s = turnstone();
    FlightMode& idle = s.transmitter.modes[1];
    const Condition own = idle.when;
    s.transmitter.functions.push_back({"reach", own, {}});
    idle.when = {{{"", 1, "reach"}}};
    const auto deck = deckInMode(s, idle.id);
    REQUIRE(deck);
    const ChainModel model(s);
    CHECK(s.transmitter.modes[model.at(*deck).mode].id == idle.id);
}

TEST_CASE("every mode is reached from a transmitter that starts with kill on, as an armed hold asks for it") {
    for (const Setup& sound : {turnstone(), khtest::fulmar(), khtest::gannet()}) {
        Setup s = sound;
        for (const Term& t : s.transmitter.kill.when.front())
            for (SwitchSettings& place : s.transmitter.switches)
                if (place.id == t.switchId) place.powerOnPlace = t.place;
        const ChainModel model(s);
        REQUIRE(model.at(Deck{}).killActs);
        for (std::size_t i = 0; i < s.transmitter.modes.size(); ++i) {
            const Instant now = model.at(flying(s, s.transmitter.modes[i].id));
            INFO(s.machine.name << ' ' << s.transmitter.modes[i].id);
            CHECK(now.mode == i);
            CHECK_FALSE(now.killActs);
        }
    }
}

}  // namespace chain_tests
