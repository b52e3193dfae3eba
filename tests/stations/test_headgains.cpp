// SPDX-License-Identifier: GPL-3.0-or-later
//
// Gains of roll and pitch on channels, rate mode by choice, the set-up button, roll and pitch apart: on every build, both ways round.
#include "boxes/tenboxes.h"
#include "golden/builds.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/plan/plan.h"
#include "model/carried.h"
#include "model/modeedits.h"
#include "procedure/move.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "stations/healing.h"
#include "stations/modes/modesfigures.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace headgain_tests {

using namespace kh;
using khtest::edited;
using khtest::find;
using khtest::fulmar;
using khtest::gannet;
using khtest::heals;
using khtest::ids;
using khtest::turnstone;

namespace {

/// A controller that takes these families, everything on channels of its own.
Setup taking(Setup s, const std::vector<TakenWindow>& windows) {
    std::vector<TakenWindow>& takes = s.controller.profile.edit().takes;
    takes.insert(takes.end(), windows.begin(), windows.end());
    s.transmitter.profile.edit().channels = 16;
    return withTakenFunctions(s);
}
Setup rollAndPitch(const Setup& s) { return taking(s, {{"roll-gain", 1.0, 100.0}, {"pitch-gain", 1.0, 100.0}}); }
Setup together(const Setup& s) { return taking(s, {{"head-gain", 1.0, 100.0}}); }

std::set<std::string> ofGains(const Setup& s) {
    std::set<std::string> out;
    for (const std::string& id : ids(evaluate(s)))
        if (id.find("head-gain") == 0 || id.find("school-head") == 0) out.insert(id);
    return out;
}

}  // namespace

TEST_CASE("a gain of roll or pitch that is sent is heard on the side that holds, on every build, and no channel of it is unused") {
    for (const auto& [name, built] : khtest::triedBuilds()) {
        if (built.transmitter.modes.empty() || built.controller.banks.empty()) continue;
        if (unusedChannels([&] {
                Setup s = built;
                s.transmitter.profile.edit().channels = 16;
                return s.transmitter;
            }())
                .size() < 2)
            continue;
        INFO(name);
        for (const Setup& s : {rollAndPitch(built), together(built)}) {
            const bool two = carrierOf(s.transmitter, "roll-gain") != nullptr;
            REQUIRE((two || carrierOf(s.transmitter, "head-gain") != nullptr));
            const FunctionChannel& channel = *carrierOf(s.transmitter, two ? "roll-gain" : "head-gain");
            for (const SentGain& g : sentGains(s, channel)) CHECK(g.holds);
            for (const int n : unusedChannels(s.transmitter)) CHECK(n != channel.number);
            for (const Edit& e : inhibitEdits(s.transmitter)) CHECK(e.path.find("functionChannels") == std::string::npos);
            const std::string family = channel.id;
            CHECK(ofGains(s).count("head-gain-way." + family) == 0);
            // turned round by a slip
            const Setup turned = edited(s, {{"transmitter.functionChannels." + family + ".reversed", !channel.reversed}});
            CHECK(ofGains(turned).count("head-gain-way." + family) == 1);
        }
    }
}

TEST_CASE("one mode on the rate side, none of a size, a knob and a mode at once: each told in its own words and healed") {
    for (const Setup& base : {turnstone(), fulmar(), gannet()}) {
        const Setup s = rollAndPitch(base);
        const std::string first = s.transmitter.modes.front().id, second = s.transmitter.modes[1].id;
        CHECK(ofGains(s).size() <= 2);  // at most that the bank shows another number
        const Setup side = edited(s, {{"transmitter.modes." + second + ".pitchGainPct", -40.0}});
        const std::string id = "head-gain-side.pitch-gain." + second;
        REQUIRE(find(evaluate(side), id) != nullptr);
        CHECK(find(evaluate(side), id)->severity == Severity::Danger);
        CHECK(find(evaluate(side), "head-gain-side.roll-gain." + second) == nullptr);
        heals(side, id);
        heals(edited(s, {{"transmitter.functionChannels.roll-gain.reversed", true}}), "head-gain-way.roll-gain");
        heals(edited(s, {{"transmitter.modes." + second + ".rollGainPct", 12.0}}), "head-gain-sent.roll-gain." + second);
        // a knob: what stands in a mode is not sent
        const Setup knob =
            edited(s, {{"transmitter.schools.headGain", std::string("knob")}, {"transmitter.modes." + second + ".rollGainPct", -40.0}});
        CHECK(find(evaluate(knob), "head-gain-side.roll-gain." + second) == nullptr);
        heals(knob, "head-gain-knob.roll-gain");
        for (const SentGain& g : sentGains(knob, *carrierOf(knob.transmitter, "roll-gain")))
            CHECK(g.valuePct == carrierOf(knob.transmitter, "roll-gain")->restPct);
        // what the box shows is what it is sent
        const Setup shown = edited(s, {{"controller.banks.1.headGainPct", 90.0}, {"transmitter.modes." + first + ".rollGainPct", 40.0}});
        heals(shown, "head-gain-shown.roll-gain.1");
        CHECK(find(evaluate(edited(shown, {{"controller.banks.1.headGainPct", 2.0}})), "head-gain.1") == nullptr);  // it does not act
        // hold flies with them too
        const Setup other = edited(s, {{"transmitter.modes." + s.transmitter.hold.autorotationFrom + ".pitchGainPct", 30.0}});
        const SwitchProof proof = proveSwitches(other);
        const auto p8 =
            std::find_if(proof.properties.begin(), proof.properties.end(), [](const PropertyResult& p) { return p.id == "P8"; });
        CHECK_FALSE(p8->holds);
        CHECK(p8->finding.fix.back().path == "transmitter.modes.hold.pitchGainPct");
        const SwitchProof mended = proveSwitches(edited(other, holdMirrorEdits(other.transmitter)));
        CHECK(
            std::find_if(mended.properties.begin(), mended.properties.end(), [](const PropertyResult& p) { return p.id == "P8"; })->holds);
    }
}

TEST_CASE("a gain on a switch has its steps, and a step on the rate side is a choice only where it was typed as one") {
    Setup s = edited(together(turnstone()), {{"transmitter.schools.headGain", std::string("switch")}});
    CHECK(find(evaluate(s), "school-head-gain.head-gain") != nullptr);
    s = withSchoolFunctions(s);
    CHECK(withSchoolFunctions(s) == s);
    const std::vector<Condition> free = freePlaces(s.transmitter, SwitchKind::Latching);
    REQUIRE_FALSE(free.empty());
    s = edited(s, {{"transmitter.functions.head-gain-2.when", free.front()}});
    CHECK(ofGains(s).count("school-head-gain.head-gain") == 0);
    CHECK(ofGains(s).count("head-gain-step.head-gain-2") == 0);
    const Setup slip = edited(s, {{"transmitter.functions.head-gain-2.valuePct", 0.0}});
    heals(slip, "head-gain-step.head-gain-2");
    const Evaluation chosen = evaluate(edited(s, {{"transmitter.functions.head-gain-2.valuePct", -60.0}}));
    REQUIRE(find(chosen, "head-gain-step.head-gain-2") != nullptr);
    CHECK(find(chosen, "head-gain-step.head-gain-2")->severity == Severity::Note);
    CHECK(find(chosen, "head-gain-step.head-gain-2")->fix.empty());
    CHECK(find(evaluate(edited(s, {{"transmitter.schools.headGain", std::string("per mode")}})), "school-head-gain.head-gain") != nullptr);
}

TEST_CASE("in another box every gain that is sent is read as it was; what the other does not know is told or cleared") {
    for (const Setup& base : {turnstone(), fulmar()}) {
        Setup s = rollAndPitch(base);
        s = edited(s, {{"transmitter.modes." + s.transmitter.modes[1].id + ".rollGainPct", 40.0},
                       {"transmitter.modes." + s.transmitter.modes[2].id + ".pitchGainPct", 60.0}});
        const auto reads = [](const Setup& x) {
            std::vector<double> out;
            for (const char* family : {"roll-gain", "pitch-gain"})
                for (const SentGain& g : sentGains(x, *carrierOf(x.transmitter, family))) out.push_back(g.readingPct);
            return out;
        };
        const std::vector<double> before = reads(s);
        const auto same = [&](const Setup& moved) {
            REQUIRE(carrierOf(moved.transmitter, "roll-gain") != nullptr);
            const std::vector<double> after = reads(moved);
            REQUIRE(after.size() == before.size());
            for (std::size_t i = 0; i < before.size(); ++i) CHECK(std::abs(after[i] - before[i]) < 1.5);
        };
        same(moveTo(s, khtest::controller("sextant"), "2026-11-24T10:00:00Z").setup);
        for (const TransmitterProfile& tx : khtest::fiveTransmitters()) {
            INFO(tx.name);
            TransmitterProfile wide = tx;
            wide.channels = 16;
            same(moveTo(s, wide, "2026-11-24T10:00:00Z").setup);
        }
        // roll and pitch apart, a kind and a map the other box does not know
        s.controller.profile.edit().axesApart = true;
        s.controller.profile.edit().receiverKinds = {"one lead"};
        s.controller.banks.front().pitchDegS = 222.0;
        s.controller.receiver.kind = "one lead";
        s.controller.receiver.map = s.controller.profile->channelOrder;
        const Move joined = moveTo(s, khtest::controller("rowlock"), "2026-11-24T10:00:00Z");
        CHECK_FALSE(joined.setup.controller.banks.front().pitchDegS);
        CHECK(joined.setup.controller.receiver == ReceiverSettings{});
        CHECK(std::any_of(joined.cannot.begin(), joined.cannot.end(),
                          [](const Message& m) { return render(m).find("roll and pitch together") != std::string::npos; }));
    }
}

TEST_CASE("rate mode by choice is no fault: off at power-on, on the rate side, never flipped by a plan") {
    for (const Setup& base : {turnstone(), fulmar(), gannet()}) {
        const Setup school = edited(base, {{"transmitter.schools.rateMode", std::string("a switch of its own")}});
        REQUIRE(find(evaluate(school), "rate-mode-switch") != nullptr);
        Setup s = withSchoolFunctions(school);
        const std::vector<Condition> free = freePlaces(s.transmitter, SwitchKind::Latching);
        if (free.empty()) continue;
        const Term place = free.front().front().front();
        s = edited(s, {{"transmitter.functions.rate-mode.when", free.front()}});
        if (const auto at = readField(s, "transmitter.switches." + place.switchId + ".powerOnPlace"))
            s = edited(s, {{"transmitter.switches." + place.switchId + ".powerOnPlace", place.place == 1 ? 2.0 : 1.0}});
        const auto told = [](const Setup& x) {
            std::set<std::string> out;
            for (const std::string& id : ids(evaluate(x)))
                if (id.starts_with("rate-mode")) out.insert(id);
            return out;
        };
        INFO(khtest::listed(told(s)));
        CHECK(told(s).empty());
        for (const PlanStep& step : makePlan(s, stationsOf(s).rules()).steps)
            for (const Edit& e : step.edits) CHECK(e.path.find("functions.rate-mode") == std::string::npos);
        // the trace does what the switch says
        const ChainModel model(s);
        Deck deck;
        CHECK_FALSE(model.isOn(kRateMode, deck));
        deck.switches[place.switchId] = place.place;
        CHECK(model.isOn(kRateMode, deck));
        const std::size_t gain = indexOf(*s.machine.aircraft.of().find("gain"));
        CHECK(model.at(Deck{}).channels[gain].readingPct > 0.0);
        CHECK(model.at(deck).channels[gain].readingPct < -10.0);
        // slips
        heals(edited(s, {{"transmitter.functions.rate-mode.sentPct", 30.0}}), "rate-mode-side");
        heals(edited(s, {{"transmitter.functions.rate-mode.sentPct", std::monostate{}}}), "rate-mode-side");
        if (readField(s, "transmitter.switches." + place.switchId + ".powerOnPlace"))
            heals(edited(s, {{"transmitter.switches." + place.switchId + ".powerOnPlace", static_cast<double>(place.place)}}),
                  "rate-mode-at-power-on");
        const Setup none = edited(s, {{"transmitter.schools.rateMode", std::string("none")}});
        REQUIRE(find(evaluate(none), "rate-mode-switch") != nullptr);
        CHECK(find(evaluate(none), "rate-mode-switch")->fix.empty());
    }
}

TEST_CASE("the set-up button springs back and is not pressed at power-on") {
    const Setup s = taking(turnstone(), {{"setup", 50.0, 150.0}});
    REQUIRE(carrierOf(s.transmitter, "setup") != nullptr);
    const std::vector<Condition> latching = freePlaces(s.transmitter, SwitchKind::Latching);
    REQUIRE_FALSE(latching.empty());
    const Setup stays = edited(s, {{"transmitter.functions.setup.when", latching.front()}});
    CHECK(find(evaluate(stays), "setup-latched") != nullptr);
    const Term place = latching.front().front().front();
    heals(edited(stays, {{"transmitter.switches." + place.switchId + ".powerOnPlace", static_cast<double>(place.place)}}),
          "setup-at-power-on");
    // moved backwards it is heard while nobody presses it
    CHECK(find(evaluate(edited(stays, {{"transmitter.functionChannels.setup.reversed", true}})), "carried.setup")->severity ==
          Severity::Danger);
    // what is seen at each place, in the steps
    const std::vector<Step> steps = guideOfRow("bank-switch")->steps(stays, evaluate(stays).figures);
    REQUIRE(steps.size() == 2);
    CHECK(render(steps[0].seen).find("nothing of it") != std::string::npos);
    CHECK(render(steps[1].seen).find("Set-up button") != std::string::npos);
    CHECK(guideOfRow("bank-switch")->steps(turnstone(), evaluate(turnstone()).figures).empty());
}

TEST_CASE("expo of pitch multiplies with the transmitter's as roll's does, by either school") {
    for (const Setup& base : {turnstone(), fulmar(), gannet()}) {
        Setup s = base;
        s.controller.profile.edit().axesApart = true;
        s = edited(
            s, {{"controller.banks.1.pitchExpoPct", 30.0}, {"transmitter.modes." + s.transmitter.modes[1].id + ".elevator.expoPct", 30.0}});
        const std::string id = "agility." + s.transmitter.modes[1].id;
        REQUIRE(find(evaluate(s), id) != nullptr);
        const Setup radio = edited(s, {{"transmitter.schools.agility", std::string("transmitter")}});
        const Evaluation e = evaluate(radio);
        REQUIRE(find(e, id) != nullptr);
        CHECK(find(evaluate(edited(radio, find(e, id)->fix)), id) == nullptr);
        heals(radio, "school-agility.pitch-1");
        s.controller.profile.edit().axesApart = false;  // then it is no setting of this box
        CHECK(find(evaluate(s), id) == nullptr);
    }
}

TEST_CASE("roll and pitch apart: rates, expo and gain of pitch where the box has them so, in figures, trace and gyro") {
    for (const auto& [name, built] : khtest::triedBuilds()) {
        if (built.controller.banks.empty() || built.transmitter.modes.empty()) continue;
        INFO(name);
        Setup s = built;
        s.controller.profile.edit().axesApart = true;
        for (Bank& b : s.controller.banks) {
            b.pitchDegS = b.rollPitchDegS / 2.0;
            b.pitchExpoPct = b.expoPct;
        }
        Setup joined = s;
        joined.controller.profile.edit().axesApart = false;  // what stands there is then no setting of this box
        const auto degS = [](const Setup& x, std::size_t axis) {
            return evaluate(x).figures.of<ModesFigures>().modes.front().axes[axis].fullDegS;
        };
        const Figure apart = degS(s, 1), before = degS(built, 1), same = degS(joined, 1);
        CHECK(before.known == apart.known);
        if (!before.known) continue;
        CHECK(apart.value == Approx(before.value / 2.0));
        CHECK(same.value == Approx(before.value));
        CHECK(degS(s, 0).value == Approx(degS(built, 0).value));
        Deck deck;
        deck.sticks.elevator = 1.0;
        const auto turns = [&](const Setup& x) {
            const Trace t = trace(x, deck, ChainState::Flying);
            for (const Stage* stage : t.of(*x.machine.aircraft.of().find("elevator")))
                if (std::string_view(stage->id) == "demand") return stage->value;
            return 0.0;
        };
        CHECK(turns(s) == Approx(turns(built) / 2.0));
    }
}

}  // namespace headgain_tests
