// SPDX-License-Identifier: GPL-3.0-or-later
//
// What sets the tail right for stick, gyro and precompensation at once: turning one over turns the others with it or not.
#pragma once

#include "model/access.h"
#include "model/setup.h"

#include <optional>
#include <vector>

namespace kh {

/// Changes after which stick, gyro and precompensation all reach the tail as they must, among the settings this box has: the fewest,
/// and of as many the servo's direction before the stick's, before the gyro's sense, before the precompensation's sign; a sense that
/// is normal is turned over only where nothing else helps. Where the
/// mounting is another than was told, the gyro is left out: it is the mounting's. Empty if nothing is wrong.
[[nodiscard]] std::vector<std::vector<Edit>> tailCures(const Setup& setup);
/// A servo that turns the other way than recorded, with what then sets the tail right; nothing for a tail with a motor of its own.
[[nodiscard]] std::optional<std::vector<Edit>> tailServoOver(const Setup& setup);
/// Such a change in the second person, each setting once.
[[nodiscard]] Message tailCureText(const Setup& setup, const std::vector<Edit>& cure);

}  // namespace kh
