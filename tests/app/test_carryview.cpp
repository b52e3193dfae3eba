// SPDX-License-Identifier: GPL-3.0-or-later
//
// What stands in the boxes, in the real window by keys alone.
#include "app/bench.h"
#include "app/carry/carryview.h"
#include "app/forms/readbackdialog.h"
#include "app/shell/topbar.h"
#include "model/inboxes.h"
#include "procedure/sheet.h"

#include <QLabel>
#include <QLineEdit>
#include <QLocale>
#include <QTimer>

namespace app_carry_tests {

using namespace khtest;

namespace {

/// Works until what the machine does meanwhile is known.
void worked(Bench& b) {
    waitUntil("what the machine does until then", [&b] { return b.w().carrying().until() != nullptr; });
    Bench::settle();
}

/// Everything stands in the boxes as it is wanted.
void carryAll(Bench& b) {
    Setup s = b.w().setup();
    for (const CarryBox& box : carry(s))
        for (const CarryPage& p : box.pages) s.carried = withStanding(s, pathsOf(p), InBoxBy::Typed, "2026-11-20T19:00:00Z");
    b.w().document().setCarried(*s.carried);
    Bench::settle();
}

}  // namespace

TEST_CASE("three pages are carried with a key each, the next page with something left follows; undo takes none of it back") {
    Bench b(QStringLiteral("dunlin-380"));
    b.act("carry");
    REQUIRE(b.w().view() == session::kCarryView);
    auto* view = b.window.findChild<CarryView*>();
    REQUIRE(view != nullptr);
    worked(b);
    std::size_t left = leftToType(b.w().carrying().boxes());
    REQUIRE(left > 20);
    int keys = 0;
    for (int i = 0; i < 3; ++i) {
        REQUIRE(view->page() != nullptr);
        const std::size_t on = view->page()->left();
        REQUIRE(on > 0);
        b.key(Qt::Key_Return);
        ++keys;
        CHECK(leftToType(b.w().carrying().boxes()) == left - on);
        left -= on;
    }
    CHECK(keys == 3);
    CHECK(b.w().document().modified());
    b.act("undo");
    CHECK(leftToType(b.w().carrying().boxes()) == left);
    b.key(Qt::Key_Escape);
    CHECK(b.w().view().empty());
}

TEST_CASE("one that differs is typed as it stands, under a comma locale; what it would do is told, and a wrong one is refused") {
    const QLocale was;
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    {
        Bench b;
        carryAll(b);
        b.type("transmitter.timerMin", QStringLiteral("4,5"));
        b.act("carry");
        auto* view = b.window.findChild<CarryView*>();
        worked(b);
        CHECK(leftToType(b.w().carrying().boxes()) == 1);
        REQUIRE(view->page() != nullptr);
        CHECK(view->page()->title == "Timer");
        CHECK(view->line() == nullptr);  // what is done before a page is opened comes first
        b.key(Qt::Key_Down);
        REQUIRE(view->line() != nullptr);  // the one that is left
        CHECK(view->line()->path == "transmitter.timerMin");
        CHECK(view->line()->mark == InBoxMark::Changed);
        CHECK(b.w().carrying().until()->of.at("transmitter.timerMin").known);
        b.key(Qt::Key_D);
        REQUIRE(view->editor() != nullptr);
        view->editor()->setText(QStringLiteral("999"));
        QTest::keyClick(view->editor(), Qt::Key_Return);
        Bench::settle();
        REQUIRE(view->editor() != nullptr);  // refused: it stays open with what was typed
        CHECK(view->line()->had == "5.0");
        view->editor()->setText(QStringLiteral("9,0"));
        QTest::keyClick(view->editor(), Qt::Key_Return);
        Bench::settle();
        CHECK(view->editor() == nullptr);
        worked(b);
        CHECK(view->line()->mark == InBoxMark::Differs);
        CHECK(b.w().carrying().until()->of.at("transmitter.timerMin").finding == "timer-long");
        const Item* item = view->item(QStringLiteral("line-transmitter.timerMin"));
        REQUIRE(item != nullptr);
        CHECK(item->value.contains(QStringLiteral("9,0")));
        // what is printed is what is left
        const Sheet whole = benchSheet(b.w().setup(), b.w().evaluation());
        const Sheet left = onlyLeft(whole, b.w().carrying().boxes());
        REQUIRE(left.parts.size() == 1);
        std::size_t rows = 0;
        for (const SheetSection& s : left.parts.front().sections)
            for (const SheetRow& r : s.rows) rows += r.fields.empty() ? 0 : 1;
        CHECK(rows == leftToType(b.w().carrying().boxes()));
        b.key(Qt::Key_Return);
        CHECK(leftToType(b.w().carrying().boxes()) == 0);
    }
    QLocale::setDefault(was);
}

TEST_CASE("Space passes a page by, arrows walk settings and boxes; the keel counts pages, a reset asks which box") {
    Bench b(QStringLiteral("dunlin-380"));
    b.act("carry");
    auto* view = b.window.findChild<CarryView*>();
    worked(b);
    const std::string first = view->page()->title;
    b.key(Qt::Key_Space);
    CHECK(view->page()->title != first);
    const auto ribs = view->ribs();
    REQUIRE(ribs.size() == 3);
    CHECK(ribs[0].frames.size() == b.w().carrying().boxes()[0].pages.size());
    b.key(Qt::Key_Right);
    CHECK(view->ribs()[1].current);
    const std::size_t before = b.w().carrying().left(Box::Controller);
    b.act("carry-reset");
    Palette* palette = b.window.palette();
    REQUIRE(palette->list()->count() == 3);
    palette->list()->setCurrentRow(1);
    QTest::keyClick(palette->field(), Qt::Key_Return);
    Bench::settle();
    CHECK(b.w().carrying().left(Box::Controller) >= before);
    CHECK(b.w().carrying().boxes()[1].left() == b.w().carrying().boxes()[1].lines());
}

TEST_CASE("a whole box is read back as one form in its menu order: by keys, refused as a whole, then taken") {
    Bench b;
    carryAll(b);
    b.act("carry");
    auto* view = b.window.findChild<CarryView*>();
    worked(b);
    const auto wanted = [&b] {
        for (const CarryBox& box : b.w().carrying().boxes())
            if (box.box == Box::Transmitter) return box;
        return CarryBox{};
    }();
    const InBoxes before = *b.w().setup().carried;
    bool met = false;
    QTimer::singleShot(0, &b.window, [&] {
        auto* dialog = qobject_cast<ReadBackDialog*>(QApplication::activeModalWidget());
        REQUIRE(dialog != nullptr);
        met = true;
        const auto fields = dialog->findChildren<QLineEdit*>();
        CHECK(fields.size() == static_cast<qsizetype>(wanted.lines()));
        qsizetype at = 0;
        for (const CarryPage& p : wanted.pages)
            for (const CarryLine& l : p.lines) CHECK(fields[at++]->objectName().toStdString() == l.path);  // the menu's order
        auto* timer = dialog->findChild<QLineEdit*>(QStringLiteral("transmitter.timerMin"));
        QTest::keyClicks(timer, QStringLiteral("9.0"));
        dialog->accept();  // most pages are missing
        CHECK(dialog->isVisible());
        CHECK(dialog->findChild<QLabel*>(QStringLiteral("note"))->text().contains(QStringLiteral("missing")));
        CHECK(*b.w().setup().carried == before);
        for (const CarryPage& p : wanted.pages)
            for (const CarryLine& l : p.lines)
                if (l.path != "transmitter.timerMin")
                    dialog->findChild<QLineEdit*>(QString::fromStdString(l.path))->setText(QString::fromStdString(l.wants));
        QTest::keyClick(dialog, Qt::Key_Return);
    });
    b.key(Qt::Key_R);
    Bench::settle();
    REQUIRE(met);
    worked(b);
    CHECK(leftToType(b.w().carrying().boxes()) == 1);
    CHECK(b.w().setup().carried->at("transmitter.timerMin").by == InBoxBy::Read);
    CHECK(inBoxMark(b.w().setup(), "transmitter.timerMin") == InBoxMark::Differs);
    CHECK(view->isVisible());
}

TEST_CASE("everything is shown, judged and proved as the boxes stand, and Proof says so; nothing can be edited there") {
    Bench b;
    carryAll(b);
    b.type("transmitter.timerMin", QStringLiteral("4.5"));
    const Setup wanted = b.w().document().setup();
    b.w().document().setCarried(withReadBack(b.w().setup(), "transmitter.hold.throttlePct", "20", "2026-11-21T19:00:00Z"));
    const auto failures = [&b] {
        waitUntil("the switch proof", [&b] { return b.w().now().proofFresh; });
        return b.w().now().proof->failures();
    };
    CHECK(failures() == 0);
    b.act("as-boxes-stand");
    CHECK(b.w().asBoxesStand());
    CHECK(failures() > 0);  // hold does not stop the motor there
    CHECK(b.w().setup().transmitter.hold.throttlePct == 20.0);
    CHECK(b.w().document().setup().transmitter.hold.throttlePct == wanted.transmitter.hold.throttlePct);
    b.w().setStation(Station::Proof);
    Bench::settle();
    const QString told = b.window.findChild<TopBar*>()->item(QStringLiteral("revision"))->value;
    CHECK(told.contains(QStringLiteral("as the boxes stand")));
    CHECK(b.w().carrying().left(Box::Transmitter) == 2);
    CHECK_FALSE(b.w().attempt([&b] { b.w().document().edit(QStringLiteral("x"), {{"transmitter.timerMin", 6.0}}); }));
    b.act("bench-state");  // a command is refused as well, and told
    CHECK(b.w().document().setup().transmitter.timerMin == 4.5);
    CHECK(b.w().document().setup().transmitter.channels.size() == wanted.transmitter.channels.size());
    b.act("as-boxes-stand");
    CHECK(failures() == 0);
    b.w().attempt([&b] { b.w().document().edit(QStringLiteral("x"), {{"transmitter.timerMin", 6.0}}); });
    CHECK(b.w().setup().transmitter.timerMin == 6.0);
}

TEST_CASE("undo and redo leave what stands in the boxes; another box in place of one is not known to hold anything of it") {
    Bench b;
    carryAll(b);
    const std::size_t there = b.w().setup().carried->size();
    b.type("transmitter.timerMin", QStringLiteral("4.5"));
    CHECK(b.w().carrying().left(Box::Transmitter) == 1);
    b.act("undo");
    CHECK(b.w().carrying().left(Box::Transmitter) == 0);
    b.act("redo");
    CHECK(b.w().carrying().left(Box::Transmitter) == 1);
    CHECK(b.w().setup().carried->size() == there);
    Setup other = b.w().setup();
    other.controller.profile.edit().id = "another";
    b.w().document().replace(QStringLiteral("another box"), other);
    CHECK(b.w().carrying().boxes()[1].left() == b.w().carrying().boxes()[1].lines());
    CHECK(b.w().carrying().left(Box::Transmitter) == 1);
    b.act("undo");
    CHECK(b.w().carrying().boxes()[1].left() == 0);
}

TEST_CASE("on a small window, with nothing known and with everything carried, each column shows its page and nothing is cut off") {
    Bench b;
    b.window.resize(1024, 640);
    b.act("carry");
    auto* view = b.window.findChild<CarryView*>();
    worked(b);
    CHECK(view->item(QStringLiteral("box-0")) != nullptr);
    for (const Item& item : view->items()) CHECK(item.rect.right() <= view->width() + 1.0);
    carryAll(b);
    CHECK(leftToType(b.w().carrying().boxes()) == 0);
    b.key(Qt::Key_Return);  // nothing is left: that is told
    CHECK(b.w().view() == session::kCarryView);
}

}  // namespace app_carry_tests
