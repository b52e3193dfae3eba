// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/finding.h"

#include <optional>

namespace kh {

/// A document that was opened with a box made for another class of machine: what that has no place for. It can be told even where no
/// chain can be followed through such a box.
[[nodiscard]] std::optional<Finding> boxOfOthers(const Setup& setup, bool words = true);

}  // namespace kh
