// SPDX-License-Identifier: GPL-3.0-or-later
//
// What an end that was read on the controller's monitor says, judged against the value that was sent (docs/domain.md 2.1).
#pragma once

#include "kernel/chain.h"

#include <optional>

namespace kh {

inline constexpr double kAlikePct = 0.3;       ///< readings that lie within that are as good as each other
inline constexpr double kLeastSentPct = 20.0;  ///< a stick's end that sends less says nothing about travel

/// What a stick's end sends before travel, in % and without its sign, in the mode that was in force: rate, or the pitch curve.
struct Sent {
    double pct = 100.0;
    const FlightMode* mode = nullptr;  ///< nullptr: every mode sends that
};
/// What was sent when an end read `reads`: modes that send different values there are told apart by the reading.
[[nodiscard]] Sent sentAtEnd(const Setup& setup, const ChainModel& model, const ChannelSettings& channel, bool high, double reads);

/// The newest reading of an end as a multiple of what the profiles' scales say of it, negative where it reads the other way.
/// @return nothing where none speaks: none was taken, it was cut by the limit, or stood at the monitor's stop
[[nodiscard]] std::optional<double> endRatio(const Setup& setup, const ChainModel& model, const ChannelSettings& channel, bool high);
/// How far the newest reading of the centre lies off what the scales say, in %.
[[nodiscard]] std::optional<double> centreShift(const Setup& setup, const ChannelSettings& channel);

}  // namespace kh
