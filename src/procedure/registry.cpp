// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/registry.h"

#include "judge/rowids.h"
#include "procedure/aircraft.h"
#include "stations/airframe/airframe.h"
#include "stations/link/link.h"
#include "stations/modes/modes.h"
#include "stations/pitch/pitch.h"
#include "stations/power/power.h"
#include "stations/proof/proof.h"
#include "stations/radio/radio.h"
#include "stations/sensors/sensors.h"
#include "stations/swash/swash.h"
#include "stations/tail/tail.h"

#include <fmt/format.h>
#include <algorithm>
#include <set>
#include <sstream>
#include <stdexcept>

namespace kh {

namespace {

template <class T>
void append(std::vector<T>& to, std::span<const T> from) {
    to.insert(to.end(), from.begin(), from.end());
}

}  // namespace

StationSet::StationSet(std::vector<StationEntry> entries, bool whole) : entries_(std::move(entries)) {
    for (const StationEntry& s : entries_) {
        for (const RuleFamily family : s.rules)
            for (Rule rule : family()) {
                if (!whole && find(rule.station) == nullptr) rule.station = s.station;
                rules_.rules.push_back(rule);
            }
        if (s.figures != nullptr) rules_.figures.push_back(s.figures);
        for (const auto work : s.work) append(work_, work());
        if (s.extraRows.empty()) continue;
        rows_.insert(rows_.end(), s.extraRows.begin(), s.extraRows.end());
    }
    // what is read first, each in the order of the work
    const auto seen = std::stable_partition(work_.begin(), work_.end(), [](const BenchWork& w) { return w.solve != nullptr; });
    solvers_ = static_cast<std::size_t>(seen - work_.begin());
    checkIds();
}

void StationSet::checkIds() const {
    const auto known = [&](std::string_view row) {
        return rowOf(row) != nullptr || std::find(rows_.begin(), rows_.end(), row) != rows_.end();
    };
    const auto require = [](bool fine, const char* what, std::string_view id) {
        if (!fine) throw std::logic_error(fmt::format("{} \"{}\" does not exist", what, id));
    };
    std::set<std::string_view> rules;
    for (const Rule& r : rules_.rules) {
        require(find(r.station) != nullptr, "the station of rule", r.id);
        require(rules.insert(r.id).second, "a second rule", r.id);
    }
    for (const BenchWork& w : work_) {
        std::istringstream words(w.rows);
        for (std::string row; words >> row;) require(row.ends_with('-') || known(row), "the row of work", row);
    }
}

const StationEntry* StationSet::find(Station station) const {
    const auto s = std::find_if(entries_.begin(), entries_.end(), [&](const StationEntry& e) { return e.station == station; });
    return s == entries_.end() ? nullptr : &*s;
}

int StationSet::number(Station station) const {
    const StationEntry* s = find(station);
    return s == nullptr ? 0 : static_cast<int>(s - entries_.data()) + 1;
}

const char* StationSet::name(Station station) const {
    const StationEntry* s = find(station);
    return s == nullptr ? "" : s->name;
}

const StationSet& shippedStations() {
    static const StationSet set({airframeStation(), radioStation(), linkStation(), swashStation(), pitchStation(), tailStation(),
                                 sensorsStation(), powerStation(), modesStation(), proofStation()});
    return set;
}

std::span<const StationEntry> stations() { return shippedStations().entries(); }

const StationSet& stationsOf(const Setup& setup) { return aircraftEntry(setup).stations(); }

Evaluation evaluate(const Setup& setup, const StationSet& stations, JudgeMemory* memory) {
    return judge(setup, stations.rules(), {true, memory});
}

Figures computeFigures(const Setup& setup, const ChainModel& model, const ChainModel& asked) {
    return computeFigures(setup, model, asked, stationsOf(setup).rules().figures);
}

SwitchProof proveSwitches(const Setup& setup, const ProofProgress& progress) { return prove(setup, stationsOf(setup).rules(), progress); }

std::span<const BenchWork> solvers() { return shippedStations().solvers(); }

const BenchWork* solverById(std::string_view id) {
    for (const BenchWork& e : solvers())
        if (id == e.id) return &e;
    return nullptr;
}

RowSolver solverOfRow(std::string_view row, const StationSet& stations) {
    if (row == "channel-throttle" || row == "channel-gain") return {};  // not read from the monitor
    for (const BenchWork& e : stations.solvers()) {
        if (!e.isFor(row)) continue;
        const std::string_view first = std::string_view(e.rows).substr(0, std::string_view(e.rows).find(' '));
        return {&e, first.ends_with('-') ? std::string(row.substr(first.size())) + "." : std::string()};
    }
    return {};
}

const BenchWork* guideOfRow(std::string_view row, const StationSet& stations) {
    for (const BenchWork& w : stations.guides())
        if (w.isFor(row)) return &w;
    return nullptr;
}

}  // namespace kh
