// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a box is asked when it is described: every fact of its profile is one question, in the order in which a pilot with the box in
// his hands finds the answers. Asked first is only what nothing can be typed without.
#pragma once

#include "base/message.h"
#include "model/anybox.h"

#include <span>
#include <string_view>
#include <vector>

namespace kh {

/// How a question is answered.
enum class AnswerKind {
    Line,   ///< typed: a number, a text, a list of numbers or names with commas
    Pick,   ///< one of two or more words
    Words,  ///< some of a known set
    Order,  ///< all of a known set, in the box's order
    Table   ///< rows of their own: switches, pages of the menu, words (model/boxtables.h)
};

struct BoxQuestion {
    BoxKind kind;
    const char* key;    ///< field of the box's profile: "usPerPct", "monitor.unit"
    const char* group;  ///< those of one group stand beside each other
    bool first;         ///< asked first
    const char* asks;   ///< "How many channels has it?"
    const char* how;    ///< how the answer is found at the box; empty: as model/questions.h says
    const char* rests;  ///< what rests on the answer
};
[[nodiscard]] std::span<const BoxQuestion> boxQuestions();
[[nodiscard]] std::vector<const BoxQuestion*> boxQuestions(BoxKind kind);
/// @return nullptr if it is never asked
[[nodiscard]] const BoxQuestion* boxQuestion(BoxKind kind, std::string_view key);
[[nodiscard]] Message howToAnswer(const BoxQuestion& question);
[[nodiscard]] AnswerKind answerKind(const BoxQuestion& question);

/// A word that a question of words or of an order knows.
struct AnswerWord {
    std::string id;
    Message caption;
};
[[nodiscard]] std::vector<AnswerWord> answerWords(const BoxQuestion& question);

}  // namespace kh
