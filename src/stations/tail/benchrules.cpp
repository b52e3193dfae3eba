// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the bench must show before the tail's directions and limits mean anything: blades and drive, arm.
#include "base/conventions.h"
#include "formula/answers.h"
#include "formula/linkage.h"
#include "judge/candidates.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/tail/tail.h"
#include "stations/tail/tailwords.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kSquareDeg = 4.0;  ///< an arm off square by more makes the sides differ in reach

void blades(const AuditContext& c, std::vector<Finding>& out) {
    if (edgesSeen(c.setup) || !rowSeen(c.setup, "tail-direction"_row)) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "tail-edges"_row,
                   .title = c.say(KH_TR("The tail's direction was proved before its blades and drive")),
                   .found = c.say(KH_TR("Leading edges and the turning of the tail rotor were not marked as seen.")),
                   .why = c.say(KH_TR("With blades on backwards or a twisted belt everything looks right and the tail still goes wrong.")),
                   .todo = c.say(KH_TR("Look at both at the machine, mark the row, then prove the direction again.")),
                   .box = Box::Machine,
                   .subject = "machine.tail.drive"_field});
}

void arm(const AuditContext& c, std::vector<Finding>& out) {
    const double off = helicopter(c.setup).tail.squareErrorDeg;
    if (!tailBladesTurn(c.setup) || std::abs(off) <= kSquareDeg) return;
    out.push_back({.severity = Severity::Note,
                   .row = "tail-arm"_row,
                   .title = c.say(KH_TR("The tail arm is not square")),
                   .found = c.say(KH_TR("{a} at the neutral pulse."), {{"a", c.amount("machine.tail.squareErrorDeg"_field)}}),
                   .why = c.say(KH_TR("One side reaches further than the other, and the slider does not stand at mid travel.")),
                   .todo = c.say(KH_TR("Set the arm on the tooth that stands square to the link, unless the maker says otherwise.")),
                   .box = Box::Machine,
                   .subject = "machine.tail.squareErrorDeg"_field,
                   .fix = {{"machine.tail.squareErrorDeg"_field, 0.0}}});
}

}  // namespace

std::span<const Rule> tailBenchRules() {
    static constexpr std::array rules{
        Rule{"tail-edges", Station::Tail, Work::Wiring, blades},
        Rule{"tail-square", Station::Tail, Work::Wiring, arm},
    };
    return rules;
}

}  // namespace kh
