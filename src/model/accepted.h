// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a document may hold: the same rules when it is read, when it is edited and when it is written. What is accepted can be drawn.
#pragma once

#include "model/fields.h"
#include "model/setup.h"

#include <memory>
#include <string>
#include <string_view>

namespace kh {

/// Most elements a list of this key may have.
[[nodiscard]] std::size_t mostElements(std::string_view key);

/// Whether an element of a list may have this name: it becomes part of field paths.
[[nodiscard]] bool isElementId(std::string_view id);
/// What is wrong with one that may not.
[[nodiscard]] std::string elementIdProblem(std::string_view id);

/// Holds what it walks to its description: ranges, sizes, names of elements. @throws InputError while it walks
[[nodiscard]] std::unique_ptr<FieldVisitor> boundsVisitor();
/// The same for a setup or a profile.
template <class T>
void requireDescribed(const T& value) {
    describe(*boundsVisitor(), const_cast<T&>(value));  // a visitor that only reads may walk a constant
}

/// Holds a setup to its description and to itself: conditions name functions there are, places their switches have, and neither
/// themselves nor each other in a circle; every port drives somebody.
/// @throws InputError naming the first field at fault, what was found there and what is allowed
void requireAccepted(const Setup& setup);

}  // namespace kh
