// SPDX-License-Identifier: GPL-3.0-or-later
//
// What audit rules and switch proof judge alike: limits, states that bring a mode about, and the checks of settings
// that need no enumeration. Private to proof.
#pragma once

#include "judge/finding.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "model/ungoverned.h"

#include <optional>
#include <set>

namespace kh {

inline constexpr double kSamePct = 0.5;        ///< two throttle values closer than this are one
inline constexpr double kSpeedNotePct = 15.0;  ///< change of head speed between modes
inline constexpr double kSpeedWarnPct = 20.0;
inline constexpr double kSpoolLowDeg = -3.05;  ///< blade pitch while the rotor starts, −3 … +1 as shown
inline constexpr double kSpoolHighDeg = 1.0;

/// "transmitter.modes.idle1.pitch"_field.
[[nodiscard]] std::string modePath(const FlightMode& mode, const char* key);
/// Whose scale a value of a throttle or pitch curve is written on: the first mode's that has one.
[[nodiscard]] std::string throttlePath(const TransmitterSettings& transmitter);
[[nodiscard]] std::string pitchPath(const TransmitterSettings& transmitter);
/// The ledger row that holds a function's switch.
[[nodiscard]] const char* switchRow(const std::string& function);

/// Where hold does not fly like the mode before: how many settings, and the first of them with both values.
/// @param edits  holdMirrorEdits, not empty
[[nodiscard]] Message holdDiffers(const Setup& setup, const FlightMode& from, const std::vector<Edit>& edits);

/// The first branch of a condition as switch places.
void putTerms(PartialDeck& deck, const Condition& when);
/// The deck parts that bring a mode about, with hold off.
[[nodiscard]] PartialDeck modeState(const TransmitterSettings& transmitter, const FlightMode& mode);

/// Place of a mode in its list. @param mode  one of the transmitter's own
[[nodiscard]] std::size_t indexOfMode(const TransmitterSettings& transmitter, const FlightMode& mode);
/// Each flown mode with the one before it in rank.
struct NeighbourModes {
    const FlightMode* from;
    const FlightMode* to;
};
[[nodiscard]] std::vector<NeighbourModes> neighbourModes(const TransmitterSettings& transmitter);

[[nodiscard]] bool declaredShared(const TransmitterSettings& transmitter, const std::string& name);

/// A function whose branches name different switches, and that is not declared as shared.
struct TwoSwitches {
    std::string first, second;
};
[[nodiscard]] std::optional<TwoSwitches> twoSwitches(const TransmitterSettings& transmitter, SwitchSets& sets, const std::string& function);

/// One switch place that works two functions and is not declared as shared; a place that only bars is nobody's.
struct PlaceUsedTwice {
    std::string switchId;
    int place = 1;
    std::string first, second;  ///< functions, the one that had it first before
};
/// Each second function once, in the model's order.
[[nodiscard]] std::vector<PlaceUsedTwice> placesUsedTwice(const TransmitterSettings& transmitter, const ChainModel& model);

/// Collective positions that decide about a curve: the quarters, and every point. Curves never pass beyond their points.
[[nodiscard]] std::vector<double> decisiveSticks(const FlightMode& mode);

/// Where a mode's throttle is not what it must be.
struct ThrottleFault {
    double stick = 0.0, trim = 0.0;
    double throttlePct = 0.0;  ///< there
    double topPct = 0.0;       ///< at full stick
};
/// Whether the speed controller holds the head speed: an engine has none.
[[nodiscard]] bool speedControllerGoverns(const Setup& setup);
/// Whether anything holds the head speed: the speed controller or the controller.
[[nodiscard]] bool governed(const Setup& setup);
/// Blade pitch of a deck with the plate's tilt left out: tilt is not collective.
[[nodiscard]] double collectiveDeg(const ChainModel& model, const DeckNumbers& deck);
/// The same in a mode, hold off, at a position of the collective stick.
[[nodiscard]] double collectiveDeg(const Setup& setup, const ChainModel& model, const FlightMode& mode, double stick);
/// Whether a change of mode at the hover is level enough (P7): in pitch, in thrust where the speeds differ on purpose, or softer
/// upright by the school that gives each mode a curve of its own.
/// @param wasDeg, isDeg  blade pitch at the hover stick in either mode
[[nodiscard]] bool levelAtHover(const Setup& setup, const ChainModel& model, const ModeFigures& from, const ModeFigures& to, double wasDeg,
                                double isDeg);
/// How bad a change into a mode is that is not level: one that is faded into can be flown along with.
[[nodiscard]] Severity unlevelSeverity(const TransmitterSettings& transmitter, const FlightMode& into);
/// Where power falls away in a mode that is flown inverted: below the governed value, or without a governor below 45 %
/// or lowest away from zero pitch. Nothing for other modes. With the trim low, but for an engine that nothing governs: there
/// the trim is the pilot's own hand.
[[nodiscard]] std::optional<ThrottleFault> invertedFall(const Setup& setup, const ChainModel& model, std::size_t mode);
/// What mends it: one value where the speed is held, else the curve it is, raised where it falls.
[[nodiscard]] Message invertedTodo(const Setup& setup, const FlightMode& mode, double levelPct);
[[nodiscard]] Curve invertedMended(const Setup& setup, const ChainModel& model, std::size_t mode);
/// Whether a mode of an engine that nothing governs is flat from the clutch up: unloaded it overspeeds.
[[nodiscard]] bool flatUngoverned(const Setup& setup, const ChainModel& model, std::size_t mode);
/// A throttle curve such a mode could start from. @param hoverPct  0 … 100
[[nodiscard]] Curve ungovernedStart(const Setup& setup, const ChainModel& model, std::size_t mode, double hoverPct);
/// Where a governing speed controller would see another value than at full stick. The classic school lets a mode flown
/// upright rise from zero below a quarter stick.
[[nodiscard]] std::optional<ThrottleFault> governorDrift(const Setup& setup, const ChainModel& model, std::size_t mode);
/// The curve brought to another throttle: one value, from a quarter stick on where the school lets it rise; where nothing holds the
/// speed the shape the pilot gave it.
[[nodiscard]] std::vector<Edit> throttleFix(const Setup& setup, const FlightMode& mode, double pct);
/// The edit that makes its curve one value, from a quarter stick on where the school lets it rise.
[[nodiscard]] std::vector<Edit> governedCurveFix(const TransmitterSettings& transmitter, const FlightMode& mode, double topPct);
/// Whether that school allows the rise in this mode.
[[nodiscard]] bool risesFromZero(const TransmitterSettings& transmitter, const FlightMode& mode);

/// Whether every mode's gain is read on the heading-hold side: whatever channel and sign make of it, that is what counts.
[[nodiscard]] bool gainsReadPlus(const Setup& setup, const Figures& figures);
/// The controller's banks a mode can be flown with, by their place: the first where no switch chooses one.
[[nodiscard]] std::set<std::size_t> banksIn(const Setup& setup, const ChainModel& model, const FlightMode& mode);

/// Edits that put the power-on places of hold's switches where hold is on.
[[nodiscard]] std::vector<Edit> holdAtPowerOn(const Setup& setup);
/// The same of cut.
[[nodiscard]] std::vector<Edit> cutAtPowerOn(const Setup& setup);
/// Whether a function is on when the transmitter is switched on; and the place of one switch at which it then would be off: none where
/// there is none.
[[nodiscard]] bool onAtPowerOn(const ChainModel& model, std::string_view function);
[[nodiscard]] std::vector<Edit> offAtPowerOn(const Setup& setup, const ChainModel& model, std::string_view function);
/// Whether the motor is surely off in a deck the transmitter starts with: by hold, where that is armed by kill as well.
[[nodiscard]] bool startsOff(const Setup& setup, const Instant& now);

}  // namespace kh
