// SPDX-License-Identifier: GPL-3.0-or-later
//
// Boxes at the command line: a description begun, what is open in it, in what two differ, a model moved to another.
#include "clirun.h"

#include <catch2/catch.hpp>
#include <fstream>
#include <iterator>

namespace cliboxes_tests {

using namespace khtest;

namespace {

const std::string kData = KEELHAUL_SOURCE "/data";
const std::string kTurnstone = kData + "/demo/turnstone-470.keel.json";

}  // namespace

TEST_CASE("a box is begun with everything open, checked, asked, and compared with another") {
    const std::string file = temporary("mine.json");
    REQUIRE(run("profile new transmitter --id mine --name Mine --replace --data " + kData + " -o " + file).code == 0);
    const Answer checked = run("profile check " + file);
    CHECK(checked.code == 0);
    CHECK(checked.out.find("18 of its facts are not known") != std::string::npos);
    const json open = run("profile ask " + file + " --json --data " + kData).asJson().at("open");
    REQUIRE(open.size() == 18);
    std::size_t decides = 0;
    for (const json& fact : open) {
        CHECK(fact.at("how").get<std::string>().size() > 20);
        CHECK(fact.at("ends").size() >= 2);
        for (const json& end : fact.at("ends")) decides += end.at("come").size();
    }
    CHECK(decides > 5);
    // asked of a model that has it, the answers decide that model's findings
    const Answer ofModel = run("profile ask " + file + " --json --model " + kTurnstone);
    CHECK(ofModel.code == 0);
    CHECK(ofModel.asJson().at("open").size() == 18);
    const json differences =
        run("profile diff " + file + " " + kData + "/profiles/transmitters/plain-8.json --json").asJson().at("differences");
    CHECK(std::any_of(differences.begin(), differences.end(), [](const json& d) { return d.at("key") == "channels"; }));
    CHECK(std::none_of(differences.begin(), differences.end(),
                       [](const json& d) { return d.at("title").get<std::string>().find("profile.") != std::string::npos; }));
    const Answer kinds = run("profile diff " + file + " " + kData + "/profiles/controllers/bosun.json", "2>&1");
    CHECK(kinds.code == 2);
    CHECK(kinds.out.find("only boxes of one kind") != std::string::npos);
    CHECK(run("profile new sextant --id x --data " + kData + " -o -", "2>&1").out.find("known are transmitter") != std::string::npos);
    CHECK(run("profile new transmitter --id ../x --data " + kData + " -o -").code == 2);
    CHECK(run("profile new transmitter --id mine --data " + kData + " -o " + file).code == 3);  // there is one already
    const Answer copy = run("profile new controller --id c2 --from coxswain --data " + kData + " -o -");
    CHECK(copy.asJson().at("usPerPct") == 4.0);
    CHECK_FALSE(copy.asJson().contains("unknown"));
    std::filesystem::remove(file);
}

TEST_CASE(
    "answers are taken one by one: a value, an interval, not known; what contradicts or is no fact is refused and nothing is written") {
    const std::string file = temporary("answered.json");
    REQUIRE(run("profile new transmitter --id mine --name Mine --replace --data " + kData + " -o " + file).code == 0);
    const auto open = [&] { return run("profile ask " + file + " --json --data " + kData).asJson().at("open"); };
    const auto text = [&] {
        std::ifstream in(file);
        return std::string(std::istreambuf_iterator<char>(in), {});
    };
    REQUIRE(open().size() == 18);
    CHECK(run("profile answer " + file + " outputLimitPct=125 limitLaw=clips smoothCurves=no").code == 0);
    CHECK(open().size() == 15);
    CHECK(json::parse(text()).at("outputLimitPct") == 125.0);
    CHECK(json::parse(text()).at("smoothCurves") == false);
    CHECK(run("profile answer " + file + " \"travelLimitPct=110 … 130\"").code == 0);
    CHECK(json::parse(text()).at("unknown").at("travelLimitPct") == json({110.0, 130.0}));
    CHECK(json::parse(text()).at("travelLimitPct").get<double>() <= 130.0);  // what is taken meanwhile is one of what it may be
    CHECK(run("profile answer " + file + " outputLimitPct=unknown").code == 0);
    CHECK(open().size() == 16);
    const std::string before = text();
    for (const auto& [wrong, told] :
         {std::pair("outputLimitPct=900", "a number from 100 to 200"), std::pair("horn=2", "is no fact of such a box"),
          std::pair("outputLimitPct", "is no answer"), std::pair("name=unknown", "is never asked"),
          std::pair("\"limitLaw=1 … 2\"", "is no number"), std::pair("\"outputLimitPct=150 … 120\"", "wrong way round")}) {
        const Answer answer = run("profile answer " + file + " " + wrong + " travelStepPct=0.5", "2>&1");
        INFO(wrong << ": " << answer.out);
        CHECK(answer.code == 2);
        CHECK(answer.out.find(told) != std::string::npos);
        CHECK(text() == before);
    }
    CHECK(run("profile answer " + kData + "/servos/plain-servo.json degPerUs=0.2 -o -", "2>&1").out.find("\"degPerUs\": 0.2") !=
          std::string::npos);
    CHECK(run("profile answer " + kData + "/servos/plain-servo.json degPerUs=0.05…0.2 -o -", "2>&1").code ==
          2);  // of a servo there is no interval
    const Answer servo = run("profile ask " + kData + "/servos/plain-servo.json");
    CHECK(servo.out.find("Which pulse class has it?") != std::string::npos);
    CHECK(servo.out.find("driven into its stop") != std::string::npos);
    CHECK(run("profile ask " + kData + "/servos/cleat-c12.json").out.find("Which pulse class") == std::string::npos);
    CHECK(run("profile ask " + kData + "/profiles/receivers/plain-receiver.json").out.find("How is it bound?") != std::string::npos);
    std::filesystem::remove(file);
}

TEST_CASE("a model is moved at the command line, what differs is told, and the document it writes opens") {
    const std::string out = temporary("moved.keel.json");
    const json move =
        run("move " + kTurnstone + " --transmitter lanyard-8 --controller coxswain --json --data " + kData + " -o " + out).asJson();
    CHECK(move.at("cannot").size() >= 2);  // three banks, and a switch fewer
    CHECK(move.at("edits").size() > 10);
    CHECK(move.at("edits").front().contains("was"));
    for (const json& d : move.at("differs")) CHECK(d.at("before") != d.at("after"));
    CHECK(run("audit " + out + " --json").code <= 1);
    CHECK(run("move " + kTurnstone).code == 2);
    const Answer nobody = run("move " + kTurnstone + " --controller nobody --data " + kData, "2>&1");
    CHECK(nobody.code == 2);
    CHECK(nobody.out.find("known are") != std::string::npos);
    CHECK(run("move /no/such/file --controller bosun").code == 3);
    std::filesystem::remove(out);
}

TEST_CASE("each law of a channel has its calculation") {
    const auto pulse = [](const std::string& laws) {
        return run(R"(calc channel --in '{"value": -100, "travelLowPct": 80, "travelHighPct": 120, "subTrimPct": 10, "reversed": true, )"
                   R"("limitPct": 100, "centreUs": 1500, "usPerPct": 4, "resolutionUs": 1)" +
                   laws + "}'")
            .asJson()
            .at("pulseUs")
            .get<double>();
    };
    CHECK(pulse("") == 1780);
    CHECK(pulse(R"(, "travelSide": "after-reversing")") == 1900);
    CHECK(pulse(R"(, "subTrimLaw": "bends")") == 1820);
    CHECK(pulse(R"(, "reverseTurnsTrim": false)") == 1860);
    CHECK(pulse(R"(, "travelSide": "after-reversing", "limitLaw": "scales")") == 1900);
    const Answer bad =
        run(R"(calc channel --in '{"value": 0, "travelLowPct": 80, "travelHighPct": 120, "subTrimPct": 0, "reversed": false, )"
            R"("limitPct": 100, "centreUs": 1500, "usPerPct": 4, "resolutionUs": 1, "limitLaw": "grows"}')");
    CHECK(bad.code == 2);
    CHECK(bad.out.find("limitLaw") != std::string::npos);
    CHECK(run(R"(calc rated --in '{"stick": 0.5, "ratePct": 100, "expoPct": 100, "expoTable": [0, 0.1, 1]}')").asJson().at("value") ==
          Approx(0.1));
}

}  // namespace cliboxes_tests
