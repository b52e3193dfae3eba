// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/switches/switchspace.h"

#include "base/error.h"
#include "model/conditions.h"

#include <algorithm>
#include <map>

namespace kh {

SwitchSpace::SwitchSpace(const Setup& setup, const ChainModel& model, const std::vector<std::size_t>& functions)
    : rest_(model.numbers({}).places) {
    const TransmitterSettings& tx = setup.transmitter;
    PlaceCollector collector(tx);
    for (const std::size_t f : functions)
        if (const Condition* c = conditionOf(tx, model.functionName(f))) collector.add(*c);
    const PlacesNamed& named = collector.named;
    for (std::size_t i = 0; i < tx.profile->switches.size(); ++i) {
        const SwitchProfile& s = tx.profile->switches[i];
        const auto places = named.find(s.id);
        if (places == named.end()) continue;
        SwitchAxis axis{i, {}, {}, {}};
        std::size_t unnamed = SIZE_MAX;
        for (int place = 1; place <= s.places; ++place) {
            if (places->second.count(place) == 0 && unnamed != SIZE_MAX) {
                ++axis.weights[unnamed];
                axis.classOf.push_back(static_cast<std::uint8_t>(unnamed));
                continue;
            }
            if (places->second.count(place) == 0) unnamed = axis.placeOf.size();
            axis.classOf.push_back(static_cast<std::uint8_t>(axis.placeOf.size()));
            axis.placeOf.push_back(static_cast<std::int8_t>(place));
            axis.weights.push_back(1);
        }
        strides_.push_back(size_);
        size_ *= axis.placeOf.size();
        axes_.push_back(std::move(axis));
    }
}

std::size_t SwitchSpace::classAt(std::uint64_t combination, std::size_t axis) const {
    return static_cast<std::size_t>(combination / strides_[axis] % axes_[axis].placeOf.size());
}

std::uint64_t SwitchSpace::weight(std::uint64_t combination) const {
    std::uint64_t w = 1;
    for (std::size_t a = 0; a < axes_.size(); ++a) w *= axes_[a].weights[classAt(combination, a)];
    return w;
}

SwitchPlaces SwitchSpace::places(std::uint64_t combination) const {
    SwitchPlaces out = rest_;
    for (const SwitchAxis& axis : axes_) {
        const auto n = static_cast<std::uint64_t>(axis.placeOf.size());
        out[axis.index] = axis.placeOf[static_cast<std::size_t>(combination % n)];
        combination /= n;
    }
    return out;
}

std::uint64_t SwitchSpace::moved(std::uint64_t combination, std::size_t axis, std::size_t to) const {
    return combination + strides_[axis] * static_cast<std::uint64_t>(to) - strides_[axis] * classAt(combination, axis);
}

}  // namespace kh
