// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "formula/bracketing.h"
#include "stations/kit/benchwork.h"

#include <optional>
#include <string>
#include <string_view>

namespace kh {

/// End points of each function from the controller's monitor: sign, then centre and ends.
/// Readings "aileron.low", ".centre", ".high" … in %. @throws InputError naming the reading
[[nodiscard]] Solved solveEndpoints(const Setup& setup, std::span<const Reading> readings);

/// The same at a monitor of lamps: each travel and sub-trim bracketed by what its lamp said. @return whether any was read
/// @throws InputError naming a reading that is none of a lamp
bool lampEnds(const Setup& setup, std::span<const Reading> readings, Solved& out);

/// What the lamps say of an end, "low", "centre" or "high", as the channel stands now: full where nothing finer can be typed.
struct LampTold {
    Seen seen = Seen::Full;
    std::string field;  ///< of the setting it is bracketed by
};
/// @return nothing where no lamp speaks of it: a monitor of numbers, nothing read, or read at another value
[[nodiscard]] std::optional<LampTold> lampTold(const Setup& setup, const ChannelSettings& channel, std::string_view end);

}  // namespace kh
