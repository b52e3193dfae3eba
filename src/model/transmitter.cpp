// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/transmitter.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh {

std::string conditionAsTyped(const Condition& condition) {
    std::string out;
    for (const auto& all : condition) {
        if (!out.empty()) out += " | ";
        for (std::size_t i = 0; i < all.size(); ++i) {
            if (i > 0) out += " + ";
            out += all[i].switchId.empty() ? all[i].functionId : fmt::format("{} {}", all[i].switchId, all[i].place);
        }
    }
    return out;
}

namespace {

const SwitchSettings* settingsOf(const TransmitterSettings& transmitter, const SwitchProfile& profile) {
    const auto s =
        std::find_if(transmitter.switches.begin(), transmitter.switches.end(), [&](const SwitchSettings& x) { return x.id == profile.id; });
    return s == transmitter.switches.end() ? nullptr : &*s;
}

}  // namespace

int neutralPlaceOf(const TransmitterSettings& transmitter, const SwitchProfile& profile) {
    const SwitchSettings* s = settingsOf(transmitter, profile);
    return s == nullptr ? 1 : placeWithin(profile, s->neutralPlace);
}

int powerOnPlaceOf(const TransmitterSettings& transmitter, const SwitchProfile& profile) {
    const SwitchSettings* s = settingsOf(transmitter, profile);
    return s == nullptr ? 1 : placeWithin(profile, s->powerOnPlace);
}

}  // namespace kh
