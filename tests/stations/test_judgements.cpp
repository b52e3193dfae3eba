// SPDX-License-Identifier: GPL-3.0-or-later
//
// Judgements that were wrong once: what is a fault and what a choice, by what it is healed, and in which words.
#include "judge/benchmode.h"
#include "judge/modechecks.h"
#include "judge/plan/plan.h"
#include "model/helicopter/helicopter.h"
#include "model/modeedits.h"
#include "plan/mistakes.h"
#include "procedure/ledger.h"
#include "procedure/plantext.h"
#include "procedure/registry.h"
#include "stations/power/powerfigures.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace judgements_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::find;
using khtest::fulmar;
using khtest::gannet;
using khtest::turnstone;

namespace {

const std::string kAt = "2026-11-29T12:00:00Z";

Severity severityOf(const Setup& s, const std::string& id) {
    const Evaluation e = evaluate(s);
    const Finding* f = find(e, id);
    INFO(id << " among " << khtest::listed(khtest::ids(e)));
    REQUIRE(f != nullptr);
    return f->severity;
}
bool tells(const Setup& s, const std::string& id) { return find(evaluate(s), id) != nullptr; }
std::string titleOf(const Setup& s, const std::string& id) {
    const Evaluation e = evaluate(s);
    const Finding* f = find(e, id);
    return f == nullptr ? std::string() : render(f->title);
}

/// The controller governs, with the right numbers and its signal seen.
Setup internal(const Setup& s) {
    const PowerTrain& p = s.machine.power;
    Setup out = edited(s, {{"speedController.control", std::string("direct")},
                           {"controller.governor.kind", std::string("internal")},
                           {"controller.governor.ratio", std::round(100.0 * *p.mainTeeth / *p.pinionTeeth * secondStageRatio(p)) / 100.0},
                           {"controller.governor.poleCount", s.controller.profile->asksPolePairs ? *p.poles / 2.0 : *p.poles}});
    out.speedController.calibration.clear();  // of throttle, which the controller works now
    out.change += 1;
    out.standings["rows.governor-signal"] = {Standing::Proved, kAt, "", "", out.change};
    return out;
}

/// Rescue is in use, and every axis was proved.
Setup withRescue(Setup s) {
    s = edited(s, {{"controller.rescueInUse", true}});
    s.change += 1;
    for (const char* row : {"roll-sense", "pitch-sense", "yaw-sense"})
        s.standings[std::string("rows.") + row] = {Standing::Proved, kAt, "", "", s.change};
    return s;
}

}  // namespace

TEST_CASE("a governor's danger is healed by the number that is wrong: never by switching it off, nor by other parts") {
    std::size_t tried = 0;
    for (const khtest::NamedSetup& m : khtest::soundMachines()) {
        if (m.setup.machine.power.kind != PowerKind::Electric) continue;
        const Setup sound = internal(m.setup);
        INFO(m.name);
        for (const double pinion : {0.0, -1.0, -2.0})
            for (const double ratio : {1.0, 0.5, 0.8, 1.1, 1.3})
                for (const double poles : {1.0, 2.0, 0.5}) {
                    if (ratio == 1.0 && poles == 1.0) continue;
                    const Setup wrong =
                        edited(sound, {{"machine.power.pinionTeeth", *sound.machine.power.pinionTeeth + pinion},
                                       {"controller.governor.ratio", std::round(100.0 * sound.controller.governor.ratio * ratio) / 100.0},
                                       {"controller.governor.poleCount", std::round(sound.controller.governor.poleCount * poles)}});
                    const Plan plan = makePlan(wrong, shippedStations().rules());
                    ++tried;
                    bool number = wrong.controller.governor.poleCount == sound.controller.governor.poleCount;
                    bool agreed = std::abs(wrong.controller.governor.ratio * *wrong.machine.power.pinionTeeth /
                                               (*wrong.machine.power.mainTeeth * secondStageRatio(wrong.machine.power)) -
                                           1.0) <= 0.01;
                    for (const PlanStep& s : plan.steps)
                        for (const Edit& e : s.edits) {
                            CHECK(e.path != "controller.governor.kind");
                            if (e.path == "controller.governor.poleCount") number = true;
                            if (e.path == "controller.governor.ratio") agreed = true;
                            if (fieldHome(e.path).fact) CHECK(agreed);  // no other parts before the entry matches those that are there
                        }
                    CHECK(number);
                    CHECK(agreed);
                }
    }
    CHECK(tried > 200);
}

TEST_CASE("speeds that differ from the computed ones by one factor are a fact's fault: Kv, cells, teeth, and no wanted speed is lowered") {
    for (const Setup& s : {turnstone(), fulmar()})
        for (const auto& [path, by] :
             {std::pair("machine.power.kv", 0.75), std::pair("machine.power.kv", 1.3), std::pair("machine.power.cells", 0.5)}) {
            const double was = std::get<double>(readField(s, path)->value);
            const Setup wrong = edited(s, {{path, std::round(was * by)}});
            INFO(s.machine.name << ' ' << path << ' ' << by);
            CHECK(severityOf(wrong, "speed-factor") == Severity::Warning);
            const Plan plan = makePlan(wrong, shippedStations().rules());
            for (const PlanStep& step : plan.steps)
                for (const Edit& e : step.edits) CHECK(e.path.find("targetRpm") == std::string::npos);
            const Evaluation after = evaluate(withPlan(wrong, plan, plan.steps.size(), true, kAt));
            CHECK(after.count(Severity::Danger) + after.count(Severity::Warning) == 0);
            const Evaluation e = evaluate(wrong);
            for (const Finding& f : e.findings)  // nothing else is proposed on a number that is wrong itself
                if (f.id.starts_with("headroom.") || f.id.starts_with("wanted-speed.")) CHECK(f.also.empty());
        }
    CHECK_FALSE(tells(turnstone(), "speed-factor"));
    // one point off is not one factor
    Setup bent = turnstone();
    bent.speedController.calibration[1].headRpm *= 1.4;
    CHECK_FALSE(tells(bent, "speed-factor"));
}

TEST_CASE("a blade limit slows the modes and keeps their order, and its sentence names the modes it slows") {
    std::size_t tried = 0;
    for (const khtest::NamedSetup& m : khtest::soundMachines()) {
        if (!speedControllerGoverns(m.setup)) continue;
        double fastest = 0.0;
        for (const ModeFigures& f : evaluate(m.setup).figures.modes) fastest = std::max(fastest, f.headRpm.known ? f.headRpm.value : 0.0);
        for (const double share : {0.97, 0.9, 0.82, 0.75}) {
            INFO(m.name << " at " << share);
            const Setup wrong = edited(m.setup, {{"machine.rotor.bladeMaxRpm", std::round(share * fastest)}});
            const Evaluation e = evaluate(wrong);
            const Finding* f = find(e, "blade-limit");
            REQUIRE(f != nullptr);
            const Setup mended = edited(wrong, f->fix);
            const Evaluation after = evaluate(mended);
            CHECK(find(after, "blade-limit") == nullptr);
            double before = 0.0, wanted = 0.0;
            for (const FlightMode& mode : mended.transmitter.modes) {
                if (mode.id == kHoldMode) continue;
                const double now = after.figures.mode(mode.id)->headRpm.value;
                CHECK(now > before);
                CHECK(mode.targetRpm.value_or(1e9) > wanted);
                before = now;
                wanted = mode.targetRpm.value_or(wanted);
                const bool slowed = std::any_of(f->fix.begin(), f->fix.end(),
                                                [&](const Edit& x) { return x.path.find("." + mode.id + ".") != std::string::npos; });
                CHECK((render(f->todo).find(mode.name) != std::string::npos) == slowed);
            }
            ++tried;
        }
    }
    CHECK(tried >= 24);
}

TEST_CASE("the sub-trim of a gain channel is mended in one step") {
    for (const khtest::NamedSetup& m : khtest::soundMachines())
        for (const double trim : {-20.0, -8.0, 6.0, 20.0}) {
            INFO(m.name << ' ' << trim);
            const double was = channelOf(m.setup.transmitter, "gain")->subTrimPct;
            const Plan plan = makePlan(edited(m.setup, {{"transmitter.channels.gain.subTrimPct", was + trim}}), shippedStations().rules());
            REQUIRE(plan.steps.size() == 1);
            REQUIRE(plan.steps[0].edits.size() == 1);
            CHECK(plan.steps[0].edits[0].path == "transmitter.channels.gain.subTrimPct");
        }
}

TEST_CASE("what a pilot does on purpose is no fault: gains turned over twice, rate mode on a switch, a bench mode, a barred latch") {
    for (const khtest::NamedSetup& m : khtest::soundMachines()) {
        INFO(m.name);
        // negative gains on a reversed gain channel: the box reads plus
        std::vector<Edit> edits{{"transmitter.channels.gain.reversed", !channelOf(m.setup.transmitter, "gain")->reversed}};
        for (const FlightMode& mode : m.setup.transmitter.modes)
            edits.push_back({"transmitter.modes." + mode.id + ".tailGainPct", -mode.tailGainPct});
        edits.push_back({"transmitter.channels.gain.subTrimPct", -channelOf(m.setup.transmitter, "gain")->subTrimPct});  // it flips too
        const Evaluation twice = evaluate(edited(m.setup, edits));
        INFO(khtest::listed(khtest::ids(twice)));
        CHECK(twice.count(Severity::Danger) + twice.count(Severity::Warning) == 0);
        // one of the two alone is a danger
        CHECK(evaluate(edited(m.setup, {edits.front()})).count(Severity::Danger) > 0);
        // rate mode on a switch of its own
        const Condition free = {{{"L3", 2, ""}}};
        const Setup rate = edited(m.setup, {{"transmitter.functions.gain-2.when", free}, {"transmitter.functions.gain-2.sentPct", -30.0}});
        CHECK(severityOf(rate, "gain-step.gain-2") == Severity::Note);
        CHECK(makePlan(rate, shippedStations().rules()).steps.empty());
        // a latching rescue that hold bars is under no finger of hold
        Setup latched = edited(m.setup, {{"transmitter.functions.rescue.when", Condition{{{"L3", 2, ""}, {"R1", 1, ""}}}},
                                         {"transmitter.spares.ch8.follows", std::string("L3")},
                                         {"transmitter.schools.rescue", std::string("latched")}});
        CHECK_FALSE(tells(latched, "rescue-finger"));
        CHECK_FALSE(tells(latched, "rescue-in-hold"));
        CHECK_FALSE(tells(latched, "place-used.rescue"));
        // and one on hold's own place is
        CHECK(tells(edited(m.setup, {{"transmitter.functions.rescue.when", Condition{{{"R1", 2, ""}}}}}), "rescue-finger"));
    }
    // a mode that is reached under hold alone is the bench's
    Setup bench = withModeAfter(turnstone(), "idle2");
    FlightMode& added = bench.transmitter.modes[3];
    REQUIRE(added.id != kHoldMode);
    added.when = {{{"R1", 2, ""}, {"L3", 2, ""}}};
    added.throttle = flatCurve(0, 5);
    added.pitch = lineCurve(-100, 100, 5);
    added.flownInverted = false;
    added.targetRpm.reset();
    CHECK(benchOnly(bench.transmitter, added));
    CHECK(severityOf(bench, "set-up-curve." + added.id) == Severity::Note);
    CHECK(evaluate(bench).count(Severity::Danger) + evaluate(bench).count(Severity::Warning) == 0);
    added.when = {{{"L3", 2, ""}}};
    CHECK(severityOf(bench, "set-up-curve." + added.id) == Severity::Warning);
    // a channel that carries a further gain
    const Setup gain = edited(turnstone(), {{"transmitter.functions.gain-2.when", Condition{{{"L3", 2, ""}}}},
                                            {"transmitter.functions.gain-2.sentPct", 30.0},
                                            {"transmitter.schools.tailGain", std::string("steps")}});
    Setup carried = withSpares(gain, {{"ch7", 7, "L2"}, {"ch8", 8, "R3"}, {"ch9", 9, "L3"}});
    CHECK_FALSE(tells(carried, "unused-channels"));
    CHECK(tells(withSpares(turnstone(), {{"ch7", 7, "L2"}, {"ch8", 8, "R3"}, {"ch9", 9, "L1"}}), "unused-channels"));
}

TEST_CASE("a box whose range is the transmitter's travel is told in notes, and no plan widens the travel") {
    std::size_t tried = 0;
    for (const khtest::NamedSetup& m : khtest::soundMachines()) {
        const ControllerSettings& fc = m.setup.controller;
        if (std::abs(fc.collectiveHighPct - fc.collectiveLowPct) > 2.0 || fc.collectiveHighPct > 80.0) continue;
        INFO(m.name);
        const ChannelSettings& ch = *channelOf(m.setup.transmitter, "collective");
        const double share = fc.collectiveHighPct / 100.0;
        const Setup s = edited(m.setup, {{"controller.collectiveHighPct", 100.0},
                                         {"controller.collectiveLowPct", 100.0},
                                         {"transmitter.channels.collective.travelHighPct", std::round(ch.travelHighPct * share)},
                                         {"transmitter.channels.collective.travelLowPct", std::round(ch.travelLowPct * share)}});
        const Evaluation e = evaluate(s);
        INFO(khtest::listed(khtest::ids(e)));
        CHECK(severityOf(s, "end-point.collective.high") == Severity::Note);
        CHECK(e.figures.collectiveHighDeg.value == Approx(evaluate(m.setup).figures.collectiveHighDeg.value).margin(0.4));
        for (const PlanStep& step : makePlan(s, shippedStations().rules()).steps)
            for (const Edit& x : step.edits) {
                CHECK(x.path.find("collective.travel") == std::string::npos);
                CHECK(x.path.find("collectiveHigh") == std::string::npos);
            }
        ++tried;
    }
    CHECK(tried >= 6);
    // a travel that is merely short of a box with a range is a fault as before
    CHECK(severityOf(edited(turnstone(), {{"transmitter.channels.collective.travelHighPct", 60.0},
                                          {"transmitter.channels.collective.travelLowPct", 60.0}}),
                     "end-point.collective.high") == Severity::Warning);
}

TEST_CASE("rescue needs power wherever it can be called: in use a danger where the motor is off, blocked a note, in Hold a warning") {
    const Setup classic = edited(turnstone(), {{"transmitter.modes.normal.throttle", curveOf({0, 65, 65, 65, 65})},
                                               {"transmitter.schools.throttle", std::string("classic")}});
    CHECK(severityOf(classic, "rescue-power.normal") == Severity::Note);
    CHECK(severityOf(withRescue(classic), "rescue-power.normal") == Severity::Danger);
    const Setup sags = edited(turnstone(), {{"transmitter.modes.normal.throttle", curveOf({45, 65, 65, 65, 65})}});
    CHECK(severityOf(withRescue(sags), "rescue-power.normal") == Severity::Warning);
    for (const Setup& s : {turnstone(), fulmar(), gannet()}) CHECK_FALSE(tells(withRescue(s), "rescue-power.normal"));
    // an engine idles at low stick: there it is barred
    const Setup called = edited(gannet(), {{"transmitter.functions.rescue.when", Condition{{{"R3", 2, ""}, {"R1", 1, ""}}}}});
    CHECK(severityOf(withRescue(called), "rescue-power.normal") == Severity::Danger);
    for (const Setup& wrong : {withRescue(classic), withRescue(sags), withRescue(called)}) {
        const Plan plan = makePlan(wrong, shippedStations().rules());
        const Evaluation after = evaluate(withPlan(wrong, plan, plan.steps.size(), true, kAt));
        CHECK(after.count(Severity::Danger) + after.count(Severity::Warning) == 0);
    }
    CHECK(severityOf(edited(turnstone(), {{"transmitter.functions.rescue.when", Condition{{{"R3", 2, ""}}}}}), "rescue-in-hold") ==
          Severity::Warning);
}

TEST_CASE("rescue in use is blocked first, before a sense or a mounting that is wrong is turned, though all was seen once") {
    std::size_t tried = 0;
    for (const khtest::NamedSetup& m : khtest::soundMachines()) {
        const Setup sound = withRescue(m.setup);
        CHECK_FALSE(tells(sound, "rescue-shut"));
        const ControllerSettings& fc = sound.controller;
        std::vector<std::vector<Edit>> mistakes{{{"controller.gyro.rollReversed", !fc.gyro.rollReversed}},
                                                {{"controller.mounting", std::string("label up, plugs forward")}}};
        if (!fc.profile->oneTailDirection)
            mistakes.push_back(
                {{"controller.tail.reversed", !fc.tail.reversed}, {"controller.directions.rudderReversed", !fc.directions.rudderReversed}});
        for (const std::vector<Edit>& mistake : mistakes) {
            INFO(m.name << ' ' << mistake.front().path);
            Setup wrong = withRescue(edited(m.setup, mistake));  // seen after it, so that nothing but the settings tells
            if (evaluate(wrong).count(Severity::Danger) == 0) continue;
            ++tried;
            CHECK(severityOf(wrong, "rescue-shut") == Severity::Danger);
            const Plan plan = makePlan(wrong, shippedStations().rules());
            REQUIRE_FALSE(plan.steps.empty());
            CHECK(plan.steps.front().edits.front().path == "controller.rescueInUse");
            const Evaluation after = evaluate(withPlan(wrong, plan, plan.steps.size(), true, kAt));
            CHECK(after.count(Severity::Danger) + after.count(Severity::Warning) == 0);
        }
    }
    CHECK(tried >= 20);
}

TEST_CASE("noted: what is wanted and computed apart, a timer that outlasts the estimate, minutes that bracket what was logged") {
    Setup unlogged = turnstone();
    unlogged.speedController.calibration.clear();
    CHECK_FALSE(tells(unlogged, "wanted-apart.normal"));
    CHECK(severityOf(edited(unlogged, {{"transmitter.modes.normal.targetRpm", 1650.0}}), "wanted-apart.normal") == Severity::Note);
    Setup estimated = turnstone();
    estimated.machine.power.loggedMahPerMin.reset();
    estimated.machine.power.plannedMahPerMin.reset();
    const Figure minutes = evaluate(estimated).figures.of<PowerFigures>().enduranceMin;
    REQUIRE(minutes.known);
    CHECK_FALSE(tells(edited(estimated, {{"transmitter.timerMin", std::floor(minutes.value)}}), "timer-estimate"));
    CHECK(severityOf(edited(estimated, {{"transmitter.timerMin", std::ceil(minutes.value + 0.5)}}), "timer-estimate") == Severity::Note);
    std::size_t logged = 0;
    for (const Setup& s : {turnstone(), fulmar()}) {
        const PowerFigures& f = evaluate(s).figures.of<PowerFigures>();
        if (!f.timerMin.known || !f.enduranceMin.band) continue;
        INFO(s.machine.name << ' ' << f.timerMin.value << " in " << (*f.enduranceMin.band)[0] << " … " << f.enduranceMin.value);
        CHECK(f.timerMin.value >= (*f.enduranceMin.band)[0]);
        CHECK(f.timerMin.value <= f.enduranceMin.value);
        ++logged;
    }
    CHECK(logged == 2);
    // gains over head speed: falling is right, rising and staying are noted, a box that scales by itself wants one
    const auto gains = [](double a, double b) {
        return edited(turnstone(), {{"transmitter.modes.normal.tailGainPct", a}, {"transmitter.modes.idle1.tailGainPct", b}});
    };
    CHECK(tells(gains(30, 36), "gain-over-speed.idle1"));
    CHECK_FALSE(tells(gains(42, 32), "gain-over-speed.idle1"));
    CHECK_FALSE(tells(gains(34, 34), "gain-over-speed.idle1"));  // a tenth faster only
    CHECK(tells(edited(gains(34, 34),
                       {{"transmitter.modes.normal.throttle", flatCurve(58, 5)}, {"transmitter.modes.idle1.throttle", flatCurve(79, 5)}}),
                "gain-over-speed.idle1"));
}

TEST_CASE("an engine that the controller governs keeps the cells of its governor, and nothing of a speed controller's") {
    const Setup s = edited(gannet(), {{"controller.governor.kind", std::string("internal")}});
    std::set<std::string> cells;
    for (const StationPage& page : ledger(s, evaluate(s)))
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts)
                    if (page.station == Station::Power) cells.insert(part.field());
    for (const char* own : {"controller.governor.runUpS", "controller.governor.bailOutS", "machine.power.clutchPct"})
        CHECK(cells.count(own) == 1);
    for (const char* other : {"speedController.softStartS", "speedController.bailOutS", "machine.power.cells", "machine.power.poles"})
        CHECK(cells.count(other) == 0);
}

TEST_CASE("a stop on two places of a three-place switch is left before rescue's power is judged") {
    Setup s = withRescue(edited(turnstone(), {{"transmitter.modes.normal.throttle", curveOf({0, 65, 65, 65, 65})}}));
    s.transmitter.kill.when = {{{"L2", 2, ""}}, {{"L2", 1, ""}}};
    s.transmitter.functions[0].when.clear();
    s.transmitter.functions[1].when.clear();
    CHECK(severityOf(s, "rescue-power.normal") == Severity::Danger);
}

TEST_CASE("words: a margin that lacks is one, several servos go against the stick, and a row in danger is not proved") {
    const double barely = -2.0;
    const Setup margin = edited(turnstone(), {{"transmitter.kill.throttlePct", barely}});
    CHECK(severityOf(margin, "stop-value.kill") == Severity::Warning);
    CHECK(titleOf(margin, "stop-value.kill").find("does not stop") == std::string::npos);
    CHECK(titleOf(edited(turnstone(), {{"transmitter.kill.throttlePct", 8.0}}), "stop-value.kill").find("does not stop") !=
          std::string::npos);

    std::vector<Edit> edits;
    for (const PortSettings& p : turnstone().controller.ports) {
        edits.push_back({"controller.ports." + p.id + ".reversed", !p.reversed});
        const std::string title = titleOf(edited(turnstone(), edits), "servo-direction." + turnstone().controller.ports.front().id);
        INFO(edits.size() << ": " << title);
        CHECK((title.find("against the others") != std::string::npos) == (edits.size() == 1));
    }

    std::size_t torn = 0;
    for (const khtest::NamedSetup& m : khtest::soundMachines()) {
        Setup wrong = edited(m.setup, {{"controller.gyro.rollReversed", true}, {"transmitter.channels.rudder.reversed", true}});
        wrong.change += 1;
        for (const StationPage& page : ledger(wrong, evaluate(wrong)))
            for (const Row& row : page.rows) wrong.standings["rows." + row.id] = {Standing::Proved, kAt, "", "", wrong.change};
        std::size_t proved = 0;
        for (const StationPage& page : ledger(wrong, evaluate(wrong)))
            for (const Row& row : page.rows) {
                INFO(m.name << ' ' << row.id);
                if (row.broken) {
                    CHECK(row.standing != Standing::Proved);
                    ++torn;
                }
                proved += row.standing == Standing::Proved ? 1 : 0;
            }
        CHECK(proved > 50);
    }
    CHECK(torn >= 20);
}

}  // namespace judgements_tests
