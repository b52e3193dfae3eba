// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every field by its path: read, written, refused, and carried through a document.
#include "base/error.h"
#include "model/access.h"
#include "model/amounts.h"
#include "model/helicopter/helicopter.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>
#include <cmath>

namespace access_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

/// Another value of the same field, inside its range; nothing if the field has only one.
std::optional<FieldValue> another(const Field& f) {
    switch (f.info.kind) {
        case FieldKind::Number: {
            if (f.info.counts) {
                const double count = std::holds_alternative<double>(f.value) ? std::get<double>(f.value) : f.info.min;
                return count + 1 <= f.info.max ? count + 1 : count - 1;
            }
            const double now = std::holds_alternative<double>(f.value) ? std::get<double>(f.value) : f.info.min;
            const double to = now + (f.info.max - f.info.min) * 0.01;
            return to <= f.info.max ? to : now - (f.info.max - f.info.min) * 0.01;
        }
        case FieldKind::Whole: {
            const double now = std::get<double>(f.value);
            if (f.info.max <= f.info.min) return std::nullopt;
            return now + 1 <= f.info.max ? now + 1 : now - 1;
        }
        case FieldKind::Flag: return !std::get<bool>(f.value);
        case FieldKind::Choice:
            for (const Choice& c : f.info.choices)
                if (c.id != std::get<std::string>(f.value)) return std::string(c.id);
            return std::nullopt;
        case FieldKind::Text: return std::get<std::string>(f.value) + " two";
        default: return std::nullopt;
    }
}

}  // namespace

TEST_CASE("every field that can be read can be written, and reads back what was written") {
    const Setup& s = turnstone();
    const std::vector<std::string> paths = allPaths(s);
    CHECK(paths.size() > 250);
    std::set<std::string> unique(paths.begin(), paths.end());
    CHECK(unique.size() == paths.size());
    std::size_t changed = 0;
    for (const std::string& path : paths) {
        INFO(path);
        const auto f = readField(s, path);
        REQUIRE(f);
        if (path.ends_with(".id")) continue;  // ids are keys, not values
        const auto to = another(*f);
        if (!to) continue;
        Setup copy = s;
        writeField(copy, path, *to);
        const auto back = readField(copy, path);
        REQUIRE(back);
        CHECK(back->value == *to);
        CHECK(differingPaths(s, copy) == std::vector<std::string>{path});
        ++changed;
    }
    CHECK(changed > 200);
}

TEST_CASE("numbers beyond their range are refused with field, value and range, and change nothing") {
    const Setup& s = turnstone();
    for (const std::string& path : allPaths(s)) {
        const Field f = *readField(s, path);
        if (f.info.kind != FieldKind::Number && f.info.kind != FieldKind::Whole) continue;
        INFO(path);
        for (const double bad : {f.info.min - 1.0, f.info.max + 1.0, std::nan(""), 1e308, -1e308}) {
            Setup copy = s;
            try {
                writeField(copy, path, bad);
                FAIL("taken: " << bad);
            } catch (const InputError& e) {
                CHECK(std::string(e.what()).find(path) != std::string::npos);
            }
            CHECK(copy == s);
        }
        // the ends themselves are allowed
        for (const double end : {f.info.min, f.info.max}) {
            Setup copy = s;
            CHECK_NOTHROW(writeField(copy, path, end));
        }
    }
}

TEST_CASE("a value of the wrong kind, or a path that does not exist, is refused") {
    Setup s = turnstone();
    CHECK_THROWS_AS(writeField(s, "machine.massKg", std::string("heavy")), InputError);
    CHECK_THROWS_AS(writeField(s, "machine.massKg", true), InputError);
    CHECK_THROWS_AS(writeField(s, "machine.massKg", std::monostate{}), InputError);  // may not be unknown
    CHECK_THROWS_AS(writeField(s, "machine.rotor.turning", std::string("upwards")), InputError);
    CHECK_THROWS_AS(writeField(s, "transmitter.modes.idle1.when", 3.0), InputError);
    CHECK_THROWS_AS(writeField(s, "no.such.path", 3.0), InputError);
    CHECK_THROWS_AS(writeField(s, "transmitter.modes.idle7.tailGainPct", 3.0), InputError);
    CHECK_THROWS_AS(writeField(s, "", 3.0), InputError);
    CHECK_THROWS_AS(writeField(s, "transmitter.stickMode", 2.5), InputError);
    CHECK(s == turnstone());
    CHECK_FALSE(readField(s, "no.such.path"));
    CHECK_FALSE(readField(s, "machine"));
    CHECK_FALSE(readField(s, "machine.massKg.more"));
}

TEST_CASE("several edits are one: all of them or none") {
    const Setup& s = turnstone();
    CHECK_THROWS_AS(withEdits(s, {{"machine.massKg", 3.0}, {"machine.rotor.discM", 99.0}}, Standing::Entered, "now"), InputError);
    const Setup after = withEdits(s, {{"machine.massKg", 3.0}, {"machine.rotor.discM", 1.2}}, Standing::Measured, "2026-11-23T20:00:00Z");
    CHECK(after.machine.massKg == 3.0);
    CHECK(helicopter(after).rotor.discM == 1.2);
    CHECK(standingOf(after, "machine.massKg") == Standing::Measured);
    CHECK(after.standings.at("machine.massKg").at == "2026-11-23T20:00:00Z");
    CHECK(standingOf(after, "speedController.startUs") == Standing::Default);
}

TEST_CASE("random edits survive the document, standings and all") {
    const std::vector<std::string> paths = allPaths(turnstone());
    REQUIRE(rc::check("write, save, load", [&] {
        Setup s = turnstone();
        const int count = *rc::gen::inRange(1, 12);
        for (int i = 0; i < count; ++i) {
            const std::string& path = paths[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(paths.size())))];
            if (path.ends_with(".id") || path.find(".profile.") != std::string::npos) continue;
            const Field f = *readField(s, path);
            const auto to = another(f);
            if (!to) continue;
            s = withEdits(s, {{path, *to}}, *rc::gen::element(Standing::Entered, Standing::Computed, Standing::Measured),
                          "2026-11-23T20:00:00Z");
        }
        const io::Document back = io::parseDocument(io::writeDocument(s));
        RC_ASSERT(back.setup == s);
        RC_ASSERT(io::writeDocument(back.setup) == io::writeDocument(s));
    }));
}

TEST_CASE("fields are told in words: numbers with unit and sign, unknowns as such") {
    const auto text = [](const Setup& s, const char* path) { return render(show(s, path)); };
    CHECK(text(turnstone(), "machine.massKg") == "2.20 kg");
    CHECK(text(turnstone(), "transmitter.hold.throttlePct") == "−5 %");
    CHECK(text(turnstone(), "machine.rotor.turning") == "clockwise");
    Setup s = turnstone();
    s.machine.power.kv.reset();
    CHECK(text(s, "machine.power.kv") == "not known");
    CHECK(text(turnstone(), "transmitter.modes.idle1.when").find("L1") != std::string::npos);
}

TEST_CASE("schools and alarms are fields like any other") {
    using namespace std::string_literals;
    const Setup s = edited(turnstone(), {{"transmitter.schools.hold", "bail-out"s},
                                         {"transmitter.schools.throttle", "classic"s},
                                         {"transmitter.alarms.usedMah", 2400.0},
                                         {"transmitter.alarms.voicePack", true},
                                         {"transmitter.channels.throttle.failsafePct", -110.0}});
    CHECK(s.transmitter.schools.hold == HoldSchool::BailOut);
    CHECK(s.transmitter.schools.throttle == ThrottleSchool::Classic);
    CHECK(*s.transmitter.alarms.usedMah == 2400.0);
    CHECK(io::parseDocument(io::writeDocument(s)).setup == s);
    CHECK_THROWS_AS(edited(turnstone(), {{"transmitter.schools.hold", "none of them"s}}), InputError);
}

}  // namespace access_tests
