// SPDX-License-Identifier: GPL-3.0-or-later
//
// From a turn by hand to plate and tail: what the gyros measure, what the controller believes, what it answers at first.
#pragma once

#include "kernel/helicopter/plant.h"
#include "procedure/gyrofront.h"
#include "procedure/helicopter/portstages.h"

namespace kh {

class GyroStages {
public:
    /// @param ports  outlives this
    GyroStages(const Setup& setup, const PortStages& ports);
    void add(Trace& t, const Deck& deck, const HelicopterEnd& end, const HelicopterEnd& asked, const WantedFunctions& wanted) const;

private:
    void addAxis(Trace& t, std::size_t axis, const GyroFront::Rates& turn, const HelicopterEnd& end, const HelicopterEnd& asked) const;

    GyroFront front_;
    const PortStages& ports_;
    bool bladesTurn_;
    double tailWay_;  ///< −1: in a box with one tail direction the gyro passes its reversal
    bool clockwise_;
};

}  // namespace kh
