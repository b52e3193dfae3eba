// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/modeedits.h"
#include "model/carried.h"

#include "base/error.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <map>

namespace kh {

namespace {

const FlightMode& modeOf(const Setup& setup, const std::string& id) {
    for (const FlightMode& m : setup.transmitter.modes)
        if (m.id == id) return m;
    throw InputError("transmitter.modes"_field, fmt::format("{} is not a mode of this model", id));
}

bool isStraight(const Curve& c) {
    const Curve line = lineCurve(-100.0, 100.0, c.points.size());
    return c == line;
}

}  // namespace

std::vector<Edit> copyMode(const Setup& setup, const std::string& from, const std::string& to) {
    const FlightMode& source = modeOf(setup, from);
    const FlightMode& target = modeOf(setup, to);
    const std::string base = "transmitter.modes." + target.id + ".";
    std::vector<Edit> edits{{base + "pitch", source.pitch}, {base + "tailGainPct", source.tailGainPct}};
    if (source.id != kHoldMode && target.id != kHoldMode) edits.push_back({base + "throttle", source.throttle});
    const std::array<std::pair<const char*, const AxisRates*>, 3> axes{
        {{"aileron", &source.aileron}, {"elevator", &source.elevator}, {"rudder", &source.rudder}}};
    for (const auto& [axis, rates] : axes) {
        edits.push_back({base + axis + ".ratePct", rates->ratePct});
        edits.push_back({base + axis + ".expoPct", rates->expoPct});
    }
    return edits;
}

Setup withModeAfter(const Setup& setup, const std::string& id) {
    const auto& modes = setup.transmitter.modes;
    if (static_cast<int>(modes.size()) >= setup.transmitter.profile->flightModes)
        throw InputError("transmitter.modes"_field,
                         fmt::format("{} has {} flight modes, and all are in use", setup.transmitter.profile->name, modes.size()));
    FlightMode added = modeOf(setup, id == kHoldMode ? modes.front().id : id);
    int number = 1;
    const auto taken = [&](const std::string& name) {
        return std::any_of(modes.begin(), modes.end(), [&](const FlightMode& m) { return m.id == name; });
    };
    while (taken(fmt::format("idle{}", number))) ++number;
    added.id = fmt::format("idle{}", number);
    added.name = fmt::format("Idle-up {}", number);
    added.when.clear();
    Setup out = setup;
    auto at = std::find_if(out.transmitter.modes.begin(), out.transmitter.modes.end(), [&](const FlightMode& m) { return m.id == id; });
    if (id != kHoldMode) ++at;
    out.transmitter.modes.insert(at, std::move(added));
    return out;
}

Setup withoutMode(const Setup& setup, const std::string& id) {
    (void)modeOf(setup, id);
    if (id == kHoldMode) throw InputError("transmitter.modes.hold.when"_field, "hold stays: it is what keeps the rotor still");
    const auto& modes = setup.transmitter.modes;
    const auto base = std::find_if(modes.begin(), modes.end(), [](const FlightMode& m) { return m.id != kHoldMode; });
    if (base->id == id)
        throw InputError(elementPath("transmitter.modes.{}.when"_field, id),
                         "the first mode stays: it flies when no switch asks for another");
    Setup out = setup;
    std::erase_if(out.transmitter.modes, [&](const FlightMode& m) { return m.id == id; });
    for (auto* acts : {&out.transmitter.hold.actsIn, &out.transmitter.kill.actsIn, &out.transmitter.cut.actsIn})
        if (*acts) std::erase(**acts, id);
    for (std::string* named : {&out.transmitter.hold.autorotationFrom, &out.transmitter.alarms.timerMode})
        if (*named == id) *named = base->id;
    std::erase_if(out.standings, [&](const auto& s) { return s.first.starts_with("transmitter.modes." + id + "."); });
    return out;
}

std::vector<Edit> benchState(const Setup& setup) {
    const TransmitterSettings& tx = setup.transmitter;
    std::vector<Edit> edits;
    const auto number = [&](const std::string& path, double now, double wanted) {
        if (now != wanted) edits.push_back({path, wanted});
    };
    for (const ChannelSettings& c : tx.channels) {
        const std::string base = "transmitter.channels." + c.id + ".";
        number(base + "travelLowPct", c.travelLowPct, 100.0);
        number(base + "travelHighPct", c.travelHighPct, 100.0);
        number(base + "subTrimPct", c.subTrimPct, 0.0);
    }
    if (tx.swashMixing != SwashMixing::Off) edits.push_back({"transmitter.swashMixing"_field, std::string("off")});
    if (tx.trims.live) edits.push_back({"transmitter.trims.live"_field, false});
    for (const FlightMode& m : tx.modes)
        if (m.id != kHoldMode && !isStraight(m.pitch))
            edits.push_back({elementPath("transmitter.modes.{}.pitch"_field, m.id), lineCurve(-100.0, 100.0, m.pitch.points.size())});
    return edits;
}

const char* rangeField(const ControllerSettings& controller, bool stickUp) {
    return stickUp != controller.directions.collectiveReversed ? "controller.collectiveHighPct"_field : "controller.collectiveLowPct"_field;
}

const FlightMode* modeById(const TransmitterSettings& tx, const std::string& id) {
    const auto m = std::find_if(tx.modes.begin(), tx.modes.end(), [&](const FlightMode& x) { return x.id == id; });
    return m == tx.modes.end() ? nullptr : &*m;
}

std::vector<Edit> holdMirrorEdits(const TransmitterSettings& tx) {
    std::vector<Edit> edits;
    const FlightMode* hold = modeById(tx, kHoldMode);
    const FlightMode* from = modeById(tx, tx.hold.autorotationFrom);
    if (hold == nullptr || from == nullptr) return edits;
    const std::array<const char*, 3> names{"aileron", "elevator", "rudder"};
    const std::array<const AxisRates*, 3> held{&hold->aileron, &hold->elevator, &hold->rudder};
    const std::array<const AxisRates*, 3> flown{&from->aileron, &from->elevator, &from->rudder};
    for (std::size_t i = 0; i < 3; ++i) {
        const std::string base = std::string("transmitter.modes.hold.") + names[i];
        if (held[i]->ratePct != flown[i]->ratePct) edits.push_back({base + ".ratePct", flown[i]->ratePct});
        if (held[i]->expoPct != flown[i]->expoPct) edits.push_back({base + ".expoPct", flown[i]->expoPct});
    }
    const bool rate = tx.schools.holdTail == HoldTailSchool::Rate && hold->tailGainPct < 0.0;  // by choice
    if (!rate && hold->tailGainPct != from->tailGainPct) edits.push_back({"transmitter.modes.hold.tailGainPct"_field, from->tailGainPct});
    for (const char* family : kHeadGainFamilies) {
        if (carrierOf(tx, family) == nullptr || tx.schools.headGain == HeadGainSchool::Knob) continue;
        const std::optional<double>&now = *modeGain(family, *hold), &before = *modeGain(family, *from);
        if (now == before) continue;
        edits.push_back({modeGainPath(family, kHoldMode), before ? FieldValue(*before) : FieldValue(std::monostate{})});
    }
    return edits;
}

std::vector<Edit> controllerOrder(const Setup& setup) {
    std::vector<Edit> edits;
    const std::vector<std::string>& order = channelMap(setup.controller);
    for (std::size_t i = 0; i < order.size(); ++i) {
        const int wanted = static_cast<int>(i) + 1;
        if (const ChannelSettings* c = channelOf(setup.transmitter, order[i]); c != nullptr && c->number != wanted)
            edits.push_back({elementPath("transmitter.channels.{}.number"_field, c->id), static_cast<double>(wanted)});
        if (const FunctionChannel* c = carrierOf(setup.transmitter, order[i]); c != nullptr && c->id == order[i] && c->number != wanted)
            edits.push_back({elementPath("transmitter.functionChannels.{}.number"_field, c->id), static_cast<double>(wanted)});
    }
    return edits;
}

std::vector<Edit> mapOfChannels(const Setup& setup) {
    std::map<int, std::string> byNumber;
    for (const std::string& id : channelMap(setup.controller)) {
        if (const ChannelSettings* c = channelOf(setup.transmitter, id)) byNumber[c->number] = id;
        else if (const FunctionChannel* f = carrierOf(setup.transmitter, id)) byNumber[f->number] = id;
    }
    std::vector<std::string> map;
    for (const auto& [number, id] : byNumber) {
        if (number != static_cast<int>(map.size()) + 1) return {};
        map.push_back(id);
    }
    return {{"controller.receiver.map"_field, FieldValue(map)}};
}

std::vector<int> unusedChannels(const TransmitterSettings& transmitter) {
    std::vector<int> out;
    for (int n = 1; n <= transmitter.profile->channels; ++n)
        if (std::none_of(transmitter.channels.begin(), transmitter.channels.end(),
                         [n](const ChannelSettings& c) { return c.number == n; }) &&
            std::none_of(transmitter.functionChannels.begin(), transmitter.functionChannels.end(),
                         [n](const FunctionChannel& c) { return c.number == n; }))
            out.push_back(n);
    return out;
}

bool carriesFunction(const TransmitterSettings& transmitter, const SpareChannel& spare) {
    if (spare.follows.empty()) return false;
    return std::any_of(transmitter.functions.begin(), transmitter.functions.end(), [&](const SwitchFunction& f) {
        if (!f.id.starts_with("gain-") && familyOf(f.id).empty()) return false;
        return workedBy(transmitter, f.when).count(spare.follows) != 0;
    });
}

std::vector<Edit> inhibitEdits(const TransmitterSettings& transmitter) {
    std::vector<Edit> out{{"transmitter.unusedInhibited"_field, true}};
    for (const SpareChannel& s : transmitter.spares)
        if (!s.follows.empty() && !carriesFunction(transmitter, s))
            out.push_back({elementPath("transmitter.spares.{}.follows"_field, s.id), std::string()});
    return out;
}

Setup withSpares(const Setup& setup, const std::vector<SpareChannel>& spares) {
    const std::vector<int> unused = unusedChannels(setup.transmitter);
    for (const SpareChannel& s : spares) {
        if (std::find(unused.begin(), unused.end(), s.number) == unused.end())
            throw InputError("transmitter.spares"_field,
                             fmt::format("channel {} is not an unused channel of {}", s.number, setup.transmitter.profile->name));
        const auto& switches = setup.transmitter.profile->switches;
        if (!s.follows.empty() && std::none_of(switches.begin(), switches.end(), [&](const SwitchProfile& p) { return p.id == s.follows; }))
            throw InputError("transmitter.spares"_field, fmt::format("{} has no switch {}", setup.transmitter.profile->name, s.follows));
    }
    Setup out = setup;
    out.transmitter.spares = spares;
    out.transmitter.unusedInhibited =
        std::all_of(spares.begin(), spares.end(), [&](const SpareChannel& s) { return carriesFunction(setup.transmitter, s); });
    return out;
}

Setup withSpare(const Setup& setup, int number, const std::string& sends) {
    std::vector<SpareChannel> spares = setup.transmitter.spares;
    std::erase_if(spares, [number](const SpareChannel& s) { return s.number == number; });
    if (sends != kSpareInhibited) spares.push_back({fmt::format("ch{}", number), number, sends == kSpareCentre ? std::string() : sends});
    std::sort(spares.begin(), spares.end(), [](const SpareChannel& a, const SpareChannel& b) { return a.number < b.number; });
    return withSpares(setup, spares);
}

Setup asTemplate(const Setup& setup) {
    Setup out = setup;
    out.revision = 0;
    out.standings.clear();
    out.readings.clear();
    out.accepted.clear();
    out.carried = InBoxes{};
    out.machine.name = setup.machine.name + " template";
    PowerTrain& p = out.machine.power;
    p.kv.reset();
    p.poles.reset();
    p.mainTeeth.reset();
    p.pinionTeeth.reset();
    p.capacityMah.reset();
    p.loggedMahPerMin.reset();
    p.plannedMahPerMin.reset();
    p.motor.clear();
    out.machine.aircraft.facts().makeTemplate();
    out.machine.supply = {};
    for (PortSettings& port : out.controller.ports) port.trimUs = 0.0;
    out.controller.tail.trimUs = 0.0;
    out.speedController.calibration.clear();
    return out;
}

}  // namespace kh
