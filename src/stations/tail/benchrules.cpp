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
    if (!tailBladesTurn(c.setup)) return;
    const TailFacts& tail = helicopter(c.setup).tail;
    const double perUs = (tail.risesWithPulse ? 1.0 : -1.0) * tail.servo->degPerUs;
    const double trim = c.setup.controller.tail.trimUs;
    const double off = tail.squareErrorDeg + trim * perUs;
    if (std::abs(off) <= kSquareDeg) return;
    const ControllerProfile& box = c.setup.controller.profile;
    const double wanted = roundToStep(-tail.squareErrorDeg / perUs, box.trimStepUs);
    Finding f{.severity = Severity::Note,
              .row = "tail-arm"_row,
              .title = c.say(KH_TR("The tail arm is not square")),
              .found = trim == 0.0 ? c.say(KH_TR("{a} at the neutral pulse."), {{"a", c.amount("machine.tail.squareErrorDeg"_field)}})
                                   : c.say(KH_TR("{a} at the neutral pulse, {o}° with the trim of {t}."),
                                           {{"a", c.amount("machine.tail.squareErrorDeg"_field)},
                                            {"o", signedNum(off, 1)},
                                            {"t", c.amount("controller.tail.trimUs"_field)}}),
              .why = c.say(KH_TR("One side reaches further than the other, and the slider does not stand at mid travel.")),
              .box = Box::Machine,
              .subject = "machine.tail.squareErrorDeg"_field,
              .fix = {{"machine.tail.squareErrorDeg"_field, 0.0}, {"controller.tail.trimUs"_field, 0.0}}};
    if (std::abs(wanted) <= box.trimSafeUs && std::abs(tail.squareErrorDeg) < 360.0 / tail.servo->splineTeeth / 2.0) {
        f.todo = c.say(KH_TR("No tooth stands closer: set the tail servo's trim to {t} in the controller, then the rod."),
                       {{"t", c.amount("controller.tail.trimUs"_field, wanted)}});
        f.box = Box::Controller;
        f.subject = "controller.tail.trimUs"_field;
        f.also = {std::move(f.fix)};
        f.fix = {{"controller.tail.trimUs"_field, wanted}};
    } else {
        f.todo = c.say(KH_TR("Set the arm on the tooth that stands square to the link, unless the maker says otherwise."));
    }
    out.push_back(std::move(f));
}

/// As of the plate's servos: beyond the safe count one side of the servo's range is lost.
void trimSafe(const AuditContext& c, std::vector<Finding>& out) {
    const double safe = c.setup.controller.profile->trimSafeUs;
    const double trim = c.setup.controller.tail.trimUs;
    if (!tailBladesTurn(c.setup) || std::abs(trim) <= safe) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "tail-arm"_row,
                   .title = c.say(KH_TR("The tail servo's trim is beyond what is safe")),
                   .found = c.say(KH_TR("{t}; safe is ±{s}."), {{"t", c.amount("controller.tail.trimUs"_field)},
                                                                {"s", c.amount("controller.tail.trimUs"_field, safe, Amount::Kind::Step)}}),
                   .why = c.say(KH_TR("One side of the servo's range is lost: the tail holds less that way.")),
                   .todo = c.say(KH_TR("Seat the arm on another tooth, then set the trim anew: read the arm.")),
                   .box = Box::Controller,
                   .subject = "controller.tail.trimUs"_field,
                   .fix = {{"machine.tail.squareErrorDeg"_field, 0.0}, {"controller.tail.trimUs"_field, 0.0}}});
}

}  // namespace

std::span<const Rule> tailBenchRules() {
    static constexpr std::array rules{
        Rule{"tail-edges", Station::Tail, Work::Wiring, blades},
        Rule{"tail-square", Station::Tail, Work::Wiring, arm},
        Rule{"tail-trim-safe", Station::Tail, Work::Wiring, trimSafe},
    };
    return rules;
}

}  // namespace kh
