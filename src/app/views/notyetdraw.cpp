// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the ladder is drawn: rails, rungs, and what stands in the way of them.
#include "app/views/notyetview.h"

#include "app/table/proofswitch.h"
#include "paint/look/theme.h"

#include <QPainter>
#include <algorithm>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kRailLeft = 32, kRailRight = 58, kName = 78, kWay = 262;
constexpr double kWayLine = 18, kRungFoot = 6;
constexpr std::size_t kShown = 2;  ///< things in the way of a closed rung that are named
constexpr double kChip = 15;

double notYetStationAt(double width) { return width - 172; }
double notYetBoxAt(double width) { return width - 92; }

void drawSquare(QPainter& p, QPointF centre, double size) {
    p.setPen(QPen(Theme::tokens().ink, 1.2, Qt::DashLine));
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(centre.x() - size / 2, centre.y() - size / 2, size, size));
}

void drawObstacleMark(QPainter& p, const Obstacle& o, QPointF centre) {
    if (o.finding.empty()) drawSquare(p, centre, 8);
    else drawMark(p, o.severity, centre, 8);
}

}  // namespace

double NotYetView::rowHeight(int row) const {
    const Place& place = places_[static_cast<std::size_t>(row)];
    const Rung& rung = ladder().rungs[place.rung];
    const double room = wide() - kName - kLeft;
    if (place.obstacle >= 0) {
        const Obstacle& o = rung.obstacles[static_cast<std::size_t>(place.obstacle)];
        const double high = lineHeight(o, kName, row == chosenRow());
        if (row != chosenRow()) return high + 3;
        const QColor ink = Theme::tokens().ink;
        return high + 8 + drawParagraph(nullptr, QRectF(0, 0, room - 16, 0), words(o.what), Theme::font(12), ink) +
               drawParagraph(nullptr, QRectF(0, 0, room - 16, 0), words(todoOf(o)), Theme::font(12, true), ink);
    }
    if (isOpen(place)) {
        double h = 32 + drawParagraph(nullptr, QRectF(0, 0, room, 0), words(rung.doing), Theme::font(12), Theme::tokens().ink);
        if (!rung.caution.text.empty())
            h += drawParagraph(nullptr, QRectF(0, 0, room, 0), words(rung.caution), Theme::font(12), Theme::tokens().ink);
        h += drawParagraph(nullptr, QRectF(0, 0, room, 0), freedBy(rung), Theme::font(12, true), Theme::tokens().ink);
        return h + 2;
    }
    const double names =
        drawParagraph(nullptr, QRectF(0, 0, kWay - kName - 12, 0), words(rung.title), Theme::font(13, true), Theme::tokens().ink);
    const bool stood = place.rung <= ladder().reached();
    if (rung.obstacles.empty() && stood) {
        const double doing =
            drawParagraph(nullptr, QRectF(0, 0, wide() - kWay - kLeft, 0), words(rung.doing), Theme::font(12), Theme::tokens().ink);
        return std::max(6 + names + kWayLine, 6 + kWayLine + doing) + kRungFoot;
    }
    double lines = 0.0;
    for (std::size_t i = 0; i < std::min(rung.obstacles.size(), kShown); ++i) lines += lineHeight(rung.obstacles[i], kWay, false);
    return std::max(6 + names + kWayLine, 6 + lines) + kRungFoot;
}

void NotYetView::drawRails(QPainter& p, const Place& place, double h) const {
    const Tokens& t = Theme::tokens();
    const bool stood = place.rung <= ladder().reached();
    const QColor colour = stood ? t.ink : t.muted;
    p.setPen(QPen(colour, stood ? 2.4 : 1.4, stood ? Qt::SolidLine : Qt::DashLine));
    for (const double x : {kRailLeft, kRailRight}) p.drawLine(QPointF(x, 0), QPointF(x, h));
    if (place.obstacle >= 0) return;
    const double y = 14;
    if (isOpen(place)) {  // broken
        p.setPen(Qt::NoPen);
        p.setBrush(t.danger);
        p.drawPolygon(QPolygonF({{kRailLeft - 6, y - 6}, {kRailLeft + 9, y - 3}, {kRailLeft + 12, y - 1}, {kRailLeft - 6, y - 1}}));
        p.drawPolygon(QPolygonF({{kRailRight - 13, y + 1}, {kRailRight - 10, y + 3}, {kRailRight + 6, y + 6}, {kRailRight + 6, y + 1}}));
    } else {
        p.setPen(QPen(colour, stood ? 4 : 2));
        p.drawLine(QPointF(kRailLeft - 4, y), QPointF(kRailRight + 4, y));
    }
    if (place.rung == ladder().reached()) {
        p.setPen(Qt::NoPen);
        p.setBrush(t.ink);
        p.drawPolygon(QPolygonF({{kRailRight + 8, y}, {kRailRight + 16, y - 5}, {kRailRight + 16, y + 5}}));
    }
    const QString number = QString::number(place.rung + 1);
    drawText(p, {kRailLeft - 10 - textWidth(number, Theme::font(13)), y + 5}, number, Theme::font(13, place.rung == ladder().reached()),
             stood ? t.ink : t.muted);
}

double NotYetView::lineHeight(const Obstacle& o, double left, bool bold) const {
    const QRectF area(0, 0, notYetStationAt(wide()) - left - 24, 0);
    return std::max(kWayLine, drawParagraph(nullptr, area, words(o.title), Theme::font(13, bold), Theme::tokens().ink));
}

void NotYetView::drawLine(QPainter& p, const Obstacle& o, double left, double base, bool bold) const {
    const Tokens& t = Theme::tokens();
    const QFont font = Theme::font(13, bold);
    drawObstacleMark(p, o, {left + 5, base - 4});
    drawParagraph(&p, QRectF(left + 16, base - 13, notYetStationAt(wide()) - left - 24, 0), words(o.title), font, t.ink);
    drawText(p, {notYetStationAt(wide()), base}, words(workspace().stations().name(o.station)), Theme::font(12), t.muted);
    double x = notYetBoxAt(wide());
    const std::size_t step = workspace().repair().stepFor(o.finding);
    const bool hands = o.finding.empty() || (step > 0 && workspace().repair().plan().steps[step - 1].byHand);
    const QColor colour = hands ? t.machine : Theme::box(o.box);
    if (step > 0) {
        const QRectF chip(x - kChip - 4, base - 12, kChip, kChip);
        p.fillRect(chip, colour);
        const QString n = QString::number(step);
        drawText(p, {chip.center().x() - textWidth(n, Theme::font(11, true)) / 2, base - 0.5}, n, Theme::font(11, true), t.sheet);
    }
    const QString what = o.seen ? tr("look") : o.finding.empty() ? tr("enter") : hands ? tr("by hand") : words(boxName(o.box));
    drawText(p, {x, base}, QFontMetricsF(Theme::font(12, hands)).elidedText(what, Qt::ElideRight, wide() - x - 8), Theme::font(12, hands),
             colour);
}

void NotYetView::drawRung(QPainter& p, const Place& place, double h) const {
    const Tokens& t = Theme::tokens();
    const Rung& rung = ladder().rungs[place.rung];
    const double room = wide() - kName - kLeft;
    if (isOpen(place)) {
        const double x = drawText(p, {kName, 20}, words(rung.title), Theme::font(15, true), t.ink) + 14;
        drawText(p, {x, 20}, tr("not yet"), Theme::font(15, true), t.danger);
        double y = 28;
        y += drawParagraph(&p, QRectF(kName, y, room, 0), words(rung.doing), Theme::font(12), t.muted);
        if (!rung.caution.text.empty()) y += drawParagraph(&p, QRectF(kName, y, room, 0), words(rung.caution), Theme::font(12), t.ink);
        drawParagraph(&p, QRectF(kName, y, room, 0), freedBy(rung), Theme::font(12, true), t.ink);
        return;
    }
    const double names = drawParagraph(&p, QRectF(kName, 5, kWay - kName - 12, 0), words(rung.title), Theme::font(13, true), t.ink);
    const double second = 5 + names + 13;
    if (rung.obstacles.empty()) {
        const bool stood = place.rung <= ladder().reached();
        drawText(p, {kWay, 18}, stood ? tr("nothing known stands against it") : tr("nothing of its own; what stands below stands here too"),
                 Theme::font(13, stood), stood ? t.ink : t.muted);
        if (stood) drawParagraph(&p, QRectF(kWay, 23, wide() - kWay - kLeft, 0), words(rung.doing), Theme::font(12), t.muted);
    }
    double x = kName;
    const auto count = [&](std::size_t n, auto&& mark, const QColor& colour) {
        if (n == 0) return;
        mark(QPointF(x + 4, second - 4));
        x = drawText(p, {x + 13, second}, QString::number(n), Theme::font(12, true), colour) + 10;
    };
    count(
        rung.count(Severity::Danger), [&](QPointF at) { drawMark(p, Severity::Danger, at, 8); }, Theme::severity(Severity::Danger));
    count(
        rung.count(Severity::Warning), [&](QPointF at) { drawMark(p, Severity::Warning, at, 8); }, Theme::severity(Severity::Warning));
    count(
        rung.left(), [&](QPointF at) { drawSquare(p, at, 8); }, t.ink);
    if (const std::size_t below = ladder().below(place.rung); below > 0)
        drawText(p, {x, second}, x > kName ? tr("+%1 below").arg(below) : tr("%1 below").arg(below), Theme::font(12), t.muted);
    double base = 18;
    for (std::size_t i = 0; i < std::min(rung.obstacles.size(), kShown); ++i) {
        drawLine(p, rung.obstacles[i], kWay, base, false);
        base += lineHeight(rung.obstacles[i], kWay, false);
    }
    hairline(p, kName, h - 1, wide() - kLeft, t.rule);
}

void NotYetView::drawObstacle(QPainter& p, const Place& place, double) const {
    const Tokens& t = Theme::tokens();
    const Obstacle& o = ladder().rungs[place.rung].obstacles[static_cast<std::size_t>(place.obstacle)];
    const bool chosen = &o == chosenObstacle();
    drawLine(p, o, kName, 15, chosen);
    if (!chosen) return;
    const double room = wide() - kName - kLeft - 16;
    double y = 3 + lineHeight(o, kName, true);
    y += drawParagraph(&p, QRectF(kName + 16, y, room, 0), words(o.what), Theme::font(12), t.ink);
    drawParagraph(&p, QRectF(kName + 16, y, room, 0), words(todoOf(o)), Theme::font(12, true),
                  o.finding.empty() ? t.machine : Theme::box(o.box));
}

void NotYetView::drawRow(QPainter& p, int row, double h) {
    const Place& place = places_[static_cast<std::size_t>(row)];
    const Tokens& t = Theme::tokens();
    if (isOpen(place)) p.fillRect(QRectF(0, 0, wide(), h), t.ground);
    if (row == chosenRow()) {
        p.fillRect(QRectF(0, 0, wide(), h), Theme::selectionTint());
        p.fillRect(QRectF(0, 0, 4, h), hasFocus() ? t.machine : t.muted);
    }
    drawRails(p, place, h);
    if (place.obstacle < 0) drawRung(p, place, h);
    else drawObstacle(p, place, h);
}

void NotYetView::renderHead(QPainter* painter) {
    if (painter == nullptr) return;
    QPainter& p = *painter;
    const Tokens& t = Theme::tokens();
    const auto& rungs = ladder().rungs;
    drawHeader(&p,
               rungs.empty()
                   ? QString()
                   : tr("now: %1, rung %2 of %3").arg(words(rungs[ladder().reached()].title)).arg(ladder().reached() + 1).arg(rungs.size()),
               proofSwitchLeft(workspace(), wide()));
    hairline(p, kLeft, 42, kWay - 12, t.muted);
    hairline(p, kWay, 42, notYetStationAt(wide()) - 10, t.muted);
    hairline(p, notYetStationAt(wide()), 42, wide() - kLeft, t.muted);
    drawText(p, {kLeft, 62}, tr("rung, and what may be done"), Theme::font(13), t.muted);
    const auto head = [&](double left, double right, const QString& text) {
        drawText(p, {left, 62}, QFontMetricsF(Theme::font(13)).elidedText(text, Qt::ElideRight, right - left), Theme::font(13), t.muted);
    };
    head(kWay, notYetStationAt(wide()) - 10, tr("what stands in its way"));
    head(notYetStationAt(wide()), wide() - kLeft, tr("station, change it in"));
    if (rungs.empty())
        drawParagraph(&p, QRectF(kLeft, kBody + 12, wide() - 2 * kLeft, 0), tr("Nothing is said of what may be done with this class."),
                      Theme::font(13), t.ink);
}

}  // namespace kh::app
