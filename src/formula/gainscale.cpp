// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/gainscale.h"

#include "base/conventions.h"
#include "base/error.h"

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

Message gainAsShown(double signedGain, GainScale scale) {
    const double typed = gainTyped(signedGain, scale);
    switch (scale) {
        case GainScale::Signed: return say(KH_TR("{g}"), {{"g", signedNum(typed)}});
        case GainScale::Centre50: return say(KH_TR("{g}"), {{"g", num(typed)}});
        case GainScale::ModePercent:
            return signedGain < 0.0 ? say(KH_TR("R {g}"), {{"g", num(typed)}}) : say(KH_TR("H {g}"), {{"g", num(typed)}});
        case GainScale::Travel: return say(KH_TR("{g} %"), {{"g", num(typed)}});
    }
    return {};
}

}  // namespace kh
