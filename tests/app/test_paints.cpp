// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is painted, counted: speed that a test can guard without a clock.
#include "app/bench.h"

#include <cmath>
#include <map>

namespace paints_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;

namespace {

/// Counts what the views of a window paint.
class PaintCount : public QObject {
public:
    std::map<const QObject*, int> paints;
    explicit PaintCount(MainWindow& window) {
        for (ItemView* view : window.findChildren<ItemView*>()) view->installEventFilter(this);
    }
    bool eventFilter(QObject* view, QEvent* event) override {
        if (event->type() == QEvent::Paint) ++paints[view];
        return false;
    }
};

}  // namespace

TEST_CASE("a stick move paints bench and deck once, nothing else, and evaluates nothing") {
    Bench b;
    for (const Station station : {Station::Swash, Station::Pitch, Station::Tail}) {
        b.go(station);
        (void)b.proved();
        Bench::settle();
        PaintCount count(b.window);
        int evaluations = 0;
        const auto link = QObject::connect(&b.w(), &session::Workspace::swapped, &b.window, [&] { ++evaluations; });
        Deck deck = b.w().deck();
        for (int i = 1; i <= 60; ++i) {
            deck.sticks.aileron = std::sin(i / 20.0);
            deck.sticks.collective = std::cos(i / 20.0);
            b.w().setDeck(deck);
            Bench::settle();
        }
        QObject::disconnect(link);
        INFO(shippedStations().name(station));
        CHECK(evaluations == 0);
        CHECK(count.paints[b.window.bench()] <= 60);
        CHECK(count.paints[b.window.bench()] > 30);
        CHECK(count.paints[b.window.deck()] == 60);
        CHECK(count.paints[b.window.page()] == 0);
        CHECK(count.paints[b.window.keel()] == 0);
        CHECK(count.paints[b.window.topBar()] == 0);
    }
}

TEST_CASE("a window that is left alone paints nothing") {
    Bench b;
    (void)b.proved();
    Bench::settle();
    PaintCount count(b.window);
    QTest::qWait(1200);
    for (const auto& [view, paints] : count.paints) {
        INFO(view->metaObject()->className());
        CHECK(paints == 0);
    }
}

TEST_CASE("hold's states and the power-on guard follow the deck, not the last edit") {
    Bench b;
    b.w().setMode("idle2");
    Bench::settle();
    CHECK_FALSE(b.w().powerOn().holdOn);
    CHECK_FALSE(b.w().powerOn().baseMode);
    Deck deck;
    deck.sticks.collective = -1.0;
    deck.switches["R1"] = 2;
    b.w().setDeck(deck);
    Bench::settle();
    CHECK(b.w().powerOn().holdOn);
    CHECK(b.w().powerOn().baseMode);
    CHECK(b.w().powerOn().collectiveLow);
    bool releases = false;  // from hold one switch leads back to a mode
    for (const ThrottleMove& m : b.w().moves()) releases = releases || m.switchId == "R1";
    CHECK(releases);
}

}  // namespace paints_tests
