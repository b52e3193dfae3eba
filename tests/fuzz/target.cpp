// SPDX-License-Identifier: GPL-3.0-or-later
//
// The cheap part as a target of libFuzzer: cmake -DKEELHAUL_FUZZ=ON with clang; see ./keelhaul fuzz.
#include "fuzz/harness.h"

#include <cstddef>
#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    static khtest::Met met;
    (void)khtest::cheap(std::string(reinterpret_cast<const char*>(data), size), met);
    return 0;
}
