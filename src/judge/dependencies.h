// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a row rests on beyond the cells it shows: facts of the boxes that its check, or a reading taken for it, went through. One table;
// keel, stale readings and rules read it.
#pragma once

#include "model/setup.h"

#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// Paths of the facts a row rests on in this setup: a pattern of a list stands for each of its elements. None for rows that rest on
/// their cells alone.
[[nodiscard]] std::vector<std::string> factsOfRow(const Setup& setup, std::string_view row);

/// The box itself a field is typed into, as a fact: another controller is another `controller.profile.id`. Empty for none.
[[nodiscard]] std::string boxIdentity(std::string_view path);

/// The first of these paths that was written after a change of the document; empty: none was.
[[nodiscard]] std::string firstChangedAfter(const Setup& setup, const std::vector<std::string>& paths, int change);

}  // namespace kh
