// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the stations write the figures of a Setup with.
#pragma once

#include "formula/rotor.h"
#include "judge/figures.h"
#include "model/amounts.h"

#include <functional>
#include <initializer_list>
#include <span>
#include <string_view>

namespace kh {

constexpr double kCeilingShare = 0.88;  ///< a governor needs the rest as headroom

/// How a figure is shown.
struct FigureShape {
    const char* unit;
    int decimals;
    bool sign = false;
};

/// The fields a figure is computed from, where it is made: a list in braces or one that stands. Written down only where somebody
/// will read them, so that a light judgement makes no strings.
class FigureInputs {
public:
    FigureInputs(std::initializer_list<std::string_view> paths) : listed_(paths.begin(), paths.size()) {}
    FigureInputs(const std::vector<std::string>& paths) : standing_(&paths) {}
    [[nodiscard]] std::vector<std::string> all() const {
        return standing_ != nullptr ? *standing_ : std::vector<std::string>(listed_.begin(), listed_.end());
    }

private:
    std::span<const std::string_view> listed_;
    const std::vector<std::string>* standing_ = nullptr;
};

/// An input that may be unknown. The path stands as long as the call.
struct FigureNeed {
    std::string_view path;
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
    /// As kh::amount, where somebody will read it: what a derivation tells.
    [[nodiscard]] Amount amount(const Setup& of, std::string_view path, double value, Amount::Kind kind = Amount::Kind::Value) const {
        return words ? kh::amount(of, path, value, kind) : Amount{};
    }
    [[nodiscard]] Amount amount(const Setup& of, std::string_view path) const { return words ? kh::amount(of, path) : Amount{}; }
    /// A figure computed by `compute`, or unknown when one of `needed` is.
    [[nodiscard]] Figure make(const char* title, FigureShape shape, const FigureInputs& inputs,
                              const std::function<double(Derivation&)>& compute, std::span<const FigureNeed> needed = {}) const;
    [[nodiscard]] Figure make(const char* title, FigureShape shape, const FigureInputs& inputs,
                              const std::function<double(Derivation&)>& compute, std::initializer_list<FigureNeed> needed) const {
        return make(title, shape, inputs, compute, std::span(needed.begin(), needed.size()));
    }
    /// Makes it an estimate that its assumptions span.
    static void span(Figure& f, double low, double high);
    [[nodiscard]] GearTrain gears() const;
    /// The fields its ratio follows from: a second stage by its teeth where both are known, else by its ratio.
    [[nodiscard]] std::vector<std::string> gearPaths() const;
};

}  // namespace kh
