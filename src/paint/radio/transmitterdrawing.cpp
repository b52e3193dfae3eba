// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "judge/modechecks.h"
#include "model/amounts.h"
#include "model/monitor.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"

#include <QPainterPath>
#include <array>
#include <cmath>

namespace kh::paint {

namespace {

constexpr double kBodyTop = 106;  ///< of the transmitter's case, under its switches and their words

}  // namespace

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

int placeAt(const SwitchSpot& spot, double y) {
    const double share = (y - spot.track.top() - 6) / (spot.track.height() - 12);
    return 1 + static_cast<int>(std::lround(std::clamp(share, 0.0, 1.0) * (spot.profile->places - 1)));
}

void drawTransmitterCase(QPainter& p, QRectF c, const std::array<QPointF, 2>& sticks) {
    const Tokens& t = Theme::tokens();
    const double left = c.left(), top = c.top(), w = c.width(), h = c.height();
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
    for (std::size_t i = 0; i < sticks.size(); ++i) {
        const QRectF stick(left + w * (i == 0 ? 0.13 : 0.65), top + 26, w * 0.22, w * 0.22);
        p.setBrush(t.sheet);
        p.drawRoundedRect(stick, 4, 4);
        p.setPen(QPen(t.rule, 1));
        p.drawLine(QPointF(stick.left() + 4, stick.center().y()), QPointF(stick.right() - 4, stick.center().y()));
        p.drawLine(QPointF(stick.center().x(), stick.top() + 4), QPointF(stick.center().x(), stick.bottom() - 4));
        const QPointF knob = stick.center() + QPointF(sticks[i].x() * (stick.width() / 2 - 9), -sticks[i].y() * (stick.height() / 2 - 9));
        p.setPen(QPen(t.transmitter, 2));
        p.drawLine(stick.center(), knob);
        p.setBrush(t.sheet);
        p.drawEllipse(knob, 6, 6);
        p.setPen(QPen(t.machine, 1.6));
    }
}

void paintTransmitter(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const bool posing = !s.posedSwitches.empty();
    drawTitle(p, area, posing ? KH_TR("Switches, posed") : KH_TR("Switches"),
              words(posing               ? KH_TR("only drawn, nothing is sent")
                    : s.switchesOffered  ? KH_TR("click the place it answers to; Shift: together with the one before")
                    : area.width() > 460 ? KH_TR("click: move it on the deck; Shift: the chosen function answers to it")
                                         : KH_TR("click one to move it on the deck")));
    const double w = std::min(area.width() - 40, 430.0);
    const double left = area.center().x() - w / 2;
    const double top = area.top() + kBodyTop;
    const double h = std::min(area.height() - kBodyTop - 14, 170.0);
    const int mode = s.setup.transmitter.stickMode;
    const Sticks& d = s.deck.sticks;
    std::array<QPointF, 2> sticks;
    for (const bool leftBox : {true, false}) {
        const double across = leftBox ? (mode <= 2 ? d.rudder : d.aileron) : (mode <= 2 ? d.aileron : d.rudder);
        const double up =
            leftBox ? (mode == 1 || mode == 3 ? d.elevator : d.collective) : (mode == 1 || mode == 3 ? d.collective : d.elevator);
        sticks[leftBox ? 0 : 1] = {across, up};
    }
    drawTransmitterCase(p, QRectF(left, top, w, h), sticks);
    const QRectF screen(left + w * 0.40, top + 34, w * 0.20, 50);
    p.setBrush(t.sheet);
    p.drawRect(screen);
    p.setFont(Theme::font(13, true));
    p.setPen(t.ink);
    p.drawText(screen.adjusted(0, 3, 0, -24), Qt::AlignCenter, shown(s.trace.modeName));
    p.setPen(t.transmitter);
    p.drawText(screen.adjusted(0, 24, 0, -3), Qt::AlignCenter,
               words(say(KH_TR("{v}"), {{"v", amount(s.setup, throttlePath(s.setup.transmitter), s.trace.now.throttlePct)}})));
    for (const SwitchSpot& spot : switchSpots(area, s.setup.transmitter.profile)) {
        const SwitchProfile& profile = *spot.profile;
        const bool posed = s.posedSwitches.count(profile.id) != 0;
        const QColor colour = posed ? t.danger : posing ? t.muted : t.transmitter;
        const int place = placeOf(s.setup.transmitter, s.deck, profile.id);
        const QRectF& track = spot.track;
        const double x = track.center().x();
        if (s.switchesOffered) {
            p.setPen(QPen(t.transmitter, 1.6));
            p.setBrush(Theme::selectionTint());
            p.drawRoundedRect(track.adjusted(-6, -4, 6, 4), 4, 4);
        }
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
        centred(shown(profile.id), track.top() - 22, Theme::font(13, true), posed ? t.danger : posing ? t.muted : t.ink);
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

void paintChannelBars(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    drawTitle(p, area, KH_TR("Channels"),
              words(say(KH_TR("pulse from {t}, as {c} reads it; diamond: failsafe, tick: limit"),
                        {{"t", s.setup.transmitter.profile->name}, {"c", s.setup.controller.profile->name}})));
    const double labels = 96;
    const double left = area.left() + labels;
    const double right = area.right() - 150;
    const double centre = s.setup.transmitter.profile->centreUs;
    const double half = s.setup.transmitter.profile->usPerPct * 125.0;
    const auto x = [&](double us) { return left + (us - centre + half) / (2 * half) * (right - left); };
    struct Sent {
        int number;
        std::string id;
    };
    std::vector<Sent> ordered;  // a stick's, or one that switches work and the machine answers by itself
    for (const ChannelSettings& c : s.setup.transmitter.channels) ordered.push_back({c.number, c.id});
    for (const FunctionChannel& c : s.setup.transmitter.functionChannels)
        if (s.setup.machine.aircraft.of().find(c.id)) ordered.push_back({c.number, c.id});
    std::sort(ordered.begin(), ordered.end(), [](const auto& a, const auto& b) { return a.number < b.number; });
    const double step = std::min(30.0, (area.height() - 58) / std::max<double>(1.0, static_cast<double>(ordered.size())));
    double y = area.top() + 38;
    for (const double pct : {-100.0, 0.0, 100.0}) {
        const double us = centre + pct * s.setup.transmitter.profile->usPerPct;
        vline(p, x(us), area.top() + 28, y + step * static_cast<double>(ordered.size()) - 6, t.rule);
        const QString text = words(say(KH_TR("{u}"), {{"u", num(us)}}));
        drawText(p, {x(us) - textWidth(text, Theme::font(12)) / 2, y + step * static_cast<double>(ordered.size()) + 8}, text,
                 Theme::font(12), t.muted);
    }
    drawText(p, {right + 14, y + step * static_cast<double>(ordered.size()) + 8}, QStringLiteral("µs"), Theme::font(12), t.muted);
    for (const Sent& c : ordered) {
        const auto f = s.setup.machine.aircraft.of().find(c.id);
        if (!f) continue;
        const ChannelInstant& now = s.trace.now.channels[indexOf(*f)];
        if (c.id == s.channel) p.fillRect(QRectF(area.left() - 8, y - step / 2 + 1, area.width() + 16, step - 2), Theme::selectionTint());
        double tx = drawText(p, {area.left(), y + 5}, QString::number(c.number), Theme::font(13, true), t.transmitter) + 8;
        drawText(p, {tx, y + 5}, words(c.id.c_str()), Theme::font(13), t.ink);
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
        const QString reading = words(onMonitor(s.setup.controller.profile, c.id, now.readingPct));
        drawText(p, {area.right() - textWidth(reading, Theme::font(13)), y + 5}, reading, Theme::font(13), t.controller);
        y += step;
    }
}

}  // namespace kh::paint
