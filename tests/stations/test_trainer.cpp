// SPDX-License-Identifier: GPL-3.0-or-later
//
// A trainer link: hold and kill are the teacher's, in audit, proof, plan and trace alike; and what the box takes for level.
#include "golden/builds.h"
#include "judge/dependencies.h"
#include "judge/switches/switchproof.h"
#include "kernel/chain.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/modeedits.h"
#include "procedure/ledger.h"
#include "procedure/tobeset.h"
#include "procedure/typed.h"
#include "stations/healing.h"
#include "stations/readingkit.h"
#include "stations/solving.h"

namespace trainer_tests {

using namespace kh;
using namespace khtest;

namespace {

const char* const kHands = "transmitter.trainer.hands";
const char* const kStops = "transmitter.trainer.stops";

/// A switch no function names; empty: there is none.
std::string freeSwitch(const Setup& s) {
    std::set<std::string> used;
    for (const FlightMode& m : s.transmitter.modes) used.merge(switchesOf(s.transmitter, m.when));
    for (const SwitchFunction& f : s.transmitter.functions) used.merge(switchesOf(s.transmitter, f.when));
    used.merge(switchesOf(s.transmitter, s.transmitter.kill.when));
    used.merge(switchesOf(s.transmitter, s.transmitter.cut.when));
    for (const SwitchProfile& p : s.transmitter.profile->switches)
        if (used.count(p.id) == 0 && s.transmitter.functions.size() < kMaxSwitchFunctions) return p.id;
    return {};
}

Setup linked(const Setup& s, const char* hands, const char* stops) {
    Setup out = asTyped(s, {{kHands, std::string(hands)}}, {});
    for (SwitchFunction& f : out.transmitter.functions)
        if (f.id == kTrainer) f.when = {{{freeSwitch(s), 2, ""}}};
    return edited(out, {{kStops, std::string(stops)}});
}

std::size_t stillSet(const Setup& s, const std::string& row) {
    const auto left = stillToBeSet(s, ledger(s, evaluate(s)));
    return static_cast<std::size_t>(std::count_if(left.begin(), left.end(), [&](const ToBeSet& t) { return t.row == row; }));
}

bool holds(const Setup& s, const char* property) {
    for (const PropertyResult& p : proveSwitches(s).properties)
        if (p.id == property) return p.holds;
    throw std::logic_error("no such property");
}

}  // namespace

TEST_CASE("choosing what a pupil gets brings the function; hold that does nothing then fails P1, in every build, and is healed") {
    std::size_t linkedBuilds = 0;
    for (const NamedSetup& b : triedBuilds()) {
        const std::string spare = freeSwitch(b.setup);
        if (spare.empty() || modeById(b.setup.transmitter, kHoldMode) == nullptr ||
            modeById(b.setup.transmitter, kHoldMode)->when.empty() || channelOf(b.setup.transmitter, kThrottleChannel) == nullptr ||
            !holds(b.setup, "P1"))
            continue;
        INFO(b.name << " on " << spare);
        ++linkedBuilds;
        const Setup wins = linked(b.setup, "everything", "win");
        CHECK(holds(wins, "P1"));
        CHECK(holds(wins, "P2") == holds(b.setup, "P2"));
        CHECK_FALSE(tells(wins, "trainer-stops"));
        const Setup loses = linked(b.setup, "everything", "do nothing");
        CHECK_FALSE(holds(loses, "P1"));
        const Evaluation e = evaluate(loses);
        const Finding* f = find(e, "trainer-stops");
        REQUIRE(f != nullptr);
        CHECK(f->severity == Severity::Danger);
        heals(loses, "trainer-stops");
        CHECK(holds(edited(loses, f->fix), "P1"));
        // what the rule says of a direction the chain does: hold on, the throttle moves with the stick
        const ChainModel model(loses);
        REQUIRE(f->witness.has_value());
        DeckNumbers deck = model.numbers(posed(Deck{}, f->witness->to));
        const Instant now = model.at(deck);
        CHECK(now.pupilFlies);
        CHECK(now.holdAsked);
        CHECK_FALSE(now.holdActs);
        // cyclic alone leaves throttle and hold with the teacher
        CHECK(holds(linked(b.setup, "cyclic and rudder", "do nothing"), "P1"));
        const Evaluation open = evaluate(linked(b.setup, "everything", "not tried"));
        REQUIRE(find(open, "trainer-stops") != nullptr);
        CHECK(find(open, "trainer-stops")->severity == Severity::Warning);
    }
    CHECK(linkedBuilds > 3);
}

TEST_CASE("a link without a switch, one that is on at power-on, and the pupil's memory are each told once") {
    const Setup s = turnstone();
    const Setup none = asTyped(s, {{kHands, std::string("everything")}}, {});
    CHECK(std::any_of(none.transmitter.functions.begin(), none.transmitter.functions.end(),
                      [](const SwitchFunction& f) { return f.id == kTrainer; }));
    heals(none, "trainer-switch");
    const Setup link = linked(s, "cyclic and rudder", "win");
    CHECK_FALSE(tells(link, "trainer-switch"));
    const Setup on = edited(link, {{"transmitter.switches." + freeSwitch(s) + ".powerOnPlace", 2.0}});
    heals(on, "trainer-at-power-on");
    const Setup pupils = edited(link, {{"transmitter.trainer.memory", std::string("the pupil's")}});
    heals(pupils, "trainer-memory");
    heals(edited(link, {{kHands, std::string("nothing")}}), "trainer-switch");
    // the guide goes by what is handed over; it is asked for before the first hover
    CHECK(stillSet(s, "trainer-link") == 0);
    CHECK(stillSet(link, "trainer-link") == 1);
}

TEST_CASE("what the box takes for level is read on a stand, half round once more, and judged where it brings the machine there") {
    const Setup s = turnstone();
    REQUIRE_FALSE(s.controller.profile->levelling.empty());
    const auto solved = [&](const std::vector<std::pair<const char*, double>>& read) {
        std::vector<Reading> readings;
        for (const auto& [what, deg] : read) readings.push_back(reading(what, deg, "°"));
        return solveRound(s, *solverById("box-level"), readings);
    };
    const auto readAs = [](const Setup& of, double deg) { return withReadings(of, {readAt(of, "horizon.roll", deg, "°")}); };
    CHECK(render(solved({{"horizon.roll", 0.4}}).remarks.front()).find("level within") != std::string::npos);
    CHECK(render(solved({{"horizon.roll", 4.0}}).remarks.front()).find("off") != std::string::npos);
    // a stand that leans by 2°: the box is right
    const Solved leans = solved({{"horizon.roll", 2.0}, {"horizon.turned-roll", -2.0}});
    REQUIRE(leans.remarks.size() == 2);
    CHECK(render(leans.remarks.front()).find("level within") != std::string::npos);
    CHECK(render(leans.remarks.back()).find("stand itself") != std::string::npos);
    CHECK_THROWS_WITH(solved({{"horizon.nose", 90.0}}), Catch::Contains("45"));
    CHECK_THROWS_WITH(solved({{"horizon.turned-nose", 1.0}}), Catch::Contains("first"));
    CHECK_THROWS_WITH(solved({}), Catch::Contains("nothing was read"));
    const auto judged = [&](double deg, bool inUse) -> std::optional<Severity> {
        const Setup used = edited(s, {{"controller.rescueInUse", inUse}});
        const Evaluation e = evaluate(readAs(used, deg));
        const Finding* f = find(e, "box-level");
        return f == nullptr ? std::nullopt : std::optional(f->severity);
    };
    CHECK(judged(0.9, true) == std::nullopt);
    CHECK(judged(-1.5, true) == Severity::Note);
    CHECK(judged(-3.5, true) == Severity::Warning);
    CHECK(judged(-3.5, false) == Severity::Note);
    // another seat makes it old
    const Setup read = readAs(edited(s, {{"controller.rescueInUse", true}}), 5.0);
    CHECK(tells(read, "box-level"));
    CHECK(stillSet(read, "box-level") == 0);
    CHECK(stillSet(edited(read, {{"machine.mounting", std::string("label down, plugs left")}}), "box-level") == 1);
    CHECK_FALSE(tells(edited(read, {{"machine.mounting", std::string("label down, plugs left")}}), "box-level"));
}

}  // namespace trainer_tests
