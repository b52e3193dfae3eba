// SPDX-License-Identifier: GPL-3.0-or-later
//
// Places of the switches against the windows of the box: windows are columns over the pulse, places are rows; sound is a diagonal. Beneath
// it what each mode holds, and what full and half stick ask for at each set of rates.
#include "base/conventions.h"
#include "formula/channel.h"
#include "model/camera/camera.h"
#include "model/carried.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "stations/camera/camera.h"

#include <algorithm>
#include <cmath>

namespace kh::paint {

namespace {

constexpr double kLowUs = 1000.0, kHighUs = 2000.0, kRow = 26.0, kLabels = 112.0, kVerdict = 124.0;

struct PulseAxis {
    double left, right;
    [[nodiscard]] double x(double us) const {
        return left + (std::clamp(us, kLowUs, kHighUs) - kLowUs) / (kHighUs - kLowUs) * (right - left);
    }
};

QString microseconds(double us) { return words(say("{v}", {{"v", num(us)}})); }

/// One channel: its windows as columns, its places as rows. @return the y beneath it
double reachedMatrix(QPainter& p, QRectF area, double y, const ReachedChannel& ch, const QString& caption) {
    const Tokens& t = Theme::tokens();
    const PulseAxis axis{area.left() + kLabels, area.right() - kVerdict};
    const QFont font = Theme::font(12), bold = Theme::font(12, true);
    drawText(p, {area.left(), y + 12}, caption, font, t.muted, axis.left - 4);
    // heads of the columns, edges above the rows
    for (std::size_t i = 0; i < ch.windows.size(); ++i) {
        const ModeWindow& w = ch.windows[i];
        const double low = axis.x(w.lowUs), high = axis.x(w.highUs);
        const QString name = words(windowWord(w.mode));
        drawText(p, {(low + high) / 2 - textWidth(name, bold) / 2, y + 12}, name, bold, ch.in(w.mode).empty() ? t.danger : t.controller,
                 axis.right + kVerdict);
    }
    const double top = y + 36, height = kRow * static_cast<double>(ch.places.size());
    p.fillRect(QRectF(axis.left, top, axis.right - axis.left, height), Theme::boxTint(Box::Controller));
    double edgeLabel = -1.0;
    for (std::size_t i = 0; i < ch.windows.size(); ++i)
        for (const bool highEdge : {false, true}) {
            const double us = highEdge ? ch.windows[i].highUs : ch.windows[i].lowUs;
            const bool inner = highEdge ? i + 1 < ch.windows.size() : i > 0;
            if (!inner) continue;
            const double x = axis.x(us);
            p.setPen(QPen(t.controller, 1.6));
            p.drawLine(QPointF(x, top - 4), QPointF(x, top + height));
            const QString label = microseconds(us);
            if (edgeLabel >= 0.0 && x - textWidth(label, font) / 2 < edgeLabel) continue;  // a shared edge is said once
            drawText(p, {x - textWidth(label, font) / 2, top - 8}, label, font, t.controller);
            edgeLabel = x + textWidth(label, font) / 2 + 4;
        }
    for (std::size_t i = 0; i < ch.places.size(); ++i) {
        const ReachedPlace& place = ch.places[i];
        const double line = top + kRow * static_cast<double>(i), mid = line + kRow / 2;
        p.setPen(QPen(t.rule, 1));
        p.drawLine(QPointF(area.left(), line + kRow), QPointF(area.right(), line + kRow));
        const double after = drawText(p, {area.left(), mid + 4}, shown(place.label), bold, t.transmitter);
        if (!place.wanted.empty()) drawText(p, {after + 8, mid + 4}, words(windowWord(place.wanted)), font, t.ink, axis.left - 4);
        for (const ModeWindow& w : ch.windows) {
            if (w.mode != place.wanted) continue;
            p.setBrush(Qt::NoBrush);
            p.setPen(QPen(t.controller, 1.6, place.right() ? Qt::SolidLine : Qt::DashLine));
            p.drawRect(QRectF(QPointF(axis.x(w.lowUs) + 2, line + 3), QPointF(axis.x(w.highUs) - 2, line + kRow - 3)));
        }
        const double x = axis.x(place.pulse.value);
        const bool fine = place.right() && place.clear;
        const QColor ink = fine ? t.transmitter : place.right() ? Theme::severity(Severity::Warning) : t.danger;
        p.setPen(QPen(ink, 3));
        p.drawLine(QPointF(x, line + 6), QPointF(x, line + kRow - 6));
        const QString us = microseconds(place.pulse.value);
        // beside its line where no edge runs through it
        const double wide = textWidth(us, bold) + 12;
        const auto free = [&](double from, double to) {
            return from >= axis.left && to <= axis.right && std::ranges::none_of(ch.windows, [&](const ModeWindow& w) {
                       return (axis.x(w.lowUs) > from && axis.x(w.lowUs) < to) || (axis.x(w.highUs) > from && axis.x(w.highUs) < to);
                   });
        };
        const bool toLeft = !free(x + 1, x + wide) && (free(x - wide, x - 1) || x + wide > axis.right);
        const double from = toLeft ? x - 8 - textWidth(us, bold) : x + 8;
        p.fillRect(QRectF(from - 2, line + 5, textWidth(us, bold) + 4, kRow - 10), Theme::boxTint(Box::Controller));
        drawText(p, {from, mid + 4}, us, bold, ink);
        const double v = area.right() - kVerdict + 8;
        if (fine) {
            drawTick(p, {v + 4, mid}, t.pass);
            drawText(p, {v + 14, mid + 4}, words(say(KH_TR("{m} inside"), {{"m", num(place.margin.value)}})), font, t.ink, area.right());
        } else {
            drawMark(p, place.right() ? Severity::Warning : Severity::Danger, {v + 4, mid});
            drawText(p, {v + 14, mid + 4},
                     place.right()
                         ? words(say(KH_TR("{m} inside"), {{"m", num(place.margin.value)}}))
                         : words(place.lands.empty() ? say(KH_TR("in none")) : say(KH_TR("in {w}"), {{"w", windowWord(place.lands)}})),
                     bold, ink, area.right());
        }
    }
    return top + height;
}

/// What each mode holds, and the pilot's own word for its sign.
double heldMatrix(QPainter& p, QRectF area, double y, const Camera& c) {
    const Tokens& t = Theme::tokens();
    const QFont font = Theme::font(12), bold = Theme::font(12, true);
    drawText(p, {area.left(), y + 14}, words(KH_TR("What it holds")), Theme::font(13, true), t.ink);
    if (c.modes.empty()) return y + 20;
    const double step = (area.width() - kLabels) / static_cast<double>(c.modes.size());
    const auto column = [&](std::size_t i) { return area.left() + kLabels + step * static_cast<double>(i); };
    for (std::size_t i = 0; i < c.modes.size(); ++i)
        drawText(p, {column(i), y + 14}, words(heldTitle(c.modes[i].id)), bold, t.controller, column(i) + step - 6);
    y += 24;
    p.setPen(QPen(t.rule, 1));
    p.drawLine(QPointF(area.left(), y), QPointF(area.right(), y));
    struct Line {
        const char* name;
        bool HeldMode::*held;
    };
    for (const Line& l :
         {Line{KH_TR("angle"), &HeldMode::angle}, Line{KH_TR("height"), &HeldMode::height}, Line{KH_TR("place"), &HeldMode::position}}) {
        drawText(p, {area.left(), y + 15}, words(l.name), font, t.muted);
        for (std::size_t i = 0; i < c.modes.size(); ++i) {
            const bool held = c.modes[i].*l.held;
            if (held) {
                p.setPen(Qt::NoPen);
                p.setBrush(t.controller);
                p.drawEllipse(QPointF(column(i) + 5, y + 11), 4, 4);
            }
            drawText(p, {column(i) + (held ? 16 : 0), y + 15}, held ? words(KH_TR("held")) : QStringLiteral("—"), font,
                     held ? t.ink : t.muted);
        }
        y += 19;
    }
    drawText(p, {area.left(), y + 15}, words(KH_TR("sticks let go")), font, t.muted);
    for (std::size_t i = 0; i < c.modes.size(); ++i)
        drawText(p, {column(i), y + 15},
                 words(c.modes[i].id == camera::kHome ? KH_TR("flies home")
                       : c.modes[i].position          ? KH_TR("stops, stays")
                       : c.modes[i].angle             ? KH_TR("levels, drifts")
                                                      : KH_TR("keeps its lean")),
                 font, t.ink, column(i) + step - 6);
    y += 19;
    drawText(p, {area.left(), y + 15}, words(KH_TR("you saw")), font, t.muted);
    for (std::size_t i = 0; i < c.modes.size(); ++i)
        drawText(p, {column(i), y + 15},
                 c.modes[i].seen.empty() ? words(KH_TR("not yet")) : words(say(KH_TR("“{s}”"), {{"s", c.modes[i].seen}})), font,
                 c.modes[i].seen.empty() ? t.muted : t.ink, column(i) + step - 6);
    y += 24;
    p.drawLine(QPointF(area.left(), y), QPointF(area.right(), y));
    return y;
}

/// Stick to demand, a line for each set of rates.
void rateLines(QPainter& p, QRectF area, const Setup& setup, std::size_t flown) {
    const Tokens& t = Theme::tokens();
    drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("Rates")), Theme::font(13, true), t.ink);
    const QRectF box(area.left() + 34, area.top() + 26, std::min(area.width() * 0.42, 190.0), std::max(40.0, area.height() - 48));
    const QFont font = Theme::font(12);
    p.setPen(QPen(t.rule, 1));
    for (const double share : {0.0, 0.5, 1.0}) {
        const double y = box.bottom() - share * box.height();
        p.drawLine(QPointF(box.left(), y), QPointF(box.right(), y));
        const QString label = microseconds(share * 100.0);
        drawText(p, {box.left() - 6 - textWidth(label, font), y + 4}, label, font, t.muted);
    }
    drawText(p, {box.left() - 3, box.bottom() + 16}, QStringLiteral("0"), font, t.muted);
    drawText(p, {box.right() - 50, box.bottom() + 16}, words(KH_TR("full stick")), font, t.muted);
    const auto& modes = setup.transmitter.modes;
    const double table = box.right() + 60;
    const auto at = [&](const FlightMode& m, double stick) {
        return m.aileron.ratePct * withExpo(stick, m.aileron.expoPct, setup.transmitter.profile->expoTable);
    };
    double lastLabel = -1e9;
    for (std::size_t i = 0; i < modes.size() && i < 4; ++i) {
        QPainterPath line;
        for (int k = 0; k <= 24; ++k) {
            const double stick = k / 24.0;
            const QPointF q(box.left() + stick * box.width(),
                            box.bottom() - std::clamp(at(modes[i], stick) / 100.0, 0.0, 1.25) * box.height());
            if (k == 0) line.moveTo(q);
            else line.lineTo(q);
        }
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.transmitter, i == flown ? 2.4 : 1.4, i == flown ? Qt::SolidLine : Qt::DashLine));
        p.drawPath(line);
        const double y = box.bottom() - std::clamp(at(modes[i], 1.0) / 100.0, 0.0, 1.25) * box.height();
        if (std::abs(y - lastLabel) > 14)
            drawText(p, {box.right() + 8, y + 4}, shown(modes[i].name), Theme::font(12, true), t.transmitter, table - 4);
        lastLabel = y;
    }
    // what that is in each mode: in the box's own unit where its sheet is known, else a share of the whole stick
    std::vector<const HeldMode*> boxModes;
    for (const HeldMode& m : cameraOf(setup).modes)
        if (m.id != camera::kHome) boxModes.push_back(&m);
    drawText(p, {table, area.top() + 14}, words(KH_TR("stick, rate")), font, t.muted);
    const double step = (area.right() - table - 74) / std::max<double>(1.0, static_cast<double>(boxModes.size()));
    const auto right = [&](std::size_t i) { return table + 74 + step * static_cast<double>(i + 1); };
    const auto atRight = [&](double x, double y, const QString& text, const QFont& f, const QColor& ink) {
        drawText(p, {x - textWidth(text, f), y}, text, f, ink);
    };
    for (std::size_t i = 0; i < boxModes.size(); ++i)
        atRight(right(i), area.top() + 14, words(heldTitle(boxModes[i]->id)), Theme::font(12, true), t.controller);
    double y = area.top() + 33;
    for (const double stick : {1.0, 0.5})
        for (std::size_t m = 0; m < modes.size() && y < area.bottom() + 4; ++m, y += 18) {
            drawText(
                p, {table, y},
                words(stick == 1.0 ? say(KH_TR("full, {m}"), {{"m", modes[m].name}}) : say(KH_TR("half, {m}"), {{"m", modes[m].name}})),
                font, t.muted, table + 72);
            for (std::size_t i = 0; i < boxModes.size(); ++i) {
                const FullStick& of = fullStick(*boxModes[i]);
                const std::optional<double>& full = boxModes[i]->*of.value;
                const double share = at(modes[m], stick);
                atRight(right(i), y,
                        full ? words(say("{v}", {{"v", num(share / 100.0 * *full, of.decimals)}})) + QString::fromUtf8(of.unit)
                             : words(say("{v}", {{"v", num(share, 1)}})) + QStringLiteral(" %"),
                        stick == 1.0 ? Theme::font(12, true) : font, t.ink);
            }
        }
}

}  // namespace

void paintReachedModes(QPainter& p, QRectF area, const Scene& s) {
    if (!isCamera(s.setup)) return;
    const Tokens& t = Theme::tokens();
    const CameraFigures& own = s.evaluation.figures.of<CameraFigures>();
    p.setRenderHint(QPainter::Antialiasing);
    const double after =
        drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("Switch places and the mode reached")), Theme::font(13, true), t.ink);
    drawText(p, {after + 12, area.top() + 14}, words(KH_TR("pulse in the box's windows, µs")), Theme::font(12), t.muted, area.right());
    double y = area.top() + 26;
    for (const Function f : {camera::Flight, camera::Home}) {
        const ReachedChannel& ch = f == camera::Flight ? own.modes : own.home;
        const FunctionChannel* sent = carrierOf(s.setup.transmitter, cameraClass().entry(f).id);
        if (ch.places.empty() || sent == nullptr) continue;
        const Number number = num(sent->number);
        y = reachedMatrix(p, area, y, ch,
                          f == camera::Flight ? words(say(KH_TR("mode, channel {n}"), {{"n", number}}))
                                              : words(say(KH_TR("home, channel {n}"), {{"n", number}}))) +
            10;
    }
    constexpr double kHeldMatrix = 131.0;
    if (area.bottom() - y < kHeldMatrix) return;  // beside other drawings it is the places alone
    y = heldMatrix(p, area, y + 6, cameraOf(s.setup)) + 12;
    if (area.bottom() - y > 90)
        rateLines(p, QRectF(area.left(), y, area.width(), std::min(area.bottom() - y, 150.0)), s.setup, s.trace.now.mode);
}

}  // namespace kh::paint
