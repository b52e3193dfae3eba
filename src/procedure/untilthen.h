// SPDX-License-Identifier: GPL-3.0-or-later
//
// Until it is typed: what the machine does with what stands in a box in place of what is wanted there, tried on copies.
#pragma once

#include "procedure/carry.h"
#include "procedure/registry.h"

#include <functional>
#include <map>
#include <string>
#include <vector>

namespace kh {

/// At most so many light judgements for a document.
inline constexpr std::size_t kUntilThenJudgements = 400;
/// A number that differs by more than this share of what is wanted is no small matter.
inline constexpr double kSmallShare = 0.1;

struct UntilThen {
    bool known = false;                  ///< false: nothing is known of what stands there
    Severity severity = Severity::Note;  ///< of the worst finding it makes, else by how far it is off
    std::string finding;                 ///< that it makes; empty: none
    std::vector<Finding> come;           ///< all that is found then and not of what is wanted, or is worse then
    std::vector<Message> text;           ///< what it does, the worst first
};

/// A page that, typed alone, makes a danger that neither what stands in the boxes nor what is wanted has, and those without which it stays
/// so: the pack stays out from the first of them to the last.
struct HalfTyped {
    std::vector<std::pair<Box, std::string>> pages;  ///< two or more, in the order of typing
    Message harm;                                    ///< what it would do
};

struct UntilTyped {
    std::map<std::string, UntilThen> of;  ///< by field, of what is left
    UntilThen all;                        ///< with everything as it stands in the boxes
    std::vector<HalfTyped> together;
    std::size_t judgements = 0;
    bool whole = true;  ///< false: given up, or too many
};
/// @param goOn  asked between judgements
[[nodiscard]] UntilTyped untilTyped(const Setup& setup, const std::vector<CarryBox>& boxes, const StationSet& stations,
                                    const std::function<bool()>& goOn = {});

}  // namespace kh
