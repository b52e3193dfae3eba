// SPDX-License-Identifier: GPL-3.0-or-later
//
// The solvers of the station: what each asks to be read, under which settings, and what makes it say nothing any more.
#include "stations/pitch/pitchsolvers.h"

#include "model/fieldpatterns.h"
#include "stations/pitch/pitch.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

constexpr std::array kBladeFields{"machine.head.gripMm"_field, "machine.servos.elevator.armMm"_field};
constexpr std::array kCyclicFields{"machine.head.gripMm"_field, "machine.servos.elevator.armMm"_field, "machine.head.innerRadiusMm"_field,
                                   "machine.plate.ballRadiusMm"_field};
constexpr std::array kLimitFields{"machine.head.gripMm"_field,          "machine.servos.elevator.armMm"_field,
                                  "machine.head.innerRadiusMm"_field,   "machine.plate.ballRadiusMm"_field,
                                  "controller.collectiveHighPct"_field, "controller.collectiveLowPct"_field,
                                  "controller.referencePct"_field};

std::vector<ReadingSlot> zeroSlots(const Setup&) {
    return {{"blade-a.tail", KH_TR("Blade A over the tail"), "°"},
            {"blade-b.nose", KH_TR("Blade B over the nose"), "°"},
            {"blade-a.nose", KH_TR("Head turned: blade A over the nose"), "°", true},
            {"blade-b.tail", KH_TR("Head turned: blade B over the tail"), "°", true}};
}

std::vector<ReadingSlot> throwSlots(const Setup&) {
    return {{"throw.left", KH_TR("Cyclic left, to the reference"), "°"}, {"throw.right", KH_TR("Cyclic right"), "°"}};
}

std::vector<ReadingSlot> rangeSlots(const Setup&) {
    return {{"range.high", KH_TR("Collective high"), "°"},
            {"range.low", KH_TR("Collective low"), "°"},
            {"range.mid", KH_TR("Collective 0 %"), "°", true}};
}

std::vector<ReadingSlot> chartSlots(const Setup&) { return {}; }  // the binding chart is clicked, not typed

std::vector<std::string> zeroSettings(const Setup& setup, const std::string&) {
    std::vector<std::string> paths{"controller.collectiveTrimPct"_field};
    for (const PortSettings& p : setup.controller.ports) paths.push_back(elementPath("controller.ports.{}.trimUs"_field, p.id));
    return paths;
}
std::vector<std::string> throwSettings(const Setup&, const std::string&) { return {"controller.referencePct"_field}; }
std::vector<std::string> rangeSettings(const Setup&, const std::string& what) {
    const std::string high = "controller.collectiveHighPct"_field, low = "controller.collectiveLowPct"_field;
    return what == "range.low" ? std::vector{low, high} : std::vector{high, low};
}
std::vector<std::string> limitSettings(const Setup&, const std::string&) { return {"controller.cyclicLimitPct"_field}; }

}  // namespace

std::span<const SolverEntry> pitchSolvers() {
    static constexpr std::array entries{
        SolverEntry{"zero",
                    KH_TR("Zero pitch"),
                    KH_TR("Main blades are fitted only for this: leads off, nobody in the plane of the disc."),
                    "zero-pitch links",
                    solveZero,
                    zeroSlots,
                    zeroSettings,
                    ReadWith::PitchGauge,
                    false,
                    true,
                    {"blade-", "zero-pitch", "controller.collectiveTrimPct"_field},
                    kBladeFields},
        SolverEntry{"throw",
                    KH_TR("Reference throw"),
                    KH_TR("Leads off. Gauge zeroed on the shaft, head locked, machine not moved since."),
                    "reference-throw",
                    solveThrow,
                    throwSlots,
                    throwSettings,
                    ReadWith::PitchGauge,
                    true,
                    true,
                    {"throw.", "reference-throw", "controller.referencePct"_field},
                    kCyclicFields},
        SolverEntry{"range",
                    KH_TR("Collective range"),
                    KH_TR("Leads off. Read on the controller's collective at −100 and +100 %, with a straight curve."),
                    "collective-range",
                    solveRange,
                    rangeSlots,
                    rangeSettings,
                    ReadWith::PitchGauge,
                    true,
                    true,
                    {"range.", "collective-range", "controller.collectiveHighPct"_field},
                    kBladeFields},
        SolverEntry{"limit",
                    KH_TR("Cyclic limit"),
                    KH_TR("Leads off. Stop at the first buzz: a servo that is held against its stop burns out."),
                    "cyclic-limit envelope",
                    solveLimit,
                    chartSlots,
                    limitSettings,
                    ReadWith::Ear,
                    true,
                    true,
                    {"clear.|buzz.|binds.", "cyclic-limit", "controller.cyclicLimitPct"_field},
                    kLimitFields,
                    true},
    };
    return entries;
}

const SolverEntry& pitchSolver(std::string_view id) {
    return *std::find_if(pitchSolvers().begin(), pitchSolvers().end(), [&](const SolverEntry& e) { return e.id == id; });
}

const SolverEntry& limitSolver() { return pitchSolvers().back(); }

}  // namespace kh
