// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "model/conditiontext.h"
#include "model/names.h"
#include "stations/kit/row.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace conditions_tests {

using namespace kh;
using khtest::turnstone;

namespace {

constexpr const char* kHold = "transmitter.modes.hold.when";

std::string refusal(const Setup& s, const std::string& field, const std::string& text) {
    try {
        (void)parseCondition(s, field, text);
    } catch (const InputError& e) {
        return e.what();
    }
    return {};
}

}  // namespace

TEST_CASE("conditions are typed as ORs of ANDs, and read back as they were typed") {
    const Condition c = parseCondition(turnstone(), kHold, "R1 2 + L1 3|  L3 2 ");
    REQUIRE(c.size() == 2);
    CHECK(c[0] == std::vector<Term>{{"R1", 2, ""}, {"L1", 3, ""}});
    CHECK(c[1] == std::vector<Term>{{"L3", 2, ""}});
    CHECK(conditionAsTyped(c) == "R1 2 + L1 3 | L3 2");
    CHECK(parseCondition(turnstone(), kHold, "").empty());
    CHECK(parseCondition(turnstone(), kHold, "   ").empty());
    CHECK(conditionAsTyped({}).empty());
    const Condition named = parseCondition(turnstone(), kHold, "rescue | R1 2");
    CHECK(named[0] == std::vector<Term>{{"", 1, "rescue"}});
    CHECK(conditionAsTyped(named) == "rescue | R1 2");
    CHECK(render(conditionTitle(turnstone().transmitter, named)) == "Rescue | R1 2");
    CHECK(parseCondition(turnstone(), kHold, "Rescue | R1 2") == named);
    CHECK(parseCondition(turnstone(), kHold, "Bank 2 + Idle-up 1") == Condition{{{"", 1, "bank-2"}, {"", 1, "idle1"}}});
    REQUIRE(rc::check("there and back", [] {
        Condition condition;
        const auto& switches = turnstone().transmitter.profile->switches;
        const int branches = *rc::gen::inRange(1, 4);
        for (int b = 0; b < branches; ++b) {
            std::vector<Term> all;
            const int terms = *rc::gen::inRange(1, 4);
            for (int t = 0; t < terms; ++t) {
                const SwitchProfile& s = switches[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(switches.size())))];
                all.push_back({s.id, *rc::gen::inRange(1, s.places + 1), ""});
            }
            condition.push_back(all);
        }
        RC_ASSERT(parseCondition(turnstone(), kHold, conditionAsTyped(condition)) == condition);
    }));
}

TEST_CASE("what is no condition is refused by field, term and what is allowed") {
    CHECK(refusal(turnstone(), kHold, "Q9 2").find("L1 1 … 3") != std::string::npos);
    CHECK(refusal(turnstone(), kHold, "Q9 2").find(kHold) != std::string::npos);
    CHECK(refusal(turnstone(), kHold, "R1 3").find("places 1 … 2") != std::string::npos);
    CHECK(refusal(turnstone(), kHold, "R1").find("not a switch and its place") != std::string::npos);
    CHECK_FALSE(refusal(turnstone(), kHold, "R1 2 |").empty());
    CHECK_FALSE(refusal(turnstone(), kHold, "+ R1 2").empty());
    CHECK_FALSE(refusal(turnstone(), kHold, "hold").empty());  // a function cannot ask for itself
    CHECK_FALSE(refusal(turnstone(), kHold, "R1 0").empty());
}

TEST_CASE("a circle through other functions is refused where it is typed") {
    Setup s = turnstone();
    for (SwitchFunction& f : s.transmitter.functions)
        if (f.id == "rescue") f.when = {{{"", 1, "timer"}}};
    const std::string text = refusal(s, "transmitter.functions.timer.when", "rescue");
    CHECK(text.find("circle") != std::string::npos);
    CHECK(refusal(s, "transmitter.functions.timer.when", "L3 2").empty());
}

TEST_CASE("a ledger cell takes the same words") {
    const Part part = Part::of(Part::Entry{kHold});
    CHECK(std::get<Condition>(parsePart(turnstone(), part, "R1 2 | L3 2")).size() == 2);
    CHECK_THROWS_AS(parsePart(turnstone(), part, "R9 1"), InputError);
}

}  // namespace conditions_tests
