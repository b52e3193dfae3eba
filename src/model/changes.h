// SPDX-License-Identifier: GPL-3.0-or-later
//
// The order of changes: a document counts them, and what it keeps of each write is the count at which it was made. What came later,
// and what is stale, is decided by it; dates are for show. A clock set back or a second computer changes nothing.
#pragma once

#include "model/setup.h"

namespace kh {

/// `after` as change number `count` of the document that stood at `before`: every value that differs, every standing that was put
/// anew and every reading that was added notes the count; a value that has no standing notes it beside *default*.
/// @param count  greater than any the document holds
[[nodiscard]] Setup noted(const Setup& before, Setup after, int count);
/// The next change of the document.
[[nodiscard]] inline Setup noted(const Setup& before, Setup after) { return noted(before, std::move(after), before.change + 1); }

/// The same values, standings and readings, whenever they were written.
[[nodiscard]] bool sameButWhen(const Setup& a, const Setup& b);

}  // namespace kh
