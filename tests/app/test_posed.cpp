// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is posed or shown in a dialog stays what it was, whatever moves in the lists behind it.
#include "app/forms/boxesdialog.h"
#include "bench.h"
#include "kernel/helicopter/plant.h"
#include "model/access.h"
#include "model/changes.h"
#include "model/helicopter/helicopter.h"

#include <catch2/catch.hpp>

namespace posed_tests {

using namespace kh;
using namespace kh::app;
using namespace khtest;

namespace {

std::string posedKey(const session::Workspace& w) {
    const int at = w.pose().finding();
    return at < 0 ? std::string() : w.entries()[static_cast<std::size_t>(at)].key();
}

}  // namespace

TEST_CASE("a posed finding is the same one after edits that put others before it, and after their undo") {
    Bench b(QStringLiteral("dunlin-380"));
    b.go(Station::Proof);
    std::size_t tried = 0, moved = 0;
    for (int i = 0; i < static_cast<int>(b.w().entries().size()) && tried < 6; ++i) {
        if (!b.w().entries()[static_cast<std::size_t>(i)].finding.witness) continue;
        b.w().selectFinding(i);
        b.act("pose");
        const std::string key = posedKey(b.w());
        INFO(key);
        REQUIRE_FALSE(key.empty());
        ++tried;
        // a throttle that is not off with hold on is a danger of the first rank: it stands before the others
        b.w().document().edit(QStringLiteral("worse"), {{"transmitter.hold.throttlePct", 60.0}});
        Bench::settle();
        if (b.w().pose().finding() >= 0) {
            CHECK(posedKey(b.w()) == key);
            moved += b.w().pose().finding() != i ? 1 : 0;
        }
        b.act("undo");
        Bench::settle();
        CHECK(posedKey(b.w()) == key);
        b.act("pose");
        CHECK(b.w().pose().finding() == -1);
        CHECK_FALSE(b.w().pose().on());
    }
    CHECK(tried >= 3);
    CHECK(moved >= 1);
}

TEST_CASE("a posed finding that an edit heals is posed no more, and the deck goes back") {
    Bench b;
    b.w().document().edit(QStringLiteral("break"), {{"controller.layout", std::string("three at 140°, elevator aft")}});
    Bench::settle();
    b.go(Station::Proof);
    REQUIRE(b.w().evaluation().count(Severity::Danger) == 1);
    b.w().selectFinding(0);
    const Deck before = b.w().deck();
    b.act("pose");
    REQUIRE(b.w().pose().finding() == 0);
    b.act("undo");
    Bench::settle();
    CHECK(b.w().pose().finding() == -1);
    b.act("pose");
    CHECK_FALSE(b.w().pose().on());
    CHECK(b.w().deck() == before);
}

TEST_CASE("another controller is chosen by keys: what it changes is read first, it is one change, and undo takes it back") {
    Bench b;
    const Setup before = b.w().setup();
    QString told, asIs;
    whenOpen<BoxesDialog>(&b.window, [&](BoxesDialog* dialog) {
        auto* controller = dialog->findChild<QComboBox*>(QStringLiteral("controller"));
        auto* text = dialog->findChild<QPlainTextEdit*>(QStringLiteral("told"));
        asIs = text->toPlainText();
        controller->setFocus();
        while (!controller->currentText().startsWith(QStringLiteral("Coxswain"))) QTest::keyClick(controller, Qt::Key_Down);
        told = text->toPlainText();
        QTest::keyClick(dialog, Qt::Key_Return);
    });
    b.key(Qt::Key_B, Qt::ControlModifier);
    CHECK(asIs.startsWith(QStringLiteral("Choose another")));
    CHECK(told.contains(QStringLiteral("Banks: Coxswain has 2")));  // what it cannot hold comes first
    CHECK(told.contains(QStringLiteral("Pole count in the governor: 5 → 10")));
    CHECK_FALSE(told.contains(QStringLiteral("controller.")));
    CHECK(b.w().setup().controller.profile->id == "coxswain");
    CHECK(b.w().setup().controller.governor.poleCount == 10.0);
    // the machine does the same: the blade at full collective, through the window's own trace
    const ChainModel was(before), is(b.w().setup());
    Deck up;
    up.sticks.collective = 1.0;
    CHECK(helicopterAt(is.at(up)).bladeDeg[2] == Approx(helicopterAt(was.at(up)).bladeDeg[2]).margin(0.3));
    b.act("undo");
    CHECK(b.w().setup().controller.profile->id == "bosun");
    CHECK(sameButWhen(b.w().setup(), before));
}

TEST_CASE("with the box left unsolved every number stays, and the dialog says what that means") {
    Bench b;
    BoxesDialog dialog(&b.window, b.w().setup(), b.w().library());
    dialog.findChild<QCheckBox*>(QStringLiteral("solve"))->setChecked(false);
    auto* controller = dialog.findChild<QComboBox*>(QStringLiteral("controller"));
    controller->setCurrentIndex(controller->findText(QStringLiteral("Coxswain")));
    CHECK(dialog.findChild<QPlainTextEdit*>(QStringLiteral("told"))->toPlainText().contains(QStringLiteral("stays as it stands")));
    const Setup chosen = dialog.chosen(b.w().setup());
    CHECK(chosen.controller.profile->id == "coxswain");
    CHECK(chosen.transmitter.channels == b.w().setup().transmitter.channels);
}

TEST_CASE("the dialog for boxes fits what it shows, though the library was saved anew under it") {
    Bench b;
    io::Library now = b.w().library();
    BoxesDialog dialog(&b.window, b.w().setup(), b.w().library());
    auto* tail = dialog.findChild<QComboBox*>(QStringLiteral("tail"));
    REQUIRE(tail != nullptr);
    const int last = tail->count() - 1;
    const ServoProfile shown = now.servos[static_cast<std::size_t>(last) - 1];
    tail->setCurrentIndex(last);
    REQUIRE(tail->currentText() == QString::fromStdString(shown.name));
    io::Library shorter = now;  // one saved in front, the last ones gone
    shorter.servos.erase(shorter.servos.begin() + 1, shorter.servos.end());
    shorter.transmitters.clear();
    shorter.controllers.clear();
    b.w().setLibrary(shorter);
    const Setup chosen = dialog.chosen(b.w().setup());
    CHECK(*helicopter(chosen).tail.servo == shown);
    auto* transmitter = dialog.findChild<QComboBox*>(QStringLiteral("transmitter"));
    for (int i = 1; i < transmitter->count(); ++i) {
        transmitter->setCurrentIndex(i);
        CHECK(*dialog.chosen(b.w().setup()).transmitter.profile == now.transmitters[static_cast<std::size_t>(i) - 1]);
    }
}

}  // namespace posed_tests
