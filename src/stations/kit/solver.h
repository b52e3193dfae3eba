// SPDX-License-Identifier: GPL-3.0-or-later
//
// Readings in, numbers to enter out: the evening at the bench, in the order of docs/domain.md 5.5. Each solver is a pure
// function; each answer says which field of which box, what to expect at the next reading, and why.
#pragma once

#include "base/derivation.h"
#include "model/access.h"
#include "model/reading.h"
#include "model/setup.h"

#include <optional>
#include <span>

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

/// What a solver asks to be read.
struct ReadingSlot {
    std::string what;
    std::string label;
    const char* unit;  ///< "way": +1 as the stick, −1 against it, 0 still
    bool optional = false;
};

/// Readings that say nothing any more once something they were read under has changed.
struct KeptReadings {
    const char* prefix = "";   ///< what their names begin with, several with | between; empty: nothing is kept
    const char* row = "";      ///< ledger row they stand in
    const char* setting = "";  ///< field they are read for
};

struct SolverEntry {
    const char* id;  ///< "endpoints", "zero" …
    const char* title;
    const char* caution;  ///< what moves, who is near, what to do
    const char* rows;     ///< ledger rows it is taken for; one that ends in "-" stands for all that begin so
    Solved (*solve)(const Setup&, std::span<const Reading>);
    std::vector<ReadingSlot> (*asks)(const Setup&);  ///< what it can be given for this model
    /// Fields of the settings that a reading is taken under. @param what  of the reading
    std::vector<std::string> (*settings)(const Setup&, const std::string& what);
    ReadWith with = ReadWith::PitchGauge;
    bool learns = false;     ///< earlier rounds tell it something: the secant, the bracket, the line
    bool setUpState = true;  ///< read with the stabilisation off: in the flying state the plate creeps
    KeptReadings kept = {};
    std::span<const char* const> invalidatedBy = {};  ///< fields whose change makes them say nothing, beside the setting
    bool chart = false;                               ///< read place by place: 8 stick directions at low, mid and high collective
};
/// In `Reading::under` of what was read with the stabilisation on; refused by every solver.
inline constexpr const char* kFlyingState = "state=flying";
/// What a reading is taken with, unless the pilot says otherwise, and what it can tell apart.
struct Instrument {
    const char* name;
    const char* uncertainty;
};
[[nodiscard]] Instrument instrumentFor(const SolverEntry& solver, std::string_view unit);
/// One round at the bench: `fresh` readings, and the document's earlier ones where the solver learns from them.
/// @throws InputError naming a reading that this round lacks, or as the solver
[[nodiscard]] Solved solveRound(const Setup& setup, const SolverEntry& solver, std::span<const Reading> fresh);
/// The document's earlier readings that a solver learns from: none unless it does, and none older than the last work by hand.
[[nodiscard]] std::vector<Reading> learnedReadings(const Setup& setup, const SolverEntry& solver);
/// The first field that makes a reading say nothing any more, since it was changed after it: a length, a fact of a box it was read
/// through, or the box; empty if there is none.
[[nodiscard]] std::string sinceChanged(const Setup& setup, const SolverEntry& solver, const Reading& reading);
/// A reading that says nothing any more, since what it was read under has changed.
struct StaleReading {
    std::string row;                  ///< ledger row it stands in
    std::string setting;              ///< field it was read for
    std::string what, id;             ///< of the reading
    std::string field;                ///< that changed since, with its values; empty: none
    std::string handWork;             ///< done since on the machine, "blade-links.a"; empty: none
    std::optional<double> then, now;  ///< values of that field, where both are numbers that were noted
};
/// What a reading is called, as the form that takes it asks for it: "Blade A over the tail"; else its own words.
[[nodiscard]] Message readingTitle(const Setup& setup, std::span<const SolverEntry> solvers, std::string_view what);
/// Of each solver's kept readings the newest, where stale.
[[nodiscard]] std::vector<StaleReading> staleReadings(const Setup& setup, std::span<const SolverEntry> solvers);
/// The settings a reading depends on, as they are: what `Reading::under` keeps.
[[nodiscard]] std::vector<std::string> settingsInForce(const Setup& setup, const SolverEntry& solver, const std::string& what);
/// The document with the readings added under ids of their own, and every answer that is a setting entered as *computed*.
/// @throws InputError as withEdits
[[nodiscard]] Setup takenOver(const Setup& setup, const Solved& solved, const std::vector<Reading>& readings, const std::string& at);

/// Work by hand that makes readings of the other solvers stale, as `takenOver` writes it down: a turned link, an arm on another tooth.
inline constexpr const char* kHandWork = "turned.";

}  // namespace kh
