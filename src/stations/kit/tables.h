// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/row.h"

namespace kh {

/// Puts the table a row opens into behind it. @throws std::logic_error if the page has no such row, or a line has not a cell a column
void setTable(StationPage& page, const std::string& row, std::vector<SubColumn> columns, std::vector<Row> lines);
/// Puts a sub-row behind all that opens from its row already. @throws std::logic_error if the page has no such row
void addUnder(StationPage& page, Row sub);

}  // namespace kh
