// SPDX-License-Identifier: GPL-3.0-or-later
//
// A box's own menu: which page asks for what, and in which order a pilot types.
#pragma once

#include "model/setup.h"
#include "model/topics.h"

#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// A page as it is typed.
struct TypedPage {
    std::string title;  ///< with the pages it is reached through: "Gyro / Tail"
    std::vector<const Topic*> topics;
    PageOrder order = PageOrder::Element;
    bool first = false;  ///< it holds what stops the motor or turns something over
};

/// The one order of typing, for sheet and whatever walks a box: pages that hold stops, failsafe or reverses first and whole, then the
/// box's menu from top to bottom. Every topic of the box stands on exactly one page; one the menu lacks has a page of its own at the end.
/// @param firmware  of the box; its menu where the profile has one for it, else that of all others
[[nodiscard]] std::vector<TypedPage> orderOfTyping(Box box, const std::vector<MenuEntry>& menu, std::string_view firmware = {});
/// Of a box of a setup; none for a box that has no menu.
[[nodiscard]] std::vector<TypedPage> orderOfTyping(const Setup& setup, Box box);

/// Holds a menu to itself. @throws InputError naming "menu": a topic that is unknown or stands twice in one firmware's menu, a page
/// reached from none there is, or from itself
void requireMenu(Box box, const std::vector<MenuEntry>& menu);

}  // namespace kh
