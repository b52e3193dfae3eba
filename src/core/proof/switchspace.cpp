// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/proof/switchspace.h"

#include "core/base/error.h"

#include <algorithm>
#include <map>

namespace kh {

namespace {

using PlacesNamed = std::map<std::string, std::set<int>>;

/// Collects the places that conditions name; each function is looked into once.
class PlaceCollector {
public:
    explicit PlaceCollector(const TransmitterSettings& tx) : tx_(tx) {}
    void add(const Condition& condition) {
        for (const auto& all : condition)
            for (const Term& t : all) {
                if (!t.switchId.empty()) named[t.switchId].insert(t.place);
                else addFunction(t.functionId);
            }
    }
    PlacesNamed named;

private:
    void addFunction(const std::string& id) {
        const Condition* condition = conditionOf(tx_, id);
        if (condition == nullptr) return;
        const auto [seen, fresh] = open_.emplace(id, true);
        if (!fresh && seen->second) throw InputError("transmitter.functions", "conditions refer to each other in a circle");
        if (!fresh) return;
        add(*condition);
        open_[id] = false;
    }
    const TransmitterSettings& tx_;
    std::map<std::string, bool> open_;  ///< functions looked into; true while their own are
};

}  // namespace

const Condition* conditionOf(const TransmitterSettings& tx, const std::string& function) {
    for (const FlightMode& m : tx.modes)
        if (m.id == function) return &m.when;
    if (function == "kill") return &tx.kill.when;
    if (function == "cut") return &tx.cut.when;
    for (const SwitchFunction& f : tx.functions)
        if (f.id == function) return &f.when;
    return nullptr;
}

std::string conditionPath(const TransmitterSettings& tx, const std::string& function) {
    for (const FlightMode& m : tx.modes)
        if (m.id == function) return "transmitter.modes." + m.id + ".when";
    if (function == "kill" || function == "cut") return "transmitter." + function + ".when";
    return "transmitter.functions." + function + ".when";
}

std::set<std::string> switchesOf(const TransmitterSettings& tx, const Condition& condition) {
    PlaceCollector collector(tx);
    collector.add(condition);
    std::set<std::string> out;
    for (const auto& [id, places] : collector.named) out.insert(id);
    return out;
}

SwitchSpace::SwitchSpace(const Setup& setup, const ChainModel& model, const std::vector<std::size_t>& functions)
    : rest_(model.numbers({}).places) {
    const TransmitterSettings& tx = setup.transmitter;
    PlaceCollector collector(tx);
    for (const std::size_t f : functions)
        if (const Condition* c = conditionOf(tx, model.functionName(f))) collector.add(*c);
    const PlacesNamed& named = collector.named;
    for (std::size_t i = 0; i < tx.profile.switches.size(); ++i) {
        const SwitchProfile& s = tx.profile.switches[i];
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
