// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/setup.h"

namespace kh {

KH_SPECIAL_MEMBERS_OF(Setup);
KH_SPECIAL_MEMBERS_OF(Machine);
KH_SPECIAL_MEMBERS_OF(TransmitterSettings);
KH_SPECIAL_MEMBERS_OF(FlightMode);
KH_SPECIAL_MEMBERS_OF(ChannelSettings);
KH_SPECIAL_MEMBERS_OF(ControllerSettings);
KH_SPECIAL_MEMBERS_OF(SpeedControllerSettings);

Setup withoutRecords(const Setup& setup) {
    Setup out;
    out.revision = setup.revision;
    out.change = setup.change;
    out.machine = setup.machine;
    out.transmitter = setup.transmitter;
    out.controller = setup.controller;
    out.speedController = setup.speedController;
    return out;
}

}  // namespace kh
