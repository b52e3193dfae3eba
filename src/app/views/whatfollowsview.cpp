// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/views/whatfollowsview.h"

#include "app/shell/panels.h"
#include "model/amounts.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"
#include "stations/proof/proof.h"

#include <QKeyEvent>
#include <QPainter>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kBox = 14;   ///< of a tick
constexpr double kText = 44;  ///< where what stands beside a tick or a mark begins
constexpr double kHeadHigh = 30, kFigureHigh = 21, kFindingHigh = 22;

double followsStationAt(double width) { return width - 110; }
double thenAt(double width) { return width - 130; }
double nowAt(double width) { return width - 220; }

void drawRight(QPainter& p, double right, double base, const QString& text, const QFont& font, const QColor& colour) {
    drawText(p, {right - textWidth(text, font), base}, text, font, colour);
}

}  // namespace

WhatFollowsView::WhatFollowsView(const ViewHost& host, const ViewEntry& entry) : ListView(host, entry) {
    connect(&workspace().whatIf(), &session::WhatIf::changed, this, [this] {
        if (!isVisible()) return;
        renew(false);
        relayout();
        host_.counted();
    });
}

void WhatFollowsView::entered() {
    at_ = -1;
    renew(false);
    for (std::size_t i = 0; i < lines_.size() && at_ < 0; ++i)
        if (lines_[i].kind != Line::Kind::Head && lines_[i].kind != Line::Kind::Nothing) at_ = static_cast<int>(i);
    renew(true);
    relayout();
}

std::vector<ListRow> WhatFollowsView::listRows() {
    std::vector<ListRow> rows;
    lines_.clear();
    if (!follows()) return rows;
    const WhatFollows& f = *follows();
    const auto head = [&](const QString& id, const QString& text) {
        lines_.push_back({Line::Kind::Head, 0, text});
        rows.push_back({id, text, {}, false});
    };
    const auto nothing = [&](const QString& id, const QString& text) {
        lines_.push_back({Line::Kind::Nothing, 0, text});
        rows.push_back({id, text, {}, false});
    };
    const Setup& setup = workspace().setup();
    std::size_t ticks = 0;
    for (const Companion& c : f.with) ticks += c.ticked ? 1U : 0U;
    head(QStringLiteral("head-with"), tr("goes with it: %1 of %2 ticked").arg(ticks).arg(f.with.size()));
    for (std::size_t i = 0; i < f.with.size(); ++i) {
        const Companion& c = f.with[i];
        lines_.push_back({Line::Kind::Companion, i});
        rows.push_back({QStringLiteral("with-%1").arg(i),
                        tr("%1: %2 to %3")
                            .arg(words(c.title), words(kh::show(setup, c.edits.front().path, c.was.front())),
                                 words(kh::show(setup, c.edits.front().path, c.edits.front().value))),
                        tr("%1; %2").arg(c.ticked ? tr("ticked") : tr("not ticked"), words(c.why))});
    }
    if (f.with.empty()) nothing(QStringLiteral("no-with"), tr("nothing that is known"));
    head(QStringLiteral("head-come"), tr("findings that come"));
    for (std::size_t i = 0; i < f.then.come.size(); ++i) {
        lines_.push_back({Line::Kind::Comes, i});
        rows.push_back({QStringLiteral("comes-%1").arg(i), words(f.then.come[i].title), words(f.then.come[i].found)});
    }
    if (f.then.come.empty()) nothing(QStringLiteral("no-come"), tr("none"));
    if (!f.then.again.empty()) head(QStringLiteral("head-again"), tr("must be seen on the machine once more"));
    for (std::size_t i = 0; i < f.then.again.size(); ++i) {
        lines_.push_back({Line::Kind::Again, i});
        rows.push_back({QStringLiteral("again-%1").arg(i), words(f.then.again[i].title), words(f.then.again[i].what)});
    }
    head(QStringLiteral("head-go"), tr("findings that go"));
    for (std::size_t i = 0; i < f.then.go.size(); ++i) {
        lines_.push_back({Line::Kind::Goes, i});
        rows.push_back({QStringLiteral("goes-%1").arg(i), words(f.then.go[i].title), words(f.then.go[i].found)});
    }
    if (f.then.go.empty()) nothing(QStringLiteral("no-go"), tr("none"));
    head(QStringLiteral("head-figures"), tr("figures that move"));
    for (std::size_t i = 0; i < f.then.figures.size(); ++i) {
        const MovedFigure& one = f.then.figures[i];
        lines_.push_back({Line::Kind::Figure, i});
        rows.push_back({QStringLiteral("figure-%1").arg(i), words(one.name),
                        tr("%1 to %2 %3").arg(words(one.nowText), words(one.thenText), QString::fromStdString(one.unit))});
    }
    if (f.then.figures.empty()) nothing(QStringLiteral("no-figures"), tr("none on any page"));
    at_ = std::min(at_, static_cast<int>(lines_.size()) - 1);
    return rows;
}

void WhatFollowsView::choose(int row) {
    at_ = row;
    host_.counted();
    list()->viewport()->update();
}

double WhatFollowsView::rowHeight(int row) const {
    const Line& line = lines_[static_cast<std::size_t>(row)];
    if (!follows()) return kFigureHigh;  // nothing is looked at any more
    switch (line.kind) {
        case Line::Kind::Head: return kHeadHigh;
        case Line::Kind::Companion: {
            const Companion& c = follows()->with[line.index];
            return 24 +
                   drawParagraph(nullptr, QRectF(0, 0, wide() - kText - kLeft, 0), words(c.why), Theme::font(12), Theme::tokens().ink) + 4;
        }
        case Line::Kind::Comes:
            return kFindingHigh +
                   drawParagraph(nullptr, QRectF(0, 0, wide() - kText - kLeft, 0), words(follows()->then.come[line.index].found),
                                 Theme::font(12), Theme::tokens().ink) +
                   4;
        case Line::Kind::Again:
        case Line::Kind::Goes: return kFindingHigh;
        case Line::Kind::Figure: return kFigureHigh;
        case Line::Kind::Nothing: return kFigureHigh;
    }
    return kFigureHigh;
}

void WhatFollowsView::drawCompanion(QPainter& p, const Companion& c, bool chosen) const {
    const Tokens& t = Theme::tokens();
    const QRectF tick(kLeft + 4, 5, kBox, kBox);
    p.setPen(QPen(Theme::box(c.box), 1.4));
    p.setBrush(c.ticked ? Theme::box(c.box) : t.sheet);
    p.drawRect(tick);
    if (c.ticked) {
        p.setPen(QPen(t.sheet, 2));
        p.drawPolyline(
            QPolygonF({{tick.left() + 3, tick.center().y()}, {tick.left() + 6, tick.bottom() - 3}, {tick.right() - 2, tick.top() + 3}}));
    }
    const Setup& setup = workspace().setup();
    const QString was = words(kh::show(setup, c.edits.front().path, c.was.front()));
    const QString is = words(kh::show(setup, c.edits.front().path, c.edits.front().value));
    const QFont bold = Theme::font(13, true), plain = Theme::font(13);
    const double right = wide() - kLeft;
    const double change = textWidth(was, plain) + textWidth(is, bold) + 26;
    const double room = std::max(120.0, right - kText - change - 12);
    drawText(p, {kText, 17}, QFontMetricsF(chosen ? bold : plain).elidedText(words(c.title), Qt::ElideRight, room), chosen ? bold : plain,
             t.ink);
    double x = std::max(kText + room + 8, right - change);
    x = drawText(p, {x, 17}, QFontMetricsF(plain).elidedText(was, Qt::ElideRight, 190), plain, t.muted) + 6;
    x = drawText(p, {x, 17}, QStringLiteral("→"), plain, t.muted) + 6;
    drawText(p, {x, 17}, QFontMetricsF(bold).elidedText(is, Qt::ElideRight, right - x), bold, Theme::box(c.box));
    drawParagraph(&p, QRectF(kText, 22, right - kText, 0), words(c.why), Theme::font(12), t.muted);
}

void WhatFollowsView::drawFigure(QPainter& p, const MovedFigure& f) const {
    const Tokens& t = Theme::tokens();
    const QFont plain = Theme::font(13), bold = Theme::font(13, true);
    const double room = nowAt(wide()) - kText - 70;
    const double x = drawText(p, {kText, 15}, QFontMetricsF(plain).elidedText(words(f.name), Qt::ElideRight, room), plain, t.ink) + 6;
    drawText(p, {x, 15}, QString::fromStdString(f.unit), Theme::font(12), t.muted);
    drawRight(p, nowAt(wide()), 15, words(f.nowText), plain, t.muted);
    drawRight(p, thenAt(wide()), 15, words(f.thenText), bold, t.ink);
    drawText(p, {followsStationAt(wide()), 15}, words(workspace().stations().name(f.station)), Theme::font(12), t.muted);
}

void WhatFollowsView::drawRow(QPainter& p, int row, double h) {
    if (!follows()) return;
    const Line& line = lines_[static_cast<std::size_t>(row)];
    const Tokens& t = Theme::tokens();
    const bool chosen = row == at_;
    if (chosen) {
        p.fillRect(QRectF(0, 0, wide(), h - 1), Theme::selectionTint());
        p.fillRect(QRectF(0, 0, 4, h - 1), hasFocus() ? t.machine : t.muted);
    }
    switch (line.kind) {
        case Line::Kind::Head:
            drawText(p, {kLeft, 21}, line.text, Theme::font(13, true), t.ink);
            if (row + 1 < static_cast<int>(lines_.size()) && lines_[static_cast<std::size_t>(row) + 1].kind == Line::Kind::Figure) {
                drawRight(p, nowAt(wide()), 21, tr("now"), Theme::font(13), t.muted);
                drawRight(p, thenAt(wide()), 21, tr("then"), Theme::font(13, true), t.ink);
            }
            hairline(p, kLeft, h - 2, wide() - kLeft, t.muted);
            break;
        case Line::Kind::Companion: drawCompanion(p, follows()->with[line.index], chosen); break;
        case Line::Kind::Comes:
        case Line::Kind::Goes: {
            const bool comes = line.kind == Line::Kind::Comes;
            const Finding& f = comes ? follows()->then.come[line.index] : follows()->then.go[line.index];
            drawMark(p, f.severity, {kText - 12, 11}, 8);
            const double room = followsStationAt(wide()) - kText - 10;
            drawText(p, {kText, 15}, QFontMetricsF(Theme::font(13, comes)).elidedText(words(f.title), Qt::ElideRight, room),
                     Theme::font(13, comes), comes ? t.ink : t.muted);
            drawText(p, {followsStationAt(wide()), 15}, words(workspace().stations().name(f.station)), Theme::font(12), t.muted);
            if (comes) drawParagraph(&p, QRectF(kText, 20, wide() - kText - kLeft, 0), words(f.found), Theme::font(12), t.ink);
            break;
        }
        case Line::Kind::Again: {
            const ToBeSet& one = follows()->then.again[line.index];
            p.setPen(QPen(t.ink, 1.2, Qt::DashLine));
            p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(kText - 16, 7, 8, 8));
            drawText(p, {kText, 15}, words(one.title), Theme::font(13), t.ink);
            drawText(p, {followsStationAt(wide()), 15}, words(workspace().stations().name(one.station)), Theme::font(12), t.muted);
            break;
        }
        case Line::Kind::Figure: drawFigure(p, follows()->then.figures[line.index]); break;
        case Line::Kind::Nothing: drawText(p, {kText, 15}, line.text, Theme::font(13), t.muted); break;
    }
}

void WhatFollowsView::renderHead(QPainter* painter) {
    if (painter == nullptr) return;
    QPainter& p = *painter;
    const Tokens& t = Theme::tokens();
    drawHeader(&p, tr("nothing is taken yet"), wide() - kLeft);
    if (!follows()) {
        drawParagraph(&p, QRectF(kLeft, kBody, wide() - 2 * kLeft, 0),
                      tr("Choose a value on a page and ask there what follows if it were another."), Theme::font(13), t.ink);
        return;
    }
    const Edit& first = follows()->edits.front();
    const QString was = words(kh::show(workspace().setup(), first.path, follows()->was.front()));
    const QString is = words(kh::show(workspace().setup(), first.path, first.value));
    const QColor colour = Theme::box(fieldHome(first.path).box);
    const QFont bold = Theme::font(15, true), plain = Theme::font(15);
    const QString name = QFontMetricsF(bold).elidedText(workspace().fieldName(first.path), Qt::ElideRight,
                                                        wide() - 2 * kLeft - textWidth(was, plain) - textWidth(is, bold) - 50);
    double x = drawText(p, {kLeft, 58}, name, bold, t.ink) + 14;
    x = drawText(p, {x, 58}, was, plain, t.muted) + 8;
    x = drawText(p, {x, 58}, QStringLiteral("→"), plain, t.muted) + 8;
    drawText(p, {x, 58}, is, bold, colour);
    hairline(p, kLeft, 68, wide() - kLeft, colour);
}

std::vector<KeelRib> WhatFollowsView::ribs() const {
    std::vector<KeelRib> out;
    const auto rib = [&](const char* id, const QString& title, const QString& state) -> KeelRib& {
        KeelRib r;
        r.id = QString::fromLatin1(id);
        r.title = r.brief = r.name = title;
        r.state = state;
        out.push_back(std::move(r));
        return out.back();
    };
    if (!follows()) return out;
    const WhatFollows& f = *follows();
    KeelRib& with = rib("with", tr("goes with it"), QString());
    with.current = true;
    for (std::size_t i = 0; i < f.with.size(); ++i)
        with.frames.push_back({QStringLiteral("frame-with-%1").arg(i), words(f.with[i].title),
                               f.with[i].ticked ? tr("ticked") : tr("not ticked"),
                               f.with[i].ticked ? Standing::Entered : Standing::Default});
    KeelRib& come = rib("come", tr("comes"), QString());
    come.findings = {f.then.coming(Severity::Danger), f.then.coming(Severity::Warning), f.then.coming(Severity::Note)};
    for (std::size_t i = 0; i < f.then.come.size(); ++i)
        come.frames.push_back({QStringLiteral("frame-come-%1").arg(i), words(f.then.come[i].title),
                               words(severityId(f.then.come[i].severity)), Standing::Computed,
                               f.then.come[i].severity == Severity::Danger});
    KeelRib& go = rib("go", tr("goes"), QString());
    for (std::size_t i = 0; i < f.then.go.size(); ++i)
        go.frames.push_back({QStringLiteral("frame-go-%1").arg(i), words(f.then.go[i].title), words(severityId(f.then.go[i].severity))});
    KeelRib& figures = rib("figures", tr("figures"), QString());
    for (std::size_t i = 0; i < f.then.figures.size(); ++i)
        figures.frames.push_back({QStringLiteral("frame-figure-%1").arg(i), words(f.then.figures[i].name), QString(), Standing::Computed});
    return out;
}

void WhatFollowsView::go(std::size_t rib, std::size_t frame) {
    constexpr std::array kinds{Line::Kind::Companion, Line::Kind::Comes, Line::Kind::Goes, Line::Kind::Figure};
    for (std::size_t i = 0; i < lines_.size(); ++i)
        if (lines_[i].kind == kinds[rib] && lines_[i].index == frame) list()->setCurrentIndex(model().index(static_cast<int>(i)));
}

bool WhatFollowsView::explain(WhyPanel& panel) {
    if (!follows() || at_ < 0 || at_ >= static_cast<int>(lines_.size())) return false;
    const Line& line = lines_[static_cast<std::size_t>(at_)];
    Why why;
    const auto finding = [&](const Finding& f) {
        why.title = f.title;
        why.lines = {f.found, f.why, f.todo};
    };
    switch (line.kind) {
        case Line::Kind::Companion:
            why.title = follows()->with[line.index].title;
            why.lines = {follows()->with[line.index].why};
            for (std::size_t i = 0; i < follows()->with[line.index].edits.size(); ++i) {
                const Edit& e = follows()->with[line.index].edits[i];
                const Setup& setup = workspace().setup();
                why.lines.push_back(say(KH_TR("{f}: {a} → {b}"), {{"f", fieldTitle(setup, e.path)},
                                                                  {"a", kh::show(setup, e.path, follows()->with[line.index].was[i])},
                                                                  {"b", kh::show(setup, e.path, e.value)}}));
            }
            break;
        case Line::Kind::Comes: finding(follows()->then.come[line.index]); break;
        case Line::Kind::Goes: finding(follows()->then.go[line.index]); break;
        case Line::Kind::Again: {
            const ToBeSet& one = follows()->then.again[line.index];
            why.title = one.title;
            why.lines = {one.what, one.why, say(KH_TR("not before that: {what}"), {{"what", one.blocks}})};
            break;
        }
        case Line::Kind::Figure: {
            const MovedFigure& f = follows()->then.figures[line.index];
            why.title = f.name;
            why.lines = {say(KH_TR("now {a}, then {b} {u}"), {{"a", f.nowText}, {"b", f.thenText}, {"u", f.unit}})};
            break;
        }
        case Line::Kind::Head:
        case Line::Kind::Nothing: return false;
    }
    panel.show(why);
    return true;
}

void WhatFollowsView::toggle(std::size_t companion) { workspace().whatIf().toggle(companion); }

void WhatFollowsView::takeIt(bool withTicked) {
    if (!follows()) return;
    const std::string path = follows()->edits.front().path;
    if (!workspace().attempt([&] { workspace().whatIf().take(withTicked); })) return;
    workspace().leave();
    (void)workspace().goToField(path);
    host_.tell(tr("Taken, as one change that can be undone."));
}

void WhatFollowsView::enter() { takeIt(true); }

bool WhatFollowsView::clicked(int row, QPointF at, double) {
    const Line& line = lines_[static_cast<std::size_t>(row)];
    if (line.kind != Line::Kind::Companion || at.x() > kText) return false;
    toggle(line.index);
    return true;
}

void WhatFollowsView::keyPressEvent(QKeyEvent* event) {
    const bool returns = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (returns && event->modifiers().testFlag(Qt::ShiftModifier)) takeIt(false);
    else if (event->key() == Qt::Key_Space && at_ >= 0 && at_ < static_cast<int>(lines_.size()) &&
             lines_[static_cast<std::size_t>(at_)].kind == Line::Kind::Companion)
        toggle(lines_[static_cast<std::size_t>(at_)].index);
    else ListPage::keyPressEvent(event);
}

const ViewEntry& whatFollowsViewEntry() {
    static const ViewEntry entry{.id = session::kWhatFollowsView,
                                 .title = KH_TR("What follows"),
                                 .make = [](const ViewHost& host, const ViewEntry& of) -> std::unique_ptr<ViewPage> {
                                     return std::make_unique<WhatFollowsView>(host, of);
                                 },
                                 .keys = {"follows-take", "follows-alone", "follows-tick", "why", "view-back"},
                                 .panels = [](const PanelContext& c) { return proofStation().panels(c); },
                                 .pageWidth = 648.0,
                                 .deck = true,
                                 .shots = {{"what-follows", "turnstone-470", "", "idle1", {0.4, 0.0, 0.0, 0.0}, "throttle"}}};
    return entry;
}

}  // namespace kh::app
