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
    JudgeMemory& memory;

    /// The station's own, to be filled in.
    template <class T>
    [[nodiscard]] T& made() const {
        return out.own.made<T>();
    }
    /// A figure computed by `compute`, or unknown when one of `needed` is.
    [[nodiscard]] Figure make(const char* title, FigureShape shape, std::vector<std::string> inputs,
                              const std::function<double(Derivation&)>& compute, const std::vector<FigureNeed>& needed = {}) const;
    /// Makes it an estimate that its assumptions span.
    static void span(Figure& f, double low, double high);
    [[nodiscard]] GearTrain gears() const;
    /// The fields its ratio follows from: a second stage by its teeth where both are known, else by its ratio.
    [[nodiscard]] std::vector<std::string> gearPaths() const;
};

}  // namespace kh
