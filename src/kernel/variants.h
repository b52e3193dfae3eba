// SPDX-License-Identifier: GPL-3.0-or-later
//
// Single faults of a compiled machine, put in and taken out in place: nothing is compiled anew, nothing is allocated. What
// the repair plan and the fault search try thousands of.
#pragma once

#include "kernel/chain.h"

#include <string>
#include <vector>

namespace kh {

/// All twelve stick positions a variant is looked at in: each function at both ends, and the corners of collective and cyclic.
inline constexpr std::size_t kVariantSticks = 12;
[[nodiscard]] const std::array<Sticks, kVariantSticks>& variantSticks();

/// Everything in `deck`'s switch positions at the twelve stick positions.
using VariantTrace = std::array<Instant, kVariantSticks>;
[[nodiscard]] VariantTrace traceVariant(const ChainModel& model, DeckNumbers deck);

/// Every patch this machine can be given.
[[nodiscard]] std::vector<Patch> patchesOf(const ChainModel& model);

/// The machine with patches put in while this lives; they are taken out, last first, when it goes.
class Patched {
public:
    Patched(ChainModel& model, std::span<const Patch> patches) : model_(model), patches_(patches) {
        for (const Patch& p : patches_) model_.toggle(p);
    }
    ~Patched() {
        for (std::size_t i = patches_.size(); i > 0; --i) model_.toggle(patches_[i - 1]);
    }
    Patched(const Patched&) = delete;
    Patched& operator=(const Patched&) = delete;

private:
    ChainModel& model_;
    std::span<const Patch> patches_;
};

}  // namespace kh
