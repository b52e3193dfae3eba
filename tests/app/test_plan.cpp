// SPDX-License-Identifier: GPL-3.0-or-later
//
// The plan in the real window: shown, posed before and after, taken step by step and all at once, by keys.
#include "app/bench.h"
#include "app/forms/handstepdialog.h"
#include "app/views/planview.h"
#include "paint/look/theme.h"

#include <optional>

namespace app_plan_tests {

using namespace khtest;

namespace {

/// Answers the step by hand that will be asked about: what was read, or nothing to leave it.
void answerNext(Bench& b, std::optional<QString> read) {
    whenOpen<HandStepDialog>(&b.window, [read](HandStepDialog* dialog) {
        if (!read) {
            dialog->reject();
            return;
        }
        if (!read->isEmpty()) dialog->findChild<QLineEdit*>()->setText(*read);
        dialog->accept();
        if (dialog->isVisible()) dialog->reject();  // refused: the test sees that nothing was written
    });
}

std::size_t troubles(session::Workspace& w) { return w.evaluation().count(Severity::Danger) + w.evaluation().count(Severity::Warning); }

PlanView* page(Bench& b) { return b.window.findChild<PlanView*>(); }

}  // namespace

TEST_CASE("Proof shows the plan beside the findings, by key and by click, and each step reads aloud") {
    Bench b(QStringLiteral("dunlin-380"));
    b.planned();
    b.act("plan");
    CHECK(b.w().repair().shown());
    PlanView* view = page(b);
    REQUIRE(view->isVisible());
    const auto first = shownItem(view, QStringLiteral("step-1"));
    REQUIRE(first.has_value());
    CHECK(first->name == QStringLiteral("Step 1: Hold: modes it acts in, Normal, Idle-up 1 to all modes, transmitter"));
    CHECK(first->value == QStringLiteral("heals Hold does not hold in Idle-up 2"));
    CHECK(first->role == QAccessible::ListItem);
    CHECK(shownItem(view, QStringLiteral("step-7")).has_value());
    CHECK_FALSE(shownItem(view, QStringLiteral("step-8")).has_value());
    CHECK(shownItem(view, QStringLiteral("step-6"))->name.contains(QStringLiteral("by hand")));
    b.click(view, QStringLiteral("show-findings"));
    CHECK_FALSE(b.w().repair().shown());
    b.click(b.window.findChild<ProofView*>(), QStringLiteral("show-plan"));
    CHECK(b.w().repair().shown());
    view->setFocus();
    b.key(Qt::Key_Down);
    CHECK(b.w().repair().step() == 1);
    b.key(Qt::Key_Return);
    CHECK(b.w().station() == Station::Swash);  // where the servo rate stands
}

TEST_CASE("one step is one change, in their order; after each the plan is worked out again") {
    Bench b(QStringLiteral("dunlin-380"));
    b.act("plan");
    b.planned();
    const std::size_t before = troubles(b.w());
    b.w().repair().select(3);
    b.act("remedy");
    CHECK(b.w().repair().step() == 0);  // told that the first is next, and nothing was changed
    CHECK(troubles(b.w()) == before);
    std::size_t steps = b.w().repair().plan().steps.size();
    for (int i = 0; i < 5; ++i) {
        b.act("remedy");
        b.planned();
        CHECK(b.w().repair().plan().steps.size() == steps - 1);
        --steps;
    }
    CHECK(b.w().setup().controller.rateHz == 333.0);
    // the next is by hand: asked, and refused
    answerNext(b, std::nullopt);
    b.act("remedy");
    b.planned();
    CHECK(b.w().repair().plan().steps.size() == steps);
    answerNext(b, QStringLiteral("quite square"));  // refused with the range, and nothing is written
    b.act("remedy");
    b.planned();
    CHECK(b.w().repair().plan().steps.size() == steps);
    answerNext(b, QStringLiteral("−1,6"));  // what was read, not what was expected
    b.act("remedy");
    b.planned();
    CHECK(b.w().repair().plan().steps.size() == steps - 1);
    CHECK(standingOf(b.w().setup(), "machine.servos.left.squareErrorDeg") == Standing::Entered);
    CHECK(std::get<double>(readField(b.w().setup(), "machine.servos.left.squareErrorDeg")->value) == -1.6);
    answerNext(b, QString());  // as expected
    b.act("remedy");
    b.planned();
    CHECK(troubles(b.w()) == 0);
    CHECK(b.w().repair().plan().steps.empty());
    for (int i = 0; i < 7; ++i) b.act("undo");
    b.planned();
    CHECK(troubles(b.w()) == before);
}

TEST_CASE("all typed steps are one undoable change, and stop before the work by hand") {
    Bench b(QStringLiteral("dunlin-380"));
    b.planned();
    const Setup before = b.w().setup();
    b.act("take-typed");
    b.planned();
    CHECK(b.w().repair().plan().steps.size() == 2);
    CHECK(b.w().repair().plan().byHand() == 2);
    CHECK(b.w().setup().machine == before.machine);
    b.act("take-typed");  // nothing more that is typed
    CHECK(b.window.message().contains(QStringLiteral("by hand")));
    b.act("undo");
    CHECK(b.w().setup().transmitter == before.transmitter);
    CHECK(b.w().setup().controller == before.controller);
}

TEST_CASE("F5 poses a step before, then after, then lets go") {
    Bench b(QStringLiteral("dunlin-380"));
    b.act("plan");
    b.planned();
    b.w().repair().select(0);
    b.act("pose");
    CHECK(b.w().pose().finding() >= 0);
    CHECK(b.w().trace().throttlePct == Approx(85.0));
    CHECK_FALSE(b.w().pose().after());
    REQUIRE(b.w().otherTrace() != nullptr);  // the other state stands small beside
    CHECK(b.w().otherTrace()->throttlePct == Approx(0.0));
    REQUIRE(b.w().pose().proofAfterStep() != nullptr);
    const auto failing = [](const SwitchProof& proof) {
        return std::count_if(proof.positions.begin(), proof.positions.end(),
                             [](const PositionRow& r) { return r.motor == PositionRow::Motor::Fails; });
    };
    CHECK(failing(*b.w().pose().drawnProof()) > failing(*b.w().pose().proofAfterStep()));
    b.act("pose");
    CHECK(b.w().pose().after());
    CHECK(b.w().otherTrace()->throttlePct == Approx(85.0));
    CHECK(b.w().pose().proofAfterStep() == nullptr);
    CHECK(b.w().trace().throttlePct == Approx(0.0));
    CHECK(b.w().setup().transmitter.hold.actsIn.has_value());  // only drawn
    REQUIRE(b.w().pose().drawnProof() != nullptr);
    CHECK(b.w().pose().drawnProof()->failures() < 3);
    b.act("pose");
    CHECK(b.w().pose().finding() < 0);
    CHECK_FALSE(b.w().pose().after());
}

TEST_CASE("a finding that goes with another's remedy has none of its own") {
    Bench b(QStringLiteral("dunlin-380"));
    b.go(Station::Proof);
    b.planned();
    const auto& entries = b.w().entries();
    for (std::size_t i = 0; i < entries.size(); ++i)
        if (entries[i].finding.id == "reference-throw") b.w().selectFinding(static_cast<int>(i));
    const double before = b.w().setup().controller.referencePct;
    b.act("remedy");
    CHECK(b.w().setup().controller.referencePct == before);
    CHECK(b.window.message().contains(QStringLiteral("The layout is not the machine's")));
}

TEST_CASE("a sound model has nothing to repair, and a small window shows the plan whole") {
    Bench b;
    b.act("plan");
    b.planned();
    CHECK(b.w().repair().plan().steps.empty());
    CHECK_FALSE(shownItem(page(b), QStringLiteral("step-1")).has_value());
    b.act("remedy");
    b.act("take-typed");
    CHECK(b.window.message().contains(QStringLiteral("nothing to take")));
    Bench small(QStringLiteral("dunlin-380"));
    small.window.resize(1024, 700);
    small.act("plan");
    small.planned();
    for (const Item& i : shownItems(page(small))) {
        INFO(i.id.toStdString());
        CHECK(i.rect.left() >= -0.5);
        CHECK(i.rect.right() <= page(small)->width() + 0.5);
    }
}

TEST_CASE("the rows of Proof are a list as the desktop knows them: read out, keyed, kept in sight, headings not chosen") {
    Bench b(QStringLiteral("dunlin-380"));
    b.window.resize(1024, 700);
    b.planned();
    (void)b.proved();
    b.act("plan");
    b.planned();
    PlanView* plan = page(b);
    plan->list()->setFocus();
    b.key(Qt::Key_Home);
    CHECK(b.w().repair().step() == 0);
    QAccessibleInterface* list = QAccessible::queryAccessibleInterface(plan->list());
    REQUIRE(list != nullptr);
    CHECK(list->role() == QAccessible::List);
    REQUIRE(list->childCount() == plan->model().rowCount());
    CHECK(list->child(0)->text(QAccessible::Name).startsWith(QStringLiteral("Step 1: ")));
    CHECK(list->child(0)->text(QAccessible::Description).startsWith(QStringLiteral("heals ")));
    CHECK(list->child(0)->state().selected);
    // down through all rows: no heading is chosen, the chosen row is in sight
    int chosen = 1;
    for (int last = -1; last != plan->list()->currentIndex().row(); ++chosen) {
        last = plan->list()->currentIndex().row();
        CHECK(plan->model().rows()[static_cast<std::size_t>(last)].chosen);
        CHECK(plan->list()->viewport()->rect().contains(plan->list()->visualRect(plan->list()->currentIndex()).topLeft()));
        b.key(Qt::Key_Down);
    }
    const auto can = std::count_if(plan->model().rows().begin(), plan->model().rows().end(), [](const ListRow& r) { return r.chosen; });
    CHECK(chosen - 1 == can);
    b.key(Qt::Key_Return);  // the last is seen on the machine: its row
    CHECK(b.w().station() != Station::Proof);
    // findings: a page down and the end, as in any list; a click on Pose poses, another lets go
    b.go(Station::Proof);
    Bench::settle();
    auto* findings = b.window.findChild<ProofView*>();
    findings->setFocus();
    b.key(Qt::Key_End);
    CHECK(b.w().selectedFinding() == static_cast<int>(b.w().entries().size()) - 1);
    b.key(Qt::Key_Home);
    REQUIRE(b.w().selectedFinding() == 0);
    const QRect row = findings->list()->visualRect(findings->list()->currentIndex());
    const QPoint button(row.right() - 40, row.bottom() - 38);
    QTest::mouseClick(findings->list()->viewport(), Qt::LeftButton, {}, button);
    Bench::settle();
    CHECK(b.w().pose().finding() == 0);
    QTest::mouseClick(findings->list()->viewport(), Qt::LeftButton, {}, button);
    Bench::settle();
    CHECK(b.w().pose().finding() == -1);
}

}  // namespace app_plan_tests
