// SPDX-License-Identifier: GPL-3.0-or-later
//
// A whole box read back: what it shows of every setting, taken down at once or not at all.
#pragma once

#include "procedure/carry.h"

#include <string>
#include <utility>
#include <vector>

namespace kh {

/// What somebody wrote down at a box.
struct ReadBack {
    Box box = Box::Transmitter;
    std::string profile;  ///< id of the box it was read at; empty: not said
    int version = 0;      ///< of that profile; 0: not said
    std::string at;       ///< ISO 8601; empty: now
    std::vector<std::pair<std::string, std::string>>
        values;  ///< a field by its path or its name, and what stands there as the box shows it
};

/// What stands in the boxes then. Nothing is half taken.
/// @param now  ISO 8601
/// @throws InputError naming the field and what its box takes: out of its range, between its steps, of another box, said twice, no setting;
///         the profile that is another or older, the pages that are missing, a date in the future
[[nodiscard]] InBoxes takenBack(const Setup& setup, const ReadBack& read, const std::string& now);

/// Which rows were seen on the machine, and are not any more with what is known of the boxes now.
[[nodiscard]] std::vector<Message> staleBy(const Setup& setup, const InBoxes& carried);

}  // namespace kh
