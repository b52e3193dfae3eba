// SPDX-License-Identifier: GPL-3.0-or-later
//
// Work that is done in steps, not read as a number: what to do, in which box, and what must be seen.
#pragma once

#include "core/solve/figures.h"

#include <string_view>

namespace kh {

struct GuideStep {
    Box box = Box::Bench;
    Message todo;
    Message seen;     ///< what must be seen before going on; may be empty
    Message caution;  ///< what moves, who is near, what to do; may be empty
};

struct Guide {
    std::string row;  ///< ledger row that is *seen on the machine* at its end
    Message title;
    std::vector<GuideStep> steps;
};

/// The guide of a ledger row with this model's numbers put in.
/// @return no steps if the row has none
[[nodiscard]] Guide guideOfRow(std::string_view row, const Setup& setup, const Figures& figures);

}  // namespace kh
