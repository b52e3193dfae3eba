// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"

#include <string>
#include <vector>

namespace kh {

/// How a number was found: the formula with the numbers put in, one line a step; the last line is the
/// result as it is shown. Written by the function that computes the number, never by a second formula.
struct Derivation {
    Message title;
    std::vector<Message> lines;
    std::vector<std::string> inputs;  ///< field paths in the Setup; values and standings are looked up there

    bool wanted = true;  ///< false: nobody will read it, lines are not even written

    KH_SPECIAL_MEMBERS(Derivation);
    /// Adds a line; templates hold formulas, arguments the numbers.
    void line(const char* text, std::initializer_list<MessageArg> args = {});
};

/// Whether what a derivation tells is read by anybody: then its lines are worth making.
[[nodiscard]] inline bool wants(const Derivation* why) { return why != nullptr && why->wanted; }

}  // namespace kh
