// SPDX-License-Identifier: GPL-3.0-or-later
//
// Zero, range, reference throw and cyclic limit, and readings that have gone stale.
#include "base/conventions.h"
#include "formula/answers.h"
#include "formula/linkage.h"
#include "judge/candidates.h"
#include "judge/helicopter/candidates.h"
#include "judge/helicopter/figures.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/sizeclass.h"
#include "stations/kit/stalereadings.h"
#include "stations/pitch/pitch.h"
#include "stations/pitch/pitchfigures.h"
#include "stations/pitch/pitchsolvers.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kZeroDeg = 0.2;
constexpr double kWantedDeg = 0.5;  ///< ends of the pilot's own are met within
constexpr double kReferenceDeg = 0.2;
constexpr double kRangeDeg = 1.5;
constexpr double kFarRangeDeg = 3.5;  ///< beyond, the range was mis-set
constexpr double kMostTrimPct = 10.0;

void zeroPitch(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& mid = c.figures.midPitchDeg;
    if (!mid.known || std::abs(mid.value) <= kZeroDeg) return;
    const double trim = c.setup.controller.collectiveTrimPct;
    Finding f{
        .severity = Severity::Warning,
        .row = "zero-pitch"_row,
        .title = c.say(KH_TR("Collective 0 % is not zero pitch")),
        .found =
            c.say(mid.measured ? KH_TR("At collective 0 % the blades read {p}°.") : KH_TR("At collective 0 % the blades compute to {p}°."),
                  {{"p", signedNum(mid.value, 1)}}),
        .why = c.say(KH_TR("Up and down are unequal and every later angle is off by as much.")),
        .todo = trim != 0.0 ? c.say(KH_TR("Set the collective trim to 0 in the controller; then zero with the blade links."))
                            : c.say(KH_TR("Level the plate, then set zero with the blade links; the controller's trim takes the rest.")),
        .box = Box::Controller,
        .subject = "controller.collectiveTrimPct"_field};
    if (trim != 0.0) f.fix = {{"controller.collectiveTrimPct"_field, 0.0}};
    f.also.push_back(squareTrims(c.setup));
    // links first, the controller's trim takes what they leave
    Setup moved = withoutRecords(c.setup);
    moved.controller.collectiveTrimPct += 1.0;
    const ChainModel other(moved);
    const double perPct =
        helicopterIn(other).bladeAt({helicopterIn(other).plateAtReading(0, 0, 0).plate.heightMm, 0, 0}, 180.0) - mid.value;
    if (std::abs(perPct) > 1e-3) {
        const double wanted = roundToStep(trim - mid.value / perPct, 0.1);
        if (std::abs(wanted) <= kMostTrimPct) f.also.push_back({{"controller.collectiveTrimPct"_field, wanted}});
    }
    std::erase_if(f.also, [](const std::vector<Edit>& e) { return e.empty(); });
    out.push_back(std::move(f));
}

void symmetry(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& high = c.figures.collectiveHighDeg;
    const Figure& low = c.figures.collectiveLowDeg;
    const CollectiveTarget target = collectiveTarget(c.setup.machine);
    const bool unlike = std::abs(target.highDeg + target.lowDeg) > kSymmetryDeg;  // a style or a pilot that wants no equal ends
    if (!high.known || !low.known || unlike || std::abs(high.value + low.value) <= kSymmetryDeg) return;
    Finding f{.severity = Severity::Warning,
              .row = "collective-range"_row,
              .title = c.say(KH_TR("Up and down pitch differ")),
              .found = c.say(KH_TR("{h}° up and {l}° down; equal within 0.2° is wanted."),
                             {{"h", signedNum(high.value, 1)}, {"l", signedNum(low.value, 1)}}),
              .why = c.say(KH_TR("The model climbs differently upright and inverted.")),
              .box = Box::Controller,
              .witness = sticksAt(-1.0, 0.0, 0.0),
              .subject = rangePath(c.setup, false)};
    if (low.value < 0.0 && high.value > 0.0) {
        f.fix = rangeFor(c, high.value, -high.value);
        // the end that is right for the style stays
        const bool highRight = std::abs(high.value - target.highDeg) <= std::abs(low.value - target.lowDeg);
        f.also = {rangeFor(c, -low.value, low.value), rangeFor(c, target.highDeg, target.lowDeg)};
        if (!highRight) std::swap(f.fix, f.also.front());
        f.todo =
            highRight
                ? c.say(KH_TR("Bring the low end of the collective range to {d}° in the controller."), {{"d", signedNum(-high.value, 1)}})
                : c.say(KH_TR("Bring the high end of the collective range to {d}° in the controller."), {{"d", signedNum(-low.value, 1)}});
    } else {
        f.todo = c.say(KH_TR("Read both ends again and enter them in the controller."));
    }
    out.push_back(std::move(f));
}

void range(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& high = c.figures.collectiveHighDeg;
    const Figure& low = c.figures.collectiveLowDeg;
    const CollectiveTarget target = collectiveTarget(c.setup.machine);
    if (!high.known || !low.known || high.value <= 0.0 || low.value >= 0.0) return;
    const double near = target.wanted ? kWantedDeg : kRangeDeg;
    if (std::abs(high.value - target.highDeg) <= near && std::abs(low.value - target.lowDeg) <= near) return;
    const bool far = std::abs(high.value - target.highDeg) > kFarRangeDeg || std::abs(low.value - target.lowDeg) > kFarRangeDeg;
    out.push_back({.severity = far ? Severity::Warning : Severity::Note,
                   .row = "collective-range"_row,
                   .title = target.wanted ? c.say(KH_TR("Collective range is not the one that is wanted"))
                                          : c.say(KH_TR("Collective range is unusual for this style")),
                   .found = target.wanted
                                ? c.say(KH_TR("{l} … {h}°; {a} … {b}° is wanted."), {{"l", signedNum(low.value, 1)},
                                                                                     {"h", signedNum(high.value, 1)},
                                                                                     {"a", signedNum(target.lowDeg, 1)},
                                                                                     {"b", signedNum(target.highDeg, 1)}})
                                : c.say(KH_TR("{l} … {h}°; {a} … {b}° is usual for {s}."), {{"l", signedNum(low.value, 1)},
                                                                                            {"h", signedNum(high.value, 1)},
                                                                                            {"a", signedNum(target.lowDeg, 1)},
                                                                                            {"b", signedNum(target.highDeg, 1)},
                                                                                            {"s", show(c.setup, "machine.style"_field)}}),
                   .why = c.say(KH_TR("More bogs the rotor down, less climbs slowly.")),
                   .todo = c.say(KH_TR("Bring the range to {a} … {b}° in the controller, then read both ends."),
                                 {{"a", signedNum(target.lowDeg, 1)}, {"b", signedNum(target.highDeg, 1)}}),
                   .box = Box::Controller,
                   .subject = rangePath(c.setup, true),
                   .fix = rangeFor(c, target.highDeg, target.lowDeg),
                   .proposal = true});
}

void reference(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& f = c.figures.referenceDeg;
    const double wanted = c.setup.controller.profile->referenceDeg;
    if (!f.known || std::abs(f.value - wanted) <= kReferenceDeg) return;
    Finding finding{.severity = Severity::Warning,
                    .row = "reference-throw"_row,
                    .title = c.say(KH_TR("The reference throw is not learned right")),
                    .found = c.say(f.measured ? KH_TR("At the reference step the blade reads {d}°; {box} wants {w}.")
                                              : KH_TR("At the reference step the blade computes to {d}°; {box} wants {w}."),
                                   {{"d", num(f.value, 1)},
                                    {"box", c.setup.controller.profile->name},
                                    {"w", c.amount("controller.profile.referenceDeg"_field, wanted)}}),
                    .why = c.say(KH_TR("All rates the controller holds are wrong by the same factor. It is not the cyclic you fly.")),
                    .box = Box::Controller,
                    .witness = sticksAt(0.0, shareFromPct(c.setup.controller.profile->referenceDemandPct), 0.0),
                    .subject = "controller.referencePct"_field};
    if (f.value > 0.01) {
        const double value = roundToStep(pitchSettingFor({c.setup.controller.referencePct, f.value}, wanted).setting, 0.1);
        finding.todo = c.say(KH_TR("Set the reference throw to {v} in the controller, then read again."),
                             {{"v", c.amount("controller.referencePct"_field, value)}});
        finding.fix = {{"controller.referencePct"_field, value}};
    } else {
        finding.todo = c.say(KH_TR("Enter a reference throw in the controller and read the blade."));
    }
    out.push_back(std::move(finding));
}

void cyclicLimit(const AuditContext& c, std::vector<Finding>& out) {
    // direction by direction: what is asked there against what is free there
    double asked = 0.0;
    double freeTilt = 0.0;
    double toward = 0.0;
    double worstShare = 1.0;
    double collective = 1.0;
    const CollectiveReach reach = collectiveReach(c.setup);
    for (const double side : {1.0, -1.0}) {
        const double high = reach.at(side);
        const ClearanceRose& rose = c.memory.of<RoseMemory>().at(c.setup, high, helicopterIn(c.model).plateAt(high, 0, 0).plate.heightMm);
        for (std::size_t i = 0; i < rose.points.size(); ++i) {
            const EnvelopePoint& p = rose.points[i];
            const Plane& plane = c.figures.of<HelicopterFigures>().corners[side > 0.0 ? 1 : 0][i].plane;
            const double tilt = degFromRad(std::asin(std::clamp(std::hypot(plane.forward, plane.right), 0.0, 1.0)));
            const double share = tilt / std::max(p.tiltDeg, 0.01);
            if (share <= worstShare) continue;
            worstShare = share;
            asked = tilt;
            freeTilt = p.tiltDeg;
            toward = p.azimuthDeg;
            collective = side;
        }
    }
    if (asked <= freeTilt + 0.3) return;
    PartialDeck d;
    d.collective = collective;
    d.aileron = sinDeg(toward);
    d.elevator = cosDeg(toward);
    const double limit = std::max(1.0, std::floor(std::min(c.setup.controller.cyclicLimitPct, 100.0) * freeTilt / asked) - 1.0);
    out.push_back({.severity = Severity::Warning,
                   .row = "cyclic-limit"_row,
                   .title = c.say(KH_TR("Full cyclic at full collective is out of reach")),
                   .found = c.say(KH_TR("Toward {t}° the plate is asked to tilt {a}°; {f}° is free there."),
                                  {{"t", num(toward)}, {"a", num(asked, 1)}, {"f", num(freeTilt, 1)}}),
                   .why = c.say(KH_TR("The plate binds at the corner: a servo stalls and the rest of the plate is pushed off level.")),
                   .todo = c.say(KH_TR("Set the cyclic limit to {l} in the controller."),
                                 {{"l", c.amount("controller.cyclicLimitPct"_field, limit)}}),
                   .box = Box::Controller,
                   .witness = Witness{std::nullopt, d},
                   .subject = "controller.cyclicLimitPct"_field,
                   .fix = {{"controller.cyclicLimitPct"_field, limit}},
                   .also = offeredRanges(c)});
}

void cyclicAmount(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& f = c.figures.of<PitchFigures>().cyclicDeg;
    if (!f.known || (f.value >= 6.0 && f.value <= 13.0)) return;
    out.push_back({.severity = Severity::Note,
                   .row = "cyclic-limit"_row,
                   .title = c.say(KH_TR("Cyclic is unusual")),
                   .found = c.say(KH_TR("{c}° at the blade; 7 … 9° is sport, 10 … 12° aerobatic."), {{"c", num(f.value, 1)}}),
                   .why = c.say(KH_TR("Little cyclic cannot follow the rate that is asked; much of it stalls the blades.")),
                   .todo = c.say(KH_TR("Change the cyclic limit in the controller, or the arm length.")),
                   .box = Box::Controller,
                   .subject = "controller.cyclicLimitPct"_field});
}

void stale(const AuditContext& c, std::vector<Finding>& out) { tellStale(c, pitchSolvers(), Station::Pitch, out); }

}  // namespace

std::span<const Rule> pitchRules() {
    static constexpr std::array rules{
        Rule{"zero-pitch", Station::Pitch, Work::Zero, zeroPitch},      Rule{"symmetry", Station::Pitch, Work::Range, symmetry},
        Rule{"collective-range", Station::Pitch, Work::Range, range},   Rule{"reference-throw", Station::Pitch, Work::Range, reference},
        Rule{"cyclic-limit", Station::Pitch, Work::Range, cyclicLimit}, Rule{"cyclic-amount", Station::Pitch, Work::Range, cyclicAmount},
        Rule{"stale-reading", Station::Pitch, Work::Zero, stale},
    };
    return rules;
}

}  // namespace kh
