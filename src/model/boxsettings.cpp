// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/boxsettings.h"

#include "base/conventions.h"
#include "model/amounts.h"
#include "model/fieldtable.h"
#include "model/topics.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace kh {

namespace {

constexpr double kSameShown = 1e-6;

/// A profile's own step of what has no scale of the box's, in the program's units; 0: none.
double ownStep(const Setup& setup, std::string_view topic) {
    if (topic == "travel"_topic) return setup.transmitter.profile->travelStepPct;
    if (topic == "sub-trim"_topic) return setup.transmitter.profile->subTrimStepPct;
    if (topic == "servo-trim"_topic) return setup.controller.profile->trimStepUs;
    return 0.0;
}

const FieldPattern* settingPattern(const Setup& setup, std::string_view path) {
    const FieldPattern* p = FieldTable::of(setup).patternOf(path);
    return p == nullptr || p->info.home.fact || *p->info.home.topic == 0 ? nullptr : p;
}

}  // namespace

const std::vector<BoxSetting>& settingsOf(const Setup& setup, Box box) {
    static const std::vector<BoxSetting> none;
    switch (box) {
        case Box::Transmitter: return setup.transmitter.profile->settings;
        case Box::Controller: return setup.controller.profile->settings;
        case Box::SpeedController: return setup.speedController.profile->settings;
        case Box::Machine:
        case Box::Bench: break;
    }
    return none;
}

const BoxSetting* settingOf(const Setup& setup, std::string_view path) {
    const FieldPattern* p = settingPattern(setup, path);
    if (p == nullptr) return nullptr;
    for (const BoxSetting& s : settingsOf(setup, p->info.home.box))
        if (s.id == p->info.home.topic) return &s;
    return nullptr;
}

std::vector<Message> settingWords(const Setup& setup, Box box, const BoxSetting& setting) {
    std::vector<Message> out;
    switch (setting.at) {
        case SetAt::Menu: break;
        case SetAt::Program: out.push_back(say(KH_TR("set in its program"))); break;
        case SetAt::OtherBox: out.push_back(say(KH_TR("set in the other box"))); break;
        case SetAt::TelemetryPage: out.push_back(say(KH_TR("set on a telemetry page of the transmitter"))); break;
        case SetAt::Sticks: out.push_back(say(KH_TR("set by sticks and button"))); break;
        case SetAt::File: out.push_back(say(KH_TR("set in a file"))); break;
    }
    switch (setting.how) {
        case SetHow::Value: break;
        case SetHow::ByEye: out.push_back(say(KH_TR("adjusted by eye, no number is shown"))); break;
        case SetHow::Gesture: out.push_back(say(KH_TR("learned, not typed"))); break;
        case SetHow::Binding: out.push_back(say(KH_TR("stored when receiver and transmitter are bound"))); break;
    }
    if (setting.acts == SetActs::Saved) out.push_back(say(KH_TR("acts when it is saved")));
    if (setting.acts == SetActs::PowerCycled) out.push_back(say(KH_TR("acts after switching off and on")));
    if (const Topic* with = topicOf(box, setting.with)) out.push_back(say(KH_TR("the same knob sets {t}"), {{"t", say(with->title)}}));
    const auto shown = [&](double v) {
        for (const FieldPattern& p : FieldTable::of(setup).patterns())
            if (p.info.home.box == box && setting.id == p.info.home.topic) {
                const ScaleRef scale = scaleOf(setup, p.pattern());
                return say(KH_TR("{v}"), {{"v", Amount{scale->value(v), scale}}});
            }
        return say(KH_TR("{v}"), {{"v", num(v, 2)}});
    };
    if (setting.low && setting.high)
        out.push_back(say(KH_TR("takes {a} … {b}"), {{"a", shown(*setting.low)}, {"b", shown(*setting.high)}}));
    else if (setting.low) out.push_back(say(KH_TR("takes {a} or more"), {{"a", shown(*setting.low)}}));
    else if (setting.high) out.push_back(say(KH_TR("takes {b} or less"), {{"b", shown(*setting.high)}}));
    if (setting.factory) out.push_back(say(KH_TR("comes as {v}"), {{"v", shown(*setting.factory)}}));
    return out;
}

HeldNumber heldNumber(const Setup& setup, std::string_view path, double value) {
    HeldNumber out{value};
    const FieldPattern* p = settingPattern(setup, path);
    if (p == nullptr) return out;
    const ScaleRef scale = scaleOf(setup, path);
    if (scale->writing != Scale::Writing::Number) {  // a mode and a whole size
        out.value = std::copysign(roundToStep(std::abs(value), 1.0), value);
        out.rounded = std::abs(out.value - value) > kSameShown;
        return out;
    }
    double shown = scale->shown(value);
    const double own = ownStep(setup, p->info.home.topic);
    const double step = scale->step > 0.0 ? scale->step : own * std::abs(scale->factor);
    if (step > 0.0) {
        double on = roundToStep(shown, step);
        // the last step within its range, where the range is no whole number of them
        const double to = (on - scale->offset) / scale->factor;
        const bool within = p->info.max > p->info.min && value >= p->info.min && value <= p->info.max;
        if (within && (to > p->info.max + kSameShown || to < p->info.min - kSameShown))
            on -= std::copysign(step, (to > p->info.max ? 1.0 : -1.0) * scale->factor);
        out.rounded = std::abs(on - shown) > kSameShown;
        shown = on;
    }
    if (const BoxSetting* s = settingOf(setup, path)) {
        constexpr double kAny = std::numeric_limits<double>::infinity();
        const auto [low, high] = std::minmax({s->low.value_or(-kAny), s->high.value_or(kAny)});  // a document may hold them either way
        const double in = std::clamp(shown, low, high);
        out.beyond = std::abs(in - shown) > kSameShown;
        shown = in;
    }
    if (!out.exact()) out.value = scale->value(shown);
    return out;
}

std::optional<FieldValue> heldValue(const Setup& setup, std::string_view path) {
    const auto field = readField(setup, path);
    if (!field) return std::nullopt;
    if (const double* v = std::get_if<double>(&field->value)) {
        const HeldNumber held = heldNumber(setup, path, *v);
        return held.exact() ? std::nullopt : std::optional<FieldValue>(held.value);
    }
    if (const Curve* c = std::get_if<Curve>(&field->value)) {
        Curve typed = *c;
        bool exact = true;
        for (CurvePoint& point : typed.points) {
            const HeldNumber held = heldNumber(setup, path, point.y - c->offsetPct);
            exact = exact && held.exact();
            point.y = std::clamp(held.value + c->offsetPct, field->info.min, std::max(field->info.min, field->info.max));
        }
        return exact ? std::nullopt : std::optional<FieldValue>(typed);
    }
    return std::nullopt;
}

std::vector<OwnRange> ownRanges(const Setup& setup) {
    std::vector<OwnRange> out;
    const auto ranged = [](const BoxSetting& s) { return s.low || s.high; };
    const auto any = [&](Box box) {
        const auto& all = settingsOf(setup, box);
        return std::any_of(all.begin(), all.end(), ranged);
    };
    if (!any(Box::Transmitter) && !any(Box::Controller) && !any(Box::SpeedController)) return out;
    for (const std::string& path : allPaths(setup)) {
        const BoxSetting* s = settingOf(setup, path);
        if (s == nullptr || !ranged(*s) || typingOf(setup, path).topic == nullptr) continue;
        const auto field = readField(setup, path);
        if (!field || !std::holds_alternative<double>(field->value)) continue;
        const ScaleRef scale = scaleOf(setup, path);
        const double a = s->low ? scale->value(*s->low) : field->info.min, b = s->high ? scale->value(*s->high) : field->info.max;
        out.push_back({path, std::min(a, b), std::max(a, b)});
    }
    return out;
}

}  // namespace kh
