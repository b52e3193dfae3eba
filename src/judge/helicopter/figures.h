// SPDX-License-Identifier: GPL-3.0-or-later
//
// What only a helicopter's figures hold, and what its stations write them with.
#pragma once

#include "judge/figurebuilder.h"
#include "judge/modefigures.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/air.h"

namespace kh {

/// The plate at full collective and full cyclic, one direction.
struct CornerPlate {
    Plane plane;
    double deflection = 0.0;  ///< the largest any servo is asked for, with its sign
};

struct HelicopterFigures {
    std::array<std::array<CornerPlate, kRosePoints>, 2> corners{};  ///< collective −1, +1
    double mostDeflection = 0.0;                                    ///< of all of them, with its sign
    std::array<ClearanceRose, 3> roses{};                           ///< collective −1, 0, +1; where somebody will look at them
    Figure airDensity;                                              ///< kg/m³, at the field
    Limit cyclicLeftLimit = Limit::None;                            ///< what limits the cyclic that is left at full collective
};
/// What every station of a helicopter reads: hold and motor, each mode's head speed, pitch and gain, the tail's tips.
/// Made once: whoever needs them asks.
void helicopterFigures(const FigureBuilder& builder);

/// What gauges at the field read more than the hover formula, at most: root cut-out, tip loss, twist (docs/domain.md 8).
inline constexpr double kGaugeMoreDeg = 1.5;
/// The main rotor at a speed, for the hover formula.
[[nodiscard]] HoverIn mainRotor(const Machine& machine, double rpm);
/// The tail rotor at a head speed, for the same formula.
[[nodiscard]] HoverIn tailRotor(const Machine& machine, double headRpm);
/// Tail pitch that holds the hover at a head speed, with its band: an estimate.
/// @param speedPath  field the speed is wanted in
[[nodiscard]] Figure tailHoverFigure(const FigureBuilder& b, double rpm, const std::string& speedPath);
/// Blade pitch the mode's curve gives at a stick position, in °.
[[nodiscard]] double modePitchDeg(const FigureBuilder& builder, std::size_t mode, double stick, Derivation& why);
/// The same for what every class's modes have. @param builder  stays as long as it is asked
[[nodiscard]] ModePitch bladePitchOfModes(const FigureBuilder& builder);
/// What a collective channel value (curve %) does to the blade: every field in between, behind the first ones.
[[nodiscard]] std::vector<std::string> bladePaths(const FigureBuilder& builder, std::vector<std::string> first);

/// How far the demand of the collective goes, each way. A box that has no range of its own takes the transmitter's travel for it, as its
/// profile says; so does one whose ranges are left fully open while both ends of the channel read alike, well short of 100.
struct CollectiveReach {
    bool byTravel = false;
    double low = -1.0, high = 1.0;
    [[nodiscard]] double at(double side) const { return side > 0.0 ? high : side < 0.0 ? low : 0.0; }
};
[[nodiscard]] CollectiveReach collectiveReach(const Setup& setup);

/// Volts per cell at the end of the pack for the model's style (docs/domain.md 8).
[[nodiscard]] double endVoltsPerCell(const Machine& machine);

}  // namespace kh
