// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/experiments.h"

#include "base/error.h"
#include "procedure/experimentkit.h"

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
    for (const ExperimentStep& s : experiment.steps(setup)) {
        if (!s.isRead()) continue;
        const bool given = i < readings.size() && readings[i];
        if (!given && !s.step.optional) throw InputError(s.step.name, "there is no reading of it");
        if (given && !std::isfinite(*readings[i])) throw InputError(s.step.name, "is no number");
        ++i;
    }
    return experiment.decide(setup, readings);
}

}  // namespace kh
