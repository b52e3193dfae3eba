// SPDX-License-Identifier: GPL-3.0-or-later
//
// What moving to any box needs; private to it.
#pragma once

#include "procedure/move.h"

#include <array>

namespace kh {

/// The channel as its travels make it: an output limit that cuts is taken off, since what it cuts says nothing of the travel.
[[nodiscard]] ChannelSettings uncut(const TransmitterProfile& profile, ChannelSettings channel);

/// Travels and sub-trim with which a channel sends wanted pulses, in the box's steps; the rest of the channel stays.
/// @param notBeyond  the ends stay short of what is wanted by up to a step, for a controller that punishes what is beyond
/// @return whether the box reaches them
[[nodiscard]] bool solveChannel(const TransmitterProfile& profile, ChannelSettings& channel, const std::array<double, 3>& pulsesUs,
                                bool notBeyond);

/// A value as its box can hold it: on its step, inside its range.
[[nodiscard]] double asTyped(const Setup& setup, std::string_view path, double value);

/// Ends a move: what changed gets its standing, what differs is found.
void finishMove(Move& move, const Setup& before, const std::string& at);

}  // namespace kh
