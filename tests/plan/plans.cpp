// SPDX-License-Identifier: GPL-3.0-or-later
//
// plans --singles [--every N] | --cases N [--seed S] [--most M]   [--show]
// Sound machines, one to M mistakes out of the table, then the plan: what is found, what is healed, and whether the machine then
// does what it did before. Fails where a danger or warning is left, or a motion that was only mis-set does not come back.
#include "judge/plan/plan.h"
#include "plan/mistakes.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstring>
#include <set>

namespace {

using namespace kh;
using namespace khtest;

constexpr double kBladeDeg = 0.3;  ///< a step of travel and one of the collective range
constexpr double kSliderMm = 0.15;
constexpr double kMotorPct = 1.5;

struct Tally {
    int cases = 0, found = 0, healed = 0, wrong = 0;
    std::vector<std::size_t> judgements;
    std::vector<double> ms;
};

/// A sound machine and what the switch proof says of it.
struct Proved : NamedSetup {
    SwitchProof proof;
};

bool sameMotion(const Setup& a, const Setup& b, std::string& told) {
    const MotionDifference d = motionDifference(a, b);
    if (d.bladeDeg <= kBladeDeg && d.sliderMm <= kSliderMm && d.motorPct <= kMotorPct) return true;
    told += fmt::format(" MOTION blade {:.2f}° slider {:.2f} mm motor {:.1f} %", d.bladeDeg, d.sliderMm, d.motorPct);
    return false;
}

std::string planned(const Plan& plan) {
    std::string out;
    for (const PlanStep& s : plan.steps) {
        out += fmt::format("\n      {}{}", s.finding, s.byHand ? " (by hand)" : "");
        for (const Edit& e : s.edits) {
            Setup none;
            out += fmt::format("  {}", e.path);
            if (const double* v = std::get_if<double>(&e.value)) out += fmt::format("={:.1f}", *v);
            if (const bool* v = std::get_if<bool>(&e.value)) out += *v ? "=yes" : "=no";
        }
    }
    for (const std::string& id : plan.left) out += "\n      LEFT " + id;
    return out;
}

/// The order of a plan: nothing is typed while a supply is open that a later step settles, and what rests on no work by hand can be
/// taken without it.
std::string underSupply(const Setup& wrong, const Plan& plan) {
    std::string told;
    const auto openSupply = [](const Setup& s) {
        const Evaluation e = evaluate(s);
        return std::count_if(e.findings.begin(), e.findings.end(),
                             [](const Finding& f) { return f.work == Work::Supply && f.severity != Severity::Note; });
    };
    for (std::size_t i = 0; i < plan.steps.size(); ++i)  // what rests on a later step heals nothing yet
        if (plan.steps[i].heals.empty()) told += fmt::format(" STEP {} HEALS NOTHING", i + 1);
    Setup at = wrong;
    auto open = openSupply(at);
    std::vector<std::pair<std::size_t, std::ptrdiff_t>> steps;  // what is open before each
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        steps.emplace_back(i, open);
        at = withEdits(at, plan.steps[i].edits, Standing::Entered, {});
        const bool settles = openSupply(at) < open;
        open = openSupply(at);
        if (!settles) continue;
        for (const auto& [before, count] : steps)
            if (before < i && count > open && !plan.steps[before].byHand) told += fmt::format(" TYPED UNDER step {}", i + 1);
    }
    try {
        const Setup typed = withPlan(wrong, plan, plan.steps.size(), false, "2026-11-21T12:00:00Z");
        if (plan.typedNow() > 0 && evaluate(typed).count(Severity::Danger) > plan.dangers) told += " TYPED ALONE IS WORSE";
    } catch (const std::exception& e) {
        told += fmt::format(" TYPED ALONE {}", e.what());
    }
    return told;
}

/// @return whether the case is as it must be
bool tryCase(const Proved& machine, const std::vector<const Mistake*>& made, const Setup& wrong, Tally& tally, bool show) {
    std::string name = machine.name + ":";
    bool motion = true;
    for (const Mistake* m : made) {
        name += std::string(" [") + m->name + "]";
        motion = motion && m->returns != Returns::Band;
    }
    ++tally.cases;
    const auto before = std::chrono::steady_clock::now();
    const Plan plan = makePlan(wrong, shippedStations().rules());
    tally.ms.push_back(std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - before).count());
    tally.judgements.push_back(plan.judgements);
    const bool found = plan.dangers + plan.warnings > 0;
    tally.found += found;
    std::string told;
    Setup after = wrong;
    try {
        after = withPlan(wrong, plan, plan.steps.size(), true, "2026-11-21T12:00:00Z");
    } catch (const std::exception& e) {
        told += fmt::format(" THROWS {}", e.what());
    }
    told += underSupply(wrong, plan);
    const Evaluation e = evaluate(after);
    // a plan leaves only what names the fact that must be looked at on the machine
    for (const Finding& f : e.findings)
        if (f.severity == Severity::Danger || (f.severity == Severity::Warning && !(f.id == "rpm-signal" && f.fix.empty())))
            told += " left:" + f.id;
    // a danger of the governor is healed by the number that is wrong
    const bool governor =
        std::any_of(made.begin(), made.end(), [](const Mistake* m) { return std::string(m->name).starts_with("governor"); });
    for (const PlanStep& s : plan.steps)
        for (const Edit& x : s.edits)
            if (governor && made.size() == 1 && (x.path == "controller.governor.kind" || fieldHome(x.path).fact))
                told += " GOVERNOR HEALED BY " + x.path;
    std::string same;  // two mistakes that cancel leave nothing to find
    if (!found && !(motion && sameMotion(machine.setup, wrong, same))) told += " NOT FOUND";
    // the switch proof closes it: no property fails that held on the sound machine
    const SwitchProof now = proveSwitches(after);
    for (const PropertyResult& r : machine.proof.properties)
        for (const PropertyResult& then : now.properties)
            if (r.id == then.id && r.holds && !then.holds && then.finding.severity != Severity::Note)
                told += " REFUTED " + std::string(r.id);
    // ends that were learned anew as they are sent are as right as those before: the throttle then means another share
    const bool anew = made.size() > 1 && std::any_of(plan.steps.begin(), plan.steps.end(), [](const PlanStep& s) {
                          return s.byHand && s.edits.front().path == "speedController.lowUs";
                      });
    if (motion && !anew) (void)sameMotion(machine.setup, after, told);
    const bool fine = told.empty();
    tally.healed += fine;
    if (!fine) ++tally.wrong;
    if (!fine || show) std::printf("%s %s%s%s\n", fine ? "fine " : "WRONG", name.c_str(), told.c_str(), planned(plan).c_str());
    return fine;
}

void print(const char* what, Tally& t) {
    std::sort(t.judgements.begin(), t.judgements.end());
    std::sort(t.ms.begin(), t.ms.end());
    if (t.cases == 0) return;
    std::printf("%s: %d cases, %d found, %d healed; judgements median %zu, most %zu; %.0f ms median, %.0f most\n", what, t.cases, t.found,
                t.healed, t.judgements[t.judgements.size() / 2], t.judgements.back(), t.ms[t.ms.size() / 2], t.ms.back());
}

}  // namespace

int main(int argc, char** argv) {
    int cases = 0, most = 3, every = 1;
    unsigned seed = 1;
    bool singles = false, show = false;
    std::string only;
    for (int i = 1; i < argc; ++i) {
        const std::string a = argv[i];
        if (a == "--singles") singles = true;
        else if (a == "--show") show = true;
        else if (a == "--cases" && i + 1 < argc) cases = std::atoi(argv[++i]);
        else if (a == "--seed" && i + 1 < argc) seed = static_cast<unsigned>(std::atoi(argv[++i]));
        else if (a == "--most" && i + 1 < argc) most = std::atoi(argv[++i]);
        else if (a == "--every" && i + 1 < argc) every = std::max(1, std::atoi(argv[++i]));
        else if (a == "--only" && i + 1 < argc) only = argv[++i];
        else {
            std::fprintf(stderr, "plans --singles [--every N] | --cases N [--seed S] [--most M] [--show] [--only NAME]\n");
            return 2;
        }
    }
    std::vector<Proved> machines;
    std::vector<NamedSetup> sound = soundMachines();
    for (NamedSetup& m : movedMachines()) sound.push_back(std::move(m));
    for (NamedSetup& m : sound) {
        SwitchProof proof = proveSwitches(m.setup);
        machines.push_back({std::move(m), std::move(proof)});
    }
    bool fine = true;
    for (const Proved& m : machines)
        for (const Finding& f : evaluate(m.setup).findings)
            if (f.severity != Severity::Note) {
                std::printf("NOT SOUND %s: %s %s\n", m.name.c_str(), f.id.c_str(), render(f.found).c_str());
                fine = false;
            }
    if (singles) {
        Tally tally;
        int number = static_cast<int>(seed);
        for (const Mistake& mistake : mistakes())
            for (const Proved& m : machines) {
                if (number++ % every != 0) continue;
                if (!only.empty() && only != mistake.name) continue;
                std::mt19937 dice(seed);
                const std::vector<Edit> edits = mistake.make({m.setup, dice});
                if (edits.empty()) continue;
                const Setup wrong = withEdits(m.setup, edits, Standing::Entered, "2026-11-21T11:00:00Z");
                if (wrong == m.setup) continue;
                fine = tryCase(m, {&mistake}, wrong, tally, show) && fine;
            }
        print("singles", tally);
    }
    std::vector<Tally> by(static_cast<std::size_t>(most) + 1);
    std::mt19937 dice(seed);
    for (int n = 0; n < cases; ++n) {
        const Proved& m = machines[dice() % machines.size()];
        const std::size_t wanted = 1 + dice() % static_cast<std::size_t>(most);
        std::vector<const Mistake*> made;
        Setup wrong = m.setup;
        std::set<std::string> touched;
        for (int tries = 0; made.size() < wanted && tries < 30; ++tries) {
            const Mistake& mistake = mistakes()[dice() % mistakes().size()];
            if (std::find(made.begin(), made.end(), &mistake) != made.end()) continue;  // made on both sides it may be a choice
            const std::vector<Edit> edits = mistake.make({m.setup, dice});
            // two mistakes in one field are one
            if (edits.empty() || std::any_of(edits.begin(), edits.end(), [&](const Edit& e) { return touched.count(e.path) != 0; }))
                continue;
            for (const Edit& e : edits) touched.insert(e.path);
            wrong = withEdits(wrong, edits, Standing::Entered, "2026-11-21T11:00:00Z");
            made.push_back(&mistake);
        }
        fine = tryCase(m, made, wrong, by[made.size()], show) && fine;
    }
    for (std::size_t k = 1; k < by.size(); ++k) print(fmt::format("{} mistakes", k).c_str(), by[k]);
    return fine ? 0 : 1;
}
