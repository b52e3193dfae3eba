// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a judgement found, asked for by the beginning of an id, and what a plan leaves.
#pragma once

#include "judge/plan/plan.h"
#include "procedure/registry.h"

#include <string_view>

namespace khtest {

[[nodiscard]] inline const kh::Finding* beginning(const kh::Evaluation& e, std::string_view with) {
    for (const kh::Finding& f : e.findings)
        if (f.id.starts_with(with)) return &f;
    return nullptr;
}
[[nodiscard]] inline std::size_t worse(const kh::Evaluation& e) { return e.count(kh::Severity::Danger) + e.count(kh::Severity::Warning); }
/// With every step of its plan taken, those by hand too.
[[nodiscard]] inline kh::Setup planned(const kh::Setup& s) {
    return withPlan(s, makePlan(s, kh::stationsOf(s).rules()), 1000, true, "2026-12-01T08:00:00Z");
}

}  // namespace khtest
