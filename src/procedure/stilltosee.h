// SPDX-License-Identifier: GPL-3.0-or-later
//
// What no rule can know and no plan can type: steps by hand that have to be seen on the machine once, and again whenever what
// they rest on was changed. A new model starts with all of them.
#pragma once

#include "stations/kit/row.h"

#include <vector>

namespace kh {

struct StillToSee {
    std::string row;
    Station station = Station::Link;
    Message title;
    Message todo;
};
/// Those whose rows do not stand at proved, in the order of the work.
[[nodiscard]] std::vector<StillToSee> stillToSee(const std::vector<StationPage>& pages);

}  // namespace kh
