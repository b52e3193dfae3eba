// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/plan/plan.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace khtest {

inline bool tells(const kh::Setup& s, const std::string& id) { return find(kh::evaluate(s), id) != nullptr; }

/// Healed by its own remedy, and by the plan.
inline void heals(const kh::Setup& s, const std::string& id) {
    const kh::Evaluation e = kh::evaluate(s);
    const kh::Finding* f = find(e, id);
    INFO(id << " among " << listed(ids(e)));
    REQUIRE(f != nullptr);
    REQUIRE_FALSE(f->fix.empty());
    CHECK_FALSE(tells(edited(s, f->fix), id));
    CHECK(kh::makePlan(s, kh::stationsOf(s).rules()).remedies.count(id) == 1);
}

}  // namespace khtest
