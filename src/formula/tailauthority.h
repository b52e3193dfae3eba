// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a tail rotor can give against what it must (docs/domain.md 6). An estimate: a blade beyond stall is not modelled, it ends there.
#pragma once

#include "formula/rotor.h"

namespace kh {

inline constexpr double kStallLoading = 0.13;     ///< C_T/σ beyond which a tail blade gives nothing more
inline constexpr double kTailProfileDrag = 0.02;  ///< Cd0 of the main rotor at full collective
inline constexpr double kTorqueMargin = 1.3;      ///< on the aerodynamic torque
inline constexpr double kFullPitchDeg = 13.0;     ///< beyond it the main blades stall as well, and ask for no more that is known
inline constexpr double kSpeedSag = 0.05;         ///< of the head speed, at full collective

/// What works against the tail at full collective, in N·m, at 5 % sag.
struct TorqueAgainst {
    double airNm = 0.0;   ///< of the air alone
    double mostNm = 0.0;  ///< the larger of 1.3 times that and the drive's power over Ω
};
/// @param main  the main rotor at the speed that is wanted; its drag is replaced. @param pitchDeg  as rotorAtPitch
/// @param powerW  the most the drive gives; 0: not known
[[nodiscard]] TorqueAgainst torqueAgainst(const HoverIn& main, double pitchDeg, double powerW, Derivation* why = nullptr);

struct TailAuthorityIn {
    double torqueNm = 0.0;
    double boomM = 0.0;
    HoverIn tail;             ///< at the speed that is wanted; it sags with the head
    double endDeg = 0.0;      ///< blade angle at the limit of the side that works against the torque, + is more of it
    double sideWindMs = 0.0;  ///< from the unfavourable side, 0 or more
};
struct TailAuthority {
    double needDeg = 0.0;    ///< in still air
    double loading = 0.0;    ///< C_T/σ of it
    double stallDeg = 0.0;   ///< where a blade gives nothing more
    double inflowDeg = 0.0;  ///< what the side wind asks for beside
    double usableDeg = 0.0;  ///< the lesser of stall and end
    double marginDeg = 0.0;  ///< left with the side wind; negative: lacking
    double windMs = 0.0;     ///< side wind that takes all of it; 0 where there is none to take
    [[nodiscard]] bool endBinds() const { return usableDeg < stallDeg; }
};
/// @throws InputError naming the field
[[nodiscard]] TailAuthority tailAuthority(const TailAuthorityIn& in, Derivation* why = nullptr);

}  // namespace kh
