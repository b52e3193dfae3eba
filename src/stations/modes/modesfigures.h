// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/figures.h"

#include <map>
#include <string>
#include <vector>

namespace kh {

/// How fast a stick turns the machine in a mode, in the flying state: rate and expo of both boxes together.
struct AxisFigures {
    std::string id;               ///< aileron, elevator, rudder
    Figure fullDegS;              ///< at full stick
    Figure flipS;                 ///< one whole turn at full stick
    Figure centreSlopePct;        ///< of the straight line to full stick
    std::vector<double> degS;     ///< at kAxisSamples sticks from 0 to 1
    std::vector<double> sentPct;  ///< by the transmitter, at the same sticks
};
inline constexpr std::size_t kAxisSamples = 21;

/// One gain as a box of some scale writes it, whole numbers.
struct GainForm {
    GainScale scale = GainScale::Signed;
    Message text;
    double standsFor = 0.0;    ///< what that whole number means, signed
    bool crossesZero = false;  ///< its rounding loses heading hold or rate mode
};

/// Of one flight mode.
struct ModeAgility {
    std::vector<GainForm> gainForms;  ///< of the gain the controller reads, in every scale
    std::vector<AxisFigures> axes;    ///< aileron, elevator, rudder
};

/// What is flown at one place of the mode's switch and of those that choose a bank or a gain.
struct FlownPlace {
    std::size_t mode = 0;                 ///< as Figures::modes
    std::size_t bank = 0;                 ///< as the controller's banks
    std::map<std::string, int> choosing;  ///< the places of the other switches; none where no other one chooses
    std::vector<AxisFigures> axes;        ///< aileron, elevator, rudder with that bank
    Figure gain;                          ///< of the tail as the controller reads it, in %: above 0 heading hold, below rate mode
};

struct ModesFigures {
    std::vector<ModeAgility> modes;  ///< as Figures::modes
    std::vector<FlownPlace> flown;   ///< mode by mode, every pair of places; none of a light judgement
};

}  // namespace kh
