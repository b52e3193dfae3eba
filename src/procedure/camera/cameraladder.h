// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/ladder.h"

namespace kh {

/// Look and type, powered with the propellers off, first start with them on, hover in the mode it starts in, each further mode of its box,
/// return home called for from near by.
[[nodiscard]] const LadderPlan& cameraLadder();

}  // namespace kh
