// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/stalereadings.h"

#include "judge/dependencies.h"
#include "model/amounts.h"
#include "model/names.h"

namespace kh {

void tellStale(const AuditContext& c, std::span<const BenchWork> solvers, Station station, std::vector<Finding>& out) {
    for (const StaleReading& s : staleReadings(c.setup, station)) {
        const bool byHand = !s.handWork.empty();
        out.push_back(
            {.id = "stale-reading." + s.row,
             .severity = Severity::Note,  // a task: what the settings do is judged by the other rules
             .row = s.row,
             .title = c.say(KH_TR("A reading is older than what it depends on")),
             .found = byHand ? c.say(KH_TR("{r} was read before {w} was changed on the machine."),
                                     {{"r", readingTitle(c.setup, solvers, s.what)}, {"w", plainWords(s.handWork)}})
                      : s.then && s.now
                          ? c.say(KH_TR("{r} was read under {f} = {t}; now it is {n}."), {{"r", readingTitle(c.setup, solvers, s.what)},
                                                                                          {"f", fieldTitle(c.setup, s.field)},
                                                                                          {"t", c.amount(s.field, *s.then)},
                                                                                          {"n", c.amount(s.field, *s.now)}})
                      : s.field.ends_with(".profile.id")
                          ? c.say(KH_TR("{r} was read through another box than {b}."),
                                  {{"r", readingTitle(c.setup, solvers, s.what)},
                                   {"b", std::get<std::string>(readField(c.setup, s.field.substr(0, s.field.size() - 2) + "name")->value)}})
                          : c.say(KH_TR("{r} was read before {f} was changed."),
                                  {{"r", readingTitle(c.setup, solvers, s.what)}, {"f", fieldTitle(c.setup, s.field)}}),
             .why = c.say(KH_TR("The numbers that follow from it belong to a machine that is not there any more.")),
             .todo = c.say(KH_TR("Take the reading again: choose this row, Ctrl R.")),
             .box = Box::Bench,
             .subject = s.setting});
    }
}

}  // namespace kh
