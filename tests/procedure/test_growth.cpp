// SPDX-License-Identifier: GPL-3.0-or-later
//
// What an accepted document can cost, counted: judgement and plan of the largest there is.
#include "allocations.h"
#include "golden/builds.h"
#include "io/document.h"
#include "judge/plan/plan.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace growth_tests {

using namespace kh;
using namespace khtest;

TEST_CASE("the largest accepted document is accepted, judged and planned within the plan's judgements") {
    const Setup s = filledModel(1.0);
    const Setup again = io::parseDocument(io::writeDocument(s)).setup;  // within every bound
    CHECK(again.transmitter.modes.size() == 10);
    CHECK(again.transmitter.functions.size() == 32);
    CHECK(evaluate(again).findings.size() > 10);
    const Plan plan = makePlan(filledModel(0.5), shippedStations().rules());
    CHECK(plan.judgements > 50);
    CHECK(plan.judgements <= kPlanJudgements);
}

#ifndef KEELHAUL_SANITIZED
TEST_CASE("work grows at most with the square of a document") {
    const auto work = [](double share) {
        const Setup s = filledModel(share);
        LightJudge judge(shippedStations().rules());
        const std::size_t before = allocationsSoFar();
        const Evaluation e = evaluate(s);
        for (int i = 0; i < 3; ++i) (void)judge.at(s);
        return static_cast<double>(allocationsSoFar() - before);
    };
    const double quarter = work(0.25), half = work(0.5), whole = work(1.0);
    INFO(quarter << " " << half << " " << whole);
    CHECK(half < 4.4 * quarter);
    CHECK(whole < 4.4 * half);
}
#endif

}  // namespace growth_tests
