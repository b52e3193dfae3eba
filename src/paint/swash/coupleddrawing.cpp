// SPDX-License-Identifier: GPL-3.0-or-later
//
// What each stick does to the blades in the air: asked of the layout, and done by the machine as built.
#include "model/helicopter/functions.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "stations/swash/swashfigures.h"

#include <cmath>

namespace kh::paint {

namespace {

constexpr double kStillDeg = 0.05;

void arrow(QPainter& p, QPointF from, QPointF to, const QPen& pen) {
    const QPointF way = to - from;
    const double length = std::hypot(way.x(), way.y());
    p.setBrush(Qt::NoBrush);
    p.setPen(pen);
    if (length < 2.0) return p.drawEllipse(from, 2.5, 2.5);
    const QPointF unit = way / length;
    const QPointF side(-unit.y(), unit.x());
    p.drawLine(from, to);
    QPen head = pen;
    head.setStyle(Qt::SolidLine);
    p.setPen(head);
    p.drawPolyline(QPolygonF({to - 7 * unit + 4 * side, to, to - 7 * unit - 4 * side}));
}

}  // namespace

void paintCoupledMotion(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("What each stick does to the blades"), words(KH_TR("asked dashed, done drawn through")));
    const std::vector<CoupledMotion>& motions = s.evaluation.figures.of<SwashFigures>().coupled;
    if (motions.empty()) return;
    double most = 1.0;
    for (const CoupledMotion& m : motions)
        for (const BladeMotion* b : {&m.asked, &m.done})
            most = std::max({most, std::hypot(b->rightDeg, b->forwardDeg), std::abs(b->collectiveDeg)});
    const double cell = area.width() / static_cast<double>(motions.size());
    const double radius = std::max(24.0, std::min(cell * 0.30, (area.height() - 118) / 2));
    for (std::size_t i = 0; i < motions.size(); ++i) {
        const CoupledMotion& m = motions[i];
        const double left = area.left() + cell * static_cast<double>(i);
        const QPointF c(left + radius + 4, area.top() + 52 + radius);
        const char* name = m.moved == heli::Aileron    ? KH_TR("stick right")
                           : m.moved == heli::Elevator ? KH_TR("stick forward")
                                                       : KH_TR("collective up");
        double x = left;
        if (m.parted) {
            drawMark(p, Severity::Danger, {left + 5, area.top() + 35}, 9);
            x += 15;
        }
        drawText(p, {x, area.top() + 40}, words(name), Theme::font(13, true), m.parted ? t.danger : t.ink);
        // the plan: forward is up
        p.setPen(QPen(t.rule, 1));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(c, radius, radius);
        p.drawLine(c - QPointF(radius, 0), c + QPointF(radius, 0));
        p.drawLine(c - QPointF(0, radius), c + QPointF(0, radius));
        const auto plan = [&](const BladeMotion& b) { return c + QPointF(b.rightDeg, -b.forwardDeg) * radius / most; };
        // the bar beside it: collective
        const double bar = c.x() + radius + 18;
        p.drawLine(QPointF(bar, c.y() - radius), QPointF(bar, c.y() + radius));
        p.drawLine(QPointF(bar - 5, c.y()), QPointF(bar + 5, c.y()));
        const auto height = [&](const BladeMotion& b) { return QPointF(bar, c.y() - b.collectiveDeg * radius / most); };
        const QPen done(m.parted ? t.danger : t.ink, 2.4);
        QPen asked(t.controller, 1.6);
        asked.setDashPattern({4, 3});
        for (const auto& [motion, pen] : {std::pair(&m.done, done), std::pair(&m.asked, asked)}) {
            const bool cyclic = std::hypot(motion->rightDeg, motion->forwardDeg) > kStillDeg;
            if (cyclic) arrow(p, c, plan(*motion), pen);
            if (std::abs(motion->collectiveDeg) > kStillDeg) arrow(p, {bar, c.y()}, height(*motion), pen);
        }
        // in numbers
        struct Line {
            const char* text;
            double asked, done;
        };
        double y = c.y() + radius + 20;
        for (const Line& line :
             {Line{KH_TR("to the right"), m.asked.rightDeg, m.done.rightDeg}, Line{KH_TR("forward"), m.asked.forwardDeg, m.done.forwardDeg},
              Line{KH_TR("collective"), m.asked.collectiveDeg, m.done.collectiveDeg}}) {
            const bool off = std::abs(line.asked - line.done) > 0.1;
            const auto number = [&](double v) { return words(say(KH_TR("{v}°"), {{"v", signedNum(v, 1)}})); };
            const QString to = number(line.done);
            const double right = left + cell - 14;
            drawText(p, {right - textWidth(to, Theme::font(12, off)), y}, to, Theme::font(12, off), off ? t.danger : t.ink);
            double free = right - textWidth(to, Theme::font(12, off));
            if (off) {
                const QString from = number(line.asked);
                free = right - 52 - textWidth(from, Theme::font(12));
                drawText(p, {free, y}, from, Theme::font(12), t.controller);
            }
            drawText(p, {left, y}, words(line.text), Theme::font(12), t.muted, free - 4);
            y += 17;
        }
    }
}

}  // namespace kh::paint
