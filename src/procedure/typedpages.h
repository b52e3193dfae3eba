// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is typed on a page of a box, setting by setting: the one order for sheet, Carry and whatever else walks a box.
#pragma once

#include "model/fieldtable.h"
#include "model/menu.h"

#include <span>
#include <string>
#include <vector>

namespace kh {

struct TypedSetting {
    const FieldPattern* pattern;
    const Topic* topic;
};
/// Settings that stand together: one that is alone, a curve of every mode, or what the box asks for of each element of a list at once.
struct TypedGroup {
    std::vector<TypedSetting> settings;
    std::vector<std::string> elements;  ///< ids that have one of them, channels in the order of their numbers; none: not of a list
    [[nodiscard]] bool isCurve() const { return settings.front().pattern->info.kind == FieldKind::CurvePoints; }
};

/// @param paths  allPaths(setup)
[[nodiscard]] std::vector<TypedGroup> typedGroups(const Setup& setup, Box box, const TypedPage& page,
                                                  const std::vector<std::string>& paths);
/// The path of a setting of an element; empty where it has none, or it is not typed.
[[nodiscard]] std::string typedPath(const Setup& setup, const TypedSetting& setting, const std::string& element);
/// Every path of a page in the order in which it is typed.
[[nodiscard]] std::vector<std::string> typedPaths(const Setup& setup, Box box, const TypedPage& page,
                                                  const std::vector<std::string>& paths);

}  // namespace kh
