// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/supply.h"
#include "base/error.h"

#include <algorithm>

namespace kh {

SupplyDip supplyDip(double restVolts, const std::optional<double>& stirredVolts, const std::optional<double>& tailVolts) {
    requirePositive("restVolts", restVolts);
    SupplyDip out;
    out.lowestVolts = restVolts;
    if (stirredVolts) out.lowestVolts = std::min(out.lowestVolts, requirePositive("stirredVolts", *stirredVolts));
    if (tailVolts) out.lowestVolts = std::min(out.lowestVolts, requirePositive("tailVolts", *tailVolts));
    out.dipVolts = restVolts - out.lowestVolts;
    out.deep = out.dipVolts > kSupplyDipVolts + 1e-9;
    out.low = out.lowestVolts < kLeastSupplyVolts - 1e-9;
    return out;
}

}  // namespace kh
