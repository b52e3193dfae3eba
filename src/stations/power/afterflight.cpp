// SPDX-License-Identifier: GPL-3.0-or-later
//
// What telemetry, a thermometer or a voltmeter shows right after a flight: read, judged, no log needed.
#include "base/error.h"
#include "judge/rowids.h"
#include "model/fieldpatterns.h"
#include "stations/kit/solverkit.h"
#include "stations/power/packsolvers.h"
#include "stations/power/power.h"
#include "stations/power/speedreadings.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace kh {

namespace {

struct HotPart {
    const char* id;
    const char* reading;
    const char* name;
    double warmC, hotC;  ///< from here a note, from there a warning
};
/// What is usual; what a maker says counts before it.
constexpr std::array kHotParts{HotPart{"motor", "after.motor", KH_TR("motor"), 80.0, 100.0},
                               HotPart{"speed-controller", "after.speed-controller", KH_TR("speed controller"), 80.0, 95.0},
                               HotPart{"pack", "after.pack", KH_TR("pack"), 50.0, 60.0}};
constexpr double kLowCellVolts = 3.7;      ///< at rest after a flight: a fifth is left
constexpr double kDeepCellVolts = 3.5;     ///< less is left than a pack bears for long
constexpr double kAlarmBeyondC = 15.0;     ///< an alarm so far above what is flown warns too late
constexpr double kSupplyApartVolts = 0.3;  ///< between what is entered and what is displayed
constexpr double kMostC = 200.0, kMostCell = 4.5, kMostSupply = 14.0, kMostHours = 10000.0;

Amount degrees(const AuditContext& c, double v) { return c.amount("transmitter.alarms.temperatureC"_field, v); }
Message cellVolts(const AuditContext& c, double v) { return c.say(KH_TR("{n} V"), {{"n", num(v, 2)}}); }

void hotParts(const AuditContext& c, std::vector<Finding>& out) {
    const std::optional<double>& alarm = c.setup.transmitter.alarms.temperatureC;
    const HotPart* late = nullptr;
    for (const HotPart& part : kHotParts) {
        const auto read = readInForce(c.setup, part.reading);
        if (!read || *read < part.warmC) continue;
        if (alarm && *alarm > *read + kAlarmBeyondC && (late == nullptr || part.hotC < late->hotC)) late = &part;
        out.push_back({.id = std::string("hot.") + part.id,
                       .severity = *read >= part.hotC ? Severity::Warning : Severity::Note,
                       .row = "after-flight"_row,
                       .title = c.say(KH_TR("The {part} comes down hot"), {{"part", c.say(part.name)}}),
                       .found = c.say(KH_TR("{t} after a flight; {w} is much, {h} too much, unless its maker says otherwise."),
                                      {{"t", degrees(c, *read)}, {"w", degrees(c, part.warmC)}, {"h", degrees(c, part.hotC)}}),
                       .why = c.say(KH_TR("Heat ages magnets, windings and cells; on a hotter day it gives up in flight.")),
                       .todo = c.say(KH_TR("Look at gearing, head speed and cooling before the next flight; let it cool first.")),
                       .box = Box::Bench,
                       .subject = "machine.power.pinionTeeth"_field});
    }
    if (late == nullptr) return;
    out.push_back({.id = "temperature-alarm",
                   .severity = Severity::Note,
                   .row = "alarms"_row,
                   .title = c.say(KH_TR("The alarm on temperature comes late")),
                   .found = c.say(KH_TR("{t} were read on the {part}; the alarm stands at {a}."),
                                  {{"t", degrees(c, *readInForce(c.setup, late->reading))},
                                   {"part", c.say(late->name)},
                                   {"a", c.amount("transmitter.alarms.temperatureC"_field)}}),
                   .why = c.say(KH_TR("It sounds when the part is already harmed.")),
                   .todo = c.say(KH_TR("Set it to {v} in the transmitter."), {{"v", degrees(c, late->hotC)}}),
                   .box = Box::Transmitter,
                   .subject = "transmitter.alarms.temperatureC"_field,
                   .fix = {{"transmitter.alarms.temperatureC"_field, late->hotC}}});
}

void emptied(const AuditContext& c, std::vector<Finding>& out) {
    const auto cell = readInForce(c.setup, "after.lowest-cell");
    if (!cell || *cell >= kLowCellVolts) return;
    out.push_back({.id = "cell-after",
                   .severity = *cell < kDeepCellVolts ? Severity::Warning : Severity::Note,
                   .row = "after-flight"_row,
                   .title = c.say(KH_TR("The pack comes down too empty")),
                   .found = c.say(KH_TR("{v} in its lowest cell at rest; {w} leaves a fifth."),
                                  {{"v", cellVolts(c, *cell)}, {"w", cellVolts(c, kLowCellVolts)}}),
                   .why = c.say(KH_TR("Nothing is left for a second approach, and the cells age fast.")),
                   .todo = c.say(KH_TR("Shorten the flight timer in the transmitter, then read a cell again after the next flight.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.timerMin"_field});
}

void supplyShown(const AuditContext& c, std::vector<Finding>& out) {
    const auto shown = readInForce(c.setup, "after.supply");
    const auto& entered = c.setup.machine.supply.volts;
    if (!shown || !entered || std::abs(*shown - *entered) <= kSupplyApartVolts) return;
    out.push_back({.id = "supply-shown",
                   .severity = Severity::Warning,
                   .row = "supply"_row,
                   .title = c.say(KH_TR("The supply displayed is not the one entered")),
                   .found = c.say(KH_TR("{s} are displayed; {e} are entered."),
                                  {{"s", c.amount("machine.supply.volts"_field, *shown)}, {"e", c.amount("machine.supply.volts"_field)}}),
                   .why = c.say(KH_TR("What servos and receiver bear, and the alarm, are judged by the number entered.")),
                   .todo = c.say(KH_TR("Look at the regulator's setting, measure at a free socket, and enter what it is.")),
                   .box = Box::Machine,
                   .subject = "machine.supply.volts"_field});
}

/// A counter that goes back was reset, or is another machine's: what is due by it is not known any more.
void hoursBack(const AuditContext& c, std::vector<Finding>& out) {
    const Reading *last = nullptr, *before = nullptr;
    for (const Reading& r : c.setup.readings)
        if (r.what == "after.hours") before = std::exchange(last, &r);
    if (before == nullptr || last->value >= before->value) return;
    out.push_back({.id = "hours-back",
                   .severity = Severity::Note,
                   .row = "after-flight"_row,
                   .title = c.say(KH_TR("The hours run backwards")),
                   .found = c.say(KH_TR("{h} h were read, and {b} h before."), {{"h", num(last->value, 1)}, {"b", num(before->value, 1)}}),
                   .why = c.say(KH_TR("What wears out by the hour is changed too late.")),
                   .todo = c.say(KH_TR("Write down what the counter showed before it was reset; take out a reading of another machine.")),
                   .box = Box::Bench,
                   .subject = "machine.power.motor"_field});
}

void afterFlight(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    hotParts(c, out);
    emptied(c, out);
    supplyShown(c, out);
    hoursBack(c, out);
}

std::vector<Step> afterSteps(const Setup& setup, const Figures&) {
    if (setup.machine.power.kind == PowerKind::Engine) return {};
    return {readStep("after.motor", say(KH_TR("Temperature of the motor, right after landing")), "°C", true),
            readStep("after.speed-controller", say(KH_TR("Temperature of the speed controller")), "°C", true),
            readStep("after.pack", say(KH_TR("Temperature of the pack")), "°C", true),
            readStep("after.lowest-cell", say(KH_TR("Lowest cell after some minutes of rest")), "V", true),
            readStep("after.supply", say(KH_TR("Receiver supply as it is displayed")), "V", true),
            readStep("after.hours", say(KH_TR("Hours the machine has run, as it is displayed")), "h", true)};
}

Solved solveAfter(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    const auto within = [&](const char* what, double least, double most, const char* unit) -> const Reading* {
        const Reading* r = latest(readings, what);
        if (r != nullptr && (!(r->value >= least) || r->value > most))
            throw InputError(r->what,
                             fmt::format("{} {} is not possible; a reading lies within {} … {} {}", r->value, unit, least, most, unit));
        return r;
    };
    bool any = false;
    for (const HotPart& part : kHotParts)
        if (const Reading* r = within(part.reading, -20.0, kMostC, "°C")) {
            any = true;
            out.remarks.push_back(say(r->value >= part.hotC
                                          ? KH_TR("The {part}: {t} °C is too hot: let it cool, look at gearing and cooling.")
                                      : r->value >= part.warmC ? KH_TR("The {part}: {t} °C is much: watch it, and look whether it rises.")
                                                               : KH_TR("The {part}: {t} °C is in order."),
                                      {{"part", say(part.name)}, {"t", num(r->value)}}));
        }
    if (const Reading* r = within("after.lowest-cell", 2.0, kMostCell, "V")) {
        any = true;
        out.remarks.push_back(say(r->value < kLowCellVolts
                                      ? KH_TR("{v} V is too empty: a fifth is left at {w} V at rest. Shorten the timer.")
                                      : KH_TR("{v} V: a fifth or more is left, which is {w} V at rest."),
                                  {{"v", num(r->value, 2)}, {"w", num(kLowCellVolts, 2)}}));
    }
    if (const Reading* r = within("after.supply", 0.5, kMostSupply, "V")) {
        any = true;
        out.remarks.push_back(setup.machine.supply.volts
                                  ? say(KH_TR("{v} V displayed; {e} are entered."),
                                        {{"v", num(r->value, 1)}, {"e", amount(setup, "machine.supply.volts"_field)}})
                                  : say(KH_TR("{v} V displayed; none are entered yet."), {{"v", num(r->value, 1)}}));
    }
    if (const Reading* r = within("after.hours", 0.0, kMostHours, "h")) {
        any = true;
        const Reading* before = latest(setup.readings, "after.hours");
        out.remarks.push_back(
            before == nullptr          ? say(KH_TR("{h} h: what wears out, and when, says the kit's manual."), {{"h", num(r->value, 1)}})
            : r->value < before->value ? say(KH_TR("{h} h, and {b} h before: was the counter reset, or is it another machine's?"),
                                             {{"h", num(r->value, 1)}, {"b", num(before->value, 1)}})
                                       : say(KH_TR("{h} h, {d} since the last reading: what wears out, and when, says the kit's manual."),
                                             {{"h", num(r->value, 1)}, {"d", num(r->value - before->value, 1)}}));
    }
    if (!any) throw InputError("readings", "nothing was read; one temperature, voltage or count of hours is enough");
    return out;
}

}  // namespace

const BenchWork& afterFlightSolver() {
    static constexpr BenchWork entry{.id = "after-flight",
                                     .title = KH_TR("After a flight"),
                                     .caution = KH_TR("Hold on and the rotor at rest before you go near; motor and pack can burn fingers."),
                                     .rows = "after-flight",
                                     .steps = afterSteps,
                                     .solve = solveAfter,
                                     .with = ReadWith::Eye,
                                     .setUpState = false};
    return entry;
}

std::span<const Rule> afterFlightRules() {
    static constexpr std::array rules{Rule{"after-flight", Station::Power, Work::Curves, afterFlight}};
    return rules;
}

}  // namespace kh
