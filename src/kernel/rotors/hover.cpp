// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/rotors/hover.h"

#include "base/conventions.h"
#include "formula/root.h"

#include <algorithm>

namespace kh {

namespace {

constexpr double kUsualHover = 0.3, kMostHover = 0.95;

}  // namespace

double rotorSpeedRpm(const Setup& setup, const ChainModel& model) {
    double best = 0.0;
    for (std::size_t m = 0; m < setup.transmitter.modes.size(); ++m) {
        if (setup.transmitter.modes[m].id == kHoldMode) continue;
        double rpm = 0.0;
        if (model.headSpeedAt(model.motorPctOf(model.throttleCurveAt(m, 1.0)), m, rpm)) best = std::max(best, rpm);
    }
    return best;
}

double hoverDemand(const Setup& setup, const ChainModel& model) {
    const double rpm = rotorSpeedRpm(setup, model);
    if (rpm <= 0.0) return kUsualHover;
    const RotorsPlant& plant = rotorsIn(model);
    const double weight = setup.machine.massKg * kGravity;
    const auto side = [&](double demand) { return plant.momentAt(plant.at({demand, 0, 0, 0}).bladeDeg, rpm).liftN < weight ? -1.0 : 1.0; };
    // lift grows with the demand where the limits are the right way round
    if (side(0.0) > 0.0 || side(kMostHover) < 0.0) return kUsualHover;
    return bracketOfRoot(side, 0.0, kMostHover, kStickTolerance).second;
}

}  // namespace kh
