// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/figuretable.h"

namespace kh {

/// What ends the flight, and what is flown at every pair of places.
[[nodiscard]] std::vector<FigureTable> helicopterTables(const Setup& setup, const Figures& figures);

}  // namespace kh
