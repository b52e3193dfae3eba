// SPDX-License-Identifier: GPL-3.0-or-later
//
// The solvers of the station: what each asks to be read.
#include "stations/pitch/pitchsolvers.h"

#include "model/fieldpatterns.h"
#include "stations/pitch/pitch.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

std::vector<Step> zeroSteps(const Setup&, const Figures&) {
    return {readStep("blade-a.tail", say(KH_TR("Blade A over the tail")), "°"),
            readStep("blade-b.nose", say(KH_TR("Blade B over the nose")), "°"),
            readStep("blade-a.nose", say(KH_TR("Head turned: blade A over the nose")), "°", true),
            readStep("blade-b.tail", say(KH_TR("Head turned: blade B over the tail")), "°", true)};
}

std::vector<Step> throwSteps(const Setup&, const Figures&) {
    return {readStep("throw.left", say(KH_TR("Cyclic left, to the reference")), "°"),
            readStep("throw.right", say(KH_TR("Cyclic right")), "°")};
}

std::vector<Step> rangeSteps(const Setup&, const Figures&) {
    return {readStep("range.high", say(KH_TR("Collective high")), "°"), readStep("range.low", say(KH_TR("Collective low")), "°"),
            readStep("range.mid", say(KH_TR("Collective 0 %")), "°", true)};
}

std::vector<Step> chartSteps(const Setup&, const Figures&) { return {}; }  // the binding chart is clicked, not typed

}  // namespace

std::span<const BenchWork> pitchSolvers() {
    static constexpr std::array entries{
        BenchWork{.id = "zero",
                  .title = KH_TR("Zero pitch"),
                  .caution = KH_TR("Main blades are fitted only for this: leads off, nobody in the plane of the disc."),
                  .rows = "zero-pitch links",
                  .steps = zeroSteps,
                  .solve = solveZero},
        BenchWork{.id = "throw",
                  .title = KH_TR("Reference throw"),
                  .caution = KH_TR("Leads off. Gauge zeroed on the shaft, head locked, machine not moved since."),
                  .rows = "reference-throw",
                  .steps = throwSteps,
                  .solve = solveThrow,
                  .learns = true},
        BenchWork{.id = "range",
                  .title = KH_TR("Collective range"),
                  .caution = KH_TR("Leads off. Read on the controller's collective at −100 and +100 %, with a straight curve."),
                  .rows = "collective-range",
                  .steps = rangeSteps,
                  .solve = solveRange,
                  .learns = true},
        BenchWork{.id = "limit",
                  .title = KH_TR("Cyclic limit"),
                  .caution = KH_TR("Leads off. Stop at the first buzz: a servo that is held against its stop burns out."),
                  .rows = "cyclic-limit envelope",
                  .steps = chartSteps,
                  .solve = solveLimit,
                  .with = ReadWith::Ear,
                  .learns = true,
                  .chart = true},
    };
    return entries;
}

const BenchWork& pitchSolver(std::string_view id) {
    return *std::find_if(pitchSolvers().begin(), pitchSolvers().end(), [&](const BenchWork& e) { return e.id == id; });
}

const BenchWork& limitSolver() { return pitchSolvers().back(); }

}  // namespace kh
