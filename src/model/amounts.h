// SPDX-License-Identifier: GPL-3.0-or-later
//
// The one place where a value of a field is shown and typed: number, unit, scale, decimals, step, sign and words as the box has them
// that the value is typed into. Inside, everything stands in the program's own units.
#pragma once

#include "base/error.h"
#include "base/message.h"
#include "model/access.h"
#include "model/setup.h"

#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// The scale a field is written on: its box's own for the field's topic, else the description's.
/// @return that of a plain number for a path that is no field
[[nodiscard]] ScaleRef scaleOf(const Setup& setup, std::string_view path);

/// A value on a field's scale, for a sentence. @param value  in the program's units
[[nodiscard]] Amount amount(const Setup& setup, std::string_view path, double value, Amount::Kind kind = Amount::Kind::Value);
/// The field's own, as it stands; a dash while it is not known.
[[nodiscard]] Amount amount(const Setup& setup, std::string_view path);

/// A value of any kind as it reads: "105 %", "reversed", "L1 2 + R1 1", "flat 65 %". What is not known, or none, says so.
[[nodiscard]] Message show(const Setup& setup, std::string_view path, const FieldValue& value);
/// The field's own, as it stands; a dash for no field.
[[nodiscard]] Message show(const Setup& setup, std::string_view path);
/// Without its unit, which stands beside it; a flag or choice in its short word.
[[nodiscard]] Message showBare(const Setup& setup, std::string_view path, const FieldValue& value);
/// The unit that stands beside it; empty for none.
[[nodiscard]] std::string unitOf(const Setup& setup, std::string_view path);
/// "pitch, %": a name with the unit its numbers are in; the name alone where they have none.
[[nodiscard]] Message inUnitOf(const Setup& setup, std::string_view path, Message name);

/// A value there is to choose from.
struct ShownChoice {
    std::string typed;  ///< what read() takes for it
    Message caption;    ///< as the box calls it
};
/// Of a flag or a closed set; empty for others.
[[nodiscard]] std::vector<ShownChoice> choicesOf(const Setup& setup, std::string_view path);

/// What was typed stands for this value: point or comma, with the unit or without, a word of the box, of the program or of its files;
/// a gain with its mode ("R 32", "H 32", "−32", "+32"; a bare number stays in the mode it is in); nothing or a dash for what may be
/// unknown.
/// @throws InputError naming the path, the text and what is allowed, in the writing of its box
[[nodiscard]] FieldValue read(const Setup& setup, std::string_view path, const std::string& text);

/// One value of a curve as it was typed: of a point, or the offset of its line.
/// @param least, most  what is allowed, in the program's units  @throws InputError naming the path, with what is allowed as its box writes
/// it
[[nodiscard]] double readCurveValue(const Setup& setup, std::string_view path, const std::string& text, Amount::Kind kind, double least,
                                    double most);

/// A refusal with the field's name in place of its path, and numbers in its box's writing.
[[nodiscard]] Message refusal(const Setup& setup, const InputError& error);

}  // namespace kh
