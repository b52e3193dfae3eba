// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstddef>
#include <span>
#include <string_view>
#include <vector>

namespace kh {

/// x in % of stick travel (0 low … 100 high), y in % (throttle 0 … 100, pitch −100 … +100).
struct CurvePoint {
    double x = 0.0;
    double y = 0.0;
    bool operator==(const CurvePoint&) const = default;
};

enum class CurveShape { Straight, Smooth };

/// A transmitter curve; x rises strictly, two points or more.
struct Curve {
    CurveShape shape = CurveShape::Straight;
    std::vector<CurvePoint> points{{0.0, 0.0}, {100.0, 0.0}};
    bool operator==(const Curve&) const = default;
};

/// @throws InputError naming `points` if there are fewer than two, x does not rise strictly, lies outside
///         0 … 100, or a number is not finite
void requireCurve(std::span<const CurvePoint> points);

/// A curve made ready for evaluation: slopes found once, then no allocation and no check per value.
///
/// Smooth is a monotone piecewise cubic Hermite with weighted harmonic-mean slopes; it never passes
/// beyond its points (Fritsch and Butland, SIAM J. Sci. Stat. Comput. 5 (1984) 300; three-point ends).
class CurveEvaluator {
public:
    CurveEvaluator() = default;
    /// @throws InputError as requireCurve
    explicit CurveEvaluator(const Curve& curve);

    /// @param x  % of stick travel; at or beyond the ends the end point's y is returned
    [[nodiscard]] double at(double x) const;
    /// y at a stick position −1 … +1.
    [[nodiscard]] double atStick(double stick) const;

private:
    CurveShape shape_ = CurveShape::Straight;
    std::vector<CurvePoint> points_{{0.0, 0.0}, {100.0, 0.0}};
    std::vector<double> slopes_;
};

/// The curve through evenly spaced points.
[[nodiscard]] Curve evenCurve(std::span<const double> ys, CurveShape shape = CurveShape::Straight);
/// The straight line between two end values.
[[nodiscard]] Curve lineCurve(double lowY, double highY, std::size_t points = 2);
/// The same y over the whole stick.
[[nodiscard]] Curve flatCurve(double y, std::size_t points = 2);
/// The upper half turned over below mid stick: y(−x) = −y(x), the point at mid stick at 0.
[[nodiscard]] Curve mirroredCurve(const Curve& curve);
/// The straight line through the curve's ends, on the same points.
[[nodiscard]] Curve straightenedCurve(const Curve& curve);
/// The same curve read at `points` evenly spaced positions. @throws InputError if fewer than two
[[nodiscard]] Curve resampledCurve(const Curve& curve, std::size_t points);
/// Whether every point has the same y (within 1e-9).
[[nodiscard]] bool isFlat(const Curve& curve);

}  // namespace kh
