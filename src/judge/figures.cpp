// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/figures.h"

#include "base/conventions.h"
#include "base/error.h"
#include "judge/figurebuilder.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/names.h"

#include <algorithm>
#include <cmath>

namespace kh {

KH_SPECIAL_MEMBERS_OF(Figure);

Figure FigureBuilder::make(const char* title, FigureShape shape, const FigureInputs& inputs,
                           const std::function<double(Derivation&)>& compute, std::span<const FigureNeed> needed) const {
    Figure f;
    f.unit = shape.unit;
    f.decimals = shape.decimals;
    f.sign = shape.sign;
    f.why.wanted = words;
    if (words) {
        f.why.title = say(title);
        f.why.inputs = inputs.all();
    }
    for (const auto& [path, there] : needed)
        if (!there) {
            f.missing = path;
            if (words) f.why.line(KH_TR("not known: {field}"), {{"field", fieldTitle(setup, path)}});
            return f;
        }
    try {
        f.value = compute(f.why);
        f.known = std::isfinite(f.value);
    } catch (const InputError& e) {
        f.missing = e.field();
        if (words) f.why.line(KH_TR("cannot be computed: {reason}"), {{"reason", refusal(setup, e)}});
        return f;
    }
    if (!words) return f;
    const Number shown{f.value, f.decimals, f.sign};
    if (*f.unit == 0) f.why.line(KH_TR("= {v}"), {{"v", shown}});
    else f.why.line(KH_TR("= {v} {unit}"), {{"v", shown}, {"unit", std::string(f.unit)}});
    return f;
}

void FigureBuilder::span(Figure& f, double low, double high) {
    if (!f.known) return;
    f.band = std::array{low, high};
    if (f.why.lines.empty()) return;
    const Number a{low, f.decimals, f.sign}, b{high, f.decimals, f.sign};
    f.why.lines.back() = *f.unit == 0 ? say(KH_TR("= {a} … {b}"), {{"a", a}, {"b", b}})
                                      : say(KH_TR("= {a} … {b} {unit}"), {{"a", a}, {"b", b}, {"unit", std::string(f.unit)}});
}

GearTrain FigureBuilder::gears() const {
    const PowerTrain& p = setup.machine.power;
    return {p.mainTeeth.value_or(0), p.pinionTeeth.value_or(0), secondStageRatio(p)};
}

std::vector<std::string> FigureBuilder::gearPaths() const {
    if (!words) return {};
    const PowerTrain& p = setup.machine.power;
    std::vector<std::string> paths{"machine.power.mainTeeth"_field, "machine.power.pinionTeeth"_field};
    if (p.secondMainTeeth && p.secondPinionTeeth)
        paths.insert(paths.end(), {"machine.power.secondMainTeeth"_field, "machine.power.secondPinionTeeth"_field});
    else paths.emplace_back("machine.power.secondStage"_field);
    return paths;
}

double Figures::bladeDegAt(double pitchPct) const {
    return pitchPct / 100.0 * (pitchPct >= 0.0 ? collectiveHighDeg.value : -collectiveLowDeg.value);
}

CurveReadout curveReadout(const Setup& setup, const ChainModel& model, const Figures& figures, std::size_t mode, CurveKind kind,
                          double valuePct) {
    CurveReadout out;
    const bool pitch = kind == CurveKind::Pitch;
    if (const ChannelSettings* channel = channelOf(setup.transmitter, pitch ? kCollectiveChannel : kThrottleChannel))
        out.pulseUs = channelOutputUnchecked(pitch ? valuePct : channelPctFromThrottlePct(valuePct),
                                             channelScale(setup.transmitter.profile, *channel))
                          .pulseUs;
    if (pitch) out.bladeDeg = figures.bladeDegAt(valuePct);
    else if (double rpm = 0.0; model.headSpeedAt(model.motorPctOf(valuePct), mode, rpm)) out.headRpm = rpm;
    return out;
}

const ModeFigures* Figures::mode(const std::string& id) const {
    const auto f = std::find_if(modes.begin(), modes.end(), [&](const ModeFigures& m) { return m.id == id; });
    return f == modes.end() ? nullptr : &*f;
}

const ChannelFigures* Figures::channel(const std::string& id) const {
    const auto f = std::find_if(channels.begin(), channels.end(), [&](const ChannelFigures& c) { return c.id == id; });
    return f == channels.end() ? nullptr : &*f;
}

Figures computeFigures(const Setup& setup, const ChainModel& model, const ChainModel& asked, std::span<const FigureMaker> makers,
                       const Effort& effort) {
    Figures out;
    JudgeMemory own;
    const FigureBuilder builder{setup, model, asked, out, effort.words, effort.memory == nullptr ? own : *effort.memory};
    for (const FigureMaker make : makers) make(builder);
    return out;
}

}  // namespace kh
