// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a pilot does on purpose is not accused, and what he declared is held to: modes for the bench, a motor held by curves, what the timer
// follows, ends of the collective of his own, the alarm on the receiver supply.
#include "golden/builds.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/plan/plan.h"
#include "kernel/helicopter/plant.h"
#include "model/amounts.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/sizeclass.h"
#include "model/modeedits.h"
#include "procedure/helicopter/guards.h"
#include "procedure/registry.h"
#include "stations/healing.h"
#include "stations/kit/benchwork.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace practice_tests {

using namespace kh;
using khtest::edited;
using khtest::find;
using khtest::fulmar;
using khtest::gannet;
using khtest::heals;
using khtest::ids;
using khtest::tells;
using khtest::turnstone;

namespace {

/// A fourth mode on a place of its own, its throttle as given.
Setup withBenchMode(Setup s, bool behindHold, double throttle) {
    s = withModeAfter(s, "idle2");
    FlightMode& m = s.transmitter.modes[3];
    REQUIRE(m.id != kHoldMode);
    const Condition hold = modeById(s.transmitter, kHoldMode)->when;
    const std::vector<Condition> free = freePlaces(s.transmitter, SwitchKind::Latching);
    REQUIRE_FALSE(free.empty());
    m.when = behindHold ? hold : free.front();
    if (behindHold) m.when.front().push_back(free.front().front().front());
    m.throttle = flatCurve(throttle, 5);
    m.pitch = lineCurve(-100.0, 100.0, 5);
    m.benchOnly = true;
    return s;
}

}  // namespace

TEST_CASE("a mode for the bench keeps the motor off or is reached behind hold; then nothing accuses its curves") {
    for (const Setup& s : {turnstone(), fulmar()}) {
        for (const auto& [behind, throttle, sound] :
             {std::tuple{true, 60.0, true}, std::tuple{false, 0.0, true}, std::tuple{false, 60.0, false}}) {
            const Setup bench = withBenchMode(s, behind, throttle);
            const std::string id = "bench-mode." + bench.transmitter.modes[3].id;
            INFO(behind << " " << throttle);
            const Evaluation e = evaluate(bench);
            CHECK((find(e, id) == nullptr) == sound);
            for (const Finding& f : e.findings)
                if (f.subject.find("modes." + bench.transmitter.modes[3].id + ".") != std::string::npos && f.id != id) {
                    INFO(f.id);
                    CHECK(f.subject.find("tailGain") != std::string::npos);
                }
            const SwitchProof proof = proveSwitches(bench);
            const auto p1 =
                std::find_if(proof.properties.begin(), proof.properties.end(), [](const PropertyResult& p) { return p.id == "P1"; });
            REQUIRE(p1 != proof.properties.end());
            CHECK(p1->holds == sound);
            for (const PropertyResult& p : proof.properties)  // what lies between two modes that are flown
                if (p.id == "P5" || p.id == "P7" || p.id == "P10") CHECK(p.holds);
            if (!sound) {
                heals(bench, id);
                CHECK(find(e, id)->severity == Severity::Danger);
            }
        }
    }
}

TEST_CASE("a motor held by curves is held only where every mode sends motor-off") {
    const Setup by = edited(turnstone(), {{"transmitter.schools.motorLock", std::string("by curve")}});
    const Finding none = *find(evaluate(by), "lock-by-curve");
    CHECK(none.severity == Severity::Note);  // not set up for the bench yet
    const Setup one = edited(by, {{"transmitter.modes.normal.throttle", flatCurve(0.0, 5)}});
    CHECK(find(evaluate(one), "lock-by-curve")->severity == Severity::Warning);
    CHECK(find(evaluate(one), "set-up-curve.normal")->severity == Severity::Note);
    const Setup all =
        edited(one, {{"transmitter.modes.idle1.throttle", flatCurve(0.0, 5)}, {"transmitter.modes.idle2.throttle", flatCurve(0.0, 5)}});
    CHECK_FALSE(tells(all, "lock-by-curve"));
    CHECK_FALSE(tells(edited(gannet(), {{"transmitter.schools.motorLock", std::string("by curve")}}), "lock-by-curve"));  // an engine
}

TEST_CASE("guards are asked in the words of the school, and the failsafe test never by a curve") {
    const auto first = [](const Setup& s) { return std::string(helicopterGuards(s).guards.front().name); };
    const auto with = [](const char* path, const char* word) { return edited(turnstone(), {{path, std::string(word)}}); };
    CHECK(first(turnstone()) == "leads off");
    CHECK(first(with("transmitter.schools.motorLock", "pinion out of mesh")) == "pinion out");
    CHECK(first(with("transmitter.schools.motorLock", "by curve")) == "throttle zero");
    CHECK(first(with("transmitter.schools.benchPower", "receiver pack alone")) == "main pack off");
    CHECK(first(edited(gannet(), {{"transmitter.schools.benchPower", std::string("receiver pack alone")}})) == "leads off");
    const auto failsafe = [](const Setup& s) { return helicopterGuards(s).of(Station::Link, "failsafe-test")[0]; };
    CHECK(failsafe(turnstone()) == Need::Yes);
    const Setup curve = with("transmitter.schools.motorLock", "by curve");
    CHECK(failsafe(curve) == Need::No);
    CHECK(helicopterGuards(curve).of(Station::Link, "failsafe-test")[3] == Need::Yes);
    CHECK(std::string(helicopterGuards(curve).guards[3].name) == "leads off");
}

TEST_CASE("the timer runs while the motor does, whatever it follows") {
    const auto follow = [](const Setup& s, const char* word, std::vector<Edit> more = {}) {
        more.push_back({"transmitter.alarms.timerFollows", std::string(word)});
        return edited(s, more);
    };
    for (const Setup& s : {turnstone(), fulmar()}) {
        CHECK_FALSE(tells(s, "timer-follows"));
        CHECK_FALSE(tells(follow(s, "hold being off"), "timer-follows"));
        heals(follow(s, "collective stick", {{"transmitter.alarms.timerStartPct", 50.0}}), "timer-follows");
        heals(follow(s, "throttle", {{"transmitter.alarms.timerStartPct", 100.0}}), "timer-follows");
        heals(follow(s, "a switch"), "timer-nothing");
        heals(follow(s, "flight mode"), "timer-nothing");
        CHECK_FALSE(tells(follow(s, "flight mode", {{"transmitter.alarms.timerMode", s.transmitter.modes.front().id}}), "timer-follows"));
        heals(follow(s, "flight mode", {{"transmitter.alarms.timerMode", s.transmitter.modes[1].id}}), "timer-follows");
    }
    Setup none = follow(turnstone(), "a switch");
    none.transmitter.timerMin = 0.0;  // the school may end the flight by something else
    CHECK_FALSE(tells(none, "timer-nothing"));
}

TEST_CASE("the collective's ends that are wanted are what rules and solver aim at, on every build") {
    for (const khtest::NamedSetup& one : khtest::triedBuilds()) {
        INFO(one.name);
        const Evaluation e = evaluate(one.setup);
        if (!isHelicopter(one.setup) || !e.figures.collectiveHighDeg.known || !e.figures.collectiveLowDeg.known) continue;
        const double high = e.figures.collectiveHighDeg.value, low = e.figures.collectiveLowDeg.value;
        if (high <= 1.0 || low >= -1.0 || high > 20.0 || low < -20.0) continue;
        const Setup wanted = edited(one.setup, {{"machine.head.wantedHighDeg", std::round(high * 10.0) / 10.0},
                                                {"machine.head.wantedLowDeg", std::round(low * 10.0) / 10.0}});
        CHECK_FALSE(tells(wanted, "collective-range"));
        CHECK(tells(edited(wanted, {{"machine.head.wantedHighDeg", std::round(high * 10.0) / 10.0 + 1.0}}), "collective-range"));
        CHECK(collectiveTarget(wanted.machine).highDeg == Approx(high).margin(0.06));
    }
    const Setup s = edited(turnstone(), {{"machine.head.wantedHighDeg", 13.0}, {"machine.head.wantedLowDeg", -8.0}});
    CHECK_FALSE(tells(s, "symmetry"));  // unlike ends are wanted
    heals(s, "collective-range");
    const auto solved =
        solveRound(s, *solverById("range"), std::vector{Reading{"r1", "range.high", 11.0, "°"}, Reading{"r2", "range.low", -11.0, "°"}});
    REQUIRE(solved.answers.size() == 2);
    CHECK(solved.answers[0].expect == 13.0);
    CHECK(solved.answers[1].expect == -8.0);
}

TEST_CASE("the alarm on the receiver supply lies between buffer and regulator") {
    const auto with = [](double supply, std::optional<double> alarm, std::optional<double> buffer) {
        Setup s = turnstone();
        s.machine.supply.volts = supply;
        s.machine.supply.alarmVolts = alarm;
        s.machine.supply.bufferVolts = buffer;
        s.machine.wiring.buffer = buffer.has_value();
        return s;
    };
    CHECK_FALSE(tells(with(6.0, std::nullopt, std::nullopt), "supply-alarm"));
    CHECK_FALSE(tells(with(6.0, 5.4, std::nullopt), "supply-alarm"));
    heals(with(6.0, 6.0, std::nullopt), "supply-alarm");
    heals(with(6.0, 4.8, std::nullopt), "supply-alarm");
    heals(with(7.4, 5.5, 6.0), "supply-alarm");
    CHECK_FALSE(tells(with(7.4, 6.6, 6.0), "supply-alarm"));
    CHECK(tells(with(6.0, std::nullopt, 6.5), "buffer-volts"));
    const Finding close = *find(evaluate(with(5.6, 5.5, 5.4)), "supply-alarm");
    CHECK(close.fix.empty());  // no alarm fits between the two
}

TEST_CASE("what levels the plate and what tracks the blades follow the school") {
    const std::vector<Reading> heights{
        {"r1", "level.elevator", 30.0, "mm"}, {"r2", "level.left", 31.0, "mm"}, {"r3", "level.right", 30.4, "mm"}};
    const auto answers = [&](const char* word) {
        const Setup s = edited(turnstone(), {{"transmitter.schools.plateTrim", std::string(word)}});
        std::pair<int, int> links_trims{0, 0};
        for (const SolvedField& a : solveRound(s, *solverById("links"), heights).answers)
            ++(a.field.starts_with("links.") ? links_trims.first : links_trims.second);
        return links_trims;
    };
    CHECK(answers("mechanical first").first > 0);
    CHECK(answers("sub-trim, then learn the centre").first == 0);
    CHECK(answers("sub-trim, then learn the centre").second == 3);
    CHECK(answers("trim flight").first > 0);
    CHECK(answers("trim flight").second == 0);
    const auto tracking = [](const char* word) {
        const Setup s = edited(turnstone(), {{"transmitter.schools.tracking", std::string(word)}});
        const BenchWork* work = guideOfRow("tracking");
        return work == nullptr ? std::string() : render(work->asks(s)[2].todo);
    };
    CHECK(tracking("lower the high blade").find("the low blade stays") != std::string::npos);
    CHECK(tracking("split the difference").find("half a turn") != std::string::npos);
}

TEST_CASE("the tail arm goes by the spline, then by the trim within what is safe, on every build; read again it is square") {
    std::size_t seated = 0, trimmed = 0;
    for (const khtest::NamedSetup& one : khtest::triedBuilds()) {
        if (!isHelicopter(one.setup) || !tailBladesTurn(one.setup)) continue;
        INFO(one.name);
        const auto reads = [](double deg) { return std::vector{Reading{"r1", "tail.arm", deg, "°"}}; };
        for (const double off : {-23.0, -4.2, 3.1, 11.0}) {
            Setup s = one.setup;
            s.readings.clear();
            s.controller.tail.trimUs = 0.0;
            const Solved solved = solveRound(s, *solverById("tail-arm"), reads(off));
            double now = off;
            for (const SolvedField& a : solved.answers) {
                if (a.field == "tail-arm-seat") {
                    now += a.value;
                    ++seated;
                }
                if (a.field != "controller.tail.trimUs") continue;
                CHECK(a.expect == Approx(a.residue));
                if (std::abs(a.value) > s.controller.profile->trimSafeUs) {
                    CHECK(a.edits.size() == 1);  // only what was read
                    continue;
                }
                ++trimmed;
                const TailFacts& tail = helicopter(s).tail;
                const double after = now + (tail.risesWithPulse ? 1.0 : -1.0) * a.value * tail.servo->degPerUs;
                CHECK(std::abs(after) <= s.controller.profile->trimStepUs * tail.servo->degPerUs);
                if (tail.servo->pulseUs.value_or(s.controller.tail.pulseUs) != s.controller.tail.pulseUs) continue;  // told by itself
                // the chain does the same
                const Setup set = edited(s, a.edits);
                const ChainModel model(set);
                const double arm = helicopterIn(model).tailAt(0.0).armDeg;
                CHECK(std::abs(arm) <= 0.06 + s.controller.profile->trimStepUs * tail.servo->degPerUs);
                CHECK_FALSE(tells(set, "tail-square"));
            }
        }
    }
    CHECK(seated > 10);
    CHECK(trimmed > 10);
    const Setup far = edited(turnstone(), {{"controller.tail.trimUs", 150.0}});
    CHECK(tells(far, "tail-trim-safe"));
    const Setup off = edited(turnstone(), {{"machine.tail.squareErrorDeg", 6.0}});
    const Finding f = *find(evaluate(off), "tail-square");
    CHECK(f.subject == "controller.tail.trimUs");  // less than half a tooth: no seat stands closer
    CHECK_FALSE(tells(edited(off, f.fix), "tail-square"));
}

TEST_CASE("what a box does by itself is named before a servo is suspected, and the start-up step asks for the box's own sign") {
    Setup s = turnstone();
    const std::vector still{Reading{"r1", "collective.port-1", 0.0, "way"}};
    const auto remark = [&] { return render(solveRound(s, *solverById("directions"), still).remarks.front()); };
    CHECK(remark().find("stands still: its lead") != std::string::npos);
    s.controller.profile.edit().alsoDoes = {"dead-until-chosen"};
    CHECK(remark().find("dead until a servo type is chosen") < remark().find("its lead"));
    s.controller.profile.edit().alsoDoes = {"frozen-outputs"};
    CHECK(remark().find("freezes outputs") < remark().find("its lead"));
    CHECK(render(guideOfRow("tail-direction")->steps(s, {})[2].todo).find("freezes outputs") != std::string::npos);
    CHECK(render(guideOfRow("tail-direction")->steps(turnstone(), {})[2].todo).find("freezes") == std::string::npos);
    s.controller.profile.edit().startSign = "three jumps, then a steady lamp";
    CHECK(render(guideOfRow("start-up")->steps(s, {})[0].seen).find("three jumps, then a steady lamp") != std::string::npos);
}

TEST_CASE("a governor in the controller needs its rpm lead, by an engine too; two supplies are joined only where both makers allow it") {
    for (const Setup& s : {turnstone(), gannet()}) {
        const Setup governs = edited(s, {{"controller.governor.kind", std::string("internal")}, {"machine.wiring.rpmLead", false}});
        heals(governs, "rpm-lead");
        CHECK_FALSE(tells(edited(s, {{"controller.governor.kind", std::string("off")}, {"machine.wiring.rpmLead", false}}), "rpm-lead"));
        heals(edited(s, {{"machine.wiring.second", std::string("joined")}}), "two-supplies");
        for (const char* fine : {"none", "parked", "joined, both makers allow it"})
            CHECK_FALSE(tells(edited(s, {{"machine.wiring.second", std::string(fine)}}), "two-supplies"));
    }
}

TEST_CASE("a mode is named by its name wherever it is shown, and the timer does not follow one that was removed") {
    Setup s = edited(turnstone(), {{"transmitter.alarms.timerFollows", std::string("flight mode")},
                                   {"transmitter.alarms.timerMode", std::string("idle1")}});
    for (const char* path : {"transmitter.alarms.timerMode", "transmitter.hold.autorotationFrom"})
        CHECK(render(show(s, path)) == "Idle-up 1");
    CHECK(withoutMode(s, "idle1").transmitter.alarms.timerMode == "normal");
    CHECK(withoutMode(s, "idle2").transmitter.alarms.timerMode == "idle1");
}

TEST_CASE("the supply's alarm is tested in steps with this model's numbers, with a buffer by pulling the pack") {
    Setup s = edited(turnstone(), {{"machine.supply.alarmVolts", 5.4}, {"machine.wiring.buffer", true}});
    const std::vector<Step> steps = guideOfRow("supply-alarm")->steps(s, {});
    CHECK(render(steps[0].todo).find("5.4 V") != std::string::npos);
    CHECK(render(steps[1].todo).find("Pull the pack") != std::string::npos);
    s.machine.wiring.buffer = false;
    CHECK(render(guideOfRow("supply-alarm")->steps(s, {})[1].todo).find("turned down") != std::string::npos);
}

}  // namespace practice_tests
