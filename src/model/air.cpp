// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/air.h"

#include "base/conventions.h"
#include "formula/air.h"

namespace kh {

double densityAt(const Air& air, Derivation* why) {
    constexpr double standardC = 15.0;
    if (!air.temperatureC && !air.heightM) return kAirDensity;
    return airDensity(air.temperatureC.value_or(standardC), air.heightM.value_or(0.0), why);
}

}  // namespace kh
