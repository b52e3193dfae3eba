// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/ungoverned.h"

#include <algorithm>
#include <cmath>

namespace kh {

Curve risingThrottle(const Curve& like, double idlePct, double hoverPct) {
    return bentCurve(like, idlePct, 50.0, hoverPct, std::min(100.0, hoverPct + kUngovernedMorePct));
}

Curve veeThrottle(const Curve& like, double zeroX, double hoverPct) {
    const double ends = std::min(100.0, hoverPct + kUngovernedMorePct);
    return bentCurve(like, ends, zeroX, std::max(kInvertedLeastPct, hoverPct - kUngovernedLessPct), ends);
}

Curve raisedVee(const Curve& curve, double zeroX) {
    const CurveEvaluator was(curve);
    const double least = std::max(kInvertedLeastPct, std::round(was.at(zeroX)));
    Curve out = bentCurve(curve, 101.0, zeroX, least, 101.0);  // above every value: the bottom are the points at the least
    const auto bottom = [&](const CurvePoint& p) { return p.y <= least; };
    const auto first = std::find_if(out.points.begin(), out.points.end(), bottom);
    const auto behind = std::find_if_not(first, out.points.end(), bottom);
    // from there out no point lies below the one before it; one that fell away takes what stands as far on the other side
    const auto raised = [&](double x, double reached) {
        const double y = was.at(x);
        return std::max(reached, y < least ? was.at(std::clamp(2.0 * zeroX - x, 0.0, 100.0)) : y);
    };
    double reached = least;
    for (auto p = behind; p != out.points.end(); ++p) p->y = reached = raised(p->x, reached);
    reached = least;
    for (auto p = std::make_reverse_iterator(first); p != out.points.rend(); ++p) p->y = reached = raised(p->x, reached);
    return isFlat(out) && !isFlat(curve) ? veeThrottle(curve, zeroX, least) : out;
}

Curve scaledTo(const Curve& curve, double highestPct) {
    double most = 0.0;
    for (const CurvePoint& p : curve.points) most = std::max(most, p.y);
    if (most <= 0.0) return curve;
    Curve out = curve;
    for (CurvePoint& p : out.points) p.y = std::clamp(std::round(p.y * highestPct / most), 0.0, 100.0);
    return out;
}

}  // namespace kh
