// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/pageview.h"

#include "judge/modechecks.h"

#include "paint/look/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kModeRow = 27.4;
constexpr double kBand = 26;

QString conditionText(const FlightMode& m) {
    if (m.when.empty() || m.when.front().empty()) return {};
    const Term& term = m.when.front().front();
    return QStringLiteral("%1 %2").arg(shown(term.switchId)).arg(term.place);
}

}  // namespace

void MatrixView::render(QPainter* p) {
    const Tokens& t = Theme::tokens();
    const auto& modes = workspace().setup().transmitter.modes;
    const auto& rows = workspace().page().rows;
    const session::Selection selected = workspace().selection();
    const double what = wide() < 616 ? 126.0 * wide() / 616 : 126 + (wide() - 616) * 0.1;
    const auto n = static_cast<double>(std::max<std::size_t>(1, modes.size()));
    const double column = (wide() - 2 * kLeft - what) / n;
    const auto left = [&](std::size_t i) { return kLeft + what + 8 + column * static_cast<double>(i); };
    const double columnWidth = column - 8;
    const auto flown = static_cast<std::size_t>(workspace().shownMode());

    double y = kBody - scroll();
    if (p != nullptr && flown < modes.size())
        p->fillRect(QRectF(left(flown) - 6, 44, columnWidth + 8, high() - 44 - kFoot), Theme::selectionTint());
    std::optional<Box> band;
    for (std::size_t r = 0; r < rows.size(); ++r) {
        const Row& row = rows[r];
        if (!band || *band != row.band) {
            band = row.band;
            if (p != nullptr) {
                p->fillRect(QRectF(kLeft, y, wide() - 2 * kLeft, 2.4), Theme::box(row.band));
                double x = drawText(*p, {kLeft, y + 18}, row.band == Box::Machine ? tr("at the machine") : words(boxName(row.band)),
                                    Theme::font(13, true), Theme::box(row.band));
                const Setup& s = workspace().setup();
                const auto aboutMachine = [&, of = workspace().entry().aboutMachine] { return of == nullptr ? QString() : words(of(s)); };
                const QString about = row.band == Box::Transmitter  ? shown(s.transmitter.profile->name)
                                      : row.band == Box::Controller ? shown(s.controller.profile->name)
                                                                    : aboutMachine();
                drawText(*p, {std::max(x + 12, left(0)), y + 18}, about, Theme::font(12), t.muted);
            }
            y += kBand;
        }
        const bool isSelected = selected.row == static_cast<int>(r);
        QString note;
        QString todo;
        Box todoBox = Box::Transmitter;
        Severity severity = Severity::Note;
        if (!row.findings.empty()) {
            const Finding& f = workspace().evaluation().findings[row.findings.front()];
            severity = f.severity;
            if (row.broken || isSelected) {
                note = words(f.found);
                todo = words(workspace().repair().remedyText(f));
                todoBox = f.box;
            }
        }
        const QRectF area(kLeft, 0, wide() - 2 * kLeft, 0);
        const bool helps = note.isEmpty() && isSelected && *row.help != 0;
        const double texts = helps            ? drawParagraph(nullptr, area, words(row.help), Theme::font(12), t.muted) + 6
                             : note.isEmpty() ? 0
                                              : drawParagraph(nullptr, area, note, Theme::font(13), t.ink) +
                                                    drawParagraph(nullptr, area, todo, Theme::font(13, true), t.ink) + 6;
        const double h = kModeRow + texts;
        put({QStringLiteral("row-%1").arg(r), words(row.title), words(standingId(row.standing)) + (row.broken ? tr(", broken") : QString()),
             QAccessible::Row, QRectF(0, y, wide(), h), isSelected});
        if (p != nullptr) {
            if (row.broken) {
                p->fillRect(QRectF(0, y, wide(), h), Theme::dangerTint());
                p->fillRect(QRectF(0, y, 4, h), t.danger);
            }
            hairline(*p, kLeft, y + 20, kLeft + 9, t.muted);
            drawFrame(*p, {kLeft + 5, y + 20}, row.standing, row.broken, 0.5);
            const double in = row.under.empty() ? 0 : kSubRow;
            const double x = drawText(*p, {kLeft + 14 + in, y + 19}, words(row.title), Theme::font(13, isSelected),
                                      row.under.empty() ? t.ink : t.muted, left(0) - 4);
            const QString unit = words(row.unit.c_str());
            if (!unit.isEmpty() && x + 4 + textWidth(unit, Theme::font(12)) < left(0) - 2)
                drawText(*p, {x + 4, y + 19}, unit, Theme::font(12), t.muted);
            if (!row.findings.empty()) drawMark(*p, severity, {8, y + 14}, 8);  // in the margin: titles reach the first column
        }
        drawOpener(p, row, 8, row.findings.empty() ? y + 14 : y + 23);
        for (std::size_t c = 0; c < row.cells.size(); ++c) {
            const Cell& cell = row.cells[c];
            const bool hidden = cell.span == 0;
            double x = left(c);
            if (cell.parts.empty()) {
                if (p != nullptr) drawText(*p, {x, y + 19}, QStringLiteral("—"), Theme::font(13), t.muted);
                continue;
            }
            for (std::size_t k = 0; k < cell.parts.size(); ++k) {
                const session::Selection here{static_cast<int>(r), static_cast<int>(c), static_cast<int>(k)};
                const bool on = selected == here;
                Part part = cell.parts[k];
                if (part.as<Part::Spark>() != nullptr && partWidth(part, c == flown) > columnWidth)
                    part.kind = Part::Entry{part.field()};  // no room
                // a merged cell is drawn once; its own item stays, so each mode can be edited
                x = drawPart(hidden && !on ? nullptr : p, part, QStringLiteral("part-%1-%2-%3").arg(r).arg(c).arg(k), x, y + 19, on,
                             Theme::box(row.band), c == flown && !hidden);
            }
            if (p != nullptr && cell.span > 1) {
                const bool all = cell.span == static_cast<int>(row.cells.size());
                const bool edited = isSelected && selected.cell > static_cast<int>(c) && selected.cell < static_cast<int>(c) + cell.span;
                if (all && !edited) x = drawText(*p, {x, y + 19}, tr("in every mode"), Theme::font(12), t.muted) + 10;
                const double end = left(c + static_cast<std::size_t>(cell.span) - 1) + columnWidth * 0.3;
                if (end > x) {
                    hairline(*p, x, y + 14, end, t.muted);
                    vline(*p, end, y + 11, y + 18, t.muted);
                }
            }
        }
        if (p != nullptr && helps)
            drawParagraph(p, QRectF(area.left(), y + kModeRow, area.width(), 0), words(row.help), Theme::font(12), t.muted);
        if (p != nullptr && !note.isEmpty()) {
            const double used = drawParagraph(p, QRectF(area.left(), y + kModeRow, area.width(), 0), note, Theme::font(13), t.ink);
            drawParagraph(p, QRectF(area.left(), y + kModeRow + used, area.width(), 0), todo, Theme::font(13, true), Theme::box(todoBox));
        }
        y += h;
        if (p != nullptr) hairline(*p, kLeft, y - 1, wide() - kLeft, t.rule);
    }
    setContentHeight(y + scroll() + 6);
    if (p == nullptr) return;
    p->fillRect(QRectF(0, 0, wide(), kBody - 1), t.sheet);
    const bool governed = speedControllerGoverns(workspace().setup());
    drawHeader(p, governed ? tr("school: one governed value in each mode") : tr("school: the throttle curve holds the speed"), wide());
    for (std::size_t i = 0; i < modes.size(); ++i) {
        const bool on = i == flown;
        if (on) p->fillRect(QRectF(left(i) - 6, 41, columnWidth + 8, kBody - 42), Theme::selectionTint());
        if (on) p->fillRect(QRectF(left(i), 41, columnWidth, 2.4), t.ink);
        else hairline(*p, left(i), 42, left(i) + columnWidth, t.muted);
        const double x = drawText(*p, {left(i), 62}, shown(modes[i].name), Theme::font(13, true), t.ink);
        const QString when = conditionText(modes[i]);
        const double w = textWidth(when, Theme::font(12, true));
        if (x + w + 6 < left(i) + columnWidth + 6)
            drawText(*p, {left(i) + columnWidth - w, 62}, when, Theme::font(12, true), t.transmitter);
    }
    if (rows.empty())
        drawText(*p, {kLeft, 110}, tr("The modes cannot be computed; the Proof station says what to correct."), Theme::font(13), t.muted);
}

void MatrixView::movePart(int by) {
    // along the row, over modes; parts of a cell first
    const Row* row = workspace().selectedRow();
    if (row == nullptr) return;
    session::Selection s = workspace().selection();
    const auto parts = [&](int cell) { return static_cast<int>(row->cells[static_cast<std::size_t>(cell)].parts.size()); };
    const int cells = static_cast<int>(row->cells.size());
    if (s.cell >= 0 && s.cell < cells && s.part + by >= 0 && s.part + by < parts(s.cell)) {
        s.part += by;
        workspace().select(s);
        return;
    }
    for (int c = s.cell + by; c >= 0 && c < cells; c += by)
        if (parts(c) > 0) {
            workspace().select({s.row, c, by > 0 ? 0 : parts(c) - 1});
            return;
        }
    PageView::movePart(by);
}

std::vector<const char*> MatrixView::keyLine() const {
    const Row* row = workspace().selectedRow();
    if (row != nullptr && (!row->under.empty() || row->opens))
        return {"page-part", "page-edit", "page-open", "matrix-copy", "matrix-row", "pose", "why"};
    return {"page-part", "page-edit", "matrix-copy", "matrix-row", "matrix-rename", "pose", "why"};
}

}  // namespace kh::app
