// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the controller sits, of classes whose box is told nothing else of its gyros; a turn by hand as the witness of what is wrong.
#pragma once

#include "formula/mounting.h"
#include "judge/rule.h"

#include <span>

namespace kh {

[[nodiscard]] std::span<const Rule> mountingRules();
/// The deck turned by hand.
[[nodiscard]] Witness turnedByHand(HandTurn turn);
/// The first turn that is answered wrongly; the first of all where none is.
[[nodiscard]] HandTurn wrongTurn(const HandAnswers& answers);

}  // namespace kh
