// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/openends.h"

#include "base/error.h"
#include "model/amounts.h"
#include "model/names.h"

#include <algorithm>
#include <bit>
#include <deque>
#include <map>

namespace kh {

namespace {

/// What is found, and how bad: of one id the worst.
using Found = std::map<std::string, Severity>;

void add(Found& found, const std::string& id, Severity severity) {
    const auto [at, fresh] = found.emplace(id, severity);
    if (!fresh) at->second = std::min(at->second, severity);
}
Found found(const std::vector<Finding>& findings) {
    Found out;
    for (const Finding& f : findings) add(out, f.id, f.severity);
    return out;
}
Found found(const Setup& setup, const RuleSet& rules, JudgeMemory& memory) { return found(judge(setup, rules, {false, &memory}).findings); }

/// Whether it is there, and no note.
bool grave(const Found& all, const std::string& id) {
    const auto at = all.find(id);
    return at != all.end() && at->second != Severity::Note;
}

Severity lower(Severity s) { return s == Severity::Danger ? Severity::Warning : Severity::Note; }

/// What is judged at some ends while open facts themselves are told of as known.
Setup closed(Setup setup) {
    setup.transmitter.profile.edit().unknown.clear();
    setup.controller.profile.edit().unknown.clear();
    setup.speedController.profile.edit().unknown.clear();
    return setup;
}

/// "output limit of Halyard 10".
Message factName(const Setup& setup, const Edit& end) {
    return say(KH_TR("{fact} of {box}"), {{"fact", fieldBrief(setup, end.path)}, {"box", boxName(setup, fieldHome(end.path).box)}});
}

/// "Not known, but if output limit of Halyard 10 is 100 %: …".
Message ifSo(const Setup& setup, const Ends& ends, const Message& then) {
    std::vector<Message> said;
    for (const Edit& e : ends)
        said.push_back(say(KH_TR("{fact} is {v}"), {{"fact", factName(setup, e)}, {"v", show(setup, e.path, e.value)}}));
    return say(KH_TR("Not known, but if {facts}: {then}"), {{"facts", said}, {"then", then}});
}

struct Searcher {
    const Setup& base;
    const RuleSet& rules;
    JudgeMemory& memory;

    [[nodiscard]] bool stands(const Ends& ends, const std::string& id, Severity severity) {
        const Found there = found(atEnds(base, ends), rules, memory);
        const auto at = there.find(id);
        return at != there.end() && at->second <= severity;
    }
    /// The findings in words at these ends; what several rest on is judged once.
    [[nodiscard]] const std::vector<Finding>& inWords(const Ends& ends) {
        for (const auto& [at, findings] : worded)
            if (at == ends) return findings;
        return worded.emplace_back(ends, judge(atEnds(base, ends), rules, {true, &memory}).findings).second;
    }
    std::deque<std::pair<Ends, std::vector<Finding>>> worded{};
    /// Without each end that the finding does not need.
    [[nodiscard]] Ends fewest(Ends ends, const std::string& id, Severity severity) {
        for (std::size_t i = ends.size(); ends.size() > 1 && i-- > 0;) {
            Ends without = ends;
            without.erase(without.begin() + static_cast<std::ptrdiff_t>(i));
            if (stands(without, id, severity)) ends = std::move(without);
        }
        return ends;
    }
};

}  // namespace

std::vector<Ends> endsOf(const std::vector<OpenFact>& facts) {
    std::vector<Ends> out;
    for (const OpenFact& f : facts)
        for (const FieldValue& v : f.ends) out.push_back({Edit(f.path, v)});
    if (facts.size() < 2) return out;
    // a row is a vector over {0, 1}, a fact a column (1, its number): any three columns are independent, so any three facts take
    // all their ends together somewhere
    const unsigned bits = static_cast<unsigned>(std::bit_width(facts.size() - 1)) + 1;
    for (unsigned row = 0; row < (1u << bits); ++row) {
        Ends ends;
        for (std::size_t i = 0; i < facts.size(); ++i) {
            const auto column = (static_cast<unsigned>(i) << 1u) | 1u;
            const bool high = std::popcount(row & column) % 2 == 1;
            const auto& values = facts[i].ends;
            ends.emplace_back(facts[i].path, high ? values[1 + row % (values.size() - 1)] : values.front());
        }
        out.push_back(std::move(ends));
    }
    return out;
}

Setup atEnds(const Setup& setup, const Ends& ends) {
    Setup out = setup;
    for (const Edit& e : ends) writeField(out, e.path, e.value);
    return out;
}

std::vector<Finding> openFindings(const Setup& setup, const RuleSet& rules, const Evaluation& nominal, JudgeMemory& memory) {
    const std::vector<OpenFact> facts = decidedByReadings(openFacts(setup), setup, nominal.figures);
    if (facts.empty()) return {};
    const Setup base = closed(setup);
    Searcher searcher{base, rules, memory};
    Found told = found(nominal.findings);
    std::vector<Finding> out;
    for (const Ends& ends : endsOf(facts)) {
        for (const auto& [id, severity] : found(atEnds(base, ends), rules, memory)) {
            if (severity == Severity::Note) continue;
            const auto at = told.find(id);
            if (at != told.end() && at->second <= lower(severity)) continue;
            const Ends fewest = searcher.fewest(ends, id, severity);
            for (Finding f : searcher.inWords(fewest)) {
                if (f.id != id || f.severity > severity) continue;
                f.severity = lower(f.severity);
                f.found = ifSo(setup, fewest, f.found);
                const auto question =
                    std::find_if(facts.begin(), facts.end(), [&](const OpenFact& o) { return o.path == fewest.front().path; });
                f.box = question->question->box;
                f.title = say(KH_TR("Open: {title}"), {{"title", f.title}});
                f.todo = say(KH_TR("Find out {fact}. {how}"),
                             {{"fact", factName(setup, fewest.front())}, {"how", say(question->question->how)}});
                f.fix.clear();
                f.also.clear();
                f.proposal = false;
                for (const Edit& e : fewest) f.restsOn.push_back(e.path);
                told[id] = f.severity;
                out.push_back(std::move(f));
                break;
            }
        }
    }
    return out;
}

bool Decision::decides() const {
    return std::any_of(ends.begin(), ends.end(), [](const End& e) { return !e.come.empty() || !e.go.empty(); });
}

std::vector<Decision> decisions(const Setup& setup, const RuleSet& rules) {
    JudgeMemory memory;
    const Setup base = closed(setup);
    const Evaluation nominal = judge(base, rules, {false, &memory});
    const Found now = found(nominal.findings);
    std::vector<Decision> out;
    for (const OpenFact& fact : decidedByReadings(openFacts(setup), setup, nominal.figures)) {
        Decision& d = out.emplace_back(Decision{fact, {}});
        for (const FieldValue& v : fact.ends) {
            Decision::End end{v, {}, {}};
            const Found then = found(atEnds(base, {Edit(fact.path, v)}), rules, memory);
            for (const auto& [id, unused] : then)
                if (grave(then, id) && !grave(now, id)) end.come.push_back(id);
            for (const auto& [id, unused] : now)
                if (grave(now, id) && !grave(then, id)) end.go.push_back(id);
            if (!end.come.empty())
                for (const Finding& f : judge(atEnds(base, {Edit(fact.path, v)}), rules, {true, &memory}).findings)
                    if (std::find(end.come.begin(), end.come.end(), f.id) != end.come.end() &&
                        std::none_of(end.titles.begin(), end.titles.end(), [&](const Message& m) { return render(m) == render(f.title); }))
                        end.titles.push_back(f.title);
            d.ends.push_back(std::move(end));
        }
    }
    return out;
}

}  // namespace kh
