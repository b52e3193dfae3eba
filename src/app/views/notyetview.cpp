// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/views/notyetview.h"

#include "app/shell/panels.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"
#include "session/notyet.h"
#include "stations/proof/proof.h"

#include <QKeyEvent>
#include <algorithm>
#include <set>

namespace kh::app {

using namespace paint;

namespace {

constexpr qsizetype kNamedLooks = 4;  ///< more are counted

QString standsAgainst(const Rung& rung) {
    return counted(rung.obstacles.size(), KH_TR("{n} thing in the way"), KH_TR("{n} things in the way"));
}

}  // namespace

void NotYetView::entered() {
    open_.clear();
    at_ = {openRung(), -1};
    workspace().selectFinding(-1);
    renew(true);
}

std::size_t NotYetView::openRung() const {
    const auto& rungs = ladder().rungs;
    for (std::size_t i = 0; i < rungs.size(); ++i)
        if (rungs[i].id == open_ && !rungs[i].obstacles.empty()) return i;
    return std::min(ladder().reached() + 1, rungs.empty() ? 0 : rungs.size() - 1);
}

int NotYetView::entryOf(const Obstacle& obstacle) const {
    const auto& entries = workspace().entries();
    for (std::size_t i = 0; i < entries.size(); ++i)
        if (!obstacle.finding.empty() && !entries[i].passed && entries[i].finding.id == obstacle.finding) return static_cast<int>(i);
    return -1;
}

Message NotYetView::todoOf(const Obstacle& obstacle) const {
    if (const int entry = entryOf(obstacle); entry >= 0)
        return workspace().repair().remedyText(workspace().entries()[static_cast<std::size_t>(entry)].finding);
    return obstacle.seen ? say(KH_TR("Ctrl R goes through it step by step; Space writes that it was seen."))
                         : say(KH_TR("Enter it there."));
}

QString NotYetView::freedBy(const Rung& rung) const {
    std::set<std::size_t> steps;
    QStringList looks;
    for (const Obstacle& o : rung.obstacles) {
        if (const std::size_t step = workspace().repair().stepFor(o.finding); step > 0) steps.insert(step);
        else looks << words(o.title);
    }
    QStringList ways;
    if (!steps.empty()) {
        QStringList numbers;
        for (const std::size_t step : steps) numbers << QString::number(step);
        ways << (steps.size() == 1 ? tr("step %1") : tr("steps %1")).arg(numbers.join(QStringLiteral(" ")));
    }
    if (looks.size() > kNamedLooks) ways << tr("%1 to be seen or entered").arg(looks.size());
    else ways << looks;
    return ways.isEmpty() ? QString() : tr("Free after: %1").arg(ways.join(QStringLiteral(", ")));
}

const Obstacle* NotYetView::chosenObstacle() const {
    const auto& rungs = ladder().rungs;
    if (at_.obstacle < 0 || at_.rung >= rungs.size() || at_.obstacle >= static_cast<int>(rungs[at_.rung].obstacles.size())) return nullptr;
    return &rungs[at_.rung].obstacles[static_cast<std::size_t>(at_.obstacle)];
}

std::vector<ListRow> NotYetView::listRows() {
    std::vector<ListRow> rows;
    places_.clear();
    const auto& rungs = ladder().rungs;
    for (std::size_t i = rungs.size(); i-- > 0;) {
        const Rung& rung = rungs[i];
        places_.push_back({i, -1});
        rows.push_back({QStringLiteral("rung-") + QString::fromStdString(rung.id),
                        tr("Rung %1: %2").arg(QString::number(i + 1), words(rung.title)),
                        rung.obstacles.empty() ? i <= ladder().reached() ? tr("nothing known stands against it")
                                                                         : tr("nothing of its own; what stands below stands here too")
                                               : standsAgainst(rung)});
        if (!isOpen(places_.back())) continue;
        for (std::size_t o = 0; o < rung.obstacles.size(); ++o) {
            const Obstacle& one = rung.obstacles[o];
            places_.push_back({i, static_cast<int>(o)});
            rows.push_back({QStringLiteral("way-") + QString::fromStdString(one.finding.empty() ? one.row : one.finding), words(one.title),
                            tr("%1; %2").arg(words(one.what), words(todoOf(one)))});
        }
    }
    return rows;
}

int NotYetView::chosenRow() const {
    int rung = -1;
    for (std::size_t i = 0; i < places_.size(); ++i) {
        if (places_[i].rung != at_.rung) continue;
        if (places_[i].obstacle == at_.obstacle) return static_cast<int>(i);
        if (places_[i].obstacle < 0) rung = static_cast<int>(i);  // what stood there is gone
    }
    return rung;
}

void NotYetView::choose(int row) {
    at_ = places_[static_cast<std::size_t>(row)];
    const Obstacle* chosen = chosenObstacle();
    workspace().selectFinding(chosen == nullptr ? -1 : entryOf(*chosen));
    host_.counted();
}

std::vector<KeelRib> NotYetView::ribs() const {
    std::vector<KeelRib> out;
    const auto& rungs = ladder().rungs;
    for (std::size_t i = 0; i < rungs.size(); ++i) {
        KeelRib rib;
        rib.id = QStringLiteral("rung-%1").arg(i);
        rib.number = QString::number(i + 1);
        rib.title = rib.brief = words(rungs[i].brief);
        rib.name = words(rungs[i].title);
        rib.current = i == at_.rung;
        rib.findings = {rungs[i].count(Severity::Danger), rungs[i].count(Severity::Warning), 0};
        for (std::size_t o = 0; o < rungs[i].obstacles.size(); ++o) {
            const Obstacle& one = rungs[i].obstacles[o];
            rib.frames.push_back({QStringLiteral("frame-%1-%2").arg(i).arg(o), words(one.title), words(one.what), Standing::Default,
                                  !one.finding.empty() && one.severity == Severity::Danger,
                                  i == at_.rung && static_cast<int>(o) == at_.obstacle});
        }
        rib.state = rungs[i].obstacles.empty() ? tr("nothing known stands against it") : standsAgainst(rungs[i]);
        out.push_back(std::move(rib));
    }
    return out;
}

void NotYetView::go(std::size_t rib, std::size_t frame) {
    open_ = ladder().rungs[rib].id;
    at_ = {rib, static_cast<int>(frame)};
    renew(true);
    choose(chosenRow());
}

bool NotYetView::explain(WhyPanel& panel) {
    if (const Obstacle* chosen = chosenObstacle(); chosen != nullptr && entryOf(*chosen) >= 0) return panel.showFinding(workspace());
    const auto& rungs = ladder().rungs;
    if (rungs.empty()) return false;
    const Rung& rung = rungs[std::min(at_.rung, rungs.size() - 1)];
    Why why;
    why.title = rung.title;
    why.lines.push_back(rung.doing);
    if (!rung.caution.text.empty()) why.lines.push_back(rung.caution);
    for (std::size_t i = 0; i <= at_.rung && i < rungs.size(); ++i)
        for (const Obstacle& o : rungs[i].obstacles) why.lines.push_back(o.title);
    if (why.lines.size() == (rung.caution.text.empty() ? 1U : 2U)) why.lines.push_back(say(KH_TR("nothing known stands against it")));
    panel.show(why);
    return true;
}

bool NotYetView::act(const std::string& command) {
    const Obstacle* chosen = chosenObstacle();
    if (chosen == nullptr || (command != "reading" && command != "seen")) return false;
    workspace().goToRow(chosen->row);  // the window's own command then speaks of that row
    return false;
}

void NotYetView::keyPressEvent(QKeyEvent* event) {
    const Obstacle* chosen = chosenObstacle();
    if (event->key() != Qt::Key_Space || chosen == nullptr) {
        ListPage::keyPressEvent(event);
        return;
    }
    if (!chosen->seen) {
        host_.tell(tr("%1 is not seen but settled: Enter goes there.").arg(words(chosen->title)));
        return;
    }
    for (const StationPage& page : workspace().pages())
        for (const Row& row : page.rows)
            if (row.id == chosen->row) {
                const Row copy = row;  // what is written makes the pages anew
                if (const QString refused = workspace().markSeen(page.station, copy); !refused.isEmpty()) host_.tell(refused);
                return;
            }
}

void NotYetView::enter() {
    if (const Obstacle* chosen = chosenObstacle()) {
        const Obstacle one = *chosen;
        if (one.field.empty() || !workspace().goToField(one.field)) workspace().goToRow(one.row);
        return;
    }
    if (at_.rung >= ladder().rungs.size()) return;
    open_ = ladder().rungs[at_.rung].id;
    renew(true);
}

const ViewEntry& notYetViewEntry() {
    static const ViewEntry entry{.id = session::kNotYetView,
                                 .title = KH_TR("What may be done"),
                                 .make = [](const ViewHost& host, const ViewEntry& of) -> std::unique_ptr<ViewPage> {
                                     return std::make_unique<NotYetView>(host, of);
                                 },
                                 .keys = {"page-go", "ladder-seen", "remedy", "pose", "reading", "why", "view-back"},
                                 .panels = [](const PanelContext& c) { return proofStation().panels(c); },
                                 .pageWidth = 648.0,
                                 .deck = true,
                                 .shots = {{"not-yet", "dunlin-380", "", "normal", {0.4, 0.0, 0.0, 0.0}, "throttle"}}};
    return entry;
}

}  // namespace kh::app
