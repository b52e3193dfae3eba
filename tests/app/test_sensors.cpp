// SPDX-License-Identifier: GPL-3.0-or-later
//
// Sensors through the window: a mounting chosen on the drawing, three turns answered by a key each, a fault posed and healed.
#include "app/bench.h"
#include "app/forms/guidedialog.h"
#include "app/forms/solvedialog.h"
#include "model/gyro.h"
#include "stations/sensors/gyrowords.h"

#include <QCheckBox>
#include <QLabel>
#include <QPushButton>

namespace app_sensors_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::shownItem;
using khtest::whenOpen;

namespace {

/// Answers the three turns by keys in the dialog of the chosen row.
void answer(Bench& b, const std::vector<std::pair<Qt::Key, Qt::KeyboardModifiers>>& keys) {
    whenOpen<SolveDialog>(&b.window, [keys](SolveDialog* dialog) {
        auto* first = dialog->findChild<QPushButton*>(QStringLiteral("hand.rollRight"));
        REQUIRE(first != nullptr);
        CHECK(dialog->findChild<QLabel*>(QStringLiteral("keys")) != nullptr);
        CHECK(first->property("tone").toString() == QStringLiteral("muted"));
        first->setFocus();
        QApplication::processEvents();
        for (const auto& [key, modifiers] : keys) QTest::keyClick(dialog->focusWidget(), key, modifiers);
        dialog->accept();
    });
    b.act("reading");
}

}  // namespace

TEST_CASE("a mounting is chosen on its drawing: as built, or as set where that cell is chosen, among those the box knows") {
    Bench b;
    b.go(Station::Sensors);
    b.selectRow("mounting", 2);
    b.click(b.window.bench(), QStringLiteral("mounting-label up, plugs forward"));
    CHECK(b.w().setup().machine.mounting == "label up, plugs forward");
    CHECK(b.w().setup().controller.mounting == "label up, plugs aft");
    CHECK(b.w().evaluation().count(Severity::Danger) == 1);
    CHECK(shownItem(b.window.bench(), QStringLiteral("mounting-label up, plugs aft"))->value == QStringLiteral("set"));
    b.selectRow("mounting", 1);
    b.click(b.window.bench(), QStringLiteral("mounting-label aft, plugs up"));
    CHECK(b.w().setup().controller.mounting == "label up, plugs aft");  // the box cannot be told of it
    CHECK(b.window.message().contains(QStringLiteral("cannot be told")));
    b.click(b.window.bench(), QStringLiteral("mounting-label up, plugs forward"));
    CHECK(b.w().setup().controller.mounting == "label up, plugs forward");
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    b.act("undo");
    b.act("undo");
    CHECK(b.w().setup().machine.mounting == "label up, plugs aft");
}

TEST_CASE("three turns are answered by a key each; what explains them is taken over, and undone") {
    Bench b;
    b.go(Station::Sensors);
    b.selectRow("roll-sense", 1);
    // plate right, plate forward, edges left: the box is turned by half about its upright axis
    answer(b, {{Qt::Key_Right, {}}, {Qt::Key_Up, {}}, {Qt::Key_Left, {}}});
    CHECK(b.w().setup().machine.mounting == "label up, plugs forward");
    CHECK(b.w().setup().controller.mounting == "label up, plugs forward");
    CHECK(answersByRecord(b.w().setup()) == rightAnswers());
    CHECK_FALSE(answersInForce(b.w().setup()).has_value());  // given under other settings
    b.act("undo");
    CHECK(b.w().setup().readings.empty() == false);
    CHECK(b.w().setup().machine.mounting == "label up, plugs aft");
    const std::size_t readings = b.w().setup().readings.size();
    answer(b, {{Qt::Key_Left, {}}, {Qt::Key_Down, {}}, {Qt::Key_Left, {}}});
    REQUIRE(answersInForce(b.w().setup()).has_value());
    CHECK(*answersInForce(b.w().setup()) == rightAnswers());
    CHECK(b.w().setup().readings.size() == readings + 3);
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    // with Shift the arrows mean the other of plate and edges: an axis too far, told and refused where it contradicts
    whenOpen<SolveDialog>(&b.window, [](SolveDialog* dialog) {
        auto* first = dialog->findChild<QPushButton*>(QStringLiteral("hand.rollRight"));
        auto* second = dialog->findChild<QPushButton*>(QStringLiteral("hand.noseDown"));
        first->setFocus();
        QTest::keyClick(first, Qt::Key_Left, Qt::ShiftModifier);
        CHECK(first->property("outcome").toInt() == 1 + static_cast<int>(codeOf({PlateMove::Still, EdgeMove::Left})));
        CHECK(dialog->focusWidget() == second);
        CHECK(first->property("tone").toString().isEmpty());  // an answer is neither good nor bad by itself
        QTest::keyClick(second, Qt::Key_0);
        CHECK(second->property("outcome").toInt() == 1);
        QTest::keyClick(second, Qt::Key_Backspace);
        CHECK(second->property("outcome").toInt() == 0);
        dialog->reject();
    });
    b.act("reading");
    CHECK(b.w().setup().readings.size() == readings + 3);
}

TEST_CASE("the demo with ten mistakes of these stations is healed by its plan, and its gyro is posed on the trace") {
    Bench b(QStringLiteral("redshank-470"));
    b.planned();
    CHECK(b.w().repair().plan().steps.size() == 9);  // the yaw gyro is right through the tail servo: one change less
    CHECK(b.w().repair().plan().left.empty());
    b.go(Station::Sensors);
    b.selectRow("mounting", 1);
    b.act("pose");
    CHECK(b.w().deck().rates.rollDegS > 0.0);
    CHECK(b.stage("rate").startsWith(QStringLiteral("+120")));
    CHECK(b.stage("sign").startsWith(QStringLiteral("−120")));
    CHECK(b.stage("plate").startsWith(QStringLiteral("+")));  // asked is to the left
    b.act("pose");
    b.go(Station::Proof);
    b.w().enter(session::kPlanView);
    b.act("take-typed");
    for (int i = 0; i < 4 && b.w().evaluation().count(Severity::Danger) + b.w().evaluation().count(Severity::Warning) > 0; ++i) {
        b.planned();
        std::vector<Edit> edits;
        for (const PlanStep& step : b.w().repair().plan().steps) edits.insert(edits.end(), step.edits.begin(), step.edits.end());
        b.w().document().edit(QStringLiteral("by hand"), edits);
    }
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    CHECK(b.w().evaluation().count(Severity::Warning) == 0);
    CHECK(answersByRecord(b.w().setup()) == rightAnswers());
}

TEST_CASE("the ground row leads through the tests in steps, the mounting row takes the answers") {
    Bench b;
    b.go(Station::Sensors);
    for (const char* row : {"on-the-ground", "pirouette", "start-up", "rescue"}) {
        b.selectRow(row, 2);
        bool led = false;
        whenOpen<GuideDialog>(&b.window, [&](GuideDialog* open) {
            led = !open->findChildren<QCheckBox*>().isEmpty();
            open->reject();
        });
        b.act("reading");
        CHECK(led);
    }
    b.selectRow("mounting", 1);
    bool asked = false;
    whenOpen<SolveDialog>(&b.window, [&](SolveDialog* open) {
        asked = open->findChild<QPushButton*>(QStringLiteral("hand.rollRight.2")) != nullptr;  // the other banks too
        open->reject();
    });
    b.act("reading");
    CHECK(asked);
}

TEST_CASE("a mounting is chosen in the grid of all, by keyboard, not in a list that covers the window") {
    Bench b(QStringLiteral("redshank-470"));
    REQUIRE(b.w().goToField("machine.mounting"));
    Bench::settle();
    const std::string before = b.w().setup().machine.mounting;
    b.window.page()->setFocus();
    b.window.page()->editSelected();
    Bench::settle();
    CHECK(b.window.page()->findChild<QMenu*>(QStringLiteral("choices")) == nullptr);
    CHECK(b.window.bench()->hasFocus());
    b.key(Qt::Key_Escape);
    CHECK(b.w().setup().machine.mounting == before);
    std::set<std::string> reached;
    for (const Qt::Key way : {Qt::Key_Up, Qt::Key_Down, Qt::Key_Left, Qt::Key_Right}) {
        b.window.page()->editSelected();
        Bench::settle();
        b.key(way);
        b.key(Qt::Key_Return);
        reached.insert(b.w().setup().machine.mounting);
        if (b.w().setup().machine.mounting != before) b.act("undo");
        CHECK(b.w().setup().machine.mounting == before);
    }
    CHECK(reached.size() >= 3);  // at the edge one way leads nowhere
}

}  // namespace app_sensors_tests
