// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/helicopter/candidates.h"

#include "base/conventions.h"
#include "model/endtravel.h"
#include "model/helicopter/sizeclass.h"
#include "model/modeedits.h"

#include <algorithm>
#include <cmath>

namespace kh {

std::optional<double> squareTrimUs(const PlateServo& servo) {
    if (servo.servo->degPerUs <= 0.0) return std::nullopt;
    return -servo.squareErrorDeg / servo.servo->degPerUs * (servo.risesWithPulse ? 1.0 : -1.0);
}

std::vector<Edit> squareTrims(const Setup& setup) {
    std::vector<Edit> edits;
    const ControllerProfile& box = setup.controller.profile;
    for (const PortSettings& p : setup.controller.ports) {
        const auto s = std::find_if(helicopter(setup).servos.begin(), helicopter(setup).servos.end(),
                                    [&](const PlateServo& x) { return x.id == p.role; });
        const auto square = s == helicopter(setup).servos.end() ? std::nullopt : squareTrimUs(*s);
        if (!square || std::abs(*square) > box.trimSafeUs) continue;
        const double trim = roundToStep(*square, box.trimStepUs);
        if (std::abs(trim - p.trimUs) > box.trimStepUs / 2.0)
            edits.push_back({elementPath("controller.ports.{}.trimUs"_field, p.id), trim});
    }
    return edits;
}

std::vector<Edit> rangeFor(const AuditContext& c, double highDeg, double lowDeg) {
    const auto of = [](const Figure& now, double wanted) { return now.known ? std::optional(std::pair(now.value, wanted)) : std::nullopt; };
    return rangeEdits(c.setup, of(c.figures.collectiveHighDeg, highDeg), of(c.figures.collectiveLowDeg, lowDeg));
}

std::string rangePath(const Setup& setup, bool stickUp) {
    const CollectiveRanges ranges = setup.controller.profile->collectiveRanges;
    const ChannelSettings* channel = channelOf(setup.transmitter, kCollectiveChannel);
    if (ranges == CollectiveRanges::Two || channel == nullptr)
        return stickUp ? "controller.collectiveHighPct"_field : "controller.collectiveLowPct"_field;
    if (ranges == CollectiveRanges::One && stickUp) return "controller.collectiveHighPct"_field;
    return travelPath(setup, *channel, stickUp);
}

std::vector<Edit> rangeEdits(const Setup& setup, std::optional<std::pair<double, double>> highNowWanted,
                             std::optional<std::pair<double, double>> lowNowWanted) {
    const auto impossible = [](const std::optional<std::pair<double, double>>& end) {
        return !end || std::abs(end->first) < 0.05 || (end->first < 0.0) != (end->second < 0.0);
    };
    const CollectiveRanges ranges = setup.controller.profile->collectiveRanges;
    std::vector<Edit> edits;
    if (ranges == CollectiveRanges::Two) {
        for (const bool up : {true, false}) {
            const auto& end = up ? highNowWanted : lowNowWanted;
            const char* field = rangeField(setup.controller, up);
            const double setting = std::get<double>(readField(setup, field)->value);
            if (impossible(end) || setting == 0.0) continue;
            edits.push_back({field, roundToStep(pitchSettingFor({setting, end->first}, end->second).setting, 0.1)});
        }
        return edits;
    }
    const ChannelSettings* channel = channelOf(setup.transmitter, kCollectiveChannel);
    if (channel == nullptr || impossible(highNowWanted) || impossible(lowNowWanted)) return {};
    const TransmitterProfile& tx = setup.transmitter.profile;
    const ControllerProfile& box = setup.controller.profile;
    // the demand each end needs, of a range that stays
    const auto needed = [&](bool up) {
        const double demand = demandOf(box, readsPct(setup, *channel, up ? 100.0 : -100.0));
        const auto& end = up ? *highNowWanted : *lowNowWanted;
        return pitchSettingFor({demand, end.first}, end.second).setting;
    };
    for (const double sent : {-100.0, 100.0})
        if (demandOf(box, readsPct(setup, *channel, sent)) == 0.0) return {};  // an end that is not moved tells no proportion
    double high = needed(true), low = needed(false);
    if (ranges == CollectiveRanges::One) {
        const double most = std::max(std::abs(high), std::abs(low));
        if (most < 0.05) return {};
        edits.push_back({"controller.collectiveHighPct"_field, roundToStep(setup.controller.collectiveHighPct * most, 0.1)});
        high /= most;
        low /= most;
    }
    for (const bool up : {true, false}) {
        const EndTravel end = travelToSend(tx, *channel, up, pulseRead(setup, *channel, 100.0 * (up ? high : low)), true);
        const std::string path = travelPath(setup, *channel, up);
        if (std::abs(std::get<double>(readField(setup, path)->value) - end.pct) > tx.travelStepPct / 2.0) edits.push_back({path, end.pct});
    }
    return edits;
}

std::vector<std::vector<Edit>> offeredRanges(const AuditContext& c) {
    const CollectiveTarget target = collectiveTarget(c.setup.machine);
    std::vector<std::vector<Edit>> out;
    const std::vector<Edit> range = rangeFor(c, target.highDeg, target.lowDeg);
    const Figure& reference = c.figures.referenceDeg;
    std::vector<Edit> throwEdit;
    if (reference.known && reference.value > 0.01)
        throwEdit = {
            {"controller.referencePct"_field,
             roundToStep(
                 pitchSettingFor({c.setup.controller.referencePct, reference.value}, c.setup.controller.profile->referenceDeg).setting,
                 0.1)}};
    out.push_back(throwEdit);
    out.push_back(range);
    std::vector<Edit> both = throwEdit;
    both.insert(both.end(), range.begin(), range.end());
    out.push_back(both);
    std::erase_if(out, [](const std::vector<Edit>& e) { return e.empty(); });
    return out;
}

}  // namespace kh
