// SPDX-License-Identifier: GPL-3.0-or-later
//
// The switch proof: its witnesses against the chain, seeded mistakes, schools, and its time.
#include "base/error.h"
#include "judge/proofs.h"
#include "model/helicopter/functions.h"
#include "procedure/helicopter/trace.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace switchproof_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::failing;
using khtest::property;
using khtest::turnstone;

namespace {

Condition at(const std::string& id, int place) { return {{{id, place, ""}}}; }

}  // namespace

TEST_CASE("a sound model holds all ten, and says how many combinations were covered") {
    const SwitchProof proof = proveSwitches(turnstone());
    CHECK(failing(proof).empty());
    REQUIRE(proof.properties.size() == 10);
    std::uint64_t all = 1;
    for (const SwitchProfile& s : turnstone().transmitter.profile->switches) all *= static_cast<std::uint64_t>(s.places);
    CHECK(proof.combinations == all);
    CHECK(proof.walked < proof.combinations);
    CHECK(property(proof, "P2").covered == proof.combinations);
    for (const PropertyResult& p : proof.properties) {
        INFO(p.id);
        CHECK_FALSE(p.finding.found.empty());
        CHECK_FALSE(p.finding.title.empty());
    }
    CHECK(switchProperties().size() == 10);
    CHECK(std::string(switchProperties()[9].id) == "P10");
}

namespace {

struct Mistake {
    std::string name;
    std::vector<Edit> edits;
    std::string property;
    std::set<std::string> also = {};  ///< other properties that fall with it
    std::string subject = {};
};

std::vector<Mistake> mistakes() {
    using namespace std::string_literals;
    const auto names = [](std::vector<std::string> v) { return v; };
    const Curve low = curveOf({30, 75, 75, 75, 75});
    return {
        {"hold does not act in Idle-up 2", {{"transmitter.hold.actsIn", names({"normal", "idle1"})}}, "P1", {}, "transmitter.hold.actsIn"},
        {"hold's value is the throttle's end", {{"transmitter.hold.throttlePct", 0.0}}, "P1", {}, "transmitter.hold.throttlePct"},
        {"throttle channel reversed",
         {{"transmitter.channels.throttle.reversed", true}},
         "P1",
         {"P6", "P7"},
         "transmitter.channels.throttle.reversed"},
        {"hold beyond what the speed controller accepts", {{"speedController.profile.acceptsLowUs", 1065.0}}, "P1"},
        {"kill left at idle", {{"transmitter.kill.throttlePct", 8.0}}, "P1", {}, "transmitter.kill.throttlePct"},
        {"kill does not act in Normal", {{"transmitter.kill.actsIn", names({"idle1", "idle2"})}}, "P1", {}, "transmitter.kill.actsIn"},
        {"bail-out without a kill switch",
         {{"transmitter.schools.hold", "bail-out"s}, {"transmitter.kill.when", Condition{}}},
         "P1",
         {"P9"},
         "transmitter.kill.when"},
        {"two modes on one place", {{"transmitter.modes.idle2.when", at("L1", 2)}}, "P2", {"P7"}},
        {"a mode without a place",
         {{"transmitter.modes.idle1.when", Condition{{{"L1", 2, ""}, {"L1", 3, ""}}}}},
         "P2",
         {"P7"},
         "transmitter.modes.idle1.when"},
        {"rescue on the bank switch's place", {{"transmitter.functions.rescue.when", at("L2", 2)}}, "P2", {"P4"}},
        {"a place that does nothing", {{"transmitter.functions.bank-3.when", at("L2", 2)}}, "P2"},
        {"hold left on its old switch",
         {{"transmitter.modes.hold.when", Condition{{{"R1", 2, ""}}, {{"R2", 2, ""}}}}},
         "P3",
         {"P2"},
         "transmitter.modes.hold.when"},
        {"power falls away inverted", {{"transmitter.modes.idle1.throttle", low}}, "P5", {"P10"}, "transmitter.modes.idle1.throttle"},
        {"blades bent at the start",
         {{"transmitter.modes.normal.pitch", curveOf({-60, -30, 0, 50, 100})}},
         "P6",
         {},
         "transmitter.modes.normal.pitch"},
        {"no soft start behind a flat curve", {{"speedController.softStartS", 0.0}}, "P6", {}, "speedController.softStartS"},
        {"a governor without a run-up, though the speed controller starts softly",
         {{"controller.governor.kind", std::string("internal")}, {"controller.governor.runUpS", 0.0}},
         "P6",
         {},
         "controller.governor.runUpS"},
        {"a leap at the hover",
         {{"transmitter.modes.idle1.pitch", curveOf({-100, -50, 12, 56, 100})}},
         "P7",
         {},
         "transmitter.modes.idle1.pitch"},
        {"a leap in head speed", {{"transmitter.modes.normal.throttle", flatCurve(55, 5)}}, "P7", {}, "transmitter.modes.idle1.throttle"},
        {"hold with a gain of its own", {{"transmitter.modes.hold.tailGainPct", 20.0}}, "P8", {}, "transmitter.modes.hold.tailGainPct"},
        {"hold with rates of its own",
         {{"transmitter.modes.hold.elevator.ratePct", 70.0}},
         "P8",
         {},
         "transmitter.modes.hold.elevator.ratePct"},
        {"hold off at power-on", {{"transmitter.switches.R1.powerOnPlace", 1.0}}, "P9", {}, "transmitter.switches"},
        {"no power-on guard", {{"transmitter.hold.powerOnGuard", false}}, "P9", {}, "transmitter.hold.powerOnGuard"},
        {"model match off", {{"transmitter.modelMatch", false}}, "P9", {}, "transmitter.modelMatch"},
        {"a hunting governor",
         {{"transmitter.modes.normal.throttle", curveOf({0, 40, 60, 64, 65})}},
         "P10",
         {"P6", "P7"},
         "transmitter.modes.normal.throttle"},
    };
}

}  // namespace

TEST_CASE("seeded mistakes are each found by the property meant for them") {
    for (const Mistake& m : mistakes()) {
        INFO(m.name);
        const Setup wrong = edited(turnstone(), m.edits);
        const SwitchProof proof = proveSwitches(wrong);
        const std::set<std::string> fails = failing(proof);
        CAPTURE(khtest::listed(fails));
        CHECK(fails.count(m.property) == 1);
        for (const std::string& f : fails) CHECK((f == m.property || m.also.count(f) == 1));
        const PropertyResult& p = property(proof, m.property);
        CHECK_FALSE(p.finding.todo.empty());
        CHECK_FALSE(p.finding.why.empty());
        if (!m.subject.empty()) CHECK(p.finding.subject == m.subject);
        if (!p.finding.fix.empty()) {  // the remedy, where one is offered, restores the property
            const SwitchProof after = proveSwitches(edited(wrong, p.finding.fix));
            INFO(render(p.finding.todo));
            CHECK(property(after, m.property).holds);
        }
    }
}

TEST_CASE("an unused channel that follows a switch is named, and inhibiting it clears it") {
    Setup s = turnstone();
    s.transmitter.spares = {{"ch9", 9, "L2"}};  // the bank's switch: it carries it
    CHECK(failing(proveSwitches(s)).empty());
    s.transmitter.spares = {{"ch9", 9, "L3"}};
    const SwitchProof proof = proveSwitches(s);
    CHECK(failing(proof) == std::set<std::string>{"P4"});
    const Finding& f = property(proof, "P4").finding;
    CHECK(f.subject == "transmitter.spares.ch9.follows");
    CHECK(render(f.found).find("Channel 9") != std::string::npos);
    CHECK(failing(proveSwitches(edited(s, f.fix))).empty());
}

TEST_CASE("declared sharing is a choice: P2 and P3 allow it by name") {
    using namespace std::string_literals;
    const Condition twice{{{"R1", 2, ""}}, {{"R2", 2, ""}}};
    Setup s = edited(turnstone(), {{"transmitter.modes.hold.when", twice}});
    CHECK(failing(proveSwitches(s)).count("P3") == 1);
    s.transmitter.shared = {"hold"};
    CHECK(failing(proveSwitches(s)).count("P3") == 0);
    CHECK(failing(proveSwitches(s)).count("P2") == 1);  // R2 at 2 is the kill switch as well
    s.transmitter.shared = {"hold", "R2"};
    CHECK(failing(proveSwitches(s)).empty());
}

TEST_CASE("the classic take-off curve is a school: allowed, and its falling power is said") {
    using namespace std::string_literals;
    const Curve raised = curveOf({0, 65, 65, 65, 65});
    const Setup flatSchool = edited(turnstone(), {{"transmitter.modes.normal.throttle", raised}});
    CHECK(failing(proveSwitches(flatSchool)).count("P10") == 1);
    const Setup classic = edited(flatSchool, {{"transmitter.schools.throttle", "classic"s}});
    const SwitchProof proof = proveSwitches(classic);
    CHECK(property(proof, "P10").holds);
    CHECK(property(proof, "P5").holds);
    CHECK(render(property(proof, "P5").finding.found).find("power would fall away inverted") != std::string::npos);
    // only the first point may be 0: a curve that still rises at half stick is refused in the classic school too
    const Setup late = edited(classic, {{"transmitter.modes.normal.throttle", curveOf({0, 30, 65, 65, 65})}});
    CHECK_FALSE(property(proveSwitches(late), "P10").holds);
}

TEST_CASE("auto bail-out: hold is exactly its value, kill stops") {
    using namespace std::string_literals;
    const Setup s = edited(turnstone(), {{"transmitter.schools.hold", "bail-out"s}, {"transmitter.hold.throttlePct", 12.0}});
    const SwitchProof proof = proveSwitches(s);
    CHECK(property(proof, "P1").holds);
    CHECK(render(property(proof, "P1").finding.found).find("exactly") != std::string::npos);
    CHECK_FALSE(property(proveSwitches(edited(s, {{"transmitter.schools.hold", "cut"s}})), "P1").holds);
}

TEST_CASE("an engine idles in hold below its clutch, and kill closes it") {
    using namespace std::string_literals;
    Setup s =
        edited(turnstone(), {{"machine.power.kind", "engine"s}, {"machine.power.clutchPct", 30.0}, {"transmitter.hold.throttlePct", 15.0}});
    CHECK(property(proveSwitches(s), "P1").holds);
    CHECK(property(proveSwitches(s), "P6").holds);
    CHECK_FALSE(property(proveSwitches(edited(s, {{"transmitter.hold.throttlePct", 35.0}})), "P1").holds);
    CHECK_FALSE(property(proveSwitches(edited(s, {{"transmitter.kill.throttlePct", 3.0}})), "P1").holds);
    s.machine.power.clutchPct.reset();
    CHECK(render(property(proveSwitches(s), "P1").finding.found).find("clutch engagement is not known") != std::string::npos);
}

TEST_CASE("witnesses fed to trace violate their property") {
    for (const Mistake& m : mistakes()) {
        const Setup wrong = edited(turnstone(), m.edits);
        const SwitchProof proof = proveSwitches(wrong);
        const Finding& f = property(proof, m.property).finding;
        if (!f.witness) continue;
        INFO(m.name);
        const Tracer tracer(wrong);
        const Trace now = tracer.at(posed({}, f.witness->to));
        if (m.property == "P1") {
            const double us = now.now.motorPulseUs;
            CHECK((us > wrong.speedController.lowUs - 20.0 || us < wrong.speedController.profile->acceptsLowUs));
        }
        if (m.property == "P5")
            CHECK(now.throttlePct < tracer
                                        .at(posed(
                                            {},
                                            [&] {
                                                PartialDeck top = f.witness->to;
                                                top.collective = 1.0;
                                                return top;
                                            }()))
                                        .throttlePct);
        if (m.property == "P6") {
            REQUIRE(f.witness->from);
            CHECK(tracer.at(posed({}, *f.witness->from)).throttlePct == 0.0);
            CHECK(now.throttlePct > 0.0);
        }
        if (m.property == "P7") {
            REQUIRE(f.witness->from);
            const Trace before = tracer.at(posed({}, *f.witness->from));
            const double jump = std::abs(helicopterTrace(now).bladeDeg[2] - helicopterTrace(before).bladeDeg[2]);
            const double speed = std::abs(now.headSpeedRpm / before.headSpeedRpm - 1.0);
            CHECK((jump > 0.5 || speed > 0.20));
        }
        if (m.property == "P8") {
            REQUIRE(f.witness->from);
            const Instant before = tracer.at(posed({}, *f.witness->from)).now;
            bool differs = false;
            for (const Function fn : {heli::Aileron, heli::Elevator, heli::Rudder, heli::Gain})
                differs = differs || before.channels[indexOf(fn)].value != now.now.channels[indexOf(fn)].value;
            CHECK(differs);
        }
    }
}

TEST_CASE("of twelve switches of three places every combination is covered, and each is walked once") {
    Setup s = turnstone();
    TransmitterSettings& tx = s.transmitter;
    tx.profile.edit().switches.clear();
    tx.switches.clear();
    for (int i = 1; i <= 12; ++i) {
        tx.profile.edit().switches.push_back({"S" + std::to_string(i), 3, false});
        tx.switches.push_back({"S" + std::to_string(i), 1, 1});
    }
    // every place of every switch means something to the throttle
    Condition hold{{}};
    for (int i = 4; i <= 12; ++i) hold.front().push_back({"S" + std::to_string(i), 2 + i % 2, ""});
    for (int i = 4; i <= 12; ++i) hold.push_back({{"S" + std::to_string(i), 3 - i % 2, ""}, {"S3", 2, ""}});
    tx.modes[1].when = at("S1", 2);
    tx.modes[2].when = at("S1", 3);
    tx.modes[3].when = hold;
    tx.kill.when = Condition{{{"S2", 2, ""}}, {{"S2", 3, ""}, {"S3", 3, ""}}};
    tx.functions.clear();
    std::uint64_t reported = 0;
    const SwitchProof proof = proveSwitches(s, [&](std::uint64_t done, std::uint64_t total) {
        CHECK(total >= done);
        reported = total;
        return true;
    });
    CHECK(proof.combinations == 531441);
    CHECK(proof.walked == 531441);
    CHECK(property(proof, "P1").holds);
}

TEST_CASE("a proof can be watched and cancelled") {
    std::uint64_t calls = 0;
    const SwitchProof whole = proveSwitches(turnstone(), [&](std::uint64_t done, std::uint64_t total) {
        ++calls;
        CHECK(done <= total);
        return true;
    });
    CHECK(calls >= 10);
    CHECK_FALSE(whole.cancelled);
    const SwitchProof stopped = proveSwitches(turnstone(), [](std::uint64_t, std::uint64_t) { return false; });
    CHECK(stopped.cancelled);
    CHECK(stopped.properties.empty());
    int budget = 5;
    const SwitchProof half = proveSwitches(turnstone(), [&](std::uint64_t, std::uint64_t) { return --budget > 0; });
    CHECK(half.cancelled);
    CHECK(half.properties.size() < 10);
}

TEST_CASE("conditions that refer to each other in a circle are refused by name") {
    Setup s = turnstone();
    s.transmitter.functions = {{"a", {{{"", 1, "b"}}}, {}}, {"b", {{{"", 1, "a"}}}, {}}};
    CHECK_THROWS_AS(proveSwitches(s), InputError);
    s.transmitter.functions = {{"a", {{{"", 1, "nobody"}}}, {}}};
    try {
        (void)proveSwitches(s);
        FAIL("a term that names no function must be refused");
    } catch (const InputError& e) {
        CHECK(std::string(e.what()).find("nobody") != std::string::npos);
    }
}

TEST_CASE("places that no condition names count as one, with their weight") {
    Setup s = turnstone();
    const ChainModel model(s);
    const SwitchSpace space(s, model, {1, 2});  // Idle-up 1 and 2: all three places of the mode switch are told apart
    CHECK(space.size() == 3);
    const SwitchSpace hold(s, model, {3});
    REQUIRE(hold.axes().size() == 1);
    std::uint64_t states = 0;
    for (std::uint64_t i = 0; i < hold.size(); ++i) states += hold.weight(i);
    CHECK(states == static_cast<std::uint64_t>(s.transmitter.profile->switches[hold.axes()[0].index].places));
    // moving an axis and back is the same combination
    for (std::uint64_t i = 0; i < space.size(); ++i)
        for (std::size_t k = 0; k < 3; ++k) {
            const std::uint64_t there = space.moved(i, 0, k);
            CHECK(space.classAt(there, 0) == k);
            CHECK(space.moved(there, 0, space.classAt(i, 0)) == i);
        }
}

namespace {

/// A transmitter with this many three-place switches, of which each works a mode, four of them one.
Setup manySwitches(std::size_t n) {
    Setup s = turnstone();
    for (std::size_t i = 0; i < n; ++i) {
        const std::string id = "X" + std::to_string(i);
        s.transmitter.profile.edit().switches.push_back({id, 3, false});
        if (i % 4 == 0) {  // four switches a mode: a transmitter has ten modes at most
            FlightMode mode = s.transmitter.modes[1];
            mode.id = mode.name = "m" + std::to_string(i);
            mode.when.clear();
            s.transmitter.modes.insert(s.transmitter.modes.end() - 1, mode);
        }
        Condition& when = (s.transmitter.modes.end() - 2)->when;
        when.push_back({{id, 2, ""}});
        when.push_back({{id, 3, ""}});
    }
    return s;
}

}  // namespace

TEST_CASE("more switches than can be tried: the proof ends, says what it left out, and proves nothing of it") {
    for (const std::size_t n : {std::size_t{14}, std::size_t{24}}) {
        const SwitchProof proof = proveSwitches(manySwitches(n));
        CHECK(proof.untried > 0);
        CHECK(proof.walked <= (1U << 21U));
        CHECK_FALSE(proof.whole());
        CHECK(proof.failures() > 0);
        bool said = false;
        for (const PropertyResult& p : proof.properties) {
            INFO(p.id);
            CHECK((p.whole || !p.holds));
            CHECK(p.whole == (p.id == "P3" || p.id == "P4" || p.id == "P8" || p.id == "P9"));
            if (p.whole) continue;
            CHECK(render(p.finding.found).find("never be reached") == std::string::npos);  // it may be, where nothing was tried
            said = said || render(p.finding.found).find("were tried and none refutes it") != std::string::npos;
        }
        CHECK(said);
    }
    const SwitchProof few = proveSwitches(manySwitches(4));
    CHECK(few.whole());
    CHECK(few.untried == 0);
}

TEST_CASE("conditions that name each other many times over are evaluated once each") {
    Setup s = turnstone();
    s.transmitter.functions.push_back({"f0", {{{"R1", 2, ""}}}, {}});
    for (int i = 1; i < 15; ++i) {  // eight times each: 8^14 paths
        const std::string below = "f" + std::to_string(i - 1);
        s.transmitter.functions.push_back({"f" + std::to_string(i), Condition(8, std::vector<Term>{{"", 1, below}}), {}});
    }
    const ChainModel model(s);
    Deck deck;
    deck.switches["R1"] = 1;
    CHECK_FALSE(model.functionActive(model.functionCount() - 1, model.numbers(deck).places));
    deck.switches["R1"] = 2;
    CHECK(model.functionActive(model.functionCount() - 1, model.numbers(deck).places));
    CHECK(proveSwitches(s).properties.size() == 10);
}

}  // namespace switchproof_tests
