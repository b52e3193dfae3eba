// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/profilechecks.h"

#include "base/error.h"
#include "model/accepted.h"
#include "model/carried.h"
#include "model/controllerwords.h"
#include "model/fieldtable.h"
#include "model/menu.h"
#include "model/questions.h"
#include "model/traits.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>
#include <set>
#include <type_traits>

namespace kh {

namespace {

constexpr std::array kSixChannels{"aileron", "elevator", "collective", "rudder", "throttle", "gain"};
constexpr std::size_t kFewestPorts = 3;

void requireBelow(const char* field, double low, const char* other, double high) {
    if (low >= high) throw InputError(field, fmt::format("{} must be less than {}, which is {}", low, other, high));
}

void requireNamed(const std::string& id, const std::string& name) {
    if (id.empty()) throw InputError("id", "is empty; files and documents know the box by it");
    if (name.empty()) throw InputError("name", "is empty; a box needs a name to be chosen by");
}

template <class L>
void requireOnce(const char* field, const L& list) {
    std::set<typename L::value_type> seen;
    for (const auto& one : list)
        if (!seen.insert(one).second) throw InputError(field, fmt::format("{} stands twice", one));
}

/// What is a name in a list of the box becomes part of a field's path in the documents that use it.
template <class L>
void requirePathNames(const char* field, const L& names) {
    requireOnce(field, names);
    for (const std::string& name : names)
        if (!isElementId(name)) throw InputError(field, elementIdProblem(name));
}

template <class L>
std::vector<std::string> idsOf(const L& list) {
    std::vector<std::string> out;
    out.reserve(list.size());
    for (const auto& one : list) out.push_back(one.id);
    return out;
}

void requireTraits(Box box, const std::vector<std::string>& does) {
    requireOnce("alsoDoes", does);
    std::vector<std::string> known;
    for (const Trait& t : traits())
        if (t.box == box) known.emplace_back(t.id);
    for (const std::string& id : does)
        if (traitOf(box, id) == nullptr)
            throw InputError("alsoDoes", fmt::format("\"{}\" is not known; known are {}", id, fmt::join(known, ", ")));
}

template <class P>
void requireUnknown(Box box, const P& p) {
    if (p.unknown.empty()) return;
    Setup holding;
    if constexpr (std::is_same_v<P, TransmitterProfile>) holding.transmitter.profile.edit() = p;
    else if constexpr (std::is_same_v<P, ControllerProfile>) holding.controller.profile.edit() = p;
    else holding.speedController.profile.edit() = p;
    kh::requireUnknown(box, p.unknown, holding);
}

/// How far the numbers of a topic go, in the program's units; 0 where it has none.
double widestRange(Box box, std::string_view topic) {
    double out = 0.0;
    for (const FieldPattern& p : FieldTable::of(Setup{}).patterns())
        if (p.info.home.box == box && topic == p.info.home.topic && p.info.max > p.info.min) out = std::max(out, p.info.max - p.info.min);
    return out;
}

/// How topics are set: of this kind of box, ranges the right way round, steps that fit, no circle of knobs.
template <class P>
void requireSettings(Box box, const P& p) {
    requireOnce("settings", idsOf(p.settings));
    const auto of = [&](const std::string& id) {
        return std::find_if(p.settings.begin(), p.settings.end(), [&](const BoxSetting& s) { return s.id == id; });
    };
    for (const BoxSetting& s : p.settings) {
        if (topicOf(box, s.id) == nullptr) throw InputError("settings", fmt::format("{} is no topic of such a box", s.id));
        if (s.low && s.high && *s.low >= *s.high)
            throw InputError("settings", fmt::format("{}: low must be less than high, which is {}", s.id, *s.high));
        if (s.factory && ((s.low && *s.factory < *s.low) || (s.high && *s.factory > *s.high)))
            throw InputError("settings", fmt::format("{}: {} as it comes is outside of what it takes", s.id, *s.factory));
        for (const BoxScale& scale : p.scales)
            if (scale.id == s.id && s.low && s.high && scale.step > *s.high - *s.low)
                throw InputError("settings", fmt::format("{}: its step of {} is larger than its range", s.id, scale.step));
        if (s.with.empty()) continue;
        if (topicOf(box, s.with) == nullptr) throw InputError("settings", fmt::format("{}: {} is no topic of such a box", s.id, s.with));
        std::set<std::string> seen{s.id};
        for (auto next = of(s.with); next != p.settings.end() && !next->with.empty(); next = of(next->with))
            if (!seen.insert(next->id).second || next->with == s.id)
                throw InputError("settings", fmt::format("{} and {} set each other in a circle", s.id, s.with));
    }
}

/// Check points: states there are, windows the right way round.
void requireChecks(const ControllerProfile& p) {
    requireOnce("checks", idsOf(p.checks));
    for (const CheckWindow& w : p.checks) {
        if (std::find(kCheckStates.begin(), kCheckStates.end(), w.id) == kCheckStates.end())
            throw InputError("checks", fmt::format("{} is no check point; those are {}", w.id, fmt::join(kCheckStates, ", ")));
        if (w.lowPct >= w.highPct)
            throw InputError("checks", fmt::format("{}: lowPct must be less than highPct, which is {}", w.id, w.highPct));
    }
}

/// What a controller takes: functions it can take, windows the right way round that do not overlap within a family; edges may touch.
void requireTaken(const ControllerProfile& p) {
    requirePathNames("takes", idsOf(p.takes));
    for (const TakenWindow& w : p.takes) {
        if (familyOf(w.id).empty())
            throw InputError(
                "takes", fmt::format("{} is no function that comes on a channel; those are {}", w.id, fmt::join(kCarriedFamilies, ", ")));
        if (w.lowPct >= w.highPct)
            throw InputError("takes", fmt::format("{}: lowPct must be less than highPct, which is {}", w.id, w.highPct));
        for (const TakenWindow& other : p.takes)
            if (&other < &w && familyOf(other.id) == familyOf(w.id) && other.lowPct < w.highPct && w.lowPct < other.highPct)
                throw InputError("takes", fmt::format("{} and {} overlap", other.id, w.id));
    }
    for (const std::string& function : p.monitor.turned)
        if (std::find(kSixChannels.begin(), kSixChannels.end(), function) == kSixChannels.end())
            throw InputError("monitor",
                             fmt::format("{} is no function of its monitor; those are {}", function, fmt::join(kSixChannels, ", ")));
}

/// The channels of a box for a plate: the six.
void requireSixInOrder(const ControllerProfile& p) {
    for (const char* function : kSixChannels)
        if (std::find(p.channelOrder.begin(), p.channelOrder.end(), function) == p.channelOrder.end())
            throw InputError("channelOrder", fmt::format("{} is missing; all six are needed: {}", function, fmt::join(kSixChannels, ", ")));
    if (p.channelOrder.size() != kSixChannels.size())
        throw InputError("channelOrder", fmt::format("{} entries; exactly {} are needed: {}", p.channelOrder.size(), kSixChannels.size(),
                                                     fmt::join(kSixChannels, ", ")));
}

/// Of one that is flown by modes: the four sticks, and what it takes on channels of their own.
void requireOwnOrder(const ControllerProfile& p) {
    constexpr std::array kFourSticks{"aileron", "elevator", "throttle", "rudder"};
    for (const char* function : kFourSticks)
        if (std::find(p.channelOrder.begin(), p.channelOrder.end(), function) == p.channelOrder.end())
            throw InputError("channelOrder",
                             fmt::format("{} is missing; the four sticks are needed: {}", function, fmt::join(kFourSticks, ", ")));
    for (const std::string& id : p.channelOrder)
        if (std::find(kFourSticks.begin(), kFourSticks.end(), id) == kFourSticks.end() && (familyOf(id) != id || windowsOf(p, id).empty()))
            throw InputError("channelOrder", fmt::format("{} is neither a stick nor anything it takes on a channel of its own", id));
}

/// Lines of its text export: each key stands once, for a setting of such a box.
template <class P>
void requireExports(Box box, const P& p) {
    requirePathNames("exports", idsOf(p.exports));
    std::set<std::string> keys;
    for (const BoxExport& e : p.exports) {
        if (e.key.empty() || !keys.insert(e.key).second)
            throw InputError("exports", e.key.empty() ? std::string("a key is empty") : fmt::format("{} stands twice", e.key));
        if (e.setting.empty()) continue;  // not said yet
        const FieldPattern* setting = FieldTable::of(Setup{}).patternOf(e.setting);
        if (setting == nullptr || setting->info.home.box != box || setting->info.home.fact || *setting->info.home.topic == 0)
            throw InputError("exports", fmt::format("{}: {} is no setting of such a box", e.key, e.setting));
    }
}

/// Menu, scales and words name topics there are.
template <class P>
void requireWriting(Box box, const P& p) {
    requireMenu(box, p.menu);
    requireSettings(box, p);
    requireExports(box, p);
    for (const BoxScale& s : p.scales) {
        if (topicOf(box, s.id) == nullptr) throw InputError("scales", fmt::format("{} is no topic of such a box", s.id));
        if (s.perUnit == 0.0) throw InputError("scales", fmt::format("{} shows the same for every value: perUnit must not be 0", s.id));
        if (const double range = widestRange(box, s.id) * std::abs(s.perUnit); range > 0.0 && s.step > range)
            throw InputError("scales", fmt::format("{}: its step of {} is larger than its whole range, which is {}", s.id, s.step, range));
    }
    for (const BoxWord& w : p.words)
        if (topicOf(box, w.id.substr(0, w.id.find(':'))) == nullptr || w.id.find(':') == std::string::npos || w.says.empty())
            throw InputError("words", fmt::format("{} is no word: it is written as topic:word, and says something", w.id));
}

}  // namespace

void requireConsistent(const TransmitterProfile& p) {
    requireNamed(p.id, p.name);
    requireWriting(Box::Transmitter, p);
    requireUnknown(Box::Transmitter, p);
    requireTraits(Box::Transmitter, p.alsoDoes);
    requirePathNames("switches", idsOf(p.switches));
    for (const SwitchProfile& s : p.switches) {
        if (!s.words.empty() && s.words.size() != static_cast<std::size_t>(s.places))
            throw InputError("switches", fmt::format("{} has {} places and words for {}", s.id, s.places, s.words.size()));
        requireOnce("switches", s.words);
    }
    const auto fits = [&](int places) {
        return std::any_of(p.switches.begin(), p.switches.end(),
                           [&](const SwitchProfile& s) { return s.places == places && !s.momentary; });
    };
    if (!fits(3) || !fits(2))
        throw InputError("switches",
                         "a switch of three places, for the flight modes, and one of two that stays where it is put, for hold, "
                         "are needed");
    if (p.channels < static_cast<int>(kSixChannels.size()))
        throw InputError("channels",
                         fmt::format("{} are too few: a helicopter with a controller takes {}", p.channels, kSixChannels.size()));
    requireOnce("curveCounts", p.curveCounts);
    if (!p.curveCounts.empty() && p.curvePoints != static_cast<int>(*std::max_element(p.curveCounts.begin(), p.curveCounts.end())))
        throw InputError("curveCounts", fmt::format("list up to {} points; curvePoints says {}",
                                                    *std::max_element(p.curveCounts.begin(), p.curveCounts.end()), p.curvePoints));
    if (p.travelStepPct > p.travelLimitPct || p.subTrimStepPct > p.travelLimitPct)
        throw InputError(p.travelStepPct > p.travelLimitPct ? "travelStepPct" : "subTrimStepPct", "is larger than the whole travel");
    if (!p.expoTable.empty()) requireExpoTable(p.expoTable);
    if (p.flightModes < 4)
        throw InputError("flightModes", fmt::format("{} are too few: Normal, two idle-ups and hold are four", p.flightModes));
}

void requireConsistent(const ControllerProfile& p) {
    requireNamed(p.id, p.name);
    requireWriting(Box::Controller, p);
    requireUnknown(Box::Controller, p);
    requireTraits(Box::Controller, p.alsoDoes);
    requireTaken(p);
    requireChecks(p);
    requirePathNames("ports", p.ports);
    requireOnce("channelOrder", p.channelOrder);
    if (fliesByModes(p)) requireOwnOrder(p);
    else requireSixInOrder(p);
    if (!fliesByModes(p) && p.ports.size() < kFewestPorts)
        throw InputError("ports", fmt::format("{} are too few: a plate has {} servos or more", p.ports.size(), kFewestPorts));
    if (p.layouts.empty()) throw InputError("layouts", "is empty: the box must know one layout of the plate");
    if (p.mountings.empty()) throw InputError("mountings", "is empty: the box must know one way of sitting in the machine");
    requireOnce("mountings", p.mountings);
    for (const std::string& word : p.mountings)
        if (!mountingOf(word))
            throw InputError("mountings",
                             fmt::format("\"{}\" is no mounting; one is written as \"{}\"", word, kMountingChoices.front().id));
    const bool servos = !fliesByModes(p);
    if (servos && p.pulsesUs.empty()) throw InputError("pulsesUs", "is empty: the box must send some pulse");
    if (servos && p.ratesHz.empty()) throw InputError("ratesHz", "is empty: the box must send at some rate");
    for (const double hz : p.ratesHz)
        if (std::all_of(p.pulsesUs.begin(), p.pulsesUs.end(), [&](double us) { return us + p.usableStrokeUs >= 1e6 / hz; }))
            throw InputError("ratesHz", fmt::format("at {} Hz a frame lasts {:.0f} µs, shorter than any pulse of the box", hz, 1e6 / hz));
    if (p.usableStrokeUs < p.strokeUs * 0.5)
        throw InputError("usableStrokeUs",
                         fmt::format("{} is less than half the stroke of a full demand, which is {}", p.usableStrokeUs, p.strokeUs));
    requireBelow("trimStepUs", p.trimStepUs, "trimSafeUs", p.trimSafeUs);
    requireBelow("tailWindowLowPct", p.tailWindowLowPct, "tailWindowHighPct", p.tailWindowHighPct);
}

void requireConsistent(const SpeedControllerProfile& p) {
    requireNamed(p.id, p.name);
    requireWriting(Box::SpeedController, p);
    requireUnknown(Box::SpeedController, p);
    requireTraits(Box::SpeedController, p.alsoDoes);
    requireBelow("acceptsLowUs", p.acceptsLowUs, "acceptsHighUs", p.acceptsHighUs);
}

void requireConsistent(const ReceiverProfile& p) { requireNamed(p.id, p.name); }

void requireConsistent(const ServoProfile& p) {
    requireNamed(p.id, p.name);
    if (p.minVolts && p.maxVolts) requireBelow("minVolts", *p.minVolts, "maxVolts", *p.maxVolts);
    if (p.pulseUs && p.maxHz && *p.pulseUs >= 1e6 / *p.maxHz)
        throw InputError("maxHz", fmt::format("at {} Hz a frame lasts {:.0f} µs, shorter than its own pulse of {} µs", *p.maxHz,
                                              1e6 / *p.maxHz, *p.pulseUs));
}

}  // namespace kh
