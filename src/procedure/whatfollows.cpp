// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/whatfollows.h"

#include "base/error.h"
#include "judge/plan/trial.h"
#include "model/accepted.h"
#include "model/names.h"
#include "procedure/aircraft.h"
#include "procedure/harm.h"
#include "procedure/ledger.h"
#include "procedure/typed.h"

#include <algorithm>
#include <map>
#include <utility>

namespace kh {

namespace {

constexpr std::size_t kMostCompanions = 12;
constexpr int kCompanionDepth = 1;

Setup edited(const Setup& setup, const std::vector<Edit>& edits) { return asTyped(setup, edits, {}); }

/// Every figure on the pages, by where it stands.
std::map<std::string, MovedFigure> figuresOf(const Setup& setup, const std::vector<StationPage>& pages, const StationSet& stations) {
    std::map<std::string, MovedFigure> out;
    for (const StationPage& page : pages) {
        const StationEntry* station = stations.find(page.station);
        const bool matrix = station != nullptr && station->page == PageKind::Matrix;
        for (const Row& row : page.rows)
            for (std::size_t cell = 0; cell < row.cells.size(); ++cell)
                for (std::size_t part = 0; part < row.cells[cell].parts.size(); ++part) {
                    const Part& p = row.cells[cell].parts[part];
                    if (!p.figure) continue;
                    const std::string id = std::to_string(static_cast<int>(page.station)) + "/" + row.id + "/" + std::to_string(cell) +
                                           "/" + std::to_string(part);
                    // a figure of one mode says which: a column of the matrix, or a line of a table
                    Message name = p.why.title;
                    if (matrix && row.cells.size() == setup.transmitter.modes.size())
                        name = say(KH_TR("{f}, {m}"), {{"f", name}, {"m", setup.transmitter.modes[cell].name}});
                    else if (row.line) name = say(KH_TR("{f}, {m}"), {{"f", name}, {"m", row.title}});
                    else if (!p.label.text.empty()) name = say(KH_TR("{f}, {m}"), {{"f", name}, {"m", p.label}});
                    out.emplace(id, MovedFigure{id, page.station, std::move(name), p.figure->unit, p.figure->value, {}, p.value, {}});
                }
    }
    return out;
}

std::vector<MovedFigure> movedBetween(const std::map<std::string, MovedFigure>& now, const std::map<std::string, MovedFigure>& then) {
    std::vector<MovedFigure> out;
    const auto add = [&](MovedFigure figure) {
        const auto same = [&](const MovedFigure& other) {
            return other.name.text == figure.name.text && render(other.name) == render(figure.name) && other.now == figure.now &&
                   other.then == figure.then;
        };
        if (std::none_of(out.begin(), out.end(), same)) out.push_back(std::move(figure));  // the same on another page
    };
    const Message unknown = say(KH_TR("not known"));
    for (const auto& [id, figure] : now) {
        const auto there = then.find(id);
        MovedFigure moved = figure;
        moved.then = there == then.end() ? std::nullopt : there->second.now;
        moved.thenText = there == then.end() ? unknown : there->second.nowText;
        if (render(moved.nowText) != render(moved.thenText)) add(std::move(moved));
    }
    for (const auto& [id, figure] : then) {
        if (now.count(id) != 0 || !figure.now) continue;
        MovedFigure moved = figure;
        moved.then = std::exchange(moved.now, std::nullopt);
        moved.thenText = std::exchange(moved.nowText, unknown);
        add(std::move(moved));
    }
    std::stable_sort(out.begin(), out.end(), [](const MovedFigure& a, const MovedFigure& b) { return a.station < b.station; });
    return out;
}

Message companionTitle(const Setup& setup, const std::vector<Edit>& edits) {
    Message first = fieldTitle(setup, edits.front().path);
    if (edits.size() == 1) return first;
    return say(KH_TR("{f}, and {n} more"), {{"f", first}, {"n", num(static_cast<double>(edits.size() - 1))}});
}

/// Whether any of them would take back one of the others.
bool meets(const std::vector<Edit>& edits, const std::vector<Edit>& others) {
    return std::any_of(edits.begin(), edits.end(), [&](const Edit& e) {
        return std::any_of(others.begin(), others.end(), [&](const Edit& o) { return o.path == e.path; });
    });
}

}  // namespace

Outcome outcomeOf(const Setup& setup, const Evaluation& before, const Setup& after, const StationSet& stations) {
    const Evaluation then = evaluate(after, stations);
    Outcome out;
    const std::vector<StationPage> now = ledger(setup, before, nullptr, stations), later = ledger(after, then, nullptr, stations);
    out.figures = movedBetween(figuresOf(setup, now, stations), figuresOf(after, later, stations));
    const std::vector<ToBeSet> open = stillToSee(setup, now);
    for (ToBeSet& one : stillToSee(after, later))
        if (std::none_of(open.begin(), open.end(), [&](const ToBeSet& o) { return o.row == one.row; })) out.again.push_back(std::move(one));
    const auto severityIn = [](const Evaluation& e, const std::string& id) -> std::optional<Severity> {
        for (const Finding& f : e.findings)
            if (f.id == id) return f.severity;
        return std::nullopt;
    };
    for (const Finding& f : then.findings) {
        const auto was = severityIn(before, f.id);
        if (!was || f.severity < *was) out.come.push_back(f);
        else if (f.severity != Severity::Note) ++out.stay;
    }
    for (const Finding& f : before.findings) {
        const auto is = severityIn(then, f.id);
        if (!is || *is > f.severity) out.go.push_back(f);
    }
    return out;
}

namespace {

class Companions {
public:
    Companions(const Setup& setup, const Figures& figures, const std::vector<Edit>& edits, const StationSet& stations)
        : setup_(setup), figures_(figures), edits_(edits), trials_(stations.rules(), goOn_) {
        trials_.allow(kFollowJudgements);
    }

    std::vector<Companion> found(const Outcome& alone) {
        const std::optional<Judged> start = trials_.after(setup_, edits_);
        if (!start || !start->judgement.simulated) return {};
        start_ = start->setup;
        keptLevel(*start);
        for (const Finding& f : alone.come)
            for (const Fact& fact : start->judgement.facts)
                if (fact.id == f.id) answered(*start, fact, f.title, true);
        return std::exchange(out_, {});
    }
    /// What answers a finding that comes only with what is ticked: offered, not ticked.
    std::vector<Companion> more(const WhatFollows& follows) {
        out_ = follows.with;
        const std::optional<Judged> then = trials_.after(setup_, withTicked(follows));
        if (!then || !then->judgement.simulated) return std::exchange(out_, {});
        start_ = then->setup;
        for (const Finding& f : follows.then.come) {
            const bool known =
                std::any_of(follows.alone.come.begin(), follows.alone.come.end(), [&](const Finding& a) { return a.id == f.id; });
            for (const Fact& fact : then->judgement.facts)
                if (!known && fact.id == f.id) answered(*then, fact, f.title, false);
        }
        return std::exchange(out_, {});
    }

private:
    void add(std::string id, std::vector<Edit> edits, Message why, bool ticked) {
        edits = joined(start_, edits, {});
        if (edits.empty() || meets(edits, edits_) || out_.size() >= kMostCompanions) return;
        const bool known = std::any_of(out_.begin(), out_.end(), [&](const Companion& c) { return meets(c.edits, edits); });
        if (known) return;
        Companion c;
        c.id = std::move(id);
        c.title = companionTitle(setup_, edits);
        c.why = std::move(why);
        c.box = fieldHome(edits.front().path).box;
        for (const Edit& e : edits) c.was.push_back(readField(setup_, e.path)->value);
        c.edits = std::move(edits);
        c.ticked = ticked;
        out_.push_back(std::move(c));
    }
    /// Whether nothing as bad as that is new, or worse, in one judgement beside another.
    static bool noWorse(const Judged& from, const Judged& to, Severity than = Severity::Warning) {
        const Troubles before = troublesOf(from.judgement), after = troublesOf(to.judgement);
        return std::none_of(after.begin(), after.end(), [&](const auto& t) {
            const auto was = before.find(t.first);
            return t.second->severity <= than && (was == before.end() || t.second->severity < was->second->severity);
        });
    }
    /// What the class keeps level: all of it together, or one by one where together it is worse.
    void keptLevel(const Judged& start) {
        const GoesWithRule keep = aircraftEntry(setup_).goesWith;
        if (keep == nullptr) return;
        std::vector<GoesWith> kept = keep(setup_, figures_, edits_);
        std::vector<Edit> all;
        for (const GoesWith& one : kept)
            if (one.ticked) all = joined(start.setup, all, one.edits);
        const auto together = all.empty() ? std::nullopt : trials_.after(start.setup, all);
        const bool level = together && noWorse(start, *together);
        for (GoesWith& one : kept) {
            const auto tried = trials_.after(start.setup, one.edits);
            if (tried) add("kept." + one.id, std::move(one.edits), std::move(one.why), one.ticked && (level || noWorse(start, *tried)));
        }
    }
    /// What takes away a finding that comes, and brings no danger. It may bring a warning, which is told with it.
    void answered(const Judged& start, const Fact& fact, const Message& title, bool mayTick) {
        for (const std::vector<Edit>& c : candidatesOf(fact)) {
            if (byHand(c) || meets(c, edits_)) continue;
            std::vector<Edit> edits = c;
            std::optional<Judged> tried;
            if (isTrouble(fact)) {
                if (auto healed = trials_.healing(start, fact.id, c, kCompanionDepth); healed && !meets(healed->edits, edits_)) {
                    edits = std::move(healed->edits);
                    tried = std::move(healed->to);
                }
            }
            if (!tried) tried = trials_.after(start.setup, edits);
            if (!tried || byHand(edits)) continue;
            const auto& facts = tried->judgement.facts;
            if (std::any_of(facts.begin(), facts.end(), [&](const Fact& f) { return f.id == fact.id; })) continue;
            if (!noWorse(start, *tried, isTrouble(fact) ? Severity::Danger : Severity::Warning)) continue;
            add(fact.id, std::move(edits), title, mayTick && isTrouble(fact));
            return;
        }
    }

    const Setup& setup_;
    const Figures& figures_;
    const std::vector<Edit>& edits_;
    std::function<bool()> goOn_;
    Trials trials_;
    Setup start_;  ///< after the edits
    std::vector<Companion> out_;
};

}  // namespace

std::size_t Outcome::coming(Severity severity) const {
    return static_cast<std::size_t>(std::count_if(come.begin(), come.end(), [&](const Finding& f) { return f.severity == severity; }));
}

void requireWhatIf(const Setup& setup, const std::vector<Edit>& edits) {
    if (edits.empty()) throw InputError("change", "nothing is changed");
    for (std::size_t i = 0; i < edits.size(); ++i) {
        const std::string& path = edits[i].path;
        if (!readField(setup, path)) throw InputError(path, "there is no such setting");
        if (fieldHome(path).fact) throw InputError(path, "it is a fact of machine or box: it is measured, not chosen");
        for (std::size_t j = 0; j < i; ++j)
            if (edits[j].path == path) throw InputError(path, "it is changed twice; each setting once");
    }
    const Setup after = edited(setup, edits);
    requireAccepted(after);
    if (const auto harm = harmfulSetting(after, edits))
        throw InputError(edits.front().path, render(harm->found) + " " + render(harm->why) + " " + render(harm->todo));
}

std::vector<Edit> withTicked(const WhatFollows& follows) {
    std::vector<Edit> out = follows.edits;
    for (const Companion& c : follows.with)
        if (c.ticked) out.insert(out.end(), c.edits.begin(), c.edits.end());
    return out;
}

WhatFollows whatFollows(const Setup& setup, const Evaluation& before, std::vector<Edit> edits, const StationSet& stations) {
    requireWhatIf(setup, edits);
    WhatFollows out;
    out.edits = std::move(edits);
    for (const Edit& e : out.edits) out.was.push_back(readField(setup, e.path)->value);
    out.alone = outcomeOf(setup, before, edited(setup, out.edits), stations);
    Companions companions(setup, before.figures, out.edits, stations);
    out.with = companions.found(out.alone);
    const bool any = std::any_of(out.with.begin(), out.with.end(), [](const Companion& c) { return c.ticked; });
    out.then = any ? outcomeOf(setup, before, edited(setup, withTicked(out)), stations) : out.alone;
    if (any) out.with = companions.more(out);
    return out;
}

WhatFollows ticked(const Setup& setup, const Evaluation& before, WhatFollows follows, std::size_t companion, bool on,
                   const StationSet& stations) {
    follows.with.at(companion).ticked = on;
    follows.then = outcomeOf(setup, before, edited(setup, withTicked(follows)), stations);
    return follows;
}

}  // namespace kh
