// SPDX-License-Identifier: GPL-3.0-or-later
//
// In the window: leads are added, named, parked and taken out; rate mode comes with its school and is told on the deck; gains of roll and
// pitch are typed in the matrix; what the controller is told of its receiver is chosen; what was read after a flight stands in its row.
#include "app/bench.h"
#include "app/deck/deck.h"
#include "app/forms/solvedialog.h"
#include "judge/candidates.h"
#include "model/carried.h"
#include "procedure/registry.h"

#include <catch2/catch.hpp>

namespace told_app_tests {

using namespace kh;
using namespace kh::app;
using namespace khtest;

namespace {

bool finds(Bench& b, const std::string& id) {
    const auto& all = b.w().evaluation().findings;
    return std::any_of(all.begin(), all.end(), [&](const Finding& f) { return f.id == id; });
}

/// A controller that takes gains of roll and pitch, knows kinds of receivers, and lets its throttle through.
void describeBox(Bench& b) {
    Setup s = b.w().setup();
    ControllerProfile& box = s.controller.profile.edit();
    box.takes = {{"roll-gain", 1, 100}, {"pitch-gain", 1, 100}};
    box.receiverKinds = {"one lead", "a lead each"};
    box.axesApart = box.passesThrottle = box.separateSensor = true;
    s.transmitter.profile.edit().channels = 14;
    b.w().document().replace(QStringLiteral("box"), withTakenFunctions(s));
}

}  // namespace

TEST_CASE("a lead is added by Enter in its row, named, found to join supplies, parked, taken out, each one undo") {
    for (const char* model : {"turnstone-470", "gannet-600n"}) {
        INFO(model);
        Bench b{QString::fromLatin1(model)};
        b.go(Station::Link);
        REQUIRE(b.w().goToRow("throttle-lead", 2, 1));
        REQUIRE(b.w().selectedPart()->as<Part::Act>() != nullptr);
        b.window.page()->setFocus();
        b.window.page()->editSelected();
        Bench::settle();
        REQUIRE(b.w().setup().machine.wiring.leads.size() == 1);
        CHECK(b.w().selectedRow()->id == "lead-1");
        CHECK(finds(b, "lead-open.1"));
        b.type("machine.wiring.leads.1.from", QStringLiteral("receiver pack"));
        b.type("machine.wiring.leads.1.to", QStringLiteral("receiver pack"));
        CHECK(b.w().setup().machine.wiring.leads[0].to.empty());  // refused, nothing lost
        CHECK(b.window.message().contains(QStringLiteral("cannot go to itself")));
        b.type("machine.wiring.leads.1.to", QStringLiteral("receiver"));
        CHECK_FALSE(finds(b, "lead-open.1"));
        REQUIRE(b.w().goToField("machine.wiring.leads.1.carries"));
        CHECK(b.choose(QStringLiteral("supply")));
        CHECK(finds(b, "lead-supply.1"));
        REQUIRE(b.w().goToField("machine.wiring.leads.1.parked"));
        CHECK(b.choose(QStringLiteral("parked")));
        CHECK_FALSE(finds(b, "lead-supply.1"));
        b.act("remove-lead");
        CHECK(b.w().setup().machine.wiring.leads.empty());
        b.act("undo");
        CHECK(b.w().setup().machine.wiring.leads.size() == 1);
        REQUIRE(b.w().goToRow("failsafe"));
        b.act("remove-lead");  // of no lead
        CHECK(b.window.message().contains(QStringLiteral("Choose the lead's line")));
        CHECK(b.w().setup().machine.wiring.leads.size() == 1);
    }
}

TEST_CASE("the school of rate mode brings its function in one undo, and the deck tells while its switch is on") {
    Bench b;
    REQUIRE(b.w().goToField("transmitter.schools.rateMode"));
    const int entries = b.w().document().history().count();
    CHECK(b.choose(QStringLiteral("a switch of its own")));
    CHECK(b.w().document().history().count() == entries + 1);
    REQUIRE(b.w().goToField("transmitter.functions.rate-mode.when"));
    CHECK(finds(b, "rate-mode-switch"));
    const std::vector<Condition> free = freePlaces(b.w().setup().transmitter, SwitchKind::Latching);
    REQUIRE_FALSE(free.empty());
    const Term place = free.front().front().front();
    b.type("transmitter.functions.rate-mode.when", QStringLiteral("%1 %2").arg(QString::fromStdString(place.switchId)).arg(place.place));
    CHECK_FALSE(finds(b, "rate-mode-switch"));
    Deck deck = b.w().deck();
    deck.switches[place.switchId] = place.place == 1 ? 2 : 1;
    b.w().setDeck(deck);
    CHECK_FALSE(b.w().rateModeOn());
    deck.switches[place.switchId] = place.place;
    b.w().setDeck(deck);
    CHECK(b.w().rateModeOn());
    b.act("undo");
    b.act("undo");
    CHECK_FALSE(b.w().rateModeOn());
    CHECK(b.w().setup().transmitter.schools.rateMode == RateModeSchool::None);
}

TEST_CASE("gains of roll and pitch are typed in the matrix, read beneath, judged and set right by the remedy's key") {
    for (const char* model : {"turnstone-470", "fulmar-700"}) {
        INFO(model);
        Bench b{QString::fromLatin1(model)};
        describeBox(b);
        b.go(Station::Modes);
        const std::string second = b.w().setup().transmitter.modes[1].id;
        b.type(("transmitter.modes." + second + ".pitchGainPct").c_str(), QStringLiteral("-40"));
        CHECK(b.w().setup().transmitter.modes[1].pitchGainPct == -40.0);
        const std::string id = "head-gain-side.pitch-gain." + second;
        REQUIRE(finds(b, id));
        REQUIRE(b.w().goToRow("head-gain-read", 1, 1));
        CHECK(render(b.w().selectedPart()->label) == "R");
        b.planned();
        b.go(Station::Proof);
        const auto& entries = b.w().entries();
        for (std::size_t i = 0; i < entries.size(); ++i)
            if (entries[i].finding.id == id) b.w().selectFinding(static_cast<int>(i));
        b.act("remedy");
        CHECK_FALSE(finds(b, id));
        CHECK(b.w().setup().transmitter.modes[1].pitchGainPct > 0.0);
        // pitch apart, beside roll
        b.type("controller.banks.1.pitchDegS", QStringLiteral("180"));
        CHECK(b.w().setup().controller.banks.front().pitchDegS == 180.0);
        b.act("undo");
        CHECK_FALSE(b.w().setup().controller.banks.front().pitchDegS);
    }
}

TEST_CASE("what the controller is told of the receiver is chosen among what it knows; a map with a function twice is refused") {
    Bench b;
    describeBox(b);
    b.go(Station::Link);
    REQUIRE(b.w().goToField("controller.receiver.kind"));
    CHECK(b.choose(QStringLiteral("a lead each")));
    CHECK(finds(b, "receiver-kind"));
    b.act("undo");
    CHECK_FALSE(finds(b, "receiver-kind"));
    b.type("controller.receiver.map", QStringLiteral("aileron, aileron"));
    CHECK(b.window.message().contains(QStringLiteral("stands twice")));
    CHECK(b.window.message().contains(QStringLiteral("Channel map")));
    CHECK(b.w().setup().controller.receiver.map.empty());
    REQUIRE(b.w().goToField("controller.governor.direct"));
    REQUIRE(b.w().goToField("machine.sensorLeadFree"));
    CHECK(b.choose(QStringLiteral("lead pulls")));
    CHECK(finds(b, "sensor-lead"));
}

TEST_CASE("what was read after a flight is typed once, judged and stands in its row; a stick of the transmitter's own beside it") {
    Bench b;
    b.go(Station::Power);
    SolveDialog d(&b.window, b.w(), *solverById("after-flight"));
    d.findChild<QLineEdit*>(QStringLiteral("after.motor"))->setText(QStringLiteral("104,6"));
    d.accept();
    Bench::settle();
    CHECK(finds(b, "hot.motor"));
    REQUIRE(b.w().goToRow("after-flight"));
    CHECK(render(b.w().selectedRow()->cells[2].parts[0].value) == "105");
    b.act("undo");
    CHECK_FALSE(finds(b, "hot.motor"));
    b.type("machine.servos.elevator.servo.otherPulseUs", QStringLiteral("760"));
    CHECK(finds(b, "servo-pulse"));
    b.act("undo");
    CHECK_FALSE(finds(b, "servo-pulse"));
    b.type("machine.tail.kitLinkMm", QStringLiteral("20,5"));
    CHECK(finds(b, "kit-length.tail"));
    b.act("undo");
    b.type("transmitter.sticks.rudder.highPct", QStringLiteral("92"));
    CHECK(finds(b, "own-stick.rudder"));
    b.act("undo");
    CHECK_FALSE(finds(b, "own-stick.rudder"));
}

TEST_CASE("the head turned by hand has its places in the chart, which the rest being clear leaves alone") {
    Bench b;
    SolveDialog d(&b.window, b.w(), *solverById("limit"));
    auto* turned = d.findChild<QPushButton*>(QStringLiteral("turn.high"));
    REQUIRE(turned != nullptr);
    CHECK(d.findChild<QPushButton*>(QStringLiteral("turn.mid")) == nullptr);
    d.findChild<QPushButton*>(QStringLiteral("rest-clear"))->click();
    CHECK(turned->property("outcome").toInt() == 0);
    turned->click();
    turned->click();
    CHECK(turned->text() == QStringLiteral("touches at places"));
    d.accept();
    const auto& readings = b.w().setup().readings;
    CHECK(std::any_of(readings.begin(), readings.end(), [](const Reading& r) { return r.what == "buzz.turn.high"; }));
}

}  // namespace told_app_tests
