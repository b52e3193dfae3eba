// SPDX-License-Identifier: GPL-3.0-or-later
//
// What may be done, and what follows, in the real window by keys.
#include "app/bench.h"
#include "app/shell/panels.h"
#include "app/views/notyetview.h"
#include "app/views/whatfollowsview.h"
#include "judge/proofs.h"
#include "procedure/aircraft.h"
#include "session/notyet.h"
#include "stations/power/powerfigures.h"

#include <QLocale>

namespace app_foresight_tests {

using namespace khtest;

namespace {

double wantedIn(Bench& b, const char* mode) {
    return *b.w()
                .setup()
                .transmitter
                .modes[static_cast<std::size_t>(b.w().evaluation().figures.mode(mode) - b.w().evaluation().figures.modes.data())]
                .targetRpm;
}

}  // namespace

TEST_CASE("the ladder opens at the lowest rung that is blocked; Enter leads to what stands there, and F5 poses it") {
    Bench b(QStringLiteral("dunlin-380"));
    b.planned();
    b.act("not-yet");
    REQUIRE(b.w().view() == session::kNotYetView);
    auto* view = b.window.findChild<NotYetView*>();
    REQUIRE(view != nullptr);
    REQUIRE(view->isVisible());
    const auto rung = shownItem(view, QStringLiteral("rung-pack"));
    REQUIRE(rung.has_value());
    CHECK(rung->name == QStringLiteral("Rung 2: Pack connected, leads off"));
    CHECK(shownItem(view, QStringLiteral("way-hold-acts.idle2")).has_value());
    CHECK(shownItem(view, QStringLiteral("rung-look"))->value == QStringLiteral("nothing known stands against it"));
    CHECK_FALSE(shownItem(view, QStringLiteral("way-layout")).has_value());  // another rung's, which is closed
    view->setFocus();
    for (int i = 0; i < 3; ++i) b.key(Qt::Key_Down);  // from the rung into what stands in its way
    REQUIRE(b.w().selectedFinding() >= 0);
    CHECK(b.w().entries()[static_cast<std::size_t>(b.w().selectedFinding())].finding.id == "hold-acts.idle2");
    b.act("pose");
    CHECK(b.w().pose().on());
    b.act("pose");
    b.key(Qt::Key_Return);
    CHECK(b.w().view().empty());
    CHECK(b.w().station() == Station::Modes);
}

TEST_CASE("a rung goes free as its obstacles are mended, and what is seen on the machine is reached from it") {
    Bench b;
    CHECK(b.w().now().ladder->reached() + 1 == b.w().now().ladder->rungs.size());  // all of it was seen
    b.type("transmitter.hold.throttlePct", QStringLiteral("-6"));
    b.act("not-yet");
    auto* view = b.window.findChild<NotYetView*>();
    CHECK(b.w().now().ladder->reached() == 0);
    REQUIRE(shownItem(view, QStringLiteral("way-hold-switch")).has_value());
    view->setFocus();
    b.key(Qt::Key_Down);
    b.key(Qt::Key_Return);
    REQUIRE(b.w().selectedRow() != nullptr);
    CHECK(b.w().selectedRow()->id == "hold-switch");
    b.w().document().setStanding(QStringLiteral("seen"), {"rows.hold-switch"}, {Standing::Proved, "2027-01-01T10:00:00Z", {}, {}});
    CHECK(b.w().now().ladder->reached() > 0);
}

TEST_CASE("what follows is asked of a cell that is being typed, under a comma locale; nothing is taken until Enter") {
    const QLocale was;
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    {
        Bench b;
        REQUIRE(b.w().goToField("transmitter.modes.idle1.targetRpm"));
        Bench::settle();
        b.window.page()->setFocus();
        b.window.page()->editSelected();
        REQUIRE(b.window.page()->editor() != nullptr);
        b.window.page()->editor()->setText(QStringLiteral("2000,0"));
        b.act("what-follows");
        REQUIRE(b.w().view() == session::kWhatFollowsView);
        CHECK(wantedIn(b, "idle1") == 2200.0);
        auto* view = b.window.findChild<WhatFollowsView*>();
        REQUIRE(view->isVisible());
        CHECK(shownItem(view, QStringLiteral("with-0"))->value.startsWith(QStringLiteral("ticked")));
        view->setFocus();
        b.key(Qt::Key_Space);  // the first is left
        CHECK_FALSE(b.w().whatIf().now()->with.front().ticked);
        b.key(Qt::Key_Space);
        const std::size_t edits = withTicked(*b.w().whatIf().now()).size();
        CHECK(edits > 2);
        b.key(Qt::Key_Return);
        CHECK(b.w().view().empty());
        CHECK(wantedIn(b, "idle1") == 2000.0);
        b.act("undo");  // one change for all
        CHECK(b.w().setup().transmitter.modes == Bench().w().setup().transmitter.modes);
    }
    QLocale::setDefault(was);
}

TEST_CASE("Shift Enter takes it alone, Esc takes nothing, and what is refused opens nothing") {
    Bench b;
    const auto ask = [&](const char* field, const QString& text) {
        REQUIRE(b.w().goToField(field));
        Bench::settle();
        b.window.page()->setFocus();
        b.window.page()->editSelected();
        REQUIRE(b.window.page()->editor() != nullptr);
        b.window.page()->editor()->setText(text);
        b.act("what-follows");
    };
    ask("transmitter.modes.idle1.targetRpm", QStringLiteral("2000"));
    b.window.findChild<WhatFollowsView*>()->setFocus();
    b.key(Qt::Key_Return, Qt::ShiftModifier);
    CHECK(wantedIn(b, "idle1") == 2000.0);
    CHECK(b.w().setup().transmitter.modes[1].tailGainPct == Bench().w().setup().transmitter.modes[1].tailGainPct);
    b.act("undo");
    ask("transmitter.modes.idle1.targetRpm", QStringLiteral("1900"));
    b.key(Qt::Key_Escape);
    CHECK(b.w().view().empty());
    CHECK(wantedIn(b, "idle1") == 2200.0);
    ask("transmitter.modes.idle1.targetRpm", QStringLiteral("99999"));
    CHECK(b.w().view().empty());
    CHECK_FALSE(b.w().whatIf().now().has_value());
    ask("machine.power.pinionTeeth", QStringLiteral("14"));  // a fact
    CHECK(b.w().view().empty());
    CHECK(b.w().setup().machine.power.pinionTeeth == 15.0);
}

TEST_CASE("one key looks at the nearest head speed that suits the mode; Enter takes it") {
    Bench b;
    b.go(Station::Modes);
    b.w().setShownMode(2);
    const SpeedRange range = b.w().evaluation().figures.of<PowerFigures>().modes[2].range;
    REQUIRE(range.known);
    REQUIRE_FALSE(range.holds(wantedIn(b, "idle2")));
    b.act("what-suits");
    REQUIRE(b.w().view() == session::kWhatFollowsView);
    CHECK(wantedIn(b, "idle2") == 2450.0);
    b.window.findChild<WhatFollowsView*>()->setFocus();
    b.key(Qt::Key_Return);
    CHECK(wantedIn(b, "idle2") == range.high);
    b.act("what-suits");  // it suits now, which is told
    CHECK(b.w().view().empty());
}

TEST_CASE("a word is asked for among what its box has, in the palette") {
    Bench b;
    REQUIRE(b.w().goToField("transmitter.channels.rudder.reversed"));
    Bench::settle();
    b.act("what-follows");
    Palette* palette = b.window.palette();
    REQUIRE(palette->list()->count() == 2);
    palette->list()->setCurrentRow(b.w().setup().transmitter.channels.front().reversed ? 0 : 1);
    QTest::keyClick(palette->field(), Qt::Key_Return);
    Bench::settle();
    REQUIRE(b.w().view() == session::kWhatFollowsView);
    CHECK(b.w().whatIf().now()->edits.front().path == "transmitter.channels.rudder.reversed");
}

TEST_CASE("the end of the flight is a table under the timer, and one key looks at the timer that suits") {
    Bench b;
    REQUIRE(b.w().goToRow("timer", 0));
    b.act("what-suits");
    CHECK(b.w().view().empty());  // 5.0 min suit
    b.type("transmitter.timerMin", QStringLiteral("3,5"));
    REQUIRE(b.w().goToRow("end-1", 0));
    Bench::settle();
    b.act("what-suits");
    REQUIRE(b.w().view() == session::kWhatFollowsView);
    CHECK(b.w().setup().transmitter.timerMin == 3.5);
    b.window.findChild<WhatFollowsView*>()->setFocus();
    b.key(Qt::Key_Return);
    CHECK(b.w().setup().transmitter.timerMin == 5.0);
}

TEST_CASE("Space in the ladder writes that a test was seen; it is refused while its row is broken, and for what is settled") {
    Bench b;
    b.type("transmitter.hold.throttlePct", QStringLiteral("-6"));
    b.act("not-yet");
    auto* view = b.window.findChild<NotYetView*>();
    view->setFocus();
    b.key(Qt::Key_Down);
    const std::size_t before = b.w().now().ladder->obstacles();
    b.key(Qt::Key_Space);
    CHECK(b.w().now().ladder->obstacles() == before - 1);
    CHECK(b.w().view() == session::kNotYetView);
    CHECK(b.w().setup().standings.at("rows.hold-switch").standing == Standing::Proved);
    Bench faulty(QStringLiteral("dunlin-380"));
    faulty.act("not-yet");
    auto* ladder = faulty.window.findChild<NotYetView*>();
    ladder->setFocus();
    const std::size_t all = faulty.w().now().ladder->obstacles();
    for (int i = 0; i < 3; ++i) faulty.key(Qt::Key_Down);  // a finding
    faulty.key(Qt::Key_Space);
    CHECK(faulty.w().now().ladder->obstacles() == all);
}

TEST_CASE("a trainer link that is typed brings its switch; the deck then follows the pupil, and P1 fails") {
    Bench b;
    REQUIRE(b.w().goToField("transmitter.trainer.hands"));
    REQUIRE(b.choose(QStringLiteral("everything")));
    b.type("transmitter.functions.trainer.when", QStringLiteral("L3 2"));
    REQUIRE(b.w().goToField("transmitter.trainer.stops"));
    REQUIRE(b.choose(QStringLiteral("do nothing")));
    bool told = false;
    for (const Finding& f : b.w().evaluation().findings) told = told || f.id == "trainer-stops";
    CHECK(told);
    CHECK_FALSE(property(b.proved(), "P1").holds);
    CHECK_FALSE(b.w().pupilFlies());
    Deck deck = b.w().deck();
    deck.switches["L3"] = 2;
    b.w().setDeck(deck);
    CHECK(b.w().pupilFlies());  // the deck says so
    REQUIRE(b.w().goToField("transmitter.trainer.stops"));
    REQUIRE(b.choose(QStringLiteral("win")));
    CHECK(property(b.proved(), "P1").holds);
    for (const Finding& f : b.w().evaluation().findings) CHECK(f.id != "trainer-stops");
}

}  // namespace app_foresight_tests
