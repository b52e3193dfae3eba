// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/plan/plan.h"

#include "base/error.h"
#include "judge/plan/trial.h"

#include <algorithm>
#include <deque>
#include <iterator>
#include <tuple>

namespace kh {

namespace {

constexpr int kJoinDepth = 3;                         ///< findings that one candidate may have to answer beside its own
constexpr std::size_t kShortestEdits = 3;             ///< up to so many a plan is the shortest
constexpr std::size_t kSearch = 280, kShorten = 340;  ///< judgements after which no more is looked for, no shorter plan

class Planner {
public:
    Planner(const RuleSet& rules, const std::function<bool()>& goOn) : trials_(rules, goOn) {}
    Plan run(const Setup& setup);

private:
    using Healed = Trials::Healed;
    struct Step {
        std::string finding;
        std::vector<Edit> edits;
        bool whole = false;  ///< its edits belong together
    };
    [[nodiscard]] std::optional<Healed> bestFor(const Judged& at, const std::string& id, bool hands, int depth);
    /// Takes what heals, in the order of the work, until nothing does; by hand where no setting does.
    void heal(Judged& at);
    void shorten(const Judged& start);
    /// Leaves out what the rest heals without.
    void reduce(const Judged& start);
    /// Whether a step heals as well where the steps by hand before it were not done. @param at  without them; with it, if it does
    [[nodiscard]] bool restsOnNone(Judged& at, const PlanStep& step);
    void settle(const Judged& start, Plan& plan);
    void oneValueEach(const Judged& start, Plan& plan);
    void remedies(const Judged& start, Plan& plan);
    struct Found {
        std::string id;
        bool joined = false;
        Healed healed;
    };
    [[nodiscard]] std::optional<Found> next(const Judged& at);
    void take(Judged& at, Found found);
    /// All steps at once, but for one edit of the step `without`, or for the whole of it where `edit` is past its last.
    [[nodiscard]] std::optional<Judged> afterAll(const Judged& start, std::size_t without, std::size_t edit);

    Trials trials_;
    std::vector<Step> steps_;
};

/// Ids in the order of the work, the worst first within, else as the rules speak.
std::vector<std::string> inOrder(const LightJudgement& judgement) {
    std::vector<const Fact*> facts;
    for (const Fact& f : judgement.facts)
        if (isTrouble(f)) facts.push_back(&f);
    std::stable_sort(facts.begin(), facts.end(),
                     [](const Fact* a, const Fact* b) { return std::tie(a->work, a->severity) < std::tie(b->work, b->severity); });
    std::vector<std::string> out;
    out.reserve(facts.size());
    for (const Fact* f : facts) out.push_back(f->id);
    return out;
}

/// What is left, and then how much was typed.
std::size_t leftBy(const Trials::Healed& healed) { return weight(healed.to.judgement) * 8 + healed.edits.size(); }

std::optional<Trials::Healed> Planner::bestFor(const Judged& at, const std::string& id, bool hands, int depth) {
    const Troubles troubles = troublesOf(at.judgement);
    std::optional<Healed> best;
    std::size_t least = 0;
    for (const std::vector<Edit>& c : candidatesOf(*troubles.at(id))) {
        if (byHand(c) != hands) continue;
        auto healed = trials_.healing(at, id, c, depth);
        if (!healed) continue;
        // what heals more; the rule's own where they are alike
        const std::size_t left = leftBy(*healed);
        if (best && left >= least) continue;
        least = left;
        best = std::move(healed);
    }
    return best;
}

std::optional<Planner::Found> Planner::next(const Judged& at) {
    const Troubles troubles = troublesOf(at.judgement);
    const std::vector<std::string> ids = inOrder(at.judgement);
    std::map<std::string, std::optional<Healed>> joint;  // of what no single candidate heals
    std::optional<Found> best;
    const auto consider = [&](const std::string& id, const Healed& healed, bool joined) {
        if (!best || leftBy(healed) < leftBy(best->healed)) best = Found{id, joined, healed};
    };
    // two mistakes that cancel, or one that hid another: answered together, once what is due before has been looked at
    const auto considerJoint = [&](std::optional<Work> due) {
        for (auto& [id, healed] : joint) {
            if (!healed) healed = bestFor(at, id, false, kJoinDepth);
            if (!healed) healed = bestFor(at, id, true, kJoinDepth);
            if (healed && (!due || healed->completed <= *due)) consider(id, *healed, true);
        }
    };
    for (std::size_t first = 0, end = 0; first < ids.size(); first = end) {
        const Work due = troubles.at(ids[first])->work;
        considerJoint(due);
        if (best) return best;
        while (end < ids.size() && troubles.at(ids[end])->work == due) ++end;
        // of the work that is due, what leaves least: a cause before its consequences; what is typed before what is done by hand
        for (const bool hands : {false, true}) {
            for (std::size_t i = first; i < end; ++i)
                if (const auto one = bestFor(at, ids[i], hands, 0)) consider(ids[i], *one, false);
            if (best) return best;
        }
        for (std::size_t i = first; i < end; ++i) joint[ids[i]];
    }
    considerJoint(std::nullopt);
    return best;
}

void Planner::take(Judged& at, Found found) {
    const bool hands = kh::byHand(found.healed.edits);
    const bool whole = troublesOf(at.judgement).at(found.id)->whole;
    std::vector<Edit> typed, done;
    for (const Edit& e : found.healed.edits) (fieldHome(e.path).fact ? done : typed).push_back(e);
    if (hands && !typed.empty() && found.joined &&
        !whole) {  // each in a step of its own, typed first: what the work by hand would bring to light
        for (const auto& [one, other] : {std::pair(&typed, &done), std::pair(&done, &typed)}) {  // typed first, unless alone it is worse
            const auto first = trials_.after(at.setup, *one);
            if (!first || !benchSafe(troublesOf(at.judgement), troublesOf(first->judgement)) ||
                weight(first->judgement) > weight(at.judgement))
                continue;
            steps_.push_back({found.id, *one});
            steps_.push_back({found.id, *other});
            at = std::move(found.healed.to);
            return;
        }
    }
    steps_.push_back({found.id, found.healed.edits, whole});
    at = std::move(found.healed.to);
}

void Planner::heal(Judged& at) {
    while (auto found = next(at)) take(at, std::move(*found));
}

std::optional<Judged> Planner::afterAll(const Judged& start, std::size_t without, std::size_t edit) {
    std::vector<Edit> all;
    for (std::size_t s = 0; s < steps_.size(); ++s)
        for (std::size_t e = 0; e < steps_[s].edits.size(); ++e)
            if (s != without || (edit != steps_[s].edits.size() && e != edit)) all = joined(start.setup, all, {steps_[s].edits[e]});
    return trials_.after(start.setup, all);
}

void Planner::reduce(const Judged& start) {
    const auto whole = afterAll(start, steps_.size(), 0);
    if (!whole) return;
    const std::size_t least = weight(whole->judgement);
    for (std::size_t s = steps_.size(); s-- > 0;) {
        // what is right before work by hand is typed before it, though that work types the field again
        const bool typedAgain = std::any_of(steps_.begin() + static_cast<std::ptrdiff_t>(s) + 1, steps_.end(), [&](const Step& later) {
            return kh::byHand(later.edits) && std::any_of(later.edits.begin(), later.edits.end(), [&](const Edit& e) {
                       return std::any_of(steps_[s].edits.begin(), steps_[s].edits.end(), [&](const Edit& x) { return x.path == e.path; });
                   });
        });
        if (steps_[s].whole || typedAgain) continue;
        const std::size_t size = steps_[s].edits.size();
        if (const auto without = afterAll(start, s, size); without && weight(without->judgement) <= least) {
            steps_.erase(steps_.begin() + static_cast<std::ptrdiff_t>(s));
            continue;
        }
        for (std::size_t e = size > 1 ? size : 0; e-- > 0;)
            if (const auto without = afterAll(start, s, e); without && weight(without->judgement) <= least)
                steps_[s].edits.erase(steps_[s].edits.begin() + static_cast<std::ptrdiff_t>(e));
    }
}

void Planner::shorten(const Judged& start) {
    std::size_t edits = 0;
    bool hands = false;
    for (const Step& s : steps_) {
        edits += s.edits.size();
        hands = hands || byHand(s.edits);
    }
    if (edits < 2 || edits > kShortestEdits || hands) return;
    const auto whole = afterAll(start, steps_.size(), 0);
    if (!whole) return;
    const std::size_t least = weight(whole->judgement);
    std::vector<Edit> pool = trials_.pool();
    std::erase_if(pool, [](const Edit& e) { return fieldHome(e.path).fact; });
    const auto better = [&](const std::vector<Edit>& some) {
        const auto at = trials_.after(start.setup, some);
        if (!at || weight(at->judgement) > least) return false;
        const std::string finding = steps_.front().finding;
        steps_.clear();
        for (const Edit& e : some) steps_.push_back({finding, {e}});
        return true;
    };
    for (const Edit& a : pool)
        if (better({a})) return;
    if (edits < 3) return;
    for (std::size_t a = 0; a < pool.size(); ++a)
        for (std::size_t b = a + 1; b < pool.size(); ++b)
            if (pool[a].path != pool[b].path && better({pool[a], pool[b]})) return;
}

bool Planner::restsOnNone(Judged& at, const PlanStep& step) {
    for (std::size_t k = 0; k < step.edits.size(); ++k)
        if (const auto field = readField(at.setup, step.edits[k].path); !field || field->value != step.was[k]) return false;
    auto to = trials_.after(at.setup, step.edits);
    const Troubles before = troublesOf(at.judgement);
    if (!to || before.count(step.finding) == 0 || troublesOf(to->judgement).count(step.finding) != 0 ||
        weight(to->judgement) >= weight(at.judgement))
        return false;
    at = std::move(*to);
    return true;
}

void Planner::settle(const Judged& start, Plan& plan) {
    Judged at = start, typed = start;
    bool hands = false, unpowered = false;
    std::deque<Step> due(steps_.begin(), steps_.end());
    std::size_t waiting = 0;  // steps put off since the last that healed
    while (!due.empty()) {
        const Step s = std::move(due.front());
        due.pop_front();
        PlanStep step;
        step.finding = s.finding;
        step.edits = joined(at.setup, s.edits, {});
        if (step.edits.empty()) continue;
        step.byHand = byHand(step.edits);
        for (const Edit& e : step.edits) step.was.push_back(readField(at.setup, e.path)->value);
        step.box = fieldHome(step.edits.front().path).box;
        auto to = trials_.after(at.setup, step.edits);
        if (!to) return;  // cancelled
        const Troubles before = troublesOf(at.judgement);
        const Troubles now = troublesOf(to->judgement);
        for (const auto& t : before)
            if (now.count(t.first) == 0) step.heals.push_back(t.first);
        // what heals only once a later step is done comes after it
        if (step.heals.empty() && waiting < due.size()) {
            due.push_back(s);
            ++waiting;
            continue;
        }
        if (step.heals.empty() && weight(to->judgement) >= weight(at.judgement)) {  // what stands in the way of all that is left
            if (due.empty()) break;                                                 // the steps before it healed all there was
            due.front().edits = joined(at.setup, step.edits, due.front().edits);
            waiting = 0;
            continue;
        }
        // those that were put off stand at the end, in their order: they come first again
        std::rotate(due.begin(), due.end() - static_cast<std::ptrdiff_t>(waiting), due.end());
        waiting = 0;
        // in the order of the work; a step of a shorter plan answers what it heals first
        std::stable_sort(step.heals.begin(), step.heals.end(),
                         [&](const std::string& a, const std::string& b) { return before.at(a)->work < before.at(b)->work; });
        if (!step.heals.empty() && std::find(step.heals.begin(), step.heals.end(), step.finding) == step.heals.end())
            step.finding = step.heals.front();
        if (const auto own = before.find(step.finding); own != before.end()) step.proposal = own->second->proposal;
        std::stable_partition(step.heals.begin(), step.heals.end(), [&](const std::string& id) { return id == step.finding; });
        step.dangers = to->judgement.count(Severity::Danger);
        step.warnings = to->judgement.count(Severity::Warning);
        // under a supply that is not settled nothing is typed
        if (!hands) typed = *to;
        if (step.byHand) {
            Judged alone = typed;  // it is not taken with those that are typed
            step.provisional = hands && !restsOnNone(alone, step);
        } else {
            step.provisional = hands && (unpowered || !restsOnNone(typed, step));
        }
        if (step.byHand) {
            if (!hands) typed = at;
            hands = true;
            const auto answered = before.find(step.finding);
            unpowered = unpowered || (answered != before.end() && answered->second->work == Work::Supply);
        }
        at = std::move(*to);
        plan.steps.push_back(std::move(step));
    }
    for (const auto& t : troublesOf(at.judgement)) plan.left.push_back(t.first);
}

void Planner::remedies(const Judged& start, Plan& plan) {
    const Troubles troubles = troublesOf(start.judgement);
    for (const auto& t : troubles) plan.remedies[t.first];
    // whose remedy heals it: the first step after which it is gone
    for (const PlanStep& s : plan.steps)
        for (const std::string& id : s.heals) {
            const auto r = plan.remedies.find(id);
            if (r == plan.remedies.end() || id == s.finding || troubles.count(s.finding) == 0) continue;
            r->second.causedBy = s.finding;
        }
    for (auto& [id, remedy] : plan.remedies) {  // dangers and warnings; notes come behind them
        if (!remedy.causedBy.empty()) continue;
        const auto alone = bestFor(start, id, false, kJoinDepth);
        if (!alone) {
            if (const auto hands = bestFor(start, id, true, 0)) remedy.byHand = hands->edits;
            continue;
        }
        remedy.edits = alone->edits;
        const Troubles now = troublesOf(alone->to.judgement);
        remedy.heals = {id};
        for (const auto& t : troubles)
            if (t.first != id && now.count(t.first) == 0) remedy.heals.push_back(t.first);
    }
    const auto listed = [](const LightJudgement& j, const std::string& id) {
        return std::any_of(j.facts.begin(), j.facts.end(), [&](const Fact& f) { return f.id == id; });
    };
    for (const Fact& note : start.judgement.facts) {
        if (isTrouble(note)) continue;
        Remedy& remedy = plan.remedies[note.id];
        for (const std::vector<Edit>& c : candidatesOf(note)) {
            if (!remedy.edits.empty() || (byHand(c) && !remedy.byHand.empty())) continue;
            const auto to = trials_.after(start.setup, c);
            if (!to || listed(to->judgement, note.id)) continue;
            const bool quiet = std::all_of(to->judgement.facts.begin(), to->judgement.facts.end(),
                                           [&](const Fact& f) { return listed(start.judgement, f.id); });
            if (!quiet) continue;
            if (byHand(c)) remedy.byHand = c;
            else remedy = {.edits = c, .heals = {note.id}};
        }
    }
    oneValueEach(start, plan);
}

/// Two findings never give one field two values: the one that is due first keeps its remedy, the other goes with it or waits for it.
void Planner::oneValueEach(const Judged& start, Plan& plan) {
    std::vector<std::string> ids = inOrder(start.judgement);
    for (const Fact& f : start.judgement.facts)
        if (!isTrouble(f)) ids.push_back(f.id);
    std::map<std::string, std::string> taken;  // by field, whose remedy sets it
    for (const std::string& id : ids) {
        const auto r = plan.remedies.find(id);
        if (r == plan.remedies.end()) continue;
        std::string before;
        for (const Edit& e : r->second.edits) {
            const auto other = taken.find(e.path);
            if (other == taken.end()) continue;
            const auto& theirs = plan.remedies[other->second].edits;
            if (std::find(theirs.begin(), theirs.end(), e) == theirs.end()) before = other->second;
        }
        if (before.empty()) {
            for (const Edit& e : r->second.edits) taken.emplace(e.path, id);
            continue;
        }
        const auto to = trials_.after(start.setup, plan.remedies[before].edits);
        r->second = Remedy{};
        if (to && std::none_of(to->judgement.facts.begin(), to->judgement.facts.end(), [&](const Fact& f) { return f.id == id; }))
            r->second.causedBy = before;
    }
}

Plan Planner::run(const Setup& setup) {
    Plan plan;
    auto start = trials_.after(setup, {});
    if (!start) return plan;
    plan.dangers = start->judgement.count(Severity::Danger);
    plan.warnings = start->judgement.count(Severity::Warning);
    if (plan.dangers + plan.warnings > 0) {
        Judged at = *start;
        trials_.allow(kSearch);
        heal(at);
        trials_.allow(kShorten);
        reduce(*start);
        shorten(*start);
        trials_.allow(kPlanJudgements);
        settle(*start, plan);
    }
    remedies(*start, plan);
    plan.judgements = trials_.spent();
    plan.complete = !trials_.stopped();
    return plan;
}

}  // namespace

Plan makePlan(const Setup& setup, const RuleSet& rules, const std::function<bool()>& goOn) {
    return Planner(rules, goOn).run(holdingAccepted(setup, rules));
}

}  // namespace kh
