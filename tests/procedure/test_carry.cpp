// SPDX-License-Identifier: GPL-3.0-or-later
//
// What stands in the boxes: nothing is left of what was carried, an edit leaves what it changed, and what stands there until then is told
// by what it would do.
#include "golden/builds.h"
#include "io/document.h"
#include "io/readbackfile.h"
#include "model/boxsettings.h"
#include "model/changes.h"
#include "model/inboxes.h"
#include "model/modeedits.h"
#include "procedure/carrykit.h"
#include "procedure/readback.h"
#include "procedure/registry.h"
#include "procedure/untilthen.h"
#include "stations/healing.h"

#include <random>

namespace carry_tests {

using namespace kh;
using namespace khtest;
using Catch::Contains;

TEST_CASE("every build: each setting stands on one page; what was carried leaves nothing, and is read again as it was written") {
    for (const NamedSetup& b : triedBuilds()) {
        INFO(b.name);
        std::map<std::string, int> seen;
        for (const CarryBox& box : carry(b.setup))
            for (const CarryPage& p : box.pages)
                for (const CarryLine& l : p.lines) ++seen[l.path];
        for (const auto& [path, times] : seen) {
            INFO(path);
            CHECK(times == 1);
        }
        std::size_t typed = 0;
        for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController}) typed += settingsIn(b.setup, box).size();
        CHECK(seen.size() == typed);
        const Setup all = carried(b.setup);
        CHECK(leftToType(carry(all)) == 0);
        const Setup again = io::parseDocument(io::writeDocument(all)).setup;
        CHECK(again.carried == all.carried);
        CHECK(leftToType(carry(again)) == 0);
        CHECK(asInBoxes(again).transmitter.modes.size() == all.transmitter.modes.size());
    }
}

TEST_CASE("any edit leaves exactly what it changed, in its box's rounding") {
    std::mt19937 random(3);
    std::size_t edits = 0, rounded = 0;
    for (const NamedSetup& b : triedBuilds()) {
        const Setup all = carried(b.setup);
        const std::vector<std::string> paths = settingsIn(all, Box::Transmitter);
        for (int i = 0; i < 6; ++i) {
            const std::string& path = paths[random() % paths.size()];
            const auto field = readField(all, path);
            const double* now = std::get_if<double>(&field->value);
            if (now == nullptr || field->info.counts) continue;
            const double step = i % 2 == 0 ? 1.0 : 0.01;
            const double to = *now + step > field->info.max ? *now - step : *now + step;
            Setup after;
            try {
                after = later(all, {{path, to}});
            } catch (const std::exception&) {
                continue;
            }
            INFO(b.name << " " << path << " " << *now << " → " << to);
            const std::vector<std::string> left = leftOf(carry(after));
            if (boxShows(after, path) == boxShows(all, path)) {
                CHECK(left.empty());
                ++rounded;
            } else {
                CHECK(left == std::vector<std::string>{path});
                CHECK(lineOf(carry(after), path).mark == InBoxMark::Changed);
            }
            ++edits;
        }
    }
    CHECK(edits > 20);
    CHECK(rounded > 2);
}

TEST_CASE("the order of typing begins with what stops the motor or turns something over, page after page") {
    for (const NamedSetup& b : triedBuilds())
        for (const CarryBox& box : carry(b.setup)) {
            bool rest = false;
            for (const CarryPage& p : box.pages) {
                INFO(b.name << " " << p.title);
                CHECK_FALSE((rest && p.first));
                rest = rest || !p.first;
            }
        }
}

TEST_CASE("a box read back with five differences: one danger, two warnings, two notes, each with what it would do") {
    const Setup all = carried(turnstone());
    ReadBack read;
    read.box = Box::Transmitter;
    read.profile = all.transmitter.profile->id;
    read.version = all.transmitter.profile->version;
    read.at = "2026-11-25T20:00:00Z";
    const std::map<std::string, std::string> other{{"transmitter.modes.idle2.tailGainPct", "36"},        // R 28: in rate mode
                                                   {"transmitter.timerMin", "9.0"},                      // outlasts the pack
                                                   {"transmitter.alarms.voltsPerCell", "3.70"},          // sounds before the timer
                                                   {"transmitter.channels.rudder.travelLowPct", "104"},  // a step beside
                                                   {"transmitter.channels.rudder.travelHighPct", "104"}};
    for (const CarryBox& b : carry(all))
        if (b.box == Box::Transmitter)
            for (const CarryPage& p : b.pages)
                for (const CarryLine& l : p.lines) {
                    const auto differs = other.find(l.path);
                    std::string shown = l.wants;
                    if (differs != other.end()) shown = differs->second;
                    read.values.emplace_back(l.path, shown);
                }
    Setup after = all;
    after.change += 1;
    after.carried = takenBack(all, read, "2026-11-26T08:00:00Z");
    const auto boxes = carry(after);
    const UntilTyped until = untilTyped(after, boxes, stationsOf(after));
    CHECK(until.whole);
    CHECK(until.judgements <= kUntilThenJudgements);
    std::map<Severity, int> count;
    for (const std::string& path : leftOf(boxes)) {
        INFO(path);
        CHECK(lineOf(boxes, path).mark == InBoxMark::Differs);
        REQUIRE(until.of.count(path) == 1);
        CHECK(until.of.at(path).known);
        CHECK_FALSE(until.of.at(path).text.empty());
        ++count[until.of.at(path).severity];
    }
    CHECK(count[Severity::Danger] == 1);
    CHECK(count[Severity::Warning] == 2);
    CHECK(count[Severity::Note] == 2);
    CHECK(until.of.at("transmitter.timerMin").finding == "timer-long");
    CHECK(until.of.at("transmitter.modes.idle2.tailGainPct").severity == Severity::Danger);
    CHECK(until.of.at("transmitter.alarms.voltsPerCell").severity == Severity::Warning);
    CHECK(until.all.known);
    // what is wanted is put where it was read: it is in the box
    const Setup agreed = later(after, {{"transmitter.timerMin", 9.0}});
    CHECK(lineOf(carry(agreed), "transmitter.timerMin").mark == InBoxMark::There);
    // and another value makes it something to type, no contradiction
    const Setup typed = later(after, {{"transmitter.timerMin", 4.5}});
    CHECK(lineOf(carry(typed), "transmitter.timerMin").mark == InBoxMark::Changed);
}

TEST_CASE(
    "a reset makes that box unknown and no other; what was seen with it must be seen once more, and undo of an edit brings nothing back") {
    const Setup all = carried(turnstone());
    Setup after = all;
    after.carried = withUnknown(all, Box::Controller, kAt);
    after.change += 1;
    for (const CarryBox& b : carry(after)) {
        if (b.box == Box::Controller) {
            CHECK(b.left() == b.lines());
            CHECK(b.notKnown() == b.lines());
        } else {
            CHECK(b.left() == 0);
        }
    }
    std::vector<std::string> stale;
    for (const Message& row : staleBy(all, *after.carried)) stale.push_back(render(row));
    CHECK(std::find(stale.begin(), stale.end(), "Roll sense") != stale.end());
    CHECK(std::find(stale.begin(), stale.end(), "Hold switch") == stale.end());
    const UntilTyped until = untilTyped(after, carry(after), stationsOf(after));
    for (const auto& [path, then] : until.of) CHECK_FALSE(then.known);
    CHECK_FALSE(until.all.known);
    const Setup again = io::parseDocument(io::writeDocument(after)).setup;
    CHECK(again.carried == after.carried);
}

TEST_CASE("what is lent is asked back, and what was seen with it is not proved meanwhile") {
    const Setup all = carried(turnstone());
    const std::string path = "transmitter.hold.throttlePct";
    Setup lent = all;
    lent.carried = withReadBack(all, path, "0", kAt, InBoxBy::Lent);
    CHECK(inBoxMark(lent, path) == InBoxMark::Lent);
    CHECK(leftOf(carry(lent)) == std::vector<std::string>{path});
    CHECK(std::get<double>(readField(asInBoxes(lent), path)->value) == 0.0);
    const UntilTyped until = untilTyped(lent, carry(lent), stationsOf(lent));
    CHECK(until.of.at(path).severity <= Severity::Warning);
    CHECK_FALSE(staleBy(all, *lent.carried).empty());
    Setup back = lent;
    back.carried = withStanding(lent, {path}, InBoxBy::Typed, kAt);
    CHECK(leftToType(carry(back)) == 0);
}

TEST_CASE("another box in place of one: of it nothing was typed, of the others everything stays known; a template knows nothing") {
    const Setup all = carried(turnstone());
    Setup moved = all;
    moved.transmitter.profile.edit().id = "lanyard-8";
    moved.carried = knownAfterMove(all, moved);
    for (const CarryBox& b : carry(moved))
        for (const CarryPage& p : b.pages)
            for (const CarryLine& l : p.lines) CHECK(l.mark == (b.box == Box::Transmitter ? InBoxMark::Never : InBoxMark::There));
    CHECK(knownAfterMove(all, all) == all.carried);
    CHECK(asTemplate(all).carried->empty());
}

TEST_CASE("what was written before anybody wrote it down: what proved rows rest on was seen, of all else nothing is known") {
    const Setup s = triedBuilds().front().setup;  // of version 1
    std::size_t there = 0, unknown = 0;
    for (const CarryBox& b : carry(s))
        for (const CarryPage& p : b.pages)
            for (const CarryLine& l : p.lines) {
                CHECK((l.mark == InBoxMark::There || l.mark == InBoxMark::NotKnown));
                ++(l.mark == InBoxMark::There ? there : unknown);
            }
    CHECK(there > 5);
    CHECK(unknown > 20);
    Setup fresh = s;
    fresh.carried = InBoxes{};
    CHECK(lineOf(carry(fresh), "transmitter.timerMin").mark == InBoxMark::Never);
}

TEST_CASE("what is read back wrongly is named, and nothing is half taken") {
    const Setup all = carried(turnstone());
    const auto take = [&](const std::string& text) { return takenBack(all, io::parseReadBack(text), "2026-11-26T08:00:00Z"); };
    const std::string head = "# box: transmitter\n";
    CHECK_THROWS_WITH(take("transmitter.timerMin;5\n"), Contains("box"));
    CHECK_THROWS_WITH(take(head + "transmitter.timerMin\n"), Contains("line 2"));
    CHECK_THROWS_WITH(take(head + "nothing like it;5\n"), Contains("no such setting"));
    CHECK_THROWS_WITH(take(head + "controller.rateHz;200\n"), Contains("belongs to Bosun"));
    CHECK_THROWS_WITH(take(head + "transmitter.timerMin;5\nFlight timer;6\n"), Contains("twice"));
    CHECK_THROWS_WITH(take(head + "transmitter.timerMin;999\n"), Contains("120"));
    CHECK_THROWS_WITH(take(head + "transmitter.channels.rudder.travelLowPct;104.5\n"), Contains("no such step"));
    CHECK_THROWS_WITH(take(head + "transmitter.timerMin;5\n"), Contains("missing"));
    CHECK_THROWS_WITH(take("# box: transmitter\n# profile: lanyard-8 1\ntransmitter.timerMin;5\n"), Contains("lanyard-8"));
    CHECK_THROWS_WITH(take("# box: transmitter\n# profile: halyard-10 99\ntransmitter.timerMin;5\n"), Contains("version"));
    CHECK_THROWS_WITH(take("# box: transmitter\n# at: 2031-01-01T00:00:00Z\ntransmitter.timerMin;5\n"), Contains("future"));
    CHECK_THROWS_WITH(take("{\"box\":\"transmitter\",\"values\":[]}"), Contains("values"));
    CHECK_THROWS_WITH(take("# box: toaster\n"), Contains("toaster"));
}

TEST_CASE("every build: what a box shows of a setting is read back as that, curves and conditions too") {
    for (const NamedSetup& b : triedBuilds()) {
        Setup all = carried(b.setup);
        for (const CarryBox& box : carry(all))
            for (const CarryPage& p : box.pages)
                for (const CarryLine& l : p.lines) {
                    INFO(b.name << " " << l.path << ": " << l.wants);
                    Setup read = all;
                    REQUIRE_NOTHROW(read.carried = withReadBack(all, l.path, l.wants, kAt));
                    INFO(read.carried->at(l.path).shown);
                    CHECK(inBoxMark(read, l.path) == InBoxMark::There);
                }
    }
    const Setup s = carried(turnstone());
    const std::string path = "transmitter.modes.idle1.throttle";
    CHECK_THROWS_WITH(withReadBack(s, path, "65 70", kAt), Contains("points"));
    CHECK_THROWS_WITH(withReadBack(s, path, "0:65 70", kAt), Contains("place:value"));
    CHECK_THROWS_WITH(withReadBack(s, path, "0:65 100:170", kAt), Contains("100"));
    Setup read = s;
    read.carried = withReadBack(s, path, "straight 0:60 100:80", kAt);
    CHECK(inBoxMark(read, path) == InBoxMark::Differs);
    CHECK(std::get<Curve>(*standsIn(read, path)).points.size() == 2);
}

TEST_CASE("a gain on the other side is read from what its box shows, on every scale and in every mode") {
    for (const GainScale scale : {GainScale::Signed, GainScale::Centre50, GainScale::ModePercent, GainScale::Travel}) {
        Setup s = turnstone();
        s.transmitter.profile.edit().gainScale = scale;
        for (const double wanted : {28.0, -28.0})
            for (const double stands : {-32.0, 32.0, 0.0}) {
                const std::string path = "transmitter.modes.idle2.tailGainPct";
                Setup now = edited(s, {{path, wanted}});
                now.carried = InBoxes{{path, {boxShows(now, path, FieldValue(stands)), FieldValue(stands), InBoxBy::Read, kAt, 0}}};
                INFO(boxShows(now, path, FieldValue(stands)) << " beside " << boxShows(now, path));
                CHECK(std::get<double>(*standsIn(now, path)) == stands);
            }
    }
}

TEST_CASE("from any state to any other: between what is typed together no danger that neither of the two has") {
    std::mt19937 random(11);
    std::size_t pairs = 0, groups = 0;
    for (const NamedSetup& b : triedBuilds()) {
        if (pairs >= (triesAll() ? 200U : 24U)) break;
        Setup from = carried(b.setup);
        // what is wanted turns some signs and moves some values
        std::vector<Edit> edits;
        for (const Box box : {Box::Transmitter, Box::Controller})
            for (const std::string& path : settingsIn(from, box)) {
                const auto field = readField(from, path);
                if (const bool* flag = std::get_if<bool>(&field->value); flag != nullptr && path.ends_with("eversed") && random() % 3 == 0)
                    edits.push_back({path, !*flag});
                else if (const double* v = std::get_if<double>(&field->value); v != nullptr && random() % 12 == 0 && !field->info.counts)
                    edits.push_back({path, std::clamp(*v * 0.8, field->info.min, field->info.max)});
            }
        Setup to;
        try {
            to = later(from, edits);
        } catch (const std::exception&) {
            continue;
        }
        INFO(b.name << ", " << edits.size() << " edits");
        ++pairs;
        const StationSet& stations = stationsOf(to);
        const auto boxes = carry(to);
        const UntilTyped until = untilTyped(to, boxes, stations);
        if (!until.whole) continue;
        groups += until.together.size();
        for (const HalfTyped& g : until.together) CHECK_FALSE(render(g.harm).empty());
        LightJudge judge(stations.rules());
        std::set<std::string> known;
        for (const Setup& end : {asInBoxes(to), to})
            for (const Fact& f : judge.at(end).facts)
                if (f.severity == Severity::Danger) known.insert(f.id);
        // typed page after page; inside a group the pack is out
        Setup now = asInBoxes(to);
        std::size_t open = 0;
        for (const CarryBox& box : boxes)
            for (const CarryPage& p : box.pages) {
                if (p.left() == 0) continue;
                for (const CarryLine& l : p.lines)
                    if (l.left()) writeField(now, l.path, readField(to, l.path)->value);
                for (const HalfTyped& g : until.together) {
                    if (g.pages.front() == std::pair(box.box, p.title)) ++open;
                    if (g.pages.back() == std::pair(box.box, p.title)) --open;
                }
                if (open > 0) continue;
                for (const Fact& f : judge.at(now).facts)
                    if (f.severity == Severity::Danger) {
                        INFO(f.id << " after " << p.title);
                        CHECK(known.count(f.id) == 1);
                    }
            }
    }
    CHECK(pairs > 8);
    CHECK(groups > 0);
}

}  // namespace carry_tests
