// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/switches/switchproof.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <set>
#include <string>

namespace khtest {

using namespace kh;

inline const PropertyResult& property(const SwitchProof& proof, const std::string& id) {
    const auto p = std::find_if(proof.properties.begin(), proof.properties.end(), [&](const PropertyResult& r) { return r.id == id; });
    REQUIRE(p != proof.properties.end());
    return *p;
}

inline std::set<std::string> failing(const SwitchProof& proof) {
    std::set<std::string> out;
    for (const PropertyResult& p : proof.properties)
        if (!p.holds) out.insert(p.id);
    return out;
}

}  // namespace khtest
