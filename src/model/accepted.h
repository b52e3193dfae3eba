// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a document may hold: the same rules when it is read, when it is edited and when it is written. What is accepted can be drawn.
#pragma once

#include "model/setup.h"

#include <string_view>

namespace kh {

/// Most elements a list of this key may have.
[[nodiscard]] std::size_t mostElements(std::string_view key);

/// Holds a setup against its description (ranges, sizes, names of elements) and against itself: conditions name functions there
/// are, places their switches have, and neither themselves nor each other in a circle.
/// @throws InputError naming the first field at fault, what was found there and what is allowed
void requireAccepted(const Setup& setup);

}  // namespace kh
