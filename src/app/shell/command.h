// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/shortcuts.h"

#include <functional>

namespace kh::app {

/// Something the program can do. Menu, palette, keys, key lines and the handbook's page of keys are all made from these.
struct Command {
    const Shortcut* says = nullptr;  ///< its id, title, keys and group, as the table has them
    std::function<bool()> enabled;   ///< whether it can be done now
    std::function<void()> run;       ///< through Workspace::attempt: what is refused is told
};

}  // namespace kh::app
