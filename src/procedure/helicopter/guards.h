// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"
#include "procedure/guards.h"

namespace kh {

/// Places in the table.
enum HelicopterGuard : std::size_t { kLeadsOff, kBladesOff, kHoldOn };
[[nodiscard]] const GuardTable& helicopterGuards(const Setup& setup);

}  // namespace kh
