// SPDX-License-Identifier: GPL-3.0-or-later
//
// The table of the solvers, what each asks to be read, and what they share.
#include "core/base/conventions.h"
#include "core/solve/solverkit.h"

#include "core/mechanics/linkage.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kMostPitchDeg = 45.0;

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
    const double bladeMm = setup.machine.rotor.bladeMm;
    plausible(reading, 2.0 * bladeMm * sinDeg(kMostPitchDeg), "mm");
    return std::copysign(pitchFromTipGap(bladeMm, std::abs(reading.value), kRulerMm).pitchDeg, reading.value);
}

CollectiveTarget collectiveTarget(const Machine& machine) {
    // the span the controller holds; a softer Normal is the curve's business
    if (machine.style == "scale") return {-2.0, 10.0};
    if (machine.style == "aerobatic") return {-12.0, 12.0};
    const double deg = machine.rotor.bladeMm >= 550.0 ? 11.0 : 11.5;
    return machine.style == "training" ? CollectiveTarget{-9.0, 9.0} : CollectiveTarget{-deg, deg};
}

LinkSteps linkSteps(const Head& head) {
    if (!head.threadMmPerTurn || head.linkKind == LinkKind::Moulded) return {1.0, 0.0};
    if (head.linkKind == LinkKind::LeftRight) return {1.0 / 6.0, 2.0 * *head.threadMmPerTurn};
    return {head.linkEnds == LinkEnds::OneWayAtBoth ? 1.0 : 0.5, *head.threadMmPerTurn};
}

std::span<const SolverEntry> solvers() {
    static constexpr std::array entries{
        SolverEntry{SolverKind::Endpoints, "endpoints", KH_TR("End points"),
                    KH_TR("The motor must not start: leads off, hold on. Servos move while you read."), "channel-", solveEndpoints, true,
                    false},
        SolverEntry{SolverKind::Directions, "directions", KH_TR("Directions"),
                    KH_TR("Leads off, main blades off: arms, levers and links move and pinch."),
                    "servo-directions collective-sense cyclic-sense", solveDirections},
        SolverEntry{SolverKind::Arms, "arms", KH_TR("Arms square"),
                    KH_TR("Leads off, main blades off, links popped off: an arm that runs to its stop pinches."), "arms-square", solveArms},
        SolverEntry{SolverKind::Links, "links", KH_TR("Level plate"), KH_TR("Leads off, main blades off: arms and levers pinch."),
                    "level-plate servo-fight", solveLinks},
        SolverEntry{SolverKind::Zero, "zero", KH_TR("Zero pitch"),
                    KH_TR("Main blades are fitted only for this: leads off, nobody in the plane of the disc."), "zero-pitch links",
                    solveZero},
        SolverEntry{SolverKind::Throw, "throw", KH_TR("Reference throw"),
                    KH_TR("Leads off. Gauge zeroed on the shaft, head locked, machine not moved since."), "reference-throw", solveThrow,
                    true},
        SolverEntry{SolverKind::Range, "range", KH_TR("Collective range"),
                    KH_TR("Leads off. Read on the controller's collective at −100 and +100 %, with a straight curve."), "collective-range",
                    solveRange, true},
        SolverEntry{SolverKind::Limit, "limit", KH_TR("Cyclic limit"),
                    KH_TR("Leads off. Stop at the first buzz: a servo that is held against its stop burns out."), "cyclic-limit envelope",
                    solveLimit, true},
    };
    return entries;
}

std::vector<Reading> learnedReadings(const Setup& setup, const SolverEntry& solver) {
    std::vector<Reading> out;
    if (!solver.learns) return out;
    const std::vector<ReadingSlot> asked = readingSlots(solver.kind, setup);
    const bool monitor = solver.kind == SolverKind::Endpoints;  // the only one the mechanics do not matter to
    for (const Reading& r : setup.readings) {
        const bool once =
            !monitor && std::any_of(asked.begin(), asked.end(), [&](const ReadingSlot& s) { return s.optional && s.what == r.what; });
        if (!monitor && r.what.starts_with(kHandWork)) out.clear();  // read on another machine, so to say
        else if (!once) out.push_back(r);
    }
    return out;
}

Solved solveRound(const Setup& setup, const SolverEntry& solver, std::span<const Reading> fresh) {
    const std::vector<ReadingSlot> asked = readingSlots(solver.kind, setup);
    for (const ReadingSlot& slot : asked)
        if (!slot.optional) (void)needed(fresh, slot.what);
    for (const Reading& r : fresh)
        for (const ReadingSlot& slot : asked)
            if (const bool degrees = std::string_view(slot.unit) == "°" && solver.kind != SolverKind::Arms;
                slot.what == r.what && r.unit != slot.unit && !(degrees && r.unit == "mm"))
                throw InputError(r.what, fmt::format("\"{}\" is not its unit; allowed is {}{}", r.unit, slot.unit,
                                                     degrees ? ", or mm between the tips of folded blades" : ""));
    std::vector<Reading> all = learnedReadings(setup, solver);
    if (solver.kind == SolverKind::Endpoints)  // a channel that was not read this time is not spoken of
        std::erase_if(all, [&](const Reading& r) {
            const std::string channel = r.what.substr(0, r.what.find('.') + 1);
            return std::none_of(fresh.begin(), fresh.end(), [&](const Reading& f) { return f.what.starts_with(channel); });
        });
    all.insert(all.end(), fresh.begin(), fresh.end());
    Solved solved = solver.solve(setup, all);
    for (const Reading& r : fresh)
        if (r.unit == "mm" && std::any_of(asked.begin(), asked.end(),
                                          [&](const ReadingSlot& s) { return s.what == r.what && std::string_view(s.unit) == "°"; })) {
            const TipGapPitch tip = pitchFromTipGap(setup.machine.rotor.bladeMm, std::abs(r.value), kRulerMm);
            solved.remarks.push_back(
                say(KH_TR("{w}: {m} mm between the tips is {d}° ± {e}°, if the blades are square to their feathering axes."),
                    {{"w", r.what}, {"m", num(r.value, 1)}, {"d", num(tip.pitchDeg, 1)}, {"e", num(tip.errorDeg, 2)}}));
        }
    return solved;
}

Instrument instrumentFor(SolverKind kind, std::string_view unit) {
    if (unit == "%")
        return kind == SolverKind::Limit ? Instrument{KH_TR("by ear"), ""} : Instrument{KH_TR("controller's monitor"), "±0.1 %"};
    if (unit == "°") return kind == SolverKind::Arms ? Instrument{KH_TR("square"), "±0.3°"} : Instrument{KH_TR("pitch gauge"), "±0.1°"};
    if (unit == "mm") return kind == SolverKind::Links ? Instrument{KH_TR("calliper"), "±0.05 mm"} : Instrument{KH_TR("ruler"), "±0.5 mm"};
    return {KH_TR("by eye"), ""};
}

const SolverEntry* solverById(std::string_view id) {
    for (const SolverEntry& e : solvers())
        if (id == e.id) return &e;
    return nullptr;
}

RowSolver solverOfRow(std::string_view row) {
    if (row == "channel-throttle" || row == "channel-gain" || row == "channel-map") return {};  // not read from the monitor
    for (const SolverEntry& e : solvers()) {
        std::string_view rows = e.rows;
        while (!rows.empty()) {
            const std::string_view one = rows.substr(0, rows.find(' '));
            rows.remove_prefix(std::min(rows.size(), one.size() + 1));
            if (one.ends_with('-') && row.starts_with(one)) return {&e, std::string(row.substr(one.size())) + "."};
            if (one == row) return {&e, {}};
        }
    }
    return {};
}

namespace {

/// Fields whose change makes a reading of this kind say nothing any more, the setting it is read for left out.
std::span<const char* const> invalidatedBy(SolverKind kind) {
    static constexpr std::array blade{"machine.head.gripMm", "machine.servos.elevator.armMm"};
    static constexpr std::array cyclic{"machine.head.gripMm", "machine.servos.elevator.armMm", "machine.head.innerRadiusMm",
                                       "machine.plate.ballRadiusMm"};
    static constexpr std::array limit{"machine.head.gripMm",        "machine.servos.elevator.armMm", "machine.head.innerRadiusMm",
                                      "machine.plate.ballRadiusMm", "controller.collectiveHighPct",  "controller.collectiveLowPct",
                                      "controller.referencePct"};
    switch (kind) {
        case SolverKind::Zero:
        case SolverKind::Range: return blade;
        case SolverKind::Throw: return cyclic;
        case SolverKind::Limit: return limit;
        default: return {};
    }
}

/// What a reading of each kind begins with, and the row it stands in.
struct ReadingKind {
    SolverKind kind;
    const char* prefix;
    const char* row;
    const char* setting;
};
constexpr std::array kReadingKinds{
    ReadingKind{SolverKind::Zero, "blade-", "zero-pitch", "controller.collectiveTrimPct"},
    ReadingKind{SolverKind::Throw, "throw.", "reference-throw", "controller.referencePct"},
    ReadingKind{SolverKind::Range, "range.", "collective-range", "controller.collectiveHighPct"},
    ReadingKind{SolverKind::Limit, "clear.", "cyclic-limit", "controller.cyclicLimitPct"},
};

}  // namespace

std::vector<StaleReading> staleReadings(const Setup& setup) {
    std::vector<StaleReading> out;
    for (const ReadingKind& k : kReadingKinds) {
        const Reading* newest = nullptr;
        const Reading* turned = nullptr;  // after the newest reading
        for (const Reading& r : setup.readings) {
            if (r.what.starts_with(k.prefix)) {
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
        for (const char* path : invalidatedBy(k.kind)) {
            const auto then = underValue(*newest, path);
            const auto field = readField(setup, path);
            if (!then || !field || std::abs(std::get<double>(field->value) - *then) < 1e-9) continue;
            stale.field = path;
            stale.then = *then;
            stale.now = std::get<double>(field->value);
            break;
        }
        if (!stale.field.empty() || !stale.handWork.empty()) out.push_back(std::move(stale));
    }
    return out;
}

std::vector<std::string> settingsInForce(const Setup& setup, SolverKind kind, const std::string& what) {
    std::vector<std::string> paths;
    switch (kind) {
        case SolverKind::Endpoints: {
            const std::string base = "transmitter.channels." + what.substr(0, what.find('.'));
            if (what.ends_with(".low")) paths = {base + ".travelLowPct"};
            if (what.ends_with(".high")) paths = {base + ".travelHighPct"};
            paths.push_back(base + ".subTrimPct");
            paths.push_back(base + ".reversed");
            break;
        }
        case SolverKind::Zero: paths = {"controller.collectiveTrimPct"}; break;
        case SolverKind::Throw: paths = {"controller.referencePct"}; break;
        case SolverKind::Range: paths = {"controller.collectiveHighPct", "controller.collectiveLowPct"}; break;
        case SolverKind::Limit: paths = {"controller.cyclicLimitPct"}; break;
        case SolverKind::Arms:
        case SolverKind::Links:
            for (const PortSettings& p : setup.controller.ports) paths.push_back("controller.ports." + p.id + ".trimUs");
            break;
        case SolverKind::Directions: break;
    }
    for (const char* path : invalidatedBy(kind)) paths.emplace_back(path);
    std::vector<std::string> out;
    for (const std::string& path : paths)
        if (const auto field = readField(setup, path)) {
            const bool* flag = std::get_if<bool>(&field->value);
            out.push_back(underText(path, flag != nullptr ? (*flag ? 1.0 : 0.0) : std::get<double>(field->value)));
        }
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
        if (a.edits.empty() && a.value != 0.0 && a.box == Box::Machine)
            added.push_back({{}, kHandWork + a.field, a.value, a.unit, {}, {}, {}, {}});
    for (Reading& r : added) {
        do ++number;
        while (taken());
        r.id = fmt::format("r{}", number);
        r.at = at;
        out.readings.push_back(std::move(r));
    }
    return out;
}

std::vector<ReadingSlot> readingSlots(SolverKind kind, const Setup& setup) {
    switch (kind) {
        case SolverKind::Endpoints:
            return {
                {"aileron.low", KH_TR("Aileron, stick left"), "%", true},   {"aileron.centre", KH_TR("Aileron, centre"), "%", true},
                {"aileron.high", KH_TR("Aileron, stick right"), "%", true}, {"elevator.low", KH_TR("Elevator, stick back"), "%", true},
                {"elevator.centre", KH_TR("Elevator, centre"), "%", true},  {"elevator.high", KH_TR("Elevator, stick forward"), "%", true},
                {"collective.low", KH_TR("Collective, low"), "%", true},    {"collective.centre", KH_TR("Collective, mid"), "%", true},
                {"collective.high", KH_TR("Collective, high"), "%", true},  {"rudder.low", KH_TR("Rudder, stick left"), "%", true},
                {"rudder.centre", KH_TR("Rudder, centre"), "%", true},      {"rudder.high", KH_TR("Rudder, stick right"), "%", true}};
        case SolverKind::Directions: {
            std::vector<ReadingSlot> out;
            for (const PortSettings& p : setup.controller.ports)
                out.push_back({"collective.port-" + p.id,
                               render(say(KH_TR("Collective up: the {r} servo, port {p}"), {{"r", p.role}, {"p", p.id}})), "way", true});
            out.push_back({"cyclic.aileron", KH_TR("Stick right: the plate"), "way", true});
            out.push_back({"cyclic.elevator", KH_TR("Stick forward: the plate"), "way", true});
            return out;
        }
        case SolverKind::Arms: {
            std::vector<ReadingSlot> out;
            for (const PortSettings& p : setup.controller.ports)
                if (std::any_of(setup.machine.servos.begin(), setup.machine.servos.end(),
                                [&](const PlateServo& s) { return s.id == p.role; }))
                    out.push_back({"arm." + p.role,
                                   render(say(KH_TR("Arm of the {r} servo, port {p}, up from square"), {{"r", p.role}, {"p", p.id}})), "°",
                                   true});
            return out;
        }
        case SolverKind::Zero:
            return {{"blade-a.tail", KH_TR("Blade A over the tail"), "°"},
                    {"blade-b.nose", KH_TR("Blade B over the nose"), "°"},
                    {"blade-a.nose", KH_TR("Head turned: blade A over the nose"), "°", true},
                    {"blade-b.tail", KH_TR("Head turned: blade B over the tail"), "°", true}};
        case SolverKind::Throw:
            return {{"throw.left", KH_TR("Cyclic left, to the reference"), "°"}, {"throw.right", KH_TR("Cyclic right"), "°"}};
        case SolverKind::Range:
            return {{"range.high", KH_TR("Collective high"), "°"},
                    {"range.low", KH_TR("Collective low"), "°"},
                    {"range.mid", KH_TR("Collective 0 %"), "°", true}};
        case SolverKind::Links: {
            std::vector<ReadingSlot> out;
            for (const PlateServo& s : setup.machine.servos)  // three fix a plane, a fourth tells whether they agree
                out.push_back({"level." + s.id, render(say(KH_TR("Height over the {r} servo"), {{"r", s.id}})), "mm", out.size() >= 3});
            return out;
        }
        case SolverKind::Limit: return {};  // the binding chart is clicked, not typed
    }
    return {};
}

}  // namespace kh
