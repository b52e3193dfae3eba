// SPDX-License-Identifier: GPL-3.0-or-later
//
// Readings typed in the window: the numbers follow, and one undoable change takes them over.
#include "app/forms/readingsdialog.h"
#include "app/forms/solvedialog.h"
#include "bench.h"
#include "procedure/registry.h"

#include <QAbstractItemModelTester>
#include <QCheckBox>
#include <QDialogButtonBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableView>

namespace solvedialog_tests {

using namespace khtest;

namespace {

QString answer(const SolveDialog& d) { return d.findChild<QLabel*>(QStringLiteral("answer"))->text(); }
void type(const SolveDialog& d, const char* what, const char* text) {
    auto* editor = d.findChild<QLineEdit*>(QString::fromLatin1(what));
    REQUIRE(editor != nullptr);
    editor->setText(QString::fromUtf8(text));
}

}  // namespace

TEST_CASE("a throw read to both sides gives the setting to enter, and undo takes reading and number back") {
    Bench b;
    const std::size_t there = b.w().setup().readings.size();
    const double before = b.w().setup().controller.referencePct;
    SolveDialog d(&b.window, b.w(), *solverById("throw"));
    CHECK(answer(d).contains(QStringLiteral("Type what the gauge")));
    type(d, "throw.left", "5,4°");
    CHECK(answer(d).contains(QStringLiteral("Cyclic right")));  // still missing
    type(d, "throw.right", "−4.6");
    CHECK(answer(d).contains(QStringLiteral("Set the reference throw to")));
    CHECK(answer(d).contains(QStringLiteral("half the difference")));
    d.accept();
    CHECK(b.w().setup().controller.referencePct > before);
    REQUIRE(b.w().setup().readings.size() == there + 2);
    CHECK(b.w().setup().readings[there].value == 5.4);
    CHECK(underValue(b.w().setup().readings[there + 1], "controller.referencePct") == before);
    CHECK(standingOf(b.w().setup(), "controller.referencePct") == Standing::Computed);
    // the next throw is solved with the secant through the older pair
    SolveDialog again(&b.window, b.w(), *solverById("throw"));
    type(again, "throw.left", "5.8");
    type(again, "throw.right", "-5.8");
    CHECK(answer(again).contains(QStringLiteral("θ₀")));
    b.act("undo");
    CHECK(b.w().setup().controller.referencePct == before);
    CHECK(b.w().setup().readings.size() == there);
}

TEST_CASE("a channel's row asks for its own three readings; nonsense is refused by name and nothing can be taken over") {
    Bench b;
    const RowSolver row = solverOfRow("channel-rudder");
    REQUIRE(row.solver != nullptr);
    SolveDialog d(&b.window, b.w(), *row.solver, row.only);
    CHECK(d.findChildren<QLineEdit*>().size() == 3);
    type(d, "rudder.high", "much");
    CHECK(answer(d).contains(QStringLiteral("is not a number")));
    QPushButton* enter = nullptr;
    for (QPushButton* p : d.findChildren<QPushButton*>())
        if (p->text() == QStringLiteral("Take them over")) enter = p;
    REQUIRE(enter != nullptr);
    CHECK_FALSE(enter->isEnabled());
    type(d, "rudder.high", "109");
    CHECK(enter->isEnabled());
    CHECK(answer(d).contains(QStringLiteral("travel of channel 4")));
    CHECK(solverOfRow("stick-mode").solver == nullptr);
}

TEST_CASE("the binding chart is clicked through its outcomes and brackets the next limit") {
    Bench b;
    const double now = b.w().setup().controller.cyclicLimitPct;
    SolveDialog d(&b.window, b.w(), *solverById("limit"));
    auto* place = d.findChild<QPushButton*>(QStringLiteral("45.high"));
    REQUIRE(place != nullptr);
    for (int i = 0; i < 3; ++i) place->click();
    CHECK(place->text() == QStringLiteral("binds"));
    CHECK(answer(d).contains(QStringLiteral("stick forward right, collective high")));
    d.accept();
    CHECK(b.w().setup().controller.cyclicLimitPct < now);
    CHECK(b.w().setup().readings.back().what == "binds.45.high");
    CHECK(b.w().setup().readings.back().value == now);
}

TEST_CASE("the chart opens with what was seen before, and the places that were quiet are filled by one press") {
    Bench b;  // clear everywhere at 76 %, heard above that in two places
    SolveDialog d(&b.window, b.w(), *solverById("limit"));
    const auto text = [&](const char* place) { return d.findChild<QPushButton*>(QString::fromLatin1(place))->text(); };
    CHECK(text("45.high") == QStringLiteral("clear 76 %, buzz 80 %"));
    CHECK(text("180.low") == QStringLiteral("clear 76 %, binds 82 %"));
    CHECK(text("90.mid") == QStringLiteral("clear 76 %"));
    CHECK(answer(d).contains(QStringLiteral("Click what you see or hear")));
    d.findChild<QPushButton*>(QStringLiteral("90.mid"))->click();
    d.findChild<QPushButton*>(QStringLiteral("90.mid"))->click();  // buzz
    d.findChild<QPushButton*>(QStringLiteral("rest-clear"))->click();
    CHECK(text("90.mid") == QStringLiteral("buzz"));
    CHECK(text("0.low") == QStringLiteral("clear"));
    const std::size_t there = b.w().setup().readings.size();
    d.accept();
    CHECK(b.w().setup().readings.size() == there + 24);
    CHECK(b.w().setup().readings.back().instrument == "by ear");
}

TEST_CASE("Enter goes from reading to reading and takes them over after the last; the flying state is refused with its cause") {
    Bench b;
    SolveDialog d(&b.window, b.w(), *solverById("throw"));
    d.show();
    Bench::settle();
    auto* left = d.findChild<QLineEdit*>(QStringLiteral("throw.left"));
    auto* right = d.findChild<QLineEdit*>(QStringLiteral("throw.right"));
    REQUIRE(d.focusWidget() == left);
    QTest::keyClicks(left, QStringLiteral("5.4"));
    QTest::keyClick(left, Qt::Key_Return);
    REQUIRE(d.focusWidget() == right);
    REQUIRE(d.isVisible());
    QTest::keyClicks(right, QStringLiteral("-4.6"));
    auto* state = d.findChild<QCheckBox*>(QStringLiteral("set-up"));
    REQUIRE(state->isChecked());
    state->setChecked(false);
    CHECK(answer(d).contains(QStringLiteral("creeps while the stick is held")));
    QTest::keyClick(right, Qt::Key_Return);
    REQUIRE(d.isVisible());  // nothing that was read so is taken over
    state->setChecked(true);
    QTest::keyClick(right, Qt::Key_Return);
    CHECK_FALSE(d.isVisible());
    CHECK(b.w().setup().readings.back().what == "throw.right");
    CHECK(b.w().setup().readings.back().instrument == "pitch gauge");
    CHECK(b.w().setup().readings.back().uncertainty == "±0.1°");
    SolveDialog ends(&b.window, b.w(), *solverById("endpoints"), "rudder.");  // the monitor reads the stick in either state
    CHECK(ends.findChild<QCheckBox*>(QStringLiteral("set-up")) == nullptr);
}

TEST_CASE("a tip gap in mm stands for degrees; zero pitch tells links and trim") {
    Bench b;
    SolveDialog d(&b.window, b.w(), *solverById("zero"));
    type(d, "blade-a.tail", "0.9");
    type(d, "blade-b.nose", "-0.3");
    CHECK(answer(d).contains(QStringLiteral("cannot be told apart")));
    type(d, "blade-a.nose", "0.9");
    type(d, "blade-b.tail", "-0.3");
    CHECK(answer(d).contains(QStringLiteral("link of blade A")));
    CHECK(answer(d).contains(QStringLiteral("collective trim")));
    SolveDialog gap(&b.window, b.w(), *solverById("throw"));
    type(gap, "throw.left", "81.9 mm");
    type(gap, "throw.right", "-81.9 mm");
    CHECK(answer(gap).contains(QStringLiteral("is 5.00°")));
}

TEST_CASE("which servo went down is clicked, and the one port is reversed in the controller") {
    Bench b;
    REQUIRE(solverOfRow("servo-directions").solver == solverById("directions"));
    SolveDialog d(&b.window, b.w(), *solverById("directions"));
    const auto press = [&](const char* what, int times) {
        auto* way = d.findChild<QPushButton*>(QString::fromLatin1(what));
        REQUIRE(way != nullptr);
        for (int i = 0; i < times; ++i) way->click();
    };
    press("collective.port-1", 1);
    press("collective.port-2", 2);
    press("collective.port-3", 1);
    CHECK(answer(d).contains(QStringLiteral("servo of port 2")));
    d.accept();
    CHECK(b.w().setup().controller.ports[1].reversed);
    CHECK_FALSE(b.w().setup().controller.ports[0].reversed);
    b.act("undo");
    CHECK_FALSE(b.w().setup().controller.ports[1].reversed);
}

TEST_CASE("readings are listed newest first; a misread one is taken out and comes back by undo") {
    Bench b(QStringLiteral("fulmar-700"));
    ReadingsDialog none(&b.window, b.w());
    CHECK(none.findChild<QLabel*>(QStringLiteral("note"))->text().contains(QStringLiteral("Nothing was read yet")));
    CHECK(none.findChild<QTableView*>()->isHidden());
    SolveDialog d(&b.window, b.w(), *solverById("throw"));
    type(d, "throw.left", "5.4");
    type(d, "throw.right", "-4.6");
    d.accept();
    ReadingsDialog list(&b.window, b.w());
    const QAbstractItemModelTester tester(list.findChild<QTableView*>()->model(), QAbstractItemModelTester::FailureReportingMode::Fatal);
    auto* table = list.findChild<QTableView*>();
    const auto text = [&](int row, int column) { return table->model()->index(row, column).data().toString(); };
    REQUIRE(table->model()->rowCount() == 2);
    CHECK(text(0, ReadingsModel::What).contains(QStringLiteral("Cyclic right")));
    CHECK(text(0, ReadingsModel::Value) == QString::fromUtf8("−4.6 °"));
    INFO(text(0, ReadingsModel::InForce).toStdString());
    CHECK(text(0, ReadingsModel::InForce).contains(QRegularExpression(QStringLiteral("Reference throw [0-9.]+ %"))));
    CHECK(text(0, ReadingsModel::Instrument) == QString::fromUtf8("pitch gauge ±0.1°"));
    CHECK(table->currentIndex().row() == 0);  // the keyboard is at the newest, and nothing is chosen
    list.removeChosen();
    REQUIRE(table->model()->rowCount() == 2);
    list.show();
    QTest::keyClick(table, Qt::Key_Down);
    CHECK(table->currentIndex().row() == 1);
    QTest::keyClick(table, Qt::Key_Up);
    list.removeChosen();
    REQUIRE(b.w().setup().readings.size() == 1);
    CHECK(b.w().setup().readings[0].what == "throw.left");
    CHECK(table->model()->rowCount() == 1);
    b.act("undo");
    CHECK(b.w().setup().readings.size() == 2);
}

}  // namespace solvedialog_tests
