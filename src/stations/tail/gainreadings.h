// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/benchwork.h"

#include <optional>

namespace kh {

/// A gain in force at which the tail oscillated.
struct GainOscillated {
    double lowestPct;   ///< that oscillated, as the controller reads it
    SolvedField lower;  ///< what to send instead
};
/// @param readPct  the mode's gain, as the controller reads it. @return nothing where nothing at or below it oscillated at this head speed
[[nodiscard]] std::optional<GainOscillated> gainOscillated(const Setup& setup, const FlightMode& mode, double readPct);

}  // namespace kh
