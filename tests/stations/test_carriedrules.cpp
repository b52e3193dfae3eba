// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is told of functions on channels of their own, on every build, and what the switch proof makes of arming, level and fades.
#include "golden/builds.h"
#include "judge/evaluation.h"
#include "judge/switches/switchproof.h"
#include "model/carried.h"
#include "model/names.h"
#include "procedure/registry.h"
#include "support.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <optional>

namespace carriedrules_tests {

using namespace kh;
using khtest::turnstone;

namespace {

const Finding* foundIn(const Evaluation& e, const std::string& id) {
    const auto at = std::find_if(e.findings.begin(), e.findings.end(), [&](const Finding& f) { return f.id == id; });
    return at == e.findings.end() ? nullptr : &*at;
}
const PropertyResult& property(const SwitchProof& proof, const std::string& id) {
    return *std::find_if(proof.properties.begin(), proof.properties.end(), [&](const PropertyResult& p) { return p.id == id; });
}
SwitchProof proved(const Setup& s) { return prove(s, shippedStations().rules(), {}); }

/// A build whose controller takes all there is, every place heard.
Setup carrying(const Setup& build) {
    Setup s = build;
    s.controller.profile.edit().takes = {{"bank-1", -150, -34}, {"bank-2", -33, 33}, {"bank-3", 34, 150},
                                         {"rescue", 30, 150},   {"level", 30, 150},  {"arming", 25, 150}};
    s.controller.profile.edit().levelling = {"rescue", "level"};
    return withTakenFunctions(s);
}

}  // namespace

TEST_CASE("a sound build that carries its functions stays as quiet as it was, but for what has no switch") {
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) {
        INFO(b.name);
        const Evaluation was = evaluate(b.setup), is = evaluate(carrying(b.setup));
        for (const Finding& f : is.findings) {
            if (f.severity == Severity::Note || foundIn(was, f.id) != nullptr) continue;
            INFO(f.id << ": " << render(f.found));
            CHECK((f.id == "arming-missing" || f.id == "place-used.arming"));  // a transmitter without a free switch
        }
    }
}

TEST_CASE("a function that is not heard as it is meant is found and healed, whatever was done to its channel") {
    struct Mistake {
        const char* what;
        void (*make)(Setup&, FunctionChannel&);
    };
    const Mistake mistakes[]{
        {"turned round", [](Setup&, FunctionChannel& c) { c.reversed = !c.reversed; }},
        {"off its centre", [](Setup&, FunctionChannel& c) { c.subTrimPct = 60.0; }},
        {"short", [](Setup&, FunctionChannel& c) { c.travelLowPct = c.travelHighPct = 15.0; }},
        {"values lost",
         [](Setup& s, FunctionChannel& c) {
             for (SwitchFunction& f : s.transmitter.functions)
                 if (familyOf(f.id) == c.id) f.valuePct = c.restPct;
         }},
    };
    std::size_t told = 0, healed = 0;
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) {
        const Setup sound = carrying(b.setup);
        for (std::size_t i = 0; i < sound.transmitter.functionChannels.size(); ++i)
            for (const Mistake& m : mistakes) {
                Setup s = sound;
                FunctionChannel& channel = s.transmitter.functionChannels[i];
                m.make(s, channel);
                const auto places = carriedPlaces(s, channel);
                const bool wrong = std::any_of(places.begin(), places.end(), [](const CarriedPlace& p) { return !p.right(); });
                const Evaluation e = evaluate(s);
                const Finding* f = foundIn(e, "carried." + channel.id);
                INFO(b.name << ", " << channel.id << " " << m.what);
                CHECK((f != nullptr) == wrong);
                if (f == nullptr) continue;
                ++told;
                const bool always = channel.id != "bank" && !places.front().right();
                CHECK((f->severity == Severity::Danger) == always);
                CHECK(f->box == Box::Transmitter);
                REQUIRE_FALSE(f->fix.empty());
                for (const Edit& x : f->fix) writeField(s, x.path, x.value);
                const Evaluation after = evaluate(s);
                CHECK(foundIn(after, "carried." + channel.id) == nullptr);
                healed += foundIn(after, "carried." + channel.id) == nullptr;
                if (std::string(m.what) == "turned round")
                    CHECK(f->fix == std::vector<Edit>{{"transmitter.functionChannels." + channel.id + ".reversed", false}});
            }
    }
    CHECK(told > 100);
    CHECK(healed == told);
}

TEST_CASE("nothing runs while the controller is not armed, proved over every combination; armed at power-on and past it are refuted") {
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) {
        INFO(b.name);
        const Setup s = carrying(b.setup);
        const Condition* arming = nullptr;
        for (const SwitchFunction& f : s.transmitter.functions)
            if (f.id == kArming) arming = &f.when;
        if (arming == nullptr || arming->empty()) continue;  // no switch was free
        const SwitchProof was = proved(b.setup), is = proved(s);
        for (const PropertyResult& p : was.properties) {
            INFO(p.id << ": " << render(property(is, p.id).finding.found));
            CHECK(property(is, p.id).holds == p.holds);
        }
        CHECK(std::any_of(is.positions.begin(), is.positions.end(), [](const PositionRow& r) { return r.disarmed; }));
        if (s.machine.wiring.throttleLead == ThrottleLead::Controller)
            for (const PositionRow& r : is.positions)
                if (r.disarmed) CHECK(r.motor == PositionRow::Motor::Off);
        // armed when it is switched on
        Setup armed = s;
        for (SwitchSettings& sw : armed.transmitter.switches)
            if (sw.id == arming->front().front().switchId) sw.powerOnPlace = arming->front().front().place;
        const SwitchProof on = proved(armed);
        if (property(was, "P9").holds) {
            CHECK_FALSE(property(on, "P9").holds);
            CHECK(render(property(on, "P9").finding.found).find("armed at the power-on places") != std::string::npos);
            for (const Edit& e : property(on, "P9").finding.fix) writeField(armed, e.path, e.value);
            CHECK(property(proved(armed), "P9").holds);
        }
        // the motor's lead past the controller
        Setup past = s;
        past.machine.wiring.throttleLead = ThrottleLead::Receiver;
        const SwitchProof lead = proved(past);
        CHECK_FALSE(property(lead, "P1").holds);
    }
}

TEST_CASE("arming and level that have no channel or no switch are told, and what the controller does not take") {
    Setup s = turnstone();
    s.controller.profile.edit().takes = {{"arming", 25, 150}};
    const Evaluation none = evaluate(s);
    REQUIRE(foundIn(none, "arming-missing") != nullptr);
    CHECK(render(foundIn(none, "arming-missing")->found).find("no channel carries that") != std::string::npos);
    s = withTakenFunctions(s);
    CHECK(foundIn(evaluate(s), "arming-missing") == nullptr);
    for (SwitchFunction& f : s.transmitter.functions)
        if (f.id == kArming) f.when.clear();
    CHECK(render(foundIn(evaluate(s), "arming-missing")->found).find("on no switch") != std::string::npos);
    s.controller.profile.edit().takes.clear();
    const Evaluation unheard = evaluate(s);
    REQUIRE(foundIn(unheard, "unheard.arming") != nullptr);
    CHECK(foundIn(unheard, "unheard.arming")->severity == Severity::Note);
    // two functions on one channel
    s.transmitter.functionChannels.front().number = 3;
    CHECK(foundIn(evaluate(s), "channel-clash.arming")->severity == Severity::Danger);
    // level on when the transmitter is switched on
    Setup level = carrying(turnstone());
    for (SwitchFunction& f : level.transmitter.functions)
        if (f.id == "level") f.when = {{{"R3", 1, ""}}};
    CHECK(render(property(proved(level), "P9").finding.found) == "Level is on at the power-on places.");
}

TEST_CASE("level on a switch waits for the axes as rescue does, on every build; taken off its switch nothing is told") {
    std::size_t told = 0;
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) {
        Setup s = carrying(b.setup);
        if (carrierOf(s.transmitter, "level") == nullptr) continue;  // a small transmitter has no channel left for it
        const Condition free = [&] {
            for (const SwitchProfile& sw : s.transmitter.profile->switches)
                if (!sw.momentary) return Condition{{{sw.id, sw.places, ""}}};
            return Condition{};
        }();
        for (SwitchFunction& f : s.transmitter.functions)
            if (f.id == "level") f.when = free;
        INFO(b.name);
        for (const char* row : {"roll-sense", "pitch-sense", "yaw-sense"}) s.standings.erase(std::string("rows.") + row);
        const Evaluation unseen = evaluate(s);
        const Finding* f = foundIn(unseen, "level-shut");
        REQUIRE(f != nullptr);
        CHECK(f->severity == Severity::Danger);
        CHECK(render(f->found).find("Not seen on the machine yet") == 0);
        for (const Edit& e : f->fix) writeField(s, e.path, e.value);
        CHECK(foundIn(evaluate(s), "level-shut") == nullptr);
        ++told;
    }
    CHECK(told > 5);
}

TEST_CASE("a change of mode that is faded into is a note; a transmitter that does not fade is told of it as a jump") {
    Setup s = turnstone();
    for (FlightMode& m : s.transmitter.modes)
        if (m.id == "idle1")
            for (CurvePoint& p : m.pitch.points) p.y = std::clamp(p.y + 25.0, -100.0, 100.0);
    REQUIRE_FALSE(property(proved(s), "P7").holds);
    CHECK(property(proved(s), "P7").finding.severity == Severity::Warning);
    for (FlightMode& m : s.transmitter.modes)
        if (m.id != kHoldMode) m.fadeS = 2.0;
    CHECK(property(proved(s), "P7").finding.severity == Severity::Warning);
    const auto told = [&] {
        const Evaluation e = evaluate(s);
        for (const Finding& f : e.findings)
            if (f.id == "pitch-jump.idle1") return std::optional(f.severity);
        return std::optional<Severity>();
    };
    CHECK(told() == Severity::Warning);
    s.transmitter.profile.edit().fades = true;
    CHECK(property(proved(s), "P7").finding.severity == Severity::Note);
    CHECK(told() == Severity::Note);  // the audit says what the proof says
}

}  // namespace carriedrules_tests
