// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the reference calculations do with input that is missing, of the wrong kind, or not a number.
#include "base/error.h"
#include "io/calc.h"
#include "io/document.h"

#include <catch2/catch.hpp>
#include <fstream>
#include <nlohmann/json.hpp>

namespace calc_input_tests {

using namespace kh;
using nlohmann::json;

namespace {

json vectorFile(const std::string& name) {
    std::ifstream in(KEELHAUL_SOURCE "/tests/vectors/" + name + ".json");
    return json::parse(in);
}

/// The first case of each calculation that has an answer.
std::vector<std::pair<std::string, json>> goodCases() {
    std::vector<std::pair<std::string, json>> out;
    for (const std::string& name : io::calculationNames()) {
        const json file = vectorFile(name);
        for (const json& one : file.at("cases"))
            if (one.contains("out")) {
                out.emplace_back(name, one.at("in"));
                break;
            }
    }
    return out;
}

std::string refusal(const std::string& name, const json& in) {
    try {
        (void)io::calculate(name, in);
    } catch (const InputError& e) {
        return e.what();
    }
    return {};
}

}  // namespace

TEST_CASE("there is a case of every calculation, and each answers") {
    const auto cases = goodCases();
    CHECK(cases.size() == io::calculationNames().size());
    CHECK(cases.size() >= 20);
    for (const auto& [name, in] : cases) {
        INFO(name);
        CHECK_FALSE(io::calculate(name, in).empty());
    }
}

TEST_CASE("a key of the wrong kind is refused by its name, whatever the calculation") {
    for (const auto& [name, in] : goodCases())
        for (const auto& [key, value] : in.items()) {
            INFO(name << "." << key);
            for (const json& wrong : {json(true), json::object({{"a", 1}}), json(nullptr)}) {
                if (wrong.is_boolean() && value.is_boolean()) continue;
                json bad = in;
                bad[key] = wrong;
                const std::string text = refusal(name, bad);
                if (text.empty() && wrong.is_null()) continue;  // an optional key may be null
                CHECK(text.find(key) != std::string::npos);
            }
        }
}

TEST_CASE("numbers that are not numbers are refused, never answered with") {
    for (const auto& [name, in] : goodCases())
        for (const auto& [key, value] : in.items()) {
            if (!value.is_number()) continue;
            INFO(name << "." << key);
            for (const double bad : {std::numeric_limits<double>::quiet_NaN(), std::numeric_limits<double>::infinity(), -1e308, 1e308}) {
                json with = in;
                with[key] = bad;
                try {
                    const json out = json::parse(io::calculate(name, with).dump());
                    for (const auto& [k, v] : out.items())  // a huge value may be answered, but only with numbers
                        if (v.is_number()) CHECK(std::isfinite(v.get<double>()));
                        else CHECK_FALSE(v.is_null());
                } catch (const InputError& e) {
                    // lengths that cannot go together are told by one of them
                    const std::string text = e.what();
                    bool named = false;
                    for (const auto& [other, v] : in.items()) named = named || text.find(other) != std::string::npos;
                    CHECK(named);
                }
            }
        }
}

TEST_CASE("a missing key is named unless it is optional, and an unknown calculation lists the known ones") {
    std::size_t named = 0;
    for (const auto& [name, in] : goodCases())
        for (const auto& [key, value] : in.items()) {
            json less = in;
            less.erase(key);
            const std::string text = refusal(name, less);
            if (text.empty()) continue;
            INFO(name << "." << key << ": " << text);
            CHECK(text.find(key) != std::string::npos);
            ++named;
        }
    CHECK(named > 60);
    const std::string unknown = refusal("wingspan", json::object());
    CHECK(unknown.find("wingspan") != std::string::npos);
    CHECK(unknown.find("tip-speed") != std::string::npos);
}

TEST_CASE("a batch answers each case by itself, and keeps their order") {
    const json batch = json::parse(R"({"calc":"tip-speed","cases":[
        {"in":{"diameterM":1.56,"rpm":2000}},
        {"in":{"diameterM":-1,"rpm":2000}},
        {"in":{"diameterM":1.0,"rpm":600}}]})");
    const json out = json::parse(io::calculateBatch(batch).dump());
    const json& cases = out.is_array() ? out : out.at("cases");
    REQUIRE(cases.size() == 3);
    CHECK(cases[0].contains("out"));
    CHECK(cases[1].contains("error"));
    CHECK_FALSE(cases[1].contains("out"));
    CHECK(cases[1].at("error").get<std::string>().find("diameterM") != std::string::npos);
    CHECK(cases[2].at("out").begin().value().get<double>() == Approx(31.4159).margin(0.001));
}

}  // namespace calc_input_tests
