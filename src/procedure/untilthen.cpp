// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/untilthen.h"

#include "base/error.h"
#include "judge/evaluation.h"
#include "model/amounts.h"
#include "model/names.h"
#include "procedure/whatfollows.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace kh {

namespace {

constexpr std::size_t kToldFigures = 2;

/// What is found of a document, worst of each id.
using Findings = std::map<std::string, Severity>;

class Trying {
public:
    Trying(const StationSet& stations, const std::function<bool()>& goOn) : goOn_(goOn), judge_(stations.rules()) {}

    /// Nothing once it is given up.
    std::optional<Findings> at(const Setup& setup) {
        if (!out.whole || out.judgements >= kUntilThenJudgements || (goOn_ && !goOn_())) {
            out.whole = false;
            return std::nullopt;
        }
        ++out.judgements;
        Findings found;
        for (const Fact& f : judge_.at(setup).facts) {
            const auto [entry, fresh] = found.emplace(f.id, f.severity);
            if (!fresh) entry->second = std::min(entry->second, f.severity);
        }
        return found;
    }

    UntilTyped out;

private:
    const std::function<bool()>& goOn_;
    LightJudge judge_;
};

/// The worst that is found there and not here, or is worse there.
std::optional<std::pair<std::string, Severity>> worstNew(const Findings& here, const Findings& there) {
    std::optional<std::pair<std::string, Severity>> worst;
    for (const auto& [id, severity] : there) {
        const auto was = here.find(id);
        if (was != here.end() && was->second <= severity) continue;
        if (!worst || severity < worst->second) worst = {id, severity};
    }
    return worst;
}

/// How far a number that stands in a box is off, as a share of what is wanted; 1 for anything that is no number.
double offBy(const FieldValue& wanted, const FieldValue& stands) {
    const double *a = std::get_if<double>(&wanted), *b = std::get_if<double>(&stands);
    if (a == nullptr || b == nullptr) return 1.0;
    return std::abs(*a) > 1e-9 ? std::abs(*b - *a) / std::abs(*a) : std::abs(*b - *a) > 1e-9 ? 1.0 : 0.0;
}

/// What a document does that `setup` does not, in words.
void tell(UntilThen& until, const Setup& setup, const Evaluation& now, const Setup& then, const StationSet& stations) {
    Outcome outcome = outcomeOf(setup, now, then, stations);
    for (const Finding& f : outcome.come)
        if (f.id == until.finding) {
            until.text.push_back(f.title);
            until.text.push_back(f.found);
        }
    std::size_t told = 0;
    for (const MovedFigure& f : outcome.figures) {
        if (told++ == kToldFigures) break;
        until.text.push_back(
            f.unit.empty() ? say(KH_TR("{f}: {t}, not {n}"), {{"f", f.name}, {"t", f.thenText}, {"n", f.nowText}})
                           : say(KH_TR("{f}: {t} {u}, not {n}"), {{"f", f.name}, {"t", f.thenText}, {"u", f.unit}, {"n", f.nowText}}));
    }
    until.come = std::move(outcome.come);
}

/// Where nothing that is computed moves: what stands there beside what is wanted, and how far it is off.
Message stays(const Setup& setup, const CarryLine& line, const FieldValue& stands) {
    const FieldValue wanted = readField(setup, line.path)->value;
    const double *a = std::get_if<double>(&stands), *b = std::get_if<double>(&wanted);
    if (a == nullptr || b == nullptr || *b == 0.0)
        return say(KH_TR("{s} stands there, {w} is wanted."), {{"s", show(setup, line.path, stands)}, {"w", show(setup, line.path)}});
    return say(KH_TR("{s} stands there, {p} % beside the {w} that is wanted."),
               {{"s", show(setup, line.path, stands)}, {"p", signedNum(100.0 * (*a - *b) / std::abs(*b))}, {"w", show(setup, line.path)}});
}

Setup with(const Setup& setup, const std::string& path, const FieldValue& value) {
    Setup out = setup;
    try {
        writeField(out, path, value);
    } catch (const InputError&) {  // no value of the field any more
    }
    return out;
}

/// A page that is left, with what is typed on it.
struct Step {
    Box box;
    std::string title;
    std::vector<std::string> paths;
};

/// What is typed page after page, from what stands in the boxes to what is wanted.
class HalfWay {
public:
    HalfWay(Trying& trying, const Setup& setup, const std::vector<CarryBox>& boxes)
        : trying_(trying), wanted_(setup), start_(asInBoxes(setup)) {
        for (const CarryBox& b : boxes)
            for (const CarryPage& p : b.pages) {
                Step step{b.box, p.title, {}};
                for (const CarryLine& l : p.lines)
                    if (l.left() && standsIn(setup, l.path)) step.paths.push_back(l.path);
                if (!step.paths.empty()) steps_.push_back(std::move(step));
            }
    }

    /// Pages that go together, with the finding that says why.
    std::vector<std::pair<std::vector<std::size_t>, std::string>> groups() {
        std::vector<std::pair<std::vector<std::size_t>, std::string>> out;
        const auto before = trying_.at(start_), after = trying_.at(wanted_);
        if (!before || !after) return out;
        harmless_ = *before;
        for (const auto& [id, severity] : *after) {
            const auto [entry, fresh] = harmless_.emplace(id, severity);
            if (!fresh) entry->second = std::min(entry->second, severity);
        }
        std::set<std::size_t> typed;
        for (std::size_t i = 0; i < steps_.size(); ++i) {
            const std::set<std::size_t> base = typed;
            typed.insert(i);
            std::optional<std::string> harm = harmOf(typed);
            if (!harm) continue;
            const std::string first = *harm;
            std::size_t last = i;
            while (harm && last + 1 < steps_.size()) {
                typed.insert(++last);
                harm = harmOf(typed);
            }
            // the page that does it, and those without which it stays so
            std::vector<std::size_t> members;
            for (std::size_t m = i; m <= last; ++m) members.push_back(m);
            for (std::size_t m = 1; m < members.size() && members.size() > 2;) {
                std::set<std::size_t> less = base;
                for (const std::size_t other : members)
                    if (other != members[m]) less.insert(other);
                if (harmOf(less)) ++m;
                else members.erase(members.begin() + static_cast<std::ptrdiff_t>(m));
            }
            if (members.size() > 1) out.emplace_back(std::move(members), first);
            i = last;
        }
        return out;
    }
    [[nodiscard]] const Step& step(std::size_t i) const { return steps_[i]; }
    /// What stands in the boxes once a page and all before it are typed.
    [[nodiscard]] Setup upTo(std::size_t page) const {
        std::set<std::size_t> typed;
        for (std::size_t i = 0; i <= page; ++i) typed.insert(i);
        return after(typed);
    }
    [[nodiscard]] Setup after(const std::set<std::size_t>& typed) const {
        Setup out = start_;
        for (const std::size_t i : typed)
            for (const std::string& path : steps_[i].paths) out = with(out, path, readField(wanted_, path)->value);
        return out;
    }

private:
    /// A danger that neither what stands there nor what is wanted has.
    std::optional<std::string> harmOf(const std::set<std::size_t>& typed) {
        const auto found = trying_.at(after(typed));
        if (!found) return std::nullopt;
        for (const auto& [id, severity] : *found) {
            const auto known = harmless_.find(id);
            if (severity == Severity::Danger && (known == harmless_.end() || known->second != Severity::Danger)) return id;
        }
        return std::nullopt;
    }

    Trying& trying_;
    const Setup& wanted_;
    Setup start_;
    std::vector<Step> steps_;
    Findings harmless_;
};

}  // namespace

UntilTyped untilTyped(const Setup& setup, const std::vector<CarryBox>& boxes, const StationSet& stations,
                      const std::function<bool()>& goOn) {
    Trying trying(stations, goOn);
    const Evaluation now = evaluate(setup, stations);
    const auto wanted = trying.at(setup);
    if (!wanted) return trying.out;
    const Setup all = asInBoxes(setup);
    UntilTyped& out = trying.out;
    std::size_t known = 0;
    for (const CarryBox& b : boxes)
        for (const CarryPage& p : b.pages)
            for (const CarryLine& l : p.lines) {
                if (!l.left()) continue;
                UntilThen until;
                if (const auto stands = standsIn(setup, l.path)) {
                    ++known;
                    const Setup then = with(setup, l.path, *stands);
                    const auto found = trying.at(then);
                    if (!found) return out;
                    until.known = true;
                    if (const auto worst = worstNew(*wanted, *found)) std::tie(until.finding, until.severity) = *worst;
                    else
                        until.severity = offBy(readField(setup, l.path)->value, *stands) > kSmallShare ? Severity::Warning : Severity::Note;
                    tell(until, setup, now, then, stations);
                    if (until.text.empty()) until.text.push_back(stays(setup, l, *stands));
                } else {
                    until.text.push_back(say(KH_TR("What stands there is not known.")));
                }
                out.of.emplace(l.path, std::move(until));
            }
    if (known > 0) {  // with all of it
        const auto found = trying.at(all);
        if (!found) return out;
        out.all.known = true;
        if (const auto worst = worstNew(*wanted, *found)) std::tie(out.all.finding, out.all.severity) = *worst;
        tell(out.all, setup, now, all, stations);
        if (out.all.text.empty()) out.all.text.push_back(say(KH_TR("Nothing that is computed here moves by it.")));
    }
    HalfWay half(trying, setup, boxes);
    for (const auto& [members, id] : half.groups()) {
        HalfTyped group;
        for (const std::size_t i : members) group.pages.emplace_back(half.step(i).box, half.step(i).title);
        for (const Finding& f : evaluate(half.upTo(members.front()), stations).findings)
            if (f.id == id) group.harm = f.title;
        out.together.push_back(std::move(group));
    }
    return out;
}

}  // namespace kh
