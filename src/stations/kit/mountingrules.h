// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the controller sits, of classes whose box is told nothing else of its gyros.
#pragma once

#include "judge/rule.h"

#include <span>

namespace kh {

[[nodiscard]] std::span<const Rule> mountingRules();

}  // namespace kh
