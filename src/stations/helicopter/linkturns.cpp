// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/helicopter/linkturns.h"

#include "base/conventions.h"
#include "formula/answers.h"
#include "model/helicopter/helicopter.h"

#include <algorithm>
#include <cmath>

namespace kh {

LinkSteps linkSteps(const Head& head) {
    if (!head.threadMmPerTurn || head.linkKind == LinkKind::Moulded) return {1.0, 0.0};
    if (head.linkKind == LinkKind::LeftRight) return {1.0 / 6.0, 2.0 * *head.threadMmPerTurn};
    return {head.linkEnds == LinkEnds::OneWayAtBoth ? 1.0 : 0.5, *head.threadMmPerTurn};
}

/// Half a turn needs an end whose ball link goes on either way round.
std::string endHint(const Head& head, double turns) {
    const bool half = std::abs(turns - std::round(turns)) > 1e-6;
    return half && head.linkKind == LinkKind::PlainRod && head.linkEnds == LinkEnds::OneWayAtOne
               ? KH_TR(", at the end whose ball link goes on either way round")
               : "";
}

/// A turn of one servo link in mm, as answer: `mm` is how far its ball must rise.
SolvedField servoLink(const Setup& setup, const PlateServo& servo, double mm) {
    const LinkSteps steps = linkSteps(helicopter(setup).head);
    SolvedField a;
    a.field = "links." + servo.id;
    a.box = Box::Machine;
    a.unit = "turns";
    a.decimals = 2;
    a.expectUnit = "mm";
    a.why.title = say(KH_TR("turns of the {s} servo's link"), {{"s", asWord(servo.id)}});
    if (steps.mmPerTurn > 0.0) a.value = roundToStep(mm / steps.mmPerTurn, steps.stepTurns);
    a.residue = mm - a.value * steps.mmPerTurn;
    a.expect = a.residue;
    a.why.line(KH_TR("{m} mm / {l} mm a turn, to the step of {s}: {v} turns"),
               {{"m", signedNum(mm, 2)}, {"l", num(steps.mmPerTurn, 2)}, {"s", num(steps.stepTurns, 2)}, {"v", signedNum(a.value, 2)}});
    a.why.line(KH_TR("leaves {r} mm"), {{"r", signedNum(a.residue, 2)}});
    a.todo =
        say(KH_TR("Make the {s} servo's link {v} turns {w}{e}."), {{"s", asWord(servo.id)},
                                                                   {"v", num(std::abs(a.value), 2)},
                                                                   {"w", std::string(a.value > 0.0 ? KH_TR("longer") : KH_TR("shorter"))},
                                                                   {"e", endHint(helicopter(setup).head, a.value)}});
    return a;
}

}  // namespace kh
