// SPDX-License-Identifier: GPL-3.0-or-later
//
// The end of a flight: its table, what is told of an order that is wrong, and the timer that suits.
#include "golden/builds.h"
#include "procedure/helicopter/goeswith.h"
#include "procedure/helicopter/helicoptertables.h"
#include "stations/healing.h"
#include "stations/power/powerfigures.h"

namespace flightends_tests {

using namespace kh;
using namespace khtest;

namespace {

constexpr const char* kVolts = "transmitter.alarms.voltsPerCell";

const EndFigures& endOf(const Figures& figures, FlightEnd what) {
    for (const EndFigures& e : figures.of<PowerFigures>().ends)
        if (e.what == what) return e;
    throw std::logic_error("there is none");
}

/// A document whose capacity and consumption are known.
Setup flying(const Setup& s) {
    return edited(s, {{"machine.power.capacityMah", 3000.0},
                      {"machine.power.loggedMahPerMin", 500.0},
                      {"transmitter.timerMin", 4.5},
                      {"transmitter.schools.end", std::string("timer")},
                      {"speedController.cutOffVoltsPerCell", 3.0}});
}

}  // namespace

TEST_CASE("every build: what ends the flight is six lines in order, each with what is left until the next that is set") {
    std::size_t known = 0;
    for (const NamedSetup& b : triedBuilds()) {
        INFO(b.name);
        const Figures f = evaluate(b.setup).figures;
        const auto& ends = f.of<PowerFigures>().ends;
        if (b.setup.machine.power.kind != PowerKind::Electric) {
            CHECK(ends.empty());
            continue;
        }
        REQUIRE(ends.size() == 6);
        const EndFigures* before = nullptr;
        for (const EndFigures& e : ends) {
            CHECK(e.minutes.known == e.usedMah.known);
            if (!e.minutes.known) continue;
            if (before != nullptr) {
                REQUIRE(before->leftS.known);
                CHECK(before->leftS.value == Approx((e.minutes.value - before->minutes.value) * 60.0));
                CHECK(before->leftMah.value == Approx(e.usedMah.value - before->usedMah.value));
                ++known;
            }
            before = &e;
        }
        if (before != nullptr) CHECK_FALSE(before->leftS.known);
    }
    CHECK(known > 4);
}

TEST_CASE("an alarm that sounds before the timer is told, healed by itself and by the plan; by choice it may end the flight") {
    for (const NamedSetup& b : triedBuilds()) {
        if (b.setup.machine.power.kind != PowerKind::Electric) continue;
        INFO(b.name);
        const Setup right = edited(flying(b.setup), {{kVolts, endOf(evaluate(flying(b.setup)).figures, FlightEnd::Empty).minutes.known
                                                                  ? flightEndOf(flying(b.setup))->endVolts
                                                                  : 3.5}});
        CHECK_FALSE(tells(right, "alarm-early"));
        CHECK_FALSE(tells(right, "alarm-cut-off"));
        const Setup early = edited(right, {{kVolts, flightEndOf(right)->endVolts + 0.25}});
        const Evaluation e = evaluate(early);
        const Finding* f = find(e, "alarm-early");
        REQUIRE(f != nullptr);
        CHECK(f->severity == Severity::Warning);
        heals(early, "alarm-early");
        CHECK_FALSE(tells(edited(early, {{"transmitter.schools.end", std::string("voltage alarm")}}), "alarm-early"));
        CHECK_FALSE(tells(edited(early, {{"machine.power.capacityMah", std::monostate{}}}), "alarm-early"));
    }
}

TEST_CASE("less than a minute from the alarm to power that fades is told; power that fades first is a warning") {
    const Setup s = turnstone();
    CHECK_FALSE(tells(s, "alarm-cut-off"));
    const Setup close = edited(s, {{"speedController.cutOffVoltsPerCell", 3.45}});
    heals(close, "alarm-cut-off");
    const Evaluation gone = evaluate(edited(s, {{"speedController.cutOffVoltsPerCell", 3.55}}));
    REQUIRE(find(gone, "alarm-cut-off") != nullptr);
    CHECK(find(gone, "alarm-cut-off")->severity == Severity::Warning);
    // without a consumption the volts between them speak
    const Setup unknown =
        edited(s, {{"machine.power.loggedMahPerMin", std::monostate{}}, {"machine.power.plannedMahPerMin", std::monostate{}}});
    CHECK_FALSE(tells(unknown, "alarm-cut-off"));
    CHECK(tells(edited(unknown, {{"speedController.cutOffVoltsPerCell", 3.4}}), "alarm-cut-off"));
}

TEST_CASE("the timer that suits leaves a fifth, ends before the alarm, and satisfies what judges it") {
    std::size_t set = 0;
    for (const NamedSetup& b : triedBuilds()) {
        INFO(b.name);
        for (const double volts : {3.3, 3.5, 3.65}) {
            const Setup s = b.setup.machine.power.kind == PowerKind::Electric ? edited(flying(b.setup), {{kVolts, volts}}) : b.setup;
            const Suiting suits = helicopterSuits(s, evaluate(s).figures, "timer", 0);
            if (suits.edits.empty()) {
                CHECK_FALSE(render(suits.why).empty());
                continue;
            }
            const Setup after = edited(s, suits.edits);
            const FlightEndIn ends = *flightEndOf(after);
            CHECK(*ends.timerMin * ends.mahPerMin <= 0.8 * ends.capacityMah + 1e-6);
            CHECK_FALSE(tells(after, "timer-long"));
            if (usedShareAtLoaded(volts, ends.endVolts) * ends.capacityMah / ends.mahPerMin >= 0.5)
                CHECK_FALSE(tells(after, "alarm-early"));
            CHECK(helicopterSuits(after, evaluate(after).figures, "timer", 0).edits.empty());
            ++set;
        }
    }
    CHECK(set > 5);
    const Setup none = edited(turnstone(), {{"machine.power.capacityMah", std::monostate{}}});
    CHECK(render(helicopterSuits(none, evaluate(none).figures, "timer", 0).why).find("capacity") != std::string::npos);
}

TEST_CASE("an engine has no pack that ends its flight, whatever capacity and consumption stand there") {
    std::size_t engines = 0;
    for (const NamedSetup& b : triedBuilds()) {
        if (b.setup.machine.power.kind != PowerKind::Engine) continue;
        INFO(b.name);
        const Setup s = edited(b.setup, {{"machine.power.capacityMah", 2000.0},
                                         {"machine.power.loggedMahPerMin", 500.0},
                                         {"transmitter.timerMin", 60.0},
                                         {kVolts, 3.6}});
        CHECK_FALSE(tells(s, "timer-long"));
        CHECK_FALSE(tells(s, "alarm-early"));
        CHECK(evaluate(s).figures.of<PowerFigures>().ends.empty());
        ++engines;
    }
    CHECK(engines > 0);
}

TEST_CASE("the report lists the end of the flight and what is flown, line by line") {
    const Setup s = turnstone();
    const auto tables = helicopterTables(s, evaluate(s).figures);
    REQUIRE(tables.size() == 2);
    CHECK(std::string(tables[0].id) == "flight-end");
    REQUIRE(tables[0].lines.size() == 6);
    CHECK(render(tables[0].lines[1].name) == "Timer ends");
    CHECK(tables[0].lines[1].figures.front().second.value == 5.0);
    CHECK(std::string(tables[1].id) == "flown");
    CHECK(tables[1].lines.size() == evaluate(s).figures.modes.size() * 3);  // three banks on one switch
}

}  // namespace flightends_tests
