// SPDX-License-Identifier: GPL-3.0-or-later
//
// One fact of a box found out, or found out in part, or taken back.
#pragma once

#include "model/anybox.h"
#include "model/questions.h"

#include <string>
#include <string_view>

namespace kh {

/// How an answer that nothing is known is written.
inline constexpr const char* kNotKnown = "unknown";

/// The box with one fact as it was answered: a value in the field's own words ("125", "clips", "yes"), an interval ("100 … 125", of a
/// fact that is asked), or that it is not known. What is taken meanwhile stays where the interval allows it.
/// @param key  field of the profile: "outputLimitPct"
/// @throws InputError naming the key: no such fact, a value out of its range, bounds the wrong way round, an interval or "unknown" for a
/// fact that is never asked
[[nodiscard]] AnyBox answered(const AnyBox& box, std::string_view key, const std::string& text);
/// The same where some words of its set are left. @param words  as `UnknownFact` has them, two or more
[[nodiscard]] AnyBox answeredOneOf(const AnyBox& box, std::string_view key, const std::vector<std::string>& words);

}  // namespace kh
