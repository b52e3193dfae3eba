// SPDX-License-Identifier: GPL-3.0-or-later
//
// What only a variable-pitch quadrotor's figures hold: each rotor as the machine, or the gauge, says it stands, and what the four do.
#pragma once

#include "base/conventions.h"
#include "judge/figurebuilder.h"
#include "kernel/rotors/plant.h"

namespace kh {

/// The three states of a rotor that a gauge reads.
enum class RotorState { Zero, Plus, Minus };
inline constexpr std::array kRotorStates{RotorState::Zero, RotorState::Plus, RotorState::Minus};
/// The collective, −1 … +1, that brings it there.
[[nodiscard]] constexpr double collectiveOf(RotorState state) {
    return state == RotorState::Plus ? 1.0 : state == RotorState::Minus ? -1.0 : 0.0;
}

/// A gauge that read a blade on the other side of zero than the machine, as it is described, puts it.
struct OtherWay {
    std::size_t rotor = 0;
    RotorState state = RotorState::Plus;
    double readDeg = 0.0, modelledDeg = 0.0;  ///< of one blade
};

/// One check point of the box as it is met.
struct CheckFigure {
    std::string id;            ///< of kCheckStates
    const char* channel = "";  ///< function whose reading it is
    std::string path;          ///< field that moves it
    PartialDeck deck;          ///< brings it about
    double lowPct = 0.0, highPct = 0.0;
    double sentPct = 0.0;  ///< channel value
    Figure reading;
    [[nodiscard]] double aimPct() const { return (lowPct + highPct) / 2.0; }  ///< the middle of its window
    [[nodiscard]] bool meets(double readPct) const { return readPct >= lowPct - kRoundingFuzz && readPct <= highPct + kRoundingFuzz; }
    [[nodiscard]] bool met() const { return !reading.known || meets(reading.value); }
};

struct RotorsFigures {
    std::array<std::array<Figure, kRotors>, kRotorStates.size()> pitch{};  ///< by state and rotor, ° of one blade; read beats computed
    std::array<Figure, kRotors> armDeg{};                                  ///< off square at neutral, trim included
    std::array<Figure, kRotorStates.size()> apart{};                       ///< the largest less the smallest of a state
    std::vector<OtherWay> otherWay;
    Figure wanted;
    Figure speed;      ///< of the rotors, the fastest any mode asks for
    Figure hoverDeg;   ///< each rotor a quarter of the weight
    Figure authority;  ///< the most moment about an axis that unlike rotors leave with sticks at rest, as a share of full stick's, %
    std::array<Figure, 4> answers{};  ///< of full aileron, elevator, rudder at hover collective and of the collective: N·m, N
    std::vector<CheckFigure> checks;
    [[nodiscard]] const Figure& of(RotorState state, std::size_t rotor) const { return pitch[static_cast<std::size_t>(state)][rotor]; }
};

/// Made once: whoever needs them asks.
void rotorsFigures(const FigureBuilder& builder);

}  // namespace kh
