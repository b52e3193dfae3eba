// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "formula/linkage.h"
#include "model/helicopter/helicopter.h"

namespace kh {

/// The blade's linkage as built. Its lead follows from rotation and link side (docs/domain.md 5.5): pitch must peak a quarter
/// turn before the blade flaps up, so the link runs ahead of the blade when a leading link meets a clockwise rotor or a
/// trailing one a counter-clockwise rotor, and behind it otherwise; the head's phase comes on top.
[[nodiscard]] BladeLinkage bladeLinkage(const Machine& machine);

/// +1 where the blade's pitch grows as the plate rises, −1 on a trailing link.
[[nodiscard]] inline double linkSign(const Machine& machine) { return helicopter(machine).head.link == LinkSide::Leading ? 1.0 : -1.0; }

}  // namespace kh
