// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a model still lacks: facts nobody entered yet, settings that are only defaults, and what has to be seen on the machine
// once, and again whenever what it rests on was changed. No rule can know these and no plan can type them.
#pragma once

#include "stations/kit/row.h"

#include <string>
#include <vector>

namespace kh {

struct ToBeSet {
    std::string row;  ///< where it is set
    Station station = Station::Airframe;
    Message title;                    ///< what it is
    Message what;                     ///< which of its fields are left; of what is seen by hand, how
    Message why;                      ///< why it matters
    Message blocks;                   ///< what cannot be relied on, or done, until then
    std::vector<std::string> fields;  ///< those that are left; none: it is seen on the machine
};
/// In the order of the work.
[[nodiscard]] std::vector<ToBeSet> stillToBeSet(const Setup& setup, const std::vector<StationPage>& pages);
/// Of these, what is only seen on the machine.
[[nodiscard]] std::vector<ToBeSet> stillToSee(const Setup& setup, const std::vector<StationPage>& pages);

}  // namespace kh
