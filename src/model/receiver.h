// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace kh {

/// What a receiver does when the signal is lost.
enum class ReceiverFailsafe {
    FromTransmitter,  ///< it takes the values that stand on the transmitter's page
    StoredHere,       ///< it takes what stood there when its button was pressed, or when it was bound
    HoldsLast,        ///< it goes on sending what it sent last
    NoSignal          ///< it sends nothing
};

/// A receiver as its maker describes it: facts, as a servo's data sheet. Texts are the pilot's own; empty: not known.
struct ReceiverProfile {
    std::string id = "plain-receiver";
    int version = 1;
    std::string name = "Plain receiver";
    int outputs = 10;  ///< channels that leave it on leads of their own
    ReceiverFailsafe failsafe = ReceiverFailsafe::FromTransmitter;
    std::string plugMark;     ///< which way round a plug goes
    std::string bindGesture;  ///< how it is bound
    std::string lampBound;    ///< what its lamp shows when it hears its transmitter
    std::string lampWaits;    ///< and while it waits to be bound
    std::string protocol;     ///< the signal it sends, in the words of its maker
    std::string variantBy;    ///< what decides which it sends: a socket, a button; empty: it has one only, or not known
    bool operator==(const ReceiverProfile&) const = default;
};

}  // namespace kh
