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

ReadingScale readingScale(const Setup& setup, const ChannelSettings& channel) {
    ReadingScale out = readingScale(setup.controller.profile);
    if (setup.controller.profile->learnsCentre)
        for (const FunctionEntry& f : setup.machine.aircraft.of().functions)
            if (f.source == FunctionSource::Rated && channel.id == f.id)
                out.centreUs = channelOutputUnchecked(0.0, channelScale(setup.transmitter.profile, channel)).pulseUs;
    return out;
}

double readsPct(const Setup& setup, const ChannelSettings& channel, double valuePct) {
    return readingPctUnchecked(channelOutputUnchecked(valuePct, channelScale(setup.transmitter.profile, channel)).pulseUs,
                               readingScale(setup, channel));
}

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
