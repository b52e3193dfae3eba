// SPDX-License-Identifier: GPL-3.0-or-later
//
// Rows that open: by key and by click, their cells edited like any other, found by the palette's way.
#include "app/bench.h"
#include "app/views/planview.h"
#include "procedure/helicopter/guards.h"
#include "procedure/prooftext.h"

namespace subrows_tests {

using namespace khtest;

namespace {

std::vector<std::string> shown(Bench& b) {
    std::vector<std::string> out;
    for (const Row& row : b.w().page().rows) out.push_back(row.id);
    return out;
}
bool shows(Bench& b, const char* row) {
    const auto rows = shown(b);
    return std::find(rows.begin(), rows.end(), row) != rows.end();
}
int frames(Bench& b) {
    int n = 0;
    for (const Item& i : b.window.keel()->items()) n += i.id.startsWith(QStringLiteral("frame-")) ? 1 : 0;
    return n;
}

}  // namespace

TEST_CASE("a row opens and closes by Space and by its mark; the selection stays, the keel does not change") {
    Bench b;
    b.go(Station::Power);
    b.window.page()->setFocus();
    const int before = frames(b);
    CHECK_FALSE(shows(b, "governor-run"));
    b.selectRow("governor", 1);
    b.key(Qt::Key_Space);
    CHECK(shows(b, "governor-run"));
    CHECK(b.w().selectedRow()->id == "governor");
    CHECK(frames(b) == before);
    b.key(Qt::Key_Down);
    CHECK(b.w().selectedRow()->id == "governor-run");
    b.key(Qt::Key_Space);  // from within: closed, and the selection goes to the row it opened from
    CHECK_FALSE(shows(b, "governor-run"));
    CHECK(b.w().selectedRow()->id == "governor");
    b.click(b.window.page(), QStringLiteral("open-head-speed"));
    CHECK(shows(b, "logged-speeds"));
    CHECK(b.window.page()->item(QStringLiteral("open-head-speed"))->value == QStringLiteral("open"));
    b.selectRow("soft-start", 2);
    b.click(b.window.page(), QStringLiteral("open-gear"));  // above the selection: it stays at its row
    CHECK(b.w().selectedRow()->id == "gear");
    b.selectRow("soft-start", 2);
    b.w().document().edit(QStringLiteral("x"), {{"speedController.softStartS", 7.0}});
    CHECK(b.w().selectedRow()->id == "soft-start");
    b.selectRow("protection", 2);
    b.key(Qt::Key_Space);  // a row that opens nothing
    CHECK(b.w().selectedRow()->id == "protection");
}

TEST_CASE("what stands in a sub-row is typed, undone and found like any other cell") {
    Bench b;
    REQUIRE(b.w().goToField("transmitter.modes.idle1.targetRpm"));
    CHECK(b.w().station() == Station::Modes);
    CHECK(b.w().selectedRow()->id == "wanted-speed");
    b.window.page()->setFocus();
    b.key(Qt::Key_Return);
    REQUIRE(b.window.page()->editor() != nullptr);
    b.window.page()->editor()->setText(QStringLiteral("2300"));
    QTest::keyClick(b.window.page()->editor(), Qt::Key_Return);
    Bench::settle();
    CHECK(*b.w().setup().transmitter.modes.at(1).targetRpm == 2300.0);
    b.act("undo");
    CHECK(*b.w().setup().transmitter.modes.at(1).targetRpm != 2300.0);
    // in which modes kill acts, mode by mode
    REQUIRE(b.w().goToField("transmitter.kill.actsIn"));
    CHECK(b.w().selectedRow()->id == "kill-acts");
    const Part part = *b.w().selectedPart();
    b.w().editPart(part, QStringLiteral("no"));
    REQUIRE(b.w().setup().transmitter.kill.actsIn.has_value());
    CHECK(std::count(b.w().setup().transmitter.kill.actsIn->begin(), b.w().setup().transmitter.kill.actsIn->end(),
                     part.as<Part::Acting>()->mode) == 0);
    b.w().editPart(*b.w().selectedPart(), QStringLiteral("yes"));
    CHECK_FALSE(b.w().setup().transmitter.kill.actsIn.has_value());
    // the supply stands in Link, before the first plug
    REQUIRE(b.w().goToField("machine.supply.receiverMaxVolts"));
    CHECK(b.w().station() == Station::Link);
    CHECK(b.w().page().rows.front().id == "supply");
}

TEST_CASE("a step posed before it is taken counts what turns off, and the plan's checks lead to their rows") {
    Bench b(QStringLiteral("dunlin-380"));
    b.act("plan");
    b.planned();
    b.w().repair().select(0);
    b.act("pose");
    REQUIRE(b.w().pose().proofAfterStep() != nullptr);
    std::uint64_t states = 0;
    for (const PositionRow& r : b.w().pose().drawnProof()->positions) states += turnsOff(r, *b.w().pose().proofAfterStep()) ? r.states : 0;
    CHECK(states == 12);
    b.act("pose");
    b.act("pose");
    b.click(b.window.findChild<PlanView*>(), QStringLiteral("see-hold-switch"));
    CHECK(b.w().station() == Station::Radio);
    CHECK(b.w().selectedRow()->id == "hold-switch");
    REQUIRE(b.w().goToRow("power-on"));
    CHECK(b.w().selectedRow()->id == "power-on");
    CHECK_FALSE(b.w().goToRow("no-such-row"));
}

TEST_CASE("the guards ask for what the row needs") {
    Bench b;
    b.go(Station::Pitch);
    b.selectRow("zero-pitch", 1);
    for (const HelicopterGuard g : {kLeadsOff, kBladesOff, kHoldOn}) b.w().guards().tick(g, true);
    b.act("seen");
    CHECK(b.window.message().contains(QStringLiteral("untick blades off")));
    b.w().guards().tick(kBladesOff, false);
    b.act("seen");
    CHECK(b.w().selectedRow()->standing == Standing::Proved);
}

}  // namespace subrows_tests
