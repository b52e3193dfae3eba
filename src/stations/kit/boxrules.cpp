// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/boxrules.h"

#include "judge/boxkind.h"
#include "judge/rowids.h"
#include "judge/scaleread.h"
#include "model/access.h"
#include "model/boxsettings.h"
#include "model/names.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

constexpr double kRangeSlack = 1e-6;

void scalesRead(const AuditContext& c, std::vector<Finding>& out) {
    const auto read = scaleRead(c.setup, c.figures);
    if (!read || !read->contradicts()) return;
    const auto [low, high] = read->transmitterUsPerPct(c.setup);
    out.push_back(
        {.severity = Severity::Note,
         .row = "boxes"_row,
         .title = c.say(KH_TR("The boxes' scales are not as they are described")),
         .found = c.say(KH_TR("{n} ends read {r} ± {u} times what {tx} and {fc} say. With the scale of {fc}, {tx} sends {a} … {b} µs a "
                              "percent, not {v}."),
                        {{"n", num(read->ends)},
                         {"r", num(read->ratio, 3)},
                         {"u", num(read->plusMinus, 3)},
                         {"tx", c.setup.transmitter.profile->name},
                         {"fc", c.setup.controller.profile->name},
                         {"a", num(low, 2)},
                         {"b", num(high, 2)},
                         {"v", num(c.setup.transmitter.profile->usPerPct, 2)}}),
         .why = c.say(KH_TR("Only the ratio of two scales is read on a monitor. What was read goes on counting; a channel that was "
                            "not read is computed by the descriptions.")),
         .todo = c.say(KH_TR("Correct the description of the box that is wrong; an instrument that measures pulses tells which.")),
         .box = Box::Bench,
         .subject = "transmitter.profile.usPerPct"_field});
}

/// What a box does not take, by its own range.
void beyondBox(const AuditContext& c, std::vector<Finding>& out) {
    for (const OwnRange& r : ownRanges(c.setup)) {
        const auto field = readField(c.setup, r.path);
        const double value = std::get<double>(field->value);
        if (value >= r.low - kRangeSlack && value <= r.high + kRangeSlack) continue;
        const double held = std::clamp(value, r.low, r.high);
        const Box box = fieldHome(r.path).box;
        out.push_back({.id = "beyond-box." + r.path,
                       .severity = Severity::Warning,
                       .row = "boxes"_row,
                       .title = c.say(KH_TR("{box} does not go so far"), {{"box", boxName(c.setup, box)}}),
                       .found = c.say(KH_TR("{what}: {v}; it takes {a} … {b}."), {{"what", fieldTitle(c.setup, r.path)},
                                                                                  {"v", c.amount(r.path, value)},
                                                                                  {"a", c.amount(r.path, r.low)},
                                                                                  {"b", c.amount(r.path, r.high)}}),
                       .why = c.say(KH_TR("What then stands in the box is not what is computed here.")),
                       .todo = c.say(KH_TR("Set {what} to {v}, or change what asks for more."),
                                     {{"what", fieldTitle(c.setup, r.path)}, {"v", c.amount(r.path, held)}}),
                       .box = box,
                       .subject = r.path,
                       .fix = {{r.path, held}}});
    }
}

void madeForOthers(const AuditContext& c, std::vector<Finding>& out) {
    if (const auto f = boxOfOthers(c.setup, c.words)) out.push_back(*f);
}

}  // namespace

std::span<const Rule> boxRules() {
    static constexpr std::array rules{
        Rule{"box-kind", Station::Airframe, Work::Wiring, madeForOthers},
        Rule{"scale-read", Station::Airframe, Work::Ends, scalesRead},
        Rule{"beyond-box", Station::Airframe, Work::Ends, beyondBox},
    };
    return rules;
}

}  // namespace kh
