// SPDX-License-Identifier: GPL-3.0-or-later
//
// What only a variable-pitch quadrotor's figures hold.
#pragma once

#include "judge/figurebuilder.h"
#include "kernel/rotors/plant.h"

namespace kh {

/// The three states of a rotor that a gauge reads.
enum class RotorState { Zero, Plus, Minus };
inline constexpr std::array kRotorStates{RotorState::Zero, RotorState::Plus, RotorState::Minus};

/// One check point of the box as it is met.
struct CheckFigure {
    std::string id;             ///< of kCheckStates
    const char* channel = "";   ///< function whose reading it is
    std::string path;           ///< field that moves it
    double lowPct = 0.0, highPct = 0.0;
    double sentPct = 0.0;       ///< channel value
    Figure reading;
    [[nodiscard]] bool met() const { return !reading.known || (reading.value >= lowPct - 1e-9 && reading.value <= highPct + 1e-9); }
};

struct RotorsFigures {
    std::array<std::array<Figure, kRotors>, kRotorStates.size()> pitch{};  ///< by state and rotor, ° of one blade
    std::array<Figure, kRotors> armDeg{};                                  ///< off square at neutral, trim included
    std::array<Figure, kRotorStates.size()> apart{};                       ///< the largest less the smallest of a state
    Figure wanted;
    Figure speed;      ///< of the rotors, the fastest any mode asks for
    Figure hoverDeg;   ///< each rotor a quarter of the weight
    Figure authority;  ///< share of the aileron's moment that unlike rotors use up at neutral stick, %
    std::array<Figure, 4> answers{};  ///< of full aileron, elevator, rudder at hover collective and of the collective: N·m, N
    std::vector<CheckFigure> checks;
    [[nodiscard]] const Figure& of(RotorState state, std::size_t rotor) const { return pitch[static_cast<std::size_t>(state)][rotor]; }
};

/// Made once: whoever needs them asks.
void rotorsFigures(const FigureBuilder& builder);

/// The speed the moments are told at: the fastest any mode asks for; 0 where nothing gives it.
[[nodiscard]] double rotorSpeedRpm(const Setup& setup, const ChainModel& model);
/// Collective, −1 … +1, at which the box's rotors hover: what moments are told at. 0.3 where it is not known.
[[nodiscard]] double hoverDemand(const Setup& setup, const ChainModel& model);

}  // namespace kh
