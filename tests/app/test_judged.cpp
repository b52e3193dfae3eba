// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the core judges of tail, readings, supply and an armed hold, through the window: torn rows, posed traces, remedies by key.
#include "app/bench.h"
#include "judge/dependencies.h"
#include "model/conditions.h"
#include "model/gyro.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/tailways.h"
#include "procedure/aircraft.h"
#include "text/words.h"

namespace judged_tests {

using namespace kh;
using namespace kh::app;
using namespace khtest;

namespace {

constexpr std::array kModels{"turnstone-470", "fulmar-700", "gannet-600n", "dunlin-380"};

const Finding* findingOf(Bench& b, const std::string& id) {
    const auto& all = b.w().evaluation().findings;
    const auto f = std::find_if(all.begin(), all.end(), [&](const Finding& x) { return x.id == id; });
    return f == all.end() ? nullptr : &*f;
}

/// Sees the finding tear its row, chooses it in Proof and takes what is offered there.
void mend(Bench& b, const std::string& id) {
    b.planned();
    const Finding* f = findingOf(b, id);
    INFO(id);
    REQUIRE(f != nullptr);
    const auto at = static_cast<int>(f - b.w().evaluation().findings.data());
    REQUIRE(b.w().goToRow(f->row, 1));
    Bench::settle();
    REQUIRE(b.w().selectedRow() != nullptr);
    CHECK(b.w().selectedRow()->broken == (f->severity == Severity::Danger));
    b.go(Station::Proof);
    b.w().selectFinding(at);
    b.act("remedy");
    b.planned();
    CHECK(findingOf(b, id) == nullptr);
}

void read(Bench& b, const std::string& what, double value, const char* unit) {
    Setup s = b.w().setup();
    s.readings.push_back({"j" + std::to_string(s.readings.size()), what, value, unit, "", "by eye", "", settingsInForce(s, what)});
    b.w().document().replace(QStringLiteral("reading"), s);
    b.planned();
}

}  // namespace

TEST_CASE("on every machine a reversed gyro under a perfect stick tears its row, is posed on the trace, and is mended by one key") {
    for (const char* model : kModels) {
        Bench b(QString::fromLatin1(model));
        INFO(model);
        const std::size_t dangers = b.w().evaluation().count(Severity::Danger);
        const ControllerSettings& fc = b.w().setup().controller;
        // with one direction in the box the transmitter undoes it, with two the controller's rudder direction
        const bool one = fc.profile->oneTailDirection;
        b.w().document().edit(QStringLiteral("twice"),
                              {{"controller.tail.reversed", !fc.tail.reversed},
                               one ? Edit{"transmitter.channels.rudder.reversed", !channelOf(b.w().setup().transmitter, "rudder")->reversed}
                                   : Edit{"controller.directions.rudderReversed", !fc.directions.rudderReversed}});
        b.planned();
        REQUIRE(findingOf(b, "gyro-sense.yaw") != nullptr);
        b.go(Station::Sensors);
        b.selectRow("yaw-sense", 1);
        CHECK(b.w().selectedRow()->broken);
        b.act("pose");
        const Item* pitch = b.window.deck()->item(QStringLiteral("stage-tail-pitch"));
        REQUIRE(pitch != nullptr);
        b.act("pose");
        if (one) b.act("take-typed");  // two mistakes: channel and servo
        else mend(b, "gyro-sense.yaw");
        b.planned();
        CHECK(yawGyroWay(b.w().setup()) > 0.0);
        CHECK(rudderStickWay(b.w().setup()) > 0.0);
        CHECK_FALSE(b.w().setup().controller.gyro.yawReversed);
        CHECK(b.w().evaluation().count(Severity::Danger) == dangers);
        b.act("undo");
        CHECK(yawGyroWay(b.w().setup()) < 0.0);
    }
}

TEST_CASE("readings of the tail and the gain tear their rows in the window and are mended there") {
    for (const char* model : kModels) {
        INFO(model);
        Bench b(QString::fromLatin1(model));
        read(b, "tail.bind.left", b.w().setup().controller.tail.limitLeftPct - 3.0, "%");
        mend(b, "tail-bind.left");
        const FlightMode m = b.w().setup().transmitter.modes[1];
        read(b, "gain." + m.id + ".oscillating", std::floor(std::abs(b.w().evaluation().figures.mode(m.id)->gainRead.value)), "%");
        mend(b, "gain-oscillates." + m.id);
    }
}

TEST_CASE("an armed hold that drives the rotor is no idle in any drawing, and the bar asks for kill") {
    for (const char* model : {"turnstone-470", "fulmar-700", "dunlin-380"}) {
        INFO(model);
        Bench b(QString::fromLatin1(model));
        CHECK(shownItem(b.window.topBar(), QStringLiteral("guard-2"))->name == QStringLiteral("hold on"));
        b.w().document().edit(QStringLiteral("bail-out"),
                              {{"transmitter.schools.hold", std::string("bail-out")}, {"transmitter.hold.throttlePct", 45.0}});
        b.planned();
        CHECK(shownItem(b.window.topBar(), QStringLiteral("guard-2"))->name == QStringLiteral("kill on"));
        REQUIRE(findingOf(b, "hold-bail-out") != nullptr);
        for (const ModeFigures& m : b.w().evaluation().figures.modes)
            if (m.id != kHoldMode) CHECK(m.held == MotorState::MayRun);
        for (const ThrottleState& s : b.w().evaluation().states)
            if (s.id == kHoldMode) CHECK(s.motor == MotorState::MayRun);
        mend(b, "hold-bail-out");
        for (const ThrottleState& s : b.w().evaluation().states)
            if (s.id == kHoldMode) CHECK(s.motor != MotorState::MayRun);
    }
}

TEST_CASE("under a supply that is not settled nothing is typed: the plan begins with it, and taking all typed steps takes none") {
    for (const char* model : kModels) {
        INFO(model);
        Bench b(QString::fromLatin1(model));
        b.w().document().edit(QStringLiteral("supply"), {{"machine.supply.volts", 12.6}, {"controller.rateHz", 50.0}});
        b.w().document().edit(QStringLiteral("mistake"), {{"transmitter.modelType", std::string("aeroplane")}});
        b.planned();
        const Plan& plan = b.w().repair().plan();
        REQUIRE(plan.steps.size() >= 2);
        CHECK(plan.steps.front().edits.front().path == "machine.supply.volts");
        CHECK(plan.steps.front().byHand);
        CHECK(plan.typedNow() == 0);
        const Setup before = b.w().setup();
        b.w().enter(session::kPlanView);
        b.act("take-typed");
        CHECK(b.w().setup() == before);
        CHECK(b.window.message().contains(QStringLiteral("by hand")));
    }
}

TEST_CASE("curves, places, rescue and the gain channel are mended by one key in the window, what is a choice is left alone") {
    for (const char* model : kModels) {
        INFO(model);
        Bench b(QString::fromLatin1(model));
        const bool engine = b.w().setup().machine.power.kind == PowerKind::Engine;
        const auto wrong = [&](const std::vector<Edit>& edits) { b.w().document().edit(QStringLiteral("mistake"), edits); };
        wrong({{"transmitter.channels.gain.subTrimPct", channelOf(b.w().setup().transmitter, "gain")->subTrimPct + 9.0}});
        mend(b, "centre.gain");
        wrong({{"transmitter.kill.when", b.w().setup().transmitter.modes[2].when}});
        mend(b, "place-used.kill");
        CHECK(b.w().setup().transmitter.kill.when != b.w().setup().transmitter.modes[2].when);
        wrong({{"transmitter.functions.rescue.when", Condition{{conditionOf(b.w().setup().transmitter, "rescue")->front().front()}}}});
        mend(b, "rescue-in-hold");
        if (engine) {
            wrong({{"transmitter.modes.idle1.throttle", flatCurve(75, 5)}});
            mend(b, "engine-flat.idle1");
            CHECK_FALSE(isFlat(b.w().setup().transmitter.modes[1].throttle));
        }
        // rate mode typed on a switch of its own: noted, and the plan has nothing to do for it
        b.planned();
        const std::size_t steps = b.w().repair().plan().steps.size();
        wrong({{"transmitter.functions.gain-2.when", Condition{{{"L3", 2, ""}}}}, {"transmitter.functions.gain-2.sentPct", -30.0}});
        b.planned();
        REQUIRE(findingOf(b, "gain-step.gain-2") != nullptr);
        CHECK(findingOf(b, "gain-step.gain-2")->severity == Severity::Note);
        CHECK(b.w().repair().plan().steps.size() == steps);
    }
}

TEST_CASE("an engine's page and sheet speak of no pack, and its steps of blades that are on") {
    for (const char* model : kModels) {
        INFO(model);
        Bench b(QString::fromLatin1(model));
        const bool engine = b.w().setup().machine.power.kind == PowerKind::Engine;
        b.go(Station::Power);
        QStringList titles;
        for (const Row& row : b.w().page().rows) titles << words(row.title);
        CHECK(titles.contains(QStringLiteral("Pole pairs")) != engine);
        CHECK(titles.contains(QStringLiteral("Engine")) == engine);
        REQUIRE(b.w().goToRow("first-power", 2));
        const BenchNeed need = aircraftEntry(b.w().setup()).guards(b.w().setup()).of(Station::Power, "first-power");
        CHECK((need[1] == Need::No) == engine);
    }
}

}  // namespace judged_tests
