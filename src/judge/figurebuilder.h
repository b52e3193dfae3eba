// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the stations write the figures of a Setup with.
#pragma once

#include "formula/rotor.h"
#include "judge/figures.h"

#include <functional>

namespace kh {

constexpr double kCeilingShare = 0.88;  ///< a governor needs the rest as headroom

/// How a figure is shown.
struct FigureShape {
    const char* unit;
    int decimals;
    bool sign = false;
};

/// An input that may be unknown.
struct FigureNeed {
    std::string path;
    bool there;
};

struct FigureBuilder {
    const Setup& setup;
    const ChainModel& model;
    const ChainModel& asked;
    Figures& out;
    bool words;
    RoseMemory& roses;

    /// A figure computed by `compute`, or unknown when one of `needed` is.
    [[nodiscard]] Figure make(const char* title, FigureShape shape, std::vector<std::string> inputs,
                              const std::function<double(Derivation&)>& compute, const std::vector<FigureNeed>& needed = {}) const;
    [[nodiscard]] GearTrain gears() const;
    [[nodiscard]] HoverIn rotor(double rpm) const;
    /// Blade pitch the mode's curve gives at a stick position, in °.
    [[nodiscard]] double pitchAt(std::size_t mode, double stick, Derivation& why) const;
    /// What a collective channel value (curve %) does to the blade: every field in between.
    [[nodiscard]] std::vector<std::string> bladePaths(std::vector<std::string> first) const;
};

}  // namespace kh
