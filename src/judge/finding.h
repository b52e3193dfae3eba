// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "base/standing.h"
#include "judge/figures.h"
#include "kernel/deck.h"
#include "model/access.h"
#include "model/helicopter/sizeclass.h"

#include <optional>
#include <span>
#include <string>
#include <vector>

namespace kh {

/// Final station numbers; one that does not exist yet is absent.
enum class Station {
    Airframe = 1,
    Radio = 2,
    Link = 3,
    Swash = 4,
    Pitch = 5,
    Tail = 6,
    Sensors = 7,
    Power = 8,
    Modes = 9,
    Proof = 10,
    Flight = 11
};

enum class Severity { Danger, Warning, Note };
/// "danger", "warning", "note".
[[nodiscard]] const char* severityId(Severity severity);

/// What a rule found in one Setup.
struct Finding {
    std::string id;                    ///< rule id, with a suffix where one rule can speak several times
    Station station = Station::Radio;  ///< where it is settled
    Severity severity = Severity::Note;
    std::string row;  ///< ledger row it tears or marks
    Message title;
    Message found;  ///< with numbers
    Message why;    ///< what it does, to whom
    Message todo;   ///< in the second person, names the box
    Box box = Box::Transmitter;
    std::optional<Witness> witness;  ///< a state in which it can be seen
    std::string subject;             ///< the offending field
    std::string property;            ///< "P1" … where the switch proof has the same fault as a property
    std::vector<Edit> fix;           ///< the remedy where it can be computed
};

/// The function whose trace shows a finding best: the stick its witness moves, else what its subject belongs to.
[[nodiscard]] Function tracedFunction(const Finding& finding);

}  // namespace kh
