// SPDX-License-Identifier: GPL-3.0-or-later
//
// A whole box read back: what it shows of every setting, taken down at once or not at all.
#pragma once

#include "procedure/carry.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace kh {

/// What somebody wrote down at a box.
struct ReadBack {
    std::optional<Box> box;  ///< nothing: not said; its keys may tell
    std::string profile;  ///< id of the box it was read at; empty: not said
    int version = 0;      ///< of that profile; 0: not said
    std::string at;       ///< ISO 8601; empty: now
    std::vector<std::pair<std::string, std::string>>
        values;  ///< a field by its path, its name or its key in the box's text export, and what stands there as the box shows it
    InBoxBy by = InBoxBy::Read;
};
/// What stands at each setting of a box, by its path, as the box shows it.
using ShownValues = std::vector<std::pair<std::string, std::string>>;

/// As the box comes from its factory, as far as its profile says so.
[[nodiscard]] ShownValues asItComes(const Setup& setup, Box box);
/// As the memory of another model, copied to this one's place, brings it: what is known of that box there, else what is wanted there.
/// @throws InputError where that model has another such box
[[nodiscard]] ShownValues asCopied(const Setup& setup, const Setup& other, Box box);

/// What stands in the boxes then. Nothing is half taken. Of a text export whose keys the box's profile maps, lines of other keys are left
/// out, and so are pages of which nothing is mapped.
/// @param now  ISO 8601
/// @throws InputError naming the field and what its box takes: out of its range, between its steps, of another box, said twice, no setting;
///         the profile that is another or older, the pages that are missing, a date in the future
[[nodiscard]] InBoxes takenBack(const Setup& setup, const ReadBack& read, const std::string& now);

/// Which rows were seen on the machine, and are not any more with what is known of the boxes now.
[[nodiscard]] std::vector<Message> staleBy(const Setup& setup, const InBoxes& carried);

}  // namespace kh
