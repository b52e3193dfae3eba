// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>

namespace kh {

/// A warning or note that the pilot put aside, with his reason. It holds as long as the finding says the same numbers.
struct AcceptedFinding {
    std::string id;      ///< unique in a document: "a1", "a2" …
    std::string rule;    ///< the finding's id
    std::string values;  ///< the numbers it said then; kAnyValues: whatever it says
    std::string reason;
    std::string subject;  ///< the field it was about
    std::string at;       ///< ISO 8601, may be empty
    int change = 0;       ///< count of the document at which it was put aside
    bool operator==(const AcceptedFinding&) const = default;
};

inline constexpr std::string_view kAnyValues = "*";

}  // namespace kh
