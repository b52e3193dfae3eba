// SPDX-License-Identifier: GPL-3.0-or-later
//
// What experiments with boxes are written with: steps, what a monitor's reading says, facts told by trying every answer. Private to
// procedure.
#pragma once

#include "procedure/experiments.h"

#include <initializer_list>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

using Readings = std::span<const std::optional<double>>;

[[nodiscard]] ExperimentStep setStep(Box box, Message todo);
/// A reading on the controller's monitor, in its own numbers.
[[nodiscard]] ExperimentStep onMonitorStep(const char* name, Message what);
[[nodiscard]] ExperimentStep numberStep(Box box, const char* name, Message what, const char* unit);
[[nodiscard]] ExperimentStep wordStep(Box box, const char* name, Message what, std::vector<Message> words);
/// The last: what was changed is put back.
[[nodiscard]] ExperimentStep putBack(Box box, const Message& what);

/// A channel as a new model has it.
[[nodiscard]] ChannelSettings neutralChannel(const char* id);
/// What the monitor's step and the pulse's leave open, in % of the reading.
[[nodiscard]] double tolerancePct(const Setup& setup);
/// What was read off the monitor, in %. @throws InputError for one that shows no numbers
[[nodiscard]] double shownPct(const Setup& setup, const char* function, double shown);
/// The same as the monitor writes it.
[[nodiscard]] std::string shownText(const Setup& setup, const char* function, double pct);
/// What was sent for a reading, in % of the transmitter. @param learned  the controller may call the centre of that channel 0 by itself
[[nodiscard]] double sentPct(const Setup& setup, double readingPct, bool learned);
[[nodiscard]] bool isOpen(const Setup& setup, Box box, std::string_view key);
/// Laws are told by what is read, and that rests on the scale. @throws InputError while that of the box is not known
void requireScale(const Setup& setup, Box box);

/// What is read, with the fields it is read under; the readings themselves are put in by decidedBy.
[[nodiscard]] FactRead readUnder(const Setup& setup, std::initializer_list<const char*> under);

/// One reading: how the channel was set, what the stick did, what was read.
struct Posed {
    ChannelSettings channel;
    double valuePct;
    double readPct;
};
/// Of facts that are words: every combination tried against every reading; those left. @throws InputError where none is
[[nodiscard]] std::vector<Decided> byTrying(const Setup& setup, const std::vector<const char*>& keys, BoxKind kind,
                                            const std::vector<Posed>& posed, double extraPct = 0.0);

// channelexperiments.cpp
[[nodiscard]] std::span<const BoxExperiment> channelExperiments();
// seenexperiments.cpp
[[nodiscard]] std::span<const BoxExperiment> seenExperiments();

}  // namespace kh
