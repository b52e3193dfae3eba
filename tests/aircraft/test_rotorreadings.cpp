// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a gauge read of four rotors: it calibrates the machine, gives the next limit, grows stale with what it rests on, and is told where
// it went the other way than the machine is described.
#include "aircraft/found.h"
#include "aircraft/quadbuilds.h"
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "model/access.h"
#include "procedure/registry.h"
#include "stations/rotors/rotors.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <cmath>

namespace rotorreading_tests {

using namespace kh;
using namespace khtest;

namespace {

const BenchWork& workOf(RotorState state) { return rotorSolvers()[static_cast<std::size_t>(state)]; }

const RotorsFigures& rotorsOfJudged(const Evaluation& e) { return e.figures.of<RotorsFigures>(); }

/// As the window notes it: with the settings in force, after all that was done before.
Reading readAs(const Setup& s, RotorState state, std::size_t rotor, double gaugeDeg) {
    Reading r;
    r.what = rotorReading(state, rotor);
    r.id = "g-" + r.what;
    r.value = gaugeDeg;
    r.unit = "°";
    r.under = settingsInForce(s, r.what);
    return r;
}

double gaugeOf(const Setup& s, RotorState state, double bladeDeg) {
    return state == RotorState::Zero ? 2.0 * bladeDeg : onGauge(rotorsOf(s), bladeDeg);
}

const Finding* named(const Evaluation& e, const std::string& id) {
    for (const Finding& f : e.findings)
        if (f.id == id) return &f;
    return nullptr;
}

}  // namespace

TEST_CASE("a limit that was read short is set by its solver, judged as read before and as computed from it after") {
    std::size_t set = 0;
    for (const NamedQuad& b : soundQuads())
        for (const GaugeScale scale : {GaugeScale::Blade, GaugeScale::Folded})
            for (const RotorState state : {RotorState::Plus, RotorState::Minus}) {
                Setup s = b.setup;
                const std::optional<double> wanted = rotorsOf(s).wantedDeg;
                rotorsOf(s).gauge = scale;
                rotorsOf(s).wantedDeg.reset();
                if (wanted) rotorsOf(s).wantedDeg = onGauge(rotorsOf(s), *wanted / gaugePerBlade(rotorsOf(b.setup).gauge));
                const std::size_t rotor = 2;
                const double aim = aimOf(s, state), read = aim * 0.88;
                INFO(b.name << (scale == GaugeScale::Folded ? ", folded" : ", one blade") << ", state " << static_cast<int>(state));
                s.readings.push_back(readAs(s, state, rotor, gaugeOf(s, state, read)));

                const Evaluation before = evaluate(s);
                CHECK(rotorsOfJudged(before).of(state, rotor).measured);
                CHECK(rotorsOfJudged(before).of(state, rotor).value == Approx(read).margin(0.02));
                CHECK_FALSE(rotorsOfJudged(before).of(state, 0).measured);
                CHECK(worse(before) > 0);  // 12 % short is more than a degree

                std::vector<Reading> all = s.readings;
                for (std::size_t i = 0; i < kRotors; ++i)
                    if (i != rotor) all.push_back(readAs(s, state, i, gaugeOf(s, state, aim)));
                const Solved solved = solveRound(s, workOf(state), all);
                REQUIRE(solved.answers.size() == 1);
                for (const Edit& edit : solved.answers.front().edits) writeField(s, edit.path, edit.value);
                const Evaluation after = evaluate(s);
                INFO(listed(ids(after)));
                CHECK(worse(after) == 0);
                const Figure& stands = rotorsOfJudged(after).of(state, rotor);
                CHECK(stands.measured);  // computed from what was read
                CHECK(std::abs(stands.value) > std::abs(read));
                // the solver goes by the ratio of sines, the figure carries the reading on through arm, rod and lever: over a step of an
                // eighth they part by less than a gauge is read to
                CHECK(onGauge(rotorsOf(s), stands.value) == Approx(solved.answers.front().expect).margin(0.2 * gaugePerBlade(scale)));
                ++set;
            }
    CHECK(set == soundQuads().size() * 4);
}

TEST_CASE("a reading is stale by its own rotor's lengths and by work on it, and a figure then is computed again") {
    for (const NamedQuad& b : soundQuads()) {
        INFO(b.name);
        Setup s = b.setup;
        for (std::size_t i = 0; i < kRotors; ++i)
            s.readings.push_back(readAs(s, RotorState::Plus, i, gaugeOf(s, RotorState::Plus, aimOf(s, RotorState::Plus))));
        CHECK(staleReadings(s).empty());
        for (std::size_t i = 0; i < kRotors; ++i)
            for (const char* key : {"armMm", "linkMm", "leverMm"}) {
                const std::string path = std::string("machine.rotors.") + rotors::kIds[i] + "." + key;
                INFO(path);
                Setup longer = s;
                writeField(longer, path, std::get<double>(readField(s, path)->value) * 1.05);
                const auto stale = staleReadings(longer);
                REQUIRE(stale.size() == 1);
                CHECK(stale.front().what == rotorReading(RotorState::Plus, i));
                CHECK(stale.front().field == path);
                const Evaluation judged = evaluate(longer);
                CHECK_FALSE(rotorsOfJudged(judged).of(RotorState::Plus, i).measured);
                CHECK(rotorsOfJudged(judged).of(RotorState::Plus, (i + 1) % kRotors).measured);
            }
        for (std::size_t i = 0; i < kRotors; ++i) {
            Setup turned = s;
            Reading work;
            work.id = "w";
            work.what = std::string(kHandWork) + "rods." + rotors::kIds[i];
            work.value = 1.0;
            turned.readings.push_back(work);
            const auto stale = staleReadings(turned);
            REQUIRE(stale.size() == 1);
            CHECK(stale.front().what == rotorReading(RotorState::Plus, i));
            CHECK_FALSE(stale.front().handWork.empty());
            CHECK_FALSE(rotorsOfJudged(evaluate(turned)).of(RotorState::Plus, i).measured);
        }
    }
}

TEST_CASE("a rotor read the other way than it is described is told, and its plan heals it") {
    for (const NamedQuad& b : soundQuads())
        for (std::size_t i = 0; i < kRotors; ++i)
            for (const bool described : {true, false}) {
                INFO(b.name << ", rotor " << rotors::kIds[i] << (described ? ", box wrong" : ", description wrong"));
                Setup s = b.setup;
                const double aim = aimOf(s, RotorState::Plus);
                if (!described) {  // blade goes its way at the machine; the document says its ball goes the other, and so the blade
                    RotorUnit& unit = rotorsOf(s).rotors[i];
                    unit.risesWithPulse = !unit.risesWithPulse;
                }
                s.readings.push_back(readAs(s, RotorState::Plus, i, gaugeOf(s, RotorState::Plus, described ? -aim : aim)));
                const Evaluation e = evaluate(s);
                const Finding* told = named(e, std::string("rotor-read.") + rotors::kIds[i]);
                REQUIRE(told != nullptr);
                CHECK(told->severity == Severity::Danger);
                CHECK(named(e, std::string("rotor-way.") + rotors::kIds[i]) == nullptr);  // one fault, one finding
                const Setup healed = withPlan(s, makePlan(s, stationsOf(s).rules()), 1000, true, "2026-12-01T08:00:00Z");
                const Evaluation after = evaluate(healed);
                INFO(listed(ids(after)));
                CHECK(worse(after) == 0);
                CHECK(rotorsOfJudged(after).of(RotorState::Plus, i).measured);
                CHECK(rotorsOfJudged(after).of(RotorState::Plus, i).value == Approx(aim).margin(0.3));
            }
}

TEST_CASE("each solver says of a reading that is none which it is") {
    Setup s = soundQuads().front().setup;
    for (const RotorState state : kRotorStates) {
        std::vector<Reading> all;
        for (std::size_t i = 0; i < kRotors; ++i) all.push_back(readAs(s, state, i, i == 1 ? 90.0 : gaugeOf(s, state, aimOf(s, state))));
        const Reading& r = all[1];
        try {
            (void)solveRound(s, workOf(state), all);
            FAIL("a blade at 90 degrees is none");
        } catch (const InputError& e) {
            CHECK(e.field() == r.what);
        }
    }
}

}  // namespace rotorreading_tests
