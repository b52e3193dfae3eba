// SPDX-License-Identifier: GPL-3.0-or-later
//
// The slider on its stroke with limits, window and neutral; the tail gain of each mode over its head speed.
#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/helicopter/figures.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/sizeclass.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/trace.h"
#include "stations/kit/solverkit.h"
#include "stations/tail/tailfigures.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace kh::paint {

void paintTailStroke(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const Figure& needs = s.evaluation.figures.of<TailFigures>().hoverDeg;
    drawTitle(p, area, KH_TR("Slider stroke"),
              needs.known && needs.band
                  ? words(say(KH_TR("mm; bar: hover {a} … {b}°"), {{"a", num((*needs.band)[0], 1)}, {"b", num((*needs.band)[1], 1)}}))
                  : words(KH_TR("mm from mid travel")));
    const TailFacts& tail = helicopter(s.setup).tail;
    if (!tailBladesTurn(s.setup)) {
        drawText(p, {area.left(), area.top() + 44}, words(KH_TR("This tail has a motor of its own: no slider.")), Theme::font(13), t.muted,
                 area.right());
        return;
    }
    const double stop = std::max(1.0, tail.sliderLimitMm);
    const double span = stop * 1.25;
    const double y = area.top() + 66;
    const auto at = [&](double mm) { return area.left() + 8 + (mm + span) / (2 * span) * (area.width() - 16); };
    // beyond the stop it binds
    p.setPen(Qt::NoPen);
    for (const double side : {-1.0, 1.0}) {
        const double from = at(side * stop), to = at(side * span);
        p.setBrush(QBrush(t.danger, Qt::BDiagPattern));
        p.drawRect(QRectF(std::min(from, to), y - 9, std::abs(to - from), 18));
    }
    p.setPen(QPen(t.rule, 6));
    p.drawLine(QPointF(at(-stop), y), QPointF(at(stop), y));
    const Figure& left = s.evaluation.figures.of<TailFigures>().sliderLeftMm;
    const Figure& right = s.evaluation.figures.of<TailFigures>().sliderRightMm;
    const auto mark = [&](const Figure& f) {
        if (!f.known) return;
        const double x = at(std::clamp(f.value, -span, span));
        p.setPen(QPen(t.controller, 2.4));
        p.drawLine(QPointF(x, y - 12), QPointF(x, y + 12));
        const QString text = words(say("{v}", {{"v", signedNum(f.value, 1)}}));
        const double w = textWidth(text, Theme::font(13, true));
        drawText(p, {std::clamp(x - w / 2, area.left(), area.right() - w), y - 18}, text, Theme::font(13, true), t.ink);
    };
    mark(left);
    mark(right);
    // where the slider would hold the hover, by the estimate
    if (const Figure& hover = s.evaluation.figures.of<TailFigures>().hoverDeg; hover.known && hover.band) {
        const double lever = tail.lever == LeverEdge::Trailing ? 1.0 : -1.0;
        const double side = helicopter(s.setup).rotor.turning == Turning::Clockwise ? 1.0 : -1.0;
        const auto holds = [&](double deg) { return lever * side * tail.gripMm * (sinDeg(deg) - sinDeg(tail.neutralPitchDeg)); };
        const double a = at(std::clamp(holds((*hover.band)[0]), -span, span)), b = at(std::clamp(holds((*hover.band)[1]), -span, span));
        p.fillRect(QRectF(QPointF(std::min(a, b), y + 6), QPointF(std::max(a, b) + 1, y + 12)), t.machine);
    }
    const double now = std::clamp(helicopterTrace(s.trace).sliderMm, -span, span);
    p.setPen(QPen(t.machine, 6));
    p.drawLine(QPointF(at(0.0), y), QPointF(at(now), y));
    p.setPen(QPen(t.ink, 2));
    p.drawLine(QPointF(at(now), y - 8), QPointF(at(now), y + 8));
    vline(p, at(0.0), y - 14, y + 14, t.muted);
    const QString text = words(say("{v}", {{"v", signedNum(now, 2)}}));
    drawText(p, {std::clamp(at(now) - textWidth(text, Theme::font(13, true)) / 2, area.left(), area.right() - 60), y + 28}, text,
             Theme::font(13, true), t.ink);
    // the controller's window, and where both limits stand in it
    const ControllerProfile& box = s.setup.controller.profile;
    const ControllerTail& set = s.setup.controller.tail;
    const double low = std::min(70.0, box.tailWindowLowPct - 10), high = std::max(130.0, box.tailWindowHighPct + 10);
    const auto pct = [&](double v) { return area.left() + 8 + (std::clamp(v, low, high) - low) / (high - low) * (area.width() - 16); };
    const double wy = y + 58;
    for (const char* what : {"tail.bind.left", "tail.bind.right"})
        if (const Reading* bind = latest(s.setup.readings, what)) {  // where it bound
            p.setPen(QPen(t.danger, 1.4));
            p.drawLine(QPointF(pct(bind->value), wy - 10), QPointF(pct(bind->value), wy));
        }
    p.setPen(QPen(t.rule, 1));
    p.drawLine(QPointF(pct(low), wy), QPointF(pct(high), wy));
    p.fillRect(QRectF(QPointF(pct(box.tailWindowLowPct), wy - 8), QPointF(pct(box.tailWindowHighPct), wy)),
               Theme::over(t.sheet, t.controller, 0.18));
    for (const auto& [limit, name] : {std::pair(set.limitLeftPct, KH_TR("l")), std::pair(set.limitRightPct, KH_TR("r"))}) {
        const bool in = limit >= box.tailWindowLowPct && limit <= box.tailWindowHighPct;
        const double x = pct(limit);
        p.setPen(QPen(in ? t.controller : t.danger, 2.4));
        const bool isLeft = std::string_view(name) == "l";
        p.drawLine(QPointF(x, wy - 14), QPointF(x, wy));
        const QString word = words(name);
        drawText(p, {isLeft ? x - 3 - textWidth(word, Theme::font(12, true)) : x + 3, wy - 10}, word, Theme::font(12, true),
                 in ? t.controller : t.danger);
    }
    for (const double v : {box.tailWindowLowPct, 100.0, box.tailWindowHighPct}) {
        const QString number = words(say("{v}", {{"v", num(v)}}));
        drawText(p, {pct(v) - textWidth(number, Theme::font(12)) / 2, wy + 15}, number, Theme::font(12), t.muted);
    }
    const bool read = latest(s.setup.readings, "tail.bind.left") != nullptr || latest(s.setup.readings, "tail.bind.right") != nullptr;
    drawText(p, {area.left(), wy + 32},
             words(read ? KH_TR("limits in its window, %; red: bound") : KH_TR("limits in the controller's window, %")), Theme::font(12),
             t.muted, area.right());
}

void paintTailGain(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Tail gain over head speed"));
    struct Dot {
        double rpm, gain;
        QString sign;
    };
    std::vector<Dot> dots;
    const auto& modes = s.setup.transmitter.modes;
    for (std::size_t i = 0; i < modes.size(); ++i) {
        const ModeFigures* f = s.evaluation.figures.mode(modes[i].id);
        if (f == nullptr || !f->gainRead.known || !modes[i].targetRpm || modes[i].id == kHoldMode) continue;
        dots.push_back({*modes[i].targetRpm, f->gainRead.value, modeSign(modes[i], i)});
    }
    if (dots.empty()) {
        drawText(p, {area.left(), area.top() + 44}, words(KH_TR("Drawn once the modes have wanted head speeds.")), Theme::font(13), t.muted,
                 area.right());
        return;
    }
    const auto [slow, fast] = std::minmax_element(dots.begin(), dots.end(), [](const Dot& a, const Dot& b) { return a.rpm < b.rpm; });
    const double from = slow->rpm * 0.94, to = fast->rpm * 1.06 + 1.0;
    const std::array<double, 2> band = startingGainPct(s.setup);
    double low = band[0], high = band[1];
    for (const Dot& d : dots) {
        low = std::min(low, d.gain);
        high = std::max(high, d.gain);
    }
    low = std::floor(low / 10.0) * 10.0;
    high = std::ceil(high / 10.0 + 0.2) * 10.0;
    const QRectF plot(area.left() + 34, area.top() + 30, area.width() - 46, area.height() - 62);
    const auto x = [&](double rpm) { return plot.left() + (rpm - from) / (to - from) * plot.width(); };
    const auto y = [&](double gain) { return plot.bottom() - (gain - low) / (high - low) * plot.height(); };
    p.fillRect(QRectF(QPointF(plot.left(), y(band[1])), QPointF(plot.right(), y(band[0]))), Theme::over(t.sheet, t.controller, 0.12));
    p.setPen(QPen(t.rule, 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(plot);
    for (double g = low; g <= high + 0.1; g += high - low > 60.0 ? 20.0 : 10.0) {
        const QString text = words(say("{v}", {{"v", signedNum(g)}}));
        drawText(p, {plot.left() - 6 - textWidth(text, Theme::font(12)), y(g) + 4}, text, Theme::font(12), t.muted);
    }
    // the first mode's gain carried to other speeds
    if (dots.front().gain > 0.0) {
        p.setPen(QPen(t.controller, 1.4, Qt::DashLine));
        p.save();
        p.setClipRect(plot);
        QPainterPath carried;
        for (int i = 0; i <= 40; ++i) {
            const double rpm = from + (to - from) * i / 40.0;
            const QPointF at(x(rpm), y(gainCarried(std::clamp(dots.front().gain, 0.0, 100.0), dots.front().rpm, rpm)));
            if (i == 0) carried.moveTo(at);
            else carried.lineTo(at);
        }
        p.drawPath(carried);
        p.restore();
    }
    for (const Dot& d : dots) {
        const QPointF at(x(d.rpm), y(d.gain));
        p.setPen(QPen(t.controller, 2));
        p.setBrush(t.sheet);
        p.drawEllipse(at, 4.5, 4.5);
        drawText(p, at + QPointF(8, -6), d.sign, Theme::font(13, true), t.controller);
    }
    for (const Dot* d : {&*slow, &*fast}) {
        const QString rpm = words(say("{v}", {{"v", num(d->rpm)}}));
        const double w = textWidth(rpm, Theme::font(12));
        if (d == &*fast && fast->rpm - slow->rpm < 1.0) break;
        drawText(p, {std::clamp(x(d->rpm) - w / 2, plot.left(), plot.right() - w), plot.bottom() + 16}, rpm, Theme::font(12), t.muted);
    }
    drawText(p, {area.left(), area.bottom() - 2}, words(KH_TR("rpm; shaded: where to start")), Theme::font(12), t.muted, area.right());
}

}  // namespace kh::paint
