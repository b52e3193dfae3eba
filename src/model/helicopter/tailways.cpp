// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/tailways.h"

#include "model/helicopter/helicopter.h"

namespace kh {

namespace {

double signOf(bool turnedOver) { return turnedOver ? -1.0 : 1.0; }

}  // namespace

double tailServoWay(const Setup& setup) {
    if (!tailBladesTurn(setup)) return 1.0;
    const TailFacts& tail = helicopter(setup).tail;
    return signOf(setup.controller.tail.reversed) * signOf(!tail.risesWithPulse) * signOf(tail.crankTurnsOver) *
           signOf(tail.lever != LeverEdge::Trailing);
}

double rudderStickWay(const Setup& setup) { return signOf(setup.controller.directions.rudderReversed) * tailServoWay(setup); }

double yawGyroWay(const Setup& setup) { return setup.controller.profile->oneTailDirection ? rudderStickWay(setup) : tailServoWay(setup); }

double precompensationWay(const Setup& setup) {
    const double set = setup.controller.tail.precompensationPct;
    if (set == 0.0) return 0.0;
    const bool clockwise = helicopter(setup).rotor.turning == Turning::Clockwise;
    return signOf(set < 0.0) * signOf(setup.controller.rotorTurning == ToldTurning::CounterClockwise) * tailServoWay(setup) *
           signOf(!clockwise);
}

}  // namespace kh
