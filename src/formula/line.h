// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>

namespace kh {

/// y = offset + slope · x.
struct Line {
    double offset = 0.0, slope = 0.0;
    [[nodiscard]] double at(double x) const { return offset + slope * x; }
};

/// The least-squares line through points (Eigen, by Householder's QR).
/// @param x, y  of equal count
/// @return nothing unless two points or more differ in x
[[nodiscard]] std::optional<Line> fitLine(std::span<const double> x, std::span<const double> y);

}  // namespace kh
