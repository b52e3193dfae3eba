// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/ladder.h"

#include "procedure/aircraft.h"
#include "procedure/ledger.h"

#include <algorithm>
#include <numeric>
#include <stdexcept>

namespace kh {

namespace {

Rung& rungNamed(Ladder& ladder, const std::string& id) {
    for (Rung& rung : ladder.rungs)
        if (rung.id == id) return rung;
    throw std::logic_error("no rung " + id);
}

}  // namespace

std::size_t Rung::count(Severity severity) const {
    return static_cast<std::size_t>(
        std::count_if(obstacles.begin(), obstacles.end(), [&](const Obstacle& o) { return !o.finding.empty() && o.severity == severity; }));
}

std::size_t Rung::left() const {
    return static_cast<std::size_t>(std::count_if(obstacles.begin(), obstacles.end(), [](const Obstacle& o) { return o.finding.empty(); }));
}

std::size_t Ladder::reached() const {
    std::size_t at = 0;
    while (at + 1 < rungs.size() && rungs[at + 1].obstacles.empty()) ++at;
    return at;
}

std::size_t Ladder::below(std::size_t rung) const {
    return std::accumulate(rungs.begin(), rungs.begin() + static_cast<std::ptrdiff_t>(rung), std::size_t{0},
                           [](std::size_t n, const Rung& r) { return n + r.obstacles.size(); });
}

std::size_t Ladder::obstacles() const { return below(rungs.size()); }

Ladder ladderOf(const Setup& setup, const LadderPlan& plan, std::span<const Finding* const> findings, const std::vector<ToBeSet>& left) {
    Ladder ladder{plan.rungs(setup)};
    for (const Finding* f : findings) {
        if (f->severity == Severity::Note) continue;
        rungNamed(ladder, plan.ofFinding(setup, *f))
            .obstacles.push_back({.finding = f->id,
                                  .field = f->subject,
                                  .row = f->row,
                                  .station = f->station,
                                  .severity = f->severity,
                                  .box = f->box,
                                  .title = f->title,
                                  .what = f->found});
    }
    for (const ToBeSet& one : left)
        rungNamed(ladder, plan.ofRow(setup, one.row))
            .obstacles.push_back({.field = one.fields.empty() ? std::string() : one.fields.front(),
                                  .row = one.row,
                                  .station = one.station,
                                  .seen = one.fields.empty(),
                                  .title = one.title,
                                  .what = one.what});
    for (Rung& rung : ladder.rungs)  // the worst first, then what is to be set or seen
        std::stable_sort(rung.obstacles.begin(), rung.obstacles.end(), [](const Obstacle& a, const Obstacle& b) {
            const auto rank = [](const Obstacle& o) { return o.finding.empty() ? 2 : o.severity == Severity::Danger ? 0 : 1; };
            return rank(a) < rank(b);
        });
    return ladder;
}

Ladder ladderOf(const Setup& setup, const Evaluation& evaluation) {
    const LadderPlan* plan = aircraftEntry(setup).ladder;
    if (plan == nullptr) return {};
    std::vector<const Finding*> findings;
    findings.reserve(evaluation.findings.size());
    for (const Finding& f : evaluation.findings) findings.push_back(&f);
    return ladderOf(setup, *plan, findings, stillToBeSet(setup, ledger(setup, evaluation, nullptr, stationsOf(setup))));
}

}  // namespace kh
