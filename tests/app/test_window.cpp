// SPDX-License-Identifier: GPL-3.0-or-later
//
// The real window, driven by keys and clicks; what is asserted is what the pilot sees.
#include "app/bench.h"
#include "app/shell/application.h"
#include "model/changes.h"
#include "model/helicopter/functions.h"
#include "paint/look/theme.h"
#include "paint/pdf.h"
#include "procedure/helicopter/guards.h"
#include "procedure/registry.h"

#include <catch2/catch.hpp>

namespace window_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::shownItems;

namespace {

double contrast(const QColor& a, const QColor& b) {
    const auto luminance = [](const QColor& c) {
        const auto f = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
        return 0.2126 * f(c.redF()) + 0.7152 * f(c.greenF()) + 0.0722 * f(c.blueF());
    };
    const double x = luminance(a) + 0.05;
    const double y = luminance(b) + 0.05;
    return x > y ? x / y : y / x;
}

}  // namespace

TEST_CASE("drag a curve point, flip hold, read head speed 0, undo, save, reopen, the same document") {
    Bench b;
    b.go(Station::Modes);
    b.click(b.window.topBar(), QStringLiteral("mode-idle1"));
    REQUIRE(b.w().trace().mode == "idle1");
    CurveView* curves = b.window.curves();
    const Setup before = b.w().setup();
    const QPoint from = curves->item(QStringLiteral("pitch-3"))->rect.center().toPoint();
    QTest::mousePress(curves, Qt::LeftButton, {}, from);
    for (int i = 1; i <= 10; ++i) {
        QTest::mouseMove(curves, from + QPoint(0, 3 * i));
        QMouseEvent move(QEvent::MouseMove, from + QPoint(0, 3 * i), curves->mapToGlobal(from + QPoint(0, 3 * i)), Qt::NoButton,
                         Qt::LeftButton, {});
        QApplication::sendEvent(curves, &move);
    }
    QTest::mouseRelease(curves, Qt::LeftButton, {}, from + QPoint(0, 30));
    Bench::settle();
    const double dragged = b.w().setup().transmitter.modes[1].pitch.points[3].y;
    REQUIRE(dragged < 45.0);
    REQUIRE(b.w().document().history().count() == 1);  // one entry for the whole drag
    REQUIRE(b.w().document().history().undoText() == QStringLiteral("Move a pitch point"));

    b.w().setTracedFunction(heli::Throttle);
    REQUIRE(b.stage("head-speed").startsWith(QStringLiteral("2223")));
    b.click(b.window.deck(), QStringLiteral("switch-R1"));
    REQUIRE(b.w().trace().mode == "hold");
    REQUIRE(b.stage("head-speed") == QStringLiteral("0 rpm"));

    b.act("undo");
    REQUIRE(sameButWhen(b.w().setup(), before));
    b.act("redo");
    REQUIRE(b.w().setup().transmitter.modes[1].pitch.points[3].y == dragged);
    REQUIRE(b.window.isWindowModified());
    b.act("save");
    REQUIRE_FALSE(b.window.isWindowModified());
    const Setup saved = b.w().setup();
    REQUIRE(saved.revision == before.revision + 1);
    REQUIRE(b.window.openFile(b.file));
    REQUIRE(b.w().setup() == saved);
}

TEST_CASE("the first path without a pointer: layout, finding, remedy, curve, save, sheet") {
    Bench b;
    b.key(Qt::Key_F6);
    b.window.page()->setFocus();
    while (b.w().station() != Station::Swash) b.act(b.w().station() < Station::Swash ? "next" : "previous");
    b.selectRow("layout", 1);
    REQUIRE(b.w().evaluation().count(Severity::Danger) == 0);
    b.key(Qt::Key_Return);
    auto* choices = b.window.findChild<QMenu*>(QStringLiteral("choices"));
    REQUIRE(choices != nullptr);
    REQUIRE(choices->isVisible());
    QTest::keyClick(choices, Qt::Key_Down);
    QTest::keyClick(choices, Qt::Key_Down);
    QTest::keyClick(choices, Qt::Key_Return);
    Bench::settle();
    REQUIRE(b.w().setup().controller.layout == "three at 140°, elevator aft");
    REQUIRE(b.w().selectedRow()->broken);
    b.act("pose");
    REQUIRE(b.w().pose().finding() >= 0);
    REQUIRE(b.stage("plate").endsWith(QStringLiteral("off")));
    b.act("pose");
    REQUIRE(b.w().pose().finding() == -1);
    b.act("remedy");
    REQUIRE(b.w().setup().controller.layout == "three at 120°, elevator aft");
    REQUIRE(b.w().evaluation().count(Severity::Danger) == 0);

    b.act("go-bench");
    REQUIRE(b.w().station() == Station::Modes);
    const double y = b.w().setup().transmitter.modes[static_cast<std::size_t>(b.w().shownMode())].pitch.points[0].y;
    const int entries = b.w().document().history().count();
    for (int i = 0; i < 3; ++i) b.key(Qt::Key_Up);
    REQUIRE(b.w().setup().transmitter.modes[static_cast<std::size_t>(b.w().shownMode())].pitch.points[0].y == y + 3);
    REQUIRE(b.w().document().history().count() == entries + 1);  // a run of nudges is one entry
    b.key(Qt::Key_Return);
    REQUIRE(b.window.curves()->editor() != nullptr);
    b.window.curves()->editor()->setText(QStringLiteral("400"));
    QTest::keyClick(b.window.curves()->editor(), Qt::Key_Return);
    REQUIRE(b.window.message().contains(QStringLiteral("100 %")));
    REQUIRE(b.window.curves()->editor() != nullptr);  // the text stays for mending
    b.window.curves()->editor()->setText(QStringLiteral("−20"));
    QTest::keyClick(b.window.curves()->editor(), Qt::Key_Return);
    INFO(b.window.message().toStdString());
    REQUIRE(b.window.curves()->editor() == nullptr);
    REQUIRE(b.w().setup().transmitter.modes[static_cast<std::size_t>(b.w().shownMode())].pitch.points[0].y == -20);
    b.act("save");
    REQUIRE_FALSE(b.w().document().modified());
    REQUIRE(paint::sheetPdf(benchSheet(b.w().setup(), b.w().evaluation()), {b.w().setup(), b.w().evaluation()}).size() > 4000);
}

TEST_CASE("a cell is edited in place; a refusal names field and range and changes nothing") {
    Bench b;
    b.go(Station::Airframe);
    b.selectRow("mass", 2);
    const Setup before = b.w().setup();
    b.key(Qt::Key_Return);
    QLineEdit* editor = b.window.page()->editor();
    REQUIRE(editor != nullptr);
    editor->setText(QStringLiteral("400"));
    QTest::keyClick(editor, Qt::Key_Return);
    REQUIRE(b.window.message().contains(QStringLiteral("Flying mass:")));
    REQUIRE(b.window.message().contains(QStringLiteral("30")));
    REQUIRE(sameButWhen(b.w().setup(), before));
    editor->setText(QStringLiteral("2,45"));
    QTest::keyClick(editor, Qt::Key_Return);
    REQUIRE(b.w().setup().machine.massKg == 2.45);
    REQUIRE(standingOf(b.w().setup(), "machine.massKg") == Standing::Entered);
    b.key(Qt::Key_Return);
    QTest::keyClick(b.window.page()->editor(), Qt::Key_Escape);
    Bench::settle();
    REQUIRE(b.window.page()->editor() == nullptr);
}

TEST_CASE("escape gives a drag up without a trace") {
    Bench b;
    b.go(Station::Modes);
    CurveView* curves = b.window.curves();
    const Setup before = b.w().setup();
    const QPoint from = curves->item(QStringLiteral("pitch-4"))->rect.center().toPoint();
    QTest::mousePress(curves, Qt::LeftButton, {}, from);
    QMouseEvent move(QEvent::MouseMove, from + QPoint(0, 40), curves->mapToGlobal(from + QPoint(0, 40)), Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(curves, &move);
    REQUIRE_FALSE(b.w().setup() == before);
    QTest::keyClick(curves, Qt::Key_Escape);
    REQUIRE(sameButWhen(b.w().setup(), before));
    REQUIRE(b.w().document().history().count() == 0);
    REQUIRE_FALSE(b.w().document().history().canRedo());
}

TEST_CASE("F1 explains the number that is selected, and its last line is the cell") {
    Bench b;
    b.go(Station::Power);
    b.selectRow("gear", 2);
    b.w().select({b.w().selection().row, 2, 2});
    b.act("why");
    REQUIRE(b.window.why()->isVisible());
    REQUIRE(b.window.why()->lines().contains(QStringLiteral("= 8.00")));
    REQUIRE(b.window.why()->lines().contains(QStringLiteral("Pinion teeth")));
    b.act("why");
    REQUIRE_FALSE(b.window.why()->isVisible());
}

TEST_CASE("every part on every station can be reached, and shows a value") {
    Bench b;
    for (const StationEntry& s : stations()) {
        b.go(s.station);
        REQUIRE(b.window.page()->isVisible());
        int named = 0;
        for (const Item& item : shownItems(b.window.page())) {
            INFO(item.id.toStdString());
            if (item.id.startsWith(QStringLiteral("part-"))) CHECK_FALSE(item.value.isEmpty());
            ++named;
        }
        CHECK(named > 2);
    }
}

TEST_CASE("the palette reaches every action, station and setting by name") {
    Bench b;
    b.act("find");
    Palette* palette = b.window.palette();
    REQUIRE(palette->isVisible());
    palette->field()->setText(QStringLiteral("station tail"));
    REQUIRE(palette->list()->count() >= 1);
    QTest::keyClick(palette->field(), Qt::Key_Return);
    Bench::settle();
    REQUIRE(b.w().station() == Station::Tail);
    b.act("find");
    palette->field()->setText(QStringLiteral("Pinion teeth"));
    QTest::keyClick(palette->field(), Qt::Key_Return);
    Bench::settle();
    REQUIRE(b.w().selectedPart() != nullptr);
    REQUIRE(b.w().selectedPart()->field() == "machine.power.pinionTeeth");
}

TEST_CASE("guards are the pilot's word: unticked at start, needed for a reading, gone with the model") {
    Bench b;
    b.go(Station::Tail);
    b.selectRow("precompensation", 1);
    REQUIRE_FALSE(b.w().guards().ticked(kLeadsOff));
    b.act("seen");
    REQUIRE(b.window.message().contains(QStringLiteral("guards")));
    REQUIRE(b.w().document().history().count() == 0);
    for (int g = 0; g < 3; ++g) b.click(b.window.topBar(), QStringLiteral("guard-%1").arg(g));
    for (const HelicopterGuard g : {kLeadsOff, kBladesOff, kHoldOn}) REQUIRE(b.w().guards().ticked(g));
    b.act("seen");
    REQUIRE(b.w().selectedRow()->standing == Standing::Proved);
    b.window.newModel(QStringLiteral("380"));
    REQUIRE_FALSE(b.w().guards().ticked(kLeadsOff));
}

TEST_CASE("a broken file is told in the window and the present model stays") {
    Bench b;
    const QString bad = b.folder.filePath(QStringLiteral("bad.keel.json"));
    QFile f(bad);
    REQUIRE(f.open(QIODevice::WriteOnly));
    f.write("{\"format\": \"keelhaul-setup\"");
    f.close();
    const Setup before = b.w().setup();
    REQUIRE_FALSE(b.window.openFile(bad));
    REQUIRE(b.window.message().contains(QStringLiteral("bad.keel.json")));
    REQUIRE(sameButWhen(b.w().setup(), before));
    REQUIRE_FALSE(b.window.files().saveTo(QStringLiteral("/no/such/folder/x.keel.json")));
    REQUIRE(b.window.message().contains(QStringLiteral("Not saved")));
}

TEST_CASE("an impossible chain is said, not drawn, and can be undone") {
    Bench b;
    b.w().document().edit(QStringLiteral("balls"), {{"machine.servos.left.azimuthDeg", 180.0}, {"machine.servos.right.azimuthDeg", 180.0}});
    Bench::settle();
    REQUIRE_FALSE(b.w().evaluation().simulated);
    for (const StationEntry& s : stations()) {
        b.go(s.station);
        (void)b.window.grab();
    }
    b.act("undo");
    REQUIRE(b.w().evaluation().simulated);
}

TEST_CASE("the deck is worked by keys: arrows, Home, digits") {
    Bench b;
    b.act("go-deck");
    REQUIRE(b.window.deck()->hasFocus());
    b.key(Qt::Key_Home);
    b.key(Qt::Key_Up);
    REQUIRE(b.w().deck().sticks.collective == Approx(0.05));
    b.key(Qt::Key_Up, Qt::ShiftModifier);
    REQUIRE(b.w().deck().sticks.collective == Approx(0.06));
    b.key(Qt::Key_Tab);
    b.key(Qt::Key_Right);
    REQUIRE(b.w().deck().sticks.aileron == Approx(0.05));
    b.key(Qt::Key_Tab);  // the first switch, L1
    b.key(Qt::Key_3);
    REQUIRE(b.w().deck().switches.at("L1") == 3);
}

TEST_CASE("assistive technology sees every cell, frame, point, stick and switch") {
    Bench b;
    const auto children = [](QWidget* view) {
        QAccessibleInterface* i = QAccessible::queryAccessibleInterface(view);
        REQUIRE(i != nullptr);
        int named = 0;
        for (int c = 0; c < i->childCount(); ++c) {
            QAccessibleInterface* child = i->child(c);
            REQUIRE(child != nullptr);
            REQUIRE(child->role() != QAccessible::NoRole);
            if (!child->text(QAccessible::Name).isEmpty()) ++named;
        }
        return named;
    };
    REQUIRE(children(b.window.keel()) > 8 + 60);
    REQUIRE(children(b.window.deck()) >= 2 + 6 + 8);
    REQUIRE(children(b.window.page()) > 30);
    b.go(Station::Modes);
    REQUIRE(children(b.window.curves()) == 12);
    REQUIRE(children(b.window.topBar()) > 8);
}

TEST_CASE("the look at 1280×800: bands, tokens in both themes, contrast, type") {
    Bench b;
    REQUIRE(b.window.topBar()->geometry() == QRect(0, 0, 1280, 40));
    REQUIRE(b.window.keel()->geometry() == QRect(0, 40, 1280, 64));
    REQUIRE(QRect(b.window.deck()->mapTo(&b.window, QPoint(0, 0)), b.window.deck()->size()) == QRect(0, 640, 1280, 160));
    b.go(Station::Swash);
    REQUIRE(b.window.page()->width() == 708);
    b.go(Station::Modes);
    REQUIRE(b.window.page()->width() == 616);
    b.go(Station::Proof);
    REQUIRE(b.window.page()->width() == 648);
    for (const paint::ThemeKind kind : {paint::ThemeKind::Chart, paint::ThemeKind::Night}) {
        b.window.setTheme(kind == paint::ThemeKind::Chart ? QStringLiteral("chart") : QStringLiteral("night"));
        b.go(Station::Swash);
        const paint::Tokens& t = paint::Theme::of(kind);
        const QImage shot = b.window.grab().toImage();
        for (const auto& [at, colour] :
             {std::pair{QPoint(900, 3), t.ground}, std::pair{QPoint(1260, 50), t.ground}, std::pair{QPoint(4, 700), t.ground},
              std::pair{QPoint(620, 630), t.sheet}, std::pair{QPoint(1270, 300), t.sheet}, std::pair{QPoint(400, 39), t.rule},
              std::pair{QPoint(708, 300), t.rule}, std::pair{QPoint(150, 146), t.transmitter}, std::pair{QPoint(300, 146), t.controller},
              std::pair{QPoint(500, 146), t.machine}}) {
            INFO(at.x() << "," << at.y());
            CHECK(QColor(shot.pixel(at)).name() == colour.name());
        }
        const auto tint = [&](const QColor& c, double share) { return paint::Theme::over(t.sheet, c, share); };
        for (const QColor& ground : {t.sheet, t.ground, tint(t.machine, t.selectionTint)}) {
            CHECK(contrast(t.ink, ground) >= 4.5);
            CHECK(contrast(t.muted, ground) >= 4.5);
            CHECK(contrast(t.transmitter, ground) >= 4.5);
            CHECK(contrast(t.controller, ground) >= 4.5);
            CHECK(contrast(t.warning, ground) >= 4.5);
            CHECK(contrast(t.note, ground) >= 4.5);
        }
        CHECK(contrast(t.pass, t.sheet) >= 4.5);
        CHECK(contrast(t.danger, t.sheet) >= 4.5);
        CHECK(contrast(t.danger, tint(t.danger, t.dangerTint)) >= 4.5);
    }
    REQUIRE(paint::Theme::font(12).pixelSize() == 12);
    REQUIRE(QFontInfo(paint::Theme::font(13)).family() == QStringLiteral("Keelhaul B612"));
    REQUIRE(QFontInfo(paint::Theme::mono(12)).family() == QStringLiteral("Keelhaul B612 Mono"));
}

TEST_CASE("text parts keep inside their window at every size, scale and station") {
    Bench b;
    for (const QSize size : {QSize(1024, 700), QSize(1280, 800), QSize(1920, 1080)}) {
        b.window.resize(size);
        for (const StationEntry& s : stations()) {
            b.go(s.station);
            for (const Item& item : shownItems(b.window.page())) {
                INFO(size.width() << " " << s.name << " " << item.id.toStdString() << " " << item.value.toStdString());
                CHECK(item.rect.right() <= b.window.page()->width() + 1);
            }
        }
    }
}

}  // namespace window_tests
