// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/benchwork.h"

namespace kh {

/// End points of each function from the controller's monitor: sign, then centre and ends.
/// Readings "aileron.low", ".centre", ".high" … in %. @throws InputError naming the reading
[[nodiscard]] Solved solveEndpoints(const Setup& setup, std::span<const Reading> readings);

/// The same at a monitor of lamps: each travel and sub-trim bracketed by what its lamp said. @return whether any was read
/// @throws InputError naming a reading that is none of a lamp
bool lampEnds(const Setup& setup, std::span<const Reading> readings, Solved& out);

}  // namespace kh
