// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/monitor.h"

#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kFullFromPct = 99.0, kOverFromPct = 101.0;  ///< where a monitor of lamps calls an end full

Message shownReading(const ControllerProfile& profile, std::string_view function, double readingPct, bool withoutUnit) {
    if (!profile.monitor.lamps)
        return say(KH_TR("{v}"), {{"v", Amount{readingPct, monitorScale(profile, function), Amount::Kind::Value, withoutUnit}}});
    const double size = std::abs(readingPct);
    const Message lamp = say(size <= profile.deadBandPct ? KH_TR("centred")
                             : size < kFullFromPct       ? KH_TR("short")
                             : size > kOverFromPct       ? KH_TR("over")
                                                         : KH_TR("full"));
    return withoutUnit ? lamp : say(KH_TR("{lamp} ({r} %)"), {{"lamp", lamp}, {"r", signedNum(readingPct, 1)}});
}

}  // namespace

ScaleRef monitorScale(const ControllerProfile& profile, std::string_view function) {
    const Monitor& m = profile.monitor;
    const bool turned = std::find(m.turned.begin(), m.turned.end(), function) != m.turned.end();
    Scale scale;
    scale.unit = m.unit;
    scale.factor = turned ? -m.perPct : m.perPct;
    scale.offset = m.zero;
    scale.decimals = m.decimals;
    scale.sign = m.zero == 0.0;
    scale.wholeBare = false;
    scale.step = m.step;
    return std::make_shared<const Scale>(std::move(scale));
}

Message onMonitor(const ControllerProfile& profile, std::string_view function, double readingPct) {
    return shownReading(profile, function, readingPct, false);
}
Message onMonitorBare(const ControllerProfile& profile, std::string_view function, double readingPct) {
    return shownReading(profile, function, readingPct, true);
}
std::string monitorUnit(const ControllerProfile& profile) { return profile.monitor.lamps ? std::string() : profile.monitor.unit; }

double readOffMonitor(const ControllerProfile& profile, std::string_view function, double shown) {
    if (profile.monitor.lamps)
        throw InputError(function, "the monitor of " + profile.name + " shows lamps, no numbers: bracket what is right by what they show");
    return monitorScale(profile, function)->value(shown);
}

std::string monitorUncertainty(const ControllerProfile& profile) {
    const Monitor& m = profile.monitor;
    const double step = monitorStepPct(profile) * std::abs(m.perPct);
    return fmt::format("±{}{}{}", step, m.unit.empty() ? "" : " ", m.unit);
}

double monitorStepPct(const ControllerProfile& profile) {
    const Monitor& m = profile.monitor;
    const double step = m.step > 0.0 ? m.step : std::pow(10.0, -m.decimals);
    return step / std::abs(m.perPct);
}

std::string_view monitoredFunction(std::string_view reading) {
    constexpr std::array functions{"aileron", "elevator", "collective", "rudder", "throttle", "gain"};
    const std::string_view function = reading.substr(0, reading.find('.'));
    return std::find(functions.begin(), functions.end(), function) == functions.end() ? std::string_view() : function;
}

}  // namespace kh
