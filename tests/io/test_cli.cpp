// SPDX-License-Identifier: GPL-3.0-or-later
//
// The command line as a script sees it: answers on standard output, exit codes by the contract.
#include "io/clirun.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>

namespace cli_tests {

using Catch::Contains;
using khtest::Answer;
using khtest::run;
using khtest::temporary;
using nlohmann::json;

namespace {

const std::string kTurnstone = KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json";
const std::string kDunlin = KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json";

}  // namespace

TEST_CASE("calc prints the bare object, and an error with exit 2") {
    const Answer fine = run("calc tip-gap --in '{\"bladeMm\": 220, \"pitchDeg\": 10}'");
    REQUIRE(fine.code == 0);
    REQUIRE(fine.asJson().at("gapMm").get<double>() == Approx(76.405).margin(0.001));
    REQUIRE(fine.asJson().size() == 1);
    const Answer bad = run("calc tip-gap --in '{\"bladeMm\": -1, \"pitchDeg\": 10}'");
    REQUIRE(bad.code == 2);
    REQUIRE_THAT(bad.asJson().at("error").get<std::string>(), Contains("bladeMm"));
    REQUIRE(run("calc --batch /no/such/file").code == 3);
    REQUIRE(run("calc nothing --in '{}'").code == 2);
    REQUIRE(run("").code == 2);
    REQUIRE(run("--help").code == 0);
    REQUIRE_THAT(run("--version").out, Contains("keelhaul-cli"));
}

TEST_CASE("trace follows a mode, sticks and switches") {
    const json t = run("trace " + kTurnstone + " --mode idle1 --stick collective=1,aileron=0.3 --json").asJson();
    REQUIRE(t.at("mode") == "idle1");
    REQUIRE(t.at("state") == "setup");
    REQUIRE(t.at("servos").size() == 3);
    REQUIRE(t.at("motor").at("headSpeedRpm").get<double>() == Approx(2223).margin(5));
    REQUIRE(t.at("blade").at("pitchDegAt").size() == 4);
    std::set<std::string> aileron;
    for (const json& s : t.at("stages"))
        if (s.at("function") == "aileron") aileron.insert(s.at("stage"));
    REQUIRE(aileron ==
            std::set<std::string>{"stick", "rated", "channel", "pulse", "reading", "demand", "servo-pulse", "arm-angle", "plate", "blade"});
    const json held = run("trace " + kTurnstone).asJson();
    REQUIRE(held.at("mode") == "hold");
    REQUIRE(held.at("motor").at("headSpeedRpm") == 0);
    REQUIRE(run("trace " + kTurnstone + " --switch L1=3,R1=1").asJson().at("mode") == "idle2");
}

TEST_CASE("unknown names exit 2 and list the known ones") {
    REQUIRE_THAT(run("trace " + kTurnstone + " --mode backwards", "2>&1").out, Contains("idle1"));
    REQUIRE(run("trace " + kTurnstone + " --mode backwards").code == 2);
    REQUIRE_THAT(run("trace " + kTurnstone + " --switch Z9=1", "2>&1").out, Contains("L1"));
    REQUIRE(run("trace " + kTurnstone + " --switch L1=4").code == 2);
    REQUIRE(run("trace " + kTurnstone + " --stick collective=2").code == 2);
    REQUIRE(run("trace " + kTurnstone + " --stick nose=1").code == 2);
    REQUIRE(run("trace " + kTurnstone + " --mode idle1 --switch L1=1").code == 2);
    REQUIRE(run("trace " + kTurnstone + " --state dreaming").code == 2);
    REQUIRE(run("trace /no/such/file").code == 3);
}

TEST_CASE("audit exits 1 with a danger, and its witnesses show the fault") {
    REQUIRE(run("audit " + kTurnstone).code == 0);
    const Answer a = run("audit " + kDunlin + " --json");
    REQUIRE(a.code == 1);
    const json findings = a.asJson().at("findings");
    REQUIRE(a.asJson().at("counts").at("danger").get<int>() >= 7);
    bool seen = false;
    for (const json& f : findings) {
        for (const char* key : {"id", "station", "severity", "title", "found", "why", "todo", "box", "subject"}) REQUIRE(f.contains(key));
        if (f.at("witness").is_null()) continue;
        const std::string file = temporary("witness.json");
        std::ofstream(file) << f.at("witness").dump();
        const Answer t = run("trace " + kDunlin + " --witness " + file);
        INFO(f.at("id"));
        REQUIRE(t.code == 0);
        if (f.at("id") == "hold-acts.idle2") {
            seen = true;
            REQUIRE(t.asJson().at("motor").at("throttlePct").get<double>() > 50);
        }
        std::filesystem::remove(file);
    }
    REQUIRE(seen);
    const std::string file = temporary("bad-witness.json");
    std::ofstream(file) << R"({"to": {"sticks": {"nose": 1}}})";
    REQUIRE(run("trace " + kDunlin + " --witness - < " + file).code == 2);
    std::filesystem::remove(file);
}

TEST_CASE("sheet writes HTML and PDF, and the PDF holds the words of the value") {
    const std::string html = temporary("sheet.html");
    const std::string pdf = temporary("sheet.pdf");
    REQUIRE(run("sheet " + kTurnstone + " -o " + html).code == 0);
    REQUIRE(run("sheet " + kTurnstone + " -o " + pdf).code == 0);
    REQUIRE(run("sheet " + kTurnstone + " -o /tmp/sheet.doc").code == 2);
    REQUIRE(run("sheet " + kTurnstone + " -o /no/such/folder/sheet.html").code == 3);
    REQUIRE_THAT(kh::io::readFile(html), Contains("Turnstone 470") && Contains("<svg"));
    REQUIRE(kh::io::readFile(pdf).rfind("%PDF", 0) == 0);
    FILE* pipe = ::popen(("pdftotext -layout " + pdf + " -").c_str(), "r");
    std::string text;
    std::array<char, 4096> block{};
    while (const std::size_t n = ::fread(block.data(), 1, block.size(), pipe)) text.append(block.data(), n);
    REQUIRE(::pclose(pipe) == 0);
    const kh::Sheet sheet = kh::benchSheet(khtest::turnstone(), kh::evaluate(khtest::turnstone()));
    for (const kh::SheetPart& part : sheet.parts) {
        CHECK_THAT(text, Contains(part.name));
        for (const kh::SheetSection& s : part.sections) CHECK_THAT(text, Contains(kh::render(s.title)));
        for (const kh::SheetSection& s : part.sections)
            if (!s.columns.empty()) {  // no table is cut by the end of a page: its head would stand twice
                const std::string title = kh::render(s.title);
                CHECK(text.find(title, text.find(title) + 1) == std::string::npos);
            }
    }
    for (const char* word : {"Cleat C12", "three at 120°", "Learned low", "1100 µs", "3.2"}) CHECK_THAT(text, Contains(word));
    std::filesystem::remove(html);
    std::filesystem::remove(pdf);
}

TEST_CASE("new writes a model that opens, schema prints what is published") {
    const std::string file = temporary("new.keel.json");
    REQUIRE(run("new --class 700 --transmitter halyard-16 --controller coxswain -o " + file).code == 0);
    REQUIRE(kh::io::loadDocument(file).setup.controller.profile->id == "coxswain");
    REQUIRE(run("new --class 9 -o " + file).code == 2);
    // what is there stays, unless it is to be written over
    const std::string before = kh::io::readFile(file);
    const Answer refused = run("new --class 380 -o " + file, "2>&1");
    REQUIRE(refused.code != 0);
    REQUIRE_THAT(refused.out, Contains("--replace"));
    REQUIRE(kh::io::readFile(file) == before);
    REQUIRE(run("new --class 380 --replace -o " + file).code == 0);
    REQUIRE(kh::io::readFile(file) != before);
    std::filesystem::remove(file);
    // a link that leads nowhere is something that is there; written over, it is followed
    const std::string link = temporary("link.keel.json");
    std::filesystem::remove(link);
    std::filesystem::create_symlink(file, link);
    REQUIRE(run("new --class 380 --replace -o " + link).code == 0);
    REQUIRE(std::filesystem::is_symlink(link));
    REQUIRE_FALSE(std::filesystem::is_symlink(file));
    std::filesystem::remove(link);
    std::filesystem::remove(file);
    const Answer piped = run("new --class 380 -o -");
    REQUIRE(piped.code == 0);
    REQUIRE_NOTHROW(kh::io::parseDocument(piped.out));
    if (std::filesystem::exists("/dev/full")) REQUIRE(run("new --class 380 -o -", "2>/dev/null >/dev/full").code == 3);
    REQUIRE(run("schema").asJson() == json::parse(kh::io::readFile(KEELHAUL_SOURCE "/data/schema/setup.schema.json")));
    REQUIRE(run("schema nothing").code == 2);
}

}  // namespace cli_tests
