// SPDX-License-Identifier: GPL-3.0-or-later
//
// Profiles as files: what ships can be used, what contradicts itself is refused by line and field.
#include "base/error.h"
#include "io/clirun.h"
#include "io/library.h"
#include "io/profile.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>

namespace profiles_tests {

using namespace kh;
namespace fs = std::filesystem;
using nlohmann::json;

namespace {

std::string refusal(const std::string& text) {
    try {
        (void)io::parseAnyProfile(text);
    } catch (const InputError& e) {
        return e.what();
    }
    return {};
}

std::vector<fs::path> shipped() {
    std::vector<fs::path> out;
    for (const char* folder : {"profiles/transmitters", "profiles/controllers", "profiles/speed-controllers", "servos"})
        for (const auto& entry : fs::directory_iterator(fs::path(KEELHAUL_SOURCE "/data") / folder)) out.push_back(entry.path());
    return out;
}

}  // namespace

TEST_CASE("every profile that ships can be used, is of its folder's kind, and is written as it was read") {
    REQUIRE(shipped().size() >= 15);
    for (const fs::path& file : shipped()) {
        INFO(file.string());
        const io::AnyProfile p = io::parseAnyProfile(io::readFile(file));
        CHECK(io::profileFile(KEELHAUL_SOURCE "/data", p) == file);
        CHECK(io::parseAnyProfile(io::writeProfile(p)) == p);
    }
}

TEST_CASE("plain boxes stand first, and a new model begins with them") {
    const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    const auto plain = [](const auto& list) {
        std::string marks;
        for (const auto& p : list) marks += p.id.starts_with(io::kPlain) ? 'p' : '-';
        return marks;
    };
    CHECK(plain(lib.transmitters) == "pppp---");
    CHECK(plain(lib.controllers) == "pppp-----");
    CHECK(plain(lib.speedControllers) == "pp---");
    CHECK(plain(lib.servos) == "p----");
    const Boxes b = io::plainBoxes(lib);
    CHECK(b.transmitter.channels == 10);
    CHECK(b.transmitter.usPerPct == 4.0);
    CHECK(b.transmitter.curvePoints == 5);
    CHECK(b.controller.referenceDeg == 6.0);
    CHECK(b.speedController.governs);
    CHECK_FALSE(b.plateServo.pulseUs);
    CHECK_THROWS_AS(io::plainBoxes(io::Library{}), io::FileError);
}

TEST_CASE("a profile that contradicts itself is refused with its line and its field") {
    struct Case {
        const char* file;
        const char* pointer;
        json value;
        const char* says;
    };
    const std::vector<Case> cases{
        {"profiles/speed-controllers/plain-direct.json", "/acceptsLowUs", 2200, "acceptsLowUs: 2200 must be less than acceptsHighUs"},
        {"profiles/transmitters/plain-8.json", "/switches/0/places", 7,
         "switches.S1.places: found 7; allowed is a whole number from 2 to 3"},
        {"profiles/transmitters/plain-8.json", "/switches/1/id", "S1", "switches"},
        {"profiles/transmitters/plain-8.json", "/channels", 5, "channels: 5 are too few"},
        {"profiles/transmitters/plain-8.json", "/flightModes", 3, "flightModes: 3 are too few"},
        {"profiles/controllers/plain-6.json", "/ports", json{"1", "2"}, "ports: 2 are too few"},
        {"profiles/controllers/plain-6.json", "/ports", json{"1", "2", "2"}, "ports: 2 stands twice"},
        {"profiles/controllers/plain-6.json", "/channelOrder/0", "tail", "channelOrder: aileron is missing"},
        {"profiles/controllers/plain-6.json", "/tailWindowLowPct", 130, "tailWindowLowPct: 130 must be less"},
        {"profiles/controllers/plain-6.json", "/layouts", json::array(), "layouts: is empty"},
        {"servos/cleat-c12.json", "/minVolts", 9, "minVolts: 9 must be less than maxVolts"},
        {"servos/cleat-c12.json", "/maxHz", 700, "maxHz"},
        {"servos/cleat-c12.json", "/name", "", "name: is empty"},
    };
    for (const Case& c : cases) {
        const fs::path file = fs::path(KEELHAUL_SOURCE "/data") / c.file;
        json wrong = json::parse(io::readFile(file));
        wrong[json::json_pointer(c.pointer)] = c.value;
        const std::string said = refusal(wrong.dump(1));
        INFO(c.file << c.pointer << " said: " << said);
        CHECK(said.find(c.says) != std::string::npos);
        REQUIRE(said.starts_with("line "));
        // the line it names has the key, or the entry, that was broken
        const int line = std::stoi(said.substr(5));
        const std::vector<std::string> lines = [&] {
            std::vector<std::string> out;
            std::istringstream in(wrong.dump(1));
            for (std::string one; std::getline(in, one);) out.push_back(one);
            return out;
        }();
        REQUIRE(line <= static_cast<int>(lines.size()));
        const std::string field = said.substr(said.find(", ") + 2, said.find(':') - said.find(", ") - 2);
        const std::string key = field.substr(field.rfind('.') + 1);
        CHECK(lines[static_cast<std::size_t>(line) - 1].find("\"" + key + "\"") != std::string::npos);
    }
}

TEST_CASE("what is no profile, or no JSON, says so") {
    CHECK(refusal("{}").find("is no profile") != std::string::npos);
    CHECK(refusal("[1]").find("is no profile") != std::string::npos);
    CHECK(refusal("{\n \"a\": \n").find("line 3") != std::string::npos);
    CHECK(io::lineOf("{\n \"a\": {\n  \"b\": [\n   {\"id\": \"x\"},\n   {\"id\": \"y\"}]}}", "a.b.y") == 5);
    CHECK(io::lineOf("{\n \"a\": 1}", "b") == 0);
}

TEST_CASE("the command line checks a profile") {
    const std::string good = std::string(KEELHAUL_SOURCE) + "/data/profiles/transmitters/plain-10.json";
    const auto fine = khtest::run("profile check " + good);
    CHECK(fine.code == 0);
    CHECK(fine.out.find("Plain transmitter, 10 channels") != std::string::npos);
    const std::string bad = khtest::temporary("bad-profile.json");
    std::ofstream(bad) << R"({"id": "x", "governs": true})";
    const auto refused = khtest::run("profile check " + bad, "2>&1");
    CHECK(refused.code == 2);
    CHECK(refused.out.find("is missing") != std::string::npos);
    fs::remove(bad);
    // what a document of it would be refused for, the profile is
    std::ifstream from(std::string(KEELHAUL_SOURCE) + "/data/profiles/controllers/bosun.json");
    nlohmann::json profile = nlohmann::json::parse(from);
    profile["ports"][0] = "a.b";
    std::ofstream(bad) << profile.dump(1);
    const auto port = khtest::run("profile check " + bad, "2>&1");
    CHECK(port.code == 2);
    CHECK(port.out.find("a.b") != std::string::npos);
    fs::remove(bad);
    CHECK(khtest::run("profile check /no/such").code == 3);
}

}  // namespace profiles_tests
