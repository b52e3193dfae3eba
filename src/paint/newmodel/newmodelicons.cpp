// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/newmodel/newmodelicons.h"

#include "base/conventions.h"
#include "model/helicopter/helicopter.h"
#include "paint/look/theme.h"

#include <QPainterPath>
#include <algorithm>

namespace kh::paint {

void drawMachineFromAbove(QPainter& p, QPointF shaft, double pixels, const Machine& m) {
    const Tokens& t = Theme::tokens();
    const double disc = helicopter(m).rotor.discM;
    const double boom = helicopter(m).tail.boomM;
    const double fine = std::clamp(disc * pixels / 160.0, 0.6, 1.0);  // of the pens, where the whole is small
    const auto at = [&](double right, double aft) { return shaft + QPointF(right * pixels, aft * pixels); };
    const double width = disc * 0.06;
    p.setPen(QPen(t.machine, 1.6 * fine));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.10));
    p.drawRect(QRectF(at(-width * 0.14, disc * 0.06), at(width * 0.14, boom)));
    QPainterPath body;
    body.moveTo(at(0, -disc * 0.26));
    body.cubicTo(at(width, -disc * 0.24), at(width * 1.1, -disc * 0.02), at(width * 0.7, disc * 0.06));
    body.lineTo(at(width * 0.2, disc * 0.14));
    body.lineTo(at(-width * 0.2, disc * 0.14));
    body.lineTo(at(-width * 0.7, disc * 0.06));
    body.cubicTo(at(-width * 1.1, -disc * 0.02), at(-width, -disc * 0.24), at(0, -disc * 0.26));
    p.drawPath(body);
    p.drawLine(at(-width * 0.95, -disc * 0.12), at(width * 0.95, -disc * 0.12));
    p.drawRect(QRectF(at(-width * 0.22, boom - disc * 0.02), at(width * 0.22, boom + disc * 0.02)));
    p.setPen(QPen(t.machine, 2.4 * fine));
    p.drawLine(at(width * 0.45, boom - helicopter(m).tail.discM / 2), at(width * 0.45, boom + helicopter(m).tail.discM / 2));
    for (const double side : {-1.0, 1.0}) {
        p.setPen(QPen(t.machine, 1.6 * fine));
        p.drawLine(at(side * width * 1.25, -disc * 0.14), at(side * width * 1.25, disc * 0.1));
    }
    // main blades along a diagonal, so that nothing hides the boom
    p.save();
    p.translate(shaft);
    p.rotate(helicopter(m).rotor.turning == Turning::Clockwise ? 58 : -58);
    p.setPen(QPen(t.machine, 1.6 * fine));
    p.setBrush(t.sheet);
    const double root = disc / 2 - helicopter(m).rotor.bladeMm / 1000.0;
    for (int i = 0; i < static_cast<int>(helicopter(m).rotor.blades); ++i) {
        p.drawRect(QRectF(-helicopter(m).rotor.chordMm / 2000.0 * pixels, -disc / 2 * pixels, helicopter(m).rotor.chordMm / 1000.0 * pixels,
                          helicopter(m).rotor.bladeMm / 1000.0 * pixels));
        p.drawLine(QPointF(0, 0), QPointF(0, -root * pixels));
        p.rotate(360.0 / helicopter(m).rotor.blades);
    }
    p.restore();
    p.setBrush(t.sheet);
    p.drawEllipse(shaft, std::min(7.0, disc * pixels * 0.03), std::min(7.0, disc * pixels * 0.03));
}

void drawTurning(QPainter& p, QPointF shaft, double radius, Turning turning) {
    const Tokens& t = Theme::tokens();
    p.setPen(QPen(t.muted, 1.6));
    p.setBrush(Qt::NoBrush);
    const QRectF ring(shaft.x() - radius, shaft.y() - radius, 2 * radius, 2 * radius);
    const bool clockwise = turning == Turning::Clockwise;
    p.drawArc(ring, 100 * 16, clockwise ? -40 * 16 : 40 * 16);
    const double end = clockwise ? 60 : 140;
    const QPointF tip = shaft + QPointF(cosDeg(end), -sinDeg(end)) * radius;
    const double a = clockwise ? end - 90 : end + 90;
    for (const double spread : {150.0, -150.0}) p.drawLine(tip, tip + QPointF(cosDeg(a + spread), -sinDeg(a + spread)) * 9);
}

void drawPlateLayout(QPainter& p, QPointF c, double radius, const Layout& layout) {
    const Tokens& t = Theme::tokens();
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    const QPointF nose = c - QPointF(0, radius + 11);
    p.drawPolygon(QPolygonF({nose + QPointF(-5, 4), nose + QPointF(5, 4), nose + QPointF(0, -5)}));
    p.setPen(QPen(t.machine, 1.4));
    p.setBrush(t.sheet);
    p.drawEllipse(c, radius, radius);
    for (const double azimuth : layout.azimuthsDeg) {
        const QPointF ball = c + QPointF(sinDeg(azimuth), -cosDeg(azimuth)) * radius;
        p.setPen(QPen(t.machine, 1.4, layout.mechanical ? Qt::DashLine : Qt::SolidLine));
        p.drawLine(c, ball);
    }
    p.setPen(QPen(t.machine, 1.4));
    p.setBrush(t.sheet);
    p.drawEllipse(c, radius * 0.2, radius * 0.2);
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    for (const double azimuth : layout.azimuthsDeg) p.drawEllipse(c + QPointF(sinDeg(azimuth), -cosDeg(azimuth)) * radius, 4, 4);
}

void drawBladeLink(QPainter& p, QRectF area, LinkSide link, Turning turning) {
    const Tokens& t = Theme::tokens();
    const QPointF c = area.center();
    const double way = turning == Turning::Clockwise ? 1.0 : -1.0;  // a blade at the nose: clockwise goes right
    const double side = link == LinkSide::Leading ? way : -way;
    p.setPen(QPen(t.machine, 1.4));
    p.setBrush(t.sheet);
    p.drawPolygon(
        QPolygonF({{c.x() - 7, area.top()}, {c.x() + 7, area.top()}, {c.x() + 4, area.bottom() - 16}, {c.x() - 4, area.bottom() - 16}}));
    p.drawRect(QRectF(c.x() - 8, area.bottom() - 16, 16, 12));
    p.drawLine(QPointF(c.x() + side * 8, area.bottom() - 10), QPointF(c.x() + side * 17, area.bottom() - 10));
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    p.drawEllipse(QPointF(c.x() + side * 19, area.bottom() - 10), 4, 4);
    p.setPen(QPen(t.muted, 1.2));
    const QPointF from(c.x() + way * 13, area.top() + 8), to(c.x() + way * 29, area.top() + 8);
    p.drawLine(from, to);
    for (const double dy : {-3.0, 3.0}) p.drawLine(to, to + QPointF(-4 * way, dy));
}

}  // namespace kh::paint
