// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/plan/trial.h"

#include "base/error.h"

#include <algorithm>

namespace kh {

namespace {

constexpr std::size_t kMostTried = 12;       ///< candidates of one finding
constexpr std::size_t kMostCompleting = 24;  ///< tries to complete one candidate
constexpr std::size_t kMostJoined = 6;       ///< edits in a candidate that was completed

}  // namespace

bool benchSafe(const Troubles& before, const Troubles& after) {
    return std::all_of(after.begin(), after.end(), [&](const auto& t) {
        const Work work = t.second->work;
        const bool guarded =
            t.second->severity == Severity::Danger && (work == Work::Supply || work == Work::MotorOff || work == Work::ServoHarm);
        const auto old = before.find(t.first);
        return !guarded || (old != before.end() && old->second->severity <= t.second->severity);
    });
}

std::size_t weight(const LightJudgement& judgement) { return judgement.count(Severity::Danger) * 100 + judgement.count(Severity::Warning); }

Troubles troublesOf(const LightJudgement& judgement) {
    Troubles out;
    for (const Fact& f : judgement.facts)
        if (isTrouble(f)) out.emplace(f.id, &f);
    return out;
}

bool byHand(const std::vector<Edit>& edits) {
    return std::any_of(edits.begin(), edits.end(), [](const Edit& e) { return fieldHome(e.path).fact; });
}

std::vector<std::vector<Edit>> candidatesOf(const Fact& fact) {
    std::vector<std::vector<Edit>> out{fact.fix};
    out.insert(out.end(), fact.also.begin(), fact.also.end());
    std::erase_if(out, [](const std::vector<Edit>& edits) { return edits.empty(); });
    if (out.size() > kMostTried) out.resize(kMostTried);
    return out;
}

std::vector<Edit> joined(const Setup& setup, const std::vector<Edit>& first, const std::vector<Edit>& second) {
    std::vector<Edit> out = first;
    for (const Edit& e : second) {
        const auto same = std::find_if(out.begin(), out.end(), [&](const Edit& o) { return o.path == e.path; });
        if (same == out.end()) out.push_back(e);
        else same->value = e.value;
    }
    std::erase_if(out, [&](const Edit& e) {
        const auto now = readField(setup, e.path);
        return now && now->value == e.value;
    });
    return out;
}

std::optional<Judged> Trials::after(const Setup& setup, const std::vector<Edit>& edits) {
    if (spent_ >= allowed_ || (goOn_ && !goOn_())) {
        stopped_ = true;
        return std::nullopt;
    }
    Judged out;
    try {
        out.setup = withEdits(setup, edits, Standing::Computed, {});
    } catch (const InputError&) {
        return std::nullopt;
    }
    for (const Edit& e : edits)
        if (std::find(pool_.begin(), pool_.end(), e) == pool_.end()) pool_.push_back(e);
    ++spent_;
    out.judgement = judge_.at(out.setup);
    return out;
}

std::optional<Trials::Healed> Trials::healed(const Judged& from, const std::string& id, const std::vector<Edit>& candidate, int depth) {
    const std::vector<Edit> edits = joined(from.setup, candidate, {});
    if (edits.empty() || edits.size() > kMostJoined + candidate.size()) return std::nullopt;
    std::optional<Judged> to = after(from.setup, edits);
    if (!to || !to->judgement.simulated) return std::nullopt;
    const Troubles before = troublesOf(from.judgement);
    const Troubles now = troublesOf(to->judgement);
    const auto own = before.find(id);
    if (own == before.end() || now.count(id) != 0) return std::nullopt;
    const Fact* worse = nullptr;
    for (const auto& [other, fact] : now) {
        const auto old = before.find(other);
        const bool fresh = old == before.end() || fact->severity < old->second->severity;
        if (fresh && fact->severity <= own->second->severity && (worse == nullptr || fact->work < worse->work)) worse = fact;
    }
    if (worse == nullptr) {
        if (!benchSafe(before, now)) return std::nullopt;
        return Healed{edits, std::move(*to)};
    }
    if (depth <= 0) return std::nullopt;
    const Work work = worse->work;
    std::optional<Healed> best;
    for (const std::vector<Edit>& more : candidatesOf(*worse)) {
        const std::vector<Edit> both = joined(from.setup, edits, more);
        if (both == edits) continue;
        if (++completing_ > kMostCompleting) break;
        auto whole = healed(from, id, both, depth - 1);
        if (!whole || (best && weight(whole->to.judgement) >= weight(best->to.judgement))) continue;
        whole->completed = std::max(work, whole->completed.value_or(work));
        best = std::move(whole);
    }
    return best;
}

}  // namespace kh
