// SPDX-License-Identifier: GPL-3.0-or-later
//
// Machines that are flown like this and are sound: nothing dangerous, nothing to warn of, every property holds.
#include "judge/switches/switchproof.h"
#include "procedure/prooftext.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace soundbuilds_tests {

using namespace kh;
using namespace khtest;

namespace {

void checkSound(const Setup& s) {
    const Evaluation e = evaluate(s);
    INFO(listed(ids(e)));
    CHECK(e.count(Severity::Danger) == 0);
    CHECK(e.count(Severity::Warning) == 0);
    for (const PropertyResult& p : prove(s, shippedStations().rules(), {}).properties) {
        INFO(p.id << ": " << render(p.finding.found));
        CHECK(p.holds);
    }
}

}  // namespace

TEST_CASE("an engine that nothing governs may raise its throttle with the stick, and trim it") {
    Setup s = edited(gannet(), {{"controller.governor.kind", std::string("off")},
                                {"transmitter.modes.normal.throttle", curveOf({0, 30, 55, 65, 75})},
                                {"transmitter.modes.idle1.throttle", curveOf({90, 60, 50, 60, 90})},
                                {"transmitter.modes.idle2.throttle", curveOf({100, 70, 60, 70, 100})}});
    checkSound(s);
    s.transmitter.throttleTrimRangePct = 15.0;
    checkSound(s);
    // power that falls away inverted is a fault without a governor too
    s = edited(s, {{"transmitter.modes.idle1.throttle", curveOf({20, 40, 50, 60, 90})}});
    CHECK(find(evaluate(s), "inverted-throttle.idle1") != nullptr);
}

TEST_CASE("the throttle trim is named where it moves a governed electric curve, and taken off") {
    const Evaluation e = evaluate(edited(turnstone(), {{"transmitter.throttleTrimRangePct", 10.0}}));
    const Finding* f = find(e, "governed-curve.normal");
    REQUIRE(f != nullptr);
    CHECK(render(f->title).find("throttle trim") != std::string::npos);
}

TEST_CASE("a softer Normal is a school: each mode its own curve") {
    const Edit softer{"transmitter.modes.normal.pitch", curveOf({-25, -12, 0, 38, 76})};
    CHECK(find(evaluate(edited(turnstone(), {softer})), "pitch-jump.idle1") != nullptr);
    checkSound(edited(turnstone(), {softer, {"transmitter.schools.pitch", std::string("per mode")}}));
    // harder in Normal than in Idle-up is no softness
    const Edit harder{"transmitter.modes.idle1.pitch", curveOf({-60, -30, 0, 30, 60})};
    CHECK(find(evaluate(edited(turnstone(), {harder, {"transmitter.schools.pitch", std::string("per mode")}})), "pitch-jump.idle1") !=
          nullptr);
}

TEST_CASE("audit and proof judge a change of mode by one check") {
    // faster in Idle-up and softer there: the thrust is the same, though the blades are not
    const Setup s = edited(turnstone(), {{"transmitter.modes.idle1.pitch", curveOf({-100, -50, -4, 44, 92})},
                                         {"transmitter.modes.idle2.pitch", curveOf({-100, -50, -8, 40, 86})}});
    const Evaluation e = evaluate(s);
    const SwitchProof proof = prove(s, shippedStations().rules(), {});
    REQUIRE(e.figures.steps.front().hoverJumpDeg.known);
    CHECK(std::abs(e.figures.steps.front().hoverJumpDeg.value) > kPitchJumpDeg);  // in pitch alone it would not be level
    CHECK_FALSE(e.figures.steps.front().jumps);
    for (const PropertyResult& p : proof.properties)
        if (std::string(p.id) == "P7") {
            CHECK(p.holds);
            const bool audit =
                std::any_of(e.findings.begin(), e.findings.end(), [](const Finding& f) { return f.id.starts_with("pitch-jump"); });
            CHECK(p.holds == !audit);
        }
}

TEST_CASE("drawing, audit and proof call the same change of mode a jump") {
    std::size_t jumps = 0;
    for (int n = 0; n <= 30; ++n) {
        const double mid = 30.0 + n;                 // of the curve at three quarters
        const double low = n % 2 == 1 ? -4.0 : 0.0;  // and at mid stick
        const Curve curve = curveOf({-100, -50, low, mid, 90});
        const Setup s = edited(turnstone(), {{"transmitter.modes.idle1.pitch", curve}, {"transmitter.modes.idle2.pitch", curve}});
        const Evaluation e = evaluate(s);
        const bool audit = find(e, "pitch-jump.idle1") != nullptr;
        INFO(mid << " " << e.figures.steps.front().from << " " << e.figures.steps.front().to << " "
                 << e.figures.steps.front().hoverJumpDeg.value);
        CHECK(e.figures.steps.front().jumps == audit);
        for (const PropertyResult& p : prove(s, shippedStations().rules(), {}).properties)
            if (std::string(p.id) == "P7") CHECK(p.holds == !audit);
        jumps += audit ? 1 : 0;
    }
    CHECK(jumps > 5);
    CHECK(jumps < 26);
}

TEST_CASE("a property and the audit's rule for the same fault speak in one wording") {
    std::size_t alike = 0;
    const std::vector<std::vector<Edit>> faults{
        {{"transmitter.hold.throttlePct", 20.0}},       {{"transmitter.modes.idle1.throttle", curveOf({60, 70, 75, 75, 75})}},
        {{"transmitter.modes.hold.tailGainPct", 20.0}}, {{"transmitter.hold.actsIn", std::vector<std::string>{"normal", "idle1"}}},
        {{"transmitter.throttleTrimRangePct", 10.0}},   {{"transmitter.modes.idle1.pitch", curveOf({-60, -30, 0, 30, 60})}}};
    for (const std::vector<Edit>& fault : faults) {
        const Setup s = edited(turnstone(), fault);
        const Evaluation e = evaluate(s);
        const SwitchProof proof = inAuditsWords(prove(s, shippedStations().rules(), {}), e.findings);
        for (const PropertyResult& p : proof.properties)
            for (const Finding& f : e.findings)
                if (!p.holds && f.property == p.id && f.subject == p.finding.subject) {
                    INFO(p.id << " " << f.id);
                    CHECK(render(p.finding.found) == render(f.found));
                    CHECK(p.finding.severity == f.severity);
                    CHECK(p.finding.witness.has_value());
                    ++alike;
                }
    }
    CHECK(alike >= 4);
}

TEST_CASE("rate mode in Hold is a school; without it, or at zero, it is a fault") {
    const std::vector<Edit> rate{{"transmitter.modes.hold.tailGainPct", -30.0}};
    CHECK(find(evaluate(edited(turnstone(), rate)), "gain-side.hold") != nullptr);
    const Setup chosen = edited(edited(turnstone(), rate), {{"transmitter.schools.holdTail", std::string("rate mode")}});
    checkSound(chosen);
    CHECK(find(evaluate(edited(chosen, {{"transmitter.modes.hold.tailGainPct", 0.0}})), "gain-side.hold") != nullptr);
    CHECK(find(evaluate(edited(chosen, {{"transmitter.modes.idle1.tailGainPct", -30.0}})), "gain-side.idle1") != nullptr);
}

TEST_CASE("hold at the learned low point is a warning, cleared by where the motor was seen to start") {
    const Setup barely =
        edited(turnstone(), {{"transmitter.hold.throttlePct", 0.0}, {"transmitter.channels.throttle.failsafePct", -100.0}});
    const Evaluation before = evaluate(barely);
    for (const char* id : {"hold-value", "failsafe"}) {
        REQUIRE(find(before, id) != nullptr);
        CHECK(find(before, id)->severity == Severity::Warning);
    }
    checkSound(edited(barely, {{"speedController.startUs", 1115.0}}));
    // a motor that starts below the learned point makes the same hold a danger
    const Evaluation early = evaluate(edited(barely, {{"speedController.startUs", 1090.0}}));
    REQUIRE(find(early, "hold-value") != nullptr);
    CHECK(find(early, "hold-value")->severity != Severity::Note);
}

TEST_CASE("a half open speed controller is told only where a smaller pinion keeps the headroom") {
    CHECK(find(evaluate(fulmar()), "opening") == nullptr);  // 52 %, and no pinion mends it
    const Setup wide = edited(turnstone(), {{"machine.power.kv", 1700.0}});
    const Evaluation e = evaluate(wide);
    const Finding* f = find(e, "opening");
    REQUIRE(f != nullptr);
    REQUIRE(f->fix.size() == 1);
    CHECK(f->severity == Severity::Note);
    const Evaluation after = evaluate(edited(wide, f->fix));
    for (const Finding& other : after.findings) CHECK_FALSE(other.id.starts_with("headroom"));
}

}  // namespace soundbuilds_tests
