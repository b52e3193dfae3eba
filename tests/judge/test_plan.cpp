// SPDX-License-Identifier: GPL-3.0-or-later
//
// The plan: a remedy is a promise. The random cases stand in tests/plan.
#include "golden/builds.h"
#include "judge/plan/plan.h"
#include "model/helicopter/helicopter.h"
#include "procedure/plantext.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <regex>

namespace plan_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

const RuleSet& rules() { return shippedStations().rules(); }

std::set<std::string> troubles(const Setup& s) {
    std::set<std::string> out;
    for (const Finding& f : evaluate(s).findings)
        if (f.severity != Severity::Note) out.insert(f.id);
    return out;
}
std::set<std::string> changed(const Plan& plan) {
    std::set<std::string> out;
    for (const PlanStep& s : plan.steps)
        for (const Edit& e : s.edits) out.insert(e.path);
    return out;
}
/// The edits that change something, by path.
std::map<std::string, FieldValue> joinedWith(const Setup& s, const std::vector<Edit>& edits) {
    std::map<std::string, FieldValue> out;
    for (const Edit& e : edits)
        if (readField(s, e.path)->value != e.value) out[e.path] = e.value;
    return out;
}
Setup whole(const Setup& s, const Plan& plan) { return withPlan(s, plan, plan.steps.size(), true, "2026-11-25T21:00:00Z"); }

}  // namespace

TEST_CASE("a sound machine has an empty plan, and costs next to nothing") {
    for (const Setup* s : {&turnstone(), &khtest::fulmar(), &khtest::gannet()}) {
        const Plan plan = makePlan(*s, rules());
        CHECK(plan.steps.empty());
        CHECK(plan.left.empty());
        for (const auto& [id, remedy] : plan.remedies) CHECK(khtest::find(evaluate(*s), id)->severity == Severity::Note);
        CHECK(plan.judgements <= 1 + 4 * plan.remedies.size());
        CHECK(plan.complete);
    }
}

TEST_CASE("Dunlin's seven mistakes take seven steps, two by hand, and none is of a consequence") {
    const Setup& s = khtest::dunlin();
    const Plan plan = makePlan(s, rules());
    CHECK(plan.dangers == 8);
    CHECK(plan.warnings == 4);
    CHECK(plan.steps.size() == 7);
    CHECK(plan.byHand() == 2);
    CHECK(plan.typedNow() == 5);
    CHECK(plan.left.empty());
    CHECK(changed(plan) == std::set<std::string>{"transmitter.hold.actsIn", "controller.rateHz", "transmitter.swashMixing",
                                                 "transmitter.modes.idle1.tailGainPct", "controller.layout", "controller.ports.2.trimUs",
                                                 "machine.servos.left.squareErrorDeg", "machine.power.pinionTeeth"});
    CHECK(troubles(whole(s, plan)).empty());
    // what goes with another's remedy has none of its own: these two would undo the machine once the layout is right
    for (const char* id : {"reference-throw", "cyclic-limit"}) {
        INFO(id);
        const Remedy& r = plan.remedies.at(id);
        CHECK(r.edits.empty());
        CHECK_FALSE(r.causedBy.empty());
    }
    CHECK(plan.remedies.at("reference-throw").causedBy == "layout");
    // never more danger after a step than before it
    std::size_t before = plan.dangers;
    for (const PlanStep& step : plan.steps) {
        CHECK(step.dangers <= before);
        before = step.dangers;
    }
}

TEST_CASE("facts are never typed by a plan, only written down when the pilot says that they were done") {
    const Setup& s = khtest::dunlin();
    const Plan plan = makePlan(s, rules());
    const Setup typed = withPlan(s, plan, plan.steps.size(), false, "2026-11-25T21:00:00Z");
    CHECK(typed.machine == s.machine);
    CHECK(typed.controller.ports[1].trimUs == s.controller.ports[1].trimUs);  // part of the work by hand
    CHECK(typed.controller.rateHz == 333.0);
    CHECK(standingOf(typed, "controller.rateHz") == Standing::Computed);
    const Setup done = whole(s, plan);
    CHECK(*done.machine.power.pinionTeeth == 13.0);
    CHECK(standingOf(done, "machine.power.pinionTeeth") == Standing::Entered);
    CHECK(withPlan(s, plan, 0, true, "x") == s);
    CHECK(withPlan(s, plan, 1, true, "x").controller.rateHz == s.controller.rateHz);
}

TEST_CASE("a plan cannot do with less: without any of its steps something is left") {
    const Setup& s = khtest::dunlin();
    const Plan plan = makePlan(s, rules());
    for (std::size_t without = 0; without < plan.steps.size(); ++without) {
        Setup some = s;
        for (std::size_t i = 0; i < plan.steps.size(); ++i)
            if (i != without) some = withEdits(some, plan.steps[i].edits, Standing::Computed, "");
        INFO("without step " << without + 1);
        CHECK_FALSE(troubles(some).empty());
    }
}

TEST_CASE("mistakes that cancel, or hide each other, are answered together") {
    struct Case {
        const char* name;
        std::vector<Edit> mistakes;
        std::set<std::string> back;  ///< fields the plan types
    };
    const std::vector<Case> cases{
        {"channel and tail servo reversed",
         {{"transmitter.channels.rudder.reversed", true}, {"controller.tail.reversed", true}},
         {"transmitter.channels.rudder.reversed", "controller.tail.reversed"}},
        {"rudder channel alone", {{"transmitter.channels.rudder.reversed", true}}, {"transmitter.channels.rudder.reversed"}},
        {"all ports",
         {{"controller.ports.1.reversed", true}, {"controller.ports.2.reversed", true}, {"controller.ports.3.reversed", true}},
         {"controller.ports.1.reversed", "controller.ports.2.reversed", "controller.ports.3.reversed"}},
        {"negative reference", {{"controller.referencePct", -66.4}}, {"controller.referencePct"}},
        {"throttle reversed", {{"transmitter.channels.throttle.reversed", true}}, {"transmitter.channels.throttle.reversed"}},
        {"a limit under hold", {{"transmitter.channels.throttle.limitPct", 80.0}}, {"transmitter.channels.throttle.limitPct"}},
        {"an end cut by its limit", {{"transmitter.channels.elevator.limitPct", 60.0}}, {"transmitter.channels.elevator.limitPct"}},
        {"gain channel reversed", {{"transmitter.channels.gain.reversed", true}}, {"transmitter.channels.gain.reversed"}},
        {"a wide pulse on the narrow tail servo", {{"controller.tail.pulseUs", 1520.0}}, {"controller.tail.pulseUs"}},
        {"centre and end", {{"transmitter.channels.elevator.subTrimPct", 15.0}}, {"transmitter.channels.elevator.subTrimPct"}}};
    for (const Case& c : cases) {
        INFO(c.name);
        const Setup wrong = edited(turnstone(), c.mistakes);
        const Plan plan = makePlan(wrong, rules());
        CHECK(changed(plan) == c.back);
        CHECK(plan.left.empty());
        CHECK(troubles(whole(wrong, plan)).empty());
    }
}

TEST_CASE("each remedy that is shown was tried: its finding goes, and nothing of its severity or worse comes") {
    std::vector<Setup> wrong{khtest::dunlin(),
                             edited(turnstone(), {{"controller.collectiveTrimPct", 12.0}, {"transmitter.kill.throttlePct", 20.0}}),
                             edited(khtest::gannet(), {{"transmitter.hold.throttlePct", 60.0}, {"controller.referencePct", 30.0}})};
    for (const Setup& s : wrong) {
        const Plan plan = makePlan(s, rules());
        const auto before = evaluate(s).findings;
        for (const auto& [id, remedy] : plan.remedies) {
            INFO(id);
            if (remedy.edits.empty()) continue;
            for (const Edit& e : remedy.edits) CHECK_FALSE(fieldHome(e.path).fact);
            const Evaluation after = evaluate(edited(s, remedy.edits));
            CHECK(khtest::find(after, id) == nullptr);
            const auto own = std::find_if(before.begin(), before.end(), [&](const Finding& f) { return f.id == id; });
            REQUIRE(own != before.end());
            for (const Finding& f : after.findings) {
                const auto old = std::find_if(before.begin(), before.end(), [&](const Finding& x) { return x.id == f.id; });
                if (old == before.end()) CHECK(f.severity > own->severity);
            }
            CHECK(remedy.heals.front() == id);
            for (const std::string& healed : remedy.heals) CHECK(khtest::find(after, healed) == nullptr);
        }
    }
}

TEST_CASE("where nothing in the boxes heals the plan says what to do by hand, and what rests on it is provisional") {
    const Setup ports =
        edited(turnstone(), {{"controller.ports.1.role", std::string("left")}, {"controller.ports.2.role", std::string("elevator")}});
    const Plan plan = makePlan(ports, rules());
    REQUIRE(plan.steps.size() == 1);
    CHECK(plan.steps.front().byHand);
    CHECK(plan.steps.front().edits.size() == 2);
    const std::vector<StepText> texts = planTexts(ports, plan, rules());
    REQUIRE(texts.size() == 1);
    CHECK(render(texts.front().todo).find("Plug the elevator servo into port 1") != std::string::npos);
    // an odd servo among others: the others are not driven to their stops
    Setup odd = turnstone();
    helicopter(odd).servos[1].servo.edit().pulseUs = 760.0;
    const Plan none = makePlan(odd, rules());
    CHECK(none.steps.empty());
    CHECK(std::count(none.left.begin(), none.left.end(), "servo-pulse") == 1);
    const Evaluation of = evaluate(odd);
    CHECK(render(khtest::find(of, "servo-pulse")->todo).find("Unplug") != std::string::npos);
}

TEST_CASE("a switch that is missing is proposed, and called a proposal") {
    const Setup none = edited(turnstone(), {{"transmitter.modes.hold.when", Condition{}}});
    const Plan plan = makePlan(none, rules());
    REQUIRE(plan.steps.size() == 1);
    CHECK(plan.steps.front().proposal);
    CHECK(plan.left.empty());
    const Setup after = whole(none, plan);
    CHECK(troubles(after).empty());
    const Condition& when = after.transmitter.modes.back().when;
    REQUIRE(when.size() == 1);
    CHECK(when.front().size() == 1);
    CHECK(ChainModel(after).at(Deck{}).holdActs);  // on when the transmitter is switched on
}

TEST_CASE("a plan stops when it is told to, and says that it is not complete") {
    int asked = 0;
    const Plan plan = makePlan(khtest::dunlin(), rules(), [&] { return ++asked < 5; });
    CHECK_FALSE(plan.complete);
    CHECK(plan.judgements < 6);
    const Plan all = makePlan(khtest::dunlin(), rules());
    CHECK(all.judgements <= kPlanJudgements);
}

TEST_CASE("the plan in words: each step from what to what, with what goes with it, and no path") {
    const Setup& s = khtest::dunlin();
    const Plan plan = makePlan(s, rules());
    const std::vector<StepText> texts = planTexts(s, plan, rules());
    REQUIRE(texts.size() == plan.steps.size());
    static const std::regex path("[a-z]\\.[a-z]");
    CHECK(render(texts[0].title) == "Hold: modes it acts in");
    CHECK(render(texts[0].was) == "Normal, Idle-up 1");
    CHECK(render(texts[0].is) == "all modes");
    for (std::size_t i = 0; i < texts.size(); ++i) {
        CHECK(texts[i].heals.size() == plan.steps[i].heals.size());
        CHECK_FALSE(render(texts[i].todo).empty());
        for (const Message* m : {&texts[i].title, &texts[i].was, &texts[i].is, &texts[i].todo})
            CHECK_FALSE(std::regex_search(render(*m), path));
    }
}

TEST_CASE("an engine's hold is an idle, to the audit and to the switch proof alike; kill closes; the failsafe may idle") {
    const auto p1 = [](const Setup& s) {
        for (const PropertyResult& r : proveSwitches(s).properties)
            if (std::string(r.id) == "P1") return r;
        throw std::logic_error("P1");
    };
    const Setup& sound = khtest::gannet();
    CHECK(p1(sound).holds);
    const Setup drives = edited(sound, {{"transmitter.hold.throttlePct", 45.0}});
    const auto severity = [](const Setup& s) {
        const Evaluation e = evaluate(s);
        const Finding* f = khtest::find(e, "hold-idle");
        REQUIRE(f != nullptr);
        return f->severity;
    };
    CHECK(severity(drives) == Severity::Danger);
    const PropertyResult refuted = p1(drives);
    CHECK_FALSE(refuted.holds);
    CHECK(render(refuted.finding.todo).find("1080") == std::string::npos);  // that would stop the engine
    REQUIRE(refuted.finding.fix.size() == 1);
    const Setup mended = edited(drives, refuted.finding.fix);
    CHECK(p1(mended).holds);
    CHECK(troubles(mended).empty());
    const Setup stopped = edited(sound, {{"transmitter.hold.throttlePct", -5.0}});
    CHECK(severity(stopped) == Severity::Warning);
    // kill as hold is would leave the engine running
    const Setup kill = edited(sound, {{"transmitter.kill.throttlePct", 15.0}});
    CHECK(troubles(kill) == std::set<std::string>{"stop-value.kill"});
    const Plan plan = makePlan(kill, rules());
    CHECK(whole(kill, plan).transmitter.kill.throttlePct <= 0.0);
    const Setup idle = edited(sound, {{"transmitter.channels.throttle.failsafePct", 2.0 * 12.0 - 100.0}});
    CHECK(troubles(idle).empty());
}

TEST_CASE("spool-up pitch is lowered where it is high and raised where it is low") {
    for (const double low : {25.0, -100.0}) {
        Curve curve = turnstone().transmitter.modes[0].pitch;
        for (CurvePoint& p : curve.points)
            if (p.x < 50.0) p.y = low;
        const Setup wrong = edited(turnstone(), {{"transmitter.modes.normal.pitch", curve}});
        const Evaluation e = evaluate(wrong);
        const Finding* f = khtest::find(e, "spool-up.normal");
        REQUIRE(f != nullptr);
        CHECK(render(f->todo).starts_with(low > 0.0 ? "Lower" : "Raise"));
        const Plan plan = makePlan(wrong, rules());
        CHECK(troubles(whole(wrong, plan)).empty());
        const double back = whole(wrong, plan).transmitter.modes[0].pitch.points.front().y;
        CHECK((low > 0.0 ? back < low : back > low));
    }
}

TEST_CASE("a wrong pole count says which way it is wrong: twice too fast, or slow") {
    const auto why = [](double poles) {
        const Evaluation e = evaluate(edited(turnstone(), {{"speedController.control", std::string("direct")},
                                                           {"controller.governor.kind", std::string("internal")},
                                                           {"controller.governor.poleCount", poles}}));
        const Finding* f = khtest::find(e, "governor-poles");
        REQUIRE(f != nullptr);
        return render(f->why);
    };
    CHECK(why(10.0).find("driven to the pack's limit") != std::string::npos);
    CHECK(why(3.0).find("slower") != std::string::npos);
}

TEST_CASE("no two findings share an id, on any build") {
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) {
        INFO(b.name);
        std::set<std::string> seen;
        for (const Finding& f : evaluate(b.setup).findings) {
            INFO(f.id);
            CHECK(seen.insert(f.id).second);
        }
    }
    Setup s =
        edited(turnstone(), {{"transmitter.channels.rudder.travelHighPct", 160.0}, {"transmitter.channels.rudder.travelLowPct", 160.0}});
    s.transmitter.functions.front().id = "rescue";
    s.transmitter.functions.front().when = {{{"R1", 2, ""}, {"R2", 2, ""}}};
    std::set<std::string> seen;
    for (const Finding& f : evaluate(s).findings) CHECK(seen.insert(f.id).second);
}

TEST_CASE("what is said to do about a finding was tried: the rule's own words, words made from the edits, or what it goes with") {
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) {
        INFO(b.name);
        const Plan plan = makePlan(b.setup, rules());
        const Evaluation e = evaluate(b.setup);
        for (const Finding& f : e.findings) {
            INFO(f.id);
            const std::string told = render(remedyText(b.setup, e.findings, f, &plan));
            CHECK_FALSE(told.empty());
            const auto r = plan.remedies.find(f.id);
            const bool typed = !f.fix.empty() && !byHand(f.fix);
            if (r == plan.remedies.end() || !typed) continue;
            if (!r->second.causedBy.empty()) CHECK(told.starts_with("Goes with another"));
            else if (r->second.edits.empty()) CHECK(told.starts_with("No"));
            else if (joinedWith(b.setup, f.fix) == joinedWith(b.setup, r->second.edits)) CHECK(told == render(f.todo));
            else CHECK(told.starts_with("Set "));
        }
    }
    // the numbers a wrong layout asks for are shown nowhere
    const Setup& s = khtest::dunlin();
    const Plan plan = makePlan(s, rules());
    const Evaluation e = evaluate(s);
    for (const Finding& f : e.findings) {
        const std::string told = render(remedyText(s, e.findings, f, &plan));
        CHECK(told.find("49.2") == std::string::npos);
        CHECK(told.find("43 %") == std::string::npos);
        const std::string early = render(remedyText(s, e.findings, f, nullptr));  // before the plan is there
        CHECK(early.find("49.2") == std::string::npos);
    }
}

}  // namespace plan_tests
