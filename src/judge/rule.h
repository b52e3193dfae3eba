// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a rule is. Rules are injected into the judgement as a set: stations know the judgement, it knows no station.
#pragma once

#include "judge/finding.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/monitor.h"

#include <optional>
#include <span>
#include <string>
#include <vector>

namespace kh {

/// What rules are given.
struct AuditContext {
    const Setup& setup;
    const ChainModel& model;
    const ChainModel& asked;
    const Figures& figures;
    JudgeMemory& memory;
    bool words = true;

    /// A sentence, where somebody will read it.
    [[nodiscard]] Message say(const char* text, std::initializer_list<MessageArg> args = {}) const {
        return words ? kh::say(text, args) : Message{};
    }
    /// What belongs to a field, as its box writes it: a value, or the field's own.
    [[nodiscard]] Amount amount(std::string_view path, double value, Amount::Kind kind = Amount::Kind::Value) const {
        return words ? kh::amount(setup, path, value, kind) : Amount{};
    }
    [[nodiscard]] Amount amount(std::string_view path) const { return words ? kh::amount(setup, path) : Amount{}; }
    /// A reading as the controller's monitor shows it.
    [[nodiscard]] Message reading(std::string_view function, double pct) const {
        return words ? onMonitor(setup.controller.profile, function, pct) : Message{};
    }
    [[nodiscard]] Message show(std::string_view path) const { return words ? kh::show(setup, path) : Message{}; }
};

/// One rule: an id, the station where it is settled, and a function that finds nothing or something.
struct Rule {
    const char* id;
    Station station;
    Work work;
    void (*check)(const AuditContext&, std::vector<Finding>&);
    const char* property = "";  ///< of the switch proof, where one says the same
};
/// A table of rules, in the order in which they speak.
using RuleFamily = std::span<const Rule> (*)();

/// What a judgement is made with: rules and figures in the stations' order.
struct RuleSet {
    std::vector<Rule> rules;
    std::vector<FigureMaker> figures;
};

/// The travel that serves an end of the stick, as the transmitter judges its side.
[[nodiscard]] inline std::string travelPath(const Setup& setup, const ChannelSettings& channel, bool high) {
    const bool served = channelScale(setup.transmitter.profile, channel).highServes(high ? 1.0 : -1.0);
    return "transmitter.channels." + channel.id + (served ? ".travelHighPct" : ".travelLowPct");
}
/// Field path of a channel's setting: "transmitter.channels.rudder.reversed".
[[nodiscard]] inline std::string channelPath(const std::string& channel, const char* key) {
    return "transmitter.channels." + channel + "." + key;
}

/// The same of a channel that is no stick's, by its family.
[[nodiscard]] inline std::string carrierPath(std::string_view family, std::string_view key) {
    return "transmitter.functionChannels." + std::string(family) + "." + std::string(key);
}

/// The stick of a channel at a place, −1 … +1.
[[nodiscard]] inline PartialDeck stickAt(std::string_view channel, double value) {
    PartialDeck d;
    if (channel == "aileron") d.aileron = value;
    else if (channel == "elevator") d.elevator = value;
    else if (channel == "rudder") d.rudder = value;
    else d.collective = value;
    return d;
}

/// A witness that moves these sticks only.
[[nodiscard]] inline Witness sticksAt(double collective, double aileron, std::optional<double> rudder = {}) {
    PartialDeck d;
    d.collective = collective;
    d.aileron = aileron;
    d.rudder = rudder;
    return {std::nullopt, d};
}

}  // namespace kh
