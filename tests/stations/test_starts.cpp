// SPDX-License-Identifier: GPL-3.0-or-later
//
// Power over every build: what a start passes, electrical turns, signal, supply, alarms; its guides; voltages that are read.
#include "base/error.h"
#include "formula/spool.h"
#include "golden/builds.h"
#include "judge/dependencies.h"
#include "model/helicopter/helicopter.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "solving.h"
#include "stations/power/powerfigures.h"

#include <catch2/catch.hpp>

namespace starts_tests {

using namespace kh;
using namespace khtest;

namespace {

Reading volts(const Setup& s, const char* what, double value) { return {"", what, value, "V", "", "", "", settingsInForce(s, what)}; }

Setup withVolts(Setup s, double rest, double stirred, double tail) {
    int n = 900;
    for (const auto& [what, v] : {std::pair("supply.rest", rest), std::pair("supply.stirred", stirred), std::pair("supply.tail", tail)}) {
        s.readings.push_back(volts(s, what, v));
        s.readings.back().id = "v" + std::to_string(n++);
    }
    return s;
}

std::string remarks(const char* solver, const Setup& s, const std::vector<Reading>& readings) {
    return khtest::remarks(solveRound(s, *solverById(solver), readings));
}

/// Every point of every mode's start lies within what the blades bear, unless the audit says that it does not.
void checkStarts(const Setup& s, const std::string& name, std::size_t& tried) {
    const auto& limit = helicopter(s).rotor.bladeMaxRpm;
    if (!limit) return;
    const Evaluation e = evaluate(s);
    bool told = find(e, "blade-limit") != nullptr;
    for (const Finding& f : e.findings) told = told || f.id.starts_with("start-over-limit");
    for (const ModePower& m : e.figures.of<PowerFigures>().modes) {
        if (!m.spoolUp) continue;
        double most = 0.0;
        for (const SpoolPoint& p : spoolUp(*m.spoolUp)) most = std::max(most, p.rpm);
        INFO(name << " " << m.id << ": " << most << " of " << *limit);
        CHECK((told || most <= *limit + 1e-9));
        ++tried;
    }
}

}  // namespace

TEST_CASE("no start of an accepted setting passes what the blades bear, over all builds and settings") {
    std::size_t tried = 0;
    for (const NamedSetup& b : triedBuilds()) checkStarts(b.setup, b.name, tried);
    Dice dice(20261127);
    std::size_t accepted = 0;
    for (int i = 0; i < (khtest::triesAll() ? 400 : 40); ++i) {
        Setup s = i % 3 == 0 ? fulmar() : turnstone();
        s.controller.governor.kind = dice.coin() ? GovernorKind::Internal : GovernorKind::Off;
        s.speedController.control = s.controller.governor.kind == GovernorKind::Internal ? SpeedControl::Direct : SpeedControl::Governor;
        s.controller.governor.poleCount = dice.coin() ? 5.0 : 10.0;
        s.controller.governor.runUpS = dice.between(0.0, 12.0);
        s.controller.governor.bailOutS = dice.between(0.0, 6.0);
        s.speedController.softStartS = dice.between(0.0, 12.0);
        if (dice.coin()) s.speedController.bailOutS = dice.between(0.0, 6.0);
        if (dice.coin()) s.speedController.bailOutWithinS = dice.between(1.0, 10.0);
        helicopter(s).rotor.bladeMaxRpm = dice.between(1800.0, 3200.0);
        for (FlightMode& m : s.transmitter.modes)
            if (m.targetRpm) m.targetRpm = dice.between(1400.0, 3000.0);
        checkStarts(s, "dice " + std::to_string(i), tried);
        const Evaluation e = evaluate(s);
        if (find(e, "blade-limit") == nullptr) ++accepted;
    }
    CHECK(tried > 3 * khtest::triedBuilds().size());
    CHECK(accepted > (khtest::triesAll() ? 50 : 4));  // the property is not empty
}

TEST_CASE("a quick bail-out just below the blade limit is told, and its remedy heals it") {
    Setup s = turnstone();
    const double fastest = [&] {
        double most = 0.0;
        for (const Evaluation sound = evaluate(s); const ModePower& m : sound.figures.of<PowerFigures>().modes)
            if (m.spoolUp) most = std::max(most, m.spoolUp->rpm);
        return most;
    }();
    helicopter(s).rotor.bladeMaxRpm = fastest * 1.02;
    CHECK(find(evaluate(s), "start-over-limit.idle2") == nullptr);
    s.speedController.bailOutS = 1.5;
    const Evaluation e = evaluate(s);
    const Finding* f = find(e, "start-over-limit.idle2");
    REQUIRE(f != nullptr);
    CHECK(f->severity == Severity::Danger);
    const Evaluation after = evaluate(withEdits(s, f->fix, Standing::Computed, "2027-01-01T10:00:00Z"));
    CHECK(find(after, "start-over-limit.idle2") == nullptr);
    CHECK(after.count(Severity::Danger) == 0);
}

TEST_CASE("electrical turns beyond what the speed controller follows are told") {
    Setup s = turnstone();
    const Evaluation e = evaluate(s);
    const double turns = khtest::ofMode<PowerFigures>(e.figures, "idle2").electricalRpm.value;
    CHECK(turns == Approx(std::max(*s.transmitter.modes[2].targetRpm, e.figures.mode("idle2")->headRpm.value) * 8.0 * 5.0));
    s.speedController.profile.edit().maxElectricalRpm = turns * 1.01;
    CHECK(find(evaluate(s), "electrical-turns") == nullptr);
    s.speedController.profile.edit().maxElectricalRpm = turns * 0.99;
    const Evaluation over = evaluate(s);
    REQUIRE(find(over, "electrical-turns") != nullptr);
    CHECK(render(find(over, "electrical-turns")->found).find("Idle-up 2") != std::string::npos);
}

TEST_CASE("a governor is not enabled before its rpm signal was seen; marked, it is believed until it is set anew") {
    Setup s = turnstone();
    s.speedController.control = SpeedControl::Direct;
    s.controller.governor.kind = GovernorKind::Internal;
    s.controller.governor.ratio = 8.0;
    REQUIRE(find(evaluate(s), "rpm-signal") != nullptr);
    s.standings["rows.governor-signal"] = {Standing::Proved, "", "", "", 1000};
    CHECK(find(evaluate(s), "rpm-signal") == nullptr);
    s.standings["controller.governor.kind"] = {Standing::Entered, "", "", "", 1001};
    CHECK(find(evaluate(s), "rpm-signal") != nullptr);
}

TEST_CASE("a supply that gives way is told until it was made stronger, and a sound one is silent") {
    CHECK(find(evaluate(turnstone()), "supply-dip") == nullptr);
    const Setup bad = withVolts(turnstone(), 8.0, 7.4, 7.6);
    const Evaluation e = evaluate(bad);
    const Finding* f = find(e, "supply-dip");
    REQUIRE(f != nullptr);
    CHECK(f->severity == Severity::Danger);
    REQUIRE_FALSE(f->fix.empty());
    CHECK(find(evaluate(withEdits(bad, f->fix, Standing::Entered, "2027-01-01T10:00:00Z")), "supply-dip") == nullptr);
    CHECK(find(evaluate(withVolts(turnstone(), 8.0, 7.8, 7.3)), "supply-dip") != nullptr);  // the tail alone
    CHECK(find(evaluate(withVolts(turnstone(), 5.3, 4.95, 5.1)), "supply-dip") != nullptr);
    // read again without the tail: the tail of the round before is past
    Setup again = withVolts(turnstone(), 8.0, 7.8, 7.3);
    for (const char* what : {"supply.rest", "supply.stirred"}) {
        again.readings.push_back(volts(again, what, 8.0));
        again.readings.back().id = what;
    }
    CHECK(find(evaluate(again), "supply-dip") == nullptr);
    const Setup& s = turnstone();
    CHECK(remarks("supply-dip", s, {volts(s, "supply.rest", 8.0), volts(s, "supply.stirred", 7.2)}).find("do not fly") !=
          std::string::npos);
    CHECK_THROWS_WITH(solveRound(s, *solverById("supply-dip"), std::vector<Reading>{volts(s, "supply.rest", 8.0)}),
                      Catch::Contains("supply.stirred"));
    CHECK_THROWS_WITH(
        solveRound(s, *solverById("supply-dip"), std::vector<Reading>{volts(s, "supply.rest", 80.0), volts(s, "supply.stirred", 7.0)}),
        Catch::Contains("supply.rest"));
}

TEST_CASE("a pack is judged at connection by its own full voltage, cells and spread") {
    Setup s = turnstone();
    const auto pack = [&](double v) { return std::vector<Reading>{volts(s, "pack.volts", v)}; };
    CHECK(remarks("pack", s, pack(25.2)).find("It is charged") != std::string::npos);
    CHECK(remarks("pack", s, pack(24.0)).find("has been used") != std::string::npos);
    s.machine.power.fullVoltsPerCell = 4.35;
    CHECK(remarks("pack", s, pack(25.2)).find("has been used") != std::string::npos);
    auto spread = pack(25.2);
    spread.push_back(volts(s, "pack.lowestCell", 4.10));
    spread.push_back(volts(s, "pack.highestCell", 4.21));
    CHECK(remarks("pack", s, spread).find("do not fly") != std::string::npos);
    spread.back().value = 4.05;
    CHECK_THROWS_WITH(solveRound(s, *solverById("pack"), spread), Catch::Contains("wrong way round"));
    CHECK_THROWS_WITH(solveRound(s, *solverById("pack"), pack(12.6)), Catch::Contains("count the cells"));
    CHECK_THROWS_WITH(solveRound(gannet(), *solverById("pack"), pack(12.6)), Catch::Contains("engine"));
}

TEST_CASE("timer and alarm on used charge agree, or it is told and brought to agree") {
    Setup s = turnstone();
    s.machine.power.loggedMahPerMin = 500.0;
    s.transmitter.timerMin = 5.0;
    s.transmitter.alarms.usedMah = 2500.0;
    CHECK(find(evaluate(s), "alarms-agree") == nullptr);
    s.transmitter.alarms.usedMah = 1200.0;
    const Evaluation e = evaluate(s);
    const Finding* f = find(e, "alarms-agree");
    REQUIRE(f != nullptr);
    CHECK(find(evaluate(withEdits(s, f->fix, Standing::Computed, "2027-01-01T10:00:00Z")), "alarms-agree") == nullptr);
}

TEST_CASE("the estimate of the minutes is a band, and the log's stands beside it") {
    Setup s = turnstone();
    s.machine.power.loggedMahPerMin = 400.0;
    const Figures f = evaluate(s).figures;
    REQUIRE(f.of<PowerFigures>().enduranceMin.band.has_value());
    CHECK((*f.of<PowerFigures>().enduranceMin.band)[0] < (*f.of<PowerFigures>().enduranceMin.band)[1]);
    for (const StationPage& page : ledger(s, evaluate(s)))
        for (const Row& row : page.rows)
            if (row.id == "endurance") {
                REQUIRE(row.cells[2].parts.size() == 2);
                CHECK(render(row.cells[2].parts[0].value).find("…") != std::string::npos);
                CHECK(render(row.cells[2].parts[1].value) == render(num(f.of<PowerFigures>().timerMin.value, 1)));
            }
}

TEST_CASE("the guides of Power say what must be seen for each build, and none but an engine's speaks of one") {
    for (const Setup& s : {turnstone(), fulmar(), gannet(), dunlin()}) {
        const Figures f = evaluate(s).figures;
        const bool engine = s.machine.power.kind == PowerKind::Engine;
        const auto text = [&](const char* row) {
            std::string out;
            for (const Step& step : guideOfRow(row)->steps(s, f))
                out += render(step.todo) + "\n" + render(step.seen) + "\n" + render(step.caution) + "\n";
            return out;
        };
        CHECK(text("engine-linkage").empty() != engine);
        CHECK((text("throttle-ends").find("barrel is half open") != std::string::npos) == engine);
        CHECK((text("first-power").find("Grips without blades still hit") != std::string::npos) == !engine);
        CHECK((text("first-power").find("never run without blades") != std::string::npos) == engine);
        CHECK((text("first-governed").find("blades off") == std::string::npos) == engine);
        CHECK((text("governor-signal").find("blades off") == std::string::npos) == engine);
        CHECK(text("governor-signal").find("one-way bearing") != std::string::npos);
        CHECK((text("first-power").find("swap two") != std::string::npos) == !engine);
        if (const auto& limit = helicopter(s).rotor.bladeMaxRpm)
            CHECK(text("first-governed").find(render(num(0.45 * *limit))) != std::string::npos);
        else CHECK(text("first-governed").find("their limit is not known") != std::string::npos);
    }
    Setup lamp = turnstone();
    lamp.speedController.profile.edit().signalsBy = EndSignal::Lamp;
    lamp.speedController.profile.edit().learnsFirst = FirstEnd::Low;
    const std::vector<Step> g = guideOfRow("throttle-ends")->steps(lamp, evaluate(lamp).figures);
    CHECK(render(g[0].todo).find("motor leads off") != std::string::npos);
    CHECK(render(g[1].todo).find("fully down") != std::string::npos);
    const std::vector<Step> tones = guideOfRow("throttle-ends")->steps(turnstone(), evaluate(turnstone()).figures);
    CHECK(render(tones[0].todo).find("pinion out of mesh") != std::string::npos);
    CHECK(render(tones[1].todo).find("fully up") != std::string::npos);
}

}  // namespace starts_tests
