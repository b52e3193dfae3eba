// SPDX-License-Identifier: GPL-3.0-or-later
//
// The modes a pilot chooses between: the transmitter's flight modes, or, where the box flies by modes of its own, those.
#pragma once

#include "kernel/chain.h"

#include <string>
#include <vector>

namespace kh {

struct ModeButton {
    std::string id;  ///< of the flight mode, or of the function that asks the box for it
    Message sign;    ///< as short as it can be
    Message name;
    bool active = false;
};
/// In the order of the document. @param model  nullptr where the chain cannot be followed: then none is active
[[nodiscard]] std::vector<ModeButton> modeButtons(const Setup& setup, const ChainModel* model, const Deck& deck);
/// The deck with a mode of it on, all else as it stands; nothing if no switch gives it.
/// @throws InputError as ChainModel
[[nodiscard]] std::optional<Deck> deckWithMode(const Setup& setup, const std::string& id, Deck deck);

}  // namespace kh
