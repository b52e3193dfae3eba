// SPDX-License-Identifier: GPL-3.0-or-later
//
// In the window: a finding is accepted with a reason and told again; a school changes what the deck asks to be ticked; what the timer
// follows, wanted ends and modes for the bench are typed where they stand.
#include "app/bench.h"
#include "app/forms/solvedialog.h"
#include "app/shell/topbar.h"
#include "model/helicopter/helicopter.h"
#include "procedure/helicopter/guards.h"
#include "procedure/registry.h"

#include <catch2/catch.hpp>

namespace practice_app_tests {

using namespace kh;
using namespace kh::app;
using namespace khtest;

namespace {

/// The place of a finding among Proof's lines, or −1.
int lineOf(Bench& b, const std::string& id) {
    const auto& entries = b.w().entries();
    for (std::size_t i = 0; i < entries.size(); ++i)
        if (entries[i].finding.id == id) return static_cast<int>(i);
    return -1;
}

void reason(Bench& b, const QString& text) {
    REQUIRE(b.window.palette()->isVisible());
    b.window.palette()->field()->setText(text);
    QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);
    Bench::settle();
}

}  // namespace

TEST_CASE("a finding is accepted with a reason by keys, counted no more, told again with its numbers, and one undo takes it back") {
    Bench b;
    b.w().document().edit(QStringLiteral("other phase"), {{"controller.phaseDeg", 12.0}});
    b.go(Station::Proof);
    b.proved();
    REQUIRE(lineOf(b, "phase") >= 0);
    b.w().selectFinding(lineOf(b, "phase"));
    const std::size_t before = b.w().evaluation().findings.size();
    b.act("accept");
    QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);  // no reason: nothing happens
    CHECK(b.w().setup().accepted.empty());
    reason(b, QStringLiteral("the head was turned on purpose"));
    CHECK(b.w().evaluation().findings.size() == before - 1);
    REQUIRE(b.w().setup().accepted.size() == 1);
    CHECK(b.w().setup().accepted.front().reason == "the head was turned on purpose");
    CHECK_FALSE(b.w().setup().accepted.front().at.empty());
    CHECK(b.w().setup().accepted.front().change > 0);
    // it stands among the lines, with its reason
    b.proved();
    const int line = lineOf(b, "phase");
    REQUIRE(line >= 0);
    CHECK(b.w().entries()[static_cast<std::size_t>(line)].accepted);
    const std::optional<Item> item = shownItem(b.window.page(), QStringLiteral("row-%1").arg(line));
    REQUIRE(item);
    CHECK(item->value == QStringLiteral("accepted"));
    b.act("undo");
    CHECK(b.w().setup().accepted.empty());
    CHECK(b.w().evaluation().findings.size() == before);
    b.act("redo");
    // taken back by the same key
    b.w().selectFinding(lineOf(b, "phase"));
    b.act("accept");
    CHECK(b.w().setup().accepted.empty());
    CHECK(b.w().evaluation().findings.size() == before);
}

TEST_CASE("what may not be accepted says so: a danger, what the switch proof judges, what holds, nothing chosen") {
    Bench b;
    b.go(Station::Radio);
    b.act("accept");
    CHECK(b.window.message().contains(QStringLiteral("Choose a finding in Proof")));
    b.w().document().edit(QStringLiteral("danger"), {{"controller.rateHz", 400.0}, {"transmitter.kill.throttlePct", 5.0}});
    b.go(Station::Proof);
    b.proved();
    b.w().selectFinding(lineOf(b, "servo-rate"));
    b.act("accept");
    CHECK(b.window.message().contains(QStringLiteral("danger is not accepted")));
    CHECK_FALSE(b.window.palette()->isVisible());
    const auto& entries = b.w().entries();
    const auto holds = std::find_if(entries.begin(), entries.end(), [](const session::ProofEntry& e) { return e.passed; });
    REQUIRE(holds != entries.end());
    b.w().selectFinding(static_cast<int>(holds - entries.begin()));
    b.act("accept");
    CHECK(b.window.message().contains(QStringLiteral("It holds")));
    CHECK(b.w().setup().accepted.empty());
}

TEST_CASE("the motor-lock school changes the words of the guards on the deck") {
    Bench b;
    b.go(Station::Swash);
    const auto guard = [&] {
        Bench::settle();
        const Item* item = b.window.findChild<TopBar*>()->item(QStringLiteral("guard-0"));
        return item == nullptr ? QString() : item->name;
    };
    CHECK(guard().contains(QStringLiteral("leads off")));
    b.w().document().edit(QStringLiteral("school"), {{"transmitter.schools.motorLock", std::string("pinion out of mesh")}});
    CHECK(guard().contains(QStringLiteral("pinion out")));
    b.act("undo");
    CHECK(guard().contains(QStringLiteral("leads off")));
}

TEST_CASE("wanted ends, the timer's mode and the supply's alarm are typed in their rows and undone one by one") {
    Bench b;
    const Setup before = b.w().setup();
    b.type("machine.head.wantedHighDeg", QStringLiteral("12,5"));
    CHECK(helicopter(b.w().setup()).head.wantedHighDeg == 12.5);
    b.type("machine.head.wantedLowDeg", QStringLiteral("-12.5"));
    b.type("machine.supply.alarmVolts", QStringLiteral("5.4"));
    b.w().document().edit(QStringLiteral("follows"), {{"transmitter.alarms.timerFollows", std::string("flight mode")}});
    REQUIRE(b.w().goToField("transmitter.alarms.timerMode"));
    CHECK(b.choose(QStringLiteral("Idle-up 1")));  // by its name
    CHECK(b.w().setup().transmitter.alarms.timerMode == "idle1");
    for (int i = 0; i < 5; ++i) b.act("undo");
    CHECK(withoutRecords(b.w().setup()).machine == before.machine);
    // out of range is refused in the field's name
    REQUIRE(b.w().goToField("machine.head.wantedHighDeg"));
    b.window.page()->setFocus();
    b.window.page()->editSelected();
    REQUIRE(b.window.page()->editor() != nullptr);
    b.window.page()->editor()->setText(QStringLiteral("40"));
    QTest::keyClick(b.window.page()->editor(), Qt::Key_Return);
    Bench::settle();
    CHECK(b.window.message().contains(QStringLiteral("Collective wanted full up")));
    CHECK_FALSE(helicopter(b.w().setup()).head.wantedHighDeg);
}

TEST_CASE("on other builds: two supplies are joined and parked, the tail arm is read and trimmed, each in its row, each one undo") {
    for (const char* model : {"fulmar-700", "gannet-600n"}) {
        INFO(model);
        Bench b{QString::fromLatin1(model)};
        REQUIRE(b.w().goToField("machine.wiring.second"));
        CHECK(b.choose(QStringLiteral("joined")));
        const auto joined = [&] {
            const auto& all = b.w().evaluation().findings;
            return std::any_of(all.begin(), all.end(), [](const Finding& f) { return f.id == "two-supplies"; });
        };
        CHECK(joined());
        b.act("undo");
        CHECK_FALSE(joined());
        b.go(Station::Tail);
        const double perUs = helicopter(b.w().setup()).tail.servo->degPerUs;
        REQUIRE(b.w().goToField("controller.tail.trimUs"));
        SolveDialog d(&b.window, b.w(), *solverById("tail-arm"));
        auto* line = d.findChild<QLineEdit*>(QStringLiteral("tail.arm"));
        REQUIRE(line != nullptr);
        line->setText(QStringLiteral("1,5"));
        d.accept();
        Bench::settle();
        CHECK(std::abs(std::abs(b.w().setup().controller.tail.trimUs) * perUs - 1.5) < 0.2);
        CHECK(helicopter(b.w().setup()).tail.squareErrorDeg == 1.5);
        b.act("undo");
        CHECK(b.w().setup().controller.tail.trimUs == 0.0);
    }
}

}  // namespace practice_app_tests
