// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/evaluation.h"

#include "base/error.h"

#include <algorithm>

namespace kh {

std::size_t Evaluation::count(Severity severity) const {
    return static_cast<std::size_t>(
        std::count_if(findings.begin(), findings.end(), [&](const Finding& f) { return f.severity == severity; }));
}

std::size_t Evaluation::count(Severity severity, Station station) const {
    return static_cast<std::size_t>(
        std::count_if(findings.begin(), findings.end(), [&](const Finding& f) { return f.severity == severity && f.station == station; }));
}

Evaluation judge(const Setup& setup, const RuleSet& rules) {
    Evaluation out;
    out.switches = switchRoles(setup.transmitter);
    try {
        const ChainModel model(setup);
        const ChainModel asked(askedSetup(setup));
        out.figures = computeFigures(setup, model, asked, rules.figures);
        const std::array<double, 3> collectives{-1.0, 0.0, 1.0};
        for (std::size_t i = 0; i < 3; ++i)
            out.roses[i] = clearanceRose(setup, collectives[i], model.plateAt(collectives[i], 0, 0).plate.heightMm);
        out.states = throttleStates(setup, model, out.figures);
        out.simulated = true;
        const AuditContext context{setup, model, asked, out.figures, sizeClassOf(setup.machine)};
        for (const Rule& rule : rules.rules) {
            const std::size_t before = out.findings.size();
            rule.check(context, out.findings);
            for (std::size_t i = before; i < out.findings.size(); ++i) {
                Finding& f = out.findings[i];
                if (f.id.empty()) f.id = rule.id;
                f.station = rule.station;
                f.property = rule.property;
            }
        }
    } catch (const InputError& e) {
        Finding f;
        f.id = "chain-impossible";
        f.severity = Severity::Danger;
        f.station = Station::Airframe;
        f.box = Box::Machine;
        f.title = say(KH_TR("The chain cannot be followed"));
        f.found = say(KH_TR("{reason}"), {{"reason", std::string(e.what())}});
        f.why = say(KH_TR("Until this is mended nothing can be said about the machine."));
        f.todo = say(KH_TR("Correct {field}."), {{"field", e.field()}});
        f.subject = e.field();
        out.findings.push_back(std::move(f));
    }
    std::stable_sort(out.findings.begin(), out.findings.end(), [](const Finding& a, const Finding& b) {
        return std::pair(a.severity, a.station) < std::pair(b.severity, b.station);
    });
    return out;
}

}  // namespace kh
