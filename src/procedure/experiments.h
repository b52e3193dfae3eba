// SPDX-License-Identifier: GPL-3.0-or-later
//
// What cannot be answered can be read: how a fact of a box is found out at the box itself, in steps, and what the readings decide
// (docs/domain.md 14). What each possible answer would read is computed by the program's own chain; what fits is left.
#pragma once

#include "model/boxdraft.h"
#include "stations/kit/benchwork.h"

#include <span>
#include <string>
#include <vector>

namespace kh {

/// A step, and of one that is read in words which there are.
struct ExperimentStep {
    Step step;
    std::vector<Message> words = {};  ///< the reading is the place of one of them, from 0
    [[nodiscard]] bool isRead() const { return *step.unit != '\0' || !words.empty(); }
};
/// What a fact was found to be.
struct Decided {
    const BoxQuestion* question;  ///< never nullptr
    FactRead read;
    Message why;  ///< with its numbers, and how sure it is
};
struct BoxExperiment {
    const char* id;  ///< "scale", "sub-trim" …
    BoxKind kind;    ///< of the box it finds out about
    const char* title;
    std::vector<const char*> decides;  ///< keys of questions
    const char* caution = "";          ///< what moves, and what to do before
    Station station = Station::Link;   ///< with its row: the guards that are asked for before it are read
    const char* row = "";
    /// With the numbers of these boxes: the box that is described and the one that reads it stand in the document.
    std::vector<ExperimentStep> (*steps)(const Setup& setup);
    std::vector<Decided> (*decide)(const Setup& setup, std::span<const std::optional<double>> readings);
};
[[nodiscard]] std::span<const BoxExperiment> boxExperiments();
/// The one that decides a question; nullptr if it is answered by looking.
[[nodiscard]] const BoxExperiment* experimentFor(const BoxQuestion& question);

/// What the readings decide. @param readings  one for each step that is read, in their order; nothing for an optional one
/// @throws InputError naming a step: no reading, one that no such box can show, a monitor that shows no numbers
[[nodiscard]] std::vector<Decided> decidedBy(const BoxExperiment& experiment, const Setup& setup,
                                             std::span<const std::optional<double>> readings);

}  // namespace kh
