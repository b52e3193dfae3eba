// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/gyrotrace.h"

#include "base/conventions.h"
#include "model/controllerwords.h"
#include "model/gyro.h"
#include "procedure/helicopter/trace.h"

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

GyroStages::GyroStages(const Setup& setup, const ChainModel& model)
    : built_(mountingBuilt(setup)), set_(mountingSet(setup)), reversed_(gyroReversals(setup)), banks_(setup.controller.banks) {
    const HelicopterEnd end = helicopterIn(model);
    for (std::size_t i = 0; i < end.portCount(); ++i) {
        ports_.push_back(setup.controller.ports[i].id);
        portServo_.push_back(end.servoOfPort(i));
    }
    const Head& head = helicopter(setup).head;
    gripMm_ = head.gripMm;
    innerRadiusMm_ = head.innerRadiusMm;
}

void GyroStages::add(Trace& t, const Deck& deck, const HelicopterEnd& end, const HelicopterEnd& asked) const {
    const Rates given{deck.rates.rollDegS, deck.rates.pitchDegS, deck.rates.yawDegS};
    for (const HandTurn test : kHandTurns) {
        const auto axis = static_cast<std::size_t>(test);
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
    const double full = std::max(1.0, axis == 2 ? bank.rudderDegS : bank.rollPitchDegS);
    // a stick's demand turns elevator + to nose down
    const double way = axis == 1 ? -1.0 : 1.0;
    const double now = std::clamp(-believed * way / full, -1.0, 1.0);
    const double wanted = std::clamp(-rate * way / full, -1.0, 1.0);
    Stage demand = stage("demand", KH_TR("demand"), Box::Controller, "", 2, now, wanted);
    demand.note = say(KH_TR("of {f} °/s"), {{"f", num(full)}});
    push(demand, std::abs(wanted) > 0.0 ? wanted : 1.0);
    if (axis == 2) {
        const TailInstant is0 = end.tailAt(0.0), at = end.tailAt(now), want0 = asked.tailAt(0.0), want = asked.tailAt(wanted);
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
    for (std::size_t p = 0; p < ports_.size(); ++p) {
        const std::size_t m = portServo_[p];
        if (m >= end.servoCount()) continue;
        const auto larger = [](double& to, double v) {
            if (std::abs(v) > std::abs(to)) to = v;
        };
        pulse.ports.push_back({ports_[p], at.servos[m].pulseUs - is0.servos[m].pulseUs});
        arm.ports.push_back({ports_[p], at.servos[m].armDeg - is0.servos[m].armDeg});
        larger(pulse.value, pulse.ports.back().value);
        larger(arm.value, arm.ports.back().value);
        if (const std::size_t q = asked.servoOfPort(p); q < asked.servoCount()) {
            larger(pulse.asked, want.servos[q].pulseUs - want0.servos[q].pulseUs);
            larger(arm.asked, want.servos[q].armDeg - want0.servos[q].armDeg);
        }
    }
    const bool wrongWay = now * wanted < 0.0;
    for (Stage* s : {&pulse, &arm}) s->asked = std::copysign(s->asked, wrongWay ? -s->value : s->value);
    push(pulse, pulse.asked);
    push(arm, arm.asked);
    const auto tilt = [&](const PlateInstant& i) { return tiltPartDeg(axis == 0 ? i.plate.right : i.plate.forward); };
    const auto blade = [&](const PlateInstant& i) {
        return tiltPartDeg(innerRadiusMm_ * (axis == 0 ? i.plate.right : i.plate.forward) / gripMm_);
    };
    Stage tilts = stage("plate", KH_TR("plate"), Box::Machine, "°", 1, tilt(at) - tilt(is0), tilt(want) - tilt(want0));
    tilts.note = say(axis == 0 ? KH_TR("+ right") : KH_TR("+ forward"));
    push(tilts, tilts.asked);
    Stage blades = stage("blade", KH_TR("blade"), Box::Machine, "°", 1, blade(at) - blade(is0), blade(want) - blade(want0));
    push(blades, blades.asked);
}

}  // namespace kh
