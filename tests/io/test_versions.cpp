// SPDX-License-Identifier: GPL-3.0-or-later
//
// Documents of older versions, frozen as they were: they open for ever, without a note and without a loss.
#include "base/error.h"
#include "io/document.h"
#include "io/profile.h"
#include "model/helicopter/helicopter.h"
#include "model/questions.h"
#include "procedure/carry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <filesystem>
#include <nlohmann/json.hpp>

namespace versions_tests {

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
        CHECK(after.at("version") == io::kFormatVersion);
        for (const nlohmann::json& step : nlohmann::json::diff(before, after)) {
            INFO(step.dump());
            CHECK(step.at("op") != "remove");
        }
        ++files;
    }
    CHECK(files == 4);
}

TEST_CASE("the frozen documents of version 2 open without a note, their mountings in today's words, and nothing else changed") {
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/documents/v2")) {
        INFO(entry.path().filename().string());
        const nlohmann::json before = nlohmann::json::parse(io::readFile(entry.path()));
        CHECK(before.at("version") == 2);
        const io::Document document = io::loadDocument(entry.path());
        CHECK(document.notes.empty());
        CHECK(document.unknown.empty());
        CHECK(document.setup.machine.mounting == "label up, plugs aft");
        for (const std::string& word : document.setup.controller.profile->mountings) CHECK(word.starts_with("label "));
        const nlohmann::json after = nlohmann::json::parse(io::writeDocument(document.setup));
        for (const nlohmann::json& step : nlohmann::json::diff(before, after)) {
            INFO(step.dump());
            const auto path = step.at("path").get<std::string>();
            CHECK(step.at("op") != "remove");
            if (step.at("op") == "replace") CHECK((path == "/version" || path.find("/mounting") != std::string::npos));
        }
        ++files;
    }
    CHECK(files == 4);
    // every old word has its new one, in documents and in a pilot's own profile
    nlohmann::json file = nlohmann::json::parse(io::readFile(KEELHAUL_SOURCE "/tests/documents/v2/turnstone-470.keel.json"));
    nlohmann::json profile = file.at("controller").at("profile");
    for (const auto& [old, now] :
         {std::pair("flat, plugs left", "label up, plugs left"), std::pair("upside down, plugs forward", "label down, plugs forward"),
          std::pair("on edge, plugs up", "label left, plugs up")}) {
        file["machine"]["mounting"] = old;
        CHECK(io::parseDocument(file.dump()).setup.machine.mounting == now);
        profile["mountings"] = {old};
        CHECK(io::parseControllerProfile(profile.dump()).mountings.front() == now);
    }
    profile["mountings"] = {"sideways"};
    CHECK_THROWS_WITH(io::parseControllerProfile(profile.dump()), Catch::Contains("mountings") && Catch::Contains("sideways"));
}

TEST_CASE("the frozen documents of version 4 open with every law of their boxes as it was; what a later one does not give is not known") {
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/documents/v4")) {
        INFO(entry.path().filename().string());
        nlohmann::json file = nlohmann::json::parse(io::readFile(entry.path()));
        CHECK(file.at("version") == 4);
        const io::Document document = io::loadDocument(entry.path());
        CHECK(document.notes.empty());
        CHECK(openFacts(document.setup).empty());
        CHECK(document.setup.transmitter.profile->laws == ChannelLaws{});
        const nlohmann::json after = nlohmann::json::parse(io::writeDocument(document.setup));
        for (const nlohmann::json& step : nlohmann::json::diff(file, after)) {
            INFO(step.dump());
            CHECK((step.at("op") == "add" || step.at("path") == "/version"));
        }
        // an older fact that is missing is one nobody knows, and says so
        file["transmitter"]["profile"].erase("outputLimitPct");
        const Setup open = io::parseDocument(file.dump()).setup;
        REQUIRE(openFacts(open).size() == 1);
        CHECK(openFacts(open).front().path == "transmitter.profile.outputLimitPct");
        CHECK(io::parseDocument(io::writeDocument(open)).setup == open);
        ++files;
    }
    CHECK(files == 3);
}

TEST_CASE(
    "the frozen documents of version 5 have no function on a channel of its own, no fade and a plain receiver; all else is as it was") {
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/documents/v5")) {
        INFO(entry.path().filename().string());
        const nlohmann::json file = nlohmann::json::parse(io::readFile(entry.path()));
        CHECK(file.at("version") == 5);
        const io::Document document = io::loadDocument(entry.path());
        CHECK(document.notes.empty());
        CHECK(document.unknown.empty());
        CHECK(document.setup.transmitter.functionChannels.empty());
        CHECK(document.setup.machine.receiver == ReceiverProfile{});
        for (const nlohmann::json& step : nlohmann::json::diff(file, nlohmann::json::parse(io::writeDocument(document.setup)))) {
            INFO(step.dump());
            CHECK((step.at("op") == "add" || step.at("path") == "/version"));
        }
        ++files;
    }
    CHECK(files == 3);
}

TEST_CASE(
    "the frozen documents of version 6 have no mode for the bench, nothing accepted and no wanted collective; all else is as it was") {
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/documents/v6")) {
        INFO(entry.path().filename().string());
        const nlohmann::json file = nlohmann::json::parse(io::readFile(entry.path()));
        CHECK(file.at("version") == 6);
        const io::Document document = io::loadDocument(entry.path());
        CHECK(document.notes.empty());
        CHECK(document.unknown.empty());
        CHECK(document.setup.accepted.empty());
        CHECK_FALSE(helicopter(document.setup).head.wantedHighDeg);
        for (const FlightMode& m : document.setup.transmitter.modes) CHECK_FALSE(m.benchOnly);
        for (const nlohmann::json& step : nlohmann::json::diff(file, nlohmann::json::parse(io::writeDocument(document.setup)))) {
            INFO(step.dump());
            CHECK((step.at("op") == "add" || step.at("path") == "/version"));
        }
        ++files;
    }
    CHECK(files == 3);
}

TEST_CASE("the frozen documents of version 7 send no gain of roll or pitch and have no lead beside; two words became facts") {
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/documents/v7")) {
        INFO(entry.path().filename().string());
        const nlohmann::json file = nlohmann::json::parse(io::readFile(entry.path()));
        CHECK(file.at("version") == 7);
        const io::Document document = io::loadDocument(entry.path());
        CHECK(document.notes.empty());
        CHECK(document.unknown.empty());
        CHECK(document.setup.machine.wiring.leads.empty());
        CHECK(document.setup.controller.receiver == ReceiverSettings{});
        for (const FlightMode& m : document.setup.transmitter.modes) CHECK((!m.rollGainPct && !m.pitchGainPct));
        for (const std::string& word : document.setup.controller.profile->alsoDoes)
            CHECK((word != "gains-on-channels" && word != "protocol-variants"));
        for (const nlohmann::json& step : nlohmann::json::diff(file, nlohmann::json::parse(io::writeDocument(document.setup)))) {
            INFO(step.dump());
            const auto path = step.at("path").get<std::string>();
            CHECK((step.at("op") == "add" || path == "/version" || path.starts_with("/controller/profile/alsoDoes")));
        }
        ++files;
    }
    CHECK(files == 3);
}

TEST_CASE(
    "the frozen documents of version 8 have no trainer link; what proved rows rest on was seen in the boxes, of all else nothing is "
    "known") {
    std::size_t files = 0, seen = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/documents/v8")) {
        INFO(entry.path().filename().string());
        const nlohmann::json file = nlohmann::json::parse(io::readFile(entry.path()));
        CHECK(file.at("version") == 8);
        const io::Document document = io::loadDocument(entry.path());
        CHECK(document.notes.empty());
        CHECK(document.unknown.empty());
        CHECK(document.setup.transmitter.trainer == TrainerLink{});
        for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController})
            CHECK(document.setup.carried->count(wholeBox(box)) == 1);
        for (const auto& [path, is] : *document.setup.carried) seen += is.by == InBoxBy::Seen ? 1 : 0;
        const io::Document again = io::parseDocument(io::writeDocument(document.setup));
        CHECK(again.setup == document.setup);
        for (const nlohmann::json& step : nlohmann::json::diff(file, nlohmann::json::parse(io::writeDocument(document.setup)))) {
            INFO(step.dump());
            CHECK((step.at("op") == "add" || step.at("path") == "/version"));
        }
        ++files;
    }
    CHECK(files == 3);
    CHECK(seen > 5);
}

TEST_CASE("what a document says of a box and is no value of its field is told and taken as not known; the rest stands") {
    const io::Document good = io::loadDocument(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json");
    REQUIRE(good.notes.empty());
    const auto with = [&](const char* path, nlohmann::json value) {
        nlohmann::json file = nlohmann::json::parse(io::writeDocument(good.setup));
        file["carried"][path] = {{"state", "typed"}, {"shown", "x"}, {"value", std::move(value)}};
        const io::Document read = io::parseDocument(file.dump());
        INFO(path);
        CHECK(read.notes.size() == 1);
        CHECK(read.setup.carried->at(path).by == InBoxBy::Unknown);
        CHECK(read.setup.carried->size() >= good.setup.carried->size());
        (void)carry(read.setup);  // nothing is drawn of it
    };
    with("transmitter.modes.idle1.pitch", {{"shape", "straight"}, {"points", nlohmann::json::array()}});
    with("transmitter.modes.idle1.pitch", {{"shape", "straight"}});
    with("transmitter.channels.rudder.travelLowPct", 1e9);
    with("transmitter.channels.rudder.travelLowPct", "much");
    with("transmitter.modes.hold.when", {{{{"switch", "L1"}, {"place", "two"}}}});
    with("transmitter.channels.nobody.travelLowPct", 100);
    CHECK_THROWS_WITH(io::parseDocument([&] {
                          nlohmann::json file = nlohmann::json::parse(io::writeDocument(good.setup));
                          file["carried"]["transmitter.timerMin"] = {{"state", "perhaps"}};
                          return file.dump();
                      }()),
                      Catch::Contains("carried"));
}

TEST_CASE("the frozen documents of version 3 open without a note; what was noted at a time goes on as before any count") {
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/tests/documents/v3")) {
        if (entry.path().extension() != ".json") continue;
        INFO(entry.path().filename().string());
        const nlohmann::json before = nlohmann::json::parse(io::readFile(entry.path()));
        CHECK(before.at("version") == 3);
        const io::Document document = io::loadDocument(entry.path());
        CHECK(document.notes.empty());
        CHECK(document.unknown.empty());
        // an evening goes on: what is changed now comes after all that was noted
        const Setup changed = khtest::edited(document.setup, {{"machine.massKg", document.setup.machine.massKg + 0.1}});
        for (const auto& [path, record] : document.setup.standings) CHECK(record.change <= document.setup.change);
        CHECK(changed.change > document.setup.change);
        const nlohmann::json after = nlohmann::json::parse(io::writeDocument(document.setup));
        CHECK(after.at("version") == io::kFormatVersion);
        for (const nlohmann::json& step : nlohmann::json::diff(before, after)) {
            const auto path = step.at("path").get<std::string>();
            const bool boxes = path.find("/profile/") != std::string::npos;  // their menus are written in topics now
            INFO(step.dump());
            if (step.at("op") == "replace") CHECK((path == "/version" || boxes));
            if (step.at("op") == "remove") CHECK(boxes);
        }
        CHECK(io::parseDocument(io::writeDocument(document.setup)).setup == document.setup);
        ++files;
    }
    CHECK(files == 5);
}

TEST_CASE("the sign of version 1's lead goes: its size stays, and a sign that is not the build's is told") {
    nlohmann::json file = nlohmann::json::parse(io::readFile(KEELHAUL_SOURCE "/tests/documents/v1/turnstone-470.keel.json"));
    struct Build {
        const char* turning;
        const char* link;
        double lead;
        bool told;
    };
    for (const Build& b : {Build{"clockwise", "leading", 88.0, false}, Build{"clockwise", "leading", -88.0, true},
                           Build{"counter-clockwise", "leading", -88.0, false}, Build{"counter-clockwise", "leading", 88.0, true},
                           Build{"clockwise", "trailing", -88.0, false}, Build{"counter-clockwise", "trailing", 88.0, false},
                           Build{"counter-clockwise", "trailing", -88.0, true}}) {
        INFO(b.turning << " " << b.link << " " << b.lead);
        file["machine"]["rotor"]["turning"] = b.turning;
        file["machine"]["head"]["link"] = b.link;
        file["machine"]["head"]["leadDeg"] = b.lead;
        const io::Document document = io::parseDocument(file.dump());
        CHECK(helicopter(document.setup).head.leadDeg == 88.0);
        REQUIRE(document.notes.size() == (b.told ? 1U : 0U));
        if (b.told) CHECK(render(document.notes.front()).find("88") != std::string::npos);
        // once written it is of the present version and says nothing more
        const io::Document again = io::parseDocument(io::writeDocument(document.setup));
        CHECK(again.notes.empty());
        CHECK(again.setup == document.setup);
    }
    // of the present version a negative lead is refused, with its range
    file["version"] = io::kFormatVersion;
    CHECK_THROWS_WITH(io::parseDocument(file.dump()), Catch::Contains("leadDeg") && Catch::Contains("180"));
    // parts of another shape are the schema's to refuse, not the migration's to trip over
    for (const char* text : {R"({"format":"keelhaul-setup","version":1})", R"({"format":"keelhaul-setup","version":1,"machine":7})",
                             R"({"format":"keelhaul-setup","version":1,"machine":{"head":[],"rotor":null}})",
                             R"({"format":"keelhaul-setup","version":0,"machine":{}})"})
        CHECK_THROWS_AS(io::parseDocument(text), InputError);
}

}  // namespace versions_tests
