// SPDX-License-Identifier: GPL-3.0-or-later
//
// What of a box is a table: its switches, the pages of its menu, its words, scales and settings, what it takes on channels of their own.
// Cells are read and written one by one, as a pilot types them.
#pragma once

#include "base/message.h"
#include "model/anybox.h"

#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace kh {

/// A word that may stand in a cell.
struct CellWord {
    std::string id;
    Message caption;
};
struct BoxColumn {
    Message title;
    std::vector<CellWord> words{};  ///< one of these is typed; empty: anything
    bool several = false;           ///< some of them, with commas
};
struct BoxTable {
    std::vector<BoxColumn> columns;
    std::vector<std::vector<Message>> rows;
};

/// What stands in a list with commas, where some words have commas of their own. @param known  id and caption of each
/// @return ids; what is none of them as it stands
[[nodiscard]] std::vector<std::string> listedWords(const std::string& text, const std::vector<std::pair<std::string, std::string>>& known);

[[nodiscard]] bool isBoxTable(std::string_view key);
/// The table of a question, as it stands. @param key  one of isBoxTable
[[nodiscard]] BoxTable boxTable(const AnyBox& box, std::string_view key);
/// The box with one cell typed anew; in the row after the last it begins a row, by its first cell.
/// @param text  a word by its id or caption; a number with point or comma; nothing or a dash takes away what may be empty
/// @throws InputError naming the column: a row begun elsewhere, a word that is none, a name that another row has, no number
[[nodiscard]] AnyBox withCell(AnyBox box, std::string_view key, std::size_t row, std::size_t column, const std::string& text);
[[nodiscard]] AnyBox withoutRow(AnyBox box, std::string_view key, std::size_t row);
/// The row in another place; those between follow. @param to  clamped to the table
[[nodiscard]] AnyBox withRowMoved(AnyBox box, std::string_view key, std::size_t row, std::size_t to);
/// What its menu has no page for.
[[nodiscard]] std::vector<Message> topicsWithoutPage(const AnyBox& box);
/// The box without any page that asks for a topic: the topic is typed on a page of its own then.
[[nodiscard]] AnyBox withoutTopic(AnyBox box, std::string_view topic);

}  // namespace kh
