// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a helicopter's rules compute their candidates with.
#pragma once

#include "judge/candidates.h"
#include "judge/helicopter/figures.h"

namespace kh {

/// A demand at which a direction is looked at: far from every stop.
inline constexpr double kSenseDemand = 0.3;

/// The sub-trim at which the servo's arm stands square, in µs; nothing while its travel a µs is not known.
[[nodiscard]] std::optional<double> squareTrimUs(const PlateServo& servo);
/// Sub-trims that bring every arm square, in the box's step, as far as the safe count lets them.
[[nodiscard]] std::vector<Edit> squareTrims(const Setup& setup);

/// What brings throw and range to what box and style ask for: the reference, the range, both; for whatever they make too large.
[[nodiscard]] std::vector<std::vector<Edit>> offeredRanges(const AuditContext& context);
/// The collective range at which the blade reads these angles at its ends, in the fields the ends come from.
[[nodiscard]] std::vector<Edit> rangeFor(const AuditContext& context, double highDeg, double lowDeg);
/// The same from what the blade reads at the ends, nothing where that end is not to change. Where the box has one range for both sides
/// the longer one is it, and the shorter is the transmitter's travel; where it has none both are travels.
[[nodiscard]] std::vector<Edit> rangeEdits(const Setup& setup, std::optional<std::pair<double, double>> highNowWanted,
                                           std::optional<std::pair<double, double>> lowNowWanted);
/// The setting an end of the range is found at.
[[nodiscard]] std::string rangePath(const Setup& setup, bool stickUp);

}  // namespace kh
