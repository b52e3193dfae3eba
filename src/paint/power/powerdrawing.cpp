// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "model/helicopter/helicopter.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "stations/power/powerfigures.h"

#include <QPainterPath>
#include <cmath>

namespace kh::paint {

namespace {

/// What suits the flown mode and what bounds it; where nothing is wanted there, what the drawing is of.
QString aboutSpeeds(const Scene& s) {
    const Figures& f = s.evaluation.figures;
    for (std::size_t i = 0; i < f.modes.size() && i < f.of<PowerFigures>().modes.size(); ++i) {
        const SpeedRange& r = f.of<PowerFigures>().modes[i].range;
        if (s.trace.mode != f.modes[i].id || !r.known) continue;
        return words(r.empty() ? say(KH_TR("none suits {m}: {a} from {x}, {b} to {y} rpm"),
                                     {{"m", f.modes[i].name}, {"a", r.lowBy}, {"x", num(r.low)}, {"b", r.highBy}, {"y", num(r.high)}})
                               : say(KH_TR("{m} suits {x} … {y} rpm: {a}; {b}"),
                                     {{"m", f.modes[i].name}, {"a", r.lowBy}, {"x", num(r.low)}, {"b", r.highBy}, {"y", num(r.high)}}));
    }
    return words(s.setup.machine.power.kind == PowerKind::Engine ? KH_TR("of each mode against what the blades bear")
                                                                 : KH_TR("of each mode against what the pack gives"));
}

}  // namespace

void paintHeadSpeeds(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    const Figures& f = s.evaluation.figures;
    const bool engine = s.setup.machine.power.kind == PowerKind::Engine;
    drawTitle(p, area, KH_TR("Head speed"), aboutSpeeds(s));
    double most = 500;
    for (const ModeFigures& m : f.modes) most = std::max(most, m.headRpm.value);
    if (f.of<PowerFigures>().availableRpm.known) most = std::max(most, f.of<PowerFigures>().availableRpm.value);
    if (helicopter(s.setup).rotor.bladeMaxRpm) most = std::max(most, *helicopter(s.setup).rotor.bladeMaxRpm);
    most *= 1.06;
    const double left = area.left() + 84;
    const double right = area.right() - 130;  // beside it what the blades see
    const double top = area.top() + 52;
    const auto x = [&](double rpm) { return left + rpm / most * (right - left); };
    std::vector<const ModeFigures*> modes;
    for (const ModeFigures& m : f.modes)
        if (m.id != kHoldMode) modes.push_back(&m);
    const double step = std::clamp((area.height() - 100.0) / std::max<double>(1.0, static_cast<double>(modes.size())), 22.0, 34.0);
    const double bottom = top + step * static_cast<double>(modes.size());
    if (f.of<PowerFigures>().ceilingRpm.known) {
        p.fillRect(
            QRectF(x(f.of<PowerFigures>().ceilingRpm.value), top - 6, right - x(f.of<PowerFigures>().ceilingRpm.value), bottom - top + 6),
            QBrush(Theme::over(t.sheet, t.warning, 0.30), Qt::BDiagPattern));
        p.fillRect(QRectF(x(f.of<PowerFigures>().ceilingRpm.value) - 1, top - 6, 2, bottom - top + 6), t.warning);
        const QString text =
            words(say(KH_TR("{n} rpm: 88 % of what the end of the pack gives"), {{"n", num(f.of<PowerFigures>().ceilingRpm.value)}}));
        drawText(p, {std::min(x(f.of<PowerFigures>().ceilingRpm.value), right - 4 - textWidth(text, Theme::font(12))), top - 12}, text,
                 Theme::font(12), t.warning);
    } else if (!engine) {
        drawText(p, {left, top - 12}, words(KH_TR("Enter Kv and teeth to see what the pack gives.")), Theme::font(12), t.muted);
    }
    if (const auto limit = helicopter(s.setup).rotor.bladeMaxRpm) {
        p.fillRect(QRectF(x(*limit) - 1, top - 6, 2, bottom - top + 16), t.danger);
        const QString text = words(say(KH_TR("blade limit {l}"), {{"l", num(*limit)}}));
        drawText(p,
                 {std::min(x(*limit) - textWidth(text, Theme::font(12, true)) / 2, area.right() - textWidth(text, Theme::font(12, true))),
                  bottom + 36},
                 text, Theme::font(12, true), t.danger);
    }
    double y = top;
    for (const ModeFigures* m : modes) {
        const bool flown = s.trace.mode == m->id;
        const QString name = shown(m->name);
        drawText(p, {left - 10 - textWidth(name, Theme::font(13, flown)), y + 15}, name, Theme::font(13, flown), t.ink);
        if (!m->headRpm.known) {
            drawText(p, {left + 6, y + 15}, words(KH_TR("not known")), Theme::font(13), t.muted);
        } else {
            p.fillRect(QRectF(left, y + 2, x(m->headRpm.value) - left, 18), flown ? t.machine : Theme::over(t.sheet, t.machine, 0.45));
            const QString rpm = words(say(KH_TR("{n}"), {{"n", num(m->headRpm.value)}}));
            p.fillRect(QRectF(x(m->headRpm.value) + 5, y + 2, textWidth(rpm, Theme::font(13, true)) + 6, 18), t.sheet);
            drawText(p, {x(m->headRpm.value) + 8, y + 16}, rpm, Theme::font(13, true), t.ink);
        }
        const SpeedRange& range = f.of<PowerFigures>().modes[static_cast<std::size_t>(m - f.modes.data())].range;
        if (range.known && !range.empty()) {  // what suits, beneath the bar
            p.fillRect(QRectF(x(range.low), y + 20, x(range.high) - x(range.low), 2), t.transmitter);
            for (const double end : {range.low, range.high}) p.fillRect(QRectF(x(end) - 1, y + 17, 2, 5), t.transmitter);
        }
        if (m->tipSpeed.known) {
            const auto limit = helicopter(s.setup).rotor.bladeMaxRpm;
            const bool over = limit && m->headRpm.known && m->headRpm.value > *limit;
            const QString tips =
                limit && m->headRpm.known
                    ? words(say(KH_TR("{v} m/s, {p} %"), {{"v", num(m->tipSpeed.value)}, {"p", num(100.0 * m->headRpm.value / *limit)}}))
                    : words(say(KH_TR("{v} m/s"), {{"v", num(m->tipSpeed.value)}}));
            drawText(p, {right + 12, y + 15}, tips, Theme::font(13), over ? t.danger : t.ink, area.right());
        }
        y += step;
    }
    drawText(p, {right + 12, top - 12}, words(KH_TR("tips, % of limit")), Theme::font(12), t.muted, area.right());
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
    if (s.setup.machine.power.kind == PowerKind::Engine) {
        drawTitle(p, area, KH_TR("Gearing"), {});
        drawText(p, {area.left(), area.top() + 44}, words(KH_TR("An engine's gearing is what it is: the rows name it.")), Theme::font(13),
                 t.muted);
        return;
    }
    drawTitle(p, area, KH_TR("Pinions"), words(KH_TR("what each would give; at most 88 % of the end of the pack for the fastest mode")));
    if (s.evaluation.figures.of<PowerFigures>().pinions.empty()) {
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
    for (const PinionFigures& f : s.evaluation.figures.of<PowerFigures>().pinions) {
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
        y += 23;
        if (y > area.bottom()) break;
    }
}

}  // namespace kh::paint
