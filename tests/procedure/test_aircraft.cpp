// SPDX-License-Identifier: GPL-3.0-or-later
//
// A class of aircraft that ships with no program goes through all of it: document, kernel, judgement, plan, proof, ledger, trace,
// sheet.
#include "aircraft/lifter.h"
#include "base/error.h"
#include "io/document.h"
#include "io/html.h"
#include "io/report.h"
#include "judge/plan/plan.h"
#include "kernel/variants.h"
#include "model/access.h"
#include "model/fieldtable.h"
#include "model/modeedits.h"
#include "procedure/aircraft.h"
#include "procedure/ledger.h"
#include "procedure/tobeset.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>

namespace aircraft_tests {

using namespace kh;
using khtest::find;
using khtest::lifterSetup;

namespace {

Setup turned() {
    Setup s = lifterSetup();
    writeField(s, "machine.risesWithPulse", false);
    return s;
}

}  // namespace

TEST_CASE("a document of another class is written, read and edited by the same description") {
    khtest::bringLifter();
    const Setup s = lifterSetup();
    const std::string text = io::writeDocument(s);
    CHECK(nlohmann::json::parse(text).at("aircraft") == "lifter");
    CHECK(nlohmann::json::parse(text).at("machine").at("discM") == 0.8);
    CHECK_FALSE(nlohmann::json::parse(text).at("machine").contains("servos"));
    const io::Document read = io::parseDocument(text);
    CHECK(read.setup == s);
    CHECK(read.unknown.empty());
    CHECK_FALSE(s == khtest::turnstone());

    const Setup longer = khtest::edited(s, {{"machine.armMm", 15.0}, {"machine.pitchServo.maxHz", 333.0}});
    CHECK(khtest::lifter(longer).armMm == 15.0);
    CHECK(khtest::lifter(s).armMm == 12.0);  // a copy of its own
    CHECK(differingPaths(s, longer) == std::vector<std::string>{"change", "machine.armMm", "machine.pitchServo.maxHz"});
    CHECK(render(fieldTitle(s, "machine.pitchServo.maxHz")) == "Pitch servo: highest frame rate");
    CHECK_THROWS_AS(khtest::edited(s, {{"machine.armMm", 500.0}}), InputError);
    CHECK_THROWS_AS(khtest::edited(s, {{"machine.rotor.discM", 1.0}}), InputError);  // a helicopter's
    CHECK_THROWS_AS(khtest::edited(khtest::turnstone(), {{"machine.armMm", 15.0}}), InputError);
    CHECK(FieldTable::of(s).patternOf("machine.rotor.discM") == nullptr);
    CHECK(asTemplate(s).machine.aircraft == s.machine.aircraft);
    // a class nobody brought
    nlohmann::json odd = nlohmann::json::parse(text);
    odd["aircraft"] = "kite";
    CHECK_THROWS_WITH(io::parseDocument(odd.dump()), Catch::Contains("aircraft") && Catch::Contains("kite") && Catch::Contains("lifter"));
    odd["aircraft"] = 7;
    CHECK_THROWS_AS(io::parseDocument(odd.dump()), InputError);
    odd.erase("aircraft");
    CHECK_FALSE(io::parseDocument(odd.dump()).unknown.empty());  // a helicopter's document that holds what it does not know
}

TEST_CASE("its two functions run through the shared stages into its own outputs") {
    khtest::bringLifter();
    const Tracer tracer(lifterSetup());
    Deck deck;
    deck.switches["S1"] = 1;  // hold off
    deck.sticks.collective = 1.0;
    const Trace up = tracer.at(deck);
    std::vector<std::string> stages;
    for (const Stage* s : up.of(Function{0})) stages.emplace_back(s->id);
    CHECK(stages ==
          std::vector<std::string>{"stick", "curve", "channel", "pulse", "reading", "demand", "pitch-pulse", "pitch-arm", "blade"});
    const Stage& blade = *up.of(Function{0}).back();
    CHECK(blade.value == Approx(degFromRad(std::asin(12.0 * std::sin(radFromDeg(40.0)) / 20.0))).margin(0.01));
    CHECK(blade.level == Approx(1.0));
    CHECK_FALSE(blade.off());
    CHECK(up.throttlePct == Approx(70.0).margin(0.5));
    deck.sticks.collective = -1.0;
    CHECK(tracer.at(deck).of(Function{0}).back()->value < 0.0);
    deck.switches["S1"] = 2;
    CHECK(tracer.at(deck).throttlePct == 0.0);
    CHECK(io::traceJson(up).contains("motor"));
    CHECK_FALSE(io::traceJson(up).contains("tail"));
}

TEST_CASE("its faults are found, posed, planned and healed; the switch proof knows it") {
    khtest::bringLifter();
    const Evaluation sound = evaluate(lifterSetup());
    CHECK(sound.simulated);
    INFO(khtest::listed(khtest::ids(sound)));
    CHECK(sound.count(Severity::Danger) == 0);
    const Evaluation e = evaluate(turned());
    const Finding* f = find(e, "lifter-servo-turned");
    REQUIRE(f != nullptr);
    CHECK(e.count(Severity::Danger) == 1);
    CHECK(tracedFunction(turned().machine.aircraft.of(), *f) == Function{0});
    const Plan plan = makePlan(turned(), stationsOf(turned()).rules());
    REQUIRE(plan.steps.size() >= 1);
    CHECK(plan.steps.front().edits == std::vector<Edit>{{"controller.ports.1.reversed", true}});
    const Setup healed = withPlan(turned(), plan, plan.steps.size(), true, "");
    CHECK(evaluate(healed).count(Severity::Danger) == 0);

    const SwitchProof proof = proveSwitches(lifterSetup());
    REQUIRE(proof.properties.size() == 10);
    for (const char* id : {"P1", "P2", "P3"})
        for (const PropertyResult& p : proof.properties)
            if (p.id == id) {
                INFO(p.id << ": " << render(p.finding.found));
                CHECK(p.holds);
            }
    Setup alive = lifterSetup();
    alive.transmitter.hold.throttlePct = 50.0;
    const SwitchProof broken = proveSwitches(alive);
    CHECK(std::any_of(broken.properties.begin(), broken.properties.end(), [](const PropertyResult& p) { return !p.holds; }));
}

TEST_CASE("patches of its machine are put in and taken out, each as the document with that fault") {
    khtest::bringLifter();
    ChainModel model(lifterSetup());
    const std::vector<Patch> patches = patchesOf(model);
    CHECK(patches.size() == 2 + 1 + 1 + 1);  // two channels, one axis, its servo, the motor's ends
    const DeckNumbers deck = model.numbers({});
    const VariantTrace before = traceVariant(model, deck);
    const VariantTrace wrong = traceVariant(ChainModel(turned()), deck);
    for (const Patch& p : patches) {
        {
            const Patched in(model, {&p, 1});
            if (p.kind >= PatchKind::OfPlant) CHECK(traceVariant(model, deck)[2].outputs == wrong[2].outputs);
        }
        CHECK(traceVariant(model, deck)[2].outputs == before[2].outputs);
    }
}

TEST_CASE("a class whose channels the boxes would not find is refused") {
    const auto entry = [](const char* id, FunctionSource source) { return FunctionEntry{.id = id, .title = "Lift", .source = source}; };
    for (const FunctionEntry& f : {entry("lift", FunctionSource::Pitch), entry("motor", FunctionSource::Throttle)}) {
        const AircraftClass wrong{.id = "wrong", .functions = {&f, 1}, .blank = nullptr};
        CHECK_THROWS_AS(addAircraftClass(wrong), std::logic_error);
    }
    CHECK_THROWS_AS(addAircraftClass({.id = "wrong", .functions = {}, .blank = nullptr}), std::logic_error);
    CHECK(aircraftClass("wrong") == nullptr);
}

TEST_CASE("its ledger, what is still to be set and its sheet hold what its class brings, and nothing of another's") {
    khtest::bringLifter();
    const Setup s = lifterSetup();
    const Evaluation e = evaluate(s);
    const auto pages = ledger(s, e);
    REQUIRE(pages.size() == 3);
    CHECK(pages[0].rows.size() == 2);
    CHECK(render(pages[0].rows[1].cells[2].parts[0].value) == "12.0");
    CHECK(channelOfRow(s.machine.aircraft.of(), pages[1].rows[0]).empty());
    for (const ToBeSet& one : stillToBeSet(s, pages))
        for (const std::string& path : one.fields) CHECK(readField(s, path));
    const Sheet sheet = benchSheet(s, e);
    REQUIRE(sheet.parts.size() >= 3);
    const std::string html = io::sheetHtml(sheet);
    CHECK(html.find("Plover") != std::string::npos);
    CHECK(html.find("0.80 m") != std::string::npos);
    for (const char* word : {"Tail", "tail rotor", "Grip lever", "elevator"}) {
        INFO(word);
        CHECK(render(sheet.parts.back().sections.front().title).find(word) == std::string::npos);
    }
    for (const char* word : {"elevator %", "Grip lever", "Head and plate"}) {  // the box's own settings stay
        INFO(word);
        CHECK(html.find(word) == std::string::npos);
    }
    // a facts' question to another aircraft is a mistake of the program's, told at once
    CHECK_THROWS_AS(khtest::lifter(khtest::turnstone()), std::bad_cast);
    for (const FittedServo& fitted : fittedServos(s.machine)) CHECK(fitted.place.path == "machine.pitchServo");
}

}  // namespace aircraft_tests
