// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/windows.h"

#include "base/conventions.h"
#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>
#include <set>

namespace kh {

namespace {

constexpr double kMostCurvePct = 100.0;

bool within(double value, double low, double high) { return value >= low - kRoundingFuzz && value <= high + kRoundingFuzz; }

void requireWindows(const std::vector<ModeWindow>& windows) {
    if (windows.empty()) throw InputError("windows", "there is none: one a mode is needed");
    std::set<std::string> modes;
    for (std::size_t i = 0; i < windows.size(); ++i) {
        const ModeWindow& w = windows[i];
        requireFinite("windows", w.lowUs);
        requireFinite("windows", w.highUs);
        if (w.lowUs >= w.highUs) throw InputError("windows", fmt::format("{}: its low must be less than its high", w.mode));
        if (!modes.insert(w.mode).second) throw InputError("windows", fmt::format("{} has two", w.mode));
        if (i > 0 && w.lowUs < windows[i - 1].highUs - kRoundingFuzz)
            throw InputError("windows", fmt::format("{} and {} overlap", windows[i - 1].mode, w.mode));
    }
}

}  // namespace

CheckPoint checkPoint(const CheckPointIn& in, Derivation* why) {
    requireWithin("curvePct", in.curvePct, -kMostCurvePct, kMostCurvePct);
    requirePositive("travelPct", in.travelPct);
    requirePositive("transmitterUsPerPct", in.transmitterUsPerPct);
    requirePositive("controllerUsPerPct", in.controllerUsPerPct);
    requireFinite("lowPct", in.lowPct);
    requireFinite("highPct", in.highPct);
    requirePositive("stepPct", in.stepPct);
    if (in.lowPct >= in.highPct) throw InputError("lowPct", "must be less than highPct");
    const double k = shareFromPct(in.travelPct) * in.transmitterUsPerPct / in.controllerUsPerPct;
    const auto inside = [&](double value) { return within(value * k, in.lowPct, in.highPct); };
    CheckPoint out;
    out.readingPct = in.curvePct * k;
    out.met = inside(in.curvePct);
    const double most = std::floor(kMostCurvePct / in.stepPct + kRoundingFuzz) * in.stepPct;
    out.curvePct = std::clamp(roundToStep((in.lowPct + in.highPct) / 2.0 / k, in.stepPct), -most, most);
    out.reachable = inside(out.curvePct);
    if (why != nullptr) {
        why->line(KH_TR("it reads {c} % · {k} = {r} %; the window is {a} … {b} %"), {{"c", signedNum(in.curvePct, 1)},
                                                                                     {"k", num(k, 3)},
                                                                                     {"r", signedNum(out.readingPct, 1)},
                                                                                     {"a", signedNum(in.lowPct, 1)},
                                                                                     {"b", signedNum(in.highPct, 1)}});
        why->line(KH_TR("the middle of the window is at {v} %, to the step of {s} %"),
                  {{"v", signedNum(out.curvePct, 1)}, {"s", num(in.stepPct, 1)}});
    }
    return out;
}

const ModeWindow* windowAt(std::span<const ModeWindow> windows, double us) {
    const ModeWindow* found = nullptr;
    for (const ModeWindow& w : windows) {
        if (!within(us, w.lowUs, w.highUs)) continue;
        if (found != nullptr) return nullptr;
        found = &w;
    }
    return found;
}

ModePlaces modePlaces(std::vector<ModeWindow> windows, const std::vector<double>& placesUs, double clearUs) {
    requireNotNegative("clearUs", clearUs);
    for (const double us : placesUs) requirePositive("placesUs", us);
    std::stable_sort(windows.begin(), windows.end(), [](const ModeWindow& a, const ModeWindow& b) { return a.lowUs < b.lowUs; });
    requireWindows(windows);
    ModePlaces out;
    std::vector<int> reached(windows.size(), 0);
    bool clear = !placesUs.empty();
    for (const double us : placesUs) {
        ModePlace& place = out.places.emplace_back();
        if (const ModeWindow* found = windowAt(windows, us); found != nullptr) {
            const std::size_t at = static_cast<std::size_t>(found - windows.data());
            const ModeWindow& w = *found;
            const bool lowInner = at > 0, highInner = at + 1 < windows.size();
            const double low = us - w.lowUs, high = w.highUs - us;
            const double margin = lowInner == highInner ? std::min(low, high) : lowInner ? low : high;
            place = {w.mode, std::max(0.0, margin), margin >= clearUs - kRoundingFuzz};
            ++reached[at];
        }
        clear = clear && place.clear;
    }
    out.sound = clear && std::all_of(reached.begin(), reached.end(), [](int n) { return n == 1; });
    return out;
}

}  // namespace kh
