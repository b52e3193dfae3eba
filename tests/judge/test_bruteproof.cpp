// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every verdict of the switch proof against brute force, over random switch logic.
#include "judge/proofs.h"
#include "kernel/helicopter/plant.h"
#include "model/conditions.h"
#include "model/modeedits.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace bruteproof_tests {

using namespace kh;
using khtest::curveOf;
using khtest::property;
using khtest::turnstone;

namespace {

/// Every combination of every place of every switch, as decks, the cut latch included where there is a cut.
std::vector<Deck> everyDeck(const Setup& s) {
    std::vector<Deck> out{Deck{}};
    for (const SwitchProfile& sw : s.transmitter.profile->switches) {
        std::vector<Deck> more;
        for (const Deck& d : out)
            for (int place = 1; place <= sw.places; ++place) {
                more.push_back(d);
                more.back().switches[sw.id] = place;
            }
        out = std::move(more);
    }
    if (!s.transmitter.cut.when.empty()) {
        const std::size_t n = out.size();
        for (std::size_t i = 0; i < n; ++i) {
            out.push_back(out[i]);
            out.back().cutLatched = true;
        }
    }
    return out;
}

struct Brute {
    std::size_t combinations = 0;
    bool motorOff = true;
    std::set<std::size_t> modes;  ///< that fly beneath, nothing held
    bool holdReached = false;
    std::set<std::pair<std::string, int>> alive;  ///< switch places that change something against the neutral place
    bool governed = true;
};

/// What separates two instants as the pilot meets it: mode, stops, bank, gain, and which other functions are on.
std::vector<double> effect(const ChainModel& model, const DeckNumbers& deck) {
    const Instant i = model.at(deck);
    std::vector<double> out{static_cast<double>(i.beneath), i.holdAsked ? 1.0 : 0.0};
    for (std::size_t f = 0; f < model.functionCount(); ++f) {
        const std::string& name = model.functionName(f);
        if (name.rfind("mode", 0) == 0 || name == kHoldMode) continue;  // modes count by rank
        out.push_back(model.functionActive(f, deck.places) ? 1.0 : 0.0);
    }
    return out;
}

Brute bruteForce(const Setup& s) {
    const ChainModel model(s);
    Brute out;
    const bool rising = s.speedController.highUs > s.speedController.lowUs;
    const double off = s.speedController.lowUs + (rising ? -20.0 : 20.0);
    const std::vector<Deck> decks = everyDeck(s);
    out.combinations = decks.size();
    for (const Deck& base : decks)
        for (const double stick : {-1.0, -0.5, 0.0, 0.5, 1.0})
            for (const double trim : {-1.0, 1.0}) {
                Deck deck = base;
                deck.sticks.collective = stick;
                deck.throttleTrim = trim;
                const DeckNumbers n = model.numbers(deck);
                const Instant i = model.at(n);
                std::size_t kill = s.transmitter.modes.size();
                const bool killed = model.functionActive(kill, n.places);
                const bool cut = deck.cutLatched || model.functionActive(kill + 1, n.places);
                if (i.holdAsked) out.holdReached = true;
                else if (!killed && !cut) out.modes.insert(i.beneath);
                const bool accepted =
                    i.motorPulseUs >= s.speedController.profile->acceptsLowUs && i.motorPulseUs <= s.speedController.profile->acceptsHighUs;
                if ((i.holdAsked || killed || cut) && !((rising ? i.motorPulseUs <= off : i.motorPulseUs >= off) && accepted))
                    out.motorOff = false;
                if (!i.holdAsked && !killed && !cut) {
                    Deck top = deck;
                    top.sticks.collective = 1.0;
                    top.throttleTrim = -1.0;
                    if (std::abs(model.at(top).throttlePct - i.throttlePct) > 0.5) out.governed = false;
                }
            }
    for (const SwitchProfile& sw : s.transmitter.profile->switches)
        for (int place = 1; place <= sw.places; ++place)
            for (const Deck& base : decks) {
                Deck a = base;
                Deck b = base;
                a.switches[sw.id] = place;
                b.switches[sw.id] = 1;
                if (effect(model, model.numbers(a)) == effect(model, model.numbers(b))) continue;
                out.alive.insert({sw.id, place});
                break;
            }
    return out;
}

/// A random transmitter: two to four switches, conditions of one or two branches of one or two terms.
Setup randomSetup() {
    Setup s = turnstone();
    TransmitterSettings& tx = s.transmitter;
    tx.profile.edit().switches.clear();
    tx.switches.clear();
    const int count = *rc::gen::inRange(2, 5);
    for (int i = 0; i < count; ++i) {
        const std::string id = "S" + std::to_string(i + 1);
        tx.profile.edit().switches.push_back({id, *rc::gen::inRange(2, 4), false});
        tx.switches.push_back({id, 1, 1});
    }
    const auto term = [&] {
        const auto i = static_cast<std::size_t>(*rc::gen::inRange(0, count));
        return Term{tx.profile->switches[i].id, *rc::gen::inRange(1, tx.profile->switches[i].places + 1), ""};
    };
    const auto condition = [&] {
        Condition c;
        const int branches = *rc::gen::inRange(1, 3);
        for (int b = 0; b < branches; ++b) {
            std::vector<Term> all{term()};
            if (*rc::gen::inRange(0, 3) == 0) all.push_back(term());
            c.push_back(all);
        }
        return c;
    };
    int n = 0;
    for (FlightMode& m : tx.modes) {
        if (m.id != kHoldMode) m.id = "mode" + std::to_string(n++);
        m.when = condition();
    }
    tx.hold.autorotationFrom = "mode0";
    tx.kill.when = condition();
    tx.kill.throttlePct = *rc::gen::element(-8.0, -5.0, 0.0);
    tx.cut.when = *rc::gen::inRange(0, 2) == 0 ? Condition{} : condition();
    tx.hold.actsIn.reset();
    if (*rc::gen::inRange(0, 3) == 0) tx.hold.actsIn = std::vector<std::string>{"mode0", "mode1"};
    if (*rc::gen::inRange(0, 4) == 0) tx.modes[1].throttle.points[2].y = 60.0;
    tx.throttleTrimRangePct = *rc::gen::element(0.0, 0.0, 5.0);
    if (*rc::gen::inRange(0, 4) == 0) tx.spares = {{"ch9", 9, "S1"}};
    if (*rc::gen::inRange(0, 3) == 0) tx.modes[3].tailGainPct += 8.0;
    if (*rc::gen::inRange(0, 3) == 0) tx.modes[3].rudder.expoPct = 20.0;
    if (*rc::gen::inRange(0, 4) == 0) tx.modes[0].pitch = curveOf({-80, -40, 0, 50, 100});
    if (*rc::gen::inRange(0, 3) == 0) tx.modes[2].pitch = curveOf({-100, -50, 10, 60, 100});
    if (*rc::gen::inRange(0, 4) == 0) tx.modes[0].throttle = flatCurve(50, 5);
    if (*rc::gen::inRange(0, 4) == 0) s.speedController.softStartS = 0.0;
    if (*rc::gen::inRange(0, 4) == 0) tx.hold.powerOnGuard = false;
    if (*rc::gen::inRange(0, 5) == 0) tx.modelMatch = false;
    for (SwitchSettings& sw : tx.switches) sw.powerOnPlace = *rc::gen::inRange(1, 3);
    tx.functions = {{"rescue", condition(), {}}};
    if (*rc::gen::inRange(0, 3) == 0) tx.functions.push_back({"timer", {{{"", 1, "rescue"}}}, {}});
    if (*rc::gen::inRange(0, 4) == 0) {  // a pupil who has the throttle while the teacher's stops do nothing
        tx.trainer = {TrainerHands::All, TrainerMemory::Teacher, TrainerStops::Lose};
        tx.functions.push_back({kTrainer, condition(), {}});
    }
    return s;
}

}  // namespace

namespace {

/// P4 to P9 the slow way: every combination, and sticks on a grid of their own.
struct SlowVerdicts {
    bool p4 = true, p5 = true, p6 = true, p7 = true, p8 = true, p9 = true;
};

SlowVerdicts slowVerdicts(const Setup& s) {
    const TransmitterSettings& tx = s.transmitter;
    const ChainModel model(s);
    const Figures figures = evaluate(s).figures;
    SlowVerdicts out;
    for (const SpareChannel& spare : tx.spares) out.p4 = out.p4 && (spare.follows.empty() || carriesFunction(tx, spare));
    const std::size_t killFunction = tx.modes.size();
    const auto free = [&](const Deck& d) {
        const DeckNumbers n = model.numbers(d);
        return !model.at(n).holdAsked && !model.functionActive(killFunction, n.places) && !d.cutLatched &&
               !model.functionActive(killFunction + 1, n.places);
    };
    const std::size_t start = model.at(Deck{}).beneath;
    bool left = false;
    bool held = false;
    for (const Deck& base : everyDeck(s)) {
        const DeckNumbers n = model.numbers(base);
        const bool stopped =
            model.functionActive(killFunction, n.places) || base.cutLatched || model.functionActive(killFunction + 1, n.places);
        const Instant here = model.at(n);
        if (here.holdAsked && !stopped && here.beneath == start) held = true;
        if (!free(base)) continue;
        const FlightMode& mode = tx.modes[here.beneath];
        // P5: no stick below full gives less than full stick, at either end of the trim
        if (mode.flownInverted)
            for (int k = 0; k <= 40; ++k)
                for (const double trim : {-1.0, 1.0}) {
                    Deck d = base;
                    d.throttleTrim = trim;
                    d.sticks.collective = -1.0 + k / 20.0;
                    const double t = model.at(d).throttlePct;
                    d.sticks.collective = 1.0;
                    if (t < model.at(d).throttlePct - 0.5) out.p5 = false;
                }
        // P6: where the motor starts, on the way up from low stick
        if (here.beneath == start) {
            left = true;
            for (int k = 0; k <= 200; ++k) {
                Deck d = base;
                d.throttleTrim = -1.0;
                d.sticks.collective = -1.0 + k / 100.0;
                const Instant at = model.at(d);
                const double pitch = helicopterAt(at).bladeDeg[2];
                const bool governed = s.controller.governor.kind == GovernorKind::Internal;
                const double runUp = governed ? s.controller.governor.runUpS : s.speedController.softStartS;
                if (at.motorThrottlePct <= 0.0) continue;
                if (pitch < -3.05 || pitch > 1.0 || (k == 0 && runUp <= 0.0)) out.p6 = false;
                break;
            }
        }
        // P7: one switch, one place on
        const ModeFigures& from = figures.modes[here.beneath];
        for (const SwitchProfile& sw : tx.profile->switches) {
            const int place = base.switches.at(sw.id);
            if (place >= sw.places || !from.hoverStick.known) continue;
            Deck next = base;
            next.switches[sw.id] = place + 1;
            if (!free(next) || model.at(next).beneath == here.beneath) continue;
            Deck a = base;
            a.sticks.collective = next.sticks.collective = from.hoverStick.value;
            const double jump = std::abs(helicopterAt(model.at(next)).bladeDeg[2] - helicopterAt(model.at(a)).bladeDeg[2]);
            const ModeFigures& to = figures.modes[model.at(next).beneath];
            if (jump > 0.5 || std::abs(to.headRpm.value / from.headRpm.value - 1.0) > 0.20) out.p7 = false;
        }
    }
    if (!left || !held) out.p6 = true;  // hold cannot be left there
    const FlightMode& hold = tx.modes[3];
    const FlightMode& flown = tx.modes[0];
    out.p8 = hold.aileron == flown.aileron && hold.elevator == flown.elevator && hold.rudder == flown.rudder &&
             hold.tailGainPct == flown.tailGainPct;
    const DeckNumbers on = model.numbers(Deck{});
    std::size_t rescue = 0;
    while (model.functionName(rescue) != "rescue") ++rescue;
    out.p9 = model.at(on).holdActs && model.at(on).beneath == 0 && !model.functionActive(rescue, on.places) && tx.hold.powerOnGuard &&
             tx.modelMatch;
    return out;
}

}  // namespace

TEST_CASE("every verdict of the proof is the verdict of brute force") {
    REQUIRE(rc::check("random switch logic", [] {
        const Setup s = randomSetup();
        const SwitchProof proof = proveSwitches(s);
        const Brute brute = bruteForce(s);
        RC_ASSERT(proof.combinations == brute.combinations);
        RC_ASSERT(property(proof, "P1").holds == brute.motorOff);
        RC_ASSERT(property(proof, "P10").holds == brute.governed);
        // P2: a mode nobody reaches, a doubled place, or a place that changes nothing
        bool reached = brute.holdReached;
        const ChainModel model(s);
        std::set<std::size_t> beneath;
        for (const Deck& d : everyDeck(s)) beneath.insert(model.at(d).beneath);
        std::size_t flight = 0;
        for (const FlightMode& m : s.transmitter.modes) flight += m.id != kHoldMode ? 1 : 0;
        reached = reached && beneath.size() == flight;
        std::set<std::string> named;
        bool doubled = false;
        std::map<std::pair<std::string, int>, std::string> booked;
        for (std::size_t f = 0; f < model.functionCount(); ++f)
            for (const auto& all : *conditionOf(s.transmitter, model.functionName(f)))
                for (const Term& t : all) {
                    if (t.switchId.empty()) continue;
                    named.insert(t.switchId);
                    const std::set<std::string> bars = barsOf(s.transmitter, *conditionOf(s.transmitter, model.functionName(f)));
                    const auto works = [&](const Term& x) { return x.switchId.empty() || bars.count(x.switchId) == 0; };
                    if (!works(t) || std::count_if(all.begin(), all.end(), works) > 1) continue;
                    const auto [other, fresh] = booked.emplace(std::pair(t.switchId, t.place), model.functionName(f));
                    doubled = doubled || (!fresh && other->second != model.functionName(f));
                }
        bool dead = false;
        for (const SwitchProfile& sw : s.transmitter.profile->switches)
            for (int place = 2; place <= sw.places; ++place)
                dead = dead || (named.count(sw.id) != 0 && brute.alive.count({sw.id, place}) == 0);
        RC_ASSERT(property(proof, "P2").holds == (reached && !doubled && !dead));
        // P3: two branches of one function over different switches
        bool two = false;
        for (std::size_t f = 0; f < model.functionCount(); ++f) {
            const Condition& when = *conditionOf(s.transmitter, model.functionName(f));
            for (std::size_t b = 1; b < when.size(); ++b)
                two = two || switchesOf(s.transmitter, {when[0]}) != switchesOf(s.transmitter, {when[b]});
        }
        RC_ASSERT(property(proof, "P3").holds == !two);
        const SlowVerdicts slow = slowVerdicts(s);
        RC_ASSERT(property(proof, "P4").holds == slow.p4);
        RC_ASSERT(property(proof, "P5").holds == slow.p5);
        RC_ASSERT(property(proof, "P6").holds == slow.p6);
        RC_ASSERT(property(proof, "P7").holds == slow.p7);
        RC_ASSERT(property(proof, "P8").holds == slow.p8);
        RC_ASSERT(property(proof, "P9").holds == slow.p9);
        // a witness is a state in which the property is really violated
        if (const PropertyResult& p1 = property(proof, "P1"); !p1.holds) {
            const Instant now = model.at(posed({}, p1.finding.witness->to));
            RC_ASSERT(now.motorPulseUs > s.speedController.lowUs - 20.0);
        }
        if (const PropertyResult& p10 = property(proof, "P10"); !p10.holds) {
            Deck deck = posed({}, p10.finding.witness->to);
            const double seen = model.at(deck).throttlePct;
            deck.sticks.collective = 1.0;
            deck.throttleTrim = -1.0;
            RC_ASSERT(std::abs(model.at(deck).throttlePct - seen) > 0.5);
        }
    }));
}

}  // namespace bruteproof_tests
