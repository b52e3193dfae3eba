// SPDX-License-Identifier: GPL-3.0-or-later
//
// How much of a thing a document may hold.
#pragma once

#include <cstddef>

namespace kh {

inline constexpr std::size_t kMaxListSize = 256;  ///< elements of any list but readings
inline constexpr std::size_t kMaxReadings = 2000;
inline constexpr std::size_t kMaxTextSize = 400;
inline constexpr std::size_t kMaxSwitches = 32;
inline constexpr int kMaxConditionDepth = 16;  ///< how far conditions may lead through other functions

}  // namespace kh
