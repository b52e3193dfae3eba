// SPDX-License-Identifier: GPL-3.0-or-later
//
// What stands in the boxes, in the real window by keys alone.
#include "app/bench.h"
#include "app/carry/carryview.h"
#include "procedure/sheet.h"

#include <QLocale>

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
