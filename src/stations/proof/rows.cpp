// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/dependencies.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "stations/kit/rowbuilder.h"
#include "stations/proof/proof.h"

#include <array>
#include <optional>
#include <string_view>

namespace kh {

namespace {

/// Whether a field that a property speaks of was said by nobody yet. A condition that is empty says nothing.
bool saidByNobody(const Setup& setup, const std::string& path) {
    const std::optional<Field> field = readField(setup, path);
    if (!field) return false;
    const auto* condition = std::get_if<Condition>(&field->value);
    if (condition != nullptr && condition->empty()) return false;
    return standingOf(setup, path) == Standing::Default;
}

/// Whether a property speaks of what is only a default: that proves nothing.
bool restsOnDefaults(const Setup& setup, std::string_view property) {
    const TransmitterSettings& tx = setup.transmitter;
    for (const std::string_view pattern : restsOn(property)) {
        if (pattern.find("{}") == std::string_view::npos) {
            if (saidByNobody(setup, std::string(pattern))) return true;
            continue;
        }
        const bool throttle = pattern.ends_with(".throttle");
        if (pattern.starts_with("transmitter.modes.")) {
            for (const FlightMode& m : tx.modes)
                if (!(throttle && m.id == kHoldMode) && saidByNobody(setup, elementPath(pattern, m.id))) return true;
        } else {
            for (const SwitchFunction& f : tx.functions)
                if (saidByNobody(setup, elementPath(pattern, f.id))) return true;
        }
    }
    return false;
}

}  // namespace

StationPage proofRows(const RowBuilder& b) {
    // the properties asked of it, then one row each for danger, warning and note
    StationPage proof{Station::Proof, {}};
    for (const PropertyEntry& p : propertiesOf(b.setup())) {
        Row r;
        r.id = p.id;
        r.title = say(p.title);
        if (b.proved() != nullptr)
            for (const PropertyResult& result : b.proved()->properties)
                if (result.id == p.id) {
                    r.standing = result.holds && !restsOnDefaults(b.setup(), p.id) ? Standing::Proved : Standing::Computed;
                    r.broken = !result.holds && result.finding.severity == Severity::Danger;
                }
        proof.rows.push_back(std::move(r));
    }
    const std::array<Severity, 3> severities{Severity::Danger, Severity::Warning, Severity::Note};
    for (const Severity s : severities) {
        Row r;
        r.id = std::string("proof-") + severityId(s);
        r.title = s == Severity::Danger ? say(KH_TR("Dangers")) : s == Severity::Warning ? say(KH_TR("Warnings")) : say(KH_TR("Notes"));
        r.standing = Standing::Computed;
        r.broken = s == Severity::Danger && b.evaluation().count(s) > 0;
        proof.rows.push_back(std::move(r));
    }
    return proof;
}

}  // namespace kh
