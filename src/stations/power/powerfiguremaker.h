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
    [[nodiscard]] ModePower ofMode(const FlightMode& m, const ModeFigures& f) const;
};

}  // namespace kh
