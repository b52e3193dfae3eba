// SPDX-License-Identifier: GPL-3.0-or-later
//
// prove on the command line, and its witnesses fed back to trace.
#include "io/clirun.h"

#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>

namespace cli_prove_tests {

using khtest::run;
using nlohmann::json;

TEST_CASE("prove exits 0 when all ten hold, 1 when one is refuted, 3 without a file") {
    const auto sound = run("prove " KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json --json");
    CHECK(sound.code == 0);
    const json all = json::parse(sound.out);
    CHECK(all.at("properties").size() == 10);
    for (const json& p : all.at("properties")) CHECK(p.at("holds") == true);
    const auto wrong = run("prove " KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json --json");
    CHECK(wrong.code == 1);
    CHECK(run("prove /no/such/file.keel.json").code == 3);
    CHECK(run("prove").code == 2);
}

TEST_CASE("prove in words names each property, its verdict and what to do") {
    const auto text = run("prove " KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json");
    CHECK(text.code == 1);
    for (const char* part :
         {"P1   fails", "P2   holds", "P10  holds", "144 combinations", "7 of 10 properties hold", "Add Idle-up 2 to the hold switch"})
        CHECK(text.out.find(part) != std::string::npos);
}

TEST_CASE("the witness of a failing property shows the fault in trace") {
    const std::string file = KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json";
    const json proof = json::parse(run("prove " + file + " --json").out);
    int posed = 0;
    for (const json& p : proof.at("properties")) {
        if (p.at("holds").get<bool>() || p.at("witness").is_null()) continue;
        ++posed;
        const std::string path = khtest::temporary("witness.json");
        std::ofstream(path) << p.at("witness").dump();
        const auto traced = run("trace " + file + " --witness " + path + " --json");
        std::filesystem::remove(path);
        REQUIRE(traced.code == 0);
        const json both = json::parse(traced.out);
        const json t = both.contains("to") ? both.at("to") : both;  // with a `from` both ends are traced
        if (p.at("id") == "P1") {
            CHECK(t.at("mode") == "idle2");
            CHECK(t.at("motor").at("throttlePct").get<double>() > 50.0);
            CHECK(t.at("motor").at("headSpeedRpm").get<double>() > 1000.0);
        }
        if (p.at("id") == "P8") CHECK(t.at("mode") == "hold");
    }
    CHECK(posed >= 2);
}

}  // namespace cli_prove_tests
