// SPDX-License-Identifier: GPL-3.0-or-later
//
// The repair plan: one step a row, what goes with it, and what is done by hand.
#include "app/table/planview.h"

#include "app/table/proofswitch.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"
#include "procedure/tobeset.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kClosed = 40;
constexpr double kBarrier = 24;
constexpr double kStepText = 46;
constexpr double kPart = 18;

double changeAt(double width) { return width - 306; }
double boxAt(double width) { return width - 96; }

}  // namespace

QString PlanView::headline() const {
    const Plan& plan = workspace().plan();
    if (!workspace().planFresh()) return tr("being worked out …");
    if (plan.steps.empty())
        return plan.left.empty() ? tr("nothing to repair: no danger, no warning") : tr("nothing in the boxes heals what is left");
    const QString changes = counted(plan.steps.size(), KH_TR("{n} change heals"), KH_TR("{n} changes heal"));
    const std::size_t all = plan.dangers + plan.warnings;
    const QString what = plan.left.empty() ? tr("all %1").arg(all) : tr("all but %1 of %2").arg(plan.left.size()).arg(all);
    const QString hands = plan.byHand() == 0 ? QString() : tr("; %1 by hand").arg(plan.byHand());
    return QStringLiteral("%1 %2%3%4").arg(changes, what, hands, plan.complete ? QString() : tr("; not looked at to the end"));
}

double PlanView::stepHeight(std::size_t index) const {
    const StepText& text = workspace().planTexts()[index];
    double h = kClosed + kPart * static_cast<double>(healLines(index) - 1);
    if (static_cast<int>(index) != workspace().selectedStep()) return h;
    const QRectF area(kStepText, 0, wide() - kStepText - kLeft, 0);
    h += drawParagraph(nullptr, area, words(text.found), Theme::font(13), Theme::tokens().ink);
    return h + drawParagraph(nullptr, area, words(text.todo), Theme::font(13, true), Theme::tokens().ink) + 10;
}

bool PlanView::changeBreaks(const StepText& text) const {
    return textWidth(words(text.was), Theme::font(13)) + textWidth(words(text.is), Theme::font(13, true)) + 28 >
           boxAt(wide()) - changeAt(wide()) - 12;
}

double PlanView::healRoom(std::size_t index) const {
    const PlanStep& s = workspace().plan().steps[index];
    if (changeBreaks(workspace().planTexts()[index])) return changeAt(wide()) - 10;
    return s.provisional || s.proposal ? boxAt(wide()) - 10 : wide() - kLeft;
}

std::size_t PlanView::healLines(std::size_t index) const {
    const StepText& text = workspace().planTexts()[index];
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
    const StepText& text = workspace().planTexts()[index];
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

void PlanView::drawStep(QPainter& p, std::size_t index, double y, double h) {
    const Tokens& t = Theme::tokens();
    const PlanStep& s = workspace().plan().steps[index];
    const StepText& text = workspace().planTexts()[index];
    const bool open = static_cast<int>(index) == workspace().selectedStep();
    const QColor colour = s.byHand ? t.machine : Theme::box(s.box);
    if (open) {
        p.fillRect(QRectF(0, y, wide(), h), Theme::selectionTint());
        p.fillRect(QRectF(0, y, 4, h), colour);
    } else if (s.byHand) {
        p.fillRect(QRectF(0, y, 8, h - 1), t.machine);
    }
    const QRectF chip(kLeft, y + 6, 20, 18);
    p.setPen(QPen(colour, 1.2, s.provisional ? Qt::DashLine : Qt::SolidLine));
    p.setBrush(s.provisional ? t.sheet : colour);
    p.drawRect(chip);
    const QString number = QString::number(index + 1);
    drawText(p, {chip.center().x() - textWidth(number, Theme::font(12, true)) / 2, chip.bottom() - 4}, number, Theme::font(12, true),
             s.provisional ? colour : t.sheet);
    const double base = y + 20;
    const QFont font = Theme::font(open ? 15 : 13, open);
    const double change = changeAt(wide());
    drawText(p, {kStepText, base}, QFontMetricsF(font).elidedText(words(text.title), Qt::ElideRight, change - kStepText - 10), font, t.ink);
    // was, muted, and is, bold in the colour of the box
    const bool breaks = changeBreaks(text);
    const QString was = QFontMetricsF(Theme::font(13)).elidedText(words(text.was), Qt::ElideRight, boxAt(wide()) - change - 12);
    double x = drawText(p, {change, base}, was, Theme::font(13), t.muted) + 6;
    if (breaks) x = change;
    const double second = breaks ? y + 36 : base;
    x = drawText(p, {x, second}, QStringLiteral("→"), Theme::font(13), t.muted) + 6;
    drawText(p, {x, second}, QFontMetricsF(Theme::font(13, true)).elidedText(words(text.is), Qt::ElideRight, boxAt(wide()) - x - 8),
             Theme::font(13, true), colour);
    drawText(p, {boxAt(wide()), base}, s.byHand ? tr("by hand") : words(boxId(s.box)), Theme::font(13, s.byHand), colour);
    double ty = drawHeals(p, index, y + 36);
    const QString tag = s.provisional ? tr("provisional") : s.proposal ? tr("a proposal") : QString();
    if (!tag.isEmpty()) drawText(p, {boxAt(wide()), y + 36}, tag, Theme::font(12), t.muted);
    if (open) {
        ty += 8;
        ty += drawParagraph(&p, QRectF(kStepText, ty, wide() - kStepText - kLeft, 0), words(text.found), Theme::font(13), t.ink);
        drawParagraph(&p, QRectF(kStepText, ty, wide() - kStepText - kLeft, 0), words(text.todo), Theme::font(13, true), colour);
    } else {
        hairline(p, kLeft, y + h - 1, wide() - kLeft, t.rule);
    }
}

void PlanView::drawHead(QPainter& p) {
    const Tokens& t = Theme::tokens();
    p.fillRect(QRectF(0, 0, wide(), kBody), t.sheet);
    const double x = drawText(p, {kLeft, 29}, words(stationName(workspace().station())), Theme::font(22, true), t.ink) + 18;
    const QFont font = Theme::font(15, true);
    drawText(p, {x, 29}, QFontMetricsF(font).elidedText(headline(), Qt::ElideRight, proofSwitchLeft(workspace(), wide()) - x - 10), font,
             workspace().planFresh() ? t.ink : t.muted);
    const double change = changeAt(wide());
    const double box = boxAt(wide());
    hairline(p, kLeft, 42, change - 10, t.muted);
    hairline(p, change, 42, box - 10, t.muted);
    hairline(p, box, 42, wide() - kLeft, t.muted);
    double hx = drawText(p, {kLeft, 62}, tr("step, and what goes with it"), Theme::font(13), t.muted) + 20;
    const Plan& plan = workspace().plan();
    for (const auto& [severity, n] : {std::pair(Severity::Danger, plan.dangers), std::pair(Severity::Warning, plan.warnings)}) {
        if (hx + 40 > change) break;  // a narrow page: the staircase counts them too
        drawMark(p, severity, {hx + 4, 57}, 8);
        hx = drawText(p, {hx + 13, 62}, QString::number(n), Theme::font(13, true), Theme::severity(severity)) + 12;
    }
    drawText(p, {change, 62}, tr("was, is"), Theme::font(13), t.muted);
    drawText(p, {box, 62}, tr("change it in"), Theme::font(13), t.muted);
}

double PlanView::renderLeft(QPainter* p, double y) {
    const Plan& plan = workspace().plan();
    if (plan.left.empty()) return y;
    const Tokens& t = Theme::tokens();
    if (p != nullptr) drawText(*p, {kLeft, y + 22}, tr("left: looked up, measured or chosen by you"), Theme::font(13), t.muted);
    y += 30;
    for (const std::string& id : plan.left)
        for (const ProofEntry& e : workspace().entries()) {
            if (e.passed || e.finding.id != id) continue;
            const double h = 26 + drawParagraph(nullptr, QRectF(kStepText, 0, wide() - kStepText - kLeft, 0),
                                                words(workspace().remedyText(e.finding)), Theme::font(13), t.ink);
            put({QStringLiteral("left-") + QString::fromStdString(id), words(e.finding.title), words(workspace().remedyText(e.finding)),
                 QAccessible::ListItem, QRectF(0, y, wide(), h)});
            if (p != nullptr) {
                drawMark(*p, e.finding.severity, {kStepText - 14, y + 13});
                drawText(*p, {kStepText, y + 18}, words(e.finding.title), Theme::font(13, true), t.ink);
                drawParagraph(p, QRectF(kStepText, y + 22, wide() - kStepText - kLeft, 0), words(workspace().remedyText(e.finding)),
                              Theme::font(13), t.ink);
            }
            y += h;
            break;
        }
    return y;
}

double PlanView::renderSeen(QPainter* p, double y) {
    std::vector<ToBeSet> all = workspace().toBeSet();
    std::erase_if(all, [](const ToBeSet& s) { return !s.fields.empty(); });
    if (all.empty() || !workspace().planFresh()) return y;
    const Tokens& t = Theme::tokens();
    if (p != nullptr) drawText(*p, {kLeft, y + 22}, tr("then seen on the machine, by hand"), Theme::font(13), t.muted);
    y += 28;
    for (const ToBeSet& s : all) {
        const QRectF text(kStepText, y + 20, wide() - kStepText - kLeft, 0);
        const double h = 24 + drawParagraph(p, text, words(s.what), Theme::font(12), t.muted);
        put({QStringLiteral("see-") + QString::fromStdString(s.row), words(s.title), words(s.what), QAccessible::ListItem,
             QRectF(0, y, wide(), h)});
        if (p != nullptr) {
            drawText(*p, {kStepText, y + 16}, words(s.title), Theme::font(13, true), t.ink);
            drawText(*p, {boxAt(wide()), y + 16}, words(stationName(s.station)), Theme::font(13), t.machine);
        }
        y += h;
    }
    return y;
}

void PlanView::render(QPainter* p) {
    const Plan& plan = workspace().plan();
    const Tokens& t = Theme::tokens();
    double y = kBody - scroll();
    const std::size_t barrier = plan.typedFirst();
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        if (i == barrier) {
            if (p != nullptr) {
                p->fillRect(QRectF(0, y, wide(), kBarrier), QBrush(Theme::over(t.sheet, t.machine, 0.25), Qt::BDiagPattern));
                p->fillRect(QRectF(0, y, wide(), 2.4), t.machine);
                const QString lead = i == 0   ? tr("by hand: do this, write it down")
                                     : i == 1 ? tr("by hand: take step 1, then do this, write it down")
                                              : tr("by hand: take 1 to %1, then do this, write it down").arg(i);
                const QString text =
                    QFontMetricsF(Theme::font(12, true))
                        .elidedText(tr("%1; what follows is worked out again").arg(lead), Qt::ElideRight, wide() - kStepText - kLeft);
                const double w = textWidth(text, Theme::font(12, true));
                p->fillRect(QRectF(kStepText - 8, y + 4, w + 16, kBarrier - 6), t.sheet);
                drawText(*p, {kStepText, y + 17}, text, Theme::font(12, true), t.ink);
            }
            y += kBarrier;
        }
        const PlanStep& s = plan.steps[i];
        const StepText& text = workspace().planTexts()[i];
        const double h = stepHeight(i);
        QStringList heals;
        for (const HealedText& healed : text.heals) heals << words(healed.title);
        const QString state = s.byHand        ? tr("by hand")
                              : s.provisional ? tr("provisional")
                              : s.proposal    ? tr("a proposal")
                                              : words(boxId(s.box));
        put({QStringLiteral("step-%1").arg(i + 1),
             tr("Step %1: %2, %3 to %4, %5").arg(QString::number(i + 1), words(text.title), words(text.was), words(text.is), state),
             tr("heals %1").arg(heals.join(QStringLiteral("; "))), QAccessible::ListItem, QRectF(0, y, wide(), h),
             static_cast<int>(i) == workspace().selectedStep()});
        if (p != nullptr) drawStep(*p, i, y, h);
        y += h;
    }
    y = renderLeft(p, y);
    if (plan.steps.empty() && plan.left.empty()) y += kBarrier * 2;  // what stands there when nothing is to be repaired
    y = renderSeen(p, y);
    setContentHeight(y + scroll() + 6);
    if (p != nullptr) drawHead(*p);
    drawProofSwitch(p, workspace(), wide(), [this](Item item) { put(std::move(item)); });
    if (p != nullptr && workspace().planFresh() && plan.steps.empty() && plan.left.empty())
        drawParagraph(p, QRectF(kLeft, kBody + 12, wide() - 2 * kLeft, 0),
                      tr("No rule found a danger or a warning. That is no promise that the model is safe: it says which checks passed."),
                      Theme::font(13), t.ink);
}

std::vector<const char*> PlanView::keyLine() const { return {"plan-take", "take-typed", "pose", "page-go", "plan", "undo"}; }

void PlanView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    if (chooseFace(workspace(), i->id)) return;
    if (i->id.startsWith(QStringLiteral("see-"))) workspace().goToRow(i->id.mid(4).toStdString());
    else if (i->id.startsWith(QStringLiteral("step-"))) workspace().selectStep(i->id.mid(5).toInt() - 1);
}

void PlanView::moveRow(int by) { workspace().selectStep(workspace().selectedStep() + by); }

void PlanView::keyPressEvent(QKeyEvent* event) {
    const auto& steps = workspace().plan().steps;
    if (!steps.empty() && (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter)) {
        workspace().goToField(steps[static_cast<std::size_t>(workspace().selectedStep())].edits.front().path);
        return;
    }
    PageView::keyPressEvent(event);
}

}  // namespace kh::app
