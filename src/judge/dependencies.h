// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a row rests on beyond the cells it shows, what is read for it, what an answer settles, and what makes it stale. One table; keel,
// rules, readings, solvers and what is still to be set read it.
#pragma once

#include "base/station.h"
#include "model/fieldlist.h"
#include "model/setup.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// One line of the table; a row may have more, for readings of its own. "{}" in a field stands for the element of the reading where its
/// name has one, else for each of the list; of what is noted besides also for each of a list that goes by other names.
struct RowDependencies {
    const char* row;               ///< "{}" in it stands for the element of the reading
    FieldList restsOn = {};        ///< facts of boxes and machine its check, or a reading for it, went through
    const char* readings = "";     ///< what is read for it begins so, several with | between; empty: nothing
    FieldList settles = {};        ///< what an answer, or the pilot, enters; the first is what the reading is for
    FieldList notedWith = {};      ///< settings that a reading is taken under besides
    FieldList invalidatedBy = {};  ///< noted too; once one is another, the reading says nothing
    const char* worked = "";       ///< work by hand on it begins so; empty: all that is no other line's
};
[[nodiscard]] std::span<const RowDependencies> rowDependencies();

/// Patterns of what a row rests on, as the table has them.
[[nodiscard]] FieldList restsOn(std::string_view row);
/// Paths of the same in this setup; none for rows that rest on their cells alone.
[[nodiscard]] std::vector<std::string> factsOfRow(const Setup& setup, std::string_view row);
/// Paths of what is entered at a row in this setup.
[[nodiscard]] std::vector<std::string> settledAt(const Setup& setup, std::string_view row);
/// Whether a row was seen on the machine, and nothing it rests on changed since.
[[nodiscard]] bool rowSeen(const Setup& setup, std::string_view row);

/// The line of what was read; nullptr if nothing is written of it.
[[nodiscard]] const RowDependencies* dependenciesOf(std::string_view reading);
/// Paths of the settings a reading is taken under, first what it is for. Of an element nothing that is unknown.
[[nodiscard]] std::vector<std::string> settingsOf(const Setup& setup, std::string_view reading);
/// The same and what invalidates it, as they stand: what `Reading::under` keeps.
[[nodiscard]] std::vector<std::string> settingsInForce(const Setup& setup, std::string_view reading);
/// The newest reading of something, where it was taken under the settings of now; nullptr if none was. Where nothing was read, nothing is
/// looked up.
[[nodiscard]] const Reading* newestInForce(const Setup& setup, std::string_view what);
/// The first field that makes a reading say nothing any more, since it was changed after it: a length, a fact of a box it was read
/// through, or the box; empty if there is none.
[[nodiscard]] std::string sinceChanged(const Setup& setup, const Reading& reading);

/// A reading that says nothing any more, since what it was read under has changed.
struct StaleReading {
    std::string row;                  ///< ledger row it stands in
    std::string setting;              ///< field it was read for
    std::string what, id;             ///< of the reading
    std::string field;                ///< that changed since, with its values; empty: none
    std::string handWork;             ///< done since on the machine, "blade-links.a"; empty: none
    std::optional<double> then, now;  ///< values of that field, where both are numbers that were noted
};
/// Of each row whose readings can be invalidated the newest, of each element that is read by itself, where stale. @param of  only of this
/// station's rows
[[nodiscard]] std::vector<StaleReading> staleReadings(const Setup& setup, std::optional<Station> of = {});
/// Work by hand that makes readings stale, as it is written down: a turned link, an arm on another tooth.
inline constexpr const char* kHandWork = "turned.";
/// Whether such work, "turned.links.left", was done on another element than a reading's, "plus.front-left": then it says nothing of it.
[[nodiscard]] bool workedElsewhere(std::string_view work, std::string_view reading);

/// The box itself a field is typed into, as a fact: another controller is another `controller.profile.id`. Empty for none.
[[nodiscard]] std::string boxIdentity(std::string_view path);
}  // namespace kh
