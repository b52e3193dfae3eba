// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "judge/helicopter/figures.h"
#include "kernel/helicopter/envelope.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/trace.h"
#include "stations/pitch/pitchfigures.h"

#include <QBuffer>
#include <QPainterPath>
#include <QSvgGenerator>
#include <cmath>

namespace kh::paint {

namespace {

/// Where one of the three roses stands in their area.
struct RoseFrame {
    QPointF centre;
    double radius;   ///< pixels of `mostDeg`
    double mostDeg;  ///< the largest free tilt of all
};
RoseFrame roseFrame(QRectF area, const Scene& s, std::size_t i) {
    double most = 1.0;
    for (const ClearanceRose& r : s.evaluation.figures.of<HelicopterFigures>().roses)
        for (const EnvelopePoint& e : r.points) most = std::max(most, e.tiltDeg);
    const double cell = area.width() / 3.0;
    const double radius = std::min(cell * 0.40, (area.height() - 74) / 2);
    return {QPointF(area.left() + cell * (static_cast<double>(i) + 0.5), area.top() + 34 + radius), radius, most};
}

}  // namespace

void paintBladeSection(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Blade A, seen along the blade from its tip"), words(KH_TR("gauge zeroed on the shaft")));
    const double chord = std::min(area.width() * 0.46, 260.0);
    const QPointF pivot(area.left() + area.width() * 0.42, std::max(area.center().y() + 12, area.top() + 128));
    const double now = helicopterTrace(s.trace).bladeDeg[2];
    // scale of degrees at the left
    const double radius = chord * 0.82;
    p.setPen(QPen(t.muted, 1));
    for (int d = -16; d <= 16; ++d) {
        const double len = d % 5 == 0 ? 9 : 5;
        const QPointF dir(-cosDeg(d), -sinDeg(d));
        p.drawLine(pivot + dir * radius, pivot + dir * (radius + len));
        if (d % 5 == 0) {
            const QPointF at = pivot + dir * (radius + 24);
            p.setFont(Theme::font(12));
            p.drawText(QRectF(at.x() - 20, at.y() - 9, 40, 18), Qt::AlignCenter, words(say("{d}", {{"d", signedNum(d)}})));
        }
    }
    centreLine(p, pivot - QPointF(radius + 6, 0), pivot + QPointF(chord, 0));
    centreLine(p, pivot - QPointF(0, 70), pivot + QPointF(0, 70));
    const auto draw = [&](double deg, const QPen& pen, const QBrush& brush) {
        p.save();
        p.translate(pivot);
        p.rotate(deg);
        p.translate(-chord * 0.3, 0);
        p.setPen(pen);
        p.setBrush(brush);
        p.drawPath(bladeSection(chord, 0.13));
        p.restore();
    };
    const QPen ghost = ghostPen();
    const Figures& f = s.evaluation.figures;
    for (const Figure* end : {&f.collectiveHighDeg, &f.collectiveLowDeg})
        if (end->known) {
            QPen limit(t.controller, 1);
            limit.setDashPattern({5, 3});
            p.setPen(limit);
            const QPointF dir(-cosDeg(end->value), -sinDeg(end->value));
            p.drawLine(pivot + dir * (chord * 0.34), pivot + dir * (radius + 12));
        }
    draw(0, ghost, Qt::NoBrush);
    draw(now, QPen(t.machine, 1.6), QBrush(Theme::over(t.sheet, t.machine, 0.12)));
    p.setPen(QPen(t.ink, 2.4));
    const QPointF dir(-cosDeg(now), -sinDeg(now));
    p.drawLine(pivot + dir * (chord * 0.3), pivot + dir * radius);
    p.setBrush(t.sheet);
    p.setPen(QPen(t.machine, 1.6));
    p.drawEllipse(pivot, 5, 5);
    for (const Figure* end : {&f.collectiveHighDeg, &f.collectiveLowDeg})  // over the gauge's line, wherever it stands
        if (end->known) {
            const QString text = words(say(KH_TR("{v}°"), {{"v", signedNum(end->value, 1)}}));
            const QPointF at =
                pivot + QPointF(-cosDeg(end->value), -sinDeg(end->value)) * (radius * 0.74) + QPointF(-6, end->value > 0 ? -7 : 17);
            p.fillRect(QRectF(at.x() - 2, at.y() - 12, textWidth(text, Theme::font(13, true)) + 4, 15), t.sheet);
            drawText(p, at, text, Theme::font(13, true), t.controller);
        }
    // the gauge's window
    const QRectF window(area.right() - 148, area.top() + 46, 128, 44);
    p.setBrush(t.sheet);
    p.setPen(QPen(t.machine, 1.6));
    p.drawRoundedRect(window, 2, 2);
    p.setFont(Theme::font(26, true));
    p.setPen(t.ink);
    p.drawText(window, Qt::AlignCenter, words(say(KH_TR("{v}°"), {{"v", signedNum(now, 1)}})));
    drawText(p, {window.left(), window.top() - 7}, words(KH_TR("the gauge should read")), Theme::font(12), t.muted, area.right());
    const QString leading = words(KH_TR("leading edge"));
    drawText(p, pivot + QPointF(-16 - textWidth(leading, Theme::font(12)), chord * 0.32), leading, Theme::font(12), t.muted);
    drawText(p, pivot + QPointF(chord * 0.5, chord * 0.32), words(KH_TR("trailing edge")), Theme::font(12), t.muted);
}

void paintClearanceRose(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Clearance rose"),
              words(s.evaluation.figures.of<PitchFigures>().binding.empty()
                        ? KH_TR("free tilt in each direction, and what full cyclic asks")
                        : KH_TR("free tilt, full cyclic dashed; tick: seen clear, diamond: not clear")));
    const std::array<const char*, 3> names{KH_TR("low collective"), KH_TR("mid"), KH_TR("high collective")};
    for (std::size_t i = 0; i < 3; ++i) {
        const ClearanceRose& rose = s.evaluation.figures.of<HelicopterFigures>().roses[i];
        const RoseFrame frame = roseFrame(area, s, i);
        const QPointF c = frame.centre;
        const double radius = frame.radius;
        const double most = frame.mostDeg;
        p.setBrush(QBrush(Theme::over(t.sheet, t.danger, 0.35), Qt::BDiagPattern));
        p.setPen(QPen(t.rule, 1));
        p.drawEllipse(c, radius, radius);
        QPolygonF freeShape;
        for (const EnvelopePoint& e : rose.points)
            freeShape << c + QPointF(sinDeg(e.azimuthDeg), -cosDeg(e.azimuthDeg)) * radius * e.tiltDeg / most;
        p.setBrush(t.sheet);
        p.setPen(QPen(t.machine, 1.6));
        p.drawPolygon(freeShape);
        p.setPen(QPen(t.muted, 1));
        p.drawLine(c - QPointF(radius, 0), c + QPointF(radius, 0));
        p.drawLine(c - QPointF(0, radius), c + QPointF(0, radius));
        // what full cyclic asks here
        const double asked = s.evaluation.figures.of<PitchFigures>().cyclicTiltDeg.value;
        QPen dash(t.controller, 1.6);
        dash.setDashPattern({5, 3});
        p.setPen(dash);
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(c, radius * asked / most, radius * asked / most);
        // what was seen: a tick where it was clear, a diamond where it buzzed or bound
        for (const BindingMark& mark : s.evaluation.figures.of<PitchFigures>().binding) {
            if (mark.collective != i) continue;
            const QPointF way(sinDeg(mark.towardDeg), -cosDeg(mark.towardDeg));
            const QPointF side(-way.y(), way.x());
            const auto at = [&](double tilt) { return c + way * radius * std::min(1.08, tilt / most); };
            if (mark.clearTiltDeg) {
                p.setPen(QPen(t.pass, 2.4));
                p.drawLine(at(*mark.clearTiltDeg) - side * 5, at(*mark.clearTiltDeg) + side * 5);
            }
            if (mark.unclearTiltDeg) drawMark(p, Severity::Danger, at(*mark.unclearTiltDeg), 9);
        }
        const double y = c.y() + radius + 18;
        const QString text =
            words(say(KH_TR("{t}° round, {l}"), {{"t", num(rose.round.tiltDeg, 1)}, {"l", asWord(limitId(rose.round.limitedBy))}}));
        drawText(p, {c.x() - textWidth(words(names[i]), Theme::font(12, true)) / 2, y}, words(names[i]), Theme::font(12, true), t.ink);
        drawText(p, {c.x() - textWidth(text, Theme::font(12)) / 2, y + 16}, text, Theme::font(12), t.muted);
    }
}

void paintRosePlate(QPainter& p, QRectF area, const Scene& s) {
    if (helicopterTrace(s.trace).tiltDeg < 0.05) return;
    const auto [c, radius, most] = roseFrame(area, s, 1);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(Theme::tokens().ink);
    p.drawEllipse(c + QPointF(sinDeg(helicopterTrace(s.trace).towardDeg), -cosDeg(helicopterTrace(s.trace).towardDeg)) * radius *
                          helicopterTrace(s.trace).tiltDeg / most,
                  4, 4);
}

}  // namespace kh::paint
