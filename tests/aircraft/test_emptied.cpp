// SPDX-License-Identifier: GPL-3.0-or-later
//
// Documents of every class with one of their lists emptied: refused by the field's name, or told, planned, printed and traced all the same.
#include "aircraft/camerabuilds.h"
#include "aircraft/quadbuilds.h"
#include "base/error.h"
#include "io/document.h"
#include "judge/plan/plan.h"
#include "procedure/aircraft.h"
#include "procedure/carry.h"
#include "procedure/ladder.h"
#include "procedure/ledger.h"
#include "procedure/modebuttons.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "procedure/tobeset.h"
#include "procedure/trace.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>

namespace emptied_tests {

using namespace kh;
using namespace khtest;
using nlohmann::json;

namespace {

/// Where there is a list in it that holds something; of a list's elements the first stands for all.
void listsIn(const json& value, const json::json_pointer& at, std::vector<json::json_pointer>& out) {
    if (value.is_array() && !value.empty()) {
        out.push_back(at);
        listsIn(value.front(), at / 0, out);
    }
    if (value.is_object())
        for (const auto& [key, inner] : value.items()) listsIn(inner, at / key, out);
}

/// Everything that is said of a document.
void sayAll(const Setup& s) {
    const Evaluation e = evaluate(s);
    const auto pages = ledger(s, e, nullptr, stationsOf(s));
    REQUIRE_FALSE(pages.empty());
    (void)stillToBeSet(s, pages);
    if (aircraftEntry(s).ladder != nullptr) (void)ladderOf(s, e);
    (void)makePlan(s, stationsOf(s).rules());
    (void)benchSheet(s, e);
    (void)carry(s);
    (void)modeButtons(s, nullptr, {});
    for (const BenchWork& work : stationsOf(s).solvers()) (void)work.asks(s);
    for (const BenchWork& work : stationsOf(s).guides()) (void)work.asks(s);
    try {
        const Tracer tracer(s);
        (void)tracer.at(Deck{}, ChainState::Flying);
        (void)modeButtons(s, &tracer.model(), {});
        (void)proveSwitches(s);
    } catch (const InputError& refused) {
        CHECK_FALSE(refused.field().empty());
    }
}

}  // namespace

TEST_CASE("each list of each demo document emptied is refused by its name, or all is said of the document all the same") {
    std::size_t said = 0, refused = 0;
    for (const auto& entry : std::filesystem::directory_iterator(KEELHAUL_SOURCE "/data/demo")) {
        std::stringstream text;
        text << std::ifstream(entry.path()).rdbuf();
        const json whole = json::parse(text.str());
        std::vector<json::json_pointer> lists;
        listsIn(whole, json::json_pointer(), lists);
        for (const json::json_pointer& at : lists) {
            INFO(entry.path().filename().string() << " " << at.to_string());
            json emptied = whole;
            emptied[at] = json::array();
            try {
                const io::Document document = io::parseDocument(emptied.dump());
                sayAll(document.setup);
                ++said;
            } catch (const InputError& e) {
                CHECK_FALSE(e.field().empty());
                ++refused;
            }
        }
    }
    CHECK(said > 200);
    CHECK(refused > 10);
}

TEST_CASE("a document of a class that was opened with a box of another is told what that box has no place for, whatever the pair") {
    const std::vector<Setup> sound{turnstone(), soundQuads().front().setup, soundCameras().front().setup};
    for (const Setup& machine : sound)
        for (const Setup& other : sound) {
            Setup s = machine;
            s.controller.profile = other.controller.profile;
            INFO(s.machine.aircraft.of().id << " flown by " << s.controller.profile->name);
            const bool same = &machine == &other;
            const Evaluation e = evaluate(s);
            const auto f = std::ranges::find_if(e.findings, [](const Finding& one) { return one.id == "box-kind"; });
            REQUIRE((f == e.findings.end()) == same);
            if (same) continue;
            CHECK(f->severity == Severity::Danger);
            for (const char* need : s.machine.aircraft.of().needsOfBox)
                CHECK(render(f->found).find(render(say(need))) != std::string::npos);
        }
}

}  // namespace emptied_tests
