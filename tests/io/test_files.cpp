// SPDX-License-Identifier: GPL-3.0-or-later
//
// Files as they come: pipes, read-only ones, long names, hostile sizes; and what a new file lets others see.
#include "base/error.h"
#include "io/clirun.h"
#include "io/document.h"
#include "io/library.h"
#include "io/profile.h"
#include "model/helicopter/helicopter.h"
#include "support.h"

#include <sys/stat.h>
#include <catch2/catch.hpp>
#include <filesystem>
#include <nlohmann/json.hpp>

namespace files_tests {

using namespace kh;
using nlohmann::json;
namespace fs = std::filesystem;

namespace {

struct Folder {
    fs::path path;
    Folder() {
        std::string name = (fs::temp_directory_path() / "keelhaul-XXXXXX").string();
        path = ::mkdtemp(name.data());
    }
    ~Folder() { fs::remove_all(path); }
    Folder(const Folder&) = delete;
    Folder& operator=(const Folder&) = delete;
};

std::string refused(const std::function<void()>& act) {
    try {
        act();
    } catch (const std::runtime_error& e) {
        return e.what();
    }
    return "";
}

unsigned modeOf(const fs::path& file) {
    struct stat s {};
    REQUIRE(::stat(file.c_str(), &s) == 0);
    return s.st_mode & 0777U;
}

}  // namespace

TEST_CASE("only regular files are read: nothing is waited for") {
    const Folder f;
    const fs::path pipe = f.path / "pipe.keel.json";
    REQUIRE(::mkfifo(pipe.c_str(), 0600) == 0);
    CHECK(refused([&] { (void)io::readFile(pipe); }).find("regular") != std::string::npos);
    CHECK(refused([&] { (void)io::readFile("/dev/zero"); }).find("regular") != std::string::npos);
    CHECK(refused([&] { (void)io::readFile(f.path); }).find("folder") != std::string::npos);
    CHECK(khtest::run("audit " + pipe.string()).code == 3);
}

TEST_CASE("a new file is as private as the user asks, an old one keeps its permissions, a read-only one is not replaced") {
    const Folder f;
    const mode_t before = ::umask(077);
    io::writeFileAtomically(f.path / "private", "x");
    ::umask(022);
    io::writeFileAtomically(f.path / "public", "x");
    ::umask(before);
    CHECK(modeOf(f.path / "private") == 0600);
    CHECK(modeOf(f.path / "public") == 0644);
    ::chmod((f.path / "public").c_str(), 0640);
    io::writeFileAtomically(f.path / "public", "y");
    CHECK(modeOf(f.path / "public") == 0640);
    ::chmod((f.path / "public").c_str(), 0440);
    CHECK(refused([&] { io::writeFileAtomically(f.path / "public", "z"); }).find("read-only") != std::string::npos);
    CHECK(io::readFile(f.path / "public") == "y");
    REQUIRE(::mkfifo((f.path / "pipe").c_str(), 0600) == 0);
    CHECK(refused([&] { io::writeFileAtomically(f.path / "pipe", "z"); }).find("not a file") != std::string::npos);
    CHECK(std::distance(fs::directory_iterator(f.path), fs::directory_iterator()) == 3);  // nothing is left behind
}

TEST_CASE("a name as long as names may be is written and read") {
    const Folder f;
    const fs::path file = f.path / std::string(255, 'n');
    io::saveDocument(file, khtest::turnstone());
    CHECK(io::loadDocument(file).setup == khtest::turnstone());
}

TEST_CASE("hostile sizes are refused by where they stand, before their elements are looked at") {
    const auto refusal = [](const std::string& text) { return refused([&] { (void)io::parseDocument(text); }); };
    std::string zeros = "{\"format\":\"keelhaul-setup\",\"machine\":{\"servos\":[0";
    for (int i = 0; i < 4'000'000; ++i) zeros += ",0";
    CHECK(refusal(zeros + "]}}").find("machine.servos") == 0);
    std::string readings = "{\"format\":\"keelhaul-setup\",\"readings\":[{}";
    for (int i = 0; i < 1'000'000; ++i) readings += ",{}";
    CHECK(refusal(readings + "]}").find("readings: holds more than") == 0);
    std::string spread = "{";  // few in each list, many together
    for (int i = 0; i < 100; ++i) {
        spread += (i == 0 ? "\"a" : ",\"a") + std::to_string(i) + "\":[0";
        for (int k = 0; k < 9000; ++k) spread += ",0";
        spread += "]";
    }
    CHECK(refusal(spread + "}").find("values") != std::string::npos);
}

TEST_CASE("a key that is missing is named, with the whole path") {
    json document = json::parse(io::readFile(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json"));
    const auto refusal = [](const json& d) { return refused([&] { (void)io::parseDocument(d.dump()); }); };
    json one = document;
    one.erase("machine");
    CHECK(refusal(one) == "machine: is missing");
    one = document;
    one["transmitter"]["modes"][0]["pitch"].erase("points");
    CHECK(refusal(one) == "transmitter.modes.normal.pitch.points: is missing");
    one = document;
    one["machine"]["power"]["cells"] = 6.5;
    CHECK(refusal(one) == "machine.power.cells: found 6.5; allowed is a whole number from 1 to 20");
    one["machine"]["power"]["cells"] = 6.0;
    CHECK(refusal(one).empty());
}

TEST_CASE("a servo's id is no way out of its folder") {
    const Folder f;
    ServoProfile servo = helicopter(khtest::turnstone()).tail.servo;
    for (const char* id : {"../../out", "a/b", "", ".."}) {
        servo.id = id;
        CHECK(refused([&] { io::saveProfile(f.path, servo); }).find("file's name") != std::string::npos);
    }
    CHECK(fs::is_empty(f.path));
    servo.id = "own-1";
    io::saveProfile(f.path, servo);
    CHECK(fs::exists(f.path / "servos/own-1.json"));
}

TEST_CASE("what is no place, and bytes that are no text, are refused by name") {
    const std::string file = KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json";
    for (const char* place : {"1.9", "1e10", "nan", "0", "4", "x"}) {
        INFO(place);
        CHECK(khtest::run("trace " + file + " --switch L1=" + place).code == 2);
    }
    CHECK(khtest::run("trace " + file + " --switch L1=2").code == 0);
    const auto bytes = khtest::run("trace " + file + " --mode \"$(printf '\\377\\376')\"");
    CHECK(bytes.code == 2);
}

TEST_CASE("the command line names a profile it leaves out") {
    const Folder f;
    fs::create_directories(f.path / "profiles/transmitters");
    io::writeFileAtomically(f.path / "profiles/transmitters/broken.json", "[]");
    const std::string out = (f.path / "new.keel.json").string();
    const auto answer = khtest::run("new -o " + out + " --data " + f.path.string(), "2>&1");
    CHECK(answer.code == 0);
    CHECK(answer.out.find("broken.json") != std::string::npos);
    CHECK(khtest::run("new -o " + out + " --name " + std::string(401, 'n')).code == 2);
    CHECK(khtest::run("audit /tmp/" + std::string(10, '\xff')).code == 2);
}

TEST_CASE("null where a reading names what it was taken under is refused by name") {
    const Folder f;
    const fs::path file = f.path / "readings.json";
    for (const char* under : {"null", "false", "[1]", "{\"controller.referencePct\":null}"}) {
        io::writeFileAtomically(file, std::string(R"({"readings":[{"id":"throw.left","value":5,"unit":"°","under":)") + under + "}]}");
        INFO(under);
        CHECK(khtest::run("solve throw " KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json --readings " + file.string()).code == 2);
    }
}

TEST_CASE("a number that counts things is whole, in a document and in a profile: nothing is cut off in silence") {
    const json document = json::parse(io::readFile(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json"));
    for (const char* at : {"/machine/power/cells", "/machine/rotor/blades", "/transmitter/channels/0/number", "/transmitter/stickMode",
                           "/transmitter/profile/curvePoints", "/revision"}) {
        INFO(at);
        json one = document;
        one[json::json_pointer(at)] = one.at(json::json_pointer(at)).get<double>() + 0.5;
        if (std::string(at).find("/profile/") != std::string::npos) {  // a copy that is damaged is left out, and said
            CHECK(io::parseDocument(one.dump()).notes.size() == 1);
            continue;
        }
        CHECK_FALSE(refused([&] { (void)io::parseDocument(one.dump()); }).empty());
    }
    json servo = json::parse(io::writeProfile(helicopter(khtest::turnstone()).tail.servo));
    servo["version"] = 1.5;
    CHECK_FALSE(refused([&] { (void)io::parseServoProfile(servo.dump()); }).empty());
    servo["version"] = 1.0;
    servo["splineTeeth"] = 25.5;
    CHECK_FALSE(refused([&] { (void)io::parseServoProfile(servo.dump()); }).empty());
}

}  // namespace files_tests
