// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "judge/modechecks.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"

#include <QPainterPath>
#include <cmath>

namespace kh::paint {

void paintHoldBars(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    const bool engine = s.setup.machine.power.kind == PowerKind::Engine;
    const bool holds = s.setup.machine.aircraft.of().holds;
    drawTitle(p, area,
              !holds   ? KH_TR("Throttle pulse with cut on")
              : engine ? KH_TR("Pulse at the throttle servo with hold on")
                       : KH_TR("Pulse at the speed controller with hold on"),
              words(holds ? KH_TR("collective low") : KH_TR("throttle low")));
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
    // beyond it the motor may run, or the clutch grips
    const auto& clutch = s.setup.machine.power.clutchPct;
    const double offUs =
        !engine  ? f.motorOffUs.value
        : clutch ? s.setup.speedController.lowUs + *clutch / 100.0 * (s.setup.speedController.highUs - s.setup.speedController.lowUs)
                 : s.setup.speedController.lowUs;
    p.fillRect(QRectF(x(offUs), top, right - x(offUs), bottom - top), QBrush(Theme::over(t.sheet, t.danger, 0.30), Qt::BDiagPattern));
    p.fillRect(QRectF(x(offUs) - 1, top - 10, 2, bottom - top + 10), t.danger);
    drawText(p, {x(offUs) + 6, top - 3},
             words(!engine  ? say(KH_TR("motor off up to {o} µs"), {{"o", num(offUs)}})
                   : clutch ? say(KH_TR("clutch grips from {c}"), {{"c", amount(s.setup, "machine.power.clutchPct"_field, *clutch)}})
                            : say(KH_TR("where the clutch grips is not known"))),
             Theme::font(12, true), t.danger);
    double y = top + 6;
    for (const ModeFigures* m : modes) {
        const double throttle = m->heldThrottlePct.value;
        const double us = m->heldUs.value;
        const bool off = m->held != MotorState::MayRun;
        const QString name = shown(m->name);
        drawText(p, {left - 10 - textWidth(name, Theme::font(13, !off)), y + step / 2}, name, Theme::font(13, !off),
                 off ? t.ink : t.danger);
        p.fillRect(QRectF(left, y, std::max(3.0, x(us) - left), step - 12), off ? t.pass : t.danger);
        const QString text = words(say(KH_TR("{u} µs"), {{"u", num(us)}}));
        if (off) {
            drawTick(p, {x(us) + 18, y + step / 2 - 6}, t.pass);
            const QString shownText = m->held == MotorState::Idle ? words(say(KH_TR("idle, {u} µs"), {{"u", num(us)}})) : text;
            p.fillRect(QRectF(x(us) + 28, y + 2, textWidth(shownText, Theme::font(13, true)) + 8, step - 16), t.sheet);
            drawText(p, {x(us) + 30, y + step / 2 - 1}, shownText, Theme::font(13, true), t.pass);
        } else {
            drawText(p, {right + 8, y + step / 2 + 2},
                     words(say(KH_TR("{t}"), {{"t", amount(s.setup, throttlePath(s.setup.transmitter), throttle)}})), Theme::font(22, true),
                     t.danger);
            const QString told = words(m->holdActs ? KH_TR("the motor may run")
                                       : holds     ? KH_TR("hold does not act here")
                                                   : KH_TR("cut does not act here"));
            const double wide = textWidth(told, Theme::font(13, true));
            const bool inside = x(us) - left >= wide + 20;  // else beside its bar, on a ground of its own
            if (!inside) p.fillRect(QRectF(x(us) + 6, y + 2, wide + 8, step - 16), t.sheet);
            drawText(p, {inside ? left + 12 : x(us) + 10, y + step / 2 - 1}, told, Theme::font(13, true), inside ? t.sheet : t.danger);
        }
        y += step;
    }
    for (const double pct : {0.0, 25.0, 50.0, 75.0, 100.0}) {
        const double us = s.setup.speedController.lowUs + pct / 100.0 * (s.setup.speedController.highUs - s.setup.speedController.lowUs);
        const QString text = words(say(KH_TR("{p}"), {{"p", bare(amount(s.setup, throttlePath(s.setup.transmitter), pct))}}));
        vline(p, x(us), bottom, bottom + 5, t.muted);
        drawText(p, {x(us) - textWidth(text, Theme::font(12)) / 2, bottom + 19}, text, Theme::font(12), t.transmitter);
        const QString pulse = words(say(KH_TR("{p}"), {{"p", num(us)}}));
        drawText(p, {x(us) - textWidth(pulse, Theme::font(12)) / 2, bottom + 35}, pulse, Theme::font(12), t.ink);
    }
    drawText(p, {area.left(), bottom + 19}, words(KH_TR("throttle, %")), Theme::font(12), t.transmitter);
    drawText(p, {area.left(), bottom + 35}, words(KH_TR("pulse, µs")), Theme::font(12), t.ink);
}

}  // namespace kh::paint
