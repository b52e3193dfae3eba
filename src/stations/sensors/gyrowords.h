// SPDX-License-Identifier: GPL-3.0-or-later
//
// What rows, rules and the solver of Sensors say alike.
#pragma once

#include "formula/mounting.h"
#include "kernel/deck.h"
#include "model/gyro.h"

namespace kh {

/// One turn by hand: its row, what it is called, what the gyro's setting is.
struct TurnText {
    const char* row;
    const char* done;   ///< "rolled right"
    const char* ask;    ///< of the form that takes the answer
    const char* sense;  ///< field of the gyro's sense
    const char* axis;   ///< "roll"
};
[[nodiscard]] const TurnText& textOf(HandTurn turn);
/// How the answer to a turn follows from mounting and senses as recorded.
[[nodiscard]] Derivation answerWhy(const Setup& setup, HandTurn turn);
/// "plate left".
[[nodiscard]] Message answerText(const HandAnswer& answer);
/// "label up, plugs forward; roll and pitch gyro reversed".
[[nodiscard]] Message settingsText(const Mounting& mounting, const GyroReversals& reversed);
/// What the answers in force say together.
struct HandVerdict {
    enum class Kind { Unanswered, Sound, Explained, Contradict } kind = Kind::Unanswered;
    Message first, second;  ///< the likeliest cause and the next, as settingsText
};
[[nodiscard]] HandVerdict handVerdict(const Setup& setup);
/// The turn whose sense alone stands in the box otherwise than entered, where that is the fewest changes and a setting of this box: the
/// record is right, the box is not. Nothing where another explanation comes first.
[[nodiscard]] std::optional<HandTurn> senseInBox(const Setup& setup, const GyroInference& inferred);
/// What to do about it, in the second person.
[[nodiscard]] Message senseInBoxText(const Setup& setup, HandTurn turn);
/// Where answers go otherwise than the record says at the tail alone, and the stick has not proved it: a servo that turns the other way
/// than recorded, with its direction in the controller so that the tail is right. Nothing where that does not explain them.
[[nodiscard]] std::optional<std::vector<Edit>> tailOtherwise(const Setup& setup, const HandAnswers& seen);
/// The turn of a key of the hand tests; nothing if it is none.
[[nodiscard]] std::optional<HandTurn> turnOf(std::string_view key);
/// The edits that make box and machine agree for a cause: what it says is, and what is to be set for it.
/// @return nothing where this box knows no mounting that serves
[[nodiscard]] std::optional<std::vector<Edit>> editsFor(const Setup& setup, const GyroInference& inferred, const GyroCause& cause);

}  // namespace kh
