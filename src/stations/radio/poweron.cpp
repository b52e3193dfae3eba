// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/radio/poweron.h"

#include "judge/modechecks.h"
#include "model/conditions.h"
#include "model/names.h"

namespace kh {

void tellOnAtStart(const AuditContext& c, const OffAtStart& of, std::vector<Finding>& out) {
    if (!onAtPowerOn(c.model, of.function)) return;
    out.push_back({.id = of.id,
                   .severity = Severity::Warning,
                   .row = of.row,
                   .title = c.say(of.title),
                   .found = c.say(KH_TR("It is on at the power-on places.")),
                   .why = c.say(of.why),
                   .todo = c.say(of.todo),
                   .box = Box::Transmitter,
                   .subject = conditionPath(c.setup.transmitter, of.function),
                   .fix = offAtPowerOn(c.setup, c.model, of.function)});
}

}  // namespace kh
