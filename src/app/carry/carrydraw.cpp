// SPDX-License-Identifier: GPL-3.0-or-later
//
// How Carry is drawn: the head line, a column a box, and beneath them the setting that is to be typed next.
#include "app/carry/carryview.h"

#include "app/shell/shortcuts.h"
#include "model/amounts.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "text/words.h"

#include <QDate>
#include <QLocale>
#include <QPainter>
#include <algorithm>
#include <cmath>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kMark = 11.0;
constexpr double kKeys = 30.0;
constexpr double kBandWhat = 0.36, kBandWhere = 0.62;  ///< where the band's parts end, of the width

void carryRight(QPainter& p, double right, double base, const QString& text, const QFont& font, const QColor& colour) {
    drawText(p, {right - textWidth(text, font), base}, text, font, colour);
}

QString dayOf(const std::string& at) {
    const QDate day = QDate::fromString(QString::fromStdString(at.substr(0, 10)), Qt::ISODate);
    return day.isValid() ? QLocale().toString(day, QStringLiteral("d MMM yyyy")) : QString();
}

QString valueText(const Message& value) { return value.text.empty() ? QStringLiteral("–") : words(value); }

}  // namespace

void CarryView::drawMarkOf(QPainter& p, Box box, const CarryLine& line, QPointF at) const {
    const Tokens& t = Theme::tokens();
    const QRectF square(at.x() - kMark / 2, at.y() - kMark / 2, kMark, kMark);
    const QColor colour = Theme::box(box);
    p.setBrush(Qt::NoBrush);
    switch (line.mark) {
        case InBoxMark::There: drawTick(p, at, t.pass, kMark); break;
        case InBoxMark::Changed:
            p.setPen(QPen(colour, 1.2));
            p.drawRect(square);
            p.setPen(Qt::NoPen);
            p.setBrush(colour);
            p.drawPolygon(QPolygonF({square.topLeft(), square.bottomLeft(), square.bottomRight()}));
            break;
        case InBoxMark::Never:
            p.setPen(QPen(colour, 1.2, Qt::DashLine));
            p.drawRect(square);
            break;
        case InBoxMark::NotKnown:
            p.setPen(QPen(t.muted, 1.2, Qt::DashLine));
            p.drawRect(square);
            drawText(p, {at.x() - 3, at.y() + 4}, QStringLiteral("?"), Theme::font(12, true), t.muted);
            break;
        case InBoxMark::Lent:
            p.setPen(QPen(colour, 1.2));
            p.drawEllipse(square);
            break;
        case InBoxMark::Differs:
            if (untilOf(line.path) != nullptr) drawMark(p, severityOf(line), at, 9);  // not before it is known
            break;
    }
}

void CarryView::drawPage(QPainter& p, std::size_t box, const Place& place, QRectF area) const {
    const Tokens& t = Theme::tokens();
    const CarryPage& of = boxes()[box].pages[place.page];
    const double base = area.top() + 17.0;
    const bool left = of.left() > 0;
    double x = drawText(p, {area.left() + 8.0, base}, QString::number(place.page + 1), Theme::font(12), t.muted) + 6.0;
    QString note = left ? tr("%1 of %2 in the box").arg(of.lines.size() - of.left()).arg(of.lines.size()) : QString();
    if (left && passed(box, place.page)) note = tr("passed by");
    const bool together = left && togetherWith(boxes()[box].box, of.title) != nullptr;
    if (together) note = tr("pack out");
    const double noteWide = left ? textWidth(note, Theme::font(12)) + 8.0 : 140.0;
    drawText(p, {x, base}, pageName(box, place.page), Theme::font(13, left), t.ink, area.right() - noteWide);
    if (left) {
        carryRight(p, area.right(), base, note, Theme::font(12, together), together ? t.danger : t.muted);
    } else {
        std::string last;
        for (const CarryLine& l : of.lines) last = std::max(last, l.at);
        carryRight(p, area.right(), base, dayOf(last), Theme::font(12), t.muted);
        carryRight(p, area.right() - 92.0, base, QString::number(of.lines.size()), Theme::font(13), t.ink);
        drawTick(p, {area.right() - 122.0, base - 4.0}, t.pass, kMark);
    }
    hairline(p, area.left(), area.bottom() - 1.0, area.right(), left ? t.muted : t.rule);
}

void CarryView::drawLine(QPainter& p, std::size_t box, const CarryLine& l, QRectF area) const {
    const Tokens& t = Theme::tokens();
    const QColor colour = Theme::box(boxes()[box].box);
    const double base = area.top() + 17.0;
    const bool differs = l.mark == InBoxMark::Differs;
    const QColor ink = !differs ? colour : untilOf(l.path) == nullptr ? t.muted : Theme::severity(severityOf(l));
    if (differs) p.fillRect(area, Theme::over(t.sheet, ink, 0.10));
    drawMarkOf(p, boxes()[box].box, l, {area.left() + 22.0, base - 4.0});
    const double unit = l.unit.empty() ? 0.0 : textWidth(QString::fromStdString(l.unit), Theme::font(12)) + 6.0;
    const double right = area.right() - 4.0;
    if (unit > 0.0) carryRight(p, right, base, QString::fromStdString(l.unit), Theme::font(12), t.muted);
    const QString wants = differs ? tr("want %1").arg(valueText(l.wantsReads)) : valueText(l.wantsReads);
    const double most = area.width() * 0.34;
    const QString cut = QFontMetricsF(Theme::font(13, true)).elidedText(wants, Qt::ElideRight, most);
    double x = right - unit - textWidth(cut, Theme::font(13, true));
    drawText(p, {x, base}, cut, Theme::font(13, true), ink);
    if (!l.had.empty()) {
        const QString had = QFontMetricsF(Theme::font(13))
                                .elidedText(differs ? tr("reads %1").arg(valueText(l.hadReads)) : valueText(l.hadReads), Qt::ElideRight,
                                            area.width() * 0.24);
        x -= textWidth(had, Theme::font(13)) + 22.0;
        drawText(p, {x, base}, had, Theme::font(13, differs), differs ? ink : t.muted);
        if (!differs) drawText(p, {x + textWidth(had, Theme::font(13)) + 5.0, base}, QStringLiteral("→"), Theme::font(13), t.muted);
    }
    drawText(p, {area.left() + 34.0, base}, words(l.name), Theme::font(13, differs), t.ink, x - 8.0);
    if (differs)
        if (const UntilThen* until = untilOf(l.path)) {
            drawText(p, {area.left() + 34.0, base + 17.0}, words(until->text.front()), Theme::font(12, true), ink, area.right() - 4.0);
            if (until->text.size() > 1)
                drawText(p, {area.left() + 34.0, base + 33.0}, words(until->text[1]), Theme::font(12), t.ink, area.right() - 4.0);
        }
    hairline(p, area.left() + 14.0, area.bottom() - 1.0, area.right(), t.rule);
}

void CarryView::drawColumn(QPainter& p, std::size_t b) const {
    const Tokens& t = Theme::tokens();
    const CarryBox& box = boxes()[b];
    const QRectF area = columnArea(b);
    const QColor colour = Theme::box(box.box);
    p.fillRect(QRectF(area.left(), 42.0, area.width(), 2.4), colour);
    const QString left = box.left() == 0 ? tr("none to type") : tr("%1 to type").arg(box.left());
    const QFont font = Theme::font(13, box.left() > 0);
    const double name =
        drawText(p, {area.left(), 62.0}, shown(box.name), Theme::font(15, true), colour, area.right() - textWidth(left, font) - 10.0) +
        10.0;
    carryRight(p, area.right(), 62.0, left, font, box.left() > 0 ? colour : t.muted);
    drawText(p, {name, 62.0},
             box.box == Box::Transmitter  ? tr("transmitter, by its menu")
             : box.box == Box::Controller ? tr("controller, by its menu")
                                          : tr("speed controller"),
             Theme::font(12), t.muted, area.right() - textWidth(left, font) - 8.0);
    hairline(p, area.left(), area.top() - 4.0, area.right(), t.rule);
    p.save();
    p.setClipRect(area);
    const Column& c = columns_[b];
    for (std::size_t i = 0; i < c.places.size(); ++i) {
        const Place& place = c.places[i];
        const QRectF row(area.left(), area.top() + place.top - c.scroll, area.width(), place.height);
        if (row.bottom() < area.top() || row.top() > area.bottom()) continue;
        if (b == box_ && i == c.at) {
            p.fillRect(row, Theme::selectionTint());
            p.fillRect(QRectF(row.left(), row.top(), 4.0, row.height()), hasFocus() ? colour : t.muted);
        }
        if (place.line < 0) drawPage(p, b, place, row);
        else drawLine(p, b, box.pages[place.page].lines[static_cast<std::size_t>(place.line)], row);
    }
    p.restore();
}

void CarryView::drawHead(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const std::size_t left = leftToType(boxes());
    double x =
        drawText(p, {16.0, 28.0},
                 left == 0 ? tr("Everything stands in the boxes") : counted(left, KH_TR("{n} value to type"), KH_TR("{n} values to type")),
                 Theme::font(20, true), t.ink) +
        16.0;
    const UntilTyped* until = host_.workspace.carrying().until();
    if (left > 0 && until == nullptr) {
        drawText(p, {x, 28.0}, tr("what the machine does until then is being worked out …"), Theme::font(12), t.muted, wide() - 16.0);
        return;
    }
    if (until == nullptr || !until->all.known) {
        if (left > 0)
            drawText(p, {x, 28.0}, tr("what stands there is not known: look at it page by page, Enter"), Theme::font(13), t.muted,
                     wide() - 16.0);
        return;
    }
    const UntilThen& all = until->all;
    drawMark(p, all.severity, {x + 5.0, 23.0}, 9);
    x += 16.0;
    drawText(p, {x, 28.0}, tr("as the boxes stand: %1").arg(words(all.text.front())), Theme::font(13, all.severity == Severity::Danger),
             Theme::severity(all.severity), wide() - 16.0);
}

void CarryView::drawBand(QPainter& p) const {
    const double top = bandTop(), bottom = high() - kKeys;
    p.fillRect(QRectF(0, top, wide(), bottom - top), Theme::tokens().sheet);
    hairline(p, 0, top, wide(), Theme::tokens().muted);
    if (page() == nullptr) return;
    drawWhat(p);
    drawWhere(p);
    drawMeanwhile(p);
}

void CarryView::drawWhat(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const double top = bandTop(), bottom = high() - kKeys, one = wide() * kBandWhat;
    const CarryPage* of = page();
    const CarryLine* l = line();
    const QColor colour = Theme::box(boxes()[box_].box);
    drawText(p, {16.0, top + 28.0}, l == nullptr ? words(of->title.c_str()) : words(l->name), Theme::font(20, true), t.ink, one - 12.0);
    if (l == nullptr) {
        double y = top + 44.0;
        const auto say = [&](const QString& text, const QColor& ink, bool bold) {
            y += drawWrapped(p, QRectF(16.0, y, one - 32.0, bottom - y), text, Theme::font(13, bold), ink) + 4.0;
        };
        if (of->left() == 0) say(tr("All %1 of its settings stand in the box.").arg(of->lines.size()), t.muted, false);
        for (const Message& act : of->before) say(words(act), t.danger, true);
        if (of->left() > 0)
            say(tr("Open the page, set everything on it, leave it once: then Enter. One line that reads otherwise: D."), t.ink, false);
        for (const Message& act : of->after) say(words(act), colour, true);
    } else {
        const double room = one - 32.0;
        QFont big = Theme::font(bottom - top > 150.0 ? 60 : 34, true);
        QString wants = valueText(l->wantsReads);
        if (textWidth(wants, big) > room * 0.8) big = Theme::font(22, true);
        if (textWidth(wants, big) > room * 0.9) big = Theme::font(15, true);
        double x = 16.0;
        const double base = top + (bottom - top) * 0.58;
        if (!l->had.empty() && textWidth(valueText(l->hadReads) + QStringLiteral("  →  ") + wants, big) < room) {
            x = drawText(p, {x, base}, valueText(l->hadReads), Theme::font(big.pixelSize() * 2 / 3), t.muted) + 14.0;
            x = drawText(p, {x, base}, QStringLiteral("→"), Theme::font(22), t.muted) + 14.0;
        }
        x = drawText(p, {x, base}, wants, big, colour, one - 40.0) + 10.0;
        drawText(p, {x, base}, QString::fromStdString(l->unit), Theme::font(20), colour, one);
        const QString known = l->had.empty() ? (l->mark == InBoxMark::Never ? tr("never typed") : tr("not known what stands there"))
                                             : tr("in the box: %1, %2").arg(valueText(l->hadReads), dayOf(l->at));
        drawText(p, {16.0, bottom - 14.0}, known, Theme::font(13), t.muted, one - 12.0);
    }
}

void CarryView::drawWhere(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const double top = bandTop(), bottom = high() - kKeys, one = wide() * kBandWhat, two = wide() * kBandWhere;
    const CarryPage* of = page();
    const CarryLine* l = line();
    const QColor colour = Theme::box(boxes()[box_].box);
    p.fillRect(QRectF(one, top + 1.0, two - one, bottom - top - 1.0), Theme::over(t.sheet, colour, 0.10));
    drawText(p, {one + 16.0, top + 26.0}, tr("%1, type it here").arg(shown(boxes()[box_].name)), Theme::font(14, true), colour, two - 8.0);
    QStringList path = words(of->title.c_str()).split(QStringLiteral(" / "));
    if (l != nullptr) path << words(l->name).split(QStringLiteral(": "));
    double y = top + 52.0, x = one + 16.0;
    for (qsizetype i = 0; i < path.size() && y < bottom - 6.0; ++i) {
        if (i > 0) {
            p.setPen(QPen(Theme::over(t.sheet, colour, 0.5), 1.2));
            p.drawPolyline(QPolygonF({QPointF(x - 10.0, y - 16.0), QPointF(x - 10.0, y - 5.0), QPointF(x - 3.0, y - 5.0)}));
        }
        const bool last = i + 1 == path.size();
        drawText(p, {x, y}, path[i], Theme::font(16, last), t.ink, two - 10.0);
        x += 18.0;
        y += 26.0;
    }
}

void CarryView::drawMeanwhile(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const double top = bandTop(), bottom = high() - kKeys, two = wide() * kBandWhere;
    const CarryPage* of = page();
    const CarryLine* l = line();
    double at = top + 12.0;
    const QRectF right(two + 16.0, 0, wide() - two - 32.0, 0);
    const auto tell = [&](const QString& text, int size, bool bold, const QColor& ink) {
        if (at > bottom - 16.0) return;
        at += drawWrapped(p, QRectF(right.left(), at, right.width(), bottom - at), text, Theme::font(size, bold), ink) + 5.0;
    };
    if (l != nullptr) {
        tell(tr("Until then"), 14, true, t.ink);
        if (const UntilThen* until = untilOf(l->path)) {
            for (std::size_t i = 0; i < until->text.size(); ++i)
                tell(words(until->text[i]), i == 0 ? 16 : 13, i == 0 && until->severity != Severity::Note,
                     i == 0 && until->known ? Theme::severity(until->severity) : t.ink);
        } else {
            tell(tr("being worked out …"), 13, false, t.muted);
        }
        return;
    }
    const UntilTyped* until = host_.workspace.carrying().until();
    if (const HalfTyped* group = togetherWith(boxes()[box_].box, of->title)) {
        QStringList pages;
        for (const auto& [box, title] : group->pages) pages << words(title.c_str());
        tell(tr("Together, pack out: %1").arg(pages.join(QStringLiteral(", "))), 14, true, t.danger);
        tell(tr("Half typed: %1").arg(words(group->harm)), 13, false, t.ink);
        return;
    }
    if (until != nullptr && until->all.known && !until->all.come.empty()) {
        tell(tr("Judged as the boxes stand"), 14, true, t.ink);
        for (const Finding& f : until->all.come) {
            if (at > bottom - 20.0) break;
            drawMark(p, f.severity, {right.left() + 6.0, at + 8.0}, 8);
            drawText(p, {right.left() + 18.0, at + 12.0}, words(f.title), Theme::font(13), t.ink, wide() - 16.0);
            at += 20.0;
        }
        return;
    }
    tell(tr("How a value stands in its box"), 14, true, t.ink);
    const auto legend = [&](InBoxMark mark, const QString& text) {
        CarryLine shownAs;
        shownAs.mark = mark;
        drawMarkOf(p, boxes()[box_].box, shownAs, {right.left() + 6.0, at + 8.0});
        drawText(p, {right.left() + 20.0, at + 12.0}, text, Theme::font(12), t.muted, wide() - 16.0);
        at += 19.0;
    };
    legend(InBoxMark::There, tr("in the box, seen and dated"));
    legend(InBoxMark::Changed, tr("changed since it was typed"));
    legend(InBoxMark::Never, tr("never typed"));
    legend(InBoxMark::Lent, tr("lent for the bench, to be given back"));
    legend(InBoxMark::NotKnown, tr("not known: reset, updated, or from before this was kept"));
    tell(tr("Read back and different: marked by what it would do in the air."), 12, false, t.muted);
}

void CarryView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(scale(), scale());
    const Tokens& t = Theme::tokens();
    p.fillRect(QRectF(0, 0, wide(), high()), t.sheet);
    drawHead(p);
    for (std::size_t b = 0; b < columns_.size() && b < boxes().size(); ++b) drawColumn(p, b);
    drawBand(p);
    p.fillRect(QRectF(0, high() - kKeys, wide(), kKeys), t.ground);
    drawKeyLine(p, 16.0, wide(), high() - 10.0, entry_.keys);
}

}  // namespace kh::app
