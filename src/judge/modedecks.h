// SPDX-License-Identifier: GPL-3.0-or-later
//
// A deck that flies each mode, looked for anew only once what the switches decide is another: most edits touch none of it.
#pragma once

#include "kernel/chain.h"
#include "model/setup.h"

#include <deque>
#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace kh {

class ModeDecks {
public:
    /// @return of each mode what deckInMode finds from the power-on deck
    [[nodiscard]] const std::vector<std::optional<Deck>>& of(const Setup& setup, const ChainModel& model);

private:
    /// All that says which mode a deck flies.
    struct Logic {
        std::vector<std::pair<std::string, Condition>> modes;
        std::optional<std::vector<std::string>> holdActsIn;
        ThrottleStop kill, cut;
        std::vector<SwitchFunction> functions;  ///< that a condition names
        std::vector<SwitchSettings> switches;
        std::vector<SwitchProfile> built;
        bool operator==(const Logic&) const = default;
    };
    struct Found {
        Logic logic;
        std::vector<std::optional<Deck>> decks;
    };
    std::deque<Found> found_;  ///< the newest first; a plan goes back and forth between a few
};

}  // namespace kh
