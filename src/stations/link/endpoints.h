// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/benchwork.h"

namespace kh {

/// End points of each function from the controller's monitor: sign, then centre and ends.
/// Readings "aileron.low", ".centre", ".high" … in %. @throws InputError naming the reading
[[nodiscard]] Solved solveEndpoints(const Setup& setup, std::span<const Reading> readings);

}  // namespace kh
