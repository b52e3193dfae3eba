// SPDX-License-Identifier: GPL-3.0-or-later
//
// Readings in, numbers to enter out: the evening at the bench, in the order of DOMAIN 5.5. Each solver is a pure
// function; each answer says which field of which box, what to expect at the next reading, and why.
#pragma once

#include "core/base/derivation.h"
#include "core/setup/access.h"
#include "core/setup/reading.h"
#include "core/setup/setup.h"

#include <span>

namespace kh {

enum class SolverKind { Endpoints, Directions, Arms, Links, Zero, Throw, Range, Limit };

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
    std::vector<Edit> edits;  ///< empty: done by hand on the machine
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

struct SolverEntry {
    SolverKind kind;
    const char* id;  ///< "endpoints", "zero" …
    const char* title;
    const char* caution;  ///< what moves, who is near, what to do
    const char* rows;     ///< ledger rows it is taken for; one that ends in "-" stands for all that begin so
    Solved (*solve)(const Setup&, std::span<const Reading>);
    bool learns = false;     ///< earlier rounds tell it something: the secant, the bracket, the line
    bool setUpState = true;  ///< read with the stabilisation off: in the flying state the plate creeps
};
/// In `Reading::under` of what was read with the stabilisation on; refused by every solver.
inline constexpr const char* kFlyingState = "state=flying";
/// What a reading is taken with, unless the pilot says otherwise, and what it can tell apart.
struct Instrument {
    const char* name;
    const char* uncertainty;
};
[[nodiscard]] Instrument instrumentFor(SolverKind kind, std::string_view unit);
/// All of them, in the order of the work.
[[nodiscard]] std::span<const SolverEntry> solvers();
/// @return nullptr if there is none
[[nodiscard]] const SolverEntry* solverById(std::string_view id);
/// One round at the bench: `fresh` readings, and the document's earlier ones where the solver learns from them.
/// @throws InputError naming a reading that this round lacks, or as the solver
[[nodiscard]] Solved solveRound(const Setup& setup, const SolverEntry& solver, std::span<const Reading> fresh);
/// The document's earlier readings that a solver learns from: none unless it does, and none older than the last work by hand.
[[nodiscard]] std::vector<Reading> learnedReadings(const Setup& setup, const SolverEntry& solver);
/// The solver a ledger row is read for, and how its readings begin ("rudder."); no solver if the row is not read.
struct RowSolver {
    const SolverEntry* solver = nullptr;
    std::string only;
};
[[nodiscard]] RowSolver solverOfRow(std::string_view row);
/// A reading that says nothing any more, since what it was read under has changed.
struct StaleReading {
    std::string row;       ///< ledger row it stands in
    std::string setting;   ///< field it was read for
    std::string what, id;  ///< of the reading
    std::string field;     ///< that changed since, with its values; empty: none
    std::string handWork;  ///< done since on the machine, "blade-links.a"; empty: none
    double then = 0.0, now = 0.0;
};
/// Of zero pitch, throw, range and cyclic limit the newest readings, where stale.
[[nodiscard]] std::vector<StaleReading> staleReadings(const Setup& setup);
/// The settings a reading of this kind depends on, as they are: what `Reading::under` keeps.
[[nodiscard]] std::vector<std::string> settingsInForce(const Setup& setup, SolverKind kind, const std::string& what);
/// The document with the readings added under ids of their own, and every answer that is a setting entered as *computed*.
/// @throws InputError as withEdits
[[nodiscard]] Setup takenOver(const Setup& setup, const Solved& solved, const std::vector<Reading>& readings, const std::string& at);

/// Work by hand that makes readings of the other solvers stale, as `takenOver` writes it down: a turned link, an arm on another tooth.
inline constexpr const char* kHandWork = "turned.";

/// What this solver can be given for this model.
[[nodiscard]] std::vector<ReadingSlot> readingSlots(SolverKind kind, const Setup& setup);

/// End points of each function from the controller's monitor: sign, then centre and ends.
/// Readings "aileron.low", ".centre", ".high" … in %. @throws InputError naming the reading
[[nodiscard]] Solved solveEndpoints(const Setup& setup, std::span<const Reading> readings);
/// Servo and control directions from what was seen: "collective.port-1" … with the collective stick moved up, then
/// "cyclic.aileron" with the stick right and "cyclic.elevator" with it forward; +1 up or as the stick, −1 down or against it, 0 still.
[[nodiscard]] Solved solveDirections(const Setup& setup, std::span<const Reading> readings);
/// Zero pitch from "blade-a.tail", "blade-b.nose", then with the head turned by half a turn "blade-a.nose", "blade-b.tail".
[[nodiscard]] Solved solveZero(const Setup& setup, std::span<const Reading> readings);
/// Reference throw from "throw.left", "throw.right": half the difference.
[[nodiscard]] Solved solveThrow(const Setup& setup, std::span<const Reading> readings);
/// Collective range from "range.low", "range.high", and "range.mid" where it was read.
[[nodiscard]] Solved solveRange(const Setup& setup, std::span<const Reading> readings);
/// Arms square from "arm.elevator" …, each arm's angle at neutral in °, + is ball end up: first teeth, then sub-trim.
[[nodiscard]] Solved solveArms(const Setup& setup, std::span<const Reading> readings);
/// Levelling from the heights of the plate over the servos, "level.elevator" …, in mm over any common mark.
[[nodiscard]] Solved solveLinks(const Setup& setup, std::span<const Reading> readings);
/// Cyclic limit from the observed binding: "clear.45.high", "buzz.45.high", "binds.45.high"; the value is the limit that
/// was in force, in %.
[[nodiscard]] Solved solveLimit(const Setup& setup, std::span<const Reading> readings);

/// Collective to both sides that a style asks for, in ° (DOMAIN 12); low is negative.
struct CollectiveTarget {
    double lowDeg = -11.0, highDeg = 11.0;
};
[[nodiscard]] CollectiveTarget collectiveTarget(const Machine& machine);

/// By how much an arm turns from one seat to the next: a tooth, or with a cross arm the smallest step its four sides give.
[[nodiscard]] double splineStepDeg(const ServoProfile& servo, bool cross);

/// Turns of a link by its kind: how finely it can be turned, and what a turn moves.
struct LinkSteps {
    double stepTurns = 0.5;
    double mmPerTurn = 0.0;  ///< 0: cannot be turned
};
[[nodiscard]] LinkSteps linkSteps(const Head& head);

}  // namespace kh
