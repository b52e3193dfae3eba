// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/names.h"

#include "model/describe.h"
#include "model/fieldpatterns.h"
#include "model/fieldtable.h"

#include <fmt/format.h>
#include <array>
#include <cctype>

namespace kh {

namespace {

/// "bank-2" as "Bank" and "2".
struct Numbered {
    const char* prefix;
    const char* title;
};
constexpr std::array kNumbered{Numbered{"bank-", KH_TR("Bank {n}")},
                               Numbered{"gain-", KH_TR("Gain step {n}")},
                               Numbered{"head-gain-", KH_TR("Head gain step {n}")},
                               Numbered{"roll-gain-", KH_TR("Roll gain step {n}")},
                               Numbered{"pitch-gain-", KH_TR("Pitch gain step {n}")},
                               Numbered{"logic-", KH_TR("Logical switch {n}")}};
struct Known {
    const char* id;
    const char* title;
};
constexpr std::array kFunctions{Known{"kill", KH_TR("Kill")},
                                Known{"cut", KH_TR("Cut")},
                                Known{"rescue", KH_TR("Rescue")},
                                Known{"bail-out", KH_TR("Bail-out")},
                                Known{"timer", KH_TR("Timer")},
                                Known{kTrainer, KH_TR("Trainer link")},
                                Known{"voice", KH_TR("Voice read-out")},
                                Known{"level", KH_TR("Level")},
                                Known{"arming", KH_TR("Arming")},
                                Known{"bank", KH_TR("Bank")},
                                Known{"setup", KH_TR("Set-up button")},
                                Known{"head-gain", KH_TR("Head gain")},
                                Known{"roll-gain", KH_TR("Roll gain")},
                                Known{"pitch-gain", KH_TR("Pitch gain")},
                                Known{"flight", KH_TR("Flight mode")},
                                Known{"flight-level", KH_TR("Level")},
                                Known{"flight-anchor", KH_TR("Anchor")},
                                Known{"flight-free", KH_TR("Free")},
                                Known{"flight-angle", KH_TR("Angle")},
                                Known{"flight-rates", KH_TR("Rates")},
                                Known{"home", KH_TR("Return home")},
                                Known{"home-off", KH_TR("Return home off")},
                                Known{kRateMode, KH_TR("Rate mode")}};
/// An id or the name of an argument as words: "settingAzimuthsDeg" is "setting azimuths", "night-light" "night light".
std::string asWords(std::string_view id) {
    for (const std::string_view unit : {"Deg", "Mm", "Us", "Pct", "Rpm", "Hz"})
        if (id.size() > unit.size() && id.ends_with(unit)) id.remove_suffix(unit.size());
    std::string out;
    for (const char c : id) {
        if (std::isupper(static_cast<unsigned char>(c)) != 0 && !out.empty() && out.back() != ' ') out += ' ';
        out += c == '-' || c == '.' || c == '_' ? ' ' : static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    }
    return out;
}

Message own(std::string_view words) { return say(KH_TR("{name}"), {{"name", std::string(words)}}); }

template <class Table>
Message knownTitle(const Table& table, std::string_view id) {
    for (const Known& k : table)
        if (id == k.id) return say(k.title);
    return own(asWords(id));
}

Message titled(const Setup& setup, std::string_view path, bool brief) {
    const FieldTable& table = FieldTable::of(setup);
    const FieldPattern* pattern = table.patternOf(path);
    const ListPattern* list = table.listOf(path);
    if (pattern == nullptr) {
        if (path.starts_with("rows.")) return say(KH_TR("what was seen on the machine before"));
        return list != nullptr ? say(list->name) : own(asWords(path));
    }
    Message leaf = say(brief && pattern->title.brief != nullptr ? pattern->title.brief : pattern->title.title);
    if (brief) return leaf;
    Message element;
    if (list != nullptr) {
        const std::string_view rest = path.substr(list->path.size() + 1);
        const std::string_view id = rest.substr(0, rest.find('.'));
        const void* found = table.element(setup, *list, id);
        element = found == nullptr ? own(asWords(id)) : list->access.name(found);
    }
    std::vector<const char*> groups = pattern->groups;
    if (element.empty() && !groups.empty()) {
        element = say(groups.front());
        groups.erase(groups.begin());
    }
    Message field = leaf;
    for (auto g = groups.rbegin(); g != groups.rend(); ++g) field = say(KH_TR("{group} {field}"), {{"group", say(*g)}, {"field", field}});
    if (element.empty()) return field;
    return say(KH_TR("{element}: {field}"), {{"element", element}, {"field", field}});
}

}  // namespace

Message plainWords(std::string_view id) { return own(asWords(id)); }

Message fieldTitle(const Setup& setup, std::string_view path) { return titled(setup, path, false); }
Message fieldBrief(const Setup& setup, std::string_view path) { return titled(setup, path, true); }

std::string boxName(const Setup& setup, Box box) {
    switch (box) {
        case Box::Transmitter: return setup.transmitter.profile->name;
        case Box::Controller: return setup.controller.profile->name;
        case Box::SpeedController: return setup.speedController.profile->name;
        case Box::Machine:
        case Box::Bench: break;
    }
    return setup.machine.name;
}

bool namesMode(std::string_view path) {
    return path == "transmitter.hold.autorotationFrom"_field || path == "transmitter.alarms.timerMode"_field;
}

Message functionTitle(const TransmitterSettings& tx, std::string_view function) {
    for (const FlightMode& m : tx.modes)
        if (m.id == function) return own(m.name);
    for (const Numbered& n : kNumbered)
        if (function.starts_with(n.prefix)) return say(n.title, {{"n", std::string(function.substr(std::string_view(n.prefix).size()))}});
    return knownTitle(kFunctions, function);
}

Message channelTitle(std::string_view function) {
    for (const AircraftClass* aircraft : aircraftClasses())
        if (const auto f = aircraft->find(function)) return say(aircraft->entry(*f).title);
    return own(asWords(function));
}

Message conditionTitle(const TransmitterSettings& tx, const Condition& condition) {
    std::string out;
    for (const auto& all : condition) {
        if (!out.empty()) out += " | ";
        for (std::size_t i = 0; i < all.size(); ++i) {
            if (i > 0) out += " + ";
            out += all[i].switchId.empty() ? render(functionTitle(tx, all[i].functionId))
                                           : fmt::format("{} {}", all[i].switchId, all[i].place);
        }
    }
    return out.empty() ? say(KH_TR("none")) : own(out);
}

Message elementName(const ChannelSettings& channel) { return channelTitle(channel.id); }
Message elementName(const FunctionChannel& channel) { return functionTitle({}, channel.id); }
Message elementName(const SpareChannel& channel) { return say(KH_TR("Channel {n}"), {{"n", num(channel.number)}}); }
Message elementName(const FlightMode& mode) { return own(mode.name); }
Message elementName(const SwitchSettings& settings) { return say(KH_TR("Switch {s}"), {{"s", settings.id}}); }
Message elementName(const SwitchProfile& profile) { return say(KH_TR("Switch {s}"), {{"s", profile.id}}); }
Message elementName(const SwitchFunction& function) { return functionTitle({}, function.id); }
Message elementName(const PortSettings& port) { return say(KH_TR("Port {p}"), {{"p", port.id}}); }
Message elementName(const Bank& bank) { return say(KH_TR("Bank {n}"), {{"n", bank.id}}); }
Message elementName(const Lead& lead) { return say(KH_TR("Lead {n}"), {{"n", lead.id}}); }
Message elementName(const CalibrationPoint& point) { return say(KH_TR("Logged at {t} %"), {{"t", num(point.throttlePct, 1)}}); }
Message elementName(const MenuEntry& entry) { return own(entry.title); }
Message elementName(const BoxSetting& setting) { return say(KH_TR("How {w} is set"), {{"w", own(asWords(setting.id))}}); }
Message elementName(const BoxScale& scale) { return say(KH_TR("Scale of {w}"), {{"w", own(asWords(scale.id))}}); }
Message elementName(const TakenWindow& window) { return functionTitle({}, window.id); }
Message elementName(const BoxWord& word) { return say(KH_TR("Word for {w}"), {{"w", own(asWords(word.id))}}); }
Message checkTitle(std::string_view state) {
    constexpr std::array<const char*, kCheckStates.size()> titles{
        KH_TR("collective low"), KH_TR("collective high"), KH_TR("idle pitch"),    KH_TR("throttle of hold"),
        KH_TR("throttle idle"),  KH_TR("throttle full"),   KH_TR("motors stopped")};
    for (std::size_t i = 0; i < titles.size(); ++i)
        if (state == kCheckStates[i]) return say(titles[i]);
    return plainWords(state);
}
Message elementName(const CheckWindow& window) { return say(KH_TR("Check point {w}"), {{"w", checkTitle(window.id)}}); }
Message elementName(const BoxExport& line) { return say(KH_TR("Line {w} of the text export"), {{"w", own(line.key)}}); }
Message elementName(const AcceptedFinding& finding) { return say(KH_TR("Accepted finding {n}"), {{"n", finding.id}}); }
Message elementName(const Reading& reading) { return say(KH_TR("Reading of {w}"), {{"w", asWords(reading.what)}}); }

}  // namespace kh
