// SPDX-License-Identifier: GPL-3.0-or-later
//
// What rows, rules, guides and drawings of the tail say alike, in the words of the school that was chosen.
#pragma once

#include "base/message.h"
#include "model/setup.h"

namespace kh {

/// What a tail that turns the nose left shows: "trailing edges left", "nose left", "slider right", "tail motor slower".
[[nodiscard]] Message noseLeftSign(const Setup& setup);
/// The same for the nose to the right.
[[nodiscard]] Message noseRightSign(const Setup& setup);
/// Whether leading edges and drive were looked at, and nothing was changed since: before, no direction is proved.
[[nodiscard]] bool edgesSeen(const Setup& setup);

}  // namespace kh
