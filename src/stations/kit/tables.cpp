// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/tables.h"

#include <algorithm>
#include <stdexcept>

namespace kh {

void setTable(StationPage& page, const std::string& row, std::vector<SubColumn> columns, std::vector<Row> lines) {
    const auto parent = std::find_if(page.rows.begin(), page.rows.end(), [&](const Row& r) { return r.id == row; });
    if (parent == page.rows.end()) throw std::logic_error("no row " + row + " to open a table from");
    for (const Row& line : lines)
        if (line.cells.size() != columns.size()) throw std::logic_error("a cell for each column is needed in " + line.id);
    parent->columns = std::move(columns);
    page.rows.insert(parent + 1, std::make_move_iterator(lines.begin()), std::make_move_iterator(lines.end()));
}

void addUnder(StationPage& page, Row sub) {
    const auto last = std::find_if(page.rows.rbegin(), page.rows.rend(), [&](const Row& r) { return r.keelId() == sub.under; });
    if (last == page.rows.rend()) throw std::logic_error("no row " + sub.under + " to open from");
    page.rows.insert(last.base(), std::move(sub));
}

}  // namespace kh
