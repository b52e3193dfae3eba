// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/deck/deck.h"
#include "app/deck/deckparts.h"
#include "base/conventions.h"
#include "paint/look/theme.h"

#include <QPainter>
#include <QPainterPath>
#include <cmath>
#include <utility>

namespace kh::app {

using namespace paint;

namespace {

/// A stage's note where it is too wide for one line.
std::pair<QString, QString> onTwoLines(const QString& note, double width) {
    if (const qsizetype comma = note.indexOf(QStringLiteral(", ")); comma >= 0) return {note.left(comma), note.mid(comma + 2)};
    qsizetype end = note.lastIndexOf(QLatin1Char(' '));
    while (end > 0 && textWidth(note.left(end), Theme::font(12)) > width) end = note.lastIndexOf(QLatin1Char(' '), end - 1);
    if (end <= 0) return {note, QString()};
    return {note.left(end), note.mid(end + 1)};
}

}  // namespace

void DeckView::paintStick(QPainter& p, int box) const {
    const Tokens& t = Theme::tokens();
    const QRectF r = stickRect(box);
    const StickAxes axes = boxAxes(box);
    const Sticks& s = workspace_.deck().sticks;
    p.setRenderHint(QPainter::Antialiasing, false);
    const bool focused = hasFocus() && focus_ == box;
    p.setPen(QPen(focused ? t.transmitter : t.muted, focused ? 2 : 1));
    p.setBrush(t.sheet);
    p.drawRoundedRect(r, 2, 2);
    const QPointF c = r.center();
    hairline(p, r.left() + 1, c.y(), r.right(), t.rule);
    vline(p, c.x(), r.top() + 1, r.bottom(), t.rule);
    p.setPen(QPen(t.muted, 1));
    for (int i = 0; i <= 8; ++i) {
        const double at = r.left() + 6 + (r.width() - 12) * i / 8.0;
        p.drawLine(QPointF(at, r.bottom() - (i % 4 == 0 ? 5 : 3)), QPointF(at, r.bottom() - 1));
        const double ay = r.top() + 6 + (r.height() - 12) * i / 8.0;
        p.drawLine(QPointF(r.left() + 1, ay), QPointF(r.left() + (i % 4 == 0 ? 5 : 3), ay));
    }
    p.setRenderHint(QPainter::Antialiasing);
    const double half = r.width() / 2 - 6;
    const bool flip = workspace_.setup().transmitter.collectiveReversed && axes.up.value == &Sticks::collective;
    const QPointF knob = c + QPointF(s.*axes.across.value * half, -(s.*axes.up.value) * half * (flip ? -1 : 1));
    p.setPen(QPen(t.transmitter, 2));
    p.drawLine(c, QPointF(c.x(), knob.y()));
    p.drawLine(QPointF(c.x(), knob.y()), knob);
    p.setBrush(t.sheet);
    p.drawEllipse(knob, 6, 6);
    p.setBrush(t.transmitter);
    p.setPen(Qt::NoPen);
    p.drawEllipse(knob, 2.2, 2.2);
    double x = r.left();
    for (const Axis& a : {axes.across, axes.up}) {
        x = drawText(p, {x, r.bottom() + 17}, words(a.name) + QStringLiteral(" "), Theme::font(12), t.muted);
        x = drawText(p, {x, r.bottom() + 17}, words(say("{v}", {{"v", signedNum(s.*a.value, 2)}})), Theme::font(12, true), t.ink) + 6;
    }
}

void DeckView::paintSwitches(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const auto list = sortedSwitches(workspace_.setup());
    for (std::size_t i = 0; i < list.size(); ++i) {
        const Item* item = this->item(QStringLiteral("switch-") + QString::fromStdString(list[i]->id));
        if (item == nullptr) continue;
        const bool posing = workspace_.pose().on();
        const bool posed = posing && workspace_.pose().switches().count(list[i]->id) != 0;
        const QColor colour = posed ? t.danger : t.transmitter;
        const double x = drawnRect(*item).x() + 20;
        const double y = drawnRect(*item).y();
        const int place = placeOf(workspace_.setup().transmitter, workspace_.deck(), list[i]->id);
        const SwitchWords w = switchWords(workspace_.evaluation(), list[i]->id, place);
        p.setFont(Theme::font(12, true));
        p.setPen(posing && !posed ? t.muted : posed ? t.danger : t.ink);
        p.drawText(QRectF(x - 28, y - 2, 56, 14), Qt::AlignCenter, shown(list[i]->id));
        const QRectF track(x - 3.5, y + 15, 7, 26);
        p.setPen(QPen(t.muted, 1));
        p.setBrush(t.sheet);
        p.drawRoundedRect(track, 3, 3);
        const int places = list[i]->places;
        const double ky = track.top() + 5 + (track.height() - 10) * (places == 1 ? 0 : (place - 1.0) / (places - 1.0));
        for (int k = 0; k < places; ++k) {
            const double tick = track.top() + 5 + (track.height() - 10) * k / std::max(1.0, places - 1.0);
            p.drawLine(QPointF(x - 12, tick), QPointF(x - 7, tick));
        }
        p.setPen(Qt::NoPen);
        p.setBrush(colour);
        p.drawRoundedRect(QRectF(x - 6, ky - 4, 12, 8), 2, 2);
        drawText(p, {x + 11, ky + 4}, w.place, Theme::font(12), colour);
        p.setFont(Theme::font(12));
        p.setPen(t.muted);
        p.drawText(QRectF(x - 30, y + 42, 60, 16), Qt::AlignCenter, w.function);
        if (posed || (hasFocus() && focus_ == static_cast<int>(i) + 2)) {
            p.setPen(QPen(posed ? t.danger : t.transmitter, posed ? 1.4 : 2));
            p.setBrush(Qt::NoBrush);
            p.drawRoundedRect(drawnRect(*item).adjusted(0, -5, 0, -8), 2, 2);
        }
    }
}

void DeckView::paintTrace(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const double right = wide() - 16;
    double x = drawText(p, {kTraceLeft, 20}, tr("Trace "), Theme::font(13), t.muted);
    x = drawText(p, {x, 20}, words(workspace_.tracedName()), Theme::font(13, true), t.ink);
    drawChevron(p, {x + 13, 15}, t.muted);
    const int step = workspace_.repair().step() + 1;
    const bool onPlan = workspace_.repair().shown() && workspace_.pose().on();
    x = drawText(p, {x + 28, 20},
                 onPlan ? (workspace_.pose().after() ? tr("drawn, after step %1").arg(step) : tr("drawn, before step %1").arg(step))
                 : workspace_.tracedEntry() != nullptr && workspace_.trace().state == ChainState::SetUp ? tr("drawn, set-up state")
                                                                                                        : tr("drawn, flying"),
                 Theme::font(12), t.muted);
    if (workspace_.rateModeOn()) x = drawText(p, {x + 8, 20}, tr("rate mode on"), Theme::font(12, true), t.warning);
    if (workspace_.pupilFlies()) x = drawText(p, {x + 8, 20}, tr("the pupil flies"), Theme::font(12, true), t.warning);
    const auto all = workspace_.trace().of(workspace_.tracedFunction());
    const std::vector<std::size_t> shownOnes = shownStages(all, right - kTraceLeft);
    std::vector<const Stage*> stages;
    stages.reserve(shownOnes.size());
    for (const std::size_t i : shownOnes) stages.push_back(all[i]);
    const QFont noteFont = Theme::font(13);
    if (stages.empty()) {
        drawText(p, {kTraceLeft, 60}, tr("The chain cannot be followed; the Proof station says what to correct."), noteFont, t.muted);
        return;
    }
    // the other state of a step that is posed, small beside
    std::vector<const Stage*> others;
    if (const Trace* other = workspace_.otherTrace())
        if (const auto beside = other->of(workspace_.tracedFunction()); beside.size() == all.size())
            for (const std::size_t i : shownOnes) others.push_back(beside[i]);
    std::size_t firstOff = stages.size();
    for (std::size_t i = 0; i < stages.size(); ++i)
        if (stages[i]->off()) {
            firstOff = i;
            break;
        }
    const double w = (right - kTraceLeft) / static_cast<double>(stages.size());
    // the sentence at the right
    const bool posed = workspace_.pose().on();
    const QString key = posed && onPlan && !workspace_.pose().after() ? tr("F5 after")
                        : posed                                       ? tr("F5 release")
                        : workspace_.selectedFinding() >= 0           ? tr("F5 pose")
                                                                      : QString();
    double rx = right - textWidth(key, Theme::font(12));
    drawText(p, {rx, 20}, key, Theme::font(12), t.muted);
    if (!key.isEmpty()) rx -= 14;
    const QString drawn = posed ? tr("only drawn, nothing is sent") : QString();
    if (!drawn.isEmpty()) {
        rx -= textWidth(drawn, noteFont);
        drawText(p, {rx, 20}, drawn, noteFont, t.muted);
        rx -= 14;
    }
    if (firstOff < stages.size()) {
        const Stage& s = *stages[firstOff];
        const Stage& last = *stages.back();
        QString part = s.asked != 0.0
                           ? tr("%1: %2 × what is asked").arg(words(s.name), words(say("{v}", {{"v", num(s.value / s.asked, 2)}})))
                           : tr("%1: %2 where 0 is asked").arg(words(s.name), stageValue(s, s.value));
        if (workspace_.tracedEntry() != nullptr && workspace_.tracedEntry()->source == FunctionSource::Throttle && last.value > 0.0 &&
            last.asked == 0.0)
            part = tr("the rotor is driven");
        rx -= textWidth(part, Theme::font(13, true));
        if (rx > x + 10) drawText(p, {rx, 20}, part, Theme::font(13, true), t.danger);
        const QString lead = firstOff == 0 ? QString() : tr("Level up to the %1; ").arg(words(stages[firstOff - 1]->name));
        if (const double lx = rx - textWidth(lead, noteFont); lx > x + 10) drawText(p, {lx, 20}, lead, noteFont, t.muted);
    } else {
        const QString level = tr("The chain is level: what is asked is done.");
        if (const double lx = rx - textWidth(level, noteFont); lx > x + 10) drawText(p, {lx, 20}, level, noteFont, t.muted);
    }
    // cells
    for (std::size_t i = 0; i < stages.size(); ++i) {
        const Stage& s = *stages[i];
        const double cx = kTraceLeft + w * static_cast<double>(i);
        const bool off = i >= firstOff && s.off();
        const QColor colour = Theme::box(s.box);
        p.fillRect(QRectF(cx, 30, w, kLevelBottom - 30), Theme::over(t.ground, colour, t.boxTint));
        p.fillRect(QRectF(cx, 29.4, w, 2.4), colour);
        if (i > 0 && stages[i - 1]->box == s.box) vline(p, cx, 38, 100, t.rule);
        if (i > 0 && shownOnes[i] > shownOnes[i - 1] + 1)  // what is folded away lies between
            drawText(p, {cx - 4, 104}, QStringLiteral("…"), Theme::font(12), t.muted);
        const QFontMetricsF small(Theme::font(12));
        drawText(p, {cx + 6, 47}, small.elidedText(words(s.name), Qt::ElideRight, w - 8), Theme::font(12),
                 s.box == Box::Machine || s.box == Box::SpeedController ? t.ink : colour);
        if (!s.ports.empty()) {
            double y = 63;
            for (const PortValue& v : s.ports) {
                drawText(p, {cx + 6, y}, QString::fromStdString(v.port), Theme::font(12), t.muted);
                const QString text = words(say("{v}", {{"v", Number{v.value, s.decimals, s.sign}}}));
                const double figures = textWidth(text, Theme::font(12));
                const bool roomy = figures + 44 <= w;  // a narrow cell leaves the unit to the stage's name
                drawText(p, {cx + w - (roomy ? 24 : 4) - figures, y}, text, Theme::font(12), off ? t.danger : t.ink);
                if (roomy) drawText(p, {cx + w - 22, y}, QString::fromUtf8(s.unit), Theme::font(12), t.muted);
                y += s.ports.size() > 3 ? 12 : 14.5;
            }
        } else {
            const double end = drawText(p, {cx + 6, 66}, stageValue(s, s.value), Theme::font(16, true), off ? t.danger : t.ink);
            const QString unit = QString::fromUtf8(s.unit);
            const double at = end + (unit == QStringLiteral("°") ? 0 : 4);
            if (at + textWidth(unit, Theme::font(12)) <= cx + w - 2) drawText(p, {at, 66}, unit, Theme::font(12), t.muted);
            const QString below = off && s.known ? tr("asked %1").arg(stageValue(s, s.asked)) : words(s.note);
            const QString shown = stageValue(s, s.value);
            const QString elsewhere = others.empty() ? shown : stageValue(*others[i], others[i]->value);
            if (elsewhere != shown) {
                const bool after = workspace_.pose().after();
                const auto fits = [&](const QString& text) { return textWidth(text, Theme::font(12)) <= w - 8; };
                const QString beside = after ? tr("before %1").arg(elsewhere) : tr("after %1").arg(elsewhere);
                const QString narrow = (after ? QStringLiteral("← ") : QStringLiteral("→ ")) + elsewhere;  // no half of the line above
                if (fits(below)) drawText(p, {cx + 6, 83}, below, Theme::font(12), t.muted);
                drawText(p, {cx + 6, 98}, fits(beside) ? beside : narrow, Theme::font(12), t.ink);
            } else if (textWidth(below, Theme::font(12)) <= w - 8) {
                drawText(p, {cx + 6, 83}, below, Theme::font(12), t.muted);
            } else if (off) {
                drawText(p, {cx + 6, 83}, tr("asked"), Theme::font(12), t.muted);
                drawText(p, {cx + 6, 98}, stageValue(s, s.asked), Theme::font(12), t.muted);
            } else {  // on two lines: a condition's two parts, else as many words as fit on the first
                const auto [first, second] = onTwoLines(below, w - 8);
                drawText(p, {cx + 6, 83}, small.elidedText(first, Qt::ElideRight, w - 8), Theme::font(12), t.muted);
                drawText(p, {cx + 6, 98}, small.elidedText(second, Qt::ElideRight, w - 8), Theme::font(12), t.muted);
            }
        }
    }
    // the level line: each stage as a share of its full range
    drawText(p, {kTraceLeft - 13, kLevelTop + 5}, QStringLiteral("1"), Theme::font(12), t.muted);
    drawText(p, {kTraceLeft - 13, kLevelBottom + 4}, QStringLiteral("0"), Theme::font(12), t.muted);
    hairline(p, kTraceLeft, kLevelBottom, right, t.rule);
    const double most = others.empty() ? 1.35 : 1.15;  // a second line of text stands above it
    const auto y = [most](double level) { return kLevelBottom - std::clamp(level, 0.0, most) * (kLevelBottom - kLevelTop); };
    p.setRenderHint(QPainter::Antialiasing);
    for (std::size_t i = 0; i < stages.size(); ++i) {
        const double cx = kTraceLeft + w * static_cast<double>(i);
        const QColor colour = i >= firstOff ? t.danger : Theme::box(stages[i]->box);
        const double ly = y(stages[i]->level);
        QColor fill = colour;
        fill.setAlphaF(i >= firstOff ? 0.20F : 0.10F);
        p.fillRect(QRectF(cx, ly, w, kLevelBottom - ly), fill);
        p.setPen(QPen(colour, 2));
        p.drawLine(QPointF(cx, ly), QPointF(cx + w, ly));
        if (i > 0 && std::abs(ly - y(stages[i - 1]->level)) > 0.5) p.drawLine(QPointF(cx, ly), QPointF(cx, y(stages[i - 1]->level)));
        if (i >= firstOff) {
            p.setPen(QPen(t.muted, 1.2, Qt::DashLine));
            p.drawLine(QPointF(cx, y(stages[i]->levelAsked)), QPointF(cx + w, y(stages[i]->levelAsked)));
        }
    }
}

void DeckView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(zoom(), zoom());
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.ground);
    hairline(p, 0, 0, wide(), t.rule);
    for (int b = 0; b < 2; ++b) paintStick(p, b);
    paintSwitches(p);
    paintTrace(p);
    p.setRenderHint(QPainter::Antialiasing, false);
}

}  // namespace kh::app
