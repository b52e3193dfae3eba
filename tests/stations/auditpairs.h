// SPDX-License-Identifier: GPL-3.0-or-later
//
// The table of mistakes: the smallest change to a sound document that makes a rule speak, and what its remedy types.
#pragma once

#include "judge/finding.h"

#include <map>
#include <set>
#include <string>
#include <vector>

namespace khtest {

using kh::Edit;
using kh::Severity;

struct Pair {
    std::string id;
    Severity severity;
    std::vector<Edit> change;
    std::set<std::string> consequences;             ///< other findings this change brings with it
    bool remedied = true;                           ///< the remedy can be computed and applied
    std::map<std::string, std::string> typed = {};  ///< what the remedy types where it is not what stood on the sound machine
};

/// On the sound Turnstone; in the stations' order.
[[nodiscard]] std::vector<Pair> pairs();
/// Those of them that practice added.
[[nodiscard]] std::vector<Pair> practicePairs();

}  // namespace khtest
