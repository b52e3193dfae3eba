// SPDX-License-Identifier: GPL-3.0-or-later
//
// Zero pitch, reference throw and collective range from the pitch gauge (docs/domain.md 5.5).
#include "base/conventions.h"
#include "formula/answers.h"
#include "formula/bracketing.h"
#include "judge/dependencies.h"
#include "judge/figures.h"
#include "judge/helicopter/candidates.h"
#include "kernel/chain.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/head.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "model/helicopter/sizeclass.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "stations/helicopter/linkturns.h"
#include "stations/kit/solverkit.h"
#include "stations/pitch/pitchsolvers.h"
#include "stations/pitch/throwtells.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kSettledDeg = 0.1;     ///< what a gauge can tell
constexpr double kConsistentDeg = 0.3;  ///< the two ways to the plate's tilt agree within
constexpr double kShiftedDeg = 1.0;
constexpr double kLinksApartTurns = 0.5;
constexpr double kMostSettingPct = 150.0;
constexpr double kSameSettingPct = 0.05;

/// Blade degrees a percent of the controller's collective trim, from the machine's own geometry.
double degPerTrimPct(const Setup& setup) {
    const auto deg = [&](double change) {
        Setup s = setup;
        s.controller.collectiveTrimPct += change;
        const ChainModel model(s);
        return helicopterIn(model).bladeAt({helicopterIn(model).plateAt(0, 0, 0).plate.heightMm, 0, 0}, 180.0);
    };
    return (deg(1.0) - deg(-1.0)) / 2.0;
}

SolvedField bladeLink(const Setup& setup, const char* blade, double errorDeg) {
    const Head& head = helicopter(setup).head;
    const LinkSteps steps = linkSteps(head);
    const double sign = linkSign(setup.machine);
    const LinkTurnsAnswer answer = linkTurnsFor(steps.mmPerTurn, head.gripMm, sign * errorDeg, steps.stepTurns);
    SolvedField a;
    a.field = std::string("blade-links.") + blade;
    a.box = Box::Machine;
    a.value = answer.turns;
    a.unit = "turns";
    a.decimals = 2;
    a.expect = a.residue = sign * answer.remainderDeg;
    a.expectUnit = "°";
    a.why = answer.why;
    a.todo = say(KH_TR("Make the link of blade {b} {v} turns {w}{e}; keep at least 4 threads in each end."),
                 {{"b", std::string(blade) == "a" ? std::string("A") : std::string("B")},
                  {"v", num(std::abs(answer.turns), 2)},
                  {"w", std::string(answer.turns > 0.0 ? KH_TR("longer") : KH_TR("shorter"))},
                  {"e", endHint(head, answer.turns)}});
    return a;
}

/// By how much the document says that blade A's link was made longer than blade B's, in turns.
double linksApartTurns(const Setup& setup) {
    double apart = 0.0;
    for (const Reading& r : setup.readings) {
        if (r.what == std::string(kHandWork) + "blade-links.a") apart += r.value;
        if (r.what == std::string(kHandWork) + "blade-links.b") apart -= r.value;
    }
    return apart;
}

/// The next value of a setting that is read as a pitch: proportion of sines, or the secant through the newest older pair
/// that was read under another value.
SolvedField pitchSetting(const char* field, const PitchReading& now, double targetDeg, const std::vector<PitchReading>& older) {
    std::optional<PitchReading> before;
    for (const PitchReading& o : older)
        if (std::abs(o.setting - now.setting) > kSameSettingPct && std::abs(o.measuredDeg - now.measuredDeg) > kSettledDeg) before = o;
    const PitchSettingAnswer answer = pitchSettingFor(now, targetDeg, before);
    SolvedField a;
    a.field = field;
    a.box = Box::Controller;
    // on its own side of zero: a controller that counts the other way round is set by negative numbers
    a.value = now.setting < 0.0 ? std::clamp(roundToStep(answer.setting, 0.1), -kMostSettingPct, 0.0)
                                : std::clamp(roundToStep(answer.setting, 0.1), 0.0, kMostSettingPct);
    a.unit = "%";
    a.decimals = 1;
    a.expect = targetDeg;
    a.expectUnit = "°";
    // what the rounding leaves, in proportion
    a.residue = now.setting == 0.0 ? 0.0 : (a.value - answer.setting) * now.measuredDeg / now.setting;
    a.why = answer.why;
    a.edits = {{a.field, a.value}};
    return a;
}

/// One end of the collective range.
SolvedField rangeEnd(const Setup& setup, std::span<const Reading> readings, bool high, double measuredDeg, double targetDeg) {
    const char* field = rangeField(setup.controller, high);
    std::vector<PitchReading> older;
    for (const Reading& r : readings)
        if (r.what == (high ? "range.high" : "range.low"))
            if (const auto setting = underValue(r, field)) older.push_back({*setting, pitchDegOf(r, setup)});
    SolvedField a = pitchSetting(field, {std::get<double>(readField(setup, field)->value), measuredDeg}, targetDeg, older);
    a.todo = say(KH_TR("Set {f} to {v} in the controller; the blade will then read {e}°."),
                 {{"f", fieldTitle(setup, field)}, {"v", amount(setup, a.field, a.value)}, {"e", signedNum(targetDeg, 1)}});
    return a;
}

/// The same where the box has one range for both sides or none: the transmitter's travel is the rest of it.
std::vector<SolvedField> rangeByTravel(const Setup& setup, std::pair<double, double> high, std::pair<double, double> low) {
    std::vector<SolvedField> out;
    for (Edit& e : rangeEdits(setup, high, low)) {
        SolvedField a;
        a.field = e.path;
        a.box = readField(setup, e.path)->info.home.box;
        a.value = std::get<double>(e.value);
        a.unit = "%";
        a.decimals = 1;
        const bool up = e.path == rangePath(setup, true);
        a.expect = up ? high.second : low.second;
        a.expectUnit = "°";
        a.todo = a.box == Box::Transmitter
                     ? say(KH_TR("Set {f} to {v} in the transmitter: its travel is the range; the blade will then read {e}°."),
                           {{"f", fieldTitle(setup, e.path)}, {"v", amount(setup, e.path, a.value)}, {"e", signedNum(a.expect, 1)}})
                     : say(KH_TR("Set {f} to {v} in the controller; the blade will then read {e}°."),
                           {{"f", fieldTitle(setup, e.path)}, {"v", amount(setup, e.path, a.value)}, {"e", signedNum(a.expect, 1)}});
        a.why.title = say(KH_TR("collective range"));
        a.why.line(KH_TR("sines in proportion: {a}° of {b}° at the high end, {c}° of {d}° at the low end"),
                   {{"a", signedNum(high.second, 1)},
                    {"b", signedNum(high.first, 1)},
                    {"c", signedNum(low.second, 1)},
                    {"d", signedNum(low.first, 1)}});
        a.edits = {std::move(e)};
        out.push_back(std::move(a));
    }
    return out;
}

}  // namespace

Solved solveZero(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    const double aTail = pitchDegOf(needed(readings, "blade-a.tail"), setup);
    const double bNose = pitchDegOf(needed(readings, "blade-b.nose"), setup);
    const Reading* turnedA = latest(readings, "blade-a.nose");
    const Reading* turnedB = latest(readings, "blade-b.tail");
    const Head& head = helicopter(setup).head;
    double tilt = 0.0;  // sideways, + raises the blade over the tail
    double track = (aTail - bNose) / 2.0;
    double common = (aTail + bNose) / 2.0;
    if (turnedA != nullptr && turnedB != nullptr) {
        const double aNose = pitchDegOf(*turnedA, setup);
        const double bTail = pitchDegOf(*turnedB, setup);
        tilt = ((aTail - aNose) + (bTail - bNose)) / 4.0;
        track = ((aTail + aNose) - (bTail + bNose)) / 4.0;
        common = (aTail + aNose + bTail + bNose) / 4.0;
        if (std::abs((aTail - aNose) - (bTail - bNose)) > 2.0 * kConsistentDeg)
            out.remarks.push_back(
                say(KH_TR("The four readings do not fit together by {d}°: was the gauge zeroed on the shaft, and the head held at each?"),
                    {{"d", num(std::abs((aTail - aNose) - (bTail - bNose)) / 2.0, 1)}}));
    } else {
        out.remarks.push_back(
            say(KH_TR("From two readings a blade's link and a plate tilted sideways cannot be told apart: turn the head by half a turn and "
                      "read again.")));
    }
    const LinkSteps steps = linkSteps(head);
    if (std::abs(common) > 6.0)
        out.remarks.push_back(
            say(KH_TR("All blades are off by {c}°: check the gauge's zero on the shaft and that the controller's collective reads 0 %."),
                {{"c", signedNum(common, 1)}}));
    else if (std::abs(common) > kShiftedDeg)
        out.remarks.push_back(
            say(KH_TR("All readings are off by {c}° the same way: plate height, or a gauge that was not zeroed on the shaft. Zero it "
                      "again before you turn a link."),
                {{"c", signedNum(common, 1)}}));
    // the blade links: what follows the blade
    if (turnedA != nullptr && turnedB != nullptr && std::abs(track) > kSettledDeg) {
        if (steps.mmPerTurn > 0.0) {
            double apart = linksApartTurns(setup);
            for (const char* blade : {"a", "b"}) {
                SolvedField a = bladeLink(setup, blade, *blade == 'a' ? track : -track);
                apart += *blade == 'a' ? a.value : -a.value;
                if (a.value != 0.0) out.answers.push_back(std::move(a));
            }
            if (std::abs(apart) > kLinksApartTurns)
                out.remarks.push_back(
                    say(KH_TR("With these the blade links were turned {n} turns apart. Measure both, ball to ball: equal within "
                              "half a turn is right. If they were equal before, look at grips and blade roots first."),
                        {{"n", num(std::abs(apart), 1)}}));
        } else {
            out.remarks.push_back(say(KH_TR("The blades differ by {d}° and the links are moulded: only another link, or a head with "
                                            "adjustable ones, changes that."),
                                      {{"d", num(2.0 * std::abs(track), 1)}}));
        }
    }
    // what stays with the place (a plate tilted sideways) and what is common (its height): how far each ball must rise
    const double sign = linkSign(setup.machine);
    const double height = std::abs(common) > kSettledDeg ? -sign * head.gripMm * sinDeg(common) : 0.0;
    const double tilted = std::abs(tilt) > kSettledDeg ? sign * head.gripMm * sinDeg(tilt) / head.innerRadiusMm : 0.0;  // its sine
    double left = common;
    if (height != 0.0 || tilted != 0.0) {
        // over the tail the blade's link stands at azimuth 180 + lead
        const double over = 180.0 + bladeLinkage(setup.machine).leadDeg;
        const Plane rise{height, tilted * cosDeg(over), tilted * sinDeg(over)};
        const std::vector<BallFollow> follows = ballFollows(setup.machine);
        std::vector<double> remain;
        for (const PlateServo& s : helicopter(setup).servos) {
            SolvedField a = servoLink(setup, s, follows[remain.size()].at(rise));
            remain.push_back(a.residue);
            if (a.value != 0.0) out.answers.push_back(std::move(a));
        }
        const double mm = plateFitter(setup.machine).fit(remain).heightMm;
        left = -sign * degFromRad(std::asin(std::clamp(mm / head.gripMm, -1.0, 1.0)));
    }
    // the remainder by the controller's trim
    const double perPct = degPerTrimPct(setup);
    if (std::abs(left) > kSettledDeg && std::abs(perPct) > 1e-6) {
        SolvedField a;
        a.field = "controller.collectiveTrimPct"_field;
        a.box = Box::Controller;
        a.value = roundToStep(setup.controller.collectiveTrimPct - left / perPct, 0.1);
        a.unit = "%";
        a.decimals = 1;
        a.expectUnit = "°";
        a.residue = a.expect = left + (a.value - setup.controller.collectiveTrimPct) * perPct;
        a.why.title = say(KH_TR("collective trim for the remainder"));
        a.why.line(KH_TR("{l}° remain; 1 % of trim is {p}°"), {{"l", signedNum(left, 2)}, {"p", signedNum(perPct, 3)}});
        a.why.line(KH_TR("trim = {n} − {l} / {p} = {v}"),
                   {{"n", amount(setup, "controller.collectiveTrimPct"_field, setup.controller.collectiveTrimPct)},
                    {"l", signedNum(left, 2)},
                    {"p", signedNum(perPct, 3)},
                    {"v", amount(setup, a.field, a.value)}});
        a.todo = say(KH_TR("Set the collective trim to {v} in the controller."), {{"v", amount(setup, a.field, a.value)}});
        a.edits = {{a.field, a.value}};
        out.answers.push_back(std::move(a));
    }
    if (out.answers.empty() && out.remarks.empty())
        out.remarks.push_back(say(KH_TR("Both blades stand at 0° within 0.1°: nothing to change.")));
    return out;
}

double thrownDeg(double left, double right) {
    return left * right < 0.0 ? std::abs(left - right) / 2.0 : (std::abs(left) + std::abs(right)) / 2.0;
}

namespace {

/// A box that calls a throw good, bearable or bad means the arm: where the setting is above what it wants the arm is too short. Its radius
/// is bracketed by what was said so far.
void lampOnThrow(const Setup& setup, std::span<const Reading> readings, Solved& out) {
    constexpr double kArmStepMm = 0.5, kShortestMm = 5.0, kLongestMm = 30.0, kGood = 1.0;
    constexpr const char* kArm = "machine.servos.elevator.armMm";
    const auto now = readField(setup, kArm);
    const double* arm = now ? std::get_if<double>(&now->value) : nullptr;
    if (arm == nullptr) return;
    std::vector<SeenAt> tried;
    for (const Reading& r : readings) {
        if (r.what != "throw.verdict" || r.unit != kLampUnit) continue;
        (void)plausible(r, 1.0, kLampUnit);
        const double set = underValue(r, "controller.referencePct"_field).value_or(setup.controller.referencePct);
        const bool tooShort = set > setup.controller.profile->referenceDemandPct;
        tried.push_back({underValue(r, kArm).value_or(*arm), r.value == kGood ? Seen::Full : tooShort ? Seen::Short : Seen::Over});
    }
    if (tried.empty()) return;
    const NextTry next = nextTry(tried, kArmStepMm, kShortestMm, kLongestMm);
    const auto mm = [&](double v) { return amount(setup, kArm, v); };
    if (tried.back().seen == Seen::Full) {
        out.remarks.push_back(say(KH_TR("Its lamp calls the throw good: leave the arm at {r}."), {{"r", mm(*arm)}}));
        return;
    }
    out.remarks.push_back(
        next.contradicts ? say(KH_TR("Its lamp contradicts itself over the arms that were tried: was one of them misread?"))
        : next.found     ? say(KH_TR("Its lamp is as good as it gets: {r} stays."), {{"r", mm(next.value)}})
                         : say(KH_TR("Its lamp wants another throw for its setting: try a servo arm of {r}, the nearest hole, on every "
                                         "servo alike; then all of it again."),
                               {{"r", mm(next.value)}}));
    if (const auto width = next.width())
        out.remarks.push_back(
            say(KH_TR("The arm lies between {a} and {b}, {w} apart."),
                {{"a", mm(*next.shortAt)}, {"b", mm(*next.overAt)}, {"w", amount(setup, kArm, *width, Amount::Kind::Step)}}));
}

}  // namespace

Solved solveThrow(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    lampOnThrow(setup, readings, out);
    const double left = pitchDegOf(needed(readings, "throw.left"), setup);
    const double right = pitchDegOf(needed(readings, "throw.right"), setup);
    // half the difference removes the gauge's zero; typed without a sign it is half the sum
    const double thrown = thrownDeg(left, right);
    const double zero = left * right < 0.0 ? (left + right) / 2.0 : (std::abs(left) - std::abs(right)) / 2.0;
    if (thrown < 0.5) throw InputError("throw.left", "the blade hardly moves: is the reference step on, and the blade along the boom?");
    if (std::abs(zero) > 1.5)
        out.remarks.push_back(say(KH_TR("The two sides differ by {d}°: the gauge's zero, removed by halving; or the plate is not level."),
                                  {{"d", num(2.0 * std::abs(zero), 1)}}));
    throwTells(setup, thrown, out);
    const double wanted = setup.controller.profile->referenceDeg;
    if (std::abs(thrown - wanted) <= kSettledDeg) {
        out.remarks.push_back(say(KH_TR("{t}° to either side: the {w} the controller wants. Leave it."),
                                  {{"t", num(thrown, 1)}, {"w", amount(setup, "controller.profile.referenceDeg"_field, wanted)}}));
        return out;
    }
    std::vector<PitchReading> older;  // both sides of one must have been read under one setting
    for (const Reading& l : readings)
        for (const Reading& r : readings)
            if (const auto at = underValue(l, "controller.referencePct"_field);
                l.what == "throw.left" && r.what == "throw.right" && at && at == underValue(r, "controller.referencePct"_field))
                older.push_back({*at, thrownDeg(pitchDegOf(l, setup), pitchDegOf(r, setup))});
    SolvedField a = pitchSetting("controller.referencePct"_field, {setup.controller.referencePct, thrown}, wanted, older);
    a.why.title = say(KH_TR("reference throw"));
    a.why.lines.insert(a.why.lines.begin(), say(KH_TR("half the difference of {l}° and {r}° is {t}°"),
                                                {{"l", signedNum(left, 1)}, {"r", signedNum(right, 1)}, {"t", num(thrown, 2)}}));
    a.todo = say(KH_TR("Set the reference throw to {v} in the controller, then read both sides again: {w}."),
                 {{"v", amount(setup, a.field, a.value)}, {"w", amount(setup, "controller.profile.referenceDeg"_field, wanted)}});
    if (a.value >= kMostSettingPct)
        out.remarks.push_back(say(KH_TR("That is all the controller has: a longer servo arm brings the same throw with less.")));
    out.answers.push_back(std::move(a));
    return out;
}

Solved solveRange(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    double high = pitchDegOf(needed(readings, "range.high"), setup);
    double low = pitchDegOf(needed(readings, "range.low"), setup);
    if (const Reading* mid = latest(readings, "range.mid")) {
        const double zero = pitchDegOf(*mid, setup);
        if (std::abs(zero) > 1.0)
            out.remarks.push_back(
                say(KH_TR("At 0 % the gauge reads {z}°. Settle zero pitch first, or the gauge was not zeroed on the shaft."),
                    {{"z", signedNum(zero, 1)}}));
    }
    if (high < low) {
        if (high < 0.0 && low > 0.0)
            throw InputError("range.high",
                             "the blade goes down with the collective stick up: reverse the collective in the controller, then read again");
        throw InputError("range.high", "the high end reads less than the low end: the two were typed the wrong way round");
    }
    if (high <= 0.0 || low >= 0.0)
        throw InputError(high <= 0.0 ? "range.high" : "range.low",
                         "both ends lie on one side of zero: the gauge was not zeroed on the shaft, or zero pitch is not settled yet");
    const CollectiveTarget target = collectiveTarget(setup.machine);
    const bool own = setup.controller.profile->collectiveRanges == CollectiveRanges::Two;
    if (!own && (std::abs(high - target.highDeg) > kSettledDeg || std::abs(low - target.lowDeg) > kSettledDeg))
        for (SolvedField& a : rangeByTravel(setup, {high, target.highDeg}, {low, target.lowDeg})) out.answers.push_back(std::move(a));
    if (own && std::abs(high - target.highDeg) > kSettledDeg) out.answers.push_back(rangeEnd(setup, readings, true, high, target.highDeg));
    if (own && std::abs(low - target.lowDeg) > kSettledDeg) out.answers.push_back(rangeEnd(setup, readings, false, low, target.lowDeg));
    const double unequal = std::abs(high + low);
    const double shifted = (high + low) / 2.0 - (target.highDeg + target.lowDeg) / 2.0;
    if (std::abs(shifted) > kShiftedDeg && latest(readings, "range.mid") == nullptr)
        out.remarks.push_back(say(
            KH_TR("Both ends are shifted by {s}° the same way: a gauge that was not zeroed on the shaft, or zero pitch not settled. Read "
                  "0 % too before you enter anything."),
            {{"s", signedNum(shifted, 1)}}));
    const bool wantsEqual = target.highDeg == -target.lowDeg;
    if (wantsEqual)
        out.remarks.push_back(unequal <= kSymmetryDeg
                                  ? say(KH_TR("Up and down are equal within 0.2°."))
                                  : say(KH_TR("Up and down differ by {d}°; equal within 0.2° is wanted."), {{"d", num(unequal, 1)}}));
    return out;
}

}  // namespace kh
