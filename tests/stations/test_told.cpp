// SPDX-License-Identifier: GPL-3.0-or-later
//
// What boxes were told and what is plugged in: the receiver, the learned order, leads, lamps in place of numbers, sticks before travels, a
// governor's direct throttle, what is read after a flight, a head turned by hand.
#include "base/error.h"
#include "boxes/tenboxes.h"
#include "golden/builds.h"
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "model/accepted.h"
#include "model/leads.h"
#include "model/limits.h"
#include "model/modeedits.h"
#include "procedure/move.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "stations/healing.h"
#include "stations/kit/benchwork.h"
#include "stations/pitch/bindingchart.h"
#include "stations/readingkit.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace told_tests {

using namespace kh;
using Catch::Contains;
using khtest::edited;
using khtest::find;
using khtest::fulmar;
using khtest::gannet;
using khtest::heals;
using khtest::ids;
using khtest::readAt;
using khtest::tells;
using khtest::turnstone;
using khtest::withReadings;

namespace {

std::string allOf(const std::vector<Step>& steps) {
    std::string out;
    for (const Step& s : steps) out += render(s.todo) + " | " + render(s.seen) + " | " + render(s.caution) + "\n";
    return out;
}

}  // namespace

const std::string kPack = "receiver pack", kThere = "receiver", kAllowed = "joined, both makers allow it";

TEST_CASE("a lead joins a second supply only where both makers allow it; one that goes nowhere is told, one to itself refused") {
    for (const Setup& base : {turnstone(), fulmar(), gannet()}) {
        Setup s = withLead(base);
        REQUIRE(s.machine.wiring.leads.size() == 1);
        CHECK(tells(s, "lead-open.1"));
        CHECK(find(evaluate(s), "lead-open.1")->severity == Severity::Warning);
        s = edited(s, {{"machine.wiring.leads.1.from", kPack}, {"machine.wiring.leads.1.to", kThere}});
        CHECK_FALSE(tells(s, "lead-open.1"));
        CHECK_FALSE(tells(s, "lead-supply.1"));
        for (const char* carries : {"supply", "both"}) {
            const Setup joined = edited(s, {{"machine.wiring.leads.1.carries", std::string(carries)}});
            REQUIRE(tells(joined, "lead-supply.1"));
            const Finding f = *find(evaluate(joined), "lead-supply.1");
            CHECK(f.severity == Severity::Danger);
            CHECK_FALSE(tells(edited(joined, f.fix), "lead-supply.1"));
            CHECK_FALSE(tells(edited(joined, {{"machine.wiring.second", kAllowed}}), "lead-supply.1"));
        }
        const Setup self = edited(s, {{"machine.wiring.leads.1.to", kPack}});
        CHECK_THROWS_WITH(requireAccepted(self), Contains("cannot go to itself"));
        CHECK(withoutLead(s, "1").machine.wiring.leads.empty());
        CHECK_THROWS_AS(withoutLead(base, "1"), InputError);
        Setup many = base;
        for (std::size_t i = 0; i < kMaxLeads; ++i) many = withLead(many);
        CHECK_THROWS_WITH(withLead(many), Contains("no more are kept"));
    }
}

TEST_CASE("a lead with the speed signal is what the controller's governor needs") {
    Setup s = edited(withLead(turnstone()), {{"controller.governor.kind", std::string("internal")},
                                             {"machine.wiring.rpmLead", false},
                                             {"machine.wiring.leads.1.from", std::string("speed controller")},
                                             {"machine.wiring.leads.1.to", std::string("controller")}});
    CHECK(tells(s, "rpm-lead"));
    s = edited(s, {{"machine.wiring.leads.1.carries", std::string("speed")}});
    CHECK_FALSE(tells(s, "rpm-lead"));
    CHECK(tells(edited(s, {{"machine.wiring.leads.1.parked", true}}), "rpm-lead"));
}

TEST_CASE("a channel map with a function twice, or with one there is not, is refused by name") {
    const auto map = [](const std::vector<std::string>& names) {
        Setup s = turnstone();
        s.controller.receiver.map = names;
        requireAccepted(s);
    };
    CHECK_NOTHROW(map({"aileron", "elevator", "head-gain"}));
    CHECK_THROWS_WITH(map({"aileron", "elevator", "aileron"}), Contains("controller.receiver.map") && Contains("\"aileron\" stands twice"));
    CHECK_THROWS_WITH(map({"aileron", "lamp"}), Contains("no function of a channel"));
}

TEST_CASE("two functions changed over are found by which bar answers, and set right by the order's school, on every build") {
    const BenchWork& solver = *solverById("answers");
    for (const auto& [name, built] : khtest::triedBuilds()) {
        const std::vector<std::string>& order = built.controller.profile->channelOrder;
        const auto bar = [&](const std::string& f) {
            return 1.0 + static_cast<double>(std::find(order.begin(), order.end(), f) - order.begin());
        };
        if (bar("aileron") > static_cast<double>(order.size()) || bar("rudder") > static_cast<double>(order.size())) continue;
        if (built.transmitter.modes.empty()) continue;
        INFO(name);
        std::vector<Reading> sound, crossed;
        for (const Step& step : solver.asks(built)) {
            const std::string f = step.name.substr(std::string("answers.").size());
            if (bar(f) > static_cast<double>(order.size())) continue;
            sound.push_back(readAt(built, step.name.c_str(), bar(f), kBarUnit));
            const std::string other = f == "aileron" ? "rudder" : f == "rudder" ? "aileron" : f;
            crossed.push_back(readAt(built, step.name.c_str(), bar(other), kBarUnit));
        }
        CHECK(solveRound(built, solver, sound).answers.empty());
        for (const char* school : {"learned", "controller"}) {
            Setup s = edited(built, {{"transmitter.schools.order", std::string(school)}});
            if (std::string(school) == "controller") s = edited(s, controllerOrder(s));
            const Solved solved = solveRound(s, solver, crossed);
            REQUIRE(solved.answers.size() == 1);
            const Setup after = edited(s, solved.answers[0].edits);
            CHECK_FALSE(tells(takenOver(s, solved, crossed, "2026-11-24T10:00:00Z"), "bar-answers.aileron"));
            if (std::string(school) == "learned") {
                CHECK(channelMap(after.controller)[static_cast<std::size_t>(bar("aileron")) - 1] == "rudder");
            } else {
                CHECK(channelOf(after.transmitter, "aileron")->number == channelOf(s.transmitter, "rudder")->number);
                CHECK(channelOf(after.transmitter, "rudder")->number == channelOf(s.transmitter, "aileron")->number);
            }
        }
    }
    // a round that was not finished is told until it is, or until a channel changes its place
    const Setup half = withReadings(turnstone(), {readAt(turnstone(), "answers.aileron", 4.0, kBarUnit)});
    REQUIRE(tells(half, "bar-answers.aileron"));
    CHECK(find(evaluate(half), "bar-answers.aileron")->severity == Severity::Danger);
    const double number = channelOf(turnstone().transmitter, "aileron")->number;
    CHECK_FALSE(tells(edited(half, {{"transmitter.channels.aileron.number", number + 6.0}}), "bar-answers.aileron"));
    CHECK_FALSE(tells(withReadings(turnstone(), {readAt(turnstone(), "answers.aileron", 1.0, kBarUnit)}), "bar-answers.aileron"));
    CHECK_THROWS_WITH(solveRound(turnstone(), solver, std::vector{readAt(turnstone(), "answers.aileron", 19.0, kBarUnit)}),
                      Contains("none of its bars"));
    CHECK_THROWS_WITH(solveRound(turnstone(), solver,
                                 std::vector{readAt(turnstone(), "answers.aileron", 2.0, kBarUnit),
                                             readAt(turnstone(), "answers.rudder", 2.0, kBarUnit)}),
                      Contains("answers to two sticks"));
}

TEST_CASE("a learned order that was written down is held against the channels, those of gains included") {
    Setup s = edited(turnstone(), {{"transmitter.schools.order", std::string("learned")}});
    CHECK_FALSE(tells(s, "school-order"));
    s.controller.receiver.map = s.controller.profile->channelOrder;
    CHECK_FALSE(tells(s, "school-order"));
    std::swap(s.controller.receiver.map[0], s.controller.receiver.map[1]);
    REQUIRE(tells(s, "school-order"));
    const Finding f = *find(evaluate(s), "school-order");
    CHECK(f.severity == Severity::Danger);
    CHECK(f.fix.front().path == "controller.receiver.map");
    CHECK_FALSE(tells(edited(s, f.fix), "school-order"));
    CHECK(makePlan(s, stationsOf(s).rules()).remedies.count("school-order") == 1);
}

TEST_CASE("a stick that ends short is calibrated before any travel, and calibrated anew it makes ends, hold and failsafe stale") {
    const Setup shortOne = edited(turnstone(), {{"transmitter.sticks.aileron.lowPct", -93.0}});
    const Solved solved = solveRound(shortOne, *solverById("endpoints"), std::vector{readAt(shortOne, "aileron.low", -90.0, "%")});
    REQUIRE_FALSE(solved.remarks.empty());
    CHECK_THAT(render(solved.remarks.front()), Contains("Calibrate it in the transmitter"));
    CHECK_FALSE(
        tells(edited(turnstone(), {{"transmitter.sticks.collective.centrePct", 30.0}}), "own-stick.collective"));  // it does not spring
    for (const Edit& e : {Edit{"transmitter.profile.sticksCalibrated", 3.0}, Edit{"transmitter.firmware", std::string("9.1")},
                          Edit{"transmitter.stickMode", 1.0}})
        for (const char* row : {"hold-switch", "failsafe-test", "channel-rudder"}) {
            INFO(e.path << " " << row);
            Setup s = turnstone();
            s.standings.clear();
            StandingRecord seen;
            seen.standing = Standing::Proved;
            seen.at = "2026-11-24T09:00:00Z";
            seen.change = ++s.change;
            s.standings[std::string("rows.") + row] = seen;
            REQUIRE(rowSeen(s, row));
            CHECK_FALSE(rowSeen(edited(s, {e}), row));
        }
}

TEST_CASE("binding: gesture and sign of both sides, what decides the variant, the plug out again, causes where a lit lamp moves nothing") {
    Setup s = edited(turnstone(), {{"transmitter.profile.bindGesture", std::string("hold the middle key")},
                                   {"transmitter.profile.bindSign", std::string("BIND")},
                                   {"machine.receiver.variantBy", std::string("the socket")},
                                   {"controller.profile.variants", std::vector<std::string>{"A", "B"}},
                                   {"controller.profile.receiverKinds", std::vector<std::string>(1, "one lead")}});
    const std::string text = allOf(guideOfRow("binding")->steps(s, evaluate(s).figures));
    for (const char* part : {"hold the middle key", "BIND", "the socket", "plug out again", "another variant", "another kind of receiver"})
        CHECK_THAT(text, Contains(part));
    const std::string plain = allOf(guideOfRow("binding")->steps(turnstone(), evaluate(turnstone()).figures));
    CHECK(plain.find("another variant") == std::string::npos);
}

TEST_CASE("a governing box lets the throttle through while the ends are learned, fed apart, and is set back before anything else") {
    Setup s = edited(turnstone(), {{"controller.governor.kind", std::string("internal")}, {"controller.profile.passesThrottle", true}});
    const std::vector<Step> steps = guideOfRow("throttle-ends")->steps(s, evaluate(s).figures);
    std::vector<std::string> names;
    for (const Step& step : steps) names.push_back(step.name);
    const auto place = [&](const char* n) { return std::find(names.begin(), names.end(), n) - names.begin(); };
    CHECK(place("direct") < place("fed"));
    CHECK(place("fed") < place("up"));
    CHECK(place("governed") < place("back"));
    CHECK(static_cast<std::size_t>(place("governed")) < names.size());
    CHECK_THAT(allOf(steps), Contains("Never two supplies joined"));
    for (const Step& step : guideOfRow("throttle-ends")->steps(turnstone(), evaluate(turnstone()).figures)) CHECK(step.name != "direct");
}

TEST_CASE("what is read after a flight is judged: heat, cells, supply, hours; another pinion makes it say nothing") {
    const BenchWork& after = *solverById("after-flight");
    for (const Setup& base : {turnstone(), fulmar()}) {
        const Setup cool = withReadings(base, {readAt(base, "after.motor", 62.0, "°C"), readAt(base, "after.pack", 38.0, "°C"),
                                               readAt(base, "after.lowest-cell", 3.78, "V")});
        for (const std::string& id : ids(evaluate(cool))) CHECK(ids(evaluate(base)).count(id) == 1);
        const Setup hot = withReadings(base, {readAt(base, "after.motor", 104.0, "°C"), readAt(base, "after.speed-controller", 85.0, "°C"),
                                              readAt(base, "after.lowest-cell", 3.45, "V")});
        const Evaluation e = evaluate(hot);
        REQUIRE(find(e, "hot.motor") != nullptr);
        CHECK(find(e, "hot.motor")->severity == Severity::Warning);
        CHECK(find(e, "hot.speed-controller")->severity == Severity::Note);
        CHECK(find(e, "hot.pack") == nullptr);
        CHECK(find(e, "cell-after")->severity == Severity::Warning);
        CHECK_FALSE(tells(edited(hot, {{"machine.power.pinionTeeth", *base.machine.power.pinionTeeth + 1.0}}), "hot.motor"));
        const Setup alarm = edited(hot, {{"transmitter.alarms.temperatureC", 140.0}});
        REQUIRE(tells(alarm, "temperature-alarm"));
        CHECK_FALSE(tells(edited(alarm, find(evaluate(alarm), "temperature-alarm")->fix), "temperature-alarm"));
        const Setup supply = withReadings(base, {readAt(base, "after.supply", base.machine.supply.volts.value_or(6.0) + 1.0, "V")});
        CHECK(tells(supply, "supply-shown") == base.machine.supply.volts.has_value());
        CHECK_THROWS_WITH(solveRound(base, after, std::vector{readAt(base, "after.motor", 900.0, "°C")}), Contains("is not possible"));
        CHECK_THROWS_WITH(solveRound(base, after, {}), Contains("nothing was read"));
        const Setup hours = withReadings(base, {readAt(base, "after.hours", 12.5, "h")});
        CHECK_THAT(render(solveRound(hours, after, std::vector{readAt(hours, "after.hours", 14.0, "h")}).remarks.front()),
                   Contains("1.5 since"));
        CHECK_THAT(render(solveRound(hours, after, std::vector{readAt(hours, "after.hours", 3.0, "h")}).remarks.front()),
                   Contains("reset"));
        CHECK_FALSE(tells(withReadings(hours, {readAt(hours, "after.hours", 14.0, "h")}), "hours-back"));
        CHECK(tells(withReadings(hours, {readAt(hours, "after.hours", 3.0, "h")}), "hours-back"));
    }
    CHECK(after.asks(gannet()).empty());
    CHECK_FALSE(tells(withReadings(gannet(), {readAt(gannet(), "after.motor", 130.0, "°C")}), "hot.motor"));
}

TEST_CASE("rates the box displays are held against what is computed, under what they were read under") {
    const BenchWork& shown = *solverById("shown-rates");
    const Setup& base = turnstone();
    const double rate = base.controller.banks.front().rollPitchDegS;
    const Setup same = withReadings(base, {readAt(base, "shown.aileron", rate, "°/s")});
    const Setup other = withReadings(base, {readAt(base, "shown.aileron", rate * 1.4, "°/s")});
    CHECK_FALSE(tells(same, "shown-rate.aileron"));
    REQUIRE(tells(other, "shown-rate.aileron"));
    CHECK_FALSE(tells(edited(other, {{"controller.banks.1.rollPitchDegS", rate * 1.4}}), "shown-rate.aileron"));
    CHECK_THAT(render(solveRound(base, shown, std::vector{readAt(base, "shown.aileron", rate * 1.4, "°/s")}).remarks.front()),
               Contains("the bank says"));
    CHECK_THROWS_WITH(solveRound(base, shown, std::vector{readAt(base, "shown.aileron", 90000.0, "°/s")}), Contains("is not possible"));
}

TEST_CASE("a head turned by hand: contact at places lowers the cyclic limit, all round it is no tilt") {
    const BenchWork& limit = *solverById("limit");
    for (Setup s : {turnstone(), fulmar(), gannet()}) {
        s.readings.clear();
        const double now = s.controller.cyclicLimitPct;
        const Solved places = solveRound(s, limit, std::vector{readAt(s, "buzz.turn.high", now, "%")});
        REQUIRE(places.answers.size() == 1);
        CHECK(places.answers[0].value < now);
        CHECK_THAT(render(places.answers[0].todo), Contains("head turned by hand"));
        const Solved round = solveRound(s, limit, std::vector{readAt(s, "binds.turn.low", now, "%")});
        CHECK(round.answers.empty());
        CHECK_THAT(render(round.remarks.front()), Contains("all round"));
        const Solved free = solveRound(s, limit, std::vector{readAt(s, "clear.turn.low", now, "%"), readAt(s, "clear.0.high", now, "%")});
        CHECK_THAT(render(free.remarks.front()), Contains("1 of 24 places"));
        // what was seen is judged as long as the limit is no lower
        heals(withReadings(s, {readAt(s, "buzz.turn.high", now, "%")}), "limit-bound");
        heals(withReadings(s, {readAt(s, "binds.90.high", now, "%")}), "limit-bound");
        CHECK_FALSE(tells(withReadings(s, {readAt(s, "binds.90.high", now + 5.0, "%")}), "limit-bound"));
        const Setup allRound = withReadings(s, {readAt(s, "binds.turn.low", now, "%")});
        REQUIRE(tells(allRound, "limit-bound"));
        CHECK(find(evaluate(allRound), "limit-bound")->fix.empty());  // no limit mends it
    }
    CHECK(render(placeTitle(kHeadTurned, 2)) == "head turned by hand, collective high");
    CHECK(placeName(kHeadTurned, 0) == "turn.low");
    CHECK_THROWS_WITH(bindingChart(std::vector{readAt(turnstone(), "clear.turned.low", 50.0, "%")}), Contains("or turn"));
}

TEST_CASE("where pages freeze outputs the sheet says so, and a mode is edited from a safe place") {
    CHECK_FALSE(guideOfRow("throttle-curve")->proves);  // it leads there, and proves no curve
    CHECK(guideOfRow("throttle-curve")->steps(turnstone(), evaluate(turnstone()).figures).empty());
    Setup s = turnstone();
    s.transmitter.profile.edit().alsoDoes = {"frozen-pages"};
    const std::vector<Step> steps = guideOfRow("throttle-curve")->steps(s, evaluate(s).figures);
    REQUIRE(steps.size() == 3);
    CHECK_THAT(allOf(steps), Contains("Hold on") && Contains("Leave the page"));
    const auto cautions = [](const Setup& x) {
        std::string out;
        for (const Message& m : benchSheet(x, evaluate(x), {}).cautions) out += render(m);
        return out;
    };
    CHECK_THAT(cautions(s), Contains("its outputs stand still"));
    CHECK(cautions(turnstone()).find("outputs stand still") == std::string::npos);
}

}  // namespace told_tests
