// SPDX-License-Identifier: GPL-3.0-or-later
//
// The tail in three views, third angle: from the left, from above it, from behind beside it. All move with the stick.
#include "base/conventions.h"
#include "model/helicopter/helicopter.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/trace.h"

#include <QPainterPath>
#include <cmath>

namespace kh::paint {

namespace {

constexpr double kTrailing = 3.6;  ///< px of the edge that trails

void forceArrow(QPainter& p, QPointF from, QPointF to, const QColor& colour) {
    p.setPen(QPen(colour, 2));
    p.drawLine(from, to);
    const QPointF d = to - from;
    const double length = std::max(1e-6, std::hypot(d.x(), d.y()));
    const QPointF u = d / length, n(-u.y(), u.x());
    p.setPen(Qt::NoPen);
    p.setBrush(colour);
    p.drawPolygon(QPolygonF({to + 4 * u, to - 5 * u + 4 * n, to - 5 * u - 4 * n}));
}

/// A blade broken off, seen flat: its trailing edge is drawn heavy. @param left  of the picture, where the trailing edge is
void flatBlade(QPainter& p, QRectF blade, bool trailingLeft) {
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(Theme::tokens().sheet, Theme::tokens().machine, 0.10));
    p.drawRect(blade);
    p.setPen(QPen(Theme::tokens().ink, kTrailing));
    const double x = trailingLeft ? blade.left() : blade.right();
    p.drawLine(QPointF(x, blade.top()), QPointF(x, blade.bottom()));
}

struct Tail {
    const TailFacts& facts;
    double sliderMm, pitchDeg, neutralDeg;
    EdgeSide edges;
};

/// From above, nose up the page: the section of the blade that stands toward the viewer.
void fromAbove(QPainter& p, QRectF area, const Tail& tail) {
    const Tokens& t = Theme::tokens();
    const double unit = std::min(area.width() / 100.0, area.height() / 52.0);
    const QPointF hub(area.left() + area.width() * 0.34, area.center().y() + 4);
    centreLine(p, QPointF(hub.x(), area.top() + 8), QPointF(hub.x(), area.bottom()));
    centreLine(p, hub - QPointF(26 * unit, 0), QPointF(area.right() - 4, hub.y()));
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.08));
    p.drawRect(QRectF(hub.x() - 5 * unit, area.top() + 14, 10 * unit, hub.y() - 11 * unit - area.top() - 14));
    p.drawRect(QRectF(hub.x() - 12 * unit, hub.y() - 11 * unit, 24 * unit, 22 * unit));
    p.setPen(machinePen(2.4));
    p.drawLine(hub + QPointF(12 * unit, 0), hub + QPointF(40 * unit, 0));
    const double travel = std::max(1.0, tail.facts.sliderLimitMm);
    const double middle = hub.x() + 21 * unit;
    const auto slider = [&](double mm, const QPen& pen, const QBrush& brush) {
        p.setPen(pen);
        p.setBrush(brush);
        p.drawRect(QRectF(middle + mm / travel * 6 * unit - 3 * unit, hub.y() - 5 * unit, 6 * unit, 10 * unit));
    };
    slider(0.0, ghostPen(), Qt::NoBrush);
    slider(tail.sliderMm, machinePen(1.6), t.sheet);
    // nose up the page: the leading edge of the blade that is up moves forward, the trailing edge stands below the shaft
    const double chord = 20 * unit;
    const auto section = [&](double deg, const QPen& pen, const QBrush& brush) {
        p.save();
        p.translate(hub + QPointF(40 * unit, 0));
        p.rotate(90.0 - deg * (tail.facts.lever == LeverEdge::Trailing ? 1.0 : -1.0));
        p.translate(-chord * 0.4, 0);
        p.setPen(pen);
        p.setBrush(brush);
        p.drawPath(bladeSection(chord, 0.15));
        p.setPen(QPen(pen.color(), kTrailing));
        if (brush.style() != Qt::NoBrush) p.drawPoint(QPointF(chord, 0));
        p.restore();
    };
    section(tail.neutralDeg, ghostPen(), Qt::NoBrush);
    section(tail.pitchDeg, machinePen(1.6), QBrush(Theme::over(t.sheet, t.machine, 0.12)));
    // a pitch that turns the nose left pushes the tail right
    if (std::abs(tail.pitchDeg) > 0.3) {
        const bool right = tail.pitchDeg < 0.0;
        const QPointF from = hub + QPointF((right ? 50 : 60) * unit, -12 * unit);
        forceArrow(p, from, from + QPointF((right ? 10 : -10) * unit, 0), t.ink);
    }
    drawText(p, {hub.x() + 8 * unit, area.top() + 20}, words(KH_TR("nose")), Theme::font(12), t.muted);
    drawText(p, {hub.x() + 48 * unit, hub.y() - 16 * unit}, words(KH_TR("push")), Theme::font(12), t.muted, area.right());
}

/// From the left: nose to the left; the upper blade moves as the rotor turns, its trailing edge behind.
void fromLeft(QPainter& p, QRectF area, const Tail& tail) {
    const Tokens& t = Theme::tokens();
    const double unit = std::min(area.width() / 90.0, area.height() / 84.0);
    const QPointF hub = area.center() + QPointF(6 * unit, 6);
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.08));
    p.drawRect(QRectF(area.left() + 8, hub.y() - 6 * unit, hub.x() - 11 * unit - area.left() - 8, 12 * unit));
    p.drawRect(QRectF(hub.x() - 11 * unit, hub.y() - 11 * unit, 22 * unit, 22 * unit));
    // a blade at more pitch is seen narrower
    const double width = 20 * unit * std::max(0.25, cosDeg(tail.pitchDeg));
    // top blade moves aft: the upper leads aft, the lower leads forward
    flatBlade(p, QRectF(hub.x() - width * 0.6, area.top() + 22, width, hub.y() - 12 * unit - area.top() - 22), true);
    flatBlade(p, QRectF(hub.x() - width * 0.4, hub.y() + 12 * unit, width, area.bottom() - 6 - hub.y() - 12 * unit), false);
    p.setPen(machinePen(1.6));
    p.setBrush(t.sheet);
    p.drawEllipse(hub, 6 * unit, 6 * unit);
    p.drawEllipse(hub, 2.4 * unit, 2.4 * unit);
    drawText(p, {area.left(), area.top() + 14}, words(KH_TR("from the left")), Theme::font(12), t.muted);
    if (std::abs(tail.pitchDeg) > 0.3) {  // ⊗ away from the viewer, ⊙ toward
        const QPointF at(area.left() + 10, area.bottom() - 16);
        const bool away = tail.pitchDeg < 0.0;
        p.setPen(QPen(t.ink, 1.6));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(at, 7, 7);
        if (away) {
            p.drawLine(at + QPointF(-5, -5), at + QPointF(5, 5));
            p.drawLine(at + QPointF(-5, 5), at + QPointF(5, -5));
        } else {
            p.setBrush(t.ink);
            p.drawEllipse(at, 1.8, 1.8);
        }
        drawText(p, {at.x() + 13, at.y() + 4}, words(away ? KH_TR("push, away") : KH_TR("push, toward")), Theme::font(12), t.ink);
    }
}

/// From behind: the slider moves left and right, the trailing edges with it.
void fromBehind(QPainter& p, QRectF area, const Tail& tail) {
    const Tokens& t = Theme::tokens();
    const double unit = std::min(area.width() / 100.0, area.height() / 84.0);
    const QPointF hub(area.left() + area.width() * 0.34, area.center().y() + 6);
    centreLine(p, QPointF(hub.x(), area.top() + 18), QPointF(hub.x(), area.bottom()));
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.08));
    p.drawRect(QRectF(hub.x() - 12 * unit, hub.y() - 12 * unit, 24 * unit, 24 * unit));
    p.setBrush(t.sheet);
    p.drawEllipse(hub, 8 * unit, 8 * unit);
    p.setPen(machinePen(2.4));
    p.drawLine(hub + QPointF(12 * unit, 0), hub + QPointF(44 * unit, 0));
    const double travel = std::max(1.0, tail.facts.sliderLimitMm);
    const double x = hub.x() + 21 * unit + tail.sliderMm / travel * 6 * unit;
    p.setPen(ghostPen());
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(hub.x() + 18 * unit, hub.y() - 5 * unit, 6 * unit, 10 * unit));
    p.setPen(machinePen(1.6));
    p.setBrush(t.sheet);
    p.drawRect(QRectF(x - 3 * unit, hub.y() - 5 * unit, 6 * unit, 10 * unit));
    // the blades on edge: the trailing one shows by how far it stands beside the leading one
    const double blade = hub.x() + 44 * unit;
    const double aside = (tail.edges == EdgeSide::Left    ? -1.0
                          : tail.edges == EdgeSide::Right ? 1.0
                                                          : 0.0) *
                         std::min(10 * unit, 12 * unit * std::abs(sinDeg(tail.pitchDeg - tail.neutralDeg)));
    for (const double way : {-1.0, 1.0}) {
        const double near = hub.y() + way * 8 * unit;
        const double far = way < 0 ? area.top() + 20 : area.bottom() - 4;
        p.setPen(ghostPen());
        p.drawLine(QPointF(blade, near), QPointF(blade, far));
        p.setPen(machinePen(1.6));
        p.drawLine(QPointF(blade - aside * 0.6, near), QPointF(blade - aside * 0.6, far));
        p.setPen(QPen(t.ink, kTrailing));
        p.drawLine(QPointF(blade + aside, near), QPointF(blade + aside, far));
    }
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.08));
    p.drawRect(QRectF(blade - 5 * unit, hub.y() - 8 * unit, 10 * unit, 16 * unit));
    const QString from = words(KH_TR("from behind"));
    drawText(p, {area.right() - textWidth(from, Theme::font(12)), area.top() + 14}, from, Theme::font(12), t.muted);
    drawText(p, {hub.x() + 12 * unit, hub.y() + 14 * unit + 8}, words(KH_TR("slider")), Theme::font(12), t.muted, blade - 10 * unit);
}

}  // namespace

void paintTail(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Tail in three views"), words(KH_TR("blades broken off; heavy: trailing edge; dashed: neutral")));
    const HelicopterTrace& now = helicopterTrace(s.trace);
    const Helicopter& h = helicopter(s.setup);
    const Tail tail{h.tail, now.sliderMm, now.tailPitchDeg, h.tail.neutralPitchDeg * (h.rotor.turning == Turning::Clockwise ? 1.0 : -1.0),
                    now.trailingEdge};
    const double top = area.top() + 26;
    const double half = area.width() * 0.47;
    const double upper = (area.height() - 26) * 0.42;
    fromAbove(p, QRectF(area.left() + half, top, area.width() - half, upper), tail);
    fromBehind(p, QRectF(area.left() + half, top + upper, area.width() - half, area.height() - 26 - upper), tail);
    fromLeft(p, QRectF(area.left(), top + upper, half - 16, area.height() - 26 - upper), tail);
    // what it says
    double y = top + 16;
    const double right = area.left() + half - 26;
    const auto line = [&](const char* name, const QString& value, const QColor& colour) {
        drawText(p, {area.left(), y}, words(name), Theme::font(13), t.muted);
        drawText(p, {right - textWidth(value, Theme::font(13, true)), y}, value, Theme::font(13, true), colour);
        hairline(p, area.left(), y + 5, right, t.rule);
        y += 20;
    };
    const double stick = s.deck.sticks.rudder;
    line(KH_TR("stick, rudder"), words(say("{v}", {{"v", signedNum(stick, 2)}})), t.transmitter);
    line(KH_TR("slider"), words(say(KH_TR("{s} mm"), {{"s", signedNum(now.sliderMm, 2)}})), t.ink);
    line(KH_TR("blade"), words(say(KH_TR("{p}°"), {{"p", signedNum(now.tailPitchDeg, 1)}})), t.ink);
    const bool rule = stick == 0.0 || now.trailingEdge == (stick > 0.0 ? EdgeSide::Right : EdgeSide::Left);
    line(KH_TR("trailing edges"), words(edgeId(now.trailingEdge)), rule ? t.ink : t.danger);
    line(KH_TR("nose goes"), words(edgeId(now.nose)), now.nose == now.trailingEdge ? t.ink : t.danger);
}

}  // namespace kh::paint
