// SPDX-License-Identifier: GPL-3.0-or-later
//
// How a box is told a setting, and what it can hold of a value: its steps, its range. What stands in the document is what is wanted; what
// a box holds may be a step beside it.
#pragma once

#include "base/message.h"
#include "model/access.h"
#include "model/setup.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// How a box is told what a topic asks for; of one that says nothing of it: a value typed in its own menu.
[[nodiscard]] const std::vector<BoxSetting>& settingsOf(const Setup& setup, Box box);
/// Of a field; nullptr where its box says nothing of its topic.
[[nodiscard]] const BoxSetting* settingOf(const Setup& setup, std::string_view path);

/// "on a telemetry page", "adjusted by eye, no number is shown", "after switching off and on": what is not as it is with most.
[[nodiscard]] std::vector<Message> settingWords(const Setup& setup, Box box, const BoxSetting& setting);

/// A number as its box holds it.
struct HeldNumber {
    double value = 0.0;    ///< in the program's units
    bool rounded = false;  ///< it stands between two of the box's steps
    bool beyond = false;   ///< the box goes not so far
    [[nodiscard]] bool exact() const { return !rounded && !beyond; }
};
/// The box's step nearest to a value, inside what it takes.
[[nodiscard]] HeldNumber heldNumber(const Setup& setup, std::string_view path, double value);
/// What the box holds in place of a field's value; nothing where it holds it as it is, or no number is typed.
[[nodiscard]] std::optional<FieldValue> heldValue(const Setup& setup, std::string_view path);

/// Fields of a box of this model for which its own range is given, and what each takes, in the program's units.
struct OwnRange {
    std::string path;
    double low = 0.0, high = 0.0;
};
[[nodiscard]] std::vector<OwnRange> ownRanges(const Setup& setup);

}  // namespace kh
