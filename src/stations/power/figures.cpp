// SPDX-License-Identifier: GPL-3.0-or-later
//
// Gearing, what the pack gives, flight time.
#include "judge/helicopter/figures.h"
#include "base/conventions.h"
#include "base/error.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "stations/power/power.h"
#include "stations/power/powerfiguremaker.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr int kPinionsEachSide = 2;
constexpr double kSpeedMarkRpm = 250.0;
constexpr double kReservePct = 100.0 * kReserveShare;              ///< charge a flight leaves in the pack
constexpr double kBestEfficiency = 0.85, kWorstEfficiency = 0.70;  ///< of motor and speed controller, own choice

}  // namespace

void PowerFigureMaker::power() {
    const PowerTrain& p = setup.machine.power;
    const std::vector<std::string> gearing = gearPaths();
    const std::vector<FigureNeed> teeth{{"machine.power.mainTeeth"_field, p.mainTeeth.has_value()},
                                        {"machine.power.pinionTeeth"_field, p.pinionTeeth.has_value()}};
    own.ratio = make(
        KH_TR("gear ratio"), {"", 2}, gearing, [&](Derivation& why) { return gearRatio(gears(), &why); }, teeth);
    own.polePairs = make(
        KH_TR("pole pairs"), {"", 0}, {"machine.power.poles"_field},
        [&](Derivation& why) {
            why.line(KH_TR("pole pairs = magnet poles / 2 = {p} / 2"), {{"p", bare(amount(setup, "machine.power.poles"_field, *p.poles))}});
            return *p.poles / 2.0;
        },
        {{"machine.power.poles"_field, p.poles.has_value()}});
    auto needed = teeth;
    needed.insert(needed.begin(), FigureNeed{"machine.power.kv"_field, p.kv.has_value()});
    std::vector<std::string> paths{"machine.power.kv"_field, "machine.power.cells"_field, "machine.power.efficiency"_field};
    paths.insert(paths.end(), gearing.begin(), gearing.end());
    const auto available = [&](double volts) {
        return [this, &p, volts](Derivation& why) {
            return headSpeed({p.kv.value_or(0), p.cells, volts, p.efficiency, gearRatio(gears()), 0.0}, &why).availableRpm;
        };
    };
    own.availableRpm = make(KH_TR("head speed available, nominal pack"), {"rpm", 0}, paths, available(kNominalVolts), needed);
    auto endPaths = paths;
    endPaths.emplace_back("machine.style"_field);
    own.availableEndRpm =
        make(KH_TR("head speed available at the end of the pack"), {"rpm", 0}, endPaths, available(endVoltsPerCell(setup.machine)), needed);
    own.ceilingRpm = make(
        KH_TR("highest head speed a governor can keep"), {"rpm", 0}, endPaths,
        [&](Derivation& why) {
            const double end = available(endVoltsPerCell(setup.machine))(why);
            why.line(KH_TR("88 % of it, the rest is the governor's headroom"));
            return kCeilingShare * end;
        },
        needed);
}

void PowerFigureMaker::pinions() {
    const PowerTrain& p = setup.machine.power;
    if (!p.pinionTeeth || !p.mainTeeth || !p.kv) return;
    double fastest = 0.0;
    std::string fastestPath;
    for (const FlightMode& m : setup.transmitter.modes)
        if (fastestPath.empty() || m.targetRpm.value_or(0.0) > fastest) {
            fastest = m.targetRpm.value_or(0.0);
            fastestPath = elementPath("transmitter.modes.{}.targetRpm"_field, m.id);
        }
    std::vector<std::string> gearing = gearPaths();
    std::erase(gearing, "machine.power.pinionTeeth"_field);  // that is what differs
    std::vector<std::string> paths{"machine.power.kv"_field, "machine.power.cells"_field, "machine.power.efficiency"_field};
    paths.insert(paths.end(), gearing.begin(), gearing.end());
    std::vector<std::string> endPaths = paths;
    endPaths.emplace_back("machine.style"_field);
    std::vector<std::string> openingPaths = endPaths;
    openingPaths.push_back(fastestPath);
    for (int d = -kPinionsEachSide; d <= kPinionsEachSide; ++d) {
        const double teeth = *p.pinionTeeth + d;
        if (teeth < 1.0) continue;
        const GearTrain train{*p.mainTeeth, teeth, secondStageRatio(p)};
        const auto available = [&](double volts) {
            return [&, volts](Derivation& why) {
                return headSpeed({*p.kv, p.cells, volts, p.efficiency, gearRatio(train), 0.0}, &why).availableRpm;
            };
        };
        PinionFigures f;
        f.teeth = teeth;
        f.fitted = d == 0;
        f.ratio = make(KH_TR("gear ratio"), {"", 2}, gearing, [&](Derivation& why) { return gearRatio(train, &why); });
        f.freshRpm = make(KH_TR("head speed available, fresh pack"), {"rpm", 0}, paths, available(kFreshVolts));
        f.endRpm =
            make(KH_TR("head speed available at the end of the pack"), {"rpm", 0}, endPaths, available(endVoltsPerCell(setup.machine)));
        f.openingPct =
            make(KH_TR("opening for the fastest mode"), {"%", 0}, openingPaths,
                 [&](Derivation& why) {
                     why.line(KH_TR("{t} rpm of {e} rpm at the end of the pack"), {{"t", num(fastest)}, {"e", num(f.endRpm.value)}});
                     return pctFromShare(fastest / f.endRpm.value);
                 },
                 {{fastestPath, fastest > 0.0}});
        own.pinions.push_back(std::move(f));
    }
}

void PowerFigureMaker::speedMarks() {
    const auto& log = setup.speedController.calibration;
    if (log.size() < 2) return;
    const auto [low, high] =
        std::minmax_element(log.begin(), log.end(), [](const auto& a, const auto& b) { return a.throttlePct < b.throttlePct; });
    out.loggedFromPct = low->throttlePct;
    out.loggedToPct = high->throttlePct;
    double from = 0.0;
    double to = 0.0;
    if (!model.headSpeedAt(out.loggedFromPct, 0, from) || !model.headSpeedAt(out.loggedToPct, 0, to) || to <= from) return;
    // the logged line is straight between its ends
    for (int n = static_cast<int>(std::ceil(from / kSpeedMarkRpm)); n * kSpeedMarkRpm <= to; ++n) {
        const double rpm = n * kSpeedMarkRpm;
        out.speedMarks.push_back({rpm, out.loggedFromPct + (out.loggedToPct - out.loggedFromPct) * (rpm - from) / (to - from)});
    }
}

void PowerFigureMaker::timer() {
    const PowerTrain& p = setup.machine.power;
    const bool logged = p.loggedMahPerMin.has_value();
    own.timerMin =
        make(KH_TR("minutes that leave a fifth of the charge"), {"min", 1},
             {"machine.power.capacityMah"_field, logged ? "machine.power.loggedMahPerMin"_field : "machine.power.plannedMahPerMin"_field},
             [&](Derivation& why) {
                 const double perMinute = logged ? *p.loggedMahPerMin : *p.plannedMahPerMin;
                 why.line(KH_TR("0.80 · {c} / {m} mAh/min"),
                          {{"c", amount(setup, "machine.power.capacityMah"_field, *p.capacityMah)}, {"m", num(perMinute)}});
                 why.line(logged ? KH_TR("consumption from the flight log") : KH_TR("planned consumption: log a flight to replace it"));
                 return timerMinutes(*p.capacityMah, perMinute, 1.0, kReservePct);
             },
             {{"machine.power.capacityMah"_field, p.capacityMah.has_value()},
              {"machine.power.plannedMahPerMin"_field, logged || p.plannedMahPerMin.has_value()}});
}

/// From the power of the hover: a flight lies between it, in the first mode, and twice that (three times in aerobatics) in the
/// fastest one.
void PowerFigureMaker::endurance() {
    const PowerTrain& p = setup.machine.power;
    const auto& modes = setup.transmitter.modes;
    const auto wanted = [](const FlightMode& m) { return m.targetRpm.value_or(0.0); };
    const FlightMode& first = modes.front();
    const FlightMode& fastest =
        *std::max_element(modes.begin(), modes.end(), [&](const FlightMode& a, const FlightMode& b) { return wanted(a) < wanted(b); });
    const auto wantedPath = [](const FlightMode& m) { return elementPath("transmitter.modes.{}.targetRpm"_field, m.id); };
    const double brisk = setup.machine.style == FlyingStyle::Aerobatic ? 3.0 : 2.0;  // of the hover's power (docs/domain.md 8)
    const auto minutes = [&](const FlightMode& m, double timesHover, double efficiency, Derivation* why) {
        const double watts = timesHover * hover(mainRotor(setup.machine, wanted(m))).powerW;
        return kh::endurance(watts, p.cells * kNominalVolts, efficiency, *p.capacityMah, kReservePct, why).minutes;
    };
    const auto least = [&] { return minutes(fastest, brisk, kWorstEfficiency, nullptr); };
    Figure f = make(
        KH_TR("minutes that leave a fifth of the charge, estimate"), {"min", 1},
        {"machine.power.capacityMah"_field, "machine.power.cells"_field, "machine.massKg"_field, "machine.style"_field, wantedPath(first),
         wantedPath(fastest)},
        [&](Derivation& why) {
            const double calm = minutes(first, 1.0, kBestEfficiency, &why);
            why.line(KH_TR("in the hover of {a}; flown briskly in {b}, {t} times its power there at {e} of efficiency, {m} min"),
                     {{"a", first.name}, {"b", fastest.name}, {"t", num(brisk)}, {"e", num(kWorstEfficiency, 2)}, {"m", num(least(), 1)}});
            return calm;
        },
        {{"machine.power.kind"_field, p.kind == PowerKind::Electric},
         {"machine.power.capacityMah"_field, p.capacityMah.has_value()},
         {wantedPath(first), wanted(first) > 0.0}});
    if (f.known) span(f, least(), f.value);
    own.enduranceMin = std::move(f);
}

void powerFigures(const FigureBuilder& b) {
    helicopterFigures(b);
    PowerFigureMaker f{b};
    f.power();
    f.pinions();
    f.speedMarks();
    f.timer();
    f.endurance();
    if (b.words) f.ends();  // rules take the points themselves
    const auto& list = b.setup.transmitter.modes;
    for (std::size_t i = 0; i < list.size(); ++i) {
        f.own.modes.push_back(f.ofMode(list[i], b.out.modes[i]));
        if (b.words && isFlown(list[i])) f.ranges(i, f.own.modes.back());  // no rule reads them
    }
}

}  // namespace kh
