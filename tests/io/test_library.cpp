// SPDX-License-Identifier: GPL-3.0-or-later
//
// Data folders, their order, and profiles that are new, damaged or contradict themselves.
#include "base/error.h"
#include "io/clirun.h"
#include "io/library.h"
#include "model/carried.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/newmodel.h"
#include "model/helicopter/sizeclass.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <cstdlib>
#include <fstream>
#include <nlohmann/json.hpp>

namespace library_tests {

using namespace kh;
namespace fs = std::filesystem;
using khtest::turnstone;
using nlohmann::json;

namespace {

struct Folder {
    fs::path path = khtest::temporary("data");
    Folder() {
        fs::remove_all(path);
        fs::create_directories(path / "profiles/transmitters");
        fs::create_directories(path / "servos");
    }
    ~Folder() {
        std::error_code ignored;
        fs::remove_all(path, ignored);
    }
    Folder(const Folder&) = delete;
    Folder& operator=(const Folder&) = delete;
    void put(const fs::path& file, const std::string& text) const {
        fs::create_directories((path / file).parent_path());
        std::ofstream(path / file) << text;
    }
};

const fs::path kData = KEELHAUL_SOURCE "/data";

json halyard() { return json::parse(io::readFile(kData / "profiles/transmitters/halyard-10.json")); }

}  // namespace

TEST_CASE("data are looked for where they were asked for first, then in the environment, then where they were installed") {
    const Folder given;
    ::setenv("KEELHAUL_DATA", "/from/the/environment", 1);
    ::setenv("XDG_DATA_HOME", "/home/of/data", 1);
    const auto folders = io::dataFolders(given.path.string(), "/usr/local/bin/keelhaul");
    ::unsetenv("KEELHAUL_DATA");
    ::unsetenv("XDG_DATA_HOME");
    const auto at = [&](const std::string& part) {
        for (std::size_t i = 0; i < folders.size(); ++i)
            if (folders[i].string().find(part) != std::string::npos) return i;
        return folders.size();
    };
    CHECK(at(given.path.string()) == 0);
    CHECK(at("/from/the/environment") == 1);
    CHECK(at("/home/of/data/keelhaul") == 2);
    CHECK(at("/usr/local/share/keelhaul") < folders.size());
    CHECK(at(kData.string()) > at("/home/of/data/keelhaul"));
}

TEST_CASE("the first folder that has a file wins, and a file nobody has is told with where it was looked for") {
    const Folder mine;
    mine.put("demo/turnstone-470.keel.json", "{}");
    CHECK(io::findData({mine.path, kData}, "demo/turnstone-470.keel.json") == mine.path / "demo/turnstone-470.keel.json");
    CHECK(io::findData({mine.path, kData}, "demo/dunlin-380.keel.json") == kData / "demo/dunlin-380.keel.json");
    try {
        (void)io::findData({mine.path, kData}, "demo/none.keel.json");
        FAIL("found what is not there");
    } catch (const io::FileError& e) {
        CHECK(std::string(e.what()).find("none.keel.json") != std::string::npos);
        CHECK(std::string(e.what()).find(mine.path.string()) != std::string::npos);
    }
}

TEST_CASE("a transmitter is added by a file alone, and a nearer one of the same id replaces the installed") {
    const Folder mine;
    json more = halyard();
    more["id"] = "halyard-12";
    more["name"] = "Halyard 12";
    more["channels"] = 12;
    mine.put("profiles/transmitters/halyard-12.json", more.dump());
    json own = halyard();
    own["version"] = 7;
    mine.put("profiles/transmitters/halyard-10.json", own.dump());
    const io::Library lib = io::loadLibrary({mine.path, kData});
    CHECK(lib.problems.empty());
    std::map<std::string, int> versions;
    for (const TransmitterProfile& t : lib.transmitters) {
        CHECK(versions.count(t.id) == 0);  // each id once
        versions[t.id] = t.version;
    }
    CHECK(versions.count("halyard-12") == 1);
    CHECK(versions.at("halyard-10") == 7);
    CHECK(versions.count("halyard-16") == 1);
}

TEST_CASE("profiles that cannot be are named with field and range, and left out") {
    const Folder mine;
    const auto with = [&](const char* key, const json& value) {
        json p = halyard();
        p["id"] = std::string("bad-") + key;
        p[key] = value;
        mine.put(std::string("profiles/transmitters/bad-") + key + ".json", p.dump());
    };
    with("channels", 2);
    with("usPerPct", -4);
    with("gainScale", "by ear");
    with("switches", json::array({{{"id", "L1"}, {"places", 7}}}));
    mine.put("profiles/transmitters/torn.json", "{\"id\": \"torn\"");
    mine.put("profiles/transmitters/list.json", "[]");
    const io::Library lib = io::loadLibrary({mine.path});
    CHECK(lib.transmitters.empty());
    REQUIRE(lib.problems.size() == 6);
    std::string all;
    for (const std::string& p : lib.problems) all += p + "\n";
    for (const char* part : {"bad-channels", "channels", "bad-usPerPct", "usPerPct", "gainScale", "places", "torn.json", "list.json"}) {
        INFO(part << " in\n" << all);
        CHECK(all.find(part) != std::string::npos);
    }
}

TEST_CASE("a folder that is not there is no problem, an empty one has no profiles") {
    const io::Library lib = io::loadLibrary({"/no/such/folder"});
    CHECK(lib.transmitters.empty());
    CHECK(lib.servos.empty());
    CHECK(lib.problems.empty());
}

TEST_CASE("every transmitter with every controller of every class makes a sound new model") {
    const io::Library lib = io::loadLibrary({kData});
    REQUIRE(lib.transmitters.size() == 7);
    REQUIRE(lib.controllers.size() == 9);
    const auto servo = [&](const char* id) {
        return *std::find_if(lib.servos.begin(), lib.servos.end(), [&](const ServoProfile& s) { return s.id == id; });
    };
    for (const TransmitterProfile& tx : lib.transmitters)
        for (const ControllerProfile& fc : lib.controllers)
            for (const SizeClass& c : sizeClasses()) {
                INFO(tx.id << " " << fc.id << " " << c.id);
                NewModelAnswers answers;
                answers.sizeClass = c.id;
                answers.boxes = {tx, fc, lib.speedControllers.front(), servo("cleat-c12"), servo("cleat-t7")};
                if (!movesPlate(fc)) {  // a box for four rotors is told, not set up
                    CHECK_THROWS_AS(newModel(answers), InputError);
                    continue;
                }
                const Setup s = newModel(answers);
                const Evaluation e = evaluate(s);
                CHECK(e.simulated);
                CHECK(e.count(Severity::Danger) == 1);
                CHECK(s.standings.empty());
                CHECK(io::parseDocument(io::writeDocument(s)).setup == s);
                CHECK(helicopter(s).rotor.discM == c.discM);
                CHECK(s.transmitter.modes.size() == 4);
            }
}

TEST_CASE("a program that is installed does not look into the tree it was built in; one in the tree does") {
    const auto source = [](const fs::path& program) {
        const auto folders = io::dataFolders("", program);
        return std::find(folders.begin(), folders.end(), kData) != folders.end();
    };
    CHECK_FALSE(source("/usr/local/bin/keelhaul"));
    CHECK(source(khtest::buildFolder() / "keelhaul"));
    CHECK(source("keelhaul"));  // by its name alone: where this very program stands
}

}  // namespace library_tests
