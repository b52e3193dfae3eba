// SPDX-License-Identifier: GPL-3.0-or-later
//
// Machines built in every layout: the facts change together, and the program knows the machine again.
#include "base/conventions.h"
#include "kernel/chain.h"
#include "kernel/helicopter/envelope.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "model/switchroles.h"
#include "procedure/registry.h"
#include "stations/kit/benchwork.h"
#include "stations/swash/swashfigures.h"
#include "stations/swash/swashsolvers.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <set>

namespace layouts_tests {

using namespace kh;
using Catch::Contains;
using khtest::edited;
using khtest::turnstone;

namespace {

Setup built(const Layout& layout) { return builtAs(turnstone(), layout, "2026-11-25T10:00:00Z"); }

/// Machine and controller agree.
Setup matched(const Layout& layout) {
    Setup s = built(layout);
    s.controller.profile.edit().layouts.emplace_back(layout.id);
    s.controller.layout = layout.id;
    return s;
}

}  // namespace

TEST_CASE("a machine built in a layout is known by it, and a controller set so moves it as asked") {
    for (const Layout& layout : layouts()) {
        INFO(layout.id);
        const Setup s = matched(layout);
        REQUIRE(machineLayout(s.machine) == &layout);
        REQUIRE(helicopter(s).servos.size() == layout.azimuthsDeg.size());
        REQUIRE(s.controller.ports.size() == layout.azimuthsDeg.size());
        std::set<std::string> roles;
        for (const PortSettings& p : s.controller.ports) roles.insert(p.role);
        CHECK(roles.size() == s.controller.ports.size());
        const Evaluation e = evaluate(s);
        CHECK(khtest::find(e, "layout") == nullptr);
        CHECK(khtest::find(e, "ports") == nullptr);
        CHECK(e.figures.of<SwashFigures>().rollRatio.value == Approx(1.0).margin(0.01));
        CHECK(e.figures.of<SwashFigures>().pitchRatio.value == Approx(1.0).margin(0.01));
        for (const CoupledMotion& m : e.figures.of<SwashFigures>().coupled) CHECK_FALSE(m.parted);
        CHECK(standingOf(s, "machine.servos.left.azimuthDeg") == Standing::Entered);
        // every other setting on it is told
        for (const Layout& other : layouts()) {
            if (&other == &layout) continue;
            Setup wrong = s;
            wrong.controller.layout = other.id;
            wrong.controller.profile.edit().layouts.emplace_back(other.id);
            INFO("set as " << other.id);
            const Evaluation told = evaluate(wrong);
            const Finding* f = khtest::find(told, "layout");
            REQUIRE(f != nullptr);
            CHECK(khtest::find(evaluate(edited(wrong, f->fix)), "layout") == nullptr);
        }
    }
}

TEST_CASE("a fourth servo comes with the first one's data and a port of its own, and goes again") {
    Setup before = turnstone();
    std::swap(before.controller.ports[1].role, before.controller.ports[2].role);  // plugged the other way round: a fact that stays
    const Setup four = builtAs(before, *findLayout("four at 90°"), "2026-11-25T10:00:00Z");
    REQUIRE(helicopter(four).servos.size() == 4);
    CHECK(helicopter(four).servos[3].id == "fourth");
    CHECK(helicopter(four).servos[3].azimuthDeg == 0.0);
    CHECK(helicopter(four).servos[3].servo == helicopter(before).servos[0].servo);
    CHECK(helicopter(four).servos[3].squareErrorDeg == 0.0);
    REQUIRE(four.controller.ports.size() == 4);
    CHECK(four.controller.ports[3].id == "4");
    CHECK(four.controller.ports[3].role == "fourth");
    CHECK(four.controller.ports[1].role == "right");
    const Setup back = builtAs(four, *findLayout("three at 120°, elevator aft"), "2026-11-25T10:00:00Z");
    CHECK(back.machine == before.machine);
    CHECK(back.controller == before.controller);
    CHECK(back.standings.count("machine.servos.fourth.azimuthDeg") == 0);
    // the servo that stands in no port takes the port whose servo went
    Setup moved = four;
    std::swap(moved.controller.ports[0].role, moved.controller.ports[3].role);
    const Setup three = builtAs(moved, *findLayout("three at 120°, elevator aft"), "2026-11-25T10:00:00Z");
    std::set<std::string> roles;
    for (const PortSettings& p : three.controller.ports) roles.insert(p.role);
    CHECK(roles == std::set<std::string>{"elevator", "left", "right"});
    // a machine without servos gets them all
    Setup bare = turnstone();
    helicopter(bare).servos.clear();
    CHECK(helicopter(builtAs(bare, *findLayout("four at 45°"), "")).servos.size() == 4);
    // a controller with three ports gets no fourth
    Setup small = turnstone();
    small.controller.profile.edit().ports.resize(3);
    CHECK(builtAs(small, *findLayout("four at 45°"), "").controller.ports.size() == 3);
}

TEST_CASE("each ball follows the plate as the fitter reads it back, with mechanical mixing too") {
    for (const Layout& layout : layouts()) {
        INFO(layout.id);
        const Machine m = built(layout).machine;
        const Plane plane{1.7, 0.06, -0.11};
        std::vector<double> heights;
        for (const BallFollow& f : ballFollows(m)) heights.push_back(f.at(plane));
        const Plane again = plateFitter(m).fit(heights);
        CHECK(again.heightMm == Approx(plane.heightMm));
        CHECK(again.forward == Approx(plane.forward));
        CHECK(again.right == Approx(plane.right));
    }
}

TEST_CASE("a mechanical plate: the envelope is cut by one servo at a time, and it is not levelled by heights") {
    Setup s = matched(*findLayout("mechanical"));
    helicopter(s).plate.tiltLimitDeg = 40.0;
    helicopter(s).head.gripLimitDeg = 60.0;
    for (PlateServo& servo : helicopter(s).servos) servo.squareErrorDeg = 0.0;
    const ClearanceRose rose = clearanceRose(s, 0.0, 0.0);
    // forward is the elevator servo's alone, right the aileron's: equal; between them both share, so the plate tilts further
    const auto at = [&](int azimuth) { return rose.points[static_cast<std::size_t>(azimuth / 5)].tiltDeg; };
    CHECK(at(0) == Approx(at(90)).margin(0.03));
    CHECK(sinDeg(at(45)) == Approx(std::min(std::sqrt(2.0) * sinDeg(at(0)), sinDeg(40.0))).margin(0.002));
    Reading r;
    r.what = "level.left";
    r.value = 60.0;
    r.unit = "mm";
    CHECK_THROWS_WITH(solveLinks(s, std::vector{r}), Contains("mechanical"));
}

TEST_CASE("directions lie apart round the circle: 360° is 0°") {
    CHECK(azimuthApartDeg(360.0, 0.0) == 0.0);
    CHECK(azimuthApartDeg(359.75, 0.25) == 0.5);
    CHECK(azimuthApartDeg(0.0, 180.0) == 180.0);
    for (const Layout& layout : layouts()) {
        if (layout.mechanical) continue;
        Setup s = builtAs(turnstone(), layout, "");
        for (PlateServo& servo : helicopter(s).servos)
            if (servo.azimuthDeg == 0.0) servo.azimuthDeg = 360.0;
        INFO(layout.id);
        CHECK(machineLayout(s.machine) == &layout);
    }
}

TEST_CASE("a mode's sign is one whole letter, however many bytes it takes") {
    FlightMode mode;
    mode.id = "normal";
    mode.name = "\xC3\x84rger";
    CHECK(modeLetter(mode, 0) == "\xC3\x84");
    mode.name = "\xE2\x82\xAC";
    CHECK(modeLetter(mode, 0) == "\xE2\x82\xAC");
    CHECK(modeLetter(mode, 2) == "2");
}

}  // namespace layouts_tests
