// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/curve.h"

#include "base/conventions.h"
#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

double sign(double v) { return v > 0.0 ? 1.0 : (v < 0.0 ? -1.0 : 0.0); }

double innerSlope(double hBefore, double hAfter, double sBefore, double sAfter) {
    if (sBefore * sAfter <= 0.0) return 0.0;
    const double w1 = 2.0 * hAfter + hBefore;
    const double w2 = hAfter + 2.0 * hBefore;
    return (w1 + w2) / (w1 / sBefore + w2 / sAfter);
}

/// 0 is the end interval, 1 its neighbour.
double endSlope(double h0, double h1, double s0, double s1) {
    const double m = ((2.0 * h0 + h1) * s0 - h0 * s1) / (h0 + h1);
    if (sign(m) != sign(s0)) return 0.0;
    if (sign(s0) != sign(s1) && std::abs(m) > 3.0 * std::abs(s0)) return 3.0 * s0;
    return m;
}

std::vector<double> hermiteSlopes(std::span<const CurvePoint> p) {
    const std::size_t last = p.size() - 1;
    std::vector<double> h(last);
    std::vector<double> s(last);
    for (std::size_t i = 0; i < last; ++i) {
        h[i] = p[i + 1].x - p[i].x;
        s[i] = (p[i + 1].y - p[i].y) / h[i];
    }
    std::vector<double> slopes(p.size());
    if (last == 1) {
        slopes.assign(2, s[0]);
        return slopes;
    }
    slopes[0] = endSlope(h[0], h[1], s[0], s[1]);
    for (std::size_t i = 1; i < last; ++i) slopes[i] = innerSlope(h[i - 1], h[i], s[i - 1], s[i]);
    slopes[last] = endSlope(h[last - 1], h[last - 2], s[last - 1], s[last - 2]);
    return slopes;
}

}  // namespace

void requireCurve(std::span<const CurvePoint> points) {
    if (points.size() < 2) throw InputError("points", "two points or more are needed");
    for (std::size_t i = 0; i < points.size(); ++i) {
        requireWithin("points", points[i].x, 0.0, 100.0);
        requireFinite("points", points[i].y);
        if (i > 0 && points[i].x <= points[i - 1].x)
            throw InputError("points",
                             fmt::format("x must rise from point to point; point {} has {} after {}", i + 1, points[i].x, points[i - 1].x));
    }
}

const char* shapeId(CurveShape shape) {
    switch (shape) {
        case CurveShape::Straight: return "straight";
        case CurveShape::Smooth: return "smooth";
        case CurveShape::Line: return "line";
    }
    return "";
}

void requireCurve(const Curve& curve) {
    requireCurve(curve.points);
    const bool line = curve.shape == CurveShape::Line;
    if (line && (curve.points.size() != 2 || curve.points[0].x != 0.0 || curve.points[1].x != 100.0))
        throw InputError("points", "a line has two ends, at 0 and 100 % of the stick");
    if (!(std::abs(curve.offsetPct) <= (line ? 100.0 : 0.0)))
        throw InputError("offsetPct", fmt::format("{} is outside {}", curve.offsetPct, line ? "-100 … 100 %" : "0: only a line has one"));
}

CurveEvaluator::CurveEvaluator(const Curve& curve) : shape_(curve.shape), points_(curve.points) {
    requireCurve(curve);
    if (shape_ == CurveShape::Smooth) slopes_ = hermiteSlopes(points_);
}

double CurveEvaluator::at(double x) const {
    if (x <= points_.front().x) return points_.front().y;
    if (x >= points_.back().x) return points_.back().y;
    const auto after = std::upper_bound(points_.begin(), points_.end(), x, [](double v, const CurvePoint& p) { return v < p.x; });
    const CurvePoint& b = *after;
    const CurvePoint& a = *(after - 1);
    const double h = b.x - a.x;
    const double t = (x - a.x) / h;
    if (shape_ != CurveShape::Smooth) return a.y + t * (b.y - a.y);
    const auto i = static_cast<std::size_t>(after - points_.begin());
    const double t2 = t * t;
    const double t3 = t2 * t;
    return (2.0 * t3 - 3.0 * t2 + 1.0) * a.y + (t3 - 2.0 * t2 + t) * h * slopes_[i - 1] + (3.0 * t2 - 2.0 * t3) * b.y +
           (t3 - t2) * h * slopes_[i];
}

double CurveEvaluator::atStick(double stick) const { return at(curveXFromStick(stick)); }

Curve evenCurve(std::span<const double> ys, CurveShape shape) {
    Curve curve{shape, {}};
    for (std::size_t i = 0; i < ys.size(); ++i)
        curve.points.push_back({100.0 * static_cast<double>(i) / static_cast<double>(ys.size() - 1), ys[i]});
    return curve;
}

Curve lineCurve(double lowY, double highY, std::size_t points) {
    std::vector<double> ys(points);
    for (std::size_t i = 0; i < points; ++i) ys[i] = lowY + (highY - lowY) * static_cast<double>(i) / static_cast<double>(points - 1);
    return evenCurve(ys);
}

Curve flatCurve(double y, std::size_t points) { return lineCurve(y, y, points); }

Curve bentCurve(const Curve& like, double lowY, double meetX, double meetY, double highY) {
    Curve out = like.points.size() < 3 ? flatCurve(meetY, 5) : like;
    if (out.shape == CurveShape::Line) out.shape = CurveShape::Straight;
    out.offsetPct = 0.0;
    const auto above = std::find_if(out.points.begin(), out.points.end(), [&](const CurvePoint& p) { return p.x >= meetX - 1e-9; });
    for (auto p = out.points.begin(); p != out.points.end(); ++p) {
        const double share = p->x < meetX ? (meetX - p->x) / meetX : (p->x - meetX) / std::max(100.0 - meetX, 1e-9);
        p->y = std::round(meetY + share * ((p->x < meetX ? lowY : highY) - meetY));
        const bool beside = p == above || (p + 1 == above && (above == out.points.end() || above->x > meetX + 1e-9));
        if (beside) p->y = meetY;
    }
    return out;
}

bool isFlat(const Curve& curve) {
    return std::all_of(curve.points.begin(), curve.points.end(),
                       [&](const CurvePoint& p) { return std::abs(p.y - curve.points.front().y) < 1e-9; });
}

Curve mirroredCurve(const Curve& curve) {
    const CurveEvaluator e(curve);
    Curve out = curve;
    out.offsetPct = 0.0;
    for (CurvePoint& p : out.points) {
        if (p.x < 50.0 - 1e-9) p.y = -e.at(100.0 - p.x);
        else if (p.x < 50.0 + 1e-9) p.y = 0.0;
    }
    return out;
}

Curve straightenedCurve(const Curve& curve) {
    Curve out = curve;
    const CurvePoint first = curve.points.front();
    const CurvePoint last = curve.points.back();
    for (CurvePoint& p : out.points) p.y = first.y + (last.y - first.y) * (p.x - first.x) / (last.x - first.x);
    return out;
}

Curve asLine(const Curve& curve) {
    Curve out = lineCurve(curve.points.front().y, curve.points.back().y);
    out.shape = CurveShape::Line;
    return out;
}

OffsetRange offsetRange(const Curve& line, double low, double high) {
    const double from = line.points.front().y - line.offsetPct;
    const double to = line.points.back().y - line.offsetPct;
    return {std::max(-100.0, low - std::min(from, to)), std::min(100.0, high - std::max(from, to))};
}

Curve withOffset(const Curve& line, double offsetPct, double low, double high) {
    const double from = line.points.front().y - line.offsetPct;
    const double to = line.points.back().y - line.offsetPct;
    const auto [least, most] = offsetRange(line, low, high);
    if (!(offsetPct >= least && offsetPct <= most))
        throw InputError("offsetPct", fmt::format("{} is outside {} … {} %: an end would leave the curve's range", offsetPct, least, most));
    Curve out = line;
    out.points = {{0.0, from + offsetPct}, {100.0, to + offsetPct}};
    out.offsetPct = offsetPct;
    return out;
}

Curve resampledCurve(const Curve& curve, std::size_t points) {
    if (points < 2) throw InputError("points", "two or more are needed");
    const CurveEvaluator e(curve);
    Curve out{curve.shape == CurveShape::Line ? CurveShape::Straight : curve.shape, {}};
    for (std::size_t i = 0; i < points; ++i) {
        const double x = 100.0 * static_cast<double>(i) / static_cast<double>(points - 1);
        out.points.push_back({x, std::round(e.at(x) * 2.0) / 2.0});
    }
    return out;
}

}  // namespace kh
