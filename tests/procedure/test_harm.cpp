// SPDX-License-Identifier: GPL-3.0-or-later
//
// Settings that would destroy a servo, and work that is done in steps.
#include "procedure/harm.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace harm_tests {

using namespace kh;
using Catch::Contains;
using khtest::edited;
using khtest::turnstone;

namespace {

std::optional<Finding> harm(const Setup& s, const std::vector<Edit>& edits) { return harmfulSetting(edited(s, edits), edits); }

}  // namespace

TEST_CASE("what would burn a servo is refused, with what it would do and what to set") {
    const Setup s = turnstone();
    const auto rate = harm(s, {{"controller.rateHz", 400.0}});
    REQUIRE(rate);
    CHECK_THAT(render(rate->found), Contains("400 Hz") && Contains("333 Hz"));
    CHECK(harm(s, {{"controller.rateHz", 560.0}}));         // does not fit either
    CHECK(harm(s, {{"controller.pulseUs", 760.0}}));        // wrong class
    CHECK(harm(s, {{"controller.tail.pulseUs", 1520.0}}));  // wide into narrow
    CHECK(harm(s, {{"controller.tail.rateHz", 600.0}}));
    CHECK_FALSE(harm(s, {{"controller.rateHz", 333.0}}));
    CHECK_FALSE(harm(s, {{"controller.rateHz", 50.0}}));
    CHECK_FALSE(harm(s, {{"controller.collectiveHighPct", 90.0}}));  // not of this kind
}

TEST_CASE("an unknown rate allows 50 Hz and nothing above; facts are never refused, nor the way out") {
    const Setup unknown = edited(turnstone(), {{"machine.servos.left.servo.maxHz", std::monostate{}}, {"controller.rateHz", 50.0}});
    CHECK(harm(unknown, {{"controller.rateHz", 200.0}}));
    CHECK_FALSE(harm(unknown, {{"controller.rateHz", 50.0}}));
    CHECK_FALSE(harm(turnstone(), {{"machine.servos.left.servo.maxHz", 50.0}}));
    const Setup harmed = edited(turnstone(), {{"machine.servos.left.servo.maxHz", 150.0}});  // 200 Hz is sent
    CHECK(harm(harmed, {{"controller.rateHz", 333.0}}));
    CHECK_FALSE(harm(harmed, {{"controller.rateHz", 120.0}}));
}

TEST_CASE("guides: every step says what to do, and carries this model's numbers") {
    for (const Setup* s : {&turnstone(), &khtest::gannet()}) {
        const Evaluation e = evaluate(*s);
        for (const char* row : {"binding", "failsafe-test"}) {
            const BenchWork* guide = guideOfRow(row);
            REQUIRE(guide != nullptr);
            const std::vector<Step> steps = guide->steps(*s, e.figures);
            REQUIRE(steps.size() >= 5);
            bool caution = false;
            for (const Step& step : steps) {
                CHECK_FALSE(render(step.todo).empty());
                for (const Message& m : {step.todo, step.seen, step.caution}) CHECK(render(m).find('{') == std::string::npos);
                caution = caution || !step.caution.empty();
            }
            CHECK(caution);
        }
    }
    const auto store = [](const Setup& s) {
        const std::vector<Step> steps = guideOfRow("binding")->steps(s, evaluate(s).figures);
        return render(std::find_if(steps.begin(), steps.end(), [](const Step& x) { return x.name == "store"; })->todo);
    };
    CHECK_THAT(store(turnstone()), Contains("1060 µs"));
    CHECK_THAT(store(edited(turnstone(), {{"transmitter.channels.throttle.failsafePct", -105.0}})), Contains("1080 µs"));
    CHECK_THAT(store(edited(turnstone(), {{"transmitter.channels.throttle.failsafePct", std::monostate{}}})), Contains("None is entered"));
    CHECK_THAT(render(guideOfRow("failsafe-test")->steps(khtest::gannet(), evaluate(khtest::gannet()).figures)[0].todo),
               Contains("igniter"));
    CHECK(guideOfRow("layout") == nullptr);
}

}  // namespace harm_tests
