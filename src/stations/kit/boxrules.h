// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the monitor's readings say of both boxes' scales, what a box cannot hold of what is typed into it, and a box made for other
// machines.
#pragma once

#include "judge/rule.h"

#include <span>

namespace kh {

[[nodiscard]] std::span<const Rule> boxRules();

}  // namespace kh
