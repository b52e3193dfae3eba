// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

namespace kh {

/// A fact of a box that nobody has found out yet: what it may be. A value stands beside it that is taken meanwhile.
struct UnknownFact {
    std::string key;                 ///< field of the profile: "outputLimitPct"
    std::vector<double> numbers;     ///< of a number: least and most
    std::vector<std::string> words;  ///< of a choice: those it may be; of a flag: "false", "true"
    bool operator==(const UnknownFact&) const = default;
};

}  // namespace kh
