// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is worth knowing about speeds and the end of a flight, and about the facts they are computed from.
#include "base/conventions.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "judge/speedchecks.h"
#include "model/fieldpatterns.h"
#include "stations/power/power.h"
#include "stations/power/powerfigures.h"
#include "stations/power/speedreadings.h"

#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kWantedApartShare = 0.10;  ///< wanted and computed speed
constexpr double kLoadedShare = 0.07;       ///< of a loaded speed that is only estimated
constexpr double kFullCellShare = 0.04;     ///< how near to a whole number of cells a factor must come

/// Measured speeds that all differ from the computed ones by one factor: a fact is wrong, not the curves.
void factor(const AuditContext& c, std::vector<Finding>& out) {
    std::vector<MeasuredSpeed> measured = loggedSpeeds(c.setup);
    for (const FlightMode& m : c.setup.transmitter.modes)
        if (const auto read = speedReadInForce(c.setup, m); read && isFlown(m) && flatThrottle(m))
            measured.push_back({*flatThrottle(m), *read});
    const PowerTrain& p = c.setup.machine.power;
    const auto by = oneFactor(c.setup, c.model, measured);
    if (!by || *p.mainTeeth <= *p.pinionTeeth) return;             // teeth the wrong way round are another rule's
    const bool counted = toldBy(*by, 1.0) != SpeedTells::Nothing;  // twice or half
    const double kv = roundToStep(*p.kv * *by, 10.0);
    Finding f{
        .severity = Severity::Warning,
        .row = "head-speed"_row,
        .title = c.say(KH_TR("All measured speeds differ from the computed ones by one factor")),
        .found = c.say(KH_TR("{n} speeds are {f} times what Kv, cells and gearing give."),
                       {{"n", num(static_cast<double>(measured.size()))}, {"f", num(*by, 2)}}),
        .why = c.say(KH_TR("Headroom, gearing and the speeds wanted are judged with a number that is not the machine's.")),
        .todo = counted ? c.say(KH_TR("A factor of two is poles for pole pairs or an instrument that counts each blade: look at both, then "
                                      "at cells and teeth, and measure again without blades."))
                        : c.say(KH_TR("Look at the motor's Kv first, {k} would fit; then at the cells, then at the teeth. Enter what is "
                                      "right at the machine; wanted speeds and curves stay."),
                                {{"k", c.amount("machine.power.kv"_field, kv)}}),
        .box = Box::Machine,
        .subject = "machine.power.kv"_field,
        .proposal = true};
    // twice or half is the same pack counted wrongly; the log itself is off by what the loaded speed is not known
    const double cells = counted ? p.cells * (*by > 1.0 ? 2.0 : 0.5) : p.cells * *by;
    if (!counted) f.fix = {{"machine.power.kv"_field, kv}};
    if (const double whole = std::round(cells); whole >= 1.0 && std::abs(cells / whole - 1.0) <= kFullCellShare)
        (f.fix.empty() ? f.fix : f.also.emplace_back()) = {{"machine.power.cells"_field, whole}};
    if (!counted)
        for (const double more : {1.0 + kLoadedShare, 1.0 - kLoadedShare})
            f.also.push_back({{"machine.power.kv"_field, roundToStep(kv * more, 10.0)}});
    if (!counted) f.also.push_back({{"machine.power.pinionTeeth"_field, std::max(1.0, std::round(*p.pinionTeeth * *by))}});
    out.push_back(std::move(f));
}

void wantedApart(const AuditContext& c, std::vector<Finding>& out) {
    if (!speedControllerGoverns(c.setup) || c.setup.controller.governor.kind == GovernorKind::Internal ||
        !c.setup.speedController.calibration.empty())
        return;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (!isFlown(m) || !m.targetRpm || f == nullptr || !f->headRpm.known || f->headRpm.value <= 0.0) continue;
        const double apart = f->headRpm.value / *m.targetRpm - 1.0;
        if (std::abs(apart) <= kWantedApartShare) continue;
        out.push_back({.id = "wanted-apart." + m.id,
                       .severity = Severity::Note,
                       .row = "head-speed"_row,
                       .title = c.say(KH_TR("{m}: the speed wanted is not the one computed"), {{"m", m.name}}),
                       .found = c.say(KH_TR("{t} are wanted; {g} rpm are computed, {p} % apart. Nothing is logged."),
                                      {{"t", c.amount(elementPath("transmitter.modes.{}.targetRpm"_field, m.id))},
                                       {"g", num(f->headRpm.value)},
                                       {"p", signedNum(100.0 * apart)}}),
                       .why = c.say(KH_TR("Gain, pitch and flight time are judged for the speed wanted.")),
                       .todo = c.say(KH_TR("Measure the head speed without blades and log it (Ctrl R), before the first flight.")),
                       .box = Box::Bench,
                       .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
                       .subject = modePath(m, "targetRpm")});
    }
}

/// Without a log or a plan of its own: a timer that even a flight in the hover does not last.
void timerByEstimate(const AuditContext& c, std::vector<Finding>& out) {
    const PowerFigures& f = c.figures.of<PowerFigures>();
    const double set = c.setup.transmitter.timerMin;
    if (c.setup.machine.power.kind != PowerKind::Electric || set <= 0.0 || f.timerMin.known || !f.enduranceMin.known ||
        set <= f.enduranceMin.value)
        return;
    out.push_back({.severity = Severity::Note,
                   .row = "timer"_row,
                   .title = c.say(KH_TR("The timer is longer than the estimate")),
                   .found = c.say(KH_TR("It runs {t}; even in the hover a fifth of the charge is left after about {m} min."),
                                  {{"t", c.amount("transmitter.timerMin"_field, set)}, {"m", num(f.enduranceMin.value, 1)}}),
                   .why = c.say(KH_TR("An empty pack stops the motor in the air.")),
                   .todo = c.say(KH_TR("Fly less, log what was used, and set the timer in the transmitter by the log.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.timerMin"_field});
}

}  // namespace

std::span<const Rule> powerNoteRules() {
    static constexpr std::array rules{
        Rule{"speed-factor", Station::Power, Work::Wiring, factor},
        Rule{"wanted-apart", Station::Power, Work::Curves, wantedApart},
        Rule{"timer-estimate", Station::Power, Work::Curves, timerByEstimate},
    };
    return rules;
}

}  // namespace kh
