// SPDX-License-Identifier: GPL-3.0-or-later
//
// Private to the station.
#pragma once

#include "judge/figurebuilder.h"
#include "stations/modes/modesfigures.h"

namespace kh {

struct ModesFigureMaker : FigureBuilder {
    ModesFigures& own = made<ModesFigures>();

    void zones();
    /// @param bank  as the controller's banks; beyond them the last
    [[nodiscard]] std::vector<AxisFigures> agility(std::size_t mode, std::size_t bank) const;
    void flown();
    [[nodiscard]] static std::vector<GainForm> gainForms(const ModeFigures& f);
};

}  // namespace kh
