// SPDX-License-Identifier: GPL-3.0-or-later
//
// The modes matrix, its curves and the switch proof, in the real window.
#include "app/bench.h"
#include "model/changes.h"
#include "paint/look/theme.h"

#include <QPrinter>

namespace modes_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::shownItems;

namespace {

const FlightMode& mode(Bench& b, const char* id) {
    for (const FlightMode& m : b.w().setup().transmitter.modes)
        if (m.id == id) return m;
    FAIL("no mode " << id);
    return b.w().setup().transmitter.modes.front();
}

bool holds(const SwitchProof& proof, const char* id) {
    for (const PropertyResult& p : proof.properties)
        if (p.id == id) return p.holds;
    FAIL("no property " << id);
    return false;
}

/// The point editor that is open now; closed ones wait for their deletion.
QLineEdit* openEditor(CurveView* curves) {
    for (QLineEdit* e : curves->findChildren<QLineEdit*>(QStringLiteral("point-editor")))
        if (e->isVisible()) return e;
    return nullptr;
}

/// The row of Proof that says so; "" if none does.
QString entry(Bench& b, const QString& word) {
    Bench::settle();
    for (const Item& item : shownItems(b.window.page()))
        if (item.name.contains(word)) return item.id;
    return {};
}

}  // namespace

TEST_CASE("a function is moved, the proof stays green; added to the old switch it fails, is posed and undone") {
    Bench b;
    CHECK(b.proved().failures() == 0);
    // hold moves from R1 to L3
    b.w().document().edit(QStringLiteral("move hold"), {{"transmitter.modes.hold.when", Condition{{{"L3", 2, ""}}}},
                                                        {"transmitter.switches.L3.powerOnPlace", 2.0},
                                                        {"transmitter.switches.R1.powerOnPlace", 1.0}});
    CHECK(b.proved().failures() == 0);
    // and still answers to R1
    b.w().document().edit(QStringLiteral("add the old one"),
                          {{"transmitter.modes.hold.when", Condition{{{"L3", 2, ""}}, {{"R1", 2, ""}}}}});
    CHECK_FALSE(holds(b.proved(), "P3"));
    b.go(Station::Proof);
    b.click(b.window.page(), entry(b, QStringLiteral("P3")));
    b.act("pose");  // no state shows it: it goes to the cell instead
    CHECK(b.w().station() == Station::Radio);
    REQUIRE(b.w().selectedPart() != nullptr);
    CHECK(b.w().selectedPart()->field() == "transmitter.modes.hold.when");
    b.act("undo");
    CHECK(holds(b.proved(), "P3"));
    b.act("undo");
    CHECK(b.proved().failures() == 0);
    CHECK_FALSE(b.w().document().modified());
}

TEST_CASE("a property that fails is posed: the deck shows the motor running with hold on") {
    Bench b;
    b.w().document().edit(QStringLiteral("x"), {{"transmitter.hold.actsIn", std::vector<std::string>{"normal", "idle1"}}});
    CHECK_FALSE(holds(b.proved(), "P1"));
    b.go(Station::Proof);
    b.click(b.window.page(), entry(b, QStringLiteral("P1")));
    b.key(Qt::Key_F5);
    CHECK(b.w().pose().finding() >= 0);
    CHECK(b.w().trace().now.holdAsked);
    CHECK(b.w().trace().throttlePct > 50.0);
    CHECK(b.w().pose().switches().count("R1") == 1);
    b.key(Qt::Key_F5);
    CHECK(b.w().pose().finding() < 0);
    b.act("remedy");
    CHECK(holds(b.proved(), "P1"));
}

TEST_CASE("the proof says it is being tried, keeps the last result meanwhile, and can be cancelled and tried again") {
    Bench b;
    b.proved();
    b.go(Station::Proof);
    CHECK(b.w().proof().state() == session::ProofRunner::State::Fresh);
    const std::size_t lines = b.w().entries().size();
    int fresh = 0;
    QObject::connect(&b.w().proof(), &session::ProofRunner::arrived, &b.window, [&] { ++fresh; });
    b.w().prove();
    CHECK(b.w().proof().state() == session::ProofRunner::State::Trying);
    CHECK(b.w().entries().size() == lines);  // the last result stays
    for (const StationPage& page : b.w().pages())
        if (page.station == Station::Proof)
            for (const Row& r : page.rows) CHECK(r.standing != Standing::Proved);  // but nothing shows proved from it
    b.w().proof().cancel();
    CHECK(b.w().proof().state() == session::ProofRunner::State::Cancelled);
    QTest::qWait(60);
    CHECK(b.w().proof().state() == session::ProofRunner::State::Cancelled);  // a late result changes nothing
    CHECK(fresh == 0);
    b.act("prove");
    b.proved();
    CHECK(b.w().proof().state() == session::ProofRunner::State::Fresh);
    CHECK(fresh >= 1);
    for (const StationPage& page : b.w().pages())
        if (page.station == Station::Proof) {
            CHECK(page.rows.size() == 13);
            for (std::size_t i = 0; i < 10; ++i) CHECK(page.rows[i].standing == Standing::Proved);
        }
}

TEST_CASE("an edit starts the proof anew: the frames of the keel follow when it is done") {
    Bench b;
    b.proved();
    b.w().document().edit(QStringLiteral("x"), {{"transmitter.hold.throttlePct", 8.0}});
    CHECK(b.w().proof().state() == session::ProofRunner::State::Trying);
    CHECK_FALSE(holds(b.proved(), "P1"));
    for (const StationPage& page : b.w().pages())
        if (page.station == Station::Proof) {
            CHECK(page.rows[0].broken);
            CHECK(page.rows[1].standing == Standing::Proved);
        }
}

TEST_CASE("a chain that cannot be followed has no proof, and says so") {
    Bench b;
    b.proved();
    b.w().document().edit(QStringLiteral("x"), {{"speedController.highUs", 1100.0}});
    b.proved();
    b.go(Station::Proof);
    CHECK(b.w().now().proof->properties.empty());
    CHECK(b.w().entries().size() == b.w().evaluation().findings.size());
    b.act("undo");
    CHECK(b.proved().properties.size() == 10);
}

TEST_CASE("a cell is copied to the next mode and to every mode, each one undo") {
    Bench b;
    b.go(Station::Modes);
    b.w().document().edit(QStringLiteral("x"), {{"transmitter.modes.normal.aileron.ratePct", 80.0}});
    b.selectRow("rates", 0);
    b.act("matrix-copy");
    CHECK(mode(b, "idle1").aileron.ratePct == 80.0);
    CHECK(mode(b, "idle2").aileron.ratePct == 100.0);
    CHECK(b.w().selection().cell == 1);  // the selection goes with it
    b.act("undo");
    CHECK(mode(b, "idle1").aileron.ratePct == 100.0);
    b.selectRow("rates", 0);
    b.act("matrix-row");
    for (const char* id : {"idle1", "idle2", "hold"}) CHECK(mode(b, id).aileron.ratePct == 80.0);
    b.act("undo");
    for (const char* id : {"idle1", "idle2", "hold"}) CHECK(mode(b, id).aileron.ratePct == 100.0);
}

TEST_CASE("a whole mode is copied, added, renamed through the document and removed") {
    Bench b;
    b.go(Station::Modes);
    b.selectRow("pitch-curve", 0);
    b.act("matrix-mode");
    CHECK(mode(b, "idle1").pitch == mode(b, "normal").pitch);
    CHECK(mode(b, "idle1").throttle == mode(b, "normal").throttle);
    b.act("undo");
    b.selectRow("pitch-curve", 2);
    b.act("matrix-add");
    CHECK(b.w().setup().transmitter.modes.size() == 5);
    CHECK(b.window.message().contains(QStringLiteral("no switch yet")));
    b.act("matrix-add");  // the transmitter has five
    CHECK(b.w().setup().transmitter.modes.size() == 5);
    CHECK(b.window.message().contains(QStringLiteral("flight modes")));
    b.selectRow("pitch-curve", 3);
    b.act("matrix-remove");
    CHECK(b.w().setup().transmitter.modes.size() == 4);
    b.selectRow("pitch-curve", 0);
    b.act("matrix-remove");  // the first mode stays
    CHECK(b.w().setup().transmitter.modes.size() == 4);
    CHECK(b.window.message().contains(QStringLiteral("first mode stays")));
    b.go(Station::Swash);
    b.act("matrix-add");
    CHECK(b.window.message().contains(QStringLiteral("Choose a mode")));
}

TEST_CASE("curves by keys: mirror, straighten, smooth, points more and less, flat") {
    Bench b;
    b.go(Station::Modes);
    b.selectRow("pitch-curve", 0);
    b.act("go-bench");
    CurveView* curves = b.window.curves();
    curves->enter(true);
    Bench::settle();
    const auto press = [&](Qt::Key k) {
        QTest::keyClick(curves, k);
        Bench::settle();
    };
    const Curve before = mode(b, "normal").pitch;
    press(Qt::Key_M);
    CHECK(mode(b, "normal").pitch == mirroredCurve(before));
    b.act("undo");
    CHECK(mode(b, "normal").pitch == before);
    press(Qt::Key_L);
    CHECK(mode(b, "normal").pitch == straightenedCurve(before));
    b.act("undo");
    press(Qt::Key_S);
    CHECK(mode(b, "normal").pitch.shape == CurveShape::Smooth);
    press(Qt::Key_S);
    CHECK(mode(b, "normal").pitch.shape == CurveShape::Straight);
    press(Qt::Key_Plus);
    CHECK(mode(b, "normal").pitch.points.size() == 6);
    press(Qt::Key_Plus);
    press(Qt::Key_Plus);  // the transmitter has seven
    CHECK(mode(b, "normal").pitch.points.size() == 7);
    CHECK(b.window.message().contains(QStringLiteral("2 to 7 points")));
    for (int i = 0; i < 8; ++i) press(Qt::Key_Minus);
    CHECK(mode(b, "normal").pitch.points.size() == 2);
    press(Qt::Key_F);
    CHECK(isFlat(mode(b, "normal").pitch));
    while (b.w().document().history().canUndo()) b.act("undo");
    CHECK(mode(b, "normal").pitch == before);
}

TEST_CASE("a point is nudged in one run, typed with a comma, and a wrong value is refused with its range") {
    Bench b;
    b.go(Station::Modes);
    b.selectRow("throttle-curve", 1);
    CurveView* curves = b.window.curves();
    curves->enter(false);
    Bench::settle();
    const double before = mode(b, "idle1").throttle.points[0].y;
    const int entries = b.w().document().history().count();
    for (int i = 0; i < 4; ++i) QTest::keyClick(curves, Qt::Key_Up);
    QTest::keyClick(curves, Qt::Key_Down, Qt::ShiftModifier);
    Bench::settle();
    CHECK(mode(b, "idle1").throttle.points[0].y == before + 3.5);
    CHECK(b.w().document().history().count() == entries + 1);
    b.act("undo");
    CHECK(mode(b, "idle1").throttle.points[0].y == before);
    QTest::keyClick(curves, Qt::Key_Return);
    auto* editor = openEditor(curves);
    REQUIRE(editor != nullptr);
    editor->setText(QStringLiteral("72,5"));
    QTest::keyClick(editor, Qt::Key_Return);
    Bench::settle();
    CHECK(mode(b, "idle1").throttle.points[0].y == 72.5);
    QTest::keyClick(curves, Qt::Key_Return);
    editor = openEditor(curves);
    REQUIRE(editor != nullptr);
    editor->setText(QStringLiteral("130"));
    QTest::keyClick(editor, Qt::Key_Return);
    Bench::settle();
    CHECK(mode(b, "idle1").throttle.points[0].y == 72.5);
    CHECK(b.window.message().contains(QStringLiteral("0 to 100 %")));
    QTest::keyClick(editor, Qt::Key_Escape);
    Bench::settle();
    CHECK(openEditor(curves) == nullptr);
}

TEST_CASE("the bench state is one command and one undo, and says when nothing is left to do") {
    Bench b;
    const Setup before = b.w().setup();
    b.act("bench-state");
    CHECK(b.w().setup().transmitter.channels[0].travelHighPct == 100.0);
    CHECK(b.window.message().contains(QStringLiteral("travel 100")));
    b.act("bench-state");
    CHECK(b.window.message().contains(QStringLiteral("is in its bench state")));
    b.act("undo");
    CHECK(sameButWhen(b.w().setup(), before));
}

TEST_CASE("the bench sheet prints through the printer, and a printer that fails is told") {
    Bench b;
    QPrinter printer(QPrinter::HighResolution);
    const QString file = b.folder.filePath(QStringLiteral("sheet.pdf"));
    printer.setOutputFormat(QPrinter::PdfFormat);
    printer.setOutputFileName(file);
    CHECK(b.window.sheet().printTo(printer));
    QFile pdf(file);
    REQUIRE(pdf.open(QIODevice::ReadOnly));
    const QByteArray bytes = pdf.readAll();
    CHECK(bytes.startsWith("%PDF"));
    CHECK(bytes.count("/Type /Page\n") >= 4);  // one part a box, and the machine
    QPrinter nowhere(QPrinter::HighResolution);
    nowhere.setOutputFormat(QPrinter::PdfFormat);
    nowhere.setOutputFileName(QStringLiteral("/no/such/folder/sheet.pdf"));
    CHECK_FALSE(b.window.sheet().printTo(nowhere));
}

TEST_CASE("the mode's curves show what the machine does: the hover, degrees, and rpm only where logged") {
    Bench b;
    b.go(Station::Modes);
    const Figures& f = b.w().evaluation().figures;
    b.selectRow("pitch-curve", 1);
    Bench::settle();
    CHECK(b.window.curves()->item(QStringLiteral("pitch-0")) != nullptr);
    CHECK(b.window.curves()->item(QStringLiteral("throttle-0")) != nullptr);
    CHECK(b.window.curves()->item(QStringLiteral("pitch-4"))->value.contains(QStringLiteral("100")));
    b.selectRow("pitch-curve", 3);  // hold has a pitch curve and no throttle curve
    Bench::settle();
    CHECK(b.window.curves()->item(QStringLiteral("throttle-0")) == nullptr);
    CHECK(f.steps.size() == 3);
    const QImage logged = b.window.curves()->grab().toImage();
    Setup unlogged = b.w().setup();
    unlogged.speedController.calibration.clear();
    b.w().document().replace(QStringLiteral("x"), unlogged);
    Bench::settle();
    CHECK(b.window.curves()->grab().toImage() != logged);
}

}  // namespace modes_tests
