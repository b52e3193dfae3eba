// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/carried.h"

#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/limits.h"
#include "model/modeedits.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace kh {

namespace {

const SwitchFunction* functionOf(const TransmitterSettings& tx, std::string_view id) {
    const auto found = std::find_if(tx.functions.begin(), tx.functions.end(), [&](const SwitchFunction& f) { return f.id == id; });
    return found == tx.functions.end() ? nullptr : &*found;
}

/// Of the banks the first is flown while none is asked for; of the others nothing is.
std::string atRest(const ControllerProfile& profile, std::string_view family) {
    if (carriesGain(family)) return std::string(family);  // it is sent at all times
    if (family != "bank") return {};
    for (const TakenWindow* w : windowsOf(profile, family))
        if (w->id == "bank-1") return w->id;
    return {};
}

CarriedPlace placeOf(const Setup& setup, const FunctionChannel& channel, std::string function, double valuePct, std::string wanted) {
    CarriedPlace p{std::move(function), valuePct, 0.0, 0.0, std::move(wanted), {}};
    p.pulseUs = channelOutputUnchecked(valuePct, channelScale(setup.transmitter.profile, channel)).pulseUs;
    p.readingPct = readingPctUnchecked(p.pulseUs, readingScale(*setup.controller.profile));
    for (const TakenWindow* w : windowsOf(setup.controller.profile, channel.id))
        if (p.readingPct >= w->lowPct && p.readingPct <= w->highPct) {
            p.lands = w->id;
            break;
        }
    return p;
}

CarriedPlace placeOf(const Setup& setup, const FunctionChannel& channel, std::string function, double valuePct) {
    std::string wanted = carriesGain(channel.id) ? channel.id : function;
    return placeOf(setup, channel, std::move(function), valuePct, std::move(wanted));
}

/// A channel for a family: the one that follows its switch already, else one that is unused and inhibited, else any unused one.
std::optional<int> carrierNumber(const TransmitterSettings& tx, std::string_view family) {
    for (const SpareChannel& s : tx.spares)
        for (const SwitchFunction& f : tx.functions)
            if (!s.follows.empty() && familyOf(f.id) == family && workedBy(tx, f.when).count(s.follows) != 0) return s.number;
    const std::vector<int> unused = unusedChannels(tx);
    for (const int n : unused)
        if (std::none_of(tx.spares.begin(), tx.spares.end(), [n](const SpareChannel& s) { return s.number == n; })) return n;
    return unused.empty() ? std::nullopt : std::optional(unused.front());
}

/// The last place of a switch that stays where it is put and works nothing yet; none if there is none.
Condition freeSwitch(const TransmitterSettings& tx) {
    PlaceCollector used(tx);
    for (const FlightMode& m : tx.modes) used.add(m.when);
    for (const Condition* c : {&tx.kill.when, &tx.cut.when}) used.add(*c);
    for (const SwitchFunction& f : tx.functions) used.add(f.when);
    for (const int places : {2, 3})
        for (const SwitchProfile& s : tx.profile->switches)
            if (s.places == places && !s.momentary && used.named.count(s.id) == 0 && powerOnPlaceOf(tx, s) != places)
                return {{{s.id, places, ""}}};
    return {};
}

}  // namespace

std::string_view familyOf(std::string_view function) {
    for (const std::string_view family : kCarriedFamilies)
        if (function == family || (function.starts_with(family) && function.substr(family.size()).starts_with('-'))) return family;
    return {};
}

bool carriesGain(std::string_view family) {
    return std::find(kHeadGainFamilies.begin(), kHeadGainFamilies.end(), family) != kHeadGainFamilies.end();
}

const FunctionChannel* carrierOf(const TransmitterSettings& transmitter, std::string_view function) {
    const std::string_view family = familyOf(function);
    for (const FunctionChannel& c : transmitter.functionChannels)
        if (!family.empty() && c.id == family) return &c;
    return nullptr;
}

std::vector<const TakenWindow*> windowsOf(const ControllerProfile& profile, std::string_view family) {
    std::vector<const TakenWindow*> out;
    for (const TakenWindow& w : profile.takes)
        if (familyOf(w.id) == family) out.push_back(&w);
    return out;
}

bool takesFamily(const ControllerProfile& profile, std::string_view family) { return !windowsOf(profile, family).empty(); }

std::vector<CarriedPlace> carriedPlaces(const Setup& setup, const FunctionChannel& channel) {
    std::vector<CarriedPlace> out;
    if (!takesFamily(setup.controller.profile, channel.id)) return out;
    out.push_back(placeOf(setup, channel, {}, channel.restPct, atRest(setup.controller.profile, channel.id)));
    for (const SwitchFunction& f : setup.transmitter.functions)
        if (familyOf(f.id) == channel.id) out.push_back(placeOf(setup, channel, f.id, f.valuePct.value_or(channel.restPct)));
    return out;
}

std::string modeGainPath(std::string_view family, std::string_view mode) {
    return family == kPitchGain ? elementPath("transmitter.modes.{}.pitchGainPct"_field, mode)
                                : elementPath("transmitter.modes.{}.rollGainPct"_field, mode);
}

const std::optional<double>* modeGain(std::string_view family, const FlightMode& mode) {
    if (!carriesGain(family)) return nullptr;
    return family == kPitchGain ? &mode.pitchGainPct : &mode.rollGainPct;
}
std::optional<double>* modeGain(std::string_view family, FlightMode& mode) {
    return const_cast<std::optional<double>*>(modeGain(family, std::as_const(mode)));
}

std::vector<SentGain> sentGains(const Setup& setup, const FunctionChannel& channel) {
    std::vector<SentGain> out;
    if (!carriesGain(channel.id)) return out;
    const bool knob = setup.transmitter.schools.headGain == HeadGainSchool::Knob;
    for (const FlightMode& m : setup.transmitter.modes) {
        const std::optional<double>& own = *modeGain(channel.id, m);
        const bool moded = own && !knob;
        const CarriedPlace p = placeOf(setup, channel, {}, moded ? *own : channel.restPct);
        out.push_back({m.id,
                       moded ? modeGainPath(channel.id, m.id) : elementPath("transmitter.functionChannels.{}.restPct"_field, channel.id),
                       p.valuePct, p.pulseUs, p.readingPct, p.right() && p.readingPct > 0.0});
    }
    return out;
}

std::vector<Edit> heardValues(const Setup& setup, const FunctionChannel& channel) {
    std::vector<Edit> out;
    const auto windows = windowsOf(setup.controller.profile, channel.id);
    for (const CarriedPlace& p : carriedPlaces(setup, channel)) {
        if (p.right()) continue;
        const auto w = std::find_if(windows.begin(), windows.end(), [&](const TakenWindow* x) { return x->id == p.wanted; });
        out.emplace_back(p.function.empty() ? elementPath("transmitter.functionChannels.{}.restPct"_field, channel.id)
                                            : elementPath("transmitter.functions.{}.valuePct"_field, p.function),
                         valueReading(setup, channel, w == windows.end() ? readingOutside(windows) : windowMiddle(**w)));
    }
    return out;
}

double windowMiddle(const TakenWindow& w) { return (std::max(w.lowPct, -100.0) + std::min(w.highPct, 100.0)) / 2.0; }

double readingOutside(const std::vector<const TakenWindow*>& windows) {
    const auto holds = [&](double at) {
        return std::any_of(windows.begin(), windows.end(), [&](const TakenWindow* w) { return at >= w->lowPct && at <= w->highPct; });
    };
    for (const double at : {-100.0, 100.0, 0.0, -50.0, 50.0})
        if (!holds(at)) return at;
    return -100.0;
}

double valueReading(const Setup& setup, const FunctionChannel& channel, double readingPct) {
    const ControllerProfile& box = setup.controller.profile;
    const TransmitterProfile& tx = setup.transmitter.profile;
    const double pulse = box.centreUs + readingPct * box.usPerPct;
    return std::clamp(std::round(valueSending((pulse - tx.centreUs) / tx.usPerPct, channelScale(tx, channel))), -100.0, 100.0);
}

Setup withTakenFunctions(const Setup& setup) {
    Setup out = setup;
    TransmitterSettings& tx = out.transmitter;
    const ControllerProfile& box = setup.controller.profile;
    for (const char* family : kCarriedFamilies) {
        const auto windows = windowsOf(box, family);
        if (windows.empty()) continue;
        const bool had = carrierOf(tx, family) != nullptr;
        if (!had) {
            const auto number = carrierNumber(tx, family);
            if (!number) continue;
            FunctionChannel channel;
            channel.id = family;
            channel.number = *number;
            std::erase_if(tx.spares, [&](const SpareChannel& s) { return s.number == *number; });
            tx.functionChannels.push_back(channel);
        }
        FunctionChannel& channel =
            *std::find_if(tx.functionChannels.begin(), tx.functionChannels.end(), [&](const FunctionChannel& c) { return c.id == family; });
        const std::string rest = atRest(box, family);
        if (!had) {
            const auto w = std::find_if(windows.begin(), windows.end(), [&](const TakenWindow* x) { return x->id == rest; });
            channel.restPct = valueReading(out, channel, w == windows.end() ? readingOutside(windows) : windowMiddle(**w));
        }
        for (const TakenWindow* w : windows) {
            if (w->id == rest) continue;
            if (functionOf(tx, w->id) == nullptr) {
                SwitchFunction f;
                f.id = w->id;
                if (w->id == kArming) f.when = freeSwitch(tx);  // without one the motor never runs
                tx.functions.push_back(f);
            }
            for (SwitchFunction& f : tx.functions)
                if (f.id == w->id && !f.valuePct) f.valuePct = valueReading(out, channel, windowMiddle(*w));
        }
    }
    return out;
}

Setup withSchoolFunctions(const Setup& setup) {
    constexpr double kSecondStep = 0.8;  ///< of the gain itself, to begin
    Setup out = setup;
    TransmitterSettings& tx = out.transmitter;
    const auto add = [&](SwitchFunction f) {
        if (functionOf(tx, f.id) == nullptr && tx.functions.size() < kMaxSwitchFunctions) tx.functions.push_back(std::move(f));
    };
    if (tx.schools.rateMode == RateModeSchool::OwnSwitch && !tx.modes.empty())
        add({.id = kRateMode, .sentPct = -std::abs(tx.modes.front().tailGainPct)});
    if (tx.trainer.hands != TrainerHands::Nothing) add({.id = kTrainer});
    if (tx.schools.headGain == HeadGainSchool::Switch)
        for (const FunctionChannel& c : tx.functionChannels)
            if (carriesGain(c.id)) add({.id = c.id + "-2", .valuePct = std::round(kSecondStep * c.restPct)});
    return out;
}

bool levelHeard(const Setup& setup) {
    const SwitchFunction* level = functionOf(setup.transmitter, "level");
    return level != nullptr && !level->when.empty() && carrierOf(setup.transmitter, "level") != nullptr &&
           takesFamily(setup.controller.profile, "level");
}

}  // namespace kh
