// SPDX-License-Identifier: GPL-3.0-or-later
//
// Documents of older versions, frozen as they were: they open for ever, without a note and without a loss.
#include "io/document.h"

#include <catch2/catch.hpp>
#include <filesystem>
#include <nlohmann/json.hpp>

using namespace kh;

TEST_CASE("the frozen documents of version 1 open without a note, and everything in them is kept") {
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/documents/v1")) {
        INFO(entry.path().filename().string());
        const io::Document document = io::loadDocument(entry.path());
        CHECK(document.notes.empty());
        CHECK(document.unknown.empty());
        const io::Document again = io::parseDocument(io::writeDocument(document.setup));
        CHECK(again.setup == document.setup);
        // nothing that stood in the file is gone from what is written
        const nlohmann::json before = nlohmann::json::parse(io::readFile(entry.path()));
        const nlohmann::json after = nlohmann::json::parse(io::writeDocument(document.setup));
        CHECK(before.at("version") == 1);
        for (const nlohmann::json& step : nlohmann::json::diff(before, after)) {
            INFO(step.dump());
            CHECK(step.at("op") != "remove");
        }
        ++files;
    }
    CHECK(files == 4);
}
