// SPDX-License-Identifier: GPL-3.0-or-later
//
// What may be not known of a box: each such fact with what it can be at most and how it is found out at the box itself
// (docs/domain.md 14). A fact that a profile does not give is one of these questions, open.
#pragma once

#include "base/message.h"
#include "base/standing.h"
#include "model/access.h"
#include "model/unknownfact.h"

#include <optional>
#include <span>
#include <string_view>
#include <vector>

namespace kh {

struct Question {
    Box box;
    const char* key;               ///< field of the box's profile
    const char* how;               ///< how the answer is found at the box
    double low = 0.0, high = 0.0;  ///< of a number: what boxes have, least and most; of others unused
};
[[nodiscard]] std::span<const Question> questions();
/// @return nullptr if it is never asked
[[nodiscard]] const Question* questionOf(Box box, std::string_view key);

/// "transmitter.profile.usPerPct": the field of a document that holds a box's fact.
[[nodiscard]] std::string profilePath(Box box, std::string_view key);
/// The fact as nothing is known of it: the widest there is.
[[nodiscard]] UnknownFact anythingOf(const Question& question);

/// What stands open in the boxes of a document.
struct OpenFact {
    std::string path;                ///< of the fact
    const Question* question;        ///< never nullptr
    std::vector<FieldValue> ends{};  ///< what it may be: both bounds of a number, every word of a choice
};
[[nodiscard]] std::vector<OpenFact> openFacts(const Setup& setup);
/// Whether one field is among them.
[[nodiscard]] std::optional<OpenFact> openFact(const Setup& setup, std::string_view path);

/// Holds what is said to be not known to the description. @param value  of a field of this profile, nothing for no such field
/// @throws InputError naming "unknown": a fact that is never asked, bounds the wrong way round or out of range, a value taken that is none
/// of what it may be
void requireUnknown(Box box, const std::vector<UnknownFact>& unknown, const Setup& holding);

}  // namespace kh
