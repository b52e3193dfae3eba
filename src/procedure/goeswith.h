// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figures.h"
#include "model/access.h"
#include "model/setup.h"

#include <string>
#include <vector>

namespace kh {

/// What a class of aircraft knows to go with an edit, beside what its rules say of the document afterwards.
struct GoesWith {
    std::string id;
    std::vector<Edit> edits;
    Message why;
    bool ticked = false;  ///< it keeps what was level; false: a choice, or an estimate
};
/// The value that suits a row; no edits: why there is none to want.
struct Suiting {
    std::vector<Edit> edits;
    Message why;
};
using GoesWithRule = std::vector<GoesWith> (*)(const Setup& setup, const Figures& figures, const std::vector<Edit>& edits);

}  // namespace kh
