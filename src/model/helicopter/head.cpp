// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/head.h"

#include "model/helicopter/helicopter.h"

#include <cmath>

namespace kh {

BladeLinkage bladeLinkage(const Machine& machine) {
    const Head& head = helicopter(machine).head;
    const bool ahead = (helicopter(machine).rotor.turning == Turning::Clockwise) == (head.link == LinkSide::Leading);
    return {head.innerRadiusMm, head.gripMm, (ahead ? 1.0 : -1.0) * std::abs(head.leadDeg) + head.phaseDeg, head.link};
}

}  // namespace kh
