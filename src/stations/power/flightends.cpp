// SPDX-License-Identifier: GPL-3.0-or-later
//
// The end of a flight as a ladder: what comes when, and what is left until the next (docs/domain.md 8).
#include "base/conventions.h"
#include "formula/answers.h"
#include "formula/flightend.h"
#include "judge/helicopter/figures.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "stations/power/power.h"
#include "stations/power/powerfiguremaker.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kTimerStepMin = 0.5;
constexpr double kVoltsStep = 0.05;          ///< an alarm is set in
constexpr double kEarlyNoteS = 15.0;         ///< an alarm so long before the timer's end; own choice, the sag is an estimate
constexpr double kEarlyWarnS = 60.0;         ///< from here it sounds in most of the flight
constexpr double kAlarmAboveCutOffV = 0.15;  ///< a cell; closer, the alarm sounds as the power fades: where no seconds are known

struct EndKind {
    FlightEnd what;
    const char* name;
    const char* brief;       ///< in its table
    std::string_view field;  ///< that says when
};
constexpr std::array kEndKinds{
    EndKind{FlightEnd::Warning, KH_TR("Timer warns"), KH_TR("Warns"), "transmitter.timerMin"_field},
    EndKind{FlightEnd::Timer, KH_TR("Timer ends"), KH_TR("Timer"), "transmitter.timerMin"_field},
    EndKind{FlightEnd::UsedCharge, KH_TR("Charge alarm"), KH_TR("Charge"), "transmitter.alarms.usedMah"_field},
    EndKind{FlightEnd::Voltage, KH_TR("Voltage alarm"), KH_TR("Voltage"), "transmitter.alarms.voltsPerCell"_field},
    EndKind{FlightEnd::Reduction, KH_TR("Power fades"), KH_TR("Fades"), "speedController.cutOffVoltsPerCell"_field},
    EndKind{FlightEnd::Empty, KH_TR("Pack empty"), KH_TR("Empty"), "machine.power.capacityMah"_field}};

const char* perMinutePath(const Setup& setup) {
    return setup.machine.power.loggedMahPerMin ? "machine.power.loggedMahPerMin"_field : "machine.power.plannedMahPerMin"_field;
}

const FlightEndPoint* pointOf(const std::vector<FlightEndPoint>& points, FlightEnd what) {
    const auto found = std::find_if(points.begin(), points.end(), [&](const FlightEndPoint& p) { return p.what == what; });
    return found == points.end() ? nullptr : &*found;
}

Amount cellAmount(const AuditContext& c, double volts) { return c.amount("transmitter.alarms.voltsPerCell"_field, volts); }

/// An alarm that sounds in every climb long before the flight is over.
void alarmEarly(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const std::optional<FlightEndIn> in = flightEndOf(c.setup);
    if (!in || !in->timerMin || !in->alarmVolts || tx.schools.end == EndSchool::VoltageAlarm) return;
    const auto points = flightEnd(*in);
    const double early = (*in->timerMin - pointOf(points, FlightEnd::Voltage)->minutes) * 60.0;
    const double used = *in->timerMin * in->mahPerMin / in->capacityMah;
    if (early <= kEarlyNoteS || used > 1.0 - kReserveShare + 1e-9) return;  // a timer that outlasts the pack is told as that
    const double wanted = std::max(kLeastAlarmV, std::floor(loadedVolts(used, in->endVolts) / kVoltsStep + 1e-9) * kVoltsStep);
    Finding f{.id = "alarm-early",
              .severity = early > kEarlyWarnS ? Severity::Warning : Severity::Note,
              .row = "timer"_row,
              .title = c.say(KH_TR("The voltage alarm sounds before the timer")),
              .found = c.say(KH_TR("Under load a cell shows {v} after {m}, {s} s before the timer ends; an estimate."),
                             {{"v", cellAmount(c, *in->alarmVolts)},
                              {"m", c.amount("transmitter.timerMin"_field, pointOf(points, FlightEnd::Voltage)->minutes)},
                              {"s", num(early)}}),
              .why = c.say(KH_TR("An alarm that sounds in every climb is soon not listened to.")),
              .todo = c.say(KH_TR("Set the alarm in the transmitter to {v} a cell, what is left under load when the timer ends."),
                            {{"v", cellAmount(c, wanted)}}),
              .box = Box::Transmitter,
              .subject = "transmitter.alarms.voltsPerCell"_field,
              .proposal = true};
    if (wanted < *in->alarmVolts - 1e-9) f.fix = {{f.subject, wanted}};
    f.also = {{{"transmitter.timerMin"_field, suitingTimerMin(c.setup, *in)}}};
    out.push_back(std::move(f));
}

/// Too little time from the alarm on voltage to power that fades: by the consumption where it is known, else by the volts between them.
void alarmAtCutOff(const AuditContext& c, std::vector<Finding>& out) {
    const auto& alarm = c.setup.transmitter.alarms.voltsPerCell;
    const double cut = c.setup.speedController.cutOffVoltsPerCell;
    if (c.setup.machine.power.kind != PowerKind::Electric || !alarm) return;
    const std::optional<FlightEndIn> in = flightEndOf(c.setup);
    Finding f{.severity = Severity::Note,
              .row = "timer"_row,
              .title = c.say(KH_TR("The voltage alarm sounds as the power fades")),
              .why = c.say(KH_TR("A minute is needed to land: the alarm must leave it.")),
              .todo = c.say(KH_TR("Set the alarm in the transmitter well above the pack protection, judged under load.")),
              .box = Box::Transmitter,
              .subject = "transmitter.alarms.voltsPerCell"_field};
    if (!in) {
        if (*alarm - cut >= kAlarmAboveCutOffV - 1e-9) return;
        f.found = c.say(KH_TR("It sounds at {a} a cell; the pack protection acts at {b}."),
                        {{"a", cellAmount(c, *alarm)}, {"b", c.amount("speedController.cutOffVoltsPerCell"_field)}});
        out.push_back(std::move(f));
        return;
    }
    const auto points = flightEnd(*in);
    const FlightEndPoint& fades = *pointOf(points, FlightEnd::Reduction);
    const double left = (fades.minutes - pointOf(points, FlightEnd::Voltage)->minutes) * 60.0;
    if (left >= kReductionAfterS - 0.5) return;
    if (left < 0.0) f.severity = Severity::Warning;
    f.found = c.say(KH_TR("At {a} a cell it sounds {s} s before the pack protection acts, at {b}: {n} s are needed. An estimate."),
                    {{"a", cellAmount(c, *alarm)},
                     {"s", num(left)},
                     {"b", c.amount("speedController.cutOffVoltsPerCell"_field)},
                     {"n", num(kReductionAfterS)}});
    const double share = (fades.minutes - kReductionAfterS / 60.0) * in->mahPerMin / in->capacityMah;
    const double wanted = std::ceil(loadedVolts(std::clamp(share, 0.0, 1.0), in->endVolts) / kVoltsStep - 1e-9) * kVoltsStep;
    f.todo = c.say(KH_TR("Set the alarm in the transmitter to {v} a cell."), {{"v", cellAmount(c, wanted)}});
    f.fix = {{f.subject, wanted}};
    f.proposal = true;
    out.push_back(std::move(f));
}

}  // namespace

std::optional<FlightEndIn> flightEndOf(const Setup& setup) {
    const PowerTrain& p = setup.machine.power;
    const std::optional<double> perMinute = p.loggedMahPerMin ? p.loggedMahPerMin : p.plannedMahPerMin;
    if (p.kind != PowerKind::Electric || !p.capacityMah || *p.capacityMah <= 0.0 || !perMinute || *perMinute <= 0.0) return std::nullopt;
    FlightEndIn in{.capacityMah = *p.capacityMah, .mahPerMin = *perMinute, .endVolts = endVoltsPerCell(setup.machine)};
    if (setup.transmitter.timerMin > 0.0) in.timerMin = setup.transmitter.timerMin;
    in.usedMah = setup.transmitter.alarms.usedMah;
    in.alarmVolts = setup.transmitter.alarms.voltsPerCell;
    in.reductionVolts = setup.speedController.cutOffVoltsPerCell;
    return in;
}

double suitingTimerMin(const Setup& setup, const FlightEndIn& ends) {
    double most = (1.0 - kReserveShare) * ends.capacityMah / ends.mahPerMin;
    if (ends.alarmVolts && setup.transmitter.schools.end != EndSchool::VoltageAlarm)
        if (const double sounds = usedShareAtLoaded(*ends.alarmVolts, ends.endVolts) * ends.capacityMah / ends.mahPerMin; sounds > 0.0)
            most = std::min(most, sounds);
    return std::max(kTimerStepMin, std::floor(most / kTimerStepMin + 1e-9) * kTimerStepMin);
}

void PowerFigureMaker::ends() {
    if (setup.machine.power.kind != PowerKind::Electric) return;
    const std::optional<FlightEndIn> in = flightEndOf(setup);
    const std::vector<FlightEndPoint> points = in ? flightEnd(*in) : std::vector<FlightEndPoint>{};
    for (const EndKind& kind : kEndKinds) {
        const FlightEndPoint* at = pointOf(points, kind.what);
        const FlightEndPoint* next = at == nullptr || at == &points.back() ? nullptr : at + 1;
        const bool byVolts = kind.what == FlightEnd::Voltage || kind.what == FlightEnd::Reduction;
        std::vector<std::string> inputs{std::string(kind.field), "machine.power.capacityMah"_field, perMinutePath(setup)};
        if (byVolts) inputs.emplace_back("machine.style"_field);
        const std::vector<FigureNeed> needed{{"machine.power.capacityMah"_field, setup.machine.power.capacityMah.has_value()},
                                             {perMinutePath(setup), in.has_value()},
                                             {kind.field, at != nullptr}};
        EndFigures f;
        f.what = kind.what;
        f.name = kind.name;
        f.brief = kind.brief;
        const auto explain = [&](Derivation& why) {
            if (byVolts)
                why.line(KH_TR("a cell under load loses {d} V, so that {e} V are left with a fifth of the charge"),
                         {{"d", num(restVolts(100.0 * kReserveShare) - in->endVolts, 2)}, {"e", num(in->endVolts, 1)}});
            why.line(KH_TR("{u} mAh of {c} at {m} mAh/min"),
                     {{"u", num(at->usedMah)}, {"c", num(in->capacityMah)}, {"m", num(in->mahPerMin)}});
        };
        f.minutes = make(
            kind.name, {"min", 1}, inputs,
            [&](Derivation& why) {
                explain(why);
                return at->minutes;
            },
            needed);
        f.usedMah = make(
            kind.name, {"mAh", 0}, inputs,
            [&](Derivation& why) {
                explain(why);
                return at->usedMah;
            },
            needed);
        const auto left = [&](const char* title, FigureShape shape, double value) {
            return make(
                title, shape, inputs,
                [&](Derivation& why) {
                    why.line(KH_TR("from {a} min to {b} min"), {{"a", num(at->minutes, 2)}, {"b", num(next->minutes, 2)}});
                    return value;
                },
                needed);
        };
        if (next != nullptr) {
            f.leftS = left(KH_TR("time left to the next"), {"s", 0, true}, (next->minutes - at->minutes) * 60.0);
            f.leftMah = left(KH_TR("charge left to the next"), {"mAh", 0, true}, next->usedMah - at->usedMah);
        }
        own.ends.push_back(std::move(f));
    }
}

std::span<const Rule> flightEndRules() {
    static constexpr std::array rules{
        Rule{"alarm-early", Station::Power, Work::Curves, alarmEarly},
        Rule{"alarm-cut-off", Station::Power, Work::Curves, alarmAtCutOff},
    };
    return rules;
}

}  // namespace kh
