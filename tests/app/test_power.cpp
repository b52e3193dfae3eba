// SPDX-License-Identifier: GPL-3.0-or-later
//
// Tail and Power through the window: readings typed with a comma, tables of modes, guides that end in a proof, a tail with its own motor.
#include "app/bench.h"
#include "app/forms/guidedialog.h"
#include "app/forms/solvedialog.h"
#include "model/changes.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "procedure/helicopter/guards.h"
#include "stations/power/powerfigures.h"
#include "support.h"

#include <QCheckBox>
#include <QLabel>
#include <QLineEdit>

namespace app_power_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::whenOpen;

namespace {

/// Types readings into the dialog of a row, as a pilot would, and takes them over. @return what the dialog answered
QString readInRow(Bench& b, Station station, const char* row, const std::vector<std::pair<const char*, const char*>>& typed) {
    QString answer;
    b.go(station);
    REQUIRE(b.w().goToRow(row, 1));
    Bench::settle();
    whenOpen<SolveDialog>(&b.window, [&](SolveDialog* dialog) {
        for (const auto& [what, text] : typed) {
            auto* editor = dialog->findChild<QLineEdit*>(QString::fromLatin1(what));
            INFO(what);
            REQUIRE(editor != nullptr);
            editor->setText(QString::fromUtf8(text));
        }
        answer = dialog->findChild<QLabel*>(QStringLiteral("answer"))->text();
        dialog->accept();
    });
    b.act("reading");
    return answer;
}

/// Walks a row's guide to its end with the guards it needs.
void walk(Bench& b, Station station, const char* row) {
    b.go(station);
    REQUIRE(b.w().goToRow(row, 2));
    Bench::settle();
    whenOpen<GuideDialog>(&b.window, [](GuideDialog* open) {
        for (QCheckBox* tick : open->findChildren<QCheckBox*>()) tick->setChecked(true);
        open->accept();
    });
    b.act("reading");
}

const Finding* found(Bench& b, std::string_view id) {
    for (const Finding& f : b.w().evaluation().findings)
        if (f.id == id) return &f;
    return nullptr;
}

}  // namespace

TEST_CASE("tail limits and neutral and gain and head speeds are typed into the dialogs of their rows and one undo takes each back") {
    Bench b;
    const Setup before = b.w().setup();
    readInRow(b, Station::Tail, "tail-limits", {{"tail.bind.left", "105"}, {"tail.bind.right", "104,5"}});
    CHECK(b.w().setup().controller.tail.limitLeftPct == 101.0);
    CHECK(b.w().setup().controller.tail.limitRightPct == 100.0);
    b.act("undo");
    CHECK(sameButWhen(b.w().setup(), before));
    readInRow(b, Station::Tail, "tail-neutral", {{"tail.neutral", "4,6"}});
    CHECK(helicopter(b.w().setup()).tail.neutralPitchDeg == 4.6);
    b.act("undo");
    CHECK(sameButWhen(b.w().setup(), before));
    for (const auto& [station, row] : {std::pair(Station::Tail, "tail-gains"), std::pair(Station::Modes, "tail-gain")}) {
        const QString next = readInRow(b, station, row, {{"gain.normal.oscillating", "40"}});
        CHECK(next.contains(QStringLiteral("Normal")));
        CHECK(b.w().setup().transmitter.modes[0].tailGainPct != before.transmitter.modes[0].tailGainPct);
        b.act("undo");
        CHECK(sameButWhen(b.w().setup(), before));
    }
    readInRow(b, Station::Power, "head-speed", {{"speed.normal", "1900"}});
    CHECK(b.w().setup().readings.size() == before.readings.size() + 1);
    b.act("undo");
    CHECK(sameButWhen(b.w().setup(), before));
}

TEST_CASE("hold's idle for the bail-out is read in the row where the motor starts, and one undo takes it back") {
    Bench b;
    b.w().document().edit(QStringLiteral("armed"),
                          {{"transmitter.schools.hold", std::string("bail-out")}, {"transmitter.hold.throttlePct", 12.0}});
    const Setup before = b.w().setup();
    readInRow(b, Station::Power, "start-pulse", {{"idle.starts", "11"}, {"idle.stops", "8,0"}});
    CHECK(b.w().setup().transmitter.hold.throttlePct == 5.0);
    REQUIRE(b.w().setup().speedController.startUs.has_value());
    CHECK(*b.w().setup().speedController.startUs == 1164.0);  // 8 % of 1100 … 1900 µs
    b.act("undo");
    CHECK(sameButWhen(b.w().setup(), before));
}

TEST_CASE("a supply that dips is told in the window and taken back by undo; a used pack is only told") {
    Bench b;
    const Setup before = b.w().setup();
    CHECK(readInRow(b, Station::Power, "supply-dip", {{"supply.rest", "8,0"}, {"supply.stirred", "7,2"}, {"supply.tail", "7.6"}})
              .contains(QStringLiteral("do not fly")));
    REQUIRE(found(b, "supply-dip") != nullptr);
    CHECK(b.w().evaluation().count(Severity::Danger) == 1);
    b.act("undo");
    CHECK(found(b, "supply-dip") == nullptr);
    CHECK(readInRow(b, Station::Power, "pack-connected", {{"pack.volts", "24,0 V"}}).contains(QStringLiteral("has been used")));
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    b.act("undo");
    CHECK(sameButWhen(b.w().setup(), before));
}

TEST_CASE("the tables of modes are opened and typed into, in Power and in Tail") {
    Bench b;
    const auto typeAt = [&](const char* line, int cell, const char* text) {
        b.selectRow(line, cell);
        REQUIRE(b.w().selectedRow()->id == line);
        b.window.page()->setFocus();
        b.window.page()->editSelected();
        REQUIRE(b.window.page()->editor() != nullptr);
        b.window.page()->editor()->setText(QString::fromUtf8(text));
        QTest::keyClick(b.window.page()->editor(), Qt::Key_Return);
        Bench::settle();
    };
    b.go(Station::Power);
    b.click(b.window.page(), QStringLiteral("open-head-speed"));
    const double given = b.w().evaluation().figures.mode("idle1")->headRpm.value;
    typeAt("speeds-idle1", 0, "1900");
    CHECK(*b.w().setup().transmitter.modes[1].targetRpm == 1900.0);
    CHECK(khtest::ofMode<PowerFigures>(b.w().evaluation().figures, "idle1").differencePct.value == Approx(100.0 * (given / 1900.0 - 1.0)));
    CHECK(found(b, "wanted-speed.idle1") != nullptr);  // the difference is told
    b.act("undo");
    b.go(Station::Tail);
    b.click(b.window.page(), QStringLiteral("open-tail-gains"));
    const double reads = b.w().evaluation().figures.mode("idle2")->gainRead.value;
    typeAt("gain-idle2", 0, "70");
    CHECK(b.w().evaluation().figures.mode("idle2")->gainRead.value != reads);
    b.act("undo");
}

TEST_CASE("first power is walked through and proved with its guards; a guide of Tail proves blades and drive") {
    Bench b;
    for (const HelicopterGuard g : {kLeadsOff, kBladesOff, kHoldOn}) b.w().guards().tick(g, true);
    walk(b, Station::Tail, "tail-edges");
    CHECK(standingOf(b.w().setup(), "rows.tail-edges") == Standing::Proved);
    walk(b, Station::Tail, "heading-hold");
    CHECK(standingOf(b.w().setup(), "rows.heading-hold") == Standing::Proved);
    b.w().guards().tick(kLeadsOff, false);
    b.w().guards().tick(kHoldOn, false);
    walk(b, Station::Power, "first-power");
    INFO(b.window.message().toStdString());
    CHECK(standingOf(b.w().setup(), "rows.first-power") == Standing::Proved);
}

TEST_CASE("a tail with its own motor is chosen in the window: drawing, rows and trace follow, and nothing speaks of edges") {
    Bench b;
    b.go(Station::Tail);
    b.selectRow("tail-edges", 2);
    REQUIRE(b.choose(QStringLiteral("own motor")));
    CHECK(helicopter(b.w().setup()).tail.drive == TailDrive::OwnMotor);
    b.w().setTracedFunction(heli::Rudder);
    CHECK(b.stage("tail-motor") != QString());
    CHECK(b.stage("slider").isEmpty());
    for (const Finding& f : b.w().evaluation().findings) {
        if (f.station != Station::Tail) continue;
        INFO(f.id);
        CHECK(render(f.found).find("trailing edge") == std::string::npos);
    }
    const QImage drawn = b.window.bench()->grab().toImage();
    CHECK_FALSE(drawn.isNull());
    b.act("undo");
    CHECK(helicopter(b.w().setup()).tail.drive == TailDrive::Shaft);
}

TEST_CASE("the school of the tail's check is chosen, and the machine's cell speaks in its words") {
    Bench b;
    b.go(Station::Tail);
    b.click(b.window.page(), QStringLiteral("open-tail-direction"));
    const auto words = [&] {
        for (const Row& row : b.w().page().rows)
            if (row.id == "tail-check") return QString::fromStdString(render(row.cells[2].parts[0].value));
        return QString();
    };
    CHECK(words().contains(QStringLiteral("trailing edges left")));
    b.selectRow("tail-check", 0);
    REQUIRE(b.choose(QStringLiteral("nose")));
    CHECK(words().contains(QStringLiteral("nose left")));
    b.selectRow("tail-check", 0);
    REQUIRE(b.choose(QStringLiteral("slider")));
    CHECK(words().contains(QStringLiteral("slider left")));
}

}  // namespace app_power_tests
