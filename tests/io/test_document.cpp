// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "io/html.h"
#include "io/library.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "support.h"

#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>
#include <catch2/catch.hpp>
#include <csignal>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>

namespace document_tests {

using namespace kh;
using Catch::Contains;
using nlohmann::json;

namespace {

namespace fs = std::filesystem;

json demoJson() { return json::parse(io::readFile(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json")); }

fs::path freshFolder(const char* name) {
    const fs::path folder = fs::temp_directory_path() / ("keelhaul-test-" + std::to_string(::getpid()) + "-" + name);
    fs::remove_all(folder);
    fs::create_directories(folder);
    return folder;
}

/// Runs `body` in a child; its exit code.
template <class F>
int inChild(F&& body) {
    const pid_t pid = ::fork();
    if (pid == 0) ::_exit(body());
    int status = 0;
    ::waitpid(pid, &status, 0);
    return WIFEXITED(status) ? WEXITSTATUS(status) : -1;
}

/// 0: was saved, 7: was refused with a FileError.
int trySave(const fs::path& file) {
    try {
        io::saveDocument(file, khtest::dunlin());
        return 0;
    } catch (const io::FileError&) {
        return 7;
    }
}

}  // namespace

TEST_CASE("a document survives the round trip, and writes the same text again") {
    for (const Setup* s : {&khtest::turnstone(), &khtest::dunlin()}) {
        const std::string text = io::writeDocument(*s);
        const io::Document again = io::parseDocument(text);
        REQUIRE(again.setup == *s);
        REQUIRE(again.notes.empty());
        REQUIRE(io::writeDocument(again.setup, again.unknown) == text);
    }
}

TEST_CASE("unknown keys are kept by path, noted, and go with their element") {
    json j = demoJson();
    j["later"] = {{"a", 1}};
    j["machine"]["colour"] = "red";
    j["transmitter"]["modes"][1]["mood"] = "keen";
    io::Document d = io::parseDocument(j.dump());
    REQUIRE(d.notes.size() == 3);
    const json back = json::parse(io::writeDocument(d.setup, d.unknown));
    REQUIRE(back.at("later").at("a") == 1);
    REQUIRE(back.at("machine").at("colour") == "red");
    REQUIRE(back.at("transmitter").at("modes").at(1).at("mood") == "keen");
    d.setup.transmitter.modes.erase(d.setup.transmitter.modes.begin() + 1);
    REQUIRE(io::writeDocument(d.setup, d.unknown).find("keen") == std::string::npos);
}

TEST_CASE("bad documents are refused with path, value and allowed range") {
    const auto refused = [](const std::string& text, const std::string& a, const std::string& b = "") {
        INFO(a);
        REQUIRE_THROWS_WITH(io::parseDocument(text), Contains(a) && Contains(b));
    };
    const auto with = [](const json::json_pointer& at, const json& value) {
        json j = demoJson();
        j[at] = value;
        return j.dump();
    };
    using namespace nlohmann::literals;
    refused(with("/machine/massKg"_json_pointer, 900), "machine.massKg", "30");
    refused(with("/machine/massKg"_json_pointer, "heavy"), "machine.massKg", "heavy");
    refused(with("/transmitter/stickMode"_json_pointer, 7), "transmitter.stickMode", "4");
    refused(with("/transmitter/channels/0/travelLowPct"_json_pointer, -5), "transmitter.channels.aileron.travelLowPct", "200");
    refused(with("/transmitter/modes/0/pitch/points"_json_pointer, json::array()), "transmitter.modes.normal.pitch.points", "2");
    refused(with("/transmitter/modes/0/pitch/points/0/x"_json_pointer, 60), "transmitter.modes.normal.pitch", "rise");
    refused(with("/transmitter/modes/1/id"_json_pointer, "normal"), "transmitter.modes", "twice");
    refused(with("/machine/servos/0/id"_json_pointer, "a.b"), "machine.servos", "point");
    refused(with("/machine/rotor/turning"_json_pointer, "sideways"), "machine.rotor.turning", "clockwise");
    refused(with("/standings/machine.massKg/standing"_json_pointer, "hoped"), "standings", "hoped");
    refused(with("/format"_json_pointer, "something"), "format");
    refused(with("/version"_json_pointer, io::kFormatVersion + 1), "version", "newer");
    json big = demoJson();
    for (int i = 0; i < 10000; ++i) big["transmitter"]["modes"][0]["pitch"]["points"].push_back({{"x", 50}, {"y", 0}});
    refused(big.dump(), "transmitter.modes.normal.pitch.points", "64");
    refused("", "document");
    refused("[]", "format");
    refused("{\"format\": \"keelhaul-setup\", \"format\": \"keelhaul-setup\"}", "format", "twice");
    refused(R"({"format":"keelhaul-setup","version":1,"machine":{"massKg":1e999}})", "massKg", "finite");
    refused(R"({"format":"keelhaul-setup","version":1,"machine":{"massKg":NaN}})", "document");
    refused(std::string(100, '[') + std::string(100, ']'), "document", "64");
    const std::string whole = demoJson().dump();
    for (std::size_t cut = 1; cut < whole.size(); cut += 977) REQUIRE_THROWS_AS(io::parseDocument(whole.substr(0, cut)), InputError);
}

TEST_CASE("any byte corrupted is refused or opens whole, never crashes") {
    const std::string whole = io::readFile(KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json");
    unsigned seed = 20261123;
    int opened = 0;
    int refusals = 0;
    for (int i = 0; i < 400; ++i) {
        std::string text = whole;
        seed = seed * 1664525U + 1013904223U;
        const std::size_t at = seed % text.size();
        seed = seed * 1664525U + 1013904223U;
        text[at] = static_cast<char>(seed >> 24U);
        try {
            const Setup s = io::parseDocument(text).setup;
            (void)evaluate(s);
            ++opened;
        } catch (const InputError&) {
            ++refusals;
        }
    }
    REQUIRE(opened + refusals == 400);
    REQUIRE(opened > 0);
    REQUIRE(refusals > 0);
}

TEST_CASE("a missing or damaged profile copy still opens, and says what to do") {
    json j = demoJson();
    j["controller"].erase("profile");
    io::Document d = io::parseDocument(j.dump());
    REQUIRE(d.notes.size() == 1);
    REQUIRE(render(d.notes[0]).find("controller") != std::string::npos);
    (void)evaluate(d.setup);
    j = demoJson();
    j["transmitter"]["profile"]["channels"] = "many";
    d = io::parseDocument(j.dump());
    REQUIRE(render(d.notes.at(0)).find("damaged") != std::string::npos);
    (void)evaluate(d.setup);
}

TEST_CASE("the published schemas are those the program checks with") {
    const auto file = [](const char* name) {
        return json::parse(io::readFile(std::string(KEELHAUL_SOURCE "/data/schema/") + name + ".schema.json"));
    };
    REQUIRE(file("setup") == io::documentSchema());
    REQUIRE(file("transmitter") == io::profileSchema(io::ProfileKind::Transmitter));
    REQUIRE(file("controller") == io::profileSchema(io::ProfileKind::Controller));
    REQUIRE(file("speed-controller") == io::profileSchema(io::ProfileKind::SpeedController));
    REQUIRE(file("servo") == io::profileSchema(io::ProfileKind::Servo));
}

TEST_CASE("what ships is valid: plain boxes first, then those of the made-up world") {
    const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    REQUIRE(lib.problems.empty());
    REQUIRE(lib.transmitters.size() == 7);
    REQUIRE(lib.controllers.size() == 9);
    REQUIRE(lib.speedControllers.size() == 5);
    REQUIRE(lib.servos.size() == 5);
    for (const std::size_t first : {0U, 4U}) {  // each pair with both reference angles
        REQUIRE(lib.controllers[first].referenceDeg == 6);
        REQUIRE(lib.controllers[first + 1].referenceDeg == 8);
    }
}

TEST_CASE("a damaged profile file is named and left out") {
    const fs::path folder = freshFolder("library");
    fs::create_directories(folder / "servos");
    std::ofstream(folder / "servos/broken.json") << "{\"id\": \"x\"}";
    const io::Library lib = io::loadLibrary({folder});
    REQUIRE(lib.servos.empty());
    REQUIRE(lib.problems.size() == 1);
    REQUIRE_THAT(lib.problems[0], Contains("broken.json"));
    fs::remove_all(folder);
}

TEST_CASE("saving is all or nothing") {
    const fs::path folder = freshFolder("save");
    const fs::path file = folder / "model.keel.json";
    io::saveDocument(file, khtest::turnstone());
    const std::string before = io::readFile(file);

    SECTION("a full disk leaves the old file whole and nothing beside it") {
        const int code = inChild([&] {
            const rlimit limit{4096, 4096};
            ::setrlimit(RLIMIT_FSIZE, &limit);
            ::signal(SIGXFSZ, SIG_IGN);
            return trySave(file);
        });
        REQUIRE(code == 7);
    }
    SECTION("a folder that may not be written refuses") {
        if (::getuid() == 0) {  // as root every folder may be written: become nobody
            fs::permissions(folder, fs::perms(0555));
            const int code = inChild([&] {
                if (::setgid(65534) != 0 || ::setuid(65534) != 0) return 99;
                return trySave(file);
            });
            fs::permissions(folder, fs::perms(0755));
            REQUIRE(code == 7);
        } else {
            fs::permissions(folder, fs::perms(0555));
            const int code = trySave(file);
            fs::permissions(folder, fs::perms(0755));
            REQUIRE(code == 7);
        }
    }
    SECTION("a folder that is gone refuses") { REQUIRE(trySave(folder / "no/such/model.keel.json") == 7); }
    SECTION("a full device refuses") { REQUIRE_THROWS_AS(io::writeFileAtomically("/dev/full/model", "x"), io::FileError); }
    REQUIRE(io::readFile(file) == before);
    REQUIRE(std::distance(fs::directory_iterator(folder), fs::directory_iterator()) == 1);
    fs::remove_all(folder);
}

TEST_CASE("a kill while saving leaves one whole file") {
    const fs::path folder = freshFolder("kill");
    const fs::path file = folder / "model.keel.json";
    io::saveDocument(file, khtest::turnstone());
    for (int i = 0; i < 12; ++i) {
        const pid_t pid = ::fork();
        if (pid == 0) {
            for (;;) io::saveDocument(file, khtest::dunlin());
        }
        ::usleep(static_cast<useconds_t>(1500 + 700 * i));
        ::kill(pid, SIGKILL);
        ::waitpid(pid, nullptr, 0);
        const Setup s = io::loadDocument(file).setup;
        REQUIRE((s == khtest::turnstone() || s == khtest::dunlin()));
    }
    fs::remove_all(folder);
}

TEST_CASE("a file that is no setup, a folder and a huge file are refused by name") {
    REQUIRE_THROWS_AS(io::readFile("/no/such/file"), io::FileError);
    REQUIRE_THROWS_AS(io::readFile("/"), io::FileError);
    const fs::path folder = freshFolder("huge");
    const fs::path file = folder / "huge.json";
    std::ofstream(file) << std::string(17U * 1024 * 1024, ' ');
    REQUIRE_THROWS_WITH(io::readFile(file), Contains("16 MiB"));
    fs::remove_all(folder);
}

TEST_CASE("the HTML sheet holds every word of the value, and no script") {
    const Sheet sheet = benchSheet(khtest::dunlin(), evaluate(khtest::dunlin()));
    const std::string html = io::sheetHtml(sheet);
    for (const SheetPart& part : sheet.parts)
        for (const SheetSection& section : part.sections)
            for (const SheetRow& row : section.rows) {
                INFO(render(row.value));
                if (section.columns.empty()) CHECK(html.find("<td class=\"typed\">" + render(row.value) + "</td>") != std::string::npos);
                for (const Message& one : row.cells) CHECK(html.find("<td class=\"typed\">" + render(one) + "</td>") != std::string::npos);
            }
    REQUIRE(html.find("<script") == std::string::npos);
    REQUIRE(html.find("http") == std::string::npos);
    Setup hostile = khtest::turnstone();
    hostile.machine.name = "<script>alert(1)</script>";
    REQUIRE(io::sheetHtml(benchSheet(hostile, evaluate(hostile))).find("<script") == std::string::npos);
}

TEST_CASE("a newer installed profile is offered whole, an older or foreign one is not") {
    io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    REQUIRE(io::withNewerProfiles(khtest::turnstone(), lib) == khtest::turnstone());
    for (ControllerProfile& p : lib.controllers) {
        ++p.version;
        p.trimSafeUs = 40;
    }
    const Setup after = io::withNewerProfiles(khtest::turnstone(), lib);
    REQUIRE(differingPaths(khtest::turnstone(), after) ==
            std::vector<std::string>{"controller.profile.version", "controller.profile.trimSafeUs"});
    for (ControllerProfile& p : lib.controllers) p.version = 0;
    REQUIRE(io::withNewerProfiles(khtest::turnstone(), lib) == khtest::turnstone());
}

TEST_CASE("a line keeps its offset through a file, and a bent curve with an offset is refused by name") {
    Setup s = khtest::turnstone();
    s.transmitter.modes[1].pitch = withOffset(asLine(lineCurve(-80, 80)), 12.5, -100, 100);
    CHECK(io::parseDocument(io::writeDocument(s)).setup == s);
    json doc = demoJson();
    json& pitch = doc["transmitter"]["modes"][1]["pitch"];
    pitch["offsetPct"] = 5.0;
    CHECK_THROWS_WITH(io::parseDocument(doc.dump()), Contains("offsetPct") && Contains("pitch"));
    pitch["shape"] = "line";
    CHECK_THROWS_WITH(io::parseDocument(doc.dump()), Contains("two ends"));
    pitch["shape"] = "round";
    CHECK_THROWS_WITH(io::parseDocument(doc.dump()), Contains("shape"));
}

TEST_CASE("a mode without its curve is refused by name, never given one") {
    for (const char* key : {"throttle", "pitch"}) {
        json doc = demoJson();
        doc["transmitter"]["modes"][1].erase(key);
        CHECK_THROWS_WITH(io::parseDocument(doc.dump()), Contains("transmitter.modes.idle1") && Contains(key) && Contains("missing"));
    }
}

}  // namespace document_tests
