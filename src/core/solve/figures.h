// SPDX-License-Identifier: GPL-3.0-or-later
//
// The derived numbers of one Setup, each with its derivation: rules, ledger and sheet all read them here.
#pragma once

#include "core/chain/model.h"
#include "core/setup/setup.h"

#include <string>
#include <vector>

namespace kh {

/// A number that may be unknown because an input is; `missing` then says which field.
struct Figure {
    bool known = false;
    double value = 0.0;
    const char* unit = "";
    int decimals = 0;
    bool sign = false;
    std::string missing;
    Derivation why;
};

struct ModeFigures {
    std::string id, name;
    Figure throttlePct;  ///< highest of the curve
    Figure headRpm;      ///< at that throttle
    Figure tipSpeed;
    Figure pitchLow, pitchHigh, pitchMid;
    Figure hoverPitch;
    Figure hoverStick;   ///< where the mode's curve gives the hover pitch
    Figure gainRead;     ///< what the controller reads
    Figure headroomPct;  ///< at the end of the pack
};

struct ChannelFigures {
    std::string id;
    Figure lowReading, centreReading, highReading;
    Figure lowUs, centreUs, highUs;
};

struct Figures {
    Figure ratio, polePairs, availableRpm, availableEndRpm, ceilingRpm;
    Figure collectiveHighDeg, collectiveLowDeg, midPitchDeg;
    Figure referenceDeg;  ///< blade at the controller's reference demand
    Figure cyclicDeg;     ///< blade at full cyclic, plate at mid height
    Figure strokeUsePct;
    Figure pitchStepDeg;  ///< of the servo's dead band
    Figure fightMm;
    Figure tiltAtFullCollectiveDeg;  ///< round limit of the envelope at full collective
    Figure rollRatio, pitchRatio;    ///< done / asked of the layout
    Figure sliderLeftMm, sliderRightMm;
    Figure tailPitchLeftDeg, tailPitchRightDeg, tailNeutralDeg, tailTipSpeed;
    Figure holdUs, motorOffUs;  ///< the pulse of hold, and the highest that is surely off
    Figure turnDeg;             ///< blade pitch a turn of the blade link
    std::vector<ModeFigures> modes;
    std::vector<ChannelFigures> channels;

    [[nodiscard]] const ModeFigures* mode(const std::string& id) const;
    [[nodiscard]] const ChannelFigures* channel(const std::string& id) const;
};

/// @param asked  the model of askedSetup, for ratios of done to asked
[[nodiscard]] Figures computeFigures(const Setup& setup, const ChainModel& model, const ChainModel& asked);

/// Volts per cell at the end of the pack for the model's style (DOMAIN 8).
[[nodiscard]] double endVoltsPerCell(const Machine& machine);

}  // namespace kh
