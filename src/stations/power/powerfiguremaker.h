// SPDX-License-Identifier: GPL-3.0-or-later
//
// Private to the station.
#pragma once

#include "judge/figurebuilder.h"
#include "stations/power/powerfigures.h"

namespace kh {

struct PowerFigureMaker : FigureBuilder {
    PowerFigures& own = FigureBuilder::made<PowerFigures>();

    void power();
    void pinions();
    void speedMarks();
    void timer();
    void endurance();
    void ends();
    /// The head speed that the consumption belongs to: the second mode's, which is flown most; of one mode its own (own choice).
    [[nodiscard]] double loggedRpm() const;
    [[nodiscard]] SpeedRange rangeOf(std::size_t mode) const;
    /// The range as figures, with what bounds it.
    void ranges(std::size_t mode, ModePower& made) const;
    [[nodiscard]] ModePower ofMode(const FlightMode& m, const ModeFigures& f) const;
};

}  // namespace kh
