// SPDX-License-Identifier: GPL-3.0-or-later
//
// Private to the station.
#pragma once

#include "formula/supply.h"
#include "stations/kit/benchwork.h"

#include <optional>

namespace kh {

[[nodiscard]] const BenchWork& packSolver();
[[nodiscard]] const BenchWork& dipSolver();
[[nodiscard]] const BenchWork& afterFlightSolver();
[[nodiscard]] const BenchWork& idleSolver();
/// What the newest readings of the receiver supply say; nothing where they were taken with another supply or were not taken.
[[nodiscard]] std::optional<SupplyDip> dipInForce(const Setup& setup);

}  // namespace kh
