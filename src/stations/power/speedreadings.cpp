// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/power/speedreadings.h"

#include "base/error.h"
#include "judge/dependencies.h"
#include "kernel/chain.h"
#include "model/access.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kFlatPct = 0.05;  ///< a curve that varies by less is flat

}  // namespace

std::optional<double> readInForce(const Setup& setup, const char* what) {
    const Reading* read = newestInForce(setup, what);
    return read != nullptr && read->value > 0.0 ? std::optional(read->value) : std::nullopt;
}

std::string speedReading(const FlightMode& mode) { return "speed." + mode.id; }

std::optional<double> speedReadInForce(const Setup& setup, const FlightMode& mode) {
    const std::string what = speedReading(mode);
    const Reading* newest = newestUnder(setup, what, {});
    if (newest == nullptr || !std::isfinite(newest->value) || newest->value <= 0.0) return std::nullopt;
    if (newest->change > 0)
        for (const std::string& path :
             {elementPath("transmitter.modes.{}.throttle"_field, mode.id), std::string("machine.power.mainTeeth"_field),
              std::string("machine.power.pinionTeeth"_field), std::string("machine.power.kv"_field),
              std::string("controller.governor.ratio"_field), std::string("controller.governor.poleCount"_field)})
            if (const auto record = setup.standings.find(path); record != setup.standings.end() && record->second.change > newest->change)
                return std::nullopt;
    return newest->value;
}

std::optional<double> flatThrottle(const FlightMode& mode) {
    const auto& points = mode.throttle.points;
    if (points.empty()) return std::nullopt;
    const auto [low, high] = std::minmax_element(points.begin(), points.end(), [](const auto& a, const auto& b) { return a.y < b.y; });
    if (high->y - low->y > kFlatPct) return std::nullopt;
    return points.front().y;
}

std::optional<double> computedRpm(const Setup& setup, const FlightMode& mode) {
    const std::optional<double> throttle = flatThrottle(mode);
    if (!throttle) return std::nullopt;
    Setup plain = withoutRecords(setup);
    plain.speedController.calibration.clear();
    try {
        const ChainModel model(plain);
        double rpm = 0.0;
        const auto at = static_cast<std::size_t>(&mode - setup.transmitter.modes.data());
        if (!model.headSpeedAt(model.motorPctOf(*throttle), at, rpm) || rpm <= 0.0) return std::nullopt;
        return rpm;
    } catch (const InputError&) {
        return std::nullopt;
    }
}

}  // namespace kh
