// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speed over time: hold, run-up, speed, throttle closed in a practised autorotation, back to speed; against the blade limit.
#include "model/helicopter/helicopter.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "stations/power/powerfigures.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace kh::paint {

namespace {

/// The mode that is looked at, else the one that comes to the highest speed.
const ModePower* shownMode(const Scene& s) {
    const ModePower* most = nullptr;
    for (const ModePower& m : s.evaluation.figures.of<PowerFigures>().modes) {
        if (m.spoolUp && m.id == s.trace.mode) return &m;
        if (m.spoolUp && (most == nullptr || m.peakRpm.value > most->peakRpm.value)) most = &m;
    }
    return most;
}

}  // namespace

void paintSpoolUp(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const ModePower* mode = shownMode(s);
    if (mode == nullptr) {
        drawTitle(p, area, KH_TR("Spool-up"));
        drawText(p, {area.left(), area.top() + 44}, words(KH_TR("Drawn once a mode has a head speed, wanted or given.")), Theme::font(13),
                 t.muted, area.right());
        return;
    }
    const SpoolIn& start = *mode->spoolUp;
    drawTitle(p, area, KH_TR("Spool-up"),
              words(say(KH_TR("{m}: as the boxes are told, not measured; the first run tells"), {{"m", mode->name}})));
    const std::vector<SpoolPoint> points = spoolUp(start);
    const auto& limit = helicopter(s.setup).rotor.bladeMaxRpm;
    const double last = points.back().s;
    const double most = 1.12 * std::max({limit.value_or(0.0), mode->peakRpm.value, 100.0});
    const QRectF plot(area.left() + 44, area.top() + 32, area.width() - 56, area.height() - 68);
    const auto x = [&](double seconds) { return plot.left() + seconds / last * plot.width(); };
    const auto y = [&](double rpm) { return plot.bottom() - rpm / most * plot.height(); };
    for (const double rpm : {0.0, start.rpm}) {
        const QString text = words(say("{v}", {{"v", num(rpm)}}));
        drawText(p, {plot.left() - 6 - textWidth(text, Theme::font(12)), y(rpm) + 4}, text, Theme::font(12), t.muted);
        hairline(p, plot.left(), y(rpm), plot.right(), rpm > 0.0 ? t.rule : t.muted);
    }
    if (limit) {
        const bool over = mode->peakRpm.value > *limit;
        p.setPen(QPen(t.danger, over ? 2.4 : 1.4));
        p.drawLine(QPointF(plot.left(), y(*limit)), QPointF(plot.right(), y(*limit)));
        drawText(p, {plot.left() + 4, y(*limit) - 5}, words(say(KH_TR("blade limit {l}"), {{"l", num(*limit)}})), Theme::font(12, true),
                 t.danger, plot.right());
    }
    QPainterPath path(QPointF(x(points.front().s), y(points.front().rpm)));
    for (const SpoolPoint& point : points) path.lineTo(x(point.s), y(point.rpm));
    p.setPen(QPen(Theme::box(Box::SpeedController), 2.4));
    p.setBrush(Qt::NoBrush);
    p.drawPath(path);
    const bool again = softStartAgain(start);
    const double back = again ? start.runUpS : *start.bailOutS;
    // what happens when, under the axis; each stretch at its own place
    const double run = points[1].s;
    const double closed = last - back - start.closedS - 3.8;
    const auto stretch = [&](double at, const Message& text, double right) {
        vline(p, x(at), plot.bottom(), plot.bottom() + 6, t.muted);
        drawText(p, {x(at) + 2, plot.bottom() + 16}, words(text), Theme::font(12), t.muted, right);
    };
    stretch(run, say(KH_TR("hold off, {s} s"), {{"s", num(start.runUpS, 1)}}), x(closed) - 4);
    stretch(closed, say(KH_TR("closed")), x(closed + start.closedS) - 2);
    stretch(closed + start.closedS,
            again ? say(KH_TR("soft start again, {s} s"), {{"s", num(back, 1)}}) : say(KH_TR("bail-out, {s} s"), {{"s", num(back, 1)}}),
            area.right());
    if (mode->peakRpm.value > start.rpm + 1.0)
        drawText(p, {area.left(), area.bottom() - 2},
                 words(say(KH_TR("may pass to {p} rpm on the way: at most 5 %"), {{"p", num(mode->peakRpm.value)}})), Theme::font(12),
                 limit && mode->peakRpm.value > *limit ? t.danger : t.muted, area.right());
    else if (again)
        drawText(p, {area.left(), area.bottom() - 2}, words(KH_TR("throttle closed in flight: the motor is gone for a whole soft start")),
                 Theme::font(12), t.warning, area.right());
}

}  // namespace kh::paint
