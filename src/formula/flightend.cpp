// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/flightend.h"

#include "base/error.h"
#include "formula/rotor.h"

#include <algorithm>

namespace kh {

namespace {

double sagVolts(double endVolts) { return restVolts(100.0 * kReserveShare) - endVolts; }

}  // namespace

double loadedVolts(double usedShare, double endVolts) { return restVolts(100.0 * (1.0 - usedShare)) - sagVolts(endVolts); }

double usedShareAtLoaded(double volts, double endVolts) {
    return 1.0 - batteryState(std::max(volts + sagVolts(endVolts), 0.01), 1.0).chargePct / 100.0;
}

std::vector<FlightEndPoint> flightEnd(const FlightEndIn& in) {
    requirePositive("capacityMah", in.capacityMah);
    requirePositive("mahPerMin", in.mahPerMin);
    std::vector<FlightEndPoint> out;
    const auto atMinutes = [&](FlightEnd what, double minutes) { out.push_back({what, minutes, minutes * in.mahPerMin}); };
    const auto atCharge = [&](FlightEnd what, double mah) { out.push_back({what, mah / in.mahPerMin, mah}); };
    if (in.timerMin) {
        atMinutes(FlightEnd::Warning, std::max(0.0, *in.timerMin - kTimerWarnsS / 60.0));
        atMinutes(FlightEnd::Timer, *in.timerMin);
    }
    if (in.usedMah) atCharge(FlightEnd::UsedCharge, *in.usedMah);
    if (in.alarmVolts) atCharge(FlightEnd::Voltage, in.capacityMah * usedShareAtLoaded(*in.alarmVolts, in.endVolts));
    if (in.reductionVolts) atCharge(FlightEnd::Reduction, in.capacityMah * usedShareAtLoaded(*in.reductionVolts, in.endVolts));
    atCharge(FlightEnd::Empty, in.capacityMah);
    return out;
}

}  // namespace kh
