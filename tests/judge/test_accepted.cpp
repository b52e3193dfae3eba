// SPDX-License-Identifier: GPL-3.0-or-later
//
// Findings that were put aside with a reason: counted by nobody, told again once their numbers change, never a danger.
#include "golden/builds.h"
#include "io/report.h"
#include "judge/plan/plan.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace accepted_tests {

using namespace kh;
using khtest::edited;
using khtest::find;
using khtest::ids;
using khtest::turnstone;

TEST_CASE("on every build a finding that is accepted is passed over, and told again with its numbers") {
    std::size_t tried = 0, dangers = 0;
    for (const khtest::NamedSetup& one : khtest::triedBuilds()) {
        INFO(one.name);
        const Evaluation before = evaluate(one.setup);
        for (const Finding& f : before.findings) {
            INFO(f.id);
            const Evaluation after = evaluate(accepting(one.setup, f, "flown so for years", "2026-11-30T10:00:00Z"));
            REQUIRE(after.accepted.size() == 1);
            if (!mayAccept(f)) {  // a hand-made document cannot either
                CHECK(ids(after) == ids(before));
                CHECK_FALSE(after.accepted.front().finding);
                dangers += f.severity == Severity::Danger ? 1 : 0;
                continue;
            }
            ++tried;
            std::set<std::string> wanted = ids(before);
            wanted.erase(f.id);
            CHECK(ids(after) == wanted);
            REQUIRE(after.accepted.front().finding);
            CHECK(render(after.accepted.front().finding->found) == render(f.found));
            CHECK(after.count(f.severity) == before.count(f.severity) - 1);
            // with other numbers it is told
            Setup other = accepting(one.setup, f, "then", "");
            other.accepted.front().values += "1";
            CHECK(ids(evaluate(other)) == ids(before));
        }
    }
    CHECK(tried > 20);
    CHECK(dangers > 5);
}

TEST_CASE("an accepted finding that changes is told again, and is accepted once more in its own place") {
    const Setup s =
        edited(turnstone(), {{"speedController.softStartS", 4.0}, {"transmitter.modelMatch", false}, {"controller.phaseDeg", 12.0}});
    const Evaluation first = evaluate(s);
    const Finding* phase = find(first, "phase");
    REQUIRE(phase != nullptr);
    REQUIRE(mayAccept(*phase));
    const Setup aside = accepting(s, *phase, "the head was turned on purpose", "2026-11-30T10:00:00Z");
    CHECK(find(evaluate(aside), "phase") == nullptr);
    const Setup later = edited(aside, {{"controller.phaseDeg", 14.0}});
    const Evaluation again = evaluate(later);
    REQUIRE(find(again, "phase") != nullptr);
    REQUIRE(again.accepted.size() == 1);
    CHECK(again.accepted.front().again);
    CHECK(render(asideTitle(later, again.accepted.front())).find("told again") != std::string::npos);
    const Setup twice = accepting(later, *find(again, "phase"), "still so", "2026-12-01T10:00:00Z");
    REQUIRE(twice.accepted.size() == 1);
    CHECK(twice.accepted.front().reason == "still so");
    CHECK(find(evaluate(twice), "phase") == nullptr);
    // gone for good: named, and nothing is lost
    const Evaluation mended = evaluate(edited(twice, {{"controller.phaseDeg", 0.0}}));
    REQUIRE(mended.accepted.size() == 1);
    CHECK_FALSE(mended.accepted.front().finding);
    CHECK(mended.accepted.front().record.reason == "still so");
    CHECK_FALSE(mended.accepted.front().again);
    CHECK(render(asideTitle(twice, mended.accepted.front())) == "Accepted, and not found now: Phase angle in the controller");
}

TEST_CASE("the plan passes over what was accepted, whatever its steps do to its numbers") {
    const Setup s = edited(turnstone(), {{"controller.phaseDeg", 12.0}, {"controller.directions.aileronReversed", true}});
    const RuleSet& rules = stationsOf(s).rules();
    const Setup aside = accepting(s, *find(evaluate(s), "phase"), "on purpose", "");
    const Plan with = makePlan(s, rules), without = makePlan(aside, rules);
    const auto edits = [](const Plan& p, const char* path) {
        for (const PlanStep& step : p.steps)
            for (const Edit& e : step.edits)
                if (e.path == path) return true;
        return false;
    };
    CHECK(edits(with, "controller.phaseDeg"));
    CHECK_FALSE(edits(without, "controller.phaseDeg"));
    CHECK(edits(without, "controller.directions.aileronReversed"));
    CHECK(std::find(without.left.begin(), without.left.end(), "phase") == without.left.end());
}

TEST_CASE("what was accepted stands in the document, on the sheet and in the audit's list") {
    const Setup s = edited(turnstone(), {{"controller.phaseDeg", 12.0}});
    const Setup aside = accepting(s, *find(evaluate(s), "phase"), "measured on the head", "2026-11-30T10:00:00Z");
    CHECK(io::parseDocument(io::writeDocument(aside)).setup.accepted == aside.accepted);
    const Evaluation e = evaluate(aside);
    const Sheet sheet = benchSheet(aside, e);
    REQUIRE(sheet.accepted.size() == 1);
    CHECK(render(sheet.accepted.front()).find("2026-11-30: measured on the head") != std::string::npos);
    const auto json = io::auditJson(aside, e, {});
    REQUIRE(json.at("accepted").size() == 1);
    CHECK(json.at("accepted")[0].at("stands") == true);
    CHECK(json.at("accepted")[0].at("id") == "phase");
    CHECK(json.at("counts").at("warning") == e.count(Severity::Warning));
}

TEST_CASE("numbers beyond what a text may hold are cut between letters, so that the document can be written") {
    Finding f{.id = "long", .severity = Severity::Note};
    std::vector<Message> parts;
    for (int i = 0; i < 300; ++i) parts.push_back(say("{v}", {{"v", signedNum(-static_cast<double>(i % 7), 1)}}));
    f.found = say("{list}", {{"list", parts}});
    for (const char* lead : {"", "x", "xy"}) {  // so that the end falls on each byte of a minus
        f.found.text = std::string(lead) + "{list}";
        f.found.args.insert(f.found.args.begin(), MessageArg("n", num(static_cast<double>(std::string(lead).size()) * 10.0 + 1.0)));
        const Setup aside = accepting(turnstone(), f, "long", "");
        CHECK(aside.accepted.front().values.size() <= 400);
        CHECK(aside.accepted.front().values.size() > 390);
        CHECK_NOTHROW(io::writeDocument(aside));
        CHECK(io::parseDocument(io::writeDocument(aside)).setup.accepted == aside.accepted);
    }
}

}  // namespace accepted_tests
