// SPDX-License-Identifier: GPL-3.0-or-later
//
// Of a station that several classes of aircraft have, the part that says something of one of them.
#pragma once

#include "stations/kit/station.h"

#include <algorithm>
#include <initializer_list>
#include <string_view>
#include <vector>

namespace kh {

using IdList = std::initializer_list<std::string_view>;

[[nodiscard]] inline bool isAmong(IdList ids, std::string_view id) { return std::find(ids.begin(), ids.end(), id) != ids.end(); }

/// The rules of those ids, or all others, in their order.
[[nodiscard]] inline std::vector<Rule> rulesOnly(std::span<const Rule> rules, IdList ids) {
    std::vector<Rule> out(rules.begin(), rules.end());
    std::erase_if(out, [&](const Rule& r) { return !isAmong(ids, r.id); });
    return out;
}
[[nodiscard]] inline std::vector<Rule> rulesWithout(std::span<const Rule> rules, IdList ids) {
    std::vector<Rule> out(rules.begin(), rules.end());
    std::erase_if(out, [&](const Rule& r) { return isAmong(ids, r.id); });
    return out;
}

/// The rows of those ids, or all others; what opens from a row goes with it.
[[nodiscard]] inline StationPage rowsOnly(StationPage page, IdList ids) {
    std::erase_if(page.rows, [&](const Row& r) { return !isAmong(ids, r.id); });
    return page;
}
[[nodiscard]] inline StationPage rowsWithout(StationPage page, IdList ids) {
    std::erase_if(page.rows, [&](const Row& r) { return isAmong(ids, r.id) || isAmong(ids, r.under); });
    return page;
}

/// The steps of a guide as another class words some of them: each takes the place of the one of its name; a new one stands last.
[[nodiscard]] inline std::vector<Step> stepsWith(std::vector<Step> steps, std::vector<Step> own) {
    for (Step& one : own) {
        const auto same = std::find_if(steps.begin(), steps.end(), [&](const Step& s) { return s.name == one.name; });
        if (same == steps.end()) steps.push_back(std::move(one));
        else *same = std::move(one);
    }
    return steps;
}
[[nodiscard]] inline std::vector<Step> stepsWithout(std::vector<Step> steps, IdList names) {
    std::erase_if(steps, [&](const Step& s) { return isAmong(names, s.name); });
    return steps;
}

/// A shared station as another class has it: its pictures are the first one's.
[[nodiscard]] inline StationEntry asShared(StationEntry entry) {
    entry.shots.clear();
    return entry;
}

}  // namespace kh
