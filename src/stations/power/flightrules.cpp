// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the rotor starts, and what ends the flight.
#include "base/conventions.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "stations/power/power.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

void softStart(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    double jump = 0.0;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i)
        if (c.setup.transmitter.modes[i].id != kHoldMode) jump = std::max(jump, c.model.throttleCurveAt(i, -1.0));
    const double least = c.sizeClass.runUpS * 0.6;
    if (jump <= 0.0 || c.setup.speedController.softStartS >= least) return;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "soft-start"_row,
         .title = c.say(KH_TR("The rotor would start hard")),
         .found =
             c.say(KH_TR("Leaving hold at low stick asks for {t} % at once; soft start is {s} s, at least {l} s is right for this size."),
                   {{"t", num(jump)}, {"s", num(c.setup.speedController.softStartS, 1)}, {"l", num(least, 1)}}),
         .why = c.say(KH_TR("A hard start strips gears and turns the model on the ground.")),
         .todo = c.say(KH_TR("Set soft start to {s} s in the speed controller, and guard the hold switch."),
                       {{"s", num(c.sizeClass.runUpS, 1)}}),
         .box = Box::SpeedController,
         .subject = "speedController.softStartS"_field,
         .fix = {{"speedController.softStartS"_field, c.sizeClass.runUpS}}});
}

void endOfFlight(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const bool charge = tx.alarms.usedMah.has_value();
    const bool volts = tx.alarms.voltsPerCell.has_value();
    Finding f{.severity = Severity::Warning,
              .row = "timer"_row,
              .why = c.say(KH_TR("An empty pack stops the motor in the air.")),
              .box = Box::Transmitter};
    if (tx.schools.end == EndSchool::UsedCharge && !charge) {
        f.title = c.say(KH_TR("No alarm on used charge"));
        f.found = c.say(KH_TR("The school chosen ends the flight by used charge; none is set."));
        f.todo = c.say(KH_TR("Set the alarm in the transmitter to four fifths of the pack."));
        f.subject = "transmitter.alarms.usedMah"_field;
        if (c.setup.machine.power.capacityMah) f.fix = {{f.subject, std::floor(*c.setup.machine.power.capacityMah * 0.8)}};
    } else if (tx.schools.end == EndSchool::VoltageAlarm && !volts) {
        f.title = c.say(KH_TR("No alarm on pack voltage"));
        f.found = c.say(KH_TR("The school chosen ends the flight by pack voltage; none is set."));
        f.todo = c.say(KH_TR("Set the alarm in the transmitter to 3.5 V a cell."));
        f.subject = "transmitter.alarms.voltsPerCell"_field;
        f.fix = {{f.subject, 3.5}};
    } else if (c.setup.machine.power.kind == PowerKind::Electric &&
               static_cast<int>(charge) + static_cast<int>(volts) + static_cast<int>(tx.timerMin > 0.0) == 1) {
        f.severity = Severity::Note;
        f.title = c.say(KH_TR("One thing alone ends the flight"));
        f.found = c.say(KH_TR("Of timer, used charge and pack voltage one is set."));
        f.why = c.say(KH_TR("A used or an aged pack is empty before its time; two together notice it."));
        f.todo = c.say(KH_TR("Add an alarm on pack voltage in the transmitter: 3.5 V a cell."));
        f.subject = "transmitter.alarms.voltsPerCell"_field;
        f.fix = {{f.subject, 3.5}};
    } else {
        return;
    }
    out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> powerFlightRules() {
    static constexpr std::array rules{
        Rule{"soft-start", Station::Power, softStart, "P6"},
        Rule{"school-end", Station::Power, endOfFlight},
    };
    return rules;
}

}  // namespace kh
