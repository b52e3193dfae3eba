// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/gyrotrace.h"

#include "base/conventions.h"
#include "model/controllerwords.h"
#include "model/gyro.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace kh {

namespace {

using Rates = std::array<double, 3>;

Rates turned(const AxisMatrix& m, const Rates& v, bool back) {
    Rates out{};
    for (std::size_t r = 0; r < 3; ++r)
        for (std::size_t c = 0; c < 3; ++c) out[r] += (back ? m[c][r] : m[r][c]) * v[c];
    return out;
}

void sized(Stage& s, double rate) {
    s.level = std::abs(rate) < 1e-9 ? 0.0 : std::abs(s.value / rate);
    s.levelAsked = std::abs(rate) < 1e-9 ? 0.0 : std::abs(s.asked / rate);
}

constexpr std::array kAxisNames{"x", "y", "z"};
constexpr std::array kTurnNotes{KH_TR("rolled right by hand"), KH_TR("nose down by hand"), KH_TR("tail left by hand")};

}  // namespace

GyroStages::GyroStages(const Setup& setup, const PortStages& ports)
    : built_(mountingBuilt(setup)),
      set_(mountingSet(setup)),
      reversed_(gyroReversals(setup)),
      controller_(setup.controller.profile),
      banks_(setup.controller.banks),
      ports_(ports),
      bladesTurn_(tailBladesTurn(setup)),
      tailWay_(setup.controller.profile->oneTailDirection && setup.controller.directions.rudderReversed ? -1.0 : 1.0),
      clockwise_(helicopter(setup).rotor.turning == Turning::Clockwise) {}

void GyroStages::add(Trace& t, const Deck& deck, const HelicopterEnd& end, const HelicopterEnd& asked,
                     const WantedFunctions& wanted) const {
    const Rates given{deck.rates.rollDegS, deck.rates.pitchDegS, deck.rates.yawDegS};
    for (const HandTurn test : kHandTurns) {
        const auto axis = static_cast<std::size_t>(test);
        if (!wanted.has(t.aircraft->gyro(axis))) continue;
        const TurnRates alone = turnRates(test);
        addAxis(t, axis, deck.rates == TurnRates{} ? Rates{alone.rollDegS, alone.pitchDegS, alone.yawDegS} : given, end, asked);
    }
}

void GyroStages::addAxis(Trace& t, std::size_t axis, const Rates& turn, const HelicopterEnd& end, const HelicopterEnd& asked) const {
    const Function f = t.aircraft->gyro(axis);
    const double rate = turn[axis];
    const auto stage = [&](const char* id, const char* name, Box box, const char* unit, int decimals, double now, double wanted) {
        Stage s{f, id, name, box, unit, decimals, true};
        s.value = now;
        s.asked = wanted;
        return s;
    };
    const auto push = [&](Stage s, double full) {
        sized(s, full);
        t.stages.push_back(std::move(s));
    };
    Stage measured = stage("rate", KH_TR("rate"), Box::Machine, "°/s", 0, rate, rate);
    measured.note = say(kTurnNotes[axis]);
    push(measured, rate);
    const AxisMatrix is = boxAxes(built_);
    const AxisMatrix told = boxAxes(set_);
    const Rates inBox = turned(is, turn, true);
    const Rates askedInBox = turned(told, turn, true);
    Stage box = stage("box-axes", KH_TR("box axes"), Box::Machine, "°/s", 0, 0.0, 0.0);
    std::size_t shown = 0;  // the axis that parts most from what is asked; where none does, the one that is turned most
    const auto parts = [&](std::size_t i) { return std::pair(std::abs(inBox[i] - askedInBox[i]), std::abs(inBox[i])); };
    for (std::size_t i = 0; i < 3; ++i) {
        box.ports.push_back({kAxisNames[i], inBox[i]});
        if (parts(i) > parts(shown)) shown = i;
    }
    box.value = inBox[shown];
    box.asked = askedInBox[shown];
    push(box, rate);
    const Rates mounted = turned(told, inBox, false);
    Stage as = stage("as-mounted", KH_TR("as mounted"), Box::Controller, "°/s", 0, mounted[axis], rate);
    as.note = say(KH_TR("{m}"), {{"m", asWord(mountingWord(set_))}});
    push(as, rate);
    const std::array<bool, 3> senses{reversed_.roll, reversed_.pitch, reversed_.yaw};
    const double believed = mounted[axis] * (senses[axis] ? -1.0 : 1.0);
    Stage sign = stage("sign", KH_TR("sign"), Box::Controller, "°/s", 0, believed, rate);
    sign.note = say(senses[axis] ? KH_TR("reversed") : KH_TR("normal"));
    push(sign, rate);
    const Bank bank = banks_.empty() ? Bank{} : banks_[std::min(t.now.bank, banks_.size() - 1)];
    const double full = std::max(1.0, bankAxis(*controller_, bank, static_cast<TurnAxis>(axis)).fullDegS);
    // a stick's demand turns elevator + to nose down
    const double stickWay = axis == 1 ? -1.0 : 1.0;
    const double now = std::clamp(-believed * stickWay / full, -1.0, 1.0);
    const double wanted = std::clamp(-rate * stickWay / full, -1.0, 1.0);
    Stage demand = stage("demand", KH_TR("demand"), Box::Controller, "", 2, now, wanted);
    demand.note = say(KH_TR("of {f} °/s"), {{"f", num(full)}});
    push(demand, std::abs(wanted) > 0.0 ? wanted : 1.0);
    if (axis == 2 && !bladesTurn_) {
        t.stages.push_back(tailMotorStage(f, tailWay_ * now, wanted, std::abs(wanted) > 0.0 ? wanted : 1.0, clockwise_));
        return;
    }
    if (axis == 2) {
        const TailInstant is0 = end.tailAt(0.0), at = end.tailAt(tailWay_ * now), want0 = asked.tailAt(0.0), want = asked.tailAt(wanted);
        Stage pulse =
            stage("tail-pulse", KH_TR("tail pulse"), Box::Controller, "µs", 0, at.pulseUs - is0.pulseUs, want.pulseUs - want0.pulseUs);
        push(pulse, pulse.asked);
        Stage slider = stage("slider", KH_TR("slider"), Box::Machine, "mm", 2, at.sliderMm - is0.sliderMm, want.sliderMm - want0.sliderMm);
        push(slider, slider.asked);
        Stage pitch =
            stage("tail-pitch", KH_TR("tail pitch"), Box::Machine, "°", 1, at.pitchDeg - is0.pitchDeg, want.pitchDeg - want0.pitchDeg);
        push(pitch, pitch.asked);
        return;
    }
    const auto plate = [&](const HelicopterEnd& chain, double d) {
        return axis == 0 ? chain.plateAt(0.0, d, 0.0) : chain.plateAt(0.0, 0.0, d);
    };
    const PlateInstant is0 = plate(end, 0.0), at = plate(end, now), want0 = plate(asked, 0.0), want = plate(asked, wanted);
    Stage pulse = stage("servo-pulse", KH_TR("servo pulse"), Box::Controller, "µs", 0, 0.0, 0.0);
    Stage arm = stage("arm-angle", KH_TR("arm angle"), Box::Machine, "°", 1, 0.0, 0.0);
    const ServoMove moves = ports_.moved(end, at.servos, is0.servos);
    const ServoMove wants = ports_.moved(asked, want.servos, want0.servos);
    const double way = now * wanted < 0.0 ? -1.0 : 1.0;
    const auto filled = [&](Stage& s, const std::vector<PortValue>& ports, double value, double askedValue) {
        s.ports = ports;
        s.value = value;
        s.asked = std::copysign(askedValue, way * value);
    };
    filled(pulse, moves.pulse, moves.pulseUs(), wants.pulseUs());
    filled(arm, moves.arm, moves.armDeg(), wants.armDeg());
    push(pulse, pulse.asked);
    push(arm, arm.asked);
    const auto tilt = [&](const PlateInstant& i) { return tiltPartDeg(axis == 0 ? i.plate.right : i.plate.forward); };
    const auto blade = [&](const PlateInstant& i) { return ports_.bladeDeg(axis == 0 ? i.plate.right : i.plate.forward); };
    Stage tilts = stage("plate", KH_TR("plate"), Box::Machine, "°", 1, tilt(at) - tilt(is0), tilt(want) - tilt(want0));
    tilts.note = say(axis == 0 ? KH_TR("+ right") : KH_TR("+ forward"));
    push(tilts, tilts.asked);
    Stage blades = stage("blade", KH_TR("blade"), Box::Machine, "°", 1, blade(at) - blade(is0), blade(want) - blade(want0));
    push(blades, blades.asked);
}

}  // namespace kh
