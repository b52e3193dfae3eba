// SPDX-License-Identifier: GPL-3.0-or-later
//
// Throttle curves for a rotor whose speed nothing holds: less pitch needs less throttle, so a flat curve overspeeds it unloaded
// (docs/domain.md 8).
#pragma once

#include "formula/curve.h"

namespace kh {

inline constexpr double kUngovernedMorePct = 20.0;     ///< a loaded end above what the hover takes, own choice
inline constexpr double kUngovernedLessPct = 15.0;     ///< at no pitch below what the hover takes, own choice
inline constexpr double kInvertedLeastPct = 45.0;      ///< throttle a mode flown inverted keeps everywhere
inline constexpr double kClutchUnknownPct = 30.0;      ///< taken for where an engine's clutch engages, where that is not known
inline constexpr double kUngovernedIdlePct = 15.0;     ///< an engine's, where its clutch is not known
inline constexpr double kIdleBelowClutchShare = 0.85;  ///< idle stays 15 % below where the clutch engages

/// The mode a flight begins and ends in: near idle with the stick low, more with the stick.
/// @param like     whose points are kept
/// @param hoverPct throttle of the hover, 0 … 100
[[nodiscard]] Curve risingThrottle(const Curve& like, double idlePct, double hoverPct);
/// The modes flown for aerobatics: lowest where the pitch is 0, more to both ends.
/// @param zeroX  where the pitch is 0, 0 … 100 % of the stick
[[nodiscard]] Curve veeThrottle(const Curve& like, double zeroX, double hoverPct);
/// A curve that is lowest elsewhere, or too low, brought to what a mode flown inverted asks: what stands above that is kept.
[[nodiscard]] Curve raisedVee(const Curve& curve, double zeroX);
/// The curve with each value changed by one factor, the highest at a value; a flat one stays flat.
[[nodiscard]] Curve scaledTo(const Curve& curve, double highestPct);

}  // namespace kh
