// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/views/tosetview.h"

#include "app/shell/panels.h"
#include "app/table/proofswitch.h"
#include "model/amounts.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"
#include "stations/proof/proof.h"

#include <QPainter>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kWhat = 96;
constexpr double kTop = 24;  ///< above a row's second line

double blocksAt(double width) { return width - 180; }

}  // namespace

int ToSetView::chosenRow() const { return std::clamp(at_, 0, std::max(0, static_cast<int>(workspace().toBeSet().size()) - 1)); }

double ToSetView::rowHeight(int row) const {
    const ToBeSet& one = workspace().toBeSet()[static_cast<std::size_t>(row)];
    const double room = blocksAt(wide()) - kWhat - 14;
    double h = kTop;
    if (one.fields.empty()) h += drawParagraph(nullptr, QRectF(0, 0, room, 0), words(one.what), Theme::font(12), Theme::tokens().ink);
    return h + drawParagraph(nullptr, QRectF(0, 0, room, 0), words(one.why), Theme::font(12), Theme::tokens().ink) + 6;
}

void ToSetView::renderHead(QPainter* painter) {
    if (painter == nullptr) return;
    QPainter& p = *painter;
    const Tokens& t = Theme::tokens();
    const auto& all = workspace().toBeSet();
    drawHeader(&p, all.empty() ? tr("nothing is left to be set") : tr("in the order of the work"), proofSwitchLeft(workspace(), wide()));
    const double blocks = blocksAt(wide());
    hairline(p, kLeft, 42, kWhat - 8, t.muted);
    hairline(p, kWhat, 42, blocks - 10, t.muted);
    hairline(p, blocks, 42, wide() - kLeft, t.muted);
    drawText(p, {kLeft, 62}, tr("station"), Theme::font(13), t.muted);
    drawText(p, {kWhat, 62}, tr("what, and why it matters"), Theme::font(13), t.muted);
    drawText(p, {blocks, 62}, tr("not before that"), Theme::font(13), t.muted);
    if (all.empty())
        drawParagraph(&p, QRectF(kLeft, kBody + 12, wide() - 2 * kLeft, 0),
                      tr("Every fact and end that belongs to this machine was set, and what has to be seen on it was seen."),
                      Theme::font(13), t.ink);
}

void ToSetView::drawRow(QPainter& p, int row, double h) {
    const auto& all = workspace().toBeSet();
    const ToBeSet& one = all[static_cast<std::size_t>(row)];
    const bool first = row == 0 || all[static_cast<std::size_t>(row) - 1].station != one.station;
    const Tokens& t = Theme::tokens();
    if (row == chosenRow()) {
        p.fillRect(QRectF(0, 0, wide(), h - 1), Theme::selectionTint());
        p.fillRect(QRectF(0, 0, 4, h - 1), hasFocus() ? t.machine : t.muted);
    }
    const double base = 18;
    const double room = blocksAt(wide()) - kWhat - 14;
    if (first) drawText(p, {kLeft, base}, words(workspace().stations().name(one.station)), Theme::font(13, true), t.ink);
    double x = drawText(p, {kWhat, base}, words(one.title), Theme::font(13, true), t.ink) + 10;
    double ty = kTop;
    const QFont plain = Theme::font(13);
    if (one.fields.empty()) {
        drawText(p, {x, base}, QFontMetricsF(plain).elidedText(tr("seen on the machine"), Qt::ElideRight, kWhat + room - x), plain,
                 t.machine);
        ty += drawParagraph(&p, QRectF(kWhat, ty, room, 0), words(one.what), Theme::font(12), t.ink);
    } else if (words(one.what).compare(words(one.title), Qt::CaseInsensitive) != 0) {
        drawText(p, {x, base}, QFontMetricsF(plain).elidedText(words(one.what), Qt::ElideRight, kWhat + room - x), plain, t.ink);
    }
    drawParagraph(&p, QRectF(kWhat, ty, room, 0), words(one.why), Theme::font(12), t.muted);
    const double blocks = blocksAt(wide());
    drawParagraph(&p, QRectF(blocks, 5, wide() - kLeft - blocks, 0), words(one.blocks), plain, t.ink);
    if (row > 0) hairline(p, first ? kLeft : kWhat, 0, wide() - kLeft, t.rule);
}

std::vector<ListRow> ToSetView::listRows() {
    std::vector<ListRow> rows;
    for (const ToBeSet& one : workspace().toBeSet())
        rows.push_back({QStringLiteral("row-%1").arg(QString::fromStdString(one.row)),
                        tr("%1, %2: %3").arg(words(workspace().stations().name(one.station)), words(one.title), words(one.what)),
                        tr("%1; not before that: %2").arg(words(one.why), words(one.blocks))});
    return rows;
}

void ToSetView::choose(int row) {
    at_ = row;
    host_.counted();
}

std::vector<KeelRib> ToSetView::ribs() const {
    std::vector<KeelRib> ribs;
    const auto& all = workspace().toBeSet();
    for (std::size_t i = 0; i < all.size(); ++i) {
        const int number = static_cast<int>(all[i].station);
        const QString id = QStringLiteral("station-%1").arg(number);
        auto rib = std::find_if(ribs.begin(), ribs.end(), [&](const KeelRib& r) { return r.id == id; });
        if (rib == ribs.end()) {
            KeelRib fresh;
            fresh.id = id;
            fresh.number = QString::number(workspace().stations().number(all[i].station));
            fresh.title = fresh.brief = fresh.name = words(workspace().stations().name(all[i].station));
            rib = ribs.insert(ribs.end(), std::move(fresh));
        }
        const bool chosen = static_cast<int>(i) == chosenRow();
        rib->current = rib->current || chosen;
        rib->frames.push_back({QStringLiteral("frame-") + QString::fromStdString(all[i].row), words(all[i].title), words(all[i].what),
                               Standing::Default, false, chosen});
        rib->state = tr("%1 to set").arg(rib->frames.size());
    }
    return ribs;
}

void ToSetView::go(std::size_t rib, std::size_t frame) {
    const QString id = ribs()[rib].frames[frame].id;
    const auto& all = workspace().toBeSet();
    for (std::size_t i = 0; i < all.size(); ++i)
        if (id == QStringLiteral("frame-") + QString::fromStdString(all[i].row))
            list()->setCurrentIndex(model().index(static_cast<int>(i)));
}

bool ToSetView::explain(WhyPanel& panel) {
    const auto& all = workspace().toBeSet();
    if (all.empty()) return false;
    const ToBeSet& one = all[static_cast<std::size_t>(chosenRow())];
    Why why;
    why.title = one.title;
    if (one.fields.empty()) why.lines.push_back(one.what);
    why.lines.push_back(one.why);
    why.lines.push_back(say(KH_TR("not before that: {what}"), {{"what", one.blocks}}));
    for (const std::string& field : one.fields)
        why.inputs.push_back(
            {field, fieldTitle(workspace().setup(), field), kh::show(workspace().setup(), field), standingOf(workspace().setup(), field)});
    panel.show(why);
    return true;
}

void ToSetView::enter() {
    const auto& all = workspace().toBeSet();
    if (all.empty()) return;
    const ToBeSet one = all[static_cast<std::size_t>(chosenRow())];
    if (one.fields.empty() || !workspace().goToField(one.fields.front())) workspace().goToRow(one.row);
}

const ViewEntry& toSetViewEntry() {
    static const ViewEntry entry{.id = "to-set",
                                 .title = KH_TR("Still to be set"),
                                 .make = [](const ViewHost& host, const ViewEntry& of) -> std::unique_ptr<ViewPage> {
                                     return std::make_unique<ToSetView>(host, of);
                                 },
                                 .keys = {"page-go", "why", "plan", "find", "view-back"},
                                 .panels = [](const PanelContext& c) { return proofStation().panels(c); },
                                 .pageWidth = 648.0,
                                 .deck = true,
                                 .shots = {{"to-set", "", "", "", {}, "throttle"}}};
    return entry;
}

}  // namespace kh::app
