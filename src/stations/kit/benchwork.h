// SPDX-License-Identifier: GPL-3.0-or-later
//
// Work at the bench, in steps: what to do on which box and what must be seen; where it is read, readings in and numbers to enter out, in
// the order of docs/domain.md 5.5. Each solver is a pure function; each answer says which field of which box, what to expect at the
// next reading, and why.
#pragma once

#include "base/derivation.h"
#include "judge/figures.h"
#include "model/access.h"
#include "model/reading.h"
#include "model/setup.h"

#include <array>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// What the readings of a solver are taken with; how finely, `instrumentFor` says.
enum class ReadWith { PitchGauge, Monitor, Square, Calliper, Ear, Eye, Flight };

/// One number to enter, or one turn of the pliers.
struct SolvedField {
    std::string field;  ///< field path; of a link, which has none, "links.left", "blade-links.a"
    Box box = Box::Transmitter;
    double value = 0.0;
    const char* unit = "";
    int decimals = 0;
    double expect = 0.0;  ///< what the next reading should show
    const char* expectUnit = "";
    double residue = 0.0;  ///< how far from the aim that will be
    Message todo;          ///< in the second person, with its numbers
    Derivation why;
    std::vector<Edit> edits;    ///< empty: done by hand on the machine
    bool partsReadings = true;  ///< of work by hand: other solvers' readings say nothing after it
};

struct Solved {
    std::vector<SolvedField> answers;
    std::vector<Message> remarks;  ///< what cannot be told apart, what to look at first, verdicts
};

/// One step. Its id is its row and its name: "binding/antennas", "zero-pitch/blade-a.tail".
struct Step {
    std::string name;  ///< never changed; of a reading as documents hold it
    Box box = Box::Bench;
    Message todo;           ///< what to do; of a reading what is read
    Message seen = {};      ///< what must be seen before going on; may be empty
    Message caution = {};   ///< what moves, who is near, what to do; may be empty
    const char* unit = "";  ///< of the reading, "way" being +1 as the stick, −1 against it, 0 still; empty: it is looked at, not read
    bool optional = false;  ///< of a reading: the answer does without
};
/// Units of readings that are no measure: what a monitor of lamps shows (−1 too little or on the low side, 0 right, +1 too much or on the
/// high side), and which of its bars answers, counted from the first.
inline constexpr const char *kLampUnit = "lamp", *kBarUnit = "bar";
/// How −1, 0 and +1 of a lamp read, of an end, of a centre and of what the box thinks of a throw.
inline constexpr std::array kEndLamps{KH_TR("short"), KH_TR("full"), KH_TR("over")};
inline constexpr std::array kCentreLamps{KH_TR("low side"), KH_TR("centred"), KH_TR("high side")};
inline constexpr std::array kVerdictLamps{KH_TR("bad"), KH_TR("bearable"), KH_TR("good")};  ///< of a throw
[[nodiscard]] constexpr const std::array<const char*, 3>& lampWords(std::string_view reading) {
    return reading.ends_with(".centre") ? kCentreLamps : reading.ends_with(".verdict") ? kVerdictLamps : kEndLamps;
}

/// A step that is read.
[[nodiscard]] inline Step readStep(std::string name, Message what, const char* unit, bool optional = false) {
    return {std::move(name), Box::Machine, std::move(what), {}, {}, unit, optional};
}

/// Work in steps: seen one after the other, or read and answered. What it rests on and settles stands in judge/dependencies.
struct BenchWork {
    const char* id;  ///< "endpoints", "zero" …
    const char* title;
    const char* caution = "";  ///< of the whole: what moves, who is near, what to do
    const char* rows;          ///< ledger rows it is done for; one that ends in "-" stands for all that begin so
    std::vector<Step> (*steps)(const Setup&, const Figures&);           ///< for this model, with its numbers; of readings without figures
    Solved (*solve)(const Setup&, std::span<const Reading>) = nullptr;  ///< none: at its end the row is *seen on the machine*
    ReadWith with = ReadWith::PitchGauge;
    bool learns = false;     ///< earlier rounds tell it something: the secant, the bracket, the line
    bool setUpState = true;  ///< read with the stabilisation off: in the flying state the plate creeps
    bool proves = true;      ///< of steps: at their end the row is seen on the machine; else they only lead there
    bool chart = false;      ///< read place by place: 8 stick directions at low, mid and high collective
    /// What can be read for this model.
    [[nodiscard]] std::vector<Step> asks(const Setup& setup) const { return steps(setup, {}); }
    [[nodiscard]] bool isFor(std::string_view row) const;
};
/// In `Reading::under` of what was read with the stabilisation on; refused by every solver.
inline constexpr const char* kFlyingState = "state=flying";
/// What a reading is taken with, unless the pilot says otherwise, and what it can tell apart.
struct Instrument {
    const char* name;
    const char* uncertainty;
};
[[nodiscard]] Instrument instrumentFor(const BenchWork& solver, std::string_view unit);
/// One round at the bench: `fresh` readings, and the document's earlier ones where the solver learns from them.
/// @throws InputError naming a reading that this round lacks, or as the solver
[[nodiscard]] Solved solveRound(const Setup& setup, const BenchWork& solver, std::span<const Reading> fresh);
/// The document's earlier readings that a solver learns from: none unless it does, and none older than the last work by hand.
[[nodiscard]] std::vector<Reading> learnedReadings(const Setup& setup, const BenchWork& solver);
/// What a reading is called, as the form that takes it asks for it: "Blade A over the tail"; else its own words.
[[nodiscard]] Message readingTitle(const Setup& setup, std::span<const BenchWork> solvers, std::string_view what);
/// The document with the readings added under ids of their own, and every answer that is a setting entered as *computed*.
/// @throws InputError as withEdits
[[nodiscard]] Setup takenOver(const Setup& setup, const Solved& solved, const std::vector<Reading>& readings, const std::string& at);

}  // namespace kh
