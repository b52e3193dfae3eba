// SPDX-License-Identifier: GPL-3.0-or-later
//
// Voltages that are read: the pack as it is plugged in, the receiver supply with all sticks stirred.
#include "stations/power/packsolvers.h"
#include "judge/dependencies.h"
#include "model/amounts.h"

#include "formula/rotor.h"
#include "model/fieldpatterns.h"
#include "stations/kit/solverkit.h"

#include <fmt/format.h>

namespace kh {

namespace {

constexpr double kMostPackVolts = 100.0;
constexpr double kMostSupplyVolts = 14.0;
constexpr double kLeastCellVolts = 2.5, kMostCellVolts = 4.5;

double volts(const Reading& r, double most) {
    if (!(r.value > 0.0) || r.value > most)
        throw InputError(r.what, fmt::format("{} V is not possible; a reading lies within 0 … {} V", r.value, most));
    return r.value;
}

void cellSpread(std::span<const Reading> readings, Solved& out) {
    const Reading* low = latest(readings, "pack.lowestCell");
    const Reading* high = latest(readings, "pack.highestCell");
    if (low == nullptr || high == nullptr) return;
    const double spread = volts(*high, kMostCellVolts) - volts(*low, kMostCellVolts);
    if (spread < 0.0) throw InputError(low->what, "is higher than the highest cell: the two were typed the wrong way round");
    const auto say3 = [&](const char* text) { return say(text, {{"s", num(spread, 2)}}); };
    out.remarks.push_back(spread > kCellSpreadGroundVolts + 1e-9 ? say3(KH_TR("{s} V between the cells: do not fly this pack."))
                          : spread > kCellSpreadNoteVolts + 1e-9
                              ? say3(KH_TR("{s} V between the cells: balance it, and watch whether it grows."))
                              : say3(KH_TR("{s} V between the cells: in order.")));
}

Solved solvePack(const Setup& setup, std::span<const Reading> readings) {
    const PowerTrain& p = setup.machine.power;
    if (p.kind == PowerKind::Engine) throw InputError("pack.volts", "an engine has no flight pack; its receiver supply is read as such");
    const Reading& r = needed(readings, "pack.volts");
    const BatteryState state = batteryState(volts(r, kMostPackVolts), p.cells, p.fullVoltsPerCell);
    if (state.voltsPerCell < kLeastCellVolts || state.voltsPerCell > kMostCellVolts)
        throw InputError(r.what, fmt::format("{} V over {} cells is {:.2f} V a cell; it lies within {} … {} V: count the cells again",
                                             r.value, p.cells, state.voltsPerCell, kLeastCellVolts, kMostCellVolts));
    Solved out;
    out.remarks.push_back(say(KH_TR("{v} V a cell: about {c} % of the charge, if it rested 10 minutes between 15 and 30 °C."),
                              {{"v", num(state.voltsPerCell, 2)}, {"c", num(state.chargePct)}}));
    out.remarks.push_back(state.used ? say(KH_TR("This pack has been used: full is {f} a cell. Do not fly it before it was charged."),
                                           {{"f", amount(setup, "machine.power.fullVoltsPerCell"_field, p.fullVoltsPerCell)}})
                                     : say(KH_TR("It is charged: full is {f} a cell."),
                                           {{"f", amount(setup, "machine.power.fullVoltsPerCell"_field, p.fullVoltsPerCell)}}));
    cellSpread(readings, out);
    out.remarks.push_back(say(KH_TR("Below 10 °C warm it first; store packs at 3.80 … 3.85 V a cell.")));
    return out;
}

std::vector<Step> packSteps(const Setup&, const Figures&) {
    return {readStep("pack.volts", say(KH_TR("Pack voltage at connection")), "V"),
            readStep("pack.lowestCell", say(KH_TR("Lowest cell")), "V", true),
            readStep("pack.highestCell", say(KH_TR("Highest cell")), "V", true)};
}

Solved solveDip(const Setup&, std::span<const Reading> readings) {
    const double rest = volts(needed(readings, "supply.rest"), kMostSupplyVolts);
    const Reading* tail = latest(readings, "supply.tail");
    const SupplyDip dip = supplyDip(rest, volts(needed(readings, "supply.stirred"), kMostSupplyVolts),
                                    tail == nullptr ? std::nullopt : std::optional(volts(*tail, kMostSupplyVolts)));
    Solved out;
    if (dip.lowestVolts > rest - 1e-9 && dip.dipVolts < 1e-9)
        out.remarks.push_back(say(KH_TR("No dip at all: was it read while the sticks were moved? A voltmeter that averages hides it.")));
    out.remarks.push_back(
        dip.deep || dip.low
            ? say(KH_TR("It dips by {d} V to {l} V: at most {a} V, and never below {b} V. Two leads or a buffer, a "
                        "stronger supply; do not fly it."),
                  {{"d", num(dip.dipVolts, 2)},
                   {"l", num(dip.lowestVolts, 2)},
                   {"a", num(kSupplyDipVolts, 1)},
                   {"b", num(kLeastSupplyVolts, 1)}})
            : say(KH_TR("It dips by {d} V to {l} V: in order."), {{"d", num(dip.dipVolts, 2)}, {"l", num(dip.lowestVolts, 2)}}));
    if (tail == nullptr)
        out.remarks.push_back(say(KH_TR("Hold the tail hard over as well: a tail servo against its limit draws the most.")));
    return out;
}

std::vector<Step> dipSteps(const Setup&, const Figures&) {
    return {readStep("supply.rest", say(KH_TR("Supply at rest")), "V"),
            readStep("supply.stirred", say(KH_TR("Lowest with all sticks stirred for 10 s")), "V"),
            readStep("supply.tail", say(KH_TR("Lowest with the tail held hard over")), "V", true)};
}

}  // namespace

const BenchWork& packSolver() {
    static constexpr BenchWork entry{
        .id = "pack",
        .title = KH_TR("Pack at connection"),
        .caution = KH_TR("Hold on, or kill on where hold is an armed idle, everyone clear: the motor can be live the moment the "
                         "pack is plugged in."),
        .rows = "pack pack-connected",
        .steps = packSteps,
        .solve = solvePack,
        .with = ReadWith::Eye,
        .setUpState = false};
    return entry;
}

const BenchWork& dipSolver() {
    static constexpr BenchWork entry{
        .id = "supply-dip",
        .title = KH_TR("Supply under load"),
        .caution = KH_TR("Motor leads off, main and tail blades off: arms, grips and slider pinch. Hold the tail over for a moment only."),
        .rows = "supply-dip",
        .steps = dipSteps,
        .solve = solveDip,
        .with = ReadWith::Eye,
        .setUpState = false};
    return entry;
}

std::optional<SupplyDip> dipInForce(const Setup& setup) {
    const std::vector<std::string> paths = settingsOf(setup, "supply.rest");
    const auto counts = [&](const Reading& r) { return r.value > 0.0 && takenUnder(setup, r, paths); };
    std::optional<double> rest, stirred, tail;
    for (const Reading& r : setup.readings) {
        if (r.what == "supply.rest") {  // a round begins
            rest = counts(r) ? std::optional(r.value) : std::nullopt;
            stirred.reset();
            tail.reset();
        } else if (r.what == "supply.stirred" && counts(r)) {
            stirred = r.value;
        } else if (r.what == "supply.tail" && counts(r)) {
            tail = r.value;
        }
    }
    if (!rest || (!stirred && !tail)) return std::nullopt;
    return supplyDip(*rest, stirred, tail);
}

}  // namespace kh
