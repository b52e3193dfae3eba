// SPDX-License-Identifier: GPL-3.0-or-later
//
// "I change one thing": what is announced is what comes, no more and no less, over builds and fields; and what is refused.
#include "base/error.h"
#include "golden/builds.h"
#include "model/names.h"
#include "procedure/typed.h"
#include "procedure/whatfollows.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <map>
#include <set>

namespace whatfollows_tests {

using namespace kh;
using namespace khtest;

namespace {

WhatFollows follows(const Setup& setup, std::vector<Edit> edits) {
    return whatFollows(setup, evaluate(setup), std::move(edits), stationsOf(setup));
}

std::string refusedAs(const Setup& setup, const std::vector<Edit>& edits) {
    try {
        (void)follows(setup, edits);
    } catch (const InputError& e) {
        return e.field();
    }
    return {};
}

const Companion* companion(const WhatFollows& f, const std::string& id) {
    for (const Companion& c : f.with)
        if (c.id == id) return &c;
    return nullptr;
}

using Severities = std::map<std::string, Severity>;
Severities severities(const Setup& setup) {
    Severities out;
    for (const Finding& f : evaluate(setup).findings) out.emplace(f.id, f.severity);
    return out;
}

/// Findings that are new or worse in `after`.
std::set<std::string> worse(const Severities& before, const Severities& after) {
    std::set<std::string> out;
    for (const auto& [id, severity] : after) {
        const auto was = before.find(id);
        if (was == before.end() || severity < was->second) out.insert(id);
    }
    return out;
}

std::set<std::string> idsOf(const std::vector<Finding>& findings) {
    std::set<std::string> out;
    for (const Finding& f : findings) out.insert(f.id);
    return out;
}

/// One setting of each kind that moves something, a step away from where it stands.
std::vector<Edit> changesOf(const Setup& setup) {
    const std::string mode = setup.transmitter.modes.size() > 2 ? setup.transmitter.modes[1].id : setup.transmitter.modes.front().id;
    std::vector<Edit> out;
    for (const auto& [path, by] : std::vector<std::pair<std::string, double>>{{"transmitter.modes." + mode + ".targetRpm", -150.0},
                                                                              {"transmitter.modes." + mode + ".tailGainPct", 4.0},
                                                                              {"transmitter.hold.throttlePct", 6.0},
                                                                              {"transmitter.channels.rudder.travelHighPct", -9.0},
                                                                              {"controller.collectiveHighPct", -5.0},
                                                                              {"transmitter.timerMin", 1.0}})
        if (const auto field = readField(setup, path))
            if (const double* now = std::get_if<double>(&field->value)) out.push_back({path, *now + by});
    return out;
}

}  // namespace

TEST_CASE("what follows names exactly the findings and figures that differ once it is taken") {
    std::size_t asked = 0, moved = 0;
    for (const NamedSetup& b : triedBuilds()) {
        const Severities before = severities(b.setup);
        for (const Edit& change : changesOf(b.setup)) {
            INFO(b.name << " " << change.path);
            WhatFollows f;
            try {
                f = follows(b.setup, {change});
            } catch (const InputError&) {
                continue;  // out of its range, or harmful: refused as a cell refuses it
            }
            ++asked;
            const Setup alone = edited(b.setup, {change}), then = edited(b.setup, withTicked(f));
            CHECK(idsOf(f.alone.come) == worse(before, severities(alone)));
            CHECK(idsOf(f.then.come) == worse(before, severities(then)));  // so nothing is new that was not announced
            CHECK(idsOf(f.then.go) == worse(severities(then), before));
            // what stands on a mode's page: its head speed and its hover
            const Evaluation now = evaluate(b.setup), after = evaluate(then);
            for (std::size_t i = 0; i < now.figures.modes.size(); ++i) {
                const Figure &was = now.figures.modes[i].hoverPitch, &is = after.figures.modes[i].hoverPitch;
                if (!was.known || !is.known || std::round(was.value * 10) == std::round(is.value * 10)) continue;
                ++moved;
                CHECK(std::any_of(f.then.figures.begin(), f.then.figures.end(),
                                  [&](const MovedFigure& m) { return m.now == was.value && m.then == is.value; }));
            }
            for (const MovedFigure& m : f.then.figures) CHECK(render(m.nowText) != render(m.thenText));
            for (const Companion& c : f.with) {
                CHECK_FALSE(c.edits.empty());
                CHECK(c.was.size() == c.edits.size());
                for (const Edit& e : c.edits) {
                    CHECK(e.path != change.path);  // nothing that takes it back
                    CHECK_FALSE(fieldHome(e.path).fact);
                }
            }
        }
    }
    CHECK(asked > 50);
    CHECK(moved > 5);
}

TEST_CASE("another head speed brings gain, hold's gain, throttle, timer and hover with it") {
    const WhatFollows f = follows(turnstone(), {{"transmitter.modes.idle1.targetRpm", 2000.0}});
    REQUIRE(companion(f, "kept.gain") != nullptr);
    CHECK(companion(f, "kept.gain")->ticked);
    CHECK(std::get<double>(companion(f, "kept.gain")->edits.front().value) ==
          36.0);  // 32 · 2200/2000, a step up: 66 → 68 as its box counts
    CHECK(companion(f, "kept.hold-gain")->ticked);
    REQUIRE(companion(f, "wanted-speed.idle1") != nullptr);
    CHECK(companion(f, "wanted-speed.idle1")->ticked);
    CHECK_FALSE(companion(f, "kept.timer")->ticked);
    CHECK_FALSE(companion(f, "kept.hover-point")->ticked);
    CHECK(idsOf(f.alone.come) == std::set<std::string>{"wanted-speed.idle1"});
    CHECK(f.then.coming(Severity::Danger) == 0);
    CHECK(idsOf(f.then.come).count("wanted-speed.idle1") == 0);
    const WhatFollows less = ticked(turnstone(), evaluate(turnstone()), f, 0, false, stationsOf(turnstone()));
    CHECK(withTicked(less).size() == withTicked(f).size() - 1);
}

TEST_CASE("what was seen on the machine and must be seen again is told before") {
    const WhatFollows hold = follows(turnstone(), {{"transmitter.hold.throttlePct", -6.0}});
    std::set<std::string> again;
    for (const ToBeSet& one : hold.alone.again) again.insert(one.row);
    CHECK(again == std::set<std::string>{"first-power", "hold-switch"});
    CHECK(follows(turnstone(), {{"transmitter.modes.idle1.targetRpm", 2000.0}}).alone.again.empty());
}

TEST_CASE("a school that brings a function brings it in what follows as in the edit") {
    const std::vector<Edit> edit{{"transmitter.schools.rateMode", std::string("a switch of its own")}};
    const Setup typed = asTyped(turnstone(), edit, "2026-12-01T10:00:00Z");
    REQUIRE(typed.transmitter.functions.size() > turnstone().transmitter.functions.size());
    CHECK(idsOf(follows(turnstone(), edit).alone.come) == worse(severities(turnstone()), severities(typed)));
}

TEST_CASE("a what-if on a fact, on nothing, twice, out of range or harmful is told in the field's name") {
    const Setup& s = turnstone();
    CHECK(refusedAs(s, {{"machine.power.pinionTeeth", 14.0}}) == "machine.power.pinionTeeth");
    CHECK(refusedAs(s, {{"transmitter.modes.idle1.targetRpm", 2000.0}, {"transmitter.modes.idle1.targetRpm", 2100.0}}) ==
          "transmitter.modes.idle1.targetRpm");
    CHECK(refusedAs(s, {{"transmitter.channels.rudder.travelHighPct", 900.0}}) == "transmitter.channels.rudder.travelHighPct");
    CHECK(refusedAs(s, {{"controller.rateHz", 560.0}}) == "controller.rateHz");
    CHECK_FALSE(refusedAs(s, {}).empty());
    CHECK_THROWS_AS(follows(s, {Edit("transmitter.timerMin", 5.0), Edit("transmitter.noSuch", 1.0)}), InputError);
}

}  // namespace whatfollows_tests
