// SPDX-License-Identifier: GPL-3.0-or-later
//
// Links that are turned to bring a blade or the plate where it belongs.
#pragma once

#include "model/helicopter/helicopter.h"
#include "stations/kit/benchwork.h"

#include <string>

namespace kh {

/// Turns of a link by its kind: how finely it can be turned, and what a turn moves.
struct LinkSteps {
    double stepTurns = 0.5;
    double mmPerTurn = 0.0;  ///< 0: cannot be turned
};
[[nodiscard]] LinkSteps linkSteps(const Head& head);

/// What to do with ends that go on one way only, as a clause; "" where they go on either way.
[[nodiscard]] std::string endHint(const Head& head, double turns);
/// The turns of a servo's link that raise its ball by that much.
[[nodiscard]] SolvedField servoLink(const Setup& setup, const PlateServo& servo, double mm);

}  // namespace kh
