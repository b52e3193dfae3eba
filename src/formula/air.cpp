// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/air.h"

#include "base/error.h"

#include <cmath>

namespace kh {

double airDensity(double celsius, double heightM, Derivation* why) {
    requireWithin("temperatureC", celsius, -60.0, 60.0);
    requireWithin("heightM", heightM, -500.0, 9000.0);
    constexpr double gasConstant = 287.05, freezing = 273.15, seaPa = 101325.0;
    const double pa = seaPa * std::pow(1.0 - 2.25577e-5 * heightM, 5.25588);
    const double density = pa / (gasConstant * (celsius + freezing));
    if (wants(why)) {
        why->line(KH_TR("pressure at {h} m: {p} hPa"), {{"h", num(heightM)}, {"p", num(pa / 100.0)}});
        why->line(KH_TR("density = pressure / (287.05 · ({t} + 273.15)) = {d} kg/m³"), {{"t", num(celsius)}, {"d", num(density, 3)}});
    }
    return density;
}

}  // namespace kh
