// SPDX-License-Identifier: GPL-3.0-or-later
//
// Hold and its family as a state machine: what stands above what, what each state sends to the motor, and which single
// switch leads from one to the other.
#pragma once

#include "judge/finding.h"

namespace kh {

/// One state, highest priority first: disarmed (where a controller arms), kill, cut, hold, then the flight modes from the highest rank to
/// the base mode.
struct ThrottleState {
    std::string id;                      ///< "disarmed", "kill", "cut", or a mode's id
    Message title;                       ///< as the pilot calls it
    std::string when;                    ///< its condition as typed; empty: no switch, or the base mode
    bool reachable = false;              ///< some combination of the switches gives it
    Deck deck;                           ///< one that does: the other switches at their power-on places
    double lowPct = 0.0, highPct = 0.0;  ///< throttle over the whole stick
    double lowUs = 0.0, highUs = 0.0;    ///< the pulses of it
    MotorState motor = MotorState::MayRun;
};
[[nodiscard]] std::vector<ThrottleState> throttleStates(const Setup& setup, const ChainModel& model, const Figures& figures);

/// Where one switch, moved by one place, leads from a deck.
struct ThrottleMove {
    std::string switchId;
    int place = 1;
    std::string to;                         ///< state id
    MotorState motor = MotorState::MayRun;  ///< there, at this deck's stick
    double throttlePct = 0.0;
};
/// The state a deck is in. @param setup  the one `model` was made from
[[nodiscard]] std::string throttleStateOf(const Setup& setup, const Instant& now);
/// Only moves that change the state.
[[nodiscard]] std::vector<ThrottleMove> throttleMoves(const Setup& setup, const ChainModel& model, const Figures& figures,
                                                      const Deck& deck);

/// What the power-on guard asks for, and whether this deck meets it (docs/domain.md 4, P9).
struct PowerOnGuard {
    bool set = false;
    bool armed = false;  ///< hold is: kill is asked for in its place
    bool holdOn = false, baseMode = false, collectiveLow = false, rescueOff = false;
    bool arms = false;     ///< the controller does, by a channel of its own
    bool disarmed = true;  ///< or it does not arm
    [[nodiscard]] bool met() const { return holdOn && baseMode && collectiveLow && rescueOff && disarmed; }
};
[[nodiscard]] PowerOnGuard powerOnGuard(const Setup& setup, const ChainModel& model, const Deck& deck);

}  // namespace kh
