// SPDX-License-Identifier: GPL-3.0-or-later
//
// Documents with everything in their boxes, and what is left of them.
#pragma once

#include "model/changes.h"
#include "model/inboxes.h"
#include "procedure/carry.h"

#include <stdexcept>

namespace khtest {

using namespace kh;

inline constexpr const char* kAt = "2026-11-20T19:00:00Z";

inline Setup carried(Setup s) {
    for (const CarryBox& b : carry(s))
        for (const CarryPage& p : b.pages) s.carried = withStanding(s, pathsOf(p), InBoxBy::Typed, kAt);
    return s;
}
/// An edit as the document makes it: its count tells that it came later.
inline Setup later(const Setup& s, const std::vector<Edit>& edits) { return noted(s, withEdits(s, edits, Standing::Entered, kAt)); }

inline const CarryLine& lineOf(const std::vector<CarryBox>& boxes, const std::string& path) {
    for (const CarryBox& b : boxes)
        for (const CarryPage& p : b.pages)
            for (const CarryLine& l : p.lines)
                if (l.path == path) return l;
    throw std::logic_error("it is not typed: " + path);
}

inline std::vector<std::string> leftOf(const std::vector<CarryBox>& boxes) {
    std::vector<std::string> out;
    for (const CarryBox& b : boxes)
        for (const CarryPage& p : b.pages)
            for (const CarryLine& l : p.lines)
                if (l.left()) out.push_back(l.path);
    return out;
}

}  // namespace khtest
