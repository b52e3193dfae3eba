// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/switchspots.h"

#include <algorithm>
#include <cstdlib>

namespace kh {

bool sitSideBySide(const TransmitterProfile& tx, std::string_view a, std::string_view b) {
    const auto spotOf = [&](std::string_view id) -> const SwitchSpot* {
        for (const SwitchProfile& s : tx.switches)
            for (const SwitchSpot& spot : kSwitchSpots)
                if (s.id == id && s.where == spot.title) return &spot;
        return nullptr;
    };
    const SwitchSpot *one = spotOf(a), *other = spotOf(b);
    return one != nullptr && other != nullptr && one->row == other->row && std::abs(one->column - other->column) == 1;
}

}  // namespace kh
