// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/curveview.h"

#include "app/celleditor.h"
#include "core/base/conventions.h"
#include "core/base/error.h"
#include "paint/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>
#include <utility>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kAxis = 60;
constexpr double kRightAxis = 76;
constexpr double kHit = 12;
constexpr int kNudgeRunMs = 1000;

QString letter(const FlightMode& m, std::size_t index) {
    return m.id == kHoldMode ? QStringLiteral("H") : index == 0 ? QString::fromStdString(m.name).left(1) : QString::number(index);
}

}  // namespace

CurveView::CurveView(Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Curves over the collective stick"));
    nudges_.setSingleShot(true);
    nudges_.setInterval(kNudgeRunMs);
    connect(&nudges_, &QTimer::timeout, this, [this] { key_ = 0; });
    const auto refresh = [this] {
        layOut();
        update();
    };
    connect(&workspace, &Workspace::evaluated, this, refresh);
    connect(&workspace, &Workspace::traced, this, refresh);
    connect(&workspace, &Workspace::selectionChanged, this, refresh);
}

void CurveView::enter(bool pitch) {
    pitch_ = pitch;
    const auto n = static_cast<int>(curve(pitch).points.size());
    point_ = std::clamp(point_, 0, n - 1);
    setFocus();
    update();
}

const FlightMode* CurveView::mode() const {
    const auto& modes = workspace_.setup().transmitter.modes;
    const auto i = static_cast<std::size_t>(workspace_.shownMode());
    return i < modes.size() ? &modes[i] : nullptr;
}

const Curve& CurveView::curve(bool pitch) const {
    static const Curve none;
    const FlightMode* m = mode();
    return m == nullptr ? none : pitch ? m->pitch : m->throttle;
}

std::string CurveView::path(bool pitch) const { return "transmitter.modes." + mode()->id + (pitch ? ".pitch" : ".throttle"); }
bool CurveView::editable(bool pitch) const { return mode() != nullptr && (pitch || mode()->id != kHoldMode); }

CurveView::Plot CurveView::plot(bool pitch) const {
    const double left = 16 + kAxis;
    const double right = width() - 16 - kRightAxis;
    const double room = height() - 60 - 98;  // head, continuity
    const double tall = room * 0.62;
    if (pitch) return {true, QRectF(left, 44, right - left, tall - 34), -100, 100};
    return {false, QRectF(left, 44 + tall + 14, right - left, room - tall - 34), -12, 105};
}

QPointF CurveView::at(const Plot& plot, double x, double y) {
    return {plot.area.left() + x / 100.0 * plot.area.width(),
            plot.area.bottom() - (y - plot.low) / (plot.high - plot.low) * plot.area.height()};
}

void CurveView::layOut() {
    QVector<Item> items;
    for (const bool pitch : {true, false}) {
        if (!editable(pitch)) continue;
        const Plot pl = plot(pitch);
        items.push_back({pitch ? QStringLiteral("plot-pitch") : QStringLiteral("plot-throttle"),
                         pitch ? tr("Pitch curve") : tr("Throttle curve"),
                         {},
                         QAccessible::Chart,
                         pl.area});
        const auto& points = curve(pitch).points;
        for (std::size_t i = 0; i < points.size(); ++i) {
            const QPointF c = at(pl, points[i].x, points[i].y);
            items.push_back(
                {QStringLiteral("%1-%2").arg(pitch ? QStringLiteral("pitch") : QStringLiteral("throttle")).arg(i),
                 tr("%1 point %2 of %3").arg(pitch ? tr("pitch") : tr("throttle")).arg(i + 1).arg(points.size()),
                 words(say(KH_TR("{y} % at stick {x}"), {{"y", num(points[i].y, 1)}, {"x", signedNum(stickFromCurveX(points[i].x), 2)}})),
                 QAccessible::Indicator, QRectF(c.x() - kHit, c.y() - kHit, 2 * kHit, 2 * kHit),
                 pitch == pitch_ && static_cast<int>(i) == point_});
        }
    }
    setItems(items);
}

void CurveView::paintPlot(QPainter& p, const Plot& pl) const {
    const Tokens& t = Theme::tokens();
    const FlightMode* shown = mode();
    if (shown == nullptr) return;
    p.setRenderHint(QPainter::Antialiasing, false);
    // grid and left axis, in the transmitter's unit and colour
    for (const double y : pl.pitch ? std::vector<double>{-100, -50, 0, 50, 100} : std::vector<double>{0, 25, 50, 75, 100}) {
        const double py = at(pl, 0, y).y();
        hairline(p, pl.area.left(), py, pl.area.right(), t.rule);
        const QString text = words(say("{v}", {{"v", Number{y, 0, pl.pitch}}}));
        drawText(p, {pl.area.left() - 10 - textWidth(text, Theme::font(12)), py + 4}, text, Theme::font(12), t.transmitter);
        p.fillRect(QRectF(pl.area.left() - 6, std::floor(py), 6, 1), t.transmitter);
    }
    for (const double x : {0.0, 25.0, 50.0, 75.0, 100.0}) vline(p, at(pl, x, 0).x(), pl.area.top(), pl.area.bottom(), t.rule);
    const Figures& f = workspace_.evaluation().figures;
    // right axis, in the machine's unit and colour
    drawText(p, {pl.area.left() + 8, pl.area.top() + 17}, pl.pitch ? tr("pitch, %") : QString(), Theme::font(13, true), t.transmitter);
    if (pl.pitch) {
        const QString unit = tr("blade, °");
        drawText(p, {pl.area.right() - textWidth(unit, Theme::font(13, true)) - 8, pl.area.bottom() - 8}, unit, Theme::font(13, true),
                 t.machine);
        const double most = f.collectiveHighDeg.known ? std::max(std::abs(f.collectiveHighDeg.value), 1.0) : 11.0;
        for (double d = -15; d <= 15; d += 5) {
            if (std::abs(d) > most) continue;
            const double py = at(pl, 0, d / most * 100).y();
            const QString text = words(say("{v}", {{"v", signedNum(d)}}));
            p.fillRect(QRectF(pl.area.right(), std::floor(py), 6, 1), t.machine);
            drawText(p, {pl.area.right() + 11, py + 4}, text, Theme::font(12), t.machine);
        }
        for (const double side : {1.0, -1.0}) {
            const double py = at(pl, 0, 100 * side).y();
            drawText(p, {pl.area.right() + 11, py + 4},
                     words(say("{v}", {{"v", signedNum(side > 0 ? f.collectiveHighDeg.value : f.collectiveLowDeg.value, 1)}})),
                     Theme::font(12), t.machine);
        }
    } else {
        drawText(p, {16, pl.area.top() - 12}, tr("throttle, %"), Theme::font(13, true), t.transmitter);
        const QString unit = tr("head speed, rpm");
        drawText(p, {width() - 16 - textWidth(unit, Theme::font(13, true)), pl.area.top() - 12}, unit, Theme::font(13, true), t.machine);
        const auto& log = workspace_.setup().speedController.calibration;
        if (log.size() >= 2 && workspace_.tracer() != nullptr) {  // the rpm axis exists only where it was logged
            double from = 100;
            double to = 0;
            for (const CalibrationPoint& c : log) {
                from = std::min(from, c.throttlePct);
                to = std::max(to, c.throttlePct);
            }
            const double y1 = at(pl, 0, to).y();
            const double y2 = at(pl, 0, from).y();
            p.fillRect(QRectF(pl.area.right() + 1, y1, 2, y2 - y1), t.machine);
            for (double rpm = 500; rpm <= 4500; rpm += 250)
                for (double throttle = from; throttle < to; throttle += 0.5) {
                    double a = 0;
                    double b = 0;
                    (void)workspace_.tracer()->model().headSpeedAt(throttle, 0, a);
                    (void)workspace_.tracer()->model().headSpeedAt(throttle + 0.5, 0, b);
                    if (a > rpm || b <= rpm) continue;
                    const double py = at(pl, 0, throttle).y();
                    p.fillRect(QRectF(pl.area.right(), std::floor(py), 7, 1), t.machine);
                    drawText(p, {pl.area.right() + 11, py + 4}, QString::number(rpm), Theme::font(12), t.machine);
                }
            const QRectF below(pl.area.left(), y2, pl.area.width(), at(pl, 0, 0).y() - y2);
            p.fillRect(below, QBrush(Theme::over(t.sheet, t.muted, 0.30), Qt::BDiagPattern));
            const QString text = tr("not logged below %1 %").arg(from);
            p.fillRect(QRectF(pl.area.right() - textWidth(text, Theme::font(12)) - 12, below.center().y() - 9,
                              textWidth(text, Theme::font(12)) + 8, 17),
                       t.sheet);
            drawText(p, {pl.area.right() - textWidth(text, Theme::font(12)) - 8, below.center().y() + 4}, text, Theme::font(12), t.muted);
        } else {
            drawText(p, {pl.area.right() + 11, pl.area.center().y()}, tr("not logged"), Theme::font(12), t.muted);
        }
        p.fillRect(QRectF(pl.area.left(), at(pl, 0, 0).y(), pl.area.width(), pl.area.bottom() - at(pl, 0, 0).y()),
                   QBrush(Theme::over(t.sheet, t.danger, 0.25), Qt::BDiagPattern));
    }
    p.setRenderHint(QPainter::Antialiasing);
    // hover, as a dotted column through both plots
    const ModeFigures* figures = f.mode(shown->id);
    if (figures != nullptr && figures->hoverStick.known) {
        const double hx = at(pl, curveXFromStick(figures->hoverStick.value), 0).x();
        QPen dots(t.machine, 1.6);
        dots.setDashPattern({1.5, 2});
        p.setPen(dots);
        p.drawLine(QPointF(hx, pl.area.top() - (pl.pitch ? 0 : 40)), QPointF(hx, pl.area.bottom() + (pl.pitch ? 30 : 0)));
    }
    // the other modes behind, each with its letter on the line
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
                p.drawText(r, Qt::AlignCenter, letter(modes[m], m));
                break;
            }
        }
    // points of this mode
    if (editable(pl.pitch)) {
        const auto& points = curve(pl.pitch).points;
        for (std::size_t i = 0; i < points.size(); ++i) {
            const QPointF c = at(pl, points[i].x, points[i].y);
            const bool on = pl.pitch == pitch_ && static_cast<int>(i) == point_;
            p.setPen(QPen(t.transmitter, 2));
            p.setBrush(on ? t.transmitter : t.sheet);
            p.drawRect(QRectF(c.x() - 4, c.y() - 4, 8, 8));
            if (!on) continue;
            p.setBrush(Qt::NoBrush);
            if (hasFocus()) p.drawRoundedRect(QRectF(c.x() - 8, c.y() - 8, 16, 16), 2, 2);
            QString text = words(say(KH_TR("{y} %"), {{"y", Number{points[i].y, 1, pl.pitch}}}));
            double rpm = 0;
            if (pl.pitch) text += QStringLiteral("   ") + words(say(KH_TR("{d}°"), {{"d", signedNum(f.bladeDegAt(points[i].y), 1)}}));
            else if (workspace_.tracer() != nullptr &&
                     workspace_.tracer()->model().headSpeedAt(points[i].y, static_cast<std::size_t>(workspace_.shownMode()), rpm))
                text += QStringLiteral("   ") + words(say(KH_TR("{n} rpm"), {{"n", num(rpm)}}));
            const double w = textWidth(text, Theme::font(13, true)) + 18;
            QRectF bubble(std::clamp(c.x() + 14, pl.area.left(), pl.area.right() - w), c.y() + 16, w, 24);
            if (bubble.bottom() > pl.area.bottom() + 2) bubble.moveTop(c.y() - 40);
            p.setPen(QPen(t.transmitter, 1.4));
            p.setBrush(t.sheet);
            p.drawRoundedRect(bubble, 2, 2);
            drawText(p, {bubble.left() + 9, bubble.top() + 17}, text, Theme::font(13, true), t.transmitter);
        }
    }
    // where the stick stands now
    const double sx = at(pl, curveXFromStick(workspace_.deck().sticks.collective), 0).x();
    p.setPen(Qt::NoPen);
    p.setBrush(t.transmitter);
    p.drawPolygon(QPolygonF({{sx - 5, pl.area.bottom() + 7}, {sx + 5, pl.area.bottom() + 7}, {sx, pl.area.bottom() + 1}}));
    p.setRenderHint(QPainter::Antialiasing, false);
    if (pl.pitch)
        for (const auto& [x, text] : {std::pair{0.0, tr("low")}, std::pair{25.0, tr("−0.5")}, std::pair{50.0, tr("0")},
                                      std::pair{75.0, tr("+0.5")}, std::pair{100.0, tr("high")}})
            drawText(p, {at(pl, x, 0).x() - textWidth(text, Theme::font(12)) / 2, pl.area.bottom() + 22}, text, Theme::font(12), t.muted);
    if (figures != nullptr && figures->hoverStick.known && pl.pitch) {
        const double hx = at(pl, curveXFromStick(figures->hoverStick.value), 0).x();
        const QPointF hp =
            at(pl, curveXFromStick(figures->hoverStick.value), figures->hoverPitch.value / std::max(0.1, f.collectiveHighDeg.value) * 100);
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(QPen(t.machine, 2));
        p.setBrush(t.sheet);
        p.drawEllipse(QPointF(hx, hp.y()), 5, 5);
        p.setRenderHint(QPainter::Antialiasing, false);
        const QString text = words(say(KH_TR("hover {s}   {p}°   {n} rpm"), {{"s", signedNum(figures->hoverStick.value, 2)},
                                                                             {"p", num(figures->hoverPitch.value, 1)},
                                                                             {"n", num(figures->headRpm.value)}}));
        const double w = textWidth(text, Theme::font(12, true));
        const double tx = std::clamp(hx - w / 2, pl.area.left() + 60, pl.area.right() - w);
        p.fillRect(QRectF(tx - 4, pl.area.bottom() + 27, w + 8, 16), t.sheet);
        drawText(p, {tx, pl.area.bottom() + 39}, text, Theme::font(12, true), t.ink);
    }
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
            if (modes[i].id == id) return letter(modes[i], i);
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
        drawText(p, {c2 + 62, y}, words(say(KH_TR("{a} → {b} %"), {{"a", num(s.throttleFrom)}, {"b", num(s.throttleTo)}})), Theme::font(13),
                 t.ink);
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
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.sheet);
    const FlightMode* m = mode();
    if (m == nullptr || !workspace_.evaluation().simulated) {
        drawText(p, {16, 40}, tr("The curves cannot be drawn until the chain can be followed."), Theme::font(13), t.muted);
        return;
    }
    double x = drawText(p, {16, 26}, QString::fromStdString(m->name), Theme::font(13, true), t.ink) + 10;
    x = drawText(p, {x, 26}, tr("curves over the collective stick"), Theme::font(12), t.muted) + 20;
    const double lx = std::max(x, width() - 290.0);
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
    paintContinuity(p, QRectF(16, height() - 104, width() - 32, 100));
}

void CurveView::setPoint(double y) {
    const bool pitch = pitch_;
    Curve c = curve(pitch);
    if (point_ < 0 || point_ >= static_cast<int>(c.points.size())) return;
    c.points[static_cast<std::size_t>(point_)].y = std::clamp(roundToStep(y, 0.5), pitch ? -100.0 : 0.0, 100.0);
    if (key_ == 0) key_ = workspace_.document().newMergeKey();
    workspace_.document().edit(pitch ? tr("Move a pitch point") : tr("Move a throttle point"), {{path(pitch), c}}, Standing::Entered, key_);
}

void CurveView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    closeEditor();
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    const QStringList id = i->id.split('-');
    if (id[0] == QStringLiteral("plot")) {
        pitch_ = id[1] == QStringLiteral("pitch");
        return;
    }
    pitch_ = id[0] == QStringLiteral("pitch");
    point_ = id[1].toInt();
    dragging_ = true;
    key_ = workspace_.document().newMergeKey();
    layOut();
    update();
}

void CurveView::mouseMoveEvent(QMouseEvent* event) {
    if (!dragging_) return;
    const Plot pl = plot(pitch_);
    setPoint(pl.low + (pl.area.bottom() - event->position().y()) / pl.area.height() * (pl.high - pl.low));
}

void CurveView::mouseReleaseEvent(QMouseEvent*) {
    dragging_ = false;
    key_ = 0;
}

void CurveView::focusOutEvent(QFocusEvent*) {
    nudges_.stop();
    if (!dragging_) key_ = 0;
    update();
}

void CurveView::nudge(double by) {
    if (!editable(pitch_)) return;
    if (!nudges_.isActive()) key_ = workspace_.document().newMergeKey();
    nudges_.start();
    setPoint(curve(pitch_).points[static_cast<std::size_t>(point_)].y + by);
}

bool CurveView::focusNextPrevChild(bool next) {
    const int n = static_cast<int>(curve(pitch_).points.size());
    if (point_ + (next ? 1 : -1) >= 0 && point_ + (next ? 1 : -1) < n) {
        point_ += next ? 1 : -1;
        key_ = 0;
        nudges_.stop();
        layOut();
        update();
        return true;
    }
    return ItemView::focusNextPrevChild(next);
}

void CurveView::keyPressEvent(QKeyEvent* event) {
    const bool fine = event->modifiers().testFlag(Qt::ShiftModifier);
    switch (event->key()) {
        case Qt::Key_Left: (void)focusNextPrevChild(false); break;
        case Qt::Key_Right: (void)focusNextPrevChild(true); break;
        case Qt::Key_Up: nudge(fine ? 0.5 : 1.0); break;
        case Qt::Key_Down: nudge(fine ? -0.5 : -1.0); break;
        case Qt::Key_PageUp: enter(true); break;
        case Qt::Key_PageDown:
            if (editable(false)) enter(false);
            break;
        case Qt::Key_F: {
            const auto& points = curve(pitch_).points;
            change(tr("Flatten the curve"), flatCurve(points[static_cast<std::size_t>(point_)].y, points.size()));
            break;
        }
        case Qt::Key_M:
            if (pitch_) change(tr("Mirror the curve"), mirroredCurve(curve(true)));
            break;
        case Qt::Key_L: change(tr("Straighten the curve"), straightenedCurve(curve(pitch_))); break;
        case Qt::Key_S: {
            Curve c = curve(pitch_);
            if (!workspace_.setup().transmitter.profile.smoothCurves) {
                emit refused(tr("%1 has straight curves only.").arg(QString::fromStdString(workspace_.setup().transmitter.profile.name)));
                break;
            }
            c.shape = c.shape == CurveShape::Straight ? CurveShape::Smooth : CurveShape::Straight;
            change(c.shape == CurveShape::Smooth ? tr("Smooth the curve") : tr("Straight between the points"), c);
            break;
        }
        case Qt::Key_Plus: recount(1); break;
        case Qt::Key_Minus: recount(-1); break;
        case Qt::Key_Return:
        case Qt::Key_Enter: type(); break;
        case Qt::Key_Escape:
            if (dragging_) {
                dragging_ = false;
                workspace_.document().abandonMerge(key_);
                key_ = 0;
            } else {
                emit left();
            }
            break;
        default: ItemView::keyPressEvent(event);
    }
}

void CurveView::change(const QString& name, const Curve& to) {
    if (editable(pitch_)) workspace_.document().edit(name, {{path(pitch_), to}});
}

void CurveView::recount(int by) {
    const int most = workspace_.setup().transmitter.profile.curvePoints;
    const int wanted = static_cast<int>(curve(pitch_).points.size()) + by;
    if (wanted < 2 || wanted > most) {
        emit refused(
            tr("A curve of %1 has 2 to %2 points.").arg(QString::fromStdString(workspace_.setup().transmitter.profile.name)).arg(most));
        return;
    }
    point_ = std::min(point_, wanted - 1);
    change(by > 0 ? tr("A curve point more") : tr("A curve point less"), resampledCurve(curve(pitch_), static_cast<std::size_t>(wanted)));
}

void CurveView::type() {
    if (!editable(pitch_)) return;
    dragging_ = false;
    closeEditor();
    const auto& points = curve(pitch_).points;
    const QPointF c = at(plot(pitch_), points[static_cast<std::size_t>(point_)].x, points[static_cast<std::size_t>(point_)].y);
    auto* editor = new CellEditor(this);
    editor_ = editor;
    editor_->setObjectName(QStringLiteral("point-editor"));
    editor_->setAccessibleName(tr("Value of the curve point, %"));
    editor_->setFont(Theme::font(13));
    editor_->setText(words(say("{v}", {{"v", num(points[static_cast<std::size_t>(point_)].y, 1)}})));
    editor_->selectAll();
    editor_->setGeometry(static_cast<int>(std::min(c.x() + 12, width() - 90.0)), static_cast<int>(c.y() + 14), 76, 26);
    editor_->show();
    editor_->setFocus();
    connect(editor, &CellEditor::entered, this, [this] {
        QString text = editor_->text();
        text.replace(',', '.').replace(QStringLiteral("−"), QStringLiteral("-"));
        bool number = false;
        const double y = text.remove('%').trimmed().toDouble(&number);
        const double low = pitch_ ? -100.0 : 0.0;
        if (!number || y < low || y > 100.0) {
            emit refused(tr("%1: \"%2\" is not allowed; it must be a number from %3 to 100 %")
                             .arg(pitch_ ? tr("pitch point") : tr("throttle point"), editor_->text())
                             .arg(low));
            return;
        }
        closeEditor();
        setFocus();
        key_ = 0;
        nudges_.stop();
        setPoint(y);
        key_ = 0;
    });
    connect(editor, &CellEditor::cancelled, this, [this] {
        closeEditor();
        setFocus();
    });
}

void CurveView::closeEditor() {
    if (editor_ == nullptr) return;
    QLineEdit* closing = std::exchange(editor_, nullptr);
    if (closing->hasFocus()) setFocus();  // else hiding it would pass the focus on, and the selection with it
    closing->hide();
    closing->deleteLater();
}

}  // namespace kh::app
