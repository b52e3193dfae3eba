// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "base/error.h"
#include "formula/answers.h"
#include "formula/channel.h"
#include "formula/curve.h"
#include "formula/gainscale.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace radio_tests {

using namespace kh;

namespace {

double real(double low, double high) { return low + (high - low) * (*rc::gen::inRange(0, 100001)) / 100000.0; }

}  // namespace

TEST_CASE("a smooth curve never passes beyond its points") {
    REQUIRE(rc::check("smooth stays between neighbours", [] {
        std::vector<double> ys;
        const int n = *rc::gen::inRange(2, 10);
        for (int i = 0; i < n; ++i) ys.push_back(real(-100, 100));
        const Curve curve = evenCurve(ys, CurveShape::Smooth);
        const CurveEvaluator at(curve);
        const double x = real(0, 100);
        std::size_t i = 1;
        while (i + 1 < curve.points.size() && curve.points[i].x < x) ++i;
        const double low = std::min(curve.points[i - 1].y, curve.points[i].y);
        const double high = std::max(curve.points[i - 1].y, curve.points[i].y);
        RC_ASSERT(at.at(x) >= low - 1e-9);
        RC_ASSERT(at.at(x) <= high + 1e-9);
    }));
}

TEST_CASE("an end point that was solved reads what was promised") {
    REQUIRE(rc::check("travel fed back through the channel", [] {
        ChannelScale tx;
        tx.usPerPct = real(2, 6);
        tx.resolutionUs = 0.001;
        const ReadingScale box{1500, real(2, 6), 0};
        const double u = readingPct(channelOutput(100, tx).pulseUs, box);
        const EndpointAnswer answer = endpointFor(100, u, {0.1, 400, Overshoot::Forbid});
        tx.travelHighPct = answer.travelPct;
        tx.limitPct = 500;
        const double again = readingPct(channelOutput(100, tx).pulseUs, box);
        RC_ASSERT(std::abs(again - answer.reachedPct) < 0.01);
        RC_ASSERT(again <= 100.01);
        RC_ASSERT(again > 99.0);
    }));
}

TEST_CASE("gains survive the way to another scale and back within its rounding") {
    REQUIRE(rc::check("typed and back", [] {
        const double g = *rc::gen::inRange(-100, 101);
        for (const GainScale scale : {GainScale::Signed, GainScale::Centre50, GainScale::ModePercent, GainScale::Travel}) {
            const double back = gainFromTyped(gainTyped(g, scale), scale, g);
            RC_ASSERT(std::abs(back - g) <= (scale == GainScale::Centre50 ? 1.0 : 0.0));
        }
    }));
    REQUIRE(render(gainAsShown(44, GainScale::Centre50)) == "72");
    REQUIRE(render(gainAsShown(-35, GainScale::ModePercent)) == "R 35");
}

TEST_CASE("left and right mirror") {
    REQUIRE(rc::check("rates and channels are odd", [] {
        const double x = real(0, 1);
        const AxisRates r{real(0, 125), real(-50, 100)};
        RC_ASSERT(std::abs(rated(x, r).value + rated(-x, r).value) < 1e-12);
        ChannelScale c;
        c.travelLowPct = c.travelHighPct = real(0, 150);
        RC_ASSERT(std::abs(channelOutput(100 * x, c).pct + channelOutput(-100 * x, c).pct) < 1e-9);
    }));
}

TEST_CASE("bad curves and channels name their field") {
    const auto names = [](const std::string& field, auto&& call) {
        try {
            call();
            FAIL("was not refused: " << field);
        } catch (const InputError& e) {
            REQUIRE(e.field() == field);
        }
    };
    names("points", [] { requireCurve(std::vector<CurvePoint>{{0, 0}}); });
    names("points", [] { requireCurve(std::vector<CurvePoint>{{0, 0}, {0, 1}}); });
    names("points", [] { requireCurve(std::vector<CurvePoint>{{0, 0}, {101, 1}}); });
    names("points", [] { requireCurve(std::vector<CurvePoint>{{0, std::nan("")}, {100, 1}}); });
    names("stick", [] { (void)rated(1.1, {}); });
    names("expoPct", [] { (void)rated(0, {100, 101}); });
    names("travelHighPct", [] { (void)channelOutput(0, {.travelHighPct = -1}); });
    names("signed", [] { (void)writeGain(100.5); });
}

TEST_CASE("rounding goes away from zero and holds its fuzz") {
    REQUIRE(roundToStep(2.5, 1) == 3);
    REQUIRE(roundToStep(-2.5, 1) == -3);
    REQUIRE(roundToStep(0.3, 0.1) == Approx(0.3));
    REQUIRE(floorToStep(2.9999999999, 1) == 3);
    REQUIRE(floorToStep(2.9, 1) == 2);
    REQUIRE(wrapAzimuthDeg(-90) == 270);
    REQUIRE(wrapAzimuthDeg(720) == 0);
}

}  // namespace radio_tests
