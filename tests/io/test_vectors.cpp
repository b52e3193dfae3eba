// SPDX-License-Identifier: GPL-3.0-or-later
//
// The reference vectors, made by an independent implementation, through the same door scripts use.
#include "base/error.h"
#include "io/calc.h"
#include "io/document.h"

#include <catch2/catch.hpp>
#include <filesystem>
#include <nlohmann/json.hpp>

namespace vectors_tests {

using nlohmann::json;

namespace {

bool same(const json& want, const json& got, double tolerance) {
    if (want.is_number() && got.is_number()) return std::abs(want.get<double>() - got.get<double>()) <= tolerance;
    if (want.type() != got.type() || want.size() != got.size()) return false;
    if (want.is_array()) {
        for (std::size_t i = 0; i < want.size(); ++i)
            if (!same(want[i], got[i], tolerance)) return false;
        return true;
    }
    if (want.is_object()) {
        for (const auto& [key, value] : want.items())
            if (!got.contains(key) || !same(value, got.at(key), tolerance)) return false;
        return true;
    }
    return want == got;
}

}  // namespace

TEST_CASE("every reference vector is met within its tolerance") {
    std::size_t cases = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/vectors")) {
        if (entry.path().extension() != ".json") continue;
        const json file = json::parse(kh::io::readFile(entry.path()));
        const json answered = kh::io::calculateBatch(file);
        REQUIRE(answered.at("cases").size() == file.at("cases").size());
        for (std::size_t i = 0; i < file.at("cases").size(); ++i) {
            const json& want = file.at("cases")[i];
            const json& got = answered.at("cases")[i];
            INFO(entry.path().filename() << " " << want.dump() << " got " << got.dump());
            ++cases;
            if (want.contains("error")) {
                REQUIRE_FALSE(got.contains("out"));
                REQUIRE(got.at("error").is_string());
            } else {
                REQUIRE(same(want.at("out"), got.value("out", json()), want.value("tolerance", file.at("tolerance").get<double>())));
            }
        }
    }
    REQUIRE(cases > 400);
}

TEST_CASE("a calculation's refusal holds the key at fault") {
    const auto refused = [](const char* calc, const char* in, const char* key) {
        INFO(calc << " " << in);
        try {
            (void)kh::io::calculate(calc, json::parse(in));
            FAIL("was not refused");
        } catch (const kh::InputError& e) {
            REQUIRE(std::string(e.what()).find(key) != std::string::npos);
        }
    };
    refused("rated", R"({"ratePct": 100, "expoPct": 0})", "stick");
    refused("rated", R"({"stick": "full", "ratePct": 100, "expoPct": 0})", "stick");
    refused("gear", R"({"mainTeeth": 112.5, "pinionTeeth": 11, "secondStage": 1, "poles": 10, "headSpeedRpm": 2000})", "mainTeeth");
    refused("gear", R"({"mainTeeth": 112, "pinionTeeth": 11, "secondStage": 1, "poles": 7, "headSpeedRpm": 2000})", "poles");
    refused("battery", R"({"packVolts": 25, "cells": 5.5})", "cells");
    refused("reading", R"({"pulseUs": 1e300, "centreUs": 1500, "usPerPct": 1e-300, "deadBandPct": 0})", "usPerPct");
    refused("curve", R"({"points": [{"x": 0, "y": 0}], "shape": "straight", "at": []})", "points");
    refused("pitch-setting", R"({"setting": 80, "measuredDeg": 9.2, "targetDeg": 11, "previous": {"setting": 80, "measuredDeg": 8}})",
            "previous");
    refused("no-such", "{}", "calc");
}

}  // namespace vectors_tests
