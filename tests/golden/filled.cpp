// SPDX-License-Identifier: GPL-3.0-or-later
#include "golden/builds.h"
#include "io/document.h"
#include "model/limits.h"

#include <algorithm>
#include <random>

namespace khtest {

using namespace kh;

namespace {

std::size_t shareOf(std::size_t most, double share) {
    return std::max<std::size_t>(2, static_cast<std::size_t>(share * static_cast<double>(most)));
}

}  // namespace

Setup filledModel(double share) {
    std::mt19937 engine(3);  // the same document everywhere
    const auto below = [&](std::size_t n) { return static_cast<std::size_t>(engine()) % n; };
    Setup s = allBuilds(0).front().setup;
    TransmitterSettings& tx = s.transmitter;
    auto& switches = tx.profile.edit().switches;
    while (switches.size() < shareOf(kMaxSwitches, share)) switches.push_back({"S" + std::to_string(switches.size()), 3, false});
    const auto condition = [&](const std::vector<std::string>& functions) {
        Condition out(shareOf(kMaxBranches, share));
        for (auto& branch : out)
            for (std::size_t n = shareOf(kMaxTerms, share); n > 0; --n) {
                if (!functions.empty() && below(10) < 3) {
                    branch.push_back({"", 1, functions[below(functions.size())]});
                } else {
                    const SwitchProfile& of = switches[below(switches.size())];
                    branch.push_back({of.id, 1 + static_cast<int>(below(static_cast<std::size_t>(of.places))), ""});
                }
            }
        return out;
    };
    std::vector<std::string> above, level;  // four by four, each naming those of the four before
    for (std::size_t n = 0; tx.functions.size() < shareOf(kMaxSwitchFunctions, share); ++n) {
        if (n % 4 == 0) above = std::exchange(level, {});
        level.push_back("more-" + std::to_string(n));
        tx.functions.push_back({level.back(), condition(above), {}});
    }
    const auto points = [&](Curve& curve) {
        const std::size_t count = shareOf(kMaxListSize, share);
        Curve finer = curve;
        finer.points.clear();
        for (std::size_t i = 0; i < count; ++i) {
            const double x = 100.0 * static_cast<double>(i) / static_cast<double>(count - 1);
            finer.points.push_back({x, curve.points.front().y + (curve.points.back().y - curve.points.front().y) * x / 100.0});
        }
        curve = std::move(finer);
    };
    for (std::size_t n = 0; tx.modes.size() < shareOf(kMaxModes, share); ++n) {
        FlightMode m = tx.modes[1];
        m.id = "more-mode-" + std::to_string(n);
        m.name = "More " + std::to_string(n);
        tx.modes.insert(tx.modes.end() - 1, m);
    }
    for (FlightMode& m : tx.modes) {
        points(m.throttle);
        points(m.pitch);
        if (m.id != kHoldMode && &m != &tx.modes.front()) m.when = condition(level);
    }
    const std::vector<Reading> read = s.readings;
    while (s.readings.size() < shareOf(kMaxReadings, share)) {
        s.readings.push_back(read[below(read.size())]);
        s.readings.back().id = "more-" + std::to_string(s.readings.size());
    }
    return s;
}

}  // namespace khtest
