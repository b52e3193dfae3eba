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

constexpr double kSameShare = 0.01;  ///< a setting this close to what a reading was taken under is the same, within a step of its box

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

std::vector<Reading> learnedReadings(const Setup& setup, const SolverEntry& solver) {
    std::vector<Reading> out;
    if (!solver.learns) return out;
    const std::vector<ReadingSlot> asked = solver.asks(setup);
    const bool monitor = solver.with == ReadWith::Monitor;  // the only one the mechanics do not matter to
    for (const Reading& r : setup.readings) {
        const bool once =
            !monitor && std::any_of(asked.begin(), asked.end(), [&](const ReadingSlot& s) { return s.optional && s.what == r.what; });
        if (!monitor && r.what.starts_with(kHandWork)) out.clear();  // read on another machine, so to say
        else if (!once) out.push_back(r);
    }
    return out;
}

Solved solveRound(const Setup& setup, const SolverEntry& solver, std::span<const Reading> fresh) {
    if (setup.transmitter.modes.empty()) throw InputError("transmitter.modes"_field, "there is none; one flight mode or more is needed");
    const std::vector<ReadingSlot> asked = solver.asks(setup);
    for (const ReadingSlot& slot : asked)
        if (!slot.optional) (void)needed(fresh, slot.what);
    for (const Reading& r : fresh)
        for (const ReadingSlot& slot : asked)
            if (const bool degrees = std::string_view(slot.unit) == "°" && solver.with != ReadWith::Square;
                slot.what == r.what && r.unit != slot.unit && !(degrees && r.unit == "mm"))
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
        if (r.unit == "mm" && std::any_of(asked.begin(), asked.end(),
                                          [&](const ReadingSlot& s) { return s.what == r.what && std::string_view(s.unit) == "°"; })) {
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

Instrument instrumentFor(const SolverEntry& solver, std::string_view unit) {
    if (solver.with == ReadWith::Flight) return {KH_TR("in flight"), ""};
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

std::string sinceChanged(const Setup& setup, const SolverEntry& solver, const Reading& reading) {
    for (const char* path : solver.invalidatedBy) {
        const auto then = underValue(reading, path);
        const auto field = readField(setup, path);
        const double* now = field ? std::get_if<double>(&field->value) : nullptr;
        if (then && now != nullptr && std::abs(*now - *then) > kSameShare * std::abs(*then)) return path;
    }
    if (reading.change == 0) return {};  // nobody counted then
    // facts of the boxes it was read through, and the boxes themselves
    std::vector<std::string> facts = factsOfRow(setup, solver.kept.row);
    for (const std::string& path : solver.settings(setup, reading.what))
        if (std::string box = boxIdentity(path); !box.empty()) facts.push_back(std::move(box));
    if (solver.with == ReadWith::Monitor) {
        const std::vector<std::string> channel = factsOfRow(setup, "channel-" + reading.what.substr(0, reading.what.find('.')));
        facts.insert(facts.end(), channel.begin(), channel.end());
    }
    return firstChangedAfter(setup, facts, reading.change);
}

namespace {

bool beginsWithOne(std::string_view what, std::string_view prefixes) {
    for (std::size_t at = 0; at <= prefixes.size();) {
        const std::size_t end = std::min(prefixes.find('|', at), prefixes.size());
        if (what.starts_with(prefixes.substr(at, end - at))) return true;
        at = end + 1;
    }
    return false;
}

}  // namespace

std::vector<StaleReading> staleReadings(const Setup& setup, std::span<const SolverEntry> solvers) {
    std::vector<StaleReading> out;
    for (const SolverEntry& solver : solvers) {
        const KeptReadings& k = solver.kept;
        if (*k.prefix == 0) continue;
        const Reading* newest = nullptr;
        const Reading* turned = nullptr;  // after the newest reading
        for (const Reading& r : setup.readings) {
            if (beginsWithOne(r.what, k.prefix)) {
                newest = &r;
                turned = nullptr;
            } else if (r.what.starts_with(kHandWork)) {
                turned = &r;
            }
        }
        if (newest == nullptr) continue;
        StaleReading stale{k.row,        k.setting,
                           newest->what, newest->id,
                           {},           turned != nullptr ? turned->what.substr(std::string_view(kHandWork).size()) : std::string()};
        stale.field = sinceChanged(setup, solver, *newest);
        if (!stale.field.empty()) {
            const auto field = readField(setup, stale.field);
            const double* now = field ? std::get_if<double>(&field->value) : nullptr;
            stale.then = underValue(*newest, stale.field);
            if (now != nullptr) stale.now = *now;
        }
        if (!stale.field.empty() || !stale.handWork.empty()) out.push_back(std::move(stale));
    }
    return out;
}

std::vector<std::string> settingsInForce(const Setup& setup, const SolverEntry& solver, const std::string& what) {
    std::vector<std::string> paths = solver.settings(setup, what);
    for (const char* path : solver.invalidatedBy) paths.emplace_back(path);
    std::vector<std::string> out;
    for (const std::string& path : paths)
        if (readField(setup, path)) out.push_back(path + "=" + settingText(setup, path));
    return out;
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

Message readingTitle(const Setup& setup, std::span<const SolverEntry> solvers, std::string_view what) {
    for (const SolverEntry& solver : solvers)
        for (const ReadingSlot& slot : solver.asks(setup))
            if (slot.what == what) return say(slot.label);
    return plainWords(what);
}

}  // namespace kh
