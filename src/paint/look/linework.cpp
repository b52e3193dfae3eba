// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/look/linework.h"

#include "base/message.h"
#include "paint/look/theme.h"

#include <cmath>

namespace kh::paint {

namespace {

QPen dashed(const QColor& colour, double widthPx, const QList<qreal>& pattern) {
    QPen pen(colour, widthPx);
    pen.setDashPattern(pattern);
    return pen;
}

}  // namespace

QPen machinePen(double widthPx) { return QPen(Theme::tokens().machine, widthPx, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin); }
QPen ghostPen() { return dashed(Theme::tokens().muted, 1, {4, 3}); }
QPen setPen() { return dashed(Theme::tokens().controller, 1.6, {4, 3}); }

void centreLine(QPainter& p, QPointF a, QPointF b) {
    p.setPen(dashed(Theme::tokens().muted, 1, {14, 3, 3, 3}));
    p.drawLine(a, b);
}

void portBadge(QPainter& p, QPointF centre, const QString& port, double sizePx) {
    const QRectF badge(centre.x() - sizePx / 2, centre.y() - sizePx / 2, sizePx, sizePx);
    p.setPen(Qt::NoPen);
    p.setBrush(Theme::tokens().controller);
    p.drawRoundedRect(badge, 2, 2);
    p.setFont(Theme::font(sizePx > 16 ? 13 : 12, true));
    p.setPen(Theme::tokens().sheet);
    p.drawText(badge.translated(0, -1), Qt::AlignCenter, port);
}

void arrowRight(QPainter& p, QPointF from, double lengthPx, const QColor& colour) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(colour, 1.2));
    const QPointF tip = from + QPointF(lengthPx, 0);
    p.drawLine(from, tip);
    p.drawPolyline(QPolygonF({tip + QPointF(-5, -4), tip, tip + QPointF(-5, 4)}));
    p.restore();
}

void dimension(QPainter& p, QPointF a, QPointF b, QPointF offset, const QString& text) {
    const Tokens& t = Theme::tokens();
    const QPointF from = a + offset, to = b + offset;
    p.setPen(QPen(t.muted, 1));
    p.drawLine(a + offset * 0.2, a + offset * 1.25);
    p.drawLine(b + offset * 0.2, b + offset * 1.25);
    p.setPen(QPen(t.ink, 1));
    p.drawLine(from, to);
    for (const QPointF end : {from, to}) p.drawLine(end + QPointF(-4, 4), end + QPointF(4, -4));
    const double w = textWidth(text, Theme::font(12));
    const QPointF at = (from + to) / 2 - QPointF(w / 2, -5);
    p.fillRect(QRectF(at.x() - 3, at.y() - 13, w + 6, 17), t.sheet);
    drawText(p, at, text, Theme::font(12), t.ink);
}

QString millimetres(const char* name, double mm) { return words(say(KH_TR("{n} {v} mm"), {{"n", std::string(name)}, {"v", num(mm, 1)}})); }

QPainterPath bladeSection(double chord, double thickness) {
    QPainterPath path;
    const auto half = [thickness](double x) {
        return 5.0 * thickness * (0.2969 * std::sqrt(x) - 0.126 * x - 0.3516 * x * x + 0.2843 * x * x * x - 0.1036 * x * x * x * x);
    };
    path.moveTo(0, 0);
    for (int i = 1; i <= 40; ++i) path.lineTo(chord * i / 40.0, -chord * half(i / 40.0));
    for (int i = 39; i >= 0; --i) path.lineTo(chord * i / 40.0, chord * half(i / 40.0));
    path.closeSubpath();
    return path;
}

}  // namespace kh::paint
