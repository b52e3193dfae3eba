// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/benchwork.h"

namespace kh {

/// Zero pitch from "blade-a.tail", "blade-b.nose", then with the head turned by half a turn "blade-a.nose", "blade-b.tail".
[[nodiscard]] Solved solveZero(const Setup& setup, std::span<const Reading> readings);
/// Reference throw from "throw.left", "throw.right": half the difference.
[[nodiscard]] Solved solveThrow(const Setup& setup, std::span<const Reading> readings);
/// Collective range from "range.low", "range.high", and "range.mid" where it was read.
[[nodiscard]] Solved solveRange(const Setup& setup, std::span<const Reading> readings);
/// Cyclic limit from the observed binding: "clear.45.high", "buzz.45.high", "binds.45.high"; the value is the limit that
/// was in force, in %.
[[nodiscard]] Solved solveLimit(const Setup& setup, std::span<const Reading> readings);

/// Half the difference of a throw's two sides; typed without signs half their sum.
[[nodiscard]] double thrownDeg(double left, double right);
/// The station's solver of that id.
[[nodiscard]] const BenchWork& pitchSolver(std::string_view id);
/// The solver that reads the binding chart.
[[nodiscard]] const BenchWork& limitSolver();

}  // namespace kh
