// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/chain.h"
#include "model/helicopter/layouts.h"

namespace kh {

Setup askedSetup(const Setup& setup) {
    Setup asked = withoutRecords(setup);
    asked.transmitter.swashMixing = SwashMixing::Off;
    asked.transmitter.hold.actsIn.reset();
    asked.transmitter.kill.actsIn.reset();
    asked.transmitter.cut.actsIn.reset();
    const std::vector<double> azimuths = settingAzimuths(setup.controller);
    const Layout* layout = findLayout(setup.controller.layout);
    asked.machine.plate.mechanical = layout != nullptr && layout->mechanical;
    const std::vector<double> radii = settingRadii(setup.controller);
    const auto roles = layoutRoles();
    if (asked.machine.servos.size() != azimuths.size() && !asked.machine.servos.empty())
        asked.machine.servos.resize(azimuths.size(), asked.machine.servos.front());
    for (std::size_t i = 0; i < asked.machine.servos.size(); ++i) {
        asked.machine.servos[i].id = roles[i];
        asked.machine.servos[i].azimuthDeg = azimuths[i];
        asked.machine.servos[i].ballRadiusMm = setup.machine.plate.ballRadiusMm * radii[i];
        if (i >= asked.controller.ports.size()) continue;
        asked.controller.ports[i].role = roles[i];
        asked.machine.servos[i].risesWithPulse = !asked.controller.ports[i].reversed;
    }
    asked.machine.head.phaseDeg = setup.controller.phaseDeg;
    if (setup.controller.governor.kind == GovernorKind::Internal && asked.machine.power.poles && asked.machine.power.mainTeeth &&
        asked.machine.power.pinionTeeth) {
        asked.machine.power.poles = setup.controller.governor.poleCount * (setup.controller.profile.asksPolePairs ? 2.0 : 1.0);
        asked.machine.power.secondStage =
            setup.controller.governor.ratio * *asked.machine.power.pinionTeeth / *asked.machine.power.mainTeeth;
    }
    return asked;
}

}  // namespace kh
