// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is not known of a box is judged at its worse end: no box inside the intervals has a danger that was not told.
#include "base/error.h"
#include "boxes/tenboxes.h"
#include "io/profile.h"
#include "judge/openends.h"
#include "judge/rowids.h"
#include "model/accepted.h"
#include "model/amounts.h"
#include "model/names.h"
#include "model/traits.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <random>

namespace openends_tests {

using namespace kh;
using khtest::turnstone;

namespace {

/// A document that does not know these facts of its boxes.
Setup without(Setup s, const std::vector<std::pair<Box, const char*>>& keys) {
    for (const auto& [box, key] : keys) {
        const Question* q = questionOf(box, key);
        REQUIRE(q != nullptr);
        UnknownFact fact = anythingOf(*q);
        if (!fact.numbers.empty()) {  // what stands there is one of what it may be
            const double now = std::get<double>(readField(s, profilePath(box, key))->value);
            fact.numbers = {std::min(now, fact.numbers[0]), std::max(now, fact.numbers[1])};
        }
        if (box == Box::Transmitter) s.transmitter.profile.edit().unknown.push_back(fact);
        else if (box == Box::Controller) s.controller.profile.edit().unknown.push_back(fact);
        else s.speedController.profile.edit().unknown.push_back(fact);
    }
    REQUIRE_NOTHROW(requireAccepted(s));
    return s;
}

const std::vector<std::pair<Box, const char*>> kTen{{Box::Transmitter, "outputLimitPct"}, {Box::Transmitter, "travelSide"},
                                                    {Box::Transmitter, "subTrimLaw"},     {Box::Transmitter, "limitLaw"},
                                                    {Box::Transmitter, "usPerPct"},       {Box::Controller, "usPerPct"},
                                                    {Box::Controller, "learnsCentre"},    {Box::Controller, "strokeUs"},
                                                    {Box::Controller, "asksPolePairs"},   {Box::SpeedController, "acceptsLowUs"}};

Setup drawn(const Setup& s, std::mt19937& dice) {
    Ends ends;
    for (const OpenFact& f : openFacts(s)) {
        if (const double* low = std::get_if<double>(&f.ends.front())) {
            const double v = std::uniform_real_distribution<double>(*low, std::get<double>(f.ends.back()))(dice);
            ends.emplace_back(f.path, v);
        } else {
            ends.emplace_back(f.path, f.ends[std::uniform_int_distribution<std::size_t>(0, f.ends.size() - 1)(dice)]);
        }
    }
    Setup out = atEnds(s, ends);
    out.transmitter.profile.edit().unknown.clear();
    out.controller.profile.edit().unknown.clear();
    out.speedController.profile.edit().unknown.clear();
    return out;
}

}  // namespace

TEST_CASE("for 1 000 draws inside what is not known, every danger and warning stands found or open") {
    std::mt19937 dice(11);
    std::size_t dangers = 0, missing = 0;
    std::string which;
    for (const Setup& machine : {turnstone(), khtest::gannet(), khtest::fulmar(),
                                 khtest::edited(turnstone(), {{"transmitter.channels.rudder.subTrimPct", 12.0},
                                                              {"transmitter.channels.rudder.reversed", true}})}) {
        const Setup s = without(machine, kTen);
        const std::set<std::string> told = khtest::ids(evaluate(s));
        LightJudge judge(stationsOf(s).rules());
        for (int n = 0; n < 250; ++n)
            for (const Fact& f : judge.at(drawn(s, dice)).facts) {
                if (f.severity == Severity::Note) continue;
                ++dangers;
                if (told.count(f.id) == 0) {
                    ++missing;
                    if (which.find(f.id) == std::string::npos) which += machine.machine.name + ": " + f.id + " ";
                }
            }
    }
    INFO(which);
    CHECK(dangers > 1000);
    CHECK(missing == 0);
}

TEST_CASE("an open finding stands one severity lower, asks its question and promises no edit") {
    const Setup s = without(turnstone(), {{Box::Controller, "usPerPct"}, {Box::Transmitter, "outputLimitPct"}});
    const Evaluation e = evaluate(s);
    const Finding* hold = khtest::find(e, "hold-value");
    REQUIRE(hold != nullptr);
    CHECK(hold->open());
    CHECK(hold->restsOn == std::vector<std::string>{"transmitter.profile.outputLimitPct"});
    CHECK(hold->fix.empty());
    CHECK(render(hold->found).find("Not known, but if") == 0);
    CHECK(render(hold->title).find("Open: ") == 0);
    CHECK(render(hold->found).find("100 %") != std::string::npos);
    CHECK(render(hold->todo).find("Find out") == 0);
    CHECK(e.count(Severity::Danger) == 0);
    // known, it is a danger with its remedy, or nothing
    CHECK(evaluate(turnstone()).count(Severity::Danger) == 0);
    const Finding* real = nullptr;
    Setup tight = turnstone();
    tight.transmitter.profile.edit().outputLimitPct = 100.0;
    const Evaluation known = evaluate(tight);
    real = khtest::find(known, "hold-value");
    REQUIRE(real != nullptr);
    CHECK(static_cast<int>(hold->severity) == static_cast<int>(real->severity) + 1);
    CHECK_FALSE(real->open());
}

TEST_CASE("the derivation of a number marks the fact that nobody knows") {
    const Setup s = without(turnstone(), {{Box::Transmitter, "usPerPct"}});
    std::size_t marked = 0;
    for (const Setup& each : {s, turnstone()}) {
        const Evaluation e = evaluate(each);
        for (const StationPage& page : ledger(each, e))
            for (const Row& row : page.rows)
                for (const Cell& cell : row.cells)
                    for (const Part& part : cell.parts)
                        for (const WhyInput& input : explain(each, part).inputs)
                            if (input.path == "transmitter.profile.usPerPct") {
                                const bool says = render(input.value).find("not known") != std::string::npos;
                                CHECK(says == (&each != &turnstone() && !openFacts(each).empty()));
                                marked += says;
                            }
    }
    CHECK(marked > 5);
}

TEST_CASE("three facts meet at all their ends, and the number of judgements stays small") {
    std::vector<OpenFact> facts;
    for (int i = 0; i < 10; ++i) facts.push_back({"f" + std::to_string(i), &questions().front(), {FieldValue(0.0), FieldValue(1.0)}});
    const std::vector<Ends> all = endsOf(facts);
    CHECK(all.size() == 20 + 32);
    for (std::size_t i = 0; i < 10; ++i)
        for (std::size_t j = i + 1; j < 10; ++j)
            for (std::size_t k = j + 1; k < 10; ++k) {
                std::set<std::array<double, 3>> met;
                for (const Ends& ends : all)
                    if (ends.size() == 10)
                        met.insert({std::get<double>(ends[i].value), std::get<double>(ends[j].value), std::get<double>(ends[k].value)});
                CHECK(met.size() == 8);
            }
    CHECK(endsOf({}).empty());
    CHECK(endsOf({facts.front()}).size() == 2);
}

TEST_CASE("a fact that a profile does not give is not known; what contradicts itself is refused by name") {
    const std::string text = io::writeProfile(khtest::transmitter("genoa-12"));
    const auto withoutKey = [&](const std::string& key) {
        std::string out;
        std::size_t at = 0;
        while (at < text.size()) {
            const std::size_t end = text.find('\n', at) + 1;
            const std::string line = text.substr(at, end - at);
            if (line.find("\"" + key + "\"") == std::string::npos) out += line;
            at = end;
        }
        return out;
    };
    CHECK(khtest::transmitter("genoa-12").unknown.empty());
    const TransmitterProfile open = io::parseTransmitterProfile(withoutKey("travelSide"));
    REQUIRE(open.unknown.size() == 1);
    CHECK(open.unknown.front().key == "travelSide");
    CHECK(open.unknown.front().words.size() == 2);
    const TransmitterProfile again = io::parseTransmitterProfile(io::writeProfile(open));
    CHECK(again == open);
    const auto refused = [&](const std::string& unknown) -> std::string {
        std::string with = text;
        with.insert(with.find('{') + 1, "\"unknown\": " + unknown + ",");
        try {
            (void)io::parseTransmitterProfile(with);
        } catch (const InputError& e) {
            return e.what();
        }
        return "";
    };
    CHECK(refused(R"({"outputLimitPct": [100, 150]})") == "");
    CHECK(io::parseTransmitterProfile([&] {  // without a value to take meanwhile: the first it may be
              std::string with = withoutKey("outputLimitPct");
              with.insert(with.find('{') + 1, R"("unknown": {"outputLimitPct": [110, 120]},)");
              return with;
          }())
              .outputLimitPct == 110.0);
    std::string newer = text;
    newer.replace(newer.find("\"format\": 2"), 11, "\"format\": 3");
    CHECK_THROWS_WITH(io::parseTransmitterProfile(newer), Catch::Contains("newer Keelhaul"));
    CHECK(refused(R"({"menu": [1, 2]})").find("unknown.menu") != std::string::npos);
    CHECK(refused(R"({"outputLimitPct": [160, 100]})").find("outputLimitPct") != std::string::npos);
    CHECK(refused(R"({"outputLimitPct": [100, 120]})").find("taken meanwhile") != std::string::npos);
    CHECK(refused(R"({"outputLimitPct": [10, 150]})").find("outputLimitPct") != std::string::npos);
    CHECK(refused(R"({"limitLaw": ["clips", "grows"]})").find("grows") != std::string::npos);
    CHECK(refused(R"({"limitLaw": ["clips"]})").find("limitLaw") != std::string::npos);
    CHECK(refused(R"({"smoothCurves": [1, 2]})").find("smoothCurves") != std::string::npos);
}

TEST_CASE("no question is put of a field that is none, and each says how it is answered") {
    const Setup any;
    std::set<std::string> seen;
    for (const Question& q : questions()) {
        const std::string path = profilePath(q.box, q.key);
        INFO(path);
        CHECK(seen.insert(path).second);
        const auto field = readField(any, path);
        REQUIRE(field);
        CHECK(std::string(q.how).size() > 20);
        const UnknownFact fact = anythingOf(q);
        CHECK(fact.numbers.size() + fact.words.size() >= 2);
        if (!fact.numbers.empty()) CHECK(fact.numbers[0] < fact.numbers[1]);
    }
}

TEST_CASE("what a box does beside and is not computed stands as a note on every row that rests on it") {
    Setup s = turnstone();
    s.speedController.profile.edit().alsoDoes = {"digital-throttle"};
    s.transmitter.profile.edit().alsoDoes = {"trainer"};
    const Evaluation e = evaluate(s);
    for (const Trait* t : traitsOf(s))
        for (const char* row : t->rows) {
            const Finding* f = khtest::find(e, std::string("described.") + t->id + "." + row);
            INFO(row);
            REQUIRE(f != nullptr);
            CHECK(f->severity == Severity::Note);
            CHECK(f->row == row);
            CHECK(render(f->title).find(t->box == Box::Transmitter ? s.transmitter.profile->name : s.speedController.profile->name) == 0);
        }
    // what is found on such a row says that it was reckoned without it
    s.transmitter.hold.throttlePct = 8.0;
    const Evaluation bad = evaluate(s);
    const Finding* hold = khtest::find(bad, "hold-value");
    REQUIRE(hold != nullptr);
    CHECK(hold->severity == Severity::Danger);
    CHECK(render(hold->found).find("digital throttle line") != std::string::npos);
    // and the light judgement finds the same
    LightJudge judge(stationsOf(s).rules());
    CHECK(judge.at(s).facts.size() == bad.findings.size());
}

TEST_CASE("every row a trait rests on is one there is, and no box names a trait it has not") {
    for (const Trait& t : traits()) {
        CHECK(traitOf(t.box, t.id) == &t);
        for (const char* row : t.rows) {
            INFO(t.id << " " << row);
            CHECK(std::any_of(std::begin(kRowIds), std::end(kRowIds), [&](const RowId& r) { return std::string_view(r.id) == row; }));
        }
    }
    const auto refused = [](auto change) -> std::string {
        TransmitterProfile p = khtest::transmitter("genoa-12");
        change(p);
        try {
            (void)io::parseTransmitterProfile(io::writeProfile(p));
        } catch (const InputError& e) {
            return e.what();
        }
        return "";
    };
    CHECK(refused([](TransmitterProfile& p) { p.alsoDoes = {"trainer"}; }) == "");
    CHECK(refused([](TransmitterProfile& p) { p.alsoDoes = {"digital-throttle"}; }).find("known are") != std::string::npos);
    CHECK(refused([](TransmitterProfile& p) { p.alsoDoes = {"trainer", "trainer"}; }).find("twice") != std::string::npos);
    CHECK(refused([](TransmitterProfile& p) { p.curveCounts = {5, 9}; }).find("curveCounts") != std::string::npos);
    CHECK(refused([](TransmitterProfile& p) { p.curveCounts = {5, 7}; }) == "");
    CHECK(refused([](TransmitterProfile& p) { p.expoTable = {0, 0.9, 0.2, 1}; }).find("expoTable") != std::string::npos);
    CHECK(refused([](TransmitterProfile& p) { p.switches.push_back(p.switches.front()); }).find("switches") != std::string::npos);
    CHECK(refused([](TransmitterProfile& p) { p.menu.front().topics.push_back("travel"); }).find("menu") != std::string::npos);
}

}  // namespace openends_tests
