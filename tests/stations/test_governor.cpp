// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speeds read in the modes, and the throttle each wanted speed needs.
#include "base/error.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace governor_tests {

using namespace kh;
using khtest::turnstone;

namespace {

Reading speed(const FlightMode& mode, double rpm) { return {"", "speed." + mode.id, rpm, "rpm", "", "", "", {}}; }

/// Modes with flat curves, and a machine that turns 23 rpm per percent above 500.
Setup flat() {
    Setup s = turnstone();
    s.speedController.calibration.clear();
    double at = 60.0;
    for (FlightMode& m : s.transmitter.modes) {
        m.throttle = khtest::curveOf({at, at, at});
        at += 10.0;
    }
    return s;
}
double turns(double throttle) { return 500.0 + 23.0 * throttle; }

const BenchWork& governor() { return *solverById("governor"); }

}  // namespace

TEST_CASE("wanted speeds get the throttle of the line through what was read, within half a percent") {
    Setup s = flat();
    auto& modes = s.transmitter.modes;
    modes[0].targetRpm = 1950.0;
    modes[1].targetRpm = 2200.0;
    modes[2].targetRpm = 2431.0;
    const std::vector<Reading> read{speed(modes[0], turns(60)), speed(modes[1], turns(70)), speed(modes[2], turns(80))};
    const Solved out = solveRound(s, governor(), read);
    REQUIRE(out.answers.size() == 3);
    for (std::size_t i = 0; i < 3; ++i) {
        CHECK(std::abs(turns(out.answers[i].value) - *modes[i].targetRpm) <= 23.0 * 0.25 + 1e-6);
        CHECK(out.answers[i].expect == Approx(turns(out.answers[i].value)));
    }
    const Setup after = takenOver(s, out, read, "2027-01-01T10:00:00");
    for (const CurvePoint& p : after.transmitter.modes[1].throttle.points) CHECK(p.y == out.answers[1].value);
    CHECK(after.readings.size() == s.readings.size() + 3);
}

TEST_CASE("one point, a line that does not rise, a speed above the blades and one out of reach are told in words") {
    Setup s = flat();
    auto& modes = s.transmitter.modes;
    for (FlightMode& m : modes) m.targetRpm.reset();
    CHECK_THROWS_WITH(solveRound(s, governor(), std::vector<Reading>{}), Catch::Contains("wanted head speed"));
    modes[0].targetRpm = 1950.0;
    CHECK_THROWS_WITH(solveRound(s, governor(), std::vector<Reading>{speed(modes[0], 1880)}), Catch::Contains("points"));
    CHECK_THROWS_WITH(solveRound(s, governor(), std::vector<Reading>{speed(modes[0], 2100), speed(modes[1], 1900)}),
                      Catch::Contains("points"));
    CHECK_THROWS_WITH(solveRound(s, governor(), std::vector<Reading>{speed(modes[0], -5)}), Catch::Contains("speed." + modes[0].id));
    const std::vector<Reading> read{speed(modes[0], turns(60)), speed(modes[1], turns(70))};
    const auto limit = readField(s, "machine.rotor.bladeMaxRpm");
    const double most = std::get<double>(limit->value);
    modes[0].targetRpm = most + 1.0;
    Solved out = solveRound(s, governor(), read);
    CHECK(out.answers.empty());
    REQUIRE(out.remarks.size() == 1);
    CHECK(render(out.remarks[0]).find("above the blades") != std::string::npos);
    writeField(s, "machine.rotor.bladeMaxRpm", 8000.0);
    modes[0].targetRpm = 3000.0;  // 108.7 %
    out = solveRound(s, governor(), read);
    CHECK(out.answers.empty());
    CHECK(render(out.remarks[0]).find("out of reach") != std::string::npos);
    // a curve that follows the stick says nothing of one throttle, and is not flattened
    modes[0].targetRpm = 1950.0;
    modes[2].targetRpm = 2000.0;
    modes[2].throttle = khtest::curveOf({40, 60, 80});
    std::vector<Reading> more = read;
    more.push_back(speed(modes[2], 1900));
    out = solveRound(s, governor(), more);
    REQUIRE(out.answers.size() == 2);
    CHECK(out.answers[1].edits.empty());
    CHECK(render(out.remarks[0]).find("not flat") != std::string::npos);
    CHECK(solverOfRow("head-speed").solver == &governor());
}

TEST_CASE("an odd number of magnets is told, with what it probably means, and healed by the count of the pairs") {
    for (const double poles : {3.0, 7.0, 13.0, 59.0}) {
        Setup s = turnstone();
        writeField(s, "machine.power.poles", poles);
        const Evaluation e = evaluate(s);
        const Finding* f = khtest::find(e, "odd-poles");
        REQUIRE(f != nullptr);
        CHECK(render(f->todo).find(render(num(2.0 * poles))) != std::string::npos);
        REQUIRE(f->fix.size() == 1);
        const Setup after = withEdits(s, f->fix, Standing::Entered, "2027-01-01T10:00:00");
        CHECK(khtest::find(evaluate(after), "odd-poles") == nullptr);
    }
    CHECK(khtest::find(evaluate(turnstone()), "odd-poles") == nullptr);
    Setup engine = khtest::gannet();
    CHECK(khtest::find(evaluate(engine), "odd-poles") == nullptr);
}

}  // namespace governor_tests
