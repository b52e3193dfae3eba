// SPDX-License-Identifier: GPL-3.0-or-later
//
// Boxes of other laws in the window: what is not known of one, a collective that the transmitter's travel is the range of.
#include "app/forms/readingsmodel.h"
#include "app/forms/solvedialog.h"
#include "app/shell/panels.h"
#include "boxes/tenboxes.h"
#include "kernel/helicopter/plant.h"
#include "model/access.h"
#include "model/questions.h"
#include "procedure/move.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"

#include <catch2/catch.hpp>
#include "app/bench.h"

namespace boxes_tests {

using namespace kh;
using namespace kh::app;
using namespace khtest;

namespace {

int findingAt(const session::Workspace& w, const std::string& id) {
    const auto& entries = w.entries();
    for (std::size_t i = 0; i < entries.size(); ++i)
        if (entries[i].finding.id == id) return static_cast<int>(i);
    return -1;
}

/// Everything a page's row says.
std::string rowText(const session::Workspace& w, const std::string& id) {
    std::string out;
    for (const StationPage& page : w.pages())
        for (const Row& row : page.rows)
            if (row.id == id)
                for (const Cell& cell : row.cells)
                    for (const Part& part : cell.parts) out += render(part.label) + " " + render(part.value) + part.unit + " | ";
    return out;
}

}  // namespace

TEST_CASE("what an open fact may bring is listed in the window and says how it is found out") {
    Bench b;
    Setup s = b.w().setup();
    s.transmitter.profile.edit().unknown = {anythingOf(*questionOf(Box::Transmitter, "outputLimitPct"))};
    b.w().document().replace(QStringLiteral("x"), s);
    b.planned();
    b.go(Station::Proof);
    const int at = findingAt(b.w(), "hold-value");
    REQUIRE(at >= 0);
    const Finding& open = b.w().entries()[static_cast<std::size_t>(at)].finding;
    CHECK(open.open());
    CHECK(render(open.title).find("Open: ") == 0);
    CHECK(render(open.todo).find("Find out output limit of Halyard 10") == 0);
    // it promises nothing: Ctrl+Enter on it changes nothing
    const Setup before = b.w().setup();
    b.w().selectFinding(at);
    b.act("remedy");
    CHECK(b.w().setup() == before);
    b.w().selectFinding(findingAt(b.w(), "hold-value"));
    b.act("pose");
    CHECK(b.w().pose().on());
    // found out, it is gone
    s.transmitter.profile.edit().unknown.clear();
    b.w().document().replace(QStringLiteral("y"), s);
    b.planned();
    CHECK(findingAt(b.w(), "hold-value") < 0);
}

TEST_CASE("on a controller without a collective range its row holds the transmitter's travel, which is typed there and moves the blade") {
    Bench b;
    b.w().document().replace(QStringLiteral("x"), moveTo(b.w().setup(), khtest::controller("rowlock"), "2026-11-21T10:00:00Z").setup);
    b.planned();
    const char* path = "transmitter.channels.collective.travelHighPct";
    const double was = std::get<double>(readField(b.w().setup(), path)->value);
    CHECK(rowText(b.w(), "collective-range").find("high " + std::to_string(static_cast<int>(was))) != std::string::npos);
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    const auto blade = [&] {
        const ChainModel model(b.w().setup());
        Deck up;
        up.sticks.collective = 1.0;
        return helicopterAt(model.at(up)).bladeDeg[2];
    };
    const double before = blade();
    b.go(Station::Pitch);
    REQUIRE(b.w().goToRow("collective-range", 0));
    b.type(path, QStringLiteral("40"));
    CHECK(std::get<double>(readField(b.w().setup(), path)->value) == 40.0);
    CHECK(blade() < before - 1.0);
}

TEST_CASE("a controller that arms by a channel is set up in the window: channel, what it hears, what the deck then drives") {
    Bench b;
    Setup s = moveTo(b.w().setup(), khtest::controller("logline"), "2026-11-21T10:00:00Z").setup;
    s.transmitter.functionChannels.clear();
    std::erase_if(s.transmitter.functions, [](const SwitchFunction& f) { return f.id == "arming"; });
    b.w().document().replace(QStringLiteral("x"), s);  // it arms by a channel, and nothing arms it
    b.planned();
    REQUIRE(findingAt(b.w(), "arming-missing") >= 0);
    b.go(Station::Radio);
    b.act("take-functions");
    b.planned();
    CHECK(findingAt(b.w(), "arming-missing") < 0);
    CHECK(b.window.message().contains(QStringLiteral("Logline")));
    const std::string told = rowText(b.w(), "arming-switch");
    INFO(told);
    CHECK(told.find(": Arming") != std::string::npos);   // what is heard while its switch is on
    CHECK(told.find(": nothing") != std::string::npos);  // and while it is not
    CHECK(rowText(b.w(), "carrier-arming").find("−100") != std::string::npos);
    // turned round by the pilot: told, and set right by the remedy's key
    REQUIRE(b.w().goToField("transmitter.functionChannels.arming.reversed"));
    CHECK(b.choose(QStringLiteral("rev")));
    b.planned();
    const int at = findingAt(b.w(), "carried.arming");
    REQUIRE(at >= 0);
    CHECK(b.w().entries()[static_cast<std::size_t>(at)].finding.severity == Severity::Danger);
    b.go(Station::Proof);
    b.w().selectFinding(findingAt(b.w(), "carried.arming"));
    b.act("remedy");
    b.planned();
    CHECK(findingAt(b.w(), "carried.arming") < 0);
    CHECK_FALSE(std::get<bool>(readField(b.w().setup(), "transmitter.functionChannels.arming.reversed")->value));
    // nothing is taken twice
    b.act("take-functions");
    CHECK(b.window.message().startsWith(QStringLiteral("Everything that Logline takes")));
    // the switch proof in the window tries it
    const SwitchProof& proof = b.proved();
    CHECK(std::any_of(proof.positions.begin(), proof.positions.end(),
                      [](const PositionRow& r) { return r.disarmed && r.motor == PositionRow::Motor::Off; }));
    CHECK(b.w().trace().now.disarmed);  // as it stands at power-on
    const ThrottleState& state = b.w().evaluation().states.front();
    CHECK(render(state.title) == "Not armed");
    CHECK(state.when == "L3 1");  // the place of the switch that arms
    CHECK(state.highPct == 0.0);  // nothing of what is sent reaches the motor
    CHECK(state.motor == MotorState::Off);
}

TEST_CASE("ends are read and shown in the monitor's own numbers; a monitor of lamps is bracketed") {
    Bench b;
    b.w().document().replace(QStringLiteral("x"), moveTo(b.w().setup(), khtest::controller("sextant"), "2026-11-21T10:00:00Z").setup);
    b.planned();
    b.go(Station::Link);
    CHECK(rowText(b.w(), "channel-aileron").find("2012") != std::string::npos);  // 100 % there
    CHECK(rowText(b.w(), "channel-aileron").find("µs") != std::string::npos);
    const BenchWork& ends = *std::find_if(b.w().stations().solvers().begin(), b.w().stations().solvers().end(),
                                          [](const BenchWork& w) { return std::string_view(w.id) == "endpoints"; });
    SolveDialog dialog(&b.window, b.w(), ends, "aileron");
    auto* high = dialog.findChild<QLineEdit*>(QStringLiteral("aileron.high"));
    REQUIRE(high != nullptr);
    CHECK(high->placeholderText().contains(QStringLiteral("µs")));
    high->setText(QStringLiteral("1960 µs"));
    dialog.findChild<QLineEdit*>(QStringLiteral("aileron.low"))->setText(QStringLiteral("988"));
    const QString answer = dialog.findChild<QLabel*>(QStringLiteral("answer"))->text();
    INFO(answer.toStdString());
    CHECK(answer.contains(QStringLiteral("it will read 20")));  // in the monitor's own µs, near 2012
    CHECK(answer.contains(QStringLiteral("the monitor says 1960 µs")));
    dialog.accept();
    double read = 0.0;
    std::string uncertainty;
    for (const Reading& r : b.w().setup().readings)
        if (r.what == "aileron.high") {
            read = r.value;
            uncertainty = r.uncertainty;
        }
    CHECK(uncertainty == "±1 µs");
    CHECK(read == Approx((1960.0 - 1500.0) / 5.12));
    ReadingsModel readings(b.w());
    bool shown = false;
    for (int row = 0; row < readings.rowCount({}); ++row)
        for (int column = 0; column < readings.columnCount({}); ++column)
            shown = shown || readings.data(readings.index(row, column), Qt::DisplayRole).toString() == QStringLiteral("1960 µs");
    CHECK(shown);
    // lamps
    b.w().document().replace(QStringLiteral("y"), moveTo(b.w().setup(), khtest::controller("rowlock"), "2026-11-21T10:00:00Z").setup);
    CHECK(rowText(b.w(), "channel-rudder").find("centred") != std::string::npos);
    SolveDialog lamps(&b.window, b.w(), ends, "rudder");
    auto* lamp = lamps.findChild<QPushButton*>(QStringLiteral("rudder.high"));
    REQUIRE(lamp != nullptr);
    lamp->click();
    CHECK(lamp->text() == QStringLiteral("short"));
    CHECK(lamps.findChild<QLabel*>(QStringLiteral("answer"))->text().contains(QStringLiteral("Try ")));
    const double before = channelOf(b.w().setup().transmitter, "rudder")->travelHighPct;
    lamps.accept();
    CHECK(channelOf(b.w().setup().transmitter, "rudder")->travelHighPct > before);
    CHECK(b.w().setup().readings.back().unit == kLampUnit);
}

TEST_CASE("a value between a box's steps is marked, and Why says what stands in the box and what that leaves") {
    Bench b;
    Setup s = b.w().setup();
    s.controller.profile.edit().scales = {{"tail-limits", "", 0.1, 0, 0, 1}};
    s.controller.profile.edit().settings = {
        {.id = "tail-limits", .at = SetAt::TelemetryPage, .acts = SetActs::PowerCycled, .low = 0, .high = 15}};
    s.controller.tail.limitLeftPct = 93.0;
    b.w().document().replace(QStringLiteral("x"), s);
    b.planned();
    b.go(Station::Tail);
    REQUIRE(b.w().goToField("controller.tail.limitLeftPct"));
    CHECK(render(b.w().selectedPart()->value) == "≈ 9");
    b.act("why");
    auto* why = b.window.findChild<WhyPanel*>();
    REQUIRE(why != nullptr);
    const QString text = why->lines().join(QLatin1Char('\n'));
    INFO(text.toStdString());
    CHECK(text.contains(QStringLiteral("9.30 wanted, 9 stands in Bosun")));
    CHECK(text.contains(QStringLiteral("acts after switching off and on")));
    CHECK(text.contains(QStringLiteral("left by that: ")));
    // printed, with how the box is set
    std::string sheet;
    for (const SheetPart& part : benchSheet(b.w().setup(), b.w().evaluation()).parts)
        for (const SheetSection& section : part.sections) {
            sheet += render(section.title) + "\n";
            for (const SheetRow& row : section.rows) sheet += render(row.what) + " " + render(row.value) + " " + render(row.machine) + "\n";
        }
    CHECK(
        sheet.find(
            "How this box is set\nTail limits set on a telemetry page of the transmitter, acts after switching off and on, takes 0 … 15") !=
        std::string::npos);
    CHECK(sheet.find("Rounded in this box\nTail limit left 9 ") != std::string::npos);
}

TEST_CASE("where the failsafe is stored decides its row, its steps, its rule and what the sheet asks the transmitter for") {
    struct Case {
        const char* name;
        ReceiverFailsafe receiver;
        bool own;
        const char* finding;
        const char* row;
        const char* step;
    };
    for (const Case& c :
         {Case{"transmitter", ReceiverFailsafe::FromTransmitter, false, "failsafe-missing", "throttle",
               "Store a failsafe for the throttle"},
          Case{"receiver", ReceiverFailsafe::StoredHere, false, "receiver-stores", "stored in it", "Store the failsafe in the receiver"},
          Case{"nowhere", ReceiverFailsafe::HoldsLast, false, "receiver-holds", "holds the last", "stores no failsafe"},
          Case{"controller", ReceiverFailsafe::HoldsLast, true, "controller-failsafe", "stored in it",
               "Store the failsafe in the controller"}}) {
        INFO(c.name);
        Bench b;
        Setup s = b.w().setup();
        for (ChannelSettings& ch : s.transmitter.channels) ch.failsafePct.reset();
        ReceiverProfile& receiver = s.machine.receiver.edit();
        receiver.failsafe = c.receiver;
        receiver.bindGesture = "hold its button";
        receiver.lampWaits = "two blinks";
        receiver.lampBound = "green";
        s.controller.profile.edit().ownFailsafe = c.own;
        b.w().document().replace(QStringLiteral("x"), s);
        b.planned();
        for (const char* id : {"failsafe-missing", "receiver-stores", "receiver-holds", "controller-failsafe"})
            CHECK((findingAt(b.w(), id) >= 0) == (std::string(id) == c.finding));
        const std::string row = rowText(b.w(), "failsafe");
        INFO(row);
        CHECK(row.find(c.row) != std::string::npos);
        std::string steps;
        for (const BenchWork& guide : b.w().stations().guides())
            if (std::string_view(guide.id) == "binding")
                for (const Step& step : guide.steps(s, b.w().evaluation().figures))
                    steps += render(step.todo) + " " + render(step.seen) + "\n";
        INFO(steps);
        CHECK(steps.find(c.step) != std::string::npos);
        for (const char* says : {"hold its button", "two blinks", "green"}) CHECK(steps.find(says) != std::string::npos);
        bool asked = false;
        for (const SheetPart& part : benchSheet(s, b.w().evaluation()).parts)
            if (part.box == Box::Transmitter)
                for (const SheetSection& section : part.sections)
                    for (const Message& column : section.columns) asked = asked || render(column).find("failsafe") != std::string::npos;
        CHECK(asked == (std::string(c.name) == "transmitter"));
    }
}

}  // namespace boxes_tests
