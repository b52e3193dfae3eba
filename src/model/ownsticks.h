// SPDX-License-Identifier: GPL-3.0-or-later
//
// The sticks as the transmitter's own monitor shows them: what lies beneath every travel.
#pragma once

#include "model/transmitter.h"

#include <array>
#include <cmath>

namespace kh {

inline constexpr double kOwnStickPct = 1.5;  ///< a stick this near to −100, 0, +100 is calibrated

struct OwnStickRead {
    const char* id;
    const OwnStick* stick;
    bool springs;  ///< let go it goes to its middle

    /// Whether what was read of it is as it must be; nothing read: yes.
    [[nodiscard]] bool right() const { return *wrongKey() == '\0'; }
    /// Key of the first that is not; empty if none.
    [[nodiscard]] const char* wrongKey() const {
        const auto off = [](const std::optional<double>& read, double is) { return read && std::abs(*read - is) > kOwnStickPct; };
        return off(stick->lowPct, -100.0)              ? "lowPct"
               : off(stick->highPct, 100.0)            ? "highPct"
               : springs && off(stick->centrePct, 0.0) ? "centrePct"
                                                       : "";
    }
};

/// In the order in which they are read.
[[nodiscard]] inline std::array<OwnStickRead, 4> sticksRead(const OwnSticks& sticks) {
    return {OwnStickRead{"aileron", &sticks.aileron, true}, OwnStickRead{"elevator", &sticks.elevator, true},
            OwnStickRead{"collective", &sticks.collective, false}, OwnStickRead{"rudder", &sticks.rudder, true}};
}

}  // namespace kh
