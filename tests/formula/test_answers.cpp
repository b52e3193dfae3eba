// SPDX-License-Identifier: GPL-3.0-or-later
//
// One worked story a solver, and what each refuses.
#include "base/conventions.h"
#include "base/error.h"
#include "formula/answers.h"
#include "formula/linkage.h"

#include <rapidcheck.h>
#include <algorithm>
#include <catch2/catch.hpp>
#include <functional>

namespace answers_tests {

using namespace kh;

namespace {

std::string refusal(const std::function<void()>& call) {
    try {
        call();
    } catch (const InputError& e) {
        return e.field();
    }
    return "not refused";
}

}  // namespace

TEST_CASE("a monitor that reads 109 at travel 100 wants travel 91") {
    const EndpointAnswer a = endpointFor(100, 109, {1, 150, Overshoot::Forbid});
    REQUIRE(a.travelPct == 91);
    REQUIRE(a.reachedPct == Approx(99.19));
    REQUIRE(a.reachable);
    REQUIRE(a.why.lines.size() == 2);
    REQUIRE(render(a.why.lines[0]).find("109.0") != std::string::npos);
    const EndpointAnswer nearest = endpointFor(100, 109, {1, 150, Overshoot::Allow});
    REQUIRE(nearest.travelPct == 92);
    REQUIRE(nearest.reachedPct > 100);
}

TEST_CASE("an end out of reach says so, and what it will read at the limit") {
    const EndpointAnswer a = endpointFor(100, 60, {1, 125, Overshoot::Forbid});
    REQUIRE_FALSE(a.reachable);
    REQUIRE(a.travelPct == 125);
    REQUIRE(a.reachedPct == Approx(75));
    REQUIRE(render(a.why.lines.back()).find("beyond the limit") != std::string::npos);
}

TEST_CASE("a centre that reads +3 is trimmed by the other box's scale") {
    REQUIRE(subTrimFor(3, 4.2, 4, 1).changePct == -3);
    REQUIRE(subTrimFor(-3, 4.2, 4, 0.5).changePct == 3);
    REQUIRE(render(subTrimFor(3, 4.2, 4, 1).why.lines.back()).find("−3.0") != std::string::npos);
}

TEST_CASE("a blade that reads 9.2 for 11 is scaled by sines, then by the secant") {
    const PitchSettingAnswer first = pitchSettingFor({80, 9.2}, 11);
    REQUIRE(first.setting == Approx(95.475).margin(0.01));
    const PitchSettingAnswer second = pitchSettingFor({95.5, 10.8}, 11, PitchReading{80, 9.2});
    REQUIRE(second.setting > 95.5);
    REQUIRE(second.setting < 99);
}

TEST_CASE("reading and entering in a loop on a simulated head ends within a tenth of a degree in three rounds") {
    REQUIRE(rc::check("range", [] {
        const double perPct = 0.05 + (*rc::gen::inRange(0, 100)) / 1000.0;  // mm of plate a percent
        const double grip = 15.0 + (*rc::gen::inRange(0, 200)) / 10.0;
        const double offset = (*rc::gen::inRange(-20, 21)) / 100.0;  // mm the plate stands off
        const double target = 9.0 + (*rc::gen::inRange(0, 40)) / 10.0;
        const auto read = [&](double setting) { return degFromRad(std::asin(std::clamp((setting * perPct + offset) / grip, -0.9, 0.9))); };
        double setting = 50;
        std::optional<PitchReading> before;
        for (int round = 0; round < 3; ++round) {
            const PitchReading now{setting, read(setting)};
            if (std::abs(now.measuredDeg - target) < 0.01) break;
            setting = pitchSettingFor(now, target, before).setting;
            before = now;
        }
        RC_ASSERT(std::abs(read(setting) - target) < 0.1);
    }));
}

TEST_CASE("link turns go to the step the ball link allows, and say what is left") {
    const LinkTurnsAnswer whole = linkTurnsFor(0.5, 22, 1.9, 1);
    REQUIRE(whole.turns == -1);
    REQUIRE(whole.remainderDeg == Approx(1.9 - whole.perTurnDeg));
    const LinkTurnsAnswer half = linkTurnsFor(0.5, 22, 1.9, 0.5);
    REQUIRE(half.turns == -1.5);
    REQUIRE(std::abs(half.remainderDeg) < 0.5 * half.perTurnDeg);
}

TEST_CASE("a turned link really moves the blade as promised") {
    REQUIRE(rc::check("turns", [] {
        const double grip = 12.0 + (*rc::gen::inRange(0, 200)) / 10.0;
        const double error = (*rc::gen::inRange(-300, 301)) / 100.0;
        const LinkTurnsAnswer a = linkTurnsFor(0.45, grip, error, 0.5);
        const double height = grip * sinDeg(error) + a.turns * 0.45;
        RC_ASSERT(std::abs(degFromRad(std::asin(height / grip)) - a.remainderDeg) < 0.15);
        RC_ASSERT(std::abs(a.remainderDeg) <= 0.25 * a.perTurnDeg + 1e-9);
    }));
}

TEST_CASE("the gain search closes in, and sets below what oscillated") {
    std::vector<double> clean{30};
    std::vector<double> wags{60};
    int flights = 0;
    for (;; ++flights) {
        const GainSearchAnswer a = gainSearch(clean, wags);
        if (a.done) {
            REQUIRE(a.gain <= 0.9 * *std::min_element(wags.begin(), wags.end()) + 1e-9);
            REQUIRE(a.gain <= 47);
            break;
        }
        (a.gain < 47 ? clean : wags).push_back(a.gain);
        REQUIRE(flights < 8);
    }
    REQUIRE(gainSearch({40}, {}).gain == 45);
    REQUIRE(gainSearch({100}, {}).done);
    REQUIRE(gainSearch({50, 30}, {40}).gain == 35);  // oscillation wins
}

TEST_CASE("gain between head speeds, tail arm, tip gap") {
    REQUIRE(gainScaled(40, 2000, 2200) == Approx(33.06).margin(0.01));
    REQUIRE(gainScaled(-40, 2000, 2000) == -40);
    REQUIRE(tailArmFor(12, 80) == Approx(9.6));
    REQUIRE(tipGapMm(220, 10) == Approx(76.4).margin(0.01));
    const TipGapPitch p = pitchFromTipGap(220, 76.4, 1);
    REQUIRE(p.pitchDeg == Approx(10).margin(0.01));
    REQUIRE(p.errorDeg == Approx(0.132).margin(0.001));
}

TEST_CASE("what cannot be solved is refused by the field that is to blame") {
    REQUIRE(refusal([] { (void)endpointFor(100, 0, {}); }) == "readingPct");
    REQUIRE(refusal([] { (void)endpointFor(0, 90, {}); }) == "travelPct");
    REQUIRE(refusal([] { (void)endpointFor(100, 90, {0, 150, Overshoot::Allow}); }) == "stepPct");
    REQUIRE(refusal([] { (void)subTrimFor(1, 0, 4, 1); }) == "controllerUsPerPct");
    REQUIRE(refusal([] { (void)pitchSettingFor({0, 5}, 8); }) == "setting");
    REQUIRE(refusal([] { (void)pitchSettingFor({80, 0}, 8); }) == "measuredDeg");
    REQUIRE(refusal([] { (void)pitchSettingFor({80, -5}, 8); }) == "measuredDeg");
    REQUIRE(refusal([] { (void)pitchSettingFor({80, 5}, 8, PitchReading{80, 4}); }) == "previous");
    REQUIRE(refusal([] { (void)linkTurnsFor(0.5, 0.4, 1, 1); }) == "gripMm");
    REQUIRE(refusal([] { (void)linkTurnsFor(0.5, 22, 1, 0); }) == "stepTurns");
    REQUIRE(refusal([] { (void)gainSearch({}, {}); }) == "clean");
    REQUIRE(refusal([] { (void)gainSearch({10}, {130}); }) == "oscillating");
    REQUIRE(refusal([] { (void)gainScaled(40, 0, 1); }) == "fromRpm");
    REQUIRE(refusal([] { (void)armAngleDeg(14, 40, 16); }) == "travelMm");
    REQUIRE(refusal([] { (void)ballHeightMm(18, 5, 60); }) == "linkMm");
    REQUIRE(refusal([] { (void)referenceTiltDeg(8, 3, 24); }) == "innerRadiusMm");
    REQUIRE(refusal([] { (void)pitchFromTipGap(220, 440, 1); }) == "gapMm");
    REQUIRE(refusal([] { (void)endpointFor(std::nan(""), 90, {}); }) == "travelPct");
}

}  // namespace answers_tests
