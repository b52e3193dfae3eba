// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a box shows of a value, and what stands in the boxes read from that.
#pragma once

#include "base/standing.h"
#include "model/access.h"
#include "model/inbox.h"
#include "model/setup.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// What the field's box displays of a value: its nearest step, on its own scale, without the unit. Two values that read alike are one to
/// the box.
[[nodiscard]] std::string boxShows(const Setup& setup, std::string_view path, const FieldValue& value);
/// The same for a reader: words of the box, a curve in short.
[[nodiscard]] Message boxReads(const Setup& setup, std::string_view path, const FieldValue& value);
/// The same of what is wanted. Empty: there is no such field.
[[nodiscard]] std::string boxShows(const Setup& setup, std::string_view path);

/// What is written down of a setting, or of its whole box; nullptr where it was never typed.
[[nodiscard]] const InBox* inBoxOf(const Setup& setup, const std::string& path);
/// What stands in the box, by today's scale; nothing where it was never typed, or is not known.
[[nodiscard]] std::optional<FieldValue> standsIn(const Setup& setup, const std::string& path);

/// How a setting stands in its box.
enum class InBoxMark { There, Changed, Never, Differs, NotKnown, Lent };
/// Differs: it was read back as another value than is wanted, and that is still the one wanted.
[[nodiscard]] InBoxMark inBoxMark(const Setup& setup, const std::string& path);

/// Whether something that was seen on the machine at that count says nothing of it any more: it stands otherwise in its box than is
/// wanted, is lent, or nothing was known of the box later.
[[nodiscard]] bool knownOtherwise(const Setup& setup, const std::string& path, int seenAt);

/// Every setting that is typed into a box, in the document's order.
[[nodiscard]] std::vector<std::string> settingsIn(const Setup& setup, Box box);

/// The document as the boxes are known to hold it: what is known in place of what is wanted. @param box  of that one alone; none: of all
[[nodiscard]] Setup asInBoxes(const Setup& setup, std::optional<Box> box = std::nullopt);

/// Writes down that settings stand in their box as they are wanted. @param at  ISO 8601
[[nodiscard]] InBoxes withStanding(const Setup& setup, const std::vector<std::string>& paths, InBoxBy by, const std::string& at);
/// Writes down what a box was seen to show of a setting, as a pilot types it. @param by  read, or lent for the bench and asked back
/// @throws InputError naming the field, the text and what its box takes, also where no step of the box reads so
[[nodiscard]] InBoxes withReadBack(const Setup& setup, const std::string& path, const std::string& text, const std::string& at,
                                   InBoxBy by = InBoxBy::Read);
/// A reset, an update or a new binding: nothing is known of a box any more. @param change  count of the document from which on
[[nodiscard]] InBoxes withUnknown(const Setup& setup, Box box, const std::string& at);

/// The profile of the box a setup has.
[[nodiscard]] const std::string& profileIdOf(const Setup& setup, Box box);
/// What is written down of one box.
[[nodiscard]] InBoxes recordsOf(const Setup& setup, Box box);
/// What is known once other boxes stand in place of some: of those nothing was typed yet. @param before  whose boxes it is known of
[[nodiscard]] Shared<InBoxes> knownAfterMove(const Setup& before, const Setup& after);

}  // namespace kh
