// SPDX-License-Identifier: GPL-3.0-or-later
//
// Banks in the modes matrix: each mode's column shows and edits the bank that is on in it.
#include "app/bench.h"

namespace matrix_banks_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;

namespace {

const Row& row(Bench& b, const char* id) {
    Bench::settle();
    for (const Row& r : b.w().page().rows)
        if (r.id == id) return r;
    FAIL("no row " << id);
    return b.w().page().rows.front();
}

}  // namespace

TEST_CASE("a bank switch of its own leaves every mode on the power-on bank: one merged cell") {
    Bench b;
    b.go(Station::Modes);
    const Row& r = row(b, "agility-roll");
    CHECK(r.cells.front().span == static_cast<int>(r.cells.size()));
    for (const Cell& c : r.cells) CHECK(c.parts[0].field() == "controller.banks.1.rollPitchDegS");
}

TEST_CASE("banks on the mode switch give each mode its own °/s, and an edit goes to that bank") {
    Bench b;
    Setup s = b.w().setup();
    for (SwitchFunction& f : s.transmitter.functions) {
        if (f.id == "bank-2") f.when = {{{"L1", 2, ""}}};
        if (f.id == "bank-3") f.when = {{{"L1", 3, ""}}};
    }
    b.w().document().replace(QStringLiteral("banks with the modes"), s);
    b.go(Station::Modes);
    const Row r = row(b, "agility-roll");
    CHECK(r.cells[0].parts[0].field() == "controller.banks.1.rollPitchDegS");
    CHECK(r.cells[1].parts[0].field() == "controller.banks.2.rollPitchDegS");
    CHECK(r.cells[2].parts[0].field() == "controller.banks.3.rollPitchDegS");
    CHECK(r.cells[1].parts[1].field() == "controller.banks.2.rudderDegS");
    b.w().editPart(r.cells[2].parts[0], QStringLiteral("420"));
    CHECK(b.w().setup().controller.banks[2].rollPitchDegS == 420.0);
    CHECK(b.w().setup().controller.banks[0].rollPitchDegS == 200.0);
    b.act("undo");
    CHECK(b.w().setup().controller.banks[2].rollPitchDegS == 300.0);
}

}  // namespace matrix_banks_tests
