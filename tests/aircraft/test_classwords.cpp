// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a pilot of another class reads: no word of a machine he has not, on any page, in any guide, in what is still to be set.
#include "aircraft/camerabuilds.h"
#include "aircraft/quadbuilds.h"
#include "judge/evaluation.h"
#include "procedure/aircraft.h"
#include "procedure/ledger.h"
#include "procedure/tobeset.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <random>
#include <regex>

namespace class_words_tests {

using namespace kh;
using namespace khtest;

namespace {

/// Everything that is said of a document, a line each, behind where it stands.
std::vector<std::pair<std::string, std::string>> said(const Setup& s) {
    std::vector<std::pair<std::string, std::string>> out;
    const Evaluation e = evaluate(s);
    const std::vector<StationPage> pages = ledger(s, e, nullptr, stationsOf(s));
    for (const StationPage& page : pages)
        for (const Row& row : page.rows) {
            std::string text = render(row.title) + " " + (row.help == nullptr ? "" : row.help);
            for (const SubColumn& c : row.columns) text += std::string(" ") + c.caption + " " + c.help;
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts) text += " " + render(part.label) + " " + render(part.value);
            out.emplace_back("row " + row.id, text);
        }
    for (const BenchWork& work : stationsOf(s).guides()) {
        if (work.steps == nullptr) continue;
        for (const Step& step : work.steps(s, e.figures))
            out.emplace_back(std::string(work.id) + "/" + step.name,
                             render(step.todo) + " " + render(step.seen) + " " + render(step.caution));
    }
    for (const ToBeSet& one : stillToBeSet(s, pages))
        out.emplace_back("to be set " + one.row,
                         render(one.title) + " " + render(one.what) + " " + render(one.why) + " " + render(one.blocks));
    for (const Finding& f : e.findings)
        out.emplace_back(f.id, render(f.title) + " " + render(f.found) + " " + render(f.why) + " " + render(f.todo));
    return out;
}

void saysNone(const Setup& s, const std::regex& words, const std::set<std::string>& but) {
    for (const auto& [where, text] : said(s)) {
        if (but.count(where) != 0) continue;
        INFO(where << ": " << text);
        CHECK_FALSE(std::regex_search(text, words));
    }
}

}  // namespace

TEST_CASE("nothing that a quadrotor's pilot reads speaks of a tail, a plate or an autorotation") {
    const std::regex words("\\b(tail|plate|swash\\w*|autorotation)\\b", std::regex::icase);
    std::mt19937 dice(12);
    for (std::size_t i = 0; i < soundQuads().size(); i += 3) {
        Setup s = soundQuads()[i].setup;
        saysNone(s, words, {"row model-type"});
        const QuadMistake& m = quadMistakes()[dice() % quadMistakes().size()];
        if (std::string_view(m.finding) == "rotor-mix") continue;  // speaks of the plate that is mixed for
        m.make(s, dice);
        saysNone(s, words, {"row model-type"});
    }
}

TEST_CASE("nothing that a camera quadrotor's pilot reads speaks of blades, servos, a rotor or hold") {
    const std::regex words("\\b(tail|plate|swash\\w*|autorotation|head speeds?|rotors?|blades?|servos?|governor|rescue|hold)\\b");
    std::mt19937 dice(13);
    for (std::size_t i = 0; i < soundCameras().size(); i += 4) {
        Setup s = soundCameras()[i].setup;
        // an example of what is shared by choice; every model's, not this one's
        const std::set<std::string> but{"row shared-switches", "row stick-calibration", "row trainer-link"};
        saysNone(s, words, but);
        const CameraMistake& m = cameraMistakes()[dice() % cameraMistakes().size()];
        m.make(s, dice);
        saysNone(s, words, but);
    }
}

}  // namespace class_words_tests
