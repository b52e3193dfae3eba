// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/pageview.h"

#include "paint/look/theme.h"

#include <QPainter>
#include <QPainterPath>
#include <cmath>
#include <numeric>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kRow = 28;
constexpr double kLine = 18;
constexpr double kBaseline = 19;
constexpr std::array kBoxes{Box::Transmitter, Box::Controller, Box::Machine};

constexpr double kLeastBox = 72;
constexpr double kStandingWord = 15;  ///< behind its frame
constexpr double kRounding = 1;       ///< or a title as wide as its column is elided
constexpr double kMarkRoom = 11;      ///< of a warning or note behind a title
constexpr const char* kMachineHead = KH_TR("at the machine");

void drawTornEdge(QPainter& p, QRectF left, QRectF right, const QColor& colour) {
    // the cells part at a zigzag; the second has slipped
    const double top = std::min(left.top(), right.top());
    const double bottom = std::max(left.bottom(), right.bottom());
    for (const double x : {left.right(), right.left()}) {
        QPolygonF zig;
        bool out = false;
        for (double y = top; y <= bottom + 0.1; y += 8, out = !out) zig << QPointF(x + (out ? 4 : -3), std::min(y, bottom));
        p.setPen(QPen(colour, 2));
        p.drawPolyline(zig);
    }
}

}  // namespace

LedgerView::Columns LedgerView::columns() const {
    const std::array<double, 5>& design = workspace().entry().columns;
    const double gap = 10;
    const double scale = (wide() - 2 * kLeft - 4 * gap + 8) / std::accumulate(design.begin(), design.end(), 0.0);
    // in a narrow window titles, names of boxes and standings stay whole; whoever has more room than that gives
    const QFont bold = Theme::font(13, true);
    std::array<double, 5> least{0, kLeastBox, kLeastBox, textWidth(words(kMachineHead), bold), 0};
    for (const Row& row : workspace().page().rows) {
        if (!row.line)
            least[0] = std::max(least[0], textWidth(words(row.title), bold) + (row.under.empty() ? 0 : kSubRow) +
                                              (row.findings.empty() || row.broken ? 0 : kMarkRoom) + kRounding);
        least[4] = std::max(least[4], textWidth(words(standingId(row.standing)), Theme::font(13)) + kStandingWord);
    }
    double lacking = 0, spare = 0;
    for (std::size_t i = 0; i < 5; ++i) {
        least[i] = std::min(least[i] + 1, design[i]);
        const double over = design[i] * scale - least[i];
        (over < 0 ? lacking : spare) += std::abs(over);
    }
    const double given = spare > 0 ? std::min(1.0, lacking / spare) : 0.0;
    Columns c{};
    double x = kLeft;
    for (std::size_t i = 0; i < 5; ++i) {
        c.left[i] = std::floor(x);
        const double over = design[i] * scale - least[i];
        c.right[i] = std::floor(x + (over < 0 ? least[i] : design[i] * scale - over * given));
        x = c.right[i] + gap;
    }
    return c;
}

int LedgerView::linesOf(const Cell& cell, double width) const {
    int lines = 1;
    double x = 0;
    for (std::size_t k = 0; k < cell.parts.size(); ++k) {
        const Part& part = cell.parts[k];
        const double glued = part.as<Part::Port>() != nullptr && k + 1 < cell.parts.size() ? partWidth(cell.parts[k + 1]) : 0;
        if (x > 0 && x + partWidth(part) + glued - 9 > width) {
            ++lines;
            x = 0;
        }
        x += partWidth(part);
        if (partLines(part, width) == 2) {
            ++lines;
            x = 1e6;
        }
    }
    return lines;
}

double LedgerView::renderRow(QPainter* p, const Row& row, int index, double y, const Columns& c) {
    const Tokens& t = Theme::tokens();
    const session::Selection selected = workspace().selection();
    const bool isSelected = selected.row == index;
    int lines = 1;
    for (std::size_t b = 0; b < 3; ++b)
        lines = std::max(lines, linesOf(row.cells[b], c.right[b + 1] - c.left[b + 1] - (row.broken ? 14 : 0)));
    const double cellsHeight = kRow + kLine * (lines - 1) + (row.broken ? 12 : 0);
    // dangers say at once what they do; the rest when selected
    QVector<std::pair<QString, QString>> texts;
    QVector<Box> boxes;
    for (const std::size_t f : row.findings) {
        const Finding& finding = workspace().evaluation().findings[f];
        if (finding.severity != Severity::Danger && !isSelected) continue;
        texts.push_back({words(finding.found), words(workspace().repair().remedyText(finding))});
        boxes.push_back(finding.box);
    }
    const QRectF area(c.left[1], 0, c.right[4] - c.left[1], 0);
    const QString help = isSelected ? words(row.help) : QString();
    double textHeight = help.isEmpty() ? 0 : drawParagraph(nullptr, area, help, Theme::font(12), t.muted);
    for (const auto& [found, todo] : texts)
        textHeight += drawParagraph(nullptr, area, found, Theme::font(13), t.ink) +
                      drawParagraph(nullptr, area, todo, Theme::font(13, true), t.ink) + 3;
    const double height = cellsHeight + (textHeight > 0 ? textHeight + 8 : 0);

    put({QStringLiteral("row-%1").arg(index), words(row.title), words(standingId(row.standing)) + (row.broken ? tr(", broken") : QString()),
         QAccessible::Row, QRectF(0, y, wide(), height), isSelected});
    if (p != nullptr) {
        if (row.broken) {
            p->fillRect(QRectF(0, y, wide(), height), Theme::dangerTint());
            p->fillRect(QRectF(0, y, 4, height), t.danger);
        } else if (isSelected) {
            p->fillRect(QRectF(0, y, wide(), height - 1), Theme::selectionTint());
        }
        const double in = row.under.empty() ? 0 : kSubRow;
        const QFont font = Theme::font(13, row.broken || isSelected);
        const double mark = row.findings.empty() || row.broken ? 0 : kMarkRoom;
        drawText(*p, {c.left[0] + in, y + kBaseline},
                 QFontMetricsF(font).elidedText(words(row.title), Qt::ElideRight, c.right[0] - c.left[0] - in - mark), font,
                 row.under.empty() ? t.ink : t.muted);
        if (!row.findings.empty()) {
            const Finding& worst = workspace().evaluation().findings[row.findings.front()];
            if (row.broken) {
                drawMark(*p, Severity::Danger, {c.left[0] + 5, y + kBaseline + 14});
                drawText(*p, {c.left[0] + 14, y + kBaseline + 18}, tr("broken"), Theme::font(13, true), t.danger);
            } else {
                drawMark(*p, worst.severity, {c.right[0] - 4, y + kBaseline - 5}, 8);
            }
        }
    }
    drawOpener(p, row, 8, y + kBaseline - 5);
    std::array<QRectF, 3> cellRects;
    int taking = 0;
    for (std::size_t b = 0; b < 3; ++b) {
        const Cell& cell = row.cells[b];
        const bool torn = row.broken && !cell.parts.empty();
        const double slip = torn && taking > 0 ? 7 : 0;
        double x = c.left[b + 1] + (torn ? 8 : 0);
        double base = y + kBaseline + (torn ? 3 : 0) + slip;
        cellRects[b] = QRectF(c.left[b + 1], y + 3 + slip, c.right[b + 1] - c.left[b + 1], cellsHeight - 12);
        if (cell.parts.empty()) {
            if (p != nullptr) drawText(*p, {x, y + kBaseline}, QStringLiteral("—"), Theme::font(13), t.muted);
            continue;
        }
        ++taking;
        if (p != nullptr && torn) {
            p->setRenderHint(QPainter::Antialiasing);
            p->setPen(QPen(Theme::box(kBoxes[b]), 1.6));
            p->setBrush(t.sheet);
            p->drawRect(cellRects[b]);
            p->setRenderHint(QPainter::Antialiasing, false);
        }
        for (std::size_t k = 0; k < cell.parts.size(); ++k) {
            double w = partWidth(cell.parts[k]);
            if (cell.parts[k].as<Part::Port>() != nullptr && k + 1 < cell.parts.size())
                w += partWidth(cell.parts[k + 1]);  // a badge keeps its value
            if (x > c.left[b + 1] + 8 && x + w - 9 > c.right[b + 1]) {
                x = c.left[b + 1] + (torn ? 8 : 0);
                base += kLine;
            }
            const session::Selection here{index, static_cast<int>(b), static_cast<int>(k)};
            const double room = c.right[b + 1] - c.left[b + 1] - (row.broken ? 14 : 0);
            x = drawPart(p, cell.parts[k], QStringLiteral("part-%1-%2-%3").arg(index).arg(b).arg(k), x, base, selected == here,
                         Theme::box(kBoxes[b]), false, room);
            if (partLines(cell.parts[k], room) == 2) base += kLine;
        }
    }
    if (p != nullptr) {
        if (row.broken) {
            p->setRenderHint(QPainter::Antialiasing);
            for (std::size_t b = 2; b > 0; --b)
                if (!row.cells[b].parts.empty()) {
                    std::size_t before = b - 1;
                    while (before > 0 && row.cells[before].parts.empty()) --before;
                    if (!row.cells[before].parts.empty()) drawTornEdge(*p, cellRects[before], cellRects[b], t.danger);
                    break;
                }
            p->setRenderHint(QPainter::Antialiasing, false);
        }
        // standing: the same frame as in the keel
        const double sx = c.left[4];
        hairline(*p, sx, y + kBaseline + 1, sx + 9, t.muted);
        drawFrame(*p, {sx + 5, y + kBaseline + 1}, row.standing, row.broken, 0.55);
        drawText(*p, {sx + kStandingWord, y + kBaseline}, words(standingId(row.standing)), Theme::font(13),
                 row.broken                          ? t.ink
                 : row.standing == Standing::Proved  ? t.pass
                 : row.standing == Standing::Default ? t.muted
                                                     : t.ink);
        if (row.broken && !row.standingNote.empty())
            drawText(*p, {sx + kStandingWord, y + kBaseline + kLine},
                     QFontMetricsF(Theme::font(12)).elidedText(shown(row.standingNote), Qt::ElideRight, c.right[4] - sx - kStandingWord),
                     Theme::font(12), t.muted);
        double ty = y + cellsHeight;
        if (!help.isEmpty()) ty += drawParagraph(p, QRectF(area.left(), ty, area.width(), 0), help, Theme::font(12), t.muted);
        for (int i = 0; i < texts.size(); ++i) {
            ty += drawParagraph(p, QRectF(area.left(), ty, area.width(), 0), texts[i].first, Theme::font(13), t.ink);
            ty += drawParagraph(p, QRectF(area.left(), ty, area.width(), 0), texts[i].second, Theme::font(13, true), Theme::box(boxes[i])) +
                  3;
        }
        // the rule under a row is its chain: tinted where a box takes part, a ring at each joint
        const double ly = y + height - 1;
        int previous = -1;
        if (!row.broken) {
            hairline(*p, c.left[0], ly, c.right[0], t.rule);
            hairline(*p, c.left[4], ly, c.right[4], t.rule);
            for (int b = 0; b < 3; ++b) {
                const auto i = static_cast<std::size_t>(b);
                const bool part = !row.cells[i].parts.empty();
                const QColor colour = part ? Theme::over(t.sheet, Theme::box(kBoxes[i]), 0.8) : t.rule;
                hairline(*p, c.left[i + 1], ly, c.right[i + 1], colour);
                if (!part) continue;
                if (previous >= 0) {
                    for (int k = previous + 1; k <= b; ++k)
                        hairline(*p, c.right[static_cast<std::size_t>(k)], ly, c.left[static_cast<std::size_t>(k) + 1], colour);
                    p->setRenderHint(QPainter::Antialiasing);
                    p->setPen(QPen(Theme::box(kBoxes[i]), 1));
                    p->setBrush(t.sheet);
                    p->drawEllipse(QPointF(c.left[i + 1] - 5, ly + .5), 2.6, 2.6);
                    p->setRenderHint(QPainter::Antialiasing, false);
                }
                previous = b;
            }
        }
    }
    return height;
}

void LedgerView::render(QPainter* p) {
    const Tokens& t = Theme::tokens();
    const Columns c = columns();
    const auto& rows = workspace().page().rows;
    double y = kBody - scroll();
    if (p != nullptr) p->save();
    if (p != nullptr) p->setClipRect(QRectF(0, kBody, wide(), high() - kBody - kFoot));
    const Row* table = nullptr;
    for (std::size_t i = 0; i < rows.size(); ++i) {
        if (rows[i].line && table != nullptr) {
            y += renderLine(p, *table, rows[i], static_cast<int>(i), y, c);
            if (i + 1 == rows.size() || !rows[i + 1].line) y += renderTableFoot(p, *table, y, c);
            continue;
        }
        y += renderRow(p, rows[i], static_cast<int>(i), y, c);
        table = rows[i].columns.empty() || i + 1 == rows.size() || !rows[i + 1].line ? nullptr : &rows[i];
        if (table != nullptr) y += renderTableHead(p, *table, y, c);
    }
    setContentHeight(y + scroll() + 6);
    if (p == nullptr) return;
    p->restore();
    p->fillRect(QRectF(0, 0, wide(), kBody), t.sheet);
    drawHeader(p, {}, wide());
    const std::array<const char*, 5> heads{KH_TR("what"), KH_TR("transmitter"), KH_TR("controller"), kMachineHead, KH_TR("standing")};
    for (std::size_t i = 0; i < 5; ++i) {
        const bool box = i >= 1 && i <= 3;
        const QColor colour = box ? Theme::box(kBoxes[i - 1]) : t.muted;
        if (box) p->fillRect(QRectF(c.left[i], 41, c.right[i] - c.left[i], 2.4), colour);
        else hairline(*p, c.left[i], 42, c.right[i], t.muted);
        const QFont font = Theme::font(13, box);
        drawText(*p, {c.left[i], 62}, QFontMetricsF(font).elidedText(words(heads[i]), Qt::ElideRight, c.right[i] - c.left[i] + 4), font,
                 colour);
    }
}

std::vector<const char*> LedgerView::keyLine() const {
    const Row* row = workspace().selectedRow();
    if (row != nullptr && (!row->under.empty() || row->opens))
        return {"page-edit", "page-part", "page-open", "why", "pose", "next", "reading", "measured", "find"};
    return {"page-edit", "page-part", "why", "pose", "next", "reading", "measured", "print", "fold-deck", "find"};
}

int PageView::partLines(const Part& part, double room) {
    return partWidth(part) - kPartGap > room && words(part.value).contains(QStringLiteral(", ")) ? 2 : 1;
}

}  // namespace kh::app
