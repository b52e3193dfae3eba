// SPDX-License-Identifier: GPL-3.0-or-later
//
// The document: one place where a Setup changes, with undo and merging.
#include "session/kept.h"

#include "model/changes.h"

namespace session_document_tests {

using khtest::Kept;
using namespace kh;
using namespace kh::session;

TEST_CASE("an edit is one entry with its name, told once, and undone whole") {
    Kept m;
    const Setup before = m.document.setup();
    m.document.edit(QStringLiteral("two facts"), {{"machine.massKg", 3.0}, {"machine.rotor.discM", 1.2}});
    CHECK(m.changes == 1);
    CHECK(m.document.history().count() == 1);
    CHECK(m.document.history().undoText() == QStringLiteral("two facts"));
    CHECK(m.document.modified());
    CHECK(standingOf(m.document.setup(), "machine.massKg") == Standing::Entered);
    m.document.undo();
    CHECK(sameButWhen(m.document.setup(), before));
    CHECK(m.document.setup().change > before.change);  // undo and redo are changes too
    CHECK_FALSE(m.document.modified());
    m.document.redo();
    CHECK(m.mass() == 3.0);
}

TEST_CASE("a refused edit leaves no entry, tells nobody and changes nothing") {
    Kept m;
    const Setup before = m.document.setup();
    CHECK_THROWS_AS(m.document.edit(QStringLiteral("x"), {{"machine.massKg", 3.0}, {"machine.rotor.discM", 77.0}}), InputError);
    CHECK_THROWS_AS(m.document.edit(QStringLiteral("x"), {{"no.such", 3.0}}), InputError);
    CHECK(m.document.setup() == before);
    CHECK(m.changes == 0);
    CHECK(m.document.history().count() == 0);
}

TEST_CASE("edits under one key are one entry; another key, or none, begins a new one") {
    Kept m;
    const double before = m.mass();
    const int drag = m.document.newMergeKey();
    for (const double v : {2.3, 2.4, 2.5}) m.edit(v, drag);
    CHECK(m.document.history().count() == 1);
    CHECK(m.mass() == 2.5);
    const int again = m.document.newMergeKey();
    CHECK(again != drag);
    m.edit(2.6, again);
    CHECK(m.document.history().count() == 2);
    m.edit(2.7);
    m.edit(2.8);
    CHECK(m.document.history().count() == 4);
    for (int i = 0; i < 4; ++i) m.document.undo();
    CHECK(m.mass() == before);
}

TEST_CASE("a drag that is given up is as if it had not been") {
    Kept m;
    const Setup before = m.document.setup();
    m.edit(2.3);
    const int key = m.document.newMergeKey();
    m.edit(2.9, key);
    m.edit(3.1, key);
    m.document.abandonMerge(key);
    CHECK(m.mass() == 2.3);
    CHECK(m.document.history().count() == 1);
    CHECK_FALSE(m.document.history().canRedo());
    m.document.undo();
    CHECK(sameButWhen(m.document.setup(), before));
}

TEST_CASE("a standing is set without touching the value, and is undone") {
    Kept m;
    const double before = m.mass();
    m.document.setStanding(QStringLiteral("measured"), {"machine.massKg"}, {Standing::Measured, "2026-11-23T20:00:00Z", "scale", "±5 g"});
    CHECK(standingOf(m.document.setup(), "machine.massKg") == Standing::Measured);
    CHECK(m.document.setup().standings.at("machine.massKg").instrument == "scale");
    CHECK(m.mass() == before);
    m.document.undo();
    CHECK(m.document.setup().standings.at("machine.massKg").instrument != "scale");
}

}  // namespace session_document_tests
