// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/ladder.h"

namespace kh {

/// As a helicopter's, without autorotation: hold in the air is a fall. Directions are looked at with the blades folded.
[[nodiscard]] const LadderPlan& rotorsLadder();

}  // namespace kh
