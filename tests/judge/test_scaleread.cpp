// SPDX-License-Identifier: GPL-3.0-or-later
//
// Readings decide the ratio of two boxes' scales: found within what the monitor can tell, carried to what is not known.
#include "judge/dependencies.h"
#include "judge/openends.h"
#include "judge/scaleread.h"
#include "kernel/chain.h"
#include "model/boxsettings.h"
#include "model/questions.h"
#include "procedure/registry.h"
#include "procedure/rounding.h"
#include "stations/kit/benchwork.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <cmath>

namespace scaleread_tests {

using namespace kh;
using khtest::turnstone;

namespace {

/// What the monitor shows of both ends of three channels where a percent of the transmitter is really `us` µs, in its own steps.
Setup read(const Setup& described, double us) {
    Setup real = described;
    real.transmitter.profile.edit().usPerPct = us;
    Setup out = described;
    const double step = described.controller.profile->monitor.step > 0.0 ? described.controller.profile->monitor.step : 0.1;
    int n = 1;
    for (const char* id : {"aileron", "elevator", "rudder"})
        for (const bool high : {false, true}) {
            const ChannelSettings& channel = *channelOf(real.transmitter, id);
            Reading r;
            r.id = "r" + std::to_string(n++);
            r.what = std::string(id) + (high ? ".high" : ".low");
            r.value = std::round(readsPct(real, channel, high ? 100.0 : -100.0) / step) * step;
            r.unit = "%";
            r.under = settingsInForce(described, r.what);
            r.change = described.change;
            out.readings.push_back(std::move(r));
        }
    return out;
}

}  // namespace

TEST_CASE("the true scale lies inside what the readings leave of it, for coarse monitors too") {
    for (const double monitorStep : {0.1, 1.0})
        for (const double us : {3.6, 3.9, 4.0, 4.08, 4.3, 4.8}) {
            Setup s = turnstone();
            for (ChannelSettings& c : s.transmitter.channels) c.travelLowPct = c.travelHighPct = 80.0;
            s.controller.profile.edit().monitor.step = monitorStep;
            s = read(s, us);
            const Evaluation e = evaluate(s);
            const auto found = scaleRead(s, e.figures);
            INFO("step " << monitorStep << ", " << us << " µs a percent");
            REQUIRE(found);
            CHECK(found->ends == 6);  // an end that reads just what is described is read too
            const auto [low, high] = found->transmitterUsPerPct(s);
            INFO(low << " … " << high);
            CHECK(low <= us);
            CHECK(high >= us);
            CHECK(high - low < 0.2);
            const bool told = std::any_of(e.findings.begin(), e.findings.end(), [](const Finding& f) { return f.id == "scale-read"; });
            CHECK(told == (std::abs(us / 4.0 - 1.0) > 0.03 || found->contradicts()));
        }
}

TEST_CASE("an unknown scale is judged at what the readings leave of it, and at its whole range where both boxes' are unknown") {
    Setup s = turnstone();
    for (ChannelSettings& c : s.transmitter.channels) c.travelLowPct = c.travelHighPct = 80.0;
    s.transmitter.profile.edit().unknown = {anythingOf(*questionOf(Box::Transmitter, "usPerPct"))};
    s = read(s, 4.3);
    const auto left = decidedByReadings(openFacts(s), s, evaluate(s).figures);
    REQUIRE(left.size() == 1);
    const double low = std::get<double>(left.front().ends.front()), high = std::get<double>(left.front().ends.back());
    CHECK(low > 4.2);
    CHECK(high < 4.4);
    s.controller.profile.edit().unknown = {anythingOf(*questionOf(Box::Controller, "usPerPct"))};
    for (const OpenFact& f : decidedByReadings(openFacts(s), s, evaluate(s).figures))
        CHECK(std::get<double>(f.ends.back()) - std::get<double>(f.ends.front()) > 1.0);
}

TEST_CASE("a number beyond a box's own range is told and healed; what is between its steps is told with what that leaves") {
    Setup s = turnstone();
    s.controller.profile.edit().settings = {{.id = "head-gain", .low = 0, .high = 40}};
    const Evaluation e = evaluate(s);
    std::size_t told = 0;
    for (const Finding& f : e.findings)
        if (f.id.starts_with("beyond-box.")) {
            ++told;
            REQUIRE(f.fix.size() == 1);
            writeField(s, f.fix.front().path, f.fix.front().value);
        }
    CHECK(told == s.controller.banks.size());
    for (const Finding& f : evaluate(s).findings) CHECK_FALSE(f.id.starts_with("beyond-box."));

    CHECK(roundings(turnstone()).empty());
    Setup coarse = turnstone();
    coarse.controller.profile.edit().scales = {{"collective-range", "", 0.1, 0, 0, 1}};
    const auto all = roundings(coarse);
    REQUIRE_FALSE(all.empty());
    for (const Rounding& r : all) {
        INFO(render(r.text) << " " << render(r.leaves));
        CHECK(r.path.starts_with("controller.collective"));
        CHECK(render(r.text).find("wanted") != std::string::npos);
        CHECK(render(r.leaves).find("before") != std::string::npos);  // a range off by a few percent moves the blade
    }
    const std::vector<Message> lines = boxLines(coarse, all.front().path);
    REQUIRE(lines.size() == 2);
    CHECK(render(lines.back()).starts_with("left by that"));
}

}  // namespace scaleread_tests
