// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/pageview.h"

#include "paint/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kRow = 27.4;
constexpr double kBand = 26;

QString conditionText(const FlightMode& m) {
    if (m.when.empty() || m.when.front().empty()) return {};
    const Term& term = m.when.front().front();
    return QStringLiteral("%1 %2").arg(QString::fromStdString(term.switchId)).arg(term.place);
}

}  // namespace

void MatrixView::render(QPainter* p) {
    const Tokens& t = Theme::tokens();
    const auto& modes = workspace().setup().transmitter.modes;
    const auto& rows = workspace().page().rows;
    const Selection selected = workspace().selection();
    const double what = width() < 616 ? 126.0 * width() / 616 : 126 + (width() - 616) * 0.1;
    const auto n = static_cast<double>(std::max<std::size_t>(1, modes.size()));
    const double column = (width() - 2 * kLeft - what) / n;
    const auto left = [&](std::size_t i) { return kLeft + what + 8 + column * static_cast<double>(i); };
    const double columnWidth = column - 8;
    const auto shown = static_cast<std::size_t>(workspace().shownMode());

    double y = kBody - scroll();
    if (p != nullptr && shown < modes.size())
        p->fillRect(QRectF(left(shown) - 6, 44, columnWidth + 8, height() - 44 - kFoot), Theme::selectionTint());
    std::optional<Box> band;
    for (std::size_t r = 0; r < rows.size(); ++r) {
        const Row& row = rows[r];
        if (!band || *band != row.band) {
            band = row.band;
            if (p != nullptr) {
                p->fillRect(QRectF(kLeft, y, width() - 2 * kLeft, 2.4), Theme::box(row.band));
                double x = drawText(*p, {kLeft, y + 18}, row.band == Box::Machine ? tr("at the machine") : words(boxId(row.band)),
                                    Theme::font(13, true), Theme::box(row.band));
                const Setup& s = workspace().setup();
                const QString about = row.band == Box::Transmitter  ? QString::fromStdString(s.transmitter.profile.name)
                                      : row.band == Box::Controller ? QString::fromStdString(s.controller.profile.name)
                                                                    : tr("hover in still air, mass %1 kg, disc %2 m")
                                                                          .arg(s.machine.massKg, 0, 'f', 2)
                                                                          .arg(s.machine.rotor.discM, 0, 'f', 2);
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
                todo = words(f.todo);
                todoBox = f.box;
            }
        }
        const QRectF area(kLeft, 0, width() - 2 * kLeft, 0);
        const double texts = note.isEmpty() ? 0
                                            : drawParagraph(nullptr, area, note, Theme::font(13), t.ink) +
                                                  drawParagraph(nullptr, area, todo, Theme::font(13, true), t.ink) + 6;
        const double h = kRow + texts;
        put({QStringLiteral("row-%1").arg(r), words(row.title), words(standingId(row.standing)) + (row.broken ? tr(", broken") : QString()),
             QAccessible::Row, QRectF(0, y, width(), h), isSelected});
        if (p != nullptr) {
            if (row.broken) {
                p->fillRect(QRectF(0, y, width(), h), Theme::dangerTint());
                p->fillRect(QRectF(0, y, 4, h), t.danger);
            }
            hairline(*p, kLeft, y + 20, kLeft + 9, t.muted);
            drawFrame(*p, {kLeft + 5, y + 20}, row.standing, row.broken, 0.5);
            const double x = drawText(*p, {kLeft + 14, y + 19}, words(row.title), Theme::font(13, isSelected), t.ink);
            if (*row.unit != 0) drawText(*p, {x + 4, y + 19}, words(row.unit), Theme::font(12), t.muted);
            if (!row.findings.empty()) drawMark(*p, severity, {left(0) - 13, y + 14}, 8);
        }
        for (std::size_t c = 0; c < row.cells.size(); ++c) {
            const Cell& cell = row.cells[c];
            const bool hidden = cell.span == 0;
            double x = left(c);
            if (cell.parts.empty()) {
                if (p != nullptr) drawText(*p, {x, y + 19}, QStringLiteral("—"), Theme::font(13), t.muted);
                continue;
            }
            for (std::size_t k = 0; k < cell.parts.size(); ++k) {
                const Selection here{static_cast<int>(r), static_cast<int>(c), static_cast<int>(k)};
                const bool on = selected == here;
                Part part = cell.parts[k];
                if (columnWidth < 100 && part.look == Part::Look::Spark) part.look = Part::Look::Value;  // no room for the spark
                // a merged cell is drawn once; its own item stays, so each mode can be edited
                x = drawPart(hidden && !on ? nullptr : p, part, QStringLiteral("part-%1-%2-%3").arg(r).arg(c).arg(k), x, y + 19, on,
                             Theme::box(row.band), c == shown && !hidden);
            }
            if (p != nullptr && cell.span > 1) {
                const bool all = cell.span == static_cast<int>(row.cells.size());
                if (all) x = drawText(*p, {x, y + 19}, tr("in every mode"), Theme::font(12), t.muted) + 10;
                const double end = left(c + static_cast<std::size_t>(cell.span) - 1) + columnWidth * 0.3;
                if (end > x) {
                    hairline(*p, x, y + 14, end, t.muted);
                    vline(*p, end, y + 11, y + 18, t.muted);
                }
            }
        }
        if (p != nullptr && !note.isEmpty()) {
            const double used = drawParagraph(p, QRectF(area.left(), y + kRow, area.width(), 0), note, Theme::font(13), t.ink);
            drawParagraph(p, QRectF(area.left(), y + kRow + used, area.width(), 0), todo, Theme::font(13, true), Theme::box(todoBox));
        }
        y += h;
        if (p != nullptr) hairline(*p, kLeft, y - 1, width() - kLeft, t.rule);
    }
    setContentHeight(y + scroll() + 6);
    if (p == nullptr) return;
    p->fillRect(QRectF(0, 0, width(), kBody - 1), t.sheet);
    const bool governed = workspace().setup().speedController.control == SpeedControl::Governor;
    drawHeader(p, governed ? tr("school: one governed value in each mode") : tr("school: the throttle curve holds the speed"));
    for (std::size_t i = 0; i < modes.size(); ++i) {
        const bool on = i == shown;
        if (on) p->fillRect(QRectF(left(i) - 6, 41, columnWidth + 8, kBody - 42), Theme::selectionTint());
        if (on) p->fillRect(QRectF(left(i), 41, columnWidth, 2.4), t.ink);
        else hairline(*p, left(i), 42, left(i) + columnWidth, t.muted);
        const double x = drawText(*p, {left(i), 62}, QString::fromStdString(modes[i].name), Theme::font(13, true), t.ink);
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
    Selection s = workspace().selection();
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

void MatrixView::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_D && event->modifiers().testFlag(Qt::ControlModifier)) {  // copy to the next mode
        const Row* row = workspace().selectedRow();
        const Part* part = workspace().selectedPart();
        const Selection s = workspace().selection();
        if (row == nullptr || part == nullptr || part->field.empty() || s.cell + 1 >= static_cast<int>(row->cells.size())) return;
        const auto& next = row->cells[static_cast<std::size_t>(s.cell) + 1].parts;
        if (s.part >= static_cast<int>(next.size()) || next[static_cast<std::size_t>(s.part)].field.empty()) return;
        const auto f = readField(workspace().setup(), part->field);
        if (f) workspace().document().edit(tr("Copy to the next mode"), {{next[static_cast<std::size_t>(s.part)].field, f->value}});
        workspace().select({s.row, s.cell + 1, s.part});
        return;
    }
    PageView::keyPressEvent(event);
}

QString MatrixView::keyLine() const { return tr("Tab|mode  Enter|edit  Ctrl D|copy to next mode  F5|pose  F1|why  F9|deck"); }

void ProofView::render(QPainter* p) {
    const Tokens& t = Theme::tokens();
    const auto& findings = workspace().evaluation().findings;
    const double station = width() - 184;
    const double box = width() - 102;
    double y = kBody - scroll();
    for (std::size_t i = 0; i < findings.size(); ++i) {
        const Finding& f = findings[i];
        const bool on = static_cast<int>(i) == workspace().selectedFinding();
        const QRectF area(42, 0, width() - 58, 0);
        double h = 28;
        if (on) {
            h = 34 + drawParagraph(nullptr, area, words(f.found), Theme::font(13), t.ink) +
                drawParagraph(nullptr, area, words(f.why), Theme::font(13), t.ink) +
                drawParagraph(nullptr, QRectF(42, 0, width() - 160, 0), words(f.todo), Theme::font(13, true), t.ink) + 30;
        }
        put({QStringLiteral("row-%1").arg(i), words(f.title), words(severityId(f.severity)) + QStringLiteral(", ") + words(boxId(f.box)),
             QAccessible::ListItem, QRectF(0, y, width(), h), on});
        if (p != nullptr) {
            if (on) {
                const QColor c = Theme::severity(f.severity);
                p->fillRect(QRectF(0, y, width(), h), Theme::over(t.sheet, c, f.severity == Severity::Danger ? t.dangerTint : t.boxTint));
                p->fillRect(QRectF(0, y, 4, h), c);
            }
            drawMark(*p, f.severity, {25, y + 14});
            const QFont font = Theme::font(on ? 15 : 13, on);
            drawText(*p, {42, y + 19}, QFontMetricsF(font).elidedText(words(f.title), Qt::ElideRight, station - 52), font, t.ink);
            drawText(*p, {station, y + 19}, words(stationName(f.station)), Theme::font(13), t.ink);
            drawText(*p, {box, y + 19}, words(boxId(f.box)), Theme::font(13), Theme::box(f.box));
            if (on) {
                double ty = y + 30;
                ty += drawParagraph(p, QRectF(42, ty, area.width(), 0), words(f.found), Theme::font(13), t.ink);
                ty += drawParagraph(p, QRectF(42, ty, area.width(), 0), words(f.why), Theme::font(13), t.ink);
                ty += drawParagraph(p, QRectF(42, ty, width() - 160, 0), words(f.todo), Theme::font(13, true), Theme::box(f.box));
                hairline(*p, 42, ty + 2, width() - kLeft, t.rule);
                double x = drawText(*p, {42, ty + 20}, tr("witness"), Theme::font(12), t.muted) + 14;
                if (f.witness) {
                    for (const auto& [id, place] : f.witness->to.switches) {
                        const QString text = QStringLiteral("%1 %2").arg(QString::fromStdString(id)).arg(place);
                        const double w = textWidth(text, Theme::font(12, true)) + 12;
                        p->setPen(QPen(Theme::severity(f.severity), 1.2));
                        p->setBrush(Qt::NoBrush);
                        p->drawRoundedRect(QRectF(x, ty + 7, w, 18), 2, 2);
                        drawText(*p, {x + 6, ty + 20}, text, Theme::font(12, true), Theme::severity(f.severity));
                        x += w + 6;
                    }
                    const auto say1 = [&](const char* name, const std::optional<double>& v) {
                        if (v)
                            x = drawText(*p, {x + 4, ty + 20},
                                         QStringLiteral("%1 %2").arg(words(name), words(say("{v}", {{"v", signedNum(*v, 2)}}))),
                                         Theme::font(12), t.ink) +
                                6;
                    };
                    say1(KH_TR("collective"), f.witness->to.collective);
                    say1(KH_TR("aileron"), f.witness->to.aileron);
                    say1(KH_TR("elevator"), f.witness->to.elevator);
                    say1(KH_TR("rudder"), f.witness->to.rudder);
                } else {
                    drawText(*p, {x, ty + 20}, tr("no state shows it; F5 goes to the cell"), Theme::font(12), t.muted);
                }
                // the pose button
                const bool posed = workspace().posedFinding() == static_cast<int>(i);
                const QString label = posed ? tr("F5 posed") : f.witness ? tr("F5 pose") : tr("F5 go there");
                const double w = textWidth(label, Theme::font(13, true)) + (posed ? 34 : 18);
                const QRectF button(width() - kLeft - w, ty - 20, w, 22);
                const QColor c = Theme::severity(f.severity);
                p->setPen(QPen(c, 1.4));
                p->setBrush(posed ? c : t.sheet);
                p->drawRoundedRect(button, 2, 2);
                drawText(*p, {button.left() + 9, button.top() + 16}, label, Theme::font(13, true), posed ? t.sheet : c);
                if (posed) drawTick(*p, {button.right() - 13, button.center().y()}, t.sheet);
            } else {
                hairline(*p, kLeft, y + h - 1, width() - kLeft, t.rule);
            }
        }
        if (on)
            put({QStringLiteral("pose"), tr("Pose"), workspace().posedFinding() == static_cast<int>(i) ? tr("posed") : QString(),
                 QAccessible::Button, QRectF(width() - 140, y + h - 52, 124, 24)});
        y += h;
    }
    setContentHeight(y + scroll() + 6);
    if (p == nullptr) return;
    p->fillRect(QRectF(0, 0, width(), kBody), t.sheet);
    drawHeader(p, tr("%1 rules tried").arg(allRules().size()));
    hairline(*p, kLeft, 42, station - 8, t.muted);
    hairline(*p, station, 42, box - 8, t.muted);
    hairline(*p, box, 42, width() - kLeft, t.muted);
    double x = drawText(*p, {kLeft, 62}, tr("finding"), Theme::font(13), t.muted) + 22;
    for (const Severity s : {Severity::Danger, Severity::Warning, Severity::Note}) {
        const std::size_t n = workspace().evaluation().count(s);
        drawMark(*p, s, {x + 4, 57}, 8);
        x = drawText(*p, {x + 13, 62}, QStringLiteral("%1 %2").arg(n).arg(words(severityId(s))), Theme::font(13, true),
                     Theme::severity(s)) +
            16;
    }
    drawText(*p, {station, 62}, tr("settled at"), Theme::font(13), t.muted);
    drawText(*p, {box, 62}, tr("change it in"), Theme::font(13), t.muted);
    if (findings.empty()) {
        drawTick(*p, {26, kBody + 20}, t.pass);
        drawText(*p, {42, kBody + 25},
                 tr("No rule found anything. That is not a promise that the model is safe: it says which checks passed."), Theme::font(13),
                 t.ink);
    }
}

void ProofView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    if (i->id == QStringLiteral("pose")) workspace().togglePose();
    else if (i->id.startsWith(QStringLiteral("row-"))) workspace().selectFinding(i->id.mid(4).toInt());
}

void ProofView::moveRow(int by) { workspace().selectFinding(workspace().selectedFinding() + by); }

void ProofView::keyPressEvent(QKeyEvent* event) {
    const int index = workspace().selectedFinding();
    if (index >= 0 && (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter)) {
        workspace().goToField(workspace().evaluation().findings[static_cast<std::size_t>(index)].subject);
        return;
    }
    PageView::keyPressEvent(event);
}

QString ProofView::keyLine() const {
    return tr("F5|pose  Enter|go there  Ctrl Enter|set the remedy  F1|why  Ctrl P|print the sheet  F9|deck");
}

}  // namespace kh::app
