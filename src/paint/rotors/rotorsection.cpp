// SPDX-License-Identifier: GPL-3.0-or-later
//
// Servo, push rod, slider and blade of one rotor, seen from the blade's tip, with the gauge and its pointer.
#include "base/conventions.h"
#include "formula/linkage.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/rotors/rotorstrace.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace kh::paint {

namespace {

constexpr double kScaleEndDeg = 12.0;
constexpr double kDrawnTwice = 2.0;  ///< folded blades are turned against each other by twice the pitch

}  // namespace

void paintRotorSection(QPainter& p, QRectF area, const Scene& s) {
    if (!isRotors(s.setup)) return;
    const Tokens& t = Theme::tokens();
    const Rotors& r = rotorsOf(s.setup);
    const RotorsTrace& trace = rotorsTrace(s.trace);
    const std::size_t rotor = trace.telling;
    const RotorUnit* unit = rotorUnit(r, rotor);
    if (unit == nullptr) return;
    p.setRenderHint(QPainter::Antialiasing);
    double x = drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("Rotor")), Theme::font(13, true), t.ink) + 16;
    if (!trace.ports[rotor].empty()) {
        portBadge(p, {x, area.top() + 9}, shown(trace.ports[rotor]));
        x += 16;
    }
    x = drawText(p, {x, area.top() + 14}, words(rotorTitle(rotors::kIds[rotor])), Theme::font(13, true), t.ink) + 10;
    drawText(p, {x, area.top() + 14}, words(KH_TR("along the hinge line")), Theme::font(12), t.muted, area.right());
    const double pitch = trace.now.bladeDeg[rotor], asked = trace.asked.bladeDeg[rotor];
    const bool off = trace.bladeOff[rotor];
    const QPointF hub(area.left() + area.width() * 0.46, area.top() + area.height() * 0.36);
    const double length = std::min(area.width() * 0.34, 96.0);
    // the gauge: lines at 0 and at twice the wanted pitch, since the blades are folded against each other
    const double scale = kDrawnTwice;
    const auto onArc = [&](double deg, double radius) {  // degrees above the line to the left
        return hub + QPointF(-radius * cosDeg(deg), -radius * sinDeg(deg));
    };
    p.setPen(QPen(t.muted, 1));
    for (int deg = -12; deg <= 12; ++deg) {
        const double len = deg % 12 == 0 ? 10 : deg % 6 == 0 ? 7 : 4;
        p.drawLine(onArc(scale * deg, length), onArc(scale * deg, length + len));
    }
    for (const double deg : {kScaleEndDeg, 0.0, -kScaleEndDeg}) {
        const QString label = words(say("{v}°", {{"v", Number{onGauge(r, deg), 0, true}}}));
        const QPointF at = onArc(scale * deg, length + 14);
        drawText(p, {at.x() - textWidth(label, Theme::font(12, true)) - 2, at.y() + 4}, label, Theme::font(12, true), t.ink);
    }
    // the blade that bears the gauge lies level; the other is the pointer
    const auto blade = [&](double deg, const QColor& line, const QBrush& fill, double width) {
        p.save();
        p.translate(hub);
        p.rotate(deg);
        p.setPen(QPen(line, width));
        p.setBrush(fill);
        QPainterPath path;
        path.moveTo(-12, -5);
        path.lineTo(-length + 6, -2);
        path.lineTo(-length + 6, 2);
        path.lineTo(-12, 5);
        path.closeSubpath();
        p.drawPath(path);
        p.restore();
    };
    if (off) {
        QPen dashed(t.controller, 1.2, Qt::DashLine);
        p.setPen(dashed);
        p.drawLine(hub, onArc(scale * asked, length - 4));
    }
    blade(0.0, t.muted, Theme::over(t.sheet, t.machine, 0.06), 1.0);
    blade(scale * pitch, off ? t.danger : t.machine, t.sheet, 1.6);
    p.setPen(machinePen(2.4));
    p.setBrush(t.sheet);
    p.drawEllipse(hub, 6, 6);
    // lever, rod and servo below, at their own lengths
    const double pixels = std::min(4.0, area.height() * 0.34 / (unit->leverMm + unit->armMm));
    const double side = unit->lever == LinkSide::Leading ? 1.0 : -1.0;
    const double lever = unit->leverMm * pixels;
    const double travel = unit->leverMm * sinDeg(pitch) * pixels;
    const QPointF ball = hub + QPointF(lever * cosDeg(pitch), -travel * (side > 0.0 ? 1.0 : -1.0));
    p.setPen(machinePen(5));
    p.drawLine(hub, ball);
    p.setPen(QPen(t.sheet, 2));
    p.drawLine(hub, ball);
    const QPointF axle(ball.x() + unit->armMm * pixels, area.bottom() - 34);
    const double arm = trace.now.armDeg[rotor];
    const QPointF tip = axle + QPointF(-unit->armMm * pixels * cosDeg(arm), -unit->armMm * pixels * sinDeg(arm));
    p.setPen(machinePen(2.4));
    p.drawLine(ball, tip);
    p.setBrush(Theme::over(t.sheet, t.machine, 0.10));
    p.setPen(machinePen(1.6));
    p.drawRect(QRectF(axle.x() - 12, axle.y() - 13, 62, 28));
    p.setPen(machinePen(5));
    p.drawLine(axle, tip);
    p.setPen(QPen(t.sheet, 2));
    p.drawLine(axle, tip);
    for (const QPointF at : {ball, tip, axle}) {
        p.setPen(machinePen(2.0));
        p.setBrush(t.sheet);
        p.drawEllipse(at, 4.5, 4.5);
    }
    drawText(p, {area.left(), area.bottom() - 8}, words(say(KH_TR("arm {a}°"), {{"a", signedNum(arm, 1)}})), Theme::font(12), t.ink);
    const QString is = words(say(KH_TR("blade {v}°"), {{"v", signedNum(pitch, 1)}}));
    double y = area.top() + 38;
    drawText(p, {area.right() - textWidth(is, Theme::font(15, true)), y}, is, Theme::font(15, true), off ? t.danger : t.ink);
    if (off) {
        y += 18;
        const QString want = words(say(KH_TR("asked {v}°"), {{"v", signedNum(asked, 1)}}));
        drawText(p, {area.right() - textWidth(want, Theme::font(12)), y}, want, Theme::font(12), t.controller);
    }
    drawText(p, {area.left(), area.top() + area.height() * 0.66}, words(KH_TR("gauge on one,")), Theme::font(12), t.muted);
    drawText(p, {area.left(), area.top() + area.height() * 0.66 + 15}, words(KH_TR("the other points")), Theme::font(12), t.muted);
}

}  // namespace kh::paint
