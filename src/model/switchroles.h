// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "model/setup.h"

namespace kh {

/// What a switch is for, and what each of its places does, in words short enough for a drawing.
struct SwitchRole {
    std::string id;
    std::vector<Message> functions;  ///< "mode", "hold" …; more than one if it is booked doubly, none if it is free
    std::vector<Message> places;     ///< by place: a mode's sign, on or off, a bank's number; of a free switch the place's number
};

/// Every switch of the transmitter, in its profile's order.
[[nodiscard]] std::vector<SwitchRole> switchRoles(const TransmitterSettings& transmitter);

/// The one sign a mode goes by on keys and lines: H, the base mode's initial, else its rank.
[[nodiscard]] std::string modeLetter(const FlightMode& mode, std::size_t index);

}  // namespace kh
