// SPDX-License-Identifier: GPL-3.0-or-later
//
// Work that is done in steps, not read as a number: what to do, in which box, and what must be seen.
#pragma once

#include "judge/figures.h"

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

/// The guide of a ledger row, written with a model's numbers.
struct GuideEntry {
    const char* row;
    Guide (*make)(const Setup&, const Figures&);
};

}  // namespace kh
