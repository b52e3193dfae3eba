// SPDX-License-Identifier: GPL-3.0-or-later
//
// Where a switch can sit on the case of a transmitter, and which of two stand beside each other: a hand in a hurry takes the wrong one.
#pragma once

#include "base/message.h"
#include "model/transmitter.h"

#include <array>
#include <string_view>

namespace kh {

/// A place on the case; those of one row whose columns differ by one are neighbours.
struct SwitchSpot {
    const char* title;  ///< as a profile says where a switch sits
    int row, column;
};
inline constexpr std::array kSwitchSpots{
    SwitchSpot{KH_TR("front, far left"), 0, 0},    SwitchSpot{KH_TR("front, left"), 0, 1},
    SwitchSpot{KH_TR("front, inside left"), 0, 2}, SwitchSpot{KH_TR("front, inside right"), 1, 0},
    SwitchSpot{KH_TR("front, right"), 1, 1},       SwitchSpot{KH_TR("front, far right"), 1, 2},
    SwitchSpot{KH_TR("face, far left"), 2, 0},     SwitchSpot{KH_TR("face, left of the middle"), 2, 2},
    SwitchSpot{KH_TR("face, middle"), 2, 3},       SwitchSpot{KH_TR("face, right of the middle"), 2, 4},
    SwitchSpot{KH_TR("face, far right"), 2, 6},    SwitchSpot{KH_TR("back, left"), 3, 0},
    SwitchSpot{KH_TR("back, right"), 3, 1}};

/// Whether two switches of a transmitter are neighbours; false where nobody said where one of them sits.
[[nodiscard]] bool sitSideBySide(const TransmitterProfile& tx, std::string_view a, std::string_view b);

}  // namespace kh
