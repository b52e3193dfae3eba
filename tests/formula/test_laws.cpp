// SPDX-License-Identifier: GPL-3.0-or-later
//
// In what transmitters differ when they make a channel of a value: each law told from the others, turned round, and without a leap.
#include "base/error.h"
#include "formula/answers.h"
#include "formula/channel.h"

#include <rapidcheck.h>
#include <array>
#include <catch2/catch.hpp>

namespace laws_tests {

using namespace kh;

namespace {

double real(double low, double high) { return low + (high - low) * (*rc::gen::inRange(0, 100001)) / 100000.0; }

ChannelLaws anyLaws() {
    return {static_cast<TravelSide>(*rc::gen::inRange(0, 2)), static_cast<SubTrimLaw>(*rc::gen::inRange(0, 2)), *rc::gen::arbitrary<bool>(),
            static_cast<LimitLaw>(*rc::gen::inRange(0, 2))};
}

ChannelScale anyChannel() {
    return {real(60, 140), real(60, 140), real(-25, 25), *rc::gen::arbitrary<bool>(), 500.0, 1500.0, real(3, 6), 0.001, anyLaws()};
}

double pulse(double value, const ChannelScale& s) { return channelOutput(value, s).pulseUs; }

}  // namespace

TEST_CASE("two transmitters that differ in one law send different pulses") {
    // travel 80 and 120, sub-trim +10, reversed, limit 100: at both ends and at half stick
    ChannelScale most{80, 120, 10, true, 100, 1500, 4, 1, {}};
    CHECK(pulse(100, most) == 1500 - 400);  // 130 is cut to 100
    CHECK(pulse(-100, most) == 1500 + 280);
    CHECK(pulse(50, most) == 1500 - 280);
    CHECK(pulse(0, most) == 1460);

    ChannelScale after = most;
    after.laws.side = TravelSide::AfterReversing;
    CHECK(pulse(-100, after) == 1500 + 400);  // the high travel serves what comes out high: 110 is cut
    CHECK(pulse(50, after) == 1500 - 200);

    ChannelScale bends = most;
    bends.laws.subTrim = SubTrimLaw::Bends;
    CHECK(pulse(0, bends) == 1460);
    CHECK(pulse(-100, bends) == 1500 + 320);  // the end stays where the travel alone puts it
    CHECK(pulse(50, bends) == 1500 - 260);

    ChannelScale keeps = most;
    keeps.laws.reverseTurnsTrim = false;
    CHECK(pulse(0, keeps) == 1540);
    CHECK(pulse(-100, keeps) == 1500 + 360);

    ChannelScale scales = most;
    scales.laws.limit = LimitLaw::Scales;
    CHECK(pulse(100, scales) == 1100);
    CHECK(pulse(50, scales) == 1500 - 220);  // half way from the centre 10 to the limit 100
    CHECK(pulse(-100, scales) == 1780);      // a side that ends within the limit is left alone
}

TEST_CASE("the laws are asked for by their words in the channel's derivation") {
    const ChannelScale s{80, 120, 10, true, 100, 1500, 4, 1, {TravelSide::AfterReversing, SubTrimLaw::Bends, false, LimitLaw::Scales}};
    Derivation why;
    why.wanted = true;
    (void)channelOutput(-100, s, &why);
    CHECK(why.lines.size() >= 6);
}

TEST_CASE("a channel turned round gives the value that was sent, under every law") {
    REQUIRE(rc::check("value, output, value", [] {
        const ChannelScale s = anyChannel();
        const double v = real(-130, 130);
        const ChannelOutput out = channelOutput(v, s);
        RC_ASSERT(std::abs(valueSending(out.pct, s) - v) < 1e-6);
    }));
    REQUIRE(rc::check("travel, output, travel", [] {
        const ChannelScale s = anyChannel();
        const double side = *rc::gen::arbitrary<bool>() ? 100.0 : -100.0;
        RC_ASSERT(std::abs(travelSending(channelOutput(side, s).pct, side, s) - s.travelPct(side)) < 1e-6);
    }));
}

TEST_CASE("a gain to send reads as wanted under every law") {
    REQUIRE(rc::check("gainToSend through the channel", [] {
        const ChannelScale s = anyChannel();
        const ReadingScale box{real(1490, 1530), real(3, 6), 0.0};
        const double wanted = real(-60, 60);
        const GainSentAnswer answer = gainToSend(wanted, s, box, 0.01);
        if (answer.reachable) RC_ASSERT(std::abs(answer.readsPct - wanted) < 0.1);
    }));
}

TEST_CASE("no law leaps, and a channel goes one way over the whole stick") {
    REQUIRE(rc::check("steps of a thousandth", [] {
        ChannelScale s = anyChannel();
        s.limitPct = real(60, 150);
        const double sign = s.reversed ? -1.0 : 1.0;
        double before = channelOutput(-110, s).pct;
        for (int i = 1; i <= 220; ++i) {
            const double now = channelOutput(-110.0 + i, s).pct;
            RC_ASSERT(sign * (now - before) >= -1e-9);
            RC_ASSERT(std::abs(now - before) <= 2.0);  // 1.4 by travel, 0.25 by a sub-trim that bends
            RC_ASSERT(std::abs(now) <= s.limitPct + 1e-9);
            before = now;
        }
    }));
}

TEST_CASE("an expo by a box's own table keeps the ends, rises, and is refused where it would turn back") {
    const ExpoTable table{0, 0.02, 0.06, 0.14, 0.3, 0.55, 1};
    CHECK(rated(0.5, {100, 50}, table).value == Approx(0.5 * 0.5 + 0.5 * 0.14));
    CHECK(rated(0.5, {100, 50}).value == Approx(0.5 * 0.5 + 0.5 * 0.125));
    CHECK(rated(0, {100, 100}, table).centreSlope == Approx(0.12));
    REQUIRE(rc::check("rises", [table] {
        const double expo = real(-50, 100), x = real(0, 0.999);
        RC_ASSERT(rated(x + 0.001, {100, expo}, table).value >= rated(x, {100, expo}, table).value - 1e-12);
        RC_ASSERT(std::abs(rated(-x, {100, expo}, table).value + rated(x, {100, expo}, table).value) < 1e-12);
        RC_ASSERT(std::abs(rated(1, {100, expo}, table).value - 1.0) < 1e-12);
    }));
    CHECK_THROWS_AS(requireExpoTable({0, 1}), InputError);
    CHECK_THROWS_AS(requireExpoTable({0.1, 0.5, 1}), InputError);
    CHECK_THROWS_AS(requireExpoTable({0, 0.6, 0.4, 1}), InputError);
    CHECK_THROWS_AS(requireExpoTable({0, 0.0, 0.0, 0.0, 1}), InputError);  // four times as steep as the stick at its end
}

}  // namespace laws_tests
