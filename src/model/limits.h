// SPDX-License-Identifier: GPL-3.0-or-later
//
// How much of a thing a document may hold.
#pragma once

#include <cstddef>

namespace kh {

// What a transmitter, a controller and an evening can have. A list without a bound of its own holds at most kMaxListSize.
inline constexpr std::size_t kMaxListSize = 64;         ///< points of a curve, entries of a menu, logged speeds, words of a profile
inline constexpr std::size_t kMaxModes = 10;            ///< flight modes, hold among them: the most a profile can declare
inline constexpr std::size_t kMaxChannels = 32;         ///< channels by function, and spare ones
inline constexpr std::size_t kMaxSwitchFunctions = 32;  ///< what switches work beside modes, hold, kill and cut
inline constexpr std::size_t kMaxBanks = 8;
inline constexpr std::size_t kMaxPorts = 16;
inline constexpr std::size_t kMaxLeads = 16;    ///< beside those the rest of the wiring names
inline constexpr std::size_t kMaxBranches = 8;  ///< of a condition: alternatives joined by |
inline constexpr std::size_t kMaxTerms = 8;     ///< of an alternative: switches and functions joined by +
inline constexpr std::size_t kMaxReadings = 2000;
inline constexpr std::size_t kMaxAccepted = 200;  ///< findings that were put aside
inline constexpr std::size_t kMaxTextSize = 400;
inline constexpr int kMostChanges = 2000000000;
inline constexpr std::size_t kMaxSwitches = 32;
inline constexpr int kMaxConditionDepth = 16;  ///< how far conditions may lead through other functions

}  // namespace kh
