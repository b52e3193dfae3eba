// SPDX-License-Identifier: GPL-3.0-or-later
//
// Where the tail binds, and the limit that follows.
#pragma once

#include "model/setup.h"

#include <string_view>

namespace kh {

/// From where it binds or buzzes to the limit, %.
inline constexpr double kTailBackOffPct = 4.0;
/// The limit behind a side that was read to bind, %.
[[nodiscard]] double tailLimitFor(double boundPct);
/// The newest reading of where a side binds, of the tail as it is built and set now. @param side  "left" or "right"
/// @return nullptr if there is none, or the slider was moved on its link since
[[nodiscard]] const Reading* tailBindInForce(const Setup& setup, std::string_view side);

}  // namespace kh
