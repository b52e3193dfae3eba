// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/line.h"

#include <Eigen/QR>
#include <algorithm>

namespace kh {

std::optional<Line> fitLine(std::span<const double> x, std::span<const double> y) {
    if (x.size() < 2 || x.size() != y.size()) return std::nullopt;
    const auto [least, most] = std::minmax_element(x.begin(), x.end());
    if (*most - *least < 1e-9) return std::nullopt;
    const auto n = static_cast<Eigen::Index>(x.size());
    Eigen::MatrixX2d a(n, 2);
    a.col(0).setOnes();
    a.col(1) = Eigen::Map<const Eigen::VectorXd>(x.data(), n);
    const Eigen::Vector2d line = a.colPivHouseholderQr().solve(Eigen::Map<const Eigen::VectorXd>(y.data(), n));
    return Line{line[0], line[1]};
}

}  // namespace kh
