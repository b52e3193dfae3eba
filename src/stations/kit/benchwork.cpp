// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the solvers share: a round of readings, what they were taken under, and when they say nothing any more.
#include "base/conventions.h"
#include "formula/linkage.h"
#include "judge/dependencies.h"
#include "model/amounts.h"
#include "model/names.h"
#include "stations/kit/solverkit.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kMostPitchDeg = 45.0;

/// What the document would refuse is no answer: it is told with what is allowed instead.
void dropRefused(const Setup& setup, Solved& solved) {
    std::erase_if(solved.answers, [&](const SolvedField& answer) {
        try {
            Setup trial = setup;
            for (const Edit& e : answer.edits) writeField(trial, e.path, e.value);
            return false;
        } catch (const InputError& e) {
            solved.remarks.push_back(say(KH_TR("This cannot be typed. {refusal}. Look at what was read and at the mechanics first."),
                                         {{"refusal", refusal(setup, e)}}));
            return true;
        }
    });
}

}  // namespace

const Reading* latest(std::span<const Reading> readings, std::string_view what) {
    for (auto r = readings.rbegin(); r != readings.rend(); ++r)
        if (r->what == what) return &*r;
    return nullptr;
}

const Reading& needed(std::span<const Reading> readings, std::string_view what) {
    if (const Reading* r = latest(readings, what)) return *r;
    throw InputError(std::string(what), "this reading is missing");
}

double plausible(const Reading& reading, double limit, const char* unit) {
    if (!std::isfinite(reading.value) || std::abs(reading.value) > limit)
        throw InputError(reading.what,
                         fmt::format("{} {} is not possible; a reading lies within ±{} {}", reading.value, unit, limit, unit));
    if (std::find(reading.under.begin(), reading.under.end(), kFlyingState) != reading.under.end())
        throw InputError(reading.what,
                         "it was read in the flying state, where the plate creeps while the stick is held: switch the controller "
                         "to its set-up state and read again");
    return reading.value;
}

double pitchDegOf(const Reading& reading, const Setup& setup) {
    if (reading.unit != "mm") return plausible(reading, kMostPitchDeg, "°");
    const std::optional<double> bladeMm = setup.machine.aircraft.facts().foldedBladeMm();
    if (!bladeMm) throw InputError(reading.what, "only blades that fold side by side are read by the gap of their tips");
    plausible(reading, 2.0 * *bladeMm * sinDeg(kMostPitchDeg), "mm");
    return std::copysign(pitchFromTipGap(*bladeMm, std::abs(reading.value), kRulerMm).pitchDeg, reading.value);
}

std::vector<Reading> learnedReadings(const Setup& setup, const BenchWork& solver) {
    std::vector<Reading> out;
    if (!solver.learns) return out;
    const std::vector<Step> asked = solver.asks(setup);
    const bool monitor = solver.with == ReadWith::Monitor;  // the only one the mechanics do not matter to
    for (const Reading& r : setup.readings) {
        const bool once = !monitor && r.unit != kLampUnit &&  // what lamps said is bracketed over all rounds
                          std::any_of(asked.begin(), asked.end(), [&](const Step& s) { return s.optional && s.name == r.what; });
        if (!monitor && r.what.starts_with(kHandWork)) out.clear();  // read on another machine, so to say
        else if (!once) out.push_back(r);
    }
    return out;
}

Solved solveRound(const Setup& setup, const BenchWork& solver, std::span<const Reading> fresh) {
    if (setup.transmitter.modes.empty()) throw InputError("transmitter.modes"_field, "there is none; one flight mode or more is needed");
    const std::vector<Step> asked = solver.asks(setup);
    for (const Step& slot : asked)
        if (!slot.optional) (void)needed(fresh, slot.name);
    for (const Reading& r : fresh)
        for (const Step& slot : asked)
            if (const bool degrees = std::string_view(slot.unit) == "°" && solver.with != ReadWith::Square;
                slot.name == r.what && r.unit != slot.unit && !(degrees && r.unit == "mm"))
                throw InputError(r.what, fmt::format("\"{}\" is not its unit; allowed is {}{}", r.unit, slot.unit,
                                                     degrees ? ", or mm between the tips of folded blades" : ""));
    std::vector<Reading> all = learnedReadings(setup, solver);
    if (solver.with == ReadWith::Monitor)  // a channel that was not read this time is not spoken of
        std::erase_if(all, [&](const Reading& r) {
            const std::string channel = r.what.substr(0, r.what.find('.') + 1);
            return std::none_of(fresh.begin(), fresh.end(), [&](const Reading& f) { return f.what.starts_with(channel); });
        });
    all.insert(all.end(), fresh.begin(), fresh.end());
    Solved solved = solver.solve(setup, all);
    dropRefused(setup, solved);
    for (const Reading& r : fresh)
        if (r.unit == "mm" &&
            std::any_of(asked.begin(), asked.end(), [&](const Step& s) { return s.name == r.what && std::string_view(s.unit) == "°"; })) {
            const TipGapPitch tip =
                pitchFromTipGap(setup.machine.aircraft.facts().foldedBladeMm().value_or(0.0), std::abs(r.value), kRulerMm);
            solved.remarks.push_back(
                say(KH_TR("{w}: {m} mm between the tips is {d}° ± {e}°, if the blades are square to their feathering axes."),
                    {{"w", readingTitle(setup, std::span(&solver, 1), r.what)},
                     {"m", num(r.value, 1)},
                     {"d", num(tip.pitchDeg, 1)},
                     {"e", num(tip.errorDeg, 2)}}));
        }
    return solved;
}

Instrument instrumentFor(const BenchWork& solver, std::string_view unit) {
    if (solver.with == ReadWith::Flight) return {KH_TR("in flight"), ""};
    if (unit == kLampUnit || unit == kBarUnit) return {KH_TR("controller's monitor"), ""};
    if (unit == "V") return {KH_TR("voltmeter"), "±0.05 V"};
    if (unit == "rpm") return {KH_TR("tachometer"), "±1 %"};
    if (unit == "%")
        return solver.with == ReadWith::Ear ? Instrument{KH_TR("by ear"), ""} : Instrument{KH_TR("controller's monitor"), "±0.1 %"};
    if (unit == "°")
        return solver.with == ReadWith::Square ? Instrument{KH_TR("square"), "±0.3°"} : Instrument{KH_TR("pitch gauge"), "±0.1°"};
    if (unit == "mm")
        return solver.with == ReadWith::Calliper ? Instrument{KH_TR("calliper"), "±0.05 mm"} : Instrument{KH_TR("ruler"), "±0.5 mm"};
    return {KH_TR("by eye"), ""};
}

bool BenchWork::isFor(std::string_view row) const {
    std::string_view left = rows;
    while (!left.empty()) {
        const std::string_view one = left.substr(0, left.find(' '));
        left.remove_prefix(std::min(left.size(), one.size() + 1));
        if (one == row || (one.ends_with('-') && row.starts_with(one))) return true;
    }
    return false;
}

Setup takenOver(const Setup& setup, const Solved& solved, const std::vector<Reading>& readings, const std::string& at) {
    std::vector<Edit> edits;
    for (const SolvedField& a : solved.answers) edits.insert(edits.end(), a.edits.begin(), a.edits.end());
    Setup out = withEdits(setup, edits, Standing::Computed, at);
    std::size_t number = 0;
    const auto taken = [&] {
        const std::string id = fmt::format("r{}", number);
        return std::any_of(out.readings.begin(), out.readings.end(), [&](const Reading& r) { return r.id == id; });
    };
    std::vector<Reading> added = readings;
    for (const SolvedField& a : solved.answers)  // done by hand: written down, since it makes other readings stale
        if (a.edits.empty() && a.partsReadings && a.value != 0.0 && a.box == Box::Machine)
            added.push_back({{}, kHandWork + a.field, a.value, a.unit, {}, {}, {}, {}});
    for (Reading& r : added) {
        do ++number;
        while (taken());
        r.id = fmt::format("r{}", number);
        r.at = at;
        r.change = out.change;
        out.readings.push_back(std::move(r));
    }
    return out;
}

Message readingTitle(const Setup& setup, std::span<const BenchWork> solvers, std::string_view what) {
    for (const BenchWork& solver : solvers)
        for (const Step& slot : solver.solve == nullptr ? std::vector<Step>{} : solver.asks(setup))
            if (slot.name == what) return slot.todo;
    return plainWords(what);
}

}  // namespace kh
