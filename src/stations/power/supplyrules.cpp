// SPDX-License-Identifier: GPL-3.0-or-later
//
// The receiver supply: settled before the first plug.
#include "base/conventions.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "stations/power/power.h"

#include <array>

namespace kh {

namespace {

void supply(const AuditContext& c, std::vector<Finding>& out) {
    const Supply& s = c.setup.machine.supply;
    if (s.volts) {
        const ServoProfile* weakest = nullptr;
        const auto consider = [&](const ServoProfile& p) {
            if (p.maxVolts && *s.volts > *p.maxVolts && (weakest == nullptr || *p.maxVolts < *weakest->maxVolts)) weakest = &p;
        };
        for (const PlateServo& p : c.setup.machine.servos) consider(p.servo);
        consider(c.setup.machine.tail.servo);
        if (weakest != nullptr)
            out.push_back({.id = "supply-volts",
                           .severity = Severity::Danger,
                           .row = "supply"_row,
                           .title = c.say(KH_TR("The receiver supply is too high for {s}"), {{"s", weakest->name}}),
                           .found = c.say(KH_TR("{v} V; {s} bears {m} V."),
                                          {{"v", num(*s.volts, 1)}, {"s", weakest->name}, {"m", num(*weakest->maxVolts, 1)}}),
                           .why = c.say(KH_TR("The servo burns out, at the bench or in the air.")),
                           .todo = c.say(KH_TR("Set the supply to {m} V or less."), {{"m", num(*weakest->maxVolts, 1)}}),
                           .box = Box::Machine,
                           .subject = "machine.supply.volts"_field,
                           .fix = {{"machine.supply.volts"_field, *weakest->maxVolts}}});
    }
    if (s.continuousA && s.peakA && (*s.continuousA < c.sizeClass.supplyA[0] || *s.peakA < c.sizeClass.supplyA[1]))
        out.push_back({.id = "supply-current",
                       .severity = Severity::Warning,
                       .row = "supply"_row,
                       .title = c.say(KH_TR("The receiver supply is weak")),
                       .found = c.say(KH_TR("{c} A, {p} A peak; this size needs {x} / {y} A."), {{"c", num(*s.continuousA, 1)},
                                                                                                 {"p", num(*s.peakA, 1)},
                                                                                                 {"x", num(c.sizeClass.supplyA[0])},
                                                                                                 {"y", num(c.sizeClass.supplyA[1])}}),
                       .why = c.say(KH_TR("When all servos move at once the voltage dips and the receiver restarts.")),
                       .todo = c.say(KH_TR("Fit a supply of at least {x} A, {y} A peak."),
                                     {{"x", num(c.sizeClass.supplyA[0])}, {"y", num(c.sizeClass.supplyA[1])}}),
                       .box = Box::Machine,
                       .subject = "machine.supply.continuousA"_field,
                       .fix = {{"machine.supply.continuousA"_field, c.sizeClass.supplyA[0]},
                               {"machine.supply.peakA"_field, c.sizeClass.supplyA[1]}}});
    if (!s.volts)
        out.push_back({.id = "supply-unknown",
                       .severity = Severity::Note,
                       .row = "supply"_row,
                       .title = c.say(KH_TR("The receiver supply is not known")),
                       .found = c.say(KH_TR("No voltage is entered.")),
                       .why = c.say(KH_TR("8.4 V into a 6 V servo destroys it.")),
                       .todo = c.say(KH_TR("Read its voltage and enter it at the machine.")),
                       .box = Box::Machine,
                       .subject = "machine.supply.volts"_field});
}

}  // namespace

std::span<const Rule> supplyRules() {
    static constexpr std::array rules{Rule{"supply", Station::Power, Work::ServoHarm, supply}};
    return rules;
}

}  // namespace kh
