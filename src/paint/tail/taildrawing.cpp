// SPDX-License-Identifier: GPL-3.0-or-later
//
// The tail in three views, third angle: from the left, from above it, from behind beside it. All move with the stick.
#include "base/conventions.h"
#include "model/helicopter/helicopter.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/trace.h"
#include "stations/tail/tailwords.h"

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
    const double unit = std::min(area.width() / 100.0, area.height() / 40.0);
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
    // nose up the page: a top blade that goes aft trails forward, up the page; pushed nose right the trailing edge stands right
    const double chord = 20 * unit;
    const double trails = tail.facts.topBlade == TopBlade::Aft ? -1.0 : 1.0;
    const auto section = [&](double deg, const QPen& pen, const QBrush& brush) {
        p.save();
        p.translate(hub + QPointF(40 * unit, 0));
        p.rotate(trails * (90.0 - deg));
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
}

/// From the left: nose to the left; the upper blade moves as the rotor turns, its trailing edge behind.
void fromLeft(QPainter& p, QRectF area, const Tail& tail) {
    const Tokens& t = Theme::tokens();
    const double unit = std::min(area.width() / 90.0, area.height() / 66.0);
    const QPointF hub = area.center() + QPointF(6 * unit, 6);
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.08));
    p.drawRect(QRectF(area.left() + 8, hub.y() - 6 * unit, hub.x() - 11 * unit - area.left() - 8, 12 * unit));
    p.drawRect(QRectF(hub.x() - 11 * unit, hub.y() - 11 * unit, 22 * unit, 22 * unit));
    // a blade at more pitch is seen narrower
    const double width = 20 * unit * std::max(0.25, cosDeg(tail.pitchDeg));
    // the upper blade's trailing edge is where it comes from, the lower one's opposite; the nose is to the left
    const bool aft = tail.facts.topBlade == TopBlade::Aft;
    flatBlade(p, QRectF(hub.x() - width * (aft ? 0.6 : 0.4), area.top() + 22, width, hub.y() - 12 * unit - area.top() - 22), aft);
    flatBlade(p, QRectF(hub.x() - width * (aft ? 0.4 : 0.6), hub.y() + 12 * unit, width, area.bottom() - 6 - hub.y() - 12 * unit), !aft);
    p.setPen(machinePen(1.6));
    p.setBrush(t.sheet);
    p.drawEllipse(hub, 6 * unit, 6 * unit);
    p.drawEllipse(hub, 2.4 * unit, 2.4 * unit);
    drawText(p, {area.left(), area.top() + 14}, words(KH_TR("from the left")), Theme::font(12), t.muted);
    drawText(p, {area.left() + 8, hub.y() - 6 * unit - 6}, words(KH_TR("nose")), Theme::font(12), t.muted, hub.x() - 12 * unit);
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
    const double unit = std::min(area.width() / 100.0, area.height() / 62.0);
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
}

/// A tail with a motor of its own has no blades that turn: what the stick and a turn by hand must do to its speed.
void paintTailMotor(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    drawTitle(p, area, KH_TR("Tail with its own motor"), words(KH_TR("no slider, no trailing edges: its speed is what is judged")));
    double y = area.top() + 52;
    const auto line = [&](const char* name, const Message& value) {
        drawText(p, {area.left(), y}, words(name), Theme::font(14), t.muted);
        drawText(p, {area.left() + 230, y}, words(value), Theme::font(14, true), t.ink, area.right());
        hairline(p, area.left(), y + 8, area.right(), t.rule);
        y += 30;
    };
    line(KH_TR("stick left"), noseLeftSign(s.setup));
    line(KH_TR("stick right"), noseRightSign(s.setup));
    line(KH_TR("nose turned left by hand"), noseRightSign(s.setup));
    line(KH_TR("nose turned right by hand"), noseLeftSign(s.setup));
    y += 8;
    for (const char* text : {KH_TR("Its direction test: main and tail blades off, main leads off, the machine held,"),
                             KH_TR("only the tail motor connected; fingers and clothes clear of it.")}) {
        drawText(p, {area.left(), y}, words(text), Theme::font(13), t.warning, area.right());
        y += 20;
    }
}

/// A view with the tail rotor on the right of the boom, mirrored where it is on the left: all that points sideways with it.
void sided(QPainter& p, QRectF area, Tail tail, void (*view)(QPainter&, QRectF, const Tail&)) {
    p.save();
    if (tail.facts.side == TailSide::Left) {
        p.translate(2.0 * area.center().x(), 0.0);
        p.scale(-1.0, 1.0);
        tail.sliderMm = -tail.sliderMm;
        tail.pitchDeg = -tail.pitchDeg;
        tail.neutralDeg = -tail.neutralDeg;
        if (tail.edges != EdgeSide::Still) tail.edges = tail.edges == EdgeSide::Left ? EdgeSide::Right : EdgeSide::Left;
    }
    view(p, area, tail);
    p.restore();
}

}  // namespace

void paintTail(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    if (!tailBladesTurn(s.setup)) {
        paintTailMotor(p, area, s);
        return;
    }
    drawTitle(p, area, KH_TR("Tail in three views"), words(KH_TR("blades broken off; heavy: trailing edge; dashed: neutral")));
    const HelicopterTrace& now = helicopterTrace(s.trace);
    const Helicopter& h = helicopter(s.setup);
    const Tail tail{h.tail, now.sliderMm, now.tailPitchDeg, h.tail.neutralPitchDeg * (h.rotor.turning == Turning::Clockwise ? 1.0 : -1.0),
                    now.trailingEdge};
    const double top = area.top() + 26;
    const double half = area.width() * 0.47;
    const double upper = (area.height() - 26) * 0.42;
    const QRectF above(area.left() + half, top, area.width() - half, upper);
    const QRectF behind(area.left() + half, top + upper, area.width() - half, area.height() - 26 - upper);
    sided(p, above, tail, fromAbove);
    sided(p, behind, tail, fromBehind);
    const QString nose = words(KH_TR("from above, nose up")), back = words(KH_TR("from behind"));
    const bool left = h.tail.side == TailSide::Left;  // the words stand where the tail rotor is, clear of the boom
    drawText(p, {left ? above.left() : above.right() - textWidth(nose, Theme::font(12)), above.top() + 14}, nose, Theme::font(12), t.muted);
    drawText(p, {left ? behind.left() : behind.right() - textWidth(back, Theme::font(12)), behind.top() + 14}, back, Theme::font(12),
             t.muted);
    fromLeft(p, QRectF(area.left(), top + upper, half - 16, area.height() - 26 - upper), tail);
    // what it says
    double y = top + 16;
    const double right = area.left() + half - 26;
    const auto line = [&](const char* name, const QString& value, const QColor& colour) {
        drawText(p, {area.left(), y}, words(name), Theme::font(13), t.muted);
        drawText(p, {right - textWidth(value, Theme::font(13, true)), y}, value, Theme::font(13, true), colour);
        hairline(p, area.left(), y + 5, right, t.rule);
        y += 18;
    };
    const double stick = s.deck.sticks.rudder;
    line(KH_TR("stick, rudder"), words(say("{v}", {{"v", signedNum(stick, 2)}})), t.transmitter);
    line(KH_TR("slider"), words(say(KH_TR("{s} mm"), {{"s", signedNum(now.sliderMm, 2)}})), t.ink);
    line(KH_TR("blade"), words(say(KH_TR("{p}°"), {{"p", signedNum(now.tailPitchDeg, 1)}})), t.ink);
    const bool rule = stick == 0.0 || now.trailingEdge == (stick > 0.0 ? EdgeSide::Right : EdgeSide::Left);
    if (now.tailPushN)
        line(KH_TR("tail pushed"),
             words(say(KH_TR("{s}, {n} N"),
                       {{"s", say(*now.tailPushN < 0.0 ? KH_TR("right") : KH_TR("left"))}, {"n", num(std::abs(*now.tailPushN), 1)}})),
             t.ink);
    line(KH_TR("trailing edges"), words(edgeId(now.trailingEdge)), rule ? t.ink : t.danger);
    line(KH_TR("nose goes"), words(edgeId(now.nose)), now.nose == now.trailingEdge ? t.ink : t.danger);
}

}  // namespace kh::paint
