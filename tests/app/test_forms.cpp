// SPDX-License-Identifier: GPL-3.0-or-later
//
// The forms: schools, alarms, failsafe. One change, one undo; refusals stay in the form.
#include "app/bench.h"
#include "app/forms/fieldsdialog.h"
#include "paint/drawings.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>

using namespace kh;
using namespace kh::app;
using khtest::Bench;

namespace {

void choose(const FieldsDialog& d, const char* path, const char* value) {
    auto* combo = qobject_cast<QComboBox*>(d.editor(path));
    REQUIRE(combo != nullptr);
    const int at = combo->findData(QString::fromUtf8(value));
    REQUIRE(at >= 0);
    combo->setCurrentIndex(at);
}

void type(const FieldsDialog& d, const char* path, const char* text) {
    auto* line = qobject_cast<QLineEdit*>(d.editor(path));
    REQUIRE(line != nullptr);
    line->setText(QString::fromUtf8(text));
}

}  // namespace

TEST_CASE("every school is a choice with its reason, and the proof judges by it") {
    Bench b;
    b.w().document().edit(QStringLiteral("bail-out"), {{"transmitter.hold.throttlePct", 12.0}});
    CHECK(b.proved().failures() == 1);
    FieldsDialog d(&b.window, b.w(), QStringLiteral("Schools"), schoolFields());
    for (const FormField& f : schoolFields()) {
        INFO(f.path);
        auto* combo = qobject_cast<QComboBox*>(d.editor(f.path));
        REQUIRE(combo != nullptr);
        CHECK(combo->count() >= 2);
        CHECK(combo->currentIndex() == 0);  // the default school
        CHECK(std::string(f.reason).size() > 30);
        CHECK_FALSE(combo->accessibleName().isEmpty());
    }
    choose(d, "transmitter.schools.hold", "bail-out");
    choose(d, "transmitter.schools.end", "used charge");
    const int entries = b.w().document().history().count();
    CHECK(d.apply());
    CHECK(b.w().document().history().count() == entries + 1);
    CHECK(b.w().setup().transmitter.schools.hold == HoldSchool::BailOut);
    CHECK(b.w().setup().transmitter.schools.end == EndSchool::UsedCharge);
    CHECK(b.proved().failures() == 0);
    b.act("undo");
    CHECK(b.w().setup().transmitter.schools.hold == HoldSchool::Cut);
    CHECK(b.proved().failures() == 1);
}

TEST_CASE("alarms are typed with point or comma, emptied to none, and a refusal stays in the form with its range") {
    Bench b;
    FieldsDialog d(&b.window, b.w(), QStringLiteral("Alarms"), alarmFields());
    type(d, "transmitter.alarms.usedMah", "2400");
    type(d, "transmitter.alarms.voltsPerCell", "3,45");
    qobject_cast<QCheckBox*>(d.editor("transmitter.alarms.voicePack"))->setChecked(true);
    CHECK(d.apply());
    const Alarms& a = b.w().setup().transmitter.alarms;
    CHECK(*a.usedMah == 2400.0);
    CHECK(*a.voltsPerCell == 3.45);
    CHECK(a.voicePack);
    CHECK_FALSE(a.headRpm);
    FieldsDialog again(&b.window, b.w(), QStringLiteral("Alarms"), alarmFields());
    CHECK(qobject_cast<QLineEdit*>(again.editor("transmitter.alarms.voltsPerCell"))->text() == QStringLiteral("3.45 V"));
    type(again, "transmitter.alarms.usedMah", "");
    type(again, "transmitter.timerMin", "600");
    const Setup before = b.w().setup();
    CHECK_FALSE(again.apply());
    CHECK(b.w().setup() == before);  // nothing of it, not even what was right
    bool told = false;
    for (const QLabel* l : again.findChildren<QLabel*>()) told = told || l->text().contains(QStringLiteral("Flight timer:"));
    CHECK(told);
    type(again, "transmitter.timerMin", "6");
    CHECK(again.apply());
    CHECK_FALSE(b.w().setup().transmitter.alarms.usedMah);
    CHECK(b.w().setup().transmitter.timerMin == 6.0);
}

TEST_CASE("failsafe and limits are set per channel, and a form left as it is changes nothing") {
    Bench b;
    FieldsDialog d(&b.window, b.w(), QStringLiteral("Failsafe"), failsafeFields(b.w().setup().transmitter));
    CHECK(d.apply());
    CHECK_FALSE(b.w().document().modified());
    type(d, "transmitter.channels.throttle.failsafePct", "−110");
    type(d, "transmitter.channels.rudder.limitPct", "120");
    CHECK(d.apply());
    CHECK(*channelOf(b.w().setup().transmitter, "throttle")->failsafePct == -110.0);
    CHECK(*channelOf(b.w().setup().transmitter, "rudder")->limitPct == 120.0);
    CHECK(d.editor("no.such.field") == nullptr);
}

TEST_CASE("the forms open from their commands and can be left") {
    Bench b;
    for (const char* id : {"switch-map", "schools", "alarms", "failsafe", "layout-form"}) {
        bool met = false;
        khtest::whenOpen<FieldsDialog>(&b.window, [&](FieldsDialog* dialog) {
            met = true;
            dialog->reject();
        });
        b.act(id);
        INFO(id);
        CHECK(met);
    }
    CHECK_FALSE(b.w().document().modified());
}

TEST_CASE("the switch map is one form: functions, conditions with and / or, declared sharing") {
    Bench b;
    FieldsDialog d(&b.window, b.w(), QStringLiteral("Switches"), switchFields(b.w().setup().transmitter));
    CHECK(qobject_cast<QLineEdit*>(d.editor("transmitter.modes.hold.when"))->text() == QStringLiteral("R1 2"));
    CHECK(d.editor("transmitter.modes.normal.when") == nullptr);  // the base mode needs none
    type(d, "transmitter.modes.hold.when", "R1 2 | R2 2");
    type(d, "transmitter.functions.timer.when", "L3 2 + L1 2");
    type(d, "transmitter.functions.gain-2.when", "L3 2");
    type(d, "transmitter.functions.gain-2.sentPct", "30");
    type(d, "transmitter.shared", "hold, R2, L3");
    CHECK(d.apply());
    CHECK(b.w().setup().transmitter.shared == std::vector<std::string>{"hold", "R2", "L3"});
    CHECK(b.w().setup().transmitter.modes[3].when.size() == 2);
    CHECK(b.proved().failures() == 0);
    Deck deck = b.w().deck();
    deck.switches["L3"] = 2;
    b.w().setDeck(deck);
    CHECK(b.w().trace().now.channels[indexOf(Function::Gain)].value == 30.0);
    b.act("undo");
    FieldsDialog again(&b.window, b.w(), QStringLiteral("Switches"), switchFields(b.w().setup().transmitter));
    type(again, "transmitter.kill.when", "R7 1");
    const Setup before = b.w().setup();
    CHECK_FALSE(again.apply());
    CHECK(b.w().setup() == before);
}

TEST_CASE("a function is given to a switch by Shift and a click, and from the deck by Enter; the move is told") {
    Bench b;
    b.go(Station::Radio);
    b.selectRow("hold-switch", 0);
    const auto spots = paint::switchSpots(b.window.bench()->items().first().rect, b.w().setup().transmitter.profile);
    Deck deck = b.w().deck();
    deck.switches["L3"] = 2;
    b.w().setDeck(deck);
    for (const paint::SwitchSpot& spot : spots)
        if (spot.profile->id == "L3") {
            QTest::mouseClick(b.window.bench(), Qt::LeftButton, Qt::ShiftModifier, spot.track.center().toPoint());
            break;
        }
    Bench::settle();
    CHECK(b.w().setup().transmitter.modes[3].when == Condition{{{"L3", 2, ""}}});
    CHECK(b.window.message().contains(QStringLiteral("no longer to R1 2")));
    b.act("undo");
    CHECK(b.w().setup().transmitter.modes[3].when == Condition{{{"R1", 2, ""}}});
    b.selectRow("stick-mode", 0);
    b.w().assignSwitch("L3", 2);
    CHECK(b.window.message().contains(QStringLiteral("in Radio first")));
    CHECK(b.w().setup().transmitter.modes[3].when == Condition{{{"R1", 2, ""}}});
}

TEST_CASE("what is still to be set is a list that leads to the cells") {
    Bench b;
    Setup bare = b.w().setup();
    bare.machine.power.kv.reset();
    b.w().document().replace(QStringLiteral("x"), bare);
    b.act("to-set");
    REQUIRE(b.w().station() == Station::Proof);
    auto* view = b.window.findChild<ToSetView*>();
    REQUIRE(b.window.page() == view);
    const Item* motor = view->item(QStringLiteral("row-motor"));
    REQUIRE(motor != nullptr);
    CHECK(motor->name.contains(QStringLiteral("Airframe")));
    CHECK(motor->value.contains(QStringLiteral("doubles the speed")));
    b.click(view, QStringLiteral("row-motor"));
    CHECK(view->item(QStringLiteral("row-motor"))->selected);
    b.key(Qt::Key_Return);
    REQUIRE(b.w().selectedPart() != nullptr);
    CHECK(b.w().selectedPart()->field == "machine.power.kv");
    CHECK(b.w().station() == Station::Airframe);
    b.act("to-set");  // by keyboard: every row leads to where its first field is
    const std::vector<ToBeSet> all = b.w().toBeSet();
    for (std::size_t i = 0; i < all.size(); ++i) {
        b.act("to-set");
        if (b.w().face() != ProofFace::ToSet) b.act("to-set");
        b.key(Qt::Key_Home);
        for (std::size_t k = 0; k < i; ++k) b.key(Qt::Key_Down);
        b.key(Qt::Key_Return);
        INFO(all[i].row);
        REQUIRE(b.w().selectedRow() != nullptr);
        CHECK(b.w().station() == all[i].station);
    }
}
