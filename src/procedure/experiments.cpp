// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/experiments.h"

#include "base/error.h"
#include "base/typed.h"
#include "model/monitor.h"
#include "procedure/experimentkit.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

std::span<const BoxExperiment> boxExperiments() {
    static const std::vector<BoxExperiment> all = [] {
        std::vector<BoxExperiment> both(channelExperiments().begin(), channelExperiments().end());
        both.insert(both.end(), seenExperiments().begin(), seenExperiments().end());
        return both;
    }();
    return all;
}

const BoxExperiment* experimentFor(const BoxQuestion& question) {
    for (const BoxExperiment& e : boxExperiments())
        if (e.kind == question.kind &&
            std::any_of(e.decides.begin(), e.decides.end(), [&](const char* key) { return std::string_view(key) == question.key; }))
            return &e;
    return nullptr;
}

std::vector<Decided> decidedBy(const BoxExperiment& experiment, const Setup& setup, Readings readings) {
    std::size_t i = 0;
    std::string shown;  // numbers as they were read, in the order of the steps
    for (const ExperimentStep& s : experiment.steps(setup)) {
        if (!s.isRead()) continue;
        const bool given = i < readings.size() && readings[i];
        if (!given && !s.step.optional) throw InputError(s.step.name, "there is no reading of it");
        if (given && !std::isfinite(*readings[i])) throw InputError(s.step.name, "is no number");
        if (given && s.words.empty()) {
            const bool monitor = s.step.box == Box::Controller && std::string_view(s.step.unit) == "%";
            const std::string unit = monitor                                   ? monitorUnit(setup.controller.profile)
                                     : std::string_view(s.step.unit) == "gain" ? ""
                                                                               : s.step.unit;
            shown += fmt::format("{}{}{}{}", shown.empty() ? "" : ", ", plainNumber(*readings[i]), unit.empty() ? "" : " ", unit);
        }
        ++i;
    }
    std::vector<Decided> decided = experiment.decide(setup, readings);
    for (Decided& d : decided) d.read.readings = shown;
    return decided;
}

}  // namespace kh
