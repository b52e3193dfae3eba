// SPDX-License-Identifier: GPL-3.0-or-later
//
// End points of both boxes against simulated controllers whose scale the document does not know.
#include "base/error.h"
#include "formula/channel.h"
#include "judge/dependencies.h"
#include "procedure/registry.h"
#include "stations/link/endpoints.h"
#include "stations/solving.h"

#include <catch2/catch.hpp>

namespace endpoints_tests {

using namespace khtest;
using Catch::Contains;

TEST_CASE("end points: every sign, centre and end reads right within three rounds") {
    for (unsigned n = 0; n < kSetups; ++n) {
        Dice dice(n);
        Setup s = turnstone();
        ControllerProfile truth = s.controller.profile;  // what the box really is
        truth.usPerPct = dice.between(3.7, 5.2);
        truth.centreUs = dice.between(1485, 1525);
        for (ChannelSettings& c : s.transmitter.channels) {
            if (c.id == "throttle" || c.id == "gain") continue;
            c.travelLowPct = std::round(dice.between(60, 125));
            c.travelHighPct = std::round(dice.between(60, 125));
            c.subTrimPct = std::round(dice.between(-8, 8));
            c.reversed = dice.coin();
        }
        const auto read = [&](const ChannelSettings& c, double v) {
            return readingPct(channelOutput(v, channelScale(s.transmitter.profile, c)).pulseUs, readingScale(truth));
        };
        s.readings.clear();
        const double step = s.transmitter.profile->usPerPct / truth.usPerPct;
        for (int round = 0; round < kRounds; ++round) {
            std::vector<Reading> now;
            for (const ChannelSettings& c : s.transmitter.channels) {
                if (c.id == "throttle" || c.id == "gain") continue;
                now.push_back(reading(c.id + ".low", read(c, -100), "%"));
                now.push_back(reading(c.id + ".centre", read(c, 0), "%"));
                now.push_back(reading(c.id + ".high", read(c, 100), "%"));
            }
            for (Reading& r : now) r.under = settingsInForce(s, r.what);
            const Solved solved = solveRound(s, *solverById("endpoints"), now);
            const Setup before = s;
            s = takenOver(s, solved, now, "2026-11-25T10:00:00Z");
            for (const SolvedField& a : solved.answers)  // what was promised is what is read
                for (const ChannelSettings& c : s.transmitter.channels)
                    for (const bool high : {true, false})
                        if (a.field == "transmitter.channels." + c.id + (high ? ".travelHighPct" : ".travelLowPct")) {
                            INFO("set-up " << n << ", round " << round << ", " << a.field << " = " << a.value << " promised " << a.expect);
                            // what the monitor rounds off grows with the travel
                            const double grown = std::max(1.0, a.value / std::get<double>(readField(before, a.field)->value));
                            CHECK(std::abs(read(c, high ? 100 : -100) - a.expect) <= (0.5 * step + truth.deadBandPct + 0.1) * grown);
                        }
        }
        for (const ChannelSettings& c : s.transmitter.channels) {
            if (c.id == "throttle" || c.id == "gain") continue;
            INFO("set-up " << n << ", " << c.id << ": " << read(c, -100) << " " << read(c, 0) << " " << read(c, 100));
            CHECK(std::abs(read(c, 0)) <= 0.5 * step + truth.deadBandPct + 0.06);
            for (const double end : {-100.0, 100.0}) {
                CHECK(read(c, end) * end > 0.0);
                CHECK(std::abs(read(c, end)) <= 100.35);  // the monitor's tenth, and one step of the pulse
                CHECK(std::abs(read(c, end)) >= 100.0 - step - 0.6);
            }
        }
    }
}

TEST_CASE("end points: two travels give a line through the centre; a reading off it is told and left out") {
    Setup s = turnstone();
    s.readings.clear();
    const auto at = [&](const char* what, double value, double travel, double trim = 0.0) {
        Reading r = reading(what, value, "%");
        r.under = {underText("transmitter.channels.aileron.subTrimPct", trim)};
        if (std::string(what) != "aileron.centre") r.under.push_back(underText("transmitter.channels.aileron.travelHighPct", travel));
        return r;
    };
    s.transmitter.channels[0].travelHighPct = 110;
    // 0.9 % a percent sent: 100 at 111.1, stepped down to 111
    const Solved fine =
        solveEndpoints(s, std::vector<Reading>{at("aileron.centre", 0, 0), at("aileron.high", 90, 100), at("aileron.high", 99, 110)});
    REQUIRE(fine.answers.size() == 1);
    CHECK(fine.answers[0].value == 111.0);
    CHECK(fine.answers[0].expect == Approx(99.9).margin(0.01));
    CHECK_THAT(render(fine.answers[0].why.lines[0]), Contains("line through 3 readings") && Contains("0.900"));
    CHECK_THAT(remarks(fine), !Contains("off the line"));
    // an older reading, misread by 6 %, does not pull the answer
    const Solved misread = solveEndpoints(s, std::vector<Reading>{at("aileron.centre", 0, 0), at("aileron.high", 72, 80),
                                                                  at("aileron.high", 96, 100), at("aileron.high", 99, 110)});
    CHECK_THAT(remarks(misread), Contains("+96.0 % lies 6.0 % off the line"));
    CHECK(misread.answers[0].value == 111.0);
    // older ones at the monitor's stop, or cut by the transmitter's limit, say nothing about the slope
    const Solved cut = solveEndpoints(s, std::vector<Reading>{at("aileron.centre", 0, 0), at("aileron.high", 150, 140),
                                                              at("aileron.high", 120, 180), at("aileron.high", 99, 110)});
    CHECK_THAT(remarks(cut), !Contains("off the line"));
    CHECK(cut.answers[0].value == 111.0);
    // one read under another sub-trim stands elsewhere on the same line
    const Solved trimmed = solveEndpoints(
        s, std::vector<Reading>{at("aileron.centre", 4.5, 0, 5), at("aileron.high", 94.5, 100, 5), at("aileron.high", 99, 110)});
    CHECK_THAT(remarks(trimmed), !Contains("off the line"));
    CHECK(trimmed.answers[0].value == 111.0);
    // what was read before the channel was reversed says nothing
    Reading before = at("aileron.centre", 30, 0);
    before.under.push_back(underText("transmitter.channels.aileron.reversed", 1));
    const Solved reversed = solveEndpoints(s, std::vector<Reading>{before, at("aileron.high", -70, 100), at("aileron.high", 99, 110)});
    CHECK_THAT(remarks(reversed), !Contains("off the line"));
    CHECK(reversed.answers[0].value == 111.0);
    // both sides of a box move alike: 0.9 above and 0.8 below the centre are told
    const auto sides = [&](double low) {
        return remarks(solveEndpoints(
            s, std::vector<Reading>{reading("aileron.low", low, "%"), at("aileron.centre", 0, 0), at("aileron.high", 99, 110)}));
    };
    s.transmitter.channels[0].travelLowPct = 100;
    CHECK_THAT(sides(-80), Contains("would read 80.0 and 90.0 %"));
    CHECK_THAT(sides(-89), !Contains("would read"));
    // one end alone of the wrong sign is enough to reverse
    const Solved wrong = solveEndpoints(s, std::vector<Reading>{at("aileron.high", -99, 110)});
    REQUIRE(wrong.answers.size() == 1);
    CHECK(wrong.answers[0].field == "transmitter.channels.aileron.reversed");
}

TEST_CASE("end points: a round speaks of the channels it read, under the settings they were read under") {
    Setup s = turnstone();
    s.readings.clear();
    s.transmitter.channels[0].travelHighPct = 105;
    Reading high = reading("aileron.high", 109, "%");
    high.under = settingsInForce(s, high.what);
    const BenchWork& ends = *solverById("endpoints");
    s = takenOver(s, solveRound(s, ends, std::vector{high}), {high}, "2026-11-25T10:00:00Z");
    REQUIRE(s.transmitter.channels[0].travelHighPct == 96.0);
    Reading rudder = reading("rudder.high", 100, "%");
    rudder.under = settingsInForce(s, rudder.what);
    CHECK(solveRound(s, ends, std::vector{rudder}).answers.empty());  // the aileron's old reading is not answered again
    Reading low = reading("aileron.low", -100, "%");
    low.under = settingsInForce(s, low.what);
    CHECK(solveRound(s, ends, std::vector{low}).answers.empty());
    CHECK_THROWS_WITH(solveEndpoints(s, std::vector{high}), Contains("other travels"));
    // at the monitor's stop, or cut by the transmitter's limit, a reading says nothing
    Reading stopped = reading("aileron.high", 150, "%");
    const Solved stop = solveEndpoints(s, std::vector{stopped});
    CHECK(stop.answers.empty());
    CHECK_THAT(remarks(stop), Contains("all the monitor can show") && Contains("77 %"));
}

TEST_CASE("an end is judged against what was sent: the rate, or the curve of the mode in force") {
    // rate 90: a right channel reads ±90, and nothing is to be changed
    Setup slow = turnstone();
    for (FlightMode& m : slow.transmitter.modes) m.aileron.ratePct = 90.0;
    const auto reads = [](const Setup& s, const char* id, double value) {
        return readingPct(channelOutput(value, channelScale(s.transmitter.profile, *channelOf(s.transmitter, id))).pulseUs,
                          readingScale(s.controller.profile));
    };
    const Solved right = solveEndpoints(
        slow, std::vector<Reading>{reading("aileron.low", reads(slow, "aileron", -90.0), "%"), reading("aileron.centre", 0.0, "%"),
                                   reading("aileron.high", reads(slow, "aileron", 90.0), "%")});
    CHECK(right.answers.empty());
    // a travel that is wrong is found through the rate too
    Setup wrong = slow;
    for (ChannelSettings& c : wrong.transmitter.channels)
        if (c.id == "aileron") c.travelHighPct = 80.0;
    const Solved mended = solveEndpoints(wrong, std::vector<Reading>{reading("aileron.high", reads(wrong, "aileron", 90.0), "%")});
    REQUIRE(mended.answers.size() == 1);
    CHECK(mended.answers.front().value == Approx(105.0).margin(1.0));
    // collective low with hold on: hold's own curve
    const Setup& s = turnstone();
    const ChainModel model(s);
    const std::size_t hold = s.transmitter.modes.size() - 1;
    const double low = model.pitchCurveAt(hold, -1.0);
    REQUIRE(low > -80.0);
    const Solved held = solveEndpoints(s, std::vector<Reading>{reading("collective.low", reads(s, "collective", low), "%")});
    CHECK(held.answers.empty());
    CHECK(remarks(held).find("as Hold sends it") != std::string::npos);
    // and with a full curve the same end is what it was
    const Solved full = solveEndpoints(s, std::vector<Reading>{reading("collective.low", reads(s, "collective", -100.0), "%")});
    CHECK(full.answers.empty());
}

}  // namespace endpoints_tests
