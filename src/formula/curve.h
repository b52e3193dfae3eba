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

/// Line: two ends and an offset, as some boxes take it.
enum class CurveShape { Straight, Smooth, Line };
/// "straight", "smooth", "line".
[[nodiscard]] const char* shapeId(CurveShape shape);

/// A transmitter curve; x rises strictly, two points or more. The points are what the curve gives; of a line, what is
/// typed into the box is each end less the offset, and the offset.
struct Curve {
    CurveShape shape = CurveShape::Straight;
    std::vector<CurvePoint> points{{0.0, 0.0}, {100.0, 0.0}};
    double offsetPct = 0.0;  ///< of a line; else 0
    bool operator==(const Curve&) const = default;
};

/// @throws InputError naming `points` if there are fewer than two, x does not rise strictly, lies outside
///         0 … 100, or a number is not finite
void requireCurve(std::span<const CurvePoint> points);
/// The whole curve: a line has its two ends at 0 and 100 and an offset of at most ±100, every other curve none.
/// @throws InputError naming `points` or `offsetPct`
void requireCurve(const Curve& curve);

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
/// Two straight halves that meet over one place of the stick, on the points of another curve; five even ones where it has less than
/// three. Where no point stands at that place, its neighbours both take the value there.
/// @param meetX  0 … 100 % of the stick
[[nodiscard]] Curve bentCurve(const Curve& like, double lowY, double meetX, double meetY, double highY);
/// The upper half turned over below mid stick: y(−x) = −y(x), the point at mid stick at 0.
[[nodiscard]] Curve mirroredCurve(const Curve& curve);
/// The straight line through the curve's ends, on the same points.
[[nodiscard]] Curve straightenedCurve(const Curve& curve);
/// The line through the curve's ends, with no offset: ready to be typed as two ends and an offset.
[[nodiscard]] Curve asLine(const Curve& curve);
/// The offsets a line may have so that both ends, with it, stay in low … high.
struct OffsetRange {
    double least = 0.0, most = 0.0;
};
[[nodiscard]] OffsetRange offsetRange(const Curve& line, double low, double high);
/// A line moved up as a whole: the ends as typed stay, the offset takes the change.
/// @throws InputError naming `offsetPct` and its range if an end would leave low … high
[[nodiscard]] Curve withOffset(const Curve& line, double offsetPct, double low, double high);
/// The same curve read at `points` evenly spaced positions. @throws InputError if fewer than two
[[nodiscard]] Curve resampledCurve(const Curve& curve, std::size_t points);
/// Whether every point has the same y (within 1e-9).
[[nodiscard]] bool isFlat(const Curve& curve);

}  // namespace kh
