// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/special.h"
#include "base/standing.h"
#include "model/acceptedfinding.h"
#include "model/controller.h"
#include "model/inbox.h"
#include "model/machine.h"
#include "model/reading.h"
#include "model/transmitter.h"

#include <map>
#include <string>

namespace kh {

/// One model: the machine as built and what each box holds. A value; everything is computed from it.
struct Setup {
    int revision = 0;  ///< counts saves
    int change = 0;    ///< counts changes, only growing: kept through undo and saving
    Machine machine;
    TransmitterSettings transmitter;
    ControllerSettings controller;
    SpeedControllerSettings speedController;
    std::vector<Reading> readings;                    ///< oldest first
    std::vector<AcceptedFinding> accepted;            ///< put aside by the pilot, oldest first
    std::map<std::string, StandingRecord> standings;  ///< by field path (ids, never indices); absent = default
    Shared<InBoxes> carried;                          ///< what stands in the boxes, to the pilot's knowledge
    KH_SPECIAL_MEMBERS(Setup);
    bool operator==(const Setup&) const = default;
};

/// How the controller's monitor reads one channel: a box that learns the centre of cyclic and rudder calls 0 what their channels send
/// with the stick at rest.
[[nodiscard]] ReadingScale readingScale(const Setup& setup, const ChannelSettings& channel);
/// What it then reads for a value, %, dead band included.
[[nodiscard]] double readsPct(const Setup& setup, const ChannelSettings& channel, double valuePct);

/// The same machine and boxes without readings and standings: for what is only computed from.
[[nodiscard]] Setup withoutRecords(const Setup& setup);

}  // namespace kh
