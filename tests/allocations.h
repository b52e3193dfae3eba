// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>

namespace khtest {

/// How often this test program asked for memory so far. Only in test_core, and not under the sanitizers, which have an allocator of
/// their own.
[[nodiscard]] std::size_t allocationsSoFar();

}  // namespace khtest
