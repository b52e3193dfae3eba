// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the solvers share; private to solve.
#pragma once

#include "base/error.h"
#include "stations/kit/benchwork.h"

namespace kh {

/// The newest reading of something, or nullptr. Newest is last.
[[nodiscard]] const Reading* latest(std::span<const Reading> readings, std::string_view what);
/// The newest reading of something. @throws InputError naming it
[[nodiscard]] const Reading& needed(std::span<const Reading> readings, std::string_view what);
/// A pitch reading in °; a tip gap in mm is turned into one (docs/domain.md 5.5), with the sign it was typed with.
/// @throws InputError naming the reading if it is not finite, beyond 45°, or was taken in the flying state
[[nodiscard]] double pitchDegOf(const Reading& reading, const Setup& setup);
/// @throws InputError naming the reading unless it is finite and within ±limit, and was taken in the set-up state
double plausible(const Reading& reading, double limit, const char* unit);

}  // namespace kh
