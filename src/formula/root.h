// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <boost/math/tools/roots.hpp>
#include <cmath>
#include <cstdint>

namespace kh {

/// Where a function changes its sign, by halving (Boost.Math).
struct RootBracket {
    double first = 0.0, second = 0.0;  ///< the sign of f(low) still stands at `first`, no longer at `second`
    [[nodiscard]] double middle() const { return (first + second) / 2.0; }
};

inline constexpr double kStickTolerance = 2e-12;  ///< of a stick's −1 … +1

/// @param f          finite; its signs at low and high must differ
/// @param tolerance  the bracket is no wider than this, or as narrow as `double` tells apart
template <class F>
[[nodiscard]] RootBracket bracketOfRoot(F f, double low, double high, double tolerance) {
    const auto narrow = [tolerance](double a, double b) { return std::abs(b - a) <= tolerance; };
    std::uintmax_t most = 200;
    const auto found = boost::math::tools::bisect(f, low, high, narrow, most);
    return {found.first, found.second};
}

}  // namespace kh
