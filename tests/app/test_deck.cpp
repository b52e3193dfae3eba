// SPDX-License-Identifier: GPL-3.0-or-later
//
// The deck: sticks in four modes, switches, the trace and its words.
#include "app/bench.h"
#include "model/helicopter/functions.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/trace.h"

namespace deck_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;

namespace {

/// Drags from an item's centre by a share of its size.
void drag(DeckView* deck, const QString& id, double dx, double dy) {
    const Item* item = deck->item(id);
    INFO(id.toStdString());
    REQUIRE(item != nullptr);
    const QPointF from = item->rect.center();
    const QPoint to = (from + QPointF(dx * item->rect.width(), dy * item->rect.height())).toPoint();
    QTest::mousePress(deck, Qt::LeftButton, {}, from.toPoint());
    QMouseEvent move(QEvent::MouseMove, to, deck->mapToGlobal(to), Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(deck, &move);
    QTest::mouseRelease(deck, Qt::LeftButton, {}, to);
    Bench::settle();
}

QString first(DeckView* deck, const QString& part) {
    for (const Item& i : deck->items())
        if (i.id.startsWith(part)) return i.id;
    return {};
}

}  // namespace

TEST_CASE("in each stick mode the boxes hold what that mode says, reversed collective too") {
    // per mode: what the left box moves up and down
    const std::array<const char*, 4> leftUp{"elevator", "collective", "elevator", "collective"};
    for (int mode = 1; mode <= 4; ++mode) {
        INFO("stick mode " << mode);
        Bench b;
        b.w().document().edit(QStringLiteral("mode"), {{"transmitter.stickMode", static_cast<double>(mode)}});
        Bench::settle();
        Deck start = b.w().deck();
        start.sticks = {0.0, 0.0, 0.0, 0.0};
        b.w().setDeck(start);
        drag(b.window.deck(), QStringLiteral("stick-0"), 0.0, -0.25);
        const Sticks& s = b.w().deck().sticks;
        const bool collective = std::string(leftUp[static_cast<std::size_t>(mode - 1)]) == "collective";
        CHECK((s.collective > 0.2) == collective);
        CHECK((s.elevator > 0.2) == !collective);
        CHECK(s.aileron == 0.0);
        CHECK(s.rudder == 0.0);
    }
}

TEST_CASE("a dragged stick moves plate and blade at once, and both axes of its box") {
    Bench b;
    b.w().setMode("idle1");
    const double before = helicopterTrace(b.w().trace()).bladeDeg[2];
    drag(b.window.deck(), QStringLiteral("stick-0"), 0.2, -0.3);
    CHECK(b.w().deck().sticks.collective > 0.3);
    CHECK(helicopterTrace(b.w().trace()).bladeDeg[2] > before + 2.0);
    CHECK(b.w().deck().sticks.rudder > 0.2);
    drag(b.window.deck(), QStringLiteral("stick-1"), 0.4, 0.0);
    CHECK(b.w().deck().sticks.aileron > 0.5);
    CHECK(helicopterTrace(b.w().trace()).tiltDeg > 3.0);
    CHECK(helicopterTrace(b.w().trace()).towardDeg == Approx(90.0).margin(3.0));  // a little forward by the mouse's own grain
}

TEST_CASE("a click on a switch moves it on, and its word says what it does there") {
    Bench b;
    const auto item = [&](const char* id) { return b.window.deck()->item(QStringLiteral("switch-") + QString::fromLatin1(id)); };
    REQUIRE(item("L1") != nullptr);
    CHECK(placeOf(b.w().setup().transmitter, b.w().deck(), "L1") == 1);
    for (const int place : {2, 3, 1}) {
        QTest::mouseClick(b.window.deck(), Qt::LeftButton, {}, item("L1")->rect.center().toPoint());
        Bench::settle();
        CHECK(placeOf(b.w().setup().transmitter, b.w().deck(), "L1") == place);
    }
    b.w().setMode("normal");
    CHECK(b.w().trace().mode == "normal");
    QTest::mouseClick(b.window.deck(), Qt::LeftButton, {}, item("R1")->rect.center().toPoint());
    Bench::settle();
    CHECK(b.w().trace().mode == "hold");
    CHECK(b.w().trace().headSpeedRpm == 0.0);
}

TEST_CASE("the traced function is chosen by name, and its stages are the contract's") {
    Bench b;
    const std::map<Function, int> stages{{heli::Aileron, 10}, {heli::Elevator, 10}, {heli::Collective, 10},
                                         {heli::Rudder, 9},   {heli::Throttle, 9},  {heli::Gain, 5}};
    for (const auto& [f, count] : stages) {
        b.w().setTracedFunction(f);
        Bench::settle();
        int shown = 0;
        for (const Item& i : b.window.deck()->items()) shown += i.id.startsWith(QStringLiteral("stage-")) ? 1 : 0;
        INFO(functionId(f));
        CHECK(shown == count);
        CHECK(static_cast<int>(b.w().trace().of(f).size()) == count);
    }
    CHECK(first(b.window.deck(), QStringLiteral("stage-")) == QStringLiteral("stage-value"));  // gain begins with what is sent
}

TEST_CASE("a fault is said beneath the trace: from where it is off, and that nothing is sent while posed") {
    Bench b(QStringLiteral("dunlin-380"));
    b.go(Station::Swash);
    b.selectRow("layout", 1);
    Deck deck = b.w().deck();
    deck.sticks.aileron = 1.0;
    b.w().setDeck(deck);
    b.w().setTracedFunction(heli::Aileron);
    Bench::settle();
    bool off = false;
    for (const Stage* s : b.w().trace().of(heli::Aileron)) off = off || s->off();
    CHECK(off);
    b.act("pose");
    CHECK(b.w().pose().finding() >= 0);
    const Deck posed = b.w().deck();
    b.act("pose");
    CHECK(b.w().pose().finding() < 0);
    CHECK(b.w().deck() == deck);
    CHECK_FALSE(posed == deck);
}

TEST_CASE("the deck folds and comes back, and the page has the room meanwhile") {
    Bench b;
    const int before = b.window.page()->height();
    b.act("fold-deck");
    CHECK_FALSE(b.window.deck()->isVisible());
    CHECK(b.window.page()->height() > before + 100);
    b.act("fold-deck");
    CHECK(b.window.deck()->isVisible());
    CHECK(b.window.page()->height() == before);
}

TEST_CASE("deck keys: fine steps, ends, centre, and a switch to a place it has") {
    Bench b;
    b.act("go-deck");
    QWidget* deck = b.window.deck();
    Deck zero = b.w().deck();
    zero.sticks = {0.0, 0.0, 0.0, 0.0};
    b.w().setDeck(zero);
    QTest::keyClick(deck, Qt::Key_Up);
    CHECK(b.w().deck().sticks.collective == Approx(0.05));
    QTest::keyClick(deck, Qt::Key_Up, Qt::ShiftModifier);
    CHECK(b.w().deck().sticks.collective == Approx(0.06));
    QTest::keyClick(deck, Qt::Key_Right);
    CHECK(b.w().deck().sticks.rudder == Approx(0.05));
    for (int i = 0; i < 40; ++i) QTest::keyClick(deck, Qt::Key_Up);
    CHECK(b.w().deck().sticks.collective == 1.0);
    for (int i = 0; i < 60; ++i) QTest::keyClick(deck, Qt::Key_Down);
    CHECK(b.w().deck().sticks.collective == -1.0);
    QTest::keyClick(deck, Qt::Key_Home);
    CHECK(b.w().deck().sticks.collective == 0.0);
    CHECK(b.w().deck().sticks.rudder == 0.0);
    QTest::keyClick(deck, Qt::Key_Tab);
    Bench::settle();
    QTest::keyClick(deck, Qt::Key_Left);
    CHECK(b.w().deck().sticks.aileron == Approx(-0.05));
    QTest::keyClick(deck, Qt::Key_Tab);  // the first switch
    Bench::settle();
    const Deck before = b.w().deck();
    QTest::keyClick(deck, Qt::Key_2);
    Bench::settle();
    CHECK_FALSE(b.w().deck() == before);
    const Deck after = b.w().deck();
    QTest::keyClick(deck, Qt::Key_9);  // no such place
    Bench::settle();
    CHECK(b.w().deck() == after);
}

TEST_CASE("the drawing of the transmitter works its switches too") {
    Bench b;
    b.go(Station::Radio);
    const auto panel = b.window.bench()->items().first();
    const auto spots = paint::switchSpots(panel.rect, b.w().setup().transmitter.profile);
    CHECK(spots.size() == b.w().setup().transmitter.profile->switches.size());
    for (const paint::SwitchSpot& spot : spots) {
        INFO(spot.profile->id);
        const int before = placeOf(b.w().setup().transmitter, b.w().deck(), spot.profile->id);
        QTest::mouseClick(b.window.bench(), Qt::LeftButton, {}, spot.track.center().toPoint());
        Bench::settle();
        CHECK(placeOf(b.w().setup().transmitter, b.w().deck(), spot.profile->id) == before % spot.profile->places + 1);
    }
    const Deck now = b.w().deck();
    QTest::mouseClick(b.window.bench(), Qt::LeftButton, {}, QPoint(5, 5));  // beside them
    CHECK(b.w().deck() == now);
}

}  // namespace deck_tests
