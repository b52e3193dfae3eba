// SPDX-License-Identifier: GPL-3.0-or-later
//
// The next value to try where a box shows states, not numbers.
#pragma once

#include <algorithm>
#include <cmath>
#include <optional>
#include <span>

namespace kh {

/// What was seen at a value: too little, right, or too much.
enum class Seen { Short = -1, Full = 0, Over = 1 };
struct SeenAt {
    double value = 0.0;
    Seen seen = Seen::Full;
};

struct NextTry {
    double value = 0.0;             ///< to set
    bool found = false;             ///< it is the answer: nothing finer can be typed, or it was seen right
    std::optional<double> shortAt;  ///< the highest that was too little
    std::optional<double> overAt;   ///< the lowest that was too much
    bool contradicts = false;       ///< a higher value was seen too little than one that was too much
    [[nodiscard]] std::optional<double> width() const { return shortAt && overAt ? std::optional(*overAt - *shortAt) : std::nullopt; }
};

/// Halves between the highest that is too little and the lowest that is too much; a step outwards while one of them is not known. Where
/// they are neighbours the lower stands, which is never too much.
/// @param tried  the newest last, at least one  @param step  of what can be typed, > 0  @param low,high  of what can be typed
[[nodiscard]] inline NextTry nextTry(std::span<const SeenAt> tried, double step, double low, double high) {
    constexpr double kOutwards = 0.1, kSame = 1e-9;
    NextTry out;
    const SeenAt& now = tried.back();
    std::optional<double> full;
    for (const SeenAt& t : tried) {
        if (t.seen == Seen::Short) out.shortAt = std::max(out.shortAt.value_or(t.value), t.value);
        if (t.seen == Seen::Over) out.overAt = std::min(out.overAt.value_or(t.value), t.value);
        if (t.seen == Seen::Full) full = t.value;
    }
    out.contradicts = out.shortAt && out.overAt && *out.shortAt >= *out.overAt - kSame;
    const auto typed = [&](double v) { return std::clamp(std::round(v / step) * step, low, high); };
    if (now.seen == Seen::Full || out.contradicts) {
        out.value = now.value;
        out.found = now.seen == Seen::Full;
        return out;
    }
    if (out.shortAt && out.overAt) {
        if (*out.overAt - *out.shortAt <= step + kSame) {  // neighbours
            out.value = full.value_or(*out.shortAt);
            out.found = true;
            return out;
        }
        out.value =
            std::clamp(std::floor((*out.shortAt + *out.overAt) / 2.0 / step + kSame) * step, *out.shortAt + step, *out.overAt - step);
        return out;
    }
    const double away = std::max(step, std::abs(now.value) * kOutwards);
    out.value = typed(now.seen == Seen::Short ? now.value + away : now.value - away);
    out.found = std::abs(out.value - now.value) < kSame;  // there is no more of it
    return out;
}

}  // namespace kh
