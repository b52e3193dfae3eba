// SPDX-License-Identifier: GPL-3.0-or-later
//
// One field of a Setup by its path: dotted keys, list elements by id ("transmitter.modes.idle1.pitch"_field).
#pragma once

#include "base/message.h"
#include "model/fieldpatterns.h"
#include "model/fields.h"
#include "model/fieldvalue.h"
#include "model/setup.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace kh {

enum class FieldKind { Number, Whole, Flag, Text, Choice, Numbers, Names, CurvePoints, When };

struct FieldInfo {
    FieldKind kind = FieldKind::Text;
    bool mayBeUnknown = false;
    double min = 0.0, max = 0.0;  ///< of numbers and curve values
    std::string_view unit;
    int decimals = 0;
    bool counts = false;              ///< of numbers: only whole ones
    std::span<const Choice> choices;  ///< of Choice
    FlagWords flagWords = kYesNo;     ///< of Flag
    bool sign = false;                ///< of numbers: + is written
    FieldHome home;
};
/// The words of a closed set, as files hold them.
[[nodiscard]] std::vector<std::string> choiceIds(const FieldInfo& info);

struct Field {
    FieldValue value;
    FieldInfo info;
};

/// One change of one field.
struct Edit {
    std::string path;
    FieldValue value;
    KH_SPECIAL_MEMBERS(Edit);
    Edit(std::string_view field, FieldValue to);
    Edit(std::string_view field, double to);
    Edit(std::string_view field, bool to);
    Edit(std::string_view field, const char* to);  ///< a word; never taken for a flag
    bool operator==(const Edit& other) const;
};

/// @return nothing if there is no such field
[[nodiscard]] std::optional<Field> readField(const Setup& setup, std::string_view path);

/// A number, flag or word as a reading notes it (`Reading::under`): "60", "1", "label up, plugs aft"; "" for anything else.
[[nodiscard]] std::string settingText(const Setup& setup, std::string_view path);

/// Puts a value in place; standings are untouched.
/// @throws InputError naming the path, with the allowed range, if there is no such field, the value is of
///         another kind, out of range or not finite, or a curve's points do not rise
void writeField(Setup& setup, std::string_view path, const FieldValue& value);

/// The edits applied one after the other, as one change; each path gets `standing` with the given time and the change's count.
/// @throws InputError, and then `setup` is unchanged
[[nodiscard]] Setup withEdits(Setup setup, const std::vector<Edit>& edits, Standing standing, const std::string& at);

/// Every field path of a Setup, in file order.
[[nodiscard]] std::vector<std::string> allPaths(const Setup& setup);

/// Those that follow a pattern of a list: one for each element that has the field.
[[nodiscard]] std::vector<std::string> pathsLike(const Setup& setup, std::string_view pattern);

/// Paths whose values differ, or that only one of them has.
[[nodiscard]] std::vector<std::string> differingPaths(const Setup& a, const Setup& b);

/// The box that holds a field and the station that asks for it; of no field: the machine's.
[[nodiscard]] FieldHome fieldHome(std::string_view path);

/// The standing of a stored value; absent means default.
[[nodiscard]] Standing standingOf(const Setup& setup, const std::string& path);
/// The newest reading of something, where it was taken under these settings as they are now; else nullptr: an older one says nothing.
[[nodiscard]] const Reading* newestUnder(const Setup& setup, std::string_view what, std::span<const std::string> paths);
/// Whether a reading was taken with these settings as they are; one that was not noted then does not count.
[[nodiscard]] bool takenUnder(const Setup& setup, const Reading& reading, std::span<const std::string> paths);
/// Whether a row was seen on the machine, and none of the fields it rests on was changed since, or is known to stand otherwise in its box.
[[nodiscard]] bool seenUnchanged(const Setup& setup, const std::string& row, std::span<const std::string> restsOn);

}  // namespace kh
