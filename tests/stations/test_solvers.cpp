// SPDX-License-Identifier: GPL-3.0-or-later
//
// Each solver against a simulated machine that differs from what the document believes: read, enter, read again.
// From 200 random wrong set-ups all come within what was promised in at most three rounds.
#include "base/error.h"
#include "formula/channel.h"
#include "judge/dependencies.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/sizeclass.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "stations/helicopter/linkturns.h"
#include "stations/kit/row.h"
#include "stations/link/endpoints.h"
#include "stations/pitch/pitch.h"
#include "stations/pitch/pitchsolvers.h"
#include "stations/solving.h"
#include "stations/swash/swashsolvers.h"

#include "model/modeedits.h"

#include <catch2/catch.hpp>
#include <set>

namespace solvers_tests {

using namespace khtest;
using Catch::Contains;

TEST_CASE("zero pitch: links, plate tilt and height are told apart and settled within three rounds") {
    for (unsigned n = 0; n < kSetups; ++n) {
        Dice dice(1000 + n);
        Bench m{n % 4 == 3 ? fourServos() : turnstone()};
        helicopter(m.setup).head.link = n % 2 == 0 ? LinkSide::Leading : LinkSide::Trailing;
        helicopter(m.setup).rotor.turning = n % 8 < 4 ? Turning::Clockwise : Turning::CounterClockwise;  // all four with both plates
        if (helicopter(m.setup).head.link == LinkSide::Trailing) m.setup.controller.directions.collectiveReversed = true;
        helicopter(m.setup).head.linkKind = dice.coin() ? LinkKind::PlainRod : LinkKind::LeftRight;
        m.setup.controller.collectiveTrimPct = dice.between(-4, 4);
        m.bladeA = dice.between(-2.5, 2.5);
        m.bladeB = dice.between(-2.5, 2.5);
        for (const PlateServo& s : helicopter(m.setup).servos) m.linkMm[s.id] = dice.between(-1.2, 1.2);
        const auto readAll = [&] {
            const Plane p = m.plate(0, 0, 0);
            return std::vector<Reading>{
                reading("blade-a.tail", m.blade(p, 180) + m.bladeA, "°"), reading("blade-b.nose", m.blade(p, 0) + m.bladeB, "°"),
                reading("blade-a.nose", m.blade(p, 0) + m.bladeA, "°"), reading("blade-b.tail", m.blade(p, 180) + m.bladeB, "°")};
        };
        const LinkSteps steps = linkSteps(helicopter(m.setup).head);
        const double perTurn = degFromRad(std::asin(steps.mmPerTurn / helicopter(m.setup).head.gripMm)) *
                               (helicopter(m.setup).head.link == LinkSide::Leading ? 1.0 : -1.0);
        for (int round = 0; round < kRounds; ++round) {
            const Solved solved = solveZero(m.setup, readAll());
            m.bladeA += turnsOf(solved, "blade-links.a") * perTurn;
            m.bladeB += turnsOf(solved, "blade-links.b") * perTurn;
            for (auto& [servo, mm] : m.linkMm) mm += turnsOf(solved, "links." + servo) * steps.mmPerTurn;
            enter(m.setup, solved);
        }
        const std::vector<Reading> r = readAll();
        const double track = (r[0].value + r[2].value - r[1].value - r[3].value) / 4.0;
        const double common = (r[0].value + r[1].value + r[2].value + r[3].value) / 4.0;
        const double tilt = (r[0].value - r[2].value + r[3].value - r[1].value) / 4.0;
        INFO("set-up " << n << ": track " << track << ", common " << common << ", tilt " << tilt);
        CHECK(std::abs(track) <= std::abs(perTurn) * steps.stepTurns / 2.0 + 0.11);
        CHECK(std::abs(common) <= 0.15);
        CHECK(std::abs(tilt) <= 0.40);
    }
}

TEST_CASE("reference throw: half the difference removes the gauge's zero, and the angle is met within three rounds") {
    for (unsigned n = 0; n < kSetups; ++n) {
        Dice dice(2000 + n);
        Bench m{turnstone()};
        for (PlateServo& s : helicopter(m.setup).servos) {
            s.armMm = 14.0 * dice.between(0.92, 1.25);
            s.squareErrorDeg = dice.between(-4, 4);
        }
        m.setup.controller.cyclicLimitPct = 100;
        m.setup.controller.referencePct = std::round(dice.between(30, 90));
        m.gaugeZero = dice.between(-1.2, 1.2);
        Setup believed = turnstone();
        believed.controller = m.setup.controller;
        std::vector<Reading> all;
        const auto thrown = [&] {
            const double demand = m.setup.controller.profile->referenceDemandPct / 100.0;
            return std::array<double, 2>{m.blade(m.plate(0, -demand, 0), 180), m.blade(m.plate(0, demand, 0), 180)};
        };
        for (int round = 0; round < kRounds; ++round) {
            const auto [left, right] = thrown();
            for (Reading r : {reading("throw.left", left, "°"), reading("throw.right", right, "°")}) {
                r.under = {underText("controller.referencePct", believed.controller.referencePct)};
                all.push_back(r);
            }
            enter(believed, solveThrow(believed, all));
            m.setup.controller = believed.controller;
        }
        const auto [left, right] = thrown();
        INFO("set-up " << n << ": " << left << " " << right);
        CHECK(std::abs(left - right) / 2.0 == Approx(m.setup.controller.profile->referenceDeg).margin(0.16));
    }
}

TEST_CASE("collective range: both ends meet their target within three rounds") {
    for (unsigned n = 0; n < kSetups; ++n) {
        Dice dice(3000 + n);
        Bench m{turnstone()};
        helicopter(m.setup).rotor.turning = n % 4 < 2 ? Turning::Clockwise : Turning::CounterClockwise;
        helicopter(m.setup).head.link = n % 2 == 0 ? LinkSide::Leading : LinkSide::Trailing;
        m.setup.controller.directions.collectiveReversed = n % 2 == 1;
        const double stick = n % 2 == 1 ? -1.0 : 1.0;  // the demand that stick up gives
        for (PlateServo& s : helicopter(m.setup).servos) s.armMm = 14.0 * dice.between(0.95, 1.25);
        m.setup.machine.style = static_cast<FlyingStyle>(dice.between(0, 3.99));
        m.setup.controller.collectiveHighPct = std::round(dice.between(25, 60));
        m.setup.controller.collectiveLowPct = std::round(dice.between(25, 60));
        Setup believed = turnstone();
        believed.machine.style = m.setup.machine.style;
        helicopter(believed).rotor.turning = helicopter(m.setup).rotor.turning;
        helicopter(believed).head.link = helicopter(m.setup).head.link;
        believed.controller = m.setup.controller;
        const CollectiveTarget target = collectiveTarget(believed.machine);
        std::vector<Reading> all;
        for (int round = 0; round < kRounds; ++round) {
            for (const bool high : {true, false}) {
                Reading r = reading(high ? "range.high" : "range.low", m.blade(m.plate(high ? stick : -stick, 0, 0), 180), "°");
                const char* field = rangeField(believed.controller, high);
                r.under = {underText(field, std::get<double>(readField(believed, field)->value))};
                all.push_back(r);
            }
            enter(believed, solveRange(believed, all));
            m.setup.controller = believed.controller;
        }
        INFO("set-up " << n << " style " << static_cast<int>(believed.machine.style));
        CHECK(m.blade(m.plate(stick, 0, 0), 180) == Approx(target.highDeg).margin(0.2));
        CHECK(m.blade(m.plate(-stick, 0, 0), 180) == Approx(target.lowDeg).margin(0.2));
    }
}

TEST_CASE("levelling: links by whole steps, the remainder by sub-trim inside the safe count") {
    for (unsigned n = 0; n < kSetups; ++n) {
        Dice dice(4000 + n);
        Bench m{n % 4 == 3 ? fourServos() : turnstone()};
        for (const PlateServo& s : helicopter(m.setup).servos) m.linkMm[s.id] = dice.between(-2.0, 2.0);
        const LinkSteps steps = linkSteps(helicopter(m.setup).head);
        const auto heights = [&] {
            const Plane p = m.plate(0, 0, 0);
            std::vector<Reading> out;
            for (const PlateServo& s : helicopter(m.setup).servos)
                out.push_back(
                    reading("level." + s.id, 60.0 + heightAt(p, helicopter(m.setup).plate.ballRadiusMm, s.azimuthDeg), "mm", 0.05));
            return out;
        };
        for (int round = 0; round < kRounds; ++round) {
            const Solved solved = solveLinks(m.setup, heights());
            for (auto& [servo, mm] : m.linkMm) mm += turnsOf(solved, "links." + servo) * steps.mmPerTurn;
            enter(m.setup, solved);
        }
        const std::vector<Reading> h = heights();
        const auto [low, high] =
            std::minmax_element(h.begin(), h.end(), [](const Reading& a, const Reading& b) { return a.value < b.value; });
        INFO("set-up " << n);
        CHECK(high->value - low->value <= 0.15);
        for (const PortSettings& p : m.setup.controller.ports) CHECK(std::abs(p.trimUs) <= m.setup.controller.profile->trimSafeUs);
    }
}

TEST_CASE("directions: every wrong servo, channel and sense is set right from what was seen") {
    for (unsigned n = 0; n < kSetups; ++n) {
        Dice dice(6000 + n);
        Setup s = turnstone();
        helicopter(s).head.link = n % 2 == 0 ? LinkSide::Leading : LinkSide::Trailing;
        helicopter(s).rotor.turning = n % 4 < 2 ? Turning::Clockwise : Turning::CounterClockwise;
        for (PlateServo& servo : helicopter(s).servos) servo.risesWithPulse = dice.coin();
        for (PortSettings& p : s.controller.ports) p.reversed = dice.coin();
        s.controller.directions = {dice.coin(), dice.coin(), dice.coin(), false};
        for (ChannelSettings& c : s.transmitter.channels)
            if (c.id == "aileron" || c.id == "elevator" || c.id == "collective") c.reversed = dice.coin();
        const auto see = [&] {
            const ChainModel model(s);
            const auto demand = [&](const char* function) {
                const ChannelSettings& c = *channelOf(s.transmitter, function);
                const double r =
                    readingPct(channelOutput(100, channelScale(s.transmitter.profile, c)).pulseUs, readingScale(s.controller.profile)) /
                    100.0;
                const DirectionSettings& d = s.controller.directions;
                const bool turned = std::string(function) == "aileron"    ? d.aileronReversed
                                    : std::string(function) == "elevator" ? d.elevatorReversed
                                                                          : d.collectiveReversed;
                return std::clamp(turned ? -r : r, -1.0, 1.0);
            };
            std::vector<Reading> out;
            const auto up = helicopterIn(model).plateAt(demand("collective"), 0, 0);
            for (std::size_t i = 0; i < s.controller.ports.size(); ++i)
                out.push_back(reading("collective.port-" + s.controller.ports[i].id,
                                      up.servos[helicopterIn(model).servoOfPort(i)].ballMm > 0.0 ? 1.0 : -1.0, "way"));
            out.push_back(
                reading("cyclic.aileron", helicopterIn(model).plateAt(0, demand("aileron"), 0).plate.right > 0.0 ? 1.0 : -1.0, "way"));
            out.push_back(
                reading("cyclic.elevator", helicopterIn(model).plateAt(0, 0, demand("elevator")).plate.forward > 0.0 ? 1.0 : -1.0, "way"));
            return out;
        };
        int rounds = 0;
        for (; rounds < 6; ++rounds) {
            const Solved solved = solveDirections(s, see());
            if (solved.answers.empty()) break;
            enter(s, solved);
        }
        INFO("set-up " << n);
        CHECK(rounds <= 4);
        // from stick to blade: up climbs, right tilts right, forward tilts forward
        const ChainModel done(s);
        DeckNumbers deck = done.numbers({});
        const auto blade = [&](double c) {
            deck.sticks = {c, 0.0, 0.0, 0.0};
            const HelicopterInstant at = helicopterAt(done.at(deck));
            return (at.bladeDeg[0] + at.bladeDeg[2]) / 2.0;
        };
        CHECK(blade(1.0) > blade(-1.0) + 5.0);
        deck.sticks = {0.0, 1.0, 0.0, 0.0};
        CHECK(helicopterAt(done.at(deck)).plate.right > 0.05);
        deck.sticks = {0.0, 0.0, 1.0, 0.0};
        CHECK(helicopterAt(done.at(deck)).plate.forward > 0.05);
    }
    Setup still = turnstone();
    CHECK_THAT(remarks(solveDirections(still, std::vector<Reading>{reading("collective.port-2", 0, "way")})),
               Contains("port 2 stands still"));
    CHECK_THROWS_WITH(solveDirections(still, {}), Contains("nothing was seen"));
}

TEST_CASE("readings are taken over under ids of their own, with the settings in force; answers stand as computed") {
    Setup s = turnstone();
    s.readings = {{"r2", "throw.left", 5.0, "°", {}, {}, {}, {}}};
    std::vector<Reading> now{reading("throw.left", 5.4, "°"), reading("throw.right", -4.6, "°")};
    for (Reading& r : now) r.under = settingsInForce(s, r.what);
    CHECK(underValue(now[0], "controller.referencePct") == s.controller.referencePct);
    const Solved solved = solveThrow(s, now);
    const Setup after = takenOver(s, solved, now, "2026-11-24T10:00:00Z");
    REQUIRE(after.readings.size() == 3);
    CHECK(after.readings[1].id == "r1");
    CHECK(after.readings[2].id == "r3");
    CHECK(after.readings[2].at == "2026-11-24T10:00:00Z");
    CHECK(after.controller.referencePct == solved.answers[0].value);
    CHECK(standingOf(after, "controller.referencePct") == Standing::Computed);
    CHECK(settingsInForce(s, "rudder.low") ==
          std::vector<std::string>{underText("transmitter.channels.rudder.travelLowPct", channelOf(s.transmitter, "rudder")->travelLowPct),
                                   underText("transmitter.channels.rudder.subTrimPct", channelOf(s.transmitter, "rudder")->subTrimPct),
                                   underText("transmitter.channels.rudder.reversed", 0)});
}

TEST_CASE("each ledger row that is read names its solver, and no other row does") {
    std::set<std::string> read;
    for (const StationPage& page : ledger(turnstone(), evaluate(turnstone())))
        for (const Row& row : page.rows)
            if (page.station < Station::Tail && solverOfRow(row.workId()).solver != nullptr) read.insert(row.workId());
    CHECK(read == std::set<std::string>{"channel-aileron", "channel-elevator", "channel-collective", "channel-rudder", "servo-directions",
                                        "collective-sense", "cyclic-sense", "arms-square", "level-plate", "servo-fight", "zero-pitch",
                                        "links", "reference-throw", "collective-range", "cyclic-limit", "envelope", "channel-map",
                                        "order-school"});
    CHECK(solverOfRow("channel-rudder").only == "rudder.");
    CHECK(solverOfRow("links").only.empty());
}

TEST_CASE("links: ends that go on one way only allow whole turns; links that part by more than half a turn are told") {
    Setup s = turnstone();
    s.readings.clear();
    const std::vector<Reading> apart{reading("blade-a.tail", 0.8, "°"), reading("blade-b.nose", -0.8, "°"),
                                     reading("blade-a.nose", 0.8, "°"), reading("blade-b.tail", -0.8, "°")};
    // 1.04° a turn: 0.77 turns, to the half 1, …
    CHECK(turnsOf(solveZero(s, apart), "blade-links.a") == -1.0);
    CHECK_THAT(remarks(solveZero(s, apart)), Contains("turned 2.0 turns apart"));
    const std::vector<Reading> little{reading("blade-a.tail", 0.6, "°"), reading("blade-b.nose", -0.6, "°"),
                                      reading("blade-a.nose", 0.6, "°"), reading("blade-b.tail", -0.6, "°")};
    CHECK(turnsOf(solveZero(s, little), "blade-links.a") == -0.5);
    helicopter(s).head.linkEnds = LinkEnds::OneWayAtOne;
    const Solved half = solveZero(s, little);
    CHECK(turnsOf(half, "blade-links.a") == -0.5);
    CHECK_THAT(render(half.answers[0].todo), Contains("at the end whose ball link goes on either way round"));
    helicopter(s).head.linkEnds = LinkEnds::OneWayAtBoth;
    CHECK(turnsOf(solveZero(s, little), "blade-links.a") == -1.0);
    // what was turned before counts
    helicopter(s).head.linkEnds = LinkEnds::EitherWay;
    const std::vector<Reading> small{reading("blade-a.tail", 0.3, "°"), reading("blade-b.nose", -0.1, "°"),
                                     reading("blade-a.nose", 0.3, "°"), reading("blade-b.tail", -0.1, "°")};
    CHECK_THAT(remarks(solveZero(s, small)), !Contains("turns apart"));
    s.readings.push_back(reading("turned.blade-links.a", 1.5, "turns", 0.5));
    CHECK_THAT(remarks(solveZero(s, small)), Contains("turned 1.5 turns apart"));
}

TEST_CASE("a throw that reads where the plate stops is a plate that crept") {
    const Setup s = turnstone();
    const double stop =
        degFromRad(std::asin(helicopter(s).head.innerRadiusMm * sinDeg(helicopter(s).plate.tiltLimitDeg) / helicopter(s).head.gripMm));
    const auto thrown = [&](double deg) {
        return remarks(solveThrow(s, std::vector<Reading>{reading("throw.left", deg, "°"), reading("throw.right", -deg, "°")}));
    };
    CHECK_THAT(thrown(stop), Contains("creeps while the stick is held") && Contains("not the 6.0°"));
    CHECK_THAT(thrown(7.0), !Contains("creeps"));
}

TEST_CASE("stories: one reading of each kind and its answer") {
    const Setup& s = turnstone();
    // 109 % at travel 105: 105 · 100 / 109 = 96.3, down to 96 so that it stays within 100
    Setup wide = s;
    wide.transmitter.channels[0].travelHighPct = 105;
    const Solved ends = solveEndpoints(wide, std::vector<Reading>{reading("aileron.high", 109, "%")});
    REQUIRE(ends.answers.size() == 1);
    CHECK(ends.answers[0].value == 96.0);
    CHECK(ends.answers[0].expect == Approx(99.66).margin(0.01));
    CHECK_THAT(remarks(ends), Contains("the monitor says +109.0 %"));
    // a travel of 140 from a reading of 60 is more than the box has
    wide.transmitter.channels[0].travelHighPct = 120;
    const Solved far = solveEndpoints(wide, std::vector<Reading>{reading("aileron.high", 60, "%")});
    CHECK(far.answers[0].value == 150.0);
    CHECK_THAT(render(far.answers[0].todo), Contains("Learn the ends"));
    // three readings at different travels, one of them off the line
    std::vector<Reading> fit;
    for (const auto& [travel, value] : std::vector<std::array<double, 2>>{{80, 76}, {100, 95}, {110, 109}, {120, 114}}) {
        Reading r = reading("aileron.high", value, "%");
        r.under = {underText("transmitter.channels.aileron.travelHighPct", travel)};
        fit.push_back(r);
    }
    CHECK_THAT(remarks(solveEndpoints(wide, fit)), Contains("off the line"));
    // 5.0° instead of 6.0°: the setting grows by the ratio of the sines
    const Solved thrown = solveThrow(s, std::vector<Reading>{reading("throw.left", 5.4, "°"), reading("throw.right", -4.6, "°")});
    CHECK(thrown.answers[0].value == Approx(s.controller.referencePct * sinDeg(6) / sinDeg(5)).margin(0.06));
    // the same from tip gaps: 2 · 470 · sin 5° = 81.9 mm
    const Solved gaps = solveThrow(s, std::vector<Reading>{reading("throw.left", 81.9, "mm"), reading("throw.right", -81.9, "mm")});
    CHECK(gaps.answers[0].value == Approx(thrown.answers[0].value).margin(0.3));
    // a plate that is tilted: the low side's link is made longer
    const Solved level = solveLinks(
        s, std::vector<Reading>{reading("level.elevator", 60, "mm"), reading("level.left", 60, "mm"), reading("level.right", 59.1, "mm")});
    CHECK(turnsOf(level, "links.right") == 1.5);
    CHECK(turnsOf(level, "links.elevator") == -1.0);
    for (const SolvedField& a : level.answers) {
        CHECK_FALSE(a.why.lines.empty());
        CHECK_FALSE(render(a.todo).empty());
    }
    Setup fixed = s;
    helicopter(fixed).head.threadMmPerTurn.reset();
    const Solved moulded = solveZero(fixed, std::vector<Reading>{reading("blade-a.tail", 1, "°"), reading("blade-b.nose", 0, "°"),
                                                                 reading("blade-a.nose", 1, "°"), reading("blade-b.tail", 0, "°")});
    CHECK_THAT(remarks(moulded), Contains("moulded"));
}

TEST_CASE("a setting that counts the other way round is solved on its own side of zero") {
    Setup s = turnstone();
    s.controller.collectiveHighPct = -s.controller.collectiveHighPct;
    s.controller.collectiveLowPct = -s.controller.collectiveLowPct;
    const Solved out = solveRange(s, std::vector<Reading>{reading("range.high", 10.0, "°"), reading("range.low", -10.0, "°")});
    for (const SolvedField& a : out.answers) {
        INFO(a.field);
        const double now = std::get<double>(readField(s, a.field)->value);
        CHECK(a.value != 0.0);
        CHECK((a.value < 0.0) == (now < 0.0));
    }
}

TEST_CASE("whatever was heard of the cyclic limit is stale once the plate is another") {
    for (const char* outcome : {"clear", "buzz", "binds"}) {
        Setup s = turnstone();
        const std::string what = std::string(outcome) + ".45.high";
        s.readings = {{"r1", what, 60.0, "%", "2026-11-23T20:00:00Z", "", "", settingsInForce(s, what)}};
        INFO(outcome);
        CHECK(staleReadings(s).empty());
        for (PlateServo& servo : helicopter(s).servos) servo.armMm += 4.0;
        CHECK(staleReadings(s).size() == 1);
    }
}

}  // namespace solvers_tests
