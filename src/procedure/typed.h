// SPDX-License-Identifier: GPL-3.0-or-later
//
// What becomes of a value that is typed into a cell: the settings that go with it by its meaning. The window's edit and "what follows" are
// two callers.
#pragma once

#include "model/access.h"
#include "model/setup.h"

#include <string>
#include <vector>

namespace kh {

/// The edits of a field's new value: inhibiting what is unused says so of each channel.
[[nodiscard]] std::vector<Edit> typedEdits(const Setup& setup, const std::string& field, FieldValue value);
/// Whether a school is chosen that brings functions of its own.
[[nodiscard]] bool bringsFunctions(const std::vector<Edit>& edits);
/// The document with the edits as the pilot's word, and with the functions a school brings.
/// @param at  ISO 8601. @throws InputError as withEdits
[[nodiscard]] Setup asTyped(const Setup& setup, const std::vector<Edit>& edits, const std::string& at);

}  // namespace kh
