// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speeds chosen backwards: whatever is drawn from a range holds what bounds it, and each bound moves it.
#include "golden/builds.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "model/helicopter/helicopter.h"
#include "procedure/helicopter/goeswith.h"
#include "stations/healing.h"
#include "stations/power/powerfigures.h"

#include <random>

namespace speedranges_tests {

using namespace kh;
using namespace khtest;

namespace {

std::string wantedPath(const FlightMode& m) { return "transmitter.modes." + m.id + ".targetRpm"; }
SpeedRange rangeOf(const Setup& s, std::size_t mode) { return evaluate(s).figures.of<PowerFigures>().modes.at(mode).range; }

}  // namespace

TEST_CASE("a head speed drawn from its range keeps headroom, blade limit, tips, steps and the hover on the stick") {
    std::mt19937 random(7);
    const std::size_t wanted = triesAll() ? 1000 : 150;
    std::size_t drawn = 0, hovers = 0;
    std::vector<NamedSetup> builds = triedBuilds();
    for (NamedSetup& b : drawnBuilds(20)) builds.push_back(std::move(b));
    for (std::size_t round = 0; drawn < wanted && round < 200; ++round)
        for (const NamedSetup& b : builds) {
            const auto& modes = b.setup.transmitter.modes;
            const std::size_t mode = random() % modes.size();
            if (!isFlown(modes[mode]) || drawn >= wanted) continue;
            const SpeedRange r = rangeOf(b.setup, mode);
            if (!r.known || r.empty()) continue;
            const double rpm = r.low + (r.high - r.low) * static_cast<double>(random() % 1001) / 1000.0;
            INFO(b.name << " " << modes[mode].id << " " << rpm << " of " << r.low << " … " << r.high);
            Setup set;
            try {
                set = edited(b.setup, {{wantedPath(modes[mode]), rpm}});
            } catch (const std::exception&) {
                continue;  // outside what the field takes
            }
            ++drawn;
            const Figures f = evaluate(set).figures;
            const PowerFigures& power = f.of<PowerFigures>();
            if (power.ceilingRpm.known) CHECK(rpm <= power.ceilingRpm.value + 1e-6);
            if (const auto limit = helicopter(set).rotor.bladeMaxRpm) CHECK(rpm <= *limit);
            CHECK(kPi * helicopter(set).rotor.discM * rpm / 60.0 <= 170.0 + 1e-6);
            for (const auto& [from, to] : neighbourModes(set.transmitter)) {
                if (from->id != modes[mode].id && to->id != modes[mode].id) continue;
                if (!from->targetRpm || !to->targetRpm || *from->targetRpm <= 0.0) continue;
                const double step = *to->targetRpm / *from->targetRpm;
                CHECK(step <= 1.2 + 1e-6);
                CHECK(step >= 1.0 / 1.2 - 1e-6);
            }
            const ModeFigures& m = f.modes[mode];
            if (m.hoverStick.known && m.headRpm.known && m.headRpm.value >= rpm) {
                CHECK(m.hoverStick.value <= 0.5 + 0.01);
                ++hovers;
            }
        }
    CHECK(drawn == wanted);
    CHECK(hovers > 5);
}

TEST_CASE("each bound moves the range, and an empty one names both that meet") {
    const std::size_t idle1 = 1;
    const SpeedRange now = rangeOf(turnstone(), idle1);
    REQUIRE(now.known);
    CHECK_FALSE(now.empty());
    CHECK(now.low < now.high);
    CHECK(rangeOf(edited(turnstone(), {{"transmitter.timerMin", 12.0}}), idle1).high < now.high);
    CHECK(rangeOf(edited(turnstone(), {{"machine.rotor.bladeMaxRpm", now.high - 100.0}}), idle1).highBy.text == "blade limit");
    CHECK(rangeOf(edited(turnstone(), {{"machine.massKg", 6.0}}), idle1).low > now.low);
    const Setup none = edited(turnstone(), {{"machine.rotor.bladeMaxRpm", now.low - 200.0}});
    REQUIRE(rangeOf(none, idle1).empty());
    const Suiting told = helicopterSuits(none, evaluate(none).figures, "head-speed", idle1);
    CHECK(told.edits.empty());
    CHECK(render(told.why).find("blade limit") != std::string::npos);
    const Setup fast = edited(turnstone(), {{"transmitter.modes.idle1.targetRpm", now.high + 100.0}});
    const Suiting nearest = helicopterSuits(fast, evaluate(fast).figures, "head-speed", idle1);
    REQUIRE(nearest.edits.size() == 1);
    CHECK(std::get<double>(nearest.edits.front().value) == now.high);
}

}  // namespace speedranges_tests
