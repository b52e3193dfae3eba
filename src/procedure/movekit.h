// SPDX-License-Identifier: GPL-3.0-or-later
//
// What moving to any box needs; private to it.
#pragma once

#include "procedure/move.h"

#include <array>

namespace kh {

/// What a channel sends at −100, 0 and +100, and what is kept of it on another scale.
struct ChannelAims {
    std::array<double, 3> pulsesUs{};  ///< low end, centre, high end
    double toleranceUs = 0.0;          ///< a pulse this near is the same: steps of travel, sub-trim and pulse
};

/// Travels and sub-trim with which a channel sends wanted pulses, in the box's steps; the rest of the channel stays.
/// @param mostPct  readings may not pass it where the controller punishes that; 0: they may
/// @return whether the box reaches them
bool solveChannel(const TransmitterProfile& profile, ChannelSettings& channel, const std::array<double, 3>& pulsesUs);

/// A value as its box can hold it: on the step of its scale.
[[nodiscard]] double asTyped(const Setup& setup, std::string_view path, double value);

/// Ends a move: what changed gets its standing, what differs is found.
void finishMove(Move& move, const Setup& before, const std::string& at);

}  // namespace kh
