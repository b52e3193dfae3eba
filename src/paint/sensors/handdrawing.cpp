// SPDX-License-Identifier: GPL-3.0-or-later
//
// The three turns by hand, each seen from where its answer shows.
#include "model/gyro.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "stations/sensors/gyrowords.h"

#include <array>
#include <cmath>

namespace kh::paint {

namespace {

constexpr double kTurnedDeg = 12.0;
constexpr double kAnsweredDeg = 22.0;

struct TurnView {
    const char* title;
    const char* from;
};
constexpr std::array kViews{TurnView{KH_TR("Rolled right"), KH_TR("from behind")}, TurnView{KH_TR("Nose down"), KH_TR("from the left")},
                            TurnView{KH_TR("Tail left"), KH_TR("from above")}};

/// How far the plate turns in the picture, clockwise +, against the airframe, or the edges; nothing where it cannot be seen from there.
double pictured(HandTurn turn, const HandAnswer& answer) {
    switch (turn) {
        case HandTurn::RollRight:
            return answer.plate == PlateMove::Left ? -kAnsweredDeg : answer.plate == PlateMove::Right ? kAnsweredDeg : 0.0;
        case HandTurn::NoseDown:
            return answer.plate == PlateMove::Forward ? -kAnsweredDeg : answer.plate == PlateMove::Aft ? kAnsweredDeg : 0.0;
        case HandTurn::TailLeft: break;
    }
    return answer.edges == EdgeMove::Left ? -kAnsweredDeg : answer.edges == EdgeMove::Right ? kAnsweredDeg : 0.0;
}

void bar(QPainter& p, double half, double deg, const QPen& pen) {
    p.save();
    p.rotate(deg);
    p.setPen(pen);
    p.drawLine(QPointF(-half, 0), QPointF(half, 0));
    p.setBrush(Theme::tokens().sheet);
    for (const double x : {-half, half}) p.drawEllipse(QPointF(x, 0), 3, 3);
    p.restore();
}

void drawTurn(QPainter& p, QRectF area, HandTurn turn, const HandAnswer& asked, const std::optional<HandAnswer>& seen) {
    const Tokens& t = Theme::tokens();
    const QPointF middle = area.center();
    const double size = std::min(area.width(), area.height() * 1.7) * 0.56;
    const QPen askedPen(t.controller, 1.6, Qt::DashLine);
    const bool wrong = seen && !(*seen == asked);
    const QPen seenPen(wrong ? t.danger : t.machine, 2.0);
    p.save();
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.08));
    if (turn == HandTurn::TailLeft) {  // seen from above, nose up the page
        p.translate(middle.x(), area.top() + 8);
        p.rotate(kTurnedDeg);
        p.drawEllipse(QPointF(0, 8), size * 0.16, 12);
        p.drawRect(QRectF(-2.5, 18, 5, area.height() - 46));
        p.drawRect(QRectF(-6, area.height() - 30, 12, 12));
        p.translate(14, area.height() - 24);
        const auto blade = [&](double deg, const QPen& pen) {
            p.save();
            p.rotate(90.0 - deg);
            p.translate(-9, 0);
            p.setPen(pen);
            p.setBrush(Qt::NoBrush);
            p.drawPath(bladeSection(24, 0.18));
            p.restore();
        };
        blade(pictured(turn, asked), askedPen);
        if (seen) blade(pictured(turn, *seen), seenPen);
    } else {
        p.translate(middle.x(), middle.y() + 8);
        p.rotate(turn == HandTurn::RollRight ? kTurnedDeg : -kTurnedDeg);
        if (turn == HandTurn::RollRight) {
            p.drawEllipse(QPointF(0, 0), size * 0.20, size * 0.26);
            p.drawLine(QPointF(-size * 0.26, size * 0.42), QPointF(size * 0.26, size * 0.42));
        } else {  // the nose to the left
            p.drawEllipse(QPointF(-size * 0.10, 0), size * 0.36, size * 0.18);
            p.drawLine(QPointF(size * 0.24, -2), QPointF(size * 0.85, -size * 0.06));
            p.drawEllipse(QPointF(size * 0.85, -size * 0.06), size * 0.11, size * 0.11);
        }
        const double mast = -size * (turn == HandTurn::RollRight ? 0.42 : 0.36);
        p.drawLine(QPointF(0, -size * 0.18), QPointF(0, mast));
        p.translate(0, mast);
        bar(p, size * 0.42, turn == HandTurn::RollRight ? -kTurnedDeg : kTurnedDeg, askedPen);
        if (seen) bar(p, size * 0.42, pictured(turn, *seen), seenPen);
    }
    p.restore();
}

}  // namespace

void paintHandTests(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("By hand"), words(KH_TR("after plate and tail were proved by the sticks; judge the first half second")));
    const double gap = 14;
    const double width = (area.width() - 2 * gap) / 3.0;
    const double top = area.top() + 28;
    const double verdict = area.bottom() - 62;
    for (const HandTurn turn : kHandTurns) {
        const auto i = static_cast<std::size_t>(turn);
        const QRectF panel(area.left() + static_cast<double>(i) * (width + gap), top, width, verdict - 14 - top);
        if (i > 0) vline(p, panel.left() - gap / 2, panel.top(), panel.bottom(), t.rule);
        const double end = drawText(p, panel.topLeft() + QPointF(0, 14), words(kViews[i].title), Theme::font(13, true), t.ink) + 8;
        drawText(p, {end, panel.top() + 14}, words(kViews[i].from), Theme::font(12), t.muted, panel.right());
        const HandAnswer asked = rightAnswers()[i];
        const std::optional<HandAnswer> seen = answerInForce(s.setup, turn);
        const HandAnswer recorded = answersByRecord(s.setup)[i];
        drawTurn(p, QRectF(panel.left(), panel.top() + 26, panel.width(), panel.height() - 68), turn, asked,
                 seen ? seen : std::optional(recorded));
        const auto line = [&](double y, const char* name, const HandAnswer& answer, const QColor& colour, bool bold) {
            const double x = drawText(p, {panel.left(), y}, words(name), Theme::font(12), t.muted) + 6;
            drawText(p, {x, y}, words(answerText(answer)), Theme::font(13, bold), colour, panel.right());
        };
        line(panel.bottom() - 20, KH_TR("asked"), asked, t.controller, false);
        const HandAnswer& shown = seen ? *seen : recorded;
        line(panel.bottom() - 3, seen ? KH_TR("seen") : KH_TR("by the record"), shown, shown == asked ? t.ink : t.danger, seen.has_value());
    }
    hairline(p, area.left(), verdict - 4, area.right(), t.rule);
    // what explains it
    using Kind = HandVerdict::Kind;
    const HandVerdict says = handVerdict(s.setup);
    const double y = verdict + 16;
    if (says.kind == Kind::Unanswered) {
        drawText(p, {area.left(), y}, words(KH_TR("Ctrl R takes the three answers: ← → ↑ ↓ where the plate went, 0 if it stood still.")),
                 Theme::font(13), t.muted, area.right());
        return;
    }
    if (says.kind == Kind::Contradict) {
        drawText(p, {area.left(), y}, words(KH_TR("The answers contradict each other: turn it by hand again.")), Theme::font(13, true),
                 t.danger, area.right());
        return;
    }
    const bool sound = says.kind == Kind::Sound;
    double x =
        drawText(p, {area.left(), y}, words(sound ? KH_TR("All three are right:") : KH_TR("Explained by:")), Theme::font(15), t.ink) + 8;
    drawText(p, {x, y}, words(says.first), Theme::font(15, true), t.ink, area.right());
    if (sound) return;
    x = drawText(p, {area.left(), verdict + 36}, words(KH_TR("also possible:")), Theme::font(13), t.muted) + 6;
    drawText(p, {x, verdict + 36}, words(says.second), Theme::font(13), t.ink, area.right());
    drawText(p, {area.left(), verdict + 54}, words(KH_TR("and two more: look at the plugs")), Theme::font(13), t.muted, area.right());
}

}  // namespace kh::paint
