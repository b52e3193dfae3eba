// SPDX-License-Identifier: GPL-3.0-or-later
//
// Envelope and solvers on the command line: shapes, exit codes, refusals.
#include "io/clirun.h"
#include "io/readings.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <fstream>
#include <nlohmann/json.hpp>

namespace cli_solve_tests {

using Catch::Contains;
using nlohmann::json;

namespace {

const std::string kDemo = KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json";

/// `solve WHAT` on the demo with these readings; both streams together.
khtest::Answer solve(const std::string& what, const std::string& readings, const std::string& options = {}) {
    const std::string file = khtest::temporary("readings.json");
    std::ofstream(file) << readings;
    return khtest::run("solve " + what + " " + kDemo + " --readings " + file + " " + options, "2>&1");
}

}  // namespace

TEST_CASE("the envelope is told at three collectives and 72 directions, its round limit the least of them") {
    const auto run = khtest::run("envelope " + kDemo + " --json");
    REQUIRE(run.code == 0);
    const json out = json::parse(run.out);
    REQUIRE(out.at("limits").size() == 3 * 72);
    REQUIRE(out.at("round").size() == 3);
    for (const json& round : out.at("round")) {
        double least = 1e9;
        for (const json& p : out.at("limits"))
            if (p.at("collective") == round.at("collective")) least = std::min(least, p.at("tiltDeg").get<double>());
        CHECK(round.at("tiltDeg").get<double>() == least);
        CHECK_FALSE(round.at("limitedBy").get<std::string>().empty());
    }
    CHECK_THAT(khtest::run("envelope " + kDemo).out, Contains("free all round"));
}

TEST_CASE("a readings file gives the numbers to enter, each with its box and its derivation") {
    const json readings{{"readings",
                         {{{"id", "throw.left"}, {"value", 5.4}, {"unit", "°"}, {"instrument", "pitch gauge"}},
                          {{"id", "throw.right"}, {"value", -4.6}, {"unit", "°"}, {"under", {{"controller.referencePct", 66.4}}}}}}};
    const auto run = solve("throw", readings.dump(), "--json");
    INFO(run.out);
    REQUIRE(run.code == 0);
    const json out = json::parse(run.out);
    REQUIRE(out.at("answers").size() == 1);
    const json& a = out.at("answers").at(0);
    CHECK(a.at("field") == "controller.referencePct");
    CHECK(a.at("box") == "controller");
    CHECK(a.at("value").get<double>() > khtest::turnstone().controller.referencePct);
    CHECK(a.at("expect").get<double>() == 6.0);
    CHECK(a.at("why").size() >= 2);
    CHECK_THAT(solve("throw", readings.dump()).out, Contains("Set the reference throw to"));
}

TEST_CASE("bad readings exit with 2 and say which, and what is allowed") {
    const auto refused = [](const std::string& what, const std::string& in, const std::string& part) {
        const auto run = solve(what, in);
        INFO(run.out);
        CHECK(run.code == 2);
        CHECK_THAT(run.out, Contains(part));
    };
    refused("wonders", "{}", "endpoints, directions, arms, links, zero, throw, range, limit");
    refused("throw", "{}", "readings");
    refused("throw", R"({"readings":[{"id":"throw.left","value":"much","unit":"°"}]})", "value");
    refused("throw", R"({"readings":[{"id":"throw.left","value":1,"unit":"inch"}]})", "unit");
    refused("throw", R"({"readings":[{"id":"throw.left","value":5,"unit":"°"}]})", "throw.right");
    CHECK(khtest::run("solve throw " + kDemo + " --readings nowhere.json").code == 3);
    CHECK(khtest::run("schema readings").code == 0);
}

TEST_CASE("readings live in the document and go with a template") {
    kh::Setup s = khtest::turnstone();
    s.readings = {
        {"r1", "throw.left", 5.9, "°", "2026-11-20T19:21:00Z", "pitch gauge", "±0.1°", {kh::underText("controller.referencePct", 66.4)}}};
    const kh::io::Document again = kh::io::parseDocument(kh::io::writeDocument(s));
    REQUIRE(again.setup == s);
    CHECK(kh::underValue(again.setup.readings[0], "controller.referencePct") == 66.4);
    CHECK_FALSE(kh::underValue(again.setup.readings[0], "controller.reference"));
}

}  // namespace cli_solve_tests
