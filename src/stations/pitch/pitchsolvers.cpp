// SPDX-License-Identifier: GPL-3.0-or-later
//
// The solvers of the station: what each asks to be read.
#include "stations/pitch/pitchsolvers.h"

#include "model/fieldpatterns.h"
#include "model/helicopter/head.h"
#include "stations/helicopter/linkturns.h"
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

std::vector<Step> throwSteps(const Setup& setup, const Figures&) {
    std::vector<Step> steps{readStep("throw.left", say(KH_TR("Cyclic left, to the reference")), "°"),
                            readStep("throw.right", say(KH_TR("Cyclic right")), "°")};
    if (setup.controller.profile->monitor.lamps)
        steps.push_back(readStep("throw.verdict", say(KH_TR("What its lamp says of the throw")), kLampUnit, true));
    return steps;
}

std::vector<Step> rangeSteps(const Setup&, const Figures&) {
    return {readStep("range.high", say(KH_TR("Collective high")), "°"), readStep("range.low", say(KH_TR("Collective low")), "°"),
            readStep("range.mid", say(KH_TR("Collective 0 %")), "°", true)};
}

/// After the blades were set alike at the bench: what is left shows in flight only.
std::vector<Step> trackingSteps(const Setup& setup, const Figures&) {
    const LinkSteps link = linkSteps(helicopter(setup).head);
    const bool moulded = link.mmPerTurn <= 0.0;
    const bool split = setup.transmitter.schools.tracking == TrackingSchool::SplitDifference;
    return {
        {"marked",
         Box::Machine,
         say(KH_TR("A strip of another colour on the tip of each blade; both the same weight.")),
         say(KH_TR("The blades are told apart from where you will stand.")),
         {}},
        {"seen", Box::Transmitter,
         say(KH_TR("Hover, eye level, and look at the edge of the disc for a few seconds; then land, hold on, rotor stopped, pack out.")),
         say(KH_TR("One edge: the blades track. Two: remember which colour runs high.")),
         say(KH_TR("From the distance the field asks for, nobody in the plane of the disc; two edges further apart than a blade is thick: "
                   "land at once, something is bent or loose."))},
        {"turned", Box::Machine,
         moulded ? say(KH_TR("The links are moulded: other links, or a head with adjustable ones. Measure both, ball to ball, first."))
         : split
             ? say(KH_TR("Turn the high blade's link {h} and the low blade's {l}, by one step of {n} turns each; never more than half a "
                         "turn from measured zero."),
                   {{"h", asWord(linkSign(setup.machine) > 0.0 ? KH_TR("shorter") : KH_TR("longer"))},
                    {"l", asWord(linkSign(setup.machine) > 0.0 ? KH_TR("longer") : KH_TR("shorter"))},
                    {"n", num(link.stepTurns, 1)}})
             : say(KH_TR("Turn the high blade's link {h} by one step of {n} turns; the low blade stays."),
                   {{"h", asWord(linkSign(setup.machine) > 0.0 ? KH_TR("shorter") : KH_TR("longer"))}, {"n", num(link.stepTurns, 1)}}),
         say(KH_TR("At least 4 threads stay in each end.")), say(KH_TR("Leads off before you reach into the head."))},
        {"again", Box::Bench, say(KH_TR("Look again. Turned the wrong way it grows: back, and the other way.")), {}, {}},
        {"written", Box::Bench, say(KH_TR("Zero pitch moved by what was turned: read it again before the next bench work.")), {}, {}}};
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
        BenchWork{.id = "tracking",
                  .title = KH_TR("Tracking"),
                  .caution = KH_TR("Judged from far back, briefly, nobody in the plane of the disc; corrected with the rotor stopped and "
                                   "the pack out."),
                  .rows = "tracking",
                  .steps = trackingSteps},
        BenchWork{.id = "throw",
                  .title = KH_TR("Reference throw"),
                  .caution = KH_TR(
                      "Leads off. Gauge zeroed on the shaft, head locked, machine not moved since. Twitch stick and link before you read."),
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
