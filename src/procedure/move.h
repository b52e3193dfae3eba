// SPDX-License-Identifier: GPL-3.0-or-later
//
// A model that changes its transmitter or its controller: settings are solved anew so that the machine does the same, and what differs at
// the machine or cannot be held by the new box is told. One change.
#pragma once

#include "model/access.h"
#include "model/setup.h"

#include <map>
#include <string>
#include <vector>

namespace kh {

/// What the machine does otherwise after a move.
struct MoveDifference {
    Message what;        ///< "servo pulse of elevator"
    Message where;       ///< mode, stops and sticks at which it is largest
    std::string output;  ///< id of the output, or of a stage
    double before = 0.0, after = 0.0;
    std::string unit;
    int decimals = 0;
    [[nodiscard]] Message text() const;
};

struct Move {
    Setup setup;                                  ///< with the new box; standings of what changed *computed*
    std::vector<Edit> edits;                      ///< settings that changed, in the document's order
    std::vector<Message> cannot;                  ///< what the new box cannot hold or has not
    std::vector<MoveDifference> differs;          ///< beyond the boxes' rounding
    std::map<std::string, std::string> switches;  ///< by the old name; of a new transmitter
};

/// @param at  when, ISO 8601
[[nodiscard]] Move moveTo(const Setup& setup, const TransmitterProfile& transmitter, const std::string& at);
[[nodiscard]] Move moveTo(const Setup& setup, const ControllerProfile& controller, const std::string& at);

/// To both, the transmitter first; what stays is nullptr. @throws InputError naming "move" where nothing is to change
[[nodiscard]] Move moveTo(const Setup& setup, const TransmitterProfile* transmitter, const ControllerProfile* controller,
                          const std::string& at);

/// What a move does, in lines: what the new box cannot hold, what the machine then does otherwise, which settings are set.
[[nodiscard]] std::vector<Message> moveText(const Setup& before, const Move& move);

/// Where two documents of one machine differ at the machine: every mode with every stop, sticks at their corners and their middle.
/// @param switches  names of the first's switches in the second; absent: the same
/// @param share     of an output's whole range that counts as the boxes' rounding
[[nodiscard]] std::vector<MoveDifference> machineDifferences(const Setup& before, const Setup& after,
                                                             const std::map<std::string, std::string>& switches, double share);

}  // namespace kh
