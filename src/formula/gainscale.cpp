// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/gainscale.h"

#include "base/conventions.h"
#include "base/error.h"

#include <array>
#include <cmath>

namespace kh {

GainWriting writeGain(double signedGain) {
    requireWithin("signed", signedGain, -100.0, 100.0);
    return {50.0 + signedGain / 2.0, signedGain < 0.0 ? GyroMode::Rate : GyroMode::Hold, std::abs(signedGain)};
}

double gainTyped(double signedGain, GainScale scale) {
    switch (scale) {
        case GainScale::Signed: return roundToStep(signedGain, 1.0);
        case GainScale::Centre50: return roundToStep(50.0 + signedGain / 2.0, 1.0);
        case GainScale::ModePercent:
        case GainScale::Travel: return roundToStep(std::abs(signedGain), 1.0);
    }
    return signedGain;
}

double gainFromTyped(double typed, GainScale scale, double signOf) {
    switch (scale) {
        case GainScale::Signed: return typed;
        case GainScale::Centre50: return 2.0 * (typed - 50.0);
        case GainScale::ModePercent:
        case GainScale::Travel: return std::copysign(typed, signOf);
    }
    return typed;
}

ScaleRef gainScaleRef(GainScale scale) {
    using W = Scale::Writing;
    static const std::array<ScaleRef, 4> all{std::make_shared<const Scale>(Scale{"", 1.0, 0.0, 0, true, false, 1.0, W::Number}),
                                             std::make_shared<const Scale>(Scale{"", 0.5, 50.0, 0, false, false, 1.0, W::Number}),
                                             std::make_shared<const Scale>(Scale{"", 1.0, 0.0, 0, true, false, 1.0, W::ModePercent}),
                                             std::make_shared<const Scale>(Scale{"%", 1.0, 0.0, 0, true, false, 1.0, W::ModeTravel})};
    return all[static_cast<std::size_t>(scale)];
}

Message gainAsShown(double signedGain, GainScale scale) { return say(KH_TR("{g}"), {{"g", Amount{signedGain, gainScaleRef(scale)}}}); }

}  // namespace kh
