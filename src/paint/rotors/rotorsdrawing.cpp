// SPDX-License-Identifier: GPL-3.0-or-later
//
// Four rotors from above, what they answer, and how alike they are.
#include "base/conventions.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/rotors/rotorstrace.h"
#include "stations/rotors/rotors.h"

#include <QPainterPath>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh::paint {

namespace {

constexpr double kBarDeg = 12.0;  ///< half the length of a pitch bar

QString degrees(double deg) { return words(say("{v}°", {{"v", Number{deg, 1, true}}})); }

/// The frame in its area: the hub and each rotor's shaft.
struct QuadFrame {
    QPointF hub;
    std::array<QPointF, kRotors> shaft{};
    double pixels = 1.0;  ///< a millimetre
    double disc = 1.0;    ///< radius in pixels
};
QuadFrame quadFrame(QRectF area, const Rotors& r, double bars) {
    QuadFrame out;
    const double across = r.armMm * sinDeg(r.armAngleDeg), along = r.armMm * cosDeg(r.armAngleDeg), radius = r.discM * 500.0;
    out.pixels = std::min((area.width() - 2 * bars) / (2 * (across + radius)), (area.height() - 40) / (2 * (along + radius)));
    out.hub = area.center() + QPointF(0, 14);
    out.disc = radius * out.pixels;
    for (std::size_t i = 0; i < kRotors; ++i)
        out.shaft[i] = out.hub + QPointF(kRotorPlaces[i].side * across, -kRotorPlaces[i].fore * along) * out.pixels;
    return out;
}

/// An arrow round a rotor's disc, the way it turns.
void turning(QPainter& p, QPointF centre, double radius, double spin, double awayDeg) {
    const Tokens& t = Theme::tokens();
    const double span = 80.0, from = awayDeg - span / 2.0;  // degrees clockwise from up
    const auto at = [&](double deg, double r) { return centre + QPointF(r * sinDeg(deg), -r * cosDeg(deg)); };
    QPainterPath arc;
    for (int i = 0; i <= 20; ++i) {
        const QPointF q = at(from + span * i / 20.0, radius);
        if (i == 0) arc.moveTo(q);
        else arc.lineTo(q);
    }
    p.setPen(QPen(t.ink, 1.6));
    p.setBrush(Qt::NoBrush);
    p.drawPath(arc);
    const bool clockwise = spin < 0.0;
    const double tip = clockwise ? from + span : from, back = clockwise ? -5.0 : 5.0;
    p.setBrush(t.ink);
    p.setPen(Qt::NoPen);
    p.drawPolygon(QPolygonF({at(tip - back * 0.3, radius), at(tip + back, radius - 4), at(tip + back, radius + 4)}));
}

/// A blade as it is drawn in the plan, both ways from the shaft.
void blades(QPainter& p, QPointF shaft, double length, double chord, double deg) {
    const Tokens& t = Theme::tokens();
    p.save();
    p.translate(shaft);
    p.rotate(deg);
    p.setPen(machinePen(1.0));
    p.setBrush(t.sheet);
    for (const double side : {-1.0, 1.0}) {
        QPainterPath blade;
        blade.moveTo(side * length * 0.16, -chord * 0.2);
        blade.lineTo(side * length * 0.34, -chord * 0.5);
        blade.lineTo(side * length, -chord * 0.4);
        blade.lineTo(side * length, chord * 0.4);
        blade.lineTo(side * length * 0.34, chord * 0.5);
        blade.lineTo(side * length * 0.16, chord * 0.2);
        blade.closeSubpath();
        p.drawPath(blade);
    }
    p.restore();
}

/// A bar from its middle: what is done filled, what is asked dashed.
void rotorBar(QPainter& p, QPointF middle, double half, double width, double done, double asked, bool off) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    p.setPen(QPen(t.muted, 1));
    p.drawLine(middle - QPointF(0, half), middle + QPointF(0, half));
    for (const double end : {-half, 0.0, half}) p.drawLine(middle + QPointF(-4, -end), middle + QPointF(4, -end));
    const double y = std::clamp(done, -1.0, 1.0) * half, want = std::clamp(asked, -1.0, 1.0) * half;
    p.fillRect(QRectF(middle.x() - width / 2, middle.y() - std::max(y, 0.0), width, std::max(std::abs(y), 1.0)), off ? t.danger : t.ink);
    QPen dashed(t.controller, 1.2, Qt::DashLine);
    p.setPen(dashed);
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(middle.x() - width / 2 - 4, middle.y() - std::max(want, 0.0), width + 8, std::abs(want)));
    p.setRenderHint(QPainter::Antialiasing);
}

}  // namespace

void paintRotorsPlan(QPainter& p, QRectF area, const Scene& s) {
    if (!isRotors(s.setup)) return;
    const Tokens& t = Theme::tokens();
    const Rotors& r = rotorsOf(s.setup);
    const RotorsTrace& trace = rotorsTrace(s.trace);
    p.setRenderHint(QPainter::Antialiasing);
    const double after = drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("From above")), Theme::font(13, true), t.ink);
    drawText(p, {after + 12, area.top() + 14}, words(KH_TR("bars: pitch, to ±12°, and thrust")), Theme::font(12), t.muted, area.right());
    constexpr double bars = 84.0;
    const QuadFrame frame = quadFrame(area, r, bars);
    // arms, hub
    for (const QPointF shaft : frame.shaft) {
        p.setPen(machinePen(7));
        p.drawLine(frame.hub, shaft);
        p.setPen(QPen(Theme::over(t.sheet, t.machine, 0.10), 4));
        p.drawLine(frame.hub, shaft);
    }
    centreLine(p, {frame.hub.x(), area.top() + 30}, {frame.hub.x(), area.bottom() - 6});
    const QPointF nose(frame.hub.x(), area.top() + 34);
    p.setPen(Qt::NoPen);
    p.setBrush(t.machine);
    p.drawPolygon(QPolygonF({nose + QPointF(-6, 6), nose + QPointF(6, 6), nose + QPointF(0, -6)}));
    drawText(p, nose + QPointF(12, 5), words(KH_TR("nose")), Theme::font(12), t.ink);
    const double body = std::max(10.0, 34.0 * frame.pixels);
    p.setPen(machinePen(2.4));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.10));
    p.drawRoundedRect(QRectF(frame.hub.x() - body * 0.55, frame.hub.y() - body, body * 1.1, body * 2), body * 0.4, body * 0.4);
    for (std::size_t i = 0; i < kRotors; ++i) {
        const QPointF shaft = frame.shaft[i];
        const bool left = kRotorPlaces[i].side < 0.0;
        p.setPen(QPen(t.rule, 1));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(shaft, frame.disc, frame.disc);
        const double lie = (kRotorPlaces[i].side * kRotorPlaces[i].fore > 0.0 ? -1.0 : 1.0) * 35.0;
        blades(p, shaft, frame.disc * 0.94, std::max(6.0, r.chordMm * frame.pixels), lie);
        p.setPen(machinePen(1.6));
        p.setBrush(t.sheet);
        p.drawEllipse(shaft, 6, 6);
        turning(p, shaft, frame.disc + 7, rotorSpin(i, r.pair),
                kRotorPlaces[i].fore > 0.0 ? (left ? 315.0 : 45.0) : (left ? 225.0 : 135.0));
        if (!trace.ports[i].empty()) portBadge(p, shaft + (frame.hub - shaft) * 0.36, shown(trace.ports[i]));
        // what it is asked for and does, at the outer side
        const double deg = trace.now.bladeDeg[i], want = trace.asked.bladeDeg[i];
        const double n = trace.moment.thrustsN[i], askedN = trace.askedMoment.thrustsN[i];
        const bool off = trace.bladeOff[i];
        const double half = std::min(40.0, frame.disc * 0.62);
        const double x = left ? area.left() + 26 : area.right() - 58;
        rotorBar(p, {x, shaft.y() - 8}, half, 8, deg / kBarDeg, want / kBarDeg, off);
        rotorBar(p, {x + 38, shaft.y() - 8}, half, 8, n / trace.mostN, askedN / trace.mostN, off);
        const double y = shaft.y() + half + 10;
        const QColor ink = off ? t.danger : t.ink;
        const auto text = [&](double at, double line, const QString& what, const QColor& colour, bool bold) {
            const QFont font = Theme::font(12, bold);
            drawText(p, {at - textWidth(what, font) / 2, line}, what, font, colour);
        };
        text(x, y, degrees(deg), ink, true);
        text(x + 40, y, words(say("{v} N", {{"v", num(n, 1)}})), ink, true);
        if (off) {
            text(x, y + 15, degrees(want), t.controller, false);
            text(x + 40, y + 15, words(say("{v} N", {{"v", num(askedN, 1)}})), t.controller, false);
        }
    }
}

void paintRotorsAnswer(QPainter& p, QRectF area, const Scene& s) {
    if (!isRotors(s.setup)) return;
    const Tokens& t = Theme::tokens();
    const RotorsTrace& trace = rotorsTrace(s.trace);
    p.setRenderHint(QPainter::Antialiasing, false);
    drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("Asked and done")), Theme::font(13, true), t.ink);
    hairline(p, area.left(), area.top() + 22, area.right(), t.muted);
    double y = area.top() + 40;
    for (const RotorsPart& part : trace.parts) {
        drawText(p, {area.left(), y}, words(say(KH_TR("{part}, {unit}"), {{"part", say(part.name)}, {"unit", std::string(part.unit)}})),
                 Theme::font(12), t.muted, area.right());
        const auto shownAs = [&](double v) { return words(say("{v}", {{"v", Number{v, part.decimals, true}}})); };
        const QString asked = shownAs(part.asked), done = shownAs(part.done);
        const double mid = area.left() + area.width() * 0.44;
        drawText(p, {mid - textWidth(asked, Theme::font(15)), y + 20}, asked, Theme::font(15), t.controller);
        arrowRight(p, {mid + 6, y + 15}, 12, t.muted);
        drawText(p, {mid + 24, y + 20}, done, Theme::font(15, true), part.off ? t.danger : t.ink);
        hairline(p, area.left(), y + 30, area.right(), t.rule);
        y += 48;
        if (y + 40 > area.bottom()) break;
    }
    if (trace.rpm > 0.0 && y + 16 < area.bottom())
        drawText(p, {area.left(), y}, words(say(KH_TR("at {n} rpm"), {{"n", num(trace.rpm)}})), Theme::font(12), t.muted, area.right());
    else if (trace.rpm <= 0.0) drawText(p, {area.left(), y}, words(KH_TR("no speed is known")), Theme::font(12), t.muted, area.right());
}

void paintRotorsAlike(QPainter& p, QRectF area, const Scene& s) {
    if (!isRotors(s.setup)) return;
    const Tokens& t = Theme::tokens();
    const RotorsFigures& own = s.evaluation.figures.of<RotorsFigures>();
    const RotorsTrace& trace = rotorsTrace(s.trace);
    p.setRenderHint(QPainter::Antialiasing);
    const double after = drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("Four alike")), Theme::font(13, true), t.ink);
    drawText(p, {after + 12, area.top() + 14}, words(KH_TR("degrees off the wanted")), Theme::font(12), t.muted, area.right());
    const QRectF plot(area.left() + 34, area.top() + 34, area.width() - 38, std::max(60.0, area.height() - 104));
    constexpr double span = 1.0;  // ° to either side
    const auto yOf = [&](double deg) { return plot.center().y() - std::clamp(deg, -span, span) / span * plot.height() / 2; };
    p.fillRect(QRectF(plot.left(), yOf(kAlikeNoteDeg), plot.width(), yOf(-kAlikeNoteDeg) - yOf(kAlikeNoteDeg)),
               Theme::over(t.sheet, t.machine, 0.06));
    for (const double deg : {kAlikeNoteDeg, 0.0, -kAlikeNoteDeg}) {
        p.setPen(QPen(t.muted, 1, deg == 0.0 ? Qt::SolidLine : Qt::DashLine));
        p.drawLine(QPointF(plot.left(), yOf(deg)), QPointF(plot.right(), yOf(deg)));
        const QString label = words(say("{v}", {{"v", Number{deg, 1, true}}}));
        drawText(p, {plot.left() - 6 - textWidth(label, Theme::font(12)), yOf(deg) + 4}, label, Theme::font(12), t.muted);
    }
    constexpr std::array order{RotorState::Minus, RotorState::Zero, RotorState::Plus};
    constexpr std::array<const char*, 3> names{KH_TR("− limit"), KH_TR("zero"), KH_TR("+ limit")};
    for (std::size_t k = 0; k < order.size(); ++k) {
        const auto state = static_cast<std::size_t>(order[k]);
        const double aim = aimOf(s.setup, order[k]);
        const double column = plot.width() / 3.0, left = plot.left() + column * static_cast<double>(k);
        if (k > 0) {
            p.setPen(QPen(t.rule, 1));
            p.drawLine(QPointF(left, plot.top()), QPointF(left, plot.bottom()));
        }
        for (std::size_t i = 0; i < kRotors; ++i) {
            const double off = own.pitch[state][i].value - aim;
            const QPointF at(left + column * (static_cast<double>(i) + 0.5) / kRotors, yOf(off));
            if (std::abs(off) > span) {  // beyond the scale: where it leaves it
                p.setPen(QPen(t.danger, 2));
                p.drawLine(at + QPointF(-6, 12 * (off > 0 ? 1 : -1)), at + QPointF(6, 12 * (off > 0 ? 1 : -1)));
            }
            portBadge(p, at, trace.ports[i].empty() ? QStringLiteral("–") : shown(trace.ports[i]), 16);
        }
        const Figure& apart = own.apart[state];
        const QString name = words(names[k]);
        const double centre = left + column / 2;
        drawText(p, {centre - textWidth(name, Theme::font(12, true)) / 2, plot.bottom() + 18}, name, Theme::font(12, true), t.ink);
        const QString told = words(say("{v}°", {{"v", num(apart.value, 1)}}));
        const bool off = apart.value > kAlikeNoteDeg;
        const double w = textWidth(told, Theme::font(12, off));
        drawText(p, {centre - w / 2, plot.bottom() + 34}, told, Theme::font(12, off),
                 off ? Theme::severity(alikeSeverity(apart.value)) : t.ink);
    }
    drawText(p, {area.left(), plot.bottom() + 34}, words(KH_TR("apart")), Theme::font(12), t.muted);
    if (own.authority.known)
        drawText(p, {area.left(), plot.bottom() + 56}, words(say(KH_TR("uses {p} % of roll or pitch"), {{"p", num(own.authority.value)}})),
                 Theme::font(12), t.ink, area.right());
}

}  // namespace kh::paint
