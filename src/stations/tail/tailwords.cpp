// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/tail/tailwords.h"

#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"

#include <array>

namespace kh {

namespace {

Message signOf(const Setup& setup, bool left) {
    const Helicopter& h = helicopter(setup);
    if (!tailBladesTurn(setup)) {
        // the thrust that holds a clockwise rotor's torque pushes the nose right
        const bool faster = left != (h.rotor.turning == Turning::Clockwise);
        return say(faster ? KH_TR("tail motor faster") : KH_TR("tail motor slower"));
    }
    switch (setup.transmitter.schools.tailCheck) {
        case TailCheckSchool::Nose: return say(left ? KH_TR("nose left") : KH_TR("nose right"));
        case TailCheckSchool::Slider:
            return say(left == (h.tail.lever == LeverEdge::Trailing) ? KH_TR("slider left") : KH_TR("slider right"));
        case TailCheckSchool::TrailingEdges: break;
    }
    return say(left ? KH_TR("trailing edges left") : KH_TR("trailing edges right"));
}

}  // namespace

Message noseLeftSign(const Setup& setup) { return signOf(setup, true); }
Message noseRightSign(const Setup& setup) { return signOf(setup, false); }

bool edgesSeen(const Setup& setup) { return rowSeen(setup, "tail-edges"_row); }

}  // namespace kh
