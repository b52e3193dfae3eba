// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/finding.h"

#include "model/fieldpatterns.h"

#include <algorithm>
#include <array>
#include <string_view>

namespace kh {

const char* severityId(Severity severity) {
    switch (severity) {
        case Severity::Danger: return KH_TR("danger");
        case Severity::Warning: return KH_TR("warning");
        case Severity::Note: return KH_TR("note");
    }
    return "";
}

namespace {

/// Whether a path is the given one or lies below it.
bool leadsInto(std::string_view path, std::string_view above) {
    const auto steps = static_cast<std::size_t>(std::count(above.begin(), above.end(), '.')) + 1;
    std::size_t end = 0;
    for (std::size_t i = 0; i < steps; ++i) {
        end = path.find('.', end == 0 ? 0 : end + 1);
        if (end == std::string_view::npos) return i + 1 == steps && followsPattern(path, above);
    }
    return followsPattern(path.substr(0, end), above);
}

}  // namespace

Function tracedFunction(const AircraftClass& aircraft, const Finding& finding) {
    const auto each = [&](auto fits) -> std::optional<Function> {
        for (std::size_t i = 0; i < aircraft.functionCount(); ++i)
            if (fits(aircraft.functions[i])) return static_cast<Function>(i);
        return std::nullopt;
    };
    if (finding.witness) {
        const PartialDeck& to = finding.witness->to;
        const auto moved = [&](const std::optional<double>& stick, double Sticks::*member) {
            if (stick.value_or(0.0) == 0.0) return std::optional<Function>();
            return each([&](const FunctionEntry& e) { return e.source == FunctionSource::Rated && e.stick == member; });
        };
        if (to.rates && !aircraft.gyros.empty()) return aircraft.gyro(to.rates->rollDegS != 0.0 ? 0 : to.rates->pitchDegS != 0.0 ? 1 : 2);
        if (const auto f = moved(to.rudder, &Sticks::rudder)) return *f;
        if (const auto f = moved(to.aileron, &Sticks::aileron)) return *f;
        if (const auto f = moved(to.elevator, &Sticks::elevator)) return *f;
    }
    const auto shown = each([&](const FunctionEntry& e) {
        return std::any_of(e.fields.begin(), e.fields.end(), [&](const char* path) { return leadsInto(finding.subject, path); });
    });
    return shown.value_or(aircraft.usual);
}

}  // namespace kh
