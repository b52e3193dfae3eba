// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/dependencies.h"
#include "stations/kit/benchwork.h"

#include <string>
#include <vector>

namespace khtest {

/// A reading under what is in force.
inline kh::Reading readAt(const kh::Setup& s, const std::string& what, double value, const char* unit) {
    kh::Reading r;
    r.what = what;
    r.value = value;
    r.unit = unit;
    r.under = kh::settingsInForce(s, what);
    return r;
}
/// The document with readings written down, nothing else entered.
inline kh::Setup withReadings(const kh::Setup& s, const std::vector<kh::Reading>& readings) {
    return kh::takenOver(s, {}, readings, "2026-11-24T10:00:00Z");
}

}  // namespace khtest
