// SPDX-License-Identifier: GPL-3.0-or-later
//
// What stands in the boxes, to the pilot's knowledge: beside each setting that is wanted, what its box was last known to show. The two are
// kept apart: an edit changes what is wanted, undo brings back what was wanted; what stands in a box changes by typing alone.
#pragma once

#include "base/shared.h"
#include "base/standing.h"
#include "model/fieldvalue.h"

#include <map>
#include <string>

namespace kh {

/// How it is known: it was typed, a page was looked at, it was read back, it is lent for the bench; or nothing is known any more.
enum class InBoxBy { Typed, Seen, Read, Lent, Unknown };

struct InBox {
    std::string shown;  ///< as the box displays it, without a unit: the truth; empty of one that is not known
    FieldValue value;   ///< what that meant when it was written down
    InBoxBy by = InBoxBy::Unknown;
    std::string at;  ///< ISO 8601 UTC
    int change = 0;  ///< count of the document when it was written down
    bool operator==(const InBox&) const = default;
};
/// By field path, settings only. Under wholeBox() of a box stands that nothing was known of it at that time: what is absent is then not
/// known, else it was never typed.
using InBoxes = std::map<std::string, InBox>;
/// "transmitter.*"
[[nodiscard]] inline std::string wholeBox(Box box) { return std::string(boxId(box)) + ".*"; }

}  // namespace kh
