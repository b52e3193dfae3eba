// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/ladder.h"

namespace kh {

/// Look and type, pack connected with the motor locked, motor without blades, spool-up, hover, each further mode, inverted,
/// autorotation. An engine is never run without blades, so its first run is one rung.
[[nodiscard]] const LadderPlan& helicopterLadder();

}  // namespace kh
