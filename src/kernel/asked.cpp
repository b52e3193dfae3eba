// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/chain.h"

namespace kh {

Setup askedSetup(const Setup& setup) {
    Setup asked = withoutRecords(setup);
    asked.transmitter.swashMixing = SwashMixing::Off;
    asked.transmitter.hold.actsIn.reset();
    asked.transmitter.kill.actsIn.reset();
    asked.transmitter.cut.actsIn.reset();
    plantOf(setup.machine.aircraft.of()).fitMachine(setup, asked);
    if (setup.controller.governor.kind == GovernorKind::Internal && asked.machine.power.poles && asked.machine.power.mainTeeth &&
        asked.machine.power.pinionTeeth) {
        asked.machine.power.poles = setup.controller.governor.poleCount * (setup.controller.profile->asksPolePairs ? 2.0 : 1.0);
        asked.machine.power.secondStage =
            setup.controller.governor.ratio * *asked.machine.power.pinionTeeth / *asked.machine.power.mainTeeth;
        asked.machine.power.secondMainTeeth.reset();
        asked.machine.power.secondPinionTeeth.reset();
    }
    return asked;
}

}  // namespace kh
