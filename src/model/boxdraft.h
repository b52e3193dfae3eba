// SPDX-License-Identifier: GPL-3.0-or-later
//
// A box while it is described: its profile, and of every question how it was answered. It may be half done, and contradict itself
// meanwhile; only what holds together becomes a profile.
#pragma once

#include "model/boxquestions.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

enum class AnswerState { Answered, Measured, NotKnown };

/// What was read of a fact: it stays beside an answer that is typed later.
struct FactRead {
    std::vector<double> numbers;      ///< of a number: least and most
    std::vector<std::string> words;   ///< of a choice or flag: what it can be, as `UnknownFact` has it
    bool interval = false;            ///< the numbers are what is left of it, not the value within its uncertainty
    std::optional<std::string> list;  ///< of a list of numbers: as it is typed
    std::string readings;             ///< numbers as they were typed: "95.2 %, -95.2 %"; empty: it was seen
    std::string at;                   ///< day and time
    /// What it was read with: fields of a document that holds both boxes, and what stood there.
    std::vector<std::pair<std::string, std::string>> under;
    bool operator==(const FactRead&) const = default;
};
struct BoxAnswer {
    std::string key;
    AnswerState state = AnswerState::Answered;
    std::optional<FactRead> read{};
    bool operator==(const BoxAnswer&) const = default;
};

struct BoxDraft {
    AnyBox box;
    std::vector<BoxAnswer> answers;
    std::string at;      ///< key of the question the pilot was at; empty: the first
    bool taken = false;  ///< models have it: what is changed from now on is another version of it
    bool operator==(const BoxDraft&) const = default;
};

/// A description begun: of a copy of a box, nothing asked yet. What a plain box says of itself is not known of this one.
/// @throws InputError naming the name: empty, or with no letter or digit a file can be called by
[[nodiscard]] BoxDraft beginDraft(const AnyBox& from, const std::string& name);
/// A box that is there, to be gone on with: every fact that is not open counts as answered.
[[nodiscard]] BoxDraft draftOf(const AnyBox& box);

/// @return nullptr while it was not answered
[[nodiscard]] const BoxAnswer* answerOf(const BoxDraft& draft, std::string_view key);
/// How many of its questions are answered or measured, of those asked first or of all.
struct Answered {
    std::size_t answered = 0, asked = 0;
};
[[nodiscard]] Answered answeredOf(const BoxDraft& draft, bool firstOnly);
/// The next question after this one that nobody has answered, those asked first before others; nullptr if there is none.
[[nodiscard]] const BoxQuestion* nextQuestion(const BoxDraft& draft, std::string_view after);

/// The answer to a question as it was typed: a value, an interval ("100 … 125"), or kNotKnown.
/// @throws InputError as answered
[[nodiscard]] BoxDraft withAnswer(BoxDraft draft, const BoxQuestion& question, const std::string& text);
/// Some of the words it knows, in this order.
[[nodiscard]] BoxDraft withAnswerWords(BoxDraft draft, const BoxQuestion& question, const std::vector<std::string>& words);
/// Another state of the box for a question that is a table.
[[nodiscard]] BoxDraft withAnswerBox(BoxDraft draft, const BoxQuestion& question, AnyBox box);
/// Nothing is known: the fact is open, as wide as boxes differ; one that cannot be open keeps what stands there.
[[nodiscard]] BoxDraft withNotKnown(BoxDraft draft, const BoxQuestion& question);
/// What was measured.
[[nodiscard]] BoxDraft withMeasured(BoxDraft draft, const BoxQuestion& question, const FactRead& read);

/// What the fact is called: "Highest travel"; of a servo without the place it sits at.
[[nodiscard]] Message factTitle(BoxKind kind, std::string_view key);
/// The words of a question of words or of an order, as they stand in the box.
[[nodiscard]] std::vector<std::string> wordsOf(const AnyBox& box, const BoxQuestion& question);
/// What stands there, as it reads.
[[nodiscard]] Message shownAnswer(const BoxDraft& draft, const BoxQuestion& question);
/// The same for a line to type in: without its unit.
[[nodiscard]] Message typedAnswer(const AnyBox& box, const BoxQuestion& question);
/// The interval it rests on while it is open; nothing if it is not.
[[nodiscard]] std::optional<Message> shownInterval(const AnyBox& box, const BoxQuestion& question);

/// What of a draft cannot be true together.
struct Contradiction {
    const BoxQuestion* question;  ///< to change; never nullptr
    Message what;
};
/// Of its answers among each other, and of an answer against what was read.
[[nodiscard]] std::optional<Contradiction> contradictionOf(const BoxDraft& draft);
/// Whether what it was read with has changed since. @param other  a document with the other boxes, as they are now
[[nodiscard]] bool isStale(const BoxDraft& draft, const BoxAnswer& answer, const Setup& other);

}  // namespace kh
