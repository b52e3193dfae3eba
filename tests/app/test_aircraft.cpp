// SPDX-License-Identifier: GPL-3.0-or-later
//
// The window on an aircraft of another class: its keel, its pages, its drawing, its cells, its proof.
#include "aircraft/lifter.h"
#include "app/forms/boxesdialog.h"
#include "bench.h"
#include "io/document.h"
#include "model/access.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"

#include <QImage>

namespace app_aircraft_tests {

using namespace khtest;

namespace {

void paintLifter(QPainter& p, QRectF area, const paint::Scene& s) {
    p.setPen(QPen(paint::Theme::tokens().machine, 2));
    p.drawEllipse(area.center(), 80, 80);
    paint::drawText(p, area.center(), QStringLiteral("%1°").arg(s.trace.now.outputs[2], 0, 'f', 1), paint::Theme::font(13),
                    paint::Theme::tokens().ink);
}

}  // namespace

TEST_CASE("the window opens an aircraft of another class, and a helicopter after it") {
    bringLifter();
    paint::addDrawing(static_cast<DrawingId>(kLifterDrawing), paintLifter);
    Bench b;  // on a helicopter, at a station the lifter has not
    b.go(Station::Swash);
    const QString file = b.folder.filePath(QStringLiteral("plover.keel.json"));
    Setup turned = lifterSetup();
    writeField(turned, "machine.risesWithPulse", false);
    io::saveDocument(file.toStdString(), turned, {});
    REQUIRE(b.window.openFile(file));
    Bench::settle();
    CHECK(b.w().station() == Station::Airframe);
    CHECK(b.w().stations().entries().size() == 3);
    const auto keel = [&] {
        QStringList names;
        for (const Item& i : b.window.keel()->items()) names << i.name;
        return names.join(';');
    };
    CHECK(keel().contains(QStringLiteral("Lifter")));
    CHECK_FALSE(keel().contains(QStringLiteral("Swash")));
    CHECK(b.window.bench()->item(QStringLiteral("panel-The lifter")) != nullptr);
    CHECK(b.window.page()->accessibleName() == QStringLiteral("Page Lifter"));
    // what acts on a row it has not cannot be asked for, and a station it has not is not gone to
    for (const char* id : {"layout-built", "layout-form", "matrix-add", "go-bench"}) {
        INFO(id);
        CHECK_FALSE(b.window.findChild<QAction*>(QString::fromLatin1(id))->isEnabled());
    }
    b.w().setStation(Station::Modes);
    CHECK(b.w().station() == Station::Airframe);
    // its own guards, not a helicopter's
    REQUIRE(b.window.topBar()->item(QStringLiteral("guard-0")) != nullptr);
    CHECK(b.window.topBar()->item(QStringLiteral("guard-0"))->name == QStringLiteral("rotor tied"));
    CHECK(b.window.topBar()->item(QStringLiteral("guard-1")) == nullptr);
    b.selectRow("lifter-rotor", 2);
    b.act("seen");
    CHECK(b.window.message().contains(QStringLiteral("tick rotor tied")));
    b.click(b.window.topBar(), QStringLiteral("guard-0"));
    b.act("seen");
    CHECK(b.w().selectedRow()->standing == Standing::Proved);
    b.act("undo");
    b.act("reading");  // nothing of this row is read: no dialog
    CHECK(QApplication::activeModalWidget() == nullptr);

    // every station, every function, with the sticks moved, in both themes
    for (const char* theme : {"chart", "night"}) {
        b.window.setTheme(QString::fromLatin1(theme));
        for (const StationEntry& s : b.w().stations().entries()) {
            b.go(s.station);
            Deck deck;
            deck.switches["S1"] = 1;
            deck.sticks.collective = 0.5;
            b.w().setDeck(deck);
            for (std::size_t f = 0; f < 2; ++f) {
                b.w().setTracedFunction(static_cast<Function>(f));
                Bench::settle();
                CHECK_FALSE(b.window.grab().isNull());
            }
        }
    }
    // a cell is typed into, undone, and refused beyond its range
    b.go(Station::Airframe);
    b.type("machine.armMm", QStringLiteral("15"));
    CHECK(lifter(b.w().setup()).armMm == 15.0);
    b.act("undo");
    CHECK(lifter(b.w().setup()).armMm == 12.0);
    // its danger is posed and healed by the plan
    REQUIRE(b.w().evaluation().count(Severity::Danger) == 1);
    b.go(Station::Proof);
    b.planned();
    CHECK(b.w().repair().plan().steps.size() >= 1);
    b.act("pose");
    CHECK(b.w().deck().sticks.collective == 1.0);
    b.act("pose");
    b.act("remedy");
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    CHECK(b.proved().properties.size() == 10);
    // its servo is chosen with its boxes
    BoxesDialog boxes(&b.window, b.w().setup(), b.w().library());
    CHECK(boxes.findChild<QComboBox*>(QStringLiteral("pitch")) != nullptr);
    CHECK(boxes.findChild<QComboBox*>(QStringLiteral("tail")) == nullptr);
    CHECK(boxes.chosen(b.w().setup()) == b.w().setup());
    // saved, and a helicopter again
    b.act("save");
    CHECK(io::loadDocument(file.toStdString()).setup.machine.aircraft == b.w().setup().machine.aircraft);
    REQUIRE(b.window.openFile(b.file));
    Bench::settle();
    CHECK(keel().contains(QStringLiteral("Swash")));
    CHECK(b.w().stations().entries().size() == shippedStations().entries().size());
}

}  // namespace app_aircraft_tests
