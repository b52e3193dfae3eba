// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/conventions.h"
#include "paint/drawings.h"
#include "paint/linework.h"
#include "paint/theme.h"

#include <QBuffer>
#include <QPainterPath>
#include <QSvgGenerator>
#include <cmath>

namespace kh::paint {

namespace {

/// A symmetric section, chord 1, nose at 0, thickness share.
QPainterPath section(double chord, double thickness) {
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

/// Where one of the three roses stands in their area.
struct RoseFrame {
    QPointF centre;
    double radius;   ///< pixels of `mostDeg`
    double mostDeg;  ///< the largest free tilt of all
};
RoseFrame roseFrame(QRectF area, const Scene& s, std::size_t i) {
    double most = 1.0;
    for (const ClearanceRose& r : s.evaluation.roses)
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
    const double now = s.trace.bladeDeg[2];
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
        p.drawPath(section(chord, 0.13));
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
    drawText(p, {window.left(), window.top() - 7}, words(KH_TR("the gauge should read")), Theme::font(12), t.muted);
    const QString leading = words(KH_TR("leading edge"));
    drawText(p, pivot + QPointF(-16 - textWidth(leading, Theme::font(12)), chord * 0.32), leading, Theme::font(12), t.muted);
    drawText(p, pivot + QPointF(chord * 0.5, chord * 0.32), words(KH_TR("trailing edge")), Theme::font(12), t.muted);
}

void paintClearanceRose(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Clearance rose"),
              words(s.evaluation.figures.binding.empty() ? KH_TR("free tilt in each direction, and what full cyclic asks")
                                                         : KH_TR("free tilt, full cyclic dashed; tick: seen clear, diamond: not clear")));
    const std::array<const char*, 3> names{KH_TR("low collective"), KH_TR("mid"), KH_TR("high collective")};
    for (std::size_t i = 0; i < 3; ++i) {
        const ClearanceRose& rose = s.evaluation.roses[i];
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
        const double asked = s.evaluation.figures.cyclicTiltDeg.value;
        QPen dash(t.controller, 1.6);
        dash.setDashPattern({5, 3});
        p.setPen(dash);
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(c, radius * asked / most, radius * asked / most);
        // what was seen: a tick where it was clear, a diamond where it buzzed or bound
        for (const BindingMark& mark : s.evaluation.figures.binding) {
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
            words(say(KH_TR("{t}° round, {l}"), {{"t", num(rose.round.tiltDeg, 1)}, {"l", std::string(limitId(rose.round.limitedBy))}}));
        drawText(p, {c.x() - textWidth(words(names[i]), Theme::font(12, true)) / 2, y}, words(names[i]), Theme::font(12, true), t.ink);
        drawText(p, {c.x() - textWidth(text, Theme::font(12)) / 2, y + 16}, text, Theme::font(12), t.muted);
    }
}

void paintRosePlate(QPainter& p, QRectF area, const Scene& s) {
    if (s.trace.tiltDeg < 0.05) return;
    const auto [c, radius, most] = roseFrame(area, s, 1);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(Theme::tokens().ink);
    p.drawEllipse(c + QPointF(sinDeg(s.trace.towardDeg), -cosDeg(s.trace.towardDeg)) * radius * s.trace.tiltDeg / most, 4, 4);
}

void paintTail(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Tail from above"), words(KH_TR("nose up the page; the blades are drawn in section")));
    const TailFacts& tail = s.setup.machine.tail;
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
    const double x = neutralX + s.trace.sliderMm * unit;
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
        p.drawPath(section(chord, 0.15));
        p.restore();
    };
    drawBlade(0, ghost, Qt::NoBrush);
    drawBlade(s.trace.tailPitchDeg, QPen(t.machine, 1.6), QBrush(Theme::over(t.sheet, t.machine, 0.12)));
    drawText(p, blade + QPointF(14, -chord * 0.5), words(KH_TR("leading edge")), Theme::font(12), t.muted);
    drawText(p, blade + QPointF(14, chord * 0.62), words(KH_TR("trailing edge")), Theme::font(12), t.muted);
    drawText(p, {hub.x() + 8 * pixels, area.top() + 40}, words(KH_TR("to the nose")), Theme::font(12), t.muted);
    // what it says
    double y = area.bottom() - 40;
    const auto line = [&](const QString& name, const QString& value) {
        const double end = drawText(p, {area.left(), y}, name + QStringLiteral("  "), Theme::font(13), t.muted);
        drawText(p, {end, y}, value, Theme::font(13, true), t.ink);
        y += 18;
    };
    line(words(KH_TR("slider")),
         words(say(KH_TR("{s} mm, pitch {p}°"), {{"s", signedNum(s.trace.sliderMm, 2)}, {"p", signedNum(s.trace.tailPitchDeg, 1)}})));
    const char* go = s.trace.trailingEdge == EdgeSide::Still  ? KH_TR("at neutral")
                     : s.trace.trailingEdge == EdgeSide::Left ? KH_TR("moved left")
                                                              : KH_TR("moved right");
    line(words(KH_TR("trailing edges")), words(go));
    line(words(KH_TR("rule")), words(KH_TR("trailing edges go to the stick's side, whatever the linkage")));
}

std::string drawingsSvg(const std::vector<Panel>& panels, const Scene& scene, QSizeF size) {
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer);
    svg.setSize(size.toSize());
    svg.setViewBox(QRectF(QPointF(0, 0), size));
    svg.setTitle(QString::fromStdString(scene.setup.machine.name));
    QPainter p(&svg);
    for (const Panel& panel : panels) panel.drawing(p, panel.area, scene);
    p.end();
    return buffer.data().toStdString();
}

}  // namespace kh::paint
