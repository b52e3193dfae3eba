// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a document says of mounting and gyro senses, as values.
#pragma once

#include "formula/mounting.h"
#include "model/access.h"
#include "model/fieldlist.h"
#include "model/fieldpatterns.h"
#include "model/setup.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace kh {

[[nodiscard]] Mounting mountingBuilt(const Setup& setup);
[[nodiscard]] Mounting mountingSet(const Setup& setup);
[[nodiscard]] GyroReversals gyroReversals(const Setup& setup);
/// The mountings the controller can be told of.
[[nodiscard]] std::vector<Mounting> knownMountings(const ControllerProfile& box);
/// What the machine makes of the yaw gyro's demand: +1 as it must be, −1 the other way.
[[nodiscard]] double yawWay(const Setup& setup);
/// What the hand tests answer by the document: mounting and senses, then the tail's way from demand to edges.
[[nodiscard]] HandAnswers answersByRecord(const Setup& setup);
/// What explains answers that were seen, the tail's way being as the document has it.
/// @throws InputError naming the turn that contradicts itself or one before it
[[nodiscard]] GyroInference explained(const Setup& setup, const HandAnswers& seen);
/// The same answers with the trailing edges gone the other way.
[[nodiscard]] HandAnswers withEdgesOver(HandAnswers answers);
/// Whether the box does something by its accelerometer: there a wrong mounting stays wrong, whatever the senses.
[[nodiscard]] inline bool levels(const ControllerProfile& box) { return !box.levelling.empty(); }
/// What to set for a box that sits so: a true mounting where gravity counts, else the fewest reversals; nothing if none serves.
[[nodiscard]] std::optional<GyroRemedy> remedyFor(const Setup& setup, const Mounting& built);
/// Settings and facts, as edits, so that box and machine agree; only what changes.
[[nodiscard]] std::vector<Edit> editsOf(const Setup& setup, const Mounting& built, const GyroRemedy& remedy);

/// The newest answer to each turn given under the settings in force; nothing unless all three are there.
[[nodiscard]] std::optional<HandAnswers> answersInForce(const Setup& setup);
/// The newest answer to one turn under the settings in force.
[[nodiscard]] std::optional<HandAnswer> answerInForce(const Setup& setup, HandTurn turn);
/// "hand.rollRight": what its reading is called; of another bank than the first "hand.rollRight.2".
[[nodiscard]] std::string handReading(HandTurn turn, std::string_view bank = {});
/// The newest answer to one turn in another bank than the first, under the settings in force.
[[nodiscard]] std::optional<HandAnswer> answerInBank(const Setup& setup, HandTurn turn, std::string_view bank);
/// An answer as a reading's value, 0 … 6; each only what the turn can be answered with.
[[nodiscard]] double codeOf(const HandAnswer& answer);
/// @return nothing if it is none
[[nodiscard]] std::optional<HandAnswer> answerOf(double code);
/// All there are, by code, as they are read: "still", "plate left" …
inline constexpr std::array kAnswerWords{KH_TR("still"),      KH_TR("plate left"), KH_TR("plate right"), KH_TR("plate forward"),
                                         KH_TR("plate back"), KH_TR("edges left"), KH_TR("edges right")};
inline constexpr const char* kAnswerUnit = "answer";
/// Settings an answer is given under.
inline constexpr FieldList kHandSettings{"controller.mounting"_field, "controller.gyro.rollReversed"_field,
                                         "controller.gyro.pitchReversed"_field, "controller.gyro.yawReversed"_field,
                                         "controller.tail.reversed"_field};
/// All that the answer to a turn rests on: those, how the box sits, and how the tail servo is built in.
inline constexpr FieldList kAnswerInputs = kHandSettings + FieldList{"machine.mounting"_field, "machine.tail.risesWithPulse"_field,
                                                                     "machine.tail.crankTurnsOver"_field, "machine.tail.lever"_field};

}  // namespace kh
