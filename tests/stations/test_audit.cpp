// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every rule has a pair: the smallest change to a sound document that fires it, and its own remedy that clears it.
#include "base/error.h"
#include "io/library.h"
#include "judge/switches/switchproof.h"
#include "model/carried.h"
#include "model/helicopter/newmodel.h"
#include "model/helicopter/sizeclass.h"
#include "procedure/registry.h"
#include "stations/auditpairs.h"
#include "stations/power/powerfigures.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace audit_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::Pair;
using khtest::pairs;
using khtest::turnstone;

TEST_CASE("a sound model has no danger and no warning; its notes are these") {
    struct Sound {
        const Setup& setup;
        std::set<std::string> notes;
    };
    for (const Sound& sound : {Sound{turnstone(), {"spool-up.idle1", "spool-up.idle2"}},
                               Sound{khtest::fulmar(), {"spool-up.idle1", "spool-up.idle2"}}, Sound{khtest::gannet(), {}}}) {
        INFO(sound.setup.machine.name);
        const Evaluation e = evaluate(sound.setup);
        REQUIRE(e.simulated);
        CHECK(khtest::listed(khtest::ids(e)) == khtest::listed(sound.notes));
        CHECK(e.count(Severity::Danger) == 0);
        CHECK(e.count(Severity::Warning) == 0);
        CHECK(proveSwitches(sound.setup).failures() == 0);
    }
}

TEST_CASE("a new model of every size class warns of nothing but what only its machine can give") {
    const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    for (const SizeClass& c : sizeClasses())
        for (const ControllerProfile& box : lib.controllers) {
            INFO(c.id << " with " << box.name);
            if (!movesPlate(box)) continue;  // no helicopter's
            const auto servo = [&](const char* id) {
                return *std::find_if(lib.servos.begin(), lib.servos.end(), [&](const ServoProfile& s) { return s.id == id; });
            };
            NewModelAnswers answers;
            answers.sizeClass = c.id;
            answers.boxes = {lib.transmitters.front(), box, lib.speedControllers.front(), servo("cleat-c12"), servo("cleat-t7")};
            const Evaluation e = evaluate(newModel(answers));
            for (const Finding& f : e.findings)
                if (f.severity != Severity::Note) CHECK((f.id == "blade-limit" || f.id == "failsafe-missing"));
        }
}

TEST_CASE("each rule fires on its smallest mistake, and its remedy clears it") {
    const std::set<std::string> sound = khtest::ids(evaluate(turnstone()));
    for (const Pair& pair : pairs()) {
        INFO(pair.id);
        const Setup wrong = edited(turnstone(), pair.change);
        const Evaluation e = evaluate(wrong);
        const Finding* f = khtest::find(e, pair.id);
        INFO("found: " << khtest::listed(khtest::ids(e)));
        REQUIRE(f != nullptr);
        CHECK(f->severity == pair.severity);
        CHECK_FALSE(render(f->found).empty());
        CHECK_FALSE(render(f->why).empty());
        CHECK_FALSE(render(f->todo).empty());
        CHECK_FALSE(f->subject.empty());
        for (const std::string& text : {render(f->title), render(f->found), render(f->why), render(f->todo)})
            CHECK(text.find('{') == std::string::npos);
        for (const std::string& other : khtest::ids(e)) {
            INFO("unlisted consequence: " << other);
            CHECK((other == pair.id || sound.count(other) != 0 || pair.consequences.count(other) != 0));
        }
        for (const std::string& listed : pair.consequences) {
            INFO("a consequence that is listed and no longer occurs: " << listed);
            CHECK(khtest::ids(e).count(listed) != 0);
        }
        if (!pair.remedied) continue;
        REQUIRE_FALSE(f->fix.empty());
        const Evaluation after = evaluate(edited(wrong, f->fix));
        INFO("after the remedy: " << khtest::listed(khtest::ids(after)));
        CHECK(khtest::find(after, pair.id) == nullptr);
        if (f->proposal) continue;
        for (const Edit& typed : f->fix) {
            const std::string is = settingText(edited(wrong, f->fix), typed.path);
            INFO(typed.path);
            if (const auto listed = pair.typed.find(typed.path); listed != pair.typed.end()) {
                CHECK(is == listed->second);
                continue;
            }
            const auto was = readField(turnstone(), typed.path);  // what stood on the sound machine, to a rounding
            REQUIRE(was.has_value());
            const double* number = std::get_if<double>(&was->value);
            const double* now = std::get_if<double>(&typed.value);
            CHECK((typed.value == was->value ||
                   (number != nullptr && now != nullptr && std::abs(*now - *number) <= 0.03 * std::abs(*number))));
        }
    }
}

TEST_CASE("no rule is without a mistake that makes it speak") {
    const RuleSet& rules = shippedStations().rules();
    std::vector<std::set<std::string>> spoke(rules.rules.size());  // by rule, what it found on which document
    const auto ask = [&](const Setup& s, const auto& heard) {
        JudgeMemory memory;
        const ChainModel model(s);
        const ChainModel asked(askedSetup(s));
        const Figures figures = computeFigures(s, model, asked, rules.figures, {true, &memory});
        const AuditContext context{s, model, asked, figures, memory, true};
        for (std::size_t r = 0; r < rules.rules.size(); ++r) {
            std::vector<Finding> found;
            rules.rules[r].check(context, found);
            for (const Finding& f : found) heard(r, f.id.empty() ? std::string(rules.rules[r].id) : f.id);
        }
    };
    std::vector<std::set<std::string>> sound(rules.rules.size());
    ask(turnstone(), [&](std::size_t r, const std::string& id) { sound[r].insert(id); });
    for (const Pair& pair : pairs())
        ask(edited(turnstone(), pair.change), [&](std::size_t r, const std::string& id) {
            if (sound[r].count(id) == 0 && id == pair.id) spoke[r].insert(id);
        });
    // of readings, of rows not seen, of a channel that is not there, of an engine, of a function's channel: tests of their own
    const std::set<std::string> elsewhere{
        "hand-answers",    "bank-answers",    "supply-dip",       "channel-missing", "hold-idle",    "rescue-shut",    "tail-bind",
        "gain-oscillates", "speed-read",      "pack-read",        "engine-flat",     "wanted-apart", "timer-estimate", "carried",
        "unheard",         "arming-missing",  "on-at-power-on",   "level-shut",      "scale-read",   "beyond-box",     "bench-mode",
        "lock-by-curve",   "rpm-lead",        "setup-switch",     "rate-mode",       "leads",        "after-flight",   "head-gain-side",
        "head-gain-sent",  "head-gain-shown", "school-head-gain", "shown-rate",      "bar-answers",  "limit-bound",    "throw-verdict",
        "tail-authority",  "tail-other-way",  "trainer-stops",    "box-level",       "box-kind"};
    for (std::size_t r = 0; r < rules.rules.size(); ++r) {
        INFO(rules.rules[r].id);
        CHECK(spoke[r].empty() == (elsewhere.count(rules.rules[r].id) != 0));
    }
}

TEST_CASE("the range is judged by the style's own target, at both ends") {
    const auto note = [](const char* style, double low, double high) {
        return khtest::find(evaluate(edited(turnstone(), {{"machine.style", std::string(style)},
                                                          {"controller.collectiveLowPct", low},
                                                          {"controller.collectiveHighPct", high}})),
                            "collective-range") != nullptr;
    };
    CHECK_FALSE(note("sport", 43.5, 43.5));
    CHECK(note("scale", 43.5, 43.5));  // −11.5° where −2 is usual
    CHECK_FALSE(note("scale", 7.6, 38.0));
    CHECK(note("sport", 7.6, 38.0));
    CHECK(note("sport", 34.0, 43.5));
}

TEST_CASE("a layout the controller does not know is set as a custom one") {
    Setup s = edited(turnstone(), {{"machine.servos.left.azimuthDeg", 315.0}, {"machine.servos.right.azimuthDeg", 45.0}});
    CHECK(khtest::find(evaluate(s), "layout")->fix.front().path == "controller.layout");
    std::erase(s.controller.profile.edit().layouts, "three at 135°, elevator aft");
    const std::vector<Edit> fix = khtest::find(evaluate(s), "layout")->fix;
    CHECK(fix.front().path == "controller.customAzimuthsDeg");
    CHECK(khtest::find(evaluate(edited(s, fix)), "layout") == nullptr);
}

TEST_CASE("the number in the text follows the value") {
    const auto text = [](double rate) {
        return render(khtest::find(evaluate(edited(turnstone(), {{"controller.rateHz", rate}})), "servo-rate")->found);
    };
    REQUIRE(text(400).find("400 Hz") != std::string::npos);
    REQUIRE(text(450).find("450 Hz") != std::string::npos);
    const auto trim = [](double us) {
        return render(khtest::find(evaluate(edited(turnstone(), {{"controller.ports.2.trimUs", us}})), "trim-safe.2")->found);
    };
    REQUIRE(trim(-75).find("−75") != std::string::npos);
    REQUIRE(trim(-90).find("−90") != std::string::npos);
}

TEST_CASE("the seven mistakes left in the first model are found") {
    const Evaluation e = evaluate(khtest::dunlin());
    for (const char* id : {"swash-mixing", "layout", "hold-acts.idle2", "gain-side.idle1", "servo-rate", "headroom.idle2", "trim-safe.2"}) {
        INFO(id);
        const Finding* f = khtest::find(e, id);
        REQUIRE(f != nullptr);
        REQUIRE(f->severity == Severity::Danger);
    }
}

TEST_CASE("findings come dangers first and each stands at an existing station") {
    const Evaluation e = evaluate(khtest::dunlin());
    for (std::size_t i = 1; i < e.findings.size(); ++i) REQUIRE(e.findings[i - 1].severity <= e.findings[i].severity);
    REQUIRE(e.count(Severity::Danger) + e.count(Severity::Warning) + e.count(Severity::Note) == e.findings.size());
}

TEST_CASE("an unknown is never guessed") {
    const Setup s = edited(turnstone(), {{"machine.power.kv", std::monostate{}},
                                         {"machine.servos.elevator.servo.pulseUs", std::monostate{}},
                                         {"machine.servos.elevator.servo.maxHz", std::monostate{}}});
    const Evaluation e = evaluate(s);
    REQUIRE_FALSE(e.figures.of<PowerFigures>().availableRpm.known);
    REQUIRE(e.figures.of<PowerFigures>().availableRpm.missing == "machine.power.kv");
    REQUIRE(khtest::find(e, "servo-pulse")->box == Box::Bench);
    REQUIRE(std::get<double>(khtest::find(e, "servo-rate")->fix.front().value) == 50.0);
}

}  // namespace audit_tests
