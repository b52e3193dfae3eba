// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

namespace kh {

/// Where the value stands that acts when the signal is lost.
enum class FailsafeIn { Transmitter, Receiver, Controller, Nowhere };

/// A controller with a failsafe of its own comes before whatever the receiver then sends.
[[nodiscard]] inline FailsafeIn failsafeIn(const Setup& setup) {
    if (setup.controller.profile->ownFailsafe) return FailsafeIn::Controller;
    switch (setup.machine.receiver->failsafe) {
        case ReceiverFailsafe::FromTransmitter: return FailsafeIn::Transmitter;
        case ReceiverFailsafe::StoredHere: return FailsafeIn::Receiver;
        case ReceiverFailsafe::HoldsLast:
        case ReceiverFailsafe::NoSignal: break;
    }
    return FailsafeIn::Nowhere;
}

}  // namespace kh
