// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/pitch/throwtells.h"

#include "base/conventions.h"
#include "judge/helicopter/figures.h"
#include "kernel/chain.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kCreptShare = 0.92;      ///< of what the plate allows: it stands at its stop
constexpr double kCreptOver = 1.25;       ///< over what the step asks for
constexpr double kFarFromLengths = 1.35;  ///< times, or a share, of what the lengths give: no gauge errs so far (own choice)

/// Cyclic at the blade where the plate stops, in °.
double stopDeg(const Setup& setup) {
    const double tilt = clearanceRose(setup, 0.0, helicopterIn(ChainModel(setup)).plateAt(0, 0, 0).plate.heightMm).round.tiltDeg;
    const Head& head = helicopter(setup).head;
    return degFromRad(std::asin(std::clamp(head.innerRadiusMm * sinDeg(tilt) / head.gripMm, 0.0, 1.0)));
}

/// What the reference step should give by the machine's own lengths, in °.
double askedThrowDeg(const Setup& setup) {
    const ChainModel model(setup);
    const auto at = [&](double demand) { return helicopterIn(model).bladeAt(helicopterIn(model).plateAt(0, demand, 0).plate, 180.0); };
    const double demand = shareFromPct(setup.controller.profile->referenceDemandPct);
    return std::abs(at(demand) - at(-demand)) / 2.0;
}

}  // namespace

void throwTells(const Setup& setup, double thrown, Solved& out) {
    const double stop = stopDeg(setup);
    if (const double asked = askedThrowDeg(setup); thrown > kCreptShare * stop && thrown > kCreptOver * asked)
        out.remarks.push_back(say(KH_TR("{t}° is where the plate stops, not the {a}° that {p} asks for: in the flying state the plate "
                                        "creeps while the stick is held. Switch the controller to its set-up state and read again."),
                                  {{"t", num(thrown, 1)},
                                   {"a", num(asked, 1)},
                                   {"p", amount(setup, "controller.referencePct"_field, setup.controller.referencePct)}}));
    else if (asked > 0.0 && (thrown > kFarFromLengths * asked || thrown * kFarFromLengths < asked))
        out.remarks.insert(
            out.remarks.begin(),
            say(KH_TR("Look here first: {t}° where these lengths give {a}°. A ball on the wrong hole, or a length that was typed "
                      "wrong, is set right before the setting is."),
                {{"t", num(thrown, 1)}, {"a", num(asked, 1)}}));
}

}  // namespace kh
