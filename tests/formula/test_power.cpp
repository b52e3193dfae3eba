// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "formula/plate.h"
#include "formula/rotor.h"
#include "procedure/registry.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace power_tests {

using namespace kh;

namespace {

HoverIn rotor() { return {5.1, 1.56, 2000, 60, 2, 1.225, 1.15, 0.011}; }

}  // namespace

TEST_CASE("the hover estimate meets the worked example, and follows mass and speed") {
    const HoverOut h = hover(rotor());
    REQUIRE(h.pitchDeg == Approx(2.71).margin(0.01));
    REQUIRE(h.figureOfMerit > 0.1);
    REQUIRE(h.figureOfMerit < 0.5);
    HoverIn heavier = rotor();
    heavier.massKg = 6;
    REQUIRE(hover(heavier).pitchDeg > h.pitchDeg);
    HoverIn slower = rotor();
    slower.rpm = 1600;
    REQUIRE(hover(slower).pitchDeg > h.pitchDeg);
    REQUIRE(hover(slower).powerW < h.powerW);
}

TEST_CASE("gearing multiplies through, and poles are not pole pairs") {
    const MotorSpeeds s = motorSpeeds({112, 11, 1}, 10, 2000);
    REQUIRE(s.ratio == Approx(10.1818).margin(0.001));
    REQUIRE(s.polePairs == 5);
    REQUIRE(s.electricalRpm == Approx(2000 * s.ratio * 5));
    REQUIRE(gearRatio({112, 11, 2}) == Approx(2 * s.ratio));
    REQUIRE_THROWS_AS(motorSpeeds({112, 11, 1}, 7, 2000), InputError);
    REQUIRE_THROWS_AS(gearRatio({112, 10.5, 1}), InputError);
}

TEST_CASE("what the pack gives, and the share a target takes of it") {
    const HeadSpeedOut h = headSpeed({530, 12, 3.7, 0.93, 10.18, 2000});
    REQUIRE(h.availableRpm == Approx(2149.9).margin(1));
    REQUIRE(h.throttlePct + h.headroomPct == Approx(100));
    REQUIRE(headSpeed({530, 12, 3.7, 0.93, 10.18, 3000}).headroomPct < 0);
    REQUIRE_THROWS_AS(headSpeed({530, 12, 3.7, 1.2, 10.18, 2000}), InputError);
}

TEST_CASE("a rested pack: charge rises with volts, and a used one is told") {
    REQUIRE(rc::check("monotone", [] {
        const double a = 3.0 + (*rc::gen::inRange(0, 1300)) / 1000.0;
        const double b = a + (*rc::gen::inRange(0, 200)) / 1000.0;
        RC_ASSERT(batteryState(6 * b, 6).chargePct >= batteryState(6 * a, 6).chargePct);
        RC_ASSERT(batteryState(6 * a, 6).chargePct >= 0);
        RC_ASSERT(batteryState(6 * b, 6).chargePct <= 100);
    }));
    REQUIRE(batteryState(25.2, 6).chargePct == 100);
    REQUIRE(batteryState(22.8, 6).chargePct == Approx(40));
    REQUIRE_FALSE(batteryState(24.6, 6).used);
    REQUIRE(batteryState(24.5, 6).used);
}

TEST_CASE("the timer leaves the reserve that was asked") {
    const double minutes = timerMinutes(5000, 3000, 4, 20);
    REQUIRE(minutes == Approx(5.3333).margin(0.001));
    REQUIRE(3000 / 4.0 * minutes == Approx(0.8 * 5000));
    REQUIRE_THROWS_AS(timerMinutes(5000, 3000, 4, 100), InputError);
}

TEST_CASE("a plate through any balls is found again from their heights") {
    REQUIRE(rc::check("fit", [] {
        const double h = (*rc::gen::inRange(-800, 801)) / 100.0;
        const double a = (*rc::gen::inRange(-250, 251)) / 1000.0;
        const double b = (*rc::gen::inRange(-250, 251)) / 1000.0;
        for (const std::vector<double>& azimuths :
             {std::vector<double>{180, 300, 60}, std::vector<double>{180, 270, 90, 0}, std::vector<double>{225, 315, 45, 135}}) {
            std::vector<double> heights;
            for (const double psi : azimuths) heights.push_back(heightAt({h, a, b}, 28, psi));
            const PlateFit fit = fitPlate(azimuths, heights, 28);
            RC_ASSERT(std::abs(fit.plane.heightMm - h) < 1e-9);
            RC_ASSERT(std::abs(fit.plane.forward - a) < 1e-9);
            RC_ASSERT(std::abs(fit.plane.right - b) < 1e-9);
            RC_ASSERT(fit.fightMm < 1e-9);
            const PlateFitter quick(azimuths, 28);
            RC_ASSERT(std::abs(quick.fit(heights).right - b) < 1e-9);
        }
    }));
}

TEST_CASE("four servos under one wrong trim fight by a quarter of it") {
    std::vector<double> heights{0.8, 0, 0, 0};
    const PlateFit fit = fitPlate(std::vector<double>{180, 270, 90, 0}, heights, 28);
    REQUIRE(fit.fightMm == Approx(0.2));
    REQUIRE(fit.plane.heightMm == Approx(0.2));
}

TEST_CASE("a matching layout couples nothing, a foreign one does") {
    const std::vector<double> a{180, 300, 60};
    const LayoutMismatch none = layoutMismatch(a, a);
    REQUIRE(none.elevator.forward == Approx(1));
    REQUIRE(std::abs(none.elevator.heightMm) < 1e-12);
    const LayoutMismatch some = layoutMismatch(a, std::vector<double>{180, 320, 40});
    REQUIRE(some.aileron.right == Approx(1.3473).margin(0.0001));
    REQUIRE(some.elevator.heightMm == Approx(0.1506).margin(0.0001));
    REQUIRE_THROWS_AS(layoutMismatch(a, std::vector<double>{180, 180, 60}), InputError);
}

TEST_CASE("phase turns the tilt clockwise from above") {
    const std::vector<double> azimuths{180, 300, 60};
    const auto servo = mix(azimuths, {.elevator = 1, .phaseDeg = 10});
    const PlateFit fit = fitPlate(azimuths, servo, 1.0 / 0.2);
    REQUIRE(fit.towardDeg == Approx(10).margin(1e-6));
}

TEST_CASE("messages render names, numbers, lists, a true minus and no negative zero") {
    REQUIRE(render(say("{a} and {b}", {{"a", std::string("x")}, {"b", signedNum(2.5, 1)}})) == "x and +2.5");
    REQUIRE(render(num(-0.04, 1)) == "0.0");
    REQUIRE(render(signedNum(0.0, 0)) == "0");
    REQUIRE(render(num(-3.25, 2)) == "−3.25");
    REQUIRE(render(num(std::nan(""), 2)) == "–");
    REQUIRE(render(say("{x}")) == "{x}");
    REQUIRE(render(say("{l}", {{"l", std::vector<Message>{say("a"), say("b")}}})) == "a, b");
    Speech speech;
    speech.decimalPoint = ",";
    speech.translate = [](const std::string& text, int) { return text == "{v} mm" ? std::string("Weg {v} mm") : text; };
    REQUIRE(render(say("{v} mm", {{"v", num(1.5, 1)}}), speech) == "Weg 1,5 mm");
}

TEST_CASE("every rule's words survive a pseudo-language, with nothing left in braces") {
    Speech pseudo;
    pseudo.translate = [](const std::string& text, int) { return "[" + text + " ~~~]"; };
    for (const Finding& f : evaluate(khtest::dunlin()).findings)
        for (const Message* m : {&f.title, &f.found, &f.why, &f.todo}) {
            const std::string text = render(*m, pseudo);
            INFO(text);
            CHECK(text.front() == '[');
            CHECK(text.find('{') == std::string::npos);
        }
}

}  // namespace power_tests
