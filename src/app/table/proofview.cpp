// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/proofview.h"

#include "app/shell/shortcuts.h"
#include "app/table/proofswitch.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QKeyEvent>
#include <QPainter>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kFindingRow = 28;
constexpr double kPassedRow = 23;
constexpr double kTag = 40;  ///< where a property's id stands
constexpr double kFindingText = 76;

double column(double width, bool box) { return width - (box ? 118 : 196); }

/// When it was accepted, why, and how that is taken back.
QString acceptedText(const PutAside& a) {
    return ProofView::tr("Accepted %1: %2. %3 takes that back.")
        .arg(shown(a.record.at.substr(0, 10)), shown(a.record.reason), keyName(*shortcut("accept")));
}

double titleRoom(double width) { return column(width, false) - 10 - kFindingText; }

}  // namespace

double ProofView::titleMore(int row) const {
    const QFont font = titleFont(row);
    const QString title = words(entry(row).finding.title);
    if (entry(row).passed || textWidth(title, font) <= titleRoom(wide())) return 0.0;
    const QRectF area(0, 0, titleRoom(wide()), 0);
    return drawParagraph(nullptr, area, title, font, {}) - drawParagraph(nullptr, area, QStringLiteral("x"), font, {});
}

QFont ProofView::titleFont(int row) const { return row == chosenRow() ? Theme::font(15, true) : Theme::font(13); }

double ProofView::rowHeight(int row) const {
    const session::ProofEntry& e = entry(row);
    if (row != chosenRow()) return e.passed ? kPassedRow : kFindingRow + titleMore(row);
    const QRectF area(kFindingText, 0, wide() - kFindingText - kLeft, 0);
    const QColor ink = Theme::tokens().ink;
    double h = 34 + titleMore(row) + drawParagraph(nullptr, area, words(e.finding.found), Theme::font(13), ink);
    if (e.accepted) h += drawParagraph(nullptr, area, acceptedText(*e.accepted), Theme::font(13, true), ink);
    if (e.passed) return h + 4;
    h += drawParagraph(nullptr, area, words(e.finding.why), Theme::font(13), ink);
    h += drawParagraph(nullptr, QRectF(kFindingText, 0, wide() - kFindingText - 132, 0), words(workspace().repair().remedyText(e.finding)),
                       Theme::font(13, true), ink);
    return h + 30;
}

void ProofView::drawWitness(QPainter& p, const Finding& f, double y) const {
    const Tokens& t = Theme::tokens();
    const QColor colour = Theme::severity(f.severity);
    double x = drawText(p, {kFindingText, y}, tr("witness"), Theme::font(12), t.muted) + 14;
    if (!f.witness) {
        drawText(p, {x, y}, tr("no state shows it; F5 goes to the cell"), Theme::font(12), t.muted);
        return;
    }
    for (const auto& [id, place] : f.witness->to.switches) {
        const QString text = QStringLiteral("%1 %2").arg(shown(id)).arg(place);
        const double w = textWidth(text, Theme::font(12, true)) + 12;
        p.setPen(QPen(colour, 1.2));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(QRectF(x, y - 13, w, 18), 2, 2);
        drawText(p, {x + 6, y}, text, Theme::font(12, true), colour);
        x += w + 6;
    }
    const auto stick = [&](const char* name, const std::optional<double>& v) {
        if (!v) return;
        const QString text = QStringLiteral("%1 %2").arg(words(name), words(say("{v}", {{"v", signedNum(*v, 2)}})));
        if (x + textWidth(text, Theme::font(12)) > wide() - kLeft) return;
        x = drawText(p, {x + 4, y}, text, Theme::font(12), t.ink) + 6;
    };
    stick(KH_TR("collective"), f.witness->to.collective);
    stick(KH_TR("aileron"), f.witness->to.aileron);
    stick(KH_TR("elevator"), f.witness->to.elevator);
    stick(KH_TR("rudder"), f.witness->to.rudder);
    if (const auto& turn = f.witness->to.rates) {
        const auto rate = [&](const char* name, double degS) {
            if (degS == 0.0) return;
            const QString text = words(say("{name} {v} °/s", {{"name", say(name)}, {"v", signedNum(degS)}}));
            if (x + textWidth(text, Theme::font(12)) < wide() - kLeft) x = drawText(p, {x + 4, y}, text, Theme::font(12), t.ink) + 6;
        };
        rate(KH_TR("roll"), turn->rollDegS);
        rate(KH_TR("nose up"), turn->pitchDegS);
        rate(KH_TR("nose right"), turn->yawDegS);
    }
    if (f.witness->to.cutLatched.value_or(false)) drawText(p, {x + 4, y}, tr("cut latched"), Theme::font(12), t.ink);
}

QString ProofView::poseLabel(int row) const {
    return workspace().pose().finding() == row ? tr("F5 posed") : entry(row).finding.witness ? tr("F5 pose") : tr("F5 go there");
}

QRectF ProofView::poseButton(int row, double height) const {
    const double w = textWidth(poseLabel(row), Theme::font(13, true)) + (workspace().pose().finding() == row ? 34 : 18);
    return {wide() - kLeft - w, height - 50, w, 22};
}

void ProofView::drawOpen(QPainter& p, int row, double height) {
    const Tokens& t = Theme::tokens();
    const session::ProofEntry& e = entry(row);
    const Finding& f = e.finding;
    const QRectF area(kFindingText, 0, wide() - kFindingText - kLeft, 0);
    double ty = 30 + titleMore(row);
    ty += drawParagraph(&p, QRectF(kFindingText, ty, area.width(), 0), words(f.found), Theme::font(13), t.ink);
    if (e.accepted) drawParagraph(&p, QRectF(kFindingText, ty, area.width(), 0), acceptedText(*e.accepted), Theme::font(13, true), t.ink);
    if (e.passed) return;
    ty += drawParagraph(&p, QRectF(kFindingText, ty, area.width(), 0), words(f.why), Theme::font(13), t.ink);
    const Remedy* tried = workspace().repair().remedyOf(f);
    const bool goes = tried != nullptr && !tried->causedBy.empty();
    ty += drawParagraph(&p, QRectF(kFindingText, ty, wide() - kFindingText - 132, 0), words(workspace().repair().remedyText(f)),
                        Theme::font(13, true), goes ? t.muted : Theme::box(f.box));
    hairline(p, kFindingText, ty + 2, wide() - kLeft, t.rule);
    drawWitness(p, f, ty + 20);
    const bool posed = workspace().pose().finding() == row;
    const QRectF button = poseButton(row, height);
    const QColor c = Theme::severity(f.severity);
    p.setPen(QPen(c, 1.4));
    p.setBrush(posed ? c : t.sheet);
    p.drawRoundedRect(button, 2, 2);
    drawText(p, {button.left() + 9, button.top() + 16}, poseLabel(row), Theme::font(13, true), posed ? t.sheet : c);
    if (posed) drawTick(p, {button.right() - 13, button.center().y()}, t.sheet);
}

void ProofView::drawRow(QPainter& p, int index, double h) {
    const Tokens& t = Theme::tokens();
    const session::ProofEntry& e = entry(index);
    const bool open = index == chosenRow();
    const Finding& f = e.finding;
    const bool fresh = workspace().proof().state() == session::ProofRunner::State::Fresh;
    const auto& rows = workspace().page().rows;
    const auto row = std::find_if(rows.begin(), rows.end(), [&](const Row& r) { return r.id == e.property; });
    const bool proved = row != rows.end() && row->standing == Standing::Proved;
    const QColor colour = e.passed ? t.pass : Theme::severity(f.severity);
    if (open) {
        const double tint = !e.passed && f.severity == Severity::Danger ? t.dangerTint : t.boxTint;
        p.fillRect(QRectF(0, 0, wide(), h), Theme::over(t.sheet, colour, tint));
        p.fillRect(QRectF(0, 0, 4, h), colour);
    }
    const double base = e.passed && !open ? 16 : 19;
    if (!e.passed) drawMark(p, f.severity, {22, base - 5});
    else if (e.accepted) drawMark(p, f.severity, {22, base - 5}, 7);
    else if (fresh) drawTick(p, {22, base - 4}, proved ? t.pass : t.muted, 8);
    else hairline(p, 18, base - 4, 26, t.muted);
    if (!e.property.empty())
        drawText(p, {kTag, base}, QString::fromStdString(e.property), Theme::font(13, open), e.passed ? t.muted : colour);
    const QFont font = titleFont(index);
    const QColor ink = e.passed && !open ? t.muted : t.ink;
    QString standing;
    if (e.accepted && !open) standing = tr("accepted: %1").arg(shown(e.accepted->record.reason));
    else if (e.passed && !e.accepted && fresh && !proved) standing = tr("computed, of values nobody entered yet");
    if (e.passed) {
        const double right = wide() - kLeft;
        const double end = drawText(p, {kFindingText, base},
                                    QFontMetricsF(font).elidedText(words(f.title), Qt::ElideRight, right - kFindingText), font, ink);
        const QFontMetricsF small(Theme::font(12));
        const QString told = small.elidedText(standing, Qt::ElideRight, right - end - 12);
        drawText(p, {right - small.horizontalAdvance(told), base}, told, Theme::font(12), t.muted);
    } else {
        const QRectF area(kFindingText, base - QFontMetricsF(font).ascent(), titleRoom(wide()), 0);
        drawParagraph(&p, area, words(f.title), font, ink);
        drawText(p, {column(wide(), false), base}, words(workspace().stations().name(f.station)), Theme::font(13), t.ink);
        drawText(p, {column(wide(), true), base}, words(boxName(f.box)), Theme::font(13), Theme::box(f.box));
    }
    if (open) drawOpen(p, index, h);
    else hairline(p, kLeft, h - 1, wide() - kLeft, t.rule);
}

QString ProofView::proofState() const {
    const session::ProofRunner& proof = workspace().proof();
    switch (proof.state()) {
        case session::ProofRunner::State::None: return {};
        case session::ProofRunner::State::Trying: return tr("being tried, %1 of %2").arg(proof.done()).arg(std::max(1, proof.total()));
        case session::ProofRunner::State::Cancelled: return tr("cancelled; F10 tries them again");
        case session::ProofRunner::State::Fresh: break;
    }
    const SwitchProof& r = *workspace().now().proof;
    if (r.properties.empty()) return tr("the switches cannot be tried until the chain can be followed");
    const QString all = grouped(r.combinations);
    if (!r.whole()) return tr("%1 combinations, too many to try: nothing is proved").arg(all);
    if (workspace().asBoxesStand())
        return r.failures() == 0 ? tr("as the boxes stand: all %1 hold in %2").arg(r.properties.size()).arg(all)
                                 : tr("as the boxes stand: %1 of %2 fail").arg(r.failures()).arg(r.properties.size());
    return r.failures() == 0 ? tr("%1 combinations tried: all %2 hold").arg(all).arg(r.properties.size())
                             : tr("%1 combinations tried: %2 of %3 fail").arg(all).arg(r.failures()).arg(r.properties.size());
}

void ProofView::renderHead(QPainter* painter) {
    if (painter == nullptr) return;
    QPainter& p = *painter;
    const Tokens& t = Theme::tokens();
    drawHeader(&p, proofState(), proofSwitchLeft(workspace(), wide()));
    const double station = column(wide(), false);
    const double box = column(wide(), true);
    hairline(p, kLeft, 42, station - 8, t.muted);
    hairline(p, station, 42, box - 8, t.muted);
    hairline(p, box, 42, wide() - kLeft, t.muted);
    double x = drawText(p, {kLeft, 62}, tr("finding"), Theme::font(13), t.muted) + 22;
    for (const Severity s : {Severity::Danger, Severity::Warning, Severity::Note}) {
        std::size_t n = 0;
        for (const session::ProofEntry& e : workspace().entries()) n += !e.passed && e.finding.severity == s ? 1 : 0;
        drawMark(p, s, {x + 4, 57}, 8);
        x = drawText(p, {x + 13, 62}, QStringLiteral("%1 %2").arg(n).arg(words(severityId(s))), Theme::font(13, true), Theme::severity(s)) +
            16;
    }
    drawText(p, {station, 62}, tr("settled at"), Theme::font(13), t.muted, box - 6);
    drawText(p, {box, 62}, tr("change it in"), Theme::font(13), t.muted, wide() - 4);
    if (workspace().evaluation().findings.empty()) {
        double y = kBody;
        for (int i = 0; i < model().rowCount(); ++i) y += rowHeight(i);
        drawParagraph(&p, QRectF(kFindingText, y + 12, wide() - kFindingText - kLeft, 0),
                      tr("No rule found anything. That is no promise that the model is safe: it says which checks passed."),
                      Theme::font(13), t.ink);
    }
}

std::vector<ListRow> ProofView::listRows() {
    std::vector<ListRow> rows;
    const auto& entries = workspace().entries();
    for (std::size_t i = 0; i < entries.size(); ++i) {
        const session::ProofEntry& e = entries[i];
        QString told = e.accepted ? tr("accepted")
                       : e.passed ? tr("holds")
                                  : words(severityId(e.finding.severity)) + QStringLiteral(", ") + words(boxName(e.finding.box));
        if (workspace().pose().finding() == static_cast<int>(i)) told += QStringLiteral(", ") + tr("posed");
        rows.push_back({QStringLiteral("row-%1").arg(i),
                        (QString::fromStdString(e.property) + QLatin1Char(' ') + words(e.finding.title)).trimmed(), told});
    }
    return rows;
}

std::vector<const char*> ProofView::keyLine() const {
    return {"pose", "page-go", "remedy", "accept", "plan", "why", "prove", "print", "fold-deck"};
}

bool ProofView::clicked(int row, QPointF at, double height) {
    if (row != chosenRow() || entry(row).passed || !poseButton(row, height).adjusted(-6, -4, 6, 4).contains(at)) return false;
    workspace().pose().toggle();
    return true;
}

void ProofView::enter() {
    if (chosenRow() >= 0) workspace().goToField(entry(chosenRow()).finding.subject);
}

void ProofView::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && workspace().proof().state() == session::ProofRunner::State::Trying) workspace().proof().cancel();
    else ListPage::keyPressEvent(event);
}

}  // namespace kh::app
