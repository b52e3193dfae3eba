// SPDX-License-Identifier: GPL-3.0-or-later
//
// Which travel an end of a channel needs, in the steps of its transmitter.
#pragma once

#include "base/conventions.h"
#include "model/setup.h"

#include <algorithm>
#include <cmath>

namespace kh {

struct EndTravel {
    double pct = 0.0;      ///< on the transmitter's step, within what it has
    bool reached = false;  ///< it sends what was wanted, within a step
};

/// The travel with which an end of the stick sends a pulse; the channel's sub-trim and direction stay.
/// @param notBeyond  stays short of it by up to a step, for a controller that punishes what is beyond
[[nodiscard]] inline EndTravel travelToSend(const TransmitterProfile& profile, const ChannelSettings& channel, bool high, double pulseUs,
                                            bool notBeyond) {
    const double out = (pulseUs - profile.centreUs) / profile.usPerPct;
    const double exact = travelSending(out, high ? 100.0 : -100.0, channelScale(profile, channel));
    const double stepped = notBeyond ? floorToStep(exact, profile.travelStepPct) : roundToStep(exact, profile.travelStepPct);
    const double pct = std::clamp(stepped, 0.0, profile.travelLimitPct);
    return {pct, std::abs(pct - exact) <= profile.travelStepPct};
}

/// The pulse that the controller reads so.
[[nodiscard]] inline double pulseRead(const Setup& setup, const ChannelSettings& channel, double readingPct) {
    return readingScale(setup, channel).centreUs + readingPct * setup.controller.profile->usPerPct;
}

}  // namespace kh
