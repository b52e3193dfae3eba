// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/row.h"

namespace kh {

KH_SPECIAL_MEMBERS_OF(Part);
KH_SPECIAL_MEMBERS_OF(Cell);
KH_SPECIAL_MEMBERS_OF(Row);

Cell::Cell(std::vector<Part> shown, int columns, int lines) : parts(std::move(shown)), span(columns), joins(lines) {}

}  // namespace kh
