// SPDX-License-Identifier: GPL-3.0-or-later
//
// The pilot's word about the real machine, and what a row's step asks of it before it is confirmed (docs/domain.md 10). Each class of
// aircraft has its own table.
#pragma once

#include "base/message.h"
#include "base/station.h"

#include <array>
#include <cstddef>
#include <span>
#include <string_view>
#include <vector>

namespace kh {

/// One word, which holds for an hour.
struct Guard {
    const char* name;    ///< "leads off"
    const char* tick;    ///< what to do where a step needs it
    const char* untick;  ///< and where it must not be so, with the reason
};
inline constexpr std::size_t kMostGuards = 4;

/// No: it must not be so. The failsafe is tested with hold off, pitch is read with the blades on.
enum class Need { Any, Yes, No };
/// What a step asks, by the guards' places in their table.
using BenchNeed = std::array<Need, kMostGuards>;

struct RowNeed {
    const char* row;
    BenchNeed need;
};

struct GuardTable {
    std::span<const Guard> guards;  ///< at most kMostGuards
    std::span<const RowNeed> rows;  ///< those that ask for something else than their station
    BenchNeed (*ofStation)(Station);
    [[nodiscard]] BenchNeed of(Station station, std::string_view row) const;
};

/// @param ticked  by place; what lies behind its end is not ticked
/// @return what is still in the way of a step, each in a few words; empty: nothing
[[nodiscard]] std::vector<Message> inTheWay(const GuardTable& table, const BenchNeed& need, std::span<const bool> ticked);

}  // namespace kh
