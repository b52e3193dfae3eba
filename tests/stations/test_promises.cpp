// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a finding says to do is a promise: over every mistake of the table, alone, on every machine.
#include "judge/plan/plan.h"
#include "plan/mistakes.h"
#include "procedure/plantext.h"
#include "procedure/registry.h"
#include "stations/auditpairs.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <map>
#include <regex>

namespace promises_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

/// Every mistake of both tables, one at a time: the pairs on the Turnstone, the mistakes on every third machine.
template <class F>
void eachMistake(F visit) {
    for (const khtest::Pair& p : khtest::pairs()) visit(p.id, edited(turnstone(), p.change));
    int number = 0;
    const auto machines = khtest::soundMachines();
    for (const khtest::Mistake& m : khtest::mistakes())
        for (const khtest::NamedSetup& machine : machines) {
            if (number++ % 3 != 0) continue;
            std::mt19937 dice(7);
            const std::vector<Edit> edits = m.make({machine.setup, dice});
            if (!edits.empty()) visit(std::string(machine.name) + ": " + m.name, edited(machine.setup, edits));
        }
}

}  // namespace

TEST_CASE("no sentence names a value that was not tried: without a candidate, what is to be done has no number of its own") {
    // limits that hold for every machine
    const std::set<std::string> limits{"hold-not-measured", "supply-rating", "supply-low"};
    std::map<std::string, std::string> named;
    eachMistake([&](const std::string& what, const Setup& wrong) {
        for (const Finding& f : evaluate(wrong).findings) {
            const std::string rule = f.id.substr(0, f.id.find('.'));
            if (!f.fix.empty() || !f.also.empty() || limits.count(rule) != 0) continue;
            std::string todo = render(f.todo);
            for (const char* name : {"Idle-up [12]", "gain steps 2 and 3", "centre to 0"})
                todo = std::regex_replace(todo, std::regex(name), "");
            if (std::regex_search(todo, std::regex("[0-9]"))) named.emplace(rule, what + ": " + todo);
        }
    });
    for (const auto& [id, text] : named) UNSCOPED_INFO(id << " | " << text);
    CHECK(named.empty());
}

TEST_CASE("what is said to heal was tried, no field is given two values, and what a step mends is not called hopeless") {
    std::size_t hands = 0, waits = 0;
    eachMistake([&](const std::string& what, const Setup& wrong) {
        const RuleSet& rules = shippedStations().rules();
        const Plan plan = makePlan(wrong, rules);
        const std::vector<Finding> all = evaluate(wrong).findings;
        std::map<std::string, std::pair<FieldValue, std::string>> given;
        std::set<std::string> healed;
        for (const PlanStep& s : plan.steps) healed.insert(s.heals.begin(), s.heals.end());
        for (const Finding& f : all) {
            INFO(what << " | " << f.id);
            const auto r = plan.remedies.find(f.id);
            REQUIRE(r != plan.remedies.end());
            for (const Edit& e : r->second.edits) {
                const auto [other, fresh] = given.emplace(e.path, std::pair(e.value, f.id));
                if (!fresh) CHECK(other->second.first == e.value);
            }
            const std::string told = render(remedyText(wrong, all, f, &plan));
            if (healed.count(f.id) != 0) CHECK(told.find("No change that was tried") == std::string::npos);
            const std::vector<Edit>& edits = r->second.edits.empty() ? r->second.byHand : r->second.edits;
            if (edits.empty()) {
                if (!f.fix.empty()) CHECK(told != render(f.todo));
                ++waits;
                continue;
            }
            const Evaluation after = evaluate(edited(wrong, edits));
            CHECK(khtest::find(after, f.id) == nullptr);
            hands += r->second.edits.empty() ? 1 : 0;
        }
    });
    CHECK(hands > 20);
    CHECK(waits > 100);
}

}  // namespace promises_tests
