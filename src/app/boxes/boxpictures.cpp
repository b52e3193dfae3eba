// SPDX-License-Identifier: GPL-3.0-or-later
//
// Controller, speed controller, servo and receiver as they are described.
#include "app/boxes/boxdrawing.h"
#include "model/amounts.h"
#include "model/monitor.h"
#include "model/names.h"
#include "paint/look/theme.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kPictureMargin = 16;

}  // namespace

void BoxDrawing::drawController(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const auto& c = std::get<ControllerProfile>(draft_().box);
    const QRectF a = caseArea().adjusted(70, -20, -70, 20);
    p.setPen(QPen(t.machine, 1.6));
    p.setBrush(Theme::over(t.sheet, t.controller, 0.10));
    p.drawRoundedRect(a, 8, 8);
    const QFont bold = Theme::font(17, true);
    const QString name = QFontMetricsF(bold).elidedText(shown(c.name), Qt::ElideRight, a.width() - 40);
    drawText(p, {a.center().x() - textWidth(name, bold) / 2, a.top() + 40}, name, bold, t.controller);
    const auto centred = [&](double y, const QString& text) {
        const QFont font = Theme::font(13);
        const QString line = QFontMetricsF(font).elidedText(text, Qt::ElideRight, a.width() - 30);
        drawText(p, {a.center().x() - textWidth(line, font) / 2, y}, line, font, t.ink);
    };
    const Setup s = holding(draft_().box);
    centred(a.top() + 66,
            c.monitor.lamps ? tr("shows lamps, no numbers") : tr("shows %1 for 100 %").arg(words(onMonitor(c, "collective", 100.0))));
    centred(a.top() + 88, tr("wants %1 for its reference").arg(words(kh::show(s, "controller.profile.referenceDeg"))));
    // its ports along the edge the plugs go in
    const std::size_t ports = std::max<std::size_t>(1, c.ports.size());
    const double step = std::min(54.0, (a.width() - 30) / static_cast<double>(ports));
    double x = a.center().x() - step * (static_cast<double>(c.ports.size()) - 1) / 2;
    for (const std::string& port : c.ports) {
        p.setPen(QPen(t.machine, 1.2));
        p.setBrush(t.sheet);
        p.drawRect(QRectF(x - 13, a.bottom() - 30, 26, 30));
        for (int pin = 0; pin < 3; ++pin) p.drawEllipse(QPointF(x, a.bottom() - 24 + 9 * pin), 2, 2);
        const QString label = QFontMetricsF(Theme::font(12)).elidedText(shown(port), Qt::ElideRight, step - 4);
        drawText(p, {x - textWidth(label, Theme::font(12)) / 2, a.bottom() + 16}, label, Theme::font(12), t.ink);
        x += step;
    }
    if (!c.plugMark.empty())
        drawText(p, {kPictureMargin, a.bottom() + 42}, tr("plugs: %1").arg(shown(c.plugMark)), Theme::font(13), t.muted,
                 wide() - kPictureMargin);
}

void BoxDrawing::drawSpeedController(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const auto& e = std::get<SpeedControllerProfile>(draft_().box);
    const QRectF a = caseArea();
    const double low = e.acceptsLowUs, high = e.acceptsHighUs, from = 700, to = 2400;
    const auto at = [&](double us) { return a.left() + a.width() * (std::clamp(us, from, to) - from) / (to - from); };
    const QRectF bar(a.left(), a.top() + 30, a.width(), 26);
    p.setPen(QPen(t.rule, 1));
    p.setBrush(Theme::over(t.sheet, t.danger, 0.10));
    p.drawRect(bar);
    p.setPen(QPen(t.machine, 1.4));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.12));
    p.drawRect(QRectF(at(low), bar.top(), at(high) - at(low), bar.height()));
    const Setup s = holding(draft_().box);
    const auto mark = [&](double us, const QString& text, double dy) {
        p.setPen(QPen(t.machine, 1.4));
        p.drawLine(QPointF(at(us), bar.top() - 6), QPointF(at(us), bar.bottom() + 6));
        const double w = textWidth(text, Theme::font(13));
        drawText(p, {std::clamp(at(us) - w / 2, kPictureMargin, wide() - kPictureMargin - w), bar.bottom() + dy}, text, Theme::font(13),
                 t.ink);
    };
    mark(low, words(kh::show(s, "speedController.profile.acceptsLowUs")), 22);
    mark(high, words(kh::show(s, "speedController.profile.acceptsHighUs")), 22);
    drawText(p, {bar.left(), bar.top() - 12}, tr("pulses it accepts; outside it reads no signal"), Theme::font(13), t.muted);
    drawText(p, {bar.left(), bar.bottom() + 52},
             e.governs
                 ? tr("keeps a head speed; takes %1").arg(words(say(KH_TR("up to {n} cells"), {{"n", num(e.maxCells)}})))
                 : tr("throttle goes straight to the motor; takes %1").arg(words(say(KH_TR("up to {n} cells"), {{"n", num(e.maxCells)}}))),
             Theme::font(13), t.ink, wide() - kPictureMargin);
}

void BoxDrawing::drawServo(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const auto& v = std::get<ServoProfile>(draft_().box);
    const QRectF a = caseArea();
    const QPointF shaft(a.center().x(), a.top() + 110);
    p.setPen(QPen(t.machine, 1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.06));
    p.drawRoundedRect(QRectF(shaft.x() - 40, shaft.y() - 22, 150, 84), 4, 4);
    p.setBrush(t.sheet);
    p.drawEllipse(shaft, 16, 16);
    const double half = v.rangeDeg / 2.0;
    const auto arm = [&](double deg, const QPen& pen) {
        p.setPen(pen);
        const double r = deg * 3.14159265358979 / 180.0;
        p.drawLine(shaft, shaft + QPointF(std::sin(r), -std::cos(r)) * 84.0);
    };
    arm(-half, QPen(t.muted, 1, Qt::DashLine));
    arm(half, QPen(t.muted, 1, Qt::DashLine));
    arm(0, QPen(t.machine, 4));
    p.setPen(QPen(t.muted, 1));
    p.setBrush(Qt::NoBrush);
    p.drawArc(QRectF(shaft - QPointF(70, 70), QSizeF(140, 140)), static_cast<int>((90 - half) * 16), static_cast<int>(v.rangeDeg * 16));
    const Setup s = holding(draft_().box);
    const std::string root = boxRoot(s, BoxKind::Servo);
    double y = a.top() + 204;
    for (const char* key : {"pulseUs", "maxHz", "degPerUs", "deadBandUs"}) {
        const double x = drawText(p, {kPictureMargin, y}, words(factTitle(BoxKind::Servo, key)), Theme::font(13), t.muted) + 10;
        drawText(p, {x, y}, words(kh::show(s, root + key)), Theme::font(13, true), t.ink, wide() - kPictureMargin);
        y += 21;
    }
}

void BoxDrawing::drawReceiver(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const auto& r = std::get<ReceiverProfile>(draft_().box);
    const QRectF a = caseArea().adjusted(90, -10, -90, 0);
    p.setPen(QPen(t.machine, 1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.06));
    p.drawRoundedRect(a, 6, 6);
    const double step = (a.width() - 24) / std::max(1, r.outputs);
    for (int i = 0; i < r.outputs; ++i) {
        const double x = a.left() + 12 + step * (i + 0.5);
        p.setPen(QPen(t.machine, 1));
        p.setBrush(t.sheet);
        for (int pin = 0; pin < 3; ++pin) p.drawEllipse(QPointF(x, a.bottom() - 14 - 9 * pin), 2, 2);
        if (r.outputs <= 16) {
            const QString label = QString::number(i + 1);
            drawText(p, {x - textWidth(label, Theme::font(12)) / 2, a.bottom() - 42}, label, Theme::font(12), t.muted);
        }
    }
    const Setup s = holding(draft_().box);
    drawText(p, {kPictureMargin, a.bottom() + 28}, tr("without a signal: %1").arg(words(kh::show(s, "machine.receiver.failsafe"))),
             Theme::font(13), t.ink, wide() - kPictureMargin);
}

}  // namespace kh::app
