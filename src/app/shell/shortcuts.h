// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <span>

class QPainter;

namespace kh::app {

/// One shortcut. The table makes the actions, the menu, the palette, the key lines and the handbook's page.
struct Shortcut {
    const char* id;
    const char* text;
    const char* keys;       ///< as QKeySequence reads them; of local ones as they are shown
    const char* group;      ///< a group of one view is local: the view itself reads the keys
    const char* hint = "";  ///< the word in a key line; empty: never shown there
    bool local = false;
};
[[nodiscard]] std::span<const Shortcut> shortcuts();
/// @return nullptr if the table has no such id
[[nodiscard]] const Shortcut* shortcut(const char* id);
/// The key as it is shown: "Ctrl Enter".
[[nodiscard]] QString keyName(const Shortcut& s);
/// The whole table as Markdown, group by group: the Shortcuts window and the handbook's page.
[[nodiscard]] QString shortcutsMarkdown();

/// Key names in mono, words in muted, as many as fit. @return where the last one ends
double drawKeyLine(QPainter& p, double left, double right, double base, std::span<const char* const> ids);

}  // namespace kh::app
