// SPDX-License-Identifier: GPL-3.0-or-later
//
// The JSON of the command line: shapes, witnesses there and back, refusals by key.
#include "base/error.h"
#include "io/report.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>

namespace report_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;
using nlohmann::json;

namespace {

json asJson(const nlohmann::ordered_json& j) { return json::parse(j.dump()); }

std::string refusal(const char* text) {
    try {
        (void)io::parseWitness(json::parse(text));
    } catch (const InputError& e) {
        return e.what();
    }
    return "taken";
}

}  // namespace

TEST_CASE("a trace has every stage of every function, in chain order, each with its box and unit") {
    Deck deck;
    deck.sticks = {0.5, 0.3, -0.2, 0.1};
    const json t = asJson(io::traceJson(trace(turnstone(), deck)));
    std::map<std::string, std::vector<std::string>> stages;
    for (const json& s : t.at("stages")) {
        stages[s.at("function")].push_back(s.at("stage"));
        CHECK(s.contains("value"));
        CHECK(s.contains("unit"));
        const std::string box = s.at("box");
        CHECK((box == "transmitter" || box == "controller" || box == "speed-controller" || box == "machine"));
    }
    using L = std::vector<std::string>;
    const L cyclic{"stick", "rated", "channel", "pulse", "reading", "demand", "servo-pulse", "arm-angle", "plate", "blade"};
    CHECK(stages["aileron"] == cyclic);
    CHECK(stages["elevator"] == cyclic);
    CHECK(stages["collective"] ==
          L{"stick", "curve", "channel", "pulse", "reading", "demand", "servo-pulse", "arm-angle", "plate", "blade"});
    CHECK(stages["rudder"] == L{"stick", "rated", "channel", "pulse", "reading", "demand", "tail-pulse", "slider", "tail-pitch"});
    CHECK(stages["throttle"] == L{"stick", "curve", "hold", "channel", "pulse", "reading", "motor-pulse", "throttle", "head-speed"});
    CHECK(stages["gain"] == L{"value", "channel", "pulse", "reading", "gain"});
    CHECK(t.at("servos").size() == 3);
    for (const json& s : t.at("servos"))
        for (const char* key : {"port", "role", "pulseUs", "armDeg", "ballMm"}) CHECK(s.contains(key));
    for (const char* key : {"heightMm", "tiltDeg", "towardDeg", "fightMm"}) CHECK(t.at("plate").at(key).is_number());
    for (const char* key : {"0", "90", "180", "270"}) CHECK(t.at("blade").at("pitchDegAt").at(key).is_number());
    CHECK(t.at("tail").at("trailingEdge").is_string());
    CHECK(t.at("motor").at("headSpeedRpm").is_number());
    CHECK(t.at("state") == "setup");
}

TEST_CASE("per-servo stages are objects by port; an unknown head speed is null") {
    Setup s = turnstone();
    s.machine.power.kv.reset();
    s.speedController.calibration.clear();
    Deck deck;
    deck.switches["R1"] = 1;
    const json t = asJson(io::traceJson(trace(s, deck)));
    for (const json& stage : t.at("stages"))
        if (stage.at("stage") == "servo-pulse") {
            REQUIRE(stage.at("value").is_object());
            CHECK(stage.at("value").size() == 3);
            CHECK(stage.at("value").contains("1"));
        }
    CHECK(t.at("motor").at("headSpeedRpm").is_null());
    deck.switches["R1"] = 2;
    CHECK(asJson(io::traceJson(trace(s, deck))).at("motor").at("headSpeedRpm") == 0);
}

TEST_CASE("an audit lists findings with all their parts, and counts them") {
    const Evaluation e = evaluate(khtest::dunlin());
    const json a = asJson(io::auditJson(khtest::dunlin(), e, makePlan(khtest::dunlin(), shippedStations().rules())));
    CHECK(a.at("findings").size() == e.findings.size());
    std::map<std::string, std::size_t> counts;
    for (const json& f : a.at("findings")) {
        ++counts[f.at("severity")];
        for (const char* key : {"id", "title", "found", "why", "todo", "box", "subject"}) CHECK(f.at(key).is_string());
        CHECK(f.at("station").is_number_integer());
        CHECK((f.at("witness").is_null() || f.at("witness").contains("to")));
    }
    for (const char* s : {"danger", "warning", "note"}) CHECK(a.at("counts").at(s) == counts[s]);
}

TEST_CASE("a proof lists ten properties with what they covered, and the counterexample of each that fails") {
    const json p = asJson(io::proofJson(proveSwitches(khtest::dunlin())));
    CHECK(p.at("combinations") == 144);
    REQUIRE(p.at("properties").size() == 10);
    int failing = 0;
    for (const json& one : p.at("properties")) {
        CHECK(one.at("covered").is_number_unsigned());
        CHECK_FALSE(one.at("title").get<std::string>().empty());
        CHECK(one.contains("witness"));
        if (one.at("holds").get<bool>()) {
            CHECK(one.at("witness").is_null());
            continue;
        }
        ++failing;
        for (const char* key : {"why", "todo", "box", "subject", "severity"}) CHECK(one.at(key).is_string());
    }
    CHECK(failing == 3);
    const json& p1 = p.at("properties").at(0);
    CHECK(p1.at("id") == "P1");
    CHECK(p1.at("witness").at("to").at("switches").at("R1") == 2);
    CHECK(p1.at("witness").at("to").at("switches").at("L1") == 3);
}

TEST_CASE("a witness survives the way to JSON and back") {
    REQUIRE(rc::check("there and back", [] {
        const auto value = [] { return static_cast<double>(*rc::gen::inRange(-100, 101)) / 100.0; };
        const auto maybe = [&]() -> std::optional<double> {
            if (*rc::gen::inRange(0, 2) == 0) return std::nullopt;
            return value();
        };
        const auto part = [&] {
            PartialDeck d{maybe(), maybe(), maybe(), maybe(), maybe(), {}, {}};
            const int switches = *rc::gen::inRange(0, 4);
            for (int i = 0; i < switches; ++i) d.switches["S" + std::to_string(i)] = *rc::gen::inRange(1, 4);
            if (*rc::gen::inRange(0, 2) == 1) d.cutLatched = *rc::gen::inRange(0, 2) == 1;
            return d;
        };
        Witness w{std::nullopt, part()};
        if (*rc::gen::inRange(0, 2) == 1) w.from = part();
        RC_ASSERT(io::parseWitness(io::witnessJson(w)) == w);
    }));
}

TEST_CASE("a witness that cannot be read is refused by its key") {
    CHECK(refusal(R"({})").find("witness.to") != std::string::npos);
    CHECK(refusal(R"([])").find("witness") != std::string::npos);
    CHECK(refusal(R"({"to":{}, "then":{}})").find("then") != std::string::npos);
    CHECK(refusal(R"({"to":{"sticks":{"throttle":1}}})").find("throttle") != std::string::npos);
    CHECK(refusal(R"({"to":{"sticks":{"collective":1.5}}})").find("collective") != std::string::npos);
    CHECK(refusal(R"({"to":{"sticks":{"collective":"up"}}})").find("collective") != std::string::npos);
    CHECK(refusal(R"({"to":{"sticks":7}})").find("sticks") != std::string::npos);
    CHECK(refusal(R"({"to":{"switches":{"L1":1.5}}})").find("L1") != std::string::npos);
    CHECK(refusal(R"({"to":{"switches":[1]}})").find("switches") != std::string::npos);
    CHECK(refusal(R"({"to":{"latched":{"cut":1}}})").find("cut") != std::string::npos);
    CHECK(refusal(R"({"to":{"latched":{"hold":true}}})").find("hold") != std::string::npos);
    CHECK(refusal(R"({"to":{"trims":{"rudder":0}}})").find("rudder") != std::string::npos);
    CHECK(refusal(R"({"to":{"trims":{"throttle":-1}}})") == "taken");
    CHECK(refusal(R"({"from":null,"to":{}})") == "taken");
}

TEST_CASE("no number in any answer is a negative zero") {
    for (const double stick : {-1.0, 0.0, 1.0}) {
        Deck deck;
        deck.sticks = {stick, 0.0, 0.0, 0.0};
        const std::string text = io::traceJson(trace(turnstone(), deck)).dump();
        CHECK(text.find("-0.0,") == std::string::npos);
        CHECK(text.find("-0.0}") == std::string::npos);
    }
}

}  // namespace report_tests
