// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/switches/switchlogic.h"

#include "base/conventions.h"

#include <algorithm>

namespace kh {

namespace {

constexpr std::uint64_t kProgressEvery = 1U << 16U;
constexpr std::uint64_t kMostWalked = 1U << 20U;  ///< ten used switches of three places, and more; a second
constexpr std::uint64_t kMostTries = 1U << 22U;

std::vector<std::size_t> throttleFunctions(const Setup& setup, const ChainModel& model) {
    std::vector<std::size_t> out(setup.transmitter.modes.size() + 2);  // modes, kill, cut: the first of functionName
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = i;
    if (const auto arming = model.armingFunction()) out.push_back(*arming);
    if (const auto pupil = model.pupilFunction()) out.push_back(*pupil);
    return out;
}

std::vector<std::size_t> allFunctions(const ChainModel& model) {
    std::vector<std::size_t> out(model.functionCount());
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = i;
    return out;
}

}  // namespace

SwitchLogic::SwitchLogic(const Setup& setup, const ChainModel& model, const ProofProgress& progress)
    : throttle(setup, model, throttleFunctions(setup, model)), everything(setup, model, allFunctions(model)), setup_(setup), model_(model) {
    const auto& modes = setup.transmitter.modes;
    for (std::size_t i = 0; i < modes.size(); ++i) {
        if (modes[i].id == kHoldMode) hold_ = i;
        else modeFunctions_.push_back(i);
    }
    kill_ = modes.size();
    cut_ = modes.size() + 1;
    latch_ = !setup.transmitter.cut.when.empty();
    combinations = latch_ ? 2 : 1;
    for (const SwitchProfile& s : setup.transmitter.profile->switches) combinations *= static_cast<std::uint64_t>(s.places);
    walked = std::min(throttle.size(), kMostWalked) * (latch_ ? 2 : 1);
    untried = throttle.size() - std::min(throttle.size(), kMostWalked);
    for (std::size_t i = 0; i < setup.transmitter.profile->switches.size(); ++i) {
        const auto& axes = everything.axes();
        if (std::none_of(axes.begin(), axes.end(), [&](const SwitchAxis& a) { return a.index == i; }))
            free.push_back(setup.transmitter.profile->switches[i].id);
    }
    walk(progress);
}

LogicKey SwitchLogic::keyAt(const SwitchPlaces& places, bool latched) const {
    LogicKey key;
    key.beneath = static_cast<std::uint8_t>(modeFunctions_.front());
    for (std::size_t i = 1; i < modeFunctions_.size(); ++i)
        if (model_.functionActive(modeFunctions_[i], places)) key.beneath = static_cast<std::uint8_t>(modeFunctions_[i]);
    key.holdAsked = hold_ && model_.functionActive(*hold_, places);
    key.kill = model_.functionActive(kill_, places);
    key.cut = latched || model_.functionActive(cut_, places);
    key.disarmed = model_.disarmedAt(places);
    key.pupil = model_.pupilFunction() && model_.functionActive(*model_.pupilFunction(), places);
    return key;
}

void SwitchLogic::walk(const ProofProgress& progress) {
    const std::uint64_t n = std::min(throttle.size(), kMostWalked);
    std::uint64_t others = 1;  // places of the switches that do not matter here
    {
        std::uint64_t all = 1;
        for (const SwitchProfile& s : setup_.transmitter.profile->switches) all *= static_cast<std::uint64_t>(s.places);
        std::uint64_t mine = 1;
        for (const SwitchAxis& a : throttle.axes()) mine *= a.classOf.size();
        others = all / mine;
    }
    // every key that occurs gets a small number, kept for each combination
    std::map<LogicKey, std::uint16_t> numbers;
    std::vector<std::uint16_t> at(static_cast<std::size_t>(n));
    std::vector<LogicKey> byNumber;
    for (std::uint64_t i = 0; i < n; ++i) {
        if (progress && i % kProgressEvery == 0 && !progress(i, n)) {
            cancelled = true;
            return;
        }
        const LogicKey key = keyAt(throttle.places(i), false);
        const auto [entry, fresh] = numbers.emplace(key, static_cast<std::uint16_t>(byNumber.size()));
        if (fresh) byNumber.push_back(key);
        at[static_cast<std::size_t>(i)] = entry->second;
        const std::uint64_t states = throttle.weight(i) * others;
        const auto [s, first] = seen.emplace(key, Seen{i, false, 0});
        s->second.states += states;
        (void)first;
        if (latch_) {
            LogicKey cut = key;
            cut.cut = true;
            seen.emplace(cut, Seen{i, true, 0}).first->second.states += states;
        }
    }
    for (const auto& [key, s] : seen) keys.push_back(key);
    // what one switch changes, the others as they are
    for (std::size_t a = 0; a < throttle.axes().size(); ++a) {
        const SwitchAxis& axis = throttle.axes()[a];
        const std::size_t classes = axis.placeOf.size();
        auto& table = differs_[axis.index];
        table.assign(classes, std::vector<std::uint8_t>(classes, 0));
        for (std::uint64_t i = 0; i < n; ++i) {
            if (throttle.classAt(i, a) != 0) continue;
            if (throttle.moved(i, a, classes - 1) >= n) continue;  // not tried
            for (std::size_t x = 0; x + 1 < classes; ++x)
                for (std::size_t y = x + 1; y < classes; ++y)
                    if (at[static_cast<std::size_t>(throttle.moved(i, a, x))] != at[static_cast<std::size_t>(throttle.moved(i, a, y))])
                        table[x][y] = table[y][x] = 1;
            for (std::size_t place = 0; place + 1 < axis.classOf.size(); ++place) {  // neighbouring places
                if (axis.classOf[place] == axis.classOf[place + 1]) continue;
                const std::uint64_t p = throttle.moved(i, a, axis.classOf[place]);
                const std::uint64_t q = throttle.moved(i, a, axis.classOf[place + 1]);
                const LogicKey& from = byNumber[at[static_cast<std::size_t>(p)]];
                const LogicKey& to = byNumber[at[static_cast<std::size_t>(q)]];
                if (from.beneath == to.beneath || from.stopped() || to.stopped()) continue;
                changes.emplace(std::pair(from.beneath, to.beneath), Change{p, q});
            }
        }
    }
}

std::optional<bool> SwitchLogic::changesAnything(std::size_t switchIndex, int place, int other) const {
    const auto inModes = differs_.find(switchIndex);
    if (inModes != differs_.end())
        for (const SwitchAxis& axis : throttle.axes()) {
            if (axis.index != switchIndex) continue;
            const std::size_t x = axis.classOf[static_cast<std::size_t>(place) - 1];
            const std::size_t y = axis.classOf[static_cast<std::size_t>(other) - 1];
            if (inModes->second[x][y] != 0) return true;
            if (untried > 0) return std::nullopt;
        }
    // every other function over the switches it depends on
    for (std::size_t f = cut_ + 1; f < model_.functionCount(); ++f) {
        const SwitchSpace space(setup_, model_, {f});
        for (std::size_t a = 0; a < space.axes().size(); ++a) {
            if (space.axes()[a].index != switchIndex) continue;
            const std::size_t x = space.axes()[a].classOf[static_cast<std::size_t>(place) - 1];
            const std::size_t y = space.axes()[a].classOf[static_cast<std::size_t>(other) - 1];
            if (tries_ + space.size() > kMostTries) return std::nullopt;
            tries_ += space.size();
            for (std::uint64_t i = 0; i < space.size(); ++i)
                if (model_.functionActive(f, space.places(space.moved(i, a, x))) !=
                    model_.functionActive(f, space.places(space.moved(i, a, y))))
                    return true;
        }
    }
    return false;
}

void ProofContext::refute(PropertyResult& r, Finding finding) const {
    r.holds = false;
    finding.id = r.id;
    finding.title = r.finding.title;
    r.finding = std::move(finding);
}

std::optional<std::size_t> ProofContext::function(const std::string& id) const {
    for (std::size_t f = 0; f < model.functionCount(); ++f)
        if (model.functionName(f) == id) return f;
    return std::nullopt;
}

PartialDeck ProofContext::deckAt(const SwitchLogic::Seen& seen, PartialDeck sticks) const {
    const SwitchPlaces places = logic.throttle.places(seen.first);
    for (const SwitchAxis& a : logic.throttle.axes())
        sticks.switches[setup.transmitter.profile->switches[a.index].id] = static_cast<int>(static_cast<unsigned char>(places[a.index]));
    if (seen.latched) sticks.cutLatched = true;
    return sticks;
}

DeckNumbers ProofContext::numbersAt(const SwitchLogic::Seen& seen, double collective, double trim) const {
    DeckNumbers deck;
    deck.sticks.collective = collective;
    deck.throttleTrim = trim;
    deck.cutLatched = seen.latched;
    deck.places = logic.throttle.places(seen.first);
    return deck;
}

bool ProofContext::motorOffIfReversed(double throttlePct) const {
    const ChannelSettings* channel = channelOf(setup.transmitter, kThrottleChannel);
    if (channel == nullptr) return false;
    ChannelSettings turned = *channel;
    turned.reversed = !turned.reversed;
    const double us =
        channelOutputUnchecked(channelPctFromThrottlePct(throttlePct), channelScale(setup.transmitter.profile, turned)).pulseUs;
    return figures.motor.off(us);
}

}  // namespace kh
