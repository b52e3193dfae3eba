// SPDX-License-Identifier: GPL-3.0-or-later
//
// Ten made-up boxes of different build: a model that is moved between them does the same, or what differs is told.
#include "base/error.h"
#include "boxes/tenboxes.h"
#include "golden/builds.h"
#include "io/library.h"
#include "kernel/chain.h"
#include "model/accepted.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "procedure/move.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <random>

namespace move_tests {

using namespace kh;
using khtest::turnstone;

namespace {

constexpr const char* kAt = "2026-11-21T10:00:00Z";

/// What the rotor and the motor do at a deck.
struct Doing {
    double blade = 0.0, tail = 0.0, throttle = 0.0, plate = 0.0;
};
Doing doing(const ChainModel& model, const Instant& now) {
    const auto table = model.plant().outputs();
    Doing out;
    for (std::size_t i = 0; i < table.size(); ++i) {
        if (std::string_view(table[i].id) == "blade-180") out.blade = now.outputs[i];
        if (std::string_view(table[i].id) == "blade-90") out.plate = now.outputs[i];
        if (std::string_view(table[i].id) == "tail-pitch") out.tail = now.outputs[i];
    }
    out.throttle = now.motorThrottlePct;
    return out;
}

/// At decks drawn at random the moved machine does the same, if nothing is told.
std::string strays(const Setup& before, const Move& move, unsigned seed) {
    const ChainModel was(before), is(move.setup);
    std::mt19937 dice(seed);
    const auto stick = [&] { return std::uniform_real_distribution<double>(-1.0, 1.0)(dice); };
    // a step of travel or sub-trim moves a machine by a share of all it can do, however far that is
    const auto share = [&](double Doing::*of, double Sticks::*along) {
        Deck low, high;
        low.sticks = high.sticks = {0, 0, 0, 0};
        low.sticks.*along = -1.0;
        high.sticks.*along = 1.0;
        return 0.02 * std::abs(doing(was, was.at(high)).*of - doing(was, was.at(low)).*of);
    };
    const double blade =
        share(&Doing::blade, &Sticks::collective) + share(&Doing::blade, &Sticks::aileron) + share(&Doing::plate, &Sticks::elevator);
    const double tail = share(&Doing::tail, &Sticks::rudder);
    for (int n = 0; n < 60; ++n) {
        Deck a, b;
        a.sticks = b.sticks = {stick(), stick(), stick(), stick()};
        for (const SwitchProfile& sw : before.transmitter.profile->switches) {
            const auto to = move.switches.find(sw.id);
            const int place = std::uniform_int_distribution<int>(1, sw.places)(dice);
            if (move.switches.empty()) a.switches[sw.id] = b.switches[sw.id] = place;
            else if (to != move.switches.end()) a.switches[sw.id] = b.switches[to->second] = place;
        }
        const Instant x = was.at(a), y = is.at(b);
        if (x.mode != y.mode || x.killActs != y.killActs) return "another mode";
        const Doing p = doing(was, x), q = doing(is, y);
        if (std::abs(p.blade - q.blade) > std::max(0.4, blade) || std::abs(p.plate - q.plate) > std::max(0.4, blade))
            return "another pitch";
        if (std::abs(p.tail - q.tail) > std::max(1.0, tail)) return "another tail pitch";
        if (std::abs(p.throttle - q.throttle) > 1.5) return "another throttle";
    }
    return {};
}

}  // namespace

TEST_CASE("a machine moved through all pairs of ten boxes does the same, or what differs is told") {
    std::size_t silent = 0, told = 0;
    for (const Setup* machine : {&turnstone(), &khtest::gannet(), &khtest::dunlin(), &khtest::fulmar()})
        for (const TransmitterProfile& tx : khtest::fiveTransmitters())
            for (const ControllerProfile& fc : khtest::fiveControllers()) {
                INFO(machine->machine.name << ": " << tx.name << ", " << fc.name);
                const Move first = moveTo(*machine, tx, kAt);
                const Move second = moveTo(first.setup, fc, kAt);
                CHECK_NOTHROW(requireAccepted(second.setup));
                for (const auto& [before, move] : {std::pair(machine, &first), std::pair(&first.setup, &second)}) {
                    if (move->cannot.empty() && move->differs.empty()) {
                        ++silent;
                        CHECK(strays(*before, *move, 7) == "");
                    } else {
                        ++told;
                    }
                    for (const MoveDifference& d : move->differs) {
                        INFO(render(d.text()));
                        CHECK(std::abs(d.before - d.after) >= 0.5 * std::pow(10.0, -d.decimals));
                        CHECK(render(d.text()).find("controller.") == std::string::npos);
                    }
                }
            }
    CHECK(silent >= 60);  // of 200
    CHECK(told > 0);
}

TEST_CASE("every build moved to another box does the same, or what differs is told") {
    std::size_t silent = 0;
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) {
        const auto held = [&](const Move& move, const std::string& box) {
            INFO(b.name << ": " << box);
            CHECK_NOTHROW(requireAccepted(move.setup));
            if (!move.cannot.empty() || !move.differs.empty()) return;
            ++silent;
            CHECK(strays(b.setup, move, 3) == "");
        };
        for (const TransmitterProfile& tx : khtest::fiveTransmitters()) held(moveTo(b.setup, tx, kAt), tx.name);
        for (const ControllerProfile& fc : khtest::fiveControllers()) held(moveTo(b.setup, fc, kAt), fc.name);
    }
    CHECK(silent > 50);
}

TEST_CASE("where only words and scales differ, a model moved there and back is the document it was") {
    TransmitterProfile renamed = *turnstone().transmitter.profile;
    renamed.id = "renamed";
    renamed.name = "Renamed";
    for (SwitchProfile& s : renamed.switches) s.id = "k" + s.id;
    renamed.scales = {{"travel", "µs", 4.0, 0.0, 0, 1.0}, {"pitch-curve", "", 0.5, 50.0, 1, 0.5}, {"expo", "%", -1.0, 0.0, 0, 1.0}};
    renamed.words = {{"reverse:reversed", "R"}};
    ControllerProfile other = *turnstone().controller.profile;
    other.id = "other";
    other.name = "Other";
    other.words = {{"directions:reversed", "R"}};
    for (std::string& port : other.ports) port = "S" + port;
    const Setup there = moveTo(moveTo(turnstone(), renamed, kAt).setup, other, kAt).setup;
    CHECK(there.transmitter.profile->id == "renamed");
    CHECK(render(conditionTitle(there.transmitter, there.transmitter.modes.back().when)).find('k') != std::string::npos);
    const Move back = moveTo(moveTo(there, *turnstone().transmitter.profile, kAt).setup, *turnstone().controller.profile, kAt);
    CHECK(back.cannot.empty());
    CHECK(back.differs.empty());
    Setup was = withoutRecords(turnstone()), is = withoutRecords(back.setup);
    is.change = was.change;
    CHECK(differingPaths(was, is) == std::vector<std::string>{});
}

TEST_CASE("to both boxes at once is to one after the other, told against what stood before") {
    const TransmitterProfile& tx = khtest::transmitter("genoa-12");
    const ControllerProfile& fc = khtest::controller("sextant");
    const Move both = moveTo(turnstone(), &tx, &fc, kAt);
    const Move second = moveTo(moveTo(turnstone(), tx, kAt).setup, fc, kAt);
    CHECK(differingPaths(both.setup, second.setup).empty());
    CHECK(both.switches.size() >= 4);
    std::set<std::string> seen;
    for (const Edit& e : both.edits) {
        INFO(e.path);
        CHECK(seen.insert(e.path).second);
        CHECK(readField(both.setup, e.path)->value == e.value);
        const auto was = readField(turnstone(), e.path);
        if (was) CHECK_FALSE(was->value == e.value);
    }
    CHECK_THROWS_WITH(moveTo(turnstone(), nullptr, nullptr, kAt), Catch::Contains("another controller"));
}

TEST_CASE("what a small transmitter cannot hold is told in the pilot's words, and nothing is lost unsaid") {
    const Move move = moveTo(turnstone(), khtest::transmitter("jib-7"), kAt);
    std::string all;
    for (const Message& m : move.cannot) all += render(m) + "\n";
    CHECK(all.find("has no switch left") != std::string::npos);
    CHECK(all.find("0 % … 50 %") != std::string::npos);  // it knows no hold below 0
    CHECK(all.find("transmitter.") == std::string::npos);
    for (const FlightMode& m : move.setup.transmitter.modes) CHECK(m.pitch.points.size() <= 5);
    CHECK_FALSE(move.differs.empty());
}

TEST_CASE("a controller without a range takes it from the transmitter's travel, and gives it back") {
    const Move to = moveTo(turnstone(), khtest::controller("rowlock"), kAt);
    const ChannelSettings& ch = *channelOf(to.setup.transmitter, "collective");
    CHECK(ch.travelHighPct < 80.0);
    const ChainModel was(turnstone()), is(to.setup);
    for (const double c : {-1.0, 0.0, 1.0}) {
        Deck d;
        d.sticks.collective = c;
        CHECK(doing(is, is.at(d)).blade == Approx(doing(was, was.at(d)).blade).margin(0.3));
    }
    const Move back = moveTo(to.setup, *turnstone().controller.profile, kAt);
    CHECK(back.setup.controller.collectiveHighPct == Approx(turnstone().controller.collectiveHighPct).margin(1.5));
    CHECK(channelOf(back.setup.transmitter, "collective")->travelHighPct ==
          Approx(channelOf(turnstone().transmitter, "collective")->travelHighPct).margin(1.0));
}

TEST_CASE("a sound model stays without danger where a move tells nothing") {
    std::size_t tried = 0;
    for (const Setup* machine : {&turnstone(), &khtest::gannet()})
        for (const TransmitterProfile& tx : khtest::fiveTransmitters()) {
            const Move move = moveTo(*machine, tx, kAt);
            if (!move.cannot.empty() || !move.differs.empty()) continue;
            ++tried;
            INFO(tx.name);
            for (const Finding& f : evaluate(move.setup).findings) {
                INFO(f.id << ": " << render(f.found));
                CHECK(f.severity == Severity::Note);
            }
        }
    CHECK(tried >= 2);
}

}  // namespace move_tests
