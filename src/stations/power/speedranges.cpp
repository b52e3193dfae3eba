// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speeds chosen backwards: from minutes, pack, pinion in hand, blade limit, headroom, hover stick and the step between modes, the
// range each mode may have (docs/domain.md 8).
#include "formula/answers.h"
#include "formula/root.h"
#include "judge/helicopter/figures.h"
#include "judge/modechecks.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/power/powerfiguremaker.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kStillRpm = 300.0, kMostRpm = 6000.0;  ///< between them a bound is looked for
constexpr double kHoverStickAtMost = 0.5;               ///< own choice: half of the upper stick
constexpr double kRoundRpm = 10.0;

double wantedOf(const FlightMode& m) { return m.targetRpm.value_or(0.0); }

void raise(SpeedRange& r, double rpm, const char* by) {
    if (rpm <= r.low) return;
    r.low = rpm;
    r.lowBy = say(by);
}
void lower(SpeedRange& r, double rpm, const char* by) {
    if (rpm >= r.high) return;
    r.high = rpm;
    r.highBy = say(by);
}

/// The lowest speed at which the curve's pitch at half of the upper stick carries the machine; nothing where none does.
std::optional<double> lowestByHover(const FigureBuilder& b, std::size_t mode) {
    Derivation quiet;
    quiet.wanted = false;
    const double pitch = modePitchDeg(b, mode, kHoverStickAtMost, quiet);
    const auto over = [&](double rpm) { return hover(mainRotor(b.setup.machine, rpm)).pitchDeg - pitch; };
    if (pitch <= 0.0 || over(kMostRpm) > 0.0) return std::nullopt;
    return over(kStillRpm) <= 0.0 ? kStillRpm : bracketOfRoot(over, kStillRpm, kMostRpm, 0.5).second;
}

/// The highest speed at which the timer's minutes leave a fifth of the charge: the consumption goes with the hover's power.
std::optional<double> highestByMinutes(const FigureBuilder& b, double minutesByLog, double loggedRpm) {
    const double wanted = b.setup.transmitter.timerMin;
    if (wanted <= 0.0 || minutesByLog <= 0.0 || loggedRpm <= 0.0) return std::nullopt;
    const double atLog = hover(mainRotor(b.setup.machine, loggedRpm)).powerW;
    const auto lacking = [&](double rpm) { return hover(mainRotor(b.setup.machine, rpm)).powerW - atLog * minutesByLog / wanted; };
    if (lacking(kStillRpm) > 0.0 || lacking(kMostRpm) <= 0.0) return std::nullopt;
    return bracketOfRoot(lacking, kStillRpm, kMostRpm, 0.5).first;
}

}  // namespace

double leastOpeningPct(const Setup& setup) { return setup.speedController.profile->leastOpeningPct.value_or(kUsualOpeningPct); }

double PowerFigureMaker::loggedRpm() const {
    const auto& modes = setup.transmitter.modes;
    std::vector<std::size_t> flown;
    for (std::size_t i = 0; i < modes.size(); ++i)
        if (isFlown(modes[i])) flown.push_back(i);
    if (flown.empty()) return 0.0;
    const std::size_t usual = flown[flown.size() > 1 ? 1 : 0];
    return out.modes[usual].headRpm.known ? out.modes[usual].headRpm.value : wantedOf(modes[usual]);
}

SpeedRange PowerFigureMaker::rangeOf(std::size_t mode) const {
    SpeedRange r;
    const FlightMode& m = setup.transmitter.modes[mode];
    if (wantedOf(m) <= 0.0) return r;
    r.high = kMostRpm;
    r.lowBy = r.highBy = say(KH_TR("nothing known"));
    if (const auto rpm = lowestByHover(*this, mode)) raise(r, *rpm, KH_TR("hover at half the upper stick"));
    if (own.availableRpm.known) {
        const double fresh = own.availableRpm.value * kFreshVolts / kNominalVolts;
        raise(r, fresh * leastOpeningPct(setup) / 100.0, KH_TR("opening on a fresh pack"));
    }
    for (const auto& [from, to] : neighbourModes(setup.transmitter)) {
        const FlightMode* other = from == &m ? to : to == &m ? from : nullptr;
        if (other == nullptr || wantedOf(*other) <= 0.0) continue;
        raise(r, wantedOf(*other) / (1.0 + kSpeedWarnPct / 100.0), KH_TR("step to the next mode"));
        lower(r, wantedOf(*other) * (1.0 + kSpeedWarnPct / 100.0), KH_TR("step to the next mode"));
    }
    if (own.ceilingRpm.known) lower(r, own.ceilingRpm.value, KH_TR("headroom at the pack's end"));
    if (const auto limit = helicopter(setup).rotor.bladeMaxRpm) lower(r, *limit, KH_TR("blade limit"));
    lower(r, kFastTipsMs * 60.0 / (kPi * helicopter(setup).rotor.discM), KH_TR("tips at 170 m/s"));
    if (setup.machine.power.kind == PowerKind::Electric && own.timerMin.known) {
        if (const auto rpm = highestByMinutes(*this, own.timerMin.value, loggedRpm())) lower(r, *rpm, KH_TR("minutes of the timer"));
    }
    r.low = std::ceil(r.low / kRoundRpm) * kRoundRpm;
    r.high = std::floor(r.high / kRoundRpm) * kRoundRpm;
    r.known = true;
    return r;
}

void PowerFigureMaker::ranges(std::size_t mode, ModePower& made) const {
    const FlightMode& m = setup.transmitter.modes[mode];
    made.range = rangeOf(mode);
    const std::string wanted = elementPath("transmitter.modes.{}.targetRpm"_field, m.id);
    const std::vector<std::string> paths{wanted,
                                         modePath(m, "pitch"),
                                         "machine.massKg"_field,
                                         "machine.rotor.discM"_field,
                                         "machine.rotor.chordMm"_field,
                                         "machine.rotor.bladeMaxRpm"_field,
                                         "machine.power.kv"_field,
                                         "machine.power.pinionTeeth"_field,
                                         "machine.power.cells"_field,
                                         "machine.style"_field,
                                         "speedController.profile.leastOpeningPct"_field,
                                         "transmitter.timerMin"_field,
                                         "machine.power.capacityMah"_field};
    const SpeedRange& r = made.range;
    made.rangeRpm = make(KH_TR("head speeds that suit"), {"rpm", 0}, paths,
                         [&](Derivation& why) {
                             why.line(KH_TR("from {x} rpm: {by}"), {{"x", num(r.low)}, {"by", r.lowBy}});
                             why.line(KH_TR("to {x} rpm: {by}"), {{"x", num(r.high)}, {"by", r.highBy}});
                             if (r.empty()) why.line(KH_TR("the first is above the second: no head speed suits"));
                             return (r.low + r.high) / 2.0;
                         },
                         {{wanted, r.known}});
    if (made.rangeRpm.known) span(made.rangeRpm, r.low, r.high);
}

}  // namespace kh
