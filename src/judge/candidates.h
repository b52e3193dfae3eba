// SPDX-License-Identifier: GPL-3.0-or-later
//
// What rules compute their candidates with: values that would do, and places that are free.
#pragma once

#include "formula/answers.h"
#include "judge/rule.h"

#include <optional>
#include <string>
#include <vector>

namespace kh {

/// The pulse a throttle value sends, in µs.
[[nodiscard]] double throttlePulseUs(const TransmitterSettings& transmitter, double throttlePct);

/// How surely a pulse keeps the motor off.
enum class MotorOff { Surely, Barely, Runs, Refused };
/// Barely: on the off side of the learned low point, but within the margin. Refused: not taken for a signal.
[[nodiscard]] MotorOff motorOffAt(const MotorLimits& motor, double pulseUs);

/// A throttle value that surely stops the motor, nearest to −5 %; of an engine one that closes its throttle.
/// @return nothing if the channel's settings leave none
[[nodiscard]] std::optional<double> stopPct(const AuditContext& context);
/// The edits that stop the motor where only the throttle channel's output limit is in the way: the limit taken off, and the value.
/// @param path  of the value that is to stop it. @return none if it is not the limit
[[nodiscard]] std::vector<Edit> stopUncut(const AuditContext& context, const std::string& path);
/// What to do where no value stops the motor: its channel is to meet the learned ends first.
[[nodiscard]] Message throttleFirst(const AuditContext& context);
/// An engine's idle, as opening of its throttle: below it stops, above it drives the rotor (docs/domain.md 8).
struct IdleLimits {
    double leastPct, mostPct;
    double startPct;  ///< to start from
};
[[nodiscard]] IdleLimits idleLimits(const Machine& machine);

/// The travel at which a channel's end reads ±100, found with nothing in its way: a reading at a limit or at the monitor's stop
/// says nothing. @throws InputError as endpointFor
[[nodiscard]] EndpointAnswer openEnd(const AuditContext& context, const ChannelSettings& channel, bool high);

/// Throttle value that gives a head speed in a mode; nothing where speeds are not known or it is out of reach.
[[nodiscard]] std::optional<double> throttleForRpm(const ChainModel& model, std::size_t mode, double rpm);

/// Places of switches that no function names, best first: of the kind asked for.
/// @param carried  for what a channel carries to the controller: a switch that such a channel follows already is free, and comes first
enum class SwitchKind { Latching, Momentary };
[[nodiscard]] std::vector<Condition> freePlaces(const TransmitterSettings& transmitter, SwitchKind kind, bool carried = false);
/// Candidates for a function whose switch is missing: each free place, with hold on at power-on where it is hold's.
[[nodiscard]] std::vector<std::vector<Edit>> switchCandidates(const TransmitterSettings& transmitter, const std::string& function);
/// Puts candidates behind those a finding has.
void offerEach(Finding& finding, std::vector<std::vector<Edit>> candidates);

/// A pitch curve a mode could start from: the line with its lower half as the mode wants it, −3° where the rotor spools up,
/// −5° in hold.
[[nodiscard]] Curve startingPitch(const AuditContext& context, std::size_t mode);

}  // namespace kh
