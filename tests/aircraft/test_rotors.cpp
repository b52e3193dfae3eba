// SPDX-License-Identifier: GPL-3.0-or-later
//
// The variable-pitch quadrotor: what its sticks do over every build, and the mistakes a pilot makes on it.
#include "aircraft/found.h"
#include "aircraft/quadbuilds.h"
#include "aircraft/typed.h"
#include "base/conventions.h"
#include "io/document.h"
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "kernel/rotors/hover.h"
#include "model/accepted.h"
#include "model/air.h"
#include "procedure/registry.h"
#include "procedure/rotors/rotorstrace.h"
#include "stations/rotors/rotors.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <set>

namespace rotor_tests {

using namespace kh;
using namespace khtest;

namespace {

RotorsMoment momentOf(const Setup& s, const RotorSticks& sticks) {
    const ChainModel model(s);
    return rotorsIn(model).momentAt(rotorsIn(model).at(sticks).bladeDeg, rotorSpeedRpm(s, model));
}

}  // namespace

TEST_CASE("sound quadrotors of every build are quiet, proved on every switch, and hover at their weight") {
    for (const NamedQuad& b : soundQuads()) {
        INFO(b.name);
        REQUIRE_NOTHROW(requireAccepted(b.setup));
        const Evaluation e = evaluate(b.setup);
        INFO(listed(ids(e)));
        CHECK(worse(e) == 0);
        const SwitchProof proof = proveSwitches(b.setup);
        CHECK(proof.whole());
        CHECK(proof.failures() == 0);
        const ChainModel model(b.setup);
        const double c = hoverDemand(b.setup, model);
        CHECK(momentOf(b.setup, {c, 0, 0, 0}).liftN == Approx(b.setup.machine.massKg * kGravity).epsilon(0.002));
        // each rotor a quarter of the weight, by the formula of the hover
        const RotorsFigures& own = e.figures.of<RotorsFigures>();
        REQUIRE(own.hoverDeg.known);
        CHECK(rotorsIn(model).at({c, 0, 0, 0}).bladeDeg[0] == Approx(own.hoverDeg.value).margin(0.15));
    }
}

TEST_CASE("every stick does what its direction says, opposite sticks alike within the limits' spread") {
    for (const NamedQuad& b : soundQuads()) {
        INFO(b.name);
        // four limits on the box's steps part a little: of what full stick gives, whatever the size
        const double alike = 0.03 * std::abs(momentOf(b.setup, {0, 1, 0, 0}).rollNm);
        for (const double c : {-0.4, 0.0, 0.4}) {
            const RotorsMoment rest = momentOf(b.setup, {c, 0, 0, 0});
            CHECK(std::abs(rest.rollNm) < alike);
            CHECK(std::abs(rest.pitchNm) < alike);
            const double right = momentOf(b.setup, {c, 0.6, 0, 0}).rollNm, left = momentOf(b.setup, {c, -0.6, 0, 0}).rollNm;
            CHECK(right > 0.0);
            CHECK(right == Approx(-left).epsilon(0.03));
            const double down = momentOf(b.setup, {c, 0, 0.6, 0}).pitchNm, up = momentOf(b.setup, {c, 0, -0.6, 0}).pitchNm;
            CHECK(down < 0.0);  // a forward stick
            CHECK(down == Approx(-up).epsilon(0.03));
            if (c != 0.0) {  // torque is even: near zero pitch there is no yaw
                CHECK(momentOf(b.setup, {c, 0, 0, 0.8}).yawNm > 0.0);
                CHECK(momentOf(b.setup, {c, 0, 0, -0.8}).yawNm < 0.0);
            }
        }
        CHECK(momentOf(b.setup, {1, 0, 0, 0}).liftN > 0.0);
        CHECK(momentOf(b.setup, {-1, 0, 0, 0}).liftN == Approx(-momentOf(b.setup, {1, 0, 0, 0}).liftN).epsilon(0.03));
        Setup still = b.setup;  // a box that does not turn yaw over answers the other way round below zero
        still.controller.profile.edit().yawFollows = false;
        CHECK(momentOf(still, {0.4, 0, 0, 0.8}).yawNm > 0.0);
        CHECK(momentOf(still, {-0.4, 0, 0, 0.8}).yawNm < 0.0);
    }
}

TEST_CASE("a trace parts from what is asked where a rotor is wrong, and nowhere else; stages are those of the contract") {
    const Setup& s = soundQuads().front().setup;
    Deck deck;
    deck.sticks = {0.47, 0.0, 1.0, 0.0};
    deck.switches = {{s.transmitter.modes[1].when.front().front().switchId, 2}, {s.transmitter.modes[2].when.front().front().switchId, 1}};
    const Trace t = trace(s, deck);
    std::vector<std::string> stages;
    for (const Stage* stage : t.of(rotors::Elevator)) {
        stages.emplace_back(stage->id);
        INFO(stage->id);
        CHECK_FALSE(stage->off());
    }
    CHECK(stages == std::vector<std::string>{"stick", "rated", "channel", "pulse", "reading", "demand", "servo-pulse", "arm-angle", "blade",
                                             "moment"});
    Setup wrong = s;
    std::swap(rotorsOf(wrong).limits[2].plusUs, rotorsOf(wrong).limits[2].minusUs);
    const Trace broken = trace(wrong, deck);
    std::set<std::string> off;
    for (const Stage* stage : broken.of(rotors::Elevator))
        if (stage->off()) off.insert(stage->id);
    CHECK(off.count("moment") == 1);
    CHECK(off.count("demand") == 0);
    CHECK(rotorsTrace(broken).ports[0] == s.controller.ports[0].id);
}

TEST_CASE("each turn by hand is answered against itself, by the pair the hand test names, on every build") {
    for (const NamedQuad& b : soundQuads()) {
        INFO(b.name);
        Deck deck;
        deck.sticks = {0.4, 0.0, 0.0, 0.0};
        const Trace t = trace(b.setup, deck);
        const RotorsMoment rest = rotorsTrace(t).moment;
        for (std::size_t axis = 0; axis < 3; ++axis) {
            std::vector<std::string> names;
            for (const Stage* s : t.of(rotorsClass().gyro(axis))) {
                names.emplace_back(s->id);
                INFO(s->id);
                CHECK_FALSE(s->off());
            }
            CHECK(names == std::vector<std::string>{"rate", "box-axes", "as-mounted", "sign", "demand", "servo-pulse", "arm-angle", "blade",
                                                    "moment"});
            const auto stages = t.of(rotorsClass().gyro(axis));
            // roll right, nose down and nose right are +, of the turn nose up
            const double turn = axis == 1 ? -stages[0]->value : stages[0]->value;
            CHECK(turn * stages[8]->value < 0.0);
            CHECK(std::abs(stages[8]->value) > 0.0);
            // ports by their rotors: which pair stands higher than its opposite
            double right = 0.0, front = 0.0, clockwise = 0.0;
            const bool left = rotorsOf(b.setup).pair == ClockwisePair::FrontLeft;
            for (const PortValue& p : stages[7]->ports)
                for (std::size_t port = 0; port < b.setup.controller.ports.size(); ++port) {
                    if (b.setup.controller.ports[port].id != p.port) continue;
                    const std::string role = b.setup.controller.ports[port].role;
                    const bool isFront = role.starts_with("front"), isRight = role.ends_with("right");
                    right += isRight ? p.value : -p.value;
                    front += isFront ? p.value : -p.value;
                    clockwise += (isFront == !isRight) == left ? p.value : -p.value;
                }
            if (axis == 0) CHECK(right > 1.0);
            if (axis == 1) CHECK(front > 1.0);
            if (axis == 2) CHECK(clockwise * (turn > 0.0 ? 1.0 : -1.0) > 1.0);
        }
        CHECK(rest.liftN > 0.0);
    }
}

TEST_CASE("a box that thinks it sits another way is posed by the turn it answers wrongly, and the trace parts from there on") {
    for (const NamedQuad& b : soundQuads()) {
        INFO(b.name);
        Setup s = b.setup;
        s.machine.mounting = "label up, plugs forward";
        if (s.controller.mounting == s.machine.mounting) s.machine.mounting = "label up, plugs aft";
        const Evaluation e = evaluate(s);
        const Finding* f = beginning(e, "controller-mounting");
        REQUIRE(f != nullptr);
        REQUIRE(f->witness);
        REQUIRE(f->witness->to.rates);
        const Function shown = tracedFunction(rotorsClass(), *f);
        REQUIRE(rotorsClass().isGyro(shown));
        const Trace t = trace(s, posed({}, f->witness->to));
        bool before = false;
        for (const Stage* stage : t.of(shown)) {
            INFO(stage->id);
            if (std::string(stage->id) == "demand") {
                CHECK(stage->off());
                before = true;
            }
            if (before) CHECK(stage->off());
        }
        CHECK(before);
    }
}

TEST_CASE("every listed mistake is found with its severity and healed by its own plan, on every build") {
    std::mt19937 dice(20261130);
    for (const QuadMistake& m : quadMistakes())
        for (const NamedQuad& b : soundQuads()) {
            INFO(m.name << ", " << b.name);
            Setup s = b.setup;
            m.make(s, dice);
            REQUIRE_NOTHROW(requireAccepted(s));
            const Evaluation e = evaluate(s);
            INFO(listed(ids(e)));
            const Finding* f = beginning(e, m.finding);
            REQUIRE(f != nullptr);
            CHECK(f->severity == m.severity);
            CHECK_FALSE(render(f->title).empty());
            CHECK_FALSE(render(f->todo).empty());
            const RuleSet& rules = stationsOf(s).rules();
            const Setup after = withPlan(s, makePlan(s, rules), 1000, true, "2026-11-26T08:00:00Z");
            const Evaluation then = evaluate(after);
            INFO("left " << listed(ids(then)));
            CHECK(worse(then) == 0);
            const Finding* stays = beginning(then, m.finding);  // what the spline leaves is a note
            CHECK((m.severity == Severity::Note || stays == nullptr || stays->severity == Severity::Note));
        }
}

TEST_CASE("200 random pairs of mistakes are healed by one plan") {
    std::mt19937 dice(4711);
    const auto& all = quadMistakes();
    std::size_t healed = 0, tried = 0;
    std::string left;
    while (tried < 200) {
        const QuadMistake& a = all[dice() % all.size()];
        const QuadMistake& b = all[dice() % all.size()];
        if (&a == &b || std::string_view(a.finding) == b.finding) continue;
        Setup s = soundQuads()[dice() % soundQuads().size()].setup;
        a.make(s, dice);
        b.make(s, dice);
        ++tried;
        const Setup after = withPlan(s, makePlan(s, stationsOf(s).rules()), 1000, true, "2026-11-26T08:00:00Z");
        const Evaluation then = evaluate(after);
        if (worse(then) == 0) ++healed;
        else left += std::string(a.name) + " + " + b.name + ": " + listed(ids(then)) + "\n";
    }
    INFO(left);
    CHECK(healed == tried);
}

TEST_CASE("a missed check point can be posed, and its remedy reads inside the window, whatever the throttle's travel") {
    std::size_t tried = 0;
    for (const NamedQuad& b : soundQuads())
        for (const double travel : {100.0, 115.0, 130.0, 145.0})
            for (const double hold : {0.0, 4.0, 9.0}) {
                Setup s = b.setup;
                for (ChannelSettings& c : s.transmitter.channels)
                    if (c.id == "throttle") c.travelLowPct = travel;
                s.transmitter.hold.throttlePct = hold;
                INFO(b.name << ", travel " << travel << ", hold " << hold);
                for (const Finding& f : evaluate(s).findings) {
                    if (!f.id.starts_with("check-point.")) continue;
                    INFO(f.id);
                    REQUIRE(f.witness);
                    const Trace posedAt = Tracer(s).at(posed({}, f.witness->to));
                    CHECK((posedAt.mode == kHoldMode) == (f.id == "check-point.throttle-hold"));
                    REQUIRE_FALSE(f.fix.empty());
                    Setup set = s;
                    for (const Edit& e : f.fix) writeField(set, e.path, e.value);
                    const Evaluation then = evaluate(set);
                    CHECK(beginning(then, f.id.c_str()) == nullptr);
                    ++tried;
                }
            }
    CHECK(tried > 100);
}

TEST_CASE("what a quadrotor's document cannot be is refused by the field's name, nothing lost") {
    const Setup& s = soundQuads().front().setup;
    const auto refused = [&](auto change) {
        Setup bad = s;
        change(bad);
        try {
            (void)ChainModel(bad);
        } catch (const InputError& e) {
            return e.field();
        }
        return std::string("-");
    };
    CHECK(refused([](Setup& b) { rotorsOf(b).armMm = 0.0; }) == "machine.armMm");
    CHECK(refused([](Setup& b) { rotorsOf(b).rotors.pop_back(); }) == "machine.rotors");
    CHECK(refused([](Setup& b) { rotorsOf(b).rotors[1].armMm = 0.0; }) == "machine.rotors.back-left.armMm");
    CHECK(refused([](Setup& b) { b.controller.ports.pop_back(); }) == "controller.ports");
    Setup other = s;  // a helicopter's box in its place is told, and nothing is lost
    other.controller.profile.edit().aileronReachPct.reset();
    CHECK(beginning(evaluate(other), "box-kind") != nullptr);
    CHECK(beginning(evaluate(s), "box-kind") == nullptr);
    for (std::size_t i = 0; i < kRotors;
         ++i) {  // a rotor without servo is told by its name, and nothing else is said of a servo nobody knows
        Setup bare = s;
        rotorsOf(bare).rotors[i].servo = ServoProfile{};
        const Evaluation e = evaluate(bare);
        const Finding* f = beginning(e, "rotor-servo");
        REQUIRE(f != nullptr);
        CHECK(render(f->title).find(render(rotorTitle(rotors::kIds[i]))) != std::string::npos);
        CHECK(beginning(e, "rotor-rate") == nullptr);
        CHECK(beginning(e, "rotor-pulse") == nullptr);
    }
    Setup doubled = s;  // two rotors' leads in one port: the other's servo stands still, and that is told
    doubled.controller.ports[1].role = doubled.controller.ports[0].role;
    CHECK(beginning(evaluate(doubled), "rotor-leads") != nullptr);
    // as text and back, to the byte
    const std::string text = io::writeDocument(s);
    const io::Document again = io::parseDocument(text);
    CHECK(again.setup == s);
    CHECK(io::writeDocument(again.setup) == text);
    CHECK(text.find("\"aircraft\": \"variable-pitch-quadrotor\"") != std::string::npos);
}

TEST_CASE("everything that is typed stands on the sheet and in Carry, and nothing of a plate or a tail is asked for") {
    const Setup& s = soundQuads().front().setup;
    const std::set<std::string> typed = typedInto(s), printed = printedOf(s), shown = editableIn(s);
    CHECK(typed.count("machine.limits.front-left.plusUs") == 1);
    CHECK(typed.count("machine.toldPair") == 1);
    for (const std::string& path : typed) {
        INFO(path);
        CHECK(path.find("tail") == std::string::npos);
        CHECK(path.find("collectiveHighPct") == std::string::npos);
        CHECK(path.find("directions") == std::string::npos);
    }
    for (const std::string& path : typed) {
        INFO(path);
        CHECK(printed.count(path) == 1);
        CHECK((shown.count(path) == 1 || path == "transmitter.modes.normal.when"));  // that needs no switch
    }
}

TEST_CASE("the limit solver brings a read pitch to the wanted one, in the gauge's own scale, and names one that went the other way") {
    Setup s = soundQuads().front().setup;
    const BenchWork* plus = nullptr;
    for (const BenchWork& w : stationsOf(s).solvers())
        if (std::string_view(w.id) == "rotor-plus-limits") plus = &w;
    REQUIRE(plus != nullptr);
    const auto round = [&](std::array<double, 4> read) {
        std::vector<Reading> readings;
        for (std::size_t i = 0; i < kRotors; ++i) {
            Reading r;
            r.id = "x" + std::to_string(i);
            r.what = std::string("plus.") + rotors::kIds[i];
            r.value = read[i];
            r.unit = "°";
            readings.push_back(r);
        }
        return solveRound(s, *plus, readings);
    };
    const Solved one = round({12.0, 12.1, 11.0, 12.0});
    REQUIRE(one.answers.size() == 1);
    CHECK(one.answers.front().field == "machine.limits.back-right.plusUs");
    CHECK(one.answers.front().expect == Approx(12.0).margin(0.15));
    CHECK(std::fmod(std::abs(one.answers.front().value), 4.0) == Approx(0.0).margin(1e-6));  // the box's unit of 4 µs
    rotorsOf(s).gauge = GaugeScale::Folded;
    const Solved folded = round({24.0, 24.0, 22.0, 24.0});
    REQUIRE(folded.answers.size() == 1);
    CHECK(folded.answers.front().value == Approx(one.answers.front().value));
    CHECK(folded.answers.front().expect == Approx(24.0).margin(0.3));
    const Solved wrong = round({24.0, -24.0, 24.0, 24.0});
    CHECK(wrong.answers.empty());
    CHECK(wrong.remarks.size() == 1);
}

}  // namespace rotor_tests
