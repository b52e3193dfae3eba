// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/harm.h"

#include "model/fieldpatterns.h"
#include "procedure/registry.h"

#include <algorithm>
#include <array>
#include <string_view>

namespace kh {

namespace {

constexpr std::array<std::string_view, 4> kSettings{"controller.pulseUs"_field, "controller.rateHz"_field, "controller.tail.pulseUs"_field,
                                                    "controller.tail.rateHz"_field};
constexpr std::array<std::string_view, 5> kHarms{"servo-rate", "servo-pulse", "frame-period", "tail-rate", "tail-pulse"};

}  // namespace

std::optional<Finding> harmfulSetting(const Setup& after, const std::vector<Edit>& edits) {
    const auto entered = [&](const Edit& fix) {
        return std::any_of(edits.begin(), edits.end(), [&](const Edit& e) { return e.path == fix.path && e.value != fix.value; });
    };
    if (std::none_of(edits.begin(), edits.end(),
                     [](const Edit& e) { return std::find(kSettings.begin(), kSettings.end(), e.path) != kSettings.end(); }))
        return std::nullopt;
    for (Finding& f : evaluate(after).findings) {
        const bool harms =
            std::any_of(kHarms.begin(), kHarms.end(), [&](std::string_view id) { return std::string_view(f.id).starts_with(id); });
        if (harms && std::any_of(f.fix.begin(), f.fix.end(), entered)) return std::move(f);
    }
    return std::nullopt;
}

}  // namespace kh
