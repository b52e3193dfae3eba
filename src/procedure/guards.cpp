// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/guards.h"

namespace kh {

BenchNeed GuardTable::of(Station station, std::string_view row) const {
    for (const RowNeed& r : rows)
        if (row == r.row) return r.need;
    return ofStation(station);
}

std::vector<Message> inTheWay(const GuardTable& table, const BenchNeed& need, std::span<const bool> ticked) {
    std::vector<Message> out;
    for (std::size_t i = 0; i < table.guards.size(); ++i) {
        const bool is = i < ticked.size() && ticked[i];
        if (need[i] == Need::Yes && !is) out.push_back(say(table.guards[i].tick));
        if (need[i] == Need::No && is) out.push_back(say(table.guards[i].untick));
    }
    return out;
}

}  // namespace kh
