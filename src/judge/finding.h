// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "base/standing.h"
#include "base/station.h"
#include "judge/figures.h"
#include "kernel/deck.h"
#include "model/access.h"

#include <optional>
#include <span>
#include <string>
#include <vector>

namespace kh {

enum class Severity { Danger, Warning, Note };
/// "danger", "warning", "note".
[[nodiscard]] const char* severityId(Severity severity);

/// The order of the work: what a plan settles first (docs/domain.md 11, 14).
enum class Work { Supply, Rescue, MotorOff, ServoHarm, Wiring, Sign, Centre, Ends, Plate, Zero, Range, Tail, Governor, Curves };

/// What a rule found in one Setup.
struct Finding {
    std::string id;                    ///< rule id, with a suffix where one rule can speak several times
    Station station = Station::Radio;  ///< where it is settled
    Work work = Work::Curves;          ///< when it is settled
    Severity severity = Severity::Note;
    std::string row;  ///< ledger row it tears or marks
    Message title;
    Message found;  ///< with numbers
    Message why;    ///< what it does, to whom
    Message todo;   ///< in the second person, names the box
    Box box = Box::Transmitter;
    std::optional<Witness> witness;         ///< a state in which it can be seen
    std::string subject;                    ///< the offending field
    std::string property;                   ///< "P1" … where the switch proof has the same fault as a property
    std::vector<Edit> fix;                  ///< the rule's own candidate: a promise only after it was tried (judge/plan)
    std::vector<std::vector<Edit>> also{};  ///< other candidates
    bool proposal = false;               ///< what stood there is lost: the candidate is a value inside the rule's band, not the one before
    std::vector<std::string> restsOn{};  ///< facts of boxes that are not known, without which it would not stand: then it is open
    bool whole = false;  ///< the edits of a candidate belong together: none is left out, none taken before the others or by their way
    [[nodiscard]] bool open() const { return !restsOn.empty(); }
};

/// The function whose trace shows a finding best: the stick its witness moves, else what its subject belongs to.
[[nodiscard]] Function tracedFunction(const AircraftClass& aircraft, const Finding& finding);

}  // namespace kh
