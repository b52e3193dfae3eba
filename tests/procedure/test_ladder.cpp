// SPDX-License-Identifier: GPL-3.0-or-later
//
// What may be done, rung by rung: what stands in the way exists, stands once, and once it is mended the rung is free.
#include "aircraft/camerabuilds.h"
#include "aircraft/quadbuilds.h"
#include "golden/builds.h"
#include "judge/plan/plan.h"
#include "judge/rowids.h"
#include "model/carried.h"
#include "procedure/aircraft.h"
#include "procedure/ledger.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <set>

namespace ladder_tests {

using namespace kh;
using namespace khtest;

namespace {

const Rung* rungOf(const Ladder& ladder, const std::string& id) {
    for (const Rung& rung : ladder.rungs)
        if (rung.id == id) return &rung;
    return nullptr;
}

/// Where a finding, or what is still to be, stands.
std::string placeOf(const Ladder& ladder, const std::string& what) {
    for (const Rung& rung : ladder.rungs)
        for (const Obstacle& o : rung.obstacles)
            if (o.finding == what || (o.finding.empty() && o.row == what)) return rung.id;
    return {};
}

Ladder of(const Setup& setup) { return ladderOf(setup, evaluate(setup)); }

std::vector<NamedSetup> builds() {
    std::vector<NamedSetup> all = triedBuilds();
    for (NamedSetup& b : drawnBuilds(20)) all.push_back(std::move(b));
    // of the other classes some that are sound, and some with a mistake made
    std::mt19937 dice(5);
    for (std::size_t i = 0; i < soundQuads().size(); i += 4) {
        all.push_back({soundQuads()[i].name, soundQuads()[i].setup});
        const QuadMistake& m = quadMistakes()[dice() % quadMistakes().size()];
        m.make(all.back().setup, dice);
        all.push_back({soundQuads()[i].name, soundQuads()[i].setup});
    }
    for (std::size_t i = 0; i < soundCameras().size(); i += 4)
        for (const CameraMistake& m : cameraMistakes()) {
            if (dice() % 6 != 0) continue;
            all.push_back({soundCameras()[i].name, soundCameras()[i].setup});
            m.make(all.back().setup, dice);
        }
    return all;
}

}  // namespace

TEST_CASE("every danger, every warning and all that is still to be set stands on one rung, and on no more") {
    for (const NamedSetup& b : builds()) {
        INFO(b.name);
        const Evaluation e = evaluate(b.setup);
        const std::vector<ToBeSet> left = stillToBeSet(b.setup, ledger(b.setup, e, nullptr, stationsOf(b.setup)));
        const Ladder ladder = ladderOf(b.setup, e);
        std::multiset<std::string> stand, expected;
        for (const Rung& rung : ladder.rungs)
            for (const Obstacle& o : rung.obstacles) {
                stand.insert(o.finding.empty() ? "row " + o.row + o.title.text : o.finding);
                CHECK_FALSE(o.title.text.empty());
                CHECK((isRow(o.row) || !o.finding.empty()));
            }
        for (const Finding& f : e.findings)
            if (f.severity != Severity::Note) expected.insert(f.id);
        for (const ToBeSet& one : left) expected.insert("row " + one.row + one.title.text);
        CHECK(stand == expected);
        CHECK(ladder.rungs.front().id == "look");
        CHECK(ladder.rungs.front().obstacles.empty());
        const AircraftClass& of = b.setup.machine.aircraft.of();
        const bool engine = b.setup.machine.power.kind == PowerKind::Engine;
        CHECK((rungOf(ladder, "motor") == nullptr) ==
              (engine || !of.holds));  // an engine never without blades; inside a box none is reached
        CHECK((rungOf(ladder, "autorotation") == &ladder.rungs.back()) == of.autorotates);
        CHECK((rungOf(ladder, "home") != nullptr) == takesFamily(b.setup.controller.profile, "home"));
    }
}

TEST_CASE("a rung is free once what stands in its way and below is mended") {
    for (const NamedSetup& b : builds()) {
        INFO(b.name);
        const Evaluation e = evaluate(b.setup);
        const std::vector<ToBeSet> left = stillToBeSet(b.setup, ledger(b.setup, e, nullptr, stationsOf(b.setup)));
        const Ladder whole = ladderOf(b.setup, e);
        std::set<std::string> mended;
        for (std::size_t rung = 0; rung < whole.rungs.size(); ++rung) {
            for (const Obstacle& o : whole.rungs[rung].obstacles) mended.insert(o.finding.empty() ? "row " + o.row : o.finding);
            std::vector<const Finding*> open;
            for (const Finding& f : e.findings)
                if (mended.count(f.id) == 0) open.push_back(&f);
            std::vector<ToBeSet> still = left;
            std::erase_if(still, [&](const ToBeSet& one) { return mended.count("row " + one.row) != 0; });
            CHECK(ladderOf(b.setup, *aircraftEntry(b.setup).ladder, open, still).reached() >= rung);
        }
        CHECK(ladderOf(b.setup, *aircraftEntry(b.setup).ladder, {}, {}).reached() + 1 == whole.rungs.size());
    }
}

TEST_CASE("what a pack burns or starts is in the way of the pack, what tips it over in the way of the spool-up") {
    const Ladder dunlin = of(khtest::dunlin());
    CHECK(dunlin.rungs[dunlin.reached()].id == "look");
    CHECK(placeOf(dunlin, "servo-rate") == "pack");
    CHECK(placeOf(dunlin, "hold-acts.idle2") == "pack");
    CHECK(placeOf(dunlin, "layout") == "spool");
    CHECK(placeOf(dunlin, "range-check") == "hover");
    CHECK(placeOf(of(edited(turnstone(), {{"transmitter.hold.throttlePct", 20.0}})), "hold-value") == "pack");
    CHECK(placeOf(of(edited(turnstone(), {{"machine.tail.discM", 0.12}})), "tail-authority.normal") == "hover");
    CHECK(placeOf(of(edited(turnstone(), {{"machine.tail.discM", 0.12}})), "tail-authority.idle1") == "mode.idle1");
}

TEST_CASE("what starts, tips over or drops the other machines stands where it first could") {
    std::mt19937 dice(1);
    const auto placed = [&](const auto& builds, const auto& mistakes, const char* mistake, const char* finding) {
        for (const auto& m : mistakes)
            if (std::string_view(m.name) == mistake) {
                Setup s = builds.front().setup;
                m.make(s, dice);
                const Ladder ladder = of(s);
                for (const Rung& rung : ladder.rungs)
                    for (const Obstacle& o : rung.obstacles)
                        if (o.finding.starts_with(finding)) return rung.id;
            }
        return std::string();
    };
    CHECK(placed(soundQuads(), quadMistakes(), "two leads swapped", "rotor-leads") == "spool");
    CHECK(placed(soundQuads(), quadMistakes(), "hold does not act", "hold-acts") == "pack");
    CHECK(placed(soundQuads(), quadMistakes(), "the aerobatic mode slower", "rotor-speed") == "mode.idle1");
    CHECK(placed(soundCameras(), cameraMistakes(), "a cut that is only held", "cut-held") == "spool");
    CHECK(placed(soundCameras(), cameraMistakes(), "two places in one window", "windows.flight") == "hover");
    CHECK(placed(soundCameras(), cameraMistakes(), "return home turned round", "windows.home") == "home");
    CHECK(placed(soundCameras(), cameraMistakes(), "a receiver that keeps the last values", "lost-signal") == "spool");
    Setup low = soundCameras().front().setup;  // changing to the mode that takes the throttle directly drops it
    cameraOf(low).hoverPct = 85.0;
    CHECK(placeOf(of(low), "climbs") == "mode.flight-free");
    CHECK(placeOf(of(soundCameras().front().setup), "camera-cut") == "spool");
    CHECK(placeOf(of(soundQuads().front().setup), "rotor-elevator") == "spool");
}

TEST_CASE("a test that went stale takes a rung back") {
    Setup setup = turnstone();  // all of it was seen
    const Ladder free = of(setup);
    CHECK(free.reached() + 1 == free.rungs.size());
    setup.standings.erase("rows.range-check");
    const Ladder spool = of(setup);
    CHECK(spool.rungs[spool.reached()].id == "spool");
    const Ladder back = of(withEdits(setup, {{"transmitter.hold.throttlePct", -6.0}}, Standing::Entered, "2026-11-21T10:00:00Z"));
    CHECK(placeOf(back, "first-power") == "spool");
    CHECK(placeOf(back, "hold-switch") == "pack");
    CHECK(back.rungs[back.reached()].id == "look");
}

TEST_CASE("mending a machine for real frees its ladder: the plan is taken, what is left is seen, and nothing stands in the way") {
    for (const Setup* faulty : {&khtest::dunlin(), &turnstone()}) {
        Setup setup =
            faulty == &turnstone() ? edited(turnstone(), {{"transmitter.hold.throttlePct", 20.0}, {"controller.rateHz", 560.0}}) : *faulty;
        const std::size_t before = of(setup).reached();
        const Plan plan = makePlan(setup, stationsOf(setup).rules());
        setup = withPlan(setup, plan, plan.steps.size(), true, "2026-12-01T10:00:00Z");
        Ladder ladder = of(setup);
        CHECK(ladder.reached() >= before);
        for (const Rung& rung : ladder.rungs)
            for (const Obstacle& o : rung.obstacles) {
                INFO(rung.id << " " << o.finding << o.row);
                REQUIRE(o.finding.empty());  // the plan left none
                setup.change += 1;
                const StandingRecord record{o.seen ? Standing::Proved : Standing::Entered, "2026-12-02T10:00:00Z", {}, {}, setup.change};
                if (o.seen) setup.standings["rows." + o.row] = record;
                else
                    for (const ToBeSet& one : stillToBeSet(setup, ledger(setup, evaluate(setup))))
                        if (one.row == o.row)
                            for (const std::string& field : one.fields) setup.standings[field] = record;
            }
        ladder = of(setup);
        CHECK(ladder.reached() + 1 == ladder.rungs.size());
    }
}

TEST_CASE("an engine is stopped by cut and kill before it hovers; the rung itself is where that is tried") {
    const Ladder ladder = of(gannet());
    CHECK(placeOf(ladder, "first-power") == "hover");
    CHECK(rungOf(ladder, "spool")->caution.text.find("Never without blades") != std::string::npos);
}

}  // namespace ladder_tests
