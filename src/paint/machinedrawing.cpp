// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/conventions.h"
#include "paint/drawings.h"
#include "paint/theme.h"

#include <QPainterPath>
#include <cmath>

namespace kh::paint {

namespace {

void dimension(QPainter& p, QPointF a, QPointF b, const QString& text) {
    const Tokens& t = Theme::tokens();
    p.setPen(QPen(t.ink, 1));
    p.drawLine(a, b);
    for (const QPointF q : {a, b}) p.drawLine(q + QPointF(-4, 4), q + QPointF(4, -4));
    const double w = textWidth(text, Theme::font(13, true));
    const QPointF mid = (a + b) / 2;
    p.fillRect(QRectF(mid.x() - w / 2 - 6, mid.y() - 9, w + 12, 18), t.sheet);
    drawText(p, {mid.x() - w / 2, mid.y() + 5}, text, Theme::font(13, true), t.ink);
}

}  // namespace

namespace {
constexpr double kBodyTop = 106;  ///< of the transmitter's case, under its switches and their words
}  // namespace

void paintHelicopter(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const Machine& m = s.setup.machine;
    drawTitle(p, area, KH_TR("From above"), words(say(KH_TR("{n}, to scale"), {{"n", m.name}})));
    const double disc = m.rotor.discM;
    const double boom = m.tail.boomM;
    const double tall = disc / 2 + boom + m.tail.discM / 2 + 0.05 * disc;
    const double pixels = std::min((area.width() - 150) / disc, (area.height() - 130) / tall);
    const QPointF shaft(area.left() + area.width() * 0.46, area.top() + 58 + disc / 2 * pixels);
    const auto at = [&](double right, double aft) { return shaft + QPointF(right * pixels, aft * pixels); };
    // disc
    p.setPen(QPen(t.muted, 1));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(shaft, disc / 2 * pixels, disc / 2 * pixels);
    dimension(p, at(-disc / 2, -disc / 2) - QPointF(0, 18), at(disc / 2, -disc / 2) - QPointF(0, 18),
              words(say(KH_TR("{d} m"), {{"d", num(disc, 2)}})));
    // boom, fuselage, tail
    const double width = disc * 0.06;
    p.setPen(QPen(t.machine, 1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.10));
    p.drawRect(QRectF(at(-width * 0.14, disc * 0.06), at(width * 0.14, boom)));
    QPainterPath body;
    body.moveTo(at(0, -disc * 0.26));
    body.cubicTo(at(width, -disc * 0.24), at(width * 1.1, -disc * 0.02), at(width * 0.7, disc * 0.06));
    body.lineTo(at(width * 0.2, disc * 0.14));
    body.lineTo(at(-width * 0.2, disc * 0.14));
    body.lineTo(at(-width * 0.7, disc * 0.06));
    body.cubicTo(at(-width * 1.1, -disc * 0.02), at(-width, -disc * 0.24), at(0, -disc * 0.26));
    p.drawPath(body);
    p.drawLine(at(-width * 0.95, -disc * 0.12), at(width * 0.95, -disc * 0.12));
    p.drawRect(QRectF(at(-width * 0.22, boom - disc * 0.02), at(width * 0.22, boom + disc * 0.02)));
    p.setPen(QPen(t.machine, 2.4));
    p.drawLine(at(width * 0.45, boom - m.tail.discM / 2), at(width * 0.45, boom + m.tail.discM / 2));
    for (const double side : {-1.0, 1.0}) {
        p.setPen(QPen(t.machine, 1.6));
        p.drawLine(at(side * width * 1.25, -disc * 0.14), at(side * width * 1.25, disc * 0.1));
    }
    // main blades along a diagonal, so that nothing hides the boom
    p.save();
    p.translate(shaft);
    p.rotate(m.rotor.turning == Turning::Clockwise ? 58 : -58);
    p.setPen(QPen(t.machine, 1.6));
    p.setBrush(t.sheet);
    const double root = disc / 2 - m.rotor.bladeMm / 1000.0;
    for (int i = 0; i < static_cast<int>(m.rotor.blades); ++i) {
        p.drawRect(QRectF(-m.rotor.chordMm / 2000.0 * pixels, -disc / 2 * pixels, m.rotor.chordMm / 1000.0 * pixels,
                          m.rotor.bladeMm / 1000.0 * pixels));
        p.drawLine(QPointF(0, 0), QPointF(0, -root * pixels));
        p.rotate(360.0 / m.rotor.blades);
    }
    p.restore();
    p.setBrush(t.sheet);
    p.drawEllipse(shaft, 7, 7);
    // which way it turns
    p.setPen(QPen(t.muted, 1.6));
    p.setBrush(Qt::NoBrush);
    const QRectF ring(shaft.x() - disc * 0.42 * pixels, shaft.y() - disc * 0.42 * pixels, disc * 0.84 * pixels, disc * 0.84 * pixels);
    const bool clockwise = m.rotor.turning == Turning::Clockwise;
    p.drawArc(ring, 100 * 16, clockwise ? -40 * 16 : 40 * 16);
    const double end = clockwise ? 60 : 140;
    const QPointF tip = ring.center() + QPointF(cosDeg(end), -sinDeg(end)) * ring.width() / 2;
    const double a = clockwise ? end - 90 : end + 90;
    for (const double spread : {150.0, -150.0}) p.drawLine(tip, tip + QPointF(cosDeg(a + spread), -sinDeg(a + spread)) * 9);
    // mast to tail, as a dimension on the right
    const double dx = shaft.x() + disc / 2 * pixels + 26;
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(dx, shaft.y()), QPointF(dx, at(0, boom).y()));
    for (const double y : {shaft.y(), at(0, boom).y()}) p.drawLine(QPointF(dx - 4, y + 4), QPointF(dx + 4, y - 4));
    drawText(p, {dx + 9, (shaft.y() + at(0, boom).y()) / 2 + 5}, words(say(KH_TR("{d} m"), {{"d", num(boom, 2)}})), Theme::font(13, true),
             t.ink);
    drawText(p, {dx + 9, (shaft.y() + at(0, boom).y()) / 2 + 22}, words(KH_TR("mast to tail")), Theme::font(12), t.muted);
    // nose
    const QPointF nose = at(0, -disc * 0.26) - QPointF(0, 8);
    p.setPen(Qt::NoPen);
    p.setBrush(t.machine);
    p.drawPolygon(QPolygonF({nose + QPointF(-6, 5), nose + QPointF(6, 5), nose + QPointF(0, -6)}));
    // facts in words
    double y = area.bottom() - 40;
    drawText(p, {area.left(), y},
             words(say(KH_TR("{b} blades of {l} mm, chord {c} mm, flying mass {m} kg"),
                       {{"b", num(m.rotor.blades)}, {"l", num(m.rotor.bladeMm)}, {"c", num(m.rotor.chordMm, 1)}, {"m", num(m.massKg, 2)}})),
             Theme::font(12), t.muted);
    drawText(p, {area.left(), y + 18},
             words(say(KH_TR("tail disc {d} m, {r} turns a head turn"), {{"d", num(m.tail.discM, 2)}, {"r", num(m.tail.ratio, 2)}})),
             Theme::font(12), t.muted);
}

void paintTransmitter(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const bool posing = !s.posedSwitches.empty();
    drawTitle(p, area, posing ? KH_TR("Switches, posed") : KH_TR("Switches"),
              words(posing               ? KH_TR("only drawn, nothing is sent")
                    : area.width() > 460 ? KH_TR("click: move it on the deck; Shift: the chosen function answers to it")
                                         : KH_TR("click one to move it on the deck")));
    const double w = std::min(area.width() - 40, 430.0);
    const double left = area.center().x() - w / 2;
    const double top = area.top() + kBodyTop;
    const double h = std::min(area.height() - kBodyTop - 14, 170.0);
    QPainterPath body;
    body.moveTo(left + w * 0.08, top);
    body.lineTo(left + w * 0.92, top);
    body.cubicTo(left + w, top + 8, left + w * 1.02, top + h * 0.75, left + w * 0.93, top + h * 0.97);
    body.cubicTo(left + w * 0.84, top + h * 1.08, left + w * 0.80, top + h * 0.86, left + w * 0.68, top + h * 0.84);
    body.lineTo(left + w * 0.32, top + h * 0.84);
    body.cubicTo(left + w * 0.20, top + h * 0.86, left + w * 0.16, top + h * 1.08, left + w * 0.07, top + h * 0.97);
    body.cubicTo(left - w * 0.02, top + h * 0.75, left, top + 8, left + w * 0.08, top);
    p.setPen(QPen(t.machine, 1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.06));
    p.drawPath(body);
    for (const double side : {0.13, 0.65}) {
        const QRectF stick(left + w * side, top + 26, w * 0.22, w * 0.22);
        p.setBrush(t.sheet);
        p.drawRoundedRect(stick, 4, 4);
        p.setPen(QPen(t.rule, 1));
        p.drawLine(QPointF(stick.left() + 4, stick.center().y()), QPointF(stick.right() - 4, stick.center().y()));
        p.drawLine(QPointF(stick.center().x(), stick.top() + 4), QPointF(stick.center().x(), stick.bottom() - 4));
        const bool leftBox = side < 0.5;
        const int mode = s.setup.transmitter.stickMode;
        const Sticks& d = s.deck.sticks;
        const double across = leftBox ? (mode <= 2 ? d.rudder : d.aileron) : (mode <= 2 ? d.aileron : d.rudder);
        const double up =
            leftBox ? (mode == 1 || mode == 3 ? d.elevator : d.collective) : (mode == 1 || mode == 3 ? d.collective : d.elevator);
        const QPointF knob = stick.center() + QPointF(across * (stick.width() / 2 - 9), -up * (stick.height() / 2 - 9));
        p.setPen(QPen(t.transmitter, 2));
        p.drawLine(stick.center(), knob);
        p.setBrush(t.sheet);
        p.drawEllipse(knob, 6, 6);
        p.setPen(QPen(t.machine, 1.6));
    }
    const QRectF screen(left + w * 0.40, top + 34, w * 0.20, 50);
    p.setBrush(t.sheet);
    p.drawRect(screen);
    p.setFont(Theme::font(13, true));
    p.setPen(t.ink);
    p.drawText(screen.adjusted(0, 3, 0, -24), Qt::AlignCenter, QString::fromStdString(s.trace.modeName));
    p.setPen(t.transmitter);
    p.drawText(screen.adjusted(0, 24, 0, -3), Qt::AlignCenter, words(say(KH_TR("{v} %"), {{"v", num(s.trace.now.throttlePct, 1)}})));
    for (const SwitchSpot& spot : switchSpots(area, s.setup.transmitter.profile)) {
        const SwitchProfile& profile = *spot.profile;
        const bool posed = s.posedSwitches.count(profile.id) != 0;
        const QColor colour = posed ? t.danger : posing ? t.muted : t.transmitter;
        const int place = placeOf(s.setup.transmitter, s.deck, profile.id);
        const QRectF& track = spot.track;
        const double x = track.center().x();
        p.setPen(QPen(t.machine, 1.2));
        p.setBrush(t.sheet);
        p.drawRoundedRect(track, 3, 3);
        const double ky = track.top() + 6 + (track.height() - 12) * (place - 1.0) / std::max(1.0, profile.places - 1.0);
        p.setPen(Qt::NoPen);
        p.setBrush(colour);
        p.drawRoundedRect(QRectF(x - 8, ky - 5, 16, 10), 2, 2);
        const auto centred = [&](const QString& text, double y, const QFont& font, const QColor& ink) {
            drawText(p, {x - textWidth(text, font) / 2, y}, text, font, ink);
        };
        const SwitchRole* role = nullptr;
        for (const SwitchRole& r : s.evaluation.switches)
            if (r.id == profile.id) role = &r;
        centred(QString::fromStdString(profile.id), track.top() - 22, Theme::font(13, true), posed ? t.danger : posing ? t.muted : t.ink);
        if (role == nullptr) continue;
        QStringList functions;
        for (const Message& f : role->functions) functions << words(f);
        centred(functions.isEmpty() ? words(KH_TR("free")) : functions.join(QLatin1Char('+')), track.top() - 7, Theme::font(12), t.muted);
        // what each place does, beside it; the one it stands at in its colour
        for (int at = 1; at <= profile.places; ++at) {
            const double y = track.top() + 6 + (track.height() - 12) * (at - 1.0) / std::max(1.0, profile.places - 1.0);
            drawText(p, {x + 11, y + 4}, words(role->places[static_cast<std::size_t>(at - 1)]), Theme::font(12, at == place),
                     at == place ? colour : t.muted);
        }
        if (posed) {
            p.setPen(QPen(t.danger, 1.4));
            p.setBrush(Qt::NoBrush);
            p.drawRoundedRect(QRectF(x - 22, track.top() - 37, 50, 85), 2, 2);
        }
    }
}

std::vector<SwitchSpot> switchSpots(QRectF area, const TransmitterProfile& transmitter) {
    // along the top edge: left side by name L, right side the rest, as they stand on the case
    const double w = std::min(area.width() - 40, 430.0);
    const double left = area.center().x() - w / 2;
    const double top = area.top() + kBodyTop;
    std::vector<const SwitchProfile*> sides[2];
    for (const SwitchProfile& x : transmitter.switches) sides[x.id.starts_with("L") ? 0 : 1].push_back(&x);
    std::vector<SwitchSpot> out;
    for (int side = 0; side < 2; ++side) {
        auto& list = sides[side];
        std::sort(list.begin(), list.end(), [side](const auto* a, const auto* b) { return side == 0 ? a->id < b->id : a->id > b->id; });
        // the two sides never meet, however narrow the case is drawn
        const double step = std::min(62.0, w * 0.80 / std::max(1.0, static_cast<double>(transmitter.switches.size()) - 1.0));
        for (std::size_t i = 0; i < list.size(); ++i) {
            const double x = side == 0 ? left + w * 0.10 + step * static_cast<double>(i)
                                       : left + w * 0.90 - step * static_cast<double>(list.size() - 1 - i);
            out.push_back({list[i], QRectF(x - 4, top - 46, 8, 42)});
        }
    }
    return out;
}

void paintChannelBars(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    drawTitle(p, area, KH_TR("Channels"),
              words(say(KH_TR("pulse from {t}, as {c} reads it; diamond: failsafe, tick: limit"),
                        {{"t", s.setup.transmitter.profile.name}, {"c", s.setup.controller.profile.name}})));
    const double labels = 96;
    const double left = area.left() + labels;
    const double right = area.right() - 150;
    const double centre = s.setup.transmitter.profile.centreUs;
    const double half = s.setup.transmitter.profile.usPerPct * 125.0;
    const auto x = [&](double us) { return left + (us - centre + half) / (2 * half) * (right - left); };
    auto ordered = s.setup.transmitter.channels;
    std::sort(ordered.begin(), ordered.end(), [](const auto& a, const auto& b) { return a.number < b.number; });
    const double step = std::min(30.0, (area.height() - 58) / std::max<double>(1.0, static_cast<double>(ordered.size())));
    double y = area.top() + 38;
    for (const double pct : {-100.0, 0.0, 100.0}) {
        const double us = centre + pct * s.setup.transmitter.profile.usPerPct;
        vline(p, x(us), area.top() + 28, y + step * static_cast<double>(ordered.size()) - 6, t.rule);
        const QString text = words(say(KH_TR("{u}"), {{"u", num(us)}}));
        drawText(p, {x(us) - textWidth(text, Theme::font(12)) / 2, y + step * static_cast<double>(ordered.size()) + 8}, text,
                 Theme::font(12), t.muted);
    }
    drawText(p, {right + 14, y + step * static_cast<double>(ordered.size()) + 8}, QStringLiteral("µs"), Theme::font(12), t.muted);
    for (const ChannelSettings& c : ordered) {
        std::size_t f = 0;
        while (f < kFunctions && c.id != functionId(static_cast<Function>(f))) ++f;
        if (f == kFunctions) continue;
        const ChannelInstant& now = s.trace.now.channels[f];
        double tx = drawText(p, {area.left(), y + 5}, QString::number(c.number), Theme::font(13, true), t.transmitter) + 8;
        drawText(p, {tx, y + 5}, words(functionId(static_cast<Function>(f))), Theme::font(13), t.ink);
        p.fillRect(QRectF(left, y - 3, right - left, 7), Theme::over(t.sheet, t.muted, 0.25));
        const double from = x(centre);
        const double to = std::clamp(x(now.pulseUs), left, right);
        p.fillRect(QRectF(std::min(from, to), y - 3, std::abs(to - from), 7), t.transmitter);
        p.fillRect(QRectF(to - 1.5, y - 7, 3, 15), t.ink);
        if (const ChannelFigures* figures = s.evaluation.figures.channel(c.id)) {
            for (const Figure* limit : {&figures->limitLowUs, &figures->limitHighUs})
                if (limit->known && x(limit->value) >= left && x(limit->value) <= right) vline(p, x(limit->value), y - 8, y + 9, t.machine);
            if (figures->failsafeUs.known) {
                const QPointF at(std::clamp(x(figures->failsafeUs.value), left, right), y + 0.5);
                p.setRenderHint(QPainter::Antialiasing);
                p.setPen(QPen(t.transmitter, 1.6));
                p.setBrush(t.sheet);
                p.drawPolygon(QPolygonF({at + QPointF(-6, 0), at + QPointF(0, -6), at + QPointF(6, 0), at + QPointF(0, 6)}));
                p.setRenderHint(QPainter::Antialiasing, false);
            }
        }
        const QString us = words(say(KH_TR("{u} µs"), {{"u", num(now.pulseUs)}}));
        drawText(p, {right + 70 - textWidth(us, Theme::font(13)), y + 5}, us, Theme::font(13), t.ink);
        const QString reading = words(say(KH_TR("{r} %"), {{"r", signedNum(now.readingPct, 1)}}));
        drawText(p, {area.right() - textWidth(reading, Theme::font(13)), y + 5}, reading, Theme::font(13), t.controller);
        y += step;
    }
}

void paintHoldBars(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    drawTitle(p, area, KH_TR("Pulse at the speed controller with hold on"), words(KH_TR("collective low")));
    const Figures& f = s.evaluation.figures;
    if (!f.motorOffUs.known || !f.holdUs.known) return;
    const double left = area.left() + 92;
    const double right = area.right() - 90;
    const double low = s.setup.speedController.lowUs - 120;
    const double high = s.setup.speedController.highUs + 40;
    const auto x = [&](double us) { return left + std::clamp((us - low) / (high - low), 0.0, 1.0) * (right - left); };
    const double top = area.top() + 40;
    std::vector<const ModeFigures*> modes;
    for (const ModeFigures& m : f.modes)
        if (m.id != kHoldMode) modes.push_back(&m);
    const double step = std::min(42.0, (area.height() - 84) / std::max<double>(1.0, static_cast<double>(modes.size())));
    const double bottom = top + step * static_cast<double>(modes.size());
    p.fillRect(QRectF(x(f.motorOffUs.value), top, right - x(f.motorOffUs.value), bottom - top),
               QBrush(Theme::over(t.sheet, t.danger, 0.30), Qt::BDiagPattern));
    p.fillRect(QRectF(x(f.motorOffUs.value) - 1, top - 10, 2, bottom - top + 10), t.danger);
    drawText(p, {x(f.motorOffUs.value) + 6, top - 3}, words(say(KH_TR("motor off up to {o} µs"), {{"o", num(f.motorOffUs.value)}})),
             Theme::font(12, true), t.danger);
    double y = top + 6;
    for (const ModeFigures* m : modes) {
        const double throttle = m->heldThrottlePct.value;
        const double us = m->heldUs.value;
        const bool off = m->heldOff;
        const QString name = QString::fromStdString(m->name);
        drawText(p, {left - 10 - textWidth(name, Theme::font(13, !off)), y + step / 2}, name, Theme::font(13, !off),
                 off ? t.ink : t.danger);
        p.fillRect(QRectF(left, y, std::max(3.0, x(us) - left), step - 12), off ? t.pass : t.danger);
        const QString text = words(say(KH_TR("{u} µs"), {{"u", num(us)}}));
        if (off) {
            drawTick(p, {x(us) + 18, y + step / 2 - 6}, t.pass);
            p.fillRect(QRectF(x(us) + 28, y + 2, textWidth(text, Theme::font(13, true)) + 8, step - 16), t.sheet);
            drawText(p, {x(us) + 30, y + step / 2 - 1}, text, Theme::font(13, true), t.pass);
        } else {
            drawText(p, {right + 8, y + step / 2 + 2}, words(say(KH_TR("{t} %"), {{"t", num(throttle, 1)}})), Theme::font(22, true),
                     t.danger);
            drawText(p, {left + 12, y + step / 2 - 1}, words(KH_TR("hold does not act here")), Theme::font(13, true), t.sheet);
        }
        y += step;
    }
    for (const double pct : {0.0, 25.0, 50.0, 75.0, 100.0}) {
        const double us = s.setup.speedController.lowUs + pct / 100.0 * (s.setup.speedController.highUs - s.setup.speedController.lowUs);
        const QString text = words(say(KH_TR("{p}"), {{"p", num(pct)}}));
        vline(p, x(us), bottom, bottom + 5, t.muted);
        drawText(p, {x(us) - textWidth(text, Theme::font(12)) / 2, bottom + 19}, text, Theme::font(12), t.transmitter);
        const QString pulse = words(say(KH_TR("{p}"), {{"p", num(us)}}));
        drawText(p, {x(us) - textWidth(pulse, Theme::font(12)) / 2, bottom + 35}, pulse, Theme::font(12), t.ink);
    }
    drawText(p, {area.left(), bottom + 19}, words(KH_TR("throttle, %")), Theme::font(12), t.transmitter);
    drawText(p, {area.left(), bottom + 35}, words(KH_TR("pulse, µs")), Theme::font(12), t.ink);
}

void paintHeadSpeeds(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    const Figures& f = s.evaluation.figures;
    drawTitle(p, area, KH_TR("Head speed"), words(KH_TR("of each mode against what the pack gives")));
    double most = 500;
    for (const ModeFigures& m : f.modes) most = std::max(most, m.headRpm.value);
    if (f.availableRpm.known) most = std::max(most, f.availableRpm.value);
    if (s.setup.machine.rotor.bladeMaxRpm) most = std::max(most, *s.setup.machine.rotor.bladeMaxRpm);
    most *= 1.06;
    const double left = area.left() + 84;
    const double right = area.right() - 74;
    const double top = area.top() + 58;
    const auto x = [&](double rpm) { return left + rpm / most * (right - left); };
    std::vector<const ModeFigures*> modes;
    for (const ModeFigures& m : f.modes)
        if (m.id != kHoldMode) modes.push_back(&m);
    const double step = 34;
    const double bottom = top + step * static_cast<double>(modes.size());
    if (f.ceilingRpm.known) {
        p.fillRect(QRectF(x(f.ceilingRpm.value), top - 6, right - x(f.ceilingRpm.value), bottom - top + 6),
                   QBrush(Theme::over(t.sheet, t.warning, 0.30), Qt::BDiagPattern));
        p.fillRect(QRectF(x(f.ceilingRpm.value) - 1, top - 6, 2, bottom - top + 6), t.warning);
        const QString text = words(say(KH_TR("{n} rpm: 88 % of what the end of the pack gives"), {{"n", num(f.ceilingRpm.value)}}));
        drawText(p, {std::min(x(f.ceilingRpm.value), area.right() - textWidth(text, Theme::font(12))), top - 12}, text, Theme::font(12),
                 t.warning);
    } else {
        drawText(p, {left, top - 12}, words(KH_TR("Enter Kv and teeth to see what the pack gives.")), Theme::font(12), t.muted);
    }
    if (const auto limit = s.setup.machine.rotor.bladeMaxRpm) {
        p.fillRect(QRectF(x(*limit) - 1, top - 6, 2, bottom - top + 16), t.danger);
        const QString text = words(say(KH_TR("blade limit {l}"), {{"l", num(*limit)}}));
        drawText(p,
                 {std::min(x(*limit) - textWidth(text, Theme::font(12, true)) / 2, area.right() - textWidth(text, Theme::font(12, true))),
                  bottom + 40},
                 text, Theme::font(12, true), t.danger);
    }
    double y = top;
    for (const ModeFigures* m : modes) {
        const bool flown = s.trace.mode == m->id;
        const QString name = QString::fromStdString(m->name);
        drawText(p, {left - 10 - textWidth(name, Theme::font(13, flown)), y + 15}, name, Theme::font(13, flown), t.ink);
        if (!m->headRpm.known) {
            drawText(p, {left + 6, y + 15}, words(KH_TR("not known")), Theme::font(13), t.muted);
        } else {
            p.fillRect(QRectF(left, y + 2, x(m->headRpm.value) - left, 18), flown ? t.machine : Theme::over(t.sheet, t.machine, 0.45));
            const QString rpm = words(say(KH_TR("{n}"), {{"n", num(m->headRpm.value)}}));
            p.fillRect(QRectF(x(m->headRpm.value) + 5, y + 2, textWidth(rpm, Theme::font(13, true)) + 6, 18), t.sheet);
            drawText(p, {x(m->headRpm.value) + 8, y + 16}, rpm, Theme::font(13, true), t.ink);
        }
        y += step;
    }
    hairline(p, left, bottom, right, t.muted);
    for (double rpm = 0; rpm <= most; rpm += 500) {
        vline(p, x(rpm), bottom, bottom + 5, t.muted);
        const QString text = words(say(KH_TR("{n}"), {{"n", num(rpm)}}));
        drawText(p, {x(rpm) - textWidth(text, Theme::font(12)) / 2, bottom + 20}, text, Theme::font(12), t.muted);
    }
    drawText(p, {right + 12, bottom + 20}, QStringLiteral("rpm"), Theme::font(12), t.muted);
}

void paintPinionTable(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    drawTitle(p, area, KH_TR("Pinions"), words(KH_TR("what each would give; at most 88 % of the end of the pack for the fastest mode")));
    if (s.evaluation.figures.pinions.empty()) {
        drawText(p, {area.left(), area.top() + 44}, words(KH_TR("Kv, main gear and pinion are needed first.")), Theme::font(13), t.muted);
        return;
    }
    const std::array<double, 5> columns{0, 110, 220, 340, 460};
    const std::array<const char*, 5> heads{KH_TR("teeth"), KH_TR("ratio"), KH_TR("fresh, rpm"), KH_TR("end of pack, rpm"),
                                           KH_TR("for the fastest")};
    for (std::size_t i = 0; i < 5; ++i)
        drawText(p, {area.left() + columns[i] * area.width() / 570, area.top() + 40}, words(heads[i]), Theme::font(12), t.muted);
    hairline(p, area.left(), area.top() + 47, area.right(), t.muted);
    double y = area.top() + 66;
    for (const PinionFigures& f : s.evaluation.figures.pinions) {
        const bool over = f.openingPct.value > kOpeningWarnPct;
        const bool beyond = f.openingPct.value > 100.0;
        if (f.fitted) p.fillRect(QRectF(area.left() - 6, y - 15, area.width() + 12, 21), Theme::selectionTint());
        const QColor colour = beyond ? t.danger : over ? t.warning : t.ink;
        const std::array<QString, 5> cells{
            words(say("{v}", {{"v", num(f.teeth)}})), words(say("{v}", {{"v", num(f.ratio.value, 2)}})),
            words(say("{v}", {{"v", num(f.freshRpm.value)}})), words(say("{v}", {{"v", num(f.endRpm.value)}})),
            f.openingPct.known ? words(say("{v} %", {{"v", num(f.openingPct.value)}})) : QStringLiteral("–")};
        for (std::size_t i = 0; i < 5; ++i)
            drawText(p, {area.left() + columns[i] * area.width() / 570, y}, cells[i], Theme::font(13, f.fitted), i == 4 ? colour : t.ink);
        if (over)
            drawMark(p, beyond ? Severity::Danger : Severity::Warning, {area.left() + columns[4] * area.width() / 570 + 56, y - 5}, 8);
        hairline(p, area.left(), y + 7, area.right(), t.rule);
        y += 24;
        if (y > area.bottom()) break;
    }
}

}  // namespace kh::paint
