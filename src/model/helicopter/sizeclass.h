// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

#include <array>
#include <span>

namespace kh {

/// Starting values by size class (docs/domain.md 12). All of a new model's values stand at *default*.
struct SizeClass {
    const char* id;
    PowerKind power;
    double discM, bladeMm, chordMm, massKg;
    std::array<double, 3> headRpm;  ///< Normal, Idle-up 1, Idle-up 2
    double collectiveDeg;
    double cells;                   ///< where two are usual, the first; 0 for engines
    double threadMm;                ///< 0: fixed links
    std::array<double, 2> gainPct;  ///< heading-hold gain to start from, low and high
    double runUpS;
    std::array<double, 2> supplyA;  ///< receiver supply at least, continuous and peak
};

[[nodiscard]] std::span<const SizeClass> sizeClasses();
/// The class of that id, or of the nearest blade length if there is none of it.
[[nodiscard]] const SizeClass& sizeClassOf(const Machine& machine);

/// Heading-hold gain to start from, low and high: what the controller's maker says, else the size's.
[[nodiscard]] std::array<double, 2> startingGainPct(const Setup& setup);

/// Collective to both sides, in °: what the pilot wants, else what the style asks for (docs/domain.md 12); low is negative.
struct CollectiveTarget {
    double lowDeg = -11.0, highDeg = 11.0;
    bool wanted = false;  ///< the pilot's own, at one end at least
};
[[nodiscard]] CollectiveTarget collectiveTarget(const Machine& machine);
/// What a new model of that size and style starts with: the size's own for sport, else what the style asks for.
[[nodiscard]] CollectiveTarget startingCollective(const Machine& machine);

}  // namespace kh
