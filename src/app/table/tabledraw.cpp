// SPDX-License-Identifier: GPL-3.0-or-later
//
// The table a row of the ledger opens into: captions in the colour of their box, a line for each channel, side or function, and
// beneath it what the column is for.
#include "app/table/pageview.h"
#include "paint/look/theme.h"

#include <QPainter>
#include <algorithm>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kHeadHeight = 19;
constexpr double kInset = 8;       ///< of numbers, at the right of their column
constexpr double kWordInset = 14;  ///< of words, at its left: a number may stand close before

/// The box whose row this is: the first that takes part.
Box boxOf(const Row& row) {
    constexpr std::array boxes{Box::Transmitter, Box::Controller, Box::Machine};
    for (std::size_t b = 0; b < row.cells.size() && b < boxes.size(); ++b)
        if (!row.cells[b].parts.empty()) return boxes[b];
    return Box::Machine;
}

/// Numbers stand at the right of their column, words at its left.
bool atRight(const SubColumn& column) { return !column.unit.empty(); }

void drawBar(QPainter& p, const Row& parent, double y, double height) { p.fillRect(QRectF(0, y, 3, height), Theme::box(boxOf(parent))); }

}  // namespace

LedgerView::Place LedgerView::placeOf(const Row& parent, std::size_t column, const Columns& c) {
    const auto n = static_cast<double>(parent.columns.size());
    const double width = std::min(n <= 2 ? 240.0 : 116.0, (c.right[4] - c.left[1]) / n);
    const double left = c.left[1] + width * static_cast<double>(column);
    return {left, left + width};
}

double LedgerView::renderTableHead(QPainter* p, const Row& parent, double y, const Columns& c) {
    if (p == nullptr) return kHeadHeight;
    const Tokens& t = Theme::tokens();
    drawBar(*p, parent, y, kHeadHeight);
    for (std::size_t k = 0; k < parent.columns.size(); ++k) {
        const SubColumn& column = parent.columns[k];
        const Place at = placeOf(parent, k, c);
        const QFont font = Theme::font(12);
        const QString unit = QString::fromStdString(column.unit);
        const double unitWidth = unit.isEmpty() ? 0 : textWidth(unit, font) + 4;
        const QString caption =
            QFontMetricsF(font).elidedText(words(column.caption), Qt::ElideRight, at.right - at.left - kInset - unitWidth);
        const double x = atRight(column) ? at.right - kInset - textWidth(caption, font) - unitWidth : at.left + kWordInset;
        drawText(*p, {x, y + 14}, caption, font, Theme::box(column.box));
        if (!unit.isEmpty()) drawText(*p, {x + textWidth(caption, font) + 4, y + 14}, unit, font, t.muted);
    }
    hairline(*p, c.left[1], y + kHeadHeight - 1, placeOf(parent, parent.columns.size() - 1, c).right, t.rule);
    return kHeadHeight;
}

double LedgerView::renderLine(QPainter* p, const Row& parent, const Row& line, int index, double y, const Columns& c) {
    const Tokens& t = Theme::tokens();
    const session::Selection selected = workspace().selection();
    const bool isSelected = selected.row == index;
    put({QStringLiteral("row-%1").arg(index), tr("%1, %2").arg(words(parent.title), words(line.title)), words(standingId(line.standing)),
         QAccessible::Row, QRectF(0, y, wide(), kLineHeight), isSelected});
    if (p != nullptr) {
        if (isSelected) p->fillRect(QRectF(0, y, wide(), kLineHeight - 1), Theme::selectionTint());
        drawBar(*p, parent, y, kLineHeight);
        const QFont font = Theme::font(13, isSelected);
        drawText(*p, {c.left[0] + kSubRow, y + 15},
                 QFontMetricsF(font).elidedText(words(line.title), Qt::ElideRight, c.right[0] - c.left[0] - kSubRow), font,
                 isSelected ? t.ink : t.muted);
        hairline(*p, c.left[1], y + kLineHeight - 1, placeOf(parent, parent.columns.size() - 1, c).right, t.rule);
    }
    for (std::size_t k = 0; k < line.cells.size() && k < parent.columns.size(); ++k) {
        const Cell& cell = line.cells[k];
        if (cell.parts.empty()) continue;
        const Place at = placeOf(parent, k, c);
        Part part = cell.parts.front();
        const double room = at.right - at.left - (atRight(parent.columns[k]) ? kInset : kWordInset);
        if (partWidth(part) - kPartGap > room)
            part.value = say(KH_TR("{v}"),
                             {{"v", QFontMetricsF(Theme::font(13)).elidedText(words(part.value), Qt::ElideRight, room).toStdString()}});
        const bool on = isSelected && selected.cell == static_cast<int>(k);
        const double x = atRight(parent.columns[k]) ? at.right - kInset - (partWidth(part) - kPartGap) : at.left + kWordInset;
        drawPart(p, part, QStringLiteral("part-%1-%2-0").arg(index).arg(k), x, y + 15, on, Theme::box(parent.columns[k].box));
        if (p != nullptr && cell.joins > 1) {  // a bracket around the lines that share it
            const double right = at.right - 3;
            const double bottom = y + kLineHeight * cell.joins - 4;
            vline(*p, right, y + 3, bottom, Theme::box(parent.columns[k].box));
            hairline(*p, right - 3, y + 3, right, Theme::box(parent.columns[k].box));
            hairline(*p, right - 3, bottom, right, Theme::box(parent.columns[k].box));
        }
    }
    return kLineHeight;
}

double LedgerView::renderTableFoot(QPainter* p, const Row& parent, double y, const Columns& c) {
    if (p == nullptr) return kTableFoot;
    const Tokens& t = Theme::tokens();
    drawBar(*p, parent, y, kTableFoot - 1);
    hairline(*p, c.left[0], y + kTableFoot - 1, c.right[4], t.rule);
    const Row* row = workspace().selectedRow();
    if (row == nullptr || !row->line || row->under != parent.id) return kTableFoot;
    const auto k = static_cast<std::size_t>(std::clamp(workspace().selection().cell, 0, static_cast<int>(parent.columns.size()) - 1));
    const SubColumn& column = parent.columns[k];
    const double x = drawText(*p, {c.left[0] + kSubRow, y + 15}, words(column.caption), Theme::font(12, true), Theme::box(column.box)) + 8;
    drawText(*p, {x, y + 15}, QFontMetricsF(Theme::font(12)).elidedText(words(column.help), Qt::ElideRight, c.right[4] - x),
             Theme::font(12), t.ink);
    return kTableFoot;
}

}  // namespace kh::app
