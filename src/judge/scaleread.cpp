// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/scaleread.h"

#include "model/fieldpatterns.h"
#include "model/monitor.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kFullPct = 100.0;
constexpr double kMostApart = 0.03;  ///< ends that lie further apart do not tell of the scales: a travel or an arm is wrong
constexpr double kLeastTold = 0.01;  ///< a smaller ratio is no other scale
constexpr double kLeastReadPct = 20.0;
constexpr int kFewestEnds = 2;

}  // namespace

bool ScaleRead::contradicts() const { return std::abs(ratio - 1.0) > std::max(plusMinus, kLeastTold); }

std::pair<double, double> ScaleRead::transmitterUsPerPct(const Setup& setup) const {
    const double us = setup.transmitter.profile->usPerPct;
    return {us * (ratio - plusMinus), us * (ratio + plusMinus)};
}

std::pair<double, double> ScaleRead::controllerUsPerPct(const Setup& setup) const {
    const double us = setup.controller.profile->usPerPct;
    return {us / (ratio + plusMinus), us / (ratio - plusMinus)};
}

std::optional<ScaleRead> scaleRead(const Setup& setup, const Figures& figures) {
    double low = 1e9, high = -1e9, sum = 0.0, shortest = kFullPct;
    ScaleRead out;
    for (const ChannelFigures& c : figures.channels)
        for (const auto& [ratio, reads] : {std::pair(c.lowRatio, &c.lowReading), std::pair(c.highRatio, &c.highReading)}) {
            if (!reads->measured || ratio <= 0.0) continue;  // not read, or read the other way
            shortest = std::min(shortest, std::abs(reads->value) / ratio);
            low = std::min(low, ratio);
            high = std::max(high, ratio);
            sum += ratio;
            ++out.ends;
        }
    if (out.ends < kFewestEnds || high - low > kMostApart || shortest < kLeastReadPct) return std::nullopt;
    out.ratio = sum / out.ends;
    const double pulse = setup.transmitter.profile->resolutionUs / setup.controller.profile->usPerPct;
    out.plusMinus = (monitorStepPct(setup.controller.profile) + pulse) / 2.0 / shortest + (high - low) / 2.0;
    return out;
}

std::vector<OpenFact> decidedByReadings(std::vector<OpenFact> facts, const Setup& setup, const Figures& figures) {
    const auto read = scaleRead(setup, figures);
    if (!read) return facts;
    const auto find = [&](const char* path) {
        return std::find_if(facts.begin(), facts.end(), [&](const OpenFact& f) { return f.path == path; });
    };
    const auto transmitter = find("transmitter.profile.usPerPct"_field), controller = find("controller.profile.usPerPct"_field);
    if ((transmitter == facts.end()) == (controller == facts.end())) return facts;  // of two that are not known only the ratio is
    OpenFact& fact = transmitter == facts.end() ? *controller : *transmitter;
    const auto [least, most] = transmitter == facts.end() ? read->controllerUsPerPct(setup) : read->transmitterUsPerPct(setup);
    const double low = std::get<double>(fact.ends.front()), high = std::get<double>(fact.ends.back());
    if (least > high || most < low) return facts;  // outside of what it may be: that is told by a rule
    fact.ends = {std::max(low, least), std::min(high, most)};
    return facts;
}

}  // namespace kh
