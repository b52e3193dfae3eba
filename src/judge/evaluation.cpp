// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/evaluation.h"

#include "judge/boxkind.h"

#include "base/error.h"
#include "judge/described.h"
#include "judge/openends.h"
#include "model/amounts.h"
#include "model/limits.h"
#include "model/names.h"

#include <algorithm>
#include <iterator>

namespace kh {

std::size_t Evaluation::count(Severity severity) const {
    return static_cast<std::size_t>(
        std::count_if(findings.begin(), findings.end(), [&](const Finding& f) { return f.severity == severity; }));
}

std::size_t Evaluation::count(Severity severity, Station station) const {
    return static_cast<std::size_t>(
        std::count_if(findings.begin(), findings.end(), [&](const Finding& f) { return f.severity == severity && f.station == station; }));
}

namespace {

/// Kept apart from what is remembered of the document itself, which the ends would push out.
struct OpenEnds {
    JudgeMemory memory;
};

/// Everything a judgement finds, unsorted.
void applyRules(const AuditContext& context, const RuleSet& rules, std::vector<Finding>& findings) {
    for (const Rule& rule : rules.rules) {
        const std::size_t before = findings.size();
        rule.check(context, findings);
        for (std::size_t i = before; i < findings.size(); ++i) {
            Finding& f = findings[i];
            if (f.id.empty()) f.id = rule.id;
            f.station = rule.station;
            f.work = rule.work;
            f.property = rule.property;
        }
    }
}

Finding chainImpossible(const Setup& setup, const InputError& e) {
    Finding f;
    f.id = "chain-impossible";
    f.severity = Severity::Danger;
    f.station = Station::Airframe;
    f.box = Box::Machine;
    f.title = say(KH_TR("The chain cannot be followed"));
    f.found = say(KH_TR("{reason}"), {{"reason", refusal(setup, e)}});
    f.why = say(KH_TR("Until this is mended nothing can be said about the machine."));
    f.todo = say(KH_TR("Correct {field}."), {{"field", fieldTitle(setup, e.field())}});
    f.subject = e.field();
    return f;
}

std::string saidNumbers(const Finding& f) {
    std::string out = numbersIn(f.found);
    if (out.size() <= kMaxTextSize) return out;
    std::size_t end = kMaxTextSize;
    while (end > 0 && (static_cast<unsigned char>(out[end]) & 0xC0U) == 0x80U) --end;  // no letter is cut in two
    out.resize(end);
    return out;
}

/// Takes out of what was found what was accepted as it is. Without words only what is accepted whatever it says.
void putAside(const Setup& setup, Evaluation& out) {
    for (const AcceptedFinding& a : setup.accepted) {
        out.accepted.push_back({a});
        const auto f = std::find_if(out.findings.begin(), out.findings.end(), [&](const Finding& one) {
            return one.id == a.rule && mayAccept(one) && (a.values == kAnyValues || (!one.found.empty() && a.values == saidNumbers(one)));
        });
        if (f == out.findings.end()) {
            out.accepted.back().again =
                std::any_of(out.findings.begin(), out.findings.end(), [&](const Finding& one) { return one.id == a.rule; });
            continue;
        }
        out.accepted.back().finding = std::move(*f);
        out.findings.erase(f);
    }
}

void sortBySeverity(std::vector<Finding>& findings) {
    std::stable_sort(findings.begin(), findings.end(), [](const Finding& a, const Finding& b) {
        return std::pair(a.severity, a.station) < std::pair(b.severity, b.station);
    });
}

}  // namespace

Message asideTitle(const Setup& setup, const PutAside& a) {
    if (a.finding) return a.finding->title;
    const Message field = fieldTitle(setup, a.record.subject);
    return a.again ? say(KH_TR("Accepted, and told again with other numbers: {f}"), {{"f", field}})
                   : say(KH_TR("Accepted, and not found now: {f}"), {{"f", field}});
}

bool mayAccept(const Finding& f) { return f.severity != Severity::Danger && f.property.empty(); }

Setup accepting(const Setup& setup, const Finding& f, std::string reason, std::string at) {
    Setup out = setup;
    std::erase_if(out.accepted, [&](const AcceptedFinding& a) { return a.rule == f.id; });
    std::string id;
    for (std::size_t n = 1; id.empty(); ++n) {
        const std::string free = "a" + std::to_string(n);
        if (std::none_of(out.accepted.begin(), out.accepted.end(), [&](const AcceptedFinding& a) { return a.id == free; })) id = free;
    }
    out.accepted.push_back({id, f.id, saidNumbers(f), std::move(reason), f.subject, std::move(at)});
    return out;
}

Setup holdingAccepted(const Setup& setup, const RuleSet& rules) {
    if (setup.accepted.empty()) return setup;
    Setup out = setup;
    out.accepted.clear();
    for (const PutAside& p : judge(setup, rules).accepted)
        if (p.finding) {
            out.accepted.push_back(p.record);
            out.accepted.back().values = kAnyValues;
        }
    return out;
}

Evaluation judge(const Setup& setup, const RuleSet& rules, const Effort& effort) {
    Evaluation out;
    JudgeMemory own;
    JudgeMemory& memory = effort.memory == nullptr ? own : *effort.memory;
    if (effort.words) out.switches = switchRoles(setup.transmitter);
    try {
        const ChainModel model(setup);
        const ChainModel asked(askedSetup(setup));
        out.figures = computeFigures(setup, model, asked, rules.figures, {effort.words, &memory});
        if (effort.words) out.states = throttleStates(setup, model, out.figures);
        out.simulated = true;
        applyRules({setup, model, asked, out.figures, memory, effort.words}, rules, out.findings);
        tellDescribed(setup, effort.words, out.findings);
        if (effort.words && !openFacts(setup).empty()) {
            auto open = openFindings(setup, rules, out, memory.of<OpenEnds>().memory);
            std::move(open.begin(), open.end(), std::back_inserter(out.findings));
        }
    } catch (const InputError& e) {
        out.findings.push_back(chainImpossible(setup, e));
        if (auto other = boxOfOthers(setup)) out.findings.push_back(std::move(*other));  // which may be why
    }
    putAside(setup, out);
    sortBySeverity(out.findings);
    return out;
}

std::size_t LightJudgement::count(Severity severity) const {
    return static_cast<std::size_t>(std::count_if(facts.begin(), facts.end(), [&](const Fact& f) { return f.severity == severity; }));
}

LightJudgement LightJudge::at(const Setup& setup) {
    Evaluation found = judge(setup, rules_, {false, &memory_});
    LightJudgement out;
    out.simulated = found.simulated;
    out.facts.reserve(found.findings.size());
    for (Finding& f : found.findings)
        out.facts.push_back({std::move(f.id), f.station, f.work, f.severity, f.box, std::move(f.row), std::move(f.subject),
                             std::move(f.property), std::move(f.fix), std::move(f.also), f.proposal, f.whole});
    return out;
}

}  // namespace kh
