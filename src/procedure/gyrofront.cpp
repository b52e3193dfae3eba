// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/gyrofront.h"

#include "model/controllerwords.h"
#include "model/gyro.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace kh {

namespace {

using Rates = GyroFront::Rates;

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

GyroFront::GyroFront(const Setup& setup)
    : built_(mountingBuilt(setup)),
      set_(mountingSet(setup)),
      reversed_(gyroReversals(setup)),
      controller_(setup.controller.profile),
      banks_(setup.controller.banks) {}

void GyroFront::each(const Trace& t, const Deck& deck, const WantedFunctions& wanted,
                     const std::function<void(std::size_t axis, const Rates& turn)>& take) {
    const Rates given{deck.rates.rollDegS, deck.rates.pitchDegS, deck.rates.yawDegS};
    for (const HandTurn test : kHandTurns) {
        const auto axis = static_cast<std::size_t>(test);
        if (!wanted.has(t.aircraft->gyro(axis))) continue;
        const TurnRates alone = turnRates(test);
        take(axis, deck.rates == TurnRates{} ? Rates{alone.rollDegS, alone.pitchDegS, alone.yawDegS} : given);
    }
}

void GyroFront::push(Trace& t, Stage stage, double full) {
    sized(stage, full);
    t.stages.push_back(std::move(stage));
}

GyroDemand GyroFront::add(Trace& t, std::size_t axis, const Rates& turn) const {
    const Function f = t.aircraft->gyro(axis);
    const double rate = turn[axis];
    const auto stage = [&](const char* id, const char* name, Box box, const char* unit, int decimals, double now, double wanted) {
        Stage s{f, id, name, box, unit, decimals, true};
        s.value = now;
        s.asked = wanted;
        return s;
    };
    Stage measured = stage("rate", KH_TR("rate"), Box::Machine, "°/s", 0, rate, rate);
    measured.note = say(kTurnNotes[axis]);
    push(t, measured, rate);
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
    push(t, box, rate);
    const Rates mounted = turned(told, inBox, false);
    Stage as = stage("as-mounted", KH_TR("as mounted"), Box::Controller, "°/s", 0, mounted[axis], rate);
    as.note = say(KH_TR("{m}"), {{"m", asWord(mountingWord(set_))}});
    push(t, as, rate);
    const std::array<bool, 3> senses{reversed_.roll, reversed_.pitch, reversed_.yaw};
    const double believed = mounted[axis] * (senses[axis] ? -1.0 : 1.0);
    Stage sign = stage("sign", KH_TR("sign"), Box::Controller, "°/s", 0, believed, rate);
    sign.note = say(senses[axis] ? KH_TR("reversed") : KH_TR("normal"));
    push(t, sign, rate);
    const Bank bank = banks_.empty() ? Bank{} : banks_[std::min(t.now.bank, banks_.size() - 1)];
    const double full = std::max(1.0, bankAxis(*controller_, bank, static_cast<TurnAxis>(axis)).fullDegS);
    // a stick's demand turns elevator + to nose down
    const double stickWay = axis == 1 ? -1.0 : 1.0;
    const double now = std::clamp(-believed * stickWay / full, -1.0, 1.0);
    const double wanted = std::clamp(-rate * stickWay / full, -1.0, 1.0);
    Stage demand = stage("demand", KH_TR("demand"), Box::Controller, "", 2, now, wanted);
    demand.note = say(KH_TR("of {f} °/s"), {{"f", num(full)}});
    const GyroDemand out{now, wanted};
    push(t, std::move(demand), out.full());
    return out;
}

}  // namespace kh
