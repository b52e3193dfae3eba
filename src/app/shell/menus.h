// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/station.h"

#include <span>
#include <vector>

namespace kh::app {

/// One level of the model menu: ids of the shortcut table, "|" a line, ">id" another level. At most twelve entries.
struct MenuLevel {
    const char* id;
    const char* title;
    std::vector<const char*> entries;
};
/// The first is the menu itself. ">recent" and ">station" are made when it opens.
[[nodiscard]] std::span<const MenuLevel> menuLevels();
/// What belongs to a station beyond its rows; empty for most.
[[nodiscard]] std::vector<const char*> stationCommands(Station station);

}  // namespace kh::app
