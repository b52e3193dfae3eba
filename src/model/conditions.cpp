// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/conditions.h"
#include "model/limits.h"

#include "base/error.h"
#include "model/fieldpatterns.h"
#include "model/names.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh {

namespace {

/// Conditions against the switches and functions there are.
class ConditionCheck {
public:
    explicit ConditionCheck(const TransmitterSettings& tx) : tx_(tx) {}
    void all() {
        const auto plain = [&](const std::string& function, const Condition& condition) {
            for (const auto& every : condition)
                for (const Term& t : every) {
                    if (t.switchId.empty()) return false;
                    requirePlace(function, t);
                }
            return true;
        };
        bool alone = plain("kill", tx_.kill.when) && plain("cut", tx_.cut.when);
        for (const FlightMode& m : tx_.modes) alone = alone && plain(m.id, m.when);
        for (const SwitchFunction& f : tx_.functions) alone = alone && plain(f.id, f.when);
        if (alone) return;  // none names another: there is no way round in a circle
        for (const FlightMode& m : tx_.modes) (void)depthOf(m.id);
        (void)depthOf("kill");
        (void)depthOf("cut");
        for (const SwitchFunction& f : tx_.functions) (void)depthOf(f.id);
    }

private:
    int depthOf(const std::string& function) {
        const auto [at, fresh] = depths_.emplace(function, kOpen);
        if (!fresh && at->second == kOpen) refuse(function, fmt::format("{} would depend on itself, in a circle", name(function)));
        if (!fresh) return at->second;
        int deepest = 1;
        for (const auto& every : *conditionOf(tx_, function))
            for (const Term& t : every) {
                if (!t.switchId.empty()) {
                    requirePlace(function, t);
                    continue;
                }
                if (conditionOf(tx_, t.functionId) == nullptr) refuse(function, fmt::format("\"{}\" is not a function", t.functionId));
                deepest = std::max(deepest, 1 + depthOf(t.functionId));
            }
        if (deepest > kMaxConditionDepth) refuse(function, fmt::format("conditions name each other more than {} deep", kMaxConditionDepth));
        return depths_[function] = deepest;
    }
    void requirePlace(std::string_view function, const Term& t) const {
        for (const SwitchProfile& s : tx_.profile->switches)
            if (s.id == t.switchId && (t.place < 1 || t.place > s.places))
                refuse(std::string(function), fmt::format("{} has places 1 … {}, not {}", s.id, s.places, t.place));
    }
    [[noreturn]] void refuse(const std::string& function, const std::string& problem) const {
        throw InputError(conditionPath(tx_, function), problem);
    }
    [[nodiscard]] std::string name(const std::string& function) const { return render(functionTitle(tx_, function)); }

    static constexpr int kOpen = 0;
    const TransmitterSettings& tx_;
    std::map<std::string, int> depths_;
};

}  // namespace

void requireConditions(const TransmitterSettings& transmitter) { ConditionCheck(transmitter).all(); }

void PlaceCollector::add(const Condition& condition) {
    for (const auto& all : condition)
        for (const Term& t : all) {
            if (!t.switchId.empty()) named[t.switchId].insert(t.place);
            else addFunction(t.functionId);
        }
}

void PlaceCollector::addFunction(const std::string& id) {
    const auto [seen, fresh] = open_.emplace(id, true);
    if (!fresh && seen->second) throw InputError("transmitter.functions"_field, "conditions refer to each other in a circle");
    if (!fresh) return;
    if (const Condition* condition = conditionOf(tx_, id)) add(*condition);
    open_[id] = false;
}

const Condition* conditionOf(const TransmitterSettings& tx, const std::string& function) {
    for (const FlightMode& m : tx.modes)
        if (m.id == function) return &m.when;
    if (function == "kill") return &tx.kill.when;
    if (function == "cut") return &tx.cut.when;
    for (const SwitchFunction& f : tx.functions)
        if (f.id == function) return &f.when;
    return nullptr;
}

std::string conditionPath(const TransmitterSettings& tx, const std::string& function) {
    for (const FlightMode& m : tx.modes)
        if (m.id == function) return elementPath("transmitter.modes.{}.when"_field, m.id);
    if (function == "kill" || function == "cut") return "transmitter." + function + ".when";
    return elementPath("transmitter.functions.{}.when"_field, function);
}

std::set<std::string> switchesOf(const TransmitterSettings& tx, const Condition& condition) {
    PlaceCollector collector(tx);
    collector.add(condition);
    std::set<std::string> out;
    for (const auto& [id, places] : collector.named) out.insert(id);
    return out;
}

std::uint64_t SwitchSets::of(const Condition& condition) {
    std::uint64_t out = 0;
    for (const auto& branch : condition) out |= of(branch);
    return out;
}

std::uint64_t SwitchSets::of(const std::vector<Term>& branch) {
    static_assert(kMaxSwitches <= 64);
    const auto& switches = tx_.profile->switches;
    std::uint64_t out = 0;
    for (const Term& t : branch) {
        if (t.switchId.empty()) {
            out |= ofFunction(t.functionId);
            continue;
        }
        for (std::size_t i = 0; i < std::min(switches.size(), kMaxSwitches); ++i)
            if (switches[i].id == t.switchId) out |= std::uint64_t{1} << i;
    }
    return out;
}

std::uint64_t SwitchSets::ofFunction(const std::string& id) {
    const auto [known, fresh] = functions_.emplace(id, std::nullopt);
    if (fresh) {
        const Condition* condition = conditionOf(tx_, id);
        const std::uint64_t found = condition == nullptr ? 0 : of(*condition);
        functions_[id] = found;
        return found;
    }
    if (!known->second) throw InputError("transmitter.functions"_field, "conditions refer to each other in a circle");
    return *known->second;
}

std::set<std::string> barsOf(const TransmitterSettings& tx, const Condition& condition) {
    std::set<std::string> springs, bars, alone;
    for (const SwitchProfile& s : tx.profile->switches)
        if (s.momentary) springs.insert(s.id);
    // the places of the switches that stop the motor, and those at which they do
    std::set<std::string> stops;
    std::set<std::pair<std::string, int>> stopping;
    for (const char* id : {kHoldMode, "kill", "cut"}) {
        const Condition* stop = conditionOf(tx, id);
        if (stop == nullptr || stop == &condition) continue;
        for (const auto& all : *stop)
            for (const Term& t : all) {
                if (t.switchId.empty()) continue;
                stops.insert(t.switchId);
                stopping.emplace(t.switchId, t.place);
            }
    }
    const auto unstopped = [&](const Term& t) { return stops.count(t.switchId) != 0 && stopping.count({t.switchId, t.place}) == 0; };
    for (const auto& all : condition) {
        const bool sprung = std::any_of(all.begin(), all.end(), [&](const Term& t) { return springs.count(t.switchId) != 0; });
        const bool beside = std::any_of(all.begin(), all.end(), [&](const Term& t) { return !t.switchId.empty() && !unstopped(t); });
        for (const Term& t : all)
            if (!t.switchId.empty() && springs.count(t.switchId) == 0)
                (sprung || (beside && unstopped(t)) ? bars : alone).insert(t.switchId);
    }
    for (const std::string& s : alone) bars.erase(s);
    return bars;
}

std::set<std::string> workedBy(const TransmitterSettings& tx, const Condition& condition) {
    const bool plain = std::all_of(condition.begin(), condition.end(),
                                   [](const std::vector<Term>& all) { return all.size() == 1 && !all.front().switchId.empty(); });
    std::set<std::string> out;
    if (plain) {  // nothing bars where each branch is one place
        for (const auto& all : condition) out.insert(all.front().switchId);
        return out;
    }
    out = switchesOf(tx, condition);
    for (const std::string& bar : barsOf(tx, condition)) out.erase(bar);
    return out;
}

}  // namespace kh
