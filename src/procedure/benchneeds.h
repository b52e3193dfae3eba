// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a row's step asks of the real machine before it is confirmed (docs/domain.md 10).
#pragma once

#include "base/message.h"
#include "base/station.h"

#include <string_view>
#include <vector>

namespace kh {

enum class Need { Yes, No, Any };

/// No: it must not be so. The failsafe is tested with hold off, pitch is read with the blades on.
struct BenchNeed {
    Need leadsOff = Need::Yes, bladesOff = Need::Yes, holdOn = Need::Yes;
};
[[nodiscard]] BenchNeed benchNeed(Station station, std::string_view row);

/// The pilot's word about the real machine.
struct BenchState {
    bool leadsOff = false, bladesOff = false, holdOn = false;
};
/// What is still in the way of a step, each in a few words; empty: nothing.
[[nodiscard]] std::vector<Message> inTheWay(const BenchNeed& need, const BenchState& state);

}  // namespace kh
