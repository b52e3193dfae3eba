// SPDX-License-Identifier: GPL-3.0-or-later
//
// A servo's data where two sources contradict each other.
#pragma once

#include "judge/rule.h"
#include "model/machine.h"

namespace kh {

/// What both sources say of its pulse class or its highest rate, in place of what is said where nothing is known.
/// @param otherwise  said where they do not contradict
[[nodiscard]] Message sourcesSaid(const AuditContext& c, const ServoProfile& servo, bool pulse, Message otherwise);

}  // namespace kh
