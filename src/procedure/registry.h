// SPDX-License-Identifier: GPL-3.0-or-later
//
// The stations of the program in working order, and what they bring together. A test may add one of its own.
#pragma once

#include "judge/switches/switchproof.h"
#include "stations/kit/station.h"

#include <span>
#include <string_view>
#include <vector>

namespace kh {

class StationSet {
public:
    /// @param whole  false: a class of aircraft that has not every station; a shared station's rule for one of those is settled
    ///               where it is brought
    /// @throws std::logic_error naming a row, field, station or rule that does not exist, or stands twice
    explicit StationSet(std::vector<StationEntry> entries, bool whole = true);
    [[nodiscard]] std::span<const StationEntry> entries() const { return entries_; }
    /// @return nullptr if there is none
    [[nodiscard]] const StationEntry* find(Station station) const;
    /// By which it is called, from 1 in the order of the work; 0 if the set has it not.
    [[nodiscard]] int number(Station station) const;
    /// As it is read; "" if the set has it not.
    [[nodiscard]] const char* name(Station station) const;
    [[nodiscard]] const RuleSet& rules() const { return rules_; }
    /// All solvers, in the order of the work.
    [[nodiscard]] std::span<const BenchWork> solvers() const { return std::span(work_).first(solvers_); }
    /// All that is seen, not read.
    [[nodiscard]] std::span<const BenchWork> guides() const { return std::span(work_).subspan(solvers_); }

private:
    std::vector<StationEntry> entries_;
    RuleSet rules_;
    std::vector<BenchWork> work_;
    std::size_t solvers_ = 0;             ///< how many of them are read; they stand first
    std::vector<std::string_view> rows_;  ///< of stations that do not ship
    void checkIds() const;
};

/// The stations of a helicopter.
[[nodiscard]] const StationSet& shippedStations();
/// Those of the document's class of aircraft.
[[nodiscard]] const StationSet& stationsOf(const Setup& setup);
[[nodiscard]] std::span<const StationEntry> stations();

/// The judgement with every rule that ships.
/// @param memory  of the evaluation before, so that only what an edit touched is found anew; or nullptr
[[nodiscard]] Evaluation evaluate(const Setup& setup, const StationSet& stations, JudgeMemory* memory = nullptr);
[[nodiscard]] inline Evaluation evaluate(const Setup& setup) { return evaluate(setup, stationsOf(setup)); }
[[nodiscard]] Figures computeFigures(const Setup& setup, const ChainModel& model, const ChainModel& asked);
/// The ten properties over every combination of the switches. @throws InputError as ChainModel
[[nodiscard]] SwitchProof proveSwitches(const Setup& setup, const ProofProgress& progress = {});

/// All that ship, in the order of the work.
[[nodiscard]] std::span<const BenchWork> solvers();
/// @return nullptr if there is none
[[nodiscard]] const BenchWork* solverById(std::string_view id);
/// The solver a ledger row is read for, and how its readings begin ("rudder."); no solver if the row is not read.
struct RowSolver {
    const BenchWork* solver = nullptr;
    std::string only;
};
[[nodiscard]] RowSolver solverOfRow(std::string_view row, const StationSet& stations = shippedStations());
/// What is seen step by step for a ledger row; nullptr if nothing is.
[[nodiscard]] const BenchWork* guideOfRow(std::string_view row, const StationSet& stations = shippedStations());

}  // namespace kh
