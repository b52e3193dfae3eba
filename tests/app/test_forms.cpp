// SPDX-License-Identifier: GPL-3.0-or-later
//
// What belongs to a row is set in the row: schools, alarms, failsafe, functions and their switches, unused channels, angles.
#include "app/bench.h"
#include "app/views/tosetview.h"
#include "model/helicopter/functions.h"
#include "model/modeedits.h"
#include "paint/drawings.h"
#include "text/words.h"

#include <map>

namespace forms_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::shownItem;

namespace {

const Row* rowOfPages(Bench& b, const std::string& id) {
    for (const StationPage& page : b.w().pages())
        for (const Row& row : page.rows)
            if (row.id == id) return &row;
    return nullptr;
}

}  // namespace

TEST_CASE("every school is a choice in its row, with a line that says what it is for, and the proof judges by it") {
    Bench b;
    b.w().document().edit(QStringLiteral("bail-out"),
                          {{"transmitter.hold.throttlePct", 12.0}, {"transmitter.switches.R2.powerOnPlace", 2.0}});  // kill on
    CHECK(b.proved().failures() == 1);
    int schools = 0;
    for (const std::string& path : allPaths(b.w().setup())) {
        if (!path.starts_with("transmitter.schools.")) continue;
        INFO(path);
        REQUIRE(b.w().goToField(path));
        CHECK(b.w().selectedPart()->choices().typed.size() >= 2);
        CHECK(std::string(b.w().selectedRow()->help).size() > 30);
        CHECK(b.w().selectedRow()->aside);
        ++schools;
    }
    CHECK(schools == 20);
    REQUIRE(b.w().goToField("transmitter.schools.hold"));
    const int entries = b.w().document().history().count();
    CHECK(b.choose(QStringLiteral("bail-out")));
    CHECK(b.w().document().history().count() == entries + 1);
    CHECK(b.w().setup().transmitter.schools.hold == HoldSchool::BailOut);
    CHECK(b.proved().failures() == 0);
    b.act("undo");
    CHECK(b.w().setup().transmitter.schools.hold == HoldSchool::Cut);
    CHECK(b.proved().failures() == 1);
    // all twelve in one list, which leads to their rows
    b.act("schools");
    REQUIRE(b.window.palette()->isVisible());
    CHECK(b.window.palette()->list()->count() == 20);
    b.window.palette()->field()->setText(QStringLiteral("end of flight"));
    QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);
    Bench::settle();
    CHECK(b.w().selectedRow()->id == "flight-end");
    // in Modes a choice stands in every mode's column, and is offered once
    b.act("find");
    b.window.palette()->field()->setText(QStringLiteral("Mid stick"));
    Bench::settle();
    int offered = 0;
    for (int i = 0; i < b.window.palette()->list()->count(); ++i)
        offered += b.window.palette()->list()->item(i)->text().startsWith(QStringLiteral("Mid stick")) ? 1 : 0;
    CHECK(offered == 1);
    b.window.palette()->hide();
}

TEST_CASE("alarms are typed with point or comma, emptied to none, and a refusal names field and range and changes nothing") {
    Bench b;
    b.type("transmitter.alarms.usedMah", QStringLiteral("2400"));
    b.type("transmitter.alarms.voltsPerCell", QStringLiteral("3,45"));
    REQUIRE(b.w().goToField("transmitter.alarms.voicePack"));
    CHECK(b.choose(QStringLiteral("at power-up")));
    const Alarms& a = b.w().setup().transmitter.alarms;
    CHECK(*a.usedMah == 2400.0);
    CHECK(*a.voltsPerCell == 3.45);
    CHECK(a.voicePack);
    CHECK_FALSE(a.headRpm);
    b.type("transmitter.alarms.usedMah", QString());
    CHECK_FALSE(b.w().setup().transmitter.alarms.usedMah);
    const Setup before = b.w().setup();
    b.type("transmitter.timerMin", QStringLiteral("600"));
    CHECK(b.w().setup() == before);
    CHECK(b.window.message().contains(QStringLiteral("Flight timer")));
    CHECK(b.window.message().contains(QStringLiteral("0 to 120")));
}

TEST_CASE("failsafe and limits are a table of channels, each judged by what it does to the motor") {
    Bench b;
    const auto judged = [&] { return render(rowOfPages(b, "failsafe-throttle")->cells[3].parts.front().value); };
    CHECK(rowOfPages(b, "failsafe")->columns.size() == 4);
    CHECK(judged() == "stops it");
    b.type("transmitter.channels.throttle.failsafePct", QStringLiteral("0"));
    CHECK(judged() == "runs on");
    CHECK(rowOfPages(b, "failsafe")->broken);
    b.type("transmitter.channels.throttle.failsafePct", QString::fromUtf8("−110"));
    CHECK(*channelOf(b.w().setup().transmitter, "throttle")->failsafePct == -110.0);
    CHECK(judged() == "stops it");
    Bench engine(QStringLiteral("gannet-600n"));  // an engine may idle without a signal: that does not stop it
    CHECK(render(rowOfPages(engine, "failsafe-throttle")->cells[3].parts.front().value) == "idles or stops");
    engine.type("transmitter.channels.throttle.failsafePct", QStringLiteral("20"));
    CHECK(render(rowOfPages(engine, "failsafe-throttle")->cells[3].parts.front().value) == "runs on");
    REQUIRE(b.w().goToField("transmitter.channels.rudder.limitPct"));
    CHECK(b.w().selectedRow()->id == "failsafe-rudder");
    CHECK(words(b.w().selectedPart()->value) == QStringLiteral("own"));
    b.type("transmitter.channels.rudder.limitPct", QStringLiteral("120"));
    CHECK(*channelOf(b.w().setup().transmitter, "rudder")->limitPct == 120.0);
    CHECK(render(rowOfPages(b, "failsafe-rudder")->cells[0].parts.front().value) == "kept");
}

TEST_CASE("the table beneath a row is walked by keys: up and down its lines, along its columns, and its help follows") {
    Bench b;
    REQUIRE(b.w().goToRow("channel-rudder", 0));
    b.window.page()->setFocus();
    b.key(Qt::Key_Space);
    CHECK(b.w().isOpen("channel-rudder"));
    b.key(Qt::Key_Down);
    CHECK(b.w().selectedRow()->id == "channel-rudder-low");
    CHECK(b.w().selectedPart()->field() == "transmitter.channels.rudder.travelLowPct");
    b.key(Qt::Key_Right);
    CHECK(b.w().selectedPart()->field() == "transmitter.channels.rudder.subTrimPct");
    b.key(Qt::Key_Down);  // shared by the three lines: the nearest column that has its own
    CHECK(b.w().selectedRow()->id == "channel-rudder-centre");
    CHECK(b.w().selectedPart() != nullptr);
    b.key(Qt::Key_Down);
    CHECK(b.w().selectedRow()->id == "channel-rudder-high");
    b.key(Qt::Key_Home);
    // the edit of the drawing's evening: full right falls short, and the reading says so
    b.type("transmitter.channels.rudder.travelHighPct", QStringLiteral("104"));
    CHECK(render(rowOfPages(b, "channel-rudder-high")->cells[4].parts.front().value) == "+99.0");
    b.key(Qt::Key_Space);  // from within: closed, and the selection at the row
    CHECK(b.w().selectedRow()->id == "channel-rudder");
}

TEST_CASE("in every table a line has a cell for each column, its name is its own, and its standing is not its row's") {
    for (const char* model : {"turnstone-470", "fulmar-700", "dunlin-380"}) {
        Bench b{QString::fromLatin1(model)};
        std::map<std::string, int> ids;
        for (const StationPage& page : b.w().pages())
            for (const Row& row : page.rows) ++ids[row.id];
        int lines = 0;
        for (const StationPage& page : b.w().pages())
            for (const Row& row : page.rows) {
                INFO(model << " " << row.id);
                if (!row.line) continue;
                CHECK(ids[row.id] == 1);
                const Row* parent = rowOfPages(b, row.under);
                REQUIRE(parent != nullptr);
                CHECK(parent->opens);
                CHECK(row.cells.size() == parent->columns.size());
                CHECK(row.aside);
                for (const SubColumn& column : parent->columns) CHECK(std::string(column.help).size() > 15);
                ++lines;
            }
        CHECK(lines > 25);
    }
}

TEST_CASE("switches are typed where they stand, with and / or, and declared as shared; a wrong one is refused") {
    Bench b;
    b.type("transmitter.modes.hold.when", QStringLiteral("R1 2 | R2 2"));
    b.type("transmitter.functions.timer.when", QStringLiteral("L3 2 + L1 2"));
    b.type("transmitter.functions.gain-2.when", QStringLiteral("L3 2"));
    b.type("transmitter.functions.gain-2.sentPct", QStringLiteral("65"));  // as this transmitter writes +30 %
    b.type("transmitter.shared", QStringLiteral("hold, R2, L3"));
    CHECK(b.w().setup().transmitter.shared == std::vector<std::string>{"hold", "R2", "L3"});
    CHECK(b.w().setup().transmitter.modes[3].when.size() == 2);
    CHECK(b.proved().failures() == 0);
    Deck deck = b.w().deck();
    deck.switches["L3"] = 2;
    b.w().setDeck(deck);
    CHECK(b.w().trace().now.channels[indexOf(heli::Gain)].value == 30.0);
    for (int i = 0; i < 5; ++i) b.act("undo");
    CHECK_FALSE(b.w().document().modified());
    const Setup before = b.w().setup();
    b.type("transmitter.kill.when", QStringLiteral("R7 1"));
    CHECK(b.w().setup() == before);
    CHECK(b.window.message().contains(QStringLiteral("R7")));
}

TEST_CASE("while a switch is typed the drawn ones can be clicked, each at its place; Shift adds one") {
    Bench b;
    const auto clickSwitch = [&](const char* id, int place, Qt::KeyboardModifiers m = {}) {
        const auto spots = paint::switchSpots(b.window.bench()->items().first().rect, b.w().setup().transmitter.profile);
        for (const paint::SwitchSpot& spot : spots)
            if (spot.profile->id == id) {
                const double share = (place - 1.0) / (spot.profile->places - 1.0);
                const QPointF at(spot.track.center().x(), spot.track.top() + 6 + share * (spot.track.height() - 12));
                CHECK(paint::placeAt(spot, at.y()) == place);
                QTest::mouseClick(b.window.bench(), Qt::LeftButton, m, at.toPoint());
            }
        Bench::settle();
    };
    const Deck before = b.w().deck();
    REQUIRE(b.w().goToField("transmitter.modes.hold.when"));
    Bench::settle();
    b.window.page()->editSelected();
    REQUIRE(b.window.page()->editor() != nullptr);
    clickSwitch("L3", 2);
    REQUIRE(b.window.page()->editor() != nullptr);
    CHECK(b.window.page()->editor()->text() == QStringLiteral("L3 2"));
    clickSwitch("L1", 3, Qt::ShiftModifier);
    CHECK(b.window.page()->editor()->text() == QStringLiteral("L3 2 + L1 3"));
    clickSwitch("L1", 1);
    CHECK(b.window.page()->editor()->text() == QStringLiteral("L1 1"));
    CHECK(b.w().deck() == before);  // nothing was moved
    QTest::keyClick(b.window.page()->editor(), Qt::Key_Return);
    Bench::settle();
    CHECK(b.w().setup().transmitter.modes[3].when == Condition{{{"L1", 1, ""}}});
    b.act("undo");
    CHECK(b.w().setup().transmitter.modes[3].when == Condition{{{"R1", 2, ""}}});
    clickSwitch("L3", 2);  // nothing is typed any more: it moves on the deck, one place a click
    CHECK(b.w().deck().switches.at("L3") == 2);
    CHECK(b.w().setup().transmitter.modes[3].when == Condition{{{"R1", 2, ""}}});
}

TEST_CASE("the commands that were forms lead to their rows, and open them") {
    Bench b;
    for (const auto& [id, row, opened] :
         {std::tuple("switch-map", "mode-switch", ""), std::tuple("hold-form", "hold-throttle", "hold-switch"),
          std::tuple("alarms", "alarms", "timer"), std::tuple("failsafe", "failsafe", "failsafe"),
          std::tuple("layout-form", "layout-angles", "layout"), std::tuple("spares", "unused-channels", "unused-channels")}) {
        b.go(Station::Airframe);
        b.act(id);
        INFO(id);
        REQUIRE(b.w().selectedRow() != nullptr);
        CHECK(b.w().selectedRow()->id == row);
        if (*opened != 0) CHECK(b.w().isOpen(opened));
    }
    CHECK_FALSE(b.w().document().modified());
}

TEST_CASE("unused channels are set one by one in their table, each one undoable change") {
    Bench b;
    const std::vector<SpareChannel> before = b.w().setup().transmitter.spares;
    REQUIRE(rowOfPages(b, "spare-9") != nullptr);
    CHECK(rowOfPages(b, "spare-3") == nullptr);  // throttle's own
    REQUIRE(b.w().goToRow("spare-9", 0));
    CHECK(b.choose(QStringLiteral("follows L3")));
    REQUIRE(b.w().setup().transmitter.spares.size() == before.size() + 1);
    CHECK(b.w().setup().transmitter.spares.back().follows == "L3");
    CHECK(words(b.w().selectedPart()->value) == QStringLiteral("follows L3"));
    const SwitchProof& proof = b.proved();
    for (const PropertyResult& p : proof.properties)
        if (p.id == "P4") CHECK_FALSE(p.holds);
    REQUIRE(b.w().goToRow("spare-10", 0));
    CHECK(b.choose(QStringLiteral("its centre")));
    CHECK(b.w().setup().transmitter.spares.size() == before.size() + 2);
    b.act("undo");
    b.act("undo");
    CHECK(b.w().setup().transmitter.spares == before);
    CHECK(b.w().setup().transmitter.unusedInhibited);
    CHECK_THROWS_WITH(withSpare(b.w().setup(), 3, "L3"), Catch::Contains("not an unused channel"));
    CHECK_THROWS_WITH(withSpare(b.w().setup(), 8, "R7"), Catch::Contains("has no switch R7"));
}

TEST_CASE("hold chooses the mode it flies like among those there are, by their names") {
    Bench b;
    REQUIRE(b.w().goToField("transmitter.hold.autorotationFrom"));
    CHECK(b.w().selectedPart()->choices().captions.size() == 3);
    CHECK(words(b.w().selectedPart()->value) == QStringLiteral("Idle-up 1"));
    CHECK_FALSE(b.choose(QStringLiteral("Hold")));
    CHECK(b.choose(QStringLiteral("Normal")));
    CHECK(b.w().setup().transmitter.hold.autorotationFrom == "normal");
    bool told = false;
    for (const Finding& f : b.w().evaluation().findings) told = told || f.id == "hold-mirrors";
    CHECK(told);
    b.type("transmitter.hold.throttlePct", QString::fromUtf8("−6,5"));
    CHECK(b.w().setup().transmitter.hold.throttlePct == -6.5);
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
    REQUIRE(b.w().view() == "to-set");
    auto* view = b.window.findChild<ToSetView*>();
    REQUIRE(b.window.page() == view);
    const auto motor = shownItem(view, QStringLiteral("row-motor"));
    REQUIRE(motor.has_value());
    CHECK(motor->name.contains(QStringLiteral("Airframe")));
    CHECK(motor->value.contains(QStringLiteral("doubles the speed")));
    b.click(view, QStringLiteral("row-motor"));
    CHECK(shownItem(view, QStringLiteral("row-motor"))->selected);
    b.key(Qt::Key_Return);
    REQUIRE(b.w().selectedPart() != nullptr);
    CHECK(b.w().selectedPart()->field() == "machine.power.kv");
    CHECK(b.w().station() == Station::Airframe);
    b.act("to-set");  // by keyboard: every row leads to where its first field is
    const std::vector<ToBeSet> all = b.w().toBeSet();
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (b.w().view() != "to-set") b.act("to-set");
        b.key(Qt::Key_Home);
        for (std::size_t k = 0; k < i; ++k) b.key(Qt::Key_Down);
        b.key(Qt::Key_Return);
        INFO(all[i].row);
        REQUIRE(b.w().selectedRow() != nullptr);
        CHECK(b.w().station() == all[i].station);
    }
}

}  // namespace forms_tests
