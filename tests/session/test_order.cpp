// SPDX-License-Identifier: GPL-3.0-or-later
//
// What came later: told by the count of changes, never by dates. Guards, each for its own hour.
#include "io/library.h"
#include "io/profile.h"
#include "model/changes.h"
#include "procedure/helicopter/guards.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "session/guards.h"
#include "session/kept.h"

#include <malloc.h>

namespace order_tests {

using khtest::Kept;
using namespace kh;
using namespace kh::session;

namespace {

Standing standingOfRow(const Setup& s, std::string_view id) {
    for (const StationPage& page : ledger(s, evaluate(s)))
        for (const Row& row : page.rows)
            if (row.id == id) return row.standing;
    FAIL("no row " << id);
    return Standing::Default;
}

constexpr const char* kLongAgo = "2001-01-01T00:00:00Z";

}  // namespace

TEST_CASE("a change in the same second, and one by a clock set back, leave no row proved") {
    Kept m;
    // seen on the machine by a clock far ahead: no date of today's is later
    m.document.setStanding(QStringLiteral("seen"), {"rows.mass"}, {Standing::Proved, "2999-01-01T00:00:00Z", "", ""});
    CHECK(standingOfRow(m.document.setup(), "mass") == Standing::Proved);
    m.edit(2.31);
    CHECK(standingOfRow(m.document.setup(), "mass") != Standing::Proved);
    // and by one far behind: every date is later, none of the changes is
    m.document.setStanding(QStringLiteral("seen"), {"rows.mass"}, {Standing::Proved, kLongAgo, "", ""});
    CHECK(standingOfRow(m.document.setup(), "mass") == Standing::Proved);
    m.document.undo();
    m.document.undo();
    CHECK(standingOfRow(m.document.setup(), "mass") == Standing::Proved);  // what it was seen with stands there again
    m.document.redo();
    CHECK(standingOfRow(m.document.setup(), "mass") != Standing::Proved);
    // what is written and read again tells the same
    const Setup again = io::parseDocument(io::writeDocument(m.document.setup())).setup;
    CHECK(again == m.document.setup());
    CHECK(standingOfRow(again, "mass") != Standing::Proved);
}

TEST_CASE("a value that is written without a standing notes its count all the same") {
    Kept m;
    m.document.edit(QStringLiteral("mass"), {{"machine.massKg", 2.4}}, Standing::Default);
    CHECK(standingOf(m.document.setup(), "machine.massKg") == Standing::Default);
    CHECK(m.document.setup().standings.at("machine.massKg").change == m.document.setup().change);
    m.document.setStanding(QStringLiteral("seen"), {"rows.mass"}, {Standing::Proved, kLongAgo, "", ""});
    const int seen = m.document.setup().standings.at("rows.mass").change;
    Setup after = m.document.setup();
    after.machine.massKg = 2.5;  // by a command, past every standing
    m.document.replace(QStringLiteral("command"), after);
    CHECK(m.document.setup().standings.at("machine.massKg").change > seen);
    CHECK(standingOfRow(m.document.setup(), "mass") != Standing::Proved);
}

TEST_CASE("the count only grows: through undo, redo, saving, and a drag that leads back") {
    Kept m;
    int last = m.document.setup().change;
    const auto grew = [&] {
        const bool more = m.document.setup().change > last;
        last = m.document.setup().change;
        return more;
    };
    const double before = m.mass();
    m.edit(2.31);
    CHECK(grew());
    m.document.undo();
    CHECK(grew());
    m.document.redo();
    CHECK(grew());
    m.repository.saveAs(m.file);
    CHECK(m.document.setup().change == last);
    CHECK(io::loadDocument(m.file.toStdString()).setup.change == last);
    m.document.undo();
    const int entries = m.document.history().count();
    m.edit(before);  // entered as it stood
    const int key = m.document.newMergeKey();
    m.edit(2.6, key);
    m.edit(before, key);
    CHECK(m.document.history().count() <= entries + 1);  // led back: no entry of its own
    CHECK(grew());
}

TEST_CASE("each word about the machine holds an hour of its own, by a clock nobody sets") {
    qint64 now = 1000;
    Guards guards(nullptr, [&] { return now; });
    int told = 0;
    QObject::connect(&guards, &Guards::changed, &guards, [&] { ++told; });
    const auto minutes = [](qint64 n) { return n * 60 * 1000; };
    guards.tick(kLeadsOff, true);
    now += minutes(40);
    guards.tick(kBladesOff, true);
    guards.lookAtClock();
    CHECK(guards.ticked(kLeadsOff));
    now += minutes(19);
    guards.tick(kHoldOn, true);
    guards.tick(kHoldOn, false);  // renews none of the others
    now += minutes(2);
    CHECK_FALSE(guards.ticked(kLeadsOff));  // 61 minutes, even where no timer came: the computer slept
    CHECK(guards.ticked(kBladesOff));
    told = 0;
    guards.lookAtClock();
    CHECK(told == 1);
    now += minutes(40);
    CHECK_FALSE(guards.ticked(kBladesOff));
    guards.lookAtClock();
    CHECK(told == 2);
    guards.tick(kLeadsOff, true);
    guards.forget();
    CHECK_FALSE(guards.ticked(kLeadsOff));
}

#if defined(__GLIBC__) && !defined(KEELHAUL_SANITIZED)  // a sanitizer keeps books of its own
TEST_CASE("a thousand edits keep less than 20 MB") {
    Kept m;
    m.edit(2.0);
    const std::size_t before = ::mallinfo2().uordblks;
    for (int i = 0; i < 1000; ++i) m.edit(2.0 + 0.001 * (i % 500));
    const std::size_t after = ::mallinfo2().uordblks;
    INFO("kept: " << (after - before) / 1024 << " KiB");
    CHECK(m.document.history().count() > 900);
    CHECK(after - before < std::size_t{20} * 1024 * 1024);
    CHECK(after > before);  // something was counted
}
#endif

TEST_CASE("a long evening stays small, and every state of it comes back") {
    Kept m;
    std::vector<double> masses{m.mass()};
    for (int i = 0; i < 60; ++i) {
        masses.push_back(2.0 + 0.01 * i);
        m.edit(masses.back());
    }
    const Setup last = m.document.setup();
    for (std::size_t i = masses.size() - 1; i-- > 0;) {
        m.document.undo();
        CHECK(m.mass() == masses[i]);
    }
    CHECK_FALSE(m.document.history().canUndo());
    CHECK_FALSE(m.document.modified());
    for (std::size_t i = 1; i < masses.size(); ++i) {
        m.document.redo();
        CHECK(m.mass() == masses[i]);
    }
    CHECK(sameButWhen(m.document.setup(), last));
}

}  // namespace order_tests
