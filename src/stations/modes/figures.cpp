// SPDX-License-Identifier: GPL-3.0-or-later
//
// All of the station's figures.
#include "judge/helicopter/figures.h"
#include "stations/modes/modes.h"
#include "stations/modes/modesfiguremaker.h"

namespace kh {

void modesFigures(const FigureBuilder& b) {
    helicopterFigures(b);
    ModesFigureMaker f{b};
    for (std::size_t i = 0; i < b.out.modes.size(); ++i)
        f.own.modes.push_back({f.gainForms(b.out.modes[i]), f.agility(i, b.out.modes[i].bank)});
    modeSteps(b, bladePitchOfModes(b));
    f.zones();
    if (b.words) f.flown();  // no rule reads it
}

}  // namespace kh
