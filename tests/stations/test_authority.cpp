// SPDX-License-Identifier: GPL-3.0-or-later
//
// Whether the tail can hold, over builds of both rotations: what the estimate rests on, and what it accuses.
#include "golden/builds.h"
#include "model/helicopter/helicopter.h"
#include "stations/healing.h"
#include "stations/tail/tailfigures.h"

namespace authority_tests {

using namespace kh;
using namespace khtest;

TEST_CASE("a tail that is far too small is told in every mode, on either rotation, and no sound machine is accused") {
    std::size_t small = 0;
    for (const NamedSetup& b : triedBuilds()) {
        if (!tailBladesTurn(b.setup)) continue;
        const TailFigures f = evaluate(b.setup).figures.of<TailFigures>();
        if (f.modes.empty() || !f.modes.front().needDeg.known || f.modes.front().endDeg <= 0.0) continue;
        if (helicopter(b.setup).tail.discM < 0.15) continue;  // no smaller one can be entered
        INFO(b.name);
        const Setup tiny = edited(b.setup, {{"machine.tail.discM", std::max(0.05, 0.38 * helicopter(b.setup).tail.discM)}});
        CHECK(tells(tiny, "tail-authority." + b.setup.transmitter.modes.front().id));
        ++small;
    }
    CHECK(small > 10);
    for (const Setup* s : {&turnstone(), &fulmar(), &gannet()}) {
        CHECK_FALSE(tells(*s, "tail-authority.normal"));
        CHECK_FALSE(tells(*s, "tail-other-way"));
    }
}

TEST_CASE("thin air moves hover and tail alike; wind and the drive's power move what is left") {
    const auto at = [](const std::vector<Edit>& edits) {
        return evaluate(edits.empty() ? turnstone() : edited(turnstone(), edits)).figures;
    };
    const Figures now = at({}), thin = at({{"machine.air.temperatureC", 35.0}, {"machine.air.heightM", 1500.0}});
    CHECK(thin.modes.front().hoverPitch.value > now.modes.front().hoverPitch.value);
    CHECK(thin.of<TailFigures>().modes.front().hoverDeg.value == Approx(now.of<TailFigures>().modes.front().hoverDeg.value).margin(1.0));
    const ModeTail tail = now.of<TailFigures>().modes.front();
    REQUIRE(tail.needDeg.band.has_value());
    CHECK((*tail.needDeg.band)[0] < (*tail.needDeg.band)[1]);
    const ModeTail still = at({{"machine.air.sideWindMs", 0.0}}).of<TailFigures>().modes.front();
    CHECK(still.marginDeg.value > tail.marginDeg.value);
    CHECK(still.needDeg.value == Approx(tail.needDeg.value));
    const ModeTail strong = at({{"machine.power.mostPowerW", 9000.0}}).of<TailFigures>().modes.front();
    CHECK((*strong.needDeg.band)[1] > (*tail.needDeg.band)[1]);
}

TEST_CASE("an air that is none is refused in its field's name") {
    CHECK_THROWS_WITH(edited(turnstone(), {{"machine.air.temperatureC", 80.0}}), Catch::Contains("machine.air.temperatureC"));
    CHECK_THROWS_WITH(edited(turnstone(), {{"machine.air.heightM", 9000.0}}), Catch::Contains("machine.air.heightM"));
}

TEST_CASE("the other way must go past flat") {
    const Setup short_ = edited(turnstone(), {{"controller.tail.limitLeftPct", 30.0}});
    CHECK(tells(short_, "tail-other-way"));
    CHECK(tells(edited(turnstone(), {{"controller.tail.limitLeftPct", 5.0}}), "tail-other-way"));  // it does not even reach flat
    CHECK_FALSE(
        tells(edited(turnstone(), {{"machine.tail.crankTurnsOver", !helicopter(turnstone()).tail.crankTurnsOver}}), "tail-other-way"));
}

}  // namespace authority_tests
