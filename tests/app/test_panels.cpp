// SPDX-License-Identifier: GPL-3.0-or-later
//
// Why, the palette, messages, the ledger's editing, menus and dialogs, as the pilot meets them.
#include "app/bench.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QMenu>
#include <QMessageBox>
#include <QPushButton>
#include <QTextBrowser>

namespace panels_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;

namespace {

void typeInto(Bench& b, const QString& text) {
    b.window.page()->editSelected();
    Bench::settle();
    QLineEdit* editor = b.window.page()->editor();
    REQUIRE(editor != nullptr);
    editor->setText(text);
    QTest::keyClick(editor, Qt::Key_Return);
    Bench::settle();
}

/// Runs `open` and gives the modal dialog it shows to `meet`, which must close it.
template <class Meet>
void meeting(Bench& b, const char* action, Meet meet) {
    bool met = false;
    khtest::whenOpen<QWidget>(&b.window, [&](QWidget* dialog) {
        met = true;
        meet(dialog);
        dialog->close();
    });
    b.act(action);
    CHECK(met);
}

}  // namespace

TEST_CASE("why shows steps and inputs with their standing, and goes with the second F1") {
    Bench b;
    b.go(Station::Power);
    b.selectRow("gear", 2);
    session::Selection s = b.w().selection();
    s.part = 2;  // the ratio
    b.w().select(s);
    b.act("why");
    REQUIRE(b.window.why()->isVisible());
    const QString all = b.window.why()->lines().join('\n');
    CHECK(all.contains(QStringLiteral("120")));
    CHECK(all.contains(QStringLiteral("15")));
    CHECK(all.contains(QStringLiteral("8.00")));
    CHECK(all.contains(QStringLiteral("Main gear teeth")));
    b.act("why");
    CHECK_FALSE(b.window.why()->isVisible());
    b.go(Station::Swash);
    b.selectRow("layout", 1);
    b.act("why");  // a word has nothing to derive, and that is said
    CHECK((b.window.why()->isVisible() || b.window.message().contains(QStringLiteral("word"))));
}

TEST_CASE("an unknown says which fact it waits for, in its cell and in why") {
    Bench b;
    b.w().document().edit(QStringLiteral("x"), {{"machine.power.kv", std::monostate{}}});
    b.go(Station::Power);
    b.selectRow("available", 2);
    REQUIRE(b.w().selectedPart() != nullptr);
    CHECK(render(b.w().selectedPart()->value).find("–") != std::string::npos);
    b.act("why");
    CHECK(b.window.why()->lines().join(' ').contains(QStringLiteral("Motor Kv")));
}

TEST_CASE("the palette narrows by words in any order, runs with Enter, leaves with Esc") {
    Bench b;
    b.act("find");
    QListWidget* list = b.window.palette()->list();
    const int all = list->count();
    CHECK(all >= 150);
    b.window.palette()->field()->setText(QStringLiteral("station tail"));
    Bench::settle();
    CHECK(list->count() < all);
    CHECK(list->count() >= 1);
    CHECK(list->item(0)->text().contains(QStringLiteral("Tail")));
    QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);
    Bench::settle();
    CHECK(b.w().station() == Station::Tail);
    CHECK_FALSE(b.window.palette()->isVisible());
    b.act("find");
    b.window.palette()->field()->setText(QStringLiteral("zzz no such thing"));
    Bench::settle();
    CHECK(list->count() == 0);
    QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);  // nothing to run, nothing breaks
    QTest::keyClick(b.window.palette()->field(), Qt::Key_Escape);
    Bench::settle();
    CHECK_FALSE(b.window.palette()->isVisible());
    CHECK(b.w().station() == Station::Tail);
}

TEST_CASE("the palette shows a setting as its cell does, and words that begin so come first") {
    Bench b;
    b.act("find");
    b.window.palette()->field()->setText(QStringLiteral("arms"));
    Bench::settle();
    const QListWidget* list = b.window.palette()->list();
    QStringList shown;
    for (int i = 0; i < list->count(); ++i) shown << list->item(i)->text();
    REQUIRE_FALSE(shown.isEmpty());
    const auto first = [&](const char* pattern) { return shown.indexOf(QRegularExpression(QString::fromLatin1(pattern))); };
    CHECK(first("^Arms square, .*") == 0);  // begins with it
    CHECK(shown[first("^Servo arms, .*")].startsWith(QStringLiteral("Servo arms, r    14.0 mm   Airframe")));
    CHECK(first("^Servo arms, .*") > 0);  // has a word that does
    CHECK(first("^Timer, alarms.*") > first("^Servo arms, .*"));
}

TEST_CASE("the palette finds a setting by its name and goes to its cell") {
    Bench b;
    b.act("find");
    b.window.palette()->field()->setText(QStringLiteral("Blade grip lever"));
    Bench::settle();
    REQUIRE(b.window.palette()->list()->count() >= 1);
    QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);
    Bench::settle();
    REQUIRE(b.w().selectedPart() != nullptr);
    CHECK(b.w().selectedPart()->field() == "machine.head.gripMm");
}

TEST_CASE("a cell takes point or comma, unit or none, and refuses the rest in words") {
    Bench b;
    b.go(Station::Airframe);
    b.selectRow("mass", 2);
    for (const auto& [text, mass] : {std::pair{"2.35", 2.35}, {"2,40", 2.40}, {"2.5 kg", 2.5}, {" 2.6 ", 2.6}}) {
        typeInto(b, QString::fromLatin1(text));
        INFO(text);
        CHECK(b.w().setup().machine.massKg == mass);
    }
    for (const char* bad : {"heavy", "-3", "999", "", "2.5.5", "nan", "1e308"}) {
        typeInto(b, QString::fromLatin1(bad));
        INFO(bad);
        CHECK(b.w().setup().machine.massKg == 2.6);
        CHECK(b.window.message().contains(QStringLiteral("Flying mass:")));
        if (b.window.page()->editor() != nullptr) QTest::keyClick(b.window.page()->editor(), Qt::Key_Escape);
        Bench::settle();
    }
    CHECK(b.w().document().history().count() == 4);
}

TEST_CASE("an unknown fact is typed as a dash, and comes back as a number") {
    Bench b;
    b.go(Station::Airframe);
    b.selectRow("motor", 2);
    session::Selection s = b.w().selection();
    s.part = 1;
    b.w().select(s);
    REQUIRE(b.w().selectedPart()->field() == "machine.power.kv");
    typeInto(b, QStringLiteral("–"));
    CHECK_FALSE(b.w().setup().machine.power.kv);
    typeInto(b, QStringLiteral("1200"));
    CHECK(*b.w().setup().machine.power.kv == 1200.0);
}

TEST_CASE("a derived cell is not edited, and says so or stays") {
    Bench b;
    b.go(Station::Swash);
    b.selectRow("stroke-use", 2);
    const Setup before = b.w().setup();
    b.window.page()->editSelected();
    Bench::settle();
    CHECK(b.window.page()->editor() == nullptr);
    CHECK(b.w().setup() == before);
}

TEST_CASE("Tab goes through the values of a row and on to the next, arrows through rows, and the keel follows") {
    Bench b;
    b.go(Station::Radio);
    b.w().select({0, 0, 0});
    b.window.page()->setFocus();
    std::set<std::string> seen;
    for (int i = 0; i < 60; ++i) {
        if (const Part* p = b.w().selectedPart(); p != nullptr && !p->field().empty()) seen.insert(p->field());
        QTest::keyClick(b.window.page(), Qt::Key_Tab);
        Bench::settle();
        b.window.page()->setFocus();
    }
    CHECK(seen.size() > 12);
    b.w().select({0, 0, 0});
    QTest::keyClick(b.window.page(), Qt::Key_Down);
    Bench::settle();
    CHECK(b.w().selection().row == 1);
    QTest::keyClick(b.window.page(), Qt::Key_Up);
    QTest::keyClick(b.window.page(), Qt::Key_Up);
    Bench::settle();
    CHECK(b.w().selection().row == 0);
    const Item* frame = b.window.keel()->item(QStringLiteral("frame-2-3"));
    REQUIRE(frame != nullptr);
    QTest::mouseClick(b.window.keel(), Qt::LeftButton, {}, frame->rect.center().toPoint());
    Bench::settle();
    CHECK(b.w().station() == Station::Radio);
    CHECK(b.w().selection().row == 3);
}

TEST_CASE("stations are walked by key and stop at both ends") {
    Bench b;
    b.go(Station::Airframe);
    b.act("previous");
    CHECK(b.w().station() == Station::Airframe);
    std::vector<Station> order;
    for (std::size_t i = 0; i < stations().size() + 2; ++i) {
        order.push_back(b.w().station());
        b.act("next");
    }
    CHECK(order.front() == Station::Airframe);
    CHECK(b.w().station() == Station::Proof);
    CHECK(std::set<Station>(order.begin(), order.end()).size() == stations().size());
}

TEST_CASE("the model menu holds what its table says") {
    Bench b;
    khtest::whenOpen<QMenu>(&b.window, [&](QMenu* menu) {
        CHECK(menu->objectName() == QStringLiteral("model-menu"));
        QStringList texts;
        const std::function<void(const QMenu*)> all = [&](const QMenu* level) {
            for (const QAction* a : level->actions()) {
                texts << a->text();
                if (a->menu() != nullptr) all(a->menu());
            }
        };
        all(menu);
        for (const char* id : {"new", "open", "save", "save-as", "save-template", "revert", "export", "print", "preferences", "handbook",
                               "shortcuts", "about", "quit"})
            CHECK(texts.contains(b.window.action(QString::fromLatin1(id))->text()));
        menu->close();
    });
    b.act("menu");
    QTest::qWait(120);
}

TEST_CASE("shortcuts, handbook and about are read in the window") {
    Bench b;
    const auto text = [](QWidget* dialog) {
        auto* browser = dialog->findChild<QTextBrowser*>();
        REQUIRE(browser != nullptr);
        return browser->toPlainText();
    };
    meeting(b, "shortcuts", [&](QWidget* d) {
        CHECK(text(d).contains(QStringLiteral("Try every switch combination")));
        CHECK(text(d).contains(QStringLiteral("F10")));
    });
    meeting(b, "about", [&](QWidget* d) {
        CHECK(text(d).contains(QStringLiteral("GNU General Public License")));
        CHECK(text(d).contains(QStringLiteral("never says that a model is safe")));
    });
    b.go(Station::Airframe);
    meeting(b, "handbook", [&](QWidget* d) { CHECK(text(d).contains(QStringLiteral("Keelhaul never touches a machine"))); });
    b.go(Station::Pitch);  // a station with a page of its own begins there; the others are a link away
    meeting(b, "handbook", [&](QWidget* d) {
        auto* browser = d->findChild<QTextBrowser*>();
        CHECK(text(d).contains(QStringLiteral("Reference throw")));
        browser->setSource(QUrl(QStringLiteral("link.md")));
        CHECK(text(d).contains(QStringLiteral("How the signal comes aboard")));
        browser->backward();
        CHECK(text(d).contains(QStringLiteral("clearance rose")));
    });
}

TEST_CASE("themes change by key and are remembered; text grows within its bounds") {
    Bench b;
    const QColor chart = paint::Theme::tokens().sheet;
    b.act("theme");
    CHECK(paint::Theme::tokens().sheet != chart);
    b.act("theme");
    CHECK(paint::Theme::tokens().sheet == chart);
    b.window.setTextScale(1.5);
    CHECK(paint::Theme::textScale() == 1.5);
    b.window.setTextScale(9.0);
    CHECK(paint::Theme::textScale() == 1.5);
    b.window.setTextScale(0.1);
    CHECK(paint::Theme::textScale() == 0.9);
    b.window.setTextScale(1.0);
}

TEST_CASE("reverting asks first, and brings back what was saved") {
    Bench b;
    b.w().document().edit(QStringLiteral("x"), {{"machine.massKg", 3.3}});
    khtest::whenOpen<QMessageBox>(&b.window, [](QMessageBox* box) { box->button(QMessageBox::Cancel)->click(); });
    b.act("revert");
    CHECK(b.w().setup().machine.massKg == 3.3);
    khtest::whenOpen<QMessageBox>(&b.window, [](QMessageBox* box) { box->button(QMessageBox::Discard)->click(); });
    b.act("revert");
    CHECK(b.w().setup().machine.massKg == 2.2);
    CHECK_FALSE(b.w().document().modified());
}

TEST_CASE("closing with changes asks; cancel keeps the window, discard lets it go") {
    Bench b;
    b.w().document().edit(QStringLiteral("x"), {{"machine.massKg", 3.3}});
    const auto answer = [&](QMessageBox::StandardButton button) {
        khtest::whenOpen<QMessageBox>(&b.window, [button](QMessageBox* box) { box->button(button)->click(); });
        b.window.close();
        Bench::settle();
    };
    answer(QMessageBox::Cancel);
    CHECK(b.window.isVisible());
    answer(QMessageBox::Save);
    CHECK_FALSE(b.window.isVisible());
    CHECK(io::loadDocument(b.file.toStdString()).setup.machine.massKg == 3.3);
}

}  // namespace panels_tests
