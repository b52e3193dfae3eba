// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is left after each step of a plan, one bar a finding.
#include "model/names.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"

#include <algorithm>

namespace kh::paint {

void paintStaircase(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    drawTitle(p, area, KH_TR("Left after each step"), words(KH_TR("dangers and warnings")));
    if (s.plan == nullptr || (s.plan->steps.empty() && s.plan->left.empty())) return;
    const Plan& plan = *s.plan;
    if (const std::size_t notes = s.evaluation.count(Severity::Note); notes > 0) {
        const QString stay = words(say(KH_TR("{n} notes stay: yours to choose"), {{"n", num(static_cast<double>(notes))}}));
        const double w = textWidth(stay, Theme::font(12));
        drawMark(p, Severity::Note, {area.right() - w - 10, area.top() + 12}, 7);
        drawText(p, {area.right() - w, area.top() + 16}, stay, Theme::font(12), Theme::severity(Severity::Note));
    }
    const std::size_t columns = plan.steps.size() + 1;
    const double foot = area.bottom() - 34;
    const double top = area.top() + 46;
    const double step = std::min(96.0, area.width() / static_cast<double>(columns));
    const std::size_t most = std::max<std::size_t>(1, plan.dangers + plan.warnings);
    const double bar = std::min(10.2, (foot - top) / static_cast<double>(most));
    bool hands = false;
    for (std::size_t i = 0; i < columns; ++i) {
        const double x = area.left() + step * static_cast<double>(i);
        const std::size_t dangers = i == 0 ? plan.dangers : plan.steps[i - 1].dangers;
        const std::size_t warnings = i == 0 ? plan.warnings : plan.steps[i - 1].warnings;
        if (i > 0 && plan.steps[i - 1].byHand && !hands) {
            hands = true;
            const double end = area.left() + step * static_cast<double>(columns);
            p.fillRect(QRectF(x, top - 20, end - x, foot - top + 20), QBrush(Theme::over(t.sheet, t.machine, 0.12), Qt::BDiagPattern));
            p.fillRect(QRectF(x - 1, top - 20, 2, foot - top + 20), t.machine);
            const QString told = words(KH_TR("by hand: as expected"));
            p.fillRect(QRectF(x + 4, top - 16, textWidth(told, Theme::font(12)) + 6, 16), t.sheet);
            drawText(p, {x + 6, top - 4}, told, Theme::font(12), t.ink);
        }
        double y = foot;
        const auto stack = [&](std::size_t n, const QColor& colour) {
            for (std::size_t k = 0; k < n; ++k) {
                y -= bar;
                const QRectF one(x + 5, y + 1, step - 12, bar - 2);
                if (hands) {
                    p.setPen(QPen(colour, 1));
                    p.setBrush(t.sheet);
                    p.drawRect(one.adjusted(0, 0, -1, -1));
                } else {
                    p.fillRect(one, colour);
                }
            }
        };
        stack(dangers, t.danger);
        stack(warnings, t.warning);
        if (i == s.planStep + 1 && !plan.steps.empty()) {
            p.setPen(QPen(t.ink, 2));
            p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(x + 2, y - 3, step - 6, foot - y + 3));
        }
        if (dangers + warnings == 0) {
            drawTick(p, {x + 12, foot - 12}, t.pass);
            drawText(p, {x + 22, foot - 7}, words(KH_TR("none")), Theme::font(12, true), t.pass);
        } else {
            double tx = x + 6;
            for (const auto& [severity, n] : {std::pair(Severity::Danger, dangers), std::pair(Severity::Warning, warnings)}) {
                if (n == 0) continue;
                drawMark(p, severity, {tx + 3, y - 10}, 7);
                tx = drawText(p, {tx + 9, y - 6}, words(say(KH_TR("{n}"), {{"n", num(static_cast<double>(n))}})), Theme::font(12, true),
                              Theme::severity(severity)) +
                     7;
            }
        }
        hairline(p, x + 2, foot, x + step - 4, t.muted);
        if (i == 0) {
            drawText(p, {x + 6, foot + 18}, words(KH_TR("now")), Theme::font(12, true), t.ink);
            continue;
        }
        const PlanStep& done = plan.steps[i - 1];
        const QColor colour = done.byHand ? t.machine : Theme::box(done.box);
        const QRectF chip(x + 6, foot + 6, 18, 16);
        p.setPen(QPen(colour, 1.2, done.provisional ? Qt::DashLine : Qt::SolidLine));
        p.setBrush(done.provisional ? t.sheet : colour);
        p.drawRect(chip);
        const QString number = QString::number(i);
        drawText(p, {chip.center().x() - textWidth(number, Theme::font(12, true)) / 2, chip.bottom() - 3}, number, Theme::font(12, true),
                 done.provisional ? colour : t.sheet);
        const QString what = words(fieldBrief(s.setup, done.edits.front().path));
        drawText(p, {chip.right() + 5, chip.bottom() - 3}, QFontMetricsF(Theme::font(12)).elidedText(what, Qt::ElideRight, step - 34),
                 Theme::font(12), t.ink);
    }
}

}  // namespace kh::paint
