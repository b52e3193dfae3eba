// SPDX-License-Identifier: GPL-3.0-or-later
//
// What real boxes also do and Keelhaul does not compute: described by name, so that every row that rests on it says so and nothing is
// judged as if it were not there.
#pragma once

#include "model/setup.h"

#include <span>
#include <string_view>
#include <vector>

namespace kh {

struct Trait {
    const char* id;  ///< as profiles name it
    Box box;         ///< that has it
    const char* title;
    const char* means;                  ///< for what the rows say
    std::span<const char* const> rows;  ///< ledger rows that rest on it
};
[[nodiscard]] std::span<const Trait> traits();
/// @return nullptr if there is none of that name in such a box
[[nodiscard]] const Trait* traitOf(Box box, std::string_view id);
/// Whether a box of the document does it.
[[nodiscard]] bool boxDoes(const Setup& setup, Box box, std::string_view id);
/// Those of the boxes of a document.
[[nodiscard]] std::vector<const Trait*> traitsOf(const Setup& setup);

}  // namespace kh
