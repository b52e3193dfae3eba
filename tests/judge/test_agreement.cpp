// SPDX-License-Identifier: GPL-3.0-or-later
//
// Audit and switch proof speak of the same faults: they must never contradict each other, whatever the school.
#include "judge/switches/switchproof.h"
#include "procedure/registry.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace agreement_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::turnstone;

namespace {

bool holds(const SwitchProof& proof, const std::string& id) {
    for (const PropertyResult& p : proof.properties)
        if (p.id == id) return p.holds;
    FAIL("no property " << id);
    return false;
}

bool speaks(const Evaluation& e, const std::string& property) {
    for (const Finding& f : e.findings)
        if (f.property == property && f.severity != Severity::Note) return true;
    return false;
}

}  // namespace

TEST_CASE("what the audit says of a property, the proof says too, over random settings and schools") {
    using namespace std::string_literals;
    REQUIRE(rc::check("no contradiction", [] {
        const auto pick = [](std::vector<double> v) {
            return v[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(v.size())))];
        };
        const auto yes = [] { return *rc::gen::inRange(0, 3) == 0; };
        std::vector<Edit> edits{{"transmitter.hold.throttlePct", pick({-7.0, -5.0, 0.0, 12.0})},
                                {"transmitter.kill.throttlePct", pick({-5.0, 0.0})},
                                {"transmitter.throttleTrimRangePct", pick({0.0, 0.0, 4.0})},
                                {"transmitter.modes.hold.tailGainPct", pick({32.0, 20.0})},
                                {"transmitter.modes.hold.rudder.expoPct", pick({0.0, 0.0, 10.0})},
                                {"transmitter.switches.R1.powerOnPlace", pick({1.0, 2.0, 2.0})},
                                {"transmitter.modes.idle1.throttle", curveOf({pick({75, 50, 40, 75}), 75, pick({75, 48}), 75, 75})},
                                {"transmitter.modes.normal.throttle", curveOf({pick({65, 0}), 65, 65, 65, 65})}};
        if (yes()) edits.push_back({"transmitter.schools.hold", "bail-out"s});
        if (yes()) edits.push_back({"transmitter.schools.throttle", "classic"s});
        if (yes()) edits.push_back({"speedController.control", "direct"s});
        if (yes()) edits.push_back({"transmitter.modes.hold.when", Condition{{{"R1", 2, ""}}, {{"L3", 2, ""}}}});
        if (yes()) edits.push_back({"transmitter.shared", std::vector<std::string>{"hold"}});
        if (yes()) edits.push_back({"transmitter.kill.when", Condition{}});
        const Setup s = edited(turnstone(), edits);
        const Evaluation e = evaluate(s);
        const SwitchProof proof = proveSwitches(s);
        for (const char* id : {"P1", "P3", "P5", "P8", "P9", "P10"}) RC_ASSERT(!speaks(e, id) || !holds(proof, id));
        // and the other way round, for what the audit can see without trying every combination
        for (const char* id : {"P3", "P5", "P8", "P10"}) RC_ASSERT(holds(proof, id) || speaks(e, id));
    }));
}

TEST_CASE("the audit adapts to the school: a bail-out value is no fault, a bail-out without kill is a danger") {
    using namespace std::string_literals;
    const std::vector<Edit> bailOut{{"transmitter.schools.hold", "bail-out"s}, {"transmitter.hold.throttlePct", 12.0}};
    const Evaluation cut = evaluate(edited(turnstone(), {bailOut[1]}));
    CHECK(khtest::find(cut, "hold-value") != nullptr);
    const Setup school = edited(turnstone(), bailOut);
    CHECK(khtest::find(evaluate(school), "hold-value") == nullptr);
    CHECK(evaluate(school).count(Severity::Danger) == 0);
    const Evaluation unkilled = evaluate(edited(school, {{"transmitter.kill.when", Condition{}}}));
    const Finding* f = khtest::find(unkilled, "kill-switch");
    REQUIRE(f != nullptr);
    CHECK(f->severity == Severity::Danger);
}

TEST_CASE("declared sharing silences the audit as it does the proof, and only for what was declared") {
    const Setup twice = edited(turnstone(), {{"transmitter.modes.hold.when", Condition{{{"R1", 2, ""}}, {{"L3", 2, ""}}}}});
    CHECK(khtest::find(evaluate(twice), "double-switch.Hold") != nullptr);
    const Setup declared = edited(twice, {{"transmitter.shared", std::vector<std::string>{"hold"}}});
    CHECK(khtest::find(evaluate(declared), "double-switch.Hold") == nullptr);
    const Setup other = edited(twice, {{"transmitter.shared", std::vector<std::string>{"kill"}}});
    CHECK(khtest::find(evaluate(other), "double-switch.Hold") != nullptr);
    Setup rescue = turnstone();
    for (SwitchFunction& fn : rescue.transmitter.functions)
        if (fn.id == "rescue") fn.when = {{{"R3", 2, ""}}, {{"L3", 2, ""}}};
    CHECK(khtest::find(evaluate(rescue), "double-switch.rescue") != nullptr);  // every function, not modes and kill alone
}

TEST_CASE("a governed flat value is enough inverted, without a governor it must be 45 % and lowest at zero pitch") {
    using namespace std::string_literals;
    const Setup low = edited(turnstone(), {{"transmitter.modes.idle1.throttle", flatCurve(40, 5)}});
    CHECK(khtest::find(evaluate(low), "inverted-throttle.idle1") == nullptr);
    const Setup direct = edited(low, {{"speedController.control", "direct"s}});
    CHECK(khtest::find(evaluate(direct), "inverted-throttle.idle1") != nullptr);
    const auto curve = [&](std::vector<double> ys) {
        return evaluate(edited(direct, {{"transmitter.modes.idle1.throttle", curveOf(ys)}}));
    };
    CHECK(khtest::find(curve({90, 70, 60, 70, 90}), "inverted-throttle.idle1") == nullptr);
    CHECK(khtest::find(curve({90, 60, 70, 70, 90}), "inverted-throttle.idle1") != nullptr);  // lowest away from zero pitch
    CHECK(khtest::find(curve({60, 50, 44, 50, 60}), "inverted-throttle.idle1") != nullptr);
}

TEST_CASE("the rpm marks of the curve picture lie on the logged line and inside it") {
    const Figures f = evaluate(turnstone()).figures;
    CHECK(f.loggedFromPct == 55.0);
    CHECK(f.loggedToPct == 85.0);
    REQUIRE(f.speedMarks.size() >= 2);
    const ChainModel model(turnstone());
    for (const SpeedMark& m : f.speedMarks) {
        CHECK(m.throttlePct >= 55.0);
        CHECK(m.throttlePct <= 85.0);
        double rpm = 0.0;
        REQUIRE(model.headSpeedAt(m.throttlePct, 0, rpm));
        CHECK(rpm == Approx(m.rpm).margin(0.5));
    }
    Setup once = turnstone();
    once.speedController.calibration.resize(1);
    CHECK(evaluate(once).figures.speedMarks.empty());
}

}  // namespace agreement_tests
