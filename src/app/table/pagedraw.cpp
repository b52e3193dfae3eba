// SPDX-License-Identifier: GPL-3.0-or-later
//
// What every station's page draws alike: its header, a row that opens, one part, a paragraph.
#include "app/table/pageview.h"
#include "paint/look/theme.h"

#include <QPainter>
#include <QTextLayout>
#include <algorithm>

namespace kh::app {

using namespace paint;

namespace {
/// A degree sign stands close, other units apart.
double unitGap(std::string_view unit) { return unit == "°" ? 0 : 4; }
constexpr double kSpark = 22, kSparkGap = 5;  ///< a curve in small before its ends

}  // namespace

void PageView::drawHeader(QPainter* p, const QString& extra, double until) {
    if (p == nullptr) return;
    const Tokens& t = Theme::tokens();
    double x = drawText(*p, {kLeft, 29}, title(), Theme::font(22, true), t.ink) + 18;
    const auto& rows = workspace_.page().rows;
    const auto counted = std::count_if(rows.begin(), rows.end(), [](const Row& r) { return r.under.empty(); });
    if (!extra.isEmpty()) {
        const QFont font = Theme::font(13);
        drawText(*p, {x, 29}, QFontMetricsF(font).elidedText(extra, Qt::ElideRight, until - x - 10), font, t.muted);
        return;
    }
    x = drawText(*p, {x, 29}, kh::counted(static_cast<std::size_t>(counted), KH_TR("{n} row"), KH_TR("{n} rows")), Theme::font(13),
                 t.muted) +
        14;
    int broken = 0;
    for (const Row& r : rows) broken += r.broken && r.under.empty() ? 1 : 0;
    for (const Standing s : {Standing::Proved, Standing::Measured, Standing::Computed, Standing::Entered, Standing::Default}) {
        int n = 0;
        for (const Row& r : rows) n += r.standing == s && !r.broken && r.under.empty() ? 1 : 0;
        if (n == 0) continue;
        hairline(*p, x, 29, x + 8, t.muted);
        drawFrame(*p, {x + 4, 29}, s, false, 0.5);
        x = drawText(*p, {x + 14, 29}, QString::number(n), Theme::font(13, true), s == Standing::Proved ? t.pass : t.ink);
        x = drawText(*p, {x + 4, 29}, words(standingId(s)), Theme::font(13), t.muted) + 14;
    }
    if (broken > 0 && x + 80 < until) {
        drawMark(*p, Severity::Danger, {x + 5, 24});
        drawText(*p, {x + 14, 29}, tr("%1 broken").arg(broken), Theme::font(13, true), t.danger);
    }
}

void PageView::drawOpener(QPainter* p, const Row& row, double x, double y) {
    if (!row.opens) return;
    const bool open = workspace_.isOpen(row.id);
    put({QStringLiteral("open-%1").arg(QString::fromStdString(row.id)), tr("%1: more rows").arg(words(row.title)),
         open ? tr("open") : tr("closed"), QAccessible::Button, QRectF(x - 6, y - 9, 13, 18)});
    if (p == nullptr) return;
    p->setRenderHint(QPainter::Antialiasing);
    p->setPen(Qt::NoPen);
    p->setBrush(Theme::tokens().muted);
    if (open) p->drawPolygon(QPolygonF({{x - 4, y - 2}, {x + 4, y - 2}, {x, y + 3}}));
    else p->drawPolygon(QPolygonF({{x - 2, y - 4}, {x + 3, y}, {x - 2, y + 4}}));
    p->setRenderHint(QPainter::Antialiasing, false);
}

double PageView::partWidth(const Part& part, bool bold) {
    if (part.as<Part::Port>() != nullptr) return 24;
    double w = part.as<Part::Spark>() != nullptr ? kSpark + kSparkGap : 0;
    if (!part.label.empty()) w += textWidth(words(part.label), Theme::font(13)) + 5;
    w += textWidth(words(part.value), Theme::font(13, bold));
    if (!part.unit.empty()) w += textWidth(QString::fromStdString(part.unit), Theme::font(13)) + unitGap(part.unit);
    return w + kPartGap;
}

double PageView::drawPart(QPainter* p, const Part& part, const QString& id, double x, double baseline, bool selected,
                          const QColor& boxColour, bool bold, double room) {
    const Tokens& t = Theme::tokens();
    double w = partWidth(part, bold);
    QString value = words(part.value);
    QString label = words(part.label);
    const auto within = [](const QString& text, const QFont& f, double most) {
        return QFontMetricsF(f).elidedText(text, Qt::ElideRight, std::max(20.0, most));
    };
    if (w - kPartGap > room && !label.isEmpty()) {  // a long name before a number: the number stays
        const double before = textWidth(label, Theme::font(13));
        label = within(label, Theme::font(13), before - (w - kPartGap - room));
        w -= before - textWidth(label, Theme::font(13));
    }
    if (w - kPartGap > room && partLines(part, room) == 1 && part.as<Part::Spark>() == nullptr) {  // one long word
        const QFont font = Theme::font(13, bold);
        const double rest = w - kPartGap - textWidth(value, font);
        value = QFontMetricsF(font).elidedText(value, Qt::ElideRight, std::max(20.0, room - rest));
        w = rest + textWidth(value, font) + kPartGap;
    }
    if (partLines(part, room) == 2) {
        const double indent = label.isEmpty() ? 0 : textWidth(label, Theme::font(13)) + 5;
        const QString second = within(value.section(QStringLiteral(", "), 1), Theme::font(13), room);
        const QString first = within(value.section(QStringLiteral(", "), 0, 0), Theme::font(13), room - indent);
        const double wide = std::max(indent + textWidth(first, Theme::font(13)), textWidth(second, Theme::font(13))) + 8;
        put({id, workspace_.fieldName(part.field()), value, part.field().empty() ? QAccessible::StaticText : QAccessible::EditableText,
             QRectF(x - 3, baseline - 15, wide, 39), selected});
        if (p != nullptr) {
            if (indent > 0) drawText(*p, {x, baseline}, label, Theme::font(13), t.muted);
            drawText(*p, {x + indent, baseline}, first, Theme::font(13, bold), t.ink);
            drawText(*p, {x, baseline + 18}, second, Theme::font(13, bold), t.ink);
            if (selected) {
                p->setRenderHint(QPainter::Antialiasing);
                p->setPen(QPen(hasFocus() ? boxColour : t.muted, hasFocus() ? 2 : 1));
                p->setBrush(Qt::NoBrush);
                p->drawRoundedRect(QRectF(x - 3, baseline - 15, wide, 39), 2, 2);
                p->setRenderHint(QPainter::Antialiasing, false);
            }
        }
        return x + 1e6;  // what follows starts a line of its own
    }
    Item item{id,
              words(part.label),
              value + (!part.unit.empty() ? QStringLiteral(" ") + QString::fromStdString(part.unit) : QString()),
              part.field().empty() ? QAccessible::StaticText : QAccessible::EditableText,
              QRectF(x - 3, baseline - 15, w - 4, 21),
              selected};
    if (item.name.isEmpty()) item.name = workspace_.fieldName(part.field());
    if (const auto* spare = part.as<Part::Spare>()) item.name = tr("Channel %1 sends").arg(spare->channel);
    put(item);
    if (p == nullptr) return x + w;
    if (part.as<Part::Port>() != nullptr) {
        p->setRenderHint(QPainter::Antialiasing);
        p->setPen(Qt::NoPen);
        p->setBrush(t.controller);
        p->drawRoundedRect(QRectF(x, baseline - 12, 16, 15), 2, 2);
        p->setRenderHint(QPainter::Antialiasing, false);
        p->setFont(Theme::font(12, true));
        p->setPen(t.sheet);
        p->drawText(QRectF(x, baseline - 13, 16, 17), Qt::AlignCenter, value);
        return x + w;
    }
    double tx = x;
    if (const auto* spark = part.as<Part::Spark>()) {
        p->setRenderHint(QPainter::Antialiasing);
        const QRectF r(tx, baseline - 13, kSpark, 16);
        hairline(*p, r.left(), r.center().y(), r.right(), t.rule);
        double low = 0;
        double high = 100;
        for (const CurvePoint& c : spark->curve.points) low = std::min(low, c.y < 0 ? -100.0 : 0.0);
        QPolygonF line;
        const CurveEvaluator curve(spark->curve);
        for (int i = 0; i <= 13; ++i)
            line << QPointF(r.left() + kSpark * i / 13, r.bottom() - (curve.at(100.0 * i / 13) - low) / (high - low) * r.height());
        p->setPen(QPen(t.transmitter, 1.6));
        p->drawPolyline(line);
        p->setRenderHint(QPainter::Antialiasing, false);
        tx += kSpark + kSparkGap;
    }
    if (!label.isEmpty()) tx = drawText(*p, {tx, baseline}, label, Theme::font(13), t.muted) + 5;
    tx = drawText(*p, {tx, baseline}, value, Theme::font(13, bold), part.dashed() ? t.muted : t.ink);
    if (!part.unit.empty()) drawText(*p, {tx + unitGap(part.unit), baseline}, QString::fromStdString(part.unit), Theme::font(13), t.muted);
    if (selected) {
        p->setRenderHint(QPainter::Antialiasing);
        p->setPen(QPen(hasFocus() ? boxColour : t.muted, hasFocus() ? 2 : 1));
        p->setBrush(Qt::NoBrush);
        p->drawRoundedRect(item.rect, 2, 2);
        p->setRenderHint(QPainter::Antialiasing, false);
    }
    return x + w;
}

double PageView::drawParagraph(QPainter* p, QRectF area, const QString& text, const QFont& font, const QColor& colour) {
    QTextLayout layout(text, font);
    layout.beginLayout();
    double y = 0;
    while (true) {
        QTextLine line = layout.createLine();
        if (!line.isValid()) break;
        line.setLineWidth(area.width());
        line.setPosition(QPointF(0, y));
        y += 18;
    }
    layout.endLayout();
    if (p != nullptr) {
        p->setPen(colour);
        layout.draw(p, area.topLeft());
    }
    return y;
}

}  // namespace kh::app
