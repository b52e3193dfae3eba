// SPDX-License-Identifier: GPL-3.0-or-later
//
// Ids that are checked, rules that are injected, and how little a new station asks of the house.
#include "golden/builds.h"
#include "judge/helicopter/figures.h"
#include "judge/rowids.h"
#include "kernel/helicopter/envelope.h"
#include "model/fieldpatterns.h"
#include "model/fieldtable.h"
#include "model/helicopter/functions.h"
#include "procedure/ledger.h"
#include "stations/power/powerfigures.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <set>

namespace registry_tests {

using namespace kh;
using khtest::turnstone;

namespace {

const std::vector<khtest::NamedSetup>& builds() { return khtest::triedBuilds(); }

// A station that does not ship, all of it: nothing outside this file knows it.
constexpr Station kBallast{12};

void heavyPack(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.massKg < 9.0) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "ballast-mass",
                   .title = c.say(KH_TR("Too heavy to lift")),
                   .found = c.say(KH_TR("{m} kg."), {{"m", num(c.setup.machine.massKg, 1)}}),
                   .subject = "machine.massKg"_field,
                   .fix = {{"machine.massKg"_field, 2.2}}});
}
std::span<const Rule> ballastRules() {
    static constexpr std::array rules{Rule{"heavy-pack", kBallast, Work::Curves, heavyPack}};
    return rules;
}
StationPage ballastRows(const RowBuilder& b) {
    StationPage page{kBallast, {}};
    page.rows.push_back(b.row("ballast-mass", say(KH_TR("Mass")), {}, {}, {{b.field("machine.massKg"_field)}}));
    return page;
}
StationEntry ballast() {
    return {.station = kBallast,
            .name = KH_TR("Ballast"),
            .shortName = KH_TR("Ball"),
            .rows = ballastRows,
            .rules = {ballastRules},
            .panels = [](const PanelContext& c) -> std::vector<PanelSpec> {
                return {{DrawingId::Helicopter, {kPanelLeft, 10, c.innerWidth(), c.innerHeight()}, KH_TR("Mass")}};
            },
            .extraRows = {"ballast-mass"}};
}
std::vector<StationEntry> withBallast() {
    std::vector<StationEntry> all(stations().begin(), stations().end());
    all.push_back(ballast());
    return all;
}

}  // namespace

TEST_CASE("every station's pages hold the rows of the table, in its order; a build leaves out what it has not, and only that") {
    using Id = std::tuple<Station, std::string, std::string>;
    std::set<Id> ever;
    for (const khtest::NamedSetup& b : builds()) {
        std::vector<Id> shown, wanted;
        for (const StationPage& page : ledger(b.setup, evaluate(b.setup))) {
            CHECK(std::count_if(page.rows.begin(), page.rows.end(), [](const Row& row) { return row.under.empty(); }) <= 13);
            for (const Row& row : page.rows)
                if (!row.line) shown.emplace_back(page.station, row.id, row.under);
        }
        const bool engine = b.setup.machine.power.kind == PowerKind::Engine;
        ever.insert(shown.begin(), shown.end());
        for (const RowId& row : kRowIds)
            if (Id id{row.station, row.id, row.under};
                (row.station != Station::Power && row.id != "box-level") || std::count(shown.begin(), shown.end(), id) != 0)
                wanted.push_back(std::move(id));
        INFO(b.name);
        CHECK(shown == wanted);
        const auto has = [&](const char* id) {
            return std::any_of(shown.begin(), shown.end(), [&](const Id& row) { return std::get<1>(row) == id; });
        };
        for (const char* motors : {"poles", "electrical", "headroom", "protection", "start-pulse", "pack-connected", "endurance"})
            CHECK(has(motors) != engine);
        CHECK(has("engine-linkage") == engine);
        CHECK(has("box-level") != b.setup.controller.profile->levelling.empty());
    }
    for (const RowId& row : kRowIds) {
        INFO(row.id);
        CHECK(ever.count(Id{row.station, row.id, row.under}) == 1);
    }
}

TEST_CASE("what a finding speaks of has a cell, so that it can be answered") {
    std::set<std::string> without;
    for (const khtest::NamedSetup& b : builds()) {
        const Evaluation e = evaluate(b.setup);
        std::set<std::string> cells;
        for (const StationPage& page : ledger(b.setup, e))
            for (const Row& row : page.rows)
                for (const Cell& cell : row.cells)
                    for (const Part& part : cell.parts) cells.insert(part.field());
        for (const Finding& f : e.findings)
            if (const FieldPattern* pattern = FieldTable::of(Setup{}).patternOf(f.subject);
                pattern != nullptr && cells.count(f.subject) == 0)
                without.insert(f.id + ": " + pattern->pattern());
    }
    INFO(khtest::listed(without));
    CHECK(without.empty());
}

TEST_CASE("a row shows the weakest of what opens from it, is torn with it, and marks its findings") {
    std::size_t subs = 0;
    for (const khtest::NamedSetup& b : builds())
        for (const StationPage& page : ledger(b.setup, evaluate(b.setup)))
            for (const Row& row : page.rows)
                for (const Row& sub : page.rows) {
                    if (sub.under != row.id) continue;
                    INFO(b.name << " " << row.id << " " << sub.id);
                    CHECK((row.standing <= sub.standing || row.standing == Standing::Proved || sub.aside));
                    CHECK((row.broken || !sub.broken));
                    for (const std::size_t f : sub.findings) CHECK(std::count(row.findings.begin(), row.findings.end(), f) == 1);
                    CHECK(row.opens);
                    ++subs;
                }
    CHECK(subs > 1000);
}

TEST_CASE("a finding is marked in a row of the station where it is settled, and names fields that exist") {
    std::size_t findings = 0;
    for (const khtest::NamedSetup& b : builds()) {
        std::vector<Finding> all = evaluate(b.setup).findings;
        for (const PropertyResult& p : proveSwitches(b.setup).properties)
            if (!p.holds) all.push_back(p.finding);
        for (const Finding& f : all) {
            INFO(b.name << " " << f.id << " row " << f.row << " subject " << f.subject);
            ++findings;
            if (!f.row.empty()) {
                const RowId* row = rowOf(f.row);
                REQUIRE(row != nullptr);
                CHECK(row->station == f.station);
            }
            CHECK((f.subject.empty() || isFieldPath(f.subject) || f.id == "chain-impossible"));
            for (const Edit& e : f.fix) CHECK(FieldTable::of(Setup{}).patternOf(e.path) != nullptr);
        }
    }
    CHECK(findings > 5 * builds().size());
}

TEST_CASE("every cell and every derivation names fields that exist, in every build") {
    for (const khtest::NamedSetup& b : builds())
        for (const StationPage& page : ledger(b.setup, evaluate(b.setup)))
            for (const Row& row : page.rows)
                for (const Cell& cell : row.cells)
                    for (const Part& part : cell.parts) {
                        INFO(b.name << " " << row.id << " " << part.field());
                        CHECK((part.field().empty() || readField(b.setup, part.field())));
                        for (const std::string& path : part.why.inputs) {
                            INFO(path);
                            CHECK((isFieldPath(path) || path.starts_with("rows.")));
                        }
                    }
}

TEST_CASE("ids that do not exist, or stand twice, stop the program at its start") {
    const auto refused = [](StationEntry bad) {
        std::vector<StationEntry> all(stations().begin(), stations().end());
        all.push_back(std::move(bad));
        CHECK_THROWS_AS(StationSet(all), std::logic_error);
    };
    CHECK_NOTHROW(StationSet(withBallast()));
    StationEntry twice = ballast();
    twice.rules = {ballastRules, ballastRules};
    refused(twice);
    StationEntry nowhere = ballast();
    nowhere.rules = {[]() -> std::span<const Rule> {
        static constexpr std::array rules{Rule{"lost", Station::Flight, Work::Curves, heavyPack}};
        return rules;
    }};
    refused(nowhere);
    StationEntry guide = ballast();
    guide.work = {[]() -> std::span<const BenchWork> {
        static constexpr std::array guides{BenchWork{.id = "x", .title = "", .rows = "no-such-row", .steps = nullptr}};
        return guides;
    }};
    refused(guide);
    StationEntry solver = ballast();
    solver.work = {[]() -> std::span<const BenchWork> {
        static constexpr std::array entries{
            BenchWork{.id = "x", .title = "", .rows = "no-such-row", .steps = nullptr, .solve = [](const Setup&, std::span<const Reading>) {
                          return Solved{};
                      }}};
        return entries;
    }};
    refused(solver);
    const RowBuilder b(turnstone(), evaluate(turnstone()));
    CHECK_THROWS_AS(b.field("machine.power.kV"), std::logic_error);
    CHECK(b.field("transmitter.channels.nobody.number").field().empty());  // an element this document has not is ordinary
}

TEST_CASE("a throw-away station is one entry: its rows, rules and marks are there, the others stay as they were") {
    const StationSet set(withBallast());
    Setup heavy = turnstone();
    heavy.machine.massKg = 11.0;
    const Evaluation e = evaluate(heavy, set);
    const Finding* found = khtest::find(e, "heavy-pack");
    REQUIRE(found != nullptr);
    CHECK(found->station == kBallast);
    CHECK(e.count(Severity::Warning, kBallast) == 1);
    const auto pages = ledger(heavy, e, nullptr, set);
    REQUIRE(pages.size() == stations().size() + 1);
    CHECK(pages.back().rows.front().findings.size() == 1);
    CHECK(khtest::find(evaluate(heavy), "heavy-pack") == nullptr);
    CHECK(ledger(heavy, evaluate(heavy)).size() == stations().size());
    CHECK(set.find(kBallast)->name == std::string("Ballast"));
    // judged by its own rules alone
    const Evaluation alone = judge(heavy, StationSet({ballast()}).rules());
    CHECK(alone.findings.size() == 1);
}

TEST_CASE("the light judgement finds the same facts as the full one, without a word") {
    LightJudge light(shippedStations().rules());
    for (const khtest::NamedSetup& b : builds()) {
        INFO(b.name);
        const Evaluation full = evaluate(b.setup);
        const LightJudgement facts = light.at(b.setup);
        REQUIRE(facts.simulated == full.simulated);
        REQUIRE(facts.facts.size() == full.findings.size());
        for (std::size_t i = 0; i < full.findings.size(); ++i) {
            const Finding& f = full.findings[i];
            CHECK(facts.facts[i] ==
                  Fact{f.id, f.station, f.work, f.severity, f.box, f.row, f.subject, f.property, f.fix, f.also, f.proposal, f.whole});
        }
        CHECK(facts.count(Severity::Danger) == full.count(Severity::Danger));
    }
    const Evaluation wordless = judge(khtest::dunlin(), shippedStations().rules(), {false, nullptr});
    REQUIRE(wordless.findings.size() > 5);
    for (const Finding& f : wordless.findings) CHECK((f.title.empty() && f.found.empty() && f.why.empty() && f.todo.empty()));
    CHECK(wordless.figures.of<PowerFigures>().ratio.why.lines.empty());
}

TEST_CASE("roses are found anew only where the geometry changed") {
    JudgeMemory memory;
    const RoseMemory& roses = memory.of<RoseMemory>();
    (void)evaluate(turnstone(), shippedStations(), &memory);
    const std::size_t first = roses.found();
    CHECK(first >= 3);
    CHECK(first <= 4);  // low, mid and high collective, and what a rule looks at: each once
    (void)evaluate(khtest::edited(turnstone(), {{"machine.power.kv", 1000.0}, {"transmitter.timerMin", 5.0}}), shippedStations(), &memory);
    CHECK(roses.found() == first);
    const Evaluation longer = evaluate(khtest::edited(turnstone(), {{"machine.plate.tiltLimitDeg", 9.0}}), shippedStations(), &memory);
    CHECK(roses.found() > first);
    const Evaluation alone = evaluate(khtest::edited(turnstone(), {{"machine.plate.tiltLimitDeg", 9.0}}));
    for (std::size_t i = 0; i < 3; ++i)
        CHECK(longer.figures.of<HelicopterFigures>().roses[i].round.tiltDeg ==
              alone.figures.of<HelicopterFigures>().roses[i].round.tiltDeg);
}

TEST_CASE("the function whose trace shows a finding follows from its witness, else from the field it names") {
    const auto traced = [](const char* subject) {
        Finding f;
        f.subject = subject;
        return tracedFunction(helicopterClass(), f);
    };
    CHECK(traced("transmitter.channels.gain.travelLowPct"_field) == heli::Gain);
    CHECK(traced("transmitter.modes.idle2.tailGainPct"_field) == heli::Gain);
    CHECK(traced("transmitter.channels.throttle.failsafePct"_field) == heli::Throttle);
    CHECK(traced("transmitter.modes.normal.throttle"_field) == heli::Throttle);
    CHECK(traced("transmitter.hold.actsIn"_field) == heli::Throttle);
    CHECK(traced("speedController.lowUs"_field) == heli::Throttle);
    CHECK(traced("controller.tail.limitLeftPct"_field) == heli::Rudder);
    CHECK(traced("machine.tail.servo.pulseUs"_field) == heli::Rudder);
    CHECK(traced("transmitter.modes.idle1.rudder.expoPct"_field) == heli::Rudder);
    CHECK(traced("transmitter.modes.idle1.aileron.ratePct"_field) == heli::Aileron);
    CHECK(traced("controller.directions.elevatorReversed"_field) == heli::Elevator);
    CHECK(traced("machine.servos.elevator.armMm"_field) == heli::Collective);  // a servo's role is no stick
    CHECK(traced("controller.collectiveHighPct"_field) == heli::Collective);
    CHECK(traced("") == heli::Collective);
    Finding moved;
    moved.subject = "machine.tail.armMm"_field;
    moved.witness = sticksAt(0.0, 1.0);
    CHECK(tracedFunction(helicopterClass(), moved) == heli::Aileron);
}

}  // namespace registry_tests
