// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"

namespace kh {

/// The ways boxes write a tail gain: signed (+40), centre-50 (70), mode and percent (H 40), or the travel
/// of a gain channel that is driven to one end.
enum class GainScale { Signed, Centre50, ModePercent, Travel };

enum class GyroMode { Hold, Rate };

struct GainWriting {
    double centre50 = 50.0;
    GyroMode mode = GyroMode::Hold;
    double percent = 0.0;
};

/// One signed gain in the other scales, nothing rounded; 0 counts as hold with 0 percent.
/// @param signedGain  −100 … +100, + heading hold
/// @throws InputError naming `signed`
[[nodiscard]] GainWriting writeGain(double signedGain);

/// The scale a gain is written on, whole numbers.
[[nodiscard]] ScaleRef gainScaleRef(GainScale scale);
/// The gain as a box shows it: "+44", "72", "H 44", "H 44 %".
[[nodiscard]] Message gainAsShown(double signedGain, GainScale scale);
/// What is typed into a box of that scale, as a number: +44 → 72 in centre-50.
[[nodiscard]] double gainTyped(double signedGain, GainScale scale);
/// The signed gain that a typed number stands for; the inverse of gainTyped for Signed and Centre50.
[[nodiscard]] double gainFromTyped(double typed, GainScale scale, double signOf);

}  // namespace kh
