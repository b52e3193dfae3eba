// SPDX-License-Identifier: GPL-3.0-or-later
//
// Boxes of other laws in the window: what is not known of one, a collective that the transmitter's travel is the range of.
#include "boxes/tenboxes.h"
#include "kernel/helicopter/plant.h"
#include "model/access.h"
#include "model/questions.h"
#include "procedure/move.h"

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

}  // namespace boxes_tests
