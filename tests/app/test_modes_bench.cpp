// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the bench view shows beside a row of Modes, and the forms and handles that came with it.
#include "bench.h"
#include "model/modeedits.h"

#include <QComboBox>
#include <QLineEdit>

namespace modes_bench_tests {

using namespace khtest;

namespace {

const FlightMode& mode(Bench& b, const char* id) {
    for (const FlightMode& m : b.w().setup().transmitter.modes)
        if (m.id == id) return m;
    FAIL("no mode " << id);
    throw 0;
}

}  // namespace

TEST_CASE("the row of Modes decides what is drawn beside it") {
    Bench b;
    b.go(Station::Modes);
    b.selectRow("pitch-curve", 1);
    CHECK(b.window.curves()->isVisible());
    const auto drawn = [&](const char* row) {
        b.selectRow(row, 1);
        REQUIRE(b.window.bench()->isVisible());
        for (const Item& i : b.window.bench()->items())
            if (i.id.startsWith(QStringLiteral("panel-"))) return i.name;
        return QString();
    };
    CHECK(drawn("rates") == QStringLiteral("Rate and expo"));
    CHECK(drawn("tail-gain") == QStringLiteral("Tail gain in every scale"));
    CHECK(drawn("hold") == QStringLiteral("Hold and its family"));
    b.act("go-bench");
    CHECK(b.window.curves()->isVisible());
    CHECK(b.window.curves()->hasFocus());
}

TEST_CASE("hold's states are explored by click; each leads the deck there") {
    Bench b;
    b.go(Station::Modes);
    b.selectRow("hold", 1);
    const double stick = b.w().deck().sticks.collective;
    for (const char* id : {"kill", "hold", "idle2", "idle1", "normal"}) {
        b.click(b.window.bench(), QStringLiteral("state-") + QString::fromLatin1(id));
        INFO(id);
        CHECK(throttleStateOf(b.w().setup(), b.w().trace().now) == id);
        CHECK(b.window.bench()->item(QStringLiteral("state-") + QString::fromLatin1(id))->selected);
    }
    CHECK(b.w().deck().sticks.collective == stick);
    CHECK(b.w().document().history().count() == 0);  // the deck is not the document
}

TEST_CASE("a curve becomes a line with an offset: its middle moves the whole line, its ends keep the offset") {
    Bench b;
    b.go(Station::Modes);
    b.selectRow("pitch-curve", 1);
    b.act("go-bench");
    b.key(Qt::Key_O);
    REQUIRE(mode(b, "idle1").pitch.shape == CurveShape::Line);
    REQUIRE(b.window.curves()->item(QStringLiteral("pitch-1"))->name.contains(QStringLiteral("offset")));
    // the ends at ±100 leave the offset no room: said, with the range
    b.key(Qt::Key_Right);
    b.key(Qt::Key_Return);
    b.window.curves()->editor()->setText(QStringLiteral("5"));
    b.key(Qt::Key_Return);
    CHECK(b.window.message().contains(QStringLiteral("from 0 to 0 %")));
    b.key(Qt::Key_Escape);
    b.key(Qt::Key_Right);
    for (int i = 0; i < 10; ++i) b.key(Qt::Key_Down);
    CHECK(mode(b, "idle1").pitch.points.back().y == 90.0);
    b.key(Qt::Key_Left);
    b.key(Qt::Key_Return);
    b.window.curves()->editor()->setText(QStringLiteral("5"));
    b.key(Qt::Key_Return);
    CHECK(mode(b, "idle1").pitch.offsetPct == 5.0);
    CHECK(mode(b, "idle1").pitch.points.front().y == -95.0);
    CHECK(mode(b, "idle1").pitch.points.back().y == 95.0);
    b.key(Qt::Key_O);
    CHECK(mode(b, "idle1").pitch.shape == CurveShape::Straight);
    CHECK(mode(b, "idle1").pitch.points.size() == 5);
    CHECK(mode(b, "idle1").pitch.points[2].y == 0.0);
    while (b.w().document().history().canUndo()) b.act("undo");
    CHECK(mode(b, "idle1").pitch == lineCurve(-100, 100, 5));
}

TEST_CASE("the channels are put in the controller's order by one command") {
    Bench b;
    b.act("channel-order");
    CHECK(b.window.message().contains(QStringLiteral("in Bosun's order")));
    b.w().document().edit(QStringLiteral("swap"),
                          {{"transmitter.channels.gain.number", 6.0}, {"transmitter.channels.collective.number", 5.0}});
    b.act("channel-order");
    CHECK(b.window.message().contains(QStringLiteral("2 channels changed")));
    CHECK(controllerOrder(b.w().setup()).empty());
}

TEST_CASE("hold is made to fly like the mode before by one command, and only by it") {
    Bench b;
    b.act("hold-mirror");
    CHECK(b.window.message().contains(QStringLiteral("Hold has the rates")));
    b.w().document().edit(QStringLiteral("gain"), {{"transmitter.modes.hold.tailGainPct", 20.0}});
    b.act("hold-mirror");
    CHECK(mode(b, "hold").tailGainPct == mode(b, "idle1").tailGainPct);
    b.act("undo");
    CHECK(mode(b, "hold").tailGainPct == 20.0);
}

}  // namespace modes_bench_tests
