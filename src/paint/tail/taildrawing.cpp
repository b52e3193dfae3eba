// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "model/helicopter/helicopter.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/trace.h"

#include <QBuffer>
#include <QPainterPath>
#include <QSvgGenerator>
#include <cmath>

namespace kh::paint {

void paintTail(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Tail from above"), words(KH_TR("nose up the page; the blades are drawn in section")));
    const TailFacts& tail = helicopter(s.setup).tail;
    const QPointF hub(area.center().x(), area.top() + area.height() * 0.52);
    const double pixels = std::min(area.width(), area.height()) / 110.0;
    centreLine(p, QPointF(hub.x(), area.top() + 26), QPointF(hub.x(), area.bottom() - 60));
    centreLine(p, hub - QPointF(46 * pixels, 0), hub + QPointF(46 * pixels, 0));
    // boom and gear case
    p.setPen(QPen(t.machine, 1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.08));
    p.drawRect(QRectF(hub.x() - 4 * pixels, area.top() + 30, 8 * pixels, hub.y() - area.top() - 30 - 7 * pixels));
    p.drawRect(QRectF(hub.x() - 7 * pixels, hub.y() - 7 * pixels, 14 * pixels, 14 * pixels));
    // shaft and slider to the right side
    p.setPen(QPen(t.machine, 2.4));
    p.drawLine(hub + QPointF(7 * pixels, 0), hub + QPointF(34 * pixels, 0));
    const double travel = tail.sliderLimitMm;
    const double unit = 7.0 * pixels / std::max(1.0, travel);
    const double neutralX = hub.x() + 17 * pixels;
    const double x = neutralX + helicopterTrace(s.trace).sliderMm * unit;
    const QPen ghost = ghostPen();
    p.setPen(ghost);
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(neutralX - 3 * pixels, hub.y() - 4 * pixels, 6 * pixels, 8 * pixels));
    p.setPen(QPen(t.machine, 1.6));
    p.setBrush(t.sheet);
    p.drawRect(QRectF(x - 3 * pixels, hub.y() - 4 * pixels, 6 * pixels, 8 * pixels));
    for (const double side : {-1.0, 1.0}) {
        const double stop = neutralX + side * travel * unit + side * 3 * pixels;
        p.setPen(QPen(t.danger, 1.6));
        p.drawLine(QPointF(stop, hub.y() - 6 * pixels), QPointF(stop, hub.y() + 6 * pixels));
    }
    // blade section at its pitch, chord fore and aft, leading edge forward
    const QPointF blade = hub + QPointF(34 * pixels, 0);
    const double chord = 30 * pixels;
    const auto drawBlade = [&](double deg, const QPen& pen, const QBrush& brush) {
        p.save();
        p.translate(blade);
        p.rotate(90.0 - deg * (tail.lever == LeverEdge::Trailing ? 1.0 : -1.0));
        p.translate(-chord * 0.4, 0);
        p.setPen(pen);
        p.setBrush(brush);
        p.drawPath(bladeSection(chord, 0.15));
        p.restore();
    };
    drawBlade(0, ghost, Qt::NoBrush);
    drawBlade(helicopterTrace(s.trace).tailPitchDeg, QPen(t.machine, 1.6), QBrush(Theme::over(t.sheet, t.machine, 0.12)));
    drawText(p, blade + QPointF(14, -chord * 0.5), words(KH_TR("leading edge")), Theme::font(12), t.muted);
    drawText(p, blade + QPointF(14, chord * 0.62), words(KH_TR("trailing edge")), Theme::font(12), t.muted);
    drawText(p, {hub.x() + 8 * pixels, area.top() + 40}, words(KH_TR("to the nose")), Theme::font(12), t.muted);
    // what it says
    double y = area.bottom() - 40;
    const auto line = [&](const QString& name, const QString& value) {
        const double end = drawText(p, {area.left(), y}, name + QStringLiteral("  "), Theme::font(13), t.muted);
        drawText(p, {end, y}, value, Theme::font(13, true), t.ink, area.right());
        y += 18;
    };
    line(words(KH_TR("slider")), words(say(KH_TR("{s} mm, pitch {p}°"), {{"s", signedNum(helicopterTrace(s.trace).sliderMm, 2)},
                                                                         {"p", signedNum(helicopterTrace(s.trace).tailPitchDeg, 1)}})));
    const char* go = helicopterTrace(s.trace).trailingEdge == EdgeSide::Still  ? KH_TR("at neutral")
                     : helicopterTrace(s.trace).trailingEdge == EdgeSide::Left ? KH_TR("moved left")
                                                                               : KH_TR("moved right");
    line(words(KH_TR("trailing edges")), words(go));
    line(words(KH_TR("rule")), words(KH_TR("trailing edges go to the stick's side, whatever the linkage")));
}

}  // namespace kh::paint
