// SPDX-License-Identifier: GPL-3.0-or-later
//
// What ladders of classes share: the names of their rungs, the modes that follow the first hover, tables that say where a rule or a row
// belongs, and where its work puts one that no table names.
#pragma once

#include "procedure/ladder.h"

#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace kh::rung {

inline constexpr const char *kLook = "look", *kPack = "pack", *kMotor = "motor", *kSpool = "spool", *kHover = "hover",
                            *kInverted = "inverted", *kAutorotation = "autorotation", *kHome = "home";

[[nodiscard]] std::string rungOfMode(const std::string& mode);
/// The flight mode that is hovered in first: the lowest that is flown; an empty one where there is none.
[[nodiscard]] const FlightMode& firstFlown(const Setup& setup);
/// A further mode that is flown, by its id.
[[nodiscard]] bool isFurther(const Setup& setup, const std::string& id);
[[nodiscard]] bool fliesInverted(const Setup& setup);
/// The mode a field belongs to; empty: none.
[[nodiscard]] std::string modeOfField(std::string_view path);
/// How the motor is locked while the pack is connected, as the rung's title.
[[nodiscard]] const char* packTitle(MotorLockSchool lock);

/// The first rung of every class.
[[nodiscard]] Rung lookAndType();
/// Behind the hover: a rung of each further mode, and inverted flight where a mode is meant for it.
void addFurtherModes(const Setup& setup, std::vector<Rung>& out);

/// Where a rule, a property or a row stands by itself; all others by the work they belong to.
struct OfRule {
    std::string_view rule;
    const char* rung;
};
/// @return nullptr if the table does not name it
[[nodiscard]] const char* rungOfRule(std::span<const OfRule> table, const Finding& finding);
[[nodiscard]] const char* rungOfRow(std::span<const OfRule> table, std::string_view row);
/// What a pack burns or starts is in its way, what tips the machine over in that of the spool-up.
[[nodiscard]] const char* rungOfWork(Work work);

}  // namespace kh::rung
