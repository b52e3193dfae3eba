// SPDX-License-Identifier: GPL-3.0-or-later
//
// The repair plan: one step a row, what goes with it, and what is done by hand.
#include "app/views/planview.h"

#include "app/table/proofswitch.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QPainter>
#include <algorithm>
#include <utility>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kClosed = 40;
constexpr double kBarrier = 24;
constexpr double kLeftHead = 30;
constexpr double kSeenHead = 28;
constexpr double kStepText = 46;
constexpr double kPart = 18;

double changeAt(double width) { return width - 322; }
double boxAt(double width) { return width - 114; }

}  // namespace

QString PlanView::headline() const {
    const Plan& plan = workspace().repair().plan();
    if (!workspace().repair().fresh()) return tr("being worked out …");
    if (plan.steps.empty())
        return plan.left.empty() ? tr("nothing to repair: no danger, no warning") : tr("nothing in the boxes heals what is left");
    const QString changes = counted(plan.steps.size(), KH_TR("{n} change heals"), KH_TR("{n} changes heal"));
    const std::size_t all = plan.dangers + plan.warnings;
    const QString what = plan.left.empty() ? tr("all %1").arg(all) : tr("all but %1 of %2").arg(plan.left.size()).arg(all);
    const QString hands = plan.byHand() == 0 ? QString() : tr("; %1 by hand").arg(plan.byHand());
    return QStringLiteral("%1 %2%3%4").arg(changes, what, hands, plan.complete ? QString() : tr("; not looked at to the end"));
}

double PlanView::stepHeight(std::size_t index) const {
    const StepText& text = workspace().repair().texts()[index];
    double h = kClosed + kPart * static_cast<double>(healLines(index) - 1) + healsBelow(index);
    if (static_cast<int>(index) != workspace().repair().step()) return h;
    const QRectF area(kStepText, 0, wide() - kStepText - kLeft, 0);
    h += drawParagraph(nullptr, area, words(text.found), Theme::font(13), Theme::tokens().ink);
    return h + drawParagraph(nullptr, area, words(text.todo), Theme::font(13, true), Theme::tokens().ink) + 10;
}

bool PlanView::changeBreaks(const StepText& text) const {
    return textWidth(words(text.was), Theme::font(13)) + textWidth(words(text.is), Theme::font(13, true)) + 28 >
           boxAt(wide()) - changeAt(wide()) - 12;
}

QFont PlanView::titleFont(std::size_t index) const {
    const bool open = static_cast<int>(index) == workspace().repair().step();
    return Theme::font(open ? 15 : 13, open);
}

bool PlanView::titleBreaks(std::size_t index) const {
    return textWidth(words(workspace().repair().texts()[index].title), titleFont(index)) > changeAt(wide()) - kStepText - 10;
}

double PlanView::healsBelow(std::size_t index) const {
    const StepText& text = workspace().repair().texts()[index];
    const double change = changeAt(wide());
    const double room = change - 10 - kStepText - 14;
    const bool cut = changeBreaks(text) && std::any_of(text.heals.begin(), text.heals.end(), [&](const HealedText& h) {
                         return textWidth(words(h.title), Theme::font(12)) > room;
                     });
    const double title = titleBreaks(index) ? drawParagraph(nullptr, QRectF(0, 0, change - kStepText - 10, 0), words(text.title),
                                                            titleFont(index), Theme::tokens().ink) -
                                                  kPart
                                            : 0.0;
    return std::max(title, cut ? kPart : 0.0);
}

double PlanView::healRoom(std::size_t index) const {
    const PlanStep& s = workspace().repair().plan().steps[index];
    if (healsBelow(index) > 0.0) return wide() - kLeft;
    if (changeBreaks(workspace().repair().texts()[index])) return changeAt(wide()) - 10;
    return s.provisional || s.proposal ? boxAt(wide()) - 10 : wide() - kLeft;
}

std::size_t PlanView::healLines(std::size_t index) const {
    const StepText& text = workspace().repair().texts()[index];
    const double room = healRoom(index);
    std::size_t lines = 1;
    double x = kStepText;
    for (const HealedText& h : text.heals) {
        const double w = textWidth(words(h.title), Theme::font(12)) + 30;
        if (x > kStepText && x + w > room) {
            ++lines;
            x = kStepText;
        }
        x += w;
    }
    return lines;
}

double PlanView::drawHeals(QPainter& p, std::size_t index, double y) const {
    const Tokens& t = Theme::tokens();
    const StepText& text = workspace().repair().texts()[index];
    const double room = healRoom(index);
    double x = kStepText;
    for (const HealedText& h : text.heals) {
        const double w = textWidth(words(h.title), Theme::font(12)) + 30;
        if (x > kStepText && x + w > room) {
            x = kStepText;
            y += kPart;
        }
        drawMark(p, h.severity, {x + 5, y - 4}, 8);
        const QFont font = Theme::font(12);
        drawText(p, {x + 14, y}, QFontMetricsF(font).elidedText(words(h.title), Qt::ElideRight, room - x - 14), font, t.muted);
        x += w;
    }
    return y;
}

void PlanView::drawStep(QPainter& p, std::size_t index, double h) {
    const Tokens& t = Theme::tokens();
    const PlanStep& s = workspace().repair().plan().steps[index];
    const StepText& text = workspace().repair().texts()[index];
    const bool open = static_cast<int>(index) == workspace().repair().step();
    const QColor colour = s.byHand ? t.machine : Theme::box(s.box);
    if (open) {
        p.fillRect(QRectF(0, 0, wide(), h), Theme::selectionTint());
        p.fillRect(QRectF(0, 0, 4, h), colour);
    } else if (s.byHand) {
        p.fillRect(QRectF(0, 0, 8, h - 1), t.machine);
    }
    const QRectF chip(kLeft, 6, 20, 18);
    p.setPen(QPen(colour, 1.2, s.provisional ? Qt::DashLine : Qt::SolidLine));
    p.setBrush(s.provisional ? t.sheet : colour);
    p.drawRect(chip);
    const QString number = QString::number(index + 1);
    drawText(p, {chip.center().x() - textWidth(number, Theme::font(12, true)) / 2, chip.bottom() - 4}, number, Theme::font(12, true),
             s.provisional ? colour : t.sheet);
    const double base = 20;
    const double change = changeAt(wide());
    if (titleBreaks(index)) drawParagraph(&p, QRectF(kStepText, 5, change - kStepText - 10, 0), words(text.title), titleFont(index), t.ink);
    else drawText(p, {kStepText, base}, words(text.title), titleFont(index), t.ink);
    // was, muted, and is, bold in the colour of the box
    const bool breaks = changeBreaks(text);
    const QString was = QFontMetricsF(Theme::font(13)).elidedText(words(text.was), Qt::ElideRight, boxAt(wide()) - change - 12);
    double x = drawText(p, {change, base}, was, Theme::font(13), t.muted) + 6;
    if (breaks) x = change;
    const double second = breaks ? 36 : base;
    x = drawText(p, {x, second}, QStringLiteral("→"), Theme::font(13), t.muted) + 6;
    drawText(p, {x, second}, QFontMetricsF(Theme::font(13, true)).elidedText(words(text.is), Qt::ElideRight, boxAt(wide()) - x - 8),
             Theme::font(13, true), colour);
    drawText(p, {boxAt(wide()), base}, s.byHand ? tr("by hand") : words(boxName(s.box)), Theme::font(13, s.byHand), colour);
    double ty = drawHeals(p, index, 36 + healsBelow(index));
    const QString tag = s.provisional ? tr("provisional") : s.proposal ? tr("a proposal") : QString();
    if (!tag.isEmpty()) drawText(p, {boxAt(wide()), 36}, tag, Theme::font(12), t.muted);
    if (open) {
        ty += 8;
        ty += drawParagraph(&p, QRectF(kStepText, ty, wide() - kStepText - kLeft, 0), words(text.found), Theme::font(13), t.ink);
        drawParagraph(&p, QRectF(kStepText, ty, wide() - kStepText - kLeft, 0), words(text.todo), Theme::font(13, true), colour);
    } else {
        hairline(p, kLeft, h - 1, wide() - kLeft, t.rule);
    }
}

void PlanView::renderHead(QPainter* painter) {
    if (painter == nullptr) return;
    QPainter& p = *painter;
    const Tokens& t = Theme::tokens();
    const double x = drawText(p, {kLeft, 29}, title(), Theme::font(22, true), t.ink) + 18;
    const QFont font = Theme::font(15, true);
    const double room = proofSwitchLeft(workspace(), wide()) - x - 10;
    const QFont plain = textWidth(headline(), font) <= room ? font : Theme::font(12, true);  // a narrow page: smaller, then cut
    drawText(p, {x, 29}, QFontMetricsF(plain).elidedText(headline(), Qt::ElideRight, room), plain,
             workspace().repair().fresh() ? t.ink : t.muted);
    const double change = changeAt(wide());
    const double box = boxAt(wide());
    hairline(p, kLeft, 42, change - 10, t.muted);
    hairline(p, change, 42, box - 10, t.muted);
    hairline(p, box, 42, wide() - kLeft, t.muted);
    double hx = drawText(p, {kLeft, 62}, tr("step, and what goes with it"), Theme::font(13), t.muted) + 20;
    const Plan& plan = workspace().repair().plan();
    for (const auto& [severity, n] : {std::pair(Severity::Danger, plan.dangers), std::pair(Severity::Warning, plan.warnings)}) {
        if (hx + 40 > change) break;  // a narrow page: the staircase counts them too
        drawMark(p, severity, {hx + 4, 57}, 8);
        hx = drawText(p, {hx + 13, 62}, QString::number(n), Theme::font(13, true), Theme::severity(severity)) + 12;
    }
    drawText(p, {change, 62}, tr("was, is"), Theme::font(13), t.muted);
    drawText(p, {box, 62}, tr("change it in"), Theme::font(13), t.muted);
    if (workspace().repair().fresh() && plan.steps.empty() && plan.left.empty())
        drawParagraph(&p, QRectF(kLeft, kBody + 12, wide() - 2 * kLeft, 0),
                      tr("No rule found a danger or a warning. That is no promise that the model is safe: it says which checks passed."),
                      Theme::font(13), t.ink);
}

void PlanView::drawBarrier(QPainter& p, std::size_t step) const {
    const Tokens& t = Theme::tokens();
    p.fillRect(QRectF(0, 0, wide(), kBarrier), QBrush(Theme::over(t.sheet, t.machine, 0.25), Qt::BDiagPattern));
    p.fillRect(QRectF(0, 0, wide(), 2.4), t.machine);
    const QString lead = step == 0   ? tr("by hand: do this, write it down")
                         : step == 1 ? tr("by hand: take step 1, then do this, write it down")
                                     : tr("by hand: take 1 to %1, then do this, write it down").arg(step);
    const QString text = QFontMetricsF(Theme::font(12, true))
                             .elidedText(tr("%1; what follows is worked out again").arg(lead), Qt::ElideRight, wide() - kStepText - kLeft);
    const double w = textWidth(text, Theme::font(12, true));
    p.fillRect(QRectF(kStepText - 8, 4, w + 16, kBarrier - 6), t.sheet);
    drawText(p, {kStepText, 17}, text, Theme::font(12, true), t.ink);
}

std::vector<ListRow> PlanView::listRows() {
    const Plan& plan = workspace().repair().plan();
    std::vector<ListRow> rows;
    rows_.clear();
    const std::size_t barrier = plan.firstByHand();
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        if (i == barrier) {
            rows_.push_back({PlanRow::Kind::Barrier, i});
            rows.push_back({QStringLiteral("barrier"), tr("by hand: do this, write it down"), {}, false});
        }
        const PlanStep& s = plan.steps[i];
        const StepText& text = workspace().repair().texts()[i];
        QStringList heals;
        for (const HealedText& healed : text.heals) heals << words(healed.title);
        const QString state = s.byHand        ? tr("by hand")
                              : s.provisional ? tr("provisional")
                              : s.proposal    ? tr("a proposal")
                                              : words(boxName(s.box));
        rows_.push_back({PlanRow::Kind::Step, i});
        rows.push_back(
            {QStringLiteral("step-%1").arg(i + 1),
             tr("Step %1: %2, %3 to %4, %5").arg(QString::number(i + 1), words(text.title), words(text.was), words(text.is), state),
             tr("heals %1").arg(heals.join(QStringLiteral("; ")))});
    }
    if (!plan.left.empty()) {
        rows_.push_back({PlanRow::Kind::LeftHead});
        rows.push_back({QStringLiteral("left"), tr("left: looked up, measured or chosen by you"), {}, false});
    }
    const auto& entries = workspace().entries();
    for (const std::string& id : plan.left) {
        const auto e = std::find_if(entries.begin(), entries.end(),
                                    [&](const session::ProofEntry& one) { return !one.passed && one.finding.id == id; });
        if (e == entries.end()) continue;
        rows_.push_back({PlanRow::Kind::Left, 0, static_cast<std::size_t>(e - entries.begin())});
        rows.push_back({QStringLiteral("left-") + QString::fromStdString(id), words(e->finding.title),
                        words(workspace().repair().remedyText(e->finding))});
    }
    if (!workspace().repair().fresh()) return rows;
    bool first = true;
    for (const ToBeSet& s : workspace().toBeSet()) {
        if (!s.fields.empty()) continue;
        if (std::exchange(first, false)) {
            rows_.push_back({PlanRow::Kind::SeenHead});
            rows.push_back({QStringLiteral("seen"), tr("then seen on the machine, by hand"), {}, false});
        }
        rows_.push_back({PlanRow::Kind::Seen, 0, 0, s});
        rows.push_back({QStringLiteral("see-") + QString::fromStdString(s.row), words(s.title), words(s.what)});
    }
    return rows;
}

double PlanView::rowHeight(int row) const {
    const PlanRow& r = at(row);
    const double room = wide() - kStepText - kLeft;
    const QColor ink = Theme::tokens().ink;
    switch (r.kind) {
        case PlanRow::Kind::Barrier: return kBarrier;
        case PlanRow::Kind::Step: return stepHeight(r.step);
        case PlanRow::Kind::LeftHead: return kLeftHead;
        case PlanRow::Kind::Left:
            return 26 + drawParagraph(nullptr, QRectF(0, 0, room, 0),
                                      words(workspace().repair().remedyText(workspace().entries()[r.entry].finding)), Theme::font(13), ink);
        case PlanRow::Kind::SeenHead: return row == 0 ? kSeenHead + 2 * kBarrier : kSeenHead;  // below what says that nothing is to repair
        case PlanRow::Kind::Seen: return 24 + drawParagraph(nullptr, QRectF(0, 0, room, 0), words(r.seen.what), Theme::font(12), ink);
    }
    return 0;
}

void PlanView::drawRow(QPainter& p, int row, double h) {
    const Tokens& t = Theme::tokens();
    const PlanRow& r = at(row);
    const double room = wide() - kStepText - kLeft;
    if (r.kind != PlanRow::Kind::Step && list()->currentIndex().row() == row) p.fillRect(QRectF(0, 0, wide(), h), Theme::selectionTint());
    switch (r.kind) {
        case PlanRow::Kind::Barrier: drawBarrier(p, r.step); break;
        case PlanRow::Kind::Step: drawStep(p, r.step, h); break;
        case PlanRow::Kind::LeftHead:
            drawText(p, {kLeft, 22}, tr("left: looked up, measured or chosen by you"), Theme::font(13), t.muted);
            break;
        case PlanRow::Kind::Left: {
            const Finding& f = workspace().entries()[r.entry].finding;
            drawMark(p, f.severity, {kStepText - 14, 13});
            drawText(p, {kStepText, 18}, words(f.title), Theme::font(13, true), t.ink);
            drawParagraph(&p, QRectF(kStepText, 22, room, 0), words(workspace().repair().remedyText(f)), Theme::font(13), t.ink);
            break;
        }
        case PlanRow::Kind::SeenHead: drawText(p, {kLeft, h - 6}, tr("then seen on the machine, by hand"), Theme::font(13), t.muted); break;
        case PlanRow::Kind::Seen:
            drawText(p, {kStepText, 16}, words(r.seen.title), Theme::font(13, true), t.ink);
            drawText(p, {boxAt(wide()), 16}, words(workspace().stations().name(r.seen.station)), Theme::font(13), t.machine);
            drawParagraph(&p, QRectF(kStepText, 20, room, 0), words(r.seen.what), Theme::font(12), t.muted);
            break;
    }
}

int PlanView::chosenRow() const {
    for (std::size_t i = 0; i < rows_.size(); ++i)
        if (rows_[i].kind == PlanRow::Kind::Step && static_cast<int>(rows_[i].step) == workspace().repair().step())
            return static_cast<int>(i);
    return -1;
}

void PlanView::choose(int row) {
    if (at(row).kind == PlanRow::Kind::Step) workspace().repair().select(static_cast<int>(at(row).step));
}

bool PlanView::clicked(int row, QPointF, double) {
    const PlanRow& r = at(row);
    if (r.kind != PlanRow::Kind::Seen) return false;
    const std::string id = r.seen.row;
    workspace().goToRow(id);
    return true;
}

void PlanView::enter() {
    const int now = list()->currentIndex().row();
    if (now < 0) return;
    const PlanRow r = at(now);
    if (r.kind == PlanRow::Kind::Step) workspace().goToField(workspace().repair().plan().steps[r.step].edits.front().path);
    else if (r.kind == PlanRow::Kind::Left) workspace().goToField(workspace().entries()[r.entry].finding.subject);
    else if (r.kind == PlanRow::Kind::Seen) workspace().goToRow(r.seen.row);
}

}  // namespace kh::app
