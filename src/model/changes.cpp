// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/changes.h"

#include "model/access.h"

#include <algorithm>

namespace kh {

namespace {

/// Without counts and dates.
Setup timeless(Setup s) {
    s.change = 0;
    for (auto& [path, record] : s.standings) {
        record.change = 0;
        record.at.clear();
    }
    std::erase_if(s.standings, [](const auto& entry) { return entry.second == StandingRecord{}; });  // as good as none
    for (Reading& r : s.readings) r.change = 0;
    if (!s.carried->empty())
        for (auto& [path, is] : s.carried.edit()) {
            is.change = 0;
            is.at.clear();
        }
    for (AcceptedFinding& a : s.accepted) {
        a.change = 0;
        a.at.clear();
    }
    return s;
}

}  // namespace

Setup noted(const Setup& before, Setup after, int count) {
    for (auto& [path, record] : after.standings)
        if (const auto was = before.standings.find(path); was == before.standings.end() || was->second != record) record.change = count;
    for (const std::string& path : differingPaths(before, after))
        if (!path.starts_with("readings.") && !path.starts_with("accepted.") && path != "revision"_field && path != "change"_field &&
            readField(after, path))
            after.standings[path].change = count;
    for (Reading& r : after.readings)
        if (std::find(before.readings.begin(), before.readings.end(), r) == before.readings.end()) r.change = count;
    for (AcceptedFinding& a : after.accepted)
        if (std::find(before.accepted.begin(), before.accepted.end(), a) == before.accepted.end()) a.change = count;
    after.change = count;
    return after;
}

bool sameButWhen(const Setup& a, const Setup& b) { return timeless(a) == timeless(b); }

}  // namespace kh
