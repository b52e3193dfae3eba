// SPDX-License-Identifier: GPL-3.0-or-later
//
// Private to the station.
#pragma once

#include "judge/figurebuilder.h"

namespace kh {

struct ModesFigures : FigureBuilder {
    void modes();
    void steps();
    void zones();
    void heldPulse(std::size_t mode, ModeFigures& f) const;
    void agility(std::size_t mode, ModeFigures& f) const;
    void gainForms(ModeFigures& f) const;
    void speeds(std::size_t mode, ModeFigures& f) const;
};

}  // namespace kh
