// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/rule.h"
#include "stations/kit/benchwork.h"

namespace kh {

/// A note for each reading of the station's rows that says nothing any more.
/// @param solvers  where what was read has its name
void tellStale(const AuditContext& context, std::span<const BenchWork> solvers, Station station, std::vector<Finding>& out);

}  // namespace kh
