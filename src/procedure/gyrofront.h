// SPDX-License-Identifier: GPL-3.0-or-later
//
// From a turn by hand to the controller's first demand: what the gyros measure, what the controller believes, what it answers. What the
// machine makes of it is each class's own.
#pragma once

#include "formula/mounting.h"
#include "procedure/trace.h"

#include <array>
#include <functional>
#include <vector>

namespace kh {

/// What the controller demands of one axis at first, −1 … +1, and what it would if it were right.
struct GyroDemand {
    double now = 0.0, asked = 0.0;
    [[nodiscard]] double full() const { return asked != 0.0 ? asked : 1.0; }
};

class GyroFront {
public:
    using Rates = std::array<double, 3>;  ///< °/s: roll right, nose up, nose right

    explicit GyroFront(const Setup& setup);
    /// Each gyro that is wanted with its turn: the deck's, without one the hand test of that axis.
    static void each(const Trace& t, const Deck& deck, const WantedFunctions& wanted,
                     const std::function<void(std::size_t axis, const Rates& turn)>& take);
    /// The stages "rate" to "demand".
    GyroDemand add(Trace& t, std::size_t axis, const Rates& turn) const;
    /// One stage behind them, its levels shares of what is asked.
    static void push(Trace& t, Stage stage, double full);

private:
    Mounting built_, set_;
    GyroReversals reversed_;
    Shared<ControllerProfile> controller_;
    std::vector<Bank> banks_;
};

}  // namespace kh
