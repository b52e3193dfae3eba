// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/helicopter/candidates.h"

#include "base/conventions.h"
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
    const ControllerSettings& box = c.setup.controller;
    const Figure& high = c.figures.collectiveHighDeg;
    const Figure& low = c.figures.collectiveLowDeg;
    std::vector<Edit> edits;
    const auto end = [&](bool up, double nowDeg, double wantedDeg) {
        const char* field = rangeField(box, up);
        const double setting = std::get<double>(readField(c.setup, field)->value);
        if (setting == 0.0 || std::abs(nowDeg) < 0.05 || (nowDeg < 0.0) != (wantedDeg < 0.0)) return;
        const double value = roundToStep(pitchSettingFor({setting, nowDeg}, wantedDeg).setting, 0.1);
        edits.push_back({field, value});
    };
    if (high.known) end(true, high.value, highDeg);
    if (low.known) end(false, low.value, lowDeg);
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
