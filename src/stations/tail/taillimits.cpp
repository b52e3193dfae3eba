// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/tail/taillimits.h"

#include "base/conventions.h"
#include "judge/dependencies.h"
#include "model/access.h"
#include "model/fieldlist.h"
#include "model/fieldpatterns.h"

#include <cmath>
#include <string>

namespace kh {

double tailLimitFor(double boundPct) { return std::max(0.0, std::floor(boundPct - kTailBackOffPct + kRoundingFuzz)); }

const Reading* tailBindInForce(const Setup& setup, std::string_view side) {
    static constexpr FieldList kBuilt{"machine.tail.armMm"_field, "machine.tail.linkMm"_field, "machine.tail.gripMm"_field,
                                      "controller.tail.reversed"_field};
    const std::string what = "tail.bind." + std::string(side);
    const Reading* newest = nullptr;
    for (const Reading& r : setup.readings) {
        if (r.what == what) newest = &r;
        else if (r.what == std::string(kHandWork) + "tail-slider") newest = nullptr;
    }
    const bool speaks = newest != nullptr && std::isfinite(newest->value) && takenUnder(setup, *newest, kBuilt.paths());
    return speaks && sinceChanged(setup, *newest).empty() ? newest : nullptr;
}

}  // namespace kh
