// SPDX-License-Identifier: GPL-3.0-or-later
//
// The servo book, work in steps, the layout form, settings that are refused, and what the drawing can be asked for.
#include "app/bench/benchview.h"
#include "app/forms/guidedialog.h"
#include "app/forms/servobook.h"
#include "app/table/pageview.h"
#include "base/error.h"
#include "bench.h"
#include "io/document.h"
#include "model/changes.h"
#include "model/helicopter/helicopter.h"
#include "procedure/helicopter/guards.h"
#include "procedure/helicopter/trace.h"
#include "procedure/registry.h"
#include "text/words.h"

#include <QCheckBox>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>

namespace bench_dialogs_tests {

using namespace khtest;
using Catch::Contains;

namespace {

QPushButton* button(const QDialog& d, const QString& text) {
    for (QPushButton* b : d.findChildren<QPushButton*>())
        if (b->text() == text) return b;
    return nullptr;
}

bool shows(Bench& b, const char* panel) { return b.window.bench()->item(QStringLiteral("panel-") + QString::fromLatin1(panel)) != nullptr; }

}  // namespace

TEST_CASE("the servo book takes a servo, keeps what is unknown empty, and is there at the next start") {
    QTemporaryDir own;
    const std::filesystem::path folder = own.path().toStdString();
    const std::vector<std::filesystem::path> places{folder, KEELHAUL_SOURCE "/data"};
    const io::Library before = io::loadLibrary(places);
    ServoBook book(nullptr, before.servos, folder);
    const int row = static_cast<int>(before.servos.size());
    REQUIRE(row == 5);
    REQUIRE(book.table()->rowCount() == row);
    book.addServo();
    REQUIRE(book.table()->rowCount() == row + 1);
    CHECK(book.table()->item(row, 1)->text() == QStringLiteral("not known"));
    book.table()->item(row, 0)->setText(QStringLiteral("Cleat B9"));
    book.table()->item(row, 1)->setText(QStringLiteral("760"));
    book.table()->item(row, 3)->setText(QStringLiteral("0,12"));
    CHECK(book.table()->item(row, 3)->text() == QStringLiteral("0.120 °/µs"));
    book.table()->item(row, 6)->setText(QStringLiteral("24"));
    auto* refusal = book.findChild<QLabel*>(QStringLiteral("refusal"));
    book.table()->item(row, 2)->setText(QStringLiteral("5000"));
    CHECK(refusal->isVisibleTo(&book));
    CHECK_THAT(refusal->text().toStdString(), Contains("Cleat B9, Highest rate") && Contains("1000 Hz"));
    CHECK(book.table()->item(row, 2)->text() == QStringLiteral("not known"));
    book.table()->item(1, 0)->setText(QStringLiteral(""));
    CHECK_THAT(refusal->text().toStdString(), Contains("needs a name"));
    CHECK(book.table()->item(1, 0)->text() == QStringLiteral("Cleat A1"));
    book.table()->item(1, 5)->setText(QStringLiteral("50"));  // a shipped one, corrected
    book.accept();
    CHECK(book.result() == QDialog::Accepted);

    const io::Library after = io::loadLibrary(places);
    REQUIRE(after.servos.size() == 6);
    const auto servo = [&](const char* name) {
        return *std::find_if(after.servos.begin(), after.servos.end(), [&](const ServoProfile& s) { return s.name == name; });
    };
    CHECK(servo("Cleat B9").pulseUs == 760.0);
    CHECK_FALSE(servo("Cleat B9").maxHz.has_value());
    CHECK(servo("Cleat B9").splineTeeth == 24.0);
    CHECK(servo("Cleat A1").rangeDeg == 50.0);
    CHECK(servo("Cleat A1").version == 3);   // so that documents are offered it
    CHECK(servo("Cleat C12").version == 2);  // not touched, not written
    CHECK_FALSE(std::filesystem::exists(folder / "servos/cleat-c12.json"));
}

TEST_CASE("a servo book that cannot be saved says so and stays open") {
    QTemporaryDir own;
    const std::filesystem::path blocked = std::filesystem::path(own.path().toStdString()) / "file";
    io::writeFileAtomically(blocked, "not a folder");
    ServoBook book(nullptr, {}, blocked);
    book.addServo();
    book.accept();
    CHECK(book.result() != QDialog::Accepted);
    CHECK_THAT(book.findChild<QLabel*>(QStringLiteral("refusal"))->text().toStdString(), Contains("cannot make the folder"));
}

TEST_CASE("a setting that would burn a servo is refused in the cell, and nothing changes") {
    Bench b;
    b.go(Station::Swash);
    b.selectRow("servo-rate", 1);
    const Part part = *b.w().selectedPart();
    REQUIRE(part.field() == "controller.rateHz");
    try {
        b.w().editPart(part, QStringLiteral("560"));
        FAIL("not refused");
    } catch (const InputError& e) {
        CHECK_THAT(std::string(e.what()), Contains("560 Hz") && Contains("333 Hz") && Contains("overheats"));
    }
    CHECK(b.w().setup().controller.rateHz == 200.0);
    b.w().editPart(part, QStringLiteral("333"));
    CHECK(b.w().setup().controller.rateHz == 333.0);
}

TEST_CASE("steps are ticked in order; the row is seen on the machine only after all of them, with the guards set") {
    Bench b;
    const std::vector<Step> steps = guideOfRow("binding")->steps(b.w().setup(), b.w().evaluation().figures);
    GuideDialog d(&b.window, QStringLiteral("Binding"), steps);
    const auto ticks = d.findChildren<QCheckBox*>();
    REQUIRE(ticks.size() == static_cast<int>(steps.size()));
    QPushButton* done = button(d, QStringLiteral("Seen on the machine"));
    REQUIRE(done != nullptr);
    CHECK_FALSE(ticks[1]->isEnabled());
    for (QCheckBox* tick : ticks) {
        CHECK_FALSE(done->isEnabled());
        REQUIRE(tick->isEnabled());
        tick->setChecked(true);
    }
    CHECK(done->isEnabled());
    ticks[2]->setChecked(false);  // a step undone takes those behind it back
    CHECK_FALSE(ticks[4]->isChecked());
    CHECK_FALSE(done->isEnabled());

    const auto walk = [&] {
        whenOpen<GuideDialog>(&b.window, [](GuideDialog* open) {
            for (QCheckBox* tick : open->findChildren<QCheckBox*>()) tick->setChecked(true);
            open->accept();
        });
        b.act("reading");
    };
    b.go(Station::Link);
    b.selectRow("binding", 2);
    const std::string at = b.w().setup().standings.at("rows.binding").at;
    walk();
    CHECK(b.window.message().contains(QStringLiteral("tick leads off, tick blades off, tick hold on")));
    CHECK(b.w().setup().standings.at("rows.binding").at == at);
    for (const HelicopterGuard g : {kLeadsOff, kBladesOff, kHoldOn}) b.w().guards().tick(g, true);
    walk();
    CHECK(b.w().setup().standings.at("rows.binding").at > at);
    // binding again: the failsafe test of before proves nothing any more
    const Row* test = nullptr;
    for (const Row& row : b.w().page().rows)
        if (row.id == "failsafe-test") test = &row;
    REQUIRE(test != nullptr);
    CHECK(test->standing != Standing::Proved);
    b.act("undo");
    for (const Row& row : b.w().page().rows)
        if (row.id == "failsafe-test") CHECK(row.standing == Standing::Proved);
}

TEST_CASE("the machine's layout is chosen from its cell, a fourth servo and its port come with it, and undo takes both back") {
    Bench b;
    b.go(Station::Swash);
    b.selectRow("layout", 2);
    REQUIRE(b.w().selectedPart()->as<Part::Act>() != nullptr);
    REQUIRE(std::string(b.w().selectedPart()->as<Part::Act>()->id) == "layout-built");
    bool asked = false;
    whenOpen<QInputDialog>(&b.window, [&](QInputDialog* dialog) {
        asked = true;
        CHECK(dialog->textValue() == QStringLiteral("three at 120°, elevator aft"));
        CHECK(dialog->comboBoxItems().size() == 10);
        dialog->setTextValue(QStringLiteral("four at 90°"));
        dialog->accept();
    });
    QTest::keyClick(b.window.page(), Qt::Key_Return);
    Bench::settle();
    REQUIRE(asked);
    CHECK(helicopter(b.w().setup()).servos.size() == 4);
    CHECK(b.w().setup().controller.ports.size() == 4);
    bool told = false;
    for (const Finding& f : b.w().evaluation().findings) told = told || f.id == "layout";
    CHECK(told);  // the controller still believes in three
    b.act("undo");
    CHECK(helicopter(b.w().setup()).servos.size() == 3);
    CHECK(b.w().setup().controller.ports.size() == 3);
}

TEST_CASE("custom angles and radii are typed with spaces, refused by name, and clear a layout that was wrong") {
    Bench b;
    Setup built = b.w().setup();
    helicopter(built).servos[1].azimuthDeg = 310.0;
    helicopter(built).servos[2].ballRadiusMm = 32.0;
    b.w().document().replace(QStringLiteral("as built"), built);
    const auto broken = [&] {
        for (const Finding& f : b.w().evaluation().findings)
            if (f.id == "layout") return true;
        return false;
    };
    REQUIRE(broken());
    b.type("controller.customAzimuthsDeg", QStringLiteral("180 310 much"));
    CHECK(sameButWhen(b.w().setup(), built));
    CHECK(b.window.message().contains(QStringLiteral("\"much\" is not a number")));
    b.type("controller.customAzimuthsDeg", QString::fromUtf8("180° 310 60,0"));
    b.type("controller.customRadiiPct", QStringLiteral("100; 100; 114.3"));
    REQUIRE(b.w().goToField("controller.layout"));
    CHECK(b.choose(QStringLiteral("custom")));
    CHECK(b.w().setup().controller.customAzimuthsDeg == std::vector<double>{180, 310, 60});
    CHECK(b.w().setup().controller.customRadiiPct == std::vector<double>{100, 100, 114.3});
    CHECK_FALSE(broken());
    REQUIRE(b.w().goToField("machine.servos.right.ballRadiusMm"));
    CHECK(b.w().selectedRow()->id == "ball-right");
    CHECK(words(b.w().selectedPart()->value) == QStringLiteral("32.0"));
    for (int i = 0; i < 3; ++i) b.act("undo");
    CHECK(sameButWhen(b.w().setup(), built));
}

TEST_CASE("a wrong layout is drawn as the motion it makes, a right one as section and strokes") {
    Bench b(QStringLiteral("dunlin-380"));
    b.go(Station::Swash);
    b.selectRow("layout", 1);
    CHECK(shows(b, "What each stick does to the blades"));
    CHECK_FALSE(shows(b, "Stroke of the servos"));
    const std::string svg = b.window.bench()->svg();
    CHECK_THAT(svg, Contains("stick forward") && Contains("collective up"));
    b.selectRow("stroke-use", 2);
    CHECK(shows(b, "Stroke of the servos"));
    Bench right;
    right.go(Station::Swash);
    right.selectRow("layout", 1);
    CHECK(shows(right, "Stroke of the servos"));
}

TEST_CASE("dimensions and exaggeration change the drawing, not the numbers") {
    Bench b;
    b.go(Station::Swash);
    Deck deck = b.w().deck();
    deck.sticks.collective = 0.5;
    b.w().setDeck(deck);
    b.settle();
    const std::string plain = b.window.bench()->svg();
    CHECK_THAT(plain, !Contains("Ri 16.0 mm"));
    b.key(Qt::Key_F4);
    CHECK_THAT(b.window.bench()->svg(), Contains("Ri 16.0 mm") && Contains("L 40.0 mm") && Contains("R 28.0 mm"));
    b.key(Qt::Key_F4);
    CHECK(b.window.bench()->svg() == plain);
    b.key(Qt::Key_F3);
    const std::string twice = b.window.bench()->svg();
    CHECK_THAT(twice, Contains("drawn 2 ×"));
    CHECK(b.window.message().contains(QStringLiteral("2 ×")));
    const auto& servos = helicopterTrace(b.w().trace()).servos;
    const double mm = std::max_element(servos.begin(), servos.end(), [](const ServoTrace& x, const ServoTrace& y) {
                          return std::abs(x.armDeg) < std::abs(y.armDeg);
                      })->ballMm;                                                   // of the port the section goes through
    CHECK_THAT(twice, Contains(render(say("{h} mm", {{"h", signedNum(mm, 2)}}))));  // what is written stays true
    b.key(Qt::Key_F3);
    b.key(Qt::Key_F3);
    CHECK(b.window.bench()->svg() == plain);
}

}  // namespace bench_dialogs_tests
