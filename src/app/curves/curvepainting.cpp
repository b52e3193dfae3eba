// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the curves are drawn: axes in both units, the other modes behind, points, hover, and the steps between modes.
#include "app/curves/curveview.h"
#include "base/conventions.h"
#include "model/amounts.h"
#include "paint/look/theme.h"

#include <QPainter>
#include <cmath>
#include <utility>

namespace kh::app {

using namespace paint;

void CurveView::paintGrid(QPainter& p, const Plot& pl) const {
    const Tokens& t = Theme::tokens();
    // grid and left axis, in the transmitter's unit and colour
    for (const double y : pl.pitch ? std::vector<double>{-100, -50, 0, 50, 100} : std::vector<double>{0, 25, 50, 75, 100}) {
        const double py = at(pl, 0, y).y();
        hairline(p, pl.area.left(), py, pl.area.right(), t.rule);
        const QString text = words(say("{v}", {{"v", bare(amount(workspace_.setup(), curvePath(pl.pitch), y))}}));
        drawText(p, {pl.area.left() - 10 - textWidth(text, Theme::font(12)), py + 4}, text, Theme::font(12), t.transmitter);
        p.fillRect(QRectF(pl.area.left() - 6, std::floor(py), 6, 1), t.transmitter);
    }
    for (const double x : {0.0, 25.0, 50.0, 75.0, 100.0}) vline(p, at(pl, x, 0).x(), pl.area.top(), pl.area.bottom(), t.rule);
}

void CurveView::paintPitchAxis(QPainter& p, const Plot& pl) const {
    const Tokens& t = Theme::tokens();
    const Figures& f = workspace_.evaluation().figures;
    drawText(p, {pl.area.left() + 8, pl.area.top() + 17}, words(inUnitOf(workspace_.setup(), curvePath(true), say(KH_TR("pitch")))),
             Theme::font(13, true), t.transmitter);
    const double most = f.collectiveHighDeg.known ? std::max(std::abs(f.collectiveHighDeg.value), 1.0) : 11.0;
    for (const double d : {-15.0, -10.0, -5.0, 0.0, 5.0, 10.0, 15.0}) {
        if (std::abs(d) > most) continue;
        const double py = at(pl, 0, d / most * 100).y();
        const QString text = words(say("{v}", {{"v", signedNum(d)}}));
        p.fillRect(QRectF(pl.area.right(), std::floor(py), 6, 1), t.machine);
        drawText(p, {pl.area.right() + 11, py + 4}, text, Theme::font(12), t.machine);
    }
    for (const double side : {1.0, -1.0}) {
        const double py = at(pl, 0, 100 * side).y();
        drawText(p, {pl.area.right() + 11, py + 4},
                 words(say("{v}", {{"v", signedNum(side > 0 ? f.collectiveHighDeg.value : f.collectiveLowDeg.value, 1)}})), Theme::font(12),
                 t.machine);
    }
}

void CurveView::paintSpeedAxis(QPainter& p, const Plot& pl) const {
    const Tokens& t = Theme::tokens();
    const Figures& f = workspace_.evaluation().figures;
    drawText(p, {16, pl.area.top() - 12}, words(inUnitOf(workspace_.setup(), curvePath(false), say(KH_TR("throttle")))),
             Theme::font(13, true), t.transmitter);
    if (f.speedMarks.empty()) {
        drawText(p, {pl.area.right() + 11, pl.area.center().y()}, tr("not logged"), Theme::font(12), t.muted, wide() - 4);
    } else {  // the rpm axis exists only where it was logged
        const double y1 = at(pl, 0, f.loggedToPct).y();
        const double y2 = at(pl, 0, f.loggedFromPct).y();
        p.fillRect(QRectF(pl.area.right() + 1, y1, 2, y2 - y1), t.machine);
        double last = -1e9;  // of the label before: two that touch are not both written
        for (const SpeedMark& m : f.speedMarks) {
            const double py = at(pl, 0, m.throttlePct).y();
            p.fillRect(QRectF(pl.area.right(), std::floor(py), 7, 1), t.machine);
            if (std::abs(py - last) < 13) continue;
            last = py;
            drawText(p, {pl.area.right() + 11, py + 4}, words(say("{v}", {{"v", num(m.rpm)}})), Theme::font(12), t.machine);
        }
        const QRectF below(pl.area.left(), y2, pl.area.width(), at(pl, 0, 0).y() - y2);
        p.fillRect(below, QBrush(Theme::over(t.sheet, t.muted, 0.30), Qt::BDiagPattern));
        const QString text = tr("not logged below %1 %").arg(f.loggedFromPct);
        p.fillRect(QRectF(pl.area.right() - textWidth(text, Theme::font(12)) - 12, below.center().y() - 9,
                          textWidth(text, Theme::font(12)) + 8, 17),
                   t.sheet);
        drawText(p, {pl.area.right() - textWidth(text, Theme::font(12)) - 8, below.center().y() + 4}, text, Theme::font(12), t.muted);
    }
    paintZones(p, pl);
}

void CurveView::paintZones(QPainter& p, const Plot& pl) const {
    const Tokens& t = Theme::tokens();
    const Figures& f = workspace_.evaluation().figures;
    const auto forbid = [&](double from, double to, const QString& text, bool below) {
        const double top = at(pl, 0, std::max(from, to)).y();
        const double bottom = at(pl, 0, std::min(from, to)).y();
        if (bottom - top < 1.0) return;
        p.fillRect(QRectF(pl.area.left(), top, pl.area.width(), bottom - top),
                   QBrush(Theme::over(t.sheet, t.danger, 0.30), Qt::BDiagPattern));
        hairline(p, pl.area.left(), below ? top : bottom, pl.area.right(), t.danger);
        const double w = textWidth(text, Theme::font(12));
        const double x = pl.area.left() + pl.area.width() * 0.28;
        const bool thin = bottom - top < 18.0;  // no room inside: the word stands beside the band
        const double y = thin ? (below ? top - 4 : bottom + 14) : (top + bottom) / 2 + 4;
        p.fillRect(QRectF(x - 4, y - 11, w + 8, 14), t.sheet);
        drawText(p, {x, y}, text, Theme::font(12), t.danger);
    };
    if (!pl.pitch) {
        if (f.motorOffPct.known) forbid(pl.low, f.motorOffPct.value, tr("motor off"), true);
        return;
    }
    if (f.usablePitchHighPct.known && f.usablePitchHighPct.value < 99.5)
        forbid(f.usablePitchHighPct.value, pl.high, tr("beyond the plate's envelope"), false);
    if (f.usablePitchLowPct.known && f.usablePitchLowPct.value > -99.5)
        forbid(pl.low, f.usablePitchLowPct.value, tr("beyond the plate's envelope"), true);
}

QString CurveView::bubbleText(bool pitch, int handle) const {
    const double y = handles(pitch)[static_cast<std::size_t>(handle)].y;
    QString text = isOffset(pitch, handle)
                       ? words(say(KH_TR("offset {o}"),
                                   {{"o", amount(workspace_.setup(), curvePath(pitch), curve(pitch).offsetPct, Amount::Kind::Difference)}}))
                       : words(say(KH_TR("{y}"), {{"y", amount(workspace_.setup(), curvePath(pitch), y)}}));
    if (workspace_.tracer() == nullptr) return text;
    const CurveReadout out =
        curveReadout(workspace_.setup(), workspace_.tracer()->model(), workspace_.evaluation().figures,
                     static_cast<std::size_t>(workspace_.shownMode()), pitch ? CurveKind::Pitch : CurveKind::Throttle, y);
    const QString gap = QStringLiteral("   ");
    if (out.pulseUs) text += gap + words(say(KH_TR("{u} µs"), {{"u", num(*out.pulseUs)}}));
    if (pitch) text += gap + words(say(KH_TR("{d}°"), {{"d", signedNum(out.bladeDeg, 1)}}));
    if (out.headRpm) text += gap + words(say(KH_TR("{n} rpm"), {{"n", num(*out.headRpm)}}));
    return text;
}

void CurveView::paintLines(QPainter& p, const Plot& pl) const {
    const Tokens& t = Theme::tokens();
    const FlightMode* shown = mode();
    const auto& modes = workspace_.setup().transmitter.modes;
    std::vector<QRectF> used;
    for (int pass = 0; pass < 2; ++pass)
        for (std::size_t m = 0; m < modes.size(); ++m) {
            const bool own = &modes[m] == shown;
            if (own != (pass == 1)) continue;
            if (!pl.pitch && modes[m].id == kHoldMode) {
                QPen held(t.transmitter, own ? 2.4 : 1.6);
                held.setDashPattern({1.5, 2.5});
                p.setPen(held);
                const double y = std::max(pl.low, workspace_.setup().transmitter.hold.throttlePct);
                p.drawLine(at(pl, 0, y), at(pl, 100, y));
                drawText(p, at(pl, 96, y) + QPointF(0, -3), QStringLiteral("H"), Theme::font(12, true), t.transmitter);
                continue;
            }
            const Curve& c = pl.pitch ? modes[m].pitch : modes[m].throttle;
            const CurveEvaluator e(c);
            QPolygonF line;
            for (int i = 0; i <= 100; ++i) line << at(pl, i, e.at(i));
            QPen pen(own ? t.transmitter : Theme::over(t.sheet, t.transmitter, 0.6), own ? 2.4 : 1.6);
            if (!own) pen.setDashPattern({5, 3});
            p.setPen(pen);
            p.setBrush(Qt::NoBrush);
            p.drawPolyline(line);
            if (own) continue;
            for (const double lx : {14.0, 24.0, 34.0, 62.0, 84.0}) {
                const QPointF lp = at(pl, lx, e.at(lx));
                const QRectF r(lp.x() - 8, lp.y() - 9, 16, 18);
                if (std::any_of(used.begin(), used.end(), [&](const QRectF& u) { return u.intersects(r); })) continue;
                used.push_back(r);
                p.fillRect(r, t.sheet);
                p.setFont(Theme::font(12, true));
                p.setPen(Theme::over(t.sheet, t.transmitter, 0.85));
                p.drawText(r, Qt::AlignCenter, modeSign(modes[m], m));
                break;
            }
        }
}

void CurveView::paintPoints(QPainter& p, const Plot& pl) const {
    const Tokens& t = Theme::tokens();
    if (editable(pl.pitch)) {
        const auto points = handles(pl.pitch);
        for (std::size_t i = 0; i < points.size(); ++i) {
            const QPointF c = at(pl, points[i].x, points[i].y);
            const bool on = pl.pitch == pitch_ && static_cast<int>(i) == point_;
            p.setPen(QPen(t.transmitter, 2));
            p.setBrush(on ? t.transmitter : t.sheet);
            if (isOffset(pl.pitch, static_cast<int>(i)))  // a diamond: it moves the whole line
                p.drawPolygon(QPolygonF({c + QPointF(-6, 0), c + QPointF(0, -6), c + QPointF(6, 0), c + QPointF(0, 6)}));
            else p.drawRect(QRectF(c.x() - 4, c.y() - 4, 8, 8));
            if (!on) continue;
            p.setBrush(Qt::NoBrush);
            if (hasFocus()) p.drawRoundedRect(QRectF(c.x() - 8, c.y() - 8, 16, 16), 2, 2);
            const QString text = bubbleText(pl.pitch, static_cast<int>(i));
            const double w = textWidth(text, Theme::font(13, true)) + 18;
            const double bx = std::clamp(c.x() + 14, pl.area.left(), pl.area.right() - w);
            QRectF bubble(bx, c.y() + 26, w, 24);
            for (const QPointF& spot :
                 {QPointF(bx, c.y() + 26), QPointF(std::clamp(c.x() - w - 14, pl.area.left(), pl.area.right() - w), c.y() - 12),
                  QPointF(bx, c.y() - 50), QPointF(std::clamp(c.x() - w - 14, pl.area.left(), pl.area.right() - w), c.y() + 26)}) {
                const QRectF place(spot, QSizeF(w, 24));
                const bool covers = std::any_of(points.begin(), points.end(), [&](const CurvePoint& q) {
                    return place.adjusted(-8, -8, 8, 8).contains(at(pl, q.x, q.y));
                });
                if (covers || place.bottom() > pl.area.bottom() + 4 || place.top() < pl.area.top() - 4) continue;
                bubble = place;
                break;
            }
            p.setPen(QPen(t.transmitter, 1.4));
            p.setBrush(t.sheet);
            p.drawRoundedRect(bubble, 2, 2);
            drawText(p, {bubble.left() + 9, bubble.top() + 17}, text, Theme::font(13, true), t.transmitter);
        }
    }
}

void CurveView::paintStick(QPainter& p, const Plot& pl) const {
    const Tokens& t = Theme::tokens();
    const double sx = at(pl, curveXFromStick(workspace_.deck().sticks.collective), 0).x();
    p.setPen(Qt::NoPen);
    p.setBrush(t.transmitter);
    p.drawPolygon(QPolygonF({{sx - 5, pl.area.bottom() + 7}, {sx + 5, pl.area.bottom() + 7}, {sx, pl.area.bottom() + 1}}));
    p.setRenderHint(QPainter::Antialiasing, false);
    if (pl.pitch)
        for (const auto& [x, text] : {std::pair{0.0, tr("low")}, std::pair{25.0, tr("−0.5")}, std::pair{50.0, tr("0")},
                                      std::pair{75.0, tr("+0.5")}, std::pair{100.0, tr("high")}})
            drawText(p, {at(pl, x, 0).x() - textWidth(text, Theme::font(12)) / 2, pl.area.bottom() + 20}, text, Theme::font(12), t.muted);
}

void CurveView::paintHover(QPainter& p, const Plot& pl, const ModeFigures& mode) const {
    const Tokens& t = Theme::tokens();
    const Figures& f = workspace_.evaluation().figures;
    {
        const double hx = at(pl, curveXFromStick(mode.hoverStick.value), 0).x();
        QPen dots(t.machine, 1.6);
        dots.setDashPattern({1.5, 2});
        p.setPen(dots);
        p.drawLine(QPointF(hx, pl.area.top() - (pl.pitch ? 0 : 40)), QPointF(hx, pl.area.bottom() + (pl.pitch ? 30 : 0)));
    }
    if (pl.pitch) {
        const double hx = at(pl, curveXFromStick(mode.hoverStick.value), 0).x();
        const QPointF hp =
            at(pl, curveXFromStick(mode.hoverStick.value), mode.hoverPitch.value / std::max(0.1, f.collectiveHighDeg.value) * 100);
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(QPen(t.machine, 2));
        p.setBrush(t.sheet);
        p.drawEllipse(QPointF(hx, hp.y()), 5, 5);
        p.setRenderHint(QPainter::Antialiasing, false);
        const QString text =
            words(say(KH_TR("hover {s}   {p}°   {n} rpm"),
                      {{"s", signedNum(mode.hoverStick.value, 2)}, {"p", num(mode.hoverPitch.value, 1)}, {"n", num(mode.headRpm.value)}}));
        const double w = textWidth(text, Theme::font(12, true));
        const double most =
            wide() - 32 - textWidth(tr("head speed, rpm"), Theme::font(13, true)) - w;  // the other plot's heads stand there
        const double least =
            32 + textWidth(words(inUnitOf(workspace_.setup(), curvePath(false), say(KH_TR("throttle")))), Theme::font(13, true));
        const double tx = std::clamp(hx - w / 2, least, std::max(least, std::min(pl.area.right() - w, most)));
        p.fillRect(QRectF(tx - 4, pl.area.bottom() + 27, w + 8, 16), t.sheet);
        drawText(p, {tx, pl.area.bottom() + 39}, text, Theme::font(12, true), t.ink);
    }
}

void CurveView::paintUnit(QPainter& p, const Plot& pl) const {
    const QString unit = pl.pitch ? tr("blade, °") : tr("head speed, rpm");
    const double w = textWidth(unit, Theme::font(13, true));
    const QPointF at = pl.pitch ? QPointF(pl.area.right() - w - 8, pl.area.bottom() - 8) : QPointF(wide() - 16 - w, pl.area.top() - 12);
    p.fillRect(QRectF(at.x() - 4, at.y() - 12, w + 8, 17), Theme::tokens().sheet);  // the hover's line may pass there
    drawText(p, at, unit, Theme::font(13, true), Theme::tokens().machine);
}

void CurveView::paintPlot(QPainter& p, const Plot& pl) const {
    const FlightMode* shown = mode();
    if (shown == nullptr) return;
    p.setRenderHint(QPainter::Antialiasing, false);
    paintGrid(p, pl);
    if (pl.pitch) paintZones(p, pl);
    if (pl.pitch) paintPitchAxis(p, pl);
    else paintSpeedAxis(p, pl);
    p.setRenderHint(QPainter::Antialiasing);
    paintLines(p, pl);
    const ModeFigures* figures = workspace_.evaluation().figures.mode(shown->id);
    if (figures != nullptr && figures->hoverStick.known) paintHover(p, pl, *figures);
    paintUnit(p, pl);
    p.setRenderHint(QPainter::Antialiasing);
    paintPoints(p, pl);
    paintStick(p, pl);
}

void CurveView::paintContinuity(QPainter& p, QRectF area) const {
    const Tokens& t = Theme::tokens();
    drawText(p, {area.left(), area.top() + 14}, tr("Continuity"), Theme::font(13, true), t.ink);
    const double c1 = area.left() + 96;
    const double c2 = area.left() + area.width() * 0.46;
    drawText(p, {c1, area.top() + 14}, tr("at hover, 0.5° allowed"), Theme::font(12), t.muted);
    drawText(p, {c2, area.top() + 14}, tr("at low stick"), Theme::font(12), t.muted);
    hairline(p, area.left(), area.top() + 21, area.right(), t.muted);
    const auto& modes = workspace_.setup().transmitter.modes;
    const auto sign = [&](const std::string& id) {
        for (std::size_t i = 0; i < modes.size(); ++i)
            if (modes[i].id == id) return modeSign(modes[i], i);
        return QString();
    };
    const auto figure = [](const Figure& f) {
        return f.known ? words(say("{v}{u}", {{"v", Number{f.value, f.decimals, f.sign}}, {"u", std::string(f.unit)}}))
                       : QStringLiteral("–");
    };
    const FlightMode* shown = mode();
    double y = area.top() + 38;
    for (const ModeStep& s : workspace_.evaluation().figures.steps) {
        if (shown != nullptr && (shown->id == s.to))
            p.fillRect(QRectF(area.left() - 6, y - 15, area.width() + 12, 21), Theme::selectionTint());
        drawText(p, {area.left(), y}, sign(s.from) + QStringLiteral("  →  ") + sign(s.to), Theme::font(13, true), t.transmitter);
        drawText(p, {c1, y}, figure(s.hoverJumpDeg), Theme::font(13, s.jumps), s.jumps ? t.warning : t.ink);
        drawText(p, {c1 + 66, y}, s.leavesHold ? tr("from rest") : tr("%1 rpm").arg(figure(s.speedChangePct)), Theme::font(13), t.ink);
        drawText(p, {c2, y}, figure(s.lowJumpDeg), Theme::font(13), t.ink);
        drawText(p, {c2 + 62, y},
                 words(say(KH_TR("{a} → {b}"), {{"a", bare(amount(workspace_.setup(), curvePath(false), std::round(s.throttleFrom)))},
                                                {"b", amount(workspace_.setup(), curvePath(false), std::round(s.throttleTo))}})),
                 Theme::font(13), t.ink);
        const bool starts = s.leavesHold && s.throttleTo > 0.0;
        const QString verdict = starts ? tr("starts; soft start on") : s.jumps ? tr("jumps at the hover") : tr("level");
        const double vx = c2 + 168;
        if (!starts && !s.jumps) drawTick(p, {vx, y - 4}, t.pass, 8);
        else drawMark(p, starts ? Severity::Note : Severity::Warning, {vx, y - 5}, 8);
        drawText(p, {vx + 10, y}, QFontMetricsF(Theme::font(13)).elidedText(verdict, Qt::ElideRight, area.right() - vx - 10),
                 Theme::font(13), !starts && !s.jumps ? t.pass : t.ink);
        hairline(p, area.left(), y + 6, area.right(), t.rule);
        y += 22;
    }
}

void CurveView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(scale(), scale());
    const Tokens& t = Theme::tokens();
    p.fillRect(QRectF(0, 0, wide(), high()), t.sheet);
    const FlightMode* m = mode();
    if (m == nullptr || !workspace_.evaluation().simulated) {
        drawText(p, {16, 40}, tr("The curves cannot be drawn until the chain can be followed."), Theme::font(13), t.muted);
        return;
    }
    double x = drawText(p, {16, 26}, shown(m->name), Theme::font(13, true), t.ink) + 10;
    x = drawText(p, {x, 26}, tr("curves over the collective stick"), Theme::font(12), t.muted) + 20;
    const double lx = std::max(x, wide() - 290.0);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(t.transmitter, 2.4));
    p.drawLine(QPointF(lx, 22), QPointF(lx + 24, 22));
    QPen ghost(Theme::over(t.sheet, t.transmitter, 0.6), 1.6);
    ghost.setDashPattern({5, 3});
    p.setPen(ghost);
    p.drawLine(QPointF(lx + 108, 22), QPointF(lx + 132, 22));
    drawText(p, {lx + 30, 26}, tr("this mode"), Theme::font(12), t.ink);
    drawText(p, {lx + 138, 26}, tr("other modes"), Theme::font(12), t.ink);
    paintPlot(p, plot(true));
    paintPlot(p, plot(false));
    paintContinuity(p, QRectF(16, high() - 104, wide() - 32, 100));
}

}  // namespace kh::app
