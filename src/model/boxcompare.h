// SPDX-License-Identifier: GPL-3.0-or-later
//
// Two boxes of a kind beside each other; a box and the copy of it that a document holds.
#pragma once

#include "base/message.h"
#include "model/anybox.h"

#include <optional>
#include <string>
#include <vector>

namespace kh {

/// What differs between two boxes of a kind, or a box and a document's copy of it, each in words.
struct BoxDifference {
    std::string key;
    Message title, one, other;
};
[[nodiscard]] std::vector<BoxDifference> differences(const AnyBox& one, const AnyBox& other);
/// The document with that box in place of its own of the same id; a servo wherever it sits.
[[nodiscard]] Setup withBox(Setup setup, const AnyBox& box);
/// The document's copy of a box; nothing if it has none of that id.
[[nodiscard]] std::optional<AnyBox> copyIn(const Setup& setup, const AnyBox& box);

}  // namespace kh
